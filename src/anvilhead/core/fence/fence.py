"""Every post of a fence along an open run: ends, corners, gates, and the line posts between them.

Stations count along the run from its first corner, to post centres.  The run is the string: posts stand on one side of
it, touching it with a face or a gap off it, or astride it; a corner post is offset from both its legs.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from enum import StrEnum
from itertools import pairwise

from anvilhead.core.fence.bays import Remainder, bay_widths, stations_between
from anvilhead.core.geometry.along import Path
from anvilhead.core.geometry.point import Point
from anvilhead.core.units.errors import GeometryError
from anvilhead.core.units.tolerances import COINCIDENT_MM

MOST_POSTS = 5000
"""More than this is a bay typed wrong."""
SHARPEST = 0.1
"""Legs that nearly fold back on each other have no corner that a post could be offset to from both."""


class PostKind(StrEnum):
    """What a post does."""

    END = "end"
    CORNER = "corner"
    GATE = "gate"
    LINE = "line"


class Touches(StrEnum):
    """What of a post the string meets."""

    FACE = "face"
    CENTRE = "centre"
    GAP = "gap"


@dataclass(frozen=True, slots=True)
class Gate:
    """A gate: station of its first post's inner face, and the clear width between the faces, millimetres."""

    at_mm: float
    opening_mm: float


@dataclass(frozen=True, slots=True)
class FenceRule:
    """How posts stand, millimetres.

    Attributes:
        bay_mm: from centre to centre as wanted; remainder: what becomes of the rest.
        post_mm: width of a post.
        touches, gap_mm: what the string meets, and how far off it stands clear.
        to_left: whether posts stand to the left of the string, walking from its first corner.
        gates: in any order.
        moved_mm: line posts moved along the run from where the bays put them, by their number from nothing.
    """

    bay_mm: float
    remainder: Remainder
    post_mm: float
    touches: Touches = Touches.CENTRE
    gap_mm: float = 0.0
    to_left: bool = True
    gates: tuple[Gate, ...] = ()
    moved_mm: Mapping[int, float] = field(default_factory=dict)

    @property
    def offset_mm(self) -> float:
        """From the string to the post's centre, square to it."""
        half = self.post_mm / 2
        return {Touches.FACE: half, Touches.CENTRE: 0.0, Touches.GAP: half + self.gap_mm}[self.touches]


@dataclass(frozen=True, slots=True)
class FencePost:
    """A post: its kind, its station, the corner of the run it stands at, and where the middle of its hole goes."""

    kind: PostKind
    station_mm: float
    centre: Point
    corner: int | None = None


@dataclass(frozen=True, slots=True)
class FenceBay:
    """From one post to the next, by their numbers from nothing: width between stations, and between hole centres."""

    start: int
    end: int
    width_mm: float
    apart_mm: float
    is_gate: bool


@dataclass(frozen=True, slots=True)
class Fence:
    """All posts in the order walked, and the bays between them."""

    posts: tuple[FencePost, ...]
    bays: tuple[FenceBay, ...]


@dataclass(frozen=True, slots=True)
class Mark:
    """Where a post is marked along the run; `opens`: the gate that it carries opens behind it."""

    station_mm: float
    kind: PostKind
    corner: int | None = None
    opens: bool = False


def marks_along(run: Path, rule: FenceRule) -> list[Mark]:
    """Where every post of a fence is marked, in the order walked.

    Args:
        run: the string from its first corner to its last.
        rule: how posts stand.

    Raises:
        GeometryError: when a gate does not fit on the run, a post is moved past another, or there are more posts than
            anybody sets.
    """
    given = _given(run, rule)
    if run.length_mm / rule.bay_mm > MOST_POSTS:
        message = f"So narrow a bay makes more than {MOST_POSTS} posts. Type a wider one."
        raise GeometryError("too-many-posts", message)
    marks: list[Mark] = []
    for one, other in pairwise(given):
        marks.append(one)
        if one.opens:
            continue
        at_end = other.kind is PostKind.GATE and one.kind is not PostKind.GATE
        widths = bay_widths(other.station_mm - one.station_mm, rule.bay_mm, rule.remainder, gate_at_end=at_end)
        marks += [Mark(mm, PostKind.LINE) for mm in stations_between(one.station_mm, other.station_mm, widths)]
    return _moved([*marks, given[-1]], rule)


def _moved(marks: list[Mark], rule: FenceRule) -> list[Mark]:
    """Line posts moved by hand; none past its neighbour, and none that is given its place by something else."""
    for number, by_mm in rule.moved_mm.items():
        if not 0 <= number < len(marks):
            continue  # the plan says so with the post's number
        mark = marks[number]
        if mark.kind is not PostKind.LINE:
            message = f"Post {number + 1} has its place from the run or a gate: move that, not the post."
            raise GeometryError("given-post", message)
        at = mark.station_mm + by_mm
        if not marks[number - 1].station_mm < at < marks[number + 1].station_mm:
            raise GeometryError("past-neighbour", f"Post {number + 1} would move past the one beside it. Move it less.")
        marks[number] = replace(mark, station_mm=at)
    return marks


def fence_along(run: Path, rule: FenceRule) -> Fence:
    """Every post of a fence, and where its hole goes.

    Args:
        run: the string from its first corner to its last.
        rule: how posts stand.

    Raises:
        GeometryError: as `marks_along`.
    """
    marks = marks_along(run, rule)
    posts = tuple(
        FencePost(mark.kind, mark.station_mm, hole_centre(run, rule, mark.station_mm, mark.corner), mark.corner)
        for mark in marks
    )
    bays = tuple(
        FenceBay(n, n + 1, b.station_mm - a.station_mm, a.centre.distance_to(b.centre), marks[n].opens)
        for n, (a, b) in enumerate(pairwise(posts))
    )
    return Fence(posts, bays)


def hole_centre(run: Path, rule: FenceRule, station_mm: float, corner: int | None = None) -> Point:
    """Where the middle of a hole goes: square off the string at a station, off both legs at a corner."""
    way = rule.offset_mm if rule.to_left else -rule.offset_mm
    if corner is not None and 0 < corner < len(run.points) - 1:
        before, after = run.ways[corner - 1].left(), run.ways[corner].left()
        both = 1.0 + before.dot(after)
        if both > SHARPEST:
            return run.points[corner] + (before + after) * (way / both)
    return run.at(station_mm) + run.ways[run.leg_at(station_mm)].left() * way


def _given(run: Path, rule: FenceRule) -> list[Mark]:
    stations = run.stations
    last = len(stations) - 1
    given = [Mark(mm, PostKind.END if n in (0, last) else PostKind.CORNER, n) for n, mm in enumerate(stations)]
    for gate in _in_order(run, rule):
        for mm, opens in gate:
            here = next((one for one in given if abs(one.station_mm - mm) <= COINCIDENT_MM), None)
            if here is None:
                given.append(Mark(mm, PostKind.GATE, None, opens))
            else:  # an end, a corner or another gate's post serves this gate too
                given.remove(here)
                given.append(Mark(here.station_mm, PostKind.GATE, here.corner, opens or here.opens))
    return sorted(given, key=lambda one: one.station_mm)


def _in_order(run: Path, rule: FenceRule) -> list[tuple[tuple[float, bool], tuple[float, bool]]]:
    """Both post centres of every gate, the first of which opens; refused where they do not fit."""
    half, length = rule.post_mm / 2, run.length_mm
    found: list[tuple[tuple[float, bool], tuple[float, bool]]] = []
    before = -COINCIDENT_MM
    for number, gate in sorted(enumerate(rule.gates, 1), key=lambda one: one[1].at_mm):
        first, second = gate.at_mm - half, gate.at_mm + gate.opening_mm + half
        if gate.opening_mm + rule.post_mm > length + COINCIDENT_MM:
            raise GeometryError("gate-too-wide", f"Gate {number} is wider than the whole run. Make it narrower.")
        if first < -COINCIDENT_MM or second > length + COINCIDENT_MM:
            end = "begins before the run does" if first < 0 else "ends beyond the run"
            raise GeometryError("gate-off-run", f"Gate {number} {end}. Move it along.")
        if any(first + COINCIDENT_MM < mm < second - COINCIDENT_MM for mm in run.stations):
            raise GeometryError("gate-round-corner", f"Gate {number} lies across a corner of the run. Move it along.")
        if first < before - COINCIDENT_MM:
            message = f"Gate {number} begins before the gate beside it ends. Move one of them."
            raise GeometryError("gates-overlap", message)
        found.append(((first, True), (second, False)))
        before = second
    return found


def too_near(fence: Fence, rule: FenceRule, hole_mm: float | None) -> Sequence[tuple[int, float]]:
    """Bays whose two posts stand in one another, or whose holes run into one another, and by how much, millimetres.

    Args:
        fence: worked out.
        rule: how its posts stand.
        hole_mm: across a hole; None where there are none.
    """
    least = max(rule.post_mm, hole_mm or 0.0)
    return [(n, least - bay.apart_mm) for n, bay in enumerate(fence.bays) if bay.apart_mm < least - COINCIDENT_MM]
