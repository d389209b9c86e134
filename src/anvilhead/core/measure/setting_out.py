"""Numbers that a corner is set by from the baseline, whatever the method: stations, offsets, ties, running marks."""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from anvilhead.core.geometry.footprint import Footprint, Side
from anvilhead.core.geometry.point import Point
from anvilhead.core.plan.inner_line import InnerLine
from anvilhead.core.units.tolerances import COINCIDENT_MM, POOR_CROSSING_SINE, STRAIGHT_RAD


@dataclass(frozen=True, slots=True)
class PointNumbers:
    """A point by station and offset, and by ties from two nails, millimetres."""

    name: str
    station_mm: float
    offset_mm: float
    first_mm: float
    second_mm: float
    crossing_rad: float

    @property
    def is_poor(self) -> bool:
        """Whether the ties cross under 30 or over 150 degrees."""
        return abs(math.sin(self.crossing_rad)) < POOR_CROSSING_SINE


def point_numbers(points: Mapping[str, Point], base: Side, nails: tuple[Point, Point]) -> list[PointNumbers]:
    """Station, offset and ties of every point."""
    rows = []
    for name, point in points.items():
        away = point - base.start_point
        one, other = point - nails[0], point - nails[1]
        rows.append(
            PointNumbers(
                name,
                away.dot(base.direction),
                base.direction.cross(away),
                one.length(),
                other.length(),
                abs(math.atan2(one.cross(other), one.dot(other))),
            )
        )
    return rows


def running_marks(side: Side, inner: Sequence[InnerLine]) -> list[tuple[str, float]]:
    """Marks along a side from its first corner: where inner lines meet it, then its far corner, millimetres."""
    marks = {side.start: 0.0, side.end: side.length_mm}
    for line in inner:
        for stretch in line.stretches:
            for point in stretch:
                away = point - side.start_point
                if abs(side.direction.cross(away)) < 2 * COINCIDENT_MM:
                    along = away.dot(side.direction)
                    if COINCIDENT_MM < along < side.length_mm - COINCIDENT_MM:
                        marks[line.name] = along
    return sorted(marks.items(), key=lambda mark: mark[1])


def parallels_to(footprint: Footprint, base: Side) -> list[tuple[Side, float]]:
    """Sides parallel to the baseline, and how far square off it they lie, millimetres."""
    found = []
    for side in footprint.sides:
        apart = abs(base.direction.cross(side.start_point - base.start_point))
        if side is not base and abs(base.direction.cross(side.direction)) < STRAIGHT_RAD and apart > COINCIDENT_MM:
            found.append((side, apart))
    return found
