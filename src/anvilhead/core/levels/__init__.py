"""Heights read: one rule carries all.

A level line of known height (HI: of a laser, a crosshair, water, a string) and a reading down from it. height = HI −
reading, so a larger reading is lower; target reading = HI − target height, so raising the finish lowers the target
reading.

level_instrument, instrument_check, reach: what it is read with, whether that is true, how far it may be trusted;
rod: its marks; level_book: what the shots say as read; height_target, stake_mark: going to height.
"""
