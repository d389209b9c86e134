"""Ways of squaring, and the coach that leads through one.

school: steps, tables, marks; school_errors: the error and the pulls of each; method: which to take; coach: the calls
of a round.
"""
