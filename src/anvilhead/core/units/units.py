"""The units of a job, and their exact definitions.

1 inch = 25.4 mm exactly and 1 foot = 12 inches (international yard and pound agreement, 1959).  The survey
foot is another unit and is not meant anywhere here.
"""

from enum import StrEnum
from fractions import Fraction

EXACT_INCH_MM = Fraction(254, 10)
EXACT_FOOT_MM = 12 * EXACT_INCH_MM
"""For reading and printing, where nothing may be lost."""

INCH_MM = float(EXACT_INCH_MM)
FOOT_MM = float(EXACT_FOOT_MM)
SIXTEENTH_MM = INCH_MM / 16
"""What a tape in feet is read to."""

F_PER_C = 1.8
"""Degrees Fahrenheit to a degree Celsius, for differences of temperature."""

N_PER_POUND = 4.4482216152605
"""Newtons to a pound of pull, exactly."""


class Units(StrEnum):
    """What a bare number means in a job, and how its lengths are printed."""

    FT_IN = "ft-in"
    M = "m"
    MM = "mm"
