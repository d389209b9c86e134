"""What a digger is told; numbers worked by hand."""

from itertools import pairwise

import pytest
from hypothesis import given
from hypothesis import strategies as st

from anvilhead.core.geometry.point import Point
from anvilhead.core.trench.as_dug import Dug, as_dug
from anvilhead.core.trench.bucket import Keeps, passes_over
from anvilhead.core.trench.pad import pad_corners


def test_a_bucket_wider_than_the_footing() -> None:
    # 24 inch bucket with half an inch of teeth on each side over a footing of 20: 5 too wide
    found = passes_over(508, 635, Keeps.MIDDLE)
    assert (found.over_mm, found.beyond_outer_mm, found.beyond_inner_mm) == (127, 63.5, 63.5)
    assert found.middles_mm == (254,)  # the middle of the footing
    assert passes_over(508, 635, Keeps.OUTER).middles_mm == (317.5,)  # half the bucket inside the outer edge
    assert passes_over(508, 635, Keeps.INNER).middles_mm == (190.5,)


def test_passes_side_by_side() -> None:
    # 1500 with 600: three passes, the middles at 300, 750 and 1200
    found = passes_over(1500, 600, Keeps.MIDDLE)
    assert (found.middles_mm, found.over_mm) == ((300, 750, 1200), 0)
    assert passes_over(600, 600, Keeps.MIDDLE).middles_mm == (300,)


@given(width=st.floats(50, 5000), cut=st.floats(100, 2000), keeps=st.sampled_from(Keeps))
def test_passes_cover_the_footing_and_no_more_than_one_bucket_too_wide(width: float, cut: float, keeps: Keeps) -> None:
    found = passes_over(width, cut, keeps)
    spans = [(middle - cut / 2, middle + cut / 2) for middle in found.middles_mm]
    assert spans[0][0] == pytest.approx(-found.beyond_outer_mm, abs=1e-6)
    assert spans[-1][1] == pytest.approx(width + found.beyond_inner_mm, abs=1e-6)
    assert all(b[0] <= a[1] + 1e-6 for a, b in pairwise(spans))  # nothing is left between
    assert found.beyond_outer_mm + found.beyond_inner_mm == pytest.approx(found.over_mm)


def test_a_pad_square_about_its_middle() -> None:
    assert pad_corners(Point(1000, 2000), Point(0, 1), 600, 400) == [
        Point(1200, 1700),
        Point(1200, 2300),
        Point(800, 2300),
        Point(800, 1700),
    ]


def test_a_trench_that_is_narrow_and_deep() -> None:
    # asked 10 m x 500 x 300; found 480 wide and 350 deep: 20 to come out yet, and 10 x 0.5 x 0.05 = 0.25 m3 more
    found = as_dug(Dug(10_000, 500, 300), Dug(10_000, 480, 350), allowed_mm=6)
    assert (found.short_width_mm, found.short_deep_mm, found.is_short) == (20, 0, True)
    assert found.more_mm3 / 1e9 == pytest.approx(0.25)
    within = as_dug(Dug(10_000, 500, 300), Dug(10_000, 495, 300), allowed_mm=6)
    assert not within.is_short
    assert within.more_mm3 == 0
