"""The calls of a school as pulls to take: any school, any footprint it can do, in an order that can be walked.

What was pulled already is not asked for again; what is left starts where the tape is.
"""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass

from anvilhead.core.adjust.network import Named, lines_of, planned_mm
from anvilhead.core.geometry.footprint import Footprint, Side
from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.tape import Pull, PullKind
from anvilhead.core.measure.triangle import largest_triangle
from anvilhead.core.measure.walking import in_walking_order
from anvilhead.core.methods.school import right_corners
from anvilhead.core.methods.school_errors import SCHOOLS, Baseline, Instruments, School
from anvilhead.core.units.tolerances import COINCIDENT_MM

SQUARE_LEG_MM = 609.6
"""Leg of a framing square: two feet of string on either side of the corner."""


@dataclass(frozen=True, slots=True)
class Asked:
    """A pull that a school asks for, and what it should measure, burn and the laser's own offset not included."""

    kind: PullKind
    start: str
    end: str
    length_mm: float
    line: str = ""
    legs_mm: tuple[float, float] = (0.0, 0.0)
    station_mm: float = 0.0

    @property
    def pull(self) -> Pull:
        """The same as a pull that read as planned."""
        reads = self.length_mm if self.kind is PullKind.SQUARE else max(self.length_mm, COINCIDENT_MM)
        return Pull(
            self.start,
            self.end,
            reads,
            kind=self.kind,
            line=self.line,
            legs_mm=self.legs_mm,
            station_mm=self.station_mm,
        )


@dataclass(frozen=True, slots=True)
class _Plan:
    footprint: Footprint
    named: Named
    unit_mm: float

    @property
    def base(self) -> Side:
        return self.footprint.sides[0]

    @property
    def others(self) -> list[str]:
        return [name for name in self.footprint.names if name not in (self.base.start, self.base.end)]

    @property
    def places(self) -> dict[str, Point]:
        return dict(self.named.points) | self.footprint.corners

    def asked(
        self, kind: PullKind, start: str, end: str, line: str = "", legs: tuple[float, float] = (0.0, 0.0),
        station_mm: float = 0.0,
    ) -> Asked:  # fmt: skip
        """A pull with what it should measure at the plan."""
        pull = Pull(start, end, 1.0, kind=kind, line=line, legs_mm=legs, station_mm=station_mm)
        length = planned_mm(pull, self.places, lines_of(self.footprint, self.named))
        return Asked(kind, start, end, length - station_mm, line, legs, station_mm)

    def sides(self) -> list[Asked]:
        return [self.asked(PullKind.POINTS, side.start, side.end) for side in self.footprint.sides]


def asked_by(school: School, footprint: Footprint, named: Named, unit_mm: float) -> list[Asked]:
    """The pulls of a school.

    Args:
        school: which.
        footprint: the planned outline.
        named: nails, for ties.
        unit_mm: what 3-4-5 multiples are counted in.

    Returns:
        Pulls as the school goes; none when the school cannot do the shape.
    """
    if isinstance(SCHOOLS[school](Baseline(footprint, 0.0, Instruments(unit_mm=unit_mm))), str):
        return []
    return _SCHOOLS[school](_Plan(footprint, named, unit_mm))


def in_hand_order(
    asked: Sequence[Asked], footprint: Footprint, named: Named, pulls: Sequence[Pull], crew: int = 2
) -> list[Asked]:
    """What is left to pull, nearest first from where the tape is.

    Args:
        asked: the school's pulls.
        footprint: the planned outline.
        named: what else they name.
        pulls: taken in this round, the last one last.
        crew: one or two people.
    """
    places = dict(named.points) | footprint.corners
    done = {pull.key for pull in pulls}
    left = [one for one in asked if one.pull.key not in done]
    standing = _ends(pulls[-1], footprint, places) if pulls else None
    return in_walking_order(left, lambda one: _ends(one.pull, footprint, places), standing, crew)


def _ends(pull: Pull, footprint: Footprint, places: Mapping[str, Point]) -> tuple[Point, Point]:
    """Where the two people of a pull stand: on a line, at its foot."""
    start = places[pull.start]
    if pull.kind in (PullKind.POINTS, PullKind.ALONG, PullKind.SQUARE):
        return start, places[pull.end]
    if pull.kind is PullKind.TRIANGLE:
        return start, start
    side = footprint.sides_by_name.get(pull.end)
    if side is None:
        return start, start
    return start, side.start_point + side.direction * (start - side.start_point).dot(side.direction)


def _equal_diagonals(plan: _Plan) -> list[Asked]:
    names = plan.footprint.names
    return [
        *plan.sides(),
        *(plan.asked(PullKind.POINTS, a, b) for a, b in ((names[0], names[2]), (names[1], names[3]))),
    ]


def _computed_diagonal(plan: _Plan) -> list[Asked]:
    base = plan.base
    pairs = [(end, name) for name in plan.others for end in (base.start, base.end)]
    return [plan.asked(PullKind.POINTS, a, b) for a, b in ((base.start, base.end), *pairs)]


def _three_four_five(plan: _Plan) -> list[Asked]:
    def legs(before: Side, after: Side) -> tuple[float, float] | None:
        triangle = largest_triangle(before.length_mm, after.length_mm, plan.unit_mm)
        return (triangle.first_mm, triangle.second_mm) if triangle else None

    return [*plan.sides(), *_triangles(plan, legs)]


def _framing_square(plan: _Plan) -> list[Asked]:
    def legs(before: Side, after: Side) -> tuple[float, float] | None:
        leg = min(SQUARE_LEG_MM, before.length_mm, after.length_mm)
        return leg, leg

    return [*plan.sides(), *_triangles(plan, legs)]


def _triangles(plan: _Plan, legs: Callable[[Side, Side], tuple[float, float] | None]) -> list[Asked]:
    found = []
    for before, after in right_corners(plan.footprint):
        marks = legs(before, after)
        if marks:
            found.append(plan.asked(PullKind.TRIANGLE, after.start, after.name, before.name, marks))
    return found


def _shortest_distance(plan: _Plan) -> list[Asked]:
    base = plan.base
    found = [plan.asked(PullKind.POINTS, base.start, base.end)]
    for name in plan.others:
        near, far = _near_and_far(plan, name)
        if _off(plan, name) > COINCIDENT_MM:
            found += [plan.asked(PullKind.TO_LINE, name, base.name), plan.asked(PullKind.POINTS, far, name)]
        else:
            found.append(plan.asked(PullKind.POINTS, near, name))
    return found


def _square_laser(plan: _Plan) -> list[Asked]:
    """A right angle thrown at the nearer end, and for the farthest corner from the other end as well."""
    base = plan.base
    found = [plan.asked(PullKind.POINTS, base.start, base.end)]
    farthest = max(plan.others, key=lambda name: _off(plan, name), default="")
    for name in plan.others:
        near, far = _near_and_far(plan, name)
        found.append(plan.asked(PullKind.SQUARE, near, name, base.name))
        if _off(plan, name) > COINCIDENT_MM:
            found.append(plan.asked(PullKind.TO_LINE, name, base.name))
        if name == farthest:
            found.append(plan.asked(PullKind.SQUARE, far, name, base.name))
            found.append(plan.asked(PullKind.POINTS, far, name))
    return found


def _station_offset(plan: _Plan) -> list[Asked]:
    base = plan.base
    found = [plan.asked(PullKind.POINTS, base.start, base.end)]
    for name in plan.others:
        station = (plan.places[name] - base.start_point).dot(base.direction)
        found.append(plan.asked(PullKind.SQUARE, base.start, name, base.name, station_mm=station))
        if _off(plan, name) > COINCIDENT_MM:
            found.append(plan.asked(PullKind.TO_LINE, name, base.name))
    return found


def _ties(plan: _Plan) -> list[Asked]:
    """From the baseline's two nails to every corner, its own ends too."""
    base = plan.base
    nails = [f"{base.name}@{base.start}", f"{base.name}@{base.end}"]
    pairs = [(nails[0], base.start), (nails[1], base.end), (base.start, base.end)]
    pairs += [(nail, name) for name in plan.others for nail in nails]
    return [
        plan.asked(PullKind.POINTS, a, b)
        for a, b in pairs
        if plan.places[a].distance_to(plan.places[b]) > COINCIDENT_MM
    ]


def _off(plan: _Plan, name: str) -> float:
    return abs(plan.base.direction.cross(plan.places[name] - plan.base.start_point))


def _near_and_far(plan: _Plan, name: str) -> tuple[str, str]:
    base, place = plan.base, plan.places[name]
    station = (place - base.start_point).dot(base.direction)
    return (base.start, base.end) if station < base.length_mm / 2 else (base.end, base.start)


_SCHOOLS: dict[School, Callable[[_Plan], list[Asked]]] = {
    School.EQUAL_DIAGONALS: _equal_diagonals,
    School.COMPUTED_DIAGONAL: _computed_diagonal,
    School.THREE_FOUR_FIVE: _three_four_five,
    School.SHORTEST_DISTANCE: _shortest_distance,
    School.FRAMING_SQUARE: _framing_square,
    School.SQUARE_LASER: _square_laser,
    School.STATION_OFFSET: _station_offset,
    School.TIES: _ties,
}
