"""Right angles from whole-number triangles, and what a wrong number in one costs.

On legs a and b with hypotenuse c, an error e on the hypotenuse turns the corner by c·e/(a·b): from
c² = a² + b² - 2·a·b·cos(corner) at a right angle.  For 3k, 4k, 5k that is 5e/(12k).
"""

import math
from dataclasses import dataclass

from anvilhead.core.measure.tape import TapeClass
from anvilhead.core.units.tolerances import FLOAT_SLACK

TRIPLES = ((3, 4, 5), (5, 12, 13), (8, 15, 17), (7, 24, 25), (20, 21, 29), (12, 35, 37), (9, 40, 41), (28, 45, 53))
"""Whole-number right triangles, after Euclid; the first is the one every crew knows."""


@dataclass(frozen=True, slots=True)
class Triangle:
    """A triangle laid out on two strings, millimetres.

    Attributes:
        triple: its proportions; k: how many units each part is.  Equal legs have none: 1, 1 and √2.
        first_mm, second_mm: marks along the two strings from the corner; hypotenuse_mm: between the marks.
    """

    triple: tuple[int, int, int]
    k: int
    first_mm: float
    second_mm: float
    hypotenuse_mm: float

    def turn_rad(self, error_mm: float) -> float:
        """How far an error on the hypotenuse turns the corner, radians."""
        return self.hypotenuse_mm * error_mm / (self.first_mm * self.second_mm)

    def sigma_rad(self, tape: TapeClass) -> float:
        """Standard deviation of the corner, radians, all three pulls at work."""
        a, b = self.first_mm, self.second_mm
        return self.hypotenuse_mm * hypotenuse_sigma_mm(a, b, self.hypotenuse_mm, tape) / (a * b)


def hypotenuse_sigma_mm(first_mm: float, second_mm: float, hypotenuse_mm: float, tape: TapeClass) -> float:
    """Standard deviation of the distance between two marks, its own pull and those to the marks together.

    At a right angle h² = a² + b², so that a mark that is off by da shows as a·da/h.
    """
    a, b, c = first_mm, second_mm, hypotenuse_mm
    return math.hypot(c * tape.sigma_mm(c), a * tape.sigma_mm(a), b * tape.sigma_mm(b)) / c


def largest_triangle(
    first_mm: float, second_mm: float, unit_mm: float, triple: tuple[int, int, int] = TRIPLES[0]
) -> Triangle | None:
    """The largest whole multiple of a triple that fits on two strings; None when not even one unit does.

    Args:
        first_mm: string there is along one leg.
        second_mm: string there is along the other.
        unit_mm: what the multiples are counted in: a foot, 100 mm.
        triple: proportions; laid whichever way round is larger.
    """
    best: Triangle | None = None
    short, long, hypotenuse = triple
    for one, other in ((short, long), (long, short)):
        k = math.floor(min(first_mm / one, second_mm / other) / unit_mm + FLOAT_SLACK)
        if k >= 1 and (best is None or k > best.k):
            best = Triangle(triple, k, one * k * unit_mm, other * k * unit_mm, hypotenuse * k * unit_mm)
    return best


def equal_legs(first_mm: float, second_mm: float, unit_mm: float) -> Triangle | None:
    """The largest triangle of two equal legs that fits on two strings, √2 of one between its marks; None as above."""
    k = math.floor(min(first_mm, second_mm) / unit_mm + FLOAT_SLACK)
    leg = k * unit_mm
    return Triangle((1, 1, 0), k, leg, leg, leg * math.sqrt(2)) if k >= 1 else None


def fitting_triangles(first_mm: float, second_mm: float, unit_mm: float) -> list[Triangle]:
    """Every whole-number triangle that fits, the one that turns least by a wrong hypotenuse first."""
    found = [largest_triangle(first_mm, second_mm, unit_mm, triple) for triple in TRIPLES]
    return sorted((one for one in found if one), key=lambda triangle: triangle.turn_rad(1.0))


def swing_flatness_mm(width_mm: float, reading_mm: float) -> float:
    """How far from the true foot a swung tape still reads the same: t = sqrt(2·W·r), millimetres.

    The reading at t along the line is W·sqrt(1 + (t/W)²), about W + t²/(2W).

    Args:
        width_mm: distance to the line.
        reading_mm: smallest rise that shows on the tape.
    """
    return math.sqrt(2 * width_mm * reading_mm + reading_mm * reading_mm)


def far_error_mm(error_mm: float, crossing_sine: float) -> float:
    """What an error on one of two crossing tapes moves their point, millimetres: e / sin(crossing angle).

    For a rectangle's diagonal d over sides L and W the sine is L/d: e·d/L along the far side.
    """
    return abs(error_mm) / crossing_sine if crossing_sine > 0 else math.inf
