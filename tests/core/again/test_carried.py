"""A round that goes on from the one before: fewer pulls, and judged by itself where something else was done."""

import random
from dataclasses import replace
from itertools import combinations

import pytest

from anvilhead.core.again.carried import carried_from
from anvilhead.core.boards.batter_board import BoardLayout
from anvilhead.core.check.set_out import SetOut
from anvilhead.core.check.squaring import SquareCheck, Verdict, check_square
from anvilhead.core.check.what_next import PullReason
from anvilhead.core.measure.tape import Pull
from tests.crews import Site, rough
from tests.sites import RECTANGLE_PAIRS
from tests.slip_trials import STORE

SET_OUT = SetOut(STORE, BoardLayout(1219.2))


def first_round(seed: int = 3) -> tuple[Site, SquareCheck]:
    site = rough(SET_OUT, random.Random(seed), 20)
    return site, check_square(SET_OUT, [Pull(*pair, site.pull(*pair)) for pair in RECTANGLE_PAIRS])


def make_moves(site: Site, check: SquareCheck, *, but: str = "") -> None:
    assert check.order
    for move in check.order.moves:
        if move.board.name != but:
            site.nail(move.board.name, move.inward_mm)


def going_on(site: Site, before: SquareCheck, *pairs: str) -> SquareCheck:
    set_out = replace(SET_OUT, carried=carried_from(SET_OUT, before))
    return check_square(set_out, [Pull(pair[0], pair[1], site.pull(pair[0], pair[1])) for pair in pairs])


def test_it_is_known_at_once_but_not_judged_before_every_moved_corner_is_proved() -> None:
    site, before = first_round()
    make_moves(site, before)
    one = going_on(site, before, "AC")
    assert one.went_on
    assert one.loose == ()
    assert one.verdict is Verdict.NEEDS_PULLS
    assert one.order is None
    assert one.next_pull
    assert one.next_pull.reason is PullReason.TOLD
    assert "D" in (one.next_pull.start, one.next_pull.end)  # nothing ran to it yet

    proved = going_on(site, before, "AC", "BD", "AB", "CD")
    assert proved.next_pull is None
    assert proved.verdict in (Verdict.SQUARE, Verdict.ADJUST)
    # by themselves four pulls say nothing
    alone = check_square(SET_OUT, [Pull(a, b, site.pull(a, b)) for a, b in ("AC", "BD", "AB", "CD")])
    assert alone.loose


def test_a_move_that_was_forgotten_is_told_by_the_round() -> None:
    site, before = first_round()
    assert before.order
    largest = max(before.order.moves, key=lambda move: abs(move.inward_mm))
    assert abs(largest.inward_mm) > 12
    make_moves(site, before, but=largest.board.name)
    pulls = [Pull(*pair, site.pull(*pair)) for pair in RECTANGLE_PAIRS]
    now = check_square(replace(SET_OUT, carried=carried_from(SET_OUT, before)), pulls)
    assert now.went_on is False
    assert now.laid.corners == check_square(SET_OUT, pulls).laid.corners


def test_nothing_goes_on_from_a_round_that_knew_too_little() -> None:
    loose = check_square(SET_OUT, [Pull("A", "C", 15_800.0)])
    assert carried_from(SET_OUT, loose).observations == ()
    assert carried_from(SET_OUT, None).observations == ()


@pytest.mark.trials
@pytest.mark.parametrize("rough_mm", [8.0, 20.0])
def test_as_told_it_goes_on_nineteen_times_in_twenty_and_knows_the_corners_better(rough_mm: float) -> None:
    """By simulation: the estimate of a going round errs less than that of the same pulls alone."""
    went = tried = 0
    errors: dict[bool, float] = {True: 0.0, False: 0.0}
    for seed in range(120):
        site = rough(SET_OUT, random.Random(seed), rough_mm)
        before = check_square(SET_OUT, [Pull(*pair, site.pull(*pair)) for pair in RECTANGLE_PAIRS])
        if before.order is None or before.verdict is Verdict.RESTAKE:
            continue
        make_moves(site, before)
        tried += 1
        pulls = [Pull(*pair, site.pull(*pair)) for pair in combinations("ABCD", 2)]
        together = check_square(replace(SET_OUT, carried=carried_from(SET_OUT, before)), pulls)
        went += together.went_on is True
        # places relative to the line that is held, as both estimates have them
        real = {name: point - site.corners["A"] for name, point in site.corners.items()}
        turn = real["B"].unit()
        for check in (together, check_square(SET_OUT, pulls)):
            off = 0.0
            for name, point in real.items():
                placed = check.laid.corners[name]
                off += (placed.x - point.dot(turn)) ** 2 + (placed.y - turn.cross(point)) ** 2
            errors[check is together] += off
    assert tried > 60
    assert went >= 0.88 * tried
    assert errors[True] < 0.8 * errors[False]
