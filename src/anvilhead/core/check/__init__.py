"""What the readings are worth: the verdict, and everything that can be wrong with it.

set_out: what is to be squared; squaring: the verdict; what_next: what must be pulled; certainty: how sure it is;
alternatives: what else could be held; explanations: what may have happened in a round, weighed; slips: which readings
are wrong for certain; slip_kinds: usual slips; mirrored: a corner on the wrong side; traps: what looks square and is
not; frame: forms joined before they are squared; one_line: lines by themselves; two_routes: two ways to one corner.
"""
