"""The practice yard: sites whose truth only the server knows, worked on with stand-ins, and what they teach.

tasks: what is set on strings, each with its site; practice_yard: a site worked on step by step, the same for the same
seed; debrief: truth against what the person believed; level_tasks, level_yard, level_debrief: the same for heights.
"""
