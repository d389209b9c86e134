"""Lengths as builders write them; exact values worked by hand: 27 ft 6 1/2 in = 330.5 × 25.4 mm = 8394.7 mm."""

from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from anvilhead.core.errors import LengthError
from anvilhead.core.lengths import (
    LONGEST_TEXT,
    Units,
    print_area,
    print_feet_hundredths,
    print_feet_inches,
    print_length,
    read_length,
)
from tests.strategies import sixteenths

ONE_LENGTH = Fraction("8394.7")


class TestReadLength:
    @pytest.mark.parametrize(
        "text",
        [
            "27' 6 1/2\"",
            "27'6.5\"",
            "27'-6 1/2\"",
            "27-6-1/2",
            '27-6-1/2"',
            "27ft 6½in",
            "27 feet 6 1/2 inches",
            "27’ 6½”",
            "27′ 6 1⁄2″",
            "27' 6 1/2''",
            "  27'\u00a06\u20091/2\"  ",
            '330.5"',
            "330 1/2 in",
            "8394.7mm",
            "839.47 cm",
            "8.3947 m",
            "8 m 394.7",
            "8m 39.47cm",
            "8,3947 m",
        ],
    )
    @pytest.mark.parametrize("units", [*Units, None])
    def test_one_length_in_many_writings_whatever_the_job_units(self, text: str, units: Units | None) -> None:
        assert read_length(text, units).mm == ONE_LENGTH

    @pytest.mark.parametrize(
        ("text", "units", "mm"),
        [
            ("27 6 1/2", Units.FT_IN, ONE_LENGTH),
            ("27 6", Units.FT_IN, Fraction(8382)),
            ('27 6 1/2"', Units.FT_IN, ONE_LENGTH),
            ("27' 6", Units.FT_IN, Fraction(8382)),
            ("44", Units.FT_IN, Fraction("13411.2")),
            ("44.", Units.FT_IN, Fraction("13411.2")),
            (".5", Units.M, Fraction(500)),
            ("8.3947", Units.M, ONE_LENGTH),
            ("8394.7", Units.MM, ONE_LENGTH),
            ("1/2", Units.MM, Fraction(1, 2)),
            ("+3 mm", None, None),
        ],
    )
    def test_bare_numbers_take_the_unit_of_the_job(self, text: str, units: Units, mm: Fraction | None) -> None:
        if mm is None:
            with pytest.raises(LengthError):
                read_length(text, units)
        else:
            assert read_length(text, units).mm == mm

    @pytest.mark.parametrize(
        ("text", "code", "position"),
        [
            ("", "empty", 0),
            ("   ", "empty", 0),
            ("letters", "unknown-unit", 0),
            ("27' 13\"", "over-full", 4),
            ("27' 12\"", "over-full", 4),
            ("8 m 1000 mm", "over-full", 4),
            ("27' 6 17/16\"", "over-full", 6),
            ("1/0", "zero-denominator", 0),
            ("27' 6 1/0\"", "zero-denominator", 6),
            ("-5", "negative", 0),
            ("1e999", "unknown-unit", 1),
            ("NaN", "unknown-unit", 0),
            ("27 1/2", "ambiguous", 3),
            ("1/2", "ambiguous", 0),
            ("6-1/2", "ambiguous", 0),
            ("8,394 m", "ambiguous", 0),
            ("27.5' 6\"", "ambiguous", 6),
            ("27 6.5 1/2", "ambiguous", 3),
            ("' 5", "missing-number", 0),
            ("5 mm 3 ft", "mixed-units", 5),
            ("27' 6'", "mixed-units", 4),
            ("27-", "not-a-length", 2),
            ("👷", "not-a-length", 0),
            ("27' <b>6</b>", "not-a-length", 4),
            ("٢٧", "not-a-length", 0),
            ("100000.001 m", "too-long", 0),
            ("9" * 5000, "too-long-text", LONGEST_TEXT),
        ],
    )
    def test_refusals_name_the_trouble_and_its_position(self, text: str, code: str, position: int) -> None:
        with pytest.raises(LengthError) as refusal:
            read_length(text, Units.FT_IN)

        assert (refusal.value.code, refusal.value.position) == (code, position)
        assert len(refusal.value.message) < 250

    def test_inches_over_a_foot_are_told_what_they_would_be(self) -> None:
        with pytest.raises(LengthError, match=r"If you mean 28' 1\", write that"):
            read_length("27' 13\"", Units.FT_IN)

    @pytest.mark.parametrize("text", ["44", "27 6 1/2", "1/2"])
    def test_a_number_without_unit_is_refused_where_no_unit_is_known(self, text: str) -> None:
        with pytest.raises(LengthError) as refusal:
            read_length(text, None)
        assert refusal.value.code == "no-unit"

    @pytest.mark.parametrize(("text", "units"), [("8 394.7", Units.M), ("8 394.7", Units.MM), ("27 6", Units.M)])
    def test_two_bare_numbers_are_refused_in_metric_jobs(self, text: str, units: Units) -> None:
        with pytest.raises(LengthError) as refusal:
            read_length(text, units)
        assert refusal.value.code == "ambiguous"

    def test_a_minus_is_taken_where_a_sign_makes_sense(self) -> None:
        assert read_length('-3 1/2"', None, signed=True).mm == Fraction("-88.9")
        assert read_length("−5 mm", None, signed=True).mm == -5

    @given(st.text(max_size=80))
    def test_any_text_is_read_or_refused(self, text: str) -> None:
        try:
            mm = read_length(text, Units.FT_IN).mm
        except LengthError as refusal:
            position = refusal.position
        else:
            assert 0 <= mm <= 100_000_000
            return
        assert 0 <= position <= max(len(text), 1)

    @given(sixteenths)
    def test_the_explicit_text_means_the_same_without_job_units(self, ticks: int) -> None:
        feet, rest = divmod(ticks, 192)
        read = read_length(f"{feet} {Fraction(rest, 16).__floor__()} {rest % 16}/16", Units.FT_IN)
        assert read_length(read.explicit, None).mm == read.mm == Fraction(ticks, 16) * Fraction("25.4")


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
