"""A footprint: corners in the order walked, and everything that follows from them.

Conventions, here once and for all: corner A at the origin, baseline A→B along +x, +y to the left of the
baseline, millimetres.  Corners may be walked either way round; the inside is worked out, not assumed.
"""

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from functools import cached_property, lru_cache
from itertools import combinations, pairwise

from anvilhead.core.geometry.point import Point
from anvilhead.core.geometry.stretch import Stretch, reaches, touching_pairs
from anvilhead.core.units.errors import GeometryError
from anvilhead.core.units.tolerances import COINCIDENT_MM, FOLD_SINE, RIGHT_ANGLE_RAD


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


@dataclass(frozen=True)
class Side:
    """One wall line, in the order walked."""  # no slots: what follows from the corners is kept once worked out

    start: str
    end: str
    start_point: Point
    end_point: Point
    wall: str = ""

    @cached_property
    def name(self) -> str:
        """Line name by its two corners; of a family that of its wall, whatever corner it comes to."""
        return self.wall or line_name(self.start, self.end)

    @property
    def corners(self) -> tuple[str, str]:
        """Its two corners, in the order walked."""
        return self.start, self.end

    @property
    def stretch(self) -> Stretch:
        """From corner to corner."""
        return self.start_point, self.end_point

    @cached_property
    def length_mm(self) -> float:
        """Distance between the corners, millimetres."""
        return self.start_point.distance_to(self.end_point)

    @cached_property
    def direction(self) -> Point:
        """Unit vector in the direction walked."""
        return (self.end_point - self.start_point) * (1 / self.length_mm)


@dataclass(frozen=True)
class Footprint:
    """A closed outline, or an open line such as a fence.

    Valid from birth: three or more distinct corners (two for an open line), finite, not crossing itself.

    Attributes:
        points: corners in the order walked.
        closed: False for an open line; it has no inside, and its left takes the place of inward.
        letters: names of the corners; from A on where none are given.
        walls: names of the sides where those are not by their corners.
    """

    points: tuple[Point, ...]
    closed: bool = True
    letters: tuple[str, ...] = ()
    walls: tuple[str, ...] = ()

    def __post_init__(self) -> None:
        least = 3 if self.closed else 2
        if len(self.points) < least:
            raise GeometryError(
                "too-few-corners",
                f"{'A footprint' if self.closed else 'An open line'} needs at least {least} corners; "
                f"this has {len(self.points)}.",
            )
        for index, point in enumerate(self.points):
            if not (math.isfinite(point.x) and math.isfinite(point.y)):
                raise GeometryError("not-finite", f"Corner {corner_name(index)} is not at a real place.")
        for side in self.sides:
            if side.length_mm < COINCIDENT_MM:
                raise GeometryError("zero-side", f"Corners {side.start} and {side.end} are one point. Leave one out.")
        for before, after in self.joints:
            if before.direction.dot(after.direction) < 0 and abs(before.direction.cross(after.direction)) < FOLD_SINE:
                raise GeometryError(
                    "folds-back", f"At {after.start} the line turns straight back on itself. Leave that corner out."
                )
        crossing = first_crossing(self.sides, self.closed)
        if crossing:
            raise GeometryError(
                "self-crossing",
                f"Sides {crossing[0].name} and {crossing[1].name} cross{_where(*crossing)}. "
                "Check the order of the corners, and the turns.",
            )

    @cached_property
    def names(self) -> tuple[str, ...]:
        """Corner names in walking order."""
        return self.letters or tuple(corner_name(index) for index in range(len(self.points)))

    @cached_property
    def corners(self) -> dict[str, Point]:
        """Corner places by name, in walking order."""
        return dict(zip(self.names, self.points, strict=True))

    @cached_property
    def sides(self) -> tuple[Side, ...]:
        """Sides in walking order; the last one closes on A unless the line is open."""
        names, points, count = self.names, self.points, len(self.points)
        sides = count if self.closed else count - 1
        walls = self.walls or ("",) * sides
        return tuple(
            Side(names[i], names[(i + 1) % count], points[i], points[(i + 1) % count], walls[i]) for i in range(sides)
        )

    def ends_of(self, line: str) -> tuple[str, str] | None:
        """The two corners of a side, in the order named: BA begins at B; None for a name of no side."""
        for side in self.sides:
            if line == side.name:
                return side.start, side.end
            if line in (side.end + side.start, f"{side.end}-{side.start}"):
                return side.end, side.start
        return None

    @cached_property
    def sides_by_name(self) -> dict[str, Side]:
        """Sides by line name, in walking order."""
        return {side.name: side for side in self.sides}

    @cached_property
    def _sides_at(self) -> dict[str, tuple[Side, ...]]:
        at: dict[str, tuple[Side, ...]] = {name: () for name in self.names}
        for side in self.sides:
            at[side.start] += (side,)
            at[side.end] += (side,)
        return at

    def sides_at(self, corner: str) -> tuple[Side, ...]:
        """The sides that meet at a corner: two, or one at the end of an open line."""
        return self._sides_at[corner]

    @property
    def joints(self) -> Iterator[tuple[Side, Side]]:
        """The two sides that meet at each corner, arriving and leaving; the ends of an open line have none."""
        sides = self.sides
        if self.closed:
            yield sides[-1], sides[0]
        yield from pairwise(sides)

    @property
    def diagonals(self) -> Iterator[Side]:
        """Every pair of corners that is not a side, in letter order."""
        last = len(self.points) - 1
        for i, j in combinations(range(len(self.points)), 2):
            if j - i > 1 and not (self.closed and (i, j) == (0, last)):
                yield Side(self.names[i], self.names[j], self.points[i], self.points[j])

    @cached_property
    def signed_area_mm2(self) -> float:
        """Area by the shoelace formula, square millimetres; negative when walked clockwise, 0 of an open line."""
        if not self.closed:
            return 0.0
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
        """Unit vector square to a side, toward the inside; of an open line, to the left of the way walked."""
        left = side.direction.left()
        return left if self.signed_area_mm2 >= 0 else left * -1

    @cached_property
    def turns_rad(self) -> dict[str, float]:
        """Turn at each corner with two sides, radians: positive toward the inside (convex), negative reflex."""
        way = 1.0 if self.signed_area_mm2 >= 0 else -1.0
        return {
            after.start: way
            * math.atan2(before.direction.cross(after.direction), before.direction.dot(after.direction))
            for before, after in self.joints
        }

    @cached_property
    def is_rectangle(self) -> bool:
        """Whether it has four right-angled corners."""
        sides = self.sides
        return (
            self.closed
            and len(sides) == 4
            and all(abs(one.direction.dot(other.direction)) < RIGHT_ANGLE_RAD for one, other in pairwise(sides))
        )

    def contains(self, point: Point) -> bool:
        """Whether a point lies inside, by counting crossings of a ray along +x."""
        inside = False
        for side in self.sides:
            a, b = side.start_point, side.end_point
            if (a.y > point.y) != (b.y > point.y) and point.x < a.x + (point.y - a.y) * (b.x - a.x) / (b.y - a.y):
                inside = not inside
        return inside


def first_crossing(sides: Sequence[Side], closed: bool) -> tuple[Side, Side] | None:
    """First two sides that touch without being neighbours."""
    last = len(sides) - 1

    def neighbours(i: int, j: int) -> bool:
        return j - i == 1 or (closed and (i, j) == (0, last))

    found = touching_pairs([side.stretch for side in sides], neighbours)
    return (sides[found[0][0]], sides[found[0][1]]) if found else None


@lru_cache(maxsize=256)  # one plan is asked for its sides, boards and calls in turn
def rectangle(length_mm: float, width_mm: float) -> Footprint:
    """A rectangle walked anticlockwise: length along A→B, width to the left of it, millimetres."""
    return Footprint((Point(0.0, 0.0), Point(length_mm, 0.0), Point(length_mm, width_mm), Point(0.0, width_mm)))


def _where(one: Side, other: Side) -> str:
    """Where two sides cross, as a distance along the first; nothing when they lie on one line."""
    found = reaches(one.start_point, one.direction, other.start_point, other.direction)
    return f" {found[0]:.0f} mm from {one.start}" if found else ""
