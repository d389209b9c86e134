"""How a rod, or the rule held in its place, is marked, and numbers printed as it shows them."""

import math
from enum import StrEnum

from anvilhead.core.units.length_printing import print_feet_hundredths, print_length
from anvilhead.core.units.units import Units


class RodMarks(StrEnum):
    """Marks on a rod."""

    FT_IN = "ft-in"
    """Feet, inches and sixteenths, as on a tape or a stick rule."""
    FT_HUNDREDTHS = "ft-hundredths"
    """Feet, tenths and hundredths."""
    M = "m"
    MM = "mm"

    @property
    def units(self) -> Units:
        """What a bare number read on it means: 4.17 on either foot rod is 4.17 ft."""
        return Units.FT_IN if self in (RodMarks.FT_IN, RodMarks.FT_HUNDREDTHS) else Units(self.value)


def marks_for(units: Units) -> RodMarks:
    """The rod that goes with a job's units."""
    return RodMarks(units.value)


def upright_mm(reading_mm: float, leans_mm: float = 0.0, foot_mm: float = 0.0) -> float:
    """What an upright rod with a whole foot would have read, millimetres.

    A rod that leans reads its slant, sqrt(upright² + leans²): always too much, so that the least reading of a rocked
    rod is the true one.  One whose foot is worn counts from a mark that is not there any more: too much by that.

    Args:
        reading_mm: as read; below zero for a rod held upside down.
        leans_mm: how far out of plumb the rod is at the reading, less than that.
        foot_mm: what is missing of its foot.
    """
    upright = math.sqrt(max(0.0, reading_mm * reading_mm - leans_mm * leans_mm))
    return math.copysign(upright - foot_mm, reading_mm) if upright else 0.0 - foot_mm


def shown_mm(upright: float, foot_mm: float) -> float:
    """What a plumb rod with a worn foot shows where a whole one would read `upright`, millimetres."""
    return upright + math.copysign(foot_mm, upright)


def print_reading(mm: float, marks: RodMarks) -> str:
    """A reading as the rod shows it."""
    if marks is RodMarks.FT_HUNDREDTHS:
        return print_feet_hundredths(mm).text
    return print_length(mm, marks.units).text
