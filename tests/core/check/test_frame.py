"""What two diagonals say of a joined frame, against frames built by other means."""

import math
import random

import pytest

from anvilhead.core.boards.batter_board import BoardLayout
from anvilhead.core.check.frame import frame_round
from anvilhead.core.check.set_out import SetOut
from anvilhead.core.check.squaring import SquareCheck, Verdict, check_square
from anvilhead.core.geometry.footprint import Footprint, rectangle
from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.tape import STEEL_TAPE, Pull
from anvilhead.core.moves.moves import Hands
from anvilhead.core.units.units import SIXTEENTH_MM

LENGTH, WIDTH = 12_000.0, 8000.0
SLAB = SetOut(rectangle(LENGTH, WIDTH), BoardLayout(1200), hands=Hands.FORMS, cut_within_mm=SIXTEENTH_MM)
DIAGONAL = math.hypot(LENGTH, WIDTH)


def diagonals(lean_mm: float) -> tuple[float, float]:
    """A parallelogram's diagonals, its far side slid toward C."""
    high = math.sqrt(WIDTH**2 - lean_mm**2)
    return math.hypot(LENGTH + lean_mm, high), math.hypot(LENGTH - lean_mm, high)


def judged(one: float, other: float, *more: Pull, set_out: SetOut = SLAB) -> SquareCheck:
    return check_square(set_out, [Pull("A", "C", one), Pull("B", "D", other), *more])


def quadrilateral(sides: tuple[float, float, float, float], lean_rad: float) -> list[Point]:
    """Corners of a frame of these sides, by solving triangles; the last side leans over."""
    ab, bc, cd, da = sides
    b, d = Point(ab, 0.0), Point(da * math.sin(lean_rad), da * math.cos(lean_rad))
    across = d - b
    at_b = math.acos((bc**2 + across.dot(across) - cd**2) / (2 * bc * across.length()))
    way = math.atan2(across.y, across.x) - at_b
    return [Point(0.0, 0.0), b, b + Point(bc * math.cos(way), bc * math.sin(way)), d]


@pytest.mark.parametrize(("lean", "toward"), [(30.0, "D"), (-12.5, "C"), (90.0, "D")])
def test_the_far_side_is_slid_back_by_how_far_it_leans(lean: float, toward: str) -> None:
    check = judged(*diagonals(lean))
    assert check.frame
    assert check.frame.slide
    assert check.verdict is Verdict.ADJUST  # nothing is driven yet, so nothing is too far to push
    assert (check.frame.slide.line, check.frame.slide.toward) == ("CD", toward)
    assert check.frame.slide.move_mm == pytest.approx(abs(lean), abs=1e-6)
    assert check.order
    assert len(check.order.pushes) == 1


def test_equal_diagonals_of_the_right_length_are_a_full_round() -> None:
    check = judged(DIAGONAL, DIAGONAL)
    assert check.verdict is Verdict.SQUARE
    assert check.next_pull is None
    assert check.frame
    assert check.frame.slide is None
    assert check.traps == ()


def test_diagonals_that_no_such_sides_have_push_nothing() -> None:
    check = judged(DIAGONAL + 25, DIAGONAL + 25)
    assert check.verdict is Verdict.CHECK_READINGS
    assert check.moves == ()
    assert check.order is None
    assert check.frame
    assert check.frame.slide is None
    assert not any(suspect.certain for suspect in check.suspects)


def test_a_side_cut_wrong_is_named_once_the_sides_are_pulled() -> None:
    corners = quadrilateral((LENGTH, WIDTH, LENGTH + 60, WIDTH), 0.0)
    pulls = [
        Pull("ABCD"[i], "ABCD"[j], corners[i].distance_to(corners[j]))
        for i, j in ((0, 2), (1, 3), (0, 1), (1, 2), (2, 3), (3, 0))
    ]
    check = check_square(SLAB, pulls)
    assert check.verdict is Verdict.CHECK_READINGS
    assert check.frame
    (wrong,) = check.frame.wrong
    assert (wrong.line, wrong.certain) == ("CD", True)
    assert wrong.off_mm == pytest.approx(60, abs=0.01)


def test_sides_cut_to_within_kilometres_hold_nothing_and_are_not_slid() -> None:
    anyhow = SetOut(SLAB.footprint, SLAB.layout, hands=Hands.FORMS, cut_within_mm=30_000_000.0)
    check = judged(*diagonals(30.0), set_out=anyhow)
    assert check.verdict is Verdict.NEEDS_PULLS
    assert check.frame
    assert (check.frame.slide, check.frame.unseen_mm) == (None, None)


def test_one_diagonal_determines_it_and_asks_for_the_other() -> None:
    check = check_square(SLAB, [Pull("A", "C", DIAGONAL)])
    assert check.verdict is Verdict.SQUARE
    assert check.next_pull
    assert {check.next_pull.start, check.next_pull.end} == {"B", "D"}
    assert check.frame
    assert check.frame.unseen_mm is None


def read(noise: random.Random, mm: float) -> float:
    off = noise.gauss(0, STEEL_TAPE.limit_mm(mm) / 2)
    return round((mm + off) / SIXTEENTH_MM) * SIXTEENTH_MM


@pytest.mark.trials
def test_what_cannot_be_seen_is_shown_as_often_as_said() -> None:
    """A side wrong by what is called unseen shows 95 times in 100 or more, a right frame almost never alarms."""
    noise = random.Random(8)
    shown = alarms = 0
    rounds, unseen = 300, 30.0
    for _ in range(rounds):
        sides = [length + noise.gauss(0, SIXTEENTH_MM / 2) for length in (LENGTH, WIDTH, LENGTH, WIDTH)]
        for wrong in (False, True):
            if wrong:
                sides[noise.randrange(4)] += noise.choice((-1, 1)) * unseen
            a, b, c, d = quadrilateral((sides[0], sides[1], sides[2], sides[3]), noise.gauss(0, 0.001))
            check = judged(read(noise, a.distance_to(c)), read(noise, b.distance_to(d)))
            alarmed = check.verdict is Verdict.CHECK_READINGS
            if wrong:
                shown += alarmed
            else:
                alarms += alarmed
                assert check.frame
                unseen = check.frame.unseen_mm or unseen
    assert shown >= 0.93 * rounds
    assert alarms <= 3


def test_a_frame_of_five_sides_asks_for_its_two_ways_and_a_check() -> None:
    five = Footprint(tuple(Point(x, y) for x, y in ((0, 0), (9000, 0), (9000, 5600), (8100, 6500), (0, 6500))))
    chosen = frame_round(five, STEEL_TAPE, SIXTEENTH_MM, 6.0)
    assert len(chosen) >= 3
    sides = {frozenset(side.corners) for side in five.sides}
    assert not any(frozenset(pair) in sides for pair in chosen)
    set_out = SetOut(five, BoardLayout(1200), hands=Hands.FORMS, cut_within_mm=SIXTEENTH_MM)
    at = five.corners
    check = check_square(set_out, [Pull(a, b, at[a].distance_to(at[b])) for a, b in chosen])
    assert check.verdict is Verdict.SQUARE
    assert check.fit.redundancy >= 1
