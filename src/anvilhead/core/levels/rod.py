"""How a rod, or the rule held in its place, is marked, and numbers printed as it shows them."""

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


def print_reading(mm: float, marks: RodMarks) -> str:
    """A reading as the rod shows it."""
    if marks is RodMarks.FT_HUNDREDTHS:
        return print_feet_hundredths(mm).text
    return print_length(mm, marks.units).text
