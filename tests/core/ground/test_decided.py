"""Heights to be decided: finishes against sums over fine grids, runs by hand."""

import random
from typing import ClassVar

import pytest
from hypothesis import given
from hypothesis import strategies as st

from anvilhead.core.geometry.point import Point
from anvilhead.core.geometry.stretch import area_of
from anvilhead.core.ground.falling_run import FallingRun, fall_there, run_stations
from anvilhead.core.ground.finish_choice import (
    FinishCandidate,
    FinishQuestion,
    FinishRule,
    finish_candidates,
    stacked,
)
from anvilhead.core.ground.post import broken_posts, top_range
from anvilhead.core.ground.terrain import GroundShot, Terrain, terrain_of
from anvilhead.core.messages.decided_words import adopted_text, candidate_text, run_text, run_troubles
from anvilhead.core.units.units import Units

YARD = [Point(0, 0), Point(9000, 0), Point(9000, 3600), Point(6000, 3600), Point(6000, 6000), Point(0, 6000)]
"""An ell: 9 m by 6 m less 3 m by 2.4 m."""


def shots(seed: int, count: int = 40) -> list[GroundShot]:
    rng = random.Random(seed)
    corners = [(-1000, -1000), (10_000, -1000), (10_000, 7000), (-1000, 7000)]
    inside = [(rng.uniform(0, 9000), rng.uniform(0, 6000)) for _ in range(count)]
    return [GroundShot(str(i), Point(x, y), rng.uniform(-60, 60)) for i, (x, y) in enumerate(corners + inside)]


def asked(found: list[GroundShot], **changes: object) -> FinishQuestion:
    usual = {
        "outline": YARD,
        "base": found,
        "mesh": terrain_of(found) if found else None,
        "thickness_mm": 100.0,
        "least_mm": 75.0,
    }
    return FinishQuestion(**(usual | changes))  # type: ignore[arg-type]


def by_rule(question: FinishQuestion) -> dict[FinishRule, FinishCandidate]:
    return {one.rule: one for one in finish_candidates(question)}


def sampled(mesh: Terrain, step: float = 60.0) -> list[float]:
    """Heights over the ell at the middles of small squares."""
    heights = []
    for i in range(int(9000 / step)):
        for j in range(int(6000 / step)):
            x, y = (i + 0.5) * step, (j + 0.5) * step
            if x < 6000 or y < 3600:
                height = mesh.height_at(Point(x, y))
                assert height is not None
                heights.append(height)
    return heights


@pytest.mark.trials
@pytest.mark.parametrize("seed", range(4))
def test_mean_and_extremes_are_those_of_the_surface(seed: int) -> None:
    question = asked(shots(seed))
    assert question.mesh is not None
    heights, found = sampled(question.mesh), by_rule(question)
    mean = sum(heights) / len(heights)
    assert found[FinishRule.MEAN_BASE].height_mm == pytest.approx(mean + 100, abs=0.3)
    highest = found[FinishRule.HIGHEST_BASE]
    # a fine grid comes near the highest place, and never over it
    assert max(heights) <= highest.height_mm - 75 <= max(heights) + 5
    assert highest.least_mm == pytest.approx(75.0)
    assert highest.most_mm is not None
    assert highest.height_mm - min(heights) <= highest.most_mm <= highest.height_mm - min(heights) + 5
    assert highest.mean_mm == pytest.approx(highest.height_mm - mean, abs=0.3)
    assert highest.concrete_mm3 == pytest.approx((highest.mean_mm or 0.0) * 46.8e6, rel=1e-9)


def test_a_candidate_that_is_thin_says_where_and_one_under_the_base_that_nothing_fits() -> None:
    """A base that rises 90 mm at one shot: mean + 100 leaves it thin there, a number 20 mm below it none at all."""
    flat = [GroundShot(f"G{x}{y}", Point(x * 3000.0, y * 3000.0), 0.0) for x in range(4) for y in range(3)]
    humped = [s if s.name != "G11" else GroundShot(s.name, s.place, 90.0) for s in flat]
    found = by_rule(asked(humped, said=((FinishRule.TYPED, 70.0),)))
    assert found[FinishRule.MEAN_BASE].thin == ("G11",)
    assert "too thin at G11" in candidate_text(found[FinishRule.MEAN_BASE], 75.0, Units.MM)
    assert found[FinishRule.TYPED].is_buried
    assert candidate_text(found[FinishRule.TYPED], 75.0, Units.MM).startswith("The base stands 20 mm above it")


def test_shots_outside_do_not_count_where_the_surface_covers() -> None:
    """A mound beside the slab: 500 mm at a shot 2 m outside carries its slope in, not its top."""
    found = [
        GroundShot(f"{x}{y}", Point(x * 4500.0 - 2000, y * 4000.0 - 1500), 0.0) for x in range(4) for y in range(3)
    ]
    found[-1] = GroundShot("mound", Point(11_500.0, 6500.0), 500.0)
    highest = by_rule(asked(found))[FinishRule.HIGHEST_BASE]
    assert highest.height_mm - 75 < 500
    clear = by_rule(asked([], ground=found, ground_mesh=terrain_of(found), clearance_mm=150.0))
    assert clear[FinishRule.HIGHEST_GROUND].height_mm == pytest.approx(highest.height_mm - 75 + 150)
    assert clear[FinishRule.HIGHEST_GROUND].concrete_mm3 == pytest.approx(100 * abs(area_of(YARD)))


def test_layers_hang_from_the_top() -> None:
    found = stacked(1000.0, [("slab", 100.0), ("base", 150.0)])
    assert [(one.name, one.top_mm, one.bottom_mm) for one in found] == [("slab", 1000, 900), ("base", 900, 750)]


def test_what_was_taken_stays_and_says_what_would_be_now() -> None:
    assert adopted_text(2.0, (), 3.0, Units.MM) == "Taken; what was shot since agrees."
    said = adopted_text(-12.0, ("A", "B"), 3.0, Units.MM)
    assert "12 mm lower" in said
    assert said.endswith("Set again: A and B.")


class TestFallingRun:
    """From (0, 0) to (10 m, 0), 2 in 100, invert 500 below a ground that falls 1 in 100 from 0."""

    RUN = FallingRun(Point(0, 0), Point(10_000, 0), -500.0, 0.02, 550.0, 4000.0)

    @staticmethod
    def ground(at: Point) -> float | None:
        return -0.01 * at.x

    def test_stations_by_hand(self) -> None:
        found = run_stations(self.RUN, self.ground)
        told = [(one.along_mm, one.invert_mm, one.cut_mm, one.short_mm) for one in found]
        assert told == [
            pytest.approx((0, -500, 500, 50)),
            pytest.approx((4000, -580, 540, 10)),
            pytest.approx((8000, -660, 580, 0)),
            pytest.approx((10_000, -700, 600, 0)),
        ]

    @pytest.mark.parametrize(("every", "count"), [(2500.0, 5), (10_000.0, 2), (20_000.0, 2), (3333.333333333, 4)])
    def test_both_ends_once_and_no_station_twice(self, every: float, count: int) -> None:
        run = FallingRun(Point(0, 0), Point(10_000, 0), 0.0, 0.01, 0.0, every)
        assert len(run.stations) == count
        assert (run.stations[0], run.stations[-1]) == (0.0, 10_000.0)

    def test_where_nobody_shot_nothing_is_said(self) -> None:
        found = run_stations(self.RUN, lambda at: None if at.x > 5000 else 0.0)
        assert [one.cut_mm is None for one in found] == [False, False, True, True]
        there = fall_there(self.RUN, lambda at: None if at.x > 5000 else 0.0, None)
        assert (there.ground, there.most) == (None, None)

    def test_the_most_fall_there_can_be(self) -> None:
        there = fall_there(self.RUN, self.ground, -600.0)
        assert there.ground == pytest.approx(0.01)
        assert there.most == pytest.approx(0.01)
        told = run_troubles(self.RUN, run_stations(self.RUN, self.ground), there, None, Units.M)
        assert told[0] == "The outlet allows 1.0 % at the most; 2.0 % is wanted."
        assert told[1] == "The cover is 50 mm short at the worst, from 0.000 m to 4.000 m along."
        assert "less than the run" in run_text(self.RUN, run_stations(self.RUN, self.ground), there, Units.M)


class TestPostTops:
    """Ground at 0, 200 and 500; posts of 2400 with 600 in the ground at least and 300 out of it at least."""

    GROUND: ClassVar[dict[str, float]] = {"P1": 0.0, "P2": 200.0, "P3": 500.0}

    def test_the_interval_by_hand(self) -> None:
        found = top_range(self.GROUND, 2400, 600, 300)
        assert (found.lowest_mm, found.lowest_at) == (800, "P3")
        assert (found.highest_mm, found.highest_at) == (1800, "P1")
        assert found.fits
        assert not top_range(self.GROUND, 1300, 600, 300).fits

    def test_what_breaks_and_its_cure(self) -> None:
        """At 1900 the post at 0 stands 500 deep: 100 short, 2500 long would do; at 700 only P3's clearance breaks."""
        (deep,) = broken_posts(1900, self.GROUND, 2400, 600, 300)
        assert (deep.name, deep.deep_mm, deep.longer_mm, deep.low_mm) == ("P1", 100, 2500, 0)
        (low,) = broken_posts(700, self.GROUND, 2400, 600, 300)
        assert (low.name, low.low_mm, low.deep_mm) == ("P3", 100, 0)

    @given(st.lists(st.floats(-500, 500), min_size=1, max_size=8), st.floats(-800, 2500))
    def test_a_top_breaks_nothing_where_and_only_where_it_lies_in_the_interval(
        self, grounds: list[float], top: float
    ) -> None:
        named = {str(i): ground for i, ground in enumerate(grounds)}
        found = top_range(named, 1800, 500, 200)
        inside = found.lowest_mm <= top <= found.highest_mm
        near = min(abs(top - found.lowest_mm), abs(top - found.highest_mm)) < 1e-3
        assert near or inside == (not broken_posts(top, named, 1800, 500, 200))
