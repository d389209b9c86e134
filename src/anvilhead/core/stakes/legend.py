"""What is written on a stake: how far it stands off, toward what, and what that is."""

from dataclasses import dataclass

from anvilhead.core.geometry.footprint import Footprint, Side
from anvilhead.core.geometry.point import Point
from anvilhead.core.units.tolerances import COINCIDENT_MM, NOTHING_MM


@dataclass(frozen=True, slots=True)
class Legend:
    """What a stake says.

    Attributes:
        offset_mm: what stands in the ring; nothing for a hub on its point.
        toward: unit vector that the arrow points along, to the object; None for a hub.
        line, corner: what it refers to: a line square off which it stands, else the nearest corner.
        station_mm: along that line from its start.
    """

    offset_mm: float
    toward: Point | None
    line: str | None = None
    corner: str | None = None
    station_mm: float | None = None


def legend_for(stake: Point, outline: Footprint) -> Legend:
    """The nearest thing that a stake can speak for: a line it stands square off, else a corner.

    Args:
        stake: where it stands.
        outline: what it refers to: a footprint or an open line.
    """
    best: tuple[float, float, Side] | None = None
    for side in outline.sides:
        arm = stake - side.start_point
        along = arm.dot(side.direction)
        if not -NOTHING_MM <= along <= side.length_mm + NOTHING_MM:
            continue
        off = abs(arm.cross(side.direction))
        if best is None or off < best[0]:
            best = (off, along, side)
    corner, at = min(outline.corners.items(), key=lambda one: one[1].distance_to(stake))
    near = at.distance_to(stake)
    if best is None or near <= best[0] + COINCIDENT_MM:
        return Legend(near, _unit(at - stake), corner=corner)
    off, along, side = best
    toward = side.start_point + side.direction * along - stake
    return Legend(off, _unit(toward), line=side.name, station_mm=along)


def _unit(way: Point) -> Point | None:
    return None if way.length() < COINCIDENT_MM else way.unit()
