"""What each pull of a run brought to what its round knew, and what the coach would have pulled in its place."""

from dataclasses import dataclass

from anvilhead.core.check.squaring import SquareCheck, Verdict
from anvilhead.core.practice.practice_yard import PracticeYard, pull_pair
from anvilhead.core.units.units import Units


@dataclass(frozen=True, slots=True)
class Known:
    """What a round knows.

    Attributes:
        loose: corners that can still move.
        within_mm: that every corner is known to, 95 in 100; None while one can move.
        spare: pulls beyond those that hold the shape.
    """

    loose: tuple[str, ...]
    within_mm: float | None
    spare: int


@dataclass(frozen=True, slots=True)
class Gained:
    """What one pull brought.

    Attributes:
        before: what was known before it, None when it was the first of its round; after: with it.
        coach: pair that the coach would have pulled in its place, empty where none; None where any would do.
        again: whether it stands in place of the same pull, read before in the round.
    """

    before: Known | None
    after: Known
    coach: str | None
    again: bool


def gained(yard: PracticeYard, units: Units) -> list[Gained | None]:
    """What every pull of a run brought, by what the tape showed; None for what is swung, which tells a distance alone.

    Args:
        yard: a run.
        units: of the tape.
    """
    if yard.task.swings:
        return [None] * len(yard.pulled)
    found: list[Gained | None] = []
    check: SquareCheck | None = None
    for number, one in enumerate(yard.pulled):
        round_so_far = [other for other in yard.pulled[: number + 1] if other.after == one.after]
        if len(round_so_far) == 1:
            check = None
        again = any({other.start, other.end} == {one.start, one.end} for other in round_so_far[:-1])
        before, check = check, yard.judged([(other, other.shows_mm) for other in round_so_far], units)
        known, asked = (None, None) if before is None else (_known(before), _asked(before))
        if check is not None:
            found.append(Gained(known, _known(check), asked, again))
    return found


def _known(check: SquareCheck) -> Known:
    reaches = [ellipse.major_mm for ellipse in check.laid.ellipses.values() if ellipse is not None]
    within = None if check.loose or not reaches else max(reaches)
    return Known(check.loose, within, 0 if check.loose else check.fit.redundancy)


def _asked(check: SquareCheck) -> str:
    """What the coach would pull next; empty where nothing more."""
    if check.verdict is Verdict.SQUARE:
        return ""
    if check.next_pull is not None:
        return pull_pair(check.next_pull.start, check.next_pull.end)
    return pull_pair(check.helpful[0].start, check.helpful[0].end) if check.helpful else ""
