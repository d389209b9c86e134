"""`solve` over rounds: what is held, kinds of pulls, acceptances, re-checks, lost points, outcomes."""

import json
import math
from typing import Any

import pytest

from anvilhead.jobfile.problems import DocumentRefused
from anvilhead.jobfile.reading import read_job
from anvilhead.jobfile.solving import solve_job

STORE: dict[str, Any] = {
    "id": "store",
    "kind": "building",
    "footprint": {"shape": "rectangle", "length": "44'", "width": "27' 6\""},
}
SQUARE = {"AB": "44'", "BC": "27' 6\"", "CD": "44'", "DA": "27' 6\"", "AC": "51' 10 5/8\"", "BD": "51' 10 5/8\""}
SLID = SQUARE | {"AC": "51' 11 1/8\"", "BD": "51' 10 1/8\""}


def pulls(readings: dict[str, str], number: int = 1) -> list[dict[str, Any]]:
    return [
        {"structure": "store", "round": number, "from": pair[0], "to": pair[1], "reading": reading}
        for pair, reading in readings.items()
    ]


def job(**changes: Any) -> bytes:
    body = {"format": "anvilhead-job", "version": 1, "units": "ft-in", "structures": [STORE]} | changes
    return json.dumps(body).encode()


def solved(**changes: Any) -> dict[str, Any]:
    results = solve_job(read_job(job(**changes))).model_dump(mode="json", by_alias=True)
    found: dict[str, Any] = results["structures"]["store"]
    return found


class TestOrder:
    def test_the_order_is_the_fewest_and_the_moves_are_all(self) -> None:
        square = solved(pulls=pulls(SQUARE | {"BC": "27' 6 5/8\"", "AC": "51' 10 15/16\""}))["square"]

        assert len(square["moves"]) == 8
        told = [step["text"] for step in square["order"]["steps"]]
        # B–C is 5/8 long: C's end of CD must come in; its board is 4 ft beyond, so by 5/8 × 48/44, 11/16
        assert told == ['Line CD, board at C: 11/16" in, toward the building']
        assert square["order"]["title"] == "Move one nail; line AB stays"
        assert square["order"]["worst_mm"] <= 25.4 / 16
        # what is told of afterwards is no better than what these pulls know: the widest ellipse of all corners
        known = max(one["ellipse"]["major_mm"] for one in square["estimated"].values() if one["ellipse"])
        sixteenths = math.ceil(known / 25.4 * 16 - 1e-3)
        after = square["order"]["after"]
        assert after.startswith('Every corner will then be within 1/16" of its plan, as far as these pulls know it: ')
        assert after.endswith({2: 'to ±1/8".', 3: 'to ±3/16".', 4: 'to ±1/4".'}[sixteenths])

    def test_forms_are_pushed_and_line_stakes_driven_again(self) -> None:
        forms = solved(structures=[STORE | {"hands": "forms"}], pulls=pulls(SLID))["square"]
        assert forms["headline"] == "Move two corners"
        assert [step["corner"] for step in forms["order"]["steps"]] == ["C", "D"]
        assert "toward D" in forms["order"]["steps"][0]["text"]
        stakes = solved(structures=[STORE | {"boards": {"style": "stakes"}}], pulls=pulls(SLID))["square"]
        assert stakes["order"]["steps"][0]["text"].startswith("Stake of line")

    def test_the_next_round_is_held_against_what_was_told(self) -> None:
        square = solved(pulls=pulls(SLID) + pulls(SLID, 2))["square"]
        assert not square["outcome"]["as_told"]
        assert {nail["happened"] for nail in square["outcome"]["nails"]} == {"not-moved"}


class TestPurpose:
    @pytest.mark.parametrize(
        ("purpose", "units", "mm"), [("fence", "ft-in", 25.4), ("footing", "m", 10), ("framing", "ft-in", 3.175)]
    )
    def test_a_purpose_brings_its_tolerance_in_the_units_of_the_tape(self, purpose: str, units: str, mm: float) -> None:
        structure = STORE | {"purpose": purpose, "footprint": {"shape": "rectangle", "length": 9000, "width": 6000}}
        read = read_job(job(units=units, structures=[structure]))
        assert read.structures[0].tolerance.mm == pytest.approx(mm)

    def test_a_tolerance_that_is_said_goes_first(self) -> None:
        read = read_job(job(structures=[STORE | {"purpose": "fence", "tolerance": '1/4"'}]))
        assert read.structures[0].tolerance.mm == pytest.approx(6.35)


class TestHolds:
    def test_a_held_point_stays_and_its_line_keeps_its_direction(self) -> None:
        hold = {"by": "point", "point": "C", "line": "DA"}
        square = solved(structures=[STORE | {"hold": hold}], pulls=pulls(SLID))["square"]
        at = square["estimated"]

        assert (at["C"]["x_mm"], at["C"]["y_mm"]) == pytest.approx((13411.2, 8382.0))
        assert at["D"]["x_mm"] == pytest.approx(at["A"]["x_mm"], abs=1e-6)
        assert square["hold"] == "C stays, and the direction of DA"

    def test_an_existing_wall_is_held_by_what_was_measured_from_it(self) -> None:
        control = {"lines": [{"name": "quay", "kind": "wall", "points": [["0'", "0'"], ["80'", "0'"]]}]}
        placing = {"by": "offsets", "line": "AB", "reference": "quay", "corner": "A", "station": "10'",
                   "offsets": [{"station": "10'", "offset": "6'"}, {"station": "54'", "offset": "6'"}]}  # fmt: skip
        structure = STORE | {"placing": placing, "hold": {"by": "wall"}}
        off = [
            {"structure": "store", "kind": "to-line", "from": "A", "to": "quay", "reading": "6' 0 1/2\""},
            {"structure": "store", "kind": "to-line", "from": "B", "to": "quay", "reading": "6'"},
            {"structure": "store", "from": "quay 1", "to": "A", "reading": "11' 8 3/16\""},
        ]
        untied = solved(control=control, structures=[structure], pulls=pulls(SQUARE))["square"]
        square = solved(control=control, structures=[structure], pulls=pulls(SQUARE) + off)["square"]

        # six right tapes say nothing about where the store lies to the quay
        assert untied["verdict"] == "needs-pulls"
        assert untied["headline"] == "Not tied yet to what stood there before"
        assert "quay" in untied["next_pull"]["from"] + untied["next_pull"]["to"]

        # half an inch too far from the wall at A, right at B: AB has turned, so A is not where it should be
        assert square["verdict"] == "adjust"
        assert square["estimated"]["A"]["y_mm"] == pytest.approx(12.7, abs=2)
        assert square["estimated"]["B"]["y_mm"] == pytest.approx(0, abs=2)
        assert square["hold"] == "what stood there before stays"

    def test_where_nothing_stood_before_the_held_line_stays_and_says_so(self) -> None:
        control = {"points": [{"name": "M1", "x": "0'", "y": "0'"}]}
        placing = {"by": "point", "corner": "A", "at": "M1", "bearing": 90, "line": "AB"}
        structure = STORE | {"placing": placing, "hold": {"by": "wall"}}
        square = solved(control=control, structures=[structure], pulls=pulls(SQUARE))["square"]
        assert (square["verdict"], square["hold"]) == ("square", "line AB stays")


class TestRecord:
    def test_struck_readings_do_not_count(self) -> None:
        wrong = pulls({"AC": "53'"})[0] | {"struck": True}
        assert solved(pulls=[wrong, *pulls(SQUARE)])["square"]["verdict"] == "square"

    def test_rounds_are_told_with_what_they_were_for_and_who_accepted(self) -> None:
        result = solved(
            pulls=pulls(SQUARE) + pulls(SQUARE | {"BC": "27' 4 1/2\"", "AC": "51' 9 13/16\""}, 2),
            rounds=[{"structure": "store", "round": 2, "occasion": "after-digging"}],
            accepted=[{"structure": "store", "round": 1, "who": "Ines", "at": "2026-05-04T10:00:00Z"}],
        )
        assert [(r["occasion"], r["accepted"]) for r in result["rounds"]] == [
            ("square", True),
            ("after-digging", False),
        ]
        assert [c["corner"] for c in result["square"]["moved"]["corners"] if c["sure"]] == ["C"]
        assert 5 <= len(result["recheck"]["pulls"]) <= 6

    def test_a_lost_point_is_told_how_to_find(self) -> None:
        result = solved(lost=[{"structure": "store", "point": "D", "left": ["A", "C"]}])
        (way,) = result["lost"][0]["ways"]
        assert way["text"] == "27' 6\" from A and 44' 0\" from C: where both tapes cross is D."
        assert way["mirror"] is not None
        assert way["check"] is None
        assert result["recheck"] is None

    @pytest.mark.parametrize(
        ("changes", "pointer"),
        [
            ({"lost": [{"structure": "store", "point": "Q"}]}, "/lost/0/point"),
            ({"lost": [{"structure": "barn", "point": "A"}]}, "/lost/0/structure"),
            ({"rounds": [{"structure": "store", "round": 1, "occasion": "for fun"}]}, "/rounds/0/occasion"),
            ({"rounds": [{"structure": "store", "round": 2, "occasion": "before-pour"}] * 2}, "/rounds/1/round"),
            ({"accepted": [{"structure": "store", "round": 0}]}, "/accepted/0/round"),
            ({"structures": [STORE | {"stakes": [{"name": "A", "at": [0, 0]}]}]}, "/structures/0/stakes/0/name"),
            ({"structures": [STORE | {"hold": {"by": "points"}}]}, "/structures/0/hold/points"),
        ],
    )
    def test_what_is_wrong_is_told_with_its_place(self, changes: dict[str, Any], pointer: str) -> None:
        with pytest.raises(DocumentRefused) as refused:
            read_job(job(**changes))
        assert pointer in [problem.pointer for problem in refused.value.problems]


def test_a_named_stake_and_a_nail_are_tied_in_like_corners() -> None:
    structure = STORE | {"stakes": [{"name": "S1", "at": ["50'", "30'"]}]}
    extra = [
        {"structure": "store", "from": "S1", "to": "B", "reading": "30' 7 1/8\""},
        {"structure": "store", "from": "S1", "to": "C", "reading": "6' 6\""},
        {"structure": "store", "from": "AB@A", "to": "D", "reading": "27' 9 1/2\""},
        {"structure": "store", "kind": "along", "line": "AB", "from": "A", "to": "AB@B", "reading": "48'"},
    ]
    square = solved(structures=[structure], pulls=pulls(SQUARE) + extra)["square"]
    assert square["verdict"] == "square"
    assert [r["kind"] for r in square["residuals"]][-1] == "along"
    assert abs(square["residuals"][-2]["residual_mm"]) < 3


def test_two_offsets_settle_a_line_before_its_corners_are_known() -> None:
    swung = [
        {"structure": "store", "kind": "to-line", "from": "C", "to": "AB", "reading": "27' 6 1/4\""},
        {"structure": "store", "kind": "to-line", "from": "D", "to": "AB", "reading": "27' 5\""},
    ]
    square = solved(pulls=swung)["square"]
    assert square["verdict"] == "needs-pulls"
    lines = {one["line"]: one for one in square["lines"]}
    assert [(end["board"], end["move_mm"], end["toward"]) for end in lines["CD"]["ends"]] == [
        ("CD@C", pytest.approx(6.35), "in"),
        ("CD@D", pytest.approx(25.4), "out"),
    ]
    assert (lines["BC"]["settled"], lines["BC"]["ends"]) == (False, [])
