"""What days, the record, a yard of many jobs and an as-built record cost on the server.

Times are of this machine; beside each stands a loop of plain Python, so that machines can be compared.
"""

import statistics
import tempfile
import uuid
from collections.abc import Callable
from datetime import UTC, datetime, timedelta
from pathlib import Path

from fastapi.testclient import TestClient
from sqlalchemy import event

from anvilhead.api.app import create_app
from anvilhead.demo.samples import load_samples
from anvilhead.launch.mariadb import PrivateMariaDB
from anvilhead.launch.serve import url_of
from anvilhead.store.database import Database
from anvilhead.store.tables import LogRow
from bench.bench_growth import PLAN, job_file
from bench.bench_plan import loop
from bench.side_by_side import ratio, report, seconds

ENTRIES = 20_000
JOBS = 500
TASKS = 300
TIMES = 7
BEGAN = datetime(2026, 5, 4, 7, tzinfo=UTC)


def median_ms(run: Callable[[], object]) -> float:
    """Median milliseconds of a run after two to warm up."""
    for _ in range(2):
        run()
    return 1000 * statistics.median(seconds(run) for _ in range(TIMES))


def told(what: str, run: Callable[[], object], aim_ms: float) -> None:
    """A row in milliseconds, with how many times the plain loop that is."""
    times = ratio(run, loop, TIMES)[2]
    report(what, median_ms(run), f"under {aim_ms:.0f}", "ms", detail=f"{times:.2g} times the loop")


def days_of(client: TestClient) -> None:
    """Three hundred tasks: eighty pads with their tasks made from plans would be more; these are typed."""
    made = client.post("/api/jobs/files", json=job_file(1, 6, 1), params={"again": True}).json()
    tasks = [
        {"id": f"t{n}", "hours": 3, "crew": n % 3 != 0, "after": [f"t{k}" for k in (n - 1, n - 7) if k >= 0 and n % 5]}
        for n in range(TASKS)
    ]
    body = {"base_revision": 0, "days": {"start": "2026-05-04", "holidays": "US-CA", "tasks": tasks}}
    assert client.put(f"/api/jobs/{made['id']}/days", json=body).status_code == 200
    told(f"days of {TASKS} tasks", lambda: client.get(f"/api/jobs/{made['id']}/days"), 50)


def record_of(client: TestClient, database: Database) -> None:
    """Twenty thousand entries: the first page, a word that is seldom, and one that is nowhere."""
    made = client.post("/api/jobs/files", json=job_file(1, 6, 1), params={"again": True}).json()
    job_id = made["id"]
    with database.session() as session:
        for n in range(ENTRIES):
            text = f"Round {n // 6}: A–C read 51' 10 {n % 16}/16\", burn 1'." + (" Seldom." if n % 4000 == 0 else "")
            at = BEGAN + timedelta(minutes=n)
            session.add(LogRow(job_id=job_id, action="pull", text=text, who=f"Crew {n % 5}", at=at))
    url = f"/api/jobs/{job_id}/log"
    told(f"record of {ENTRIES} entries: first page", lambda: client.get(url), 100)
    told(f"record of {ENTRIES} entries: a seldom word", lambda: client.get(url, params={"find": "seldom"}), 100)
    told(f"record of {ENTRIES} entries: a word that is nowhere", lambda: client.get(url, params={"find": "zz"}), 100)


def yard_of(client: TestClient, database: Database) -> None:
    """Five hundred jobs: a page of the yard, and how many queries it takes."""
    for n in range(JOBS):
        structure = {"id": str(uuid.uuid4()), "name_in_file": "s", "plan": PLAN}
        body = {"id": str(uuid.uuid4()), "name": f"Job {n}", "units": "ft-in", "burn": "1'", "structure": structure}
        assert client.post("/api/jobs", json=body).status_code == 201
    queries: list[str] = []

    def count(*asked: object) -> None:
        queries.append(str(asked[2]))

    event.listen(database._engine, "before_cursor_execute", count)
    client.get("/api/jobs")
    first = len(queries)
    client.get("/api/jobs", params={"most": 10})
    few = len(queries) - first
    event.remove(database._engine, "before_cursor_execute", count)
    report(f"queries for a page of 100 of {JOBS} jobs, against a page of 10", first / few, "1", detail=f"{first}")
    told(f"yard of {JOBS} jobs: a page of 100", lambda: client.get("/api/jobs"), 100)


def as_built_of(client: TestClient, database: Database) -> None:
    """The net loft's record on paper."""
    load_samples(database)
    jobs = client.get("/api/jobs", params={"find": "Gannet"}).json()
    loft = next(one["id"] for job in jobs for one in job["structures"] if one["name"] == "Net loft")
    told("as-built record of the net loft as PDF", lambda: client.get(f"/api/structures/{loft}/as-built.pdf"), 2000)


def main() -> None:
    with tempfile.TemporaryDirectory(prefix="anvilhead-") as folder:
        server = PrivateMariaDB(Path(folder))
        server.start()
        database = Database(url_of(server.access))
        database.migrate()
        client = TestClient(create_app(database), base_url="http://localhost", headers={"Anvilhead-Who": "Bench"})
        days_of(client)
        record_of(client, database)
        yard_of(client, database)
        as_built_of(client, database)
        database.close()
        server.stop()


if __name__ == "__main__":
    main()
