"""What a tape forgives: how far its ends may be off level, and how high a hump between them makes it read long.

A tape laid along a fall h reads √(L² + h²); over a hump h halfway, 2·√((L/2)² + h²).
"""

import math

from anvilhead.core.units.tolerances import SMALLEST_MOVE_MM

HIGHEST_HUMP_MM = 600.0
"""Higher ground between two ends is seen, and nobody lays a tape over it."""


def forgiven_fall_mm(length_mm: float, error_mm: float = SMALLEST_MOVE_MM) -> float:
    """How far one end may stand above the other for the tape to read only so much long: √(2·L·e + e²).

    Args:
        length_mm: level distance between the ends.
        error_mm: that does not matter; half of 1/16 inch where nothing else is said.
    """
    return math.sqrt(2 * length_mm * error_mm + error_mm * error_mm)


def hump_mm(length_mm: float, long_mm: float) -> float | None:
    """How high a hump halfway would make a pull read so much long; None where it would be seen, or reads short.

    Args:
        length_mm: level distance between the ends.
        long_mm: by how much the reading is too long.
    """
    if long_mm <= 0:
        return None
    height = math.sqrt((length_mm + long_mm) ** 2 - length_mm**2) / 2
    return height if height <= HIGHEST_HUMP_MM else None
