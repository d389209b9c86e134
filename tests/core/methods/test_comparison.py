"""The methods compared: their ellipses against simulated sites and numpy, and the arithmetic each is known by."""

import math
from collections.abc import Callable
from functools import partial

import numpy as np
import pytest

from anvilhead.core.adjust.adjustment import Ellipse
from anvilhead.core.geometry.footprint import Footprint, rectangle
from anvilhead.core.geometry.point import Point
from anvilhead.core.geometry.walk import Leg, run_of, walk
from anvilhead.core.measure.instrument import Instrument
from anvilhead.core.measure.setting_out import parallels_to, point_numbers, running_marks
from anvilhead.core.measure.tape import PullKind, TapeClass
from anvilhead.core.measure.triangle import far_error_mm, fitting_triangles, largest_triangle, swing_flatness_mm
from anvilhead.core.methods.all_methods import WAYS, asked_by, steps_for
from anvilhead.core.methods.comparison import MethodReport, compare_methods
from anvilhead.core.methods.method import Asked, Method
from anvilhead.core.plan.inner_line import InnerKind, InnerRow, lines_of
from tests.baselines import baseline
from tests.shapes import ring

FOOT, INCH = 304.8, 25.4
STORE = rectangle(44 * FOOT, 27.5 * FOOT)
ELL = walk([Leg(9000), Leg(3600, 90), Leg(3000, 90), Leg(2400, -90), Leg(6000, 90), Leg(6000, 90)]).footprint(0)
TAPE = TapeClass()
MANY = 40_000
SQUARE_SIGMA = (INCH / 32) / (24 * INCH) / 2  # 1/32 on two feet, 95 in 100
LASER_SIGMA = (INCH / 8) / (50 * FOOT) / 2  # 1/8 in 50 ft
RULE_SIGMA = math.hypot(INCH / 16 / 2, INCH / 16 / math.sqrt(12))  # read to a sixteenth


def ellipse_of(points: np.ndarray) -> Ellipse:
    """The 95 in 100 ellipse of simulated places."""
    return ellipse_from(np.cov(points.T))


def ellipse_from(covariance: np.ndarray) -> Ellipse:
    values, _ = np.linalg.eigh(covariance)
    if values[0] < 1e-9:  # it can only err along a line: 1.96 standard deviations hold it 95 times in 100
        return Ellipse(1.95996 * math.sqrt(values[1]), 0.0, 0.0)
    return Ellipse(math.sqrt(5.991 * values[1]), math.sqrt(5.991 * values[0]), 0.0)


def report(footprint: Footprint, method: Method, *, has_laser: bool = False) -> MethodReport:
    found = compare_methods(baseline(footprint, has_laser=has_laser), 3.175).report(method)
    assert found is not None
    return found


class TestSimulated:
    """A method is carried out many times with simulated errors; the ellipses must be those of the outcome."""

    rng = np.random.default_rng(17)

    def tape(self, length_mm: float) -> np.ndarray:
        return length_mm + self.rng.normal(0, TAPE.sigma_mm(length_mm), MANY)

    def test_two_tapes_from_the_ends_of_the_baseline(self) -> None:
        b = self.tape(9000.0)
        corner = ELL.corners["E"]
        r1, r2 = self.tape(corner.length()), self.tape(corner.distance_to(ELL.corners["B"]))
        x = (r1**2 - r2**2 + b**2) / (2 * b)
        simulated = ellipse_of(np.stack([x, np.sqrt(r1**2 - x**2)], axis=1))
        told = report(ELL, Method.COMPUTED_DIAGONAL).ellipses["E"]

        assert told.major_mm == pytest.approx(simulated.major_mm, rel=0.03)
        assert told.minor_mm == pytest.approx(simulated.minor_mm, rel=0.03)

    def test_what_a_framing_square_sets_is_known_better_once_all_of_it_was_pulled(self) -> None:
        """From B: turn and go to C, turn and go to D; each turn swings all beyond it.  A round has pulls to spare."""
        x, y, facing = self.tape(9000.0), np.zeros(MANY), np.zeros(MANY)
        for length, turn in ((3600.0, 90), (3000.0, 90)):
            facing = facing + math.radians(turn) + self.rng.normal(0, SQUARE_SIGMA, MANY)
            gone = self.tape(length)
            x, y = x + gone * np.cos(facing), y + gone * np.sin(facing)
        simulated = ellipse_of(np.stack([x, y], axis=1))
        told = report(ELL, Method.FRAMING_SQUARE).ellipses["D"]

        assert 0.5 * simulated.major_mm < told.major_mm < simulated.major_mm

    def test_station_and_offset_squared_by_a_triangle(self) -> None:
        reach = ELL.corners["E"]
        triangle = largest_triangle(9000, reach.y, FOOT)
        assert triangle is not None
        a, b, c = (self.tape(mm) for mm in (triangle.first_mm, triangle.second_mm, triangle.hypotenuse_mm))
        corner = np.arccos((a**2 + b**2 - c**2) / (2 * a * b))
        offset = self.tape(reach.y)
        x = offset * np.cos(corner) + self.rng.normal(0, RULE_SIGMA, MANY)
        if reach.x:
            x = x + self.tape(reach.x)
        simulated = ellipse_of(np.stack([x, offset * np.sin(corner)], axis=1))
        told = report(ELL, Method.STATION_OFFSET).ellipses["E"]

        assert told.major_mm == pytest.approx(simulated.major_mm, rel=0.03)
        assert told.minor_mm == pytest.approx(simulated.minor_mm, rel=0.03)

    def test_a_swung_tape_and_a_diagonal(self) -> None:
        corner = STORE.corners["C"]
        width, diagonal = self.tape(corner.y), self.tape(corner.length())
        simulated = ellipse_of(np.stack([np.sqrt(diagonal**2 - width**2), width], axis=1))
        told = report(STORE, Method.SHORTEST_DISTANCE).ellipses["C"]
        assert told.major_mm == pytest.approx(simulated.major_mm, rel=0.03)

    def test_turned_on_the_plan_the_ellipses_turn_along(self) -> None:
        turned = Footprint(tuple(Point(0.6 * p.x - 0.8 * p.y, 0.8 * p.x + 0.6 * p.y) for p in ELL.points))
        straight, aslant = (report(f, Method.COMPUTED_DIAGONAL).ellipses["E"] for f in (ELL, turned))
        assert aslant.major_mm == pytest.approx(straight.major_mm)
        turn = (aslant.angle_rad - straight.angle_rad - math.atan2(0.8, 0.6)) / math.pi
        assert turn == pytest.approx(round(turn), abs=1e-9)


class TestByNumpy:
    """Every method's ellipses against dense least squares in numpy, derivatives by differences of plain geometry."""

    @pytest.mark.parametrize("shape", [STORE, ELL, ring(7), ring(25)], ids=["store", "ell", "seven", "25"])
    @pytest.mark.parametrize("method", Method)
    def test_every_corner(self, method: Method, shape: Footprint) -> None:
        base = baseline(shape)
        if WAYS[method].why_not(base):
            pytest.skip("it does not do this shape")
        asked = asked_by(WAYS[method], base)
        told = report(shape, method).ellipses
        by_hand = self.ellipses(asked, base.places, shape)
        for name in shape.names:
            assert told[name].major_mm == pytest.approx(by_hand[name].major_mm, rel=1e-4, abs=1e-3)
            assert told[name].minor_mm == pytest.approx(by_hand[name].minor_mm, rel=1e-4, abs=1e-3)

    def ellipses(self, asked: list[Asked], places: dict[str, Point], shape: Footprint) -> dict[str, Ellipse]:
        ends = {side.name: (side.start, side.end) for side in shape.sides}
        nails = {name for one in asked for name in (one.start, one.end) if "@" in name}
        names = [*shape.names, *sorted(nails)]
        at = {name: np.array([places[name].x, places[name].y]) for name in names}
        free = [(name, axis) for name in names for axis in (0, 1) if (name, axis) not in (("A", 0), ("A", 1), ("B", 1))]
        rows = [(self.measure(one, ends), self.sigma(one, ends, at)) for one in asked]
        rows += [(partial(self.beside, name, ends[name.split("@")[0]]), INCH / 32) for name in nails]
        marks = [one.end for one in asked if one.kind is PullKind.ALONG]
        rows += [(partial(self.beside, name, ends["AB"]), INCH / 32) for name in marks]
        design = np.array([[self.slope(value, at, *unknown) for unknown in free] for value, _ in rows])
        errors = np.diag([sigma**2 for _, sigma in rows])
        errors[: len(asked), : len(asked)] += self.shared(asked, ends, at)
        covariance = np.linalg.inv(design.T @ np.linalg.solve(errors, design))
        found = {}
        for name in shape.names:
            block = np.zeros((2, 2))
            for i, j in np.ndindex(2, 2):
                if (name, i) in free and (name, j) in free:
                    block[i, j] = covariance[free.index((name, i)), free.index((name, j))]
            found[name] = ellipse_from(block)
        return found

    def measure(self, one: Asked, ends: dict[str, tuple[str, str]]) -> Callable[[dict[str, np.ndarray]], float]:
        def value(p: dict[str, np.ndarray]) -> float:
            if one.kind is PullKind.POINTS:
                return float(np.hypot(*(p[one.end] - p[one.start])))
            if one.kind is PullKind.TO_LINE:
                return self.off(p, one.start, *ends[one.end])
            if one.kind is PullKind.TRIANGLE:
                back = next(name for name in ends[one.line] if name != one.start)
                on = next(name for name in ends[one.end] if name != one.start)
                marks = [self.toward(p, one.start, far) * leg for far, leg in zip((back, on), one.legs_mm, strict=True)]
                return float(np.hypot(*(marks[0] - marks[1])))
            first, second = ends[one.line] if one.start == ends[one.line][0] else ends[one.line][::-1]
            return float((p[one.end] - p[first]) @ self.toward(p, first, second))

        return value

    def sigma(self, one: Asked, ends: dict[str, tuple[str, str]], at: dict[str, np.ndarray]) -> float:
        if one.kind is PullKind.SQUARE:
            off = abs(self.off(at, one.end, *ends[one.line]))
            turn = self.laser(one, ends, at)
            if one.instrument is Instrument.THREE_FOUR_FIVE:
                triangle = largest_triangle(float(np.hypot(*(at["B"] - at["A"]))), off, FOOT)
                turn = triangle.sigma_rad(TAPE) if triangle else SQUARE_SIGMA
            walked = TAPE.sigma_mm(abs(one.station_mm)) if one.station_mm else 0.0
            return math.sqrt(RULE_SIGMA**2 + (turn * off) ** 2 + walked**2)
        if one.kind is PullKind.TRIANGLE:
            a, b = one.legs_mm
            if one.instrument is Instrument.FRAMING_SQUARE:
                return SQUARE_SIGMA * a * b / one.length_mm
            parts = (one.length_mm * TAPE.sigma_mm(one.length_mm), a * TAPE.sigma_mm(a), b * TAPE.sigma_mm(b))
            return math.hypot(*parts) / one.length_mm
        return TAPE.sigma_mm(one.length_mm)

    def laser(self, one: Asked, ends: dict[str, tuple[str, str]], at: dict[str, np.ndarray]) -> float:
        """Its own angle, and a mark at the end of the string hit to a sixteenth."""
        one_end, other_end = ends[one.line]
        return math.hypot(LASER_SIGMA, INCH / 32 / float(np.hypot(*(at[one_end] - at[other_end]))))

    def shared(self, asked: list[Asked], ends: dict[str, tuple[str, str]], at: dict[str, np.ndarray]) -> np.ndarray:
        """Covariance of marks from one setup of a laser: its angle times both offsets."""
        found = np.zeros((len(asked), len(asked)))
        for i, one in enumerate(asked):
            for j, other in enumerate(asked):
                both = {one.instrument, other.instrument} == {Instrument.SQUARE_LASER}
                if i != j and both and one.start == other.start:
                    offs = [self.off(at, each.end, *ends[each.line]) for each in (one, other)]
                    found[i, j] = self.laser(one, ends, at) ** 2 * offs[0] * offs[1]
        return found

    def slope(
        self, value: Callable[[dict[str, np.ndarray]], float], at: dict[str, np.ndarray], name: str, axis: int
    ) -> float:
        step, ways = np.zeros(2), []
        step[axis] = 0.5
        for sign in (1, -1):
            ways.append(value({**at, name: at[name] + sign * step}))
        return ways[0] - ways[1]

    def beside(self, name: str, line: tuple[str, str], p: dict[str, np.ndarray]) -> float:
        return self.off(p, name, *line)

    def toward(self, p: dict[str, np.ndarray], start: str, end: str) -> np.ndarray:
        away = p[end] - p[start]
        return np.asarray(away / np.hypot(*away))

    def off(self, p: dict[str, np.ndarray], name: str, start: str, end: str) -> float:
        along, away = self.toward(p, start, end), p[name] - p[start]
        return float(along[0] * away[1] - along[1] * away[0])


class TestTable:
    def test_pulls_of_a_rectangle_are_those_of_its_call_sheet(self) -> None:
        found = compare_methods(baseline(STORE), 3.175)
        pulls = {one.method: one.pulls for one in found.reports}
        assert pulls[Method.EQUAL_DIAGONALS] == 6
        assert pulls[Method.COMPUTED_DIAGONAL] == 5
        assert pulls[Method.TIES] == 7  # both nails to their own ends, the baseline, two to C and to D
        assert pulls[Method.FRAMING_SQUARE] == 8  # four sides, four corners
        assert pulls[Method.THREE_FOUR_FIVE] == 8
        assert pulls[Method.STATION_OFFSET] == 5
        assert pulls[Method.SQUARE_LASER] == 7  # C shot again from A
        assert all(len(asked_by(WAYS[method], baseline(STORE))) == count for method, count in pulls.items())

    def test_the_longest_pull_is_the_diagonal(self) -> None:
        assert report(STORE, Method.COMPUTED_DIAGONAL).longest_mm == pytest.approx(622.643 * INCH, abs=0.02)

    def test_a_crooked_shape_is_told_what_cannot_do_it(self) -> None:
        kite = Footprint((Point(0, 0), Point(9000, 0), Point(11_000, 5000), Point(2000, 7000)))
        not_for = {one.method for one in compare_methods(baseline(kite), 3).not_for}
        assert not_for == {
            Method.EQUAL_DIAGONALS,
            Method.THREE_FOUR_FIVE,
            Method.EQUAL_LEGS,
            Method.FRAMING_SQUARE,
            Method.SHORTEST_DISTANCE,
        }

    def test_a_corner_on_the_baseline_is_a_mark_on_its_string(self) -> None:
        """Tapes from A and B along the string would not say how far beside it D stands."""
        straight = Footprint((Point(0, 0), Point(6000, 0), Point(6000, 5000), Point(-2000, 5000), Point(-2000, 0)))
        for method in (Method.COMPUTED_DIAGONAL, Method.STATION_OFFSET, Method.SQUARE_LASER, Method.TIES):
            asked = asked_by(WAYS[method], baseline(straight))
            assert [one.kind for one in asked if one.end == "E"] == [PullKind.ALONG]
            assert report(straight, method).ellipses["E"].minor_mm == pytest.approx(2.448 * INCH / 32, rel=0.5)

    def test_a_method_whose_pulls_do_not_hold_a_shape_says_so(self) -> None:
        """A wall in four straight pieces: E, in its middle, stands between two tapes in one line."""
        walls = [Point(0, 0), Point(9000, 0), Point(9000, 6000), *(Point(x, 6000) for x in (7000, 5000, 2000, 0))]
        found = compare_methods(baseline(Footprint(tuple(walls))), 3)
        assert {one.method: one.why for one in found.not_for}[Method.THREE_FOUR_FIVE] == (
            "its pulls alone do not hold E"
        )
        assert found.report(Method.STATION_OFFSET) is not None

    def test_tapes_that_cross_poorly_are_named(self) -> None:
        flat = Footprint((Point(0, 0), Point(9000, 0), Point(9000, 700), Point(4500, 800), Point(0, 700)))
        assert "D" in report(flat, Method.COMPUTED_DIAGONAL).poor

    def test_one_person_is_not_sent_to_cross_two_tapes(self) -> None:
        best = compare_methods(baseline(ELL), 6.0, crew=1).best
        assert best not in (Method.COMPUTED_DIAGONAL, Method.TIES)

    def test_a_laser_is_recommended_only_where_there_is_one(self) -> None:
        assert compare_methods(baseline(STORE), 0.1).best is not Method.SQUARE_LASER
        assert compare_methods(baseline(STORE, has_laser=True), 0.1).best is Method.SQUARE_LASER

    def test_within_tolerance_the_fewest_pulls_win(self) -> None:
        """At half an inch two tapes do it in 5 pulls, as station and offset would; others take more."""
        assert compare_methods(baseline(STORE), INCH / 2).best is Method.COMPUTED_DIAGONAL

    def test_a_fence_with_a_bend_has_methods_too(self) -> None:
        fence = run_of([Leg(12_000), Leg(6000, 45)])
        assert {one.method for one in compare_methods(baseline(fence), 25).reports} == {
            Method.COMPUTED_DIAGONAL,
            Method.SQUARE_LASER,
            Method.STATION_OFFSET,
            Method.TIES,
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

    @pytest.mark.parametrize("method", list(Method))
    def test_every_method_sets_every_corner_once_it_can(self, method: Method) -> None:
        steps = steps_for(WAYS[method], baseline(STORE))
        assert {step.corner for step in steps} >= {"B", "C", "D"}
        assert steps[0].tapes[0].length_mm == pytest.approx(44 * FOOT)
