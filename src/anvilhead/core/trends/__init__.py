"""What a crew's own rounds and tests say of it, over many jobs: told and offered, never used unasked.

kept_to: how far its readings are off, against what the tape claims; rounds: how many until square, how long one takes;
slip_made: which slip a reading was that was struck and pulled again; drifting: an instrument from test to test.
"""
