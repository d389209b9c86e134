"""Whether an instrument's error wanders from test to test, and when it would pass what it claims.

A line through what the tests found, each with the doubt of its own readings (weighted least squares of two unknowns).
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, timedelta

from anvilhead.core.adjust.chance import NORMAL_95, chi_square_tail

SMOOTH = 0.01
"""Tests that lie on no line less often than this by chance are told as jumps: a knock is not a drift."""
LOOKS_AHEAD = timedelta(days=365)


@dataclass(frozen=True, slots=True)
class Tested:
    """One test of an instrument.

    Attributes:
        day: when; error: found, in millimetres, or for each millimetre of sight; doubt: of it, 95 in 100; claim: ± that
            the instrument is sold with; the three in one unit.
    """

    day: date
    error: float
    doubt: float
    claim: float


@dataclass(frozen=True, slots=True)
class Drift:
    """How an instrument's error goes.

    Attributes:
        tests: how many there are, on different days.
        changed: from the first to the last, and its doubt, 95 in 100.
        a_day: along the line through all; None where the tests lie on none.
        past_claim: the day on which it passes the claim at this pace; None where it does not within a year, or where
            nothing shows that it drifts.
    """

    tests: int
    changed: float
    doubt: float
    a_day: float | None
    past_claim: date | None

    @property
    def is_told(self) -> bool:
        """Whether it changed by more than the tests' own readings explain."""
        return abs(self.changed) > self.doubt


def drift_of(tests: Sequence[Tested]) -> Drift | None:
    """How the error of one instrument goes, by tests of one kind; None with fewer than two days of them.

    Args:
        tests: in any order; two of a day are one instrument looked at twice, of which the last counts.
    """
    by_day = {one.day: one for one in sorted(tests, key=lambda one: one.day)}
    days = list(by_day.values())
    if len(days) < 2:
        return None
    first, last = days[0], days[-1]
    changed, doubt = last.error - first.error, math.hypot(first.doubt, last.doubt)
    a_day, today = _line(days)
    past = None
    if a_day and abs(changed) > doubt:
        left = (math.copysign(last.claim, a_day) - today) / a_day
        past = last.day + timedelta(days=math.ceil(left)) if 0 <= left <= LOOKS_AHEAD.days else None
    return Drift(len(days), changed, doubt, a_day, past)


def _line(days: Sequence[Tested]) -> tuple[float | None, float]:
    """Slope by the day of the line through all, None where they lie on none; and where it is on the last of them."""
    last = days[-1]
    weights = [(NORMAL_95 / one.doubt) ** 2 for one in days]
    whole = sum(weights)
    times = [(one.day - last.day).days for one in days]
    middle = sum(w * t for w, t in zip(weights, times, strict=True)) / whole
    mean = sum(w * one.error for w, one in zip(weights, days, strict=True)) / whole
    spread = sum(w * (t - middle) ** 2 for w, t in zip(weights, times, strict=True))
    slope = sum(w * (t - middle) * one.error for w, t, one in zip(weights, times, days, strict=True)) / spread
    left = sum(
        w * (one.error - mean - slope * (t - middle)) ** 2 for w, t, one in zip(weights, times, days, strict=True)
    )
    if len(days) > 2 and chi_square_tail(left, len(days) - 2) < SMOOTH:
        return None, last.error
    return slope, mean - slope * middle
