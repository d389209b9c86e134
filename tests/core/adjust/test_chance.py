"""Tail probabilities against tables (Abramowitz & Stegun, table 26.8)."""

import pytest

from anvilhead.core.adjust.chance import chi_square_tail, normal_two_sided


@pytest.mark.parametrize(
    ("value", "degrees", "tail"),
    [
        (3.84146, 1, 0.05),
        (10.8276, 1, 0.001),
        (5.99146, 2, 0.05),
        (7.81473, 3, 0.05),
        (9.48773, 4, 0.05),
        (29.5883, 10, 0.001),
        (124.342, 100, 0.05),
        (0.0, 5, 1.0),
    ],
)
def test_chi_square_tail_agrees_with_the_table(value: float, degrees: int, tail: float) -> None:
    assert chi_square_tail(value, degrees) == pytest.approx(tail, rel=1e-4)


def test_far_tails_are_nothing_and_not_an_error() -> None:
    assert chi_square_tail(1e6, 3) == 0
    assert chi_square_tail(1e6, 4) == 0


def test_no_degree_of_freedom_is_a_programming_error() -> None:
    with pytest.raises(ValueError, match="not 0"):
        chi_square_tail(1, 0)


def test_three_sigma_leaves_27_in_ten_thousand() -> None:
    assert normal_two_sided(-3) == pytest.approx(0.0026998, rel=1e-4)
