"""The register over the API: what was done by whom, what a change of plan leaves behind; labels, the digger's page."""

import json
from collections.abc import Callable
from typing import Any
from uuid import uuid4

import pytest
from fastapi.testclient import TestClient

from tests.api.conftest import PLAN, whole

NewJob = Callable[..., dict[str, Any]]
PLACES = [{"name": "P", "along": "AB", "spaces": 2}]


@pytest.fixture
def job(new_job: NewJob) -> dict[str, Any]:
    return new_job(structure={"id": str(uuid4()), "name_in_file": "store", "plan": PLAN | {"places": PLACES}})


@pytest.fixture
def at(job: dict[str, Any]) -> str:
    return f"/api/structures/{job['structures'][0]['id']}"


def done(client: TestClient, at: str, doing: str, *things: str, who: str = "Ida") -> Any:
    body = {"items": [{"id": str(uuid4()), "what": what} for what in things], "doing": doing}
    return client.post(f"{at}/register", json=body, headers={"Anvilhead-Who": who})


def rows(client: TestClient, at: str) -> dict[str, Any]:
    return {row["what"]: row for row in client.get(f"{at}/register").json()["rows"]}


def change(client: TestClient, at: str, **plan: Any) -> None:
    structure = client.get(at).json()
    document = structure["document"] | plan
    body = {"units": "ft-in", "base_revision": structure["revision"], "plan": document}
    answer = client.put(f"{at}/plan", json=body)
    assert answer.status_code == 200, answer.text


def state_of(client: TestClient, at: str, stage: str) -> str:
    found: str = next(one["state"] for one in client.get(at).json()["stages"] if one["name"] == stage)
    return found


def test_what_was_done_is_kept_by_name_and_once(client: TestClient, at: str) -> None:
    body = {"items": [{"id": str(uuid4()), "what": "P 2"}], "doing": "set", "note": "nail in the board"}
    for _ in range(2):
        answer = client.post(f"{at}/register", json=body, headers={"Anvilhead-Who": "Ida"})
        assert answer.status_code == 201, answer.text
    row = rows(client, at)["P 2"]
    assert (row["doing"], row["who"], row["note"], row["recheck"]) == ("set", "Ida", "nail in the board", None)
    log = client.get(f"/api/jobs/{client.get(at).json()['job_id']}/log").json()
    assert [one["text"] for one in log if one["action"] == "marked"] == ["P 2: set. nail in the board"]


def test_a_change_of_plan_asks_for_what_was_marked_before(client: TestClient, at: str) -> None:
    done(client, at, "set", "P 1", "P 2", "P 3")
    assert state_of(client, at, "marks") == "done"
    change(client, at, places=[{"name": "P", "along": "AB", "distances": ["0", "21'", "44'"]}])
    found = rows(client, at)
    # half of 44 ft was 22; a foot back now
    assert found["P 2"]["recheck"] == "P 2 was set, and the plan has moved by 1' 0\" since: check it again."
    assert (found["P 1"]["recheck"], found["P 3"]["recheck"]) == (None, None)
    assert state_of(client, at, "marks") == "re-check"
    # looked at and set again it stands as planned now
    done(client, at, "set-again", "P 2", who="Bo")
    assert rows(client, at)["P 2"]["recheck"] is None
    assert state_of(client, at, "marks") == "done"


def test_what_left_the_plan_is_told_until_it_was_pulled(client: TestClient, at: str) -> None:
    done(client, at, "set", "P 3")
    change(client, at, places=[{"name": "P", "along": "AB", "spaces": 1}])
    register = client.get(f"{at}/register").json()
    assert "P 3 was set, and is not in the plan any more" in register["text"]
    assert done(client, at, "pulled", "P 3").status_code == 201
    assert client.get(f"{at}/register").json()["rechecks"] == 0


def test_what_is_not_there_cannot_be_marked(client: TestClient, at: str) -> None:
    answer = done(client, at, "set", "P 1", "P 9")
    assert answer.status_code == 422
    assert answer.json()["problems"][0]["pointer"] == "/items/1/what"
    assert rows(client, at)["P 1"]["doing"] is None  # nothing of it was kept


def test_the_job_file_carries_what_was_done(client: TestClient, job: dict[str, Any], at: str) -> None:
    done(client, at, "set", "P 1")
    done(client, at, "lost", "P 1", who="Bo")
    file = client.get(f"/api/jobs/{job['id']}/file").json()
    assert [(one["what"], one["doing"], one["who"]) for one in file["done"]] == [
        ("P 1", "set", "Ida"),
        ("P 1", "lost", "Bo"),
    ]
    again = client.post("/api/jobs/files", content=json.dumps(file), params={"again": True})
    assert again.status_code == 201, again.text
    copy = f"/api/structures/{again.json()['structures'][0]['id']}"
    assert (rows(client, copy)["P 1"]["doing"], rows(client, copy)["P 1"]["who"]) == ("lost", "Bo")


def test_the_yard_shows_a_mark_that_was_set(client: TestClient, job: dict[str, Any], at: str) -> None:
    def in_yard() -> str:
        jobs = client.get("/api/jobs").json()
        (own,) = [one for one in jobs if one["id"] == job["id"]]
        found: str = next(s["state"] for s in own["structures"][0]["stages"] if s["name"] == "marks")
        return found

    assert in_yard() == "open"
    done(client, at, "set", "P 1", "P 2", "P 3")
    assert in_yard() == "done"


def test_labels_in_the_size_that_was_typed(client: TestClient, at: str) -> None:
    asked = {"units": "ft-in", "wide": '4"', "high": '2"', "paper": "letter"}
    answer = client.post(f"{at}/labels.pdf", json=asked)
    assert answer.status_code == 200, answer.text
    assert answer.content.startswith(b"%PDF")
    # four corners and three places: seven labels, ten of two by four inches on a sheet
    assert answer.content.count(b"/Type /Page\n") == 1
    large = client.post(f"{at}/labels.pdf", json=asked | {"wide": '7"', "high": '5"', "only": ["place"]})
    assert large.content.count(b"/Type /Page\n") == 2  # 10.4 in of the sheet take two labels of 5; there are three
    for wide, high in (('1/2"', '2"'), ("3'", '2"'), ('4"', '1/2"')):
        refused = client.post(f"{at}/labels.pdf", json=asked | {"wide": wide, "high": high})
        assert (refused.status_code, refused.json()["problems"][0]["pointer"]) == (422, "/wide")


def test_the_operators_page(client: TestClient, at: str) -> None:
    assert client.get(f"{at}/digging.pdf").status_code == 409
    change(client, at, section={"wall": '8"', "footing": '20"'}, digging={"bucket": "2'", "to": "footing bottom"})
    for paper in ("a4", "letter"):
        answer = client.get(f"{at}/digging.pdf", params={"paper": paper})
        assert answer.status_code == 200, answer.text
        assert answer.content.startswith(b"%PDF")
    assert whole(client, {"structures": [{"id": at.rsplit("/", 1)[1]}]})["result"]["digging"]["trenches"]
