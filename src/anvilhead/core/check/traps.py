"""Traps: readings that look right and prove nothing, or that cannot be what they seem, and the classic sum.

Each is worked out from this round's readings, with the amount it could cost; none is a general warning.
"""

import math
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from enum import StrEnum
from operator import mul

from anvilhead.core.adjust.adjustment import Ellipse
from anvilhead.core.adjust.normal_matrix import factorise
from anvilhead.core.adjust.thrown import LAID_ANEW, Line, aim_mm, off_mm, throws_from
from anvilhead.core.geometry.footprint import Footprint
from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.tape import Pull, PullKind, TapeClass, ordered_pair
from anvilhead.core.units.tolerances import COINCIDENT_MM, SMALLEST_MOVE_MM
from anvilhead.core.units.units import INCH_MM, SIXTEENTH_MM

SLIP_SHARE = 0.1
"""Opposite sides that differ by more than this share of their length are a misread tape, not a trapezoid."""

WEAK_FACTOR = 2.0
"""A corner whose ellipse reaches this many tolerances is too poorly known to be called good."""

SHORT_SHARE = 1 / 3
"""A side, or a triangle, shorter than this share of the longest wall is short."""

NAIL_MM = (2.5, 4.5)
"""Thickness of the nails and lines in use: what a string on the wrong side of its nail is off."""

WHOLE_MM = {True: INCH_MM, False: 10.0}
"""What a reading is rounded to in feet and in metres when somebody rounds it: an inch, a centimetre."""


ROUNDED_BY_MM = 3.0
"""A call this far from a whole number is not read as one by chance."""


class TrapKind(StrEnum):
    """What the readings would fool an eye with, or what the classic sum says about them."""

    EQUAL_DIAGONALS = "equal-diagonals"
    """Both diagonals agree although opposite sides do not: a trapezoid, not a rectangle."""

    DIAGONALS_ALONE = "diagonals-alone"
    """Both diagonals agree but opposite sides were not all pulled: still no proof."""

    NO_DIAGONAL = "no-diagonal"
    """All sides were pulled and no diagonal: it can rack, and the sides cannot tell."""

    RACKED = "racked"
    """Opposite sides agree and the diagonals do not: the far side has slid along."""

    SHORT_SIDE = "short-side"
    """A corner hangs on a short side: square there, it is still off at the far end."""

    SMALL_TRIANGLE = "small-triangle"
    """A corner was squared by a triangle much smaller than its walls."""

    SLOPE = "slope"
    """The ground falls between the ends of a pull that was not levelled: the tape reads long."""

    ROUNDED = "rounded"
    """One reading is a whole inch or centimetre among finer ones."""

    MIRRORED = "mirrored"
    """A corner stands where the same tapes cross a second time."""

    NEAR_AIM = "near-aim"
    """A right angle was aimed by a mark nearer than what it was thrown at."""

    EVERY_WRONG_SIDE = "every-wrong-side"
    """Every line lies as much too far out, or in, as a nail is thick: all strings may lie on the other side."""

    WRONG_SIDE = "wrong-side"
    """One nail alone is off, by about its own thickness: the string may lie on its other side."""


KNOWN_BY_SIDES = (TrapKind.EQUAL_DIAGONALS, TrapKind.DIAGONALS_ALONE, TrapKind.NO_DIAGONAL)
"""Traps that lie in sides nobody knows; there are none where every side is as cut."""


@dataclass(frozen=True, slots=True)
class Trap:
    """A trap seen in a round's readings.

    Attributes:
        kind: which one.
        amount_mm: what it costs or shows: difference of the opposite sides, how far the far side has slid, how far
            off a corner may be, how much too long the tape reads; 0 where there is none.
        points: what the amount is about: sides, or the ends of a pull, or a corner and the short side at it.
    """

    kind: TrapKind
    amount_mm: float = 0.0
    points: tuple[str, str] = ("", "")


def traps_in(
    footprint: Footprint,
    pulls: Sequence[Pull],
    tolerance_mm: float,
    tape: TapeClass,
    ellipses: Mapping[str, Ellipse | None],
    heights_mm: Mapping[str, float],
) -> tuple[Trap, ...]:
    """Look for traps.

    Args:
        footprint: the planned outline.
        pulls: of one round.
        tolerance_mm: what a corner may be off.
        tape: class of the tape.
        ellipses: how well each corner is known, None while it can move.
        heights_mm: ground heights by point, where they are known.
    """
    found = [*_rectangle_traps(footprint, pulls, tolerance_mm, tape), *_weak(footprint, pulls, tolerance_mm, ellipses)]
    found += _slope(pulls, heights_mm, tolerance_mm)
    found += _rounded(footprint, pulls)
    return tuple(found)


def near_aims(pulls: Sequence[Pull], planned: Mapping[str, Point], lines: Mapping[str, Line]) -> list[Trap]:
    """Right angles aimed by a mark nearer than what they were thrown at: what a sixteenth there makes at the corner."""
    found: dict[str, Trap] = {}
    for pull in pulls:
        if pull.kind is PullKind.SQUARE and pull.instrument not in LAID_ANEW:
            line = throws_from(pull, lines)
            aim, off = aim_mm(pull, planned, line), off_mm(pull, planned, line)
            if off > aim > 0:
                found[pull.end] = Trap(TrapKind.NEAR_AIM, SIXTEENTH_MM * off / aim, (pull.end, pull.line))
    return list(found.values())


def wrong_side(inward_mm: Iterable[float]) -> Trap | None:
    """Whether one nail alone is off by about a nail's thickness.

    Args:
        inward_mm: how far every nail must move.
    """
    off = [abs(mm) for mm in inward_mm if abs(mm) >= SMALLEST_MOVE_MM]
    if len(off) == 1 and NAIL_MM[0] <= off[0] <= NAIL_MM[1]:
        return Trap(TrapKind.WRONG_SIDE, off[0])
    return None


def every_wrong_side(footprint: Footprint, found: Mapping[str, Point]) -> Trap | None:
    """Whether all lines of a closed outline lie about a nail's thickness too far out, or in, and nothing else is wrong.

    The outline as found is laid over its plan by shift, turn and an offset of all its lines together, by least squares
    over both ends of every line; what that leaves over must be no more than a tape can know.

    Args:
        footprint: the planned outline.
        found: its corners where they are.
    """
    if not footprint.closed or any(name not in found for name in footprint.names):
        return None
    rows, offs = [], []
    middle = Point(
        sum(point.x for point in footprint.points) / len(footprint.points),
        sum(point.y for point in footprint.points) / len(footprint.points),
    )
    for side in footprint.sides:
        out = footprint.inward(side) * -1
        for name, planned in ((side.start, side.start_point), (side.end, side.end_point)):
            turned = (planned - middle).left()
            rows.append((1.0, out.x, out.y, turned.dot(out) / footprint.perimeter_mm))
            offs.append((found[name] - planned).dot(out))
    fit = _least_squares(rows, offs)
    if fit is None:
        return None
    left = max(abs(off - sum(map(mul, row, fit))) for row, off in zip(rows, offs, strict=True))
    if NAIL_MM[0] <= abs(fit[0]) <= NAIL_MM[1] and left <= SIXTEENTH_MM / 2:
        return Trap(TrapKind.EVERY_WRONG_SIDE, abs(fit[0]), ("out" if fit[0] > 0 else "in", ""))
    return None


def _least_squares(rows: Sequence[Sequence[float]], offs: Sequence[float]) -> list[float] | None:
    """Least squares; None where the rows do not tell the unknowns apart."""
    size = range(len(rows[0]))
    found = factorise([[sum(row[i] * row[j] for row in rows) for j in size] for i in size])
    if found.dropped:
        return None
    return found.solve([sum(row[i] * off for row, off in zip(rows, offs, strict=True)) for i in size])


def _rectangle_traps(
    footprint: Footprint, pulls: Sequence[Pull], tolerance_mm: float, tape: TapeClass
) -> tuple[Trap, ...]:
    """Equal diagonals and unequal sides; of other shapes, sides without a diagonal."""
    read = {pull.pair: pull.length_mm for pull in pulls if pull.kind is PullKind.POINTS}
    sides = [ordered_pair(side.start, side.end) for side in footprint.sides]
    if all(side in read for side in sides) and len(read) == len(pulls) == len(sides) > 3 and footprint.closed:
        return (Trap(TrapKind.NO_DIAGONAL),)
    if not footprint.is_rectangle:
        return ()
    a, b, c, d = footprint.names
    diagonals = [read[pair] for pair in (ordered_pair(a, c), ordered_pair(b, d)) if pair in read]
    if len(diagonals) < 2:
        return ()
    opposite = [pair for pair in ((sides[0], sides[2]), (sides[1], sides[3])) if pair[0] in read and pair[1] in read]
    uneven = [(abs(read[one] - read[other]), one, other) for one, other in opposite]
    if any(amount > SLIP_SHARE * read[one] for amount, one, _ in uneven):
        return ()
    allowed = max(tolerance_mm, tape.limit_mm(diagonals[0]))
    worst = max(uneven, default=(0.0, ("", ""), ("", "")))
    trap: Trap | None = None
    if abs(diagonals[0] - diagonals[1]) <= allowed:
        if worst[0] > allowed:
            trap = Trap(TrapKind.EQUAL_DIAGONALS, worst[0], ("".join(worst[1]), "".join(worst[2])))
        elif len(uneven) < 2:
            trap = Trap(TrapKind.DIAGONALS_ALONE)
    elif sides[0] in read and worst[0] <= allowed:
        trap = _racked(footprint.names, read[sides[0]], *diagonals)
    return (trap,) if trap else ()


def _weak(
    footprint: Footprint, pulls: Sequence[Pull], tolerance_mm: float, ellipses: Mapping[str, Ellipse | None]
) -> Iterable[Trap]:
    """The corner that is known worst, when that is too poorly for its tolerance, and what it hangs on."""
    known = {name: ellipses[name] for name in footprint.names}
    reach = {name: ellipse.major_mm for name, ellipse in known.items() if ellipse is not None}
    if len(reach) < len(known):
        return
    corner = max(reach, key=reach.__getitem__)
    if reach[corner] <= WEAK_FACTOR * tolerance_mm:
        return
    longest = max(side.length_mm for side in footprint.sides)
    triangles = [pull for pull in pulls if pull.kind is PullKind.TRIANGLE]
    if any(max(pull.legs_mm) < SHORT_SHARE * longest for pull in triangles):
        smallest = min(triangles, key=lambda pull: max(pull.legs_mm))
        yield Trap(TrapKind.SMALL_TRIANGLE, reach[corner], (corner, smallest.start))
        return
    short = [side for side in footprint.sides if side.length_mm < SHORT_SHARE * longest]
    near = {name for side in footprint.sides_at(corner) for name in (side.start, side.end)}
    # one beside the corner is the likelier cause
    short.sort(key=lambda side: (not near & {side.start, side.end}, side.length_mm))
    if short:
        yield Trap(TrapKind.SHORT_SIDE, reach[corner], (corner, short[0].name))


def _slope(pulls: Sequence[Pull], heights_mm: Mapping[str, float], tolerance_mm: float) -> Iterable[Trap]:
    """The pull that a fall of the ground makes longest, when none of it was noted."""
    costs = []
    for pull in pulls:
        if pull.kind is PullKind.POINTS and not pull.fall_mm and {pull.start, pull.end} <= heights_mm.keys():
            fall = heights_mm[pull.start] - heights_mm[pull.end]
            costs.append((math.hypot(pull.length_mm, fall) - pull.length_mm, pull))
    worst = max(costs, key=lambda one: one[0], default=None)
    if worst and worst[0] > tolerance_mm / 2:
        yield Trap(TrapKind.SLOPE, worst[0], (worst[1].start, worst[1].end))


def _rounded(footprint: Footprint, pulls: Sequence[Pull]) -> Iterable[Trap]:
    """A diagonal read as the whole inch or centimetre next to its call, though that is off and others read finer."""
    typed = [pull for pull in pulls if pull.typed and pull.kind is PullKind.POINTS]
    whole = [pull for pull in typed if _nearest_whole(pull.reading_mm, pull) == 0.0]
    sides = {ordered_pair(side.start, side.end) for side in footprint.sides}
    for pull in whole if len(whole) <= len(typed) / 2 else ():
        one, other = footprint.corners.get(pull.start), footprint.corners.get(pull.end)
        if one is None or other is None or pull.pair in sides:
            continue
        call_mm = one.distance_to(other) + pull.burn_mm
        off = _nearest_whole(call_mm, pull)
        if abs(off) >= ROUNDED_BY_MM and abs(pull.reading_mm - (call_mm - off)) < SMALLEST_MOVE_MM:
            yield Trap(TrapKind.ROUNDED, abs(off), (pull.start, pull.end))
            return


def _in_feet(pull: Pull) -> bool:
    return "m" not in pull.typed


def _nearest_whole(mm: float, pull: Pull) -> float:
    """How far a length is from the nearest whole inch or centimetre, signed; 0 within a hundredth of a millimetre."""
    step = WHOLE_MM[_in_feet(pull)]
    off = mm - step * round(mm / step)
    return off if abs(off) > COINCIDENT_MM else 0.0


def _racked(names: Sequence[str], base_mm: float, first_mm: float, second_mm: float) -> Trap:
    """Slide of the far side along itself: (d1² - d2²) / (4 L), from the law of cosines on both triangles."""
    slide = (first_mm**2 - second_mm**2) / (4 * base_mm)
    return Trap(TrapKind.RACKED, abs(slide), (names[2] + names[3], names[2] if slide > 0 else names[3]))
