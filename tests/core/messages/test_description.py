"""Drawings told in words."""

import pytest

from anvilhead.core.geometry.point import Point
from anvilhead.core.messages.description import Stand, corner_text, drawing_text
from anvilhead.core.units.units import Units

SIDES = [("A–B", "9.600 m"), ("B–C", "6.400 m"), ("C–D", "9.600 m"), ("D–A", "6.400 m")]


def test_a_drawing_is_told_with_its_worst_corner_and_which_way_it_is_off() -> None:
    stands = {"B": Stand(Point(1.0, 0.0), 1.2), "C": Stand(Point(3.0, 4.0), 2.0)}
    told = drawing_text("ABCD", SIDES, stands, closed=True, units=Units.MM)
    assert told == (
        "Four corners, A to D. A–B 9.600 m, B–C 6.400 m, C–D 9.600 m, D–A 6.400 m. "
        "Worst C, 5 mm off its plan, along A–B and to its left, known to ±2 mm."
    )


@pytest.mark.parametrize(
    ("off", "way"),
    [
        (Point(5, 0), "along A–B"),
        (Point(0, 5), "to the left of A–B"),
        (Point(-5, 0), "back along A–B"),
        (Point(-5, -0.1), "back along A–B"),
        (Point(0, -5), "to the right of A–B"),
        (Point(-4, -4), "back along A–B and to its right"),
    ],
)
def test_each_way_is_said_by_the_first_side(off: Point, way: str) -> None:
    told = corner_text("C", ["B–C", "C–D"], 90.0, Stand(off, 1.0), first="A–B", units=Units.MM)
    assert f", {way}, known" in told


def test_a_corner_is_told_by_what_meets_there_and_a_long_walk_not_side_by_side() -> None:
    corner = corner_text("A", ["A–B"], None, None, first="A–B", units=Units.M)
    assert corner == "A: A–B ends here."
    many = [(f"{at}", "1.000 m") for at in range(40)]
    assert drawing_text(["A", "AN"], many, {}, closed=False, units=Units.M) == "Two points of an open line, A to AN."
