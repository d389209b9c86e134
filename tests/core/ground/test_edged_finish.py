"""A top stretched between edges, against sums over fine grids and formulas of its own."""

import random

import numpy as np
import pytest

from anvilhead.core.geometry.along import HeightsAlong
from anvilhead.core.geometry.point import Point
from anvilhead.core.ground.finish import EdgedFinish, falls_from
from anvilhead.core.ground.plane import Plane

WIDE, DEEP = 6000.0, 4000.0
CORNERS = (Point(0, 0), Point(WIDE, 0), Point(WIDE, DEEP), Point(0, DEEP))


def straight(start: float, end: float, length: float) -> HeightsAlong:
    return HeightsAlong(((0.0, start), (length, end)))


def bilinear(a: float, b: float, c: float, d: float) -> EdgedFinish:
    return EdgedFinish(
        CORNERS, (straight(a, b, WIDE), straight(b, c, DEEP), straight(c, d, WIDE), straight(d, a, DEEP))
    )


def test_four_straight_edges_are_bilinear() -> None:
    """By the weights of the four corners, and its volume by their mean."""
    top = bilinear(0, 60, 20, 40)
    assert top.height_at(Point(1500, 1000)) == pytest.approx(0.75 * 0.25 * 60 + 0.25 * 0.25 * 20 + 0.25 * 0.75 * 40)
    assert top.volume_over(CORNERS) == pytest.approx(WIDE * DEEP * 30)
    assert top.volume_over(CORNERS[::-1]) == pytest.approx(-WIDE * DEEP * 30)


def test_two_edges_that_are_there_are_ruled_from_one_to_the_other() -> None:
    """A kerb with a hump opposite a straight one: across, every line is straight."""
    hump = HeightsAlong(((0.0, 0.0), (3000.0, 50.0), (WIDE, 0.0)))
    far = straight(20, 80, WIDE)  # runs from C back to D
    top = EdgedFinish(CORNERS, (hump, straight(0, 20, DEEP), far, straight(80, 0, DEEP)))
    for x, y in ((3000, 2000), (1000, 500), (4500, 3900)):
        expected = hump.at(x) * (1 - y / DEEP) + far.at(WIDE - x) * y / DEEP
        assert top.height_at(Point(x, y)) == pytest.approx(expected)


@pytest.mark.parametrize("seed", range(12))
def test_over_any_four_corners_it_meets_its_edges_and_its_volume_is_that_of_a_fine_grid(seed: int) -> None:
    rng = random.Random(seed)
    corners = tuple(Point(p.x + rng.uniform(-900, 900), p.y + rng.uniform(-900, 900)) for p in CORNERS)
    ends = [rng.uniform(0, 100) for _ in range(4)]
    lengths = [corners[i].distance_to(corners[(i + 1) % 4]) for i in range(4)]
    edges = tuple(
        HeightsAlong(((0.0, ends[i]), (lengths[i] / 2, rng.uniform(0, 100)), (lengths[i], ends[(i + 1) % 4])))
        for i in range(4)
    )
    top = EdgedFinish(corners, edges)  # type: ignore[arg-type]
    for i in range(4):
        for share in (0.0, 0.2, 0.5, 0.9):
            at = corners[i] + (corners[(i + 1) % 4] - corners[i]) * share
            assert top.height_at(at) == pytest.approx(edges[i].at(share * lengths[i]), abs=1e-6)
    # the map of the unit square, its area by the Jacobian, summed over 200 by 200 middles
    a, b, c, d = (np.array([p.x, p.y]) for p in corners)
    u, v = np.meshgrid((np.arange(200) + 0.5) / 200, (np.arange(200) + 0.5) / 200)
    du = (1 - v)[..., None] * (b - a) + v[..., None] * (c - d)
    dv = (1 - u)[..., None] * (d - a) + u[..., None] * (c - b)
    area = du[..., 0] * dv[..., 1] - du[..., 1] * dv[..., 0]
    at = (
        ((1 - u) * (1 - v))[..., None] * a + (u * (1 - v))[..., None] * b + (u * v)[..., None] * c
        + ((1 - u) * v)[..., None] * d
    )  # fmt: skip
    heights = np.array([[top.height_at(Point(*place)) for place in row] for row in at[::8, ::8]])
    coarse = (heights * area[::8, ::8]).sum() / area[::8, ::8].sum()
    mean = top.volume_over(corners) / area.mean()
    assert mean == pytest.approx(coarse, abs=1.5)
    spread_u, spread_v = zip(*(top.shares(Point(*place)) for place in at[::37, ::37].reshape(-1, 2)), strict=True)
    assert spread_u == pytest.approx(u[::37, ::37].ravel(), abs=1e-9)
    assert spread_v == pytest.approx(v[::37, ::37].ravel(), abs=1e-9)


def test_edges_that_do_not_meet_are_told_apart() -> None:
    top = EdgedFinish(
        CORNERS, (straight(0, 50, WIDE), straight(62, 20, DEEP), straight(20, 40, WIDE), straight(40, 0, DEEP))
    )
    assert [top.gap_mm(i) for i in range(4)] == [0, 12, 0, 0]
    assert top.corner_mm(1) == 56


def test_water_runs_back_where_some_part_of_the_way_rises() -> None:
    """From a humped kerb all falls; from the straight side it rises to the hump's line only in part."""
    top = bilinear(100, 100, 40, 120)
    falls = falls_from(top, (CORNERS[0], CORNERS[1]), Point(0, 1), DEEP, [0.0, 3000.0, WIDE])
    assert [one.fall for one in falls] == pytest.approx([-20 / DEEP, 20 / DEEP, 60 / DEEP])
    assert [one.least < -1e-9 for one in falls] == [True, False, False]


def test_it_is_nearest_above_its_base_where_it_dips() -> None:
    dip = HeightsAlong(((0.0, 100.0), (3000.0, 70.0), (WIDE, 100.0)))
    top = EdgedFinish(CORNERS, (dip, straight(100, 100, DEEP), straight(100, 100, WIDE), straight(100, 100, DEEP)))
    nearest = top.nearest_above(CORNERS, Plane(0.0))
    assert nearest.distance_to(Point(3000, 0)) < 400
