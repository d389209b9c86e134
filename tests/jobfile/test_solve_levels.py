"""Levels of a job file, solved: the contract's example, mixed units, ground, slabs, posts; and what is refused."""

import json
import math
from typing import Any

import pytest

from anvilhead.jobfile.problems import DocumentRefused
from anvilhead.jobfile.reading import read_job
from anvilhead.jobfile.solving import solve_job

INCH, FOOT = 25.4, 304.8
STORE = {"id": "store", "kind": "building", "footprint": {"shape": "rectangle", "length": "44'", "width": "27' 6\""}}
BM = {"name": "BM", "height": 0}


def document(levels: dict[str, Any], *structures: dict[str, Any], units: str = "ft-in") -> bytes:
    job = {"format": "anvilhead-job", "version": 1, "units": units, "structures": list(structures) or [STORE]}
    return json.dumps({**job, "levels": levels}).encode()


def solve(levels: dict[str, Any], *structures: dict[str, Any], units: str = "ft-in") -> dict[str, Any]:
    solved: dict[str, Any] = json.loads(
        solve_job(read_job(document(levels, *structures, units=units))).model_dump_json()
    )
    return solved


def levels_of(levels: dict[str, Any], *structures: dict[str, Any], units: str = "ft-in") -> dict[str, Any]:
    found: dict[str, Any] = solve(levels, *structures, units=units)["levels"]
    return found


def refused(levels: dict[str, Any], *structures: dict[str, Any]) -> dict[str, str]:
    with pytest.raises(DocumentRefused) as error:
        read_job(document(levels, *structures))
    return {problem.pointer: problem.code for problem in error.value.problems}


def setup(*shots: tuple[str, str], **more: Any) -> dict[str, Any]:
    return {"instrument": "laser", "shots": [{"at": at, "reading": reading} for at, reading in shots], **more}


GRID = {
    "name": "G", "start": ["-6'", "-6'"], "step": ["14'", "13'"], "columns": 5, "rows": 4,
}  # fmt: skip


def falling_yard(per_foot: float = 0.25) -> dict[str, Any]:
    """A grid over the yard, ground that falls a quarter inch in a foot along x from the benchmark at x = 0."""
    shots = [("BM", '50"')]
    for i in range(20):
        x = -6 + 14 * (i % 5)
        shots.append((f"G{i + 1}", f'{50 + x * per_foot}"'))
    return {"benchmark": BM, "grids": [GRID], "setups": [setup(*shots)]}


class TestContract:
    def test_the_example_of_the_page(self) -> None:
        found = levels_of(
            {
                "benchmark": BM,
                "setups": [setup(("BM", "4' 2\""), ("A", "3' 9\""))],
                "targets": [{"name": "form top", "height": '8"', "at": ["A"]}],
            }
        )
        target = found["targets"][0]
        assert found["setups"][0]["hi_mm"] == 50 * INCH
        assert found["heights"] == {"BM": 0, "A": 5 * INCH}
        assert found["misclosure_mm"] is None
        assert (target["height_mm"], target["target_reading_mm"]) == (8 * INCH, pytest.approx(42 * INCH))
        assert (target["cut_mm"], target["fill_mm"]) == (0, pytest.approx(3 * INCH))

    def test_a_target_that_was_not_shot_has_a_reading_but_no_cut(self) -> None:
        found = levels_of(
            {"setups": [setup(("BM", "4'"))], "targets": [{"name": "pad", "height": '-6"', "at": ["C"]}]}
        )["targets"][0]
        assert (found["target_reading_mm"], found["cut_mm"], found["fill_mm"]) == (pytest.approx(54 * INCH), None, None)

    def test_a_loop_is_shared_out_over_its_setups(self) -> None:
        found = levels_of(
            {"benchmark": {"name": "BM", "height": "100'"},
             "setups": [setup(("BM", "4'"), ("A", "3'"), ("TP", "5'")),
                        setup(("TP", "5'"), ("B", "4'"), ("BM", "3' 11 3/4\""))]}
        )  # fmt: skip
        assert found["misclosure_mm"] == pytest.approx(INCH / 4)
        # four readings, a sixteenth each: one of them lies before A, two before TP, three before B
        assert found["heights"]["A"] == pytest.approx(101 * FOOT - INCH / 16)
        assert found["heights"]["TP"] == pytest.approx(99 * FOOT - INCH / 8)
        assert found["heights"]["B"] == pytest.approx(100 * FOOT - 3 * INCH / 16)
        assert list(found["within"]) == ["A", "TP", "B"]
        assert [s["hi_mm"] for s in found["setups"]] == [104 * FOOT, pytest.approx(104 * FOOT)]
        assert [s["level_line_mm"] - s["hi_mm"] for s in found["setups"]] == pytest.approx([-INCH / 16, -3 * INCH / 16])

    def test_nothing_about_heights_gives_empty_results(self) -> None:
        found = levels_of({})
        assert (found["setups"], found["heights"], found["state"]) == ([], {"BM": 0}, "empty")

    def test_struck_readings_do_not_count(self) -> None:
        shots = [
            {"at": "BM", "reading": "4'"},
            {"at": "A", "reading": "9'", "struck": True},
            {"at": "A", "reading": "3'"},
        ]
        found = levels_of({"setups": [{"instrument": "optical", "shots": shots}]})
        assert found["heights"]["A"] == FOOT
        assert [shot["number"] for shot in found["setups"][0]["shots"]] == [0, 2]


class TestUnits:
    def test_feet_hundredths_and_metres_in_one_book(self) -> None:
        found = levels_of(
            {
                "setups": [
                    {"instrument": "optical level", "rod": "ft-hundredths",
                     "shots": [{"at": "BM", "reading": "4.17"}, {"at": "A", "reading": "3.75"}]},
                    {"instrument": "transit", "rod": "m",
                     "shots": [{"at": "A", "reading": "1.25"}, {"at": "B", "reading": 1300}]},
                ],
                "targets": [{"name": "form tops", "height": "1'", "at": ["A"]}],
            }
        )  # fmt: skip
        assert found["heights"]["A"] == pytest.approx(0.42 * FOOT)
        assert found["heights"]["B"] == pytest.approx(0.42 * FOOT - 50)
        assert [s["shots"][0]["reading_text"] for s in found["setups"]] == ["4.17 ft", "1.250 m"]
        assert found["targets"][0]["target_reading_text"] == "1.073 m"  # the rod in hand is metric

    def test_stakes_in_hundredths_say_what_the_thumb_makes_of_them(self) -> None:
        found = levels_of(
            {"setups": [setup(("BM", "4'"), ("A", "3.14'"))], "marked_in": "feet-hundredths",
             "targets": [{"name": "pad", "height": 0, "at": ["A"]}]}
        )["targets"][0]  # fmt: skip
        assert found["stake"] == "C 0.86 ft"
        assert found["thumb"] == 'Hundredths as eighths: 10 3/4", 7/16" too much.'


class TestGround:
    def test_high_low_and_contours(self) -> None:
        ground = levels_of(falling_yard() | {"contour_step": '3"'})["ground"]
        assert (ground["high"], ground["high_mm"]) == ("G1", pytest.approx(1.5 * INCH))
        assert (ground["low_mm"], ground["fall_mm"]) == (pytest.approx(-12.5 * INCH), pytest.approx(14 * INCH))
        lines = {
            round(c["height_mm"] / INCH): {round(p["x_mm"] / FOOT, 3) for p in c["points"]} for c in ground["contours"]
        }
        assert lines == {0: {0.0}, -3: {12.0}, -6: {24.0}, -9: {36.0}, -12: {48.0}}

    def test_a_grid_without_a_start_covers_the_structure(self) -> None:
        # 44' by 27' 6" and 6' beyond at 14': from -6' as far as 50' and 33' 6", five by three points
        grid = {"name": "K", "step": ["14'", "14'"], "beyond": "6'"}
        shots = setup(("BM", "4'"), ("K1", "4'"), ("K15", "4'"), ("K16", "4'"))
        found = levels_of({"grids": [grid], "setups": [shots]})["points"]
        places = {p["name"]: (round(p["place"]["x_mm"] / FOOT, 3), round(p["place"]["y_mm"] / FOOT, 3)) for p in found}
        assert places == {"K1": (-6, -6), "K15": (50, 22)}

    def test_cut_and_fill_to_a_level_pad_by_hand(self) -> None:
        # under the store the ground falls from 0 to -11" over 44'; a pad at -5 1/2" halves it:
        # cut = fill = 1/2 · 5.5/12 · 22 · 27.5 = 138.6 cubic feet = 5.13 cubic yards
        pad = levels_of(falling_yard() | {"pads": [{"height": '-5 1/2"', "swell": 0.25}]})["pads"][0]
        cubic_feet = 0.5 * 5.5 / 12 * 22 * 27.5
        assert pad["cut_mm3"] == pytest.approx(cubic_feet * FOOT**3)
        assert pad["fill_mm3"] == pytest.approx(cubic_feet * FOOT**3)
        assert (pad["cut_text"], pad["loose_text"]) == ("5.1 cu yd", "6.4 cu yd")
        assert pad["balance_text"] == "Cut and fill are even."
        # along AB it stands over the pad on its high half, 22 ft long, by 5 1/2" at the corner; and all along DA
        assert pad["banks"][0] == 'AB up to 5 1/2", 0" to 22\' 0" from A'
        assert [one[:2] for one in pad["banks"]] == ["AB", "CD", "DA"]
        assert (pad["rough"], pad["covered_share"]) == ("machine-first", pytest.approx(1))
        # cut turns to fill half-way along
        assert {round(p["x_mm"] / FOOT) for p in pad["parted"][0]} == {22}

    def test_a_pad_that_falls_with_the_ground_needs_nothing(self) -> None:
        fall = {"rise": '1/4"', "over": "1'", "away_from": "DA"}
        pad = levels_of(falling_yard() | {"pads": [{"height": 0, "fall": fall}]})["pads"][0]
        assert pad["cut_mm3"] == pytest.approx(0, abs=1e3)
        assert pad["rough"] == "by-hand"
        assert {e["name"]: round(e["height_mm"] / INCH, 4) for e in pad["edges"]} == {
            "A": 0,
            "B": -11,
            "C": -11,
            "D": 0,
        }

    def test_boards_stand_on_the_ground_that_was_shot(self) -> None:
        solved = solve(falling_yard())["structures"]["store"]
        boards = {b["board"]: b["height"] for b in solved["boards"]}
        assert solved["heights"]["highest"] in ("AB@A", "CD@D")
        # 4' beyond A the ground is 1" up, and the string clears it by 6"; at B, 48' along, it is 12" down
        assert solved["heights"]["string_mm"] == pytest.approx(7 * INCH)
        assert boards["AB@B"]["reveal_mm"] == pytest.approx(19 * INCH)

    def test_a_section_along_a_line_shows_ground_string_and_boards(self) -> None:
        section = levels_of(falling_yard() | {"sections": [{"name": "AB", "line": "AB"}]})["sections"][0]
        kinds = {(line["kind"], line["name"]) for line in section["lines"]}
        assert {("string", "AB"), ("board", "AB@A"), ("board", "AB@B"), ("string", "BC")} <= kinds
        first = section["ground"][0][0]
        # it begins 2 ft (600 mm) beyond the board that stands 4' beyond A
        assert first["height_mm"] == pytest.approx((600 / FOOT + 4) * 0.25 * INCH, abs=0.01)
        assert section["exaggeration"] in (2, 5, 10)

    def test_a_section_between_two_points_runs_from_the_one_to_the_other(self) -> None:
        plan = {"sections": [{"name": "A to C", "between": ["A", "C"]}]}
        section = levels_of(falling_yard() | plan)["sections"][0]
        assert section["length_mm"] == pytest.approx(math.hypot(44, 27.5) * FOOT)
        # 1/4" a foot down along AB alone: halfway to C that is 22'
        stations = {round(s["along_mm"] / section["length_mm"], 3): s["height_mm"] for s in section["ground"][0]}
        assert (stations[0], stations[1]) == (pytest.approx(0, abs=0.01), pytest.approx(-11 * INCH, abs=0.01))

    def test_a_grid_that_is_centred_leaves_as_much_on_either_side(self) -> None:
        def ends(**more: Any) -> tuple[float, float, float, float]:
            grid = {"name": "K", "step": ["14'", "14'"], "beyond": "6'", **more}
            found = levels_of(
                {"grids": [grid], "setups": [setup(("BM", "4'"), *((f"K{n}", "4'") for n in range(1, 16)))]}
            )
            spots = [p["place"] for p in found["points"] if p["name"].startswith("K")]
            xs, ys = ([p[key] / FOOT for p in spots] for key in ("x_mm", "y_mm"))
            return min(xs), max(xs), min(ys), max(ys)

        # 44' and 27' 6" with 6' beyond are 56' and 39' 6": four steps, and two with 11' 6" left over
        assert ends() == pytest.approx((-6, 50, -6, 22))
        assert ends(centred=True) == pytest.approx((-6, 50, -0.25, 27.75))

    def test_a_reading_in_question_for_two_reasons_is_counted_once(self) -> None:
        doubtful = {"setups": [setup(("BM", "4'"), ("A", "4'"), ("B", "4'"), ("C", "4'"), ("A", "9'"), ("B", "12'"))]}
        found = levels_of(doubtful)
        marked = {(doubt["setup"], doubt["number"]) for doubt in found["doubts"]}
        assert found["headline"].split()[0] == str(len(marked))
        assert found["advice"].endswith("Also in question: B.")


class TestSlabs:
    SLAB: dict[str, Any] = {"height": "1'", "thickness": '4"', "waste": 0.1, "base_thickness": '6"'}  # noqa: RUF012

    def strung(self, *drops: str) -> dict[str, Any]:
        """A string 8" over the finish, the base measured down at the corners."""
        shots = [{"at": at, "on": "base", "reading": drop} for at, drop in zip("ABCD", drops, strict=True)]
        return {"setups": [{"instrument": "string", "height": "1' 8\"", "shots": shots}], "slabs": [self.SLAB]}

    def test_string_down_gives_thickness_and_concrete(self) -> None:
        slab = levels_of(self.strung('12"', '12"', '13"', '13"'))["slabs"][0]
        assert {s["at"]: round(s["thick_mm"] / INCH, 6) for s in slab["spots"]} == {"A": 4, "B": 4, "C": 5, "D": 5}
        # 44 × 27.5 ft² · 4.5 in, and a tenth for waste
        assert slab["concrete_mm3"] == pytest.approx(44 * 27.5 * 4.5 / 12 * FOOT**3 * 1.1)
        assert slab["concrete_text"] == "18.5 cu yd"
        assert slab["base_mm3"] == pytest.approx(44 * 27.5 * 0.5 * FOOT**3)

    def test_too_thin_is_said_and_drawn(self) -> None:
        slab = levels_of(self.strung('12"', '11 1/2"', '12"', '12"'))["slabs"][0]
        assert slab["text"] == 'Too thin at B: 3 1/2" at the least, 4" is needed. Take the base down there.'
        assert slab["thin_pieces"]

    def test_falls_give_every_form_its_height_and_reading(self) -> None:
        fall = {"rise": '1/4"', "over": "1'", "away_from": "AB"}
        rails = [{"name": "mid", "from": ["0'", "12'"], "to": ["44'", "12'"]}]
        slab = levels_of(
            {
                "setups": [setup(("BM", "5'"))],
                "slabs": [self.SLAB | {"fall": fall, "rails": rails, "rail_below": '1/2"'}],
            }
        )["slabs"][0]
        heights = {e["name"]: (round(e["height_mm"] / INCH, 4), e["reading_text"]) for e in slab["edges"]}
        assert heights["A"] == (12, "4' 0\"")
        assert heights["C"] == (round(12 - 27.5 / 4, 4), "4' 6 7/8\"")
        assert [round(e["height_mm"] / INCH, 4) for e in slab["rails"]] == [8.5, 8.5]

    def test_a_rail_beside_a_line_runs_right_across(self) -> None:
        rails = [{"name": "mid", "beside": "BC", "at": "10'"}]
        found = levels_of({"slabs": [self.SLAB | {"rails": rails}]})["slabs"][0]["rails"]
        assert [(e["place"]["x_mm"], e["place"]["y_mm"]) for e in found] == [
            (pytest.approx(34 * FOOT), pytest.approx(y * FOOT)) for y in (0, 27.5)
        ]

    def test_a_drain_is_lower_than_the_farthest_corner(self) -> None:
        fall = {"rise": '1/4"', "over": "1'", "drain": ["0'", "0'"]}
        slab = levels_of({"slabs": [self.SLAB | {"fall": fall}]})["slabs"][0]
        heights = {e["name"]: e["height_mm"] / INCH for e in slab["edges"]}
        far = (44**2 + 27.5**2) ** 0.5
        assert heights["C"] == pytest.approx(12)
        assert heights["A"] == pytest.approx(12 - far / 4)


class TestStanding:
    def test_posts_in_the_ground_and_on_seats(self) -> None:
        found = levels_of(
            {
                "setups": [{"instrument": "laser", "shots": [
                    {"at": "BM", "reading": "5'"}, {"at": "A", "reading": "4'"}, {"at": "B", "reading": "5'"},
                    {"at": "C", "on": "seat", "reading": "3' 6\""}]}],
                "posts": [
                    {"name": "fence", "top": "5'", "length": "8'", "least": "3' 6\"", "at": ["A", "B", "D"]},
                    {"name": "floor", "top": "4'", "at": ["C"]},
                ],
            }
        )["posts"]  # fmt: skip
        a, b, d, c = found
        assert (a["out_mm"], a["deep_mm"], a["short_mm"]) == (4 * FOOT, 4 * FOOT, 0)
        assert b["short_mm"] == pytest.approx(0.5 * FOOT)
        assert "take a post of 8' 6\" or more" in b["text"]
        assert d["text"] == "Shoot the ground here first."
        assert c["cut_mm"] == pytest.approx(2.5 * FOOT)

    def test_studs_and_straightness(self) -> None:
        found = levels_of(
            {
                "stepped": [{"line": "8'", "plates": ['1 1/2"'] * 3, "trim": '1/8"',
                             "steps": [{"name": "low", "height": "2'"}, {"name": "shot", "at": "S"},
                                       {"name": "one plate", "height": "2'", "plates": ['1 1/2"']}]}],
                "straight": [{"name": "north", "gaps": [
                    {"name": "A", "along": 0, "gap": '1"'}, {"name": "mid", "along": "10'", "gap": '1/2"'},
                    {"name": "B", "along": "20'", "gap": '1"'}]}],
            }
        )  # fmt: skip
        studs = found["stepped"][0]["studs"]
        assert [one["text"] for one in studs] == ["Stud 5' 7 3/8\"", "Shoot S first.", "Stud 5' 10 3/8\""]
        assert found["straight"][0]["text"] == 'It stands 1/2" out at mid: more than the 1/4" allowed.'

    def test_the_story_stick_drops_from_the_string(self) -> None:
        found = levels_of(
            {"setups": [setup(("BM", "5'"), ("A", "5'"), ("B", "5' 6\""), ("C", "5' 6\""), ("D", "5'"))],
             "targets": [{"name": "footing bottom", "height": "-2' 4\"", "at": ["A", "B"]}]}
        )["sticks"]  # fmt: skip
        # the ground is highest at 0, the string 6" over it: 34" down to the footing
        assert found[0]["drops"] == [
            {
                "name": "footing bottom",
                "height_mm": pytest.approx(-28 * INCH),
                "drop_mm": pytest.approx(34 * INCH),
                "text": "2' 10\" down",
            }
        ]


class TestInstruments:
    PEGS: dict[str, Any] = {  # noqa: RUF012
        "device": "Level 2", "kind": "two-peg", "rod": "m", "readings": ["1.402", "1.214", "1.506", "1.330"],
        "distance": "60", "near": "2", "beyond": True,
    }  # fmt: skip
    DEVICES: list[dict[str, Any]] = [{"name": "Level 2", "kind": "optical"}]  # noqa: RUF012

    def shots(self, *, corrected: bool) -> dict[str, Any]:
        shots = [{"at": "BM", "reading": "1.5", "distance": "10"}, {"at": "A", "reading": "1.7", "distance": "50"}]
        return {
            "devices": self.DEVICES,
            "checks": [self.PEGS],
            "setups": [
                {"instrument": "optical", "device": "Level 2", "rod": "m", "corrected": corrected, "shots": shots}
            ],
        }

    def test_a_failed_test_offers_a_correction_and_applies_none_by_itself(self) -> None:
        found = levels_of(self.shots(corrected=False), units="m")
        assert found["devices"][0]["is_true"] is False
        assert found["devices"][0]["correction"] == "Take 6 mm off a reading at 30 m, less in proportion nearer by."
        assert found["heights"]["A"] == pytest.approx(-200)

    def test_a_setup_that_asks_for_it_is_corrected(self) -> None:
        # 0.2 mm a metre: 2 mm off the near reading, 10 mm off the far one
        assert levels_of(self.shots(corrected=True), units="m")["heights"]["A"] == pytest.approx(1498 - 1690)

    def test_a_line_level_beyond_its_span_is_told(self) -> None:
        shots = [{"at": "BM", "reading": "3'", "distance": "40'"}, {"at": "A", "reading": "3'", "distance": "40'"}]
        reaches = levels_of({"setups": [{"instrument": "line level", "shots": shots}]})["setups"][0]["reaches"]
        assert reaches[0]["text"] == (
            "A span of 40 ft is more than the 25 ft this level is good for. Halve it, or use a better instrument."
        )
        assert reaches[1]["kind"] == "sag"


class TestSeveralStructures:
    def job(self, levels: dict[str, Any]) -> dict[str, Any]:
        """A store at a monument, and a lean-to whose A stands 10 m east of it, turned a quarter left."""
        lean = {
            "id": "lean",
            "kind": "slab",
            "footprint": {"shape": "rectangle", "length": "6 m", "width": "4 m"},
            "placing": {"by": "point", "corner": "A", "at": "N", "bearing": 0},
        }
        store = {
            "id": "store",
            "kind": "building",
            "footprint": {"shape": "rectangle", "length": "8 m", "width": "5 m"},
            "placing": {"by": "point", "corner": "A", "at": "M", "bearing": 90},
        }
        control = {"points": [{"name": "M", "x": 0, "y": 0}, {"name": "N", "x": "10 m", "y": 0}]}
        job = {"format": "anvilhead-job", "version": 1, "units": "m", "control": control, "structures": [store, lean]}
        solved: dict[str, Any] = json.loads(
            solve_job(read_job(json.dumps({**job, "levels": levels}).encode())).model_dump_json()
        )
        return solved

    def test_points_of_another_structure_lie_where_it_stands(self) -> None:
        found = self.job({"setups": [setup(("BM", "1 m"), ("A", "1 m"), ("lean/B", "1.2 m"))]})["levels"]
        places = {p["name"]: (round(p["place"]["x_mm"], 3), round(p["place"]["y_mm"], 3)) for p in found["points"]}
        assert places == {"A": (0, 0), "lean/B": (10_000, 6000)}

    def test_each_has_boards_on_its_own_ground(self) -> None:
        shots = [("BM", "1 m"), *((f"lean/{c}", f"{1 + i / 10} m") for i, c in enumerate("ABCD"))]
        structures = self.job({"setups": [setup(*shots)]})["structures"]
        assert structures["store"]["heights"] is None
        assert structures["lean"]["heights"]["highest"].endswith("@A")

    def test_a_slab_of_the_other_is_measured_at_a_grid_of_its_own(self) -> None:
        grid = {"name": "H", "structure": "lean", "start": [0, 0], "step": ["6 m", "4 m"], "columns": 2, "rows": 2}
        shots = [{"at": f"lean/H{i}", "on": "base", "reading": "320 mm"} for i in (1, 2, 3, 4)]
        slab = self.job(
            {"grids": [grid], "setups": [{"instrument": "string", "height": "0.5 m", "shots": shots}],
             "slabs": [{"structure": "lean", "height": "0.3 m", "thickness": "120 mm"}]}
        )["levels"]["slabs"][0]  # fmt: skip
        assert slab["covered_share"] == pytest.approx(1)
        assert slab["concrete_mm3"] == pytest.approx(24e6 * 120 * 1.05)


class TestRefused:
    @pytest.mark.parametrize(
        ("levels", "faults"),
        [
            ({"setups": [setup(("X", "4'"))]}, {"/levels/setups/0/shots/0/at": "unknown-start"}),
            ({"setups": [setup(("BM", "4' 14\""))]}, {"/levels/setups/0/shots/0/reading": "over-full"}),
            ({"setups": [{"instrument": "sextant"}]}, {"/levels/setups/0/instrument": "enum"}),
            ({"setups": [setup(("BM", "4'"), device="Laser 9")]}, {"/levels/setups/0/device": "unknown-instrument"}),
            ({"setups": [setup(("BM", "4'"), corrected=True)]}, {"/levels/setups/0/corrected": "not-tested"}),
            ({"on": "barn"}, {"/levels/on": "unknown-structure"}),
            ({"pads": [{"height": 0, "family": "moat"}]}, {"/levels/pads/0/family": "unknown-line-family"}),
            ({"pads": [{"height": 0, "fall": {"rise": 1, "over": 48}}]}, {"/levels/pads/0/fall/away_from": "one-way"}),
            (
                {"slabs": [{"height": 0, "thickness": 0}]},
                {"/levels/slabs/0/thickness": "zero"},
            ),
            (
                {"benchmark": BM, "benchmarks": [BM]},
                {"/levels/benchmarks/0/name": "name-twice"},
            ),
            ({"grids": [{"name": "G", "step": [1, 1]}]}, {"/levels/grids/0/step": "too-many-points"}),
            ({"sections": [{"name": "x", "between": ["A", "Z"]}]}, {"/levels/sections/0/between/1": "unknown-point"}),
            ({"sections": [{"name": "x", "between": ["A", "A"]}]}, {"/levels/sections/0/between": "same-place"}),
            ({"sections": [{"name": "x", "between": "AB"}]}, {"/levels/sections/0/between": "tuple-type"}),
            ({"sections": [{"name": "x"}]}, {"/levels/sections/0/line": "one-line"}),
            ({"sections": [{"name": "x", "line": "AZ"}]}, {"/levels/sections/0/line": "unknown-line"}),
            (
                {"devices": [{"name": "L", "kind": "laser"}],
                 "checks": [{"device": "L", "kind": "four-ways", "readings": ["1'", "1'"], "distance": "50'"}]},
                {"/levels/checks/0/readings": "readings-missing"},
            ),
            (
                {"devices": [{"name": "L", "kind": "optical"}],
                 "checks": [{"device": "L", "kind": "two-peg", "readings": ["1'"] * 4, "distance": "3'"}]},
                {"/levels/checks/0/distance": "pegs-too-near"},
            ),
            ({"targets": [{"name": "a", "hight": 3}]}, {"/levels/targets/0/height": "missing",
                                                       "/levels/targets/0/hight": "unknown-key"}),
        ],
        ids=lambda value: None,
    )  # fmt: skip
    def test_faults_have_their_place(self, levels: dict[str, Any], faults: dict[str, str]) -> None:
        assert refused(levels) == faults

    def test_one_thing_may_stand_at_two_heights_but_not_at_one_point(self) -> None:
        def tops(*at: str) -> dict[str, Any]:
            return {
                "targets": [{"name": "board tops", "height": h, "at": [p]} for h, p in zip((0, 300), at, strict=True)]
            }

        assert [t["height_mm"] for t in levels_of(tops("AB@A", "CD@C"))["targets"]] == [0, 300]
        assert refused(tops("A", "A")) == {"/levels/targets/1/at/0": "height-twice"}

    def test_a_point_does_not_take_the_name_of_a_corner(self) -> None:
        assert refused({"points": [{"name": "C", "place": [0, 0]}]}) == {"/levels/points/0/name": "name-twice"}

    def test_a_correction_needs_the_length_of_the_sight(self) -> None:
        levels = TestInstruments().shots(corrected=True)
        del levels["setups"][0]["shots"][1]["distance"]
        assert refused(levels) == {"/levels/setups/0/shots/1/distance": "distance-missing"}

    def test_a_pad_on_an_open_line_is_refused(self) -> None:
        fence = {"id": "fence", "kind": "fence", "footprint": {"shape": "run", "steps": [{"go": "40'"}]}}
        assert refused({"pads": [{"height": 0}]}, fence) == {"/levels/pads/0/structure": "open-line"}


SLAB: dict[str, Any] = {
    "id": "slab", "kind": "slab", "footprint": {"shape": "rectangle", "length": "12 m", "width": "8 m"},
}  # fmt: skip
SLOPED = {"A": 0, "B": 60, "C": 60, "D": 0}


class TestDecided:
    """A slab on a base of two planes: 0 along x = 0, 60 along x = 12 m, 8 m wide; 12 m by 8 m."""

    def book(self, thing: str | None = "base", **plan: Any) -> dict[str, Any]:
        shots = [{"at": "BM", "reading": 1500}]
        shots += [{"at": at, "reading": 1500 - mm} | ({"thing": thing} if thing else {}) for at, mm in SLOPED.items()]
        return levels_of({"benchmark": BM, "setups": [{"instrument": "laser", "shots": shots}], **plan}, SLAB,
                         units="mm")  # fmt: skip

    def test_the_two_rules_of_the_page(self) -> None:
        (finish,) = self.book(finishes=[
            {"name": "top", "structure": "slab", "thickness": "100 mm", "least": "80 mm", "base": "base"},
        ])["finishes"]  # fmt: skip
        mean, highest = finish["candidates"][:2]
        assert [mean["rule"], highest["rule"]] == ["mean-base", "highest-base"]
        keys = ("height_mm", "least_mm", "most_mm", "mean_mm", "concrete_mm3", "target_reading_mm")
        assert [mean[key] for key in keys] == pytest.approx([130, 70, 130, 100, 100 * 96e6, 1370], abs=0.01)
        assert [highest[key] for key in keys] == pytest.approx([140, 80, 140, 110, 110 * 96e6, 1360], abs=0.01)
        assert (mean["works"], mean["thin"], highest["works"]) == (False, ["B", "C"], True)

    def test_on_the_ground_with_a_clearance_and_a_number(self) -> None:
        (finish,) = self.book(None, finishes=[
            {"name": "top", "thickness": "100 mm", "clearance": "150 mm", "height": "500 mm"},
        ])["finishes"]  # fmt: skip
        heights = {one["rule"]: one["height_mm"] for one in finish["candidates"]}
        assert heights == pytest.approx({"mean-base": 130, "highest-base": 160, "highest-ground": 210, "typed": 500})

    def test_what_was_taken_stays_and_says_what_to_set_again(self) -> None:
        taken = {"name": "base", "thickness": "100 mm", "adopted": {"rule": "mean-base", "height": "120 mm"},
                 "base": "base", "layers": [{"name": "slab", "thickness": "100 mm"}]}  # fmt: skip
        (finish,) = self.book(finishes=[taken], targets=[{"name": "base", "height": "120 mm"}])["finishes"]
        assert finish["adopted"]["height_mm"] == 120
        assert finish["adopted"]["drift_mm"] == pytest.approx(10)
        assert finish["adopted"]["set_again"] == ["A", "B", "C", "D"]
        assert [(one["top_mm"], one["bottom_mm"]) for one in finish["layers"]] == [(120, 20)]

    def test_a_run_of_the_page(self) -> None:
        (run,) = self.book(None, runs=[{
            "name": "drain", "from": "A", "to": "B", "start_height": "-400 mm",
            "fall": {"rise": "10 mm", "over": "1 m"}, "cover": "500 mm", "every": "5 m",
        }])["runs"]  # fmt: skip
        told = [
            [one[key] for key in ("along_mm", "ground_mm", "invert_mm", "cut_mm", "short_mm")]
            for one in run["stations"]
        ]
        assert told == [
            pytest.approx([0, 0, -400, 400, 100]),
            pytest.approx([5000, 25, -450, 475, 25]),
            pytest.approx([10_000, 50, -500, 550, 0]),
            pytest.approx([12_000, 60, -520, 580, 0]),
        ]

    def test_stations_stand_as_far_apart_as_is_usual_where_nobody_says(self) -> None:
        run = {"name": "drain", "from": "A", "to": "B", "start_height": 0, "fall": {"rise": 1, "over": 100}}
        (found,) = self.book(None, runs=[run])["runs"]
        assert [one["along_mm"] for one in found["stations"]] == [0, 3000, 6000, 9000, 12_000]

    def test_one_top_for_all_posts_or_tops_that_follow_the_ground(self) -> None:
        posts = {"name": "posts", "length": "2 m", "least": "700 mm", "clear": "100 mm", "at": ["A", "B"]}
        level = self.book(None, posts=[posts | {"top": "1290 mm"}])
        (tops,) = level["post_tops"]
        assert [tops[key] for key in ("lowest_mm", "lowest_at", "highest_mm", "highest_at")] == [160, "B", 1300, "A"]
        assert tops["breaks"] == []
        follow = self.book(None, posts=[posts | {"follow": "1200 mm"}])
        assert [(one["out_mm"], one["deep_mm"]) for one in follow["posts"]] == [(1200, 800), (1200, 800)]
        assert follow["post_tops"] == []
        assert refused({"posts": [{"at": ["A"]}]}) == {"/levels/posts/0/top": "one-top"}

    def test_studs_one_by_one_with_their_cut_list(self) -> None:
        """2400, 2402 and 2400 down less two plates of 38 and a trim of 2; a step of 200; 2196 beside 2200 bends it."""
        wall = {
            "line": 0, "plates": ["38 mm", "38 mm"], "trim": "2 mm", "spacing": "400 mm", "from": "B",
            "readings": [f"{mm} mm" for mm in (2400, 2402, 2400, 2200, 2196)], "stock": ["2.4 m", "4.8 m"],
        }  # fmt: skip
        (found,) = self.book(None, stepped=[wall])["stepped"]
        assert [one["stud_mm"] for one in found["each"]] == [2322, 2324, 2322, 2122, 2118]
        assert [one["along_mm"] for one in found["each"]] == [0, 400, 800, 1200, 1600]
        assert [one["number"] for one in found["each"] if one["bends"]] == [4, 5]
        # 2324 + 2322 and the saw fit 4.8 m; each of the others takes 2.4 m, or two of them 4.8 m: 12 m in all
        assert sum(one["stock_mm"] for one in found["cuts"]) == 12_000
        assert sum(len(one["cuts"]) for one in found["cuts"]) == 5
        assert found["text"].startswith("5 studs, counted from B. 4 and 5 differ over 3 mm from a neighbour")
        above = self.book(None, stepped=[wall | {"rise": "100 mm"}])["stepped"][0]["each"]
        assert above[0]["stud_mm"] == 2422
        assert refused({"stepped": [{"line": 0}]}) == {"/levels/stepped/0/steps": "no-studs"}
        assert refused({"stepped": [{"line": 0, "readings": [1]}]}) == {"/levels/stepped/0/spacing": "missing"}

    def test_what_cannot_be_is_refused_where_it_stands(self) -> None:
        run = {"from": "A", "to": "A", "start_height": 0, "fall": {"rise": 1, "over": 100}}
        assert refused({"runs": [run]}) == {"/levels/runs/0/to": "same-place"}
        tiny = {"to": "B", "every": 1}
        assert refused({"runs": [run | tiny]}) == {"/levels/runs/0/every": "too-many-stations"}
        stake = {"on": "store", "points": [{"name": "P", "place": [0, 0]}]}
        assert refused({**stake, "runs": [run | {"to": "P"}]}) == {"/levels/runs/0/to": "same-place"}
        assert refused({"runs": [run | {"to": "Z"}]}) == {"/levels/runs/0/to": "unknown-point"}
        finish = {"thickness": 100}
        assert refused({"finishes": [finish | {"least": 101}]}) == {"/levels/finishes/0/least": "least-over-thickness"}
        assert refused({"finishes": [finish | {"structure": "barn"}]}) == {
            "/levels/finishes/0/structure": "unknown-structure"
        }
        assert refused({"finishes": [finish | {"family": "kerb"}]}) == {
            "/levels/finishes/0/family": "unknown-line-family"
        }
        assert refused({"finishes": [finish, finish]}) == {"/levels/finishes/1/name": "name-twice"}
