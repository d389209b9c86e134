"""What a height is read with, how far it may be off, and how far it reaches.

Each ± is the limit that 95 of 100 careful readings keep.  Defaults are the trade's own rules of thumb: a laser or an
optical level 1/16 inch in 100 ft, a water level 1/16 inch at any distance, a line level 1/8 inch in 10 ft.
"""

import math
from dataclasses import dataclass
from enum import StrEnum

from anvilhead.core.units.units import FOOT_MM, SIXTEENTH_MM


class LevelInstrument(StrEnum):
    """What gives the level line."""

    LASER = "laser"
    """Rotating laser, receiver on a rod or a stick rule."""
    OPTICAL = "optical"
    """Optical level or transit, its crosshair on a rod."""
    WATER = "water-level"
    """Clear hose: the water stands at one height at both ends."""
    LINE = "line-level"
    """Small level hung at mid-span on a tight string; the string is read above the ground at both ends."""
    SPIRIT = "spirit-level"
    """Spirit level on a straightedge; the gap under it is read at both ends."""
    STRING = "string"
    """A string or a board of known height; a tape hangs down from it."""


@dataclass(frozen=True, slots=True)
class LevelClass:
    """How good an instrument is.

    Attributes:
        reading_mm: ± of one reading, however near.
        per_mm: ± for each millimetre of sight, or of span for a line level and a straightedge.
        reach_mm: farthest sight or longest span it is good for.
    """

    reading_mm: float
    per_mm: float
    reach_mm: float

    def sight_mm(self, distance_mm: float) -> float:
        """± of one reading at a distance, millimetres."""
        return math.hypot(self.reading_mm, self.per_mm * distance_mm)


CLASSES = {
    LevelInstrument.LASER: LevelClass(SIXTEENTH_MM / 2, SIXTEENTH_MM / (100 * FOOT_MM), 500 * FOOT_MM),
    LevelInstrument.OPTICAL: LevelClass(SIXTEENTH_MM / 2, SIXTEENTH_MM / (100 * FOOT_MM), 300 * FOOT_MM),
    LevelInstrument.WATER: LevelClass(SIXTEENTH_MM, 0.0, 100 * FOOT_MM),
    LevelInstrument.LINE: LevelClass(SIXTEENTH_MM, 2 * SIXTEENTH_MM / (10 * FOOT_MM), 25 * FOOT_MM),
    LevelInstrument.SPIRIT: LevelClass(SIXTEENTH_MM / 2, 0.0005, 12 * FOOT_MM),
    LevelInstrument.STRING: LevelClass(SIXTEENTH_MM, 0.0, 100 * FOOT_MM),
}

USUAL_SIGHT_MM = 50 * FOOT_MM
"""Taken where nobody said how far a sight was and the plan does not tell: across a small site."""

SPANNED = (LevelInstrument.LINE, LevelInstrument.SPIRIT)
"""Whose error goes with the span between the two ends, not with each sight."""
