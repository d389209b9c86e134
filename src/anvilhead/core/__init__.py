"""The rules of the job: pure functions and frozen values, standard library only.

No clock, no file, no randomness, no framework.  Lengths are millimetres, angles radians, as floats;
names end in `_mm` and `_rad`.  Corner A at the origin, baseline A→B along +x, +y to the left of it;
in = toward the inside of the footprint.

units, length_reading, length_printing → how builders write lengths; footprint, batter_board, call_sheet →
what is planned; tape, observation, network, adjustment, hold, slips, traps, squaring → what the readings mean;
moves, next_pull, coach, outcome, recheck, lost_point, two_routes → what hands do next; words → saying so.
"""
