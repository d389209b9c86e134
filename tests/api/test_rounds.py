"""Squaring round by round over the API: kinds of pulls, acceptances, re-checks, lost points, both ends of a tape."""

import json
import threading
from collections.abc import Callable, Iterator
from concurrent.futures import ThreadPoolExecutor
from typing import Any
from uuid import uuid4

import httpx2
import pytest
import uvicorn
from fastapi.testclient import TestClient

from anvilhead.api.app import create_app
from anvilhead.api.routers.live import look_every
from anvilhead.store.database import Database
from tests.api.conftest import PLAN, pull, whole

NewJob = Callable[..., dict[str, Any]]
TRUE = {"AB": "45", "BC": "28 6", "CD": "45", "DA": "28 6", "AC": "52 10 5/8", "BD": "52 10 5/8"}
"""A right 44' × 27' 6" store; a foot is burned."""
SLID = TRUE | {"AC": "52 11 1/8", "BD": "52 10 1/8"}


@pytest.fixture
def structure(new_job: NewJob) -> str:
    found: str = new_job()["structures"][0]["id"]
    return found


def enter(client: TestClient, structure: str, readings: dict[str, str], number: int = 1) -> dict[str, Any]:
    """Record a round; the answer is the structure after the last reading."""
    shown: dict[str, Any] = {}
    for pair, reading in readings.items():
        body = pull(pair[0], pair[1], reading, round=number)
        shown = client.post(f"/api/structures/{structure}/pulls", json=body).json()
    return shown


class TestKinds:
    def test_a_swung_tape_and_a_laser_square_are_kept_and_judged(self, client: TestClient, structure: str) -> None:
        enter(client, structure, {"AB": "45"})
        for kind in (
            pull("D", "AB", "28 6", kind="to-line"),
            pull("C", "AB", "28 6", kind="to-line"),
            pull("A", "D", '4 1/2"', kind="square", line="AB", burn=0, offset='4 1/2"', instrument="square-laser"),
            pull("B", "C", '-1/8"', kind="square", line="AB", burn=0, instrument="square-laser"),
        ):
            answer = client.post(f"/api/structures/{structure}/pulls", json=kind)
            assert answer.status_code == 201, answer.text
        shown = answer.json()

        assert shown["result"]["square"]["verdict"] == "square"
        # read from B along BA, so what is negative lies beyond B
        assert shown["result"]["square"]["estimated"]["C"]["x_mm"] == pytest.approx(13411.2 + 25.4 / 8)
        kept = next(p for p in shown["pulls"] if p["kind"] == "square" and p["to"] == "D")
        assert (kept["line"], kept["offset"], kept["instrument"]) == ("AB", '4 1/2"', "square-laser")
        assert kept["name"] == "laser square at A, D"
        assert any(call["key"] == kept["key"] for call in shown["calls"])

    @pytest.mark.parametrize(
        ("changes", "pointer", "code"),
        [
            ({"to": "XY", "kind": "to-line"}, "/to", "unknown-line"),
            ({"from": "A", "to": "AB", "kind": "to-line"}, "/to", "on-line"),
            ({"kind": "along"}, "/line", "missing"),
            ({"kind": "along", "line": "CD"}, "/line", "not-on-line"),
            ({"to": "AB", "kind": "triangle", "line": "DA"}, "/legs", "missing"),
            ({"to": "AB", "kind": "triangle", "line": "AB", "legs": ["3'", "4'"]}, "/to", "same-line"),
            ({"line": "AB"}, "/line", "not-for-kind"),
            ({"offset": '3"'}, "/offset", "not-for-kind"),
            ({"from": "D", "to": "AB", "kind": "to-line", "line": "XY"}, "/line", "not-for-kind"),
            ({"kind": "square", "line": "AB", "height_difference": "2'"}, "/height_difference", "fall-of-laser"),
            ({"reading": "9" * 5000}, "/reading", "too-long-text"),
            ({"to": "Z"}, "/to", "unknown-corner"),
            ({"reading": "-5'"}, "/reading", "negative"),
            ({"instrument": "string"}, "/instrument", "enum"),
        ],
    )
    def test_what_a_pull_names_wrongly_is_told_with_its_place(
        self, client: TestClient, structure: str, changes: dict[str, Any], pointer: str, code: str
    ) -> None:
        answer = client.post(f"/api/structures/{structure}/pulls", json=pull("A", "C", "52") | changes)
        assert answer.status_code == 422
        assert (pointer, code) in [(p["pointer"], p["code"]) for p in answer.json()["problems"]]

    @pytest.mark.parametrize(
        ("laser", "instrument", "offset", "more_mm"), [(True, "square-laser", '4"', 101.6), (False, "3-4-5", None, 0.0)]
    )
    def test_only_a_laser_stands_off_its_string(
        self, client: TestClient, structure: str, laser: bool, instrument: str, offset: str | None, more_mm: float
    ) -> None:
        """D stands square off A: what is read from the thrown line is the laser's own offset, or nothing."""
        plan = PLAN | {"method": "station-offset", "laser": laser, "laser_offset": '4"'}
        body = {"units": "ft-in", "base_revision": 1, "plan": plan}
        calls = client.put(f"/api/structures/{structure}/plan", json=body).json()["calls"]
        row = next(one for one in calls if one["pull"] == "square" and one["to"] == "D")
        assert (row["instrument"], row["offset"], row["call_mm"]) == (instrument, offset, pytest.approx(more_mm))

    def test_a_chosen_method_says_what_to_pull_and_what_is_left(self, client: TestClient, structure: str) -> None:
        plan = PLAN | {"method": "shortest-distance"}
        body = {"units": "ft-in", "base_revision": 1, "plan": plan}
        calls = client.put(f"/api/structures/{structure}/plan", json=body).json()["calls"]
        assert [call["name"] for call in calls] == ["A–B", "C to line AB", "A–C", "D to line AB", "B–D"]
        assert calls[1]["call_text"] == "28' 6\""

        left = enter(client, structure, {"AB": "45"})["result"]["square"]["to_pull"]
        assert {one["name"] for one in left} == {"C to line AB", "A–C", "D to line AB", "B–D"}


class TestAcceptance:
    def test_a_round_within_tolerance_is_accepted_by_name(self, client: TestClient, structure: str) -> None:
        enter(client, structure, TRUE)
        shown = client.post(f"/api/structures/{structure}/acceptances", json={"round": 1}).json()

        accepted = shown["accepted"][0]
        assert (accepted["who"], accepted["over"], accepted["round"]) == ("Ines", False, 1)
        assert shown["result"]["rounds"][0]["accepted"]
        again = client.post(f"/api/structures/{structure}/acceptances", json={"round": 1}).json()
        assert len(again["accepted"]) == 1

    def test_good_enough_over_tolerance_records_the_amount(self, client: TestClient, new_job: NewJob) -> None:
        job = new_job()
        structure = job["structures"][0]["id"]
        shown = enter(client, structure, SLID)
        assert shown["result"]["square"]["verdict"] == "adjust"
        body = {"round": 1, "note": "A shed for nets, no frame."}
        shown = client.post(f"/api/structures/{structure}/acceptances", json=body).json()

        accepted = shown["accepted"][0]
        assert accepted["over"]
        assert accepted["worst_mm"] == pytest.approx(shown["result"]["square"]["worst_mm"])
        assert next(s["state"] for s in shown["stages"] if s["name"] == "square") == "done"
        told = client.get(f"/api/jobs/{job['id']}/log").json()[-1]["text"]
        assert accepted["worst_text"] in told
        assert "over the" in told
        assert told.endswith("A shed for nets, no frame.")

    def test_an_acceptance_is_taken_back_by_name_and_may_be_given_again(
        self, client: TestClient, new_job: NewJob
    ) -> None:
        job = new_job()
        path = f"/api/structures/{job['structures'][0]['id']}"

        def state(shown: dict[str, Any]) -> str:
            found: str = next(stage["state"] for stage in shown["stages"] if stage["name"] == "square")
            card = client.get(f"/api/jobs/{job['id']}").json()["structures"][0]
            assert card["stages"] == shown["stages"]
            return found

        enter(client, path.rsplit("/", 1)[1], SLID)
        body = {"round": 1, "note": "Good enough."}
        assert state(client.post(f"{path}/acceptances", json=body).json()) == "done"
        for _ in range(2):
            shown = client.post(f"{path}/acceptances/1/back", headers={"Anvilhead-Who": "Bram"}).json()
            assert shown["accepted"] == []
            assert state(shown) == "open"
        told = [entry["text"] for entry in client.get(f"/api/jobs/{job['id']}/log").json()]
        assert told[-1] == "Took back that round 1 was accepted by Ines."
        assert told.count(told[-1]) == 1
        assert len(client.post(f"{path}/acceptances", json=body).json()["accepted"]) == 1

    def test_readings_that_say_nothing_cannot_be_accepted(self, client: TestClient, structure: str) -> None:
        enter(client, structure, {"AB": "45", "BC": "28 6"})
        refused = client.post(f"/api/structures/{structure}/acceptances", json={"round": 1})
        assert refused.status_code == 409
        assert "do not say where the corners are" in refused.json()["detail"]

    def test_only_the_latest_round_can_be_accepted(self, client: TestClient, structure: str) -> None:
        enter(client, structure, TRUE)
        enter(client, structure, TRUE, 2)
        assert client.post(f"/api/structures/{structure}/acceptances", json={"round": 1}).status_code == 409


class TestLookingAgain:
    def test_a_corner_that_moved_after_digging_is_named(self, client: TestClient, structure: str) -> None:
        enter(client, structure, TRUE)
        client.post(f"/api/structures/{structure}/acceptances", json={"round": 1})
        begun = client.post(f"/api/structures/{structure}/rounds", json={"round": 2, "occasion": "after-digging"})
        assert begun.json()["begun"] == [{"round": 2, "occasion": "after-digging", "text": "after digging"}]

        # C has come in by an inch and a half: B–C short by that, A–C by 1 1/2 × 27.5 / 51.89, about 13/16
        shown = enter(client, structure, TRUE | {"BC": "28 4 1/2", "AC": "52 9 13/16"}, 2)
        moved = shown["result"]["square"]["moved"]
        assert moved["since_round"] == 1
        assert moved["title"] == "Since round 1 was accepted, C has moved."
        assert shown["result"]["square"]["outcome"] is None
        assert [r["occasion_text"] for r in shown["result"]["rounds"]] == ["to bring the strings in", "after digging"]

    def test_a_short_set_of_pulls_is_told(self, client: TestClient, structure: str) -> None:
        found = client.get(f"/api/structures/{structure}/recheck").json()
        assert 5 <= len(found["pulls"]) <= 6
        assert found["pulls"][0]["call_text"].endswith('"')

    def test_a_round_is_begun_for_one_reason_only(self, client: TestClient, structure: str) -> None:
        for _ in range(2):
            body = {"round": 2, "occasion": "before-pour"}
            assert client.post(f"/api/structures/{structure}/rounds", json=body).status_code == 201
        other = client.post(f"/api/structures/{structure}/rounds", json={"round": 2, "occasion": "after-pinning"})
        assert other.status_code == 409
        assert "before the pour" in other.json()["detail"]


class TestLostPoints:
    def test_a_lost_corner_is_told_how_to_find_and_recorded_when_it_stands(
        self, client: TestClient, structure: str
    ) -> None:
        body = {"id": str(uuid4()), "point": "C", "left": ["A", "B", "D"]}
        lost = client.post(f"/api/structures/{structure}/lost", json=body).json()["lost"][0]

        best = lost["found"]["ways"][0]
        assert {tie["start"] for tie in best["ties"]} == {"B", "D"}
        assert best["text"] == "28' 6\" from B and 45' 0\" from D: where both tapes cross is C."
        assert best["mirror"] is not None
        assert best["check"]["call_text"] == "52' 10 5/8\""

        again = client.post(f"/api/structures/{structure}/lost", json=body).json()
        assert len(again["lost"]) == 1
        how = {"how": "Ties from B and D, checked from A."}
        done = client.post(f"/api/structures/{structure}/lost/{body['id']}/set", json=how).json()["lost"][0]
        assert (done["set_by"], done["set_again"], done["found"]) == ("Ines", how["how"], None)

    def test_a_second_lost_corner_does_not_forget_the_first(self, client: TestClient, structure: str) -> None:
        for point, left in (("C", ["A", "B", "D"]), ("D", ["A", "B", "C"])):
            body = {"id": str(uuid4()), "point": point, "left": left}
            shown = client.post(f"/api/structures/{structure}/lost", json=body).json()
        for lost in shown["lost"]:
            for way in lost["found"]["ways"]:
                used = {tie["start"] for tie in way["ties"]} | set(way["line"] or ())
                assert used <= {"A", "B"}, lost["point"]

    def test_a_point_that_is_not_gone_after_all_is_measured_from_again(
        self, client: TestClient, structure: str
    ) -> None:
        first = {"id": str(uuid4()), "point": "C", "left": []}
        client.post(f"/api/structures/{structure}/lost", json=first)
        client.post(f"/api/structures/{structure}/lost", json={"id": str(uuid4()), "point": "D", "left": []})
        found = client.post(f"/api/structures/{structure}/lost/{first['id']}/found").json()["lost"]
        assert (found[0]["found_by"], found[0]["found"]) == ("Ines", None)
        assert any("C" in {tie["start"] for tie in way["ties"]} for way in found[1]["found"]["ways"])

    def test_a_point_the_plan_does_not_have_is_refused(self, client: TestClient, structure: str) -> None:
        body = {"id": str(uuid4()), "point": "Q", "left": []}
        refused = client.post(f"/api/structures/{structure}/lost", json=body)
        assert [p["pointer"] for p in refused.json()["problems"]] == ["/point"]

    def test_setting_an_unknown_one_again_is_not_found(self, client: TestClient, structure: str) -> None:
        answer = client.post(f"/api/structures/{structure}/lost/{uuid4()}/set", json={"how": "by eye"})
        assert answer.status_code == 404

    def test_the_id_of_another_lost_point_is_told(self, client: TestClient, new_job: NewJob) -> None:
        one, other = (new_job()["structures"][0]["id"] for _ in range(2))
        body = {"id": str(uuid4()), "point": "C", "left": []}
        assert client.post(f"/api/structures/{one}/lost", json=body).status_code == 201
        taken = client.post(f"/api/structures/{other}/lost", json=body)
        assert (taken.status_code, taken.json()["detail"]) == (409, "The id of this lost point belongs to another.")

    def test_with_nothing_left_it_is_said_what_is_missing(self, client: TestClient, structure: str) -> None:
        body = {"id": str(uuid4()), "point": "C", "left": ["A", "C"]}
        found = client.post(f"/api/structures/{structure}/lost", json=body).json()["lost"][0]["found"]
        assert found["ways"] == []
        assert found["trouble"] == "Two known points are needed to set a third. Name another that is left."


@pytest.mark.parametrize(
    ("path", "body", "pointer"),
    [
        ("acceptances", {"round": 0}, "/round"),
        ("acceptances", {"round": 10**9}, "/round"),
        ("acceptances", {"round": 1, "note": "x" * 501}, "/note"),
        ("acceptances", {"round": "one"}, "/round"),
        ("rounds", {"round": 1, "occasion": "👷"}, "/occasion"),
        ("rounds", {"round": -3, "occasion": "before-pour"}, "/round"),
        ("lost", {"id": "none", "point": "C"}, "/id"),
        ("lost", {"id": str(uuid4()), "point": ""}, "/point"),
        ("lost", {"id": str(uuid4()), "point": "x" * 5000}, "/point"),
    ],
)
def test_nonsense_is_refused_with_its_place(
    client: TestClient, structure: str, path: str, body: dict[str, Any], pointer: str
) -> None:
    refused = client.post(f"/api/structures/{structure}/{path}", json=body)
    assert refused.status_code == 422
    assert pointer in [p["pointer"] for p in refused.json()["problems"]]


def test_two_who_do_the_same_at_once_both_stay(client: TestClient, structure: str) -> None:
    enter(client, structure, TRUE)

    def both(path: str, body: dict[str, Any]) -> list[int]:
        def post(who: str) -> int:
            headers = {"Anvilhead-Who": who}
            return client.post(f"/api/structures/{structure}/{path}", json=body, headers=headers).status_code

        with ThreadPoolExecutor(2) as hands:
            return list(hands.map(post, ("Ines", "Bram")))

    assert both("acceptances", {"round": 1}) == [201, 201]
    assert both("rounds", {"round": 2, "occasion": "before-pour"}) == [201, 201]
    assert both("lost", {"id": str(uuid4()), "point": "C", "left": []}) == [201, 201]
    shown = client.get(f"/api/structures/{structure}").json()
    assert {one["who"] for one in shown["accepted"]} == {"Ines", "Bram"}
    assert (len(shown["begun"]), len(shown["lost"])) == (1, 1)


class TestHolds:
    def test_holding_something_else_changes_the_moves_and_not_the_readings(
        self, client: TestClient, structure: str
    ) -> None:
        shown = enter(client, structure, SLID)
        before = shown["result"]["square"]
        offered = {one["name"]: one for one in before["holds"]}
        assert {"line AB stays", "line CD stays", "laid over the plan as near as it goes"} <= offered.keys()

        chosen = offered["line CD stays"]["document"]
        body = {"units": "ft-in", "base_revision": 1, "plan": PLAN | {"hold": chosen}}
        after = client.put(f"/api/structures/{structure}/plan", json=body).json()

        assert after["plan"]["hold"] == "line CD stays"
        assert after["result"]["square"]["hold"] == "line CD stays"
        assert after["result"]["square"]["moves"] != before["moves"]
        assert len(after["pulls"]) == 6

    def test_a_wall_can_be_held_once_the_structure_is_placed(self, client: TestClient, structure: str) -> None:
        body = {"units": "ft-in", "base_revision": 1, "plan": PLAN | {"hold": {"by": "wall"}}}
        refused = client.put(f"/api/structures/{structure}/plan", json=body)
        assert [(p["pointer"], p["code"]) for p in refused.json()["problems"]] == [("/plan/hold/by", "not-placed")]

    @pytest.mark.parametrize(
        ("hold", "pointer"),
        [
            ({"by": "point", "line": "AB"}, "/plan/hold/point"),
            ({"by": "point", "point": "Q", "line": "AB"}, "/plan/hold/point"),
            ({"by": "points", "points": ["A", "A"]}, "/plan/hold/points"),
            ({"by": "line", "line": "AC"}, "/plan/hold/line"),
        ],
    )
    def test_a_hold_that_names_nothing_is_told_where(
        self, client: TestClient, structure: str, hold: dict[str, Any], pointer: str
    ) -> None:
        body = {"units": "ft-in", "base_revision": 1, "plan": PLAN | {"hold": hold}}
        refused = client.put(f"/api/structures/{structure}/plan", json=body)
        assert refused.status_code == 422
        assert pointer in [p["pointer"] for p in refused.json()["problems"]]


@pytest.fixture
def live_site(database: Database) -> Iterator[str]:
    """A real server, since a stream must be read while something else happens; it looks often."""
    app = create_app(database)
    app.dependency_overrides[look_every] = lambda: 0.02
    server = uvicorn.Server(uvicorn.Config(app, port=0, log_level="error", timeout_graceful_shutdown=1))
    app.state.is_stopping = lambda: server.should_exit
    thread = threading.Thread(target=server.run, daemon=True)
    thread.start()
    while not server.started:
        thread.join(0.02)
    port = server.servers[0].sockets[0].getsockname()[1]
    yield f"http://127.0.0.1:{port}"
    server.should_exit = True
    thread.join(10)


def test_both_ends_of_a_tape_hear_of_each_reading_and_of_the_pull_in_hand(
    client: TestClient, new_job: NewJob, live_site: str
) -> None:
    job = new_job()
    structure = job["structures"][0]["id"]
    marks: list[str] = []

    with httpx2.Client(timeout=10) as far, far.stream("GET", f"{live_site}/api/jobs/{job['id']}/changes") as stream:
        lines = stream.iter_lines()

        def next_mark() -> str:
            data = next(line for line in lines if line.startswith("data:"))
            mark: str = json.loads(data.removeprefix("data:"))["mark"]
            return mark

        marks.append(next_mark())
        enter(client, structure, {"AB": "45"})
        marks.append(next_mark())
        client.put(f"/api/structures/{structure}/in-hand", json={"call": "A|C"})
        marks.append(next_mark())

    assert len(set(marks)) == 3
    assert client.get(f"/api/structures/{structure}").json()["in_hand"]["call"] == "A|C"


def test_rounds_travel_in_the_job_file_struck_readings_and_all(client: TestClient, new_job: NewJob) -> None:
    job = new_job()
    structure = job["structures"][0]["id"]
    shown = enter(client, structure, TRUE | {"AC": "53 10 5/8"})
    wrong = next(p for p in shown["pulls"] if p["key"] == "A|C")
    right = pull("A", "C", "52 10 5/8", replaces=wrong["id"])
    client.post(f"/api/structures/{structure}/pulls", json=right)
    client.post(f"/api/structures/{structure}/acceptances", json={"round": 1, "note": "Good."})
    client.post(f"/api/structures/{structure}/rounds", json={"round": 2, "occasion": "before-pour"})
    client.post(f"/api/structures/{structure}/lost", json={"id": str(uuid4()), "point": "D", "left": []})

    file = client.get(f"/api/jobs/{job['id']}/file")
    copy = whole(client, client.post("/api/jobs/files", content=file.content).json())

    assert [(p["reading"], p["struck"]) for p in file.json()["pulls"] if p["from"] + p["to"] == "AC"] == [
        ("53' 10 5/8\"", True),
        ("52' 10 5/8\"", False),
    ]
    original = client.get(f"/api/structures/{structure}").json()
    for key in ("accepted", "begun"):
        assert copy[key] == original[key]
    assert [one["point"] for one in copy["lost"]] == ["D"]
    assert [(p["who"], p["at"], bool(p["struck"])) for p in copy["pulls"]] == [
        (p["who"], p["at"], bool(p["struck"])) for p in original["pulls"]
    ]


def test_what_a_tape_reads_too_much_is_in_every_call(client: TestClient, structure: str) -> None:
    before = client.get(f"/api/structures/{structure}").json()
    plan = before["document"] | {"tape_reads": {"more": '1/8"', "burn": "1'"}}
    change = {"units": "ft-in", "base_revision": before["revision"], "plan": plan}
    after = client.put(f"/api/structures/{structure}/plan", json=change).json()
    for was, now in zip(before["calls"], after["calls"], strict=True):
        assert now["call_mm"] - was["call_mm"] == pytest.approx(3.175)
    assert after["calls"][0]["origin"] == '44\' 0" as planned, and 1\' 0" burned, 1/8" more for this tape'


def test_what_stays_is_said_as_it_is_held(client: TestClient, structure: str) -> None:
    """Chosen monuments by their names; before the structure stands on the site the held line stays."""
    before = client.get(f"/api/structures/{structure}").json()
    job = client.get(f"/api/jobs/{before['job_id']}").json()
    control = {"points": [{"name": "M1", "x": 0, "y": 0}, {"name": "M2", "x": "40'", "y": 0}], "lines": []}
    kept = {"units": "ft-in", "base_revision": job["revision"], "control": control}
    assert client.patch(f"/api/jobs/{job['id']}", json=kept).status_code == 200
    placing = {"by": "point", "at": "M1", "corner": "A", "bearing": 90}
    plan = before["document"] | {"placing": placing, "hold": {"by": "wall", "of": ["M1", "M2"]}}
    change = {"units": "ft-in", "base_revision": before["revision"], "plan": plan}
    held = client.put(f"/api/structures/{structure}/plan", json=change).json()
    assert (held["plan"]["hold"], held["plan"]["held_line"]) == ("M1 and M2 stay", "")
    assert held["names"]["control"] == {"M1": 1, "M2": 1}
