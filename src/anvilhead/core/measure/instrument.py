"""What a distance or a right angle is read with, and how far it may be off.

Each ± is the limit that 95 of 100 careful readings keep, from the trade's own rules of thumb.
"""

from enum import StrEnum

from anvilhead.core.measure.tape import STEEL_TAPE, TapeClass
from anvilhead.core.units.units import FOOT_MM, INCH_MM, SIXTEENTH_MM


class Instrument(StrEnum):
    """What a reading was taken with."""

    STEEL_TAPE = "steel-tape"
    LONG_TAPE = "long-tape"
    """A reel of glass fibre: stretches with the pull."""
    LASER_METER = "laser-meter"
    """Distance by laser against a target."""
    FRAMING_SQUARE = "framing-square"
    SQUARE_LASER = "square-laser"
    """A laser that throws a right angle; the distance from its line is read on a rule."""
    THREE_FOUR_FIVE = "3-4-5"
    """A right angle by the largest 3-4-5 that the strings hold; the distance from its line is read on a rule."""


CLASSES = {
    Instrument.STEEL_TAPE: STEEL_TAPE,
    Instrument.LONG_TAPE: TapeClass(INCH_MM / 8, 3e-4),
    Instrument.LASER_METER: TapeClass(SIXTEENTH_MM, 0.0, 1.0),
    Instrument.FRAMING_SQUARE: TapeClass(INCH_MM / 32, 0.0, INCH_MM / 32),
    Instrument.SQUARE_LASER: TapeClass(SIXTEENTH_MM, 0.0),
    Instrument.THREE_FOUR_FIVE: TapeClass(SIXTEENTH_MM, 0.0),
}

LASER_RAD = 3.175 / 15240
"""± of a thrown right angle, 95 in 100, radians: 1/8 inch in 50 ft."""

SQUARE_RAD = (INCH_MM / 32) / (2 * FOOT_MM)
"""± of a framing square held to a string, 95 in 100, radians: 1/32 inch on 2 ft."""

STRING_MM = SIXTEENTH_MM
"""± to which a mark is put on a string, 95 in 100."""
