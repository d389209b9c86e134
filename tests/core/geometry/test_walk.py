"""Walks: legs and turns to corners, and what closes them."""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from anvilhead.core.geometry.footprint import Footprint
from anvilhead.core.geometry.point import Point
from anvilhead.core.geometry.shapes import CLOSES, SHAPES
from anvilhead.core.geometry.walk import Leg, legs_of, normal_turn_deg, run_of, walk
from anvilhead.core.units.errors import GeometryError
from tests.strategies import star_footprints

ELL = [Leg(9000), Leg(3600, 90), Leg(3000, 90), Leg(2400, -90), Leg(6000, 90), Leg(6000, 90)]
ELL_CORNERS = [(0, 0), (9000, 0), (9000, 3600), (6000, 3600), (6000, 6000), (0, 6000)]


def corners(footprint: Footprint) -> list[tuple[float, float]]:
    return [(round(point.x, 6), round(point.y, 6)) for point in footprint.points]


class TestWalking:
    def test_an_ell_walked_left_comes_out_at_its_corners(self) -> None:
        footprint = walk(ELL).footprint(0)

        assert corners(footprint) == ELL_CORNERS
        assert footprint.area_mm2 == 9000 * 3600 + 6000 * 2400

    def test_walked_to_the_right_it_lies_below_the_baseline(self) -> None:
        footprint = walk([Leg(leg.go_mm, -(leg.turn_deg or 0)) for leg in ELL]).footprint(0)

        assert corners(footprint) == [(x, -y + 0.0) for x, y in ELL_CORNERS]
        assert footprint.signed_area_mm2 < 0
        assert footprint.inward(footprint.sides[0]) == Point(0, -1)

    def test_quarter_turns_leave_no_dust_however_many(self) -> None:
        steps = [Leg(1000), *[Leg(1000, 90 if n % 2 else -90) for n in range(50)]]
        ends = run_of(steps).points
        assert all(point.x == round(point.x) and point.y == round(point.y) for point in ends)

    def test_the_turn_at_a_is_what_is_left_of_the_full_turn(self) -> None:
        assert walk(ELL).turn_at_start_deg == 90

    @pytest.mark.parametrize(("turn", "same"), [(270, -90), (-270, 90), (360, 0), (180, -180), (45, 45)])
    def test_turns_are_taken_the_short_way_round(self, turn: float, same: float) -> None:
        assert normal_turn_deg(turn) == same

    @given(star_footprints(most_corners=30))
    def test_a_footprint_and_the_walk_round_it_are_one(self, footprint: Footprint) -> None:
        turned = footprint.sides[0].direction
        again = walk(legs_of(footprint)).footprint(1)

        for there, here in zip(footprint.points, again.points, strict=True):
            along = there - footprint.points[0]
            assert here.distance_to(Point(turned.dot(along), turned.cross(along))) < 1e-6 * footprint.perimeter_mm


class TestClosing:
    def test_a_gap_is_told_with_its_size_and_way(self) -> None:
        open_walk = walk([*ELL[:-1], Leg(5950, 90)])

        assert open_walk.error_mm == pytest.approx(50)
        with pytest.raises(GeometryError, match=r"ends 50\.0 mm from A") as refused:
            open_walk.footprint(3)
        assert refused.value.code == "not-closed"

    @pytest.mark.parametrize(("short_mm", "tolerance_mm", "closes"), [(0.9, 0, True), (3, 3, True), (3.1, 3, False)])
    def test_a_millimetre_or_the_tolerance_is_let_pass(
        self, short_mm: float, tolerance_mm: float, closes: bool
    ) -> None:
        near = walk([*ELL[:-1], Leg(6000 - short_mm, 90)])
        if closes:
            assert corners(near.footprint(tolerance_mm)) == ELL_CORNERS
        else:
            with pytest.raises(GeometryError, match="from A"):
                near.footprint(tolerance_mm)

    def test_two_open_lengths_close_it(self) -> None:
        """A corner clipped at 45 degrees: the walls left over are 14 - 4·√½ and 8 + 4·√½ modules."""
        found = walk([Leg(1400), Leg(800, 90), Leg(400, 45), Leg(None, 45), Leg(None, 90)])

        assert found.legs[3].go_mm == pytest.approx(1400 - 400 * math.sqrt(0.5))
        assert found.legs[4].go_mm == pytest.approx(800 + 400 * math.sqrt(0.5))
        assert found.error_mm == pytest.approx(0, abs=1e-9)

    def test_the_last_turn_and_length_close_it(self) -> None:
        """3-4-5 walked from the right angle: back from (4, 3) is 5 long, turned 180 - 36.87 + ... by hand."""
        found = walk([Leg(4000), Leg(3000, 90), Leg(None, None)])

        assert found.legs[2].go_mm == pytest.approx(5000)
        assert found.legs[2].turn_deg == pytest.approx(180 - math.degrees(math.atan2(4, 3)))

    @pytest.mark.parametrize(
        ("legs", "code"),
        [
            ([Leg(None), Leg(None, 90), Leg(None, 90), Leg(5, 90)], "too-much-open"),
            ([Leg(None), Leg(5000, 90), Leg(None, 90), Leg(5000, 90)], "parallel"),
            ([Leg(5000), Leg(3000, None), Leg(5000, 90), Leg(3000, 90)], "open-turn"),
            ([Leg(5000), Leg(3000, 90), Leg(None, 90), Leg(None, -90)], "backwards"),
            ([Leg(5000), Leg(5000, 120), Leg(5000, 120), Leg(None, None)], "closed-early"),
        ],
        ids=lambda value: value if isinstance(value, str) else "",
    )
    def test_what_cannot_be_worked_out_is_refused(self, legs: list[Leg], code: str) -> None:
        with pytest.raises(GeometryError) as refused:
            walk(legs)
        assert refused.value.code == code

    @pytest.mark.parametrize("shape", SHAPES, ids=lambda shape: shape.name)
    def test_every_shape_to_start_from_closes(self, shape) -> None:  # type: ignore[no-untyped-def]
        legs = [Leg(None if go == CLOSES else go * 600.0, turn) for turn, go in shape.legs]
        assert walk(legs).footprint(0).signed_area_mm2 > 0


class TestOutlines:
    def test_a_walk_that_crosses_itself_says_where(self) -> None:
        steps = [Leg(6000), Leg(4000, 90), Leg(3000, 90), Leg(6000, 90), Leg(None, None)]
        with pytest.raises(GeometryError, match=r"Sides AB and DE cross 3000 mm from A") as refused:
            walk(steps).footprint(1)
        assert refused.value.code == "self-crossing"

    def test_a_wall_that_turns_back_on_itself_is_refused(self) -> None:
        with pytest.raises(GeometryError, match="At C the line turns straight back"):
            walk([Leg(6000), Leg(4000, 90), Leg(2000, 180), Leg(None, None)]).footprint(1)

    def test_a_run_has_ends_and_no_inside(self) -> None:
        fence = run_of([Leg(12000), Leg(6000, 45)])

        assert [side.name for side in fence.sides] == ["AB", "BC"]
        assert [(d.start, d.end) for d in fence.diagonals] == [("A", "C")]
        assert (fence.area_mm2, fence.perimeter_mm) == (0, 18000)
        assert fence.inward(fence.sides[0]) == Point(0, 1)
        assert list(fence.turns_rad) == ["B"]

    def test_a_run_may_not_leave_a_leg_open(self) -> None:
        with pytest.raises(GeometryError, match="Leg 2 of an open line"):
            run_of([Leg(12000), Leg(None, 45)])

    @given(st.integers(3, 200), st.sampled_from([600.0, 300_000.0]))
    def test_from_three_to_two_hundred_corners_small_and_large(self, count: int, size_mm: float) -> None:
        points = [
            Point(size_mm / 2 * math.cos(2 * math.pi * i / count), size_mm / 2 * math.sin(2 * math.pi * i / count))
            for i in range(count)
        ]
        footprint = Footprint(tuple(point - points[0] for point in points))
        by_formula = count / 2 * (size_mm / 2) ** 2 * math.sin(2 * math.pi / count)
        assert footprint.area_mm2 == pytest.approx(by_formula, rel=1e-9)
