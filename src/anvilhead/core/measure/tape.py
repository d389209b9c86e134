"""Pulls: what was read, what must come off, and how well a tape can know it."""

import math
from dataclasses import dataclass
from enum import StrEnum

from anvilhead.core.units.errors import PullError
from anvilhead.core.units.tolerances import COINCIDENT_MM
from anvilhead.core.units.units import SIXTEENTH_MM


@dataclass(frozen=True, slots=True)
class TapeClass:
    """How far a careful pull with this tape may be off.

    The trade's "±1/16 inch plus 1 in 10,000" is read as the limit that 95 of 100 careful pulls keep,
    so one standard deviation is half of it.  Whoever reads to the next mark adds up to half a mark, evenly: a
    twelfth of its square to the variance.

    Attributes:
        constant_mm: part that every pull carries (reading, holding), ± millimetres.
        per_length: part that grows with the length (tension, temperature, sag), ± millimetres per millimetre.
        marks_mm: how far its marks are apart, millimetres.
    """

    constant_mm: float = SIXTEENTH_MM
    per_length: float = 1e-4
    marks_mm: float = SIXTEENTH_MM

    def limit_mm(self, length_mm: float) -> float:
        """The ± of one pull of this length, millimetres."""
        return self.constant_mm + self.per_length * length_mm

    def sigma_mm(self, length_mm: float) -> float:
        """Standard deviation of one pull of this length, millimetres."""
        return math.hypot(self.limit_mm(length_mm) / 2, self.marks_mm / math.sqrt(12))


STEEL_TAPE = TapeClass()
"""The tape a set-out is squared with unless another is named: ±1/16 inch plus 1 in 10,000."""


class PullKind(StrEnum):
    """What a reading was taken between."""

    POINTS = "points"
    """From point to point: corners, nails, named stakes."""
    TO_LINE = "to-line"
    """The least reading of a tape swung from a point to a line."""
    ALONG = "along"
    """Along a string from one of its ends to a mark on it."""
    SQUARE = "square"
    """From the line that a right angle throws, along the string it was thrown from, to a point."""
    TRIANGLE = "triangle"
    """Between two marks, each on a string from one corner: 3-4-5, or a framing square."""


TAPED = (PullKind.POINTS, PullKind.TO_LINE, PullKind.ALONG)
"""Read off one tape between two ends."""


@dataclass(frozen=True, slots=True)
class TapeZero:
    """What the crew's tape reads too much, millimetres.

    Attributes:
        more_mm: when it is started at a burn; burn_mm: that burn.
        touch_mm: always, because it touches marks off their middles.
    """

    more_mm: float
    burn_mm: float = 0.0
    touch_mm: float = 0.0

    def at(self, burn_mm: float) -> float:
        """What it reads too much when it is started there."""
        return self.touch_mm + (self.more_mm if abs(burn_mm - self.burn_mm) < COINCIDENT_MM else 0.0)


TRUE_TAPE = TapeZero(0.0)
"""A tape that reads what is."""


@dataclass(frozen=True, slots=True)
class Pull:
    """One reading.

    Attributes:
        start, end: where it runs: from point to point; from a point to a line (its name); from the line's end to a
            mark on it; from the corner where a right angle is thrown to the point it is read at; or from a corner
            (a triangle's `end` is the second of its two lines).
        reading_mm: as read, millimetres, burn included.
        burn_mm: where the tape was started, to be taken off.
        fall_mm: height difference between the two ends, for a pull along a slope.
        typed: the reading as typed; slips of digits are looked for in it.
        round: which round of measuring it belongs to, from 1.
        line: the string it runs along, or the right angle is thrown from, or the triangle's first mark is on.
        legs_mm: of a triangle, from the corner to the mark on each line.
        station_mm: where along the line a right angle is thrown, from `start`.
        offset_mm: of the laser from the string, to be taken off; zero_mm: what the tape reads too much;
            touch_mm: what touching its marks off their middle adds; None where that is as with all of the crew's pulls.
        instrument: name of what it was read with; see `instrument.py`.
        family: name of the line family whose corners it runs between; the wall face when empty.
        simulated: a stand-in made the reading up.
    """

    start: str
    end: str
    reading_mm: float
    burn_mm: float = 0.0
    fall_mm: float = 0.0
    typed: str = ""
    round: int = 1
    kind: PullKind = PullKind.POINTS
    line: str = ""
    legs_mm: tuple[float, float] = (0.0, 0.0)
    station_mm: float = 0.0
    offset_mm: float = 0.0
    zero_mm: float = 0.0
    touch_mm: float | None = None
    instrument: str = "steel-tape"
    family: str = ""
    simulated: bool = False

    def __post_init__(self) -> None:
        # past Z a corner and a line may be called alike
        if self.start == self.end and self.kind not in (PullKind.TO_LINE, PullKind.TRIANGLE):
            raise PullError("same-corner", f"A pull needs two corners; this one goes from {self.start} to itself.")
        if self.kind is PullKind.SQUARE:
            if self.fall_mm:
                raise PullError("fall-of-laser", "A laser's line is level already: leave the height difference out.")
            return  # read on a rule from the thrown line, either way of it
        if self.reading_mm - self.burn_mm <= 0:
            raise PullError(
                "burn-over-reading",
                "The burn is as long as the reading or longer, so nothing is left. Check both.",
            )
        if abs(self.fall_mm) >= self.reading_mm - self.burn_mm:
            raise PullError("fall-over-reading", "The fall between the ends is more than the tape read. Check both.")

    @property
    def key(self) -> tuple[str, ...]:
        """What it measures: the same for a pull taken again, whichever way the tape ran."""
        on = (self.family,) if self.family else ()
        if self.kind is PullKind.POINTS:
            return (*self.pair, *on)
        marks = (f"{mm:.2f}" for mm in (*self.legs_mm, self.station_mm))
        return (self.kind, self.start, self.end, self.line, *marks, *on)

    @property
    def pair(self) -> tuple[str, str]:
        """The two corners in letter order, whichever way the tape ran."""
        return ordered_pair(self.start, self.end)

    @property
    def length_mm(self) -> float:
        """What was measured, reduced: horizontal distance sqrt((reading - burn)² - fall²), millimetres."""
        taut = self.reading_mm - self.burn_mm - self.zero_mm - (self.touch_mm or 0.0) - self.offset_mm + self.station_mm
        return math.sqrt(taut * taut - self.fall_mm * self.fall_mm) if self.fall_mm else taut


def ordered_pair(one: str, other: str) -> tuple[str, str]:
    """Two corner names in letter order: A before B, Z before AA."""
    return (one, other) if (len(one), one) <= (len(other), other) else (other, one)
