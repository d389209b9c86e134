"""Stakes: what is written on them, what others wrote, what became of them; numbers worked by hand."""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from anvilhead.core.geometry.footprint import Footprint, rectangle
from anvilhead.core.geometry.point import Point
from anvilhead.core.plan.offset_line import offset_line
from anvilhead.core.stakes.hubs import Said, hold_together
from anvilhead.core.stakes.lath import Lath, Rank
from anvilhead.core.stakes.legend import legend_for
from anvilhead.core.stakes.media import Ground, Marked, Medium, lasts_on, renewals
from anvilhead.core.stakes.register import Doing, Done, latest, left_behind_mm

PAD = rectangle(9000, 6000)


class TestRegister:
    def test_what_was_done_last_counts(self) -> None:
        done = [Done("P 1", Doing.SET, (1.0, 2.0)), Done("P 2", Doing.SET), Done("P 1", Doing.LOST)]
        assert {name: one.doing for name, one in latest(done).items()} == {"P 1": Doing.LOST, "P 2": Doing.SET}

    def test_a_mark_is_left_behind_by_more_than_half_a_sixteenth(self) -> None:
        was = Done("P 1", Doing.SET, (1000.0, 2000.0))
        assert left_behind_mm(was, [1000.5, 2000.0]) == 0
        assert left_behind_mm(was, [1000.0, 2012.0]) == 12
        assert left_behind_mm(was, [1000.0, 2000.0, 5.0]) == math.inf

    def test_what_is_lost_or_was_never_kept_is_not_left_behind(self) -> None:
        assert left_behind_mm(Done("P 1", Doing.LOST, (0.0, 0.0)), [900.0, 0.0]) == 0
        assert left_behind_mm(Done("P 1", Doing.SET), [900.0, 0.0]) == 0


class TestLegend:
    def test_a_stake_square_off_a_line(self) -> None:
        # 4 ft outside AB, 2 m from A: it faces north
        found = legend_for(Point(2000, -1219.2), PAD)
        assert (found.line, found.station_mm, found.offset_mm) == ("AB", 2000, pytest.approx(1219.2))
        assert found.toward is not None
        assert (found.toward.x, found.toward.y) == pytest.approx((0, 1))

    def test_a_stake_off_a_corner_speaks_for_the_corner(self) -> None:
        # 3 m west and 4 m south of A: the nearest is the corner, 5 m away
        found = legend_for(Point(-3000, -4000), PAD)
        assert (found.corner, found.line, found.offset_mm) == ("A", None, 5000)

    def test_a_hub_on_its_corner_has_no_ring(self) -> None:
        found = legend_for(Point(9000, 6000), PAD)
        assert (found.corner, found.offset_mm, found.toward) == ("C", 0, None)

    @given(x=st.floats(-20_000, 30_000), y=st.floats(-20_000, 30_000))
    def test_going_the_offset_the_arrows_way_meets_the_outline(self, x: float, y: float) -> None:
        stake = Point(x, y)
        found = legend_for(stake, PAD)
        met = stake if found.toward is None else stake + found.toward * found.offset_mm
        off = min(abs(met.x), abs(met.x - 9000), abs(met.y), abs(met.y - 6000))
        assert off < 0.02
        # nothing of the outline is nearer, looked at every 10 mm
        nearest = min(
            (side.start_point + side.direction * (10 * n)).distance_to(stake)
            for side in PAD.sides
            for n in range(int(side.length_mm // 10) + 1)
        )
        assert found.offset_mm <= nearest + 0.02


class TestLaths:
    def test_cut_goes_down_and_fill_up(self) -> None:
        # hub at 4.12, C 1.25 ft of 304.8 each
        assert Lath("H1", Point(0, 0), height_mm=4120, cut_mm=381).finish_mm == 3739
        assert Lath("H1", Point(0, 0), height_mm=4120, cut_mm=-381).finish_mm == 4501
        assert Lath("H1", Point(0, 0), height_mm=4120).finish_mm is None

    def test_the_line_lies_the_offset_along_the_facing(self) -> None:
        on = Lath("H1", Point(1000, 500), offset_mm=3000, facing=Point(0, 1)).on_line
        assert on == Point(1000, 3500)


class TestHubs:
    def test_the_odd_one_of_three_is_named(self) -> None:
        said = [Said("H1", Rank.HUB, 3000), Said("H2", Rank.HUB, 3002), Said("H3", Rank.HUB, 3305)]
        found = hold_together(said, 6)
        assert (found.holds_mm, found.odd) == (3002, (("H3", 303),))

    def test_two_that_differ_cannot_tell_which(self) -> None:
        found = hold_together([Said("H1", Rank.HUB, 3000), Said("H2", Rank.HUB, 3040)], 6)
        assert (found.holds_mm, found.odd, found.undecided) == (None, (), ("H1", "H2"))

    def test_a_monument_outranks_any_number_of_stakes(self) -> None:
        said = [*(Said(f"S{n}", Rank.CONVENIENCE, 3050) for n in range(4)), Said("M", Rank.MONUMENT, 3000)]
        found = hold_together(said, 6)
        assert found.holds_mm == 3000
        assert [name for name, _ in found.odd] == ["S0", "S1", "S2", "S3"]

    def test_three_that_all_differ_say_nothing(self) -> None:
        said = [Said("H1", Rank.HUB, 0), Said("H2", Rank.HUB, 100), Said("H3", Rank.HUB, 300)]
        assert hold_together(said, 6).holds_mm is None

    def test_two_against_two_say_nothing(self) -> None:
        said = [Said(f"H{n}", Rank.HUB, mm) for n, mm in enumerate((0, 0, 100, 100))]
        assert hold_together(said, 6).holds_mm is None


def test_points_from_a_line_that_stays() -> None:
    # 2 m outside AB, its stakes 1 m beyond: C lies 10 m along it and 8 m back
    run = Footprint((Point(0, 0), Point(9000, 0)), closed=False)
    found = offset_line(run.sides[0], Point(0, -1), 2000, 1000, {"C": Point(9000, 6000), "A": Point(0, 0)})
    assert (found.start, found.end) == (Point(-1000, -2000), Point(10_000, -2000))
    assert [(one.name, one.station_mm, one.back_mm) for one in found.backs] == [("A", 1000, 2000), ("C", 10_000, 8000)]
    # inside the building it lies on the other side, and is measured back the other way
    inside = offset_line(run.sides[0], Point(0, -1), -2000, 0, {"A": Point(0, 0)})
    assert (inside.start, inside.backs[0].back_mm) == (Point(0, 2000), 2000)


def test_what_lasts_how_long() -> None:
    assert lasts_on(Marked.POINT, Ground.CONCRETE).medium is Medium.NAIL
    assert lasts_on(Marked.EDGE, Ground.SOIL).days == 7
    # fresh on the first day, anew on the 8th and the 15th
    assert [renewals(days, 7) for days in (1, 7, 8, 14, 15)] == [0, 0, 1, 1, 2]
