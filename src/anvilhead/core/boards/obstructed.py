"""Boards whose stakes fall on something in the ground, and the nearest setback that frees them."""

import math
from collections.abc import Sequence

from anvilhead.core.boards.batter_board import Board
from anvilhead.core.geometry.point import Point
from anvilhead.core.geometry.stretch import Stretch
from anvilhead.core.plan.obstacle import Obstacle
from anvilhead.core.units.tolerances import NOTHING_MM
from anvilhead.core.units.units import INCH_MM

STEP_MM = INCH_MM
"""Setbacks are tried in whole inches: nobody drives stakes finer."""
MOST_MM = 96 * INCH_MM
"""Farther than that a board is set out anew, not moved."""


def hits(obstacle: Obstacle, span: Stretch, stakes: Sequence[Point]) -> bool:
    """Whether something is hit by a stake, or by the board where it stands out of the ground."""
    if any(obstacle.distance_to(stake) < -NOTHING_MM for stake in stakes):
        return True
    return obstacle.stands and obstacle.distance_to_stretch(span) < -NOTHING_MM


def least_setback(
    obstacles: Sequence[Obstacle], board: Board, span: Stretch, stakes: Sequence[Point], setback_mm: float
) -> float | None:
    """The setback nearest to its own at which a board misses everything, millimetres; None where none is near.

    Args:
        obstacles: everything that it must miss.
        board: which; it moves along its line.
        span: from end to end as it stands.
        stakes: under it.
        setback_mm: as it stands; it is never moved onto its corner.
    """
    for step in range(1, math.ceil(MOST_MM / STEP_MM) + 1):
        for shift in (step * STEP_MM, -step * STEP_MM):
            if setback_mm + shift <= 0:
                continue
            by = board.outward * shift
            moved = (span[0] + by, span[1] + by)
            if not any(hits(one, moved, [stake + by for stake in stakes]) for one in obstacles):
                return setback_mm + shift
    return None
