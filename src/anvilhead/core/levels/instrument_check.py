"""Whether an instrument tells the truth: peg test, turning round, both ends together.

Every test compares what the instrument says with what it would say were it true; the sign of an error is that of
the reading: positive reads too much, so that ground looks lower than it is.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from enum import StrEnum

from anvilhead.core.levels.level_instrument import LevelClass
from anvilhead.core.units.errors import InputError
from anvilhead.core.units.tolerances import NOTHING_MM

LEAST_BASE_MM = 3000.0
"""Two sights that differ by less than this show no tilt: 1/16 inch over 10 ft would be 5/8 inch over 100."""


class CheckKind(StrEnum):
    """Ways to test an instrument."""

    TWO_PEG = "two-peg"
    """Midway between two pegs their difference is true; from near one peg it is not."""
    FOUR_WAYS = "four-ways"
    """A rotating laser turned a quarter three times: one mark read four times from one place."""
    TURN_ROUND = "turn-round"
    """A line level or a spirit level turned end for end at one place."""
    ENDS_TOGETHER = "ends-together"
    """Both ends of a water level held side by side."""


@dataclass(frozen=True, slots=True)
class Truth:
    """What a test found.

    Attributes:
        error_mm: by how much the instrument reads too much over `over_mm`; the worst where it was turned about.
        over_mm: the distance, or the span, that the error builds up over; 0 when it does not grow with distance.
        readings_mm: what the test's own readings may put it off by; claim_mm: the ± of the instrument over it.
    """

    kind: CheckKind
    error_mm: float
    over_mm: float
    readings_mm: float
    claim_mm: float = 0.0

    @property
    def allowed_mm(self) -> float:
        """What the readings themselves may be off by, and the instrument by its class."""
        return math.hypot(self.readings_mm, self.claim_mm)

    @property
    def is_true(self) -> bool:
        """Whether the instrument may be used as it is."""
        return abs(self.error_mm) <= self.allowed_mm + NOTHING_MM

    @property
    def per_mm(self) -> float:
        """Error for each millimetre of sight or span; 0 when it does not grow with distance."""
        return self.error_mm / self.over_mm if self.over_mm else 0.0

    def correction_mm(self, distance_mm: float) -> float:
        """What to add to a reading at a distance, millimetres."""
        return -self.per_mm * distance_mm if self.over_mm else -self.error_mm


def two_peg(
    middle: tuple[float, float], near: tuple[float, float], near_mm: float, far_mm: float, kind: LevelClass
) -> Truth:
    """Two-peg test.

    Midway both sights are alike, so that the difference of the readings is the true difference in height; near peg A
    the far reading carries the error of the whole distance, the near one almost none.

    Args:
        middle: readings on A and on B from midway.
        near: readings on A and on B from near A, or beyond it in line.
        near_mm: from the instrument to A the second time.
        far_mm: from it to B.
        kind: what the instrument claims.

    Raises:
        InputError: when the two sights are too alike to show anything.
    """
    base_mm = far_mm - near_mm
    if base_mm < LEAST_BASE_MM:
        raise InputError(
            "pegs-too-near", "Near and far sights are too alike to show a tilt. Set the pegs 100 ft (30 m) apart."
        )
    error = (near[1] - near[0]) - (middle[1] - middle[0])
    readings = math.hypot(*(kind.reading_mm,) * 4)
    return Truth(CheckKind.TWO_PEG, error, base_mm, readings, kind.per_mm * base_mm)


def four_ways(readings: Sequence[float], distance_mm: float, kind: LevelClass) -> tuple[Truth, Truth]:
    """A rotating laser read on one mark in four positions, each a quarter turn on: one finding for each of its axes.

    Opposite positions tilt the beam opposite ways, so that half their difference is the tilt along that axis.

    Args:
        readings: in the order turned, four of them.
        distance_mm: from laser to mark.
        kind: what the laser claims.

    Raises:
        InputError: when there are not four readings.
    """
    if len(readings) != 4:
        raise InputError("four-readings", "Read the mark four times, turning the laser a quarter each time.")
    readings_mm, claim_mm = kind.reading_mm / math.sqrt(2), kind.per_mm * distance_mm
    one, other = ((readings[i] - readings[i + 2]) / 2 for i in (0, 1))
    return (
        Truth(CheckKind.FOUR_WAYS, one, distance_mm, readings_mm, claim_mm),
        Truth(CheckKind.FOUR_WAYS, other, distance_mm, readings_mm, claim_mm),
    )


def turn_round(first_mm: float, turned_mm: float, span_mm: float, kind: LevelClass) -> Truth:
    """A line level or spirit level turned end for end: half the difference of the two readings is its error.

    Args:
        first_mm: reading at one end, the other end held.
        turned_mm: the same, with the level turned end for end.
        span_mm: of the string or straightedge.
        kind: what the level claims.
    """
    readings_mm = kind.reading_mm / math.sqrt(2)
    return Truth(CheckKind.TURN_ROUND, (first_mm - turned_mm) / 2, span_mm, readings_mm, kind.per_mm * span_mm)


def ends_together(first_mm: float, second_mm: float, kind: LevelClass) -> Truth:
    """A water level with both ends side by side: they must read the same, or there is air in the hose.

    Args:
        first_mm: reading of the end that stays.
        second_mm: of the end that walks.
        kind: what the water level claims.
    """
    return Truth(CheckKind.ENDS_TOGETHER, second_mm - first_mm, 0.0, kind.reading_mm)
