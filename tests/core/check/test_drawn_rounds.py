"""The judgement over rounds drawn at random (tests/drawn_rounds.py; many more by `./anvilhead bench slips`)."""

import pytest

from anvilhead.core.adjust.hold import Hold, HoldKind, laid_corners
from anvilhead.core.boards.batter_board import BoardLayout
from anvilhead.core.check.set_out import SetOut
from anvilhead.core.check.squaring import check_square
from tests.drawn_rounds import careful_round, drawn, judged

pytestmark = pytest.mark.trials


def test_careful_rounds_are_hardly_ever_questioned() -> None:
    assert judged(drawn(seed, 0) for seed in range(400))["undecided"] <= 2


def test_one_slip_is_singled_out_mostly_and_never_wrongly() -> None:
    found = judged(drawn(seed, 1) for seed in range(150))
    assert found["wrong"] == found["mirrored falsely"] == 0
    assert found["right"] > 0.6 * found["rounds"]


def test_two_slips_are_singled_out_often_and_never_wrongly() -> None:
    found = judged(drawn(seed, 2) for seed in range(150))
    assert found["wrong"] == found["mirrored falsely"] == 0
    assert found["right"] > 0.45 * found["rounds"]


def test_a_corner_on_the_wrong_side_is_named_where_pulls_allow() -> None:
    found = judged(drawn(seed, 0, mirrored=True) for seed in range(120))
    assert found["wrong"] == found["mirrored falsely"] == 0
    assert found["mirrored rightly"] > 0.7 * found["rounds"]


@pytest.mark.parametrize("rough_mm", [1.0, 3.0, 12.0])
def test_how_sure_a_round_is_is_never_more_than_true(rough_mm: float) -> None:
    told: list[tuple[float, bool, bool]] = []
    for seed in range(250):
        shape, truth, pulls, units = careful_round(seed, rough_mm)
        set_out = SetOut(shape, BoardLayout(1200), tolerance_mm=5.0)
        sure = check_square(set_out, pulls, units).certainty
        if sure is None:
            continue
        line = Hold(HoldKind.LINE, (shape.names[0], shape.names[1]))
        _, stands = laid_corners(line, truth, shape.corners, shape.names)
        worst = max(stands[name].distance_to(place) for name, place in shape.corners.items())
        told.append((sure.share, worst <= 5.0, worst <= sure.within_mm))
    said, true, within = (sum(column) / len(told) for column in zip(*told, strict=True))
    assert len(told) > 200
    assert said <= true + 0.03
    assert within >= 0.92
