"""`solve` on the lines that crews pull: frames, line families, lines one at a time, with the keys of the job file."""

import json
import math
from itertools import combinations
from typing import Any

import pytest

from anvilhead.jobfile.problems import DocumentRefused
from anvilhead.jobfile.reading import read_job
from anvilhead.jobfile.solving import solve_job

LENGTH, WIDTH = 12_000.0, 8000.0
Places = dict[str, tuple[float, float]]
FRAME: dict[str, Any] = {"frame": {"sides_within": '1/16"'}}
LINES: dict[str, Any] = {"lines": [{"family": "form", "offset": 600}, {"family": "slab", "offset": -100}]}
FORM: Places = {"A": (-600, -600), "B": (12_600, -600), "C": (12_620, 8600), "D": (-590, 8595)}


def document(pulls: list[dict[str, Any]], **plan: Any) -> bytes:
    footprint = {"shape": "rectangle", "length": LENGTH, "width": WIDTH}
    structure = {"id": "slab", "kind": "slab", "footprint": footprint} | plan
    body = {"format": "anvilhead-job", "version": 1, "units": "mm", "structures": [structure]}
    return json.dumps(body | {"pulls": [{"structure": "slab"} | pull for pull in pulls]}).encode()


def square_of(pulls: list[dict[str, Any]], **plan: Any) -> dict[str, Any]:
    results = solve_job(read_job(document(pulls, **plan))).model_dump(mode="json", by_alias=True)
    found: dict[str, Any] = results["structures"]["slab"]["square"]
    return found


def every_pair(at: Places, **more: Any) -> list[dict[str, Any]]:
    return [{"from": a, "to": b, "reading": math.dist(at[a], at[b])} | more for a, b in combinations(at, 2)]


class TestFrame:
    def racked(self, lean: float) -> list[dict[str, Any]]:
        high = math.sqrt(WIDTH**2 - lean**2)
        ends = {"AC": math.hypot(LENGTH + lean, high), "BD": math.hypot(LENGTH - lean, high)}
        return [{"from": pair[0], "to": pair[1], "reading": mm} for pair, mm in ends.items()]

    def test_two_diagonals_tell_the_slide(self) -> None:
        square = square_of(self.racked(-18.0), **FRAME)
        assert square["verdict"] == "adjust"
        assert square["slide"] == {
            "line": "CD",
            "toward": "C",
            "move_mm": pytest.approx(18.0, abs=0.001),
            "text": "Slide CD 18 mm toward C",
        }
        assert square["headline"] == "Slide CD 18 mm toward C"
        assert [step["text"] for step in square["order"]["steps"]] == [
            "Push D 18 mm toward C, until A–C and B–D both read 14422 mm; then pin it."
        ]
        assert square["to_pull"] == []

    def test_the_slide_follows_the_held_line(self) -> None:
        square = square_of(self.racked(-18.0), **FRAME, held_line="CD")
        assert (square["slide"]["line"], square["slide"]["toward"]) == ("AB", "A")

    def test_no_slide_where_nothing_has_to_move_or_may(self) -> None:
        assert square_of(self.racked(0.0), **FRAME)["slide"] is None
        long = [pull | {"reading": pull["reading"] + 40} for pull in self.racked(0.0)]
        square = square_of(long, **FRAME)
        assert (square["verdict"], square["slide"], square["moves"]) == ("check-readings", None, [])
        assert "Push nothing" in square["frame"]["text"]

    def test_without_a_frame_two_diagonals_determine_nothing(self) -> None:
        square = square_of(self.racked(-18.0))
        assert (square["verdict"], square["slide"], square["frame"]) == ("needs-pulls", None, None)

    def test_an_open_line_is_no_frame(self) -> None:
        run = {"shape": "run", "steps": [{"go": 9000}, {"turn": 90, "go": 4000}]}
        with pytest.raises(DocumentRefused) as refused:
            read_job(document([], footprint=run, **FRAME))
        assert [one.pointer for one in refused.value.problems] == ["/structures/0/frame"]


class TestFamily:
    def test_estimates_and_moves_are_of_the_family_that_was_pulled(self) -> None:
        square = square_of(every_pair(FORM, family="form"), **LINES)
        assert square["family"] == "form"
        for name, (x, y) in FORM.items():
            place = square["estimated"][name]
            assert (place["x_mm"], place["y_mm"]) == (pytest.approx(x, abs=0.001), pytest.approx(y, abs=0.001))
        moves = {move["board"]: (move["move_mm"], move["toward"]) for move in square["moves"]}
        # BC leans out 20 in 9200; its board stands 4 ft beyond the wall's corner, 619.2 beyond the form's
        assert moves["BC@C"] == (pytest.approx(20 * (9200 + 619.2) / 9200, abs=0.001), "in")
        assert moves["DA@D"] == (pytest.approx(10 * (9200 + 619.2) / 9195, abs=0.001), "out")

    def test_what_it_makes_of_the_other_families(self) -> None:
        square = square_of(every_pair(FORM, family="form"), **LINES)
        told = {one["family"]: one for one in square["families"]}
        assert set(told) == {"wall face", "slab"}
        # the wall runs 600 within; at its C the form's BC has leant out by 20 · 8600 / 9200
        corner = told["wall face"]["corners"]["C"]
        assert corner["x_mm"] == pytest.approx(12_000 + 20 * 8600 / 9200, abs=0.05)

    def test_the_wall_face_where_nothing_is_said(self) -> None:
        at: Places = {"A": (0, 0), "B": (LENGTH, 0), "C": (LENGTH, WIDTH), "D": (0, WIDTH)}
        for more in ({}, {"family": "wall face"}):
            square = square_of(every_pair(at, **more), **LINES)
            assert (square["family"], square["verdict"]) == ("wall face", "square")

    def test_outer_swings_and_nails_are_those_of_the_family(self) -> None:
        pulls = [
            {"kind": "to-line", "from": "CD@C", "to": "AB", "reading": 9206, "family": "form"},
            {"kind": "to-line", "from": "D", "to": "AB", "reading": 9197, "family": "form"},
        ]
        lines = {one["line"]: one for one in square_of(pulls, **LINES)["lines"]}
        assert [(end["move_mm"], end["toward"]) for end in lines["CD"]["ends"]] == [(6.0, "in"), (3.0, "out")]

    def test_a_round_is_of_one_family_and_of_one_that_is_there(self) -> None:
        at = {name: FORM[name] for name in "ABC"}
        mixed = [*every_pair(at, family="form"), {"from": "A", "to": "D", "reading": 9195}]
        with pytest.raises(DocumentRefused) as refused:
            read_job(document(mixed, **LINES))
        assert [(one.pointer, one.code) for one in refused.value.problems] == [("/pulls/3/family", "other-family")]
        with pytest.raises(DocumentRefused) as refused:
            read_job(document(every_pair(at, family="kerb"), **LINES))
        assert {one.code for one in refused.value.problems} == {"unknown-family"}

    def test_each_round_may_be_of_another_family(self) -> None:
        walls: Places = {"A": (0, 0), "B": (LENGTH, 0), "C": (LENGTH, WIDTH), "D": (0, WIDTH)}
        rounds = every_pair(walls) + every_pair(FORM, family="form", round=2)
        square = square_of(rounds, **LINES)
        assert (square["round"], square["family"]) == (2, "form")
        assert square["outcome"] is None  # moves told of other lines say nothing of these


class TestLinesOneAtATime:
    def test_corners_are_known_once_their_lines_are(self) -> None:
        """CD swung from its outer stakes, which differ; DA by a triangle at A; BC swung to DA: no tape to a corner."""
        lean = 6.0 / 14_438.4  # CD: 8010 at its D nail, 8004 at its C nail

        def far(x: float) -> float:
            return 8010 - lean * (x + 1219.2)

        triangle = math.dist((3000, 0), (0, 4000))
        pulls: list[dict[str, Any]] = [
            {"kind": "to-line", "from": "CD@D", "to": "AB", "reading": far(-1219.2)},
            {"kind": "to-line", "from": "CD@C", "to": "AB", "reading": far(13_219.2)},
            {"kind": "triangle", "from": "A", "line": "AB", "to": "DA", "legs": [3000, 4000], "reading": triangle},
            {"kind": "to-line", "from": "BC@B", "to": "DA", "reading": 12_005},
            {"kind": "to-line", "from": "BC@C", "to": "DA", "reading": 12_005},
        ]
        square = square_of(pulls)
        assert square["verdict"] == "adjust"
        corner = square["estimated"]["C"]
        assert corner["x_mm"] == pytest.approx(12_005, abs=0.01)
        assert corner["y_mm"] == pytest.approx(far(12_005), abs=0.01)
        settled = {one["line"] for one in square["lines"] if one["settled"]}
        assert settled == {"AB", "CD"}
