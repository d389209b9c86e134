"""A corner from both ends: two independent ways round to one point must agree.

From the held line a crew can come to a corner straight from either end, or round the one way or the other.  Pulls of
each way are adjusted by themselves, both from the same held line; the difference between the two places is the
misclosure.  Within what the tapes allow the least squares share it out by weight; beyond, the corner is refused
until it is pulled again.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from operator import mul

from anvilhead.core.adjust.adjustment import Adjustment, adjust, ellipse_of
from anvilhead.core.adjust.chance import CHI_95_TWO
from anvilhead.core.check.squaring import SquareCheck
from anvilhead.core.geometry.footprint import Footprint
from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.observation import Distance, Observation, Station
from anvilhead.core.units.tolerances import CONVERGED_MM

MOST_MEETINGS = 4
"""Corners looked at: those farthest round from the held line, where both ways are long."""


@dataclass(frozen=True, slots=True)
class Meeting:
    """Two ways to a corner.

    Attributes:
        first, second: corners that each way goes over, from the held line.
        apart: second place minus first, plan frame, millimetres; misclosure_mm: how far that is.
        allowed_mm: how far the two may be apart by random errors, 95 in 100.
    """

    corner: str
    first: tuple[str, ...]
    second: tuple[str, ...]
    apart: Point
    misclosure_mm: float
    allowed_mm: float

    @property
    def agrees(self) -> bool:
        """Whether the misclosure is distributed rather than refused."""
        return self.misclosure_mm <= self.allowed_mm


def meetings(footprint: Footprint, check: SquareCheck) -> tuple[Meeting, ...]:
    """Every corner that two ways know by themselves: from either end of the held line, or round either way."""
    held = check.network.held
    if set(held) not in [{side.start, side.end} for side in footprint.sides]:
        return ()
    # both ways stand on the held line as it was read, not as the disagreement of all the rest moved it; where nobody
    # read it, as planned
    at_ends, sigma_mm = _held_as_read(footprint, check, held)
    places = {**footprint.corners, **at_ends}
    others = _round(footprint, held) if footprint.closed else [name for name in footprint.names if name not in held]
    middle = (len(others) - 1) / 2
    looked_at = sorted(range(len(others)), key=lambda i: abs(i - middle))[:MOST_MEETINGS]
    found = []
    for place in sorted(looked_at):
        corner = others[place]
        found.append(_meeting(places, sigma_mm, held, corner, ([corner], [corner]), _from_ends(check, held, corner)))
        if footprint.closed:
            ways = (others[: place + 1], others[place:])
            found.append(_meeting(places, sigma_mm, held, corner, ways, _round_ways(check, held, ways)))
    return tuple(one for one in found if one)


def _held_as_read(footprint: Footprint, check: SquareCheck, held: tuple[str, str]) -> tuple[dict[str, Point], float]:
    """The two ends of the held line, apart by the mean of its own readings; and the standard deviation of that."""
    read = [
        (one.value_mm, one.sigma_mm)
        for one in check.network.observations
        if isinstance(one, Distance) and set(one.points) == set(held)
    ]
    start, end = (footprint.corners[name] for name in held)
    if not read:
        return {held[0]: start, held[1]: end}, 0.0
    weight = sum(1 / sigma**2 for _, sigma in read)
    length = sum(mm / sigma**2 for mm, sigma in read) / weight
    at_ends = {held[0]: start, held[1]: start + (end - start).unit() * length}
    return at_ends, 1 / math.sqrt(weight)


def _round(footprint: Footprint, held: tuple[str, str]) -> list[str]:
    """The other corners, walked on from the held line's second end."""
    names = footprint.names
    end, count = names.index(held[1]), len(names)
    ahead = 1 if names[(end + 1) % count] != held[0] else -1
    return [names[(end + ahead * i) % count] for i in range(1, count - 1)]


def _meeting(
    places: dict[str, Point],
    sigma_mm: float,
    held: tuple[str, str],
    corner: str,
    ways: tuple[Sequence[str], Sequence[str]],
    own: tuple[list[Observation], list[Observation]],
) -> Meeting | None:
    """Each way adjusted by its own pulls; None when one of them does not know the corner."""
    if not all(own):
        return None

    one, other = (
        adjust({name: places[name] for name in (*held, *way)}, held, pulls, fixed=held)
        for way, pulls in zip(ways, own, strict=True)
    )
    if corner in one.loose or corner in other.loose:
        return None
    apart = other.corners[corner] - one.corners[corner]
    covariance = [fit.covariance_of(corner) for fit in (one, other)]
    if sigma_mm:  # both stand on the held line: what its own reading is off moves the two ways apart
        along = (places[held[1]] - places[held[0]]).unit() * sigma_mm
        moved = _taken_along(other, own[1], corner, held[1], along) - _taken_along(one, own[0], corner, held[1], along)
        covariance.append((moved.x * moved.x, moved.x * moved.y, moved.y * moved.y))
    xx, xy, yy = (sum(part) for part in zip(*covariance, strict=True))
    first, second = ((held[i], *way) for i, way in ((1, ways[0]), (0, list(reversed(ways[1])))))
    return Meeting(corner, first, second, apart, apart.length(), _reach_mm(apart, xx, xy, yy))


def _taken_along(fit: Adjustment, pulls: Sequence[Observation], corner: str, known: str, by: Point) -> Point:
    """How far a corner goes when a known point of its adjustment does: -Q Aᵀ P b, b what that does to each pull."""
    right = [0.0] * fit.frame.size
    for one in pulls:
        pushed = sum(vector.dot(by) for name, vector in one.gradient(fit.corners) if name == known)
        for index, slope in fit.frame.row(fit.corners, one):
            right[index] -= slope * pushed / one.sigma_mm**2
    moved = Point(0.0, 0.0)
    for index, axis in fit.frame.axes[corner]:
        moved = moved + axis * sum(map(mul, fit.covariance[index], right))
    return moved


def _reach_mm(apart: Point, xx: float, xy: float, yy: float) -> float:
    """How far the ellipse of a covariance, square millimetres, reaches in a direction: 95 of 100 lie within it."""
    if apart.length() <= CONVERGED_MM:
        return ellipse_of(xx, xy, yy).minor_mm
    square = (yy * apart.x**2 - 2 * xy * apart.x * apart.y + xx * apart.y**2) / (xx * yy - xy * xy)
    return apart.length() * CHI_95_TWO / math.sqrt(square)


def _from_ends(check: SquareCheck, held: tuple[str, str], corner: str) -> tuple[list[Observation], list[Observation]]:
    """Pulls straight from either end of the held line; a swung tape goes to the way that has less."""
    ends: dict[str, list[Observation]] = {held[1]: [], held[0]: []}
    swung: list[Observation] = []
    for one in check.network.observations:
        if set(one.points) - {*held, corner} or corner not in one.points:
            continue
        if isinstance(one, Distance):
            ends[one.end if one.start == corner else one.start].append(one)
        elif isinstance(one, Station) and one.line[0] in ends:
            ends[one.line[0]].append(one)
        else:  # swung to the line, or thrown from the corner itself
            swung.append(one)
    for one in swung:
        min(ends.values(), key=len).append(one)
    return ends[held[1]], ends[held[0]]


def _round_ways(
    check: SquareCheck, held: tuple[str, str], ways: tuple[Sequence[str], Sequence[str]]
) -> tuple[list[Observation], list[Observation]]:
    """Pulls that stay on one way round; what both could use belongs to the shorter."""
    if len(ways[0]) <= len(ways[1]):
        taken = _within(check, held, ways[0])
        return taken, [one for one in _within(check, held, ways[1]) if one not in taken]
    taken = _within(check, held, ways[1])
    return [one for one in _within(check, held, ways[0]) if one not in taken], taken


def _within(check: SquareCheck, held: tuple[str, str], way: Sequence[str]) -> list[Observation]:
    over, line = {*way, *held}, set(held)
    return [one for one in check.network.observations if set(one.points) <= over and set(one.points) != line]
