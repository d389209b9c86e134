"""The record: sought, told with the device's time, sealed, carried by the file; what was changed behind it is found."""

import json
import subprocess
from collections.abc import Callable
from pathlib import Path
from typing import Any

import pytest
from fastapi.testclient import TestClient
from sqlalchemy import text

from anvilhead.launch.paths import ROOT
from anvilhead.store.database import Database
from anvilhead.store.seals import broken_in, seal_unsealed
from tests.api.conftest import pull, whole

NewJob = Callable[..., dict[str, Any]]


def log(client: TestClient, job: dict[str, Any], **asked: Any) -> list[dict[str, Any]]:
    answer = client.get(f"/api/jobs/{job['id']}/log", params=asked)
    assert answer.status_code == 200, answer.text
    found: list[dict[str, Any]] = answer.json()
    return found


def read_in(client: TestClient, job: dict[str, Any], *readings: tuple[str, str, str], who: str = "Ines") -> None:
    structure = job["structures"][0]["id"]
    for one in readings:
        headers = {"Anvilhead-Who": who}
        answer = client.post(f"/api/structures/{structure}/pulls", json=pull(*one), headers=headers)
        assert answer.status_code in (200, 201), answer.text


def broken(database: Database, job: dict[str, Any]) -> list[tuple[str, str]]:
    with database.session() as session:
        return [(one.table, one.how) for one in broken_in(session, job["id"])]


def run(database: Database, statement: str, **values: Any) -> None:
    """Somebody at the database itself."""
    with database._engine.begin() as connection:
        connection.execute(text(statement), values)


class TestSought:
    def test_by_words_in_any_order_by_person_and_by_stage(self, client: TestClient, new_job: NewJob) -> None:
        job = new_job()
        read_in(client, job, ("A", "B", "45"), ("A", "C", "52 11"))
        read_in(client, job, ("B", "D", "52 11 1/8"), who="Tomas")
        assert [one["text"][:15] for one in log(client, job, find="52' 11 round")] == [
            "Round 1: A–C re",
            "Round 1: B–D re",
        ]
        # a number belongs to the word before it: round 1, not any 1
        assert len(log(client, job, find="round 1")) == 3
        assert log(client, job, find="round 5") == []
        assert len(log(client, job, find="tomas")) == 1
        assert {one["who"] for one in log(client, job, who="Tomas")} == {"Tomas"}
        assert {one["action"] for one in log(client, job, stage="square")} == {"pull"}
        assert [one["stage"] for one in log(client, job)] == [None, "footprint", "square", "square", "square"]
        assert log(client, job, find="100%") == []

    def test_a_page_ends_where_the_next_begins(self, client: TestClient, new_job: NewJob) -> None:
        job = new_job()
        read_in(client, job, *((("A", "B", f"45 {n}")) for n in range(6)))
        last = log(client, job, stage="square", most=2)
        before = log(client, job, stage="square", most=2, before=last[0]["number"])
        assert [one["number"] for one in [*before, *last]] == [
            one["number"] for one in log(client, job, stage="square", most=4)
        ]

    def test_a_day_is_that_of_the_jobs_zone(self, client: TestClient, new_job: NewJob) -> None:
        job = new_job()
        assert log(client, job, day="2020-01-01") == []
        today = log(client, job)[0]["at"][:10]
        assert len(log(client, job, day=today)) == len(log(client, job))

    def test_a_day_that_is_none_is_refused(self, client: TestClient, new_job: NewJob) -> None:
        answer = client.get(f"/api/jobs/{new_job()['id']}/log", params={"day": "2026-02-31"})
        assert answer.status_code == 422
        assert "no day 2026-02-31" in answer.json()["problems"][0]["message"]

    def test_people_are_listed(self, client: TestClient, new_job: NewJob) -> None:
        job = new_job()
        read_in(client, job, ("A", "B", "45"), who="Tomas")
        assert client.get(f"/api/jobs/{job['id']}/log/people").json() == {"people": ["Ines", "Tomas"], "zone": "UTC"}


def test_a_reading_that_comes_late_keeps_the_time_of_its_device(client: TestClient, new_job: NewJob) -> None:
    job = new_job()
    structure = job["structures"][0]["id"]
    late = {"Anvilhead-Who": "Ines", "Anvilhead-At": "2026-01-05T07:30:00+01:00"}
    client.post(f"/api/structures/{structure}/pulls", json=pull("A", "B", "45"), headers=late)
    client.post(f"/api/structures/{structure}/pulls", json=pull("A", "C", "52"), headers={"Anvilhead-At": "yesterday"})
    assert [one["on_device"] for one in log(client, job, stage="square")] == ["2026-01-05T06:30:00Z", None]


class TestSealed:
    def test_what_the_application_writes_fits_its_seals(
        self, client: TestClient, new_job: NewJob, database: Database
    ) -> None:
        job = new_job()
        read_in(client, job, ("A", "B", "45"), ("A", "C", "52 11 1/3"))
        structure = whole(client, job)
        first = structure["pulls"][0]["id"]
        base = f"/api/structures/{structure['id']}"
        assert client.post(f"{base}/pulls/{first}/strike").status_code == 200
        assert client.post(f"{base}/pulls/{first}/strike/back").status_code == 200
        assert client.post(f"{base}/rounds", json={"round": 2, "occasion": "pinned"}).status_code in (200, 201, 422)
        patch = {"units": "ft-in", "base_revision": 1, "burn": "6"}
        assert client.patch(f"/api/jobs/{job['id']}", json=patch).status_code == 200
        assert broken(database, job) == []

    @pytest.mark.parametrize(
        ("statement", "table", "how"),
        [
            ("UPDATE pulls SET reading_mm = reading_mm + 1 WHERE structure_id = :s", "pulls", "changed"),
            ("UPDATE log_entries SET who = 'Nobody' WHERE job_id = :j AND action = 'pull'", "log_entries", "changed"),
            ("DELETE FROM log_entries WHERE job_id = :j AND action = 'pull'", "log_entries", "taken away"),
            ("INSERT INTO log_entries (job_id, action, text, who, at) VALUES (:j, 'accepted', 'Good', 'Ines', NOW())",
             "log_entries", "put in"),
            ("UPDATE seals SET `rows` = '[]' WHERE job_id = :j ORDER BY number DESC LIMIT 1", "seal", "changed"),
            ("UPDATE jobs SET burn_mm = 0 WHERE id = :j", "jobs", "changed"),
        ],
    )  # fmt: skip
    def test_what_is_changed_behind_its_back_is_found(
        self, client: TestClient, new_job: NewJob, database: Database, statement: str, table: str, how: str
    ) -> None:
        job = new_job()
        read_in(client, job, ("A", "B", "45"))
        values = {"j": job["id"], "s": job["structures"][0]["id"]}
        run(database, statement, **{key: value for key, value in values.items() if f":{key}" in statement})
        found = broken(database, job)
        assert [one for one in found if one[0] == table and how in one[1]], found

    def test_a_job_from_before_there_were_seals_is_sealed_once_as_it_is_found(
        self, client: TestClient, new_job: NewJob, database: Database
    ) -> None:
        job = new_job()
        read_in(client, job, ("A", "B", "45"))
        run(database, "DELETE FROM seals WHERE job_id = :j", j=job["id"])
        with database.session() as session:
            assert seal_unsealed(session) == 1
        assert broken(database, job) == []
        read_in(client, job, ("A", "C", "52"))
        assert broken(database, job) == []


class TestInTheFile:
    def test_a_file_carries_its_record_and_anybody_can_check_it(
        self, client: TestClient, new_job: NewJob, tmp_path: Path
    ) -> None:
        job = new_job()
        read_in(client, job, ("A", "B", "45"), ("A", "C", "52"))
        raw = client.get(f"/api/jobs/{job['id']}/file").json()
        assert [one["text"] for one in raw["record"]["entries"]] == [one["text"] for one in log(client, job)]
        path = tmp_path / "job.anvil.json"
        path.write_text(json.dumps(raw))
        assert _verify(path).returncode == 0
        raw["record"]["entries"][-1]["who"] = "Somebody else"
        path.write_text(json.dumps(raw))
        told = _verify(path)
        assert told.returncode == 1
        assert "was changed after it was recorded" in told.stderr + told.stdout

    def test_opened_again_its_record_comes_along_as_coming_from_the_file(
        self, client: TestClient, new_job: NewJob, database: Database
    ) -> None:
        job = new_job()
        read_in(client, job, ("A", "B", "45"), who="Tomas")
        raw = client.get(f"/api/jobs/{job['id']}/file").json()
        again = client.post("/api/jobs/files", json=raw, params={"again": True}).json()
        came = [one for one in log(client, again) if one["from_file"]]
        assert [(one["who"], one["text"]) for one in came] == [(one["who"], one["text"]) for one in log(client, job)]
        assert came[-1]["structure_id"] == again["structures"][0]["id"]
        assert broken(database, again) == []

    def test_a_record_that_does_not_hold_is_told_when_it_is_opened(self, client: TestClient, new_job: NewJob) -> None:
        job = new_job()
        raw = client.get(f"/api/jobs/{job['id']}/file").json()
        raw["record"]["entries"][0]["text"] = "Nothing happened."
        again = client.post("/api/jobs/files", json=raw, params={"again": True}).json()
        assert "does not bear out" in log(client, again, find="bear out")[0]["text"]


def _verify(path: Path) -> "subprocess.CompletedProcess[str]":
    command = [str(ROOT / "anvilhead"), "verify", str(path)]
    return subprocess.run(command, capture_output=True, text=True, check=False)
