"""How many rounds a crew pulls until its strings are square, and how long one takes."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta
from itertools import pairwise
from statistics import median

from anvilhead.core.days.rates import LONGEST_PAUSE

LEAST_PULLS = 4
"""A round of fewer says nothing of how long one takes."""


@dataclass(frozen=True, slots=True)
class RoundPulled:
    """One round, as far as it is counted.

    Attributes:
        squares: whether it was pulled to bring the strings in, not to look at them again later.
        is_square: whether it found them square, or was accepted; times: of its readings, in any order.
    """

    squares: bool
    is_square: bool
    times: tuple[datetime, ...]


def rounds_to_square(rounds: Sequence[RoundPulled]) -> int | None:
    """How many rounds it took; None while the strings are not square.

    Args:
        rounds: of one structure, in their order.
    """
    count = 0
    for one in rounds:
        count += one.squares
        if one.squares and one.is_square:
            return count
    return None


@dataclass(frozen=True, slots=True)
class Pace:
    """How long rounds took: of `rounds` that say so, the median from reading to reading, and of a whole round."""

    rounds: int
    between: timedelta
    whole: timedelta


def pace_of(rounds: Sequence[RoundPulled]) -> Pace | None:
    """How long rounds take, first reading to last; None where none says so.

    A round that was broken off, for dinner or by rain, does not count, nor one that was all recorded at one moment.
    """
    gaps: list[float] = []
    wholes: list[float] = []
    for one in rounds:
        times = sorted(one.times)
        between = [later - earlier for earlier, later in pairwise(times)]
        if len(times) >= LEAST_PULLS and timedelta() < times[-1] - times[0] and max(between) <= LONGEST_PAUSE:
            wholes.append((times[-1] - times[0]).total_seconds())
            gaps.append(wholes[-1] / len(between))
    if not wholes:
        return None
    return Pace(len(wholes), timedelta(seconds=median(gaps)), timedelta(seconds=median(wholes)))
