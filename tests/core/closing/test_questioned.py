"""Readings that cannot be are questioned."""

import pytest

from anvilhead.core.closing.closed_book import keep_book
from anvilhead.core.closing.questioned import Around, Questioned, QuestionKind, questioned
from anvilhead.core.closing.sights import Sights
from anvilhead.core.geometry.point import Point
from anvilhead.core.levels.level_book import LevelSetup, LevelShot, Spot
from anvilhead.core.levels.level_instrument import CLASSES, LevelInstrument
from anvilhead.core.measure.misreading import Misreading
from anvilhead.core.units.units import Units

FOOT = 304.8


def asked_about(
    *shots: LevelShot,
    rod_mm: float | None = None,
    places: dict[str, Point] | None = None,
    tops: frozenset[str] = frozenset(),
) -> list[Questioned]:
    setups = [LevelSetup(LevelInstrument.LASER, (LevelShot(Spot("BM"), 1200), *shots))]
    sights = Sights([CLASSES[LevelInstrument.LASER]], {})
    around = Around([rod_mm], [Units.FT_IN], places or {}, tops)
    return questioned(keep_book({Spot("BM"): 0.0}, setups, sights), around)


def shot(at: str, reading: float, thing: str = "") -> LevelShot:
    return LevelShot(Spot(at, thing), reading)


GRID = {f"G{i}{j}": Point(i * 3000, j * 3000) for i in range(4) for j in range(3)}


def sloped(**wrong: float) -> list[LevelShot]:
    """Ground that falls 60 mm from point to point along x, with some shots read otherwise."""
    return [shot(name, 1000 + at.x * 0.02 + wrong.get(name, 0)) for name, at in GRID.items()]


def test_off_the_rod() -> None:
    found = asked_about(shot("A", 2500), rod_mm=2400)
    assert [(d.kind, d.off_mm) for d in found] == [(QuestionKind.OFF_ROD, 100)]


def test_longer_than_any_rod_although_nobody_said_how_long_it_is() -> None:
    assert [d.kind for d in asked_about(shot("A", 304_800))] == [QuestionKind.NO_ROD]


def test_below_zero_on_the_ground() -> None:
    assert [d.kind for d in asked_about(shot("A", -40))] == [QuestionKind.UPSIDE_DOWN]
    assert asked_about(shot("A", -40, "beam")) == []


def test_a_top_under_its_ground() -> None:
    found = asked_about(shot("A", 900), shot("A", 950, "form top"), tops=frozenset({"form top"}))
    assert [(d.kind, d.place, round(d.off_mm)) for d in found] == [(QuestionKind.BELOW_GROUND, (0, 2), 50)]
    assert asked_about(shot("A", 900), shot("A", 950, "footing bottom"), tops=frozenset({"form top"})) == []


def test_even_ground_is_not_questioned() -> None:
    assert asked_about(*sloped(), places=GRID) == []


def test_a_foot_against_its_neighbours() -> None:
    found = asked_about(*sloped(G11=-FOOT), places=GRID)
    assert [(d.kind, d.slip) for d in found] == [(QuestionKind.STANDS_OUT, Misreading.FOOT)]
    assert found[0].should_read_mm == pytest.approx(1060)
    assert found[0].off_mm == pytest.approx(FOOT, abs=60)


def test_the_same_ground_read_otherwise() -> None:
    found = asked_about(shot("A", 900), shot("A", 900 + FOOT))
    assert [(d.kind, d.slip, d.place) for d in found] == [(QuestionKind.NOT_AGAIN, Misreading.FOOT, (0, 2))]
    assert asked_about(shot("A", 900), shot("A", 901)) == []


def test_a_thing_that_was_moved_is_not_questioned() -> None:
    assert asked_about(shot("A", 900, "form top"), shot("A", 850, "form top")) == []
