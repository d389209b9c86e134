"""Line families: lines that run beside every wall line, such as footing edges, forms and dig edges.

A family is an offset of each side of the footprint, positive outward (of an open line: to the right of the way
walked).  Its corners are where its neighbouring lines cross, at any angle.  A wall shorter than the offset
asks for can vanish; its neighbours then cross each other, and the family says which wall is gone.
"""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from itertools import pairwise

from anvilhead.core.geometry.footprint import Footprint, Side, first_crossing
from anvilhead.core.geometry.point import Point
from anvilhead.core.geometry.stretch import Box, foot, reaches
from anvilhead.core.units.errors import GeometryError
from anvilhead.core.units.tolerances import COINCIDENT_MM, FAR_CROSSING, STRAIGHT_RAD

NEAR_MM = 1.0
"""A line nearer than this much less than its offset to another wall has run into that wall's line."""

WALL_FACE = "wall face"
"""The footprint's own lines: the first family, at no offset."""

FOOTING_OUTER, FOOTING_INNER = "footing outer edge", "footing inner edge"
"""Edges of the footing of a wall section."""


@dataclass(frozen=True, slots=True)
class LineFamily:
    """A named line beside every side.

    Attributes:
        name: what it is on site: footing outer, dig edge.
        offset_mm: outward from the footprint's line, negative inward.
        on: offsets of sides that differ, by line name.
    """

    name: str
    offset_mm: float
    on: Mapping[str, float] = field(default_factory=dict)

    def offset_of(self, line: str) -> float:
        """Offset beside one line, millimetres, positive outward."""
        return self.on.get(line, self.offset_mm)


@dataclass(frozen=True, slots=True)
class FamilyOutline:
    """A family worked out.

    Attributes:
        family: which.
        corners: by the footprint's letters; where a wall vanished both its ends are the one crossing.
        sides: the lines left, by the walls they run beside, from corner to corner.
        vanished: walls that have no line left in this family.
        far: corners whose crossing lies farther off than builders expect, and how far, millimetres.
        clash: two lines of the family that run into each other, if any do.
    """

    family: LineFamily
    corners: dict[str, Point]
    sides: tuple[Side, ...]
    vanished: tuple[str, ...] = ()
    far: tuple[tuple[str, float], ...] = ()
    clash: tuple[str, str] | None = None

    def overall_mm(self, along: Point) -> tuple[float, float]:
        """Overall size along a direction and square to it, millimetres."""
        ahead = [point.dot(along) for point in self.corners.values()]
        across = [point.dot(along.left()) for point in self.corners.values()]
        return max(ahead) - min(ahead), max(across) - min(across)


@dataclass(frozen=True, slots=True)
class WallSection:
    """A wall on its footing, from which the families follow.

    Attributes:
        wall_mm: thickness of the wall; its outer face is the footprint's line.
        footing_mm: width of the footing; None for a wall without one.
        projection_mm: footing beyond the wall's outer face; None when the wall stands in its middle.
        dig_mm: room to dig beyond each footing edge; None when the trench is the form.
        sheathing_mm: thickness that goes on outside the plate; the plate is set in by it. None for no plate line.
    """

    wall_mm: float
    footing_mm: float | None = None
    projection_mm: float | None = None
    dig_mm: float | None = None
    sheathing_mm: float | None = None

    def offsets(self) -> dict[str, float]:
        """Offsets by family name, outermost first, millimetres outward of the wall's outer face.

        Raises:
            GeometryError: when the footing does not carry the wall.
        """
        offsets = {"wall inner face": -self.wall_mm}
        if self.sheathing_mm is not None:
            offsets["plate line"] = -self.sheathing_mm
        outer, inner = 0.0, -self.wall_mm
        if self.footing_mm is not None:
            beyond = (self.footing_mm - self.wall_mm) / 2
            outer = beyond if self.projection_mm is None else self.projection_mm
            inner = outer - self.footing_mm
            if outer < 0 or inner > -self.wall_mm:
                raise GeometryError(
                    "footing-misses-wall",
                    "The wall does not stand wholly on its footing. Make the footing wider, or its projection smaller.",
                )
            offsets |= {FOOTING_OUTER: outer, FOOTING_INNER: inner}
        if self.dig_mm is not None:
            offsets |= {"dig outer edge": outer + self.dig_mm, "dig inner edge": inner - self.dig_mm}
        return dict(sorted(offsets.items(), key=lambda item: -item[1]))


def families_of_section(section: WallSection, on: Mapping[str, WallSection]) -> list[LineFamily]:
    """The families of a wall section, with the offsets of the sides that have another section.

    Raises:
        GeometryError: when a footing does not carry its wall.
    """
    base = section.offsets()
    differing = {line: other.offsets() for line, other in on.items()}
    return [
        LineFamily(name, offset, {line: other[name] for line, other in differing.items() if name in other})
        for name, offset in base.items()
    ]


def outline_of(footprint: Footprint, family: LineFamily) -> FamilyOutline:
    """Work out a family's lines and corners.

    Raises:
        GeometryError: when nothing is left of it: the offset is more than the footprint holds.
    """
    shifted = {}
    for side in footprint.sides:
        outward = footprint.inward(side) * -family.offset_of(side.name)
        shifted[side.name] = (side.start_point + outward, side.end_point + outward)
    walls, vanished = list(footprint.sides), []
    ends = _ends(walls, shifted, footprint.closed)
    while gone := _next_to_vanish(walls, ends, footprint.closed):
        vanished.append(gone.name)
        walls.remove(gone)
        if len(walls) < (3 if footprint.closed else 1):
            raise GeometryError(
                "nothing-left", f"Nothing is left of {family.name}: its offset is more than the footprint holds."
            )
        ends = _ends(walls, shifted, footprint.closed)
    corners = _corners(footprint, walls, ends)
    sides = tuple(Side(wall.start, wall.end, *end) for wall, end in zip(walls, ends, strict=True))
    far = _far(footprint, family, corners)
    clash = _clash(sides, footprint.closed)
    if footprint.closed and clash is None:
        near = _too_near(footprint, family, sides)
        if len(near) == len(sides) or _turned_over(footprint, corners):
            raise GeometryError(
                "nothing-left", f"Nothing is left of {family.name}: its offset is more than the footprint holds."
            )
        clash = near[0] if near else None
    return FamilyOutline(family, corners, sides, tuple(vanished), far, clash)


Ends = list[tuple[Point, Point]]


def _ends(walls: Sequence[Side], shifted: Mapping[str, tuple[Point, Point]], closed: bool) -> Ends:
    """Where the line beside each wall that is left starts and ends."""
    starts = [shifted[walls[0].name][0]]
    starts += [_meet(before, after, shifted) for before, after in pairwise(walls)]
    last = shifted[walls[-1].name][1]
    if closed:
        last = starts[0] = _meet(walls[-1], walls[0], shifted)
    return list(pairwise([*starts, last]))


def _meet(before: Side, after: Side, shifted: Mapping[str, tuple[Point, Point]]) -> Point:
    """Crossing of two neighbouring lines; halfway between them where they run on straight."""
    one, other = shifted[before.name], shifted[after.name]
    found = reaches(one[0], before.direction, other[0], after.direction, STRAIGHT_RAD)
    return one[0] + before.direction * found[0] if found else (one[1] + other[0]) * 0.5


def _next_to_vanish(walls: Sequence[Side], ends: Ends, closed: bool) -> Side | None:
    """The wall whose line shrinks to nothing first as the offset grows; None when all have length left.

    Before it goes the shorter of two lines that came to face each other when the wall between them vanished.
    """
    around = list(pairwise(walls)) + ([(walls[-1], walls[0])] if closed else [])
    for one, other in around:
        if _run_alike(one, other) < 0:
            return min(one, other, key=lambda side: side.length_mm)
    first, least = None, math.inf
    for index, (wall, (start, end)) in enumerate(zip(walls, ends, strict=True)):
        length = (end - start).dot(wall.direction)
        if length > COINCIDENT_MM or (length < -COINCIDENT_MM and _is_jog(walls, index, closed)):
            continue
        share = wall.length_mm / (wall.length_mm - length)
        if share < least:
            first, least = wall, share
    return first


def _is_jog(walls: Sequence[Side], index: int, closed: bool) -> bool:
    """Whether the neighbours of a wall run the same way: its line then turns about rather than vanish."""
    if not closed and index in (0, len(walls) - 1):
        return False
    return _run_alike(walls[index - 1], walls[(index + 1) % len(walls)]) > 0


def _run_alike(one: Side, other: Side) -> int:
    """1 for walls that run the same way, -1 for those that run opposite ways, 0 for those that cross."""
    if abs(one.direction.cross(other.direction)) >= STRAIGHT_RAD:
        return 0
    return 1 if one.direction.dot(other.direction) > 0 else -1


def _corners(footprint: Footprint, walls: Sequence[Side], ends: Ends) -> dict[str, Point]:
    """Corners by all letters; both ends of a vanished wall are the crossing before it."""
    found: dict[str, Point] = {}
    for wall, (start, end) in zip(walls, ends, strict=True):
        found[wall.start] = start
        found.setdefault(wall.end, end)
    names = footprint.names
    known = next(i for i, name in enumerate(names) if name in found)
    for at in range(known + 1, known + len(names)):
        name, before = names[at % len(names)], names[(at - 1) % len(names)]
        found.setdefault(name, found[before])
    return {name: found[name] for name in names}


def _far(footprint: Footprint, family: LineFamily, corners: Mapping[str, Point]) -> tuple[tuple[str, float], ...]:
    """Corners whose crossing is more than a few offsets away, as acute corners have it."""
    far = []
    for before, after in footprint.joints:
        offset = max(abs(family.offset_of(before.name)), abs(family.offset_of(after.name)))
        away = corners[after.start].distance_to(after.start_point)
        if away > FAR_CROSSING * offset > 0:
            far.append((after.start, away))
    return tuple(far)


def _turned_over(footprint: Footprint, corners: Mapping[str, Point]) -> bool:
    """Whether an outline runs the other way round than its footprint: what is left of it lies inside out."""

    def turn(points: Sequence[Point]) -> float:
        return sum(points[i - 1].cross(point) for i, point in enumerate(points))

    return turn(list(corners.values())) * turn(footprint.points) < 0


def _too_near(footprint: Footprint, family: LineFamily, sides: Sequence[Side]) -> list[tuple[str, str]]:
    """Lines of a family that come nearer to another wall than that one's own line: they run into each other.

    Looked at in the middle and at the corner of each.
    """
    walls = [
        (wall.name, wall.stretch, abs(offset), offset > 0, *Box.around(wall.stretch, abs(offset)).edges)
        for wall in footprint.sides
        for offset in [family.offset_of(wall.name)]
        if offset
    ]

    def met_at(name: str, outside: bool, place: Point) -> str | None:
        x, y = place.x, place.y
        for wall, stretch, offset, beyond, left, right, low, high in walls:
            if not (left <= x <= right and low <= y <= high) or beyond != outside or wall == name:
                continue
            if foot(place, stretch).distance_to(place) < offset - NEAR_MM:
                return wall
        return None

    near = []
    for side in (side for side in sides if family.offset_of(side.name)):
        outside = family.offset_of(side.name) > 0
        places = ((side.start_point + side.end_point) * 0.5, side.start_point)
        met = next((wall for place in places if (wall := met_at(side.name, outside, place))), None)
        if met is not None:
            near.append((side.name, met))
    return near


def _clash(sides: Sequence[Side], closed: bool) -> tuple[str, str] | None:
    """Two lines of a family that cross although they are no neighbours, by name."""
    crossing = first_crossing(sides, closed)
    return crossing and (crossing[0].name, crossing[1].name)
