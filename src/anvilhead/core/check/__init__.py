"""What the readings are worth: the verdict, and everything that can be wrong with it.

squaring: the verdict; slips: readings that slipped; traps: what looks square and is not; mirrored: a corner on the
wrong side; two_routes: two ways to one corner; outcome: what became of the moves; recheck, lost_point: looking
again.
"""
