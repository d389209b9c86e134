"""Something in the ground or standing on it that nothing may hit: a pipe, a cable, a tree, a hydrant."""

from dataclasses import dataclass

from anvilhead.core.geometry.point import Point
from anvilhead.core.geometry.stretch import Stretch, foot, touches
from anvilhead.core.units.tolerances import COINCIDENT_MM


@dataclass(frozen=True, slots=True)
class Obstacle:
    """Something that keeps a radius free round a place, or along a line, millimetres; `stands`: tapes meet it too."""

    name: str
    start: Point
    end: Point
    radius_mm: float
    stands: bool = False

    def distance_to(self, place: Point) -> float:
        """From its edge to a place; below zero inside."""
        return self._middle_to(place) - self.radius_mm

    def distance_to_stretch(self, stretch: Stretch) -> float:
        """From its edge to a stretch where that comes nearest; below zero inside."""
        if not self._is_place and touches((self.start, self.end), stretch):
            return -self.radius_mm
        ends = min(self._middle_to(place) for place in stretch)
        own = min(_to_stretch(place, stretch) for place in (self.start, self.end))
        return min(ends, own) - self.radius_mm

    @property
    def _is_place(self) -> bool:
        return self.start.distance_to(self.end) < COINCIDENT_MM

    def _middle_to(self, place: Point) -> float:
        return _to_stretch(place, (self.start, self.end))


def _to_stretch(place: Point, stretch: Stretch) -> float:
    return foot(place, stretch).distance_to(place)
