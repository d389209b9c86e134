"""Lines and stretches of line on the plan: where they meet, whether they touch, what of one is nearest."""

from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass
from typing import TypeVar

from anvilhead.core.geometry.point import Point
from anvilhead.core.units.tolerances import COINCIDENT_MM, PARALLEL_SINE

Stretch = tuple[Point, Point]
"""From one point to another."""

T = TypeVar("T")


@dataclass(frozen=True, slots=True)
class Box:
    """The upright box around some points, millimetres."""

    left: float
    right: float
    low: float
    high: float

    @staticmethod
    def around(points: Iterable[Point], margin_mm: float = 0.0) -> "Box":
        """The least box that holds all points, and a margin."""
        found = list(points)
        xs, ys = [p.x for p in found], [p.y for p in found]
        return Box(min(xs) - margin_mm, max(xs) + margin_mm, min(ys) - margin_mm, max(ys) + margin_mm)

    def meets(self, other: "Box") -> bool:
        """Whether two boxes touch."""
        return (
            self.left <= other.right and other.left <= self.right and self.low <= other.high and other.low <= self.high
        )

    @property
    def edges(self) -> tuple[float, float, float, float]:
        """Its four edges, for loops over many places."""
        return self.left, self.right, self.low, self.high


def reaches(
    start: Point, way: Point, other: Point, other_way: Point, least_sine: float = PARALLEL_SINE
) -> tuple[float, float] | None:
    """How far along each of two lines they meet, in lengths of their own vectors; None for lines that run alike.

    Args:
        start: a point of the first line.
        way: the vector along it.
        other: a point of the second.
        other_way: along that one.
        least_sine: lines that cross at a flatter angle run alike.
    """
    sine = way.cross(other_way)
    if abs(sine) <= least_sine * way.length() * other_way.length():
        return None
    between = other - start
    return between.cross(other_way) / sine, between.cross(way) / sine


def meeting(one: Stretch, other: Stretch, least_sine: float = PARALLEL_SINE) -> Point | None:
    """Where the lines through two stretches meet, on them or beyond; None when they run alike."""
    way = one[1] - one[0]
    found = reaches(one[0], way, other[0], other[1] - other[0], least_sine)
    return found and one[0] + way * found[0]


def touches(one: Stretch, other: Stretch) -> bool:
    """Whether two stretches cross or touch, ends included: the ends of each do not lie on one side of the other."""
    (a, b), (c, d), near = one, other, COINCIDENT_MM
    if max(a.x, b.x) + near < min(c.x, d.x) or max(c.x, d.x) + near < min(a.x, b.x):
        return False
    if max(a.y, b.y) + near < min(c.y, d.y) or max(c.y, d.y) + near < min(a.y, b.y):
        return False
    return _straddles(one, other) and _straddles(other, one)


def _straddles(stretch: Stretch, across: Stretch) -> bool:
    """Whether a stretch reaches from one side of a line to the other, or touches it."""
    start, end = stretch
    way_x, way_y = end.x - start.x, end.y - start.y
    near = COINCIDENT_MM * max(start.distance_to(end), COINCIDENT_MM)
    first, second = ((p.y - start.y) * way_x - (p.x - start.x) * way_y for p in across)
    return min(first, second) <= near and max(first, second) >= -near


def crosses(one: Stretch, other: Stretch) -> bool:
    """Whether two stretches cross in their length: touching at an end is no crossing."""
    a, b = one[1] - one[0], other[1] - other[0]
    first = a.cross(other[0] - one[0]) * a.cross(other[1] - one[0])
    second = b.cross(one[0] - other[0]) * b.cross(one[1] - other[0])
    return first < 0 and second < 0


def touching_pairs(
    stretches: Sequence[Stretch], leave_out: Callable[[int, int], bool] | None = None
) -> list[tuple[int, int]]:
    """Pairs of stretches that touch, lower number first, in order.

    A sweep along x leaves out those far apart, so that the cost is near linear in stretches that are short.

    Args:
        stretches: any.
        leave_out: pairs that may touch, the lower number first.
    """
    spans = [(min(a.x, b.x), max(a.x, b.x)) for a, b in stretches]
    passing: list[int] = []
    found = []
    for i in sorted(range(len(stretches)), key=spans.__getitem__):
        least = spans[i][0] - COINCIDENT_MM
        passing = [j for j in passing if spans[j][1] >= least]
        for j in passing:
            pair = (min(i, j), max(i, j))
            if not (leave_out and leave_out(*pair)) and touches(stretches[i], stretches[j]):
                found.append(pair)
        passing.append(i)
    return sorted(found)


def foot(point: Point, stretch: Stretch) -> Point:
    """The place of a stretch nearest to a point."""
    start, end = stretch
    way = end - start
    size = way.dot(way)
    share = (point - start).dot(way) / size if size else 0.0
    return start + way * min(max(share, 0.0), 1.0)


def area_of(polygon: Sequence[Point]) -> float:
    """Area of an outline by its corners, square millimetres; above zero anticlockwise."""
    return sum(polygon[i - 1].cross(end) for i, end in enumerate(polygon)) / 2
