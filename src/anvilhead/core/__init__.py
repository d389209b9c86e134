"""The rules of the job: pure functions and frozen values, standard library only.

No clock, no file, no randomness, no framework.  Lengths are millimetres, angles radians, as floats; names end in `_mm`
and `_rad`.

Rooms in the order of the work, each importing only from those before it; the page at the head of each says what lives
there: record → units → geometry → plan → slate → forms → trench → pour → plates → fence → boards → measure → adjust →
moves → check → methods → again → stakes → levels → closing → ground → days → dangers → messages.
"""
