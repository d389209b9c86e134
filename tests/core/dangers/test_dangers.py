"""Hold points and cautions by the facts of a structure."""

from dataclasses import replace
from datetime import UTC, datetime

import pytest

from anvilhead.core.dangers.cautions import AT, Danger, dangers_for
from anvilhead.core.dangers.facts import Facts
from anvilhead.core.dangers.holds import (
    BEFORE_STAKES,
    Hold,
    HoldDoing,
    HoldEntry,
    HoldState,
    holds_for,
    standing,
    stopping,
)
from anvilhead.core.messages.made.danger_words import HOLDS, caution_for
from anvilhead.core.units.units import FOOT_MM, Units

STRINGS_ONLY = Facts()
DUG = Facts(digs=True, by_machine=True, deepest_mm=6 * FOOT_MM, trench_limit_mm=5 * FOOT_MM)
NINE = datetime(2026, 11, 27, 9, tzinfo=UTC)


def entry(hold: Hold, doing: HoldDoing, who: str = "Ines") -> HoldEntry:
    return HoldEntry(hold, doing, who, NINE)


class TestCautions:
    def test_strings_on_stakes_bring_no_word_of_trenches_or_concrete(self) -> None:
        assert dangers_for(STRINGS_ONLY) == [Danger.UTILITIES, Danger.OVERHEAD, Danger.EYES, Danger.STRINGS]

    @pytest.mark.parametrize(
        ("deep", "limit", "danger"),
        [
            (6 * FOOT_MM, 5 * FOOT_MM, Danger.TRENCH),
            (5 * FOOT_MM, 5 * FOOT_MM, Danger.TRENCH),
            (4 * FOOT_MM, 5 * FOOT_MM, None),
            (None, 5 * FOOT_MM, Danger.TRENCH_UNKNOWN),
            (4 * FOOT_MM, None, Danger.TRENCH_UNKNOWN),
        ],
    )
    def test_a_cut_asks_for_protection_from_the_limit_of_the_place_on(
        self, deep: float | None, limit: float | None, danger: Danger | None
    ) -> None:
        found = dangers_for(replace(DUG, deepest_mm=deep, trench_limit_mm=limit))
        assert [one for one in found if one in (Danger.TRENCH, Danger.TRENCH_UNKNOWN)] == ([danger] if danger else [])

    def test_the_cut_is_told_with_both_depths(self) -> None:
        said = caution_for(Danger.TRENCH, DUG, Units.FT_IN)
        assert said.what == "The cut is 6' 0\" deep; this place asks for protection from 5' 0\" on."

    def test_an_overhead_line_is_near_within_the_reach_of_a_rod_beyond_what_is_to_be_kept(self) -> None:
        line = Facts(overhead="farm feed", overhead_mm=34 * FOOT_MM, overhead_keep_mm=10 * FOOT_MM)
        assert Danger.OVERHEAD_NEAR in dangers_for(line)
        assert Danger.OVERHEAD not in dangers_for(line)
        assert Danger.OVERHEAD in dangers_for(replace(line, overhead_mm=36 * FOOT_MM))
        assert "“farm feed” hangs 34' 0\"" in caution_for(Danger.OVERHEAD_NEAR, line, Units.FT_IN).what

    @pytest.mark.parametrize("danger", Danger)
    def test_every_danger_has_its_step_and_says_what_why_and_what_to_do(self, danger: Danger) -> None:
        said = caution_for(danger, replace(DUG, holes=3, overhead="x"), Units.M)
        assert AT[danger]
        assert all(len(part) > 10 for part in (said.what, said.why, said.do))


class TestHolds:
    def test_a_structure_has_the_hold_points_of_its_work(self) -> None:
        assert holds_for(STRINGS_ONLY) == [Hold.LOCATE, Hold.BOUNDARY, Hold.SETBACKS, Hold.SQUARE]
        assert holds_for(replace(DUG, pours=True, by_heights=True)) == list(Hold)

    def test_a_shallow_cut_has_none_of_its_own_and_an_unknown_one_has(self) -> None:
        assert Hold.TRENCH not in holds_for(replace(DUG, deepest_mm=1000.0))
        assert Hold.TRENCH in holds_for(replace(DUG, deepest_mm=None))

    def test_the_last_that_was_done_counts(self) -> None:
        done = [entry(Hold.LOCATE, HoldDoing.PAST), entry(Hold.LOCATE, HoldDoing.SEEN, "Tomas")]
        (found,) = standing([Hold.LOCATE], done)
        assert (found.state, found.by and found.by.who) == (HoldState.SEEN, "Tomas")
        (back,) = standing([Hold.LOCATE], [*done, entry(Hold.LOCATE, HoldDoing.BACK)])
        assert (back.state, back.by) == (HoldState.OPEN, None)

    def test_what_was_looked_at_lapses_with_its_ground_and_what_was_gone_past_stays(self) -> None:
        seen, past = entry(Hold.LOCATE, HoldDoing.SEEN), entry(Hold.BOUNDARY, HoldDoing.PAST)
        found = standing([Hold.LOCATE, Hold.BOUNDARY], [seen, past], lapsed=[Hold.LOCATE, Hold.BOUNDARY])
        assert [one.state for one in found] == [HoldState.LAPSED, HoldState.PAST]

    def test_what_nobody_looked_at_and_what_lapsed_stop_the_first_stake(self) -> None:
        seen = [entry(Hold.LOCATE, HoldDoing.SEEN), entry(Hold.SETBACKS, HoldDoing.PAST)]
        found = standing(list(Hold), seen, lapsed=[Hold.LOCATE])
        assert stopping(found, BEFORE_STAKES) == [Hold.LOCATE, Hold.BOUNDARY]

    @pytest.mark.parametrize("hold", Hold)
    def test_every_hold_point_has_a_short_list_and_says_whose_rules_it_goes_by(self, hold: Hold) -> None:
        assert 2 <= len(HOLDS[hold].look) <= 4
        assert HOLDS[hold].defers
