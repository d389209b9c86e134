"""Dowels drilled into concrete that is there: equal spaces along its edge, clear of its ends."""

import math

from anvilhead.core.units.tolerances import FLOAT_SLACK, NOTHING_MM


def dowels_along(length_mm: float, spacing_mm: float, clear_mm: float) -> list[float]:
    """Stations of dowels along an edge, millimetres from its start.

    Args:
        length_mm: of the edge.
        spacing_mm: from dowel to dowel at the most.
        clear_mm: of both ends.

    One in the middle where the edge has no room for two.
    """
    between = length_mm - 2 * clear_mm
    if between <= NOTHING_MM:
        return [length_mm / 2]
    spaces = max(1, math.ceil(between / spacing_mm - FLOAT_SLACK))
    return [clear_mm + between * number / spaces for number in range(spaces + 1)]
