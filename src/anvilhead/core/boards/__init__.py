"""What carries the strings: boards, stakes, nails, the ground under them and the dig beside them.

batter_board: styles and setbacks; board_stand: where they stand, which share a stake, one string over several walls;
dig: what they must keep clear of, and what they run into; ground_at: the ground where it was not measured;
board_height, board_face, family_boards: strings, reveals, stakes, nails; string_sag, graded_string;
obstructed: what lies in the ground under them; materials: what goes on the truck.
"""
