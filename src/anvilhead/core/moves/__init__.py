"""What hands do next.

moves: which nails, corners or stakes to move, in the fewest steps; frame_pushes: how a joined frame is racked in;
next_pull: which pull to take.
"""
