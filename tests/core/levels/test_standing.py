"""Going to height, stakes, slabs, posts and steps."""

import math
import random

import pytest
from hypothesis import given
from hypothesis import strategies as st

from anvilhead.core.geometry.point import Point
from anvilhead.core.ground.finish import DrainFinish, drain_below, falling_finish
from anvilhead.core.ground.plane import Plane
from anvilhead.core.ground.post import ground_post, post_cut_mm, step_studs, straightness
from anvilhead.core.ground.slab import YARD3_MM3, slab_thickness
from anvilhead.core.ground.terrain import GroundShot, terrain_of
from anvilhead.core.levels.height_target import Way, standing, target_reading_mm
from anvilhead.core.levels.stake_mark import MarkedIn, hundredths_as_eighths, stake_mark

INCH, FOOT = 25.4, 304.8
SLAB = [Point(0, 0), Point(6000, 0), Point(6000, 4000), Point(0, 4000)]


class TestHeights:
    def test_raising_the_finish_by_eight_inches_lowers_the_target_reading_by_eight(self) -> None:
        before, after = target_reading_mm(50 * INCH, 0), target_reading_mm(50 * INCH, 8 * INCH)
        assert before - after == pytest.approx(8 * INCH)

    @given(st.floats(-2000, 2000), st.floats(-2000, 2000), st.floats(1000, 4000))
    def test_a_thing_whose_rod_reads_the_target_is_on_height(self, target: float, off: float, above: float) -> None:
        hi = target + above
        reading = target_reading_mm(hi, target) - off  # a smaller reading stands higher
        stands = standing(hi - reading, target, 0.5)
        assert stands.high_mm == pytest.approx(off, abs=1e-9)
        assert stands.way is (Way.ON if abs(off) <= 0.5 else Way.LOWER if off > 0 else Way.RAISE)
        assert stands.cut_mm - stands.fill_mm == pytest.approx(off, abs=1e-9)

    def test_on_the_edge_of_the_tolerance_is_on(self) -> None:
        assert standing(103.175, 100, 3.175).way is Way.ON


class TestStakes:
    @pytest.mark.parametrize(
        ("high_mm", "marked_in", "text"),
        [
            (0.86 * FOOT, MarkedIn.HUNDREDTHS, "C 0.86 ft"),
            (-0.86 * FOOT, MarkedIn.INCHES, 'F 10 5/16"'),
            (-262, MarkedIn.METRIC, "F 0.262 m"),
            (0.2, MarkedIn.METRIC, "on grade"),
        ],
    )
    def test_marks(self, high_mm: float, marked_in: MarkedIn, text: str) -> None:
        assert stake_mark(high_mm, marked_in).text == text

    def test_hundredths_are_not_quite_eighths(self) -> None:
        # 0.86 ft is 10.32 in; 86 eighths are 10.75 in
        rule = hundredths_as_eighths(0.86 * FOOT)
        assert rule.thumb_mm == pytest.approx(10.75 * INCH)
        assert rule.error_mm == pytest.approx(0.43 * INCH)

    def test_whole_feet_are_left_alone_by_the_thumb(self) -> None:
        assert hundredths_as_eighths(3 * FOOT).error_mm == pytest.approx(0)


class TestFinishes:
    def test_a_fall_away_from_the_building(self) -> None:
        top = falling_finish(Point(0, 0), Point(0, 1), 100, 1 / 48)
        assert top.height_at(Point(5000, 0)) == pytest.approx(100)
        assert top.height_at(Point(0, 4800)) == pytest.approx(0)

    def test_a_drain_lies_below_the_farthest_corner_by_the_fall(self) -> None:
        drain = drain_below(SLAB, Point(3000, 1000), 150, 0.02)
        farthest = math.hypot(3000, 3000)
        assert drain.drain_mm == pytest.approx(150 - 0.02 * farthest)
        assert drain.height_at(Point(0, 4000)) == pytest.approx(150)
        assert drain.height_at(Point(3000, 0)) == pytest.approx(150 - 0.02 * (farthest - 1000))


class TestSlabs:
    def base(self, *heights: float) -> list[GroundShot]:
        return [GroundShot(n, p, h) for n, p, h in zip("ABCD", SLAB, heights, strict=True)]

    def test_a_slab_to_a_drain_is_thinnest_at_the_drain_that_nobody_shot(self) -> None:
        # 6 × 6 m, edges at −100, fall 1 in 50 to the middle, base −250 at the corners only: the farthest corner is
        # 4,242.6 away, so the rim lies at −184.85 and 65.15 of concrete is left over it; the mean way to the middle of
        # a square is 3,000/3·(√2 + ln(1 + √2)) = 2,295.6, so the mean is 65.15 + 45.91 = 111.06: 3.998 m³
        square = [Point(0, 0), Point(6000, 0), Point(6000, 6000), Point(0, 6000)]
        base = [GroundShot(n, p, -250) for n, p in zip("ABCD", square, strict=True)]
        finish = drain_below(square, Point(3000, 3000), -100, 0.02)
        slab = slab_thickness(base, terrain_of(base), finish, square, 100)
        assert slab.least_mm == pytest.approx(65.147, abs=0.001)
        assert slab.least_at.distance_to(Point(3000, 3000)) < 0.01
        assert slab.volume_mm3 / 1e9 == pytest.approx(3.998, abs=0.001)
        assert slab.thin == ("drain",)
        # too thin within (100 − 65.147)/0.02 = 1,742.6 of the drain
        assert slab.thin_mm2 == pytest.approx(math.pi * 1742.6**2, rel=0.02)

    @pytest.mark.trials
    @pytest.mark.parametrize("seed", range(5))
    def test_a_cone_over_any_base_agrees_with_adding_up_small_squares(self, seed: int) -> None:
        rng = random.Random(seed)
        outline = [Point(0, 0), Point(5000, 0), Point(5000, 2000), Point(3000, 2000), Point(3000, 4000), Point(0, 4000)]
        base = [GroundShot(str(i), Point(rng.uniform(-500, 5500), rng.uniform(-500, 4500)), rng.uniform(-260, -200))
                for i in range(25)]  # fmt: skip
        base += [
            GroundShot(f"c{i}", p, -230)
            for i, p in enumerate((Point(-900, -900), Point(5900, -900), Point(5900, 4900), Point(-900, 4900)))
        ]
        mesh, drain = terrain_of(base), Point(rng.uniform(500, 2500), rng.uniform(500, 3500))
        finish = drain_below(outline, drain, -60, 0.02)
        slab = slab_thickness(base, mesh, finish, outline, 100)
        step, total, least = 50, 0.0, math.inf
        for x in range(step // 2, 5000, step):
            for y in range(step // 2, 4000, step):
                if x > 3000 and y > 2000:
                    continue
                thick = finish.height_at(Point(x, y)) - (mesh.height_at(Point(x, y)) or math.nan)
                total += thick * step * step
                least = min(least, thick)
        assert slab.covered_mm2 == pytest.approx(16e6)
        assert slab.volume_mm3 == pytest.approx(total, rel=0.002)
        assert slab.least_mm <= least + 1e-6
        assert slab.least_mm == pytest.approx(least, abs=2)

    def test_least_mean_and_volume_by_hand(self) -> None:
        # a base that falls from -100 to -140 across the 6 m: 120 mean over 24 m² is 2.88 m³
        base = self.base(-100, -140, -140, -100)
        slab = slab_thickness(base, terrain_of(base), Plane(0), SLAB, 110)

        assert (slab.least_mm, slab.mean_mm) == (pytest.approx(100), pytest.approx(120))
        assert slab.volume_mm3 / 1e9 == pytest.approx(2.88)
        assert slab.thin == ("A", "D")
        # thinner than 110 as far as a quarter along: 1.5 m by 4 m
        assert slab.thin_mm2 / 1e6 == pytest.approx(6)

    def test_a_crowded_corner_does_not_count_double(self) -> None:
        crowd = [GroundShot(f"x{i}", Point(10 * i, 10 * i), -200) for i in range(1, 9)]
        even = self.base(-200, -100, -100, -100)
        crowded = slab_thickness([*even, *crowd], terrain_of([*even, *crowd]), Plane(0), SLAB, 50)
        alone = slab_thickness(even, terrain_of(even), Plane(0), SLAB, 50)
        assert crowded.mean_mm == pytest.approx(alone.mean_mm, rel=0.03)
        assert sum(s.thick_mm for s in crowded.spots) / 12 > 1.3 * crowded.mean_mm

    def test_a_slab_to_a_drain_over_a_base_that_follows_it_is_even(self) -> None:
        finish = DrainFinish(Point(3000, 2000), -60, 0.02)
        grid = [Point(x, y) for x in range(0, 6001, 500) for y in range(0, 4001, 500)]
        base = [GroundShot(f"{p.x} {p.y}", p, finish.height_at(p) - 100) for p in grid]
        slab = slab_thickness(base, terrain_of(base), finish, SLAB, 95)
        # the base is flat between its spots, the cone is not: it dips a few millimetres between them
        assert slab.thin == ()
        assert slab.mean_mm == pytest.approx(100, abs=1)
        assert 95 < slab.least_mm <= 100

    def test_one_spot_is_its_own_mean(self) -> None:
        slab = slab_thickness([GroundShot("A", SLAB[0], -90)], None, Plane(10), SLAB, 100)
        assert (slab.mean_mm, slab.thin, slab.covered_mm2) == (100, (), 0)

    def test_a_cubic_yard(self) -> None:
        assert pytest.approx(0.764555, abs=1e-6) == YARD3_MM3 / 1e9


class TestPosts:
    def test_a_post_goes_deeper_where_the_ground_is_higher(self) -> None:
        # an 8' post, top 5' over the datum; ground at +1': 4' out, 4' in
        high, low = (ground_post(5 * FOOT, g * FOOT, 8 * FOOT, 3.5 * FOOT) for g in (1, 0))
        assert (high.out_mm / FOOT, high.deep_mm / FOOT, high.short_mm) == (pytest.approx(4), pytest.approx(4), 0)
        assert low.short_mm / FOOT == pytest.approx(0.5)
        assert low.longer_mm / FOOT == pytest.approx(8.5)

    def test_a_cut_is_string_less_seat(self) -> None:
        assert post_cut_mm(34 * INCH, 9.5 * INCH) == pytest.approx(24.5 * INCH)

    def test_studs_of_a_stepped_wall(self) -> None:
        # line 96", three plates of 1 1/2", trim 1/8": over a step at 24": 96 - 24 - 4 1/2 - 1/8 = 67 3/8
        studs = step_studs(96 * INCH, [("first", 24 * INCH), ("top", 95 * INCH)], 4.5 * INCH, INCH / 8)
        assert studs[0].stud_mm / INCH == pytest.approx(67.375)
        assert studs[1].stud_mm < 0

    def test_concrete_against_a_string_that_is_not_parallel_to_it(self) -> None:
        # gaps 20, 23, 30 at 0, 5, 10 m: the straight line is 25 in the middle, so it stands 2 out there
        found = straightness([("A", 0, 20), ("mid", 5000, 23), ("B", 10_000, 30)])
        assert dict(found.offs) == {"A": 0, "mid": pytest.approx(2), "B": 0}
        assert (found.most_out, found.spread_mm) == ("mid", pytest.approx(2))
