"""The rules of the job: pure functions and frozen values, standard library only.

No clock, no file, no randomness, no framework.  Lengths are millimetres, angles radians, as floats;
names end in `_mm` and `_rad`.  Corner A at the origin, baseline A→B along +x, +y to the left of it;
in = toward the inside of the footprint.

units, length_reading, length_printing → how builders write lengths; footprint, batter_board, call_sheet →
what is planned; tape, adjustment, slips, traps, next_pull, squaring → what the readings mean; words → saying so.
"""
