"""Heights: reading them, closing the book, going to them, and what the ground and the slab then are.

One rule carries all: a level line of known height (HI: of a laser, a crosshair, water, a string) and a reading
down from it.  height = HI − reading, so a larger reading is lower; target reading = HI − target height, so raising
the finish lowers the target reading.

level_instrument, instrument_check, reach → what it is read with, whether it is true, how far it may be trusted;
level_book, closing, doubt → what the shots say, and which of them cannot be;
height_target, stake_mark, story_stick → what hands do next;
terrain, contour, earthwork, section_line → the ground; finish, slab, screed → what is poured on it;
stepped_wall, post → what stands on it; level_words → saying so.
"""
