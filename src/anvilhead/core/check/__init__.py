"""What the readings are worth: the verdict, and everything that can be wrong with it.

squaring: the verdict; certainty: how sure it is; explanations: what may have happened in a round, weighed; slips:
which readings are wrong for certain; slip_kinds: usual slips; mirrored: a corner on the wrong side; traps: what looks
square and is not; frame: forms joined before they are squared; one_line: lines by themselves; two_routes: two ways to
one corner; outcome: what became of the moves; recheck, congruency, lost_point: looking again.
"""
