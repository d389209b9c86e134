"""Judgement: moves are proven by carrying them out on a simulated site."""

import random
import re
from dataclasses import replace

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from anvilhead.core.adjust.hold import Hold
from anvilhead.core.boards.batter_board import BoardLayout
from anvilhead.core.check.set_out import SetOut
from anvilhead.core.check.squaring import Verdict, check_square
from anvilhead.core.check.traps import TrapKind
from anvilhead.core.check.what_next import PullReason
from anvilhead.core.geometry.footprint import Footprint, rectangle
from anvilhead.core.geometry.point import Point
from anvilhead.core.messages.words import certainty_text, headline, reason, trap_text
from anvilhead.core.units.units import Units
from tests.sites import RECTANGLE_PAIRS, after_moves, displaced, pulled

FOOT = 304.8
STORE = rectangle(44 * FOOT, 27.5 * FOOT)
SET_OUT = SetOut(STORE, BoardLayout(4 * FOOT))


def slid(mm: float) -> dict[str, Point]:
    return displaced(STORE, {"C": (mm, 0), "D": (mm, 0)})


class TestVerdicts:
    def test_a_true_rectangle_is_square_and_nothing_moves(self) -> None:
        check = check_square(SET_OUT, pulled(STORE.corners, RECTANGLE_PAIRS, FOOT))

        assert check.verdict is Verdict.SQUARE
        assert all(move.inward_mm == 0 for move in check.moves)
        assert check.next_pull is None
        # tapes of 44 ft know D to ±3/16 only: more is not claimed
        assert headline(SET_OUT, check, Units.FT_IN) == "Square, as far as these tapes can tell"
        told = certainty_text(SET_OUT, check, Units.FT_IN)
        assert told is not None
        assert re.fullmatch(
            r'At least \d\d in 100 that every corner is within 1/8"; sure to [1-4]/16"\. Pull .–. to know it better\.',
            told.replace('1/4"', '4/16"'),
        ), told

    def test_a_rectangle_that_tapes_can_tell_is_surely_square(self) -> None:
        roomy = replace(SET_OUT, tolerance_mm=12.7)
        check = check_square(roomy, pulled(STORE.corners, RECTANGLE_PAIRS, FOOT))
        assert headline(roomy, check, Units.FT_IN) == 'Square: every corner within 1/2"'
        assert certainty_text(roomy, check, Units.FT_IN) == 'At least 99 in 100 that every corner is within 1/2".'

    def test_what_tapes_can_hardly_tell_from_square_is_not_chased(self) -> None:
        # C is 4 mm out: more than the 3.175 allowed, less than tapes of 52 ft can tell
        check = check_square(SET_OUT, pulled(displaced(STORE, {"C": (4, 0)}), RECTANGLE_PAIRS, FOOT))
        assert check.verdict is Verdict.ADJUST
        told = certainty_text(SET_OUT, check, Units.FT_IN) or ""
        assert "chase their errors" in told
        far = check_square(SET_OUT, pulled(displaced(STORE, {"C": (20, 0)}), RECTANGLE_PAIRS, FOOT))
        assert certainty_text(SET_OUT, far, Units.FT_IN) is None

    @pytest.mark.parametrize(
        ("off_mm", "verdict"),
        [(3.175, Verdict.SQUARE), (3.2, Verdict.ADJUST), (40.0, Verdict.ADJUST), (60.0, Verdict.RESTAKE)],
    )
    def test_the_tolerance_and_the_restake_limit_decide(self, off_mm: float, verdict: Verdict) -> None:
        assert check_square(SET_OUT, pulled(slid(off_mm), RECTANGLE_PAIRS)).verdict is verdict

    def test_restake_looks_at_the_nail_not_the_corner(self) -> None:
        # slid 46 mm, the nail 4 ft beyond C goes 46 × (27.5 + 4) / 27.5 = 52.7 mm, over 50.8
        check = check_square(SET_OUT, pulled(slid(46), RECTANGLE_PAIRS))
        assert max(abs(m.inward_mm) for m in check.moves) == pytest.approx(52.69, abs=0.01)
        assert check.verdict is Verdict.RESTAKE

    def test_without_a_diagonal_it_needs_pulls_and_says_which(self) -> None:
        check = check_square(SET_OUT, pulled(STORE.corners, RECTANGLE_PAIRS[:4]))

        assert check.verdict is Verdict.NEEDS_PULLS
        assert check.moves == ()
        assert check.next_pull is not None
        assert (check.next_pull.start + check.next_pull.end, check.next_pull.reason) == ("AC", PullReason.LOOSE)
        assert check.traps[0].kind is TrapKind.NO_DIAGONAL
        assert headline(SET_OUT, check, Units.FT_IN) == "C and D can still rack"

    def test_a_loose_shape_needs_pulls_even_when_a_reading_is_doubtful_too(self) -> None:
        pulls = pulled(STORE.corners, [("A", "B"), ("A", "B"), ("B", "C")], slips={})
        pulls[1] = type(pulls[1])("A", "B", pulls[1].reading_mm + FOOT)
        check = check_square(SET_OUT, pulls)
        assert check.verdict is Verdict.NEEDS_PULLS
        assert {suspect.pull.pair for suspect in check.suspects} == {("A", "B")}
        assert check.next_pull is not None
        assert check.next_pull.reason is PullReason.REPEAT

    def test_lengths_that_cannot_close_are_told_while_corners_are_still_loose(self) -> None:
        pulls = pulled(STORE.corners, [("A", "B"), ("B", "C"), ("A", "C")], slips={("A", "C"): 20_000.0})
        check = check_square(SET_OUT, pulls)
        assert check.verdict is Verdict.NEEDS_PULLS
        assert reason(SET_OUT, check, Units.FT_IN).startswith("Readings so far contradict each other. ")

    def test_without_one_to_spare_it_asks_for_the_sixth(self) -> None:
        check = check_square(SET_OUT, pulled(STORE.corners, RECTANGLE_PAIRS[:5]))
        assert check.verdict is Verdict.SQUARE
        assert check.next_pull is not None
        assert (check.next_pull.start + check.next_pull.end, check.next_pull.reason) == ("BD", PullReason.UNCHECKED)

    def test_a_shape_that_collapsed_says_start_again(self) -> None:
        flat = dict(STORE.corners) | {"C": Point(44 * FOOT, 0.0), "D": Point(0.0, 9000.0)}
        pulls = pulled(flat, [("A", "B"), ("A", "C"), ("C", "D"), ("A", "D"), ("B", "D")])
        assert check_square(SET_OUT, pulls).verdict is Verdict.RESTAKE

    @pytest.mark.parametrize("reading", [1.0, 1e8])
    def test_absurd_readings_are_judged_not_exploded(self, reading: float) -> None:
        pulls = pulled(STORE.corners, RECTANGLE_PAIRS[:5])
        pulls.append(type(pulls[0])("B", "D", reading))
        check = check_square(SET_OUT, pulls)
        assert check.verdict is Verdict.CHECK_READINGS
        assert reason(SET_OUT, check, Units.FT_IN)


class TestMoves:
    def test_a_slid_far_side_moves_two_end_strings(self) -> None:
        check = check_square(SET_OUT, pulled(slid(20), RECTANGLE_PAIRS))
        moved = {move.board.name: move.inward_mm for move in check.moves if move.inward_mm}

        # the string leans 20 in 8382: at the boards 4 ft beyond, 20 × (1 + 1219.2 / 8382) and 20 × 1219.2 / 8382
        assert moved == {
            "BC@C": pytest.approx(22.909, abs=1e-3),
            "BC@B": pytest.approx(-2.909, abs=1e-3),
            "DA@D": pytest.approx(-22.909, abs=1e-3),
            "DA@A": pytest.approx(2.909, abs=1e-3),
        }

    def test_moves_under_half_a_sixteenth_are_left(self) -> None:
        check = check_square(SET_OUT, pulled(slid(0.6), RECTANGLE_PAIRS))
        assert {move.inward_mm for move in check.moves} == {0.0}

    @settings(max_examples=60, deadline=None)
    @given(
        st.lists(st.floats(-40, 40), min_size=5, max_size=5),
        st.floats(0, 6000),
        st.sampled_from(["AB", "BC", "CD", "DA", "BA"]),
        st.booleans(),
    )
    def test_carried_out_they_bring_every_corner_within_tolerance_in_one_round(
        self, shifts: list[float], setback_mm: float, held: str, clockwise: bool
    ) -> None:
        points = STORE.points if not clockwise else tuple(Point(p.x, -p.y) for p in STORE.points)
        set_out = SetOut(Footprint(points), BoardLayout(setback_mm), hold=Hold(names=(held[0], held[1])))
        first, second = held[0], held[1]
        others = [n for n in "ABCD" if n not in held]
        along = (set_out.footprint.corners[second] - set_out.footprint.corners[first]).unit() * shifts[4]
        truth = displaced(
            set_out.footprint,
            {others[0]: (shifts[0], shifts[1]), others[1]: (shifts[2], shifts[3]), second: (along.x, along.y)},
        )
        check = check_square(set_out, pulled(truth, RECTANGLE_PAIRS))

        after = after_moves(set_out, truth, check.moves)

        for name, point in set_out.footprint.corners.items():
            # each of two strings may be left half of 1/16 in off
            assert after[name].distance_to(point) < 0.8 * 1.42, name
        for predicted in check.predicted:
            read = after[predicted.start].distance_to(after[predicted.end])
            assert predicted.length_mm == pytest.approx(read, abs=0.01)

    def test_the_held_line_never_moves(self) -> None:
        check = check_square(SET_OUT, pulled(displaced(STORE, {"B": (15, 0), "C": (-20, 9)}), RECTANGLE_PAIRS))
        assert {m.board.name: m.inward_mm for m in check.moves if m.board.line == "AB"} == {"AB@A": 0, "AB@B": 0}

    def test_with_an_honest_tape_two_rounds_make_it_square(self) -> None:
        noise = random.Random(3)
        truth = displaced(STORE, {"B": (6, 0), "C": (-30, 22), "D": (25, -14)})
        for _ in range(2):
            check = check_square(SET_OUT, pulled(truth, RECTANGLE_PAIRS, FOOT, noise=noise, sigma_mm=0.8))
            truth = after_moves(SET_OUT, truth, check.moves)
        final = check_square(SET_OUT, pulled(truth, RECTANGLE_PAIRS, FOOT, noise=noise, sigma_mm=0.8))
        assert final.verdict is Verdict.SQUARE


class TestTraps:
    def test_equal_diagonals_in_a_trapezoid_are_named(self) -> None:
        trapezoid = displaced(STORE, {"C": (-30, 0), "D": (30, 0)})
        check = check_square(SET_OUT, pulled(trapezoid, RECTANGLE_PAIRS))

        assert check.verdict is not Verdict.SQUARE
        assert [trap.kind for trap in check.traps] == [TrapKind.EQUAL_DIAGONALS]
        assert check.traps[0].points == ("AB", "CD")
        assert check.traps[0].amount_mm == pytest.approx(60)
        assert "trapezoid, not a rectangle" in trap_text(check.traps[0], Units.FT_IN)

    def test_a_side_read_in_another_unit_is_no_trapezoid(self) -> None:
        pulls = pulled(STORE.corners, RECTANGLE_PAIRS, slips={("B", "C"): 4_895_100.0})
        check = check_square(SET_OUT, pulls, Units.M)
        assert (check.verdict, check.traps) == (Verdict.CHECK_READINGS, ())

    def test_two_equal_diagonals_alone_prove_nothing(self) -> None:
        check = check_square(SET_OUT, pulled(STORE.corners, [("A", "C"), ("B", "D"), ("A", "B")]))
        assert [trap.kind for trap in check.traps] == [TrapKind.DIAGONALS_ALONE]

    def test_a_racked_rectangle_is_told_how_far_its_far_side_slid(self) -> None:
        check = check_square(SET_OUT, pulled(slid(20), RECTANGLE_PAIRS))
        # (d1² - d2²) / 4L = ((L + 20)² - (L - 20)²) / 4L = 20
        assert check.traps[0].kind is TrapKind.RACKED
        assert check.traps[0].amount_mm == pytest.approx(20)
        assert trap_text(check.traps[0], Units.FT_IN) == 'The far side CD has slid 13/16" toward C.'

    def test_other_shapes_have_none_of_these(self) -> None:
        kite = Footprint((Point(0, 0), Point(5000, 0), Point(6000, 6000), Point(0, 5000)))
        assert check_square(SetOut(kite, BoardLayout(1000)), pulled(kite.corners, RECTANGLE_PAIRS)).traps == ()


def test_an_ell_is_judged_by_the_same_rules() -> None:
    # general from the start: a reflex corner, thirteen of fifteen distances
    ell = Footprint(
        tuple(Point(x * FOOT, y * FOOT) for x, y in [(0, 0), (30, 0), (30, 12), (20, 12), (20, 20), (0, 20)])
    )
    set_out = SetOut(ell, BoardLayout(3 * FOOT))
    truth = displaced(ell, {"C": (14, -6), "D": (-9, 12), "E": (20, 5), "F": (7, -11)})
    names = ell.names
    pairs = [(a, b) for i, a in enumerate(names) for b in names[i + 1 :]][:13]
    check = check_square(set_out, pulled(truth, pairs))

    after = after_moves(set_out, truth, check.moves)

    assert check.verdict is Verdict.ADJUST
    for name, point in ell.corners.items():
        assert after[name].distance_to(point) < 1.2
