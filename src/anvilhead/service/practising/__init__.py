"""The practice yard.

runs: tasks begun, worked on, and what they came to; set_tasks: those that somebody sets for somebody; string_view,
height_view, danger_view: a run as clients get it; own_plan: plans of one's own to practise on; conditions_kept:
instruments of the shelf, as they were that day.
"""
