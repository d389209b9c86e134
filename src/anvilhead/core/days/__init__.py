"""What happens when: which days are worked, when digging may begin, and what a slipped day moves.

No clock here: every date comes in.  `working_days.py` counts days; `locate.py` is a ticket of the utility locating
service; `schedule.py` puts tasks on days and finds the critical path; `in_turn.py` lets one crew do one thing after the
other; `work_order.py` makes the tasks of a structure from what is counted on its plan; `rates.py` is how fast a crew
works, and what its own record says of that; `weather.py` what the sky stops.
"""
