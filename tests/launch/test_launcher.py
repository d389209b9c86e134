"""`./anvilhead` as a person runs it: real processes, real signals."""

import json
import os
import signal
import socket
import subprocess
import time
import urllib.request
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import pytest

from anvilhead.launch import bootstrap
from anvilhead.launch.console import LaunchError
from anvilhead.launch.mariadb import PrivateMariaDB
from anvilhead.launch.serve import url_of
from anvilhead.service.jobs import list_jobs
from anvilhead.store.database import Database

ROOT = Path(__file__).resolve().parents[2]
ANVILHEAD = str(ROOT / "anvilhead")


def free_port() -> int:
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        return int(probe.getsockname()[1])


class Running:
    """A started Anvilhead and how to talk to it."""

    def __init__(self, command: str, var: Path, cwd: Path, database_url: str = "") -> None:
        self.port = free_port()
        self.log = var.with_suffix(".log")
        environment = {**os.environ, "ANVILHEAD_VAR": str(var), "ANVILHEAD_DATABASE_URL": database_url}
        with self.log.open("ab") as log:
            self.process = subprocess.Popen(
                [ANVILHEAD, command, "--port", str(self.port)], env=environment, cwd=cwd, stdout=log, stderr=log
            )
        deadline = time.monotonic() + 60
        while not self.answers():
            assert self.process.poll() is None, self.log.read_text()
            assert time.monotonic() < deadline, self.log.read_text()
            time.sleep(0.1)

    def answers(self) -> bool:
        try:
            return bool(self.get("/api/health"))
        except OSError:
            return False

    def get(self, path: str) -> Any:
        with urllib.request.urlopen(f"http://127.0.0.1:{self.port}{path}", timeout=10) as response:
            return json.load(response)

    def make_job(self, name: str) -> None:
        body = json.dumps({"id": "0d9a4c86-1f2b-4a55-8a6d-6b0f1d1f7c01", "name": name, "units": "m"}).encode()
        headers = {"Content-Type": "application/json", "Anvilhead-Who": "Ines"}
        request = urllib.request.Request(f"http://127.0.0.1:{self.port}/api/jobs", body, headers)
        urllib.request.urlopen(request, timeout=10).close()

    def end(self, number: int) -> int:
        self.process.send_signal(number)
        return self.process.wait(30)


@pytest.fixture
def var(tmp_path: Path) -> Iterator[Path]:
    var = tmp_path / "what is kept"
    yield var
    for folder in var.glob("*/running.json"):  # whatever a failed test left running
        os.kill(int(json.loads(folder.read_text())["pid"]), signal.SIGKILL)


def databases_on(var: Path) -> list[str]:
    found = subprocess.run(["pgrep", "-af", "mariadbd"], capture_output=True, text=True, check=False).stdout
    return [line for line in found.splitlines() if str(var) in line]


def test_start_and_stop_leave_nothing_running_and_lose_nothing(var: Path, tmp_path: Path) -> None:
    first = Running("start", var, tmp_path)
    first.make_job("Kept")
    assert first.end(signal.SIGINT) == 0
    assert databases_on(var) == []

    again = Running("start", var, tmp_path)
    assert [job["name"] for job in again.get("/api/jobs")] == ["Kept"]
    assert again.end(signal.SIGTERM) == 0
    assert databases_on(var) == []


def test_after_a_hard_kill_it_starts_again_with_everything(var: Path, tmp_path: Path) -> None:
    first = Running("start", var, tmp_path)
    first.make_job("Survivor")
    first.end(signal.SIGKILL)

    again = Running("start", var, tmp_path)
    assert [job["name"] for job in again.get("/api/jobs")] == ["Survivor"]
    again.end(signal.SIGTERM)
    assert databases_on(var) == []


def test_demo_and_start_run_side_by_side_on_databases_of_their_own(var: Path, tmp_path: Path) -> None:
    start, demo = Running("start", var, tmp_path), Running("demo", var, tmp_path)
    assert start.get("/api/jobs") == []
    assert {job["sample"] for job in demo.get("/api/jobs")} == {True}
    page = urllib.request.Request(f"http://127.0.0.1:{demo.port}/jobs/new", headers={"Accept": "text/html"})
    with urllib.request.urlopen(page, timeout=10) as response:
        assert b"<title>Anvilhead</title>" in response.read()
    assert (start.end(signal.SIGTERM), demo.end(signal.SIGTERM)) == (0, 0)


def test_a_server_that_dies_is_started_again_by_itself(var: Path, tmp_path: Path) -> None:
    running = Running("start", var, tmp_path)
    running.make_job("Kept")
    launcher = subprocess.run(
        ["pgrep", "-f", f"anvilhead.launch.server {running.port}"], capture_output=True, text=True, check=True
    )
    died = int(launcher.stdout.split()[0])
    os.kill(died, signal.SIGSEGV)
    deadline = time.monotonic() + 30
    while not running.answers() or "signal SIGSEGV" not in running.log.read_text():
        assert time.monotonic() < deadline, running.log.read_text()
        time.sleep(0.1)
    assert [job["name"] for job in running.get("/api/jobs")] == ["Kept"]
    assert "the server ended by itself (signal SIGSEGV): starting it again" in running.log.read_text()
    assert running.end(signal.SIGTERM) == 0


def test_start_uses_an_existing_mariadb_and_demo_leaves_it_alone(
    var: Path, tmp_path: Path, mariadb: PrivateMariaDB, database: Database
) -> None:
    database.empty()
    url = url_of(mariadb.access).render_as_string(hide_password=False)
    demo = Running("demo", var, tmp_path, url)
    start = Running("start", var, tmp_path, url)
    start.make_job("Elsewhere")

    assert [job.name for job in list_jobs(database)] == ["Elsewhere"]
    assert len(demo.get("/api/jobs")) == 2
    assert not (var / "start").exists()
    assert (start.end(signal.SIGTERM), demo.end(signal.SIGTERM)) == (0, 0)
    database.wait_until_there(1)


def test_a_taken_port_is_said_in_one_line(var: Path) -> None:
    with socket.socket() as taken:
        taken.bind(("127.0.0.1", 0))
        taken.listen()
        port = taken.getsockname()[1]
        done = subprocess.run(
            [ANVILHEAD, "demo", "--port", str(port)],
            env={**os.environ, "ANVILHEAD_VAR": str(var)}, capture_output=True, text=True, check=False,
        )  # fmt: skip
    assert done.returncode == 1
    assert done.stderr.splitlines()[-1] == (
        f"anvilhead: port {port} is taken. Choose another: ./anvilhead demo --port {port + 1}"
    )


def test_help_and_unknown_commands() -> None:
    shown = subprocess.run([ANVILHEAD], capture_output=True, text=True, check=False)
    assert shown.returncode == 0
    for command in bootstrap.MODULES:
        assert f"./anvilhead {command}" in shown.stdout
    unknown = subprocess.run([ANVILHEAD, "strat"], capture_output=True, text=True, check=False)
    assert (unknown.returncode, len(unknown.stderr.splitlines())) == (1, 1)


def test_a_database_address_that_is_none_is_said(var: Path) -> None:
    for url, told in (
        ("nonsense", "is not one"),
        ("sqlite:///x", "not MariaDB"),
        ("mysql://x:y@127.0.0.1:1/z", "does not answer"),
    ):
        done = subprocess.run(
            [ANVILHEAD, "start", "--port", str(free_port())],
            env={**os.environ, "ANVILHEAD_VAR": str(var), "ANVILHEAD_DATABASE_URL": url},
            capture_output=True, text=True, check=False,
        )  # fmt: skip
        assert done.returncode == 1
        assert told in done.stderr.splitlines()[-1]


class TestSetUp:
    def test_a_missing_package_is_named_to_who_cannot_install_it(self, monkeypatch: pytest.MonkeyPatch) -> None:
        monkeypatch.setattr("os.geteuid", lambda: 1000)
        with pytest.raises(LaunchError) as refusal:
            bootstrap.install_programs({"mariadb-server": ("no-such-mariadbd",)})
        assert str(refusal.value) == (
            "the Debian package mariadb-server is missing. Install it: sudo apt-get install mariadb-server"
        )

    def test_nothing_missing_asks_for_nothing(self, monkeypatch: pytest.MonkeyPatch) -> None:
        monkeypatch.setattr("os.geteuid", lambda: 1000)
        bootstrap.install_programs({"coreutils": ("ls", "cat")})

    def test_an_old_node_is_told_with_the_version_wanted(self, monkeypatch: pytest.MonkeyPatch, tmp_path: Path) -> None:
        for name in ("node", "npm"):
            (tmp_path / name).write_text("#!/bin/sh\necho v18.20.4\n")
            (tmp_path / name).chmod(0o755)
        monkeypatch.setenv("PATH", str(tmp_path), prepend=os.pathsep)
        with pytest.raises(LaunchError, match=r"Node.js 20.19 or newer is needed .*; this is v18.20.4"):
            bootstrap.check_node()
