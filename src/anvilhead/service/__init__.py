"""Use cases: load, compute, record.  The only place where core and store meet."""
