"""The same thing read again although nothing was moved: what honest ways differ by, and what stays."""

import math
import random

import pytest

from anvilhead.core.closing.closed_book import LevelBook, keep_book
from anvilhead.core.closing.disagree import Agreement, agreements
from anvilhead.core.closing.sights import Sights
from anvilhead.core.levels.level_book import LevelSetup, LevelShot, Spot
from anvilhead.core.levels.level_instrument import LevelClass, LevelInstrument
from anvilhead.core.messages.level_words import agreement_words
from anvilhead.core.units.units import Units

FINE, COARSE = LevelClass(1.0, 0.0, 1e6), LevelClass(4.0, 0.0, 1e6)


def setup(*shots: tuple[str, float, str], rechecks: bool = False, by: str = "laser") -> LevelSetup:
    readings = tuple(LevelShot(Spot(at, thing), reading) for at, reading, thing in shots)
    return LevelSetup(LevelInstrument(by), readings, rechecks=rechecks)


def kept(*setups: LevelSetup, classes: tuple[LevelClass, ...]) -> tuple[LevelBook, list[Agreement]]:
    book = keep_book({Spot("BM"): 0.0}, setups, Sights(classes, {}))
    return book, agreements(book)


def test_the_root_sum_by_hand_and_the_earlier_height_stays() -> None:
    """Laser: ±1 on either sight, √2; water ±4, √32: together √34, 5.83 mm.  It finds the form 6 mm lower."""
    book, (found,) = kept(
        setup(("BM", 1500, ""), ("A", 1000, "form tops")),
        setup(("BM", 1500, ""), ("A", 1006, "form tops"), rechecks=True, by="water-level"),
        classes=(FINE, COARSE),
    )
    assert (found.differs_mm, found.allowed_mm) == (pytest.approx(-6), pytest.approx(math.sqrt(34)))
    assert not found.agrees
    assert found.weaker == 1
    assert book.height_of(Spot("A", "form tops")) == 500
    said = agreement_words(found, ("setup 1, laser", "setup 2, hose"), LevelInstrument.WATER, Units.MM)
    assert said.startswith("Setup 2, hose finds it 6 mm lower than setup 1, laser; 6 mm is honest.")
    assert said.endswith("The weaker is setup 2, hose: its test with both ends together decides.")


def test_without_saying_so_the_last_counts_as_before() -> None:
    book, found = kept(
        setup(("BM", 1500, ""), ("A", 1000, "form tops")), setup(("BM", 1500, ""), ("A", 1006, "form tops")),
        classes=(FINE, COARSE),
    )  # fmt: skip
    assert found == []
    assert book.height_of(Spot("A", "form tops")) == 494


def test_what_is_new_in_a_check_is_kept_and_a_turning_point_both_share_does_not_count() -> None:
    """Both hang on T by the same shot: of the first way T–A is left, of the second T–A again; four readings of ±1."""
    book, (found,) = kept(
        setup(("BM", 1500, ""), ("T", 1000, "")),
        setup(("T", 1200, ""), ("A", 900, "")),
        setup(("T", 1300, ""), ("A", 1001, ""), ("B", 800, ""), rechecks=True),
        classes=(FINE, FINE, FINE),
    )
    assert found.allowed_mm == pytest.approx(2.0)
    assert found.agrees
    assert book.height_of(Spot("B")) == 500 + 1300 - 800


def test_a_backsight_that_both_ways_share_does_not_count() -> None:
    """A straight from the first setup, and over T from the same setup: of five readings the benchmark's falls out."""
    _, (found,) = kept(
        setup(("BM", 1500, ""), ("A", 1000, "form tops"), ("T", 1200, "")),
        setup(("T", 1100, ""), ("A", 901, "form tops"), rechecks=True),
        classes=(FINE, FINE),
    )
    assert found.allowed_mm == pytest.approx(2.0)  # A, T, T again, A again


def test_honest_ways_agree_ninety_five_times_in_a_hundred() -> None:
    """Two thousand books with a turning point in either way; ± is two standard deviations, 95.4 in 100."""
    rng, agree, runs = random.Random(6), 0, 2000

    def read(mm: float, limit: float) -> float:
        return mm + rng.gauss(0, limit / 2)

    for _ in range(runs):
        _, (found,) = kept(
            setup(("BM", read(1500, 1), ""), ("T", read(1000, 1), "")),
            setup(("T", read(1200, 1), ""), ("A", read(900, 1), "form tops")),
            setup(("BM", read(1700, 4), ""), ("A", read(900, 4), "form tops"), rechecks=True, by="water-level"),
            classes=(FINE, FINE, COARSE),
        )
        agree += found.agrees
    assert 0.94 <= agree / runs <= 0.97
