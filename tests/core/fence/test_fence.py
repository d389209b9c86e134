"""Fences: bays and posts by hand, counts against the drawing, properties over many runs."""

import math
import random
from itertools import pairwise

import pytest

from anvilhead.core.fence.bays import Remainder, bay_widths, stations_between
from anvilhead.core.fence.fence import Fence, FenceRule, Gate, PostKind, Touches, fence_along, too_near
from anvilhead.core.fence.hole_fill import hole_fill
from anvilhead.core.fence.obstacles import least_shift
from anvilhead.core.fence.post_depth import DepthRule, Governs, depth_for, standing
from anvilhead.core.fence.set_posts import Respace, with_set
from anvilhead.core.fence.tops import Tops
from anvilhead.core.geometry.along import Path
from anvilhead.core.geometry.point import Point
from anvilhead.core.plan.obstacle import Obstacle
from anvilhead.core.units.errors import GeometryError

FOOT = 304.8
STRAIGHT = Path((Point(0, 0), Point(40 * FOOT, 0)))
ELBOW = Path((Point(0, 0), Point(20 * FOOT, 0), Point(20 * FOOT, 12 * FOOT)))


def rule(**changes: object) -> FenceRule:
    usual: dict[str, object] = {"bay_mm": 8 * FOOT, "remainder": Remainder.CUT_LAST, "post_mm": 100.0}
    return FenceRule(**(usual | changes))  # type: ignore[arg-type]


def stations(fence: Fence) -> list[float]:
    return [round(post.station_mm / FOOT, 6) for post in fence.posts]


class TestBays:
    @pytest.mark.parametrize(
        ("how", "widths"),
        [
            (Remainder.CUT_LAST, [8, 8, 4]),
            (Remainder.SHARE, [20 / 3] * 3),
            (Remainder.EQUAL_ENDS, [6, 8, 6]),
            (Remainder.FROM_GATE, [8, 8, 4]),
        ],
    )
    def test_twenty_feet_in_bays_of_eight(self, how: Remainder, widths: list[float]) -> None:
        assert bay_widths(20, 8, how) == pytest.approx(widths)

    def test_whole_bays_leave_nothing_to_deal_with(self) -> None:
        for how in Remainder:
            assert bay_widths(24, 8, how) == [8, 8, 8]
            # 0.1 · 3 is more than 0.3 in floats: three bays all the same
            assert len(bay_widths(0.3, 0.1, how)) == 3

    def test_a_run_shorter_than_a_bay_is_one(self) -> None:
        for how in Remainder:
            assert bay_widths(5, 8, how) == [5]

    def test_the_short_one_lies_away_from_the_gate(self) -> None:
        assert bay_widths(20, 8, Remainder.FROM_GATE, gate_at_end=True) == [4, 8, 8]

    @pytest.mark.trials
    def test_they_make_up_the_length_and_are_no_wider_than_wanted(self) -> None:
        rng = random.Random(1)
        for _ in range(3000):
            length, bay = rng.uniform(1, 90_000), rng.uniform(300, 4000)
            for how in Remainder:
                widths = bay_widths(length, bay, how)
                assert math.fsum(widths) == pytest.approx(length, abs=1e-6)
                assert max(widths) <= bay + 1e-9
                marks = [0.0, *stations_between(0.0, length, widths), length]
                assert [b - a for a, b in pairwise(marks)] == pytest.approx(widths, abs=1e-6)
                if how is Remainder.EQUAL_ENDS and len(widths) > 1:
                    assert widths[0] == widths[-1]
                    assert widths[0] >= bay / 2


class TestPosts:
    def test_a_straight_run(self) -> None:
        fence = fence_along(STRAIGHT, rule())
        assert stations(fence) == [0, 8, 16, 24, 32, 40]
        assert [post.kind for post in fence.posts] == [PostKind.END, *[PostKind.LINE] * 4, PostKind.END]
        assert len(fence.bays) == 5

    def test_every_leg_ends_in_its_own_short_bay(self) -> None:
        fence = fence_along(ELBOW, rule())
        assert stations(fence) == [0, 8, 16, 20, 28, 32]
        assert fence.posts[3].kind is PostKind.CORNER

    def test_a_gate_is_set_by_its_opening(self) -> None:
        fence = fence_along(STRAIGHT, rule(gates=(Gate(20 * FOOT, 4 * FOOT),)))
        gate = [post for post in fence.posts if post.kind is PostKind.GATE]
        assert [post.station_mm for post in gate] == pytest.approx([20 * FOOT - 50, 24 * FOOT + 50])
        (opening,) = [bay for bay in fence.bays if bay.is_gate]
        assert opening.width_mm - 100 == pytest.approx(4 * FOOT)
        assert sum(bay.width_mm for bay in fence.bays) == pytest.approx(40 * FOOT)

    def test_two_gates_share_a_post_and_an_end_may_carry_one(self) -> None:
        gates = (Gate(50, 1000), Gate(50 + 1000 + 100, 1500))
        fence = fence_along(STRAIGHT, rule(gates=gates))
        assert [post.station_mm for post in fence.posts[:3]] == pytest.approx([0, 1100, 2700])
        assert [post.kind for post in fence.posts[:3]] == [PostKind.GATE] * 3
        assert [bay.is_gate for bay in fence.bays[:3]] == [True, True, False]

    @pytest.mark.parametrize(
        ("gates", "code"),
        [
            ((Gate(10, 50 * FOOT),), "gate-too-wide"),
            ((Gate(10, 1000),), "gate-off-run"),
            ((Gate(39 * FOOT, 4 * FOOT),), "gate-off-run"),
            ((Gate(10 * FOOT, 4 * FOOT), Gate(12 * FOOT, 4 * FOOT)), "gates-overlap"),
        ],
    )
    def test_gates_that_do_not_fit(self, gates: tuple[Gate, ...], code: str) -> None:
        with pytest.raises(GeometryError) as error:
            fence_along(STRAIGHT, rule(gates=gates))
        assert error.value.code == code

    def test_no_gate_goes_round_a_corner(self) -> None:
        with pytest.raises(GeometryError) as error:
            fence_along(ELBOW, rule(gates=(Gate(19 * FOOT, 4 * FOOT),)))
        assert error.value.code == "gate-round-corner"

    def test_nobody_sets_ten_thousand_posts(self) -> None:
        with pytest.raises(GeometryError) as error:
            fence_along(STRAIGHT, rule(bay_mm=1.0, post_mm=0.5))
        assert error.value.code == "too-many-posts"

    def test_posts_in_one_another_are_found(self) -> None:
        fence = fence_along(STRAIGHT, rule(gates=(Gate(8 * FOOT + 100, 1000),)))
        # a cut bay ends 50 mm after the post at 8 ft: in it by 50, its hole of 250 in the other by 200
        assert too_near(fence, rule(), None) == [(1, pytest.approx(50))]
        assert too_near(fence, rule(), 250) == [(1, pytest.approx(200))]


class TestHoles:
    @pytest.mark.parametrize(
        ("touches", "gap", "off"), [(Touches.CENTRE, 0, 0), (Touches.FACE, 0, 50), (Touches.GAP, 25, 75)]
    )
    def test_off_the_string_to_its_side(self, touches: Touches, gap: float, off: float) -> None:
        for to_left, sign in ((True, 1), (False, -1)):
            fence = fence_along(STRAIGHT, rule(touches=touches, gap_mm=gap, to_left=to_left))
            assert {round(post.centre.y, 6) for post in fence.posts} == {sign * off}

    def test_a_corner_post_is_off_both_legs(self) -> None:
        for to_left, at in ((True, (-50, 50)), (False, (50, -50))):
            fence = fence_along(ELBOW, rule(touches=Touches.FACE, to_left=to_left))
            (corner,) = [post for post in fence.posts if post.kind is PostKind.CORNER]
            assert (corner.centre.x - 20 * FOOT, corner.centre.y) == pytest.approx(at)

    @pytest.mark.parametrize("turn", [-120, -60, -10, 0, 35, 90, 140])
    def test_at_any_turn(self, turn: float) -> None:
        """The centre of a corner post lies as far off the lines of both its legs as any other."""
        way = Point(math.cos(math.radians(turn)), math.sin(math.radians(turn)))
        run = Path((Point(0, 0), Point(9000, 0), Point(9000, 0) + way * 7000))
        fence = fence_along(run, rule(touches=Touches.GAP, gap_mm=30, to_left=False))
        (corner,) = [post for post in fence.posts if post.kind is PostKind.CORNER]
        for start, end in run.legs:
            assert (end - start).unit().cross(corner.centre - start) == pytest.approx(-80)

    def test_what_goes_in(self) -> None:
        fill = hole_fill(250, 100, 800, 150)
        across = math.pi * 125**2
        assert fill.spoil_mm3 == pytest.approx(across * 950)
        assert fill.gravel_mm3 == pytest.approx(across * 150)
        assert fill.round_post_mm3 == pytest.approx((across - 10_000) * 800)


class TestDepth:
    def test_a_third_of_the_whole_post(self) -> None:
        # 60 in out of the ground: 30 in it, of 90
        assert depth_for(60, DepthRule()).mm == pytest.approx(30)
        assert depth_for(60, DepthRule()).governs is Governs.SHARE

    def test_frost_and_code_may_ask_for_more(self) -> None:
        assert depth_for(60, DepthRule(frost_mm=36)).governs is Governs.FROST
        assert depth_for(60, DepthRule(frost_mm=36, least_mm=48)).mm == 48

    def test_a_post_at_hand_keeps_its_top(self) -> None:
        stands = standing(60, DepthRule(), 96)
        assert (stands.length_mm, stands.short_mm, stands.deep_mm) == pytest.approx((90, 0, 36))
        assert standing(60, DepthRule(), 84).short_mm == pytest.approx(6)

    def test_tops(self) -> None:
        assert Tops(1000).at(4, 700, 2000) == 1000
        assert Tops(1000, 600).at(4, 500, 2000) == 900
        steps = Tops(1000, None, {2: 150, 5: 100})
        assert [steps.at(number, 0, 1) for number in (1, 2, 4, 5, 9)] == [1000, 850, 850, 750, 750]


class TestSetting:
    def test_what_was_set_drifts_and_the_rest_hold_or_share(self) -> None:
        fence = fence_along(STRAIGHT, rule())
        hold = with_set(fence, {1: 8.1 * FOOT}, Respace.HOLD)
        assert hold[1].drift_mm == pytest.approx(0.1 * FOOT)
        assert [one.station_mm / FOOT for one in hold] == pytest.approx([0, 8.1, 16, 24, 32, 40])
        share = with_set(fence, {1: 8.4 * FOOT}, Respace.SHARE)
        assert [one.station_mm / FOOT for one in share] == pytest.approx([0, 8.4, 16.3, 24.2, 32.1, 40])
        assert [one.drift_mm is None for one in share] == [True, False, True, True, True, True]

    def test_sharing_stays_between_given_posts(self) -> None:
        fence = fence_along(ELBOW, rule())
        share = with_set(fence, {1: 8.5 * FOOT}, Respace.SHARE)
        assert [one.station_mm / FOOT for one in share] == pytest.approx([0, 8.5, 14.25, 20, 28, 32])


class TestObstacles:
    PIPE = Obstacle("pipe", Point(1000, -500), Point(1000, 500), 200)

    def test_how_far_off(self) -> None:
        assert self.PIPE.distance_to(Point(1500, 100)) == pytest.approx(300)
        assert self.PIPE.distance_to(Point(1000, 900)) == pytest.approx(200)
        assert self.PIPE.distance_to(Point(1100, 0)) == pytest.approx(-100)

    def test_the_least_shift(self) -> None:
        # a hole of 250 at 1050: 325 are needed from the pipe, 275 on or 375 back
        shift = least_shift([self.PIPE], lambda by: Point(1050 + by, 0), 250, 2000)
        assert shift == pytest.approx(275, abs=1)
        assert least_shift([self.PIPE], lambda by: Point(1050 + by, 0), 250, 200) is None
