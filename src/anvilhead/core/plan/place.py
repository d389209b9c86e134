"""Named places along a line: post centres, pads, marks, by distance, by spacing or by equal spaces.

n equal spaces have n + 1 places, both ends with them.
"""

import math

from anvilhead.core.units.errors import GeometryError
from anvilhead.core.units.tolerances import COINCIDENT_MM, FLOAT_SLACK

MOST_PLACES = 5000
"""More than this is a spacing typed wrong."""


def by_spaces(length_mm: float, spaces: int) -> list[float]:
    """Stations of equal spaces from end to end, millimetres; each from the end, so that nothing piles up."""
    return [length_mm * number / spaces for number in range(spaces + 1)]


def by_spacing(length_mm: float, spacing_mm: float, *, to_the_end: bool = False) -> list[float]:
    """Stations of whole spacings from the near end, millimetres.

    Args:
        length_mm: of the line.
        spacing_mm: above zero.
        to_the_end: one more place at the far end, after a shorter space.

    Raises:
        GeometryError: when there would be more places than anybody marks.
    """
    if length_mm / spacing_mm > MOST_PLACES:
        message = f"So narrow a spacing makes more than {MOST_PLACES} places. Type a wider one."
        raise GeometryError("too-many-places", message)
    whole = math.floor(length_mm / spacing_mm + FLOAT_SLACK)
    found = [min(number * spacing_mm, length_mm) for number in range(whole + 1)]
    if to_the_end and length_mm - found[-1] > COINCIDENT_MM:
        found.append(length_mm)
    return found
