"""What kills or costs, and where a crew is stopped.

facts.py is what decides; holds.py are the points a crew is stopped at; cautions.py chooses what is said at which step.
What is to be done is never more than to look, to wait and to ask: the local code and licensed people decide.
"""
