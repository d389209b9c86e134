"""Flat surfaces over the plan, and what is cut out of polygons by them.

A polygon is its points in order, either way round; what runs outside itself after clipping runs back over the same
line and adds nothing.
"""

from collections.abc import Sequence
from dataclasses import dataclass

from anvilhead.core.geometry.point import Point
from anvilhead.core.units.errors import GeometryError

Polygon = Sequence[Point]


@dataclass(frozen=True, slots=True)
class Plane:
    """height = base_mm + x·slope_x + y·slope_y, millimetres over the plan."""

    base_mm: float
    slope_x: float = 0.0
    slope_y: float = 0.0

    def height_at(self, place: Point) -> float:
        """Height over a place, millimetres."""
        return self.base_mm + self.slope_x * place.x + self.slope_y * place.y

    def volume_over(self, polygon: Polygon) -> float:
        """Volume between zero and the plane over a polygon, cubic millimetres; signed as the way round is."""
        return volume_under(polygon, self)

    def nearest_above(self, polygon: Polygon, under: "Plane") -> Point:
        """Where over a polygon it is nearest above another plane: at a corner."""
        return min(polygon, key=(self - under).height_at)

    def __add__(self, other: "Plane") -> "Plane":
        return Plane(self.base_mm + other.base_mm, self.slope_x + other.slope_x, self.slope_y + other.slope_y)

    def __sub__(self, other: "Plane") -> "Plane":
        return Plane(self.base_mm - other.base_mm, self.slope_x - other.slope_x, self.slope_y - other.slope_y)


def plane_through(a: tuple[Point, float], b: tuple[Point, float], c: tuple[Point, float]) -> Plane:
    """The plane over three places at three heights.

    Raises:
        GeometryError: when the places lie on one line.
    """
    (p, at_p), (q, at_q), (r, at_r) = a, b, c
    u, v = q - p, r - p
    whole = u.cross(v)
    if whole == 0.0:
        raise GeometryError("shots-in-line", "Three shots on one line hold no plane.")
    rise_u, rise_v = at_q - at_p, at_r - at_p
    slope_x = (rise_u * v.y - rise_v * u.y) / whole
    slope_y = (u.x * rise_v - v.x * rise_u) / whole
    return Plane(at_p - slope_x * p.x - slope_y * p.y, slope_x, slope_y)


def above(polygon: Polygon, plane: Plane) -> list[Point]:
    """The part of a polygon over which a plane is at or above zero (Sutherland and Hodgman, 1974)."""
    out: list[Point] = []
    for i, end in enumerate(polygon):
        start = polygon[i - 1]
        at_start, at_end = plane.height_at(start), plane.height_at(end)
        if (at_start < 0) != (at_end < 0):
            out.append(start + (end - start) * (at_start / (at_start - at_end)))
        if at_end >= 0:
            out.append(end)
    return out


def clipped(polygon: Polygon, triangle: Sequence[Point]) -> list[Point]:
    """The part of a polygon, of any shape, inside an anticlockwise triangle."""
    out = list(polygon)
    for i, end in enumerate(triangle):
        way = (end - triangle[i - 1]).left()
        out = above(out, Plane(-triangle[i - 1].dot(way), way.x, way.y)) if out else out
    return out


def volume_under(polygon: Polygon, plane: Plane) -> float:
    """Volume between zero and a plane over a polygon, cubic millimetres; signed as the plane and the way round are.

    Over each triangle with the first point the volume is its area times the mean of its three heights.
    """
    if len(polygon) < 3:
        return 0.0
    first = polygon[0]
    at_first = plane.height_at(first)
    total = 0.0
    for i in range(2, len(polygon)):
        one, other = polygon[i - 1], polygon[i]
        area = (one - first).cross(other - first) / 2
        total += area * (at_first + plane.height_at(one) + plane.height_at(other)) / 3
    return total
