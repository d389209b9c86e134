"""Dowels drilled into concrete that is there: equal spaces along its edge, clear of its ends."""

import math

from anvilhead.core.units.errors import InputError
from anvilhead.core.units.tolerances import FLOAT_SLACK, NOTHING_MM

MOST_DOWELS = 1000
"""More than this along an edge is a spacing typed wrong."""


def dowels_along(length_mm: float, spacing_mm: float, clear_mm: float) -> list[float]:
    """Stations of dowels along an edge, millimetres from its start.

    Args:
        length_mm: of the edge.
        spacing_mm: from dowel to dowel at the most.
        clear_mm: of both ends.

    One in the middle where the edge has no room for two.

    Raises:
        InputError: when there are more than anybody drills.
    """
    between = length_mm - 2 * clear_mm
    if between <= NOTHING_MM:
        return [length_mm / 2]
    if between / spacing_mm > MOST_DOWELS:
        message = f"So narrow a spacing makes more than {MOST_DOWELS} dowels. Type a wider one."
        raise InputError("too-many-dowels", message)
    spaces = max(1, math.ceil(between / spacing_mm - FLOAT_SLACK))
    return [clear_mm + between * number / spaces for number in range(spaces + 1)]
