"""Strings with heights at nails, drops read from them, and what a line level hung off mid-span and bracketed means."""

import json
from typing import Any

import pytest

from anvilhead.jobfile.problems import DocumentRefused
from anvilhead.jobfile.reading import read_job
from anvilhead.jobfile.solving import solve_job

NAILS = [{"at": "A", "height": "300"}, {"at": "B", "height": "200"}, {"at": "C", "height": "200"}]
KERB = {"name": "kerb", "through": ["A", "B", "C"], "thing": "form tops", "heights": NAILS}
SLOPING = {"instrument": "string", "string": "kerb"}


def levels_of(setups: list[dict[str, Any]], **more: Any) -> dict[str, Any]:
    job = {
        "format": "anvilhead-job", "version": 1, "units": "mm",
        "structures": [{"id": "slip", "kind": "slab",
                        "footprint": {"shape": "rectangle", "length": 10_000, "width": 5000}}],
        "levels": {"benchmark": {"name": "BM", "height": 0}, "setups": setups, **more},
    }  # fmt: skip
    found: dict[str, Any] = solve_job(read_job(json.dumps(job).encode())).model_dump(mode="json")["levels"]
    return found


def drops(*shots: tuple[str, int] | tuple[str, int, int], **head: Any) -> dict[str, Any]:
    rows = [{"at": one[0], "reading": one[1]} | ({"distance": one[2]} if len(one) > 2 else {}) for one in shots]
    return {**SLOPING, **head, "shots": rows}


def test_drops_from_a_falling_string_are_read_at_their_own_stations() -> None:
    """From A at 300 to B at 200 over 10 m; so far along as said where the point lies beside it."""
    found = levels_of([drops(("A", 150), ("B", 150), ("m", 150, 2500), ("C", 120))], strings=[KERB])
    assert found["heights"] == pytest.approx({"BM": 0, "A": 150, "B": 50, "m": 275 - 150, "C": 80})
    assert (found["state"], found["headline"]) == ("open", "Down from “kerb”")


def test_stations_tell_the_string_the_reveal_and_what_is_set_to_it() -> None:
    laser = {"instrument": "laser", "shots": [
        {"at": "BM", "reading": 1500}, {"at": "A", "reading": 1400}, {"at": "B", "reading": 1250},
        {"at": "A", "on": "form tops", "reading": 1190}]}  # fmt: skip
    (kerb,) = levels_of([laser], strings=[KERB | {"every": "2500"}])["strings"]
    stations = {one["along_mm"]: one for one in kerb["stations"]}
    assert list(stations) == [0, 2500, 5000, 7500, 10_000, 12_500, 15_000]
    assert [stations[at]["height_mm"] for at in (0, 2500, 10_000, 12_500)] == pytest.approx([300, 275, 200, 200])
    assert (stations[0]["reveal_mm"], stations[0]["reading_mm"]) == (pytest.approx(200), pytest.approx(1200))
    assert (stations[0]["off_mm"], stations[0]["text"]) == (pytest.approx(10), "Lower 10 mm")
    assert stations[10_000]["reveal_mm"] == pytest.approx(-50)
    assert kerb["text"] == "The ground stands 50 mm through it at B: dig it down there, or raise it."
    assert [one["text"] for one in kerb["grades"]][1] == "10000 mm to 15000 mm: level"


def test_a_target_is_read_down_from_the_string_where_its_point_lies() -> None:
    target = {"name": "base", "height": 100, "at": ["A", "B"]}
    found = levels_of([drops(("A", 150))], strings=[KERB], targets=[target])["targets"]
    assert [one["target_reading_mm"] for one in found] == pytest.approx([200, 100])


def test_what_hangs_from_no_string_and_beside_it_is_refused() -> None:
    for setup, pointer in (
        (drops(("A", 150), string="rope"), "/levels/setups/0/string"),
        (drops(("D", 150)), "/levels/setups/0/shots/0/distance"),
        (drops(("A", 150), instrument="laser"), "/levels/setups/0/string"),
    ):
        with pytest.raises(DocumentRefused) as error:
            levels_of([setup], strings=[KERB])
        assert [problem.pointer for problem in error.value.problems] == [pointer]


def test_a_level_hung_off_mid_span_tilts_its_string() -> None:
    """A level of 0.147 N at a quarter of 8 m, line 0.013 N/m pulled at 44 N: a slope of (0.013 + 0.147/8)·4/88."""
    line = {"instrument": "line-level", "span": 8000, "hung_at": 2000}
    shots = [{"at": "BM", "reading": 900}, {"at": "far", "reading": 900}]
    slope = (0.013 + 0.015 * 9.81 / 8) * (8 - 4) / (2 * 44)
    found = levels_of([line | {"shots": shots}])
    assert found["heights"]["far"] == pytest.approx(8000 * slope, abs=1e-6)
    assert any("off mid-span" in one["text"] for one in found["setups"][0]["reaches"])
    middle = levels_of([line | {"hung_at": 4000, "shots": shots}])
    assert middle["heights"]["far"] == pytest.approx(0)


def test_between_its_ends_a_string_hangs_lower() -> None:
    """At mid-span of 8 m: 1000·(0.013·64/(8·44) + 0.147·8/(4·44)) below its ends; so much lower is what it finds."""
    line = {"instrument": "line-level", "span": 8000}
    found = levels_of([line | {"shots": [{"at": "BM", "reading": 900}, {"at": "m", "reading": 900, "distance": 4000}]}])
    below = 1000 * (0.013 * 64 / (8 * 44) + 0.015 * 9.81 * 8 / (4 * 44))
    assert found["heights"]["m"] == pytest.approx(-below)


def test_a_bracket_counts_by_its_mean_and_tells_half_of_it() -> None:
    shots = [{"at": "BM", "reading": 900}, {"at": "A", "reading": 890, "bracket": 902, "turned": 900}]
    found = levels_of([{"instrument": "line-level", "shots": shots}])
    assert found["heights"]["A"] == pytest.approx(900 - (896 + 900) / 2)
    assert found["setups"][0]["shots"][1]["half_mm"] == 6
