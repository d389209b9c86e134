"""What one act costs in a job of 50 structures, 2,000 pulls and 2,000 shots, against the same act in a small job."""

import tempfile
import uuid
from collections.abc import Callable
from pathlib import Path
from typing import Any

from fastapi.testclient import TestClient

from anvilhead.api.app import create_app
from anvilhead.launch.mariadb import PrivateMariaDB
from anvilhead.launch.serve import url_of
from anvilhead.store.database import Database
from bench.side_by_side import ratio, report

PLAN = {"kind": "building", "footprint": {"shape": "rectangle", "length": "44", "width": "27 6"}}
SIDES = (("A", "B", "44"), ("B", "C", "27 6"), ("C", "D", "44"), ("D", "A", "27 6"))
ROUND = (*SIDES, ("A", "C", "51 10 5/8"), ("B", "D", "51 10 5/8"))
TIMES = 5


def job_file(structures: int, pulls: int, shots: int) -> dict[str, Any]:
    """A job of that size; its rounds are pulled in every structure in turn."""
    return {
        "format": "anvilhead-job", "version": 1, "name": f"{structures} structures", "units": "ft-in",
        "structures": [{"id": f"s{i}", **PLAN} for i in range(structures)],
        "pulls": [
            {"structure": f"s{n // 6 % structures}", "round": 1 + n // 6 // structures, "from": start, "to": end,
             "reading": reading}
            for n in range(pulls) for start, end, reading in [ROUND[n % 6]]
        ],
        "levels": {"setups": [{"instrument": "laser", "shots": [
            {"at": "BM", "reading": "4"}, *({"at": f"P{i}", "reading": "3"} for i in range(shots))]}]},
    }  # fmt: skip


class Job:
    """A job in the database, and what is done to its first structure."""

    def __init__(self, client: TestClient, file: dict[str, Any]) -> None:
        self._client, self._name = client, file["name"]
        made = client.post("/api/jobs/files", json=file, params={"again": True}).json()
        self._job, self._structure = f"/api/jobs/{made['id']}", f"/api/structures/{made['structures'][0]['id']}"
        self._setup = client.get(f"{self._structure}/levels").json()["setups"][0]["id"]

    def open(self) -> None:
        """Open it: the job in short, and one structure whole."""
        self._sound(self._client.get(self._job))
        self._sound(self._client.get(self._structure))

    def pull(self) -> None:
        """One reading of a tape."""
        reading = {"units": "ft-in", "round": 1, "from": "A", "to": "C", "reading": "51 10 5/8"}
        self._sound(self._client.post(f"{self._structure}/pulls", json={"id": str(uuid.uuid4()), **reading}))

    def shot(self) -> None:
        """One reading of a rod."""
        reading = {"id": str(uuid.uuid4()), "rod": "ft-in", "at": "A", "reading": "3"}
        self._sound(self._client.post(f"{self._structure}/levels/setups/{self._setup}/shots", json=reading))

    def card(self) -> None:
        """Its line in the yard."""
        self._sound(self._client.get("/api/jobs", params={"find": self._name}))

    def _sound(self, answer: Any) -> None:
        if answer.status_code >= 300:
            raise SystemExit(f"{answer.url} answered {answer.status_code}: {answer.text[:200]}")


def _against(what: str, large: Callable[[], None], small: Callable[[], None], aim: str) -> None:
    much, little, times = ratio(large, small, TIMES)
    print(f"  {what}: {much * 1000:.0f} ms in the large job, {little * 1000:.0f} ms in the small one")
    report(
        f"{what}, in a job of 50 structures and 2,000 pulls against a small one",
        times,
        aim,
        detail=f"{much * 1000:.0f} ms",
    )


def main() -> None:
    with tempfile.TemporaryDirectory(prefix="anvilhead-") as folder:
        server = PrivateMariaDB(Path(folder))
        server.start()
        database = Database(url_of(server.access))
        database.migrate()
        app = create_app(database)
        client = TestClient(app, base_url="http://localhost", headers={"Anvilhead-Who": "Bench"})
        small, large = (Job(client, job_file(*size)) for size in ((1, 40, 40), (50, 2000, 2000)))
        short_book = Job(client, job_file(50, 2000, 40))
        for what, aim in (("open", "2"), ("pull", "2"), ("card", "3")):
            _against(what, getattr(large, what), getattr(small, what), aim)
        _against("shot, both books short", short_book.shot, small.shot, "2")
        _against("shot, its book 50 times as long", large.shot, small.shot, "5; the whole book is worked out")
        database.close()
        server.stop()


if __name__ == "__main__":
    main()
