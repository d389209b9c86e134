"""Lines of equal height over the ground between shots, and bands of equal depth below a surface."""

import math
from collections import defaultdict
from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from anvilhead.core.geometry.point import Point
from anvilhead.core.geometry.stretch import area_of
from anvilhead.core.ground.earthwork import plane_over
from anvilhead.core.ground.finish import Finish, fine_triangles
from anvilhead.core.ground.plane import Plane, Polygon, above, clipped, plane_through
from anvilhead.core.ground.terrain import Terrain
from anvilhead.core.units.tolerances import EXACT_MM, PRINTS_AS_NOTHING_MM
from anvilhead.core.units.units import INCH_MM, Units

FEET_STEPS_MM = tuple(INCH_MM * inches for inches in (0.5, 1, 2, 3, 6, 12, 24, 60, 120))
METRIC_STEPS_MM = (10.0, 20.0, 50.0, 100.0, 200.0, 500.0, 1000.0, 2000.0, 5000.0)
USUAL_COUNT = 8
"""Lines that a drawing carries well."""

DRAWN_FINE = 2
"""A curved surface is halved this often each way to be drawn."""

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


@dataclass(frozen=True, slots=True)
class Band:
    """Where a surface stands between two depths over the ground: rings, holes the other way round; millimetres."""

    least_mm: float
    most_mm: float
    rings: tuple[tuple[Point, ...], ...]


def bands(terrain: Terrain, outline: Polygon, finish: Finish, step_mm: float) -> list[Band]:
    """Depth of a surface over the ground inside an outline, in bands of whole steps, least first; to be drawn.

    A curved surface is taken flat over small triangles.  What adjoins within a band is joined: an edge that two pieces
    share, run through once each way, is no border of it.

    Args:
        terrain: ground between shots.
        outline: of what is looked at.
        finish: the surface.
        step_mm: from band to band.
    """
    if area_of(outline) < 0:
        outline = list(reversed(outline))
    pieces: dict[int, list[Sequence[Point]]] = defaultdict(list)
    for part, depth in _depths(terrain, outline, finish):
        heights = [depth.height_at(place) / step_mm for place in part]
        first = math.floor(min(heights))
        for level in range(first, max(math.ceil(max(heights)), first + 1)):
            over = above(part, Plane(-level * step_mm) + depth)
            within = above(over, Plane((level + 1) * step_mm) - depth) if over else []
            if len(within) > 2:
                pieces[level].append(within)
    return [Band(level * step_mm, (level + 1) * step_mm, tuple(_rings(pieces[level]))) for level in sorted(pieces)]


def _depths(terrain: Terrain, outline: Polygon, finish: Finish) -> Iterator[tuple[Sequence[Point], Plane]]:
    """Flat parts of what lies inside an outline, each with the surface's depth over it."""
    for corners in map(terrain.corners, terrain.triangles):
        piece = clipped(outline, [shot.place for shot in corners])
        if len(piece) < 3:
            continue
        under = plane_over(corners)
        if isinstance(finish, Plane):
            yield piece, finish - under
            continue
        for part in fine_triangles(piece, DRAWN_FINE):
            a, b, c = ((place, finish.height_at(place) - under.height_at(place)) for place in part)
            yield part, plane_through(a, b, c)


_Knot = tuple[int, int]


def _rings(pieces: Sequence[Sequence[Point]]) -> Iterator[tuple[Point, ...]]:
    """The borders of pieces that lie side by side, all turned the same way."""
    ahead: dict[_Knot, list[_Knot]] = defaultdict(list)
    for piece in pieces:
        knots = [(round(place.x / EXACT_MM), round(place.y / EXACT_MM)) for place in piece]
        for i, end in enumerate(knots):
            start = knots[i - 1]
            if start in ahead[end]:
                ahead[end].remove(start)
            elif start != end:
                ahead[start].append(end)
    for start in list(ahead):
        while ahead[start]:
            ring, here = [start], ahead[start].pop()
            while here != start:
                ring.append(here)
                here = ahead[here].pop()
            bends = tuple(_bends(ring))
            if len(bends) > 2:
                yield bends


def _bends(ring: Sequence[_Knot]) -> Iterator[Point]:
    """Knots of a ring where it does not run straight on from the last of them; of two close together one stays."""
    a, b = ring[-1]
    for i, (x, y) in enumerate(ring):
        c, d = ring[(i + 1) % len(ring)]
        off = abs((x - a) * (d - y) - (y - b) * (c - x)) * EXACT_MM
        if off > PRINTS_AS_NOTHING_MM * math.hypot(c - a, d - b):
            yield Point(x * EXACT_MM, y * EXACT_MM)
            a, b = x, y
