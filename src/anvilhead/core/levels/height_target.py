"""Going to height: what the rod must read, and how far a thing still is from where it belongs."""

from collections.abc import Mapping
from dataclasses import dataclass
from enum import StrEnum

from anvilhead.core.levels.level_book import Spot
from anvilhead.core.units.tolerances import NOTHING_MM
from anvilhead.core.units.units import INCH_MM, SIXTEENTH_MM


class ThingKind(StrEnum):
    """What is set to height, each with the tolerance that the work usually asks of it."""

    BOARD_TOPS = "board tops"
    FORM_TOPS = "form tops"
    POST_TOPS = "post tops"
    BASE = "base"
    FOOTING_BOTTOM = "footing bottom"
    WHISKER_STAKES = "whisker stakes"
    SILL = "sill"
    OTHER = "other"


EIGHTH_MM = INCH_MM / 8
TOLERANCES_MM = {
    ThingKind.BOARD_TOPS: EIGHTH_MM,
    ThingKind.FORM_TOPS: EIGHTH_MM,
    ThingKind.POST_TOPS: EIGHTH_MM,
    ThingKind.BASE: 3 * EIGHTH_MM,
    ThingKind.FOOTING_BOTTOM: 4 * EIGHTH_MM,
    ThingKind.SILL: EIGHTH_MM,
    ThingKind.WHISKER_STAKES: 2 * EIGHTH_MM,
    ThingKind.OTHER: 2 * EIGHTH_MM,
}


class Way(StrEnum):
    """Which way a thing must go."""

    ON = "on"
    RAISE = "raise"
    LOWER = "lower"


@dataclass(frozen=True, slots=True)
class Standing:
    """Where a thing stands against its target, millimetres.

    Attributes:
        high_mm: found minus target; above zero it stands too high.
        way: what hands do; on when it is within tolerance.
    """

    high_mm: float
    way: Way

    @property
    def cut_mm(self) -> float:
        """What to take off."""
        return max(0.0, self.high_mm)

    @property
    def fill_mm(self) -> float:
        """What to put on."""
        return max(0.0, -self.high_mm)


def target_reading_mm(hi_mm: float, target_mm: float) -> float:
    """What the rod reads when its foot is at the target: HI − target; a higher target is a smaller reading."""
    return hi_mm - target_mm


def moved_since(then_mm: Mapping[Spot, float], now_mm: Mapping[Spot, float]) -> list[Spot]:
    """Things that are not found any more where they were when somebody accepted them, or that came since.

    A sixteenth of an inch is nothing: no rod is read finer twice.

    Args:
        then_mm: heights as they were found then, millimetres.
        now_mm: as they are found now.
    """
    changed = [spot for spot, mm in then_mm.items() if spot not in now_mm or abs(now_mm[spot] - mm) > SIXTEENTH_MM]
    return changed + [spot for spot in now_mm if spot not in then_mm]


def standing(found_mm: float, target_mm: float, tolerance_mm: float) -> Standing:
    """Where a thing stands, and which way it must go.

    Args:
        found_mm: its height above the datum.
        target_mm: height it belongs at.
        tolerance_mm: how far off is good enough.
    """
    high = found_mm - target_mm
    if abs(high) <= tolerance_mm + NOTHING_MM:
        return Standing(high, Way.ON)
    return Standing(high, Way.LOWER if high > 0 else Way.RAISE)
