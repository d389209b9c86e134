"""A cut through the ground along a line of the plan."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from anvilhead.core.geometry.point import Point
from anvilhead.core.ground.plane import plane_through
from anvilhead.core.ground.terrain import Terrain, Triangle
from anvilhead.core.units.tolerances import COINCIDENT_MM, NOTHING_MM, PARALLEL_SINE

EXAGGERATIONS = (1, 2, 5, 10, 20, 50)
"""Heights are drawn this many times larger than lengths, and it is said."""
HIGH_SHARE = 0.4
"""Heights fill about this share of a section's length once exaggerated."""


@dataclass(frozen=True, slots=True)
class Station:
    """A place along a section: its distance from the start, and the ground there, millimetres."""

    along_mm: float
    ground_mm: float


def section(terrain: Terrain, start: Point, end: Point) -> list[list[Station]]:
    """Ground along a line, from start to end: a list for each stretch between shots, breaks where there are none.

    Args:
        terrain: ground between shots.
        start: of the line.
        end: of the line, at another place.
    """
    way, length = (end - start).unit(), start.distance_to(end)
    stretches = sorted(
        stretch
        for corners in map(terrain.corners, _crossed(terrain, start, way))
        if (stretch := _through([(shot.place, shot.height_mm) for shot in corners], start, way, length))
    )
    out: list[list[Station]] = []
    for near, far in stretches:
        if out and near[0] <= out[-1][-1].along_mm + COINCIDENT_MM:
            if far[0] > out[-1][-1].along_mm + COINCIDENT_MM:
                out[-1].append(Station(*far))
        else:
            out.append([Station(*near), Station(*far)])
    return out


def _crossed(terrain: Terrain, start: Point, way: Point) -> Iterator[Triangle]:
    """Triangles with corners on both sides of a line, or on it: most lie beside it and need no more look."""
    offset = way.cross(start)
    beside = [way.x * shot.place.y - way.y * shot.place.x - offset for shot in terrain.shots]
    for triangle in terrain.triangles:
        a, b, c = triangle
        one, two, three = beside[a], beside[b], beside[c]
        left = one > COINCIDENT_MM and two > COINCIDENT_MM and three > COINCIDENT_MM
        if not left and not (one < -COINCIDENT_MM and two < -COINCIDENT_MM and three < -COINCIDENT_MM):
            yield triangle


def _through(
    corners: Sequence[tuple[Point, float]], start: Point, way: Point, length: float
) -> tuple[tuple[float, float], tuple[float, float]] | None:
    """Where a line enters and leaves a triangle: (along, height) twice; None when it passes it by."""
    near, far = 0.0, length
    for i, (corner, _) in enumerate(corners):
        before = corners[i - 1][0]
        inward = (corner - before).left()
        at_start, rate = (start - before).dot(inward), way.dot(inward)
        if abs(rate) * length <= PARALLEL_SINE * inward.length() * length:
            if at_start < 0:
                return None
        elif rate > 0:
            near = max(near, -at_start / rate)
        else:
            far = min(far, -at_start / rate)
    if far - near <= COINCIDENT_MM:
        return None
    plane = plane_through(*corners)
    return (near, plane.height_at(start + way * near)), (far, plane.height_at(start + way * far))


def exaggeration(length_mm: float, low_mm: float, high_mm: float) -> int:
    """How many times larger heights are drawn than lengths, so that they can be seen: a round number, 1 when steep."""
    room = HIGH_SHARE * length_mm / max(high_mm - low_mm, NOTHING_MM)
    return max((times for times in EXAGGERATIONS if times <= room), default=1)
