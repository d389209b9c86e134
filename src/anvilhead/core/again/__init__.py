"""What came of a round, and what is looked at again.

outcome: what became of the moves; carried: what the next round takes from one; congruency: which points kept their
places; recheck: pulls that show movement, what has moved; lost_point: a corner or stake set again;
learned_tape: what all rounds say of the tape.
"""
