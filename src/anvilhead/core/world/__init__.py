"""A yard that only the simulation knows, and what crews and instruments come to in it: seeded, without a clock.

real_lines: strings and forms as they really lie; length_stand_ins: what a tape, a laser or a triangle reads there;
level_stand_ins: what lasers, levels, hoses and rods read there; stand_in_yard, stand_in_strings: ground, or strings,
and an instrument that a seed makes, for a job of one's own; coached_crew: a whole set-out by the coach, round by round;
expected: what many of them come to.
"""
