"""Set-outs tried out over the wire: progress, the same by the same seed, left in the middle."""

import json
import time
from collections.abc import Callable
from typing import Any
from uuid import uuid4

import pytest
from fastapi.testclient import TestClient

NewJob = Callable[..., dict[str, Any]]


def told(client: TestClient, job: dict[str, Any], **asked: Any) -> list[dict[str, Any]]:
    answer = client.get(f"/api/structures/{job['structures'][0]['id']}/tried-out", params=asked)
    assert answer.status_code == 200, answer.text
    return [json.loads(line.removeprefix("data: ")) for line in answer.text.splitlines() if line.startswith("data: ")]


def test_how_far_it_is_and_what_it_came_to(client: TestClient, new_job: NewJob) -> None:
    job = new_job()
    events = told(client, job, runs=24, seed=5)
    assert [one["done"] for one in events] == sorted(one["done"] for one in events)
    assert (events[0]["done"], events[-1]["done"], events[-1]["of"]) == (0, 24, 24)
    tried = events[-1]["tried"]
    assert sum(tried["expected"]["rounds"]["counts"].values()) == 24
    assert sum(one["count"] for one in tried["bins"]) == 24
    assert {name: len(cloud) for name, cloud in tried["clouds"].items()} == dict.fromkeys("ABCD", 24)
    worst = max((x * x + y * y) ** 0.5 for cloud in tried["clouds"].values() for x, y in cloud)
    assert worst == pytest.approx(tried["bins"][-1]["to_mm"], abs=0.9)  # the last bin, half a sixteenth wide
    assert told(client, job, runs=24, seed=5)[-1] == events[-1]
    assert told(client, job, runs=24, seed=6)[-1] != events[-1]


def test_nonsense_is_refused(client: TestClient, new_job: NewJob) -> None:
    url = f"/api/structures/{new_job()['structures'][0]['id']}/tried-out"
    assert [client.get(url, params=one).status_code for one in ({"runs": 0}, {"runs": 10**6}, {"misreads": 2})] == [
        422
    ] * 3
    assert client.get(f"/api/structures/{uuid4()}/tried-out").status_code == 404


def test_who_leaves_stops_it(client: TestClient, new_job: NewJob) -> None:
    """A thousand set-outs would take half a minute: another one is answered at once after they were left."""
    job = new_job()
    url = f"/api/structures/{job['structures'][0]['id']}/tried-out"
    with client.stream("GET", url, params={"runs": 1000}) as answer:
        next(answer.iter_lines())
    began = time.monotonic()
    assert told(client, job, runs=1)[-1]["done"] == 1
    assert time.monotonic() - began < 20
