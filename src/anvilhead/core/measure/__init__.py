"""What is measured, and with what: tapes, lasers, pulls of every kind, the number to call.

tape: pulls, burn, fall, how far a tape is trusted; instrument: other instruments; observation: what a pull says of
two points; call_sheet: the calls of a round; walking: how far hands walk for them; misreading: how numbers are
misread; triangle: whole-number triangles; slope: what a tape forgives; reversal: whether a laser throws a
right angle; nail_side: a string past its nail, a tape beside its mark;
setting_out: stations, offsets, ties, running marks.
"""
