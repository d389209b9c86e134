"""Sums on the slate: by hand, against lengths read one by one, and against a calculator of its own."""

import random
from fractions import Fraction
from math import isclose, sqrt

import pytest

from anvilhead.core.slate.expression import work_out
from anvilhead.core.slate.quantity import QuantityKind
from anvilhead.core.units.errors import LengthError
from anvilhead.core.units.length_reading import read_length
from anvilhead.core.units.units import Units

INCH = Fraction("25.4")
FOOT = 12 * INCH


def mm(text: str, units: Units = Units.FT_IN) -> Fraction:
    found = work_out(text, units)
    assert found.kind is QuantityKind.LENGTH
    return found.value


@pytest.mark.parametrize(
    ("text", "inches"),
    [
        ("27' 6 1/2\" / 4", Fraction("82.625")),
        ("27-6 - 3", 24 * 12 + 6),
        ("27-6", 330),
        ("10-3 + 1\"", 124),
        ("27'-6\" + 1\"", 331),
        ("5'-3'", 24),
        ("5' - 3'", 24),
        ("5' − 3' ÷ 3", 48),
        ("(3 + 4) + 2'", 108),
        ("2' + 3 × 4", 168),
        ("1/2\" × 3", Fraction(3, 2)),
        ("6½ × 2\"", 13),
        ("-3' + 5'", 24),
        ("-(3')", -36),
        ("2 × -3'", -72),
        ("√(3'² + 4'²)", 60),
        ("sqrt(3'^2 + 4'^2)", 60),
        ("√(9 ft²)", 36),
        ("12 sq ft / 3'", 48),
        ("27 6 1/2 + 1/2\"", 331),
        ("4 x 3'", 144),
        ("25.4 mm × 12", 12),
        ("3' 4", 40),
    ],
)  # fmt: skip
def test_lengths(text: str, inches: Fraction) -> None:
    assert mm(text) == inches * INCH


@pytest.mark.parametrize(
    ("text", "kind", "value"),
    [
        ("3 + 4", QuantityKind.NUMBER, 7),
        ("10 - 3", QuantityKind.NUMBER, 7),
        ("12 / 1/2", QuantityKind.NUMBER, 24),
        ("3/4^2", QuantityKind.NUMBER, Fraction(9, 16)),
        ("16 1/2", QuantityKind.NUMBER, Fraction(33, 2)),
        ("250000 × 2", QuantityKind.NUMBER, 500_000),
        ("10'/4'", QuantityKind.NUMBER, Fraction(5, 2)),
        ("-3^2", QuantityKind.NUMBER, -9),
        ("2^10", QuantityKind.NUMBER, 1024),
        ("9 m²", QuantityKind.AREA, 9_000_000),
        ("3'²", QuantityKind.AREA, 9 * FOOT**2),
        ("3 ft²", QuantityKind.AREA, 3 * FOOT**2),
        ("4' × 5'", QuantityKind.AREA, 20 * FOOT**2),
        ("4' × 5' × 6\"", QuantityKind.VOLUME, 10 * FOOT**3),
        ("2 m³", QuantityKind.VOLUME, 2 * 10**9),
        ("17 litres", QuantityKind.VOLUME, 17 * 10**6),
        ("1.5 cu yd", QuantityKind.VOLUME, Fraction("1.5") * 27 * FOOT**3),
        ("1 cu. ft", QuantityKind.VOLUME, FOOT**3),
    ],
)  # fmt: skip
def test_other_kinds(text: str, kind: QuantityKind, value: Fraction) -> None:
    found = work_out(text, Units.FT_IN)
    assert (found.kind, found.value) == (kind, value)


def test_a_bare_number_is_in_the_units_at_hand() -> None:
    assert mm("2 + 3'") == 5 * FOOT
    assert mm("2 + 500 mm", Units.M) == 2500
    assert mm("2 + 500 mm", Units.MM) == 502


def test_the_diagonal_of_the_field_page() -> None:
    """44' by 27' 6": 622.643 in, and a fraction of nothing is lost on the way."""
    found = mm("sqrt(44'^2 + 27-6^2)")
    assert float(found / INCH) == pytest.approx(622.643, abs=5e-4)
    assert abs(found**2 - (44 * FOOT) ** 2 - (27 * FOOT + 6 * INCH) ** 2) < Fraction(1, 10**15)


@pytest.mark.parametrize(
    ("text", "code", "position"),
    [
        ("", "empty", 0),
        ("3 +", "unfinished", 3),
        ("(3", "not-closed", 0),
        ("3)", "left-over", 1),
        ("2(3')", "left-over", 1),
        ("3' & 4'", "not-a-sum", 3),
        ("abc", "not-a-sum", 0),
        ("1/0", "zero-denominator", 0),
        ("12' ÷ 0", "by-nothing", 4),
        ("4' + 3' × 2'", "unlike", 3),
        ("10'/5' + 2'", "unlike", 7),
        ("4'×5'×6'×7'", "no-such-kind", 8),
        ("3 / 4'", "no-such-kind", 2),
        ("sqrt(5')", "no-root", 0),
        ("√(3' - 4')", "no-root", 0),
        ("√(3 - 4)", "no-root", 0),
        ("2^0.5", "no-power", 1),
        ("2^99", "no-power", 1),
        ("3' + 7' 13\"", "over-full", 8),
        ("8,394 + 1", "ambiguous", 0),
        ("3 1/2 + 2'", "ambiguous", 2),
        ("2' + 3 1/2", "ambiguous", 7),
        ("8 m 394 mm²", "ambiguous", 0),
        ("(" * 80 + "1" + ")" * 80, "too-deep", 0),
        ("9^9^9", "no-power", 1),
    ],
)  # fmt: skip
def test_what_cannot_be_worked_out_is_told_with_its_place(text: str, code: str, position: int) -> None:
    with pytest.raises(LengthError) as error:
        work_out(text, Units.FT_IN)
    assert (error.value.code, error.value.position) == (code, position), error.value.message


@pytest.mark.parametrize(
    "text", ["27' 6 1/2\"", "27-6-1/2", '330.5"', "8 m 394.7", "8394.7mm", "27ft 6½in", "839.47 cm"]
)
def test_a_length_alone_is_read_as_anywhere_else(text: str) -> None:
    assert mm(text) == read_length(text, Units.FT_IN).mm


@pytest.mark.trials
def test_any_sum_of_numbers_is_that_of_the_language() -> None:
    """Sums made of decimals, signs and parentheses, against Python's own arithmetic on fractions."""
    rng = random.Random(14)

    def make(deep: int) -> str:
        if deep == 0 or rng.random() < 0.2:
            return str(rng.randint(1, 40)) if rng.random() < 0.5 else f"{rng.randint(1, 400) / 8}"
        parts = rng.choice(["+", "-", "*", "/"])
        text = f"{make(deep - 1)} {parts} {make(deep - 1)}"
        return f"({text})" if rng.random() < 0.6 else text

    for _ in range(2000):
        text = make(4)
        in_fractions = "".join(
            f"Fraction('{piece}')" if piece.replace(".", "").isdigit() else piece
            for piece in text.replace("(", " ( ").replace(")", " ) ").split(" ")
        )
        try:
            wanted = eval(in_fractions, {"Fraction": Fraction})
        except ZeroDivisionError:
            continue
        if abs(wanted) < 10**6:
            assert work_out(text, Units.FT_IN).value == wanted, text


def test_roots_of_anything() -> None:
    rng = random.Random(15)
    for _ in range(300):
        a, b = rng.randint(1, 9000) / 16, rng.randint(1, 9000) / 16
        found = mm(f'sqrt({a}"^2 + {b}"^2)')
        assert isclose(float(found / INCH), sqrt(a * a + b * b), rel_tol=1e-14)
