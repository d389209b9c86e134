"""The shelf: instruments that all jobs share.

instruments: put on, changed, put away, tested, knocked; found: what tests say; showing: as clients get them; of_jobs:
how jobs take instruments from the shelf, and what they tested comes back to it.
"""
