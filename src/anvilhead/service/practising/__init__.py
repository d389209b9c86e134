"""The practice yard.

runs: tasks begun, set for somebody, worked on, and what they came to; string_view, height_view: a run as clients get
it; own_plan: plans of one's own to practise on.
"""
