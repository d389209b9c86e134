"""Bands of equal depth, held against the depth itself at places all over them."""

import random

import pytest

from anvilhead.core.geometry.point import Point
from anvilhead.core.geometry.stretch import area_of
from anvilhead.core.ground.contour import Band, bands, contours
from anvilhead.core.ground.finish import Finish, drain_below
from anvilhead.core.ground.plane import Plane
from anvilhead.core.ground.terrain import GroundShot, Terrain, terrain_of

SQUARE = [Point(0, 0), Point(8000, 0), Point(8000, 6000), Point(0, 6000)]
ELL = [Point(0, 0), Point(0, 6000), Point(4000, 6000), Point(4000, 2500), Point(8000, 2500), Point(8000, 0)]
"""Walked with its inside to the right."""


def ground(seed: int, count: int) -> Terrain:
    rng = random.Random(seed)
    spots = [(rng.uniform(-500, 8500), rng.uniform(-500, 6500), rng.uniform(-60, 0)) for _ in range(count)]
    return terrain_of([GroundShot(str(i), Point(x, y), height) for i, (x, y, height) in enumerate(spots)])


def holds(ring: tuple[Point, ...] | list[Point], place: Point) -> bool:
    """Whether a ray to the right leaves the ring an odd number of times."""
    odd = False
    for i, end in enumerate(ring):
        start = ring[i - 1]
        if (start.y > place.y) != (end.y > place.y):
            odd ^= place.x < start.x + (place.y - start.y) * (end.x - start.x) / (end.y - start.y)
    return odd


def at(found: list[Band], place: Point) -> list[Band]:
    return [band for band in found if sum(holds(ring, place) for ring in band.rings) % 2]


@pytest.mark.parametrize("seed", range(30))
def test_every_place_lies_in_the_band_of_its_depth(seed: int) -> None:
    rng = random.Random(seed + 1000)
    outline = SQUARE if seed % 2 else ELL
    mesh, finish = ground(seed, rng.randint(4, 25)), Plane(120, rng.uniform(-0.004, 0.004), rng.uniform(-0.004, 0.004))
    found = bands(mesh, outline, finish, 12.7)
    looked = 0
    for _ in range(200):
        place = Point(rng.uniform(0, 8000), rng.uniform(0, 6000))
        under = mesh.height_at(place)
        if under is None:
            continue
        here = at(found, place)
        if not holds(outline, place):
            assert not here
            continue
        depth = finish.height_at(place) - under
        assert [(band.least_mm <= depth + 1e-3, band.most_mm >= depth - 1e-3) for band in here] == [(True, True)]
        looked += 1
    assert looked > 10


def test_their_areas_make_up_what_was_shot() -> None:
    shots = [GroundShot(f"{x}{y}", Point(x * 2000, y * 2000), -3.0 * x * y) for x in range(5) for y in range(4)]
    found = bands(terrain_of(shots), SQUARE, Plane(100), 10)
    total = sum(area_of(ring) for band in found for ring in band.rings)
    assert total == pytest.approx(8000 * 6000, rel=1e-6)
    assert (found[0].least_mm, found[-1].most_mm) == (100, 140)


def test_what_adjoins_is_one_ring() -> None:
    level = [GroundShot(f"{x}{y}", Point(x * 2000, y * 2000), 0) for x in range(5) for y in range(4)]
    (band,) = bands(terrain_of(level), SQUARE, Plane(105), 10)
    assert (band.least_mm, band.most_mm) == (100, 110)
    (ring,) = band.rings
    assert {(round(place.x), round(place.y)) for place in ring} == {(0, 0), (8000, 0), (8000, 6000), (0, 6000)}


def test_a_top_that_falls_to_a_drain_is_thinnest_round_it() -> None:
    finish: Finish = drain_below(SQUARE, Point(4000, 3000), 150, 0.01)
    level = [GroundShot(f"{x}{y}", Point(x * 2000, y * 2000), 0) for x in range(5) for y in range(4)]
    found = bands(terrain_of(level), SQUARE, finish, 10)
    # 5 m to the farthest corner, 1 in 100: the rim lies 50 lower, at 100
    (at_rim,) = at(found, Point(4030, 3020))
    (at_corner,) = at(found, Point(40, 30))
    assert (at_rim.least_mm, at_corner.most_mm) == (100, 150)


def test_no_contour_runs_from_one_structure_to_another() -> None:
    """Two grids of 1 m, 2 m apart: within three usual edges, but nobody shot the ground between them."""
    shots = [
        GroundShot(f"{owner}/{x}{y}", Point(left + 1000 * x, 1000 * y), 10.0 * y + 0.01 * x)
        for owner, left in (("one", 0), ("two", 5000))
        for x in range(4)
        for y in range(4)
    ]
    mesh = terrain_of(shots)
    between = [
        [line for line in found if min(p.x for p in line.points) < 4000 < max(p.x for p in line.points)]
        for found in (
            contours(mesh.without_long(), 10),
            contours(mesh.without_long(lambda name: name.partition("/")[0]), 10),
        )
    ]
    assert [bool(lines) for lines in between] == [True, False]
    assert contours(mesh.without_long(lambda name: name.partition("/")[0]), 10)
