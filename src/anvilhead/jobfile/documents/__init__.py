"""Shapes a job file can have, checked one by one: plans, footprints, lines, boards, control, readings."""
