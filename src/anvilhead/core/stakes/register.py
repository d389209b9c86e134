"""What became of every mark and piece: set, checked, lost; and whether the plan has moved on since.

What somebody did is never changed, only followed by what was done next; the latest counts.  Beside it stand the numbers
of the plan as it was then, so that a mark that the plan has left behind asks to be looked at again.
"""

import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from enum import StrEnum

from anvilhead.core.units.tolerances import SMALLEST_MOVE_MM


class Doing(StrEnum):
    """What was done to a mark, a stake or a piece."""

    SET = "set"
    CHECKED = "checked"
    LOST = "lost"
    SET_AGAIN = "set-again"
    PULLED = "pulled"
    MADE = "made"
    NOT_DONE = "not-done"


STANDS = frozenset({Doing.SET, Doing.CHECKED, Doing.SET_AGAIN, Doing.MADE})
"""After these it stands as it was planned then."""


@dataclass(frozen=True, slots=True)
class Done:
    """Something done to a thing, and the numbers of the plan then, millimetres; None where nobody kept them."""

    what: str
    doing: Doing
    numbers: tuple[float, ...] | None = None


def latest(done: Iterable[Done]) -> dict[str, Done]:
    """What counts of each thing: what was done last; checking and losing leave the numbers it was set by."""
    found: dict[str, Done] = {}
    for one in done:
        found[one.what] = one
    return found


def left_behind_mm(done: Done, now: Sequence[float]) -> float:
    """How far the plan has moved on since, millimetres: the largest change of a number, 0 where none would show.

    Infinite where the thing has another number of them now: other pieces, not longer ones.
    """
    if done.doing not in STANDS or done.numbers is None:
        return 0.0
    if len(done.numbers) != len(now):
        return math.inf
    most = max((abs(was - one) for was, one in zip(done.numbers, now, strict=True)), default=0.0)
    return most if most >= SMALLEST_MOVE_MM else 0.0
