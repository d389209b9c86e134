"""The site: control that is held as true, structures placed from it, and the room between them.

Site frame: x to the east, y to the north, millimetres; bearings clockwise from north, degrees.  An existing
wall or a boundary is never taken for square or straight: two offsets from it give a line.
"""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from anvilhead.core.geometry.footprint import Footprint, Side
from anvilhead.core.geometry.point import Point
from anvilhead.core.geometry.stretch import crosses, foot
from anvilhead.core.units.errors import GeometryError
from anvilhead.core.units.tolerances import COINCIDENT_MM

LEAST_BASE_MM = 300.0
"""Two offsets closer together than this give no direction: 1 mm between them turns a 12 m wall 40 mm."""

JUST_INSIDE_MM = 1.0
"""A place this far off a side is inside: less than any structure is wide."""


@dataclass(frozen=True, slots=True)
class Pose:
    """Where a structure's plan frame lies on the site: its corner A, and the way its x axis faces."""

    origin: Point
    facing: Point

    def to_site(self, point: Point) -> Point:
        """A place of the plan on the site."""
        return self.origin + self.facing * point.x + self.facing.left() * point.y

    def to_plan(self, point: Point) -> Point:
        """A place of the site on the plan."""
        away = point - self.origin
        return Point(away.dot(self.facing), away.dot(self.facing.left()))

    def footprint(self, footprint: Footprint) -> Footprint:
        """A footprint on the site."""
        return Footprint(tuple(self.to_site(point) for point in footprint.points), footprint.closed)


@dataclass(frozen=True, slots=True)
class Reference:
    """A line to measure from: two points on it, and the way offsets count from it.

    Attributes:
        start, end: the line as it runs; stations are measured from its start.
        away: unit vector square to it, toward positive offsets.
    """

    start: Point
    end: Point
    away: Point

    @property
    def along(self) -> Point:
        """Unit vector in the way it runs."""
        return (self.end - self.start).unit()


@dataclass(frozen=True, slots=True)
class Offset:
    """A distance square off a reference line at a station along it, millimetres."""

    station_mm: float
    offset_mm: float


def reference_of(side: Side, away: Point | None = None) -> Reference:
    """A side as a reference; offsets count to the left of the way it runs unless said otherwise."""
    return Reference(side.start_point, side.end_point, away or side.direction.left())


def pose_at_point(footprint: Footprint, corner: str, at: Point, line: str, bearing_deg: float) -> Pose:
    """A corner on a known point, one line along a bearing.

    Raises:
        GeometryError: when the corner or the line is not known.
    """
    side = _side(footprint, line)
    bearing = math.radians(bearing_deg)
    return _pose(footprint, corner, at, side, Point(math.sin(bearing), math.cos(bearing)))


def pose_from_line(
    footprint: Footprint,
    line: str,
    reference: Reference,
    offsets: tuple[Offset, Offset],
    corner: str,
    station_mm: float,
) -> Pose:
    """One line by two offsets from a reference line; the structure lies beyond it, away from the reference.

    Args:
        footprint: the planned outline.
        line: the side that the offsets are measured to.
        reference: wall, boundary or neighbour's side.
        offsets: two stations along the reference, and the distance square off it at each.
        corner: a corner on that side.
        station_mm: where along the reference that corner stands.

    Raises:
        GeometryError: when the corner is not on that side, or the stations are too close for a direction.
    """
    side = _side(footprint, line)
    if corner not in (side.start, side.end):
        raise GeometryError(
            "corner-off-line", f"Corner {corner} is not on line {line}. Name {side.start} or {side.end}."
        )
    one, other = (
        reference.start + reference.along * offset.station_mm + reference.away * offset.offset_mm for offset in offsets
    )
    apart = other - one
    if abs(offsets[0].station_mm - offsets[1].station_mm) < LEAST_BASE_MM:
        raise GeometryError(
            "stations-too-close", "The two offsets are taken at nearly one place. Take them far apart on the reference."
        )
    square = apart.dot(reference.along)
    at = one + apart * ((station_mm - offsets[0].station_mm) / square)
    beyond = 1.0 if offsets[0].offset_mm + offsets[1].offset_mm >= 0 else -1.0
    facing = apart.unit()
    to_inside = facing.left() if footprint.inward(side).dot(side.direction.left()) > 0 else facing.left() * -1
    if footprint.closed:
        facing = facing if to_inside.dot(reference.away) * beyond > 0 else facing * -1
    elif facing.dot(reference.along) < 0:  # an open line runs the way its reference does
        facing = facing * -1
    return _pose(footprint, corner, at, side, facing)


def _side(footprint: Footprint, line: str) -> Side:
    side = footprint.sides_by_name.get(line)
    if side is None:
        names = ", ".join(footprint.sides_by_name)
        raise GeometryError("unknown-line", f"There is no line {line}. The lines are {names}.")
    return side


def _pose(footprint: Footprint, corner: str, at: Point, side: Side, along: Point) -> Pose:
    """The pose that puts a corner on a point and a side along a direction."""
    planned = footprint.corners.get(corner)
    if planned is None:
        raise GeometryError(
            "unknown-corner", f"There is no corner {corner}. The corners are {', '.join(footprint.names)}."
        )
    d = side.direction
    facing = Point(along.dot(d), along.cross(d) * -1)  # along turned back by the side's own direction
    origin = at - (facing * planned.x + facing.left() * planned.y)
    return Pose(origin, facing)


@dataclass(frozen=True, slots=True)
class Neighbour:
    """Something on the site to keep clear of.

    Attributes:
        name: as the crew calls it.
        outline: closed (a structure, a whole boundary) or an open line (a wall, a stretch of boundary).
        needed_mm: how clear of it a structure must stay.
        holds: whether it goes round the structure, as a whole boundary does.
        allowed: whether overlapping it is on purpose.
    """

    name: str
    outline: Footprint
    needed_mm: float = 0.0
    holds: bool = False
    allowed: bool = False


@dataclass(frozen=True, slots=True)
class Clearance:
    """The room between a structure and a neighbour, millimetres.

    Attributes:
        to: the neighbour.
        least_mm: shortest distance; 0 when they touch or overlap.
        nearest: the corner, or the line, that comes nearest.
        needed_mm: room asked for.
        overlaps: whether they cross, one lies in the other, or it stands outside what should hold it.
        allowed: whether that is on purpose.
        corners, lines: distance of each corner, and of each side by its line name.
        across: where it is nearest: the place on the structure and the one on the neighbour.
    """

    to: str
    least_mm: float
    nearest: str
    needed_mm: float
    overlaps: bool
    allowed: bool
    corners: Mapping[str, float]
    lines: Mapping[str, float]
    across: tuple[Point, Point]

    @property
    def short_mm(self) -> float:
        """How much room is missing; 0 when there is enough, or overlapping is on purpose."""
        return 0.0 if self.allowed else max(0.0, self.needed_mm - self.least_mm)

    @property
    def is_clear(self) -> bool:
        """Whether nothing needs to be done."""
        return self.allowed or not (self.overlaps or self.short_mm > COINCIDENT_MM)


def clearances(outline: Footprint, neighbours: Sequence[Neighbour]) -> list[Clearance]:
    """Room from an outline on the site to every neighbour, in their order."""
    return [_clearance(outline, neighbour) for neighbour in neighbours]


def _clearance(outline: Footprint, neighbour: Neighbour) -> Clearance:
    other = neighbour.outline
    corners = {name: min(_to_side(point, s) for s in other.sides) for name, point in outline.corners.items()}
    lines = {side.name: _between(side, other, corners) for side in outline.sides}
    nearest = min(corners, key=lambda name: round(corners[name], 3))  # the first of those that come equally near
    least = min(lines.values())
    if least < corners[nearest] - COINCIDENT_MM:
        nearest = min(lines, key=lambda name: round(lines[name], 3))
    crossing = next((a.name for a in outline.sides for b in other.sides if crosses(a.stretch, b.stretch)), None)
    outside = neighbour.holds and not all(other.contains(p) or corners[n] == 0 for n, p in outline.corners.items())
    within = not neighbour.holds and (_within(outline, other) or _within(other, outline))
    overlaps = crossing is not None or outside or within
    return Clearance(
        to=neighbour.name,
        least_mm=0.0 if overlaps else least,
        nearest=crossing or nearest,
        needed_mm=neighbour.needed_mm,
        overlaps=overlaps,
        allowed=neighbour.allowed,
        corners=corners,
        lines=lines,
        across=_across(outline, other),
    )


def _across(outline: Footprint, other: Footprint) -> tuple[Point, Point]:
    """The nearest two places of two outlines that do not cross."""
    from_corners = [(point, foot(point, side.stretch)) for point in outline.points for side in other.sides]
    to_points = [(foot(point, side.stretch), point) for point in other.points for side in outline.sides]
    return min([*from_corners, *to_points], key=lambda pair: round(pair[0].distance_to(pair[1]), 3))


def _between(side: Side, other: Footprint, corners: Mapping[str, float]) -> float:
    """Shortest distance between a side and an outline; the side's ends are known already."""
    if any(crosses(side.stretch, one.stretch) for one in other.sides):
        return 0.0
    return min(corners[side.start], corners[side.end], *(_to_side(point, side) for point in other.points))


def _within(inner: Footprint, outer: Footprint) -> bool:
    """Whether an outline that crosses nothing lies inside another.

    Asked of a place just inside its first side, so that outlines that share corners are told apart from
    those that share ground.
    """
    side = inner.sides[0]
    inside = (side.start_point + side.end_point) * 0.5 + inner.inward(side) * JUST_INSIDE_MM
    return outer.closed and outer.contains(inside if inner.closed else inner.points[0])


def _to_side(point: Point, side: Side) -> float:
    """Distance from a point to a side, millimetres."""
    return point.distance_to(foot(point, side.stretch))
