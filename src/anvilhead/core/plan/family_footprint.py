"""A family's own corners as a footprint that can be squared, and strings of one family told as those of another.

Where a wall has vanished both its letters mean the one corner that is left; lines keep the names of their walls.
"""

from collections.abc import Mapping
from dataclasses import dataclass

from anvilhead.core.geometry.footprint import Footprint
from anvilhead.core.geometry.point import Point
from anvilhead.core.geometry.stretch import Stretch, meeting
from anvilhead.core.plan.line_family import FamilyOutline, LineFamily
from anvilhead.core.units.errors import GeometryError
from anvilhead.core.units.tolerances import STRAIGHT_RAD


@dataclass(frozen=True, slots=True)
class FamilyFootprint:
    """A family to be squared.

    Attributes:
        family: its name.
        footprint: its corners and lines.
        alias: letters that mean another corner because the wall between them has vanished.
    """

    family: LineFamily
    footprint: Footprint
    alias: Mapping[str, str]

    def corner(self, name: str) -> str:
        """The letter a corner goes by; any other name as it is."""
        return self.alias.get(name, name)


def family_footprint(outline: FamilyOutline, closed: bool) -> FamilyFootprint:
    """What is to be squared of a family.

    Raises:
        GeometryError: when its lines run into each other.
    """
    if outline.clash:
        one, other = outline.clash
        raise GeometryError(
            "family-clash",
            f"{one} and {other} of {outline.family.name} run into each other: it has no corners to square.",
        )
    letters = [side.start for side in outline.sides] + ([] if closed else [outline.sides[-1].end])
    at = {outline.corners[name]: name for name in reversed(letters)}
    alias = {name: at[point] for name, point in outline.corners.items() if at[point] != name}
    footprint = Footprint(
        tuple(outline.corners[name] for name in letters),
        closed,
        tuple(letters),
        tuple(side.name for side in outline.sides) if outline.vanished else (),
    )
    return FamilyFootprint(outline.family, footprint, alias)


def told_as(found: FamilyFootprint, corners: Mapping[str, Point], other: LineFamily) -> dict[str, Point] | None:
    """Corners of another family whose strings run beside these, by the known offsets.

    Args:
        found: the family that was squared.
        corners: where its corners are.
        other: the family to tell; no wall of it has vanished.

    Returns:
        None where it has a wall of which nothing runs beside these corners, or where its strings do not cross.
    """
    footprint = found.footprint
    if footprint.walls:
        return None
    beside: dict[str, Stretch] = {}
    for side in footprint.sides:
        start, end = corners[side.start], corners[side.end]
        outward = (end - start).unit().left() * (-1 if footprint.inward(side).dot(side.direction.left()) > 0 else 1)
        shift = outward * (other.offset_of(side.name) - found.family.offset_of(side.name))
        beside[side.name] = (start + shift, end + shift)
    first, last = footprint.sides[0], footprint.sides[-1]
    told: dict[str, Point | None] = {}
    if not footprint.closed:
        told = {first.start: beside[first.name][0], last.end: beside[last.name][1]}
    for before, after in footprint.joints:
        one, two = beside[before.name], beside[after.name]
        straight = abs(footprint.turns_rad[after.start]) < STRAIGHT_RAD
        told[after.start] = (one[1] + two[0]) * 0.5 if straight else meeting(one, two)
    known = {name: point for name in footprint.names if (point := told[name]) is not None}
    return known if len(known) == len(told) else None
