"""What the server lets in and what every answer carries; many at once on the same rows."""

import socket
import threading
import time
from collections.abc import Callable, Iterator
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path
from typing import Any
from uuid import uuid4

import pytest
import uvicorn
from fastapi.testclient import TestClient

from anvilhead.api import body_limit
from anvilhead.api.app import create_app
from anvilhead.api.guard import inline_scripts
from anvilhead.jobfile.reading import LARGEST_BYTES
from anvilhead.store.database import CONNECTIONS, Database
from anvilhead.store.errors import DatabaseBusy
from tests.api.conftest import pull, whole

NewJob = Callable[..., dict[str, Any]]


@pytest.mark.parametrize("host", ["evil.example", "127.0.0.1.evil.example", "", "localhost.evil.example:8710"])
def test_a_name_that_somebody_pointed_at_this_machine_is_not_answered(client: TestClient, host: str) -> None:
    refused = client.get("/api/jobs", headers={"Host": host})
    assert (refused.status_code, refused.json()["code"]) == (421, "other-host")


@pytest.mark.parametrize("host", ["127.0.0.1:8710", "localhost", "[::1]:8710", "LOCALHOST:99"])
def test_this_machine_is_answered_by_its_own_names(client: TestClient, host: str) -> None:
    assert client.get("/api/health", headers={"Host": host}).status_code == 200


@pytest.mark.parametrize("path", ["/api/health", "/api/jobs/nonsense", "/api/nothing"])
def test_every_answer_keeps_other_pages_out(client: TestClient, path: str) -> None:
    headers = client.get(path).headers
    assert "frame-ancestors 'none'" in headers["content-security-policy"]
    assert "default-src 'self'" in headers["content-security-policy"]
    assert (headers["x-frame-options"], headers["x-content-type-options"]) == ("DENY", "nosniff")
    assert headers["referrer-policy"] == "no-referrer"


def test_the_scripts_of_the_page_are_named_by_their_fingerprints(tmp_path: Path) -> None:
    page = tmp_path / "index.html"
    page.write_text("<script src='/a.js'></script><script>alert(1)</script>", "utf-8")
    # printf 'alert(1)' | openssl dgst -sha256 -binary | base64
    assert inline_scripts(page) == ["'sha256-bhHHL3z2vDgxUt0W3dWQOrprscmda2Y5pLsLg4GF+pI='"]


def test_a_body_that_comes_in_pieces_is_counted_too(client: TestClient) -> None:
    def pieces() -> Iterator[bytes]:
        for _ in range(LARGEST_BYTES // 1_000_000 + 2):
            yield b" " * 1_000_000

    refused = client.post("/api/jobs", content=pieces(), headers={"Content-Type": "application/json"})
    assert refused.status_code == 413


@pytest.fixture
def served(database: Database, monkeypatch: pytest.MonkeyPatch) -> Iterator[int]:
    """A real server on a port, impatient with slow senders."""
    monkeypatch.setattr(body_limit, "WHOLE_BODY_S", 0.5)
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        port = int(probe.getsockname()[1])
    server = uvicorn.Server(uvicorn.Config(create_app(database), host="127.0.0.1", port=port, log_level="critical"))
    thread = threading.Thread(target=server.run, daemon=True)
    thread.start()
    while not server.started:
        time.sleep(0.02)
    yield port
    server.should_exit = True
    thread.join(10)


def test_a_sender_who_takes_too_long_is_cut_off(served: int) -> None:
    with socket.create_connection(("127.0.0.1", served), timeout=10) as slow:
        slow.sendall(b"POST /api/jobs HTTP/1.1\r\nHost: localhost\r\nContent-Length: 1000\r\nAnvilhead-Who: I\r\n\r\n{")
        started = time.monotonic()
        slow.recv(4096)
        assert time.monotonic() - started < 5


def test_a_database_with_no_connection_left_says_so_instead_of_waiting(database: Database) -> None:
    small = Database(database.url)
    small._engine.pool._timeout = 0.1  # type: ignore[attr-defined]
    taken = [small._engine.connect() for _ in range(CONNECTIONS)]
    with pytest.raises(DatabaseBusy), small.session() as session:
        session.connection()
    for one in taken:
        one.close()
    small.close()


class TestManyAtOnce:
    """Real threads on the real database: nothing is lost, nothing counts twice, nobody gets a traceback."""

    def test_twenty_writers_on_one_plan_are_refused_or_kept_one_after_the_other(
        self, client: TestClient, new_job: NewJob
    ) -> None:
        structure = whole(client, new_job())
        path = f"/api/structures/{structure['id']}/plan"

        def write(number: int) -> int:
            plan = {**structure["document"], "name": f"Store {number}"}
            body = {"units": "ft-in", "base_revision": structure["revision"], "plan": plan}
            return client.put(path, json=body).status_code

        answers = self.at_once(write, 20)
        assert sorted(set(answers)) == [200, 409]
        assert answers.count(200) == 1
        assert client.get(path.removesuffix("/plan")).json()["revision"] == structure["revision"] + 1

    def test_one_reading_struck_from_ten_threads_is_struck_once(self, client: TestClient, new_job: NewJob) -> None:
        structure = new_job()["structures"][0]["id"]
        body = pull("A", "C", "52 10 5/8")
        client.post(f"/api/structures/{structure}/pulls", json=body)

        answers = self.at_once(
            lambda _: client.post(f"/api/structures/{structure}/pulls/{body['id']}/strike").status_code, 10
        )

        assert set(answers) == {200}
        back = client.post(f"/api/structures/{structure}/pulls/{body['id']}/strike/back").json()
        assert back["pulls"][0]["struck"] is None

    def test_one_shot_struck_from_ten_threads_is_struck_once(self, client: TestClient, new_job: NewJob) -> None:
        base = f"/api/structures/{new_job()['structures'][0]['id']}/levels"
        setup, shot = str(uuid4()), str(uuid4())
        client.post(f"{base}/setups", json={"id": setup, "units": "ft-in", "instrument": "laser"})
        client.post(
            f"{base}/setups/{setup}/shots", json={"id": str(uuid4()), "rod": "ft-in", "at": "BM", "reading": "4"}
        )
        client.post(f"{base}/setups/{setup}/shots", json={"id": shot, "rod": "ft-in", "at": "A", "reading": "4"})

        assert set(self.at_once(lambda _: client.post(f"{base}/shots/{shot}/strike").status_code, 10)) == {200}
        back = client.post(f"{base}/shots/{shot}/strike/back").json()
        assert back["setups"][0]["shots"][1]["struck"] is None

    def test_readings_of_many_hands_are_all_there(self, client: TestClient, new_job: NewJob) -> None:
        structure = new_job()["structures"][0]["id"]
        sent = [pull("A", "C", f"52 10 {n}/16", round=1) for n in range(1, 16)]
        answers = self.at_once(
            lambda n: client.post(f"/api/structures/{structure}/pulls", json=sent[n]).status_code, 15
        )
        assert set(answers) == {201}
        assert len(client.get(f"/api/structures/{structure}").json()["pulls"]) == 15

    def test_imports_side_by_side_are_all_kept(self, client: TestClient, new_job: NewJob) -> None:
        file = client.get(f"/api/jobs/{new_job(name='Side by side')['id']}/file").json()
        answers = self.at_once(
            lambda _: client.post("/api/jobs/files", json=file, params={"again": True}).status_code, 8
        )
        assert set(answers) == {201}
        assert [job["name"] for job in client.get("/api/jobs").json()].count("Side by side") == 9

    @staticmethod
    def at_once(act: Callable[[int], int], count: int) -> list[int]:
        with ThreadPoolExecutor(count) as pool:
            return list(pool.map(act, range(count)))
