"""Bays between two posts that are given: whole ones, and what becomes of the remainder.

A bay runs from post centre to post centre; n bays have n − 1 posts between the two given ones.
"""

import math
from enum import StrEnum
from itertools import accumulate

from anvilhead.core.units.tolerances import FLOAT_SLACK, NOTHING_MM


class Remainder(StrEnum):
    """What becomes of what whole bays leave over."""

    CUT_LAST = "cut-last"
    """Whole bays, the last one shorter."""
    SHARE = "share"
    """All bays equal, and no wider than wanted."""
    EQUAL_ENDS = "equal-ends"
    """Whole bays in the middle, the first and the last equal and over half a bay: as many posts as with a cut one."""
    FROM_GATE = "from-gate"
    """Whole bays counted away from the gates, the shorter one at the other end."""


def bay_widths(length_mm: float, bay_mm: float, rule: Remainder, *, gate_at_end: bool = False) -> list[float]:
    """Bay by bay from one given post to the next, millimetres; their sum is the length.

    Args:
        length_mm: from centre to centre, above zero.
        bay_mm: as wanted, above zero.
        rule: what becomes of the remainder.
        gate_at_end: whether the far one is a gate's post and the near one is none.
    """
    whole = math.floor(length_mm / bay_mm + FLOAT_SLACK)
    left = length_mm - whole * bay_mm
    if whole and left <= NOTHING_MM * whole:
        return [bay_mm] * whole
    if rule is Remainder.SHARE:
        return [length_mm / (whole + 1)] * (whole + 1)
    if rule is Remainder.EQUAL_ENDS and whole:
        end = (bay_mm + left) / 2
        return [end, *[bay_mm] * (whole - 1), end]
    widths = [*[bay_mm] * whole, left]
    return widths[::-1] if rule is Remainder.FROM_GATE and gate_at_end else widths


def stations_between(start_mm: float, end_mm: float, widths: list[float]) -> list[float]:
    """Stations of the posts between two given ones, each counted from the nearer of them, so that nothing piles up."""
    half = len(widths) // 2
    near = list(accumulate(widths[:half], initial=start_mm))[1:]
    far = list(accumulate((-width for width in reversed(widths[half + 1 :])), initial=end_mm))[1:]
    return [*near, *reversed(far)]
