"""How thick a slab will be: a string, or a level line, over it, and the base measured down at a grid.

thickness at a spot = finished top − base.  The mean is taken over the area between the spots, not over the spots, so
that a grid that is closer in one corner does not count double there.  A top that falls to a drain is a cone: over each
flat triangle of the base it is worked out as the cone it is, so that the drain counts although nobody shot it.
"""

from collections.abc import Sequence
from dataclasses import dataclass

from anvilhead.core.geometry.point import Point
from anvilhead.core.geometry.stretch import area_of
from anvilhead.core.ground.earthwork import plane_over
from anvilhead.core.ground.finish import DrainFinish, Finish, fine_triangles
from anvilhead.core.ground.plane import Plane, Polygon, above, clipped, volume_under
from anvilhead.core.ground.terrain import GroundShot, Terrain
from anvilhead.core.units.tolerances import COINCIDENT_MM, NOTHING_MM

YARD3_MM3 = 914.4**3
"""A cubic yard: 0.9144 m each way, exactly."""

DRAIN = "drain"
"""Name of the spot at a drain."""


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
        spots: everywhere it was measured, and at the drain; thin: those under the least allowed.
        least_mm, most_mm, mean_mm: least, most and mean over the area between spots; of the spots where they hold no
            area.
        least_at, most_at: where it is least, and most.
        thin_pieces: where between the spots it is too thin, to be drawn; thin_mm2: their area.
        area_mm2: of the whole slab; covered_mm2: of it, between spots.
    """

    spots: tuple[Thickness, ...]
    thin: tuple[str, ...]
    least_mm: float
    least_at: Point
    most_mm: float
    most_at: Point
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
    spots = [Thickness(s.name, s.place, finish.height_at(s.place) - s.height_mm) for s in base]
    plain = sum(spot.thick_mm for spot in spots) / len(spots)
    depths = [(spot.thick_mm, spot.place) for spot in _inside(spots, outline)]
    thin_pieces: list[tuple[Point, ...]] = []
    covered = volume = thin_area = 0.0
    way = 1.0 if area_of(outline) > 0 else -1.0
    for corners in map(mesh.corners, mesh.triangles) if mesh else ():
        piece = clipped(outline, [shot.place for shot in corners])
        if len(piece) < 3:
            continue
        under = plane_over(corners)
        covered += way * area_of(piece)
        volume += way * (finish.volume_over(piece) - volume_under(piece, under))
        lowest = finish.nearest_above(piece, under)
        # a cone less a plane is highest at a corner, as a plane less a plane is
        depths += [(finish.height_at(place) - under.height_at(place), place) for place in (lowest, *piece)]
        for thin_piece in _thin(piece, finish, under, least_mm):
            if (lacking := way * area_of(thin_piece)) > 1.0:
                thin_pieces.append(tuple(thin_piece))
                thin_area += lacking
    if isinstance(finish, DrainFinish) and mesh and (at_drain := mesh.height_at(finish.drain)) is not None:
        spots.append(Thickness(DRAIN, finish.drain, finish.drain_mm - at_drain))
    depths = depths or [(spot.thick_mm, spot.place) for spot in spots]
    least, most = (most_of(depths, key=lambda one: one[0]) for most_of in (min, max))
    return SlabThickness(
        spots=tuple(spots),
        thin=tuple(spot.name for spot in spots if spot.thick_mm < least_mm - NOTHING_MM),
        least_mm=least[0],
        least_at=least[1],
        most_mm=most[0],
        most_at=most[1],
        mean_mm=volume / covered if covered > 0 else plain,
        thin_pieces=tuple(thin_pieces),
        thin_mm2=thin_area,
        area_mm2=abs(area_of(outline)),
        covered_mm2=covered,
    )


def _inside(spots: Sequence[Thickness], outline: Polygon) -> list[Thickness]:
    """Spots inside the slab or on its edge."""
    return [spot for spot in spots if _holds(outline, spot.place)]


def _holds(outline: Polygon, place: Point) -> bool:
    inside = False
    for i, end in enumerate(outline):
        start = outline[i - 1]
        along = end - start
        beside = abs(along.cross(place - start)) <= COINCIDENT_MM * along.length()
        if (
            beside
            and -COINCIDENT_MM <= along.dot(place - start) / (along.length() or 1.0) <= along.length() + COINCIDENT_MM
        ):
            return True
        if (start.y > place.y) != (end.y > place.y):
            inside ^= place.x < start.x + (place.y - start.y) * along.x / along.y
    return inside


def _thin(piece: Sequence[Point], finish: Finish, under: Plane, least_mm: float) -> list[list[Point]]:
    """Where over a piece the slab is too thin; a curved top is taken flat over small triangles."""
    too_thin = []
    for part in [list(piece)] if isinstance(finish, Plane) else fine_triangles(piece):
        if isinstance(finish, Plane):
            lacking = Plane(least_mm) - (finish - under)
        else:
            a, b, c = (GroundShot("", p, least_mm - finish.height_at(p) + under.height_at(p)) for p in part)
            lacking = plane_over((a, b, c))
        thin = above(part, lacking)
        if len(thin) > 2:
            too_thin.append(thin)
    return too_thin
