"""Hands: fewest moves, form corners, what became of moves, looking again, both ways round."""

import random
from itertools import combinations, pairwise

import pytest

from anvilhead.core.adjust.hold import Hold, HoldKind
from anvilhead.core.again.outcome import Happened, Outcome, outcome_of
from anvilhead.core.again.recheck import moved_since, recheck_set
from anvilhead.core.boards.batter_board import BoardLayout, BoardStyle
from anvilhead.core.check.alternatives import alternatives
from anvilhead.core.check.set_out import SetOut
from anvilhead.core.check.squaring import SquareCheck, Verdict, check_square
from anvilhead.core.check.two_routes import meetings
from anvilhead.core.geometry.footprint import Footprint
from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.tape import Pull, PullKind
from anvilhead.core.messages import coach_words as words
from anvilhead.core.moves.moves import Hands
from anvilhead.core.units.units import Units
from tests.crews import Site
from tests.shapes import ring
from tests.sites import RECTANGLE_PAIRS, displaced, pulled
from tests.slip_trials import ELL, STORE

SET_OUT = SetOut(STORE, BoardLayout(1219.2))
EVERY = list(combinations(STORE.names, 2))


class TestFewestMoves:
    def test_a_nail_that_gains_nothing_that_counts_is_left(self) -> None:
        # C is 12 mm too far out along BC, D 1 mm: D's string needs 1 mm and tolerates half of 1/8 inch
        order = check_square(SET_OUT, pulled(displaced(STORE, {"C": (0, 12), "D": (0, 1)}), EVERY)).order

        assert order is not None
        assert [move.board.name for move in order.moves] == ["CD@C"]
        assert {move.board.name for move in order.left} <= {"CD@D", "BC@B", "BC@C", "DA@D", "DA@A"}
        assert order.worst_mm <= 25.4 / 16

    def test_the_moves_told_in_full_still_go_all_the_way(self) -> None:
        check = check_square(SET_OUT, pulled(displaced(STORE, {"C": (0, 12), "D": (0, 1)}), EVERY))
        told = {move.board.name: move.inward_mm for move in check.moves}
        # the string CD rises 11 mm from D to C over 13 411 mm: at C's board, 1219 mm on, it is 1 mm higher than at C
        assert told["CD@C"] == pytest.approx(13.0, abs=0.01)
        assert told["CD@D"] == 0

    def test_a_line_stake_is_driven_again(self) -> None:
        fence = Footprint((Point(0, 0), Point(20_000, 0), Point(20_000, 15_000)), closed=False)
        set_out = SetOut(fence, BoardLayout(600, BoardStyle.STAKES), hands=Hands.STAKES)
        truth = displaced(fence, {"C": (40, 0)})
        order = check_square(set_out, pulled(truth, list(combinations("ABC", 2)))).order

        assert order is not None
        texts = [words.move_step(move, order.hands, fence, Units.M) for move in order.moves]
        # 40 mm to the right of the way walked at C, 600 mm before its stake: 41.6 mm
        assert texts[-1] == "Stake of line BC at C: drive it again 42 mm to the left of where it is"

    def test_a_form_corner_is_pushed_along_and_square_to_its_form(self) -> None:
        set_out = SetOut(STORE, BoardLayout(1219.2), hands=Hands.FORMS)
        order = check_square(set_out, pulled(displaced(STORE, {"C": (10, -5)}), EVERY)).order

        assert order is not None
        assert order.moves == ()
        # C must go 10 mm toward D and 5 mm away from AB, which is outward from CD
        assert [words.push_step(push, STORE, Units.MM) for push in order.pushes] == [
            "Push C 10 mm toward D and 5 mm out, away from it, square to CD"
        ]
        assert words.order_title(order, Hold()) == "Push one corner; line AB stays"


class TestAlternatives:
    def test_holding_the_line_that_is_right_asks_for_least(self) -> None:
        # all is right but A, so holding BC or CD asks for two nails, holding AB for nearly all
        check = check_square(SET_OUT, pulled(displaced(STORE, {"A": (0, -30)}), EVERY))
        found = alternatives(SET_OUT, check)

        counts = {words.hold_text(one.hold): len(one.order.moves) for one in found}
        assert counts["line BC stays"] == counts["line CD stays"] == min(counts.values())
        assert counts["line AB stays"] > counts["line BC stays"]
        assert found[0].hold.names in (("B", "C"), ("C", "D"))

    def test_the_best_fit_spreads_what_one_line_would_bear_alone(self) -> None:
        check = check_square(SET_OUT, pulled(displaced(STORE, {"C": (24, 0), "D": (24, 0)}), EVERY))
        largest = {one.hold.kind: one.largest_mm for one in alternatives(SET_OUT, check)}
        assert largest[HoldKind.BEST_FIT] < 24

    def test_nothing_is_offered_while_the_strings_are_not_known(self) -> None:
        assert alternatives(SET_OUT, check_square(SET_OUT, pulled(STORE.corners, EVERY[:2]))) == ()


def judged(truth: dict[str, Point]) -> SquareCheck:
    return check_square(SET_OUT, pulled(truth, RECTANGLE_PAIRS))


class TestOutcome:
    """Nails of BC and DA told to slide the far side back by 40 mm; then something goes otherwise."""

    BEFORE = judged(displaced(STORE, {"C": (40, 0), "D": (40, 0)}))

    def after(self, factor: dict[str, float], extra: dict[str, float] | None = None) -> Outcome:
        site = Site(SET_OUT, displaced(STORE, {"C": (40, 0), "D": (40, 0)}), random.Random(0))
        assert self.BEFORE.order is not None
        for move in self.BEFORE.order.moves:
            site.hang(move.board, move.inward_mm * factor.get(move.board.name, 1.0))
        for name, mm in (extra or {}).items():
            site.hang(site.boards[name], mm)
        found = outcome_of(STORE, self.BEFORE, judged(site.corners))
        assert found is not None
        return found

    def test_done_as_told_is_said_so(self) -> None:
        outcome = self.after({})
        assert outcome.odd == ()
        assert words.outcome_title(outcome, Units.FT_IN) == "The nails did what was told."
        assert outcome.largest_mm < 1

    @pytest.mark.parametrize(
        ("factor", "happened", "says"),
        [
            (0.0, Happened.NOT_MOVED, "still where it was"),
            (-1.0, Happened.WRONG_WAY, "the wrong way"),
            (0.5, Happened.WRONG_AMOUNT, "was told"),
        ],
        ids=["forgotten", "wrong way", "half of it"],
    )
    def test_a_nail_that_did_otherwise_is_named(self, factor: float, happened: Happened, says: str) -> None:
        outcome = self.after({"BC@C": factor})

        assert [(nail.board.name, nail.happened) for nail in outcome.odd] == [("BC@C", happened)]
        assert says in words.nail_text(outcome.odd[0], STORE, Units.FT_IN)

    def test_a_stake_that_gave_is_told_from_a_nail_that_was_moved(self) -> None:
        outcome = self.after({}, {"CD@D": 25.0})
        assert ("CD@D", Happened.GAVE) in [(nail.board.name, nail.happened) for nail in outcome.odd]
        assert "Did the stake give" in words.nail_text(outcome.odd[0], STORE, Units.FT_IN)

    def test_a_held_line_that_moved_accuses_no_nail(self) -> None:
        # AB's board at B sank 60 mm outward: A and B are found on their old places, all else seems turned
        outcome = self.after({}, {"AB@B": -60.0})

        assert outcome.held_moved_mm is not None
        assert outcome.held_moved_mm > 20
        assert "it is the held line that moved" in words.outcome_title(outcome, Units.FT_IN)

    def test_the_best_fit_accuses_nobody(self) -> None:
        set_out = SetOut(STORE, BoardLayout(1219.2), hold=Hold(HoldKind.BEST_FIT, ()))
        checks = [check_square(set_out, pulled(displaced(STORE, {"C": (mm, 0)}), RECTANGLE_PAIRS)) for mm in (40, 60)]
        assert outcome_of(STORE, *checks) is None

    def test_nothing_is_said_where_nothing_was_told(self) -> None:
        loose = check_square(SET_OUT, pulled(STORE.corners, EVERY[:2]))
        assert outcome_of(STORE, loose, self.BEFORE) is None


class TestLookingAgain:
    @pytest.mark.parametrize("shape", [STORE, ELL], ids=["rectangle", "ell"])
    def test_a_short_set_holds_every_corner(self, shape: Footprint) -> None:
        found = recheck_set(SetOut(shape, BoardLayout(1200)))
        check = check_square(SetOut(shape, BoardLayout(1200)), pulled(shape.corners, found.pulls))

        assert check.verdict is Verdict.SQUARE
        least = 2 * len(shape.names) - 3
        assert least <= len(found.pulls) <= least + len(shape.names)
        assert len(found.pulls) < len(list(combinations(shape.names, 2))) + (shape is STORE)

    def test_two_hundred_corners_are_braced_all_round_without_choosing(self) -> None:
        found = recheck_set(SetOut(ring(200), BoardLayout(1200)))
        assert len(found.pulls) == 400
        # held by one short side of 200, the far side of the oval is known to no better than feet: nothing is promised
        assert found.shows_mm is None
        assert "cannot be promised" in words.recheck_text(found, 3, Units.M)

    def test_the_next_pull_of_the_set_is_never_across_the_whole_site_and_back(self) -> None:
        pulls = recheck_set(SetOut(ELL, BoardLayout(1200))).pulls
        shared = [bool(set(one) & set(other)) for one, other in pairwise(pulls)]
        assert sum(shared) >= len(shared) - 2

    def test_a_corner_that_moved_is_named_with_its_way(self) -> None:
        accepted = judged(dict(STORE.corners))
        now = judged(displaced(STORE, {"C": (0, -20)}))
        moved = moved_since(STORE, accepted, now).corners

        assert moved[0].corner == "C"
        assert [one.corner for one in moved if one.is_sure] == ["C"]
        assert words.moved_text(moved[0], STORE, Units.MM) == "C has moved 20 mm: 20 mm in square to CD."

    def test_what_tapes_cannot_tell_is_not_called_movement(self) -> None:
        moved = moved_since(STORE, judged(dict(STORE.corners)), judged(displaced(STORE, {"C": (1, 1)}))).corners
        assert not any(one.is_sure for one in moved)
        assert "by more than the tapes can tell" in words.moved_text(moved[0], STORE, Units.FT_IN)


class TestBothWays:
    """A corner from either end of the held line, and round either way."""

    def shot_from_both_ends(self, second_end_mm: float = 0.0) -> SquareCheck:
        """C by a right angle and a diagonal from A, and by a right angle and the side from B."""
        c = STORE.corners["C"]
        pulls = [
            *pulled(STORE.corners, [("A", "B"), ("D", "A"), ("C", "D")]),
            Pull("A", "C", c.x, kind=PullKind.SQUARE, line="AB"),
            *pulled(STORE.corners, [("A", "C")]),
            Pull("B", "C", second_end_mm, kind=PullKind.SQUARE, line="AB"),
            *pulled(STORE.corners, [("B", "C")]),
        ]
        return check_square(SET_OUT, pulls)

    def test_two_ends_that_agree_are_shared_out(self) -> None:
        found = {one.corner: one for one in meetings(STORE, self.shot_from_both_ends())}

        assert found["C"].agrees
        assert found["C"].misclosure_mm < 0.01
        assert (found["C"].first, found["C"].second) == (("B", "C"), ("A", "C"))
        assert "distributed" in words.meeting_text(found["C"], Units.FT_IN)

    def test_two_ends_that_do_not_are_refused_with_their_misclosure(self) -> None:
        # B's right angle puts C 30 mm toward A; its side of 8382 mm then brings it 0.05 mm nearer: 30 mm apart
        found = {one.corner: one for one in meetings(STORE, self.shot_from_both_ends(30))}

        assert not found["C"].agrees
        assert found["C"].misclosure_mm == pytest.approx(30, abs=0.1)
        assert "pull the shorter way again" in words.meeting_text(found["C"], Units.FT_IN)

    def test_a_right_angle_thrown_from_the_corner_itself_is_no_end_of_the_held_line(self) -> None:
        pulls = [*pulled(STORE.corners, RECTANGLE_PAIRS), Pull("D", "B", 8382.0, kind=PullKind.SQUARE, line="DA")]
        assert check_square(SET_OUT, pulls).verdict is Verdict.SQUARE
        assert all(one.agrees for one in meetings(STORE, check_square(SET_OUT, pulls)))

    def test_six_pulls_of_a_rectangle_are_too_few_for_two_ways(self) -> None:
        assert meetings(STORE, judged(dict(STORE.corners))) == ()

    def test_all_pairs_of_an_ell_come_to_its_far_corner_round_either_way(self) -> None:
        pulls = pulled(ELL.corners, list(combinations(ELL.names, 2)))
        found = [one for one in meetings(ELL, check_square(SetOut(ELL, BoardLayout(1200)), pulls))]

        ways = {(one.first, one.second) for one in found}
        assert (("B", "C", "D"), ("A", "F", "E", "D")) in ways
        assert all(one.agrees for one in found)

    def test_an_open_line_has_no_other_way_round(self) -> None:
        fence = Footprint((Point(0, 0), Point(20_000, 0), Point(20_000, 15_000)), closed=False)
        check = check_square(SetOut(fence, BoardLayout(600)), pulled(fence.corners, list(combinations("ABC", 2))))
        assert meetings(fence, check) == ()
