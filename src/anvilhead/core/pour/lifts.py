"""The base under a slab: so many lifts, each compacted before the next."""

import math
from dataclasses import dataclass

from anvilhead.core.units.tolerances import FLOAT_SLACK

USUAL_SETTLING = 0.2
"""Share by which loose stone goes down under the plate; the yard that sells it knows better."""
USUAL_PASSES = 4
"""Passes of a plate over each lift."""


@dataclass(frozen=True, slots=True)
class Lifts:
    """A base in lifts, millimetres and cubic millimetres.

    Attributes:
        count: of lifts; each_mm: compacted; loose_mm: as it is spread.
        volume_mm3: compacted; loose_mm3: as it is ordered.
        passes: of the plate, in all.
    """

    count: int
    each_mm: float
    loose_mm: float
    volume_mm3: float
    loose_mm3: float
    passes: int


def lifts_for(thickness_mm: float, most_mm: float, area_mm2: float, settling: float, passes: int) -> Lifts:
    """Equal lifts, as few as the most of one allows.

    Args:
        thickness_mm: of the base when compacted, above zero.
        most_mm: that the plate reaches through, compacted.
        area_mm2: under the slab.
        settling: share by which loose stone goes down, below one: loose depth is compacted depth / (1 − settling).
        passes: over each lift.
    """
    count = max(1, math.ceil(thickness_mm / most_mm - FLOAT_SLACK))
    each = thickness_mm / count
    volume = thickness_mm * area_mm2
    return Lifts(count, each, each / (1 - settling), volume, volume / (1 - settling), count * passes)
