"""Files out and outlines in, through the API."""

from collections.abc import Callable
from typing import Any, ClassVar

import pytest
from fastapi.testclient import TestClient

from tests.api.conftest import PLAN, pull, whole

FOOT = 304.8
Job = dict[str, Any]
ELL = [("30'", 0), ("12'", 90), ("10'", 90), ("8'", -90), ("20'", 90), ("20'", 90)]
STEPS = [{"go": go, "turn": turn} for go, turn in ELL]


class TestOut:
    @pytest.mark.parametrize(
        ("path", "starts", "name"),
        [
            ("sheet.pdf?paper=a4", b"%PDF", "store-a4.pdf"),
            ("sheet.pdf?paper=letter", b"%PDF", "store-letter.pdf"),
            ("plan.dxf", b"  0\nSECTION", "store.dxf"),
            ("plan.svg", b"<svg", "store.svg"),
        ],
    )
    def test_a_structure_is_handed_out(
        self, client: TestClient, new_job: Callable[..., Job], path: str, starts: bytes, name: str
    ) -> None:
        structure = new_job()["structures"][0]["id"]
        answer = client.get(f"/api/structures/{structure}/{path}")

        assert answer.status_code == 200
        assert answer.content.startswith(starts)
        assert f'filename="{name}"' in answer.headers["content-disposition"]

    def test_a_drawing_handed_out_comes_back_as_the_same_walls(
        self, client: TestClient, new_job: Callable[..., Job]
    ) -> None:
        plan = PLAN | {"footprint": {"shape": "walk", "steps": STEPS}}
        job = new_job(structure={"id": "5f0c8a52-6a0e-4d0f-9c7e-0a4f3f6f2d99", "name_in_file": "ell", "plan": plan})
        drawing = client.get(f"/api/structures/{job['structures'][0]['id']}/plan.dxf").content

        read = client.post("/api/outlines/dxf", content=drawing).json()
        wall = next(one for one in read["outlines"] if one["layer"] == "WALL FACE")
        chosen = {"units": "ft-in", "points": wall["points"], "unit_mm": 25.4}
        walk = client.post("/api/footprints/from-outline", json=chosen).json()

        assert [(step["go"], step["turn"]) for step in walk["steps"]] == [
            (go.replace("'", "' 0\""), turn) for go, turn in ELL
        ]

    def test_points_come_as_a_table(self, client: TestClient, new_job: Callable[..., Job]) -> None:
        lines = client.get(f"/api/jobs/{new_job()['id']}/points.csv").text.lstrip("\ufeff").splitlines()
        assert lines[0] == "structure,point,what,x_mm,y_mm"
        assert "Boat store,C,corner,13411.200,8382.000" in lines

    def test_a_paper_that_is_not_there_is_refused(self, client: TestClient, new_job: Callable[..., Job]) -> None:
        structure = new_job()["structures"][0]["id"]
        assert client.get(f"/api/structures/{structure}/sheet.pdf?paper=a3").status_code == 422


class TestIn:
    def test_points_are_an_outline(self, client: TestClient) -> None:
        read = client.post("/api/outlines/points?units=m", content=b"A,0,0\nB,9.6,0\nC,9.6,6.4\nnot a line\n").json()
        assert read["outlines"][0]["points"] == [[0, 0], [9600, 0], [9600, 6400]]
        assert len(read["skipped"]) == 1

    @pytest.mark.parametrize(
        ("path", "raw", "code"),
        [("dxf", b"no drawing", "not-dxf"), ("points?units=m", b"A,0,0\n", "too-few-points")],
    )
    def test_what_cannot_be_read_is_told(self, client: TestClient, path: str, raw: bytes, code: str) -> None:
        answer = client.post(f"/api/outlines/{path}", content=raw)
        assert answer.status_code == 422
        assert answer.json()["problems"][0]["code"] == code

    def test_an_outline_starts_at_the_corner_that_is_asked_for(self, client: TestClient) -> None:
        points = [[2, 1], [2, 5], [-7, 5], [-7, 1]]
        chosen = {"units": "m", "points": points, "unit_mm": 1000, "start": 1}
        walk = client.post("/api/footprints/from-outline", json=chosen).json()
        assert [step["go"] for step in walk["steps"]] == ["9.000 m", "4.000 m", "9.000 m", "4.000 m"]

    @pytest.mark.parametrize(("units", "go"), [("ft-in", "14' 4.1177\""), ("m", "4.37179 m"), ("mm", "4371.79 mm")])
    def test_what_no_tape_shows_is_written_in_decimals_of_the_job_and_turns_without_dust(
        self, client: TestClient, units: str, go: str
    ) -> None:
        points = [[0, 0], [4371.7908, 0], [4371.7908 + 1e-6, 3000], [0, 3000 - 1e-6]]
        walk = client.post("/api/footprints/from-outline", json={"units": units, "points": points, "unit_mm": 1}).json()
        assert walk["steps"][0]["go"] == go
        assert [step["turn"] for step in walk["steps"]] == [0, 90, 90, 90]
        read = client.post("/api/lengths", json={"text": go, "units": units}).json()["read"]
        assert read["mm"] == pytest.approx(4371.7908, abs=0.003)

    def test_an_outline_that_crosses_itself_is_refused(self, client: TestClient) -> None:
        chosen = {"units": "m", "points": [[0, 0], [4, 0], [0, 3], [4, 3]], "unit_mm": 1000}
        answer = client.post("/api/footprints/from-outline", json=chosen)
        assert answer.json()["problems"][0]["code"] == "self-crossing"


class TestReshaping:
    def reshape(self, client: TestClient, footprint: dict[str, Any], **how: Any) -> list[tuple[Any, Any]]:
        body = {"units": "ft-in", "footprint": footprint, **how}
        answer = client.post("/api/footprints/reshape", json=body)
        assert answer.status_code == 200, answer.text
        return [(step["go"], step["turn"]) for step in answer.json()["steps"]]

    def test_a_rectangle_is_walked_as_it_was_typed(self, client: TestClient) -> None:
        rectangle = {"shape": "rectangle", "length": "44", "width": "27 6"}
        assert self.reshape(client, rectangle) == [("44'", 0), ("27' 6\"", 90), ("44'", 90), ("27' 6\"", 90)]

    def test_mirrored_every_turn_goes_the_other_way(self, client: TestClient) -> None:
        mirrored = self.reshape(client, {"shape": "walk", "steps": STEPS}, mirror=True)
        assert mirrored == [(go, -turn + 0.0) for go, turn in ELL]

    def test_from_another_corner_the_walls_are_the_same(self, client: TestClient) -> None:
        """From D the walk goes E, F, A, B, C: at A it turns what the whole way round leaves, 90."""
        turned = self.reshape(client, {"shape": "walk", "steps": STEPS}, start=3)
        assert turned == [("8'", 0), ("20'", 90), ("20'", 90), ("30'", 90), ("12'", 90), ("10'", 90)]

    def test_there_and_back_is_where_it_was(self, client: TestClient) -> None:
        once = self.reshape(client, {"shape": "walk", "steps": STEPS}, start=2)
        back = [{"go": go, "turn": turn} for go, turn in once]
        assert self.reshape(client, {"shape": "walk", "steps": back}, start=4) == [(go, turn) for go, turn in ELL]


class TestWalks:
    def test_a_walk_under_way_says_how_far_it_is_from_a(self, client: TestClient) -> None:
        body = {"units": "ft-in", "steps": STEPS[:5]}
        walk = client.post("/api/walks", json=body).json()
        assert (walk["closed"], walk["closing"]["text"]) == (False, "20' 0\"")
        assert list(walk["corners"]) == ["A", "B", "C", "D", "E"]

    @pytest.mark.parametrize(
        ("typed", "degrees"),
        [("left", 90), ("r", -90), ("45 right", -45), ("30°", 30), ("straight", 0), ("−45", -45), ("22,5 l", 22.5)],
    )
    def test_turns_are_read_as_they_are_said(self, client: TestClient, typed: str, degrees: float) -> None:
        body = {"units": "ft-in", "steps": [{"go": "30'"}, {"go": "12'", "turn": typed}]}
        assert client.post("/api/walks", json=body).json()["closing"]["legs"][1]["turn_deg"] == degrees

    def test_what_cannot_be_said_is_refused_with_its_place(self, client: TestClient) -> None:
        body = {"units": "ft-in", "steps": [{"go": "30'"}, {"go": "12'", "turn": "up"}]}
        problem = client.post("/api/walks", json=body).json()["problems"][0]
        assert (problem["pointer"], problem["code"]) == ("/steps/1/turn", "not-a-turn")


class TestControl:
    LANE: ClassVar[dict[str, Any]] = {
        "name": "lane",
        "kind": "boundary",
        "points": [["0", "0"], ["100", "0"]],
        "keep_clear": "15'",
    }

    def test_control_is_kept_with_the_job_and_places_its_structures(
        self, client: TestClient, new_job: Callable[..., Job]
    ) -> None:
        job = new_job()
        change = {"units": "ft-in", "base_revision": 1, "control": {"lines": [self.LANE]}}
        changed = client.patch(f"/api/jobs/{job['id']}", json=change).json()
        assert changed["site"]["lines"][0]["points"][1] == {"x_mm": 30480, "y_mm": 0}

        placing = {"by": "gap", "line": "AB", "reference": "lane", "gap": "20'", "corner": "A", "station": "10'"}
        plan = {"units": "ft-in", "base_revision": 1, "plan": PLAN | {"placing": placing}}
        placed = client.put(f"/api/structures/{job['structures'][0]['id']}/plan", json=plan).json()
        assert placed["result"]["site"]["clearances"][0]["clear"]
        assert placed["stages"][0] == {"name": "ground", "state": "done"}

        gone = {"units": "ft-in", "base_revision": changed["revision"], "control": {}}
        left = whole(client, client.patch(f"/api/jobs/{job['id']}", json=gone).json())
        assert left["result"]["site"] is None
        assert "no wall, boundary or line “lane”" in left["not_placed"]

        undone = client.post(f"/api/jobs/{job['id']}/control/undo", json={"base_revision": changed["revision"] + 1})
        assert undone.json()["structures"][0]["on_site"]["A"]["y_mm"] != 0
        again = client.post(f"/api/jobs/{job['id']}/control/undo", json={"base_revision": changed["revision"] + 2})
        assert (again.json()["control"], again.json()["can_undo_control"]) == (
            {"points": [], "lines": [], "trench_limit": None},
            False,
        )

    def test_a_place_is_seen_while_it_is_typed_and_kept_nowhere(
        self, client: TestClient, new_job: Callable[..., Job]
    ) -> None:
        job = new_job()
        path = f"/api/structures/{job['structures'][0]['id']}"
        change = {"units": "ft-in", "base_revision": 1, "control": {"lines": [self.LANE]}}
        client.patch(f"/api/jobs/{job['id']}", json=change)
        placing = {"by": "gap", "line": "AB", "reference": "lane", "gap": "20'", "corner": "A", "station": "10'"}

        def asked(**changes: str) -> Any:
            plan = PLAN | {"placing": placing | changes}
            return client.post(f"{path}/on-site", json={"units": "ft-in", "plan": plan}).json()

        near, far = asked(), asked(gap="-20'")
        # the lane runs east along nothing: AB lies 20' north of it, or the store 20' south of it with AB facing it
        assert near["on_site"][job["structures"][0]["id"]]["C"] == pytest.approx(
            {"x_mm": 54 * FOOT, "y_mm": 47.5 * FOOT}
        )
        assert far["on_site"][job["structures"][0]["id"]]["C"]["y_mm"] == pytest.approx(-47.5 * FOOT)
        room = near["site"]["clearances"][0]
        assert (room["text"], [p["y_mm"] for p in room["across"]]) == ("20' 0\"", pytest.approx([20 * FOOT, 0]))
        assert "no wall, boundary or line “lain”" in asked(reference="lain")["not_placed"]
        assert client.get(path).json()["result"]["site"] is None

    def test_two_things_of_one_name_are_refused(self, client: TestClient, new_job: Callable[..., Job]) -> None:
        change = {"units": "ft-in", "base_revision": 1, "control": {"lines": [self.LANE, self.LANE]}}
        answer = client.patch(f"/api/jobs/{new_job()['id']}", json=change)
        assert answer.json()["problems"][0]["code"] == "name-twice"


def test_readings_of_a_corner_that_the_plan_no_longer_has_stay_in_the_record(
    client: TestClient, new_job: Callable[..., Job]
) -> None:
    structure = new_job()["structures"][0]["id"]
    change = {"units": "ft-in", "plan": PLAN | {"footprint": {"shape": "walk", "steps": STEPS}}}
    client.put(f"/api/structures/{structure}/plan", json=change | {"base_revision": 1})
    client.post(f"/api/structures/{structure}/pulls", json=pull("A", "F", "21'"))

    back = client.post(f"/api/structures/{structure}/plan/undo", json={"base_revision": 2}).json()

    assert back["result"]["square"] is None
    assert [(one["to"], one["difference_mm"]) for one in back["pulls"]] == [("F", None)]
    file = client.get(f"/api/jobs/{back['job_id']}/file")
    assert client.post("/api/jobs/files?again=true", content=file.content).status_code == 201
