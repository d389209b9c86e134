"""The schools compared: error propagation against simulated sites, and the arithmetic each is known by."""

import math

import numpy as np
import pytest

from anvilhead.core.adjust.adjustment import Ellipse
from anvilhead.core.geometry.footprint import Footprint, rectangle
from anvilhead.core.geometry.point import Point
from anvilhead.core.geometry.walk import Leg, run_of, walk
from anvilhead.core.measure.tape import TapeClass
from anvilhead.core.measure.triangle import far_error_mm, fitting_triangles, largest_triangle, swing_flatness_mm
from anvilhead.core.methods.method import compare_methods
from anvilhead.core.methods.school import parallels_to, point_numbers, running_marks, steps_for
from anvilhead.core.methods.school_errors import Instruments, School
from anvilhead.core.plan.inner_line import InnerKind, InnerRow, lines_of

FOOT, INCH = 304.8, 25.4
STORE = rectangle(44 * FOOT, 27.5 * FOOT)
ELL = walk([Leg(9000), Leg(3600, 90), Leg(3000, 90), Leg(2400, -90), Leg(6000, 90), Leg(6000, 90)]).footprint(0)
TAPE = TapeClass()
MANY = 40_000


def ellipse_of(points: np.ndarray) -> Ellipse:
    """The 95 in 100 ellipse of simulated places."""
    covariance = np.cov(points.T)
    values, _ = np.linalg.eigh(covariance)
    return Ellipse(math.sqrt(5.991 * values[1]), math.sqrt(5.991 * values[0]), 0.0)


def report(footprint: Footprint, school: School):  # type: ignore[no-untyped-def]
    found = compare_methods(footprint, 4 * FOOT, 3.175).report(school)
    assert found is not None
    return found


class TestPropagation:
    """Each school is carried out many times with simulated errors; the ellipses must be those of the outcome."""

    rng = np.random.default_rng(17)

    def tape(self, length_mm: float) -> np.ndarray:
        return length_mm + self.rng.normal(0, TAPE.sigma_mm(length_mm), MANY)

    def test_two_tapes_from_the_ends_of_the_baseline(self) -> None:
        b = self.tape(9000.0)
        corner = ELL.corners["E"]
        r1, r2 = self.tape(corner.length()), self.tape(corner.distance_to(ELL.corners["B"]))
        x = (r1**2 - r2**2 + b**2) / (2 * b)
        simulated = ellipse_of(np.stack([x, np.sqrt(r1**2 - x**2)], axis=1))
        told = report(ELL, School.COMPUTED_DIAGONAL).ellipses["E"]

        assert told.major_mm == pytest.approx(simulated.major_mm, rel=0.03)
        assert told.minor_mm == pytest.approx(simulated.minor_mm, rel=0.03)

    def test_corner_after_corner_by_a_framing_square(self) -> None:
        """From B: turn and go to C, turn and go to D; each turn swings all beyond it."""
        sigma = Instruments().square_rad / 2
        x, y, facing = self.tape(9000.0), np.zeros(MANY), np.zeros(MANY)
        for length, turn in ((3600.0, 90), (3000.0, 90)):
            facing = facing + math.radians(turn) + self.rng.normal(0, sigma, MANY)
            gone = self.tape(length)
            x, y = x + gone * np.cos(facing), y + gone * np.sin(facing)
        simulated = ellipse_of(np.stack([x, y], axis=1))
        told = report(ELL, School.FRAMING_SQUARE).ellipses["D"]

        assert told.major_mm == pytest.approx(simulated.major_mm, rel=0.03)
        assert told.minor_mm == pytest.approx(simulated.minor_mm, rel=0.03)

    def test_station_and_offset_squared_by_a_triangle(self) -> None:
        reach = ELL.corners["E"]
        triangle = largest_triangle(9000, 6000, FOOT)
        assert triangle is not None
        a, b, c = (self.tape(mm) for mm in (triangle.first_mm, triangle.second_mm, triangle.hypotenuse_mm))
        corner = np.arccos((a**2 + b**2 - c**2) / (2 * a * b))
        offset = self.tape(reach.y)
        x, y = self.tape(reach.x) + offset * np.cos(corner), offset * np.sin(corner)
        simulated = ellipse_of(np.stack([x, y], axis=1))
        told = report(ELL, School.STATION_OFFSET).ellipses["E"]

        assert told.major_mm == pytest.approx(simulated.major_mm, rel=0.03)
        assert told.minor_mm == pytest.approx(simulated.minor_mm, rel=0.03)

    def test_a_swung_tape_and_a_diagonal(self) -> None:
        corner = STORE.corners["C"]
        width, diagonal = self.tape(corner.y), self.tape(corner.length())
        simulated = ellipse_of(np.stack([np.sqrt(diagonal**2 - width**2), width], axis=1))
        told = report(STORE, School.SHORTEST_DISTANCE).ellipses["C"]
        assert told.major_mm == pytest.approx(simulated.major_mm, rel=0.03)

    def test_turned_on_the_plan_the_ellipses_turn_along(self) -> None:
        turned = Footprint(tuple(Point(0.6 * p.x - 0.8 * p.y, 0.8 * p.x + 0.6 * p.y) for p in ELL.points))
        straight, aslant = (report(f, School.COMPUTED_DIAGONAL).ellipses["E"] for f in (ELL, turned))
        assert aslant.major_mm == pytest.approx(straight.major_mm)
        turn = (aslant.angle_rad - straight.angle_rad - math.atan2(0.8, 0.6)) / math.pi
        assert turn == pytest.approx(round(turn), abs=1e-9)


class TestTable:
    def test_pulls_of_a_rectangle_are_those_a_crew_counts(self) -> None:
        found = compare_methods(STORE, 4 * FOOT, 3.175)
        pulls = {one.school: one.pulls for one in found.reports}
        assert pulls[School.EQUAL_DIAGONALS] == 6
        assert pulls[School.COMPUTED_DIAGONAL] == 5
        assert pulls[School.TIES] == 6
        assert pulls[School.FRAMING_SQUARE] == 3
        assert pulls[School.THREE_FOUR_FIVE] == 9

    def test_the_longest_pull_is_the_diagonal(self) -> None:
        assert report(STORE, School.COMPUTED_DIAGONAL).longest_mm == pytest.approx(622.643 * INCH, abs=0.02)

    def test_a_crooked_shape_is_told_what_cannot_do_it(self) -> None:
        kite = Footprint((Point(0, 0), Point(9000, 0), Point(11_000, 5000), Point(2000, 7000)))
        not_for = {one.school for one in compare_methods(kite, 1200, 3).not_for}
        assert not_for == {
            School.EQUAL_DIAGONALS,
            School.THREE_FOUR_FIVE,
            School.FRAMING_SQUARE,
            School.SHORTEST_DISTANCE,
        }

    def test_tapes_that_cross_poorly_are_named(self) -> None:
        flat = Footprint((Point(0, 0), Point(9000, 0), Point(9000, 700), Point(4500, 800), Point(0, 700)))
        assert "D" in report(flat, School.COMPUTED_DIAGONAL).poor

    def test_one_person_is_not_sent_to_cross_two_tapes(self) -> None:
        assert compare_methods(ELL, 1200, 6.0, crew=1).best not in (School.COMPUTED_DIAGONAL, School.TIES)

    def test_a_laser_is_recommended_only_where_there_is_one(self) -> None:
        assert compare_methods(STORE, 1200, 0.1).best is not School.SQUARE_LASER
        assert compare_methods(STORE, 1200, 0.1, tools=Instruments(has_laser=True)).best is School.SQUARE_LASER

    def test_within_tolerance_the_fewest_pulls_win(self) -> None:
        """At half an inch the framing square is out and two tapes are in, at 5 pulls against 6 and 9."""
        assert compare_methods(STORE, 1200, INCH / 2).best is School.COMPUTED_DIAGONAL

    def test_a_fence_with_a_bend_has_methods_too(self) -> None:
        fence = run_of([Leg(12_000), Leg(6000, 45)])
        assert {one.school for one in compare_methods(fence, 1200, 25).reports} == {
            School.COMPUTED_DIAGONAL,
            School.SQUARE_LASER,
            School.STATION_OFFSET,
            School.TIES,
        }


class TestTriangles:
    def test_an_eighth_on_a_small_and_a_large_triangle(self) -> None:
        """6-8-10 puts a 44 ft wall 1 1/8 in out, 24-32-40 9/32 in: e = 1/8 in turns by 5e/(12k)."""
        small, large = largest_triangle(8 * FOOT, 6 * FOOT, FOOT), largest_triangle(32 * FOOT, 24 * FOOT, FOOT)
        assert small
        assert large
        assert small.turn_rad(INCH / 8) * 44 * 12 == pytest.approx(1 + 1 / 8, abs=0.025)
        assert large.turn_rad(INCH / 8) * 44 * 12 == pytest.approx(9 / 32, abs=0.008)

    def test_the_largest_multiple_that_fits_either_way_round(self) -> None:
        found = largest_triangle(44 * FOOT, 27.5 * FOOT, FOOT)
        assert found
        assert (found.k, found.first_mm / FOOT, found.second_mm / FOOT) == (9, pytest.approx(36), pytest.approx(27))

    def test_none_fits_on_a_wall_shorter_than_three_units(self) -> None:
        assert largest_triangle(44 * FOOT, 2.9 * FOOT, FOOT) is None

    def test_other_whole_triangles_are_listed_best_first(self) -> None:
        found = fitting_triangles(44 * FOOT, 27.5 * FOOT, FOOT)
        assert all(a * a + b * b == c * c for a, b, c in (one.triple for one in found))
        turns = [one.turn_rad(1) for one in found]
        assert turns == sorted(turns)
        assert (20, 21, 29) in [one.triple for one in found]

    def test_a_swing_is_flat(self) -> None:
        """At 27 ft 6 in a rise of 1/16 in takes 6.4 in along the line."""
        assert swing_flatness_mm(330 * INCH, INCH / 16) / INCH == pytest.approx(6.42, abs=0.01)

    def test_a_rounded_diagonal_slides_the_far_corner_by_e_d_over_l(self) -> None:
        """0.018 in left by rounding 622.643 in slides the corner of 528 in by 0.0212 in."""
        d, length = 622.643, 528.0
        assert far_error_mm(0.018, length / d) == pytest.approx(0.018 * d / length)


class TestSheet:
    NAILS = (Point(-1200, 0), Point(10_200, 0))

    def test_station_offset_and_ties_of_every_corner(self) -> None:
        numbers = {n.name: n for n in point_numbers(ELL.corners, ELL.sides[0], self.NAILS)}
        d = numbers["D"]
        assert (d.station_mm, d.offset_mm) == (6000, 3600)
        assert d.first_mm == pytest.approx(math.hypot(7200, 3600))
        assert d.second_mm == pytest.approx(math.hypot(4200, 3600))
        assert numbers["B"].is_poor
        assert not d.is_poor

    def test_to_the_right_of_the_baseline_offsets_are_negative(self) -> None:
        clockwise = Footprint((Point(0, 0), Point(9000, 0), Point(9000, -6000), Point(0, -6000)))
        assert point_numbers(clockwise.corners, clockwise.sides[0], self.NAILS)[2].offset_mm == -6000

    def test_marks_along_a_line_run_from_one_end(self) -> None:
        inner = lines_of(ELL, InnerRow("P", InnerKind.PIERS, "FA", (2000, 4000)))
        assert running_marks(ELL.sides[0], inner) == [("A", 0), ("P1", 2000), ("P2", 4000), ("B", 9000)]

    def test_parallels_of_an_ell(self) -> None:
        assert [(side.name, round(mm)) for side, mm in parallels_to(ELL, ELL.sides[0])] == [("CD", 3600), ("EF", 6000)]

    @pytest.mark.parametrize("school", list(School))
    def test_every_school_sets_every_corner_once_it_can(self, school: School) -> None:
        found = compare_methods(STORE, 1200, 3.175).report(school)
        steps = steps_for(STORE, school, found, self.NAILS, FOOT)
        assert {step.corner for step in steps} >= {"B", "C", "D"}
        assert steps[0].tapes[0].length_mm == pytest.approx(44 * FOOT)
