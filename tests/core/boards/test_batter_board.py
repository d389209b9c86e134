"""Boards and nails."""

import pytest

from anvilhead.core.boards.batter_board import BoardLayout, boards_for, string_crossing, string_length_mm
from anvilhead.core.geometry.footprint import Footprint, rectangle
from anvilhead.core.geometry.point import Point
from anvilhead.core.units.errors import GeometryError

STORE = rectangle(1000, 500)


def test_every_line_has_a_board_beyond_each_of_its_corners() -> None:
    boards = {board.name: board for board in boards_for(STORE, BoardLayout(100))}

    assert list(boards) == ["AB@A", "AB@B", "BC@B", "BC@C", "CD@C", "CD@D", "DA@D", "DA@A"]
    assert boards["AB@A"].nail == Point(-100, 0)
    assert boards["BC@C"].nail == Point(1000, 600)
    assert boards["DA@A"].nail == Point(0, -100)


def test_inward_is_toward_the_inside_also_when_walked_clockwise() -> None:
    clockwise = Footprint((Point(0, 0), Point(1000, 0), Point(1000, -500), Point(0, -500)))
    inward = {board.name: board.inward for board in boards_for(clockwise, BoardLayout(100))}

    assert (inward["AB@A"].x, inward["AB@A"].y) == (0, -1)
    assert (inward["BC@B"].x, inward["BC@B"].y) == (-1, 0)


def test_a_string_that_slants_crosses_the_board_off_its_nail() -> None:
    board = next(b for b in boards_for(STORE, BoardLayout(100)) if b.name == "AB@B")
    # rising 10 in 1000 it has risen 11 at 1100
    assert board.crossing_mm(Point(0, 0), Point(1000, 10)) == pytest.approx(11)


def test_a_string_along_the_board_never_crosses_it() -> None:
    board = next(b for b in boards_for(STORE, BoardLayout(100)) if b.name == "AB@B")
    with pytest.raises(GeometryError):
        board.crossing_mm(Point(0, 0), Point(0, 500))
    with pytest.raises(GeometryError):
        board.crossing_mm(Point(7, 7), Point(7, 7))


def test_strings_cross_at_the_corner() -> None:
    here = string_crossing((Point(-1, 2), Point(9, 2)), (Point(5, -3), Point(5, 8)))
    assert here == Point(5, 2)
    with pytest.raises(GeometryError):
        string_crossing((Point(0, 0), Point(1, 1)), (Point(0, 5), Point(2, 7)))


def test_a_string_runs_from_nail_to_nail() -> None:
    assert string_length_mm(STORE.sides[0], BoardLayout(100)) == 1200
