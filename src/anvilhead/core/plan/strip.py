"""A strip: an open run with a width, such as a kerb, a path or a wall footing without a building."""

from dataclasses import dataclass
from enum import StrEnum

from anvilhead.core.geometry.footprint import Footprint
from anvilhead.core.geometry.point import Point
from anvilhead.core.geometry.stretch import area_of
from anvilhead.core.plan.line_family import FamilyOutline, LineFamily, outline_of
from anvilhead.core.units.errors import GeometryError


class StripOn(StrEnum):
    """Where the run lies in the strip, walking from its first corner."""

    LEFT = "left"
    CENTRE = "centre"
    RIGHT = "right"


@dataclass(frozen=True, slots=True)
class Strip:
    """A strip worked out, its corners mitred.

    Attributes:
        left, right: its faces as lines beside the run, by the run's letters.
    """

    left: FamilyOutline
    right: FamilyOutline

    @property
    def outline(self) -> list[Point]:
        """All round it: along the right face and back along the left."""
        return [*self.right.corners.values(), *reversed(self.left.corners.values())]

    @property
    def footprint(self) -> Footprint:
        """The same as a closed outline, its corners and faces named by hand: `A right`, `AB left`; ends by `end A`."""
        names = list(self.right.corners)
        letters = [*(f"{name} right" for name in names), *(f"{name} left" for name in reversed(names))]
        right = [f"{side.name} right" for side in self.right.sides]
        left = [f"{side.name} left" for side in reversed(self.left.sides)]
        walls = (*right, f"end {names[-1]}", *left, f"end {names[0]}")
        return Footprint(tuple(self.outline), letters=tuple(letters), walls=walls)

    @property
    def area_mm2(self) -> float:
        """From end to end and from face to face."""
        return abs(area_of(self.outline))


def strip_along(run: Footprint, width_mm: float, on: StripOn) -> Strip:
    """The faces of a strip.

    Args:
        run: an open line.
        width_mm: square across the strip, above zero.
        on: where the run lies in it.

    Raises:
        GeometryError: when the run is closed, or a leg is too short for the strip to turn on its inner face.
    """
    if run.closed:
        raise GeometryError("strip-closed", "A strip lies along an open line. Walk it as a “run”.")
    to_right = {StripOn.LEFT: width_mm, StripOn.CENTRE: width_mm / 2, StripOn.RIGHT: 0.0}[on]
    faces = []
    for name, offset in (("left face", to_right - width_mm), ("right face", to_right)):
        face = outline_of(run, LineFamily(name, offset))
        if face.vanished:
            legs = ", ".join(face.vanished)
            raise GeometryError("strip-too-wide", f"The strip is too wide to turn along {legs}. Make it narrower.")
        if face.clash:
            one, other = face.clash
            raise GeometryError("strip-too-wide", f"The strip runs into itself at {one} and {other}. Make it narrower.")
        faces.append(face)
    return Strip(*faces)
