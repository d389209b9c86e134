"""Ways of squaring, a file for each: why it cannot do a shape, the pulls of a round, the steps that set corners out.

equal_diagonals, computed_diagonal, three_four_five, equal_legs, shortest_distance, framing_square, square_laser,
station_offset, ties; method: what all of them are made from; all_methods: the list of them, what a chosen one asks for;
mixed: corner by corner; comparison: how well each would know the corners, which to take; calling: what is left to
pull, nearest first.
"""
