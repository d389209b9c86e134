"""The ground between shots: triangles, contours, volumes, sections, each against an independent way."""

import math
import random

import pytest
from hypothesis import given
from hypothesis import strategies as st

from anvilhead.core.geometry.point import Point
from anvilhead.core.geometry.stretch import area_of
from anvilhead.core.ground.contour import contours, usual_step_mm
from anvilhead.core.ground.earthwork import Rough, earthwork, rough_level
from anvilhead.core.ground.plane import Plane, above, plane_through, volume_under
from anvilhead.core.ground.section_line import exaggeration, section
from anvilhead.core.ground.terrain import GroundShot, Terrain, terrain_of
from anvilhead.core.units.errors import GeometryError
from anvilhead.core.units.units import Units

YARD = [
    Point(2000, 1000),
    Point(9000, 1000),
    Point(9000, 7000),
    Point(5000, 7000),
    Point(5000, 4000),
    Point(2000, 4000),
]
"""An ell of 7 m by 6 m less 3 m by 3 m: 33 m²."""


def rough_ground(count: int, seed: int) -> list[GroundShot]:
    rng = random.Random(seed)
    return [
        GroundShot(str(i), Point(rng.uniform(0, 12_000), rng.uniform(0, 8000)), rng.uniform(-300, 300))
        for i in range(count)
    ]


def grid(heights: list[list[float]], step: float = 1000.0) -> Terrain:
    return terrain_of(
        [
            GroundShot(f"{i}.{j}", Point(i * step, j * step), h)
            for j, row in enumerate(heights)
            for i, h in enumerate(row)
        ]
    )


class TestTriangles:
    @given(st.integers(3, 60), st.integers(0, 10_000))
    def test_no_shot_lies_in_the_circle_round_a_triangle(self, count: int, seed: int) -> None:
        terrain = terrain_of(rough_ground(count, seed))
        for triangle in terrain.triangles:
            a, b, c = (shot.place for shot in terrain.corners(triangle))
            middle, radius = circle_round(a, b, c)
            assert all(s.place.distance_to(middle) > radius * (1 - 1e-6) for s in terrain.shots)

    def test_a_grid_is_covered_once_although_its_fours_share_circles(self) -> None:
        terrain = grid([[0.0] * 9 for _ in range(7)])
        areas = [area_of([s.place for s in terrain.corners(t)]) for t in terrain.triangles]
        assert len(areas) == 2 * 8 * 6
        assert sum(areas) == pytest.approx(48e6)

    def test_a_turned_grid_keeps_its_area(self) -> None:
        turn = 0.7
        shots = [
            GroundShot(f"{i}.{j}", Point(i * 1000 * math.cos(turn) - j * 900 * math.sin(turn),
                                         i * 1000 * math.sin(turn) + j * 900 * math.cos(turn)), 0.0)
            for i in range(6) for j in range(5)
        ]  # fmt: skip
        terrain = terrain_of(shots)
        assert sum(area_of([s.place for s in terrain.corners(t)]) for t in terrain.triangles) == pytest.approx(
            5 * 4 * 0.9e6, rel=1e-6
        )

    def test_shots_on_one_line_hold_no_ground(self) -> None:
        with pytest.raises(GeometryError, match="one line"):
            terrain_of([GroundShot(str(i), Point(i * 1000, i * 500), 0) for i in range(5)])

    def test_two_shots_hold_no_ground_and_of_two_at_one_place_the_last_counts(self) -> None:
        corners = [Point(0, 0), Point(4000, 0), Point(0, 4000)]
        with pytest.raises(GeometryError, match="Three shots"):
            terrain_of([GroundShot("a", corners[0], 0), GroundShot("b", corners[1], 0), GroundShot("c", corners[1], 9)])
        shots = [*(GroundShot(str(i), p, 0) for i, p in enumerate(corners)), GroundShot("again", corners[0], 30)]
        assert terrain_of(shots).height_at(Point(0, 0)) == pytest.approx(30)

    @given(st.integers(0, 1000), st.floats(-0.1, 0.1), st.floats(-0.1, 0.1))
    def test_a_plane_is_found_again_everywhere_inside(self, seed: int, slope_x: float, slope_y: float) -> None:
        plane = Plane(100, slope_x, slope_y)
        shots = [GroundShot(s.name, s.place, plane.height_at(s.place)) for s in rough_ground(20, seed)]
        inside = Point(*(sum(v) / 3 for v in zip(*((s.place.x, s.place.y) for s in shots[:3]), strict=True)))
        assert terrain_of(shots).height_at(inside) == pytest.approx(plane.height_at(inside), abs=1e-6)

    def test_outside_the_shots_nobody_knows(self) -> None:
        assert grid([[0, 0], [0, 0]]).height_at(Point(1500, 500)) is None


def circle_round(a: Point, b: Point, c: Point) -> tuple[Point, float]:
    u, v = b - a, c - a
    whole = 2 * u.cross(v)
    uu, vv = u.dot(u), v.dot(v)
    away = Point((v.y * uu - u.y * vv) / whole, (u.x * vv - v.x * uu) / whole)
    return a + away, away.length()


class TestVolumes:
    def test_a_wedge_by_hand(self) -> None:
        # over 4 m by 3 m the ground rises from -0.2 to +0.6 m: it meets the pad a quarter along.
        # cut: half of 0.6 × 3 m × 3 m = 2.7 m³; fill: half of 0.2 × 1 m × 3 m = 0.3 m³
        terrain = terrain_of([GroundShot(n, Point(x, y), h) for n, x, y, h in (
            ("A", 0, 0, -200), ("B", 4000, 0, 600), ("C", 4000, 3000, 600), ("D", 0, 3000, -200))])  # fmt: skip
        work = earthwork(terrain, [Point(0, 0), Point(4000, 0), Point(4000, 3000), Point(0, 3000)], Plane(0))

        assert work.cut_mm3 / 1e9 == pytest.approx(2.7)
        assert work.fill_mm3 / 1e9 == pytest.approx(0.3)
        assert (work.cut_mm2 / 1e6, work.fill_mm2 / 1e6) == (pytest.approx(9), pytest.approx(3))
        assert (work.most_cut_mm, work.most_fill_mm) == (pytest.approx(600), pytest.approx(200))
        assert work.loose_mm3(0.25) == pytest.approx(work.cut_mm3 * 1.25)
        assert work.balance_mm3 / 1e9 == pytest.approx(2.4)

    @pytest.mark.trials
    @pytest.mark.parametrize("outline", [YARD, YARD[::-1]], ids=["left round", "right round"])
    def test_prisms_agree_with_adding_up_small_squares(self, outline: list[Point]) -> None:
        terrain, pad = terrain_of(rough_ground(60, 3)), Plane(40, 0.01, -0.02)
        work = earthwork(terrain, outline, pad)
        step, cut, fill = 50.0, 0.0, 0.0
        for i in range(int(12_000 / step)):
            for j in range(int(8000 / step)):
                at = Point((i + 0.5) * step, (j + 0.5) * step)
                if 2000 < at.x < 9000 and 1000 < at.y < 7000 and not (at.x < 5000 and at.y > 4000):
                    ground = terrain.height_at(at)
                    off = 0.0 if ground is None else ground - pad.height_at(at)
                    cut, fill = cut + max(off, 0) * step * step, fill + max(-off, 0) * step * step

        assert work.outline_mm2 == pytest.approx(33e6)
        assert work.cut_mm3 == pytest.approx(cut, rel=0.01)
        assert work.fill_mm3 == pytest.approx(fill, rel=0.01)

    @given(st.floats(-500, 500), st.floats(0, 400))
    def test_raising_the_pad_turns_cut_into_fill(self, height: float, by: float) -> None:
        terrain = terrain_of(rough_ground(30, 8))
        low, high = (earthwork(terrain, YARD, Plane(h)) for h in (height, height + by))
        assert high.balance_mm3 == pytest.approx(low.balance_mm3 - by * low.covered_mm2, abs=1e3)
        assert high.cut_mm3 <= low.cut_mm3 + 1e-3

    def test_ground_beyond_the_shots_is_not_counted_but_told(self) -> None:
        work = earthwork(grid([[100, 100], [100, 100]], 4000), YARD, Plane(0))
        # of the ell, x from 2 to 4 m and y from 1 to 4 m lie between the shots
        assert work.covered_mm2 == pytest.approx(6e6)
        assert work.cut_mm3 == pytest.approx(6e8)

    def test_within_an_inch_a_rake_does(self) -> None:
        square = [Point(0, 0), Point(1000, 0), Point(1000, 1000), Point(0, 1000)]
        flat, lumpy = grid([[10, 20], [-20, 25]]), grid([[10, 20], [-20, 30]])
        assert rough_level(earthwork(flat, square, Plane(0))) is Rough.BY_HAND
        assert rough_level(earthwork(lumpy, square, Plane(0))) is Rough.MACHINE_FIRST


class TestPlanes:
    def test_through_three_places(self) -> None:
        plane = plane_through((Point(0, 0), 5), (Point(10, 0), 7), (Point(0, 10), 2))
        assert plane.height_at(Point(10, 10)) == pytest.approx(4)

    def test_no_plane_through_a_line(self) -> None:
        with pytest.raises(GeometryError, match="one line"):
            plane_through((Point(0, 0), 5), (Point(10, 10), 7), (Point(20, 20), 2))

    def test_above_keeps_the_part_over_zero(self) -> None:
        square = [Point(0, 0), Point(4, 0), Point(4, 4), Point(0, 4)]
        kept = above(square, Plane(-1, 1, 0))  # x over 1
        assert area_of(kept) == pytest.approx(12)
        assert volume_under(kept, Plane(0, 0, 1)) == pytest.approx(24)


class TestContours:
    def test_a_slope_has_straight_lines_a_step_apart(self) -> None:
        lines = contours(grid([[i * 100.0 for i in range(6)] for _ in range(4)]), 250)
        assert [line.height_mm for line in lines] == [250, 500]
        assert {round(p.x) for p in lines[0].points} == {2500}
        assert {p.y for p in (lines[0].points[0], lines[0].points[-1])} == {0, 3000}
        assert not lines[0].closed

    def test_a_hill_has_rings(self) -> None:
        lines = contours(grid([[0, 0, 0], [0, 90, 0], [0, 0, 0]]), 50)
        assert [(line.height_mm, line.closed) for line in lines] == [(50, True)]

    @given(st.integers(0, 500))
    def test_every_point_of_a_contour_is_at_its_height(self, seed: int) -> None:
        terrain = terrain_of(rough_ground(15, seed))
        for line in contours(terrain, 100):
            for point in line.points:
                height = terrain.height_at(point)
                assert height is None or height == pytest.approx(line.height_mm, abs=0.01)

    def test_steps_are_round_and_not_too_many(self) -> None:
        assert usual_step_mm(0, 14 * 25.4, Units.FT_IN) == pytest.approx(2 * 25.4)
        assert usual_step_mm(-100, 300, Units.M) == 50


class TestSections:
    def test_by_hand(self) -> None:
        # ground falls evenly from 300 at x = 0 to 0 at x = 3 m; a line from x = -1 m to 2 m crosses it from 1 m on
        stretches = section(grid([[300, 200, 100, 0], [300, 200, 100, 0]]), Point(-1000, 500), Point(2000, 500))
        assert len(stretches) == 1
        first, last = stretches[0][0], stretches[0][-1]
        assert (first.along_mm, first.ground_mm) == (pytest.approx(1000), pytest.approx(300))
        assert (last.along_mm, last.ground_mm) == (pytest.approx(3000), pytest.approx(100))

    @given(st.integers(0, 500))
    def test_a_section_lies_on_the_ground(self, seed: int) -> None:
        terrain, start, end = terrain_of(rough_ground(25, seed)), Point(0, 0), Point(12_000, 8000)
        way = (end - start).unit()
        for stretch in section(terrain, start, end):
            for one in stretch:
                ground = terrain.height_at(start + way * one.along_mm)
                assert ground is None or ground == pytest.approx(one.ground_mm, abs=0.05)

    def test_gaps_between_shots_are_gaps(self) -> None:
        # two triangles apart on one line of sight: 0 to 1 m and 3 to 4 m
        places = [Point(0, 0), Point(1000, 0), Point(0, 1000), Point(3000, 0), Point(4000, 0), Point(3000, 1000)]
        shots = tuple(GroundShot(str(i), place, 50) for i, place in enumerate(places))
        stretches = section(Terrain(shots, ((0, 1, 2), (3, 4, 5))), Point(-500, 0.5), Point(4500, 0.5))
        assert [(round(s[0].along_mm), round(s[-1].along_mm)) for s in stretches] == [(500, 1500), (3500, 4500)]

    def test_heights_are_exaggerated_by_round_numbers(self) -> None:
        assert exaggeration(14_000, 0, 400) == 10
        assert exaggeration(5000, 0, 4000) == 1
