"""Anvilhead: measuring, arithmetic, judgement and record for setting out footprints.

Layers, each importing only those below it (the tests enforce this):
launch → (api, demo) → service → (store, jobfile) → core.
"""

__version__ = "0.5.0"
