"""Lines of equal height over the ground between shots."""

import math
from collections.abc import Sequence
from dataclasses import dataclass

from anvilhead.core.geometry.point import Point
from anvilhead.core.ground.terrain import Terrain
from anvilhead.core.units.units import INCH_MM, Units

FEET_STEPS_MM = tuple(INCH_MM * inches for inches in (0.5, 1, 2, 3, 6, 12, 24, 60, 120))
METRIC_STEPS_MM = (10.0, 20.0, 50.0, 100.0, 200.0, 500.0, 1000.0, 2000.0, 5000.0)
USUAL_COUNT = 8
"""Lines that a drawing carries well."""

_Edge = tuple[int, int]


@dataclass(frozen=True, slots=True)
class Contour:
    """One line of equal height; `closed` when it comes back to where it began."""

    height_mm: float
    points: tuple[Point, ...]
    closed: bool


def usual_step_mm(low_mm: float, high_mm: float, units: Units) -> float:
    """A round step between contours that leaves no more lines than a drawing carries."""
    steps = FEET_STEPS_MM if units is Units.FT_IN else METRIC_STEPS_MM
    return next((step for step in steps if (high_mm - low_mm) / step <= USUAL_COUNT), steps[-1])


def contours(terrain: Terrain, step_mm: float) -> list[Contour]:
    """Contours at whole multiples of a step above the datum, lowest first.

    A shot exactly on a contour counts as just above it, so that lines neither stop nor fork there.

    Args:
        terrain: ground between shots.
        step_mm: from line to line.
    """
    pieces: dict[int, dict[_Edge, list[_Edge]]] = {}
    for triangle in terrain.triangles:
        heights = [terrain.shots[i].height_mm for i in triangle]
        for level in range(math.floor(min(heights) / step_mm) + 1, math.floor(max(heights) / step_mm) + 1):
            crossed = _crossed(triangle, heights, level * step_mm)
            joined = pieces.setdefault(level, {})
            joined.setdefault(crossed[0], []).append(crossed[1])
            joined.setdefault(crossed[1], []).append(crossed[0])
    return [
        Contour(level * step_mm, tuple(_crossing(terrain, edge, level * step_mm) for edge in line), line[0] == line[-1])
        for level in sorted(pieces)
        for line in _chained(pieces[level])
    ]


def _crossed(triangle: Sequence[int], heights: Sequence[float], level_mm: float) -> list[_Edge]:
    """The two edges of a triangle that a level crosses."""
    edges = []
    for i in range(3):
        j = (i + 1) % 3
        if (heights[i] >= level_mm) != (heights[j] >= level_mm):
            edges.append((min(triangle[i], triangle[j]), max(triangle[i], triangle[j])))
    return edges


def _crossing(terrain: Terrain, edge: _Edge, level_mm: float) -> Point:
    one, other = (terrain.shots[i] for i in edge)
    share = (level_mm - one.height_mm) / (other.height_mm - one.height_mm)
    return one.place + (other.place - one.place) * share


def _chained(joined: dict[_Edge, list[_Edge]]) -> list[list[_Edge]]:
    """Crossed edges in order along each line; a closed line names its first edge again at its end."""
    lines = []
    left = dict(joined)
    ends = [edge for edge, beside in joined.items() if len(beside) == 1]
    for start in [*ends, *joined]:
        if start not in left:
            continue
        line, here = [start], start
        while True:
            beside = left.pop(here)
            ahead = next((edge for edge in beside if edge in left), None)
            if ahead is None:
                break
            line.append(ahead)
            here = ahead
        if len(line) > 2 and start in joined[here]:
            line.append(start)
        lines.append(line)
    return lines
