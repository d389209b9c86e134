"""The practice yard: sites whose truth only the server knows, worked on with stand-ins, and what they teach.

tasks: what is set on strings, each with its site; practice_yard: a site worked on step by step, the same for the same
seed; debrief: truth against what the person believed; gained: what each pull brought; level_tasks, level_yard,
level_debrief: the same for heights.  yard: what both have in common; conditions: whose instruments are used;
dangers_there: what hangs over a yard and is painted on it; helper: who calls readings, and is misheard.
"""
