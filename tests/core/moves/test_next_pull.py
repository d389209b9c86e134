"""What a further pull brings, by the hold that was chosen, against adjusting with that pull in it."""

import math

import pytest

from anvilhead.core.adjust.hold import Hold, HoldKind
from anvilhead.core.boards.batter_board import BoardLayout
from anvilhead.core.check.set_out import SetOut
from anvilhead.core.check.squaring import SquareCheck, check_square
from anvilhead.core.measure.tape import Pull
from tests.slip_trials import ELL

PAIRS = ["AB", "BC", "CD", "DE", "EF", "FA", "AC", "AE", "BE", "BF"]
HOLDS = [
    Hold(HoldKind.LINE, ("A", "B")),
    Hold(HoldKind.LINE, ("C", "D")),
    Hold(HoldKind.POINT, ("D", "A", "B")),
    Hold(HoldKind.BEST_FIT, ()),
]


def pulled(hold: Hold, *more: str) -> SquareCheck:
    at = ELL.corners
    pulls = [Pull(pair[0], pair[1], at[pair[0]].distance_to(at[pair[1]])) for pair in (*PAIRS, *more)]
    return check_square(SetOut(ELL, BoardLayout(1200), hold=hold), pulls)


def variances(check: SquareCheck) -> float:
    """Summed variances of all corners, up to the factor of their ellipses."""
    return sum(math.hypot(*one.sigmas_mm) ** 2 for one in check.laid.ellipses.values() if one)


@pytest.mark.parametrize("hold", HOLDS, ids=["AB", "CD", "point D", "best fit"])
def test_the_share_is_what_adjusting_with_it_takes_away(hold: Hold) -> None:
    before = pulled(hold)
    assert len(before.helpful) == 3
    for one in before.helpful:
        after = pulled(hold, one.start + one.end)
        assert one.share == pytest.approx(1 - variances(after) / variances(before), rel=1e-3)
        was, is_ = before.laid.ellipses[one.corner], after.laid.ellipses[one.corner]
        assert was
        assert is_
        assert (one.before_mm, one.after_mm) == (
            pytest.approx(was.major_mm, rel=1e-3),
            pytest.approx(is_.major_mm, rel=1e-3),
        )


@pytest.mark.parametrize("hold", HOLDS, ids=["AB", "CD", "point D", "best fit"])
def test_the_first_is_the_best_of_all_that_are_left(hold: Hold) -> None:
    before = pulled(hold)
    left = [
        a + b for i, a in enumerate(ELL.names) for b in ELL.names[i + 1 :] if a + b not in PAIRS and b + a not in PAIRS
    ]
    best = min(left, key=lambda pair: variances(pulled(hold, pair)))
    shares = {one.start + one.end: one.share for one in before.helpful}
    assert shares[next(iter(shares))] == pytest.approx(1 - variances(pulled(hold, best)) / variances(before), rel=1e-3)
