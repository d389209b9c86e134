"""A string that carries heights at its nails: level, falling evenly, or bent at a post as a kerb's grade is.

Straight between one nail and the next, less what the string hangs through there where its pull is known.
"""

from dataclasses import dataclass
from itertools import pairwise

from anvilhead.core.boards.string_sag import STRING_N_PER_M, HungLine
from anvilhead.core.geometry.along import HeightsAlong, Path


@dataclass(frozen=True, slots=True)
class Grade:
    """From one nail to the next: stations in millimetres, and how far it falls for each unit of length."""

    start_mm: float
    end_mm: float
    fall: float


@dataclass(frozen=True)
class GradedString:
    """A string over a line of the plan.

    Attributes:
        path: the line; heights: of the string at the stations of its nails.
        pull_n: its tension, newtons; None where it is taken as straight.
    """

    path: Path
    heights: HeightsAlong
    pull_n: float | None = None
    weight_n_per_m: float = STRING_N_PER_M

    def height_mm(self, station_mm: float) -> float:
        """The string at a station."""
        straight = self.heights.at(station_mm)
        if self.pull_n is None:
            return straight
        bays = ((one, other) for (one, _), (other, _) in pairwise(self.heights.known) if one < station_mm < other)
        start, end = next(bays, (station_mm, station_mm))
        if end <= start:
            return straight
        return straight - HungLine(end - start, self.pull_n, self.weight_n_per_m).below_mm(station_mm - start)

    @property
    def grades(self) -> list[Grade]:
        """From nail to nail."""
        return [
            Grade(one, other, (high - low) / (other - one))
            for (one, high), (other, low) in pairwise(self.heights.known)
        ]
