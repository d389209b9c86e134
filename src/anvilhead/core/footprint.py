"""A footprint: corners in the order walked, and everything that follows from them.

Conventions, here once and for all: corner A at the origin, baseline A→B along +x, +y to the left of the
baseline, millimetres.  Corners may be walked either way round; the inside is worked out, not assumed.
"""

import math
from collections.abc import Iterator
from dataclasses import dataclass
from functools import cached_property, lru_cache
from itertools import combinations

from anvilhead.core.errors import GeometryError
from anvilhead.core.point import Point
from anvilhead.core.tolerances import COINCIDENT_MM


def corner_name(index: int) -> str:
    """Letter a corner by its place in the walk: A, B, … Z, AA, AB and so on."""
    name = ""
    index += 1
    while index:
        index, letter = divmod(index - 1, 26)
        name = chr(ord("A") + letter) + name
    return name


def line_name(first: str, second: str) -> str:
    """Name a line by the corners it passes: AB, or Z-AA once letters double."""
    return first + second if len(first) == len(second) == 1 else f"{first}-{second}"


@dataclass(frozen=True, slots=True)
class Side:
    """One wall line, in the order walked."""

    start: str
    end: str
    start_point: Point
    end_point: Point

    @property
    def name(self) -> str:
        """Line name by its two corners."""
        return line_name(self.start, self.end)

    @property
    def length_mm(self) -> float:
        """Distance between the corners, millimetres."""
        return self.start_point.distance_to(self.end_point)

    @property
    def direction(self) -> Point:
        """Unit vector in the direction walked."""
        return (self.end_point - self.start_point).unit()


@dataclass(frozen=True)
class Footprint:
    """A closed outline.  Valid from birth: three or more distinct corners, finite, not crossing itself."""

    points: tuple[Point, ...]

    def __post_init__(self) -> None:
        if len(self.points) < 3:
            raise GeometryError(
                "too-few-corners", f"A footprint needs at least 3 corners; this has {len(self.points)}."
            )
        for index, point in enumerate(self.points):
            if not (math.isfinite(point.x) and math.isfinite(point.y)):
                raise GeometryError("not-finite", f"Corner {corner_name(index)} is not at a real place.")
        for side in self.sides:
            if side.length_mm < COINCIDENT_MM:
                raise GeometryError("zero-side", f"Corners {side.start} and {side.end} are one point. Leave one out.")
        crossing = self._first_crossing()
        if crossing:
            raise GeometryError(
                "self-crossing",
                f"Sides {crossing[0].name} and {crossing[1].name} cross. Check the order of the corners.",
            )

    @cached_property
    def names(self) -> tuple[str, ...]:
        """Corner names in walking order."""
        return tuple(corner_name(index) for index in range(len(self.points)))

    @cached_property
    def corners(self) -> dict[str, Point]:
        """Corner places by name, in walking order."""
        return dict(zip(self.names, self.points, strict=True))

    @cached_property
    def sides(self) -> tuple[Side, ...]:
        """Sides in walking order; the last one closes on A."""
        count = len(self.points)
        return tuple(
            Side(self.names[i], self.names[(i + 1) % count], self.points[i], self.points[(i + 1) % count])
            for i in range(count)
        )

    @property
    def diagonals(self) -> Iterator[Side]:
        """Every pair of corners that is not a side, in letter order."""
        last = len(self.points) - 1
        for i, j in combinations(range(len(self.points)), 2):
            if j - i > 1 and (i, j) != (0, last):
                yield Side(self.names[i], self.names[j], self.points[i], self.points[j])

    @cached_property
    def signed_area_mm2(self) -> float:
        """Area by the shoelace formula, square millimetres; negative when walked clockwise."""
        return sum(side.start_point.cross(side.end_point) for side in self.sides) / 2

    @property
    def area_mm2(self) -> float:
        """Enclosed area, square millimetres."""
        return abs(self.signed_area_mm2)

    @property
    def perimeter_mm(self) -> float:
        """Sum of the sides, millimetres."""
        return sum(side.length_mm for side in self.sides)

    def inward(self, side: Side) -> Point:
        """Unit vector square to a side, toward the inside."""
        left = side.direction.left()
        return left if self.signed_area_mm2 > 0 else left * -1

    def contains(self, point: Point) -> bool:
        """Whether a point lies inside, by counting crossings of a ray along +x."""
        inside = False
        for side in self.sides:
            a, b = side.start_point, side.end_point
            if (a.y > point.y) != (b.y > point.y) and point.x < a.x + (point.y - a.y) * (b.x - a.x) / (b.y - a.y):
                inside = not inside
        return inside

    def _first_crossing(self) -> tuple[Side, Side] | None:
        sides = self.sides
        last = len(sides) - 1
        for i, j in combinations(range(len(sides)), 2):
            if j - i > 1 and (i, j) != (0, last) and _cross(sides[i], sides[j]):
                return sides[i], sides[j]
        return None


@lru_cache(maxsize=256)  # one plan is asked for its sides, boards and calls in turn
def rectangle(length_mm: float, width_mm: float) -> Footprint:
    """A rectangle walked anticlockwise: length along A→B, width to the left of it, millimetres."""
    return Footprint((Point(0.0, 0.0), Point(length_mm, 0.0), Point(length_mm, width_mm), Point(0.0, width_mm)))


def _cross(one: Side, other: Side) -> bool:
    """Whether two sides touch or cross: the ends of each lie on both sides of the other."""

    def turn(a: Point, b: Point, c: Point) -> float:
        return (b - a).cross(c - a) / a.distance_to(b)

    def straddles(side: Side, across: Side) -> bool:
        first = turn(side.start_point, side.end_point, across.start_point)
        second = turn(side.start_point, side.end_point, across.end_point)
        return min(first, second) <= COINCIDENT_MM and max(first, second) >= -COINCIDENT_MM

    return _boxes_meet(one, other) and straddles(one, other) and straddles(other, one)


def _boxes_meet(one: Side, other: Side) -> bool:
    """Whether the upright boxes around two sides touch; parts sides that lie on one line from each other."""

    def spans_meet(a: float, b: float, c: float, d: float) -> bool:
        return min(a, b) - COINCIDENT_MM <= max(c, d) and min(c, d) - COINCIDENT_MM <= max(a, b)

    return spans_meet(one.start_point.x, one.end_point.x, other.start_point.x, other.end_point.x) and spans_meet(
        one.start_point.y, one.end_point.y, other.start_point.y, other.end_point.y
    )
