"""Sentences about a plan."""

from dataclasses import replace

import pytest

from anvilhead.core.boards.batter_board import BoardLayout, boards_for
from anvilhead.core.boards.board_height import HeightRule, heights_of
from anvilhead.core.boards.dig import SetbackNeed
from anvilhead.core.geometry.footprint import Footprint, rectangle
from anvilhead.core.geometry.point import Point
from anvilhead.core.messages.plan_words import clash_text, clearance_words, family_notes, heights_advice, setback_reason
from anvilhead.core.plan.line_family import LineFamily, outline_of
from anvilhead.core.plan.site import Clearance
from anvilhead.core.units.units import Units

FOOT, INCH = 304.8, 25.4
BOARDS = boards_for(rectangle(12_000, 8000), BoardLayout(1200))


@pytest.mark.parametrize(
    ("setback_ft", "text"),
    [
        (4.5, "6\" to the outer edge + 2' 0\" slope of the cut + 2' 0\" to work = 4' 6\"."),
        (4.0, "6\" to the outer edge + 2' 0\" slope of the cut + 2' 0\" to work = 4' 6\": "
              "this board stands 6\" too near."),
        (6.0, "6\" to the outer edge + 2' 0\" slope of the cut + 2' 0\" to work = 4' 6\" would be enough."),
    ],
)  # fmt: skip
def test_why_a_board_stands_where_it_does(setback_ft: float, text: str) -> None:
    need = SetbackNeed("AB@A", 0.5 * FOOT, 2 * FOOT, 2 * FOOT, 4.5 * FOOT)
    assert setback_reason(need, setback_ft * FOOT, Units.FT_IN) == text


@pytest.mark.parametrize(
    ("ground_at_c", "rule", "text"),
    [
        (-300, HeightRule(150, 450),
         "One height for all: the ground at A on AB governs. The longest stake is 900 mm, at C on BC."),
        (-300, HeightRule(150, 450, (600, 800)),
         "At C on BC a stake of 900 mm is needed, 100 mm more than the longest at hand. Take longer stakes, or step "
         "the boards down by 100 mm or more."),
        (400, HeightRule(150, 450, string_mm=200),
         "At C on BC and C on CD the string does not clear the ground by 150 mm. Raise it."),
    ],
    ids=["one height", "short of stake", "buried"],
)  # fmt: skip
def test_what_the_ground_and_the_stakes_say(ground_at_c: float, rule: HeightRule, text: str) -> None:
    ground = {board.name: ground_at_c if board.corner == "C" else 0.0 for board in BOARDS}
    assert heights_advice(heights_of(BOARDS, ground, rule), rule, Units.MM) == text


def test_steps_are_told_with_their_amount() -> None:
    ground = {board.name: -900.0 if board.corner in "BC" else 0.0 for board in BOARDS}
    rule = HeightRule(150, 450, step_mm=300)
    advice = heights_advice(heights_of(BOARDS, ground, rule), rule, Units.MM)
    assert advice.startswith("Boards step down by 300 mm; write the steps on them.")


def test_notes_of_a_family_name_wall_and_distance() -> None:
    thin = Footprint((Point(0, 0), Point(10_000, -1000), Point(10_000, 1000)))
    (note,) = family_notes(outline_of(thin, LineFamily("footing", 100)), Units.MM)
    assert note.startswith("At A its lines cross 1005 mm from the wall corner")


def clearance(**changes: object) -> Clearance:
    across = (Point(0.0, 3000.0), Point(0.0, 0.0))
    room = Clearance(
        "lane", 3000.0, "A", needed_mm=0.0, overlaps=False, allowed=False, corners={}, lines={}, across=across
    )
    return replace(room, **changes)  # type: ignore[arg-type]


@pytest.mark.parametrize(
    ("changes", "text"),
    [
        ({}, "3.000 m at A"),
        ({"needed_mm": 2000.0}, "3.000 m at A, 2.000 m asked for"),
        ({"needed_mm": 4000.0}, "A comes to 3.000 m: 1.000 m less than the 4.000 m asked for"),
        ({"overlaps": True, "least_mm": 0.0}, "A runs into it or lies on the wrong side"),
        ({"overlaps": True, "allowed": True}, "overlaps on purpose"),
        ({"allowed": True}, "3.000 m at A, on purpose"),
    ],
)  # fmt: skip
def test_room_in_words(changes: dict[str, object], text: str) -> None:
    assert clearance_words(clearance(**changes), Units.M) == text


def test_what_a_board_meets() -> None:
    assert "where the dig takes it" in clash_text("CD@D", "own", "own", reflex=True)
    assert clash_text("AB@A", "FA@F", "own", reflex=False) == "A on AB and F on FA would cross: move one of them."
    assert "meets boat-store" in clash_text("AB@A", "boat-store", "own", reflex=False)
