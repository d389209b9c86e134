"""What moved between two rounds: congruent corners first, one level for the whole, promises held by simulation."""

import math
import random
from itertools import combinations

import pytest

from anvilhead.core.adjust.hold import Hold, HoldKind
from anvilhead.core.again.congruency import noncentrality
from anvilhead.core.again.recheck import Since, moved_since, recheck_set
from anvilhead.core.boards.batter_board import BoardLayout
from anvilhead.core.check.set_out import SetOut
from anvilhead.core.check.squaring import SquareCheck, Verdict, check_square
from anvilhead.core.geometry.footprint import Footprint, rectangle
from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.tape import STEEL_TAPE, Pull
from anvilhead.core.messages.coach_words import moved_title
from anvilhead.core.units.units import SIXTEENTH_MM
from tests.slip_trials import ELL

STORE = rectangle(13_411, 8382)
HOLDS = [Hold(), Hold(names=("C", "D")), Hold(HoldKind.BEST_FIT, ())]
Places = dict[str, Point]


def exactly(at: Places, shape: Footprint = ELL, hold: Hold = HOLDS[0]) -> SquareCheck:
    set_out = SetOut(shape, BoardLayout(1200), hold=hold)
    return check_square(set_out, [Pull(a, b, at[a].distance_to(at[b])) for a, b in combinations(shape.names, 2)])


def with_moves(**moves: tuple[float, float]) -> Places:
    return {name: point + Point(*moves.get(name, (0.0, 0.0))) for name, point in ELL.corners.items()}


def sure(since: Since) -> list[str]:
    return [one.corner for one in since.corners if one.is_sure]


@pytest.mark.parametrize("hold", HOLDS, ids=["AB", "CD", "best fit"])
@pytest.mark.parametrize("corner", ["A", "B", "D"])
def test_the_corner_that_moved_is_named_whatever_is_held(corner: str, hold: Hold) -> None:
    since = moved_since(ELL, exactly(with_moves(), hold=hold), exactly(with_moves(**{corner: (18, -9)}), hold=hold))
    assert sure(since) == [corner]
    assert since.is_clear
    # by what it really did, though the round holds a line that it may be an end of
    moved = since.corners[0]
    assert moved.amount_mm == pytest.approx(math.hypot(18, 9), abs=0.1)
    assert moved_title(2, since) == f"Since round 2 was accepted, {corner} has moved."


def test_two_corners_that_moved_together_are_both_named() -> None:
    since = moved_since(ELL, exactly(with_moves()), exactly(with_moves(C=(20, 0), D=(20, 0))))
    assert set(sure(since)) == {"C", "D"}


def test_with_two_of_four_moved_it_is_said_that_it_may_be_the_others() -> None:
    at = dict(STORE.corners)
    slid = at | {name: at[name] + Point(25, 0) for name in ("C", "D")}
    since = moved_since(STORE, exactly(at, STORE), exactly(slid, STORE))
    assert not since.is_clear
    assert set(sure(since)) == {"C", "D"}  # the held line is taken to have stayed
    assert "cannot tell which" in moved_title(1, since)


def test_two_corners_that_both_rounds_know_say_nothing() -> None:
    three = Footprint((Point(0, 0), Point(4000, 0), Point(0, 3000)))
    before, now = (
        exactly(dict(three.corners), three),
        check_square(SetOut(three, BoardLayout(1200)), [Pull("A", "B", 4000)]),
    )
    since = moved_since(three, before, now)
    assert since.corners == ()
    assert "Too few corners" in moved_title(1, since)


def test_noncentrality_is_that_of_the_tables() -> None:
    # Haynam, Govindarajulu & Leone (1970): two degrees, level 0.05
    assert noncentrality(0.05, 0.90) == pytest.approx(12.654, abs=0.002)
    assert noncentrality(0.05, 0.95) == pytest.approx(15.443, abs=0.002)


@pytest.mark.trials
def test_what_is_promised_shows_and_what_stayed_is_seldom_accused() -> None:
    """Each round read anew to a sixteenth; one corner moved by what is promised, any way."""
    noise = random.Random(21)

    def pulled(set_out: SetOut, at: Places, pairs: list[tuple[str, str]]) -> SquareCheck:
        pulls = []
        for a, b in pairs:
            mm = at[a].distance_to(at[b])
            off = noise.gauss(0, STEEL_TAPE.limit_mm(mm) / 2)
            pulls.append(Pull(a, b, round((mm + off) / SIXTEENTH_MM) * SIXTEENTH_MM))
        return check_square(set_out, pulls)

    trials = shown = named = accused = 0
    for _ in range(90):
        shape = noise.choice([STORE, ELL])
        set_out = SetOut(shape, BoardLayout(1200), hold=noise.choice(HOLDS))
        truth = {n: p + Point(noise.gauss(0, 2), noise.gauss(0, 2)) for n, p in shape.corners.items()}
        accepted = pulled(set_out, truth, list(combinations(shape.names, 2)))
        again = recheck_set(set_out, accepted)
        assert again.shows_mm
        way, corner = noise.uniform(0, 2 * math.pi), noise.choice(shape.names)
        after = truth | {corner: truth[corner] + Point(math.cos(way), math.sin(way)) * again.shows_mm}
        still, moved = (pulled(set_out, at, list(again.pulls)) for at in (truth, after))
        if Verdict.CHECK_READINGS in (accepted.verdict, still.verdict, moved.verdict):
            continue
        trials += 1
        accused += bool(sure(moved_since(shape, accepted, still)))
        found = moved_since(shape, accepted, moved)
        shown += bool(sure(found))
        named += sure(found) == [corner]
    assert trials >= 85
    assert shown >= 0.93 * trials
    assert named >= 0.85 * trials
    assert accused <= 3
