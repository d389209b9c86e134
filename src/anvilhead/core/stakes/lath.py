"""What a surveyor's lath says: from the hub beside it to the finished surface, and to the line it stands off.

finish = hub − cut, or hub + fill; a point of the line = hub + offset along its facing.
"""

from dataclasses import dataclass
from enum import StrEnum

from anvilhead.core.geometry.point import Point


class Rank(StrEnum):
    """How much a mark is worth when two of them differ."""

    MONUMENT = "monument"
    HUB = "hub"
    CONVENIENCE = "convenience"


@dataclass(frozen=True, slots=True)
class Lath:
    """A lath as it was read, millimetres.

    Attributes:
        hub: where the hub stands; height_mm: of its top.
        offset_mm: in the ring; facing: unit vector toward the object.
        cut_mm: from the hub down to the surface; a fill is below zero.
        element: what it speaks of; rank: what it is worth.
    """

    name: str
    hub: Point
    height_mm: float | None = None
    offset_mm: float | None = None
    facing: Point | None = None
    cut_mm: float | None = None
    element: str = ""
    rank: Rank = Rank.HUB

    @property
    def finish_mm(self) -> float | None:
        """Height of the finished surface."""
        return None if self.height_mm is None or self.cut_mm is None else self.height_mm - self.cut_mm

    @property
    def on_line(self) -> Point | None:
        """The point of the line that it stands off."""
        if self.offset_mm is None or self.facing is None:
            return None
        return self.hub + self.facing * self.offset_mm
