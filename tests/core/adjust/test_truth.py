"""Squaring against simulated sites whose truth is known: every held line, every shape, noise, rough stakes, moves."""

import math
import random
from itertools import combinations
from statistics import mean

import numpy as np
import pytest

from anvilhead.core.adjust.hold import Hold, HoldKind
from anvilhead.core.boards.batter_board import BoardLayout
from anvilhead.core.check.set_out import SetOut
from anvilhead.core.check.squaring import SquareCheck, Verdict, check_square
from anvilhead.core.check.traps import TrapKind
from anvilhead.core.geometry.footprint import Footprint, rectangle
from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.tape import Pull, PullKind
from tests.crews import Site, coached, plain_way, rectangle_site
from tests.shapes import ring
from tests.sites import RECTANGLE_PAIRS, pulled
from tests.slip_trials import CLIPPED, ELL, STORE, outline

TRIANGLE = outline((0, 0), (12_000, 0), (4000, 7000))
COMB = outline(
    (0, 0), (24_000, 0), (24_000, 9000), (20_000, 9000), (20_000, 6000), (16_000, 6000),
    (16_000, 9000), (10_000, 9000), (10_000, 6000), (6000, 6000), (6000, 9000), (0, 9000),
)  # fmt: skip


SHAPES = {"triangle": TRIANGLE, "rectangle": STORE, "ell": ELL, "clipped": CLIPPED, "comb": COMB, "forty": ring(40)}


def worth_pulling(shape: Footprint) -> list[tuple[str, str]]:
    """Every pair of a small shape; of a large one sides, second and far neighbours, which hold it as well."""
    if len(shape.names) <= 12:
        return list(combinations(shape.names, 2))
    count = len(shape.names)
    return [(shape.names[i], shape.names[(i + step) % count]) for step in (1, 2, 7, 13) for i in range(count)]


def shaken(shape: Footprint, noise: random.Random, by_mm: float) -> dict[str, Point]:
    """Real corners, all of them off."""
    return {name: Point(p.x + noise.gauss(0, by_mm), p.y + noise.gauss(0, by_mm)) for name, p in shape.corners.items()}


def laid_by_hand(hold: Hold, shape: Footprint, truth: dict[str, Point]) -> dict[str, Point]:
    """The truth turned and shifted to where the hold says, by numpy."""
    real = np.array([(p.x, p.y) for p in truth.values()])
    plan = np.array([(p.x, p.y) for p in shape.points])
    index = {name: i for i, name in enumerate(shape.names)}
    if hold.kind is HoldKind.BEST_FIT:  # Kabsch: the rotation from the singular vectors of the cross covariance
        a, b = real - real.mean(0), plan - plan.mean(0)
        u, _, vt = np.linalg.svd(a.T @ b)
        rotation = vt.T @ np.diag([1, np.sign(np.linalg.det(vt.T @ u.T))]) @ u.T
        moved = a @ rotation.T + plan.mean(0)
    else:
        start, end = (index[name] for name in hold.names[-2:])
        turn = np.angle(complex(*(plan[end] - plan[start])) / complex(*(real[end] - real[start])))
        rotation = np.array([[np.cos(turn), -np.sin(turn)], [np.sin(turn), np.cos(turn)]])
        pivot = index[hold.names[0]]
        moved = (real - real[pivot]) @ rotation.T + plan[pivot]
    return {name: Point(*moved[i]) for name, i in index.items()}


def holds_of(shape: Footprint, noise: random.Random) -> list[Hold]:
    side = noise.choice(shape.sides)
    line = (side.start, side.end) if noise.random() < 0.5 else (side.end, side.start)
    return [
        Hold(HoldKind.LINE, line),
        Hold(HoldKind.POINT, (noise.choice(shape.names), *line)),
        Hold(HoldKind.BEST_FIT, ()),
    ]


@pytest.mark.trials
@pytest.mark.parametrize("shape", SHAPES.values(), ids=SHAPES)
@pytest.mark.parametrize("seed", range(3))
def test_exact_pulls_give_the_truth_whatever_is_held(shape: Footprint, seed: int) -> None:
    noise = random.Random(seed)
    truth = shaken(shape, noise, 25)
    pulls = pulled(truth, worth_pulling(shape))

    for hold in holds_of(shape, noise):
        check = check_square(SetOut(shape, BoardLayout(1200), hold=hold), pulls)
        expected = laid_by_hand(hold, shape, truth)
        assert max(check.laid.corners[name].distance_to(expected[name]) for name in shape.names) < 0.01


def test_the_best_fit_of_a_shape_that_can_still_move_is_no_error() -> None:
    set_out = SetOut(STORE, BoardLayout(1200), hold=Hold(HoldKind.BEST_FIT, ()))
    assert check_square(set_out, pulled(STORE.corners, [("C", "D")])).verdict is Verdict.NEEDS_PULLS


def test_two_points_held_keep_their_distance_whatever_the_tape_says_of_it() -> None:
    truth = {"A": Point(0, 0), "B": Point(13_420, 0), "C": Point(13_425, 8380), "D": Point(3, 8385)}
    hold = Hold(HoldKind.POINTS, ("A", "B"))
    pulls = pulled(truth, [("B", "C"), ("C", "D"), ("D", "A"), ("A", "C"), ("B", "D")])
    check = check_square(SetOut(STORE, BoardLayout(1200), hold=hold), pulls)

    assert check.laid.corners["B"] == STORE.corners["B"]
    assert check.fit.redundancy == 1


def shape_and_hold() -> list[tuple[Footprint, Hold]]:
    return [
        (STORE, Hold()),
        (STORE, Hold(HoldKind.BEST_FIT, ())),
        (STORE, Hold(HoldKind.POINT, ("C", "A", "B"))),
        (ELL, Hold(HoldKind.LINE, ("D", "C"))),
        (CLIPPED, Hold(HoldKind.BEST_FIT, ())),
    ]


@pytest.mark.trials
@pytest.mark.parametrize(("shape", "hold"), shape_and_hold(), ids=lambda one: getattr(one, "kind", None))
def test_ellipses_hold_the_truth_as_often_as_they_say(shape: Footprint, hold: Hold) -> None:
    """Off over its own covariance is a chi-square of two: each corner inside 95 in 100, and right on the whole."""
    noise = random.Random(11)
    set_out = SetOut(shape, BoardLayout(1200), tolerance_mm=3, hold=hold)
    sites, inside, tried, squares = 150, 0, 0, 0.0
    for _ in range(sites):
        truth = shaken(shape, noise, 10)
        pulls = [
            Pull(a, b, length + noise.gauss(0, set_out.tape.sigma_mm(length)))
            for a, b in combinations(shape.names, 2)
            for length in [truth[a].distance_to(truth[b])]
        ]
        laid = check_square(set_out, pulls).laid
        expected = laid_by_hand(hold, shape, truth)
        for name in shape.names:
            ellipse = laid.ellipses[name]
            if ellipse is None or ellipse.minor_mm < 0.5:  # a held point has no room, one on a held line only a length
                continue
            off = expected[name] - laid.corners[name]
            axis = Point(math.cos(ellipse.angle_rad), math.sin(ellipse.angle_rad))
            away = (off.dot(axis) / ellipse.major_mm) ** 2 + (axis.cross(off) / ellipse.minor_mm) ** 2
            tried += 1
            inside += away <= 1
            squares += away * 5.991
    # corners of one site hang together, so the spread is that of the sites: 4 standard deviations of 150
    assert inside / tried == pytest.approx(0.95, abs=4 * math.sqrt(0.95 * 0.05 / sites))
    assert squares / tried == pytest.approx(2, abs=4 * 2 / math.sqrt(sites))


@pytest.mark.parametrize("shape", [STORE, ELL, CLIPPED, COMB], ids=["rectangle", "ell", "clipped", "comb"])
@pytest.mark.parametrize("setback_mm", [300, 1200, 6000])
def test_one_round_of_the_fewest_moves_brings_every_real_corner_in(shape: Footprint, setback_mm: float) -> None:
    noise = random.Random(int(setback_mm))
    set_out = SetOut(shape, BoardLayout(setback_mm))
    base = shape.sides[0]
    for _ in range(3):
        truth = shaken(shape, noise, 12)
        truth[base.start], truth[base.end] = base.start_point, Point(base.end_point.x + noise.gauss(0, 12), 0)
        truth = site_of(set_out, truth).corners  # where strings that run on over several walls really cross
        order = check_square(set_out, pulled(truth, list(combinations(shape.names, 2)))).order

        assert order is not None
        real = site_of(set_out, truth)
        for move in order.moves:
            real.hang(move.board, move.inward_mm)
        assert real.worst_mm <= set_out.tolerance_mm / 2 + 0.1
        assert all(move.board.line != base.name or abs(move.inward_mm) < 1e-6 for move in order.moves)


def site_of(set_out: SetOut, truth: dict[str, Point]) -> Site:
    return Site(set_out, truth, random.Random(0))


@pytest.mark.parametrize("shape", [STORE, ELL, CLIPPED], ids=["rectangle", "ell", "clipped"])
def test_stakes_a_metre_out_are_found_and_sent_back(shape: Footprint) -> None:
    noise = random.Random(5)
    for _ in range(10):
        truth = {
            n: Point(p.x + noise.uniform(-1000, 1000), p.y + noise.uniform(-1000, 1000))
            for n, p in shape.corners.items()
        }
        check = check_square(SetOut(shape, BoardLayout(1200)), pulled(truth, list(combinations(shape.names, 2))))
        expected = laid_by_hand(Hold(), shape, truth)

        assert check.verdict is Verdict.RESTAKE
        assert max(check.laid.corners[name].distance_to(expected[name]) for name in shape.names) < 0.01


@pytest.mark.parametrize(
    ("shape", "corner", "over"),
    [(STORE, "C", ("B", "D")), (ELL, "E", ("D", "F")), (CLIPPED, "D", ("C", "E"))],
    ids=["rectangle", "ell", "clipped"],
)
def test_a_corner_staked_on_the_wrong_side_is_recognised(shape: Footprint, corner: str, over: tuple[str, str]) -> None:
    one, other = (shape.corners[name] for name in over)
    across = (other - one).unit().left()
    truth = dict(shape.corners)
    truth[corner] = truth[corner] - across * (2 * across.dot(truth[corner] - one))
    check = check_square(SetOut(shape, BoardLayout(1200)), pulled(truth, list(combinations(shape.names, 2))))

    assert check.verdict is Verdict.RESTAKE
    assert [(trap.kind, trap.points[0]) for trap in check.traps] == [(TrapKind.MIRRORED, corner)]
    assert check.laid.corners[corner].distance_to(truth[corner]) < 0.01


class TestNearlyDegenerate:
    def judged(
        self, points: list[tuple[float, float]], pairs: list[tuple[str, str]], held: tuple[str, str] = ("A", "B")
    ) -> SquareCheck:
        shape = outline(*points)
        return check_square(SetOut(shape, BoardLayout(1200), hold=Hold(names=held)), pulled(shape.corners, pairs))

    def test_a_corner_pulled_only_along_a_straight_wall_is_asked_for_again(self) -> None:
        check = self.judged(
            [(0, 0), (6000, 0), (12_000, 2), (12_000, 8000), (0, 8000)],
            [("A", "B"), ("B", "C"), ("A", "C"), ("C", "D"), ("D", "E"), ("E", "A"), ("A", "D"), ("E", "C")],
            held=("E", "D"),
        )
        assert check.verdict is Verdict.NEEDS_PULLS
        assert check.loose == ("B",)

    def test_a_sliver_of_a_triangle_says_how_little_it_knows(self) -> None:
        check = self.judged([(0, 0), (20_000, 0), (10_000, 150)], [("A", "B"), ("B", "C"), ("A", "C")])
        ellipse = check.laid.ellipses["C"]
        assert ellipse is None or ellipse.major_mm > 50

    def test_the_same_pull_ten_times_holds_nothing_more(self) -> None:
        check = self.judged([(0, 0), (8000, 0), (8000, 6000), (0, 6000)], [("A", "C")] * 10)
        assert check.verdict is Verdict.NEEDS_PULLS


OFF_PLAN = {"A": Point(0, 0), "B": Point(13_418, 0), "C": Point(13_440, 8375), "D": Point(12, 8390)}


class TestKindsOfPulls:
    """A rectangle squared without one diagonal from corner to corner."""

    def test_swung_tapes_and_a_laser_square_find_the_corners(self) -> None:
        pulls = [
            Pull("A", "B", 13_418),
            Pull("D", "AB", OFF_PLAN["D"].y, kind=PullKind.TO_LINE),
            Pull("C", "AB", OFF_PLAN["C"].y, kind=PullKind.TO_LINE),
            # the laser stands 120 mm beside the string, so D reads 120 too far along
            Pull("A", "D", 12 + 120, kind=PullKind.SQUARE, line="AB", offset_mm=120),
            # thrown back from B: C lies 22 mm beyond it
            Pull("B", "C", -22, kind=PullKind.SQUARE, line="AB"),
        ]
        check = check_square(SetOut(STORE, BoardLayout(1200)), pulls)

        assert not check.loose
        for name, point in OFF_PLAN.items():
            assert check.laid.corners[name].distance_to(point) < 0.01

    def test_triangles_of_marks_find_the_corners(self) -> None:
        def between(corner: str, one: str, other: str, legs: tuple[float, float]) -> float:
            at = OFF_PLAN
            marks = [
                at[corner] + (at[end] - at[corner]).unit() * leg for end, leg in ((one, legs[0]), (other, legs[1]))
            ]
            return marks[0].distance_to(marks[1])

        pulls = pulled(OFF_PLAN, [("A", "B"), ("B", "C"), ("D", "A")])
        pulls += [
            Pull(
                "B", "BC", between("B", "A", "C", (8000, 6000)), kind=PullKind.TRIANGLE, line="AB", legs_mm=(8000, 6000)
            ),
            Pull(
                "A", "AB", between("A", "D", "B", (6000, 8000)), kind=PullKind.TRIANGLE, line="DA", legs_mm=(6000, 8000)
            ),
        ]
        check = check_square(SetOut(STORE, BoardLayout(1200)), pulls)

        assert not check.loose
        for name, point in OFF_PLAN.items():
            assert check.laid.corners[name].distance_to(point) < 0.01


@pytest.mark.trials
def test_crews_that_go_on_need_far_fewer_rounds_and_pulls_at_no_worse_corners() -> None:
    """Every crew stops by what it can know; sixty sites, strings rough to an inch, rectangle of 44 by 27 1/2 ft."""
    sites = range(60)
    going_on = [coached(rectangle_site(STORE, seed, 25), RECTANGLE_PAIRS, goes_on=True) for seed in sites]
    by_round = [coached(rectangle_site(STORE, seed, 25), RECTANGLE_PAIRS) for seed in sites]
    plain = [plain_way(rectangle_site(STORE, seed, 25), 25.4 / 8) for seed in sites]

    assert mean(one.rounds for one in going_on) < 2.6
    assert mean(one.rounds for one in by_round) > 2.9
    assert mean(one.rounds for one in plain) > 2.9
    assert mean(one.pulls for one in going_on) < 0.7 * mean(one.pulls for one in by_round)
    assert mean(one.worst_mm for one in going_on) < 1.15 * mean(one.worst_mm for one in plain)


def test_the_simulated_strings_are_where_they_were_put() -> None:
    site = rectangle_site(rectangle(9000, 6000), 1, 40)
    assert site.corners["A"].distance_to(Point(0, 0)) < 1e-6
    assert site.worst_mm > 20
