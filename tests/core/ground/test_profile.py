"""Strings over the ground: a ridge worked by hand, rough ground against fine steps."""

import random

import pytest

from anvilhead.core.geometry.point import Point
from anvilhead.core.ground.profile import profile
from anvilhead.core.ground.terrain import GroundShot, Terrain, terrain_of


def ridge(high_mm: float) -> Terrain:
    """Level ground 12 m by 8 m with a ridge across it at x = 5 m, falling straight to both sides."""
    rows = [(x, y, high_mm if x == 5000 else 0.0) for x in (0, 5000, 12_000) for y in (0, 8000)]
    return terrain_of([GroundShot(f"{x}.{y}", Point(x, y), mm) for x, y, mm in rows])


def test_a_ridge_through_a_string_by_hand() -> None:
    """A string at 200 over a ridge of 500: through it from 2 m, where 500·2/5 is 200, to 12 − 7·2/5 = 9.2 m."""
    found = profile(ridge(500), Point(0, 3000), Point(12_000, 3000), 200, 200)
    assert found is not None
    assert (found.least_mm, found.least_at_mm) == (pytest.approx(-300), pytest.approx(5000))
    (hump,) = found.humps
    assert (hump.start_mm, hump.end_mm, hump.most_mm) == (
        pytest.approx(2000), pytest.approx(9200), pytest.approx(300),
    )  # fmt: skip
    assert found.seen_mm == pytest.approx(12_000)


def test_a_string_with_fall_and_one_that_passes_nothing() -> None:
    """From 500 down to −100 over a ridge of 100: they meet at 9.2 m, both at 40, and the end lies 100 under."""
    found = profile(ridge(100), Point(0, 3000), Point(12_000, 3000), 500, -100)
    assert found is not None
    (hump,) = found.humps
    assert (hump.start_mm, hump.end_mm, hump.most_mm) == (
        pytest.approx(9200), pytest.approx(12_000), pytest.approx(100),
    )  # fmt: skip
    assert profile(ridge(100), Point(0, 9000), Point(12_000, 9000), 0, 0) is None
    assert profile(ridge(100), Point(0, 3000), Point(0, 3000), 0, 0) is None


@pytest.mark.trials
@pytest.mark.parametrize("seed", range(6))
def test_rough_ground_against_fine_steps(seed: int) -> None:
    rng = random.Random(seed)
    shots = [GroundShot(str(i), Point(rng.uniform(0, 12_000), rng.uniform(0, 8000)), rng.uniform(-300, 300))
             for i in range(80)]  # fmt: skip
    mesh = terrain_of(shots)
    start, end = Point(2000, 1500), Point(10_000, 6500)
    found = profile(mesh, start, end, 250, 50)
    assert found is not None
    length, way = start.distance_to(end), (end - start).unit()
    least, through = float("inf"), 0.0
    for i in range(4001):
        along = length * i / 4000
        ground = mesh.height_at(start + way * along)
        assert ground is not None
        clear = 250 - 200 * along / length - ground
        least = min(least, clear)
        through += (clear < 0) * length / 4000
    assert found.least_mm <= least <= found.least_mm + 2
    assert sum(hump.end_mm - hump.start_mm for hump in found.humps) == pytest.approx(through, abs=20)
