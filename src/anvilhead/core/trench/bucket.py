"""A bucket against the width of a footing: passes side by side, and what is dug too wide."""

import math
from dataclasses import dataclass
from enum import StrEnum

from anvilhead.core.units.tolerances import FLOAT_SLACK


class Keeps(StrEnum):
    """Which edge a bucket wider than its footing keeps to: the middle splits what is too wide."""

    MIDDLE = "middle"
    OUTER = "outer"
    INNER = "inner"


@dataclass(frozen=True, slots=True)
class Passes:
    """How a bucket covers a width.

    Attributes:
        middles_mm: of each pass, from the outer edge inward.
        over_mm: dug too wide in all; beyond_outer_mm, beyond_inner_mm: on each side.
    """

    middles_mm: tuple[float, ...]
    over_mm: float
    beyond_outer_mm: float
    beyond_inner_mm: float


def passes_over(width_mm: float, cut_mm: float, keeps: Keeps) -> Passes:
    """Passes side by side that cover a width, overlapping alike.

    Args:
        width_mm: of the footing.
        cut_mm: what the bucket cuts with its teeth.
        keeps: where a bucket wider than that goes.
    """
    count = max(1, math.ceil(width_mm / cut_mm - FLOAT_SLACK))
    if count > 1:
        between = (width_mm - cut_mm) / (count - 1)
        return Passes(tuple(cut_mm / 2 + between * number for number in range(count)), 0.0, 0.0, 0.0)
    over = max(0.0, cut_mm - width_mm)
    outer = {Keeps.MIDDLE: over / 2, Keeps.OUTER: 0.0, Keeps.INNER: over}[keeps]
    return Passes((cut_mm / 2 - outer,), over, outer, over - outer)
