"""A corner or stake is gone: the best way to set it again from what is left.

Two ties cross at the point and at its mirror image on the other side of the line between the two nails; a line and
a distance do not have that trap but need the string.  Each way's error is that of its tapes and of the points it
starts from, by the crossing angle.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from enum import StrEnum
from itertools import combinations

from anvilhead.core.adjust.adjustment import Ellipse, ellipse_of
from anvilhead.core.adjust.hold import Spread
from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.tape import TapeClass
from anvilhead.core.units.errors import GeometryError
from anvilhead.core.units.tolerances import COINCIDENT_MM, POOR_CROSSING_SINE

ON_LINE_MM = 1.0
"""A point this near the line through two others is on their string."""


NOTHING_DOUBTED = Spread({}, ())
"""Survivors that stand exactly where they should."""


class FoundFrom(StrEnum):
    """How a point is found again."""

    TIES = "ties"
    LINE = "line"


@dataclass(frozen=True, slots=True)
class Survivor:
    """A point that is still there, where it stands, and where it was meant to; there where only that is known."""

    name: str
    place: Point
    planned: Point


@dataclass(frozen=True, slots=True)
class Tie:
    """A tape of the way: from a survivor, what it should read without burn, millimetres."""

    start: str
    length_mm: float


@dataclass(frozen=True, slots=True)
class Recovery:
    """One way to set a point again.

    Attributes:
        way: ties from two survivors, or along the string between them and a distance from the first.
        ties: two, or one.
        line: of a line: the survivors that carry the string.
        ellipse: where the point will be, 95 in 100.
        crossing_rad: angle at which the tapes cross; a right angle for a line.
        mirror: the other place where the tapes cross; None for a line.
        check: a third survivor to measure from; what it reads at the point; and at the mirror image.
    """

    way: FoundFrom
    ties: tuple[Tie, ...]
    line: tuple[str, str] | None
    ellipse: Ellipse
    crossing_rad: float
    mirror: Point | None
    check: Tie | None
    check_mirror_mm: float | None

    @property
    def is_poor(self) -> bool:
        """Whether the tapes cross under 30 or over 150 degrees."""
        return math.sin(self.crossing_rad) < POOR_CROSSING_SINE


def recoveries(
    lost: Point, survivors: Sequence[Survivor], tape: TapeClass, string_mm: float, spread: Spread | None = None
) -> tuple[Recovery, ...]:
    """Every way to set a point again, the one with the smallest error first.

    Args:
        lost: where the point should stand.
        survivors: two or more points that are left.
        tape: class of the tape.
        string_mm: ± to which a mark is put on a string.
        spread: how well the survivors are known together; exactly when None.

    Raises:
        GeometryError: when fewer than two points are left, or none of them can reach it.
    """
    if len(survivors) < 2:
        raise GeometryError("too-few-left", "Two known points are needed to set a third. Name another that is left.")
    known = spread or NOTHING_DOUBTED
    found = []
    for one, other in combinations(survivors, 2):
        between = other.planned - one.planned
        if between.length() < COINCIDENT_MM or one.place.distance_to(other.place) < COINCIDENT_MM:
            continue
        on_line = abs(between.unit().cross(lost - one.planned)) <= ON_LINE_MM
        if on_line:
            way: Recovery | None = _by_line(lost, one, other, tape, string_mm, known)
        else:
            way = _by_ties(lost, one, other, tape, known)
        if way is not None:
            found.append(_with_check(way, lost, survivors))
    if not found:
        raise GeometryError("out-of-reach", "None of the points that are left can fix this one. Name another.")
    return tuple(sorted(found, key=lambda way: (way.is_poor, way.ellipse.major_mm)))


def _by_ties(lost: Point, one: Survivor, other: Survivor, tape: TapeClass, known: Spread) -> Recovery | None:
    first, second = lost - one.place, lost - other.place
    if min(first.length(), second.length()) < COINCIDENT_MM:
        return None
    u, v = first.unit(), second.unit()
    sine = u.cross(v)
    if abs(sine) < math.sin(math.radians(5)):
        return None
    # a survivor that stands off along its tape takes the point with it
    along_u, along_v = [(one.name, u)], [(other.name, v)]
    by_first = tape.sigma_mm(first.length()) ** 2 + known.covariance_mm2(along_u, along_u)
    by_second = tape.sigma_mm(second.length()) ** 2 + known.covariance_mm2(along_v, along_v)
    both = known.covariance_mm2(along_u, along_v)
    # dP = ((v.y·e1 - u.y·e2), (-v.x·e1 + u.x·e2)) / (u × v)
    ellipse = ellipse_of(
        (v.y * v.y * by_first - 2 * v.y * u.y * both + u.y * u.y * by_second) / sine**2,
        (-v.y * v.x * by_first + (v.y * u.x + u.y * v.x) * both - u.y * u.x * by_second) / sine**2,
        (v.x * v.x * by_first - 2 * v.x * u.x * both + u.x * u.x * by_second) / sine**2,
    )
    along = (other.place - one.place).unit()
    mirror = lost - along.left() * (2 * along.cross(first))
    ties = (Tie(one.name, first.length()), Tie(other.name, second.length()))
    return Recovery(FoundFrom.TIES, ties, None, ellipse, math.asin(min(1.0, abs(sine))), mirror, None, None)


def _by_line(lost: Point, one: Survivor, other: Survivor, tape: TapeClass, string_mm: float, known: Spread) -> Recovery:
    """Along the string between two survivors, or on beyond one of them; measured from the nearer.

    The string lies as they stand: how far it passes beside the point counts as an error of this way.
    """
    near, far = sorted((one, other), key=lambda s: s.place.distance_to(lost))
    reach = near.place.distance_to(far.place)
    along = (far.place - near.place).unit()
    across = along.left()
    station, beside = (lost - near.place).dot(along), (lost - near.place).dot(across)
    away, beyond = abs(station), station / reach
    run = [(near.name, along)]
    swing = [(near.name, across * (1 - beyond)), (far.name, across * beyond)]
    lengthwise = tape.sigma_mm(away) ** 2 + known.covariance_mm2(run, run)
    sideways = (string_mm / 2) ** 2 + beside**2 + known.covariance_mm2(swing, swing)
    both = known.covariance_mm2(run, swing)
    ellipse = ellipse_of(
        along.x**2 * lengthwise + 2 * along.x * across.x * both + across.x**2 * sideways,
        along.x * along.y * lengthwise
        + (along.x * across.y + along.y * across.x) * both
        + across.x * across.y * sideways,
        along.y**2 * lengthwise + 2 * along.y * across.y * both + across.y**2 * sideways,
    )
    line = (one.name, other.name)
    return Recovery(FoundFrom.LINE, (Tie(near.name, away),), line, ellipse, math.pi / 2, None, None, None)


def _with_check(way: Recovery, lost: Point, survivors: Sequence[Survivor]) -> Recovery:
    """Add the pull that proves it: from the survivor that tells the point from its mirror image best."""
    used = {tie.start for tie in way.ties} | set(way.line or ())
    others = [s for s in survivors if s.name not in used]
    if not others:
        return way
    mirror = way.mirror
    if mirror is not None:
        third = max(others, key=lambda s: abs(s.place.distance_to(lost) - s.place.distance_to(mirror)))
    else:
        third = min(others, key=lambda s: s.place.distance_to(lost))
    return Recovery(
        way.way, way.ties, way.line, way.ellipse, way.crossing_rad, mirror,
        Tie(third.name, third.place.distance_to(lost)),
        None if mirror is None else third.place.distance_to(mirror),
    )  # fmt: skip
