"""How well the readings of a level book fit together, and the heights that follow from all of them.

sights: how good each reading is; ways: what heights hang on, and what two of them share; level_network: least squares
of all shots, with ± of every height; closed_book: checks judged one after another, what fits adjusted together;
closing: which checks close, and what slipped in those that do not; disagree: the same read again; questioned: readings
that cannot be.
"""
