"""A line family as what is squared, and its nails on the boards that stand."""

import math

import pytest

from anvilhead.core.boards.batter_board import BoardLayout, BoardStyle, boards_for
from anvilhead.core.boards.family_boards import family_boards
from anvilhead.core.geometry.footprint import Footprint, rectangle
from anvilhead.core.geometry.point import Point
from anvilhead.core.plan.family_footprint import family_footprint, told_as
from anvilhead.core.plan.line_family import LineFamily, outline_of
from anvilhead.core.units.errors import GeometryError

WALLS = rectangle(12_000, 8000)
FORM = LineFamily("form", 600)


def test_its_corners_keep_their_letters_and_places() -> None:
    found = family_footprint(outline_of(WALLS, FORM), closed=True)
    assert found.footprint.names == ("A", "B", "C", "D")
    assert found.footprint.points[0] == Point(-600, -600)
    assert [side.length_mm for side in found.footprint.sides] == [13_200, 9200, 13_200, 9200]
    assert found.alias == {}


def test_a_wall_that_has_vanished_leaves_one_corner_with_two_letters() -> None:
    # clipped by 300 each way; 900 inside nothing is left of the clip C–D
    clipped = Footprint(tuple(Point(x, y) for x, y in ((0, 0), (9000, 0), (9000, 5700), (8700, 6000), (0, 6000))))
    found = family_footprint(outline_of(clipped, LineFamily("inside", -900)), closed=True)
    assert set(found.footprint.sides_by_name) == {"AB", "BC", "DE", "EA"}
    assert len(found.footprint.names) == 4
    ((gone, kept),) = found.alias.items()
    assert {gone, kept} == {"C", "D"}
    assert found.footprint.corners[kept].x == pytest.approx(8100)
    assert found.footprint.corners[kept].y == pytest.approx(5100)
    # boards keep the corner they were built beyond, and carry the line to where it now ends
    boards = {board.name: board for board in family_boards(clipped, boards_for(clipped, BoardLayout(1200)), found)}
    assert set(boards) == {"AB@A", "AB@B", "BC@B", "BC@C", "DE@D", "DE@E", "EA@E", "EA@A"}
    assert boards["BC@C"].corner == boards["DE@D"].corner == kept


def test_lines_that_run_into_each_other_have_no_corners() -> None:
    bottle = Footprint(
        (Point(0, 0), Point(9000, 0), Point(9000, 6000), Point(5000, 6000), Point(5000, 5600), Point(8000, 3000),
         Point(1000, 3000), Point(4600, 5600), Point(4600, 6000), Point(0, 6000))
    )  # fmt: skip
    with pytest.raises(GeometryError, match="run into each other"):
        family_footprint(outline_of(bottle, LineFamily("dig edge", 210)), closed=True)


def test_the_nail_of_a_family_stands_its_offset_along_the_board() -> None:
    found = family_footprint(outline_of(WALLS, FORM), closed=True)
    square = {one.name: one.nail for one in family_boards(WALLS, boards_for(WALLS, BoardLayout(1200)), found)}
    assert square["AB@A"] == Point(-1200, -600)
    assert square["BC@C"] == Point(12_600, 9200)
    # a board across a right corner stands at 45 degrees: there the nail is √2 times as far along it
    across = boards_for(WALLS, BoardLayout(1200, BoardStyle.ACROSS))
    nails = {one.name: one.nail for one in family_boards(WALLS, across, found)}
    for board in across:
        assert nails[board.name].distance_to(board.nail) == pytest.approx(600 * math.sqrt(2))


def test_strings_of_one_family_told_as_those_of_another() -> None:
    found = family_footprint(outline_of(WALLS, FORM), closed=True)
    # the form stands 10 mm to the right and 5 mm high as a whole; so does the wall within it
    shifted = {name: point + Point(10, 5) for name, point in found.footprint.corners.items()}
    told = told_as(found, shifted, LineFamily("wall face", 0))
    assert told is not None
    for name, point in WALLS.corners.items():
        assert told[name].distance_to(point + Point(10, 5)) < 1e-6
