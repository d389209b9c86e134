"""How thick a slab will be: a string, or a level line, over it, and the base measured down at a grid.

thickness at a spot = finished top − base.  The mean is taken over the area between the spots, not over the spots, so
that a grid that is closer in one corner does not count double there.
"""

from collections.abc import Sequence
from dataclasses import dataclass

from anvilhead.core.levels.earthwork import between, plane_over
from anvilhead.core.levels.finish import Finish
from anvilhead.core.levels.plane import Plane, Polygon, above, area_of, clipped, volume_under
from anvilhead.core.levels.terrain import GroundShot, Terrain
from anvilhead.core.point import Point
from anvilhead.core.tolerances import ON_TOLERANCE_MM

YARD3_MM3 = 914.4**3
"""A cubic yard: 0.9144 m each way, exactly."""


@dataclass(frozen=True, slots=True)
class Thickness:
    """Thickness at a spot, millimetres."""

    name: str
    place: Point
    thick_mm: float


@dataclass(frozen=True, slots=True)
class SlabThickness:
    """A slab's thickness.

    Attributes:
        spots: everywhere it was measured; thin: those under the least allowed.
        least_mm, mean_mm: least at any spot, mean over the area between spots.
        thin_pieces: where between the spots it is too thin, to be drawn; thin_mm2: their area.
        area_mm2: of the whole slab; covered_mm2: of it, between spots.
    """

    spots: tuple[Thickness, ...]
    thin: tuple[str, ...]
    least_mm: float
    mean_mm: float
    thin_pieces: tuple[tuple[Point, ...], ...]
    thin_mm2: float
    area_mm2: float
    covered_mm2: float

    @property
    def volume_mm3(self) -> float:
        """Concrete in place: the mean thickness over the whole slab, no waste."""
        return self.mean_mm * self.area_mm2


def slab_thickness(base: Sequence[GroundShot], mesh: Terrain | None, finish: Finish, outline: Polygon,
                   least_mm: float) -> SlabThickness:  # fmt: skip
    """Thickness of a slab over its base.

    Args:
        base: heights of the base, one at least.
        mesh: the base between them; None when they are too few, or on one line: their plain mean then counts.
        finish: the finished top.
        outline: of the slab.
        least_mm: thinner than this is too thin.
    """
    spots = tuple(Thickness(s.name, s.place, finish.height_at(s.place) - s.height_mm) for s in base)
    thin_pieces: list[tuple[Point, ...]] = []
    covered = volume = thin_area = 0.0
    way = 1.0 if area_of(outline) > 0 else -1.0
    # what the base stands above the finish: below zero; three flat spots hold it flat between them
    over = between(mesh or Terrain((), ()), finish.height_at)
    for corners in map(over.corners, over.triangles):
        piece = clipped(outline, [shot.place for shot in corners])
        if len(piece) < 3:
            continue
        thick = Plane(0.0) - plane_over(corners)
        covered += way * area_of(piece)
        volume += way * volume_under(piece, thick)
        thin_piece = above(piece, Plane(least_mm) - thick)
        if len(thin_piece) > 2 and (lacking := way * area_of(thin_piece)) > 1.0:
            thin_pieces.append(tuple(thin_piece))
            thin_area += lacking
    plain = sum(spot.thick_mm for spot in spots) / len(spots)
    return SlabThickness(
        spots=spots,
        thin=tuple(spot.name for spot in spots if spot.thick_mm < least_mm - ON_TOLERANCE_MM),
        least_mm=min(spot.thick_mm for spot in spots),
        mean_mm=volume / covered if covered > 0 else plain,
        thin_pieces=tuple(thin_pieces),
        thin_mm2=thin_area,
        area_mm2=abs(area_of(outline)),
        covered_mm2=covered,
    )
