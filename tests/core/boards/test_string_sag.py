"""String sag, by the sums of the trade."""

import numpy as np
import pytest

from anvilhead.core.boards.graded_string import GradedString
from anvilhead.core.boards.string_sag import HungLine, sag_mm
from anvilhead.core.geometry.along import HeightsAlong, Path
from anvilhead.core.geometry.point import Point
from anvilhead.core.messages.plan_words import sag_words
from anvilhead.core.units.units import Units


def test_a_line_over_a_store_hangs_a_quarter_of_an_inch() -> None:
    # 0.013 N/m × 13.4² m² / (8 × 44 N) = 6.63 mm
    assert sag_mm(13_400) == pytest.approx(6.63, abs=0.01)


def test_a_level_hung_on_it_adds_its_own() -> None:
    # 15 g are 0.147 N: 0.147 × 13.4 / (4 × 44) = 11.2 mm on top
    assert sag_mm(13_400, hung_n=0.147) == pytest.approx(6.63 + 11.2, abs=0.05)


def test_twice_the_span_hangs_four_times_as_far_and_twice_the_pull_half() -> None:
    assert sag_mm(20_000) == pytest.approx(4 * sag_mm(10_000))
    assert sag_mm(20_000, pull_n=88) == pytest.approx(sag_mm(20_000) / 2)


def test_it_is_told_where_a_height_would_be_taken() -> None:
    assert sag_words("AB", 6.6, Units.FT_IN).startswith('String AB hangs about 1/4" at mid-span')


@pytest.mark.parametrize("hung_at", [1.5, 4.0, 6.2])
def test_all_along_it_hangs_as_forces_in_balance_let_it(hung_at: float) -> None:
    """Against a chain of 2,000 short links in balance: T times the change of slope at a link is the weight on it."""
    span, pull, weight, hung, links = 8.0, 30.0, 0.02, 0.2, 2000
    step = span / links
    load = np.full(links - 1, weight * step)
    load[round(hung_at / step) - 1] += hung
    stiff = (np.diag(np.full(links - 1, 2.0)) - np.eye(links - 1, k=1) - np.eye(links - 1, k=-1)) * pull / step
    below = np.concatenate([[0.0], np.linalg.solve(stiff, load), [0.0]])
    line = HungLine(8000, pull, weight, hung, hung_at * 1000)
    for k in (200, 750, 1000, 1550, 1900):
        assert line.below_mm(k * step * 1000) == pytest.approx(below[k] * 1000, abs=0.01)
    at = round(hung_at / step)
    assert line.slope == pytest.approx((below[at + 1] - below[at - 1]) / (2 * step), abs=1e-5)


def test_a_string_bends_at_its_nails_and_sags_between_them() -> None:
    """Nails at 0, 10 and 20 m at 100, 0 and 0: it falls 1 in 100, then lies level; mid-span it hangs w·L²/(8·T)."""
    path = Path((Point(0, 0), Point(10_000, 0), Point(10_000, 10_000)))
    heights = HeightsAlong(((0.0, 100.0), (10_000.0, 0.0), (20_000.0, 0.0)))
    straight, hung = GradedString(path, heights), GradedString(path, heights, 44.0, 0.013)
    assert [round(one.fall, 9) for one in straight.grades] == [0.01, 0.0]
    assert straight.height_mm(2500) == 75
    assert hung.height_mm(5000) == pytest.approx(50 - 1000 * 0.013 * 100 / (8 * 44))
    assert hung.height_mm(10_000) == 0
    assert path.nearest(Point(10_100, 4000)) == (14_000, 100)
    assert path.at(14_000) == Point(10_000, 4000)
