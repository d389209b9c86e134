"""Laths held against each other: those that speak of one thing must agree on it.

A monument outranks a hub, a hub a stake put for convenience: what ranks highest is what the others are held against;
among those of one rank the middle one.  Two alone that differ cannot tell which is wrong.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from statistics import median

from anvilhead.core.stakes.lath import Rank
from anvilhead.core.units.tolerances import NOTHING_MM


@dataclass(frozen=True, slots=True)
class Said:
    """What one mark says of a thing: a number of millimetres, such as its height or how far off the plan it lies."""

    name: str
    rank: Rank
    says_mm: float


@dataclass(frozen=True, slots=True)
class Verdict:
    """What the marks of one thing come to.

    Attributes:
        holds_mm: what counts; None while two alone differ.
        odd: marks that differ from that by more than is allowed, and by how much.
        undecided: marks that differ while nothing says which is right.
    """

    holds_mm: float | None
    odd: tuple[tuple[str, float], ...] = ()
    undecided: tuple[str, ...] = ()


LEAST_TO_JUDGE = 3
"""Of marks alike in rank so many say which of them is odd; two only that one of them is."""


def hold_together(said: Sequence[Said], allowed_mm: float) -> Verdict:
    """Hold marks of one thing against each other.

    Args:
        said: one at least.
        allowed_mm: by which marks may differ.
    """
    best = min(said, key=lambda one: _ORDER[one.rank]).rank
    highest = [one for one in said if one.rank is best]
    numbers = [one.says_mm for one in highest]
    apart = max(numbers) - min(numbers)
    if apart > allowed_mm + NOTHING_MM and len(highest) < LEAST_TO_JUDGE:
        return Verdict(None, undecided=tuple(one.name for one in highest))
    holds = median(numbers)
    odd = [(one.name, one.says_mm - holds) for one in said if abs(one.says_mm - holds) > allowed_mm + NOTHING_MM]
    agreeing = [one for one in highest if one.name not in dict(odd)]
    if 2 * len(agreeing) <= len(highest):
        # no more than half of them agree: the middle is nobody's
        return Verdict(None, undecided=tuple(one.name for one in highest))
    return Verdict(holds, tuple(odd))


_ORDER = {rank: number for number, rank in enumerate(Rank)}
