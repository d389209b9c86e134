"""How well each school of squaring knows every corner, by propagating the instruments' errors.

From the held baseline A→B: its direction is the string itself, A is fixed, B a pull away.  Each school comes to
its pulls in order, and to the covariance of every corner; the cost grows linearly with the corners.
"""

import math
from collections.abc import Callable
from dataclasses import dataclass
from enum import StrEnum

from anvilhead.core.adjust.adjustment import Ellipse, adjust, ellipse_of
from anvilhead.core.check.traps import is_rectangle
from anvilhead.core.geometry.footprint import Footprint, Side
from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.instrument import LASER_RAD, STRING_MM
from anvilhead.core.measure.observation import Distance
from anvilhead.core.measure.tape import STEEL_TAPE, TapeClass
from anvilhead.core.measure.triangle import Triangle, largest_triangle
from anvilhead.core.units.tolerances import POOR_CROSSING_SINE, RIGHT_ANGLE_RAD, STRAIGHT_RAD


class School(StrEnum):
    """A way to get corners square."""

    EQUAL_DIAGONALS = "equal-diagonals"
    COMPUTED_DIAGONAL = "computed-diagonal"
    THREE_FOUR_FIVE = "3-4-5"
    SHORTEST_DISTANCE = "shortest-distance"
    FRAMING_SQUARE = "framing-square"
    SQUARE_LASER = "square-laser"
    STATION_OFFSET = "station-offset"
    TIES = "ties"


@dataclass(frozen=True, slots=True)
class Instruments:
    """What the crew works with.

    Attributes:
        tape: class of the tape.
        has_laser: whether a square-throwing laser is at hand; without it that school is compared, not recommended.
        laser_rad: ± of a square-throwing laser's right angle, 95 in 100, radians; 1/8 inch in 50 ft.
        square_rad: ± of a framing square held to a string, 95 in 100, radians; 1/32 inch on 2 ft.
        string_mm: ± to which a mark is put on a string, 95 in 100.
        unit_mm: what 3-4-5 multiples are counted in.
    """

    tape: TapeClass = STEEL_TAPE
    has_laser: bool = False
    laser_rad: float = LASER_RAD
    square_rad: float = (25.4 / 32) / 609.6
    string_mm: float = STRING_MM
    unit_mm: float = 304.8


@dataclass(frozen=True, slots=True)
class Spread:
    """Covariance of a corner's place, square millimetres."""

    xx: float
    xy: float
    yy: float

    @property
    def ellipse(self) -> Ellipse:
        """The 95 in 100 ellipse."""
        return ellipse_of(self.xx, self.xy, self.yy)


Pair = tuple[Point, Point]


@dataclass(frozen=True, slots=True)
class Work:
    """What a school comes to: the pulls in order, each corner's spread, and what is worth telling."""

    pulls: list[Pair]
    spreads: dict[str, Spread]
    poor: tuple[str, ...] = ()
    triangle: Triangle | None = None


class Baseline:
    """A footprint in the frame of its baseline: A at the origin, B on +x; and the tools at hand."""

    def __init__(self, footprint: Footprint, setback_mm: float, tools: Instruments) -> None:
        self.footprint = footprint
        self.tools = tools
        self.base = footprint.sides[0]
        along, origin = self.base.direction, self.base.start_point
        self.corners = {
            name: Point((p - origin).dot(along), (p - origin).dot(along.left()))
            for name, p in footprint.corners.items()
        }
        self.a, self.b = Point(0.0, 0.0), Point(self.base.length_mm, 0.0)
        self.nails = (Point(-setback_mm, 0.0), Point(self.base.length_mm + setback_mm, 0.0))
        self.others = [name for name in footprint.names if name not in (self.base.start, self.base.end)]
        self.held = {
            self.base.start: Spread(0.0, 0.0, 0.0),
            self.base.end: Spread(self.tape(self.base.length_mm) ** 2, 0.0, 0.0),
        }

    @property
    def is_square_cornered(self) -> bool:
        """Whether every corner is a right angle or on a straight wall."""
        return all(
            abs(abs(turn) - math.pi / 2) < RIGHT_ANGLE_RAD or abs(turn) < STRAIGHT_RAD
            for turn in self.footprint.turns_rad.values()
        )

    def tape(self, length_mm: float) -> float:
        """Standard deviation of a pull of this length, millimetres."""
        return self.tools.tape.sigma_mm(abs(length_mm))

    def triangle_at(self, first_mm: float, second_mm: float) -> Triangle | None:
        """The largest 3-4-5 that two strings of these lengths hold."""
        return largest_triangle(first_mm, second_mm, self.tools.unit_mm)


def _equal_diagonals(site: Baseline) -> Work | str:
    """Sides and both diagonals, adjusted together."""
    if not is_rectangle(site.footprint):
        return "only a rectangle has equal diagonals"
    names = site.footprint.names
    a, b, c, d = names
    pairs = [(a, b), (b, c), (c, d), (d, a), (a, c), (b, d)]
    lengths = [site.corners[p].distance_to(site.corners[q]) for p, q in pairs]
    observations = [Distance(p, q, mm, site.tape(mm)) for (p, q), mm in zip(pairs, lengths, strict=True)]
    fit = adjust(site.corners, (a, b), observations)
    spreads = {}
    for name, axes in fit.frame.axes.items():
        block = [(p, q, fit.covariance[i][j]) for i, p in axes for j, q in axes]
        spreads[name] = Spread(
            sum(p.x * q.x * v for p, q, v in block),
            sum(p.x * q.y * v for p, q, v in block),
            sum(p.y * q.y * v for p, q, v in block),
        )
    return Work([(site.corners[p], site.corners[q]) for p, q in pairs], spreads)


def _two_tapes(site: Baseline, first: Point, second: Point, pulls: list[Pair]) -> Work | str:
    """Every corner where the tapes from two known points cross; the second is a pull away from the first."""
    second_xx = site.tape(first.distance_to(second)) ** 2
    spreads, poor = dict(site.held), []
    for name in site.others:
        point = site.corners[name]
        one, other = point - first, point - second
        if abs(point.y) < site.tools.string_mm:  # on the baseline itself: a mark along the string
            spreads[name] = Spread(site.tape(one.length()) ** 2, 0.0, (site.tools.string_mm / 2) ** 2)
            pulls.append((first, point))
            continue
        u, v = one.unit(), other.unit()
        sine = u.cross(v)
        if abs(sine) < POOR_CROSSING_SINE:
            poor.append(name)
        by_first = site.tape(one.length()) ** 2
        by_second = site.tape(other.length()) ** 2 + v.x * v.x * second_xx
        # dP = ((v.y·e1 - u.y·e2), (-v.x·e1 + u.x·e2)) / (u × v)
        spreads[name] = Spread(
            (v.y * v.y * by_first + u.y * u.y * by_second) / sine**2,
            -(v.y * v.x * by_first + u.y * u.x * by_second) / sine**2,
            (v.x * v.x * by_first + u.x * u.x * by_second) / sine**2,
        )
        pulls += [(first, point), (second, point)]
    return Work(pulls, spreads, tuple(poor))


def _computed_diagonal(site: Baseline) -> Work | str:
    """The side from one end of the baseline, the computed diagonal from the other."""
    return _two_tapes(site, site.a, site.b, [(site.a, site.b)])


def _ties(site: Baseline) -> Work | str:
    """Two distances from the nails on the baseline's boards, which survive the dig."""
    return _two_tapes(site, *site.nails, pulls=[(site.a, site.b), site.nails])


def _chain(site: Baseline, sigma_at: Callable[[Side, Side], tuple[float, Triangle | None]], pulls_each: int) -> Work:
    """Corner after corner from the baseline, half of them round each way, each squared off the line before.

    A turn that is off swings everything beyond it; sums over the turns so far give each corner in one step.
    """
    sides = site.footprint.sides
    spreads, pulls = dict(site.held), [(site.a, site.b)]
    first: Triangle | None = None
    count = len(site.others)
    ahead = count if not site.footprint.closed else (count + 1) // 2
    ways = [(site.base, list(sides[1 : 1 + ahead]), site.base.end, site.held[site.base.end])]
    back = [Side(s.end, s.start, s.end_point, s.start_point) for s in reversed(sides)]
    ways.append((site.base, back[: count - ahead], site.base.start, site.held[site.base.start]))
    for before, legs, start, spread in ways:
        turns = [0.0] * 6
        xx, xy, yy = spread.xx, spread.xy, spread.yy
        at, arriving = site.corners[start], before
        for leg in legs:
            sigma, triangle = sigma_at(arriving, leg)
            first = first or triangle
            turns = [
                t + sigma**2 * part
                for t, part in zip(turns, (1.0, at.x, at.y, at.x**2, at.x * at.y, at.y**2), strict=True)
            ]
            to = site.corners[leg.end]
            along, along_mm = (to - at).unit(), site.tape(leg.length_mm) ** 2
            xx, xy, yy = (
                xx + along_mm * along.x**2, xy + along_mm * along.x * along.y, yy + along_mm * along.y**2
            )  # fmt: skip
            s, sx, sy, sxx, sxy, syy = turns
            spreads[leg.end] = Spread(
                xx + s * to.y**2 - 2 * sy * to.y + syy,
                xy - (s * to.x * to.y - sx * to.y - sy * to.x + sxy),
                yy + s * to.x**2 - 2 * sx * to.x + sxx,
            )
            pulls += _corner_pulls(site, at, arriving, to, triangle, pulls_each)
            at, arriving = to, leg
    return Work(pulls, spreads, triangle=first)


def _corner_pulls(
    site: Baseline, at: Point, arriving: Side, to: Point, triangle: Triangle | None, pulls_each: int
) -> list[Pair]:
    """Marks of the triangle at a corner, then the leg itself."""
    if triangle is None or pulls_each == 1:
        return [(at, to)]
    along = (to - at).unit()
    back = Point(arriving.direction.dot(site.base.direction), site.base.direction.cross(arriving.direction))
    one, other = at + back * triangle.first_mm, at + along * triangle.second_mm
    return [(at, one), (at, other), (one, other), (at, to)]


def _three_four_five(site: Baseline) -> Work | str:
    """Each corner squared by the largest 3-4-5 its two walls hold."""
    if not site.is_square_cornered:
        return "not every corner is a right angle"

    def sigma_at(before: Side, leg: Side) -> tuple[float, Triangle | None]:
        triangle = site.triangle_at(before.length_mm, leg.length_mm)
        return (triangle.sigma_rad(site.tools.tape), triangle) if triangle else (site.tools.square_rad / 2, None)

    return _chain(site, sigma_at, 4)


def _framing_square(site: Baseline) -> Work | str:
    """Each corner squared by a framing square held to the string."""
    if not site.is_square_cornered:
        return "a framing square only throws right angles"
    return _chain(site, lambda *_: (site.tools.square_rad / 2, None), 1)


def _square_off(site: Baseline, sigma_rad: float, triangle: Triangle | None, shots: bool) -> Work:
    """Every corner by its station along the baseline and its distance square off it."""
    spreads, pulls, stations = dict(site.held), [(site.a, site.b)], set()
    for name in site.others:
        point = site.corners[name]
        foot = Point(point.x, 0.0)
        spreads[name] = Spread(site.tape(point.x) ** 2 + (point.y * sigma_rad) ** 2, 0.0, site.tape(point.y) ** 2)
        station = round(point.x)
        if station not in stations and station not in (0, round(site.b.x)):
            pulls.append((site.a, foot))
        if station not in stations:
            stations.add(station)
            if triangle and not shots:
                marks = foot + Point(triangle.first_mm, 0.0), foot + Point(0.0, triangle.second_mm)
                pulls += [(foot, marks[0]), (foot, marks[1]), marks]
            elif shots:
                pulls.append((foot, Point(point.x, point.y)))
        if abs(point.y) > site.tools.string_mm:
            pulls.append((foot, point))
    return Work(pulls, spreads, triangle=triangle)


def _square_laser(site: Baseline) -> Work | str:
    """Stand on the station, aim along the baseline, read the right angle at the far corner."""
    return _square_off(site, site.tools.laser_rad / 2, None, shots=True)


def _station_offset(site: Baseline) -> Work | str:
    """Stations along the baseline, squared off by the largest 3-4-5 that the baseline and the offsets hold."""
    reach = max((abs(site.corners[name].y) for name in site.others), default=0.0)
    triangle = site.triangle_at(site.base.length_mm, reach)
    sigma = triangle.sigma_rad(site.tools.tape) if triangle else site.tools.square_rad / 2
    return _square_off(site, sigma, triangle, shots=False)


def _shortest_distance(site: Baseline) -> Work | str:
    """Parallel lines by the least reading of a swung tape, places along them by a diagonal."""
    parallel = [side for side in site.footprint.sides[1:] if abs(side.direction.cross(site.base.direction)) < 1e-6]
    if not parallel:
        return "no wall runs parallel to the baseline"
    spreads, pulls = dict(site.held), [(site.a, site.b)]
    for name in site.others:
        point = site.corners[name]
        end = site.a if abs(point.x) >= abs(point.x - site.b.x) else site.b
        away = point - end
        by_swing = site.tape(point.y) ** 2
        slope = away.y / away.x
        along = (site.tape(away.length()) * away.length() / away.x) ** 2
        base = site.held[site.base.end].xx if end is site.b else 0.0
        spreads[name] = Spread(along + base + slope**2 * by_swing, -slope * by_swing, by_swing)
        pulls += [(Point(point.x, 0.0), point), (end, point)]
    return Work(pulls, spreads)


SCHOOLS: dict[School, Callable[[Baseline], Work | str]] = {
    School.EQUAL_DIAGONALS: _equal_diagonals,
    School.COMPUTED_DIAGONAL: _computed_diagonal,
    School.THREE_FOUR_FIVE: _three_four_five,
    School.SHORTEST_DISTANCE: _shortest_distance,
    School.FRAMING_SQUARE: _framing_square,
    School.SQUARE_LASER: _square_laser,
    School.STATION_OFFSET: _station_offset,
    School.TIES: _ties,
}
