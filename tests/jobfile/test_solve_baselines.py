"""Anything as a baseline: an inner line, chosen control; and distances found on site taken as the plan."""

import json
import math
from typing import Any

import pytest

from anvilhead.core.units.errors import GeometryError
from anvilhead.core.units.units import Units
from anvilhead.jobfile.documents.models import Reading
from anvilhead.jobfile.problems import DocumentRefused
from anvilhead.jobfile.reading import read_and_work
from anvilhead.jobfile.solving import solve_job
from anvilhead.jobfile.working.found_on_site import taken_as_plan

STORE: dict[str, Any] = {
    "id": "store",
    "kind": "building",
    "footprint": {"shape": "rectangle", "length": "12 m", "width": "8 m"},
    "inner": [{"name": "P", "kind": "beam", "side": "AB", "distances": ["3 m"]}],
}
WALL: dict[str, Any] = {
    "lines": [{"name": "old wall", "kind": "wall", "points": [[0, 0], ["20 m", 0]]}],
    "points": [{"name": "M1", "x": 0, "y": "30 m"}, {"name": "M2", "x": "20 m", "y": "30 m"}],
}
BY_GAP = {"by": "gap", "line": "AB", "reference": "old wall", "gap": "2 m", "corner": "A", "station": "1 m"}


def solved(structure: dict[str, Any], pulls: list[dict[str, Any]], **changes: Any) -> dict[str, Any]:
    body = {"format": "anvilhead-job", "version": 1, "units": "mm", "structures": [structure]}
    body["pulls"] = [{"structure": "store", **pull} for pull in pulls]
    job, work = read_and_work(json.dumps(body | changes).encode())
    found: dict[str, Any] = solve_job(job, work).model_dump(mode="json", by_alias=True)["structures"]["store"]
    return found


def off(line: str, start: str, mm: float) -> dict[str, Any]:
    return {"kind": "to-line", "from": start, "to": line, "reading": round(mm, 5)}


def tape(start: str, end: str, mm: float) -> dict[str, Any]:
    return {"from": start, "to": end, "reading": round(mm, 5)}


TRUE = {"A": (4.0, -7.0), "B": (12009.0, 5.0), "C": (11990.0, 8011.0), "D": (-6.0, 8003.0)}
"""Where the corners really stand, in the frame of the inner line's plan."""


class TestInnerLine:
    def test_corners_are_known_from_its_string_wherever_its_far_end_is_pinned(self) -> None:
        start = (0.0, 3000.0)
        pulls = [off("P", name, abs(at[1] - 3000)) for name, at in TRUE.items()]
        pulls += [tape(name, "P at DA", math.dist(TRUE[name], start)) for name in "BC"]
        pulls += [tape(a, b, math.dist(TRUE[a], TRUE[b])) for a, b in ("AB", "CD", "AC", "BD")]
        square = solved(STORE | {"hold": {"by": "line", "line": "P"}}, pulls)["square"]
        assert square["verdict"] == "adjust"
        assert square["hold"] == "line P stays"
        for name, (x, y) in TRUE.items():
            assert square["estimated"][name]["x_mm"] == pytest.approx(x, abs=0.01)
            assert square["estimated"][name]["y_mm"] == pytest.approx(y, abs=0.01)

    def test_two_swings_settle_a_line_beside_it(self) -> None:
        square = solved(STORE | {"hold": {"by": "line", "line": "P"}}, [off("P", "A", 3010), off("P", "B", 2996)])
        (line,) = [one for one in square["square"]["lines"] if one["settled"]]
        ends = {end["board"]: (end["toward"], end["move_mm"]) for end in line["ends"]}
        assert line["line"] == "AB"
        assert ends == {"AB@A": ("in", 10.0), "AB@B": ("out", 4.0)}

    def test_its_ends_are_asked_for_while_the_rest_can_slide_along_it(self) -> None:
        pulls = [off("P", name, abs(at[1] - 3000)) for name, at in TRUE.items()]
        pulls += [tape(a, b, math.dist(TRUE[a], TRUE[b])) for a, b in ("AB", "CD", "AC", "BD", "BC", "DA")]
        square = solved(STORE | {"hold": {"by": "line", "line": "P"}}, pulls)["square"]
        assert square["verdict"] == "needs-pulls"
        assert "P at" in square["next_pull"]["from"] + square["next_pull"]["to"]

    def test_a_point_and_its_direction_need_a_wall(self) -> None:
        with pytest.raises(DocumentRefused) as refused:
            solved(STORE | {"hold": {"by": "point", "point": "A", "line": "P"}}, [])
        assert refused.value.problems[0].pointer == "/structures/0/hold/line"


class TestControl:
    PLACED = STORE | {"placing": BY_GAP}

    def test_chosen_control_is_held_and_the_rest_is_measured(self) -> None:
        """The old wall is not where the record has it: held on the monuments, it moves no corner."""
        corners = {"A": (1000.0, 2000.0), "B": (13000.0, 2000.0), "C": (13000.0, 10000.0), "D": (1000.0, 10000.0)}
        monuments = {"M1": (0.0, 30000.0), "M2": (20000.0, 30000.0)}
        pulls = [tape(c, m, math.dist(corners[c], monuments[m])) for c in corners for m in monuments]
        pulls += [tape(a, b, math.dist(corners[a], corners[b])) for a, b in ("AB", "BC", "CD", "DA", "AC", "BD")]
        pulls += [off("old wall", "A", 2025), off("old wall", "B", 2025)]
        held = {"by": "wall", "of": ["M1", "M2"]}
        square = solved(self.PLACED | {"hold": held}, pulls, control=WALL)["square"]
        assert square["hold"] == "M1 and M2 stay"
        assert square["verdict"] == "square"
        assert max(one["off_mm"] for one in square["estimated"].values()) < 0.01
        all_held = solved(self.PLACED | {"hold": {"by": "wall"}}, pulls, control=WALL)["square"]
        assert all_held["verdict"] == "check-readings"

    def test_one_monument_gives_no_direction_and_the_held_line_stays(self) -> None:
        held = {"by": "wall", "of": ["M1"]}
        square = solved(self.PLACED | {"hold": held}, [tape("A", "B", 12000)], control=WALL)["square"]
        assert square["hold"] == "line AB stays"

    @pytest.mark.parametrize(
        ("hold", "pointer"),
        [
            ({"by": "wall", "of": ["M3"]}, "/structures/0/hold/of/0"),
            ({"by": "best-fit", "of": ["M1"]}, "/structures/0/hold/of"),
        ],
    )
    def test_what_is_not_there_or_not_meant_is_refused(self, hold: dict[str, Any], pointer: str) -> None:
        with pytest.raises(DocumentRefused) as refused:
            solved(self.PLACED | {"hold": hold}, [], control=WALL)
        assert [problem.pointer for problem in refused.value.problems] == [pointer]


def taken(structure: dict[str, Any], pull: dict[str, Any], length_mm: float, units: Units = Units.MM) -> Any:
    body = {"format": "anvilhead-job", "version": 1, "units": "mm", "control": WALL, "structures": [structure]}
    _, work = read_and_work(json.dumps(body).encode())
    reading = Reading.model_validate(pull)
    return taken_as_plan(work.found["store"], work.namings["store"], reading, length_mm, units)


ELL: dict[str, Any] = {
    "shape": "walk",
    "steps": [{"go": "9 m"}, {"turn": 90, "go": "6 m"}, {"turn": 90, "go": "closes"}, {"turn": 90, "go": "6 m"}],
}


class TestTakenAsPlan:
    def test_a_wall_the_width_across_and_an_inner_line(self) -> None:
        document = taken(STORE, tape("D", "C", 12007), 12007.0)
        assert (document.footprint.length.mm, document.footprint.width.mm) == (12007.0, 8000.0)
        document = taken(STORE, off("AB", "D", 7991), 7991.0)
        assert document.footprint.width.mm == 7991.0
        document = taken(STORE, off("AB", "P at BC", 3012), 3012.0)
        assert document.inner[0].distances[0].mm == 3012.0
        assert [(one.start, one.end, one.found.mm, one.planned.mm) for one in document.as_found] == [
            ("P at BC", "AB", 3012.0, 3000.0)
        ]

    def test_a_wall_of_a_walk_that_closes_by_itself(self) -> None:
        document = taken(STORE | {"footprint": ELL, "inner": []}, tape("A", "B", 9020), 9020.0)
        assert document.footprint.steps[0].go.mm == 9020.0
        with pytest.raises(GeometryError):  # what is worked out cannot be found otherwise
            taken(STORE | {"footprint": ELL, "inner": []}, tape("C", "D", 9020), 9020.0)

    def test_a_distance_to_what_stood_there_before_turns_the_building(self) -> None:
        """25 mm farther off at B than planned: the line turns about A, and swings read so afterwards."""
        placed = STORE | {"placing": BY_GAP}
        document = taken(placed, off("old wall", "B", 2025), 2025.0)
        after = placed | json.loads(document.model_dump_json(include={"placing", "as_found"}))
        site = solved(after, [], control=WALL)
        # B stands its 12 m from A along the turned line, so 2025 is read at 12 m of the wall and 12 m·cos a at B
        assert site["site"]["corners"]["A"]["y_mm"] == pytest.approx(2000.0, abs=0.01)
        assert site["site"]["corners"]["B"]["y_mm"] == pytest.approx(2025.0, abs=0.01)
        assert [one["text"] for one in site["as_found"]] == [
            "B to old wall is 2025 mm, as found on site; the plan said 2000 mm."
        ]

    def test_the_label_goes_when_the_plan_says_something_else(self) -> None:
        document = json.loads(taken(STORE, tape("A", "B", 12007), 12007.0).model_dump_json())
        kept = solved(STORE | {"footprint": document["footprint"], "as_found": document["as_found"]}, [])
        assert [one["planned_mm"] for one in kept["as_found"]] == [12000.0]
        assert solved(STORE | {"as_found": document["as_found"]}, [])["as_found"] == []

    def test_found_twice_it_still_says_what_the_drawing_said(self) -> None:
        once = json.loads(taken(STORE, tape("A", "B", 12007), 12007.0).model_dump_json())
        again = STORE | {"footprint": once["footprint"], "as_found": once["as_found"]}
        (entry,) = taken(again, tape("A", "B", 12004), 12004.0).as_found
        assert (entry.found.mm, entry.planned.mm) == (12004.0, 12000.0)

    def test_a_diagonal_or_another_family_is_no_length_of_the_plan(self) -> None:
        for pull in (
            tape("A", "C", 14422),
            tape("A", "B", 12000) | {"family": "wall face", "kind": "along", "line": "AB"},
        ):
            with pytest.raises(GeometryError, match="No length of the plan"):
                taken(STORE, pull, 14422.0)


class TestThrown:
    """Marks of one setup of a laser share its angle; what is exact stays exact."""

    LASER = STORE | {"laser": True}

    @staticmethod
    def thrown(name: str, station: float) -> dict[str, Any]:
        return {
            "kind": "square", "from": "A", "to": name, "line": "AB", "station": station,
            "reading": round({"C": 12000.0, "D": 0.0}[name] - station, 5), "instrument": "square-laser",
        }  # fmt: skip

    @pytest.mark.parametrize("station", [0, 2000])
    def test_exact_readings_from_any_station_give_exact_corners(self, station: float) -> None:
        pulls = [tape("A", "B", 12000), self.thrown("C", station), self.thrown("D", station)]
        pulls += [off("AB", "C", 8000), off("AB", "D", 8000), tape("C", "D", 12000)]
        square = solved(self.LASER, pulls)["square"]
        assert square["verdict"] == "square"
        assert max(one["off_mm"] for one in square["estimated"].values()) < 0.01
        assert len(square["residuals"]) == len(pulls)

    def test_marks_that_err_together_do_not_accuse_the_tape_between_them(self) -> None:
        """The laser throws 2.5 mm off at 8 m: both marks lie off alike, and the tape between them is right."""
        pulls = [tape("A", "B", 12000), self.thrown("C", 0), self.thrown("D", 0)]
        for pull in pulls[1:]:
            pull["reading"] += 2.5
        pulls += [off("AB", "C", 8000), off("AB", "D", 8000), tape("C", "D", 12000)]
        square = solved(self.LASER, pulls)["square"]
        assert not square["suspects"]
        fits = {(one["from"], one["to"]): abs(one["residual_mm"]) for one in square["residuals"]}
        assert fits["C", "D"] < 0.05

    def test_a_right_angle_thrown_farther_than_it_was_aimed_is_told(self) -> None:
        narrow = self.LASER | {"footprint": {"shape": "rectangle", "length": "3 m", "width": "9 m"}, "inner": []}
        pulls = [{"kind": "square", "from": "A", "to": "D", "line": "AB", "reading": 0, "instrument": "square-laser"}]
        (trap,) = [one for one in solved(narrow, pulls)["square"]["traps"] if one["trap"] == "near-aim"]
        assert "2 mm at the mark is 5 mm at D" in trap["text"]  # 1/16 inch, three times as far
        assert not [
            one for one in solved(self.LASER, [self.thrown("D", 0)])["square"]["traps"] if one["trap"] == "near-aim"
        ]


class TestMixedMethods:
    def test_the_sheet_asks_for_each_corner_by_its_own_method(self) -> None:
        plan = STORE | {"method": "computed-diagonal", "methods_on": {"D": "station-offset"}}
        found = solved(plan, [])
        assert found["setting_out"]["name"] == "Corner by corner"
        assert found["methods"]["mixed"]["worst_corner"] in "CD"
        assert found["methods"]["mixed_not"] is None

    def test_a_corner_of_the_baseline_has_no_method(self) -> None:
        with pytest.raises(DocumentRefused) as refused:
            solved(STORE | {"methods_on": {"B": "ties"}}, [])
        assert [one.pointer for one in refused.value.problems] == ["/structures/0/methods_on/B"]

    def test_a_laser_reversed(self) -> None:
        laser = solved(STORE | {"laser_check": {"out": "15.24 m", "apart": "-12.7 mm"}}, [])["methods"]["laser"]
        assert (laser["error_mm"], laser["true"]) == (6.35, False)


EXACT = {"AB": 12000.0, "BC": 8000.0, "CD": 12000.0, "DA": 8000.0, "AC": math.hypot(12000, 8000)}


class TestTapeReads:
    """A tape whose hook puts 1.6 mm on every number: taken off readings, put into calls, and only where it is said."""

    READS = STORE | {"tape_reads": {"more": "1.6 mm", "burn": "300 mm"}}

    def read(self, burn: float, more: float) -> list[dict[str, Any]]:
        return [tape(pair[0], pair[1], mm + burn + more) | {"burn": burn} for pair, mm in EXACT.items()]

    def test_it_is_taken_off_readings_started_there(self) -> None:
        square = solved(self.READS, self.read(300, 1.6))["square"]
        assert max(one["off_mm"] for one in square["estimated"].values()) < 0.01
        hooked = solved(self.READS, self.read(0, 0.0))["square"]
        assert max(one["off_mm"] for one in hooked["estimated"].values()) < 0.01

    def test_what_rounds_say_stands_in_the_results(self) -> None:
        found = solved(STORE, [*self.read(300, 1.6), tape("B", "D", EXACT["AC"] + 301.6) | {"burn": 300}])
        assert found["tape"]["zero_mm"] == pytest.approx(1.6, abs=0.05)
        assert found["tape"]["told"] is False  # one round of a rectangle knows it to 8 mm
        assert found["tape"]["document"] is None
