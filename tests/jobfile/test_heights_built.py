"""What is built to heights: sills over the ground, sides that are there, stakes along a run, rods, sections."""

import json
from typing import Any, ClassVar

import pytest

from anvilhead.jobfile.reading import read_job
from anvilhead.jobfile.solving import solve_job
from tests.jobfile.test_solve_levels import BM, levels_of, refused, setup, solve

FEET = 304.8
PLOT = {"id": "s", "kind": "slab", "footprint": {"shape": "rectangle", "length": "20'", "width": "12'"}}
CORNERS = (("A", '48"'), ("B", '50"'), ("C", '52"'), ("D", '46"'))
"""From a level line 4 ft over nothing: A at 0, B at -2, C at -4, D at 2 inches."""


def book(**more: Any) -> dict[str, Any]:
    return {"benchmark": BM, "setups": [setup(("BM", '48"'), *CORNERS)], **more}


class TestSill:
    def test_clear_of_the_highest_ground_inside(self) -> None:
        sill = {"name": "sill", "height": '18"', "at": ["A"], "clear": '16"'}
        (found,) = levels_of(book(targets=[sill]), PLOT)["clearances"]
        assert found["least_mm"] == pytest.approx(16 * 25.4)
        assert (found["least_at"]["x_mm"], found["least_at"]["y_mm"]) == pytest.approx((0, 12 * FEET))
        assert found["works"]
        assert found["low_pieces"] == []
        assert found["text"] == "1' 4\" over the highest ground inside the outline."

    def test_a_hump_between_the_corners_is_found(self) -> None:
        """A shot in the middle of the plot, 6 inches up: only it is too near a sill at 18."""
        levels = book(targets=[{"name": "sill", "height": '18"', "clear": '14"'}])
        levels["points"] = [{"name": "M", "place": ["10'", "6'"]}]
        levels["setups"][0]["shots"].append({"at": "M", "reading": '42"'})
        (found,) = levels_of(levels, PLOT)["clearances"]
        assert found["least_mm"] == pytest.approx(12 * 25.4)
        assert not found["works"]
        assert 'take 2" off there, or go up by it' in found["text"]
        assert found["low_pieces"]

    def test_without_an_area_nothing_is_said(self) -> None:
        levels = book(targets=[{"name": "sill", "height": '18"', "clear": '14"'}])
        levels["setups"][0]["shots"] = levels["setups"][0]["shots"][:2]
        assert levels_of(levels, PLOT)["clearances"] == []


class TestExistingSide:
    def test_it_has_no_board_and_no_string(self) -> None:
        found = solve(book(), PLOT | {"boards": {"existing": ["BC"]}, "held_line": "BC"})["structures"]["s"]
        assert [board["board"] for board in found["boards"]] == ["AB@A", "AB@B", "CD@C", "CD@D", "DA@D", "DA@A"]
        assert [string["line"] for string in found["strings"]] == ["AB", "CD", "DA"]
        assert found["materials"]["boards"] == 6

    def test_nothing_of_it_is_moved(self) -> None:
        """Pulls that put C two inches out along CD: the other nails are told, none of BC's."""
        side = PLOT | {"boards": {"existing": ["BC"]}, "held_line": "AB"}
        pulls = [("A", "B", "20'"), ("B", "C", "12'"), ("C", "D", "20'2\""), ("D", "A", "12'"), ("A", "C", "23'6\"")]
        document = {
            "format": "anvilhead-job", "version": 1, "name": "n", "units": "ft-in", "structures": [side],
            "pulls": [{"structure": "s", "from": a, "to": b, "reading": reading} for a, b, reading in pulls],
        }  # fmt: skip
        square = solve_job(read_job(json.dumps(document).encode())).model_dump(mode="json")["structures"]["s"]["square"]
        assert square["moves"]
        assert not [move for move in square["moves"] if move["board"].startswith("BC")]

    def test_a_side_that_is_none_is_refused(self) -> None:
        assert refused({}, PLOT | {"boards": {"existing": ["AC"]}}) == {
            "/structures/0/boards/existing/0": "unknown-line"
        }


class TestStakesAlongARun:
    RUN: ClassVar[dict[str, Any]] = {
        "name": "drain",
        "from": "A",
        "to": "B",
        "start_height": "-1'",
        "fall": {"rise": '1/4"', "over": "1'"},
        "every": "10'",
        "string": "1'",
        "embedment": '18"',
    }

    def test_each_station_has_its_stake(self) -> None:
        (run,) = levels_of(book(runs=[self.RUN]), PLOT)["runs"]
        # 12 in of string and 18 in the ground at A; the ground falls 2 in to B
        assert [one["stake_mm"] for one in run["stations"]] == pytest.approx([30 * 25.4, 31 * 25.4, 32 * 25.4])

    def test_stakes_too_short_are_told_with_where(self) -> None:
        (run,) = levels_of(book(runs=[self.RUN | {"stakes": '31"'}]), PLOT)["runs"]
        (told,) = run["troubles"]
        assert told.startswith("Stakes of 2' 7\" do not carry its string at 20' 0\" along")
        assert told.endswith('2\' 8" is needed at the most, or a string 1" lower.')

    def test_a_string_in_the_ground_is_told(self) -> None:
        (run,) = levels_of(book(runs=[self.RUN | {"string": '-1"'}]), PLOT)["runs"]
        assert any('stands through its string at 0" along' in one for one in run["troubles"])


class TestRods:
    def test_two_rods_in_one_setup(self) -> None:
        """The rod on the benchmark lacks half an inch, the other is whole: what it reads lies half an inch lower."""
        levels = {
            "benchmark": BM,
            "setups": [{"instrument": "laser", "foot": "1/2\"", "shots": [
                {"at": "BM", "reading": "4' 1/2\""}, {"at": "A", "reading": "5' 1/2\""},
                {"at": "B", "reading": "5'", "foot": 0}, {"at": "C", "reading": "5'", "leans": "3'", "foot": 0}]}],
            "targets": [{"name": "form top", "height": "1'", "at": ["A"]}],
        }  # fmt: skip
        found = levels_of(levels, PLOT)
        assert found["heights"] == pytest.approx({"BM": 0, "A": -FEET, "B": -FEET, "C": 0})
        # the rod in hand lacks half an inch: it must show that much more
        assert found["targets"][0]["target_reading_mm"] == pytest.approx(3 * FEET + 12.7)

    def test_a_rod_flatter_than_it_is_long_is_refused(self) -> None:
        shot = {"at": "BM", "reading": "4'", "leans": "4'"}
        levels = {"benchmark": BM, "setups": [{"instrument": "laser", "shots": [shot]}]}
        assert refused(levels, PLOT) == {"/levels/setups/0/shots/0/leans": "lean-too-far"}


class TestSectionAsFound:
    def test_what_was_set_beside_what_was_planned(self) -> None:
        levels = book(targets=[{"name": "form top", "height": '6"', "at": ["A", "B", "C"]}])
        levels["setups"][0]["shots"].append({"at": "B", "on": "form top", "reading": '41 3/4"'})
        levels["sections"] = [{"name": "AB", "line": "AB"}]
        (section,) = levels_of(levels, PLOT)["sections"]
        lines = {line["kind"]: line for line in section["lines"] if line["kind"] in ("target", "set")}
        assert [one["height_mm"] for one in lines["target"]["points"]] == pytest.approx([152.4, 152.4])
        (found,) = lines["set"]["points"]
        assert found["height_mm"] == pytest.approx(6.25 * 25.4)
        apart = lines["target"]["points"][1]["along_mm"]
        assert found["along_mm"] == pytest.approx(apart)

    def test_the_base_as_it_was_laid(self) -> None:
        levels = book(slabs=[{"name": "pad", "height": '6"', "thickness": '5"'}])
        levels["setups"][0]["shots"] += [
            {"at": at, "on": "base", "reading": reading} for at, reading in
            (("A", "47\""), ("B", "47\""), ("C", "47\""), ("D", "46 1/2\""))
        ]  # fmt: skip
        levels["sections"] = [{"name": "mid", "from": ["-2'", "6'"], "to": ["22'", "6'"]}]
        (section,) = levels_of(levels, PLOT)["sections"]
        (found,) = [line for line in section["lines"] if line["kind"] == "found"]
        # half way up DA, between 1 and 1 1/2 inches
        assert found["points"][0]["height_mm"] == pytest.approx(1.25 * 25.4)
        (slab,) = levels_of(levels, PLOT)["slabs"]
        assert slab["bands"]


def test_an_acceptance_of_nothing_is_refused() -> None:
    assert refused(book(accepted=[{"structure": "shed"}]), PLOT) == {
        "/levels/accepted/0/structure": "unknown-structure"
    }
