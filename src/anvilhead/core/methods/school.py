"""The sheet in hand for one school: steps in order, and numbers for every point.

Everything is said in the frame of the baseline, the first side as walked: stations along it from its first
corner, offsets positive to its left.
"""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from anvilhead.core.geometry.footprint import Footprint, Side
from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.triangle import Triangle, largest_triangle
from anvilhead.core.methods.method import MethodReport
from anvilhead.core.methods.school_errors import School
from anvilhead.core.plan.inner_line import InnerLine
from anvilhead.core.units.tolerances import COINCIDENT_MM, POOR_CROSSING_SINE, STRAIGHT_RAD


@dataclass(frozen=True, slots=True)
class TapeEnd:
    """One tape of a step: from a named point, with the planned length, millimetres."""

    start: str
    end: str
    length_mm: float


@dataclass(frozen=True, slots=True)
class SchoolStep:
    """One step of a school.

    Attributes:
        school: which; corner: what it sets; from_corner: where it is set from.
        tapes: planned lengths to pull, without burn.
        triangle: marks to make, when the corner is squared by one.
        station_mm, offset_mm: along and square off the baseline.
        error_mm: half length of the corner's 95 in 100 ellipse afterwards.
    """

    school: School
    corner: str
    from_corner: str
    tapes: tuple[TapeEnd, ...]
    triangle: Triangle | None = None
    station_mm: float = 0.0
    offset_mm: float = 0.0
    error_mm: float | None = None


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


def steps_for(footprint: Footprint, school: School, report: MethodReport | None, nails: tuple[Point, Point],
              unit_mm: float) -> list[SchoolStep]:  # fmt: skip
    """The steps of a school, in the order in which a crew can walk them.

    Args:
        footprint: the planned outline.
        school: a school that can do it.
        report: its comparison, for the error to expect at each corner.
        nails: the baseline's two nails, which ties are pulled from.
        unit_mm: what 3-4-5 multiples are counted in.
    """
    base = footprint.sides[0]
    errors = {name: ellipse.major_mm for name, ellipse in report.ellipses.items()} if report else {}
    first = SchoolStep(
        school, base.end, base.start, (TapeEnd(base.start, base.end, base.length_mm),), error_mm=errors.get(base.end)
    )
    if school is School.EQUAL_DIAGONALS:
        return [first, *_rectangle_steps(footprint, errors)]
    if school in (School.THREE_FOUR_FIVE, School.FRAMING_SQUARE):
        return [first, *_chain_steps(footprint, school, errors, unit_mm)]
    numbers = {point.name: point for point in point_numbers(footprint.corners, base, nails)}
    others = [name for name in footprint.names if name not in (base.start, base.end)]
    return [first, *(_point_step(school, numbers[name], base, errors.get(name)) for name in others)]


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


def right_corners(footprint: Footprint) -> list[tuple[Side, Side]]:
    """The two sides at every right-angled corner."""
    return [
        (before, after)
        for before, after in footprint.joints
        if abs(before.direction.dot(after.direction)) < STRAIGHT_RAD
    ]


def parallels_to(footprint: Footprint, base: Side) -> list[tuple[Side, float]]:
    """Sides parallel to the baseline, and how far square off it they lie, millimetres."""
    found = []
    for side in footprint.sides:
        apart = abs(base.direction.cross(side.start_point - base.start_point))
        if side is not base and abs(base.direction.cross(side.direction)) < STRAIGHT_RAD and apart > COINCIDENT_MM:
            found.append((side, apart))
    return found


def _rectangle_steps(footprint: Footprint, errors: Mapping[str, float]) -> list[SchoolStep]:
    """Sides all round, then both diagonals."""
    a, b, c, d = footprint.names
    at = footprint.corners
    pairs = [(b, c), (c, d), (d, a)]
    steps = [
        SchoolStep(School.EQUAL_DIAGONALS, end, start, (TapeEnd(start, end, at[start].distance_to(at[end])),))
        for start, end in pairs
    ]
    both = tuple(TapeEnd(p, q, at[p].distance_to(at[q])) for p, q in ((a, c), (b, d)))
    return [*steps, SchoolStep(School.EQUAL_DIAGONALS, c, a, both, error_mm=errors.get(c))]


def _chain_steps(footprint: Footprint, school: School, errors: Mapping[str, float], unit_mm: float) -> list[SchoolStep]:
    """Corner after corner, half of them round each way, as the comparison reckons them."""
    sides = footprint.sides
    count = len(footprint.points) - 2
    ahead = (count + 1) // 2 if footprint.closed else count
    back = [Side(s.end, s.start, s.end_point, s.start_point) for s in reversed(sides)]
    steps = []
    for before, legs in ((sides[0], sides[1 : 1 + ahead]), (sides[0], back[: count - ahead])):
        arriving = before
        for leg in legs:
            triangle = None
            if school is School.THREE_FOUR_FIVE:
                triangle = largest_triangle(arriving.length_mm, leg.length_mm, unit_mm)
            tape = TapeEnd(leg.start, leg.end, leg.length_mm)
            steps.append(SchoolStep(school, leg.end, leg.start, (tape,), triangle, error_mm=errors.get(leg.end)))
            arriving = leg
    return steps


def _point_step(school: School, point: PointNumbers, base: Side, error_mm: float | None) -> SchoolStep:
    tapes: tuple[TapeEnd, ...]
    if school is School.TIES:
        nails = (f"{base.name}@{base.start}", f"{base.name}@{base.end}")
        tapes = (TapeEnd(nails[0], point.name, point.first_mm), TapeEnd(nails[1], point.name, point.second_mm))
    else:
        from_start = math.hypot(point.station_mm, point.offset_mm)
        from_end = math.hypot(base.length_mm - point.station_mm, point.offset_mm)
        near_start = point.station_mm < base.length_mm / 2
        ends = [TapeEnd(base.start, point.name, from_start), TapeEnd(base.end, point.name, from_end)]
        tapes = tuple(ends if near_start else reversed(ends))
        if school is School.SHORTEST_DISTANCE:
            tapes = (TapeEnd(f"line {base.name}", point.name, abs(point.offset_mm)), tapes[1])
        elif school is not School.COMPUTED_DIAGONAL:
            tapes = (TapeEnd(f"line {base.name}", point.name, abs(point.offset_mm)),)
    return SchoolStep(school, point.name, base.name, tapes, None, point.station_mm, point.offset_mm, error_mm)
