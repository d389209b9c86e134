"""The simulated yard: instruments err as they claim, all hangs on the seed, crews come to what they say."""

import math
from random import Random
from statistics import fmean, pstdev

import pytest

from anvilhead.core.adjust.hold import Hold, HoldKind
from anvilhead.core.boards.batter_board import BoardLayout
from anvilhead.core.check.set_out import SetOut
from anvilhead.core.geometry.footprint import rectangle
from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.call_sheet import calls_for
from anvilhead.core.measure.instrument import LASER_RAD, Instrument
from anvilhead.core.measure.tape import Pull, PullKind
from anvilhead.core.moves.moves import Hands
from anvilhead.core.units.units import FOOT_MM, SIXTEENTH_MM
from anvilhead.core.world.expected import Expected, Yard, one_run
from anvilhead.core.world.length_stand_ins import LengthStandIn
from anvilhead.core.world.real_lines import RealLines, put_up_by_eye
from tests.slip_trials import ELL, STORE

READINGS = 10_000


def as_planned(set_out: SetOut, seed: int = 1, misreads: float = 0.0) -> LengthStandIn:
    return LengthStandIn(RealLines(set_out, set_out.footprint.corners), Random(seed), misreads)


def errors_of(stand_in: LengthStandIn, pull: Pull, true_mm: float, readings: int = READINGS) -> list[float]:
    found = []
    for _ in range(readings):
        stand_in.begin_round()
        found.append(stand_in.read(pull).reading_mm - pull.burn_mm - pull.offset_mm - true_mm)
    return found


def is_unbiased(errors: list[float], sigma: float) -> None:
    """The mean within four of its own deviations, the spread within four of its own."""
    assert abs(fmean(errors)) < 4 * sigma / math.sqrt(len(errors))
    assert pstdev(errors) == pytest.approx(sigma, rel=4 / math.sqrt(2 * len(errors)))


class TestLengths:
    def test_a_steel_tape_errs_as_it_claims(self) -> None:
        """± a sixteenth and one in ten thousand, 95 in 100, and the rounding to a mark on top of it."""
        length = math.hypot(44, 27.5) * FOOT_MM
        errors = errors_of(
            as_planned(SetOut(STORE, BoardLayout(0))), Pull("A", "C", 2 * FOOT_MM, burn_mm=FOOT_MM), length
        )
        limit = SIXTEENTH_MM + length / 10_000
        is_unbiased(errors, math.hypot(limit / 2, SIXTEENTH_MM / math.sqrt(12)))

    def test_it_is_read_to_a_mark(self) -> None:
        reading = as_planned(SetOut(ELL, BoardLayout(0))).read(Pull("A", "C", 2 * FOOT_MM, burn_mm=FOOT_MM)).reading_mm
        assert reading / SIXTEENTH_MM == pytest.approx(round(reading / SIXTEENTH_MM))

    def test_a_laser_meter_errs_as_it_claims(self) -> None:
        pull = Pull("A", "B", 1.0, instrument=Instrument.LASER_METER)
        errors = errors_of(as_planned(SetOut(STORE, BoardLayout(0))), pull, 44 * FOOT_MM)
        is_unbiased(errors, math.hypot(SIXTEENTH_MM / 2, 1 / math.sqrt(12)))

    @pytest.mark.trials
    def test_a_thrown_right_angle_errs_by_its_turn_over_the_offset_and_the_rule(self) -> None:
        """D is seen from A along AB: 27 1/2 ft off, the laser an eighth in fifty feet and aimed over 44 ft."""
        pull = Pull("A", "D", 1.0, kind=PullKind.SQUARE, line="AB", instrument=Instrument.SQUARE_LASER)
        errors = errors_of(as_planned(SetOut(STORE, BoardLayout(0))), pull, 0.0)
        turn = math.hypot(LASER_RAD / 2, SIXTEENTH_MM / 2 / (44 * FOOT_MM))
        rule = math.hypot(SIXTEENTH_MM / 2, SIXTEENTH_MM / math.sqrt(12))
        is_unbiased(errors, math.hypot(turn * 27.5 * FOOT_MM, rule))

    def test_marks_of_one_setup_err_together(self) -> None:
        """Two marks as far off on one side share the turn; on the other side of the string it goes the other way."""
        set_out = SetOut(rectangle(12_000, 40_000), BoardLayout(0))
        stand_in = as_planned(set_out)
        pull = Pull("A", "D", 1.0, kind=PullKind.SQUARE, line="AB", instrument=Instrument.SQUARE_LASER)
        twice = []
        for _ in range(2000):
            stand_in.begin_round()
            twice.append((stand_in.read(pull).reading_mm, stand_in.read(pull).reading_mm))
        rule = math.hypot(SIXTEENTH_MM / 2, SIXTEENTH_MM / math.sqrt(12))
        assert pstdev(a - b for a, b in twice) == pytest.approx(rule * math.sqrt(2), rel=0.07)
        assert pstdev(a for a, _ in twice) > 2 * rule

    def test_so_many_readings_go_wrong_as_it_is_told(self) -> None:
        pull = Pull("A", "B", 1.0)
        errors = errors_of(as_planned(SetOut(STORE, BoardLayout(0)), misreads=0.05), pull, 44 * FOOT_MM)
        # a 6 for a 9 in the sixteenths cannot be told from a careful reading; all else is more than 4 mm
        gross = sum(abs(error) > 4.5 for error in errors)
        assert 0.035 < gross / READINGS < 0.056


class TestLines:
    @pytest.mark.parametrize("cut", [None, SIXTEENTH_MM])
    def test_what_is_held_stands_as_it_should(self, cut: float | None) -> None:
        set_out = SetOut(STORE, BoardLayout(1200), hands=Hands.FORMS if cut else Hands.NAILS, cut_within_mm=cut)
        off = []
        for seed in range(200):
            at = put_up_by_eye(set_out, Random(seed)).corners
            assert at["A"].distance_to(Point(0, 0)) < 0.01
            assert abs(at["B"].y) < 0.01
            off.append(at["C"].distance_to(STORE.corners["C"]))
            if cut:  # forms are as cut: they rack, their sides stay
                assert at["B"].distance_to(at["C"]) == pytest.approx(27.5 * FOOT_MM, abs=3 * cut)
        assert 10 < fmean(off) < 60

    def test_a_nail_moves_to_a_mark(self) -> None:
        lines = RealLines(SetOut(STORE, BoardLayout(0)), STORE.corners)
        lines.move(next(board for board in lines.set_out.boards if board.name == "CD@C"), 1.4 * SIXTEENTH_MM)
        assert lines.corners["C"].y == pytest.approx(STORE.corners["C"].y - SIXTEENTH_MM)


def yard(set_out: SetOut, **more: float) -> Yard:
    return Yard(set_out, [Pull(c.start, c.end, c.length_mm) for c in calls_for(set_out.footprint, 0)], **more)  # type: ignore[arg-type]


class TestRuns:
    def test_the_same_seed_gives_the_same_and_another_another(self) -> None:
        store = yard(SetOut(STORE, BoardLayout(1200)), misreads=0.02)
        assert one_run(store, "5 store 1") == one_run(store, "5 store 1")
        assert one_run(store, "5 store 1") != one_run(store, "5 store 2")

    @pytest.mark.trials
    def test_a_crew_ends_where_it_may_say_so(self) -> None:
        """Square: the estimate lies within; tapes know an ell's corners to about the eighth that is allowed."""
        found = Expected([one_run(yard(SetOut(ELL, BoardLayout(1200))), f"ell {seed}") for seed in range(60)])
        assert found.gave_up == 0
        assert 2 <= found.mean(lambda run: run.rounds) <= 4
        assert found.mean(lambda run: run.worst_mm <= 1.5 * 25.4 / 8) > 0.9
        assert all(run.pulls >= 15 * run.rounds for run in found.runs)
        assert found.mean(lambda run: max(off.length() for off in run.off.values()) - run.worst_mm) == 0

    @pytest.mark.trials
    def test_slips_cost_pulls_and_are_caught(self) -> None:
        ell = SetOut(ELL, BoardLayout(1200))
        careful = Expected([one_run(yard(ell), f"s {seed}") for seed in range(30)])
        hasty = Expected([one_run(yard(ell, misreads=0.03), f"s {seed}") for seed in range(30)])
        assert hasty.mean(lambda run: run.pulls / run.rounds) > careful.mean(lambda run: run.pulls / run.rounds)
        assert hasty.below(lambda run: run.worst_mm, 0.9) < 25.4 / 4

    def test_the_best_fit_is_judged_as_a_shape(self) -> None:
        """Nothing is held: where the whole lies does not matter."""
        free = SetOut(ELL, BoardLayout(1200), hold=Hold(HoldKind.BEST_FIT, ()))
        found = Expected([one_run(yard(free), f"free {seed}") for seed in range(12)])
        assert found.below(lambda run: run.worst_mm) < 25.4 / 4


def test_what_most_stay_below_is_the_rank() -> None:
    class Run:
        def __init__(self, worst: float) -> None:
            self.worst_mm = worst

    found = Expected([Run(float(n)) for n in range(101)])  # type: ignore[misc]
    assert found.below(lambda run: run.worst_mm) == 95
    assert found.below(lambda run: run.worst_mm, 0.5) == 50
    assert Expected([Run(3.0)]).below(lambda run: run.worst_mm) == 3  # type: ignore[list-item]
