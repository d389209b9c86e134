"""The finished top of a slab: level, falling one way, falling to a drain, or stretched between edges that are there.

Falls are given as a share: 1/4 inch in a foot is 1/48.
"""

import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from itertools import pairwise
from typing import Protocol

from anvilhead.core.geometry.along import HeightsAlong
from anvilhead.core.geometry.point import Point
from anvilhead.core.geometry.stretch import area_of
from anvilhead.core.ground.plane import Plane
from anvilhead.core.units.tolerances import COINCIDENT_MM, NOTHING_MM


class Finish(Protocol):
    """A finished top."""

    def height_at(self, place: Point) -> float:
        """Height over a place, millimetres above the datum."""
        ...

    def volume_over(self, polygon: Sequence[Point]) -> float:
        """Volume between the datum and the top over a convex polygon, cubic millimetres; signed as the way round is."""
        ...

    def nearest_above(self, polygon: Sequence[Point], under: Plane) -> Point:
        """Where over a convex polygon the top is nearest above a plane."""
        ...


@dataclass(frozen=True, slots=True)
class DrainFinish:
    """Even fall from everywhere to a drain, whose rim is lowest: forms then stand at different heights."""

    drain: Point
    drain_mm: float
    fall: float

    def height_at(self, place: Point) -> float:
        """Height over a place: the drain's, and the fall over the way to it."""
        return self.drain_mm + self.fall * place.distance_to(self.drain)

    def volume_over(self, polygon: Sequence[Point]) -> float:
        """Volume under the cone over a polygon: of the triangles from the drain to each of its edges.

        Over a triangle with its tip at the drain, an edge at a distance h and angles t from the foot of h, the way to
        the drain adds up to h³/6·(sec t·tan t + ln(sec t + tan t)) between the angles of its ends.
        """
        area = sum(polygon[i - 1].cross(end) for i, end in enumerate(polygon)) / 2
        ways = sum(_way_over(polygon[i - 1] - self.drain, end - self.drain) for i, end in enumerate(polygon))
        return self.drain_mm * area + self.fall * ways

    def nearest_above(self, polygon: Sequence[Point], under: Plane) -> Point:
        """Where the cone is nearest above a plane: at the drain, at a corner, or where an edge runs level beside it."""
        places = [*polygon]
        if _is_inside(polygon, self.drain):
            places.append(self.drain)
        for i, end in enumerate(polygon):
            start = polygon[i - 1]
            along = end - start
            if along.length() == 0.0:
                continue
            way = along.unit()
            rise = under.slope_x * way.x + under.slope_y * way.y
            if abs(rise) < self.fall:
                beside = abs(way.cross(self.drain - start))
                at = (self.drain - start).dot(way) + beside * rise / math.sqrt(self.fall**2 - rise**2)
                if 0 < at < along.length():
                    places.append(start + way * at)
        return min(places, key=lambda place: self.height_at(place) - under.height_at(place))


def _way_over(one: Point, other: Point) -> float:
    """The distance to the origin added up over the triangle from it to an edge, signed as the way round is."""
    along = other - one
    if along.length() == 0.0:
        return 0.0
    way = along.unit()
    h = one.cross(way)
    if abs(h) < NOTHING_MM:
        return 0.0
    tangents = (one.dot(way) / abs(h), other.dot(way) / abs(h))
    added = [t * math.hypot(1.0, t) + math.asinh(t) for t in tangents]
    return h**3 / 6 * (added[1] - added[0])


def _is_inside(polygon: Sequence[Point], place: Point) -> bool:
    turns = [(end - polygon[i - 1]).cross(place - polygon[i - 1]) for i, end in enumerate(polygon)]
    return all(turn >= 0 for turn in turns) or all(turn <= 0 for turn in turns)


def falling_finish(start: Point, away: Point, height_mm: float, fall: float) -> Plane:
    """A top that falls one way, level across it.

    Args:
        start: a place on the high edge, where the top is at `height_mm`.
        away: unit vector in the way it falls: to a side, or away from the building.
        height_mm: of the high edge.
        fall: for each unit of length.
    """
    return Plane(height_mm + fall * start.dot(away), -fall * away.x, -fall * away.y)


def drain_below(edges: Iterable[Point], drain: Point, edge_mm: float, fall: float) -> DrainFinish:
    """A top that falls to a drain at least so much that its farthest edge is at a height.

    Args:
        edges: corners of the slab.
        drain: where the drain is.
        edge_mm: height of the farthest corner, the highest of all.
        fall: for each unit of length.
    """
    farthest = max(corner.distance_to(drain) for corner in edges)
    return DrainFinish(drain, edge_mm - fall * farthest, fall)


FINE = 4
"""A triangle under a curved top is halved so often each way where the top is taken flat over what is left."""


@dataclass(frozen=True)
class EdgedFinish:
    """A top between four edges whose heights are known along them, such as concrete that is there already.

    Across each way it is straight from edge to edge, and both ways are put together (a Coons patch: what both edges
    ruled say, less what the corners say): two straight opposite edges give a ruled top, four straight ones a bilinear.

    Attributes:
        corners: of the outline, in order.
        edges: heights along the edge from each corner to the next, by the distance from the former.
    """

    corners: tuple[Point, Point, Point, Point]
    edges: tuple[HeightsAlong, HeightsAlong, HeightsAlong, HeightsAlong]

    def corner_mm(self, index: int) -> float:
        """Height of a corner: half way between both edges where they do not meet."""
        return (self.edges[index].at(0.0) + self.edges[index - 1].at(self._length(index - 1))) / 2

    def gap_mm(self, index: int) -> float:
        """How much higher the edge that begins at a corner lies there than the one that ends at it."""
        return self.edges[index].at(0.0) - self.edges[index - 1].at(self._length(index - 1))

    def height_at(self, place: Point) -> float:
        """Height over a place; of the nearest part of the edge beyond it."""
        u, v = self.shares(place)
        low, right, high, left = self.edges
        across = (1 - v) * low.at(u * self._length(0)) + v * high.at((1 - u) * self._length(2))
        up = (1 - u) * left.at((1 - v) * self._length(3)) + u * right.at(v * self._length(1))
        a, b, c, d = (self.corner_mm(i) for i in range(4))
        return across + up - ((1 - u) * (1 - v) * a + u * (1 - v) * b + u * v * c + (1 - u) * v * d)

    def shares(self, place: Point) -> tuple[float, float]:
        """How far over from the first corner to the second, and from the first to the last, a place lies: 0 to 1.

        The bilinear map of the unit square turned round: v solves (p − A − v·e) × (f + v·g) = 0.
        """
        a, b, c, d = self.corners
        e, f, g, p = d - a, b - a, c - b - (d - a), place - a
        square, linear, plain = -e.cross(g), p.cross(g) - e.cross(f), p.cross(f)
        v = min(_roots(square, linear, plain), key=lambda root: abs(root - 0.5), default=0.0)
        v = min(max(v, 0.0), 1.0)
        along = f + g * v
        u = (p - e * v).dot(along) / along.dot(along)
        return min(max(u, 0.0), 1.0), v

    def volume_over(self, polygon: Sequence[Point]) -> float:
        """Volume under it over a polygon: small triangles, each by the middles of its sides."""
        total = 0.0
        for a, b, c in fine_triangles(polygon):
            middles = ((a + b) * 0.5, (b + c) * 0.5, (c + a) * 0.5)
            total += area_of((a, b, c)) * sum(map(self.height_at, middles)) / 3
        return total

    def nearest_above(self, polygon: Sequence[Point], under: Plane) -> Point:
        """Where over a polygon it is nearest above a plane, among the corners of its small triangles."""
        places = [*polygon, *(place for part in fine_triangles(polygon) for place in part)]
        return min(places, key=lambda place: self.height_at(place) - under.height_at(place))

    def _length(self, index: int) -> float:
        return self.corners[index].distance_to(self.corners[(index + 1) % 4])


def _roots(square: float, linear: float, plain: float) -> list[float]:
    """Real roots of square·x² + linear·x + plain."""
    if abs(square) <= NOTHING_MM * max(abs(linear), abs(plain), 1.0):
        return [-plain / linear] if linear else []
    root = linear * linear - 4 * square * plain
    if root < 0:
        return []
    far = -(linear + math.copysign(math.sqrt(root), linear)) / 2
    return [far / square, *([plain / far] if far else [])]


def fine_triangles(piece: Sequence[Point], times: int = FINE) -> list[list[Point]]:
    """A convex piece as small triangles, turned as it is: its sides halved so many times."""
    parts = [[piece[0], piece[i - 1], piece[i]] for i in range(2, len(piece))]
    for _ in range(times):
        smaller = []
        for a, b, c in parts:
            ab, bc, ca = (a + b) * 0.5, (b + c) * 0.5, (c + a) * 0.5
            smaller += [[a, ab, ca], [ab, b, bc], [ca, bc, c], [ab, bc, ca]]
        parts = smaller
    return [part for part in parts if abs(area_of(part)) > COINCIDENT_MM]


@dataclass(frozen=True, slots=True)
class FallFrom:
    """How a top falls from a place on an edge, square to it, to the other side: for each unit of length.

    Attributes:
        along_mm: from the edge's first corner.
        fall: on the whole way; least: the least on any part of it; below zero water runs back there.
    """

    along_mm: float
    fall: float
    least: float


PARTS_ACROSS = 24
"""Parts of the way across a slab whose fall is looked at one by one."""


def falls_from(finish: Finish, edge: tuple[Point, Point], inward: Point, reach_mm: float,
               alongs_mm: Iterable[float]) -> list[FallFrom]:  # fmt: skip
    """How a top falls away from an edge at places along it.

    Args:
        finish: the top.
        edge: both ends of the edge.
        inward: unit vector from the edge over the slab.
        reach_mm: from the edge to the other side.
        alongs_mm: distances from the edge's first end.
    """
    start, end = edge
    way, found = (end - start).unit(), []
    for along in alongs_mm:
        from_edge = start + way * along
        part = reach_mm / PARTS_ACROSS
        heights = [finish.height_at(from_edge + inward * (part * i)) for i in range(PARTS_ACROSS + 1)]
        falls = [(one - other) / part for one, other in pairwise(heights)]
        found.append(FallFrom(along, (heights[0] - heights[-1]) / reach_mm, min(falls)))
    return found
