"""What a tape forgives, by Pythagoras."""

import math

import pytest

from anvilhead.core.check.slip_kinds import Slip
from anvilhead.core.check.slips import Suspect
from anvilhead.core.measure.slope import forgiven_fall_mm, hump_mm
from anvilhead.core.measure.tape import Pull
from anvilhead.core.messages.words import level_text, suspect_text
from anvilhead.core.units.units import Units


@pytest.mark.parametrize("length", [1000.0, 13_411.2, 40_000.0])
def test_a_fall_that_is_forgiven_lengthens_the_tape_by_just_that(length: float) -> None:
    assert math.hypot(length, forgiven_fall_mm(length, 0.8)) - length == pytest.approx(0.8, abs=1e-9)
    # the rule of thumb √(2·L·e) is the same within a hair
    assert forgiven_fall_mm(length, 0.8) == pytest.approx(math.sqrt(2 * length * 0.8), rel=3e-4)


def test_the_sixteenth_rule_in_words() -> None:
    # √(2 · 13411.2 · 0.794) = 146 mm, 5 3/4 inches
    assert level_text(13_411.2, Units.FT_IN) == 'level enough with its ends within 5 3/4"'


def test_a_long_pull_that_nothing_else_explains_is_told_with_the_hump_that_would() -> None:
    suspect = Suspect(Pull("A", "C", 12_020.0), Slip.UNKNOWN, -20.0, certain=True)
    told = suspect_text(suspect, Units.MM)
    # √(12 020² - 12 000²) / 2 = 347 mm
    assert told == "A–C reads 20 mm long: no usual slip explains it; a hump of 347 mm halfway would do that."
    short = Suspect(Pull("A", "C", 12_000.0), Slip.UNKNOWN, 20.0, certain=True)
    assert "hump" not in suspect_text(short, Units.MM)


def test_a_hump_halfway() -> None:
    height = hump_mm(12_000, 20)
    assert height is not None
    assert 2 * math.hypot(6000, height) == pytest.approx(12_020)
    assert hump_mm(12_000, -5) is None
    assert hump_mm(12_000, 304.8) is None  # over a metre and a quarter: nobody lays a tape over that
