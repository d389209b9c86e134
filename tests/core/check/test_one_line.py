"""One line at a time: offsets to the held line settle the lines that run beside it."""

import pytest

from anvilhead.core.boards.batter_board import BoardLayout
from anvilhead.core.check.one_line import lines_one_at_a_time
from anvilhead.core.check.set_out import SetOut
from anvilhead.core.geometry.footprint import rectangle
from anvilhead.core.measure.tape import Pull, PullKind
from tests.slip_trials import ELL

SHED = SetOut(rectangle(12_000, 8000), BoardLayout(1200))


def swing(point: str, mm: float, line: str = "AB") -> Pull:
    return Pull(point, line, mm, kind=PullKind.TO_LINE)


def moves_of(set_out: SetOut, *pulls: Pull) -> dict[str, dict[str, float]]:
    found = lines_one_at_a_time(set_out, pulls, ("A", "B"))
    return {one.line: {move.board.name: move.inward_mm for move in one.moves} for one in found if one.settled}


def test_two_offsets_settle_the_far_line() -> None:
    # D is 9 mm too near AB: its nail goes out; C is 4 mm too far: in
    settled = moves_of(SHED, swing("C", 8004), swing("D", 7991))
    assert settled["CD"] == {"CD@C": pytest.approx(4.0), "CD@D": pytest.approx(-9.0)}
    assert settled["AB"] == {"AB@A": 0.0, "AB@B": 0.0}
    assert set(settled) == {"AB", "CD"}


def test_one_end_alone_settles_nothing() -> None:
    assert set(moves_of(SHED, swing("D", 7991))) == {"AB"}


def test_a_hair_is_no_move_and_a_line_pulled_to_another_one_says_nothing() -> None:
    assert moves_of(SHED, swing("C", 8000.5), swing("D", 8000))["CD"] == {"CD@C": 0.0, "CD@D": 0.0}
    assert "BC" not in moves_of(SHED, swing("B", 12_000, "DA"), swing("C", 12_000, "DA"))


def test_the_inner_line_of_an_ell_moves_the_way_its_own_inside_lies() -> None:
    # C–D lies 3658 beyond AB with the inside between; both ends 6 mm too far come in
    settled = moves_of(ELL_OUT, swing("C", 3664), swing("D", 3664))
    assert settled["CD"] == {"CD@C": pytest.approx(6.0), "CD@D": pytest.approx(6.0)}


ELL_OUT = SetOut(ELL, BoardLayout(1200))
