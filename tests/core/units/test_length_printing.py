"""Printing lengths, every text by hand."""

from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from anvilhead.core.units.length_printing import (
    print_area,
    print_difference,
    print_feet_hundredths,
    print_feet_inches,
    print_length,
    print_small,
    print_within,
)
from anvilhead.core.units.length_reading import read_length
from anvilhead.core.units.units import Units
from tests.strategies import sixteenths

ONE_LENGTH = Fraction("8394.7")
"""27 ft 6 1/2 in = 330.5 × 25.4 mm"""


class TestPrintLength:
    @pytest.mark.parametrize(
        ("inches", "text"),
        [
            (Fraction("330.5"), "27' 6 1/2\""),
            (Fraction(330), "27' 6\""),
            (Fraction(324), "27' 0\""),
            (Fraction("324.5"), "27' 0 1/2\""),
            (Fraction(11, 16), '11/16"'),
            (Fraction(191, 16) + Fraction(1, 16), "1' 0\""),
            (Fraction("11.99"), "1' 0\""),
            (Fraction(0), '0"'),
            (Fraction("-0.001"), '0"'),
            (Fraction("-3.5"), '-3 1/2"'),
            (Fraction("-330.5"), "-27' 6 1/2\""),
        ],
    )
    def test_feet_and_inches(self, inches: Fraction, text: str) -> None:
        assert print_feet_inches(inches * Fraction("25.4")).text == text
        assert print_feet_inches(float(inches) * 25.4).text == text

    def test_the_diagonal_of_44_by_27_6_leaves_18_thousandths(self) -> None:
        # sqrt(528² + 330²) = sqrt(387684) = 622.64275… in; 622 10/16 is 622.625
        printed = print_length(622.642755 * 25.4, Units.FT_IN)
        assert printed.text == "51' 10 5/8\""
        assert printed.remainder_mm / 25.4 == pytest.approx(0.01775, abs=1e-4)

    @pytest.mark.parametrize(
        ("units", "text"), [(Units.M, "8.395 m"), (Units.MM, "8395 mm"), (Units.FT_IN, "27' 6 1/2\"")]
    )
    def test_each_unit(self, units: Units, text: str) -> None:
        assert print_length(8394.7, units).text == text

    def test_metres_keep_the_sign_before_the_zero(self) -> None:
        assert print_length(-12, Units.M).text == "-0.012 m"

    @pytest.mark.parametrize(
        ("mm", "units", "text"),
        [
            (4.2, Units.M, "4 mm"),
            (-999.4, Units.MM, "-999 mm"),
            (4_895_100, Units.M, "4895.100 m"),
            (4.8, Units.FT_IN, '3/16"'),
        ],
    )
    def test_small_amounts(self, mm: float, units: Units, text: str) -> None:
        assert print_difference(mm, units) == text

    def test_areas(self) -> None:
        # 44 ft × 27.5 ft; 9.6 m × 6.4 m
        assert print_area(1210 * 304.8**2, Units.FT_IN) == "1210.0 sq ft"
        assert print_area(9600 * 6400, Units.M) == "61.44 m²"

    def test_feet_and_hundredths(self) -> None:
        # 27 ft 6 1/2 in is 27.541666… ft
        assert print_feet_hundredths(ONE_LENGTH).text == "27.54 ft"
        assert print_feet_hundredths(-304.8).text == "-1.00 ft"

    def test_denominators_other_than_a_tape_has_are_a_programming_error(self) -> None:
        with pytest.raises(ValueError, match="not 10"):
            print_feet_inches(25.4, 10)

    @given(st.floats(-1e7, 1e7), st.sampled_from([2, 4, 8, 16, 32, 64]))
    def test_rounding_never_exceeds_half_a_division(self, mm: float, denominator: int) -> None:
        printed = print_feet_inches(mm, denominator)
        assert abs(printed.remainder_mm) <= 25.4 / denominator / 2 + 1e-6

    @given(sixteenths)
    def test_what_is_printed_reads_back_exactly(self, ticks: int) -> None:
        mm = Fraction(ticks, 16) * Fraction("25.4")
        printed = print_feet_inches(mm)
        assert printed.remainder_mm == 0
        assert read_length(printed.text, None).mm == mm


@pytest.mark.parametrize(
    ("mm", "units", "text"),
    [(0.4, Units.FT_IN, '1/64"'), (-1.2, Units.FT_IN, '3/64"'), (6.5, Units.FT_IN, '1/4"'),
     (0.1, Units.FT_IN, None), (0.04, Units.M, None), (0.44, Units.M, "0.4 mm"), (-1.25, Units.MM, "1.2 mm")],
)  # fmt: skip
def test_what_no_mark_of_a_tape_shows_is_told_in_the_units_of_the_job(
    mm: float, units: Units, text: str | None
) -> None:
    assert print_small(mm, units) == text


@pytest.mark.parametrize(
    ("mm", "units", "text"),
    [(0.4, Units.FT_IN, '1/16"'), (3.2, Units.FT_IN, '3/16"'), (3.175, Units.FT_IN, '1/8"'), (0.0, Units.MM, "0 mm"),
     (0.2, Units.MM, "1 mm"), (7.0, Units.M, "7 mm"), (7.2, Units.M, "8 mm")],
)  # fmt: skip
def test_what_something_is_within_is_never_rounded_down(mm: float, units: Units, text: str) -> None:
    assert print_within(mm, units) == text
