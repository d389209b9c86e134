"""The finished top of a slab: level, falling one way, or falling to a drain.

Falls are given as a share: 1/4 inch in a foot is 1/48.
"""

from collections.abc import Iterable
from dataclasses import dataclass
from typing import Protocol

from anvilhead.core.levels.plane import Plane
from anvilhead.core.point import Point


class Finish(Protocol):
    """A finished top."""

    def height_at(self, place: Point) -> float:
        """Height over a place, millimetres above the datum."""
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
