"""New walls over old concrete that is neither straight nor square.

old_concrete: plate lines laid over it by shift and turn; small_program: the least of a sum under limits.
"""
