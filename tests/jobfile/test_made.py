"""What is made on the lines of a job file: slabs, strips, digging, lines that stay, laths, plates, the register."""

from typing import Any

import pytest

from tests.jobfile.solving import FOOT, INCH, one, refused, solved

RECTANGLE = {"shape": "rectangle", "length": "30'", "width": "20'"}
RUN = {"shape": "run", "steps": [{"go": "40'"}, {"turn": 90, "go": "20'"}]}
STORE = {"kind": "slab", "footprint": RECTANGLE, "board_setback": "4'"}
SECTION = {"wall": '8"', "footing": '20"'}


def slab(**more: Any) -> dict[str, Any]:
    return {"kind": "slab", "footprint": RECTANGLE, **more}


def building(**more: Any) -> dict[str, Any]:
    return {"kind": "building", "footprint": RECTANGLE, "section": SECTION, **more}


def post_fence(**more: Any) -> dict[str, Any]:
    fence = {"bay": "8'", "post": '4"', "hole": '12"', "height": "5'", **more}
    return {"kind": "fence", "footprint": {"shape": "run", "steps": [{"go": "40'"}]}, "fence": fence}


def pulled(pair: str, mm: float) -> dict[str, Any]:
    return {"structure": "s", "from": pair[0], "to": pair[1], "reading": mm}


class TestSlab:
    def test_volume_order_and_time(self) -> None:
        # 600 sq ft by 4 in is 200 cu ft, 7.407 cu yd; 5 % more is 7.778: one truck of 9
        found = one(slab(pour={"thickness": '4"', "truck": "9 cu yd", "rate": "14 cu yd"}))["pour"]
        assert found["volume_mm3"] == pytest.approx(200 * FOOT**3)
        assert (found["order"]["trucks"], found["order"]["hours"]) == (1, pytest.approx(7.7778 / 14, abs=1e-4))
        assert found["order"]["part_mm3"] == found["order"]["volume_mm3"] == pytest.approx(210 * FOOT**3)

    def test_bars_ask_for_what_nobody_typed(self) -> None:
        bars = {"spacing": "2'", "cover": '3"', "stock": ["20'"]}
        found = one(slab(pour={"thickness": '4"', "bars": bars}))["pour"]
        # 19 ft 6 in across in spaces of 2 ft: 10, so 11 bars along AB of 29 ft 6 in, over 20 ft of stock
        assert found["bars"][0]["text"] == "11 bars along AB, 1' 11 3/8\" apart: 10 spaces."
        assert found["cuts"] == []
        assert len(found["asks"]) == 2
        full = one(slab(pour={"thickness": '4"', "bars": bars | {"lap": "2'", "size": "as drawn"}}))["pour"]
        # 11 of 29 ft 6 in are a length of 20 ft and one of 11 ft 6 in, lapping 2 ft; square to them 29 ft 6 in take
        # 15 spaces, 16 bars of 19 ft 6 in: one length each
        assert (full["asks"], full["laps"]) == ([], 11)
        assert sum(cut["count"] for cut in full["cuts"]) == 11 + 11 + 16

    def test_the_order_is_for_the_real_depths_once_the_base_was_shot(self) -> None:
        corners = [("A", "5'"), ("B", "5'"), ("C", "5'"), ("D", "5'")]
        shots = [{"at": "BM", "reading": "5'"}, *({"at": at, "reading": r, "thing": "base"} for at, r in corners)]
        levels = {
            "benchmark": {"name": "BM", "height": 0},
            "setups": [{"instrument": "laser", "shots": shots}],
            "slabs": [{"name": "top", "structure": "s", "height": '6"', "thickness": '4"', "waste": 0}],
        }
        found = solved(slab(pour={"thickness": '4"', "truck": "4 cu yd"}), levels=levels)["levels"]["slabs"][0]
        # the base lies at 0, the top at 6 in: 300 cu ft, 11.11 cu yd, three trucks of 4
        assert found["order"]["volume_mm3"] == pytest.approx(300 * FOOT**3)
        assert found["order"]["trucks"] == 3

    def test_a_bank_beside_the_slab_is_told_before_digging(self) -> None:
        # north of y = 20 ft the ground stands a foot up, elsewhere at nothing; the top lies at half a foot
        points = [("g1", "-9'", "-9'"), ("g2", "39'", "-9'"), ("g3", "39'", "20'"), ("g4", "-9'", "20'"),
                  ("g5", "39'", "21'"), ("g6", "-9'", "21'"), ("g7", "39'", "30'"), ("g8", "-9'", "30'")]  # fmt: skip
        high = {"g5", "g6", "g7", "g8"}
        shots = [{"at": name, "reading": "4'" if name in high else "5'"} for name, _, _ in points]
        levels = {
            "benchmark": {"name": "BM", "height": 0},
            "points": [{"name": name, "place": [x, y]} for name, x, y in points],
            "setups": [{"instrument": "laser", "shots": [{"at": "BM", "reading": "5'"}, *shots]}],
            "slabs": [{"name": "top", "structure": "s", "height": '6"', "thickness": '4"'}],
        }  # fmt: skip
        troubles = solved(slab(), levels=levels)["levels"]["slabs"][0]["troubles"]
        assert troubles == [
            'Outside CD the ground stands up to 6" above this top: before digging, plan what becomes of it.'
        ]

    @pytest.mark.parametrize(
        ("more", "pointer", "code"),
        [
            ({"thickness": '4"', "family": "moon"}, "pour/family", "unknown-line family"),
            ({"thickness": '4"', "dowels": [{"along": "XY", "spacing": "2'"}]}, "pour/dowels/0/along", "unknown-line"),
            ({"thickness": "0"}, "pour/thickness", "zero"),
        ],
    )
    def test_what_is_refused(self, more: dict[str, Any], pointer: str, code: str) -> None:
        assert refused(slab(pour=more)) == {f"/structures/0/{pointer}": code}

    def test_an_open_line_has_no_slab_until_it_has_a_width(self) -> None:
        run = {"kind": "fence", "footprint": RUN, "pour": {"thickness": '6"'}}
        assert refused(run) == {"/structures/0/pour": "open-pour"}
        kerb = one(run | {"strip": {"width": '6"', "on": "left"}})
        # on its left face the corner turns on the outside: 60 ft by half a foot and a quarter of a square foot more
        assert kerb["pour"]["area_mm2"] == pytest.approx(30.25 * FOOT**2)
        assert [face["lengths_mm"] for face in kerb["strip"]["faces"]] == [
            pytest.approx([40 * FOOT, 20 * FOOT]),
            pytest.approx([40.5 * FOOT, 20.5 * FOOT]),
        ]

    def test_the_nearer_face_of_a_strip_is_held_against_a_boundary(self) -> None:
        lane = {"name": "lane", "kind": "boundary", "points": [["0", "-10'"], ["100'", "-10'"]]}
        control = {"points": [{"name": "M", "x": 0, "y": 0}], "lines": [lane]}
        placing = {"by": "point", "corner": "A", "at": "M", "bearing": 90}
        kerb = {"kind": "fence", "footprint": RUN, "strip": {"width": "2'"}, "placing": placing}
        (room,) = one(kerb, control=control)["site"]["clearances"]
        assert (room["text"], room["outermost"]["words"]) == ("10' 0\"", "its nearer face comes to 9' 0\"")

    def test_twin_forms_along_a_strip(self) -> None:
        forms = {"thickness": '6"', "board": '1 1/2"', "stock": ["16'"]}
        found = one({"kind": "fence", "footprint": RUN, "strip": {"width": '6"'}, "forms": forms})["forms"]
        assert [side["line"] for side in found["sides"]] == ["AB left", "BC left", "AB right", "BC right"]
        assert found["gauge_text"] == '6"'
        assert found["checks"] == []


class TestDigging:
    def test_a_wide_bucket_and_what_it_takes_in_concrete(self) -> None:
        found = one(building(digging={"bucket": '24"', "deep": "1'"}))["digging"]
        # 4 in too wide along the middle of the footing: 100 ft round the walls' outside, less 4 x 8 in for its middle
        # line lies 4 in inside them: 97 ft 4 in by a third of a foot
        assert found["over_mm3"] == pytest.approx((97 + 1 / 3) / 3 * FOOT**3)
        assert found["trenches"][0]["over_text"] == '4"'
        assert found["how"] == [
            'AB, BC, CD, DA: 1\' 8" wide, the bucket cuts 2\' 0": one pass, 4" too wide, 2" on each side.'
        ]

    def test_pads_and_what_was_dug(self) -> None:
        digging = {
            "bucket": '24"',
            "pads": [{"name": "pier", "at": "P 2", "length": "3'", "width": "4'", "deep": "1'"}],
            "found": [{"on": "pier", "width": "3' 9\"", "deep": '14"'}],
        }
        places = [{"name": "P", "along": "AB", "spaces": 2}]
        found = one(slab(places=places, digging=digging))["digging"]
        assert found["pads"][0]["diagonal_text"] == "5' 0\""
        # 3 by 4 by 1 asked, poured 14 in deep: 2 cu ft more
        assert found["dug"][0]["short"] is True
        assert found["dug"][0]["more_mm3"] == pytest.approx(2 * FOOT**3)
        assert found["dug"][0]["text"].startswith('pier: dig 3" wider')

    def test_what_is_refused(self) -> None:
        at = "/structures/0/digging"
        assert refused(slab(digging={"bucket": "2'"})) == {at: "no-footing"}
        found = [{"on": "AB", "width": "2'"}, {"on": "moon", "width": "2'"}]
        assert refused(building(digging={"bucket": "2'", "found": found})) == {
            f"{at}/found/1/on": "unknown-side or pad"
        }
        assert refused(building(digging={"bucket": "2'", "found": [{"on": "AB"}]})) == {
            f"{at}/found/0/width": "missing"
        }


class TestLinesThatStay:
    def test_every_point_of_a_side_by_station_and_measure_back(self) -> None:
        plan = slab(
            places=[{"name": "P", "along": "AB", "spaces": 2, "offset": "1'"}],
            offset_lines=[{"name": "south", "along": "AB", "distance": "5'", "beyond": "3'"}],
        )
        (line,) = one(plan)["offset_lines"]
        backs = {back["name"]: (back["station_mm"] / FOOT, back["back_mm"] / FOOT) for back in line["backs"]}
        assert backs == {
            "A": pytest.approx((3, 5)),
            "P 1": pytest.approx((3, 6)),
            "P 2": pytest.approx((18, 6)),
            "P 3": pytest.approx((33, 6)),
            "B": pytest.approx((33, 5)),
        }

    def test_along_a_fence_posts_are_found_again(self) -> None:
        plan = post_fence() | {"offset_lines": [{"name": "left", "along": "AB", "distance": "-3'"}]}
        (line,) = one(plan)["offset_lines"]
        posts = [back for back in line["backs"] if back["name"].startswith("Post")]
        # on the left, its stakes a yard beyond both ends
        assert [round(back["station_mm"] / FOOT, 3) for back in posts] == [3, 11, 19, 27, 35, 43]
        assert {round(back["back_mm"] / FOOT, 6) for back in posts} == {3}

    def test_what_is_refused(self) -> None:
        line = {"name": "s", "along": "AB", "distance": "5'"}
        at = "/structures/0/offset_lines"
        assert refused(slab(offset_lines=[line | {"along": "XY"}])) == {f"{at}/0/along": "unknown-line"}
        assert refused(slab(offset_lines=[line, line])) == {f"{at}/1/name": "name-twice"}
        assert refused(slab(offset_lines=[line | {"distance": 0}])) == {f"{at}/0/distance": "zero"}


class TestLaths:
    def test_a_lath_in_feet_and_hundredths(self) -> None:
        # hub at 102.50 ft, C 1.25, ring 10 ft toward AB: finish 101.25 ft, the line 10 ft north
        stake = {"name": "H1", "at": ["5'", "-10'"], "lath": {"height": "102.5", "cut": "1.25", "offset": "10",
                                                                  "element": "AB"}}  # fmt: skip
        (lath,) = one(slab(stakes=[stake]))["laths"]
        assert lath["finish_mm"] == pytest.approx(101.25 * FOOT)
        assert lath["on_line"] == {"x_mm": pytest.approx(5 * FOOT), "y_mm": pytest.approx(0, abs=1e-6)}

    def test_hubs_are_held_against_each_other(self) -> None:
        laths = (("H1", "100", "C", "2"), ("H2", "101", "C", "3"), ("H3", "99.5", "F", "0.5"))
        stakes = [
            {"name": name, "at": [f"{10 * n}'", "-9'"], "lath": {
                "height": height, "element": "floor", ("cut" if letter == "C" else "fill"): amount}}
            for n, (name, height, letter, amount) in enumerate(laths)
        ]  # fmt: skip
        found = one(slab(stakes=stakes))
        # 98, 98 and 100 ft
        assert [lath["finish_mm"] / FOOT for lath in found["laths"]] == pytest.approx([98, 98, 100])
        (check,) = found["hub_checks"]
        assert (check["odd"], check["holds_mm"]) == (["H3"], pytest.approx(98 * FOOT))

    def test_what_is_refused(self) -> None:
        stake = {"name": "H", "at": ["1'", "-1'"]}
        at = "/structures/0/stakes/0/lath"
        assert refused(slab(stakes=[stake | {"lath": {"cut": "1'", "fill": "1'"}}])) == {f"{at}/fill": "one-of"}
        assert refused(slab(stakes=[stake | {"lath": {"toward": "X"}}])) == {f"{at}/toward": "unknown-corner"}
        on_a = {"name": "H", "at": [0, 0], "lath": {"toward": "A"}}
        assert refused(slab(stakes=[on_a])) == {f"{at}/toward": "on-point"}


class TestFenceMade:
    def test_a_gate_leaves_its_gaps(self) -> None:
        gate = {"at": "8'", "opening": "4'", "hinge": '3/4"', "latch": '1/2"'}
        bays = one(post_fence(gates=[gate]))["fence"]["bays"]
        (opening,) = [bay for bay in bays if bay["gate"]]
        assert opening["leaf_mm"] == pytest.approx(46.75 * INCH)
        at = "/structures/0/fence/gates/0/hinge"
        assert refused(post_fence(gates=[gate | {"hinge": "4'"}])) == {at: "no-leaf"}

    def test_aim_crosses_reach_beyond_the_hole(self) -> None:
        found = one(post_fence(cross="2'"))["fence"]
        on, left, back, right = ((end["x_mm"] / FOOT, end["y_mm"] / FOOT) for end in found["posts"][1]["cross"])
        assert on == pytest.approx((8 + 2.5, 0))
        assert left == pytest.approx((8, 2.5))
        assert back == pytest.approx((8 - 2.5, 0))
        assert right == pytest.approx((8, -2.5))
        assert found["cross_text"].startswith("Aim cross over every centre: four pegs 2' 6\" from it")

    def test_a_post_on_a_pipe_is_moved_off_it_as_it_is_told(self) -> None:
        pipe = [{"name": "pipe", "at": ["16' 4\"", "-3'"], "to": ["16' 4\"", "3'"], "radius": "1'"}]
        told = one(post_fence() | {"obstacles": pipe})["fence"]
        # the hole reaches half a foot, the pipe's room a foot: 18 in off 16 ft 4 in is 14 in back from 16 ft, to the
        # millimetre and then to the next sixteenth
        (shift,) = told["shifts"]
        assert (shift["post"], shift["shift_text"]) == (3, "-1' 2 1/16\"")
        moved = one(post_fence(moved={"3": shift["shift_text"]}) | {"obstacles": pipe})["fence"]
        assert (moved["shifts"], moved["troubles"]) == ([], [])
        assert [bay["width_text"] for bay in moved["bays"][1:3]] == ["6' 9 15/16\"", "9' 2 1/16\""]
        at = "/structures/0/fence"
        assert refused(post_fence(moved={"3": "9'"})) == {at: "past-neighbour"}
        assert refused(post_fence(moved={"1": "1'"})) == {at: "given-post"}
        assert refused(post_fence(moved={"99": "1'"})) == {f"{at}/moved": "unknown-post"}

    def test_pads_make_holes_deeper(self) -> None:
        found = one(post_fence(pad='4"', gravel='6"', depth={"share": 0, "least": "2'"}))["fence"]
        assert found["posts"][0]["hole_deep_text"] == "2' 10\""
        assert '6 × base pad 4" thick' in found["materials"]["truck"]
        # a round hole a foot across, 34 in deep, six of them
        assert found["materials"]["spoil_mm3"] == pytest.approx(6 * 3.14159265 / 4 * (34 / 12) * FOOT**3)

    @pytest.mark.parametrize(
        ("panel", "first", "last"),
        [("racked", [1.0, 4.0], [1.0, 4.0]), ("stepped", [1.5, 4.5], [1.0, 4.0])],
    )
    def test_rails_are_measured_down_from_both_tops(self, panel: str, first: list[float], last: list[float]) -> None:
        shots = [{"at": "BM", "reading": "5'"}, {"at": "A", "reading": "5'"}, {"at": "B", "reading": "7' 6\""}]
        levels = {"benchmark": {"name": "BM", "height": 0}, "setups": [{"instrument": "laser", "shots": shots}]}
        (found,) = solved(post_fence(rails=["1'", "4'"], panel=panel), levels=levels)["levels"]["fences"]
        # 30 in of fall over 40 ft: half a foot from post to post
        bay = found["rails"][0]
        assert [mm / FOOT for mm in bay["start_down_mm"]] == pytest.approx(first)
        assert [mm / FOOT for mm in bay["end_down_mm"]] == pytest.approx(last)
        assert bay["step_text"] == '6"'
        assert bay["clear_mm"] == pytest.approx((1.0 if panel == "racked" else 0.5) * FOOT)


class TestObstacles:
    def test_a_board_on_a_cable_is_told_with_a_setback_that_misses_it(self) -> None:
        cable = {"name": "cable", "at": ["-4'", "-9'"], "to": ["-4'", "9'"], "radius": "1'"}
        found = one(slab(obstacles=[cable]))
        hits = {hit["what"]: hit for hit in found["obstacles"][0]["hits"]}
        # boards stand 4 ft out; within 3 to 5 ft west of A lies the cable
        assert "AB@A" in hits
        free = hits["AB@A"]["setback_mm"] / FOOT
        assert free >= 5 or free <= 3
        moved = slab(obstacles=[cable], boards={"setbacks": {"AB@A": f'{free * 12}"'}})
        assert "AB@A" not in {hit["what"] for hit in one(moved)["obstacles"][0]["hits"]}

    @pytest.mark.parametrize(("radius", "hits"), [('17"', set()), ('19"', {"trench AB"})])
    def test_a_trench_that_comes_into_a_zone_is_told(self, radius: str, hits: set[str]) -> None:
        # the footing reaches 6 in outside the face; the pipe runs 2 ft outside it
        pipe = {"name": "gas", "at": ["5'", "-2'"], "to": ["25'", "-2'"], "radius": radius}
        found = one(building(obstacles=[pipe], board_setback="12'"))["obstacles"][0]
        assert {hit["what"] for hit in found["hits"]} == hits

    @pytest.mark.parametrize(
        ("at", "radius", "is_hit"), [("-4'", '23"', False), ("-4'", '25"', True), ("1'", '1"', True)]
    )
    def test_so_is_a_pad(self, at: str, radius: str, is_hit: bool) -> None:
        # 3 ft along AB by 4 ft across it, in the middle of AB
        pads = [{"name": "pier", "at": "P 2", "length": "3'", "width": "4'", "deep": "1'"}]
        cable = {"name": "cable", "at": ["15'", at], "radius": radius}
        plan = slab(
            places=[{"name": "P", "along": "AB", "spaces": 2}],
            digging={"bucket": '24"', "pads": pads},
            obstacles=[cable],
        )
        assert ("pier" in {hit["what"] for hit in one(plan)["obstacles"][0]["hits"]}) is is_hit

    def test_a_tree_stops_a_diagonal_and_a_pipe_does_not(self) -> None:
        tree = {"name": "tree", "at": ["15'", "10'"], "radius": "2'", "stands": True}
        assert {hit["what"] for hit in one(slab(obstacles=[tree]))["obstacles"][0]["hits"]} == {"A–C", "B–D"}
        assert one(slab(obstacles=[tree | {"stands": False}]))["obstacles"][0]["hits"] == []


class TestStringsBesideNails:
    def test_nails_are_driven_beside_their_line(self) -> None:
        found = one(STORE | {"string": {"runs": "inside", "nail": '1/8"', "line": '1/16"'}})
        board = next(board for board in found["boards"] if board["board"] == "AB@A")
        # half of both, 3/32 in, outside AB: south of it
        assert board["nail"] == {"x_mm": pytest.approx(-4 * FOOT), "y_mm": pytest.approx(0, abs=1e-9)}
        assert board["drive"]["y_mm"] == pytest.approx(-3 / 32 * INCH)
        assert "inner side of every nail" in found["string_told"]

    def test_a_pull_from_nail_to_nail_gives_the_strings(self) -> None:
        # between the nails of AB and CD at the west the tape reads 20 ft and twice 3/32 in
        pulls = [{"structure": "s", "from": "AB@A", "to": "CD@D", "reading": 20 * FOOT + 2 * 3 / 32 * INCH}]
        string = {"runs": "inside", "nail": '1/8"', "line": '1/16"'}
        residual = one(STORE | {"string": string}, pulls=pulls)["square"]["residuals"][0]
        assert residual["residual_mm"] == pytest.approx(0, abs=1e-6)

    def test_a_tape_beside_its_marks(self) -> None:
        # half an inch of stake, near face at one end and far face at the other: what is read is what is
        sides = {"AB": 30, "BC": 20, "CD": 30, "DA": 20}
        diagonal = (30**2 + 20**2) ** 0.5

        def pulls(**touched: str) -> list[dict[str, Any]]:
            more = {"touched": {"width": '1/2"', **touched}} if touched else {}
            off = {"near": -0.25, "far": 0.25}
            extra = sum(off[way] for way in touched.values())
            return [
                {"structure": "s", "from": pair[0], "to": pair[1], "reading": feet * FOOT + extra * INCH, **more}
                for pair, feet in (sides | {"AC": diagonal, "BD": diagonal}).items()
            ]

        for touched in ({"from": "far"}, {"from": "far", "to": "far"}, {"from": "near", "to": "far"}, {}):
            square = one(STORE, pulls=pulls(**touched))["square"]
            assert square["verdict"] == "square"
            assert max(abs(row["residual_mm"]) for row in square["residuals"]) < 1e-6

    def test_a_crew_that_touches_every_mark_beside_its_middle(self) -> None:
        # both ends touch the far face of half-inch stakes: half an inch more on every pull, and in every call
        plan = STORE | {"touches": {"width": '1/2"', "from": "far", "to": "far"}}
        diagonal = (30**2 + 20**2) ** 0.5
        read = {"AB": 30, "BC": 20, "CD": 30, "DA": 20, "AC": diagonal, "BD": diagonal}
        found = one(plan, pulls=[pulled(pair, feet * FOOT + INCH / 2) for pair, feet in read.items()])
        assert found["square"]["verdict"] == "square"
        assert max(abs(row["residual_mm"]) for row in found["square"]["residuals"]) < 1e-6
        # a pull that says it touched the middles is read as it stands
        own = {"touched": {"width": '1/2"'}}
        true = [pulled(pair, feet * FOOT) | own for pair, feet in read.items()]
        assert one(plan, pulls=true)["square"]["verdict"] == "square"

    def test_every_string_on_the_wrong_side_of_its_nail_is_told_as_one_slip(self) -> None:
        # every line an eighth too far out: sides a quarter longer
        length, width = 30 * FOOT + INCH / 4, 20 * FOOT + INCH / 4
        read = {"AB": length, "CD": length, "BC": width, "DA": width}
        read |= dict.fromkeys(("AC", "BD"), (length**2 + width**2) ** 0.5)
        pulls = [pulled(pair, mm) for pair, mm in read.items()]
        traps = one(STORE, pulls=pulls)["square"]["traps"]
        assert [trap["trap"] for trap in traps] == ["every-wrong-side"]
        # a side alone too long is no such thing
        shorter = (length**2 + (20 * FOOT) ** 2) ** 0.5
        true_width = {"BC": 20 * FOOT, "DA": 20 * FOOT, "AC": shorter, "BD": shorter}
        alone = [pulled(pair, mm) for pair, mm in (read | true_width).items()]
        assert one(STORE, pulls=alone)["square"]["traps"] == []


class TestPlates:
    def test_insets_at_every_station(self) -> None:
        found = [{"line": "AB", "at": "0", "out": '1/2"'}, {"line": "AB", "at": "30'", "out": '1/2"'},
                 {"line": "CD", "at": "0", "out": '-1"'}, {"line": "CD", "at": "30'", "out": '-1"'}]  # fmt: skip
        plates = one(slab(plates={"found": found, "overhang": '1/2"'}))["plates"]
        # half an inch too narrow in all: a quarter over on each side is the least, after 3/4 in to the south
        assert plates["worst_mm"] == pytest.approx(INCH / 4, abs=2e-3)
        assert plates["shift_mm"]["y_mm"] == pytest.approx(-0.75 * INCH, abs=2e-3)
        assert plates["fits"] is True
        assert {edge["inset_text"] for edge in plates["edges"]} == {'-1/4"'}
        assert one(slab(plates={"found": found, "overhang": '1/8"'}))["plates"]["fits"] is False

    def test_what_is_refused(self) -> None:
        at = "/structures/0/plates"
        edge = {"line": "AB", "at": "1'", "out": 0}
        assert refused(slab(plates={"found": [edge | {"line": "XY"}]})) == {f"{at}/found/0/line": "unknown-line"}
        assert refused(slab(plates={"found": [edge | {"at": "31'"}]})) == {f"{at}/found/0/at": "beyond-side"}


class TestRegister:
    def done(self, what: str, doing: str, **more: Any) -> dict[str, Any]:
        return {"structure": "s", "what": what, "doing": doing, "who": "Ida", **more}

    def test_what_was_done_last_stands_with_its_name(self) -> None:
        done = [("P 1", "set"), ("P 1", "checked"), ("P 2", "set"), ("P 2", "not-done")]
        plan = slab(places=[{"name": "P", "along": "AB", "spaces": 2}])
        register = one(plan, done=[self.done(*each) for each in done])["marks_register"]
        rows = {row["what"]: row for row in register["rows"]}
        assert (rows["P 1"]["doing"], rows["P 1"]["who"]) == ("checked", "Ida")
        assert (rows["P 2"]["doing"], rows["P 3"]["doing"]) == (None, None)
        assert rows["P 2"]["legend"]["ring"] is None
        assert {row["kind"] for row in rows.values()} == {"corner", "nail", "place"}

    def test_a_mark_that_the_plan_has_left_asks_to_be_checked(self) -> None:
        done = [self.done("P 2", "set", planned=[14 * FOOT, 0]), self.done("P 9", "set", planned=[0, 0])]
        register = one(slab(places=[{"name": "P", "along": "AB", "spaces": 2}]), done=done)["marks_register"]
        told = {row["what"]: row["recheck"] for row in register["rows"] if row["recheck"]}
        assert told == {"P 2": "P 2 was set, and the plan has moved by 1' 0\" since: check it again."}
        # and what is not in the plan any more is not forgotten
        assert register["rechecks"] == 2
        assert "P 9 was set, and is not in the plan any more" in register["text"]

    def test_a_legend_says_offset_line_and_cut(self) -> None:
        stakes = [{"name": "S1", "at": ["10'", "-4'"]}]
        shots = [{"at": "BM", "reading": "5'"}, {"at": "S1", "reading": "4'"}]
        levels = {
            "benchmark": {"name": "BM", "height": 0},
            "setups": [{"instrument": "laser", "shots": shots}],
            "marked_in": "feet-hundredths",
            "targets": [{"name": "form top", "height": '9"', "at": ["S1"]}],
        }
        rows = one(slab(stakes=stakes), levels=levels)["marks_register"]["rows"]
        (row,) = [row for row in rows if row["what"] == "S1"]
        # the ground stands a foot up, the form's top 0.75: a cut of 0.25
        assert row["legend"]["grade"] == ["C 0.25 ft to form top"]
        assert (row["legend"]["ring"], row["legend"]["toward_deg"]) == ("4' 0\"", 90)
        plain = "S1; offset 4' 0\"; wall face AB, 10' 0\" from its start; C 0.25 ft to form top"
        assert row["legend"]["plain"] == plain


def test_what_marks_are_made_with() -> None:
    found = one(slab(marking={"on": "grass", "days": 30}))["marking"]
    assert [(row["mark"], row["use"]) for row in found] == [("edge", "paint"), ("point", "whisker"), ("stake", "lath")]
    assert "after every 10 days, 2 times in 30" in found[0]["text"]


def test_posts_cut_from_seat_to_string() -> None:
    # seats at 0, 6 in and a foot, the string at 4 ft: 48, 42 and 36 in, each 2 in longer to trim; two factory ends to
    # a length of 8 ft: 50 and 44 fit one with the kerf, 38 is cut from another
    shots = [{"at": "BM", "reading": "5'"}] + [
        {"at": at, "reading": reading, "thing": "seat"} for at, reading in (("A", "5'"), ("B", "4' 6\""), ("C", "4'"))
    ]
    posts = {"name": "piers", "top": "4'", "at": ["A", "B", "C", "D"], "stock": ["8'"], "trim": '2"'}
    levels = {
        "benchmark": {"name": "BM", "height": 0},
        "setups": [{"instrument": "laser", "shots": shots}],
        "posts": [posts],
    }
    found = solved(slab(), levels=levels)["levels"]
    assert [post["saw_mm"] and post["saw_mm"] / INCH for post in found["posts"]] == pytest.approx([50, 44, 38, None])
    (cuts,) = found["post_cuts"]
    assert cuts["waiting"] == ["D"]
    assert sorted(len(cut["cuts"]) for cut in cuts["cuts"]) == [1, 2]
    assert "no length gives more than two" in cuts["text"]
