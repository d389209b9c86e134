"""A string, or the tops of forms, against the ground along its whole length, not only at its boards.

Both are straight between the stations of the section, so that what comes nearest comes nearest at one of them.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from anvilhead.core.geometry.point import Point
from anvilhead.core.ground.section_line import section
from anvilhead.core.ground.terrain import Terrain
from anvilhead.core.units.tolerances import COINCIDENT_MM, NOTHING_MM


@dataclass(frozen=True, slots=True)
class Hump:
    """A stretch along a string where the ground stands through it, millimetres; `most_mm`: by how much at the most."""

    start_mm: float
    end_mm: float
    most_mm: float


@dataclass(frozen=True, slots=True)
class Profile:
    """A string against the ground, millimetres.

    Attributes:
        least_mm: the least clearance, below zero where the ground stands through it; least_at_mm: where.
        humps: stretches where the ground stands through it.
        seen_mm: how much of its length lies over ground that was shot.
    """

    least_mm: float
    least_at_mm: float
    humps: tuple[Hump, ...]
    seen_mm: float


def profile(terrain: Terrain, start: Point, end: Point, start_mm: float, end_mm: float) -> Profile | None:
    """A string from one place to another against the ground; None where it passes over no ground that was shot.

    Args:
        terrain: ground between shots.
        start: of the string.
        end: of it, at another place.
        start_mm: its height at the start.
        end_mm: its height at the end.
    """
    length = start.distance_to(end)
    if length < COINCIDENT_MM:
        return None
    stretches = [
        [(one.along_mm, start_mm + (end_mm - start_mm) * one.along_mm / length - one.ground_mm) for one in stretch]
        for stretch in section(terrain, start, end)
    ]
    clear = [one for stretch in stretches for one in stretch]
    if not clear:
        return None
    at, least = min(clear, key=lambda one: one[1])
    humps = tuple(hump for stretch in stretches for hump in _humps(stretch))
    return Profile(least, at, humps, sum(stretch[-1][0] - stretch[0][0] for stretch in stretches))


def _humps(stretch: Sequence[tuple[float, float]]) -> Iterator[Hump]:
    """Where the clearance of a stretch lies below zero."""
    begun: float | None = None
    most = 0.0
    before: tuple[float, float] | None = None
    for at, clear in stretch:
        if clear < -NOTHING_MM:
            if begun is None:
                begun, most = at if before is None else _zero(before, (at, clear)), 0.0
            most = max(most, -clear)
        elif begun is not None and before is not None:
            yield Hump(begun, _zero(before, (at, clear)), most)
            begun = None
        before = (at, clear)
    if begun is not None and before is not None:
        yield Hump(begun, before[0], most)


def _zero(one: tuple[float, float], other: tuple[float, float]) -> float:
    """Where along the line between two clearances there is none."""
    fall = one[1] - other[1]
    return one[0] + (other[0] - one[0]) * (one[1] / fall) if abs(fall) > NOTHING_MM else other[0]
