"""Rods that lean and rods with a worn foot, by hand."""

import pytest

from anvilhead.core.levels.rod import shown_mm, upright_mm


def test_a_rod_that_leans_reads_its_slant() -> None:
    # 3-4-5: five up a rod that is three out of plumb stand four over the ground
    assert upright_mm(2500, leans_mm=1500) == pytest.approx(2000)
    # 3 in at 6 ft: 72 - sqrt(72² - 3²) = 0.0625 in
    assert 72 * 25.4 - upright_mm(72 * 25.4, leans_mm=3 * 25.4) == pytest.approx(25.4 / 16, rel=0.001)


def test_a_worn_foot_shows_too_much() -> None:
    assert upright_mm(1234, foot_mm=6) == 1228
    assert upright_mm(-1234, foot_mm=6) == -1228
    assert upright_mm(2500 + 6, leans_mm=0, foot_mm=6) == 2500


@pytest.mark.parametrize("true_mm", [1500.0, -800.0, 0.0])
def test_what_it_shows_is_read_back(true_mm: float) -> None:
    assert upright_mm(shown_mm(true_mm, 4), foot_mm=4) == pytest.approx(true_mm)
