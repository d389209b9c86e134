"""Holes that fall on something in the ground, and how far along the run they must move to miss it."""

import math
from collections.abc import Callable, Sequence

from anvilhead.core.geometry.point import Point
from anvilhead.core.plan.obstacle import Obstacle

STEP_MM = 1.0
"""Shifts are tried this finely: no hole is bored finer."""


def least_shift(
    obstacles: Sequence[Obstacle], centre_at: Callable[[float], Point], hole_mm: float, most_mm: float
) -> float | None:
    """The smallest shift along the run that takes a hole off everything, millimetres; None where none does.

    Args:
        obstacles: everything that it must miss.
        centre_at: the middle of the hole, so far along from where it is planned.
        hole_mm: across the hole.
        most_mm: no shift is larger, either way.
    """
    for step in range(1, math.ceil(most_mm / STEP_MM) + 1):
        for shift in (step * STEP_MM, -step * STEP_MM):
            centre = centre_at(shift)
            if all(one.distance_to(centre) >= hole_mm / 2 for one in obstacles):
                return shift
    return None
