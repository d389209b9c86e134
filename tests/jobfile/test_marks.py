"""Places and fences of a job file, solved; sums; and what is refused."""

import json
import subprocess
import sys
from typing import Any

import pytest

from anvilhead.launch.paths import ROOT
from tests.jobfile.solving import FOOT, INCH, one, refused, solved

RECTANGLE = {"shape": "rectangle", "length": "40'", "width": "24'"}
RUN = {"shape": "run", "steps": [{"go": "50'"}, {"turn": 90, "go": "30'"}]}
FENCE = {
    "bay": "8'", "remainder": "cut-last", "post": '3 1/2"', "hole": '10"',
    "string": {"touches": "face", "side": "right"}, "height": "5'", "length": "8'",
    "depth": {"share": 0.3333, "frost": '30"', "least": '24"'},
}  # fmt: skip


def slab(*places: dict[str, Any], **more: Any) -> dict[str, Any]:
    return {"kind": "slab", "footprint": RECTANGLE, "places": list(places), **more}


def fence(**changes: Any) -> dict[str, Any]:
    return {"kind": "fence", "footprint": RUN, "fence": FENCE | changes}


class TestPlaces:
    def test_equal_spaces_have_both_ends(self) -> None:
        found = one(slab({"name": "P", "along": "BC", "from": "B", "spaces": 3}))["places"]
        assert [round(place["station_mm"] / FOOT, 6) for place in found.values()] == [0, 8, 16, 24]
        assert (found["P 2"]["x_mm"], found["P 2"]["y_mm"]) == pytest.approx((40 * FOOT, 8 * FOOT))
        assert found["P 2"]["text"] == "8' 0\""

    def test_counted_from_the_far_end(self) -> None:
        found = one(slab({"name": "P", "along": "AB", "from": "B", "spacing": "9'"}))["places"]
        assert [round(place["x_mm"] / FOOT, 6) for place in found.values()] == [40, 31, 22, 13, 4]

    def test_a_line_named_the_other_way_round_begins_at_its_other_end(self) -> None:
        found = one(slab({"name": "P", "along": "BA", "distances": ["5'"]}))["places"]
        assert found["P 1"]["x_mm"] == pytest.approx(35 * FOOT)

    def test_an_inner_line_from_the_wall_it_ends_at(self) -> None:
        inner = [{"name": "G", "side": "AB", "distances": ["6'"]}]
        for wall, x in (("DA", 5), ("BC", 35)):
            found = one(slab({"name": "P", "along": "G", "from": wall, "distances": ["5'"]}, inner=inner))["places"]
            assert (found["P 1"]["x_mm"] / FOOT, found["P 1"]["y_mm"] / FOOT) == pytest.approx((x, 6))

    def test_the_rest_is_left_or_has_one_more_place(self) -> None:
        for last, count in (("remainder", 5), ("cut", 6)):
            found = one(slab({"name": "P", "along": "AB", "spacing": "9'", "last": last}))["places"]
            assert len(found) == count
        assert found["P 6"]["station_mm"] == pytest.approx(40 * FOOT)
        # a spacing that comes out even has no second place there
        assert len(one(slab({"name": "P", "along": "AB", "spacing": "8'", "last": "cut"}))["places"]) == 6

    def test_distances_run_on_beyond_the_ends_and_square_off(self) -> None:
        row = {"name": "P", "along": "CD", "from": "C", "distances": ["-2'", "0'", "45'"], "offset": "3'"}
        found = one(slab(row))["places"]
        assert [place["x_mm"] / FOOT for place in found.values()] == pytest.approx([42, 40, -5])
        assert {round(place["y_mm"] / FOOT, 6) for place in found.values()} == {21}

    def test_on_families_runs_inner_lines_and_between_corners(self) -> None:
        rows = [
            {"name": "F", "along": "AB", "family": "footing", "spaces": 2},
            {"name": "I", "along": "G", "spaces": 2},
            {"name": "X", "between": ["A", "C"], "spaces": 2},
        ]
        plan = slab(
            *rows, lines=[{"family": "footing", "offset": "1'"}],
            inner=[{"name": "G", "side": "AB", "distances": ["6'"]}],
        )  # fmt: skip
        found = one(plan)["places"]
        at = {name: (place["x_mm"] / FOOT, place["y_mm"] / FOOT) for name, place in found.items()}
        assert at["F 1"] == pytest.approx((-1, -1))
        assert at["F 3"] == pytest.approx((41, -1))
        assert at["I 2"] == pytest.approx((20, 6))
        assert at["X 2"] == pytest.approx((20, 12))
        run = one({"kind": "fence", "footprint": RUN, "places": [{"name": "R", "along": "run", "spaces": 8}]})["places"]
        assert (run["R 7"]["x_mm"] / FOOT, run["R 7"]["y_mm"] / FOOT) == pytest.approx((50, 10))

    def test_they_are_pulled_and_shot_like_any_point(self) -> None:
        plan = slab({"name": "P", "along": "AB", "spaces": 4})
        levels = {
            "benchmark": {"name": "BM", "height": 0},
            "setups": [
                {"instrument": "laser", "shots": [{"at": "BM", "reading": "4'"}, {"at": "P 3", "reading": "5'"}]}
            ],
            "targets": [{"name": "form top", "height": "6\"", "at": ["P 3"]}],
        }  # fmt: skip
        pulls = [{"structure": "s", "from": "D", "to": "P 3", "reading": "31' 3 1/16\""}]
        found = solved(plan, levels=levels, pulls=pulls)
        assert found["levels"]["heights"]["P 3"] == pytest.approx(-FOOT)
        (target,) = found["levels"]["targets"]
        assert target["place"]["x_mm"] == pytest.approx(20 * FOOT)
        assert found["structures"]["s"]["square"]["verdict"] == "needs-pulls"

    @pytest.mark.parametrize(
        ("row", "pointer", "code"),
        [
            ({"name": "P", "along": "AC", "spaces": 2}, "/structures/0/places/0", "unknown-line"),
            ({"name": "P", "along": "AB", "from": "C", "spaces": 2}, "/structures/0/places/0", "unknown-end"),
            ({"name": "P", "along": "AB"}, "/structures/0/places/0/spaces", "one-of"),
            ({"name": "P", "along": "AB", "spaces": 2, "spacing": "1'"}, "/structures/0/places/0/spacing", "one-of"),
            ({"name": "P", "spaces": 2}, "/structures/0/places/0/along", "one-of"),
            ({"name": "P", "along": "run", "spaces": 2}, "/structures/0/places/0", "no-run"),
            ({"name": "P", "along": "AB", "spacing": "1 mm"}, "/structures/0/places/0", "too-many-places"),
            ({"name": "P", "between": ["A", "A"], "spaces": 2}, "/structures/0/places/0", "same-place"),
        ],
    )
    def test_what_cannot_be(self, row: dict[str, Any], pointer: str, code: str) -> None:
        assert refused(slab(row)) == {pointer: code}

    def test_two_rows_of_one_name(self) -> None:
        row = {"name": "P", "along": "AB", "spaces": 2}
        assert refused(slab(row, row)) == {"/structures/0/places/1/name": "name-twice"}


class TestFence:
    def test_the_page_of_the_file_format(self) -> None:
        found = one(fence(gates=[{"at": "24'", "opening": "4'"}]))["fence"]
        posts = {post["name"]: post for post in found["posts"]}
        assert [post["kind"] for post in found["posts"]][:5] == ["end", "line", "line", "gate", "gate"]
        half = 1.75 * INCH
        assert posts["Post 4"]["station_mm"] == pytest.approx(24 * FOOT - half)
        assert posts["Post 5"]["station_mm"] == pytest.approx(28 * FOOT + half)
        # to the right of a run along +x: half a post below the string
        assert posts["Post 2"]["centre"]["y_mm"] == pytest.approx(-half)
        assert posts["Post 2"]["play_mm"] == pytest.approx(3.25 * INCH)
        # 0.3333 of the whole is 29.996 in; the frost line asks for 30
        assert posts["Post 2"]["depth_mm"] == pytest.approx(30 * INCH)
        assert posts["Post 2"]["length_mm"] == pytest.approx(90 * INCH)
        assert sum(bay["width_mm"] for bay in found["bays"]) == pytest.approx(80 * FOOT)
        assert {post["station_mm"] for post in found["posts"] if post["corner"]} == {0, 50 * FOOT, 80 * FOOT}
        assert {choice["remainder"] for choice in found["choices"]} == {"cut-last", "share", "equal-ends", "from-gate"}

    def test_counts_agree_with_each_other(self) -> None:
        for remainder in ("cut-last", "share", "equal-ends"):
            found = one(fence(remainder=remainder))["fence"]
            assert len(found["bays"]) == len(found["posts"]) - 1
            assert found["materials"]["holes"] == len(found["posts"])
            (same,) = [choice for choice in found["choices"] if choice["remainder"] == remainder]
            assert (same["posts"], same["bays"]) == (len(found["posts"]), len(found["bays"]))

    def test_posts_are_points(self) -> None:
        levels = {
            "benchmark": {"name": "BM", "height": 0},
            "setups": [{"instrument": "laser", "shots": [
                {"at": "BM", "reading": "5'"}, {"at": "Post 1", "reading": "5'"}, {"at": "Post 7", "reading": "6'"}]}],
        }  # fmt: skip
        found = solved(fence(tops={"start": "5'"}), levels=levels)
        (heights,) = found["levels"]["fences"]
        posts = {post["name"]: post for post in heights["posts"]}
        # post 7 stands at 48 ft, a foot lower; half way to it the ground is half a foot down
        assert posts["Post 4"]["ground_mm"] == pytest.approx(-FOOT / 2)
        assert posts["Post 4"]["out_mm"] == pytest.approx(5.5 * FOOT)
        # six feet out ask for 36 in of nine in the ground: an 8 ft post lacks a foot
        assert posts["Post 7"]["short_mm"] == pytest.approx(FOOT, abs=1)
        assert posts["Post 8"]["ground_mm"] is None
        assert "Post 7" in heights["troubles"][0]

    def test_drift_and_obstacles_are_told(self) -> None:
        plan = fence(set=[{"post": 2, "station": "8' 2\""}], respace="share")
        plan["obstacles"] = [{"name": "gas pipe", "at": ["16'", "-1'"], "radius": "1'"}]
        found = one(plan)["fence"]
        assert found["posts"][1]["drift_text"] == '2"'
        assert found["posts"][2]["now_mm"] == pytest.approx((8 + 1 / 6 + (50 - 8 - 1 / 6) / 6) * FOOT)
        assert any(trouble.startswith("Post 3 falls on gas pipe") for trouble in found["troubles"])

    def test_a_corner_post_on_an_obstacle_is_not_shifted_along(self) -> None:
        plan = fence()
        plan["obstacles"] = [{"name": "hydrant", "at": ["50'", "0'"], "radius": "1'"}]
        troubles = one(plan)["fence"]["troubles"]
        assert any(trouble.startswith("Post 8 falls on hydrant: move the run.") for trouble in troubles)

    def test_bags_of_concrete(self) -> None:
        found = one(fence(bag="0.6 cu ft"))["fence"]["materials"]
        assert found["bags"] == -(-found["fill_mm3"] // (0.6 * FOOT**3))

    @pytest.mark.parametrize(
        ("changes", "pointer", "code"),
        [
            ({"bay": '3"'}, "bay", "bay-too-narrow"),
            ({"hole": '3"'}, "hole", "hole-too-narrow"),
            ({"gates": [{"at": "79'", "opening": "4'"}]}, "", "gate-off-run"),
            ({"gates": [{"at": "48'", "opening": "4'"}]}, "", "gate-round-corner"),
            ({"lengths": {"99": "9'"}}, "lengths", "unknown-post"),
            ({"set": [{"post": 99, "station": "9'"}]}, "set/0/post", "unknown-post"),
            ({"bag": "3'"}, "bag", "not-a-volume"),
            ({"bag": "3 sq ft"}, "bag", "not-a-volume"),
            ({"tops": {"start": "5'", "end": "4'", "steps": [{"post": 2, "drop": "1'"}]}}, "tops/steps", "one-of"),
        ],
    )
    def test_what_cannot_be(self, changes: dict[str, Any], pointer: str, code: str) -> None:
        assert refused(fence(**changes)) == {f"/structures/0/fence/{pointer}".rstrip("/"): code}

    def test_a_slab_has_no_fence(self) -> None:
        assert refused({"kind": "slab", "footprint": RECTANGLE, "fence": FENCE}) == {
            "/structures/0/fence": "fence-closed"
        }


def slate(*arguments: str) -> subprocess.CompletedProcess[str]:
    command = [sys.executable, "-m", "anvilhead.launch.slate", *arguments]
    return subprocess.run(
        command, capture_output=True, text=True, cwd=ROOT, env={"PYTHONPATH": str(ROOT / "src")}, check=False
    )


class TestSlate:
    @pytest.mark.parametrize(
        ("arguments", "answer"),
        [
            (["27' 6 1/2\" / 4"], {"kind": "length", "mm": 2098.675, "text": "6' 10 5/8\""}),
            (["8 m / 3", "--units", "m"], {"kind": "length", "text": "2.667 m"}),
            (["--units=mm", "2 + 3 m"], {"kind": "length", "mm": 3002, "text": "3002 mm"}),
            (["9 m²", "--units", "m"], {"kind": "area", "mm2": 9e6, "text": "9.00 m²"}),
            (["4' × 9' × 6\""], {"kind": "volume", "text": "0.67 cu yd (18.0 cu ft)"}),
            (["7 / 8"], {"kind": "number", "value": 0.875, "text": "0.875"}),
            (["-3'"], {"kind": "length", "mm": -914.4}),
        ],
    )
    def test_it_prints_one_object(self, arguments: list[str], answer: dict[str, Any]) -> None:
        done = slate(*arguments)
        assert (done.returncode, done.stderr) == (0, "")
        assert json.loads(done.stdout).items() >= answer.items()

    @pytest.mark.parametrize(("text", "position"), [("3' + ", 5), ("(2", 0), ("3' + x", 5)])
    def test_a_fault_has_its_place(self, text: str, position: int) -> None:
        done = slate(text)
        assert (done.returncode, done.stdout) == (2, "")
        (problem,) = json.loads(done.stderr)
        assert problem["position"] == position

    @pytest.mark.parametrize("arguments", [[], ["1", "2"], ["1", "--units", "ell"], ["1", "--units"]])
    def test_used_wrongly_it_says_how(self, arguments: list[str]) -> None:
        done = slate(*arguments)
        assert done.returncode == 2
        assert json.loads(done.stderr)[0]["code"] == "usage"
