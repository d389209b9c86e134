"""Two ways round to a corner are refused as often as is said: five times in a hundred of careful ones."""

import random
from itertools import combinations

import pytest

from anvilhead.core.boards.batter_board import BoardLayout
from anvilhead.core.check.set_out import SetOut
from anvilhead.core.check.squaring import check_square
from anvilhead.core.check.two_routes import meetings
from anvilhead.core.measure.tape import STEEL_TAPE, Pull
from anvilhead.core.units.units import SIXTEENTH_MM
from tests.slip_trials import ELL

SET_OUT = SetOut(ELL, BoardLayout(1200))


@pytest.mark.trials
def test_careful_rounds_are_refused_five_times_in_a_hundred() -> None:
    noise = random.Random(12)

    def read(mm: float) -> float:
        off = noise.gauss(0, STEEL_TAPE.limit_mm(mm) / 2)
        return round((mm + off) / SIXTEENTH_MM) * SIXTEENTH_MM

    looked_at = refused = 0
    for _ in range(150):
        pulls = [Pull(a, b, read(ELL.corners[a].distance_to(ELL.corners[b]))) for a, b in combinations(ELL.names, 2)]
        found = meetings(ELL, check_square(SET_OUT, pulls))
        looked_at += len(found)
        refused += sum(not one.agrees for one in found)
    assert looked_at == 600
    # about thirty; meetings of one round stand on pulls in common, so it scatters more than by chance alone
    assert 12 <= refused <= 55
