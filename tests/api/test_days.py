"""Days and hold points over the API: kept by revision, by two people, by name; on the day it is at the job."""

from collections.abc import Callable, Iterator
from datetime import UTC, datetime
from typing import Any
from uuid import uuid4

import pytest
from fastapi import FastAPI
from fastapi.testclient import TestClient

from anvilhead.api.dependencies import now
from tests.api.conftest import pull

NewJob = Callable[..., dict[str, Any]]

TICKET = {"number": "L-1", "asked": "2026-11-20", "notice_days": 2, "lasts_days": 14}
DAYS: dict[str, Any] = {"start": "2026-11-30", "from_plans": True, "locates": [TICKET]}


@pytest.fixture(autouse=True)
def at(client: TestClient) -> Iterator[Callable[[str], None]]:
    """Sets the server's clock."""
    app = client.app
    assert isinstance(app, FastAPI)

    def set_to(time: str) -> None:
        app.dependency_overrides[now] = lambda: datetime.fromisoformat(time).replace(tzinfo=UTC)

    set_to("2026-11-27T12:00:00")
    yield set_to
    app.dependency_overrides.clear()


def days(client: TestClient, job: dict[str, Any]) -> dict[str, Any]:
    found: dict[str, Any] = client.get(f"/api/jobs/{job['id']}/days").json()
    return found


def keep(client: TestClient, job: dict[str, Any], base: int, **plan: Any) -> Any:
    return client.put(f"/api/jobs/{job['id']}/days", json={"base_revision": base, "days": plan})


class TestDays:
    def test_a_new_job_has_no_days_and_says_so(self, client: TestClient, new_job: NewJob) -> None:
        found = days(client, new_job())
        assert (found["revision"], found["result"]["tasks"], found["result"]["end"]) == (0, {}, None)
        assert [rate["work"] for rate in found["rates"]][:2] == ["boards", "square"]

    def test_tasks_of_the_plan_and_what_a_slip_moves(self, client: TestClient, new_job: NewJob) -> None:
        job = new_job()
        found = keep(client, job, 0, **DAYS).json()["result"]
        assert list(found["tasks"]) == ["store/boards", "store/square"]
        slip = client.post(f"/api/jobs/{job['id']}/days/slip", json={"task": "store/boards", "days": 2}).json()
        assert [one["id"] for one in slip["moved"]] == ["store/boards", "store/square"]
        assert slip["end"] == "2026-12-02"
        assert "the end moves from Mon 30 Nov 2026 to Wed 2 Dec 2026" in slip["text"]
        assert client.post(f"/api/jobs/{job['id']}/days/slip", json={"task": "x"}).status_code == 422

    def test_trying_keeps_nothing(self, client: TestClient, new_job: NewJob) -> None:
        job = new_job()
        tried = client.post(f"/api/jobs/{job['id']}/days/try", json={"days": DAYS | {"start": "2026-12-24"}}).json()
        assert tried["tasks"]["store/boards"]["start"] == "2026-12-24"
        assert days(client, job)["revision"] == 0

    def test_two_people_change_different_tickets_at_once_and_the_same_one_is_told(
        self, client: TestClient, new_job: NewJob
    ) -> None:
        job = new_job()
        keep(client, job, 0, **DAYS)
        other = TICKET | {"number": "L-2"}
        assert keep(client, job, 1, **DAYS | {"locates": [TICKET, other]}).status_code == 200
        longer = TICKET | {"lasts_days": 20}
        both = keep(client, job, 1, **DAYS | {"locates": [longer]}).json()["plan"]["locates"]
        assert [(one["number"], one["lasts_days"]) for one in both] == [("L-1", 20), ("L-2", 14)]
        refused = keep(client, job, 1, **DAYS | {"locates": [TICKET | {"lasts_days": 25}]})
        assert refused.status_code == 409
        assert "L-1" in refused.json()["detail"]

    def test_undone_and_redone(self, client: TestClient, new_job: NewJob) -> None:
        job = new_job()
        keep(client, job, 0, **DAYS)
        keep(client, job, 1, **DAYS | {"crew": 5})
        base = f"/api/jobs/{job['id']}/days"
        undone = client.post(f"{base}/undo", json={"base_revision": 2}).json()
        assert (undone["plan"]["crew"], undone["can_redo"]) == (2, True)
        redone = client.post(f"{base}/redo", json={"base_revision": 3}).json()
        assert (redone["plan"]["crew"], redone["can_redo"], redone["can_undo"]) == (5, False, True)
        assert client.post(f"{base}/redo", json={"base_revision": 4}).status_code == 409
        assert client.post(f"{base}/undo", json={"base_revision": 2}).status_code == 409

    def test_what_cannot_be_is_refused_with_its_place_and_kept_nowhere(
        self, client: TestClient, new_job: NewJob
    ) -> None:
        job = new_job()
        refused = keep(client, job, 0, **DAYS | {"tasks": [{"id": "a", "days": 1, "after": ["a"]}]})
        assert refused.status_code == 422
        (problem,) = refused.json()["problems"]
        assert (problem["pointer"], problem["message"][:23]) == ("/days/tasks/0/after", "“a” waits for itself. T")
        assert days(client, job)["revision"] == 0

    def test_today_is_the_day_at_the_job(self, client: TestClient, new_job: NewJob, at: Callable[[str], None]) -> None:
        """Five in the morning of the 5th in UTC is the evening of the 4th in Chicago: the ticket's last day."""
        job = new_job()
        keep(client, job, 0, **DAYS | {"zone": "America/Chicago"})
        at("2026-12-05T05:00:00")
        found = days(client, job)
        assert (found["today"], found["tickets"][0]["days"]) == ("2026-12-04", 1)
        at("2026-12-05T07:00:00")
        assert days(client, job)["tickets"][0]["standing"] == "run-out"

    def test_boards_stand_once_they_were_pulled_between(
        self, client: TestClient, new_job: NewJob, at: Callable[[str], None]
    ) -> None:
        job = new_job()
        keep(client, job, 0, **DAYS)
        at("2026-12-01T15:00:00")
        client.post(f"/api/structures/{job['structures'][0]['id']}/pulls", json=pull("A", "B", "45"))
        task = days(client, job)["result"]["tasks"]["store/boards"]
        assert (task["ended"], task["end"]) == (True, "2026-12-01")

    def test_the_crews_own_rate_is_offered_and_not_taken(
        self, client: TestClient, new_job: NewJob, at: Callable[[str], None]
    ) -> None:
        """Seven pulls, one every ten minutes: six an hour for two people."""
        job = new_job()
        keep(client, job, 0, **DAYS)
        for n in range(7):
            at(f"2026-12-01T10:{n}0:00" if n < 6 else "2026-12-01T11:00:00")
            one = pull("A", "B", f"45 {n}", round=1)
            client.post(f"/api/structures/{job['structures'][0]['id']}/pulls", json=one)
        (learned,) = days(client, job)["learned"]
        assert (learned["work"], learned["an_hour"]) == ("square", 3.0)
        assert "rates" not in days(client, job)["plan"]

    def test_days_come_along_in_the_file(self, client: TestClient, new_job: NewJob) -> None:
        job = new_job()
        keep(client, job, 0, **DAYS)
        file = client.get(f"/api/jobs/{job['id']}/file").json()
        again = client.post("/api/jobs/files", json=file, params={"again": True}).json()
        assert days(client, again)["plan"] == days(client, job)["plan"]


def dangers(client: TestClient, job: dict[str, Any], number: int = 0) -> dict[str, dict[str, Any]]:
    answer = client.get(f"/api/structures/{job['structures'][number]['id']}/dangers").json()
    return {one["hold"]: one for one in answer["holds"]}


def at_hold(client: TestClient, job: dict[str, Any], hold: str, doing: str, **more: Any) -> Any:
    body = {"id": str(uuid4()), "hold": hold, "doing": doing, **more}
    return client.post(f"/api/structures/{job['structures'][0]['id']}/holds", json=body)


class TestHolds:
    def test_looked_at_by_name_for_the_whole_job(self, client: TestClient, new_job: NewJob) -> None:
        job = new_job()
        assert at_hold(client, job, "boundary", "seen", seen=[0, 1], whole_job=True).status_code == 200
        found = dangers(client, job)["boundary"]
        assert (found["state"], found["who"], found["whole_job"]) == ("seen", "Ines", True)
        assert dangers(client, job)["locate"]["state"] == "open"

    def test_half_a_look_is_none(self, client: TestClient, new_job: NewJob) -> None:
        refused = at_hold(client, new_job(), "boundary", "seen", seen=[0])
        assert refused.status_code == 422
        assert "Nothing was measured from a fence" in refused.json()["problems"][0]["message"]

    def test_past_it_only_with_a_reason_which_shows_ever_after(self, client: TestClient, new_job: NewJob) -> None:
        job = new_job()
        assert at_hold(client, job, "locate", "past", note="  ").status_code == 422
        assert at_hold(client, job, "locate", "past", note="Sand fill of last year").status_code == 200
        found = dangers(client, job)["locate"]
        assert (found["state"], found["note"]) == ("past", "Sand fill of last year")
        log = client.get(f"/api/jobs/{job['id']}/log", params={"find": "Went past"}).json()
        assert "Sand fill of last year" in log[0]["text"]

    def test_sent_twice_it_is_recorded_once_and_taken_back_it_stands_again(
        self, client: TestClient, new_job: NewJob
    ) -> None:
        job = new_job()
        body = {"id": str(uuid4()), "hold": "boundary", "doing": "seen", "seen": [0, 1]}
        url = f"/api/structures/{job['structures'][0]['id']}/holds"
        assert [client.post(url, json=body).status_code for _ in range(2)] == [200, 200]
        assert len(client.get(f"/api/jobs/{job['id']}/log", params={"find": "hold point"}).json()) == 1
        at_hold(client, job, "boundary", "back")
        assert dangers(client, job)["boundary"]["state"] == "open"

    def test_a_ticket_that_ran_out_lets_what_was_seen_lapse(
        self, client: TestClient, new_job: NewJob, at: Callable[[str], None]
    ) -> None:
        job = new_job()
        keep(client, job, 0, **DAYS)
        at("2026-12-01T12:00:00")
        at_hold(client, job, "locate", "seen", seen=[0, 1, 2])
        assert dangers(client, job)["locate"]["state"] == "seen"
        at("2026-12-05T12:00:00")
        found = dangers(client, job)["locate"]
        assert found["state"] == "lapsed"
        assert "has run out" in found["told"][0]

    def test_a_reading_taken_past_open_hold_points_says_so(self, client: TestClient, new_job: NewJob) -> None:
        job = new_job()
        url = f"/api/structures/{job['structures'][0]['id']}/pulls"
        client.post(url, json=pull("A", "B", "45"))
        for hold, ticks in (("locate", 3), ("boundary", 2), ("setbacks", 2)):
            at_hold(client, job, hold, "seen", seen=list(range(ticks)))
        client.post(url, json=pull("A", "C", "52"))
        log = client.get(f"/api/jobs/{job['id']}/log", params={"stage": "square"}).json()
        open_ = "Utilities are marked, The boundary is confirmed, Permit and setbacks"
        assert [one["facts"].get("Open hold points") for one in log] == [open_, None]
        assert log[0]["facts"]["Means"] == "44' 0\""
        assert log[0]["points"] == ["A", "B"]

    def test_they_come_along_in_the_file_and_are_solved_the_same(self, client: TestClient, new_job: NewJob) -> None:
        job = new_job()
        at_hold(client, job, "locate", "past", note="Sand fill")
        at_hold(client, job, "boundary", "seen", seen=[0, 1], whole_job=True)
        file = client.get(f"/api/jobs/{job['id']}/file").json()
        again = client.post("/api/jobs/files", json=file, params={"again": True}).json()
        assert dangers(client, again) == dangers(client, job)
