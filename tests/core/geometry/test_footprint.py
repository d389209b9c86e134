"""Footprints: names, areas by hand, and what cannot be one."""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from anvilhead.core.geometry.footprint import Footprint, corner_name, line_name, rectangle
from anvilhead.core.geometry.point import Point
from anvilhead.core.units.errors import GeometryError
from tests.strategies import lengths_mm, star_footprints

# an ell: 10 × 10 less a 4 × 4 corner, area 84, walked anticlockwise
ELL = Footprint(tuple(Point(x, y) for x, y in [(0, 0), (10, 0), (10, 6), (6, 6), (6, 10), (0, 10)]))


@pytest.mark.parametrize(("index", "name"), [(0, "A"), (25, "Z"), (26, "AA"), (51, "AZ"), (52, "BA"), (702, "AAA")])
def test_corners_are_lettered_in_the_order_walked(index: int, name: str) -> None:
    assert corner_name(index) == name


def test_lines_are_named_by_their_corners() -> None:
    assert line_name("A", "B") == "AB"
    assert line_name("Z", "AA") == "Z-AA"


def test_a_rectangle_has_its_sizes_and_equal_diagonals() -> None:
    store = rectangle(13411.2, 8382.0)

    assert [side.name for side in store.sides] == ["AB", "BC", "CD", "DA"]
    assert [side.length_mm for side in store.sides] == pytest.approx([13411.2, 8382, 13411.2, 8382])
    diagonals = list(store.diagonals)
    assert [d.name for d in diagonals] == ["AC", "BD"]
    # 622.642755 in by hand
    assert [d.length_mm for d in diagonals] == pytest.approx([622.642755 * 25.4] * 2, abs=1e-3)
    assert store.area_mm2 == pytest.approx(13411.2 * 8382)
    assert store.perimeter_mm == pytest.approx(2 * (13411.2 + 8382))


def test_an_ell_has_nine_diagonals_and_its_area() -> None:
    assert ELL.area_mm2 == 84
    assert len(list(ELL.diagonals)) == 9


@pytest.mark.parametrize(
    ("x", "y", "inside"), [(5, 5, True), (8, 8, False), (1, 9, True), (-1, 5, False), (9, 3, True)]
)
def test_inside_test_knows_the_notch(x: float, y: float, inside: bool) -> None:
    assert ELL.contains(Point(x, y)) is inside


def test_sides_of_one_line_that_do_not_meet_are_no_crossing() -> None:
    # a U: both prongs end on the line y = 10
    u_shape = [(0, 0), (9, 0), (9, 10), (6, 10), (6, 3), (3, 3), (3, 10), (0, 10)]
    assert Footprint(tuple(Point(x, y) for x, y in u_shape)).area_mm2 == 90 - 21


@pytest.mark.parametrize(
    ("points", "code"),
    [
        ([(0, 0), (1, 0)], "too-few-corners"),
        ([(0, 0), (100, 0), (100, 0.001), (0, 50)], "zero-side"),
        ([(0, 0), (10, 10), (10, 0), (0, 10)], "self-crossing"),
        ([(0, 0), (math.nan, 0), (1, 1)], "not-finite"),
        ([(0, 0), (math.inf, 0), (1, 1)], "not-finite"),
    ],
)
def test_what_is_no_footprint_is_refused(points: list[tuple[float, float]], code: str) -> None:
    with pytest.raises(GeometryError) as refusal:
        Footprint(tuple(Point(x, y) for x, y in points))
    assert refusal.value.code == code


@given(lengths_mm, lengths_mm)
def test_diagonals_of_any_rectangle_are_equal(length: float, width: float) -> None:
    first, second = (diagonal.length_mm for diagonal in rectangle(length, width).diagonals)
    assert first == pytest.approx(second, rel=1e-12)


@given(star_footprints())
def test_walking_the_other_way_only_turns_the_sign_of_the_area(shape: Footprint) -> None:
    backwards = Footprint((shape.points[0], *reversed(shape.points[1:])))
    assert backwards.signed_area_mm2 == pytest.approx(-shape.signed_area_mm2)


@given(star_footprints(), st.floats(0, 6.3))
def test_inward_points_inside_whichever_way_and_however_turned(shape: Footprint, turn: float) -> None:
    c, s = math.cos(turn), math.sin(turn)
    turned = Footprint(tuple(Point(p.x * c - p.y * s, p.x * s + p.y * c) for p in shape.points))
    for side in turned.sides:
        middle = (side.start_point + side.end_point) * 0.5
        assert turned.contains(middle + turned.inward(side) * 0.5)
