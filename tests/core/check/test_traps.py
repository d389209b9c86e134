"""Traps that any shape's readings can hold, each with the amount it costs."""

from itertools import combinations

import pytest

from anvilhead.core.adjust.hold import Hold
from anvilhead.core.boards.batter_board import BoardLayout
from anvilhead.core.check.set_out import SetOut
from anvilhead.core.check.squaring import Verdict, check_square
from anvilhead.core.check.traps import Trap, TrapKind, wrong_side
from anvilhead.core.measure.tape import Pull, PullKind
from anvilhead.core.messages.words import trap_text
from anvilhead.core.units.length_reading import read_length
from anvilhead.core.units.units import Units
from tests.sites import RECTANGLE_PAIRS, pulled
from tests.slip_trials import ELL, STORE, outline, read_again

FOOT = 304.8


def traps(set_out: SetOut, pulls: list[Pull]) -> list[TrapKind]:
    return [trap.kind for trap in check_square(set_out, pulls).traps]


def test_sides_alone_of_any_shape_prove_nothing() -> None:
    sides = [(side.start, side.end) for side in ELL.sides]
    assert traps(SetOut(ELL, BoardLayout(1200)), pulled(ELL.corners, sides)) == [TrapKind.NO_DIAGONAL]


class TestShortSides:
    # a long wall whose far corner is found only across a jog two feet deep
    JOG = outline((0, 0), (600, 0), (600, 600), (18_000, 600), (18_000, 9000), (0, 9000))
    PAIRS = (("A", "B"), ("B", "C"), ("A", "C"), ("C", "D"), ("B", "D"), ("D", "E"), ("E", "F"), ("F", "A"), ("C", "F"))

    def test_what_hangs_on_a_short_side_is_told_with_what_it_is_known_to(self) -> None:
        pulls = pulled(self.JOG.corners, self.PAIRS)
        check = check_square(SetOut(self.JOG, BoardLayout(1200)), pulls)
        found = next(trap for trap in check.traps if trap.kind is TrapKind.SHORT_SIDE)

        assert check.verdict is Verdict.SQUARE
        assert found.points[1] in ("AB", "BC")
        assert found.amount_mm > 2 * 25.4 / 8
        assert "Pull a long way across" in trap_text(found, Units.FT_IN)

    def test_holding_a_long_wall_takes_it_away(self) -> None:
        pulls = pulled(self.JOG.corners, list(combinations(self.JOG.names, 2)))
        set_out = SetOut(self.JOG, BoardLayout(1200), hold=Hold(names=("F", "E")))
        assert TrapKind.SHORT_SIDE not in traps(set_out, pulls)


def test_a_small_triangle_on_a_long_wall_is_told() -> None:
    def triangle(corner: str, first: str, second: str) -> Pull:
        return Pull(corner, second, 5 * FOOT, kind=PullKind.TRIANGLE, line=first, legs_mm=(3 * FOOT, 4 * FOOT))

    pulls = [
        *pulled(STORE.corners, [("A", "B"), ("B", "C"), ("D", "A")]),
        triangle("B", "AB", "BC"),
        triangle("A", "DA", "AB"),
    ]
    found = [
        t for t in check_square(SetOut(STORE, BoardLayout(1200)), pulls).traps if t.kind is TrapKind.SMALL_TRIANGLE
    ]
    # ±1/16" on the hypotenuse of 3-4-5 turns the corner by 5/12 of it a foot: over an eighth at 27' 6"
    assert found[0].amount_mm > 25.4 / 8
    assert "largest that fits" in trap_text(found[0], Units.FT_IN)


FALLING = {"A": 0.0, "B": 0.0, "C": -610.0, "D": -610.0}


class TestSlope:
    def test_a_tape_along_falling_ground_is_told_with_what_it_adds(self) -> None:
        # 2 ft of fall over 27' 6": sqrt(8382² + 610²) - 8382 = 22.2 mm, 7/8 inch
        set_out = SetOut(STORE, BoardLayout(1200), heights_mm=FALLING)
        check = check_square(set_out, pulled(STORE.corners, RECTANGLE_PAIRS[:3]))
        found = next(trap for trap in check.traps if trap.kind is TrapKind.SLOPE)
        assert found.points == ("B", "C")
        assert found.amount_mm == pytest.approx(22.2, abs=0.1)
        assert 'reads 7/8" long' in trap_text(found, Units.FT_IN)

    def test_a_fall_that_was_noted_is_no_trap(self) -> None:
        set_out = SetOut(STORE, BoardLayout(1200), heights_mm=FALLING)
        pulls = [Pull("B", "C", (8382.0**2 + 610**2) ** 0.5, fall_mm=610)]
        assert TrapKind.SLOPE not in traps(set_out, pulls)


class TestRounded:
    def pulls(self, diagonal: str) -> list[Pull]:
        # A–C is 51' 10 5/8"
        exact = [read_again(pull, pull.reading_mm + 1.6) for pull in pulled(STORE.corners, RECTANGLE_PAIRS)]
        mm = float(read_length(diagonal, Units.FT_IN).mm)
        return [*exact[:4], Pull("A", "C", mm, typed=diagonal), exact[5]]

    def test_a_diagonal_read_as_the_whole_number_beside_its_call_is_told(self) -> None:
        found = [
            t
            for t in check_square(SetOut(STORE, BoardLayout(1200)), self.pulls("51' 11\"")).traps
            if t.kind is TrapKind.ROUNDED
        ]
        # 3/8 inch from the call
        assert found[0].amount_mm == pytest.approx(9.1, abs=0.5)

    def test_a_whole_number_elsewhere_is_a_reading(self) -> None:
        assert TrapKind.ROUNDED not in traps(SetOut(STORE, BoardLayout(1200)), self.pulls("51' 9\""))


@pytest.mark.parametrize(
    ("moves", "found"),
    [
        ((0.0, 3.2, 0.0), Trap(TrapKind.WRONG_SIDE, 3.2)),
        ((0.0, -3.2, 0.2), Trap(TrapKind.WRONG_SIDE, 3.2)),
        ((3.2, 3.2, 0.0), None),
        ((0.0, 12.0, 0.0), None),
    ],
    ids=["one nail in", "one nail out", "two nails", "more than a nail"],
)
def test_one_nail_off_by_its_own_thickness_may_have_its_string_on_the_wrong_side(
    moves: tuple[float, ...], found: Trap | None
) -> None:
    assert wrong_side(moves) == found
