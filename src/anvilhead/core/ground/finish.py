"""The finished top of a slab: level, falling one way, or falling to a drain.

Falls are given as a share: 1/4 inch in a foot is 1/48.
"""

import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from typing import Protocol

from anvilhead.core.geometry.point import Point
from anvilhead.core.ground.plane import Plane
from anvilhead.core.units.tolerances import NOTHING_MM


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
