"""What readings kept to: against rounds judged as in the yard, of crews rougher and finer than their tape."""

from itertools import combinations

import numpy as np
import pytest

from anvilhead.core.boards.batter_board import BoardLayout
from anvilhead.core.check.set_out import SetOut
from anvilhead.core.check.squaring import check_square
from anvilhead.core.geometry.footprint import Footprint
from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.tape import STEEL_TAPE, Pull, TapeClass
from anvilhead.core.trends.kept_to import KeptTo, Spare, kept_to
from anvilhead.core.units.units import INCH_MM

STORE = SetOut(Footprint(tuple(Point(x, y) for x, y in [(0, 0), (13000, 0), (13000, 8400), (0, 8400)])), BoardLayout(0))


def crew(rng: np.random.Generator, times: float, rounds: int, plan: SetOut = STORE) -> list[Spare]:
    """Rounds of a crew that is so many times as rough as its tape claims; those that disagree are pulled again."""
    found: list[Spare] = []
    while len(found) < rounds:
        at = {name: Point(p.x + rng.normal(0, 9), p.y + rng.normal(0, 9)) for name, p in plan.footprint.corners.items()}
        pulls = []
        for a, b in combinations(at, 2):
            true = at[a].distance_to(at[b])
            pulls.append(Pull(a, b, true + rng.normal(0, times * STEEL_TAPE.sigma_mm(true))))
        check = check_square(plan, pulls)
        if not check.fit.disagrees:
            found.append(Spare(check.fit.weighted_square_sum, check.fit.redundancy, 10_000.0))
    return found


@pytest.mark.trials
@pytest.mark.parametrize("times", [0.5, 1.0, 2.0])
def test_the_limits_hold_the_truth_nineteen_times_in_twenty(times: float) -> None:
    rng = np.random.default_rng(61)
    held, told = 0, 0
    for _ in range(60):
        kept = kept_to(crew(rng, times, 14))
        assert kept is not None
        assert kept.low <= kept.times <= (kept.high or np.inf)
        held += kept.low <= times <= (kept.high or np.inf)
        told += kept.is_told
    assert held >= 52  # 57 of 60 are claimed; fewer than 52 would happen to one seed in 200
    assert told <= 8 if times == 1 else told >= 15


def test_without_rounds_thrown_out_it_is_the_variance_factor() -> None:
    """Sums far below what would be thrown out: the chi-square limits of tables, but for those of a likelihood."""
    spare = [Spare(square_sum, 20, 9000.0) for square_sum in (19.0, 22.5, 17.5, 21.0, 20.0)]
    kept = kept_to(spare)
    assert kept is not None
    assert kept.high is not None
    assert (kept.rounds, kept.readings) == (5, 100)
    assert kept.times == pytest.approx(1.0, abs=0.011)
    assert kept.low == pytest.approx(np.sqrt(100 / 129.561), abs=0.02)
    assert kept.high == pytest.approx(np.sqrt(100 / 74.222), abs=0.02)


def test_rounds_judged_by_another_claim_count_by_what_they_are() -> None:
    """Rounds judged by a tape of twice the claim have sums of a quarter."""
    rng = np.random.default_rng(3)
    own = [Spare(float(rng.chisquare(4)), 4, 8000.0) for _ in range(30)]
    as_rough = [Spare(one.square_sum / 4, 4, 8000.0, claimed=2.0) for one in own]
    first, second = kept_to(own), kept_to(as_rough)
    assert first
    assert second
    assert second.times == pytest.approx(first.times, rel=0.05)


def test_too_few_readings_to_spare_say_nothing() -> None:
    assert kept_to([]) is None
    assert kept_to([Spare(1.0, 1, 5000.0)] * 9) is None
    assert kept_to([Spare(1.0, 1, 5000.0)] * 10) is not None


def test_the_length_offered_is_that_of_a_tape_which_keeps_to_as_much() -> None:
    kept = KeptTo(10, 12, times=1.6, low=1.2, high=2.4, length_mm=11_000.0)
    offered = TapeClass(constant_mm=kept.constant_mm(STEEL_TAPE, 1.6))
    assert offered.sigma_mm(11_000.0) == pytest.approx(1.6 * STEEL_TAPE.sigma_mm(11_000.0))
    assert kept.constant_mm(STEEL_TAPE, 1.0) == pytest.approx(STEEL_TAPE.constant_mm)
    assert kept.constant_mm(STEEL_TAPE, 0.1) == INCH_MM / 64  # the marks of a tape alone are more
