"""The application on the real database, called without a network."""

from collections.abc import Callable, Iterator
from typing import Any
from uuid import uuid4

import pytest
from fastapi import FastAPI
from fastapi.testclient import TestClient

from anvilhead.api.app import create_app
from anvilhead.launch.mariadb import PrivateMariaDB
from anvilhead.launch.serve import url_of
from anvilhead.store.database import Database

PLAN: dict[str, Any] = {
    "name": "Boat store",
    "kind": "building",
    "footprint": {"shape": "rectangle", "length": "44", "width": "27 6"},
}


@pytest.fixture(autouse=True)
def every_yard_settled(settled_yards: None) -> None:
    """In all of these tests."""


@pytest.fixture(scope="module")
def own_database(tmp_path_factory: pytest.TempPathFactory) -> Iterator[Database]:
    """A database that no other module's tests leave anything in."""
    server = PrivateMariaDB(tmp_path_factory.mktemp("own"))
    server.start()
    database = Database(url_of(server.access))
    database.migrate()
    yield database
    database.close()
    server.stop()


@pytest.fixture(scope="session")
def app() -> FastAPI:
    """The application, put together once: that takes longer than most tests."""
    return create_app(None)


@pytest.fixture
def client(app: FastAPI, database: Database) -> Iterator[TestClient]:
    app.state.database = database
    with TestClient(
        app,
        base_url="http://localhost",
        headers={"Anvilhead-Who": "Ines"},
        raise_server_exceptions=False,
    ) as client:
        yield client


@pytest.fixture
def new_job(client: TestClient) -> Callable[..., dict[str, Any]]:
    """Makes a job with the boat store in it; the answer is the job, its structure in short."""

    def make(**changes: Any) -> dict[str, Any]:
        body = {
            "id": str(uuid4()),
            "name": "Gannet Slip",
            "units": "ft-in",
            "burn": "1'",
            "structure": {"id": str(uuid4()), "name_in_file": "store", "plan": PLAN},
        } | changes
        response = client.post("/api/jobs", json=body)
        assert response.status_code == 201, response.text
        job: dict[str, Any] = response.json()
        return job

    return make


def whole(client: TestClient, job: dict[str, Any], number: int = 0) -> dict[str, Any]:
    """A structure of a job with everything computed."""
    answer = client.get(f"/api/structures/{job['structures'][number]['id']}")
    assert answer.status_code == 200, answer.text
    found: dict[str, Any] = answer.json()
    return found


def pull(start: str, end: str, reading: str, **changes: Any) -> dict[str, Any]:
    """A reading as a client sends it."""
    return {
        "id": str(uuid4()), "units": "ft-in", "round": 1, "from": start, "to": end, "reading": reading, "burn": "1'",
    } | changes  # fmt: skip
