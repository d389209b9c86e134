"""How many rounds, how long, which slips, and how an instrument wanders: numbers worked by hand."""

from datetime import date, datetime, timedelta
from typing import ClassVar

import numpy as np
import pytest

from anvilhead.core.check.slip_kinds import Slip
from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.tape import Pull
from anvilhead.core.messages.made.trend_words import drift_text, pace_text, to_square_text
from anvilhead.core.trends import drifting
from anvilhead.core.trends.drifting import drift_of
from anvilhead.core.trends.rounds import RoundPulled, pace_of, rounds_to_square
from anvilhead.core.trends.slip_made import slip_made
from anvilhead.core.units.units import FOOT_MM, INCH_MM, Units

EIGHT = datetime(2026, 5, 4, 8, 0)


def pulled(*minutes: float, squares: bool = True, is_square: bool = False) -> RoundPulled:
    return RoundPulled(squares, is_square, tuple(EIGHT + timedelta(minutes=one) for one in minutes))


class TestRounds:
    def test_looks_after_digging_are_not_counted(self) -> None:
        look = pulled(squares=False, is_square=True)
        assert rounds_to_square([pulled(), look, pulled(), pulled(is_square=True), pulled()]) == 3
        assert rounds_to_square([pulled(), look]) is None
        assert rounds_to_square([]) is None

    def test_a_round_broken_off_says_nothing_of_how_long_one_takes(self) -> None:
        whole, slow = pulled(0, 1, 2, 3, 4, 5), pulled(20, 24, 28, 32)  # five minutes by one, twelve by four
        broken, at_once, few = pulled(0, 1, 2, 90), pulled(7, 7, 7, 7), pulled(0, 1, 2)
        pace = pace_of([whole, broken, slow, at_once, few])
        assert pace is not None
        assert (pace.rounds, pace.whole, pace.between) == (2, timedelta(minutes=8.5), timedelta(minutes=2.5))
        assert "8 min" in pace_text(pace)
        assert "2 min a pull" in pace_text(pace)
        assert pace_of([broken, at_once, few]) is None

    def test_how_many_took_how_many_is_said(self) -> None:
        assert to_square_text({2: 3, 1: 1}, 2) == (
            "Structures square: 1 after 1 round, 3 after 2 rounds. 2 not square yet."
        )


class TestSlips:
    CORNERS: ClassVar = {"A": Point(0, 0), "B": Point(12000, 0), "C": Point(12000, 7000), "D": Point(0, 7000)}

    @pytest.mark.parametrize(
        ("more_mm", "typed", "slip"),
        [
            (FOOT_MM, "", Slip.BURN),
            (-FOOT_MM, "", Slip.FOOT),
            (INCH_MM, "", Slip.INCH),
            (2.0, "", None),  # as far as two careful pulls of forty feet lie apart
            (np.hypot(12000, 7000) - 12000, "", Slip.WRONG_CORNER),
            (77.0, "", Slip.UNKNOWN),
        ],
    )
    def test_the_reading_taken_instead_tells(self, more_mm: float, typed: str, slip: Slip | None) -> None:
        others = [Pull("B", "C", 7000 + FOOT_MM, FOOT_MM)]
        struck = Pull("A", "B", 12000 + more_mm, typed=typed)
        assert slip_made(struck, Pull("A", "B", 12000), 1.5, others=others, corners=self.CORNERS) is slip


def found_on(days: int, error: float, doubt: float = 0.5) -> drifting.Tested:
    return drifting.Tested(date(2026, 5, 4) + timedelta(days=days), error, doubt, claim=2.0)


class TestDrift:
    def test_it_goes_on_as_it_went(self) -> None:
        """From 0 to 1 mm in fifty days: at 2 mm, the claim, fifty days on."""
        drift = drift_of([found_on(50, 1.0), found_on(0, 0.0)])
        assert drift is not None
        assert drift.is_told
        assert drift.a_day == pytest.approx(0.02)
        assert drift.past_claim == date(2026, 5, 4) + timedelta(days=100)
        assert drift.doubt == pytest.approx(0.5 * np.sqrt(2))

    def test_the_line_is_that_of_least_squares(self) -> None:
        days, errors, doubts = [0, 20, 45, 80], [0.1, 0.5, 0.7, 1.4], [0.5, 0.3, 0.5, 0.6]
        drift = drift_of([found_on(d, e, doubt) for d, e, doubt in zip(days, errors, doubts, strict=True)])
        slope, _ = np.polyfit(days, errors, 1, w=1 / np.array(doubts))
        assert drift is not None
        assert drift.a_day == pytest.approx(slope)

    def test_a_knock_is_no_drift(self) -> None:
        drift = drift_of([found_on(d, e) for d, e in [(0, 0.0), (30, 0.0), (60, 0.1), (61, 3.0)]])
        assert drift is not None
        assert drift.is_told
        assert drift.a_day is None
        assert drift.past_claim is None
        assert "knocked" in drift_text("Laser 1", drift, 61, Units.M)

    def test_what_tests_cannot_tell_is_not_told(self) -> None:
        drift = drift_of([found_on(0, 0.0), found_on(30, 0.6)])
        assert drift is not None
        assert not drift.is_told
        assert drift.past_claim is None
        assert "no change" in drift_text("Laser 1", drift, 30, Units.FT_IN)

    def test_two_tests_of_one_day_are_one(self) -> None:
        assert drift_of([found_on(0, 0.0), found_on(0, 0.4)]) is None
        assert drift_of([]) is None

    def test_a_perfect_instrument_is_seldom_said_to_drift(self) -> None:
        rng = np.random.default_rng(17)
        said = 0
        for _ in range(2000):
            found = drift_of([found_on(day, rng.normal(0, 0.5 / 1.96)) for day in (0, 30, 60)])
            said += found is not None and found.is_told
        assert said / 2000 == pytest.approx(0.05, abs=0.015)
