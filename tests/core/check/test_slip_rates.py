"""How often each kind of slip is found, named, left undecided or wrongly accused (table in docs/squaring.md)."""

from itertools import combinations

import pytest

from anvilhead.core.boards.batter_board import BoardLayout
from anvilhead.core.check.set_out import SetOut
from anvilhead.core.check.slip_kinds import Slip
from anvilhead.core.check.squaring import check_square
from anvilhead.core.measure.tape import Pull
from anvilhead.core.messages.words import headline, suspect_text
from anvilhead.core.units.units import Units
from tests.sites import displaced, pulled
from tests.slip_trials import CLIPPED, ELL, FOOT, NETWORKS, SPOILS, STORE, rates

pytestmark = pytest.mark.trials

SITES = 15


@pytest.mark.parametrize("slip", SPOILS, ids=str)
def test_a_wrong_accusation_is_rare_and_well_checked_pulls_are_found(slip: Slip) -> None:
    for name, shape, times in NETWORKS:
        outcomes, _ = rates(slip, shape, times, SITES)
        total = sum(outcomes.values())
        assert outcomes["wrong"] <= 1, name
        if times == 1 and shape is STORE:
            continue
        assert outcomes["right"] >= (0.45 if shape is CLIPPED else 0.7) * total, name


@pytest.mark.parametrize("slip", SPOILS, ids=str)
def test_with_one_pull_to_spare_it_is_honest_that_it_cannot_tell(slip: Slip) -> None:
    outcomes, _ = rates(slip, STORE, 1, SITES)
    assert outcomes["right"] == outcomes["wrong"] == 0
    assert outcomes["undecided"] >= 0.8 * sum(outcomes.values())


@pytest.mark.parametrize(
    ("slip", "least"),
    [
        (Slip.BURN, 0.9), (Slip.SIX_NINE, 0.7), (Slip.SWAPPED_DIGITS, 0.8), (Slip.HUNDREDTHS, 0.7),
        (Slip.WRONG_CORNER, 0.7), (Slip.ROWS_SWAPPED, 0.9), (Slip.BUMP, 0.7), (Slip.INCH, 0.7),
    ],
    ids=lambda one: str(one) if isinstance(one, Slip) else None,
)  # fmt: skip
def test_a_slip_that_is_found_is_mostly_named_rightly(slip: Slip, least: float) -> None:
    outcomes, named = rates(slip, ELL, 1, SITES)
    assert named >= least * outcomes["right"]


class TestRowsSwapped:
    PULLS = pulled(displaced(ELL, {"C": (5, 3)}), list(combinations(ELL.names, 2)), FOOT)

    def test_both_rows_are_told_with_what_undoes_it(self) -> None:
        pulls = list(self.PULLS)
        one, other = pulls[1], pulls[9]  # A–C and C–D
        assert abs(one.reading_mm - other.reading_mm) > 1000
        pulls[1] = Pull(one.start, one.end, other.reading_mm, FOOT)
        pulls[9] = Pull(other.start, other.end, one.reading_mm, FOOT)
        suspects = check_square(SetOut(ELL, BoardLayout(1200)), pulls).suspects

        assert {s.pull.pair for s in suspects if s.certain} == {one.pair, other.pair}

    def test_agreement_of_the_rest_ranks_the_explanations(self) -> None:
        pulls = [*self.PULLS[:3], Pull("A", "E", self.PULLS[3].reading_mm + FOOT, FOOT), *self.PULLS[4:]]
        first = check_square(SetOut(ELL, BoardLayout(1200)), pulls).suspects[0]
        assert first.pull.pair == ("A", "E")
        assert first.agreement > 0.99


def test_a_bent_hook_is_suspected_in_every_reading_made_with_it() -> None:
    pulls = [
        Pull(p.start, p.end, p.reading_mm + 25.4 * 3 / 16)
        for p in pulled(STORE.corners, list(combinations("ABCD", 2)) * 3)
    ]
    # two burned pulls do not have the hook's error, so the hooked ones cannot agree with them
    pulls += pulled(STORE.corners, [("A", "B"), ("A", "C"), ("B", "D"), ("B", "C")] * 3, FOOT)
    suspects = check_square(SetOut(STORE, BoardLayout(1200)), pulls).suspects

    assert {s.slip for s in suspects} == {Slip.HOOK}
    assert all(not s.certain and s.correction_mm < 0 for s in suspects)
    assert "hook" in suspect_text(suspects[0], Units.FT_IN)


def test_a_burn_noted_and_never_made_is_seen_in_every_reading() -> None:
    pulls = [Pull(p.start, p.end, p.reading_mm, FOOT) for p in pulled(STORE.corners, list(combinations("ABCD", 2)))]
    check = check_square(SetOut(STORE, BoardLayout(1200)), pulls)

    assert {(s.slip, s.correction_mm) for s in check.suspects} == {(Slip.BURN, FOOT)}
    assert len(check.suspects) == 6
    assert headline(SetOut(STORE, BoardLayout(1200)), check, Units.FT_IN) == "Every reading is off by the same"
