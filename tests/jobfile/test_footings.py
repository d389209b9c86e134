"""Footing bottoms from a job file: test holes shot, steps in blocks, readings, courses, unequal fill."""

import json
from typing import Any

import pytest

from anvilhead.jobfile.problems import DocumentRefused
from anvilhead.jobfile.reading import read_job
from anvilhead.jobfile.solving import solve_job

INCH, FOOT = 25.4, 304.8
RULE = {"grade": "0", "module": '8"', "lap": "2'", "rise": '16"'}
HOLES = {"A": "7'", "B": "8' 6\"", "C": "10' 4\"", "D": "7' 6\""}
"""On sound soil from a level line 5 ft up: A −2', B −3' 6", C −5' 4", D −2' 6"."""


def footing_of(holes: dict[str, str], shape: dict[str, Any] | None = None, **said: Any) -> dict[str, Any]:
    shots = [{"at": "BM", "reading": "5'"}]
    shots += [{"at": at, "on": "sound soil", "reading": reading} for at, reading in holes.items()]
    outline = shape or {"shape": "rectangle", "length": "40'", "width": "24'"}
    job = {
        "format": "anvilhead-job", "version": 1, "units": "ft-in",
        "structures": [{"id": "loft", "kind": "building", "footprint": outline}],
        "levels": {"benchmark": {"name": "BM", "height": 0}, "setups": [{"instrument": "laser", "shots": shots}],
                   "footings": [RULE | said]},
    }  # fmt: skip
    found: dict[str, Any] = solve_job(read_job(json.dumps(job).encode())).model_dump(mode="json")["levels"]
    return dict(found["footings"][0])


def test_the_deepest_hole_by_hand() -> None:
    """C: −5' 4" less 6" is −70".  Bottoms stand whole blocks under 8" − 10" = −2": −74", nine blocks of wall."""
    found = footing_of(HOLES, penetration='6"', frost='30"', thickness='10"', top='8"', course='8"')
    deepest = min(found["stretches"], key=lambda one: one["bottom_mm"])
    assert deepest["bottom_mm"] == pytest.approx(-74 * INCH)
    assert deepest["reading_mm"] == pytest.approx(60 * INCH + 74 * INCH)
    assert (deepest["wall_mm"], deepest["courses"], deepest["cut_mm"]) == (pytest.approx(72 * INCH), 9, 0)
    assert (deepest["start"]["side"], deepest["end"]["side"]) == ("BC", "CD")
    assert sum(one["length_mm"] for one in found["stretches"]) == pytest.approx(128 * FOOT)
    assert found["corners"] == {"A": 0, "B": 40 * FOOT, "C": 64 * FOOT, "D": 104 * FOOT}


def test_wall_and_blocks_that_do_not_come_out_even_have_one_cut() -> None:
    """Frost alone: 30" down, from −2" four blocks of 8" to −34"; a wall of 32" is three of 9" and one cut to 5"."""
    (only,) = footing_of({}, frost='30"', thickness='10"', top='8"', course='9"')["stretches"]
    assert (only["bottom_mm"], only["courses"]) == (pytest.approx(-34 * INCH), 3)
    assert only["cut_mm"] == pytest.approx(5 * INCH)
    assert only["text"] == 'Down for the frost depth, 4" deeper than it asks. 3 courses and one cut to 5".'


def test_unequal_fill_is_for_an_engineer_only_where_it_is_too_much() -> None:
    """Inside 3' down; outside 0 but at C, 2' down: there the two are 1' apart."""
    grades = [{"at": "A", "height": 0}, {"at": "C", "height": "-2'"}]
    footing = footing_of(HOLES, frost='30"', inside="-3'", unequal="2'", grades=grades)
    found = footing["stretches"]
    assert {one["engineer"] for one in found} == {True, False}
    assert "Fill stands up to 3' 0\" higher on one side than on the other: an engineer" in footing["text"]
    assert all(one["engineer"] is (one["unequal_mm"] > 2 * FOOT) for one in found)


def test_an_open_line_has_ends_and_nothing_known_is_told() -> None:
    run = {"shape": "run", "steps": [{"go": "30'"}, {"turn": 90, "go": "20'"}]}
    found = footing_of({"A": "6'", "C": "9'"}, run)
    assert found["stretches"][0]["start"]["along_mm"] == 0
    assert found["stretches"][-1]["end"]["along_mm"] == pytest.approx(20 * FOOT)
    assert footing_of({})["stretches"] == []
    assert "Neither a frost depth nor sound soil" in footing_of({})["text"]


def test_a_grade_at_a_point_nobody_knows_is_refused() -> None:
    with pytest.raises(DocumentRefused) as error:
        footing_of({}, frost='30"', grades=[{"at": "Q", "height": 0}])
    assert [problem.pointer for problem in error.value.problems] == ["/levels/footings/0/grades/0/at"]
