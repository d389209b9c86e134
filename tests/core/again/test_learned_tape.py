"""The tape learned from rounds: against one adjustment in numpy with the zero and the scale among its unknowns."""

import math
from itertools import combinations

import numpy as np
import pytest

from anvilhead.core.adjust.hold import HOLD_AB, Hold, HoldKind
from anvilhead.core.adjust.network import Named
from anvilhead.core.again.learned_tape import Learned, learned_tape
from anvilhead.core.boards.batter_board import BoardLayout
from anvilhead.core.check.set_out import SetOut
from anvilhead.core.check.squaring import SquareCheck, check_square
from anvilhead.core.geometry.footprint import Footprint
from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.tape import STEEL_TAPE, Pull
from anvilhead.core.messages.tape_words import tape_text
from anvilhead.core.units.units import Units
from tests.shapes import ring

ELL = Footprint(tuple(Point(x, y) for x, y in [(0, 0), (9000, 0), (9000, 3600), (6000, 3600), (6000, 6000), (0, 6000)]))
MONUMENTS = {"M1": Point(-3000.0, -2000.0), "M2": Point(15000.0, -2500.0)}
Round = tuple[SquareCheck, list[Pull]]


def set_out(shape: Footprint, *, known: bool) -> SetOut:
    if not known:
        return SetOut(shape, BoardLayout(1219.2), hold=HOLD_AB)
    named = Named(MONUMENTS, known={"M1": "M1", "M2": "M2"})
    return SetOut(shape, BoardLayout(1219.2), named=named, hold=Hold(HoldKind.WALL, ("M1", "M2")))


def pulled(
    rng: np.random.Generator, plan: SetOut, number: int, zero_mm: float, scale: float, burn_mm: float = 304.8
) -> Round:
    """Every pair of corners and monuments, strings rough to 8 mm, read with a tape that errs."""
    at = {name: Point(p.x + rng.normal(0, 8), p.y + rng.normal(0, 8)) for name, p in plan.footprint.corners.items()}
    at |= dict(plan.named.points)
    pulls = []
    for a, b in combinations(at, 2):
        if {a, b} != set(MONUMENTS):
            true = at[a].distance_to(at[b])
            read = true * (1 + scale) + zero_mm + rng.normal(0, STEEL_TAPE.sigma_mm(true)) + burn_mm
            pulls.append(Pull(a, b, read, burn_mm, round=number))
    return check_square(plan, pulls), pulls


def by_numpy(rounds: list[Round], *, known: bool) -> tuple[np.ndarray, np.ndarray]:
    """Zero and millimetres on ten metres, and their covariance: all rounds in one adjustment, from where each ended."""
    rows: list[dict[tuple[int, str, int], float]] = []
    values, columns = [], []
    for number, (check, pulls) in enumerate(rounds):
        at = {name: np.array([p.x, p.y]) for name, p in check.fit.corners.items()}
        for pull in pulls:
            between = at[pull.end] - at[pull.start]
            true = float(np.hypot(*between))
            sigma = STEEL_TAPE.sigma_mm(pull.length_mm)
            row = {}
            for name, sign in ((pull.end, 1), (pull.start, -1)):
                for axis in (0, 1):
                    held = name in MONUMENTS if known else (name == "A" or (name == "B" and axis == 1))
                    if not held:
                        row[number, name, axis] = sign * between[axis] / true / sigma
            rows.append(row)
            values.append((pull.length_mm - true) / sigma)
            columns.append((1 / sigma, pull.length_mm / 10_000 / sigma))
    unknowns = sorted({key for row in rows for key in row})
    design = np.zeros((len(rows), len(unknowns) + 2))
    for i, row in enumerate(rows):
        for key, slope in row.items():
            design[i, unknowns.index(key)] = slope
        design[i, -2:] = columns[i]
    if not known:
        design = design[:, :-1]
    normal = design.T @ design
    found = np.linalg.solve(normal, design.T @ np.array(values))
    tail = 2 if known else 1
    return found[-tail:], np.linalg.inv(normal)[-tail:, -tail:]


@pytest.mark.parametrize("shape", [ELL, ring(5)], ids=["ell", "ring"])
@pytest.mark.parametrize("known", [False, True])
@pytest.mark.parametrize("count", [1, 3])
def test_zero_and_scale_are_those_of_one_adjustment(shape: Footprint, known: bool, count: int) -> None:
    rng = np.random.default_rng(count)
    plan = set_out(shape, known=known)
    rounds = [pulled(rng, plan, number, 1.6, 1e-4 if known else 0.0) for number in range(1, count + 1)]
    found = learned_tape(rounds)
    by_hand, covariance = by_numpy(rounds, known=known)
    assert found is not None
    assert found.zero is not None
    assert found.zero.more_mm == pytest.approx(by_hand[0], rel=0.01, abs=0.01)
    assert found.zero.doubt_mm == pytest.approx(1.95996 * math.sqrt(covariance[0, 0]), rel=0.01)
    assert (found.scale is not None) == known
    if found.scale:
        assert found.scale.more_mm == pytest.approx(by_hand[1], rel=0.01, abs=0.01)
        assert found.scale.doubt_mm == pytest.approx(1.95996 * math.sqrt(covariance[1, 1]), rel=0.01)


@pytest.mark.trials
def test_a_bent_hook_is_told_and_a_true_tape_hardly_ever() -> None:
    """An ell's round knows a zero to 2.2 mm, three rounds to 1.3: 3 mm is then 4.6 standard deviations."""
    rng, plan = np.random.default_rng(8), set_out(ELL, known=False)
    told = {0.0: 0, 3.0: 0}
    for zero_mm in told:
        for _ in range(60):
            found = learned_tape([pulled(rng, plan, number, zero_mm, 0.0) for number in (1, 2, 3)])
            told[zero_mm] += bool(found and found.zero and found.zero.is_told)
    assert told[0.0] <= 3
    assert told[3.0] >= 54


def test_only_pulls_started_alike_are_looked_at() -> None:
    rng, plan = np.random.default_rng(3), set_out(ELL, known=False)
    hooked, burned = pulled(rng, plan, 1, 3.0, 0.0, burn_mm=0.0), pulled(rng, plan, 2, 0.0, 0.0)
    found = learned_tape([hooked, burned])
    assert found is not None
    assert (found.rounds, found.pulls, found.burn_mm) == (1, 15, 304.8)


def test_a_round_without_a_pull_to_spare_says_nothing() -> None:
    plan = set_out(ELL, known=False)
    pulls = [Pull("A", "B", 9000.0), Pull("A", "C", 9693.3), Pull("B", "C", 3600.0)]
    assert learned_tape([(check_square(plan, pulls), pulls)]) is None


def test_what_it_says() -> None:
    rng, plan = np.random.default_rng(5), set_out(ELL, known=True)
    found = learned_tape([pulled(rng, plan, number, 4.0, 4e-4) for number in range(1, 5)])
    assert found is not None
    said = tape_text(found, Units.M)
    assert said.startswith("By 108 pulls of 4 rounds: the tape reads 4 mm more than it should on every pull")
    assert "in 10 m" in said
    assert "°C colder than it was made for" in said  # 4e-4 / 11.6e-6 = 34 K
    assert not Learned(0.3, 0.1).is_told  # sure, and not worth a word
