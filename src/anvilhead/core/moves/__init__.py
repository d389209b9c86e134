"""What hands do next.

moves: which nails, corners or stakes to move, in the fewest steps; next_pull: which pull to take.
"""
