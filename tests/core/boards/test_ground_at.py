"""Ground carried on from where it is known: against planes, and numpy's least squares."""

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from anvilhead.core.boards.ground_at import Known, fall_of, ground_carried_mm
from anvilhead.core.geometry.point import Point

WITHIN = st.floats(-50_000, 50_000)


def on_plane(x: float, y: float) -> Known:
    """A place on ground that rises 20 mm a metre along x and falls 5 along y."""
    return Point(x, y), 100 + 0.02 * x - 0.005 * y


def test_a_plane_is_carried_on_as_it_is() -> None:
    known = [on_plane(0, 0), on_plane(9000, 0), on_plane(9000, 6000), on_plane(0, 6000)]
    place = Point(12_000, -3000)
    assert ground_carried_mm(place, known[1], known) == pytest.approx(100 + 240 + 15)


def test_points_in_one_line_tell_the_fall_along_it_only() -> None:
    known = [(Point(0, 0), 0.0), (Point(3000, 4000), 50.0), (Point(6000, 8000), 100.0)]
    fall = fall_of(known)
    assert (fall.x, fall.y) == pytest.approx((0.006, 0.008))
    # square to their line the ground is taken as level
    assert ground_carried_mm(Point(3000 - 400, 4000 + 300), known[1], known) == pytest.approx(50.0)


@pytest.mark.parametrize("known", [[], [(Point(5, 5), 7.0)], [(Point(5, 5), 7.0), (Point(5, 5), 9.0)]])
def test_one_place_tells_no_fall(known: list[Known]) -> None:
    assert fall_of(known) == Point(0.0, 0.0)


@given(st.lists(st.tuples(WITHIN, WITHIN, st.floats(-2000, 2000)), min_size=4, max_size=12))
def test_it_is_the_plane_of_least_squares(spots: list[tuple[float, float, float]]) -> None:
    design = np.array([[x, y, 1.0] for x, y, _ in spots])
    flat = design[:, :2] - design[:, :2].mean(axis=0)
    spread = np.linalg.svd(flat, compute_uv=False)
    if spread[1] < 0.05 * spread[0] or spread[1] < 100:
        return  # near one line, where the fall across it is not told
    expected = np.linalg.lstsq(design, np.array([mm for _, _, mm in spots]), rcond=None)[0]
    fall = fall_of([(Point(x, y), mm) for x, y, mm in spots])
    assert math.hypot(fall.x - expected[0], fall.y - expected[1]) < 1e-6
