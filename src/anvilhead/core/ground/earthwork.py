"""Cut and fill between the ground and a pad, and what of it is on a truck.

Over each triangle of the ground both ground and pad are flat, so their difference is too: the outline is clipped to
the triangle, parted where the difference is nothing, and each part is a prism with a sloping top, exactly.
"""

from collections.abc import Callable
from dataclasses import dataclass
from enum import StrEnum

from anvilhead.core.geometry.point import Point
from anvilhead.core.geometry.stretch import area_of
from anvilhead.core.ground.plane import Plane, Polygon, above, clipped, plane_through, volume_under
from anvilhead.core.ground.terrain import GroundShot, Terrain
from anvilhead.core.units.units import INCH_MM

ROUGH_MM = INCH_MM
"""Within an inch of the pad a rake does; beyond it a machine goes first."""


@dataclass(frozen=True, slots=True)
class Earthwork:
    """Cut and fill inside an outline, millimetres, square and cubic.

    Attributes:
        cut_mm3, fill_mm3: in the ground, before it swells.
        cut_mm2, fill_mm2: area of each.
        covered_mm2, outline_mm2: how much of the outline lies between shots, and its whole area.
        most_cut_mm, most_fill_mm: at any shot, or corner of the outline, between shots.
    """

    cut_mm3: float
    fill_mm3: float
    cut_mm2: float
    fill_mm2: float
    covered_mm2: float
    outline_mm2: float
    most_cut_mm: float
    most_fill_mm: float

    def loose_mm3(self, swell: float) -> float:
        """Cut as it lies on a truck: swollen by a share, 0.25 for a quarter more."""
        return self.cut_mm3 * (1 + swell)

    @property
    def balance_mm3(self) -> float:
        """Cut minus fill: above zero goes away, below is brought."""
        return self.cut_mm3 - self.fill_mm3


class Rough(StrEnum):
    """How the ground is brought to the pad."""

    BY_HAND = "by-hand"
    MACHINE_FIRST = "machine-first"


def rough_level(work: Earthwork, rough_mm: float = ROUGH_MM) -> Rough:
    """Whether a rake does, or a machine goes first, by the most that is to be cut or filled anywhere."""
    return Rough.BY_HAND if max(work.most_cut_mm, work.most_fill_mm) <= rough_mm else Rough.MACHINE_FIRST


def earthwork(terrain: Terrain, outline: Polygon, pad: Plane) -> Earthwork:
    """Cut and fill from the ground to a pad inside an outline.

    Args:
        terrain: ground between shots.
        outline: of the pad, either way round, of any shape that does not cross itself.
        pad: level or sloped.
    """
    way = 1.0 if area_of(outline) > 0 else -1.0
    cut = fill = cut_area = fill_area = covered = 0.0
    depths = [0.0]
    for triangle in terrain.triangles:
        corners = terrain.corners(triangle)
        piece = clipped(outline, [shot.place for shot in corners])
        if len(piece) < 3:
            continue
        higher = plane_over(corners) - pad
        lower = Plane(0.0) - higher
        high, low = above(piece, higher), above(piece, lower)
        cut += way * volume_under(high, higher)
        fill += way * volume_under(low, lower)
        cut_area += way * area_of(high)
        fill_area += way * area_of(low)
        covered += way * area_of(piece)
        depths += [higher.height_at(place) for place in piece]
    return Earthwork(
        cut, fill, cut_area, fill_area, covered, abs(area_of(outline)), max(depths), max(-depth for depth in depths)
    )


def plane_over(corners: tuple[GroundShot, GroundShot, GroundShot]) -> Plane:
    """The ground of one triangle."""
    a, b, c = ((shot.place, shot.height_mm) for shot in corners)
    return plane_through(a, b, c)


def between(terrain: Terrain, surface: Callable[[Point], float]) -> Terrain:
    """How much the ground stands above a surface, as a terrain of its own over the same shots."""
    return Terrain(
        tuple(GroundShot(s.name, s.place, s.height_mm - surface(s.place)) for s in terrain.shots), terrain.triangles
    )
