"""The ground as triangles between shots.

Delaunay triangulation by the incremental method of Bowyer and Watson (1981): each shot is put in, the triangles whose
circumcircle holds it are taken out and their hole is closed from it.  Outside the hull lie ghost triangles with one
corner at infinity, so that nothing far away is computed with.  Places are whole thousandths of a millimetre there,
which makes every test exact: grids, with their four shots on one circle, need no tolerance.  Shots are put in along a
snake of strips, so that the triangle a new one falls in is found by a short walk from the one before.
"""

import math
from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass, field
from itertools import combinations

from anvilhead.core.geometry.point import Point
from anvilhead.core.units.errors import GeometryError
from anvilhead.core.units.tolerances import COINCIDENT_MM, EXACT_MM, FLOAT_SLACK, SLIVER_SHARE

Triangle = tuple[int, int, int]
"""Numbers of three shots, anticlockwise."""

LONG_TIMES = 3.0
"""An edge this many times longer than the usual one bridges ground nobody saw."""

GHOST = -1
"""Number of the corner at infinity."""


@dataclass(frozen=True, slots=True)
class GroundShot:
    """A height at a place of the plan, millimetres."""

    name: str
    place: Point
    height_mm: float


@dataclass(frozen=True)
class Terrain:
    """The ground between shots: flat triangles, each over three of them."""

    shots: tuple[GroundShot, ...]
    triangles: tuple[Triangle, ...]

    def corners(self, triangle: Triangle) -> tuple[GroundShot, GroundShot, GroundShot]:
        """The three shots of a triangle."""
        a, b, c = triangle
        return self.shots[a], self.shots[b], self.shots[c]

    def without_long(self, owner: Callable[[str], str | None] = lambda name: None) -> "Terrain":
        """The same ground without triangles that reach from one cluster of shots to another.

        What lies under an edge many times longer than usual nobody saw; a line drawn there would be a guess.  Between
        what was shot for one thing and for another an edge longer than usual is such a reach already.

        Args:
            owner: what a shot of that name was taken for.
        """
        edges = {t: self._longest(t, owner) for t in self.triangles}
        if not edges:
            return self
        usual = sorted(max(own, across) for own, across in edges.values())[len(edges) // 2]
        kept = (t for t, (own, across) in edges.items() if own <= LONG_TIMES * usual and across <= usual)
        return Terrain(self.shots, tuple(kept))

    def _longest(self, triangle: Triangle, owner: Callable[[str], str | None]) -> tuple[float, float]:
        """The longest edge between shots of one owner, and between shots of two; 0 where there is none."""
        own = across = 0.0
        for a, b in combinations(self.corners(triangle), 2):
            length = a.place.distance_to(b.place)
            if owner(a.name) == owner(b.name):
                own = max(own, length)
            else:
                across = max(across, length)
        return own, across

    def height_at(self, place: Point) -> float | None:
        """Ground at a place, millimetres; None outside the shots."""
        for triangle in self.triangles:
            shares = shares_in(place, *(shot.place for shot in self.corners(triangle)))
            if min(shares) >= -FLOAT_SLACK:
                return sum(w * shot.height_mm for w, shot in zip(shares, self.corners(triangle), strict=True))
        return None


def shares_in(place: Point, a: Point, b: Point, c: Point) -> tuple[float, float, float]:
    """Barycentric shares of a place in a triangle: all above zero inside it."""
    whole = (b - a).cross(c - a)
    one = (c - b).cross(place - b) / whole
    other = (a - c).cross(place - c) / whole
    return one, other, 1.0 - one - other


def terrain_of(shots: Sequence[GroundShot]) -> Terrain:
    """The ground between shots.

    Args:
        shots: at least three that are not on one line; of shots at one place the last counts.

    Raises:
        GeometryError: when there is no ground between them.
    """
    kept = _one_to_a_place(shots)
    if len(kept) < 3:
        raise GeometryError("too-few-shots", "Three shots at three places are needed to say anything between them.")
    mesh = _Mesh([(round(shot.place.x / EXACT_MM), round(shot.place.y / EXACT_MM)) for shot in kept])
    triangles = [t for t in mesh.triangles() if not _is_sliver(*(kept[i].place for i in t))]
    if not triangles:
        raise GeometryError("shots-in-line", "All shots lie on one line. Take one beside it.")
    return Terrain(tuple(kept), tuple(triangles))


def _one_to_a_place(shots: Iterable[GroundShot]) -> list[GroundShot]:
    places: dict[tuple[int, int], GroundShot] = {}
    for shot in shots:
        places[round(shot.place.x / COINCIDENT_MM), round(shot.place.y / COINCIDENT_MM)] = shot
    return list(places.values())


@dataclass
class _Mesh:
    """Triangles by number: their corners, and their neighbours over the edge that begins at each corner."""

    places: Sequence[tuple[int, int]]
    corners: dict[int, Triangle] = field(default_factory=dict)
    beside: dict[int, list[int]] = field(default_factory=dict)
    last: int = 0

    def triangles(self) -> list[Triangle]:
        """The triangulation; empty when all places are on one line."""
        order = self._snake()
        third = next((i for i in order[2:] if self._turn(order[0], order[1], self.places[i])), None)
        if third is None:
            return []
        self._begin(order[0], order[1], third)
        for index in order[2:]:
            if index != third:
                self._put_in(index)
        return sorted(triangle for triangle in self.corners.values() if GHOST not in triangle)

    def _snake(self) -> list[int]:
        """Places strip by strip, up and down in turn."""
        strips = max(1, math.isqrt(len(self.places)) // 2)
        low = min(x for x, _ in self.places)
        width = max(x for x, _ in self.places) - low + 1

        def along(index: int) -> tuple[int, int]:
            x, y = self.places[index]
            strip = (x - low) * strips // width
            return strip, -y if strip % 2 else y

        return sorted(range(len(self.places)), key=along)

    def _begin(self, a: int, b: int, c: int) -> None:
        """The first triangle and a ghost over each of its edges."""
        if self._turn(a, b, self.places[c]) < 0:
            b, c = c, b
        self.corners = {0: (a, b, c), 1: (b, a, GHOST), 2: (c, b, GHOST), 3: (a, c, GHOST)}
        self.beside = {0: [1, 2, 3], 1: [0, 3, 2], 2: [0, 1, 3], 3: [0, 2, 1]}
        self.last = 3

    def _put_in(self, index: int) -> None:
        point = self.places[index]
        gone = self._hit(self._find(point), point)
        rim = [
            (a, b, neighbour)
            for triangle in gone
            for (a, b), neighbour in zip(_edges(self.corners[triangle]), self.beside[triangle], strict=True)
            if neighbour not in gone
        ]
        for triangle in gone:
            del self.corners[triangle], self.beside[triangle]
        begins = {a: self.last + n for n, (a, _, _) in enumerate(rim, 1)}
        ends = {b: self.last + n for n, (_, b, _) in enumerate(rim, 1)}
        for number, (a, b, outside) in enumerate(rim, self.last + 1):
            self.corners[number] = (a, b, index)
            self.beside[number] = [outside, begins[b], ends[a]]
            self.beside[outside][_edges(self.corners[outside]).index((b, a))] = number
        self.last += len(rim)

    def _find(self, point: tuple[int, int]) -> int:
        """Walk from the newest triangle to the one, or the ghost, that holds a place."""
        here = self.last
        if GHOST in self.corners[here]:  # begin on the triangle that the ghost guards
            here = self.beside[here][(self.corners[here].index(GHOST) + 1) % 3]
        while GHOST not in self.corners[here]:
            for (a, b), neighbour in zip(_edges(self.corners[here]), self.beside[here], strict=True):
                if self._turn(a, b, point) < 0:
                    here = neighbour
                    break
            else:
                return here
        return here

    def _hit(self, start: int, point: tuple[int, int]) -> set[int]:
        """Triangles whose circumcircle holds a place, found outward from the one it lies in."""
        hit, ahead = {start}, [start]
        while ahead:
            for neighbour in self.beside[ahead.pop()]:
                if neighbour not in hit and self._holds(neighbour, point):
                    hit.add(neighbour)
                    ahead.append(neighbour)
        return hit

    def _holds(self, triangle: int, point: tuple[int, int]) -> bool:
        """Whether a place lies inside a circumcircle; a ghost's is the outside of its edge, and the edge itself."""
        corners = self.corners[triangle]
        if GHOST in corners:
            at = corners.index(GHOST)
            a, b = corners[at - 2], corners[at - 1]
            turn = self._turn(a, b, point)
            return turn > 0 or (turn == 0 and self._between(a, b, point))
        px, py = point
        (ax, ay), (bx, by), (cx, cy) = (self.places[i] for i in corners)
        ax, ay, bx, by, cx, cy = ax - px, ay - py, bx - px, by - py, cx - px, cy - py
        aa, bb, cc = ax * ax + ay * ay, bx * bx + by * by, cx * cx + cy * cy
        return ax * (by * cc - cy * bb) - ay * (bx * cc - cx * bb) + aa * (bx * cy - cx * by) > 0

    def _turn(self, a: int, b: int, point: tuple[int, int]) -> int:
        """Above zero when a place lies to the left of the way from a to b."""
        (ax, ay), (bx, by) = self.places[a], self.places[b]
        return (bx - ax) * (point[1] - ay) - (by - ay) * (point[0] - ax)

    def _between(self, a: int, b: int, point: tuple[int, int]) -> bool:
        (ax, ay), (bx, by) = self.places[a], self.places[b]
        return (point[0] - ax) * (point[0] - bx) + (point[1] - ay) * (point[1] - by) < 0


def _edges(triangle: Triangle) -> tuple[tuple[int, int], tuple[int, int], tuple[int, int]]:
    a, b, c = triangle
    return (a, b), (b, c), (c, a)


def _is_sliver(a: Point, b: Point, c: Point) -> bool:
    longest = max(a.distance_to(b), b.distance_to(c), c.distance_to(a))
    return (b - a).cross(c - a) <= SLIVER_SHARE * longest * longest
