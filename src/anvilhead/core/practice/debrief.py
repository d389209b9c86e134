"""After a run: truth against what the person believed, pull by pull, and what it teaches."""

from collections.abc import Mapping
from dataclasses import dataclass
from enum import StrEnum
from typing import Any

from anvilhead.core.check.squaring import SquareCheck, Verdict
from anvilhead.core.geometry.point import Point
from anvilhead.core.practice.practice_yard import PracticeYard, Pulled
from anvilhead.core.practice.yard import Risk, Yard
from anvilhead.core.units.tolerances import NOTHING_MM
from anvilhead.core.units.units import SIXTEENTH_MM, Units


class Outcome(StrEnum):
    """How it ended."""

    RIGHT = "right"
    """Accepted, proved, and so it is."""
    LUCKY = "lucky"
    """So it is, but nothing that was written proves it."""
    WRONG = "wrong"
    UNSAFE = "unsafe"
    """Somebody was put at a risk, whatever the numbers say."""


class Lesson(StrEnum):
    """What there is to learn from a run."""

    DIAGONALS_ALONE = "diagonals-alone"
    """Equal diagonals were taken for square although a side was not looked at."""
    UNPROVED = "unproved"
    """What was written does not hold the shape, or nothing is to spare that would prove it."""
    SLIP_LEFT = "slip-left"
    SLIP_CAUGHT = "slip-caught"
    MISREAD = "misread"
    """A number was written that the tape did not show."""
    NOT_LOOKED_AGAIN = "not-looked-again"
    """Nails were moved, and nothing was pulled after."""
    NO_BENCHMARK = "no-benchmark"
    """Tops were shot from a setup that no height was given to."""
    NOT_ALL_SHOT = "not-all-shot"
    NOT_SHOT_AGAIN = "not-shot-again"
    """A top was set and not read after."""
    NOT_CLOSED = "not-closed"
    """A laser was taken down without a last look at the benchmark."""
    UNSETTLED = "unsettled"
    """Water was read that still swung."""
    AIR_LEFT = "air-left"
    AIR_FOUND = "air-found"
    NOT_TURNED = "not-turned"
    """A line level was read one way round alone."""
    ONE_STAND = "one-stand"
    """A level was judged without both stands of the peg test."""
    NOT_SWUNG = "not-swung"
    """A parallel string was accepted without a swing from both its ends."""
    BURN_OFF = "burn-off"
    """The burn was taken off before a number was written down."""
    STOOD_ALREADY = "stood-already"
    """Nails were moved although everything was good as it was found."""
    PAST_THE_BOARD = "past-the-board"
    """A nail was moved farther than its board bears."""
    STAKED_FOR_NOTHING = "staked-for-nothing"
    NOT_LOOKED = "not-looked"
    """Work began before anybody had looked round and up."""
    RAISED_UNDER = Risk.RAISED_UNDER.value
    DROVE_BESIDE = Risk.DROVE_BESIDE.value
    PARALLAX = "parallax"
    """A hair was read that swam on the rod."""
    OVER_PURSE = "over-purse"


@dataclass(frozen=True, slots=True)
class Debrief:
    """What a run came to.

    Attributes:
        outcome, lessons: in words elsewhere.
        worst_mm: farthest that a corner really is from its plan; corners: where they really are.
        check: what the coach says of what was written since the last move; None where nothing was.
        pulled: every pull with its truth; minutes: that passed.
    """

    outcome: Outcome
    lessons: tuple[Lesson, ...]
    worst_mm: float
    corners: Mapping[str, Point]
    check: SquareCheck | None
    pulled: tuple[Pulled, ...]
    minutes: float


def debrief(yard: PracticeYard, units: Units) -> Debrief:
    """What a run came to; only for one that is over."""
    check = yard.believed(units)
    if yard.restaked:
        is_square = yard.was is Verdict.RESTAKE
        proved = check is not None and check.verdict is Verdict.RESTAKE
    elif yard.task.swings:
        is_square, proved = _parallel(yard)
    else:
        is_square = yard.worst_mm <= yard.task.set_out.tolerance_mm + NOTHING_MM
        proved = check is not None and check.verdict is Verdict.SQUARE and check.fit.redundancy >= 1
    minutes = yard.seconds / 60
    return Debrief(
        ended(yard, is_so=is_square, proved=proved),
        tuple(_lessons(yard, check, minutes)),
        yard.worst_mm,
        yard.corners,
        check,
        tuple(yard.pulled),
        minutes,
    )


def ended(yard: Yard[Any], *, is_so: bool, proved: bool) -> Outcome:
    """How a run ended, by whether it is so, and whether what was written proves that."""
    if yard.risked:
        return Outcome.UNSAFE
    return Outcome.WRONG if not is_so else Outcome.RIGHT if proved else Outcome.LUCKY


def lessons_of_dangers(yard: Yard[Any]) -> list[Lesson]:
    """What there is to learn of how a yard was gone about."""
    blind = [Lesson.NOT_LOOKED] if yard.began_blind else []
    return [*(Lesson(risk.value) for risk in Risk if risk in yard.risked), *blind]


def _parallel(yard: PracticeYard) -> tuple[bool, bool]:
    """Whether the string over from the held one is parallel to it at its distance, and whether swings show that."""
    footprint, within = yard.task.set_out.footprint, yard.task.set_out.tolerance_mm + NOTHING_MM
    base = footprint.sides[0]
    over = [name for name in footprint.names if name not in (base.start, base.end)]
    plan, at = footprint.corners, yard.corners
    along = (at[base.end] - at[base.start]).unit()
    wide = {name: abs((plan[base.end] - plan[base.start]).unit().cross(plan[name] - plan[base.start])) for name in over}
    is_so = all(abs(along.cross(at[name] - at[base.start]) - wide[name]) <= within for name in over)
    swung = {
        one.start: one.written_mm - one.burn_mm
        for one in yard.pulled
        if one.swing and one.written_mm is not None and one.after == yard.moved
    }
    return is_so, all(name in swung and abs(swung[name] - wide[name]) <= within for name in over)


def _lessons(yard: PracticeYard, check: SquareCheck | None, minutes: float) -> list[Lesson]:
    found = lessons_of_dangers(yard)
    last = [one for one in yard.pulled if one.after == yard.moved]
    sides = {frozenset((side.start, side.end)) for side in yard.task.set_out.footprint.sides}
    pairs = {frozenset((one.start, one.end)) for one in yard.pulled}
    if yard.task.swings:
        if last and not _parallel(yard)[1]:
            found.append(Lesson.NOT_SWUNG)
    elif len(pairs) > 1 and not pairs & sides:
        found.append(Lesson.DIAGONALS_ALONE)
    elif last and (check is None or check.loose or check.fit.redundancy < 1):
        found.append(Lesson.UNPROVED)
    for slipped in (one for one in yard.pulled if one.slip):
        pair = {slipped.start, slipped.end}
        again = [one for one in yard.pulled if one is not slipped and {one.start, one.end} == pair]
        suspected = check is not None and any(s.certain for s in check.suspects)
        found.append(Lesson.SLIP_CAUGHT if again or suspected else Lesson.SLIP_LEFT)
    off = [one.shows_mm - one.written_mm for one in yard.pulled if one.written_mm is not None]
    burned = [yard.task.burn_mm > 0 and abs(one - yard.task.burn_mm) <= SIXTEENTH_MM for one in off]
    if any(burned):
        found.append(Lesson.BURN_OFF)
    if any(abs(one) > SIXTEENTH_MM and not is_burn for one, is_burn in zip(off, burned, strict=True)):
        found.append(Lesson.MISREAD)
    if yard.was is Verdict.SQUARE and yard.moved:
        found.append(Lesson.STOOD_ALREADY)
    if yard.was is Verdict.RESTAKE and yard.moved and not yard.restaked:
        found.append(Lesson.PAST_THE_BOARD)
    if yard.restaked and yard.was is not Verdict.RESTAKE:
        found.append(Lesson.STAKED_FOR_NOTHING)
    if yard.moved and not last:
        found.append(Lesson.NOT_LOOKED_AGAIN)
    if minutes > yard.task.minutes or len(yard.pulled) > yard.task.pulls:
        found.append(Lesson.OVER_PURSE)
    return found
