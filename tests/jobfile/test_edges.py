"""Slabs beside concrete that is there, from a job file."""

import json
from typing import Any

import pytest

from anvilhead.jobfile.problems import DocumentRefused
from anvilhead.jobfile.reading import read_job
from anvilhead.jobfile.solving import solve_job

STEPS = [(0, 4000), (90, 2000), (90, 2000), (-90, 2000), (90, 2000), (90, 4000)]
L_SHAPE = {"shape": "walk", "steps": [{"go": go} | ({"turn": turn} if turn else {}) for turn, go in STEPS]}
DRAIN = {"rise": 1, "over": 50, "drain": [1000, 1000]}


def slab_of(shots: list[tuple[str, int]], shape: dict[str, Any] | None = None, **slab: Any) -> dict[str, Any]:
    """A slab of 6 by 4 m, 100 thick, whose other edges stand at 0; a level line at 1000."""
    read = [{"at": "BM", "reading": 1000}] + [{"at": at, "on": "edge", "reading": mm} for at, mm in shots]
    job = {
        "format": "anvilhead-job", "version": 1, "units": "mm",
        "structures": [{"id": "apron", "kind": "slab",
                        "footprint": shape or {"shape": "rectangle", "length": 6000, "width": 4000}}],
        "levels": {"benchmark": {"name": "BM", "height": 0}, "setups": [{"instrument": "laser", "shots": read}],
                   "points": [{"name": "M", "place": [3000, 0]}, {"name": "P", "place": [3000, 2000]}],
                   "slabs": [{"height": 0, "thickness": 100} | slab]},
    }  # fmt: skip
    levels = solve_job(read_job(json.dumps(job).encode())).model_dump(mode="json")["levels"]
    return dict(levels["slabs"][0])


def test_the_top_is_stretched_from_the_edge_that_is_there_to_the_form() -> None:
    """Along AB it was shot at 80, 140 and 100 (M in the middle); CD stands at 0, so that P lies half way up to M."""
    found = slab_of([("A", 920), ("M", 860), ("B", 900)], existing=["AB"], pegs=["P"])
    (side,) = found["existing"]
    assert [(one["at"], one["height_mm"]) for one in side["falls"]] == [("A", 80), ("M", 140), ("B", 100)]
    assert [one["fall_share"] for one in side["falls"]] == pytest.approx([80 / 4000, 140 / 4000, 100 / 4000])
    assert (found["pegs"][0]["height_mm"], found["pegs"][0]["reading_text"]) == (pytest.approx(70), "930 mm")
    assert [one["height_mm"] for one in found["edges"]] == [80, 100, 0, 0]
    assert found["troubles"] == []


def test_water_that_would_run_back_and_too_little_fall_are_told() -> None:
    fall = {"rise": 20, "over": 1000, "away_from": "AB"}
    back = slab_of([("A", 1010), ("B", 900)], existing=["AB"], fall=fall)
    assert "Water would run back to AB, at 0 mm along it" in back["troubles"][0]
    little = slab_of([("A", 940), ("B", 900)], existing=["AB"], fall=fall)
    assert little["troubles"][0].startswith("Away from AB it falls 1.5 % at 0 mm along it; 2.0 % is wanted")
    assert slab_of([("A", 910), ("B", 900)], existing=["AB"], fall=fall)["troubles"] == []


def test_edges_that_cannot_meet_are_told_unless_their_corner_was_shot() -> None:
    """AB was shot at A and M only, BC at C only: at B one goes on at 140, the other at 30."""
    apart = slab_of([("A", 920), ("M", 860), ("C", 970)], existing=["AB", "BC"])["troubles"]
    assert apart[0].startswith("At B both edges are there, 110 mm apart")
    assert slab_of([("A", 920), ("M", 860), ("B", 900), ("C", 970)], existing=["AB", "BC"])["troubles"] == []


def test_what_cannot_be_is_refused() -> None:
    for slab, shape, pointer in (
        ({"existing": ["AC"]}, None, "/levels/slabs/0/existing/0"),
        ({"existing": ["AB"]}, L_SHAPE, "/levels/slabs/0/existing"),
        ({"pegs": ["P", "Q"]}, None, "/levels/slabs/0/pegs/1"),
        (
            {"existing": ["AB"], "fall": {"rise": 1, "over": 50, "drain": [1000, 1000]}},
            None,
            "/levels/slabs/0/fall/drain",
        ),
    ):
        with pytest.raises(DocumentRefused) as error:
            slab_of([], shape, **slab)
        assert [problem.pointer for problem in error.value.problems] == [pointer]
