"""String sag, by the sums of the trade."""

import pytest

from anvilhead.core.boards.string_sag import sag_mm
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
