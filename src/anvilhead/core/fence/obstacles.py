"""Holes that fall on something in the ground, and how far along the run they must move to miss it."""

import math
from collections.abc import Callable

from anvilhead.core.geometry.point import Point
from anvilhead.core.plan.obstacle import Obstacle

STEP_MM = 1.0
"""Shifts are tried this finely: no hole is bored finer."""


def least_shift(
    obstacle: Obstacle, centre_at: Callable[[float], Point], hole_mm: float, most_mm: float
) -> float | None:
    """The smallest shift along the run that takes a hole off an obstacle, millimetres; None where none does.

    Args:
        obstacle: what is hit.
        centre_at: the middle of the hole, so far along from where it is planned.
        hole_mm: across the hole.
        most_mm: no shift is larger, either way.
    """
    for step in range(1, math.ceil(most_mm / STEP_MM) + 1):
        for shift in (step * STEP_MM, -step * STEP_MM):
            if obstacle.distance_to(centre_at(shift)) >= hole_mm / 2:
                return shift
    return None
