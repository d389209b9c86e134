"""Where the tops of a fence's posts lie: over each post's own ground, at one height, along a slope, or in steps."""

from collections.abc import Mapping
from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Tops:
    """Heights above the datum, millimetres.

    Attributes:
        start_mm: at the first post; end_mm: at the last, straight between; None for one height.
        drops_mm: how much lower the tops lie from a post on, by its number from nothing.
    """

    start_mm: float
    end_mm: float | None = None
    drops_mm: Mapping[int, float] | None = None

    def at(self, number: int, station_mm: float, length_mm: float) -> float:
        """The top of a post; one that carries a step has the height of the bay behind it.

        Args:
            number: of the post, from nothing.
            station_mm: of it.
            length_mm: of the whole run, above zero.
        """
        if self.end_mm is not None:
            return self.start_mm + (self.end_mm - self.start_mm) * station_mm / length_mm
        return self.start_mm - sum(drop for at, drop in (self.drops_mm or {}).items() if at <= number)
