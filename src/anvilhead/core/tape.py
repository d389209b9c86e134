"""Tape pulls: what was read, what must come off, and how well a tape can know it."""

import math
from dataclasses import dataclass

from anvilhead.core.errors import PullError


@dataclass(frozen=True, slots=True)
class TapeClass:
    """How far a pull with this tape may honestly be off.

    The trade's "±1/16 inch plus 1 in 10,000" is read as the limit that 95 of 100 careful pulls keep,
    so one standard deviation is half of it.

    Attributes:
        constant_mm: part that every pull carries (reading, holding), ± millimetres.
        per_length: part that grows with the length (tension, temperature, sag), ± millimetres per millimetre.
    """

    constant_mm: float = 25.4 / 16
    per_length: float = 1e-4

    def limit_mm(self, length_mm: float) -> float:
        """The ± of one pull of this length, millimetres."""
        return self.constant_mm + self.per_length * length_mm

    def sigma_mm(self, length_mm: float) -> float:
        """Standard deviation of one pull of this length, millimetres."""
        return self.limit_mm(length_mm) / 2


STEEL_TAPE = TapeClass()
"""The tape a set-out is squared with unless another is named: ±1/16 inch plus 1 in 10,000."""


@dataclass(frozen=True, slots=True)
class Pull:
    """One reading between two corners.

    Attributes:
        start, end: corner names.
        reading_mm: as read on the tape, millimetres, burn included.
        burn_mm: where the tape was started, to be taken off.
        fall_mm: height difference between the two ends, for a pull along a slope.
        typed: the reading as typed; slips of digits are looked for in it.
        round: which round of measuring it belongs to, from 1.
    """

    start: str
    end: str
    reading_mm: float
    burn_mm: float = 0.0
    fall_mm: float = 0.0
    typed: str = ""
    round: int = 1

    def __post_init__(self) -> None:
        if self.start == self.end:
            raise PullError("same-corner", f"A pull needs two corners; this one goes from {self.start} to itself.")
        if self.reading_mm - self.burn_mm <= 0:
            raise PullError(
                "burn-over-reading",
                "The burn is as long as the reading or longer, so nothing is left. Check both.",
            )
        if abs(self.fall_mm) >= self.reading_mm - self.burn_mm:
            raise PullError("fall-over-reading", "The fall between the ends is more than the tape read. Check both.")

    @property
    def pair(self) -> tuple[str, str]:
        """The two corners in letter order, whichever way the tape ran."""
        return ordered_pair(self.start, self.end)

    @property
    def length_mm(self) -> float:
        """Horizontal distance: sqrt((reading - burn)² - fall²), millimetres."""
        taut = self.reading_mm - self.burn_mm
        return math.sqrt(taut * taut - self.fall_mm * self.fall_mm) if self.fall_mm else taut


def ordered_pair(one: str, other: str) -> tuple[str, str]:
    """Two corner names in letter order: A before B, Z before AA."""
    return (one, other) if (len(one), one) <= (len(other), other) else (other, one)
