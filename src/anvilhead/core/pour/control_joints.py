"""Control joints: a slab is parted into panels small and square enough that it cracks where it was cut.

The rule of the trade: panels no longer than so many times the thickness (24 to 36; 30 here until something else is
typed), no more than one and a half times as long as wide, and a joint from every inner corner, where cracks begin.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise

from anvilhead.core.geometry.point import Point
from anvilhead.core.pour.across import Chord, chords_across, extent
from anvilhead.core.units.tolerances import COINCIDENT_MM, FLOAT_SLACK

USUAL_TIMES = 30.0
"""Longest side of a panel in thicknesses."""
USUAL_ASPECT = 1.5
"""Longest side of a panel over its shortest."""
CUT_SHARE = 0.25
"""A joint is cut at least so deep, of the thickness."""
MOST_PARTS, MOST_PANELS = 100, 400
"""Beyond these, along one stretch and in all, what was typed is absurd; panels stay longer than it asks for."""


@dataclass(frozen=True, slots=True)
class JointPlan:
    """Where joints are cut.

    Attributes:
        joints: stretches inside the slab; from_corners: those that begin at an inner corner.
        longest_mm, shortest_mm: sides of the largest and of the narrowest panel; aspect: the worst of any panel.
    """

    joints: tuple[Chord, ...]
    panels: int
    longest_mm: float
    shortest_mm: float
    aspect: float


def joint_plan(outline: Sequence[Point], ahead: Point, most_mm: float, most_aspect: float) -> JointPlan:
    """Joints along a direction and square to it.

    Args:
        outline: faces of the slab, closed.
        ahead: the direction of its baseline, a unit vector.
        most_mm: the longest side of a panel.
        most_aspect: longest over shortest side of a panel, 1 or more.
    """
    axes = (ahead, ahead.left())
    inner = _inner_corners(outline)
    lines = [_lines(outline, inner, axis, most_mm) for axis in axes]
    _square_up(lines, most_mm, most_aspect)
    joints: list[Chord] = []
    for axis, other, places in ((axes[0], axes[1], lines[1]), (axes[1], axes[0], lines[0])):
        for at in places[1:-1]:
            # a joint along an edge is that edge: the side that lies inside is read
            joints += _inside(outline, other * at, axis)
    spans = [[b - a for a, b in pairwise(places)] for places in lines]
    longest = max(max(one) for one in spans)
    shortest = min(min(one) for one in spans)
    aspect = max(max(a, b) / min(a, b) for a in spans[0] for b in spans[1])
    return JointPlan(tuple(joints), _panels(outline, axes, lines), longest, shortest, aspect)


def _inner_corners(outline: Sequence[Point]) -> list[Point]:
    """Corners that turn into the slab."""
    count = len(outline)
    area = sum(outline[i].cross(outline[(i + 1) % count]) for i in range(count))
    found = []
    for i in range(count):
        before, at, after = outline[i - 1], outline[i], outline[(i + 1) % count]
        turn = (at - before).cross(after - at)
        if turn * area < 0:
            found.append(at)
    return found


def _lines(outline: Sequence[Point], inner: Sequence[Point], axis: Point, most_mm: float) -> list[float]:
    """Places along a direction where panels end: both ends, every inner corner, and equal parts between."""
    low, high = extent(outline, axis)
    given = [low]
    for at in sorted(point.dot(axis) for point in inner):
        if at - given[-1] > COINCIDENT_MM and high - at > COINCIDENT_MM:
            given.append(at)
    given.append(high)
    found = [low]
    for start, end in pairwise(given):
        parts = min(MOST_PARTS, max(1, math.ceil((end - start) / most_mm - FLOAT_SLACK)))
        found += [start + (end - start) * part / parts for part in range(1, parts + 1)]
    return found


def _square_up(lines: list[list[float]], most_mm: float, most_aspect: float) -> None:
    """Halve the longest spans until every panel is square enough, or halving helps no more."""
    while (len(lines[0]) - 1) * (len(lines[1]) - 1) < MOST_PANELS:
        spans = [[(b - a, a, b) for a, b in pairwise(places)] for places in lines]
        longs, shorts = [max(one) for one in spans], [min(one) for one in spans]
        worst = max((0, 1), key=lambda way: longs[way][0] / shorts[1 - way][0])
        aspect = longs[worst][0] / shorts[1 - worst][0]
        if aspect <= most_aspect + FLOAT_SLACK:
            return
        _, start, end = longs[worst]
        # two halves must not be worse the other way round
        halved = longs[1 - worst][0] / ((end - start) / 2)
        if halved >= aspect:
            return
        lines[worst].append((start + end) / 2)
        lines[worst].sort()


def _inside(outline: Sequence[Point], through: Point, axis: Point) -> list[Chord]:
    """The stretches of a line inside an outline; where it lies along an edge, what is inside on both sides of it."""
    hair = axis.left() * (COINCIDENT_MM / 2)
    one = chords_across(outline, through + hair, axis)
    other = chords_across(outline, through - hair, axis)
    spans = []
    for chord in one:
        a0, a1 = chord.start.dot(axis), chord.end.dot(axis)
        for beside in other:
            low, high = max(a0, beside.start.dot(axis)), min(a1, beside.end.dot(axis))
            if high - low > COINCIDENT_MM * 2:
                off = through - axis * through.dot(axis)
                spans.append(Chord(off + axis * low, off + axis * high))
    return spans


def _panels(outline: Sequence[Point], axes: tuple[Point, Point], lines: list[list[float]]) -> int:
    """Panels that have any of the slab in them, by their rows."""
    count = 0
    for low, high in pairwise(lines[1]):
        chords = chords_across(outline, axes[1] * ((low + high) / 2), axes[0])
        for chord in chords:
            start, end = chord.start.dot(axes[0]), chord.end.dot(axes[0])
            count += sum(min(b, end) - max(a, start) > COINCIDENT_MM for a, b in pairwise(lines[0]))
    return count
