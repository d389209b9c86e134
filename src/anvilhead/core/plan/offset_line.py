"""A line that stays: beside a working line, on stakes of its own, so that every point can be found again.

Points are given on it by their station along it and a measure back, square to it.
"""

from collections.abc import Mapping
from dataclasses import dataclass

from anvilhead.core.geometry.footprint import Side
from anvilhead.core.geometry.point import Point


@dataclass(frozen=True, slots=True)
class Back:
    """A point as it is found from the line: station from its start, measure back square to it; where they meet."""

    name: str
    station_mm: float
    back_mm: float
    on_line: Point


@dataclass(frozen=True, slots=True)
class OffsetLine:
    """A line that stays: its two stakes, and the points that are found from it, in the order along it."""

    start: Point
    end: Point
    backs: tuple[Back, ...]


def offset_line(
    side: Side, outward: Point, distance_mm: float, beyond_mm: float, points: Mapping[str, Point]
) -> OffsetLine:
    """A line beside another.

    Args:
        side: the working line.
        outward: unit vector square to it, to the side that the line stays on.
        distance_mm: between the two; below zero on the other side.
        beyond_mm: how far its stakes stand beyond both ends, clear of the dig.
        points: found from it, by name.
    """
    along = side.direction
    start = side.start_point + outward * distance_mm - along * beyond_mm
    end = side.end_point + outward * distance_mm + along * beyond_mm
    way = 1.0 if distance_mm >= 0 else -1.0
    backs = []
    for name, point in points.items():
        station = (point - start).dot(along)
        backs.append(Back(name, station, (start - point).dot(outward) * way, start + along * station))
    return OffsetLine(start, end, tuple(sorted(backs, key=lambda one: one.station_mm)))
