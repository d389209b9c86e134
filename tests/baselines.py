"""Footprints as the methods of squaring see them."""

from anvilhead.core.adjust.network import Named
from anvilhead.core.boards.batter_board import BoardLayout, boards_for
from anvilhead.core.geometry.footprint import Footprint
from anvilhead.core.methods.method import Baseline, Instruments

FOOT_MM = 304.8


def baseline(shape: Footprint, setback_mm: float = 4 * FOOT_MM, *, has_laser: bool = False) -> Baseline:
    """A footprint with all its nails named, and a steel tape."""
    boards = boards_for(shape, BoardLayout(setback_mm))
    named = Named({board.name: board.nail for board in boards}, {board.name: board.line for board in boards})
    return Baseline(shape, named, Instruments(has_laser=has_laser))
