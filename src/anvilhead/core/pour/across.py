"""Lines laid across an outline: which stretches of each lie inside it."""

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise

from anvilhead.core.geometry.footprint import Footprint
from anvilhead.core.geometry.point import Point
from anvilhead.core.plan.line_family import LineFamily, outline_of
from anvilhead.core.units.errors import GeometryError
from anvilhead.core.units.tolerances import COINCIDENT_MM


@dataclass(frozen=True, slots=True)
class Chord:
    """A stretch inside an outline, from edge to edge."""

    start: Point
    end: Point

    @property
    def length_mm(self) -> float:
        """From edge to edge."""
        return self.start.distance_to(self.end)


def inset(outline: Sequence[Point], cover_mm: float) -> list[Point]:
    """What is left of an outline that far inside all its faces.

    Raises:
        GeometryError: when that is nothing, or falls apart.
    """
    if cover_mm == 0:
        return list(outline)
    no_room = GeometryError("no-room", "The cover leaves no room inside the concrete. Type less cover.")
    try:
        found = outline_of(Footprint(tuple(outline)), LineFamily("cover", -cover_mm))
    except GeometryError as error:
        raise no_room from error
    if found.clash:
        raise no_room
    # both ends of a side that vanished are one place
    corners = list(found.corners.values())
    return [one for one, before in zip(corners, [corners[-1], *corners], strict=False) if one != before]


def chords_across(outline: Sequence[Point], through: Point, ahead: Point) -> list[Chord]:
    """The stretches of a line that lie inside an outline, in its direction.

    Args:
        outline: corners of a closed outline that does not cross itself.
        through: a place on the line.
        ahead: its direction, a unit vector.

    An edge that lies along the line counts as lying to its left.
    """
    found: list[float] = []
    for start, end in pairwise([*outline, outline[0]]):
        before, after = ahead.cross(start - through), ahead.cross(end - through)
        if (before < 0) == (after < 0):
            continue
        at = start + (end - start) * (before / (before - after))
        found.append((at - through).dot(ahead))
    found.sort()
    return [
        Chord(through + ahead * one, through + ahead * other)
        for one, other in zip(found[::2], found[1::2], strict=True)
        if other - one > COINCIDENT_MM
    ]


def extent(outline: Sequence[Point], ahead: Point) -> tuple[float, float]:
    """The least and the most of an outline along a direction, millimetres from the origin."""
    along = [point.dot(ahead) for point in outline]
    return min(along), max(along)
