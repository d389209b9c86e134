"""Lengths as builders write them; exact values worked by hand: 27 ft 6 1/2 in = 330.5 × 25.4 mm = 8394.7 mm."""

from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from anvilhead.core.units.errors import LengthError
from anvilhead.core.units.length_reading import LONGEST_TEXT, read_length
from anvilhead.core.units.units import Units
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
        ],
    )
    def test_bare_numbers_take_the_unit_of_the_job(self, text: str, units: Units, mm: Fraction) -> None:
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
            ("+3 mm", "not-a-length", 0),
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


@pytest.mark.parametrize(
    ("text", "units", "mm"),
    [
        ("23-0-0", Units.FT_IN, 23 * 304.8),
        ("23-6-0", Units.FT_IN, 23.5 * 304.8),
        ("31' 6\" 1/2", Units.FT_IN, 31 * 304.8 + 6.5 * 25.4),
        ("15,410", Units.M, 15_410),
        ("7,305 m", Units.M, 7305),
    ],
)
def test_ways_of_writing_that_mean_one_thing_only_are_taken(text: str, units: Units, mm: float) -> None:
    assert float(read_length(text, units).mm) == pytest.approx(mm)


@pytest.mark.parametrize(
    ("text", "units"), [("300,100", Units.M), ("8,394", Units.MM), ("31' 6\" 1/2 1/4", Units.FT_IN)]
)
def test_what_could_still_mean_two_things_is_refused(text: str, units: Units) -> None:
    with pytest.raises(LengthError):
        read_length(text, units)
