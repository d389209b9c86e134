"""Pulls and tapes; the sloping ones by hand."""

import pytest

from anvilhead.core.geometry.footprint import rectangle
from anvilhead.core.measure.call_sheet import calls_for
from anvilhead.core.measure.tape import Pull, PullKind, TapeClass, ordered_pair
from anvilhead.core.messages.words import call_origin
from anvilhead.core.units.errors import PullError
from anvilhead.core.units.units import Units


def test_the_burn_comes_off_the_reading() -> None:
    assert Pull("A", "C", 16119.475, burn_mm=304.8).length_mm == pytest.approx(15814.675)


def test_two_feet_of_fall_in_thirty_cost_13_sixteenths() -> None:
    # 360 - sqrt(360² - 24²) = 0.8009 in
    pull = Pull("A", "B", 360 * 25.4, fall_mm=24 * 25.4)
    assert (360 - pull.length_mm / 25.4) == pytest.approx(0.8009, abs=1e-4)


@pytest.mark.parametrize(
    ("facts", "code"),
    [
        ({"start": "A", "end": "A", "reading_mm": 5}, "same-corner"),
        ({"start": "A", "end": "B", "reading_mm": 5, "fall_mm": 9, "kind": PullKind.SQUARE}, "fall-of-laser"),
        ({"start": "A", "end": "B", "reading_mm": 300, "burn_mm": 304.8}, "burn-over-reading"),
        ({"start": "A", "end": "B", "reading_mm": 300, "fall_mm": 300}, "fall-over-reading"),
    ],
)
def test_pulls_that_contradict_themselves_are_refused(facts: dict[str, float], code: str) -> None:
    with pytest.raises(PullError) as refusal:
        Pull(**facts)  # type: ignore[arg-type]
    assert refusal.value.code == code


def test_the_tape_class_is_the_limit_of_95_in_100() -> None:
    # 1/16 in + 44 ft / 10000 = 1.5875 + 1.34112 mm
    assert TapeClass().limit_mm(13411.2) == pytest.approx(2.92862)
    # half of the limit, and what reading to a sixteenth leaves: sqrt(1.46431² + 1.5875²/12)
    assert TapeClass().sigma_mm(13411.2) == pytest.approx(1.53434, abs=1e-5)


def test_pairs_are_in_letter_order_also_past_z() -> None:
    assert ordered_pair("C", "A") == ("A", "C")
    assert ordered_pair("AA", "Z") == ("Z", "AA")


def test_a_call_says_how_it_comes_about() -> None:
    store = rectangle(13411.2, 8382)
    calls = calls_for(store, 304.8)
    assert call_origin(calls[0], store, Units.FT_IN, 304.8) == "44' 0\" as planned, and 1' 0\" burned"
    # 622.642755 in is 0.451 mm more than 622 5/8 in, 1.14/64 in; times 622.64/528 that is 0.53 mm, 1.34/64 in
    assert call_origin(calls[4], store, Units.FT_IN, 304.8) == (
        '√((44\' 0")² + (27\' 6")²) = 51\' 10 5/8", 1/64" more before rounding '
        '(the far corner slides 1/64"), and 1\' 0" burned'
    )
    assert call_origin(calls_for(store, 0.0)[1], store, Units.M, 0.0) == "8.382 m as planned"


def test_every_call_is_longer_by_exactly_the_burn() -> None:
    calls = calls_for(rectangle(13411.2, 8382), 304.8)

    assert [c.start + c.end for c in calls] == ["AB", "BC", "CD", "DA", "AC", "BD"]
    assert [c.kind.value for c in calls] == ["side"] * 4 + ["diagonal"] * 2
    assert all(c.call_mm - c.length_mm == pytest.approx(304.8) for c in calls)
