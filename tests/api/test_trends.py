"""What the yard's rounds say of the crew."""

import json
from collections.abc import Callable
from datetime import UTC, datetime
from itertools import combinations
from typing import Any

import numpy as np
import pytest
from fastapi.testclient import TestClient
from sqlalchemy import select

from anvilhead.store.database import Database
from anvilhead.store.tables import JobRow
from tests.api.conftest import pull

NewJob = Callable[..., dict[str, Any]]
CORNERS = {"A": (0.0, 0.0), "B": (13.0, 0.0), "C": (13.0, 8.0), "D": (0.0, 8.0)}


def squared(name: str, rng: np.random.Generator, rough_mm: float) -> list[dict[str, Any]]:
    """A round of a slab: every pair, a minute apart, read by a crew that is so rough."""
    return [
        {
            "structure": name,
            "round": 1,
            "from": a,
            "to": b,
            "reading": f"{1000 * np.hypot(*np.subtract(CORNERS[a], CORNERS[b])) + rng.normal(0, rough_mm):.1f} mm",
            "burn": "0",
            "who": "Ines",
            "at": f"2026-05-04T08:{minute:02}:00Z",
        }
        for minute, (a, b) in enumerate(combinations(CORNERS, 2))
    ]


def yard(slabs: int, rough_mm: float, *more: dict[str, Any]) -> bytes:
    rng = np.random.default_rng(8)
    names = [f"slab-{number}" for number in range(slabs)]
    plan = {"kind": "slab", "footprint": {"shape": "rectangle", "length": "13", "width": "8"}}
    file = {
        "format": "anvilhead-job",
        "version": 1,
        "name": "Many slabs",
        "units": "m",
        "structures": [{"id": name, "name": name, **plan} for name in names],
        "pulls": [*(one for name in names for one in squared(name, rng, rough_mm)), *more],
    }
    return json.dumps(file).encode()


def open_file(client: TestClient, raw: bytes) -> None:
    answer = client.post("/api/jobs/files", content=raw, headers={"Content-Type": "application/json"})
    assert answer.status_code == 201, answer.text


def trends(client: TestClient, **asked: str) -> dict[str, Any]:
    answer = client.get("/api/trends", params=asked)
    assert answer.status_code == 200, answer.text
    found: dict[str, Any] = answer.json()
    return found


@pytest.fixture
def database(own_database: Database) -> Database:
    """That database, its yard cleared."""
    with own_database.session() as session:
        for job in session.scalars(select(JobRow).where(JobRow.deleted_at.is_(None))):
            job.deleted_at = datetime.now(UTC)
    return own_database


def test_an_empty_yard_says_nothing(client: TestClient) -> None:
    found = trends(client)
    assert (found["rounds"], found["structures"], found["kept"], found["slips"]) == (0, [], None, [])


def test_a_fine_crew_is_offered_its_own_error(client: TestClient) -> None:
    open_file(client, yard(24, 0.35))
    found = trends(client)
    assert (found["jobs"], found["rounds"], found["units"]) == (1, 24, "m")
    kept = found["kept"]
    assert kept["readings"] == 24  # of six pulls a rectangle needs five
    assert kept["high_mm"] < kept["claim_mm"]
    assert kept["offer"]
    assert "A round takes 5 min" in found["pace"]
    assert "24 after 1 round" in found["to_square"]
    assert trends(client, units="ft-in")["kept"]["offer"].endswith('"')


def test_slips_are_counted_by_what_was_read_instead(client: TestClient, new_job: NewJob) -> None:
    job = new_job()
    url = f"/api/structures/{job['structures'][0]['id']}/pulls"
    first = pull("A", "B", "46'")
    assert client.post(url, json=first).status_code == 201
    assert client.post(url, json=pull("A", "B", "45'", replaces=first["id"])).status_code == 201
    assert [(one["slip"], one["count"]) for one in trends(client)["slips"]] == [("foot", 1)]
    assert trends(client)["structures"][0]["to_square"] is None


def test_nonsense_units_are_refused(client: TestClient) -> None:
    assert client.get("/api/trends", params={"units": "cubits"}).status_code == 422
