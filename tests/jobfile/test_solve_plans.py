"""Job files of any shape, solved: walks, polygons, runs, families, boards in height, materials, methods, room."""

import json
from typing import Any, ClassVar

import pytest

from anvilhead.jobfile.problems import DocumentRefused
from anvilhead.jobfile.reading import read_job
from anvilhead.jobfile.solving import solve_job

FOOT = 304.8
ELL: dict[str, Any] = {
    "shape": "walk",
    "steps": [
        {"go": "30'"}, {"turn": 90, "go": "12'"}, {"turn": 90, "go": "10'"},
        {"turn": -90, "go": "8'"}, {"turn": 90, "go": "20'"}, {"turn": 90, "go": "20'"},
    ],
}  # fmt: skip


def solve(*structures: dict[str, Any], **job: Any) -> dict[str, Any]:
    return solved(read(*structures, **job))


def read(*structures: dict[str, Any], **job: Any) -> Any:
    named = [{"id": f"s{i}", "kind": "building", **one} for i, one in enumerate(structures, 1)]
    document = {"format": "anvilhead-job", "version": 1, "units": "ft-in", "structures": named, **job}
    return read_job(json.dumps(document).encode())


def solved(job: Any) -> dict[str, Any]:
    structures: dict[str, Any] = json.loads(solve_job(job).model_dump_json())["structures"]
    return structures


def one(structure: dict[str, Any], **job: Any) -> dict[str, Any]:
    found: dict[str, Any] = solve(structure, **job)["s1"]
    return found


def refused(*structures: dict[str, Any], **job: Any) -> dict[str, str]:
    with pytest.raises(DocumentRefused) as error:
        read(*structures, **job)
    return {problem.pointer: problem.code for problem in error.value.problems}


def places(corners: dict[str, Any]) -> list[tuple[float, float]]:
    return [(round(c["x_mm"] / FOOT, 4), round(c["y_mm"] / FOOT, 4)) for c in corners.values()]


def pulls_of(corners: dict[str, Any], moved: dict[str, tuple[float, float]], structure: str = "s1") -> list[Any]:
    """Every pair pulled exactly, between corners some of which were moved."""
    at = {n: (c["x_mm"] + moved.get(n, (0, 0))[0], c["y_mm"] + moved.get(n, (0, 0))[1]) for n, c in corners.items()}
    names = list(at)
    return [
        {"structure": structure, "from": a, "to": b,
         "reading": ((at[a][0] - at[b][0]) ** 2 + (at[a][1] - at[b][1]) ** 2) ** 0.5}
        for i, a in enumerate(names) for b in names[i + 1 :]
    ]  # fmt: skip


class TestShapes:
    def test_the_ell_of_the_contract(self) -> None:
        ell = one({"footprint": ELL})

        assert places(ell["corners"]) == [(0, 0), (30, 0), (30, 12), (20, 12), (20, 20), (0, 20)]
        assert [s["text"] for s in ell["sides"]][:3] == ["30' 0\"", "12' 0\"", "10' 0\""]
        assert ell["angles"]["D"] == 270
        assert len(ell["diagonals"]) == 9
        assert ell["area_mm2"] == pytest.approx(520 * FOOT**2)

    def test_a_polygon_keeps_its_coordinates_from_a(self) -> None:
        corners = [[100, 50], ["3100 mm", 50], [3100, 2050], [100, 2050]]
        assert one({"footprint": {"shape": "polygon", "corners": corners}}, units="mm")["corners"]["C"] == {
            "x_mm": 3000, "y_mm": 2000,
        }  # fmt: skip

    def test_what_a_walk_leaves_open_is_worked_out_and_told(self) -> None:
        steps = [{"go": "14'"}, {"turn": 90, "go": "8'"}, {"turn": 45, "go": "4'"},
                 {"turn": 45, "go": "closes"}, {"turn": 90, "go": "closes"}]  # fmt: skip
        closing = one({"footprint": {"shape": "walk", "steps": steps}})["closing"]

        assert closing["error_mm"] == pytest.approx(0, abs=1e-6)
        assert [leg["worked_out"] for leg in closing["legs"]] == [False, False, False, True, True]
        assert closing["legs"][3]["go_mm"] == pytest.approx((14 - 4 * 0.5**0.5) * FOOT, abs=1e-4)

    def test_a_walk_that_does_not_close_is_refused_with_its_error(self) -> None:
        steps = [*ELL["steps"][:-1], {"turn": 90, "go": "19' 6\""}]
        with pytest.raises(DocumentRefused, match=r"ends 152\.4 mm from A") as error:
            read({"footprint": {"shape": "walk", "steps": steps}})
        assert [p.pointer for p in error.value.problems] == ["/structures/0/footprint"]

    @pytest.mark.parametrize(
        ("footprint", "found"),
        [
            ({"shape": "walk", "steps": [{"go": "30'"}, {"turn": "up", "go": "12'"}]},
             {"/structures/0/footprint/steps/1/turn": "not-a-turn"}),
            ({"shape": "walk", "steps": [{"go": "30'"}, {"turn": 90, "go": "12"}, {"turn": 90, "go": "x"}]},
             {"/structures/0/footprint/steps/2/go": "unknown-unit"}),
            ({"shape": "polygon", "corners": [[0, 0], [1000, 0]]}, {"/structures/0/footprint/corners": "too-short"}),
            ({"shape": "run", "steps": [{"go": "30'"}, {"go": "closes"}]}, {"/structures/0/footprint": "open-leg"}),
            ({"shape": "polygon", "corners": [[0, 0], [4000, 0], [0, 3000], [4000, 3000]]},
             {"/structures/0/footprint": "self-crossing"}),
        ],
        ids=["turn", "length", "two corners", "open run", "crossing"],
    )  # fmt: skip
    def test_what_is_wrong_with_a_shape_is_told_with_its_place(self, footprint: Any, found: dict[str, str]) -> None:
        assert refused({"footprint": footprint}) == found

    def test_two_hundred_corners_are_taken_and_one_more_is_not(self) -> None:
        def comb(teeth: int) -> list[list[float]]:
            top = [[x * 500.0, 2000.0 if x % 2 else 3000.0] for x in range(teeth, -1, -1)]
            return [[0.0, 0.0], [teeth * 500.0, 0.0], *top]

        found = one({"footprint": {"shape": "polygon", "corners": comb(197)}}, units="mm")
        assert list(found["corners"])[-1] == "GR"
        assert refused({"footprint": {"shape": "polygon", "corners": comb(198)}}, units="mm") == {
            "/structures/0/footprint/corners": "too-long"
        }


class TestSquaringAnyShape:
    @pytest.mark.parametrize("clockwise", [False, True])
    def test_an_ell_pulled_exactly_is_found_and_moved_back(self, clockwise: bool) -> None:
        steps = [{**s, **({"turn": -s["turn"]} if "turn" in s and clockwise else {})} for s in ELL["steps"]]
        plan = {"footprint": {"shape": "walk", "steps": steps}}
        corners = one(plan)["corners"]
        moved = {"C": (6.0, -3.0), "D": (0.0, 9.0), "F": (-5.0, 2.0)}
        square = one(plan, pulls=pulls_of(corners, moved))["square"]

        for name, c in corners.items():
            dx, dy = moved.get(name, (0, 0))
            assert square["estimated"][name]["x_mm"] == pytest.approx(c["x_mm"] + dx, abs=0.01)
            assert square["estimated"][name]["y_mm"] == pytest.approx(c["y_mm"] + dy, abs=0.01)
        assert square["verdict"] == "adjust"
        for predicted in square["predicted"]:
            a, b = (corners[predicted[key]] for key in ("from", "to"))
            planned = ((a["x_mm"] - b["x_mm"]) ** 2 + (a["y_mm"] - b["y_mm"]) ** 2) ** 0.5
            assert predicted["length_mm"] == pytest.approx(planned, abs=3)

    FENCE: ClassVar[dict[str, Any]] = {
        "kind": "fence",
        "footprint": {"shape": "run", "steps": [{"go": "40'"}, {"turn": 90, "go": "20'"}]},
    }

    def test_a_fence_moves_left_or_right(self) -> None:
        """BC leans 12 mm to its left at C: at the board 4 ft beyond C it is 12·24/20 to be taken back right."""
        corners = one(self.FENCE)["corners"]
        square = one(self.FENCE, pulls=pulls_of(corners, {"C": (-12.0, 0.0)}))["square"]
        moves = {m["board"]: (round(m["move_mm"], 2), m["toward"]) for m in square["moves"] if m["move_mm"]}

        assert moves == {"BC@B": (2.4, "left"), "BC@C": (14.4, "right")}
        assert all(m["toward"] in ("left", "right") for m in square["moves"])

    def test_a_fence_end_off_along_its_own_string_is_marked_again(self) -> None:
        corners = one(self.FENCE)["corners"]
        square = one(self.FENCE, pulls=pulls_of(corners, {"C": (0.0, 20.0)}))["square"]

        assert {m["move_mm"] for m in square["moves"]} == {0}
        assert square["headline"] == "The strings are right: mark C again along its string"
        after = {(p["from"], p["to"]): p["length_mm"] for p in square["predicted"]}
        assert after["B", "C"] == pytest.approx(20 * FOOT, abs=1e-3)

    def test_a_fence_without_bends_solves(self) -> None:
        straight = {"kind": "fence", "footprint": {"shape": "run", "steps": [{"go": "40'"}]}}
        pull = {"structure": "s1", "from": "A", "to": "B", "reading": "40'"}
        assert one(straight, pulls=[pull])["square"]["verdict"] == "square"

    def test_a_corner_on_a_straight_wall_solves(self) -> None:
        plan = {"footprint": {"shape": "polygon", "corners": [[0, 0], [4000, 0], [9000, 0], [9000, 5000], [0, 5000]]}}
        square = one(plan, units="mm", pulls=pulls_of(one(plan, units="mm")["corners"], {"D": (5.0, 0.0)}))["square"]
        assert square["estimated"]["D"]["x_mm"] == pytest.approx(9005, abs=0.01)


class TestFamilies:
    PLAN: ClassVar[dict[str, Any]] = {
        "footprint": ELL,
        "section": {"wall": '8"', "footing": '20"', "dig": "2'"},
        "lines": [{"family": "form face", "offset": '0"', "on": {"CD": '-1"'}}],
    }

    def test_lines_carry_every_family_with_its_corners(self) -> None:
        lines = {line["family"]: line for line in one(self.PLAN)["lines"]}
        outer = lines["footing outer edge"]

        assert next(iter(lines)) == "wall face"
        assert outer["offset_text"] == '6"'
        assert places(outer["corners"])[3] == (20.5, 12.5)
        assert outer["overall"]["text"] == "31' 0\" × 21' 0\""
        assert lines["form face"]["on"] == {"CD": -25.4}

    def test_an_overall_rectangle_has_its_own_diagonal(self) -> None:
        """44 by 27 1/2 ft grown by 6 in all round: the diagonal of 45 by 28 1/2 ft is 639.189 in, 53' 3 3/16"."""
        plan = {"footprint": {"shape": "rectangle", "length": "44'", "width": "27'6\""},
                "lines": [{"family": "footing outer edge", "offset": "6\""}]}  # fmt: skip
        assert {d["text"] for d in one(plan)["lines"][1]["diagonals"]} == {"53' 3 3/16\""}

    def test_a_marking_stick_marks_both_footing_edges(self) -> None:
        stick = one(self.PLAN)["sticks"][0]
        marks = {mark["family"]: mark["text"] for mark in stick["marks"]}
        assert (marks["dig outer edge"], marks["footing outer edge"], marks["footing inner edge"]) == (
            '0"', "2' 0\"", "3' 8\"",
        )  # fmt: skip

    def test_nails_run_along_every_board(self) -> None:
        board = one(self.PLAN)["boards"][0]
        nails = {n["family"]: n["text"] for n in board["nails"]}
        assert nails["dig outer edge"] == '0"'
        assert nails["wall face"] == "2' 6\""
        assert board["wall_mm"] == pytest.approx(2.5 * FOOT)

    @pytest.mark.parametrize(
        ("change", "found"),
        [
            ({"section": {"wall": "24\"", "footing": "20\""}}, {"/structures/0/section": "footing-misses-wall"}),
            ({"section_on": {"AB": {"wall": "8\""}}}, {"/structures/0/section_on": "section-missing"}),
            ({"lines": [{"family": "inner", "offset": "-11'"}]}, {"/structures/0/lines/0": "nothing-left"}),
            ({"lines": [{"family": "dig", "offset": 0, "on": {"XY": 0}}]},
             {"/structures/0/lines/0/on/XY": "unknown-line"}),
            ({"lines": [{"family": "wall face", "offset": 0}]}, {"/structures/0/lines/0/family": "family-twice"}),
            ({"inner": [{"name": "P", "side": "AB", "distances": ["40'"]}]}, {"/structures/0/inner/0": "outside"}),
            ({"boards": {"ground": {"AB@Q": 0}}}, {"/structures/0/boards/ground/AB@Q": "unknown-corner or board"}),
        ],
        ids=["section", "no section", "offset", "line", "twice", "inner", "ground"],
    )  # fmt: skip
    def test_faults_have_their_place(self, change: dict[str, Any], found: dict[str, str]) -> None:
        assert refused({"footprint": ELL, **change}) == {
            key.replace("unknown-corner or board", "unknown-corner-or-board"): value for key, value in found.items()
        }


class TestBoardsAndMaterials:
    PLAN: ClassVar[dict[str, Any]] = {
        "footprint": {"shape": "rectangle", "length": "44'", "width": "27'6\""},
        "section": {"wall": '8"', "footing": '20"'},
        "boards": {
            "dig": {"depth": "3'", "slope": 1, "working_space": "2'"},
            "ground": {"A": 0, "B": "-1'", "C": "-1' 6\"", "D": '-4"'},
            "stakes": ["2'", "3'", "4'"],
            "stock": ["8'", "12'"],
        },
    }

    def test_the_dig_sets_the_boards_back_and_says_why(self) -> None:
        """Footing 6 in out, 3 ft of slope, 2 ft to work: 5 1/2 ft."""
        board = one(self.PLAN)["boards"][0]
        assert board["setback_text"] == "5' 6\""
        assert board["reason"] == '6" to the outer edge + 3\' 0" slope of the cut + 2\' 0" to work = 5\' 6".'

    def test_reveals_and_stakes_from_the_ground(self) -> None:
        """String 6 in above A: at C the reveal is 2 ft, the stake 3 1/2 ft, from 4 ft stock."""
        solved_plan = one(self.PLAN)
        heights = {b["board"]: b["height"] for b in solved_plan["boards"]}

        assert heights["BC@C"]["reveal_text"] == "2' 0\""
        assert (heights["BC@C"]["stake_text"], heights["BC@C"]["stock_text"]) == ("3' 6\"", "4' 0\"")
        assert solved_plan["heights"]["fall_text"] == "1' 6\""
        truck = {(load["what"], load["amount"]) for load in solved_plan["materials"]["truck"]}
        assert ("stakes", "3 × 2' 0\"") in truck
        assert ("stakes", "6 × 3' 0\"") in truck
        assert ("stakes", "3 × 4' 0\"") in truck

    def test_a_shortage_is_told_before_anything_is_cut(self) -> None:
        plan = {**self.PLAN, "boards": {**self.PLAN["boards"], "stakes": ["2'", "3'"]}}
        heights = one(plan)["heights"]
        assert heights["short"] == ["BC@C", "CD@C"]
        assert '6" more than the longest at hand' in heights["advice"]

    def test_boards_are_cut_from_the_stock_at_hand(self) -> None:
        materials = one(self.PLAN)["materials"]
        assert materials["boards"] == 8
        assert sum(cut["count"] * len(cut["cuts"]) for cut in materials["cuts"]) == 8
        assert 0 <= materials["waste_share"] < 0.5

    def test_the_method_table_says_what_to_take_and_why(self) -> None:
        methods = one({**self.PLAN, "tolerance": '1/2"'})["methods"]
        assert methods["best"] == "computed-diagonal"
        assert methods["why"].startswith('Computed diagonal: 5 pulls put D within 1/4"')
        assert {row["method"] for row in methods["table"]} >= {"3-4-5", "ties", "square-laser"}

    def test_the_key_of_older_files_is_still_taken_and_given(self) -> None:
        """`school` until version 0.5."""
        new, old = (one({**self.PLAN, key: "ties"}) for key in ("method", "school"))
        assert new == old
        assert new["setting_out"]["method"] == new["setting_out"]["school"] == "ties"

    def test_a_chosen_method_has_its_sheet_with_the_burn_in(self) -> None:
        pull = {"structure": "s1", "from": "A", "to": "B", "reading": "45'", "burn": "1'"}
        sheet = one({**self.PLAN, "method": "ties"}, pulls=[pull])["setting_out"]
        assert sheet["base"] == ["AB@A", "AB@B"]
        assert sheet["steps"][0]["text"] == "Pull the baseline: B where the tape from A reads 45' 0\"."
        assert {point["point"] for point in sheet["points"]} == {"A", "B", "C", "D"}


class TestSite:
    CONTROL: ClassVar[dict[str, Any]] = {
        "points": [{"name": "M1", "x": "10'", "y": "20'"}],
        "lines": [
            {"name": "lane", "kind": "boundary", "points": [["0'", "0'"], ["100'", "2'"]], "keep_clear": "15'"},
        ],
    }
    STORE: ClassVar[dict[str, Any]] = {"footprint": {"shape": "rectangle", "length": "44'", "width": "27'6\""}}

    def test_a_structure_placed_from_a_point_and_its_neighbour_from_its_wall(self) -> None:
        placed = {**self.STORE, "placing": {"by": "point", "at": "M1", "corner": "A", "bearing": 90}}
        stand = {
            "footprint": {"shape": "rectangle", "length": "20'", "width": "10'"},
            "placing": {"by": "gap", "line": "DA", "reference": "s1/BC", "gap": "6'", "corner": "A", "station": 0},
        }
        found = solve(placed, stand, control=self.CONTROL)

        assert places(found["s1"]["site"]["corners"])[:2] == [(10, 20), (54, 20)]
        assert places(found["s2"]["site"]["corners"])[0] == (60, 20)
        room = {c["to"]: c for c in found["s2"]["site"]["clearances"]}
        assert room["s1"]["text"] == "6' 0\""
        assert room["lane"]["clear"]
        assert room["s1"]["corner_texts"]["A"] == "6' 0\""

    def test_too_near_a_boundary_is_flagged_with_what_is_missing(self) -> None:
        """Offsets 12 ft from the lane: 3 ft short of the 15 asked for."""
        placing = {"by": "offsets", "line": "AB", "reference": "lane", "corner": "A", "station": "20'",
                   "offsets": [{"station": 0, "offset": "12'"}, {"station": "60'", "offset": "12'"}]}  # fmt: skip
        room = solve({**self.STORE, "placing": placing}, control=self.CONTROL)["s1"]["site"]["clearances"][0]
        assert not room["clear"]
        assert room["words"] == "A comes to 12' 0\": 3' 0\" less than the 15' 0\" asked for"

    def test_a_dig_edge_over_a_boundary_is_flagged_though_the_wall_is_clear(self) -> None:
        placing = {"by": "gap", "line": "AB", "reference": "lane", "gap": "15'", "corner": "A", "station": "20'"}
        plan = {**self.STORE, "placing": placing, "section": {"wall": '8"', "dig": "16'"}}
        room = solve(plan, control=self.CONTROL)["s1"]["site"]["clearances"][0]
        assert room["clear"]
        assert room["outermost"]["words"] == "its dig outer edge runs into it"

    def test_an_inside_that_is_dug_out_whole_is_told_not_refused(self) -> None:
        hut = {"footprint": {"shape": "rectangle", "length": "8'", "width": "6'"},
               "section": {"wall": "8\"", "footing": "16\"", "dig": "3'"}}  # fmt: skip
        found = one(hut)
        assert found["lines_gone"] == [
            "Nothing is left of dig inner edge: its offset is more than the footprint holds."
        ]
        assert "dig outer edge" in [line["family"] for line in found["lines"]]

    def test_overlapping_on_purpose_is_let_pass(self) -> None:
        placing = {"by": "point", "at": "M1", "corner": "A", "bearing": 90}
        pair = ({**self.STORE, "placing": placing}, {**self.STORE, "kind": "slab", "placing": placing})
        assert not solve(*pair, control=self.CONTROL)["s1"]["site"]["clearances"][1]["clear"]
        wanted = ({**pair[0], "may_overlap": ["s2"]}, pair[1])
        assert solve(*wanted, control=self.CONTROL)["s2"]["site"]["clearances"][1]["clear"]

    def test_placed_in_a_circle_or_from_nothing_is_refused(self) -> None:
        def beside(name: str) -> dict[str, Any]:
            return {**self.STORE, "placing": {"by": "gap", "line": "AB", "reference": f"{name}/CD", "gap": "6'",
                                              "corner": "A", "station": 0}}  # fmt: skip

        assert set(refused(beside("s2"), beside("s1")).values()) <= {"placed-in-a-circle", "not-placed"}
        assert refused(beside("s9")) == {"/structures/0/placing": "unknown-reference"}
        assert refused({**self.STORE, "placing": {"by": "compass"}}) == {
            "/structures/0/placing/by": "union-tag-invalid"
        }
