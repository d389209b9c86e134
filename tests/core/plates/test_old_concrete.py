"""Plates over old concrete: the least worst overhang, held against shifts and turns tried at random."""

import math
import random
from itertools import combinations

import numpy as np
import pytest

from anvilhead.core.geometry.footprint import rectangle
from anvilhead.core.geometry.point import Point
from anvilhead.core.plates.old_concrete import EdgeFound, lay_over
from anvilhead.core.plates.small_program import least

PAD = rectangle(9000, 6000)


def test_a_program_worked_by_hand() -> None:
    # least x + y with x >= 1, y >= 2, x + y >= 4: 4, anywhere on that line
    found = least((1.0, 1.0), [((-1.0, 0.0), -1.0), ((0.0, -1.0), -2.0), ((-1.0, -1.0), -4.0)], 100)
    assert found is not None
    assert sum(found) == pytest.approx(4)
    assert least((1.0, 1.0), [((1.0, 0.0), -1.0), ((-1.0, 0.0), -1.0)], 100) is None


@pytest.mark.trials
def test_programs_against_every_corner_of_the_limits() -> None:
    # the best lies where as many limits hold just so as there are unknowns: all such corners are tried
    rng = random.Random(44)
    for _ in range(300):
        size = rng.choice((2, 3))
        rows = [(tuple(rng.gauss(0, 1) for _ in range(size)), rng.uniform(0.2, 5)) for _ in range(rng.randint(3, 9))]
        weights = [rng.gauss(0, 1) for _ in range(size)]
        found = least(weights, rows, 10)
        assert found is not None  # nothing at all keeps every limit
        box = [(tuple(s if i == at else 0.0 for i in range(size)), 10.0) for at in range(size) for s in (1.0, -1.0)]
        a = np.array([row for row, _ in rows + box])
        b = np.array([most for _, most in rows + box])
        best = math.inf
        for pick in combinations(range(len(b)), size):
            try:
                corner = np.linalg.solve(a[list(pick)], b[list(pick)])
            except np.linalg.LinAlgError:
                continue
            if np.all(a @ corner <= b + 1e-7):
                best = min(best, float(np.dot(weights, corner)))
        assert float(np.dot(weights, found)) == pytest.approx(best, abs=1e-6)
        assert np.all(a @ np.array(found) <= b + 1e-6)


def test_concrete_as_planned_needs_no_shift() -> None:
    found = lay_over(PAD, -12, [EdgeFound(line, at, 0) for line in ("AB", "BC", "CD", "DA") for at in (0, 3000)], None)
    assert found is not None
    assert (found.shift.x, found.shift.y, found.turn_rad) == pytest.approx((0, 0, 0), abs=1e-9)
    assert found.worst_mm == pytest.approx(-12, abs=2e-3)
    assert set(np.round(found.insets_mm, 2)) == {12}


def test_a_slab_poured_beside_its_place_takes_the_plates_along() -> None:
    # all of it 20 east and 10 south: AB's edge lies 10 out, BC's 20 out, CD's 10 in, DA's 20 in
    off = {"AB": 10, "BC": 20, "CD": -10, "DA": -20}
    found = lay_over(PAD, 0, [EdgeFound(line, at, out) for line, out in off.items() for at in (0, 2000, 4000)], None)
    assert found is not None
    assert (found.shift.x, found.shift.y, found.turn_rad) == pytest.approx((20, -10, 0), abs=2e-3)
    assert found.worst_mm == pytest.approx(0, abs=2e-3)


def test_a_slab_too_narrow_overhangs_alike_on_both_sides() -> None:
    # 16 too narrow across: 8 over on each side is the least there is
    found = lay_over(PAD, 0, [EdgeFound("AB", 0, 0), EdgeFound("AB", 9000, 0), EdgeFound("CD", 0, -16),
                              EdgeFound("CD", 9000, -16)], None)  # fmt: skip
    assert found is not None
    assert found.worst_mm == pytest.approx(8, abs=2e-3)


@pytest.mark.trials
def test_no_shift_or_turn_tried_at_random_does_better() -> None:
    rng = random.Random(81)
    middle = Point(4500, 3000)
    for _ in range(60):
        edges = [
            EdgeFound(side.name, rng.uniform(0, side.length_mm), rng.gauss(0, 9))
            for side in PAD.sides
            for _ in range(4)
        ]
        limit = rng.choice((None, 25.0))
        found = lay_over(PAD, -5, edges, limit)
        if found is None:
            continue

        def overs(x: float, y: float, turn: float, edges: list[EdgeFound] = edges) -> list[float]:
            # the plate's face as a line of its own, shifted and turned in full, met square from the edge
            told = []
            for edge in edges:
                side = PAD.sides_by_name[edge.line]
                out = PAD.inward(side) * -1
                at = side.start_point + side.direction * edge.station_mm
                arm = at - middle
                moved = Point(arm.x - turn * arm.y, arm.y + turn * arm.x) + middle + Point(x, y)
                told.append((moved - at).dot(out) - 5 - edge.out_mm)
            return told

        mine = overs(found.shift.x, found.shift.y, found.turn_rad)
        assert max(mine) == pytest.approx(found.worst_mm, abs=1e-6)
        for _ in range(200):
            x, y = found.shift.x + rng.gauss(0, 4), found.shift.y + rng.gauss(0, 4)
            turn = found.turn_rad + rng.gauss(0, 1e-3)
            # a quarter of the way round is 7.5 m
            if max(abs(x), abs(y), abs(turn) * 7500) > max(abs(edge.out_mm) for edge in edges):
                continue
            tried = overs(x, y, turn)
            if limit is None or max(-over for over in tried) <= limit:
                assert max(0, *tried) >= max(0, found.worst_mm) - 2e-3


def test_a_side_read_at_one_end_only_does_not_let_the_plates_swing() -> None:
    found = lay_over(PAD, 0, [EdgeFound("AB", 0, 12), EdgeFound("CD", 0, -25)], None)
    assert found is not None
    assert abs(found.shift.x) <= 26
    assert abs(found.turn_rad) * 7500 <= 26


def test_insets_that_cannot_be_kept() -> None:
    # 100 too wide, and no inset over 20 allowed
    edges = [EdgeFound(line, at, 50) for line in ("AB", "CD") for at in (0, 9000)]
    assert lay_over(PAD, 0, edges, 20) is None
