"""Cut and fill as it is written on stakes, and the thumb rule that reads hundredths of a foot as eighths."""

from dataclasses import dataclass
from enum import StrEnum

from anvilhead.core.units.length_printing import print_feet_hundredths, print_feet_inches, print_length
from anvilhead.core.units.units import FOOT_MM, INCH_MM, Units

EIGHTH_MM = INCH_MM / 8


class MarkedIn(StrEnum):
    """What a stake is marked in."""

    HUNDREDTHS = "feet-hundredths"
    INCHES = "inches"
    METRIC = "metric"


@dataclass(frozen=True, slots=True)
class StakeMark:
    """What stands on a stake: C cut or F fill with its amount, and the amount in millimetres."""

    text: str
    amount_mm: float


def stake_mark(high_mm: float, marked_in: MarkedIn) -> StakeMark:
    """Cut (C) or fill (F) from the mark to the named surface.

    Args:
        high_mm: mark minus surface; above zero is cut.
        marked_in: unit to write.
    """
    amount = abs(high_mm)
    if marked_in is MarkedIn.HUNDREDTHS:
        text = print_feet_hundredths(amount).text
    elif marked_in is MarkedIn.INCHES:
        text = print_feet_inches(amount).text
    else:
        text = print_length(amount, Units.M).text
    letter = "C" if high_mm > 0 else "F"
    return StakeMark(f"{letter} {text}" if text not in ("0.00 ft", '0"', "0.000 m") else "on grade", amount)


@dataclass(frozen=True, slots=True)
class ThumbRule:
    """An amount of whole hundredths, read as that many eighths of an inch: what it gives, and how much too long."""

    hundredths: int
    thumb_mm: float
    error_mm: float


def hundredths_as_eighths(amount_mm: float) -> ThumbRule:
    """The thumb rule for the part of an amount below a foot: 0.01 ft is 0.12 in, an eighth is 0.125 in."""
    hundredths = round(amount_mm / (FOOT_MM / 100))
    below = hundredths % 100
    thumb = (hundredths - below) / 100 * FOOT_MM + below * EIGHTH_MM
    return ThumbRule(hundredths, thumb, thumb - hundredths * FOOT_MM / 100)
