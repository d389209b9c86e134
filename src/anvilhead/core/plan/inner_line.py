"""Lines inside a footprint: grade beams, partitions, rows of piers or posts, by distance from a named side.

Where lines cross is where a pier, a post or a mark stands.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from enum import StrEnum
from itertools import combinations

from anvilhead.core.geometry.footprint import Footprint
from anvilhead.core.geometry.point import Point
from anvilhead.core.geometry.stretch import Stretch, foot, meeting
from anvilhead.core.units.errors import GeometryError
from anvilhead.core.units.tolerances import COINCIDENT_MM, STRAIGHT_RAD


class InnerKind(StrEnum):
    """What stands on an inner line."""

    BEAM = "beam"
    PIERS = "piers"
    POSTS = "posts"
    PARTITION = "partition"
    MARK = "mark"


@dataclass(frozen=True, slots=True)
class InnerRow:
    """Lines at running distances from one side, toward the inside (an open line's left).

    Attributes:
        name: of a single line; several are numbered: P1, P2.
        side: line name of the side measured from.
        distances_mm: running totals from that side, each from the side itself.
    """

    name: str
    kind: InnerKind
    side: str
    distances_mm: tuple[float, ...]


@dataclass(frozen=True, slots=True)
class InnerLine:
    """One inner line: the stretches of it that lie inside, each from wall to wall, millimetres."""

    name: str
    kind: InnerKind
    side: str
    distance_mm: float
    stretches: tuple[tuple[Point, Point], ...]


@dataclass(frozen=True, slots=True)
class InnerPoint:
    """Where two inner lines cross."""

    name: str
    lines: tuple[str, str]
    point: Point


def lines_of(footprint: Footprint, row: InnerRow) -> list[InnerLine]:
    """The lines of a row.

    Raises:
        GeometryError: when the side is not known or a line does not pass the inside.
    """
    side = footprint.sides_by_name.get(row.side)
    if side is None:
        raise GeometryError("unknown-line", f"There is no line {row.side} to measure {row.name} from.")
    lines = []
    for number, distance in enumerate(row.distances_mm, 1):
        shift = footprint.inward(side) * distance
        name = row.name if len(row.distances_mm) == 1 else f"{row.name}{number}"
        start, end = side.start_point + shift, side.end_point + shift
        stretches = _inside(footprint, start, side.direction) if footprint.closed else ((start, end),)
        if not stretches:
            raise GeometryError(
                "outside", f"{name} would not pass the inside: {row.side} is not that far from anything."
            )
        lines.append(InnerLine(name, row.kind, row.side, distance, stretches))
    return lines


def baseline_ends(footprint: Footprint, line: InnerLine) -> dict[str, Point]:
    """The two ends of an inner line's string, named by the walls it runs between; of an open line by its corners."""
    start, end = line.stretches[0][0], line.stretches[-1][1]
    if not footprint.closed:
        side = footprint.sides_by_name[line.side]
        return {f"{line.name} by {side.start}": start, f"{line.name} by {side.end}": end}
    walls = (min(footprint.sides, key=lambda side: foot(at, side.stretch).distance_to(at)).name for at in (start, end))
    return {f"{line.name} at {wall}": at for wall, at in zip(walls, (start, end), strict=True)}


def points_of(lines: Sequence[InnerLine]) -> list[InnerPoint]:
    """Every crossing of two inner lines inside, in the order of the lines."""
    points = []
    for one, other in combinations(lines, 2):
        for a in one.stretches:
            for b in other.stretches:
                point = _crossing(a, b)
                if point:
                    points.append(InnerPoint(f"{one.name}×{other.name}", (one.name, other.name), point))
    return points


def _inside(footprint: Footprint, start: Point, along: Point) -> tuple[tuple[Point, Point], ...]:
    """Stretches of an endless line inside a closed outline; one that lies in a wall is not inside."""
    cuts = []
    for side in footprint.sides:
        a, b = (along.cross(end - start) for end in (side.start_point, side.end_point))
        if (a > COINCIDENT_MM) != (b > COINCIDENT_MM):
            share = (COINCIDENT_MM - a) / (b - a)
            cuts.append((side.start_point + (side.end_point - side.start_point) * share - start).dot(along))
    cuts.sort()
    pairs = zip(cuts[::2], cuts[1::2], strict=True)
    return tuple((start + along * one, start + along * other) for one, other in pairs if other - one > COINCIDENT_MM)


def _crossing(one: Stretch, other: Stretch) -> Point | None:
    """Where two stretches cross, ends included; None when they do not, or run alike."""
    at = meeting(one, other, STRAIGHT_RAD)
    near = at and all(foot(at, stretch).distance_to(at) <= 2 * COINCIDENT_MM for stretch in (one, other))
    return at if near else None
