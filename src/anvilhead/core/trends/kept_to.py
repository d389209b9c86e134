"""How far a crew's readings are off, as a multiple of what their tape claims.

The weighted square sum of the residuals of an adjustment with r readings to spare is f² chi-square with r degrees, f²
being the variance factor (Koch, Parameter Estimation and Hypothesis Testing, 1999, ch. 3).  Rounds whose readings
disagree beyond chance are thrown out or pulled again, so that what is left was cut off at the threshold of that test:
f is the one that makes the sums that were left likeliest, given that they lie below it; its limits are where the
likelihood falls by half of 3.84 (Wilks).  Without the cut a crew twice as rough as its tape would be taken for less.
"""

import math
import sys
from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass
from functools import cache

from anvilhead.core.adjust.chance import NORMAL_95, chi_square_tail
from anvilhead.core.measure.tape import TapeClass
from anvilhead.core.units.tolerances import DISAGREE_PROBABILITY
from anvilhead.core.units.units import SIXTEENTH_MM

LEAST_SPARE = 10
"""Readings to spare below which nothing is said: the limits would lie a factor of three apart."""
LOOKED_AT = tuple(math.exp(step / 100) for step in range(-208, 209))
"""Multiples of the claim that are weighed: a hundredth from one to the next, an eighth to eight times."""
FINEST_MM = SIXTEENTH_MM / 4
"""Nobody holds and reads a tape finer."""
FALL = NORMAL_95**2 / 2
"""By how much the logarithm of the likelihood falls to the limits, 95 in 100."""


@dataclass(frozen=True, slots=True)
class Spare:
    """What a round that agrees with itself had to spare.

    Attributes:
        square_sum: of its weighted residuals, by what the tape claims; readings: to spare.
        length_mm: mean of its pulls.
        claimed: what it was judged by, as a multiple of the claim.
    """

    square_sum: float
    readings: int
    length_mm: float
    claimed: float = 1.0


@dataclass(frozen=True, slots=True)
class KeptTo:
    """What the readings kept to.

    Attributes:
        rounds, readings: that went into it, and how many of those readings were to spare.
        times: the claim, likeliest; low, high: 95 in 100; high is None where the rounds cannot tell.
        length_mm: mean of the pulls.
    """

    rounds: int
    readings: int
    times: float
    low: float
    high: float | None
    length_mm: float

    @property
    def is_told(self) -> bool:
        """Whether the claim itself is not what they kept to."""
        return self.low > 1 or (self.high is not None and self.high < 1)

    def constant_mm(self, claim: TapeClass, times: float) -> float:
        """± on a short pull with which a tape of this class would keep to so many times its claim, millimetres.

        Never finer than a quarter of a mark: what its marks alone are off by is judged beside it.

        Args:
            claim: the class that the readings were judged by.
            times: the multiple of it.
        """
        sigma = times * claim.sigma_mm(self.length_mm)
        rest = sigma**2 - claim.marks_mm**2 / 12
        return max(FINEST_MM, 2 * math.sqrt(max(0.0, rest)) - claim.per_length * self.length_mm)


def kept_to(rounds: Sequence[Spare]) -> KeptTo | None:
    """What the readings of rounds kept to; None while too few were to spare."""
    told = [one for one in rounds if one.readings > 0]
    spare = sum(one.readings for one in told)
    if spare < LEAST_SPARE:
        return None
    unlikely = _unlikely(told)
    best = min(range(len(LOOKED_AT)), key=unlikely.__getitem__)
    within = [times for times, value in zip(LOOKED_AT, unlikely, strict=True) if value <= unlikely[best] + FALL]
    high = within[-1] if within[-1] < LOOKED_AT[-1] else None
    length = sum(one.length_mm for one in told) / len(told)
    return KeptTo(len(told), spare, LOOKED_AT[best], within[0], high, length)


def _unlikely(rounds: Sequence[Spare]) -> list[float]:
    """How unlikely the sums are at each multiple: minus the logarithm of their likelihood, but for a constant."""
    spare = sum(one.readings for one in rounds)
    square_sum = sum(one.square_sum * one.claimed**2 for one in rounds)
    alike = Counter((one.readings, one.claimed) for one in rounds)
    return [
        spare * math.log(times)
        + square_sum / (2 * times**2)
        + sum(of * math.log(_kept(readings, times / claimed)) for (readings, claimed), of in alike.items())
        for times in LOOKED_AT
    ]


def _kept(readings: int, times: float) -> float:
    """Chance that a round of a crew that is so many times its claim is not thrown out."""
    return max(sys.float_info.min, 1 - chi_square_tail(_thrown_out(readings) / times**2, readings))


@cache
def _thrown_out(readings: int) -> float:
    """Square sum beyond which readings disagree: of its two tests each has half the chance."""
    low, high = 0.0, 200.0 + 10 * readings
    while high - low > 0.001:
        middle = (low + high) / 2
        is_kept = chi_square_tail(middle, readings) > DISAGREE_PROBABILITY / 2
        low, high = (middle, high) if is_kept else (low, middle)
    return low
