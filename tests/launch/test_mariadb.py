"""The private database: private, strict, single, and alive again after the worst."""

import os
import signal
import stat
import subprocess
import time
from collections.abc import Iterator
from pathlib import Path

import pytest
from sqlalchemy import text
from sqlalchemy.exc import DataError

from anvilhead.launch.console import LaunchError
from anvilhead.launch.mariadb import PrivateMariaDB, access_to_running, read_running
from anvilhead.launch.serve import url_of
from anvilhead.store.database import Database


@pytest.fixture
def server(tmp_path: Path) -> Iterator[PrivateMariaDB]:
    server = PrivateMariaDB(tmp_path / "the yard's data")
    server.start()
    yield server
    server.stop()


def is_alive(pid: int) -> bool:
    return Path(f"/proc/{pid}/cmdline").exists() and Path(f"/proc/{pid}/cmdline").read_bytes() != b""


def test_only_its_owner_can_read_the_password_and_the_data(server: PrivateMariaDB) -> None:
    assert stat.S_IMODE((server.home / "password").stat().st_mode) == 0o600
    assert stat.S_IMODE((server.home / "running.json").stat().st_mode) == 0o600
    assert stat.S_IMODE(server.data.stat().st_mode) == 0o700


def test_it_listens_on_this_machine_alone_and_not_without_a_password(server: PrivateMariaDB) -> None:
    access = server.access
    for user in ("root", "anvilhead"):
        command = [
            "mariadb",
            "--no-defaults",
            "--protocol=TCP",
            "--host=127.0.0.1",
            f"--port={access.port}",
            f"--user={user}",
        ]
        assert subprocess.run([*command, "-e", "SELECT 1"], capture_output=True, check=False).returncode != 0
    listening = subprocess.run(
        ["mariadb", *access.client_arguments, "-Ne", "SELECT @@bind_address"],
        env=access.client_environment, capture_output=True, text=True, check=True,
    )  # fmt: skip
    assert listening.stdout.strip() == "127.0.0.1"


def test_what_does_not_fit_is_refused_and_letters_survive(server: PrivateMariaDB) -> None:
    database = Database(url_of(server.access))
    with database.session() as session:
        session.execute(text("CREATE TABLE t (short VARCHAR(8))"))
        session.execute(text("INSERT INTO t VALUES ('Łódź 👷')"))
        assert session.execute(text("SELECT short FROM t")).scalar() == "Łódź 👷"
    with pytest.raises(DataError), database.session() as session:
        session.execute(text("INSERT INTO t VALUES ('far too long')"))
    database.close()


def test_a_second_one_on_the_same_data_is_refused(server: PrivateMariaDB) -> None:
    with pytest.raises(LaunchError, match="already runs"):
        PrivateMariaDB(server.home).start()


def test_a_server_left_by_a_killed_launcher_is_ended_and_nothing_is_lost(tmp_path: Path, python: list[str]) -> None:
    home = tmp_path / "data"
    script = (
        "import sys, time; from pathlib import Path; from anvilhead.launch.mariadb import PrivateMariaDB\n"
        "PrivateMariaDB(Path(sys.argv[1])).start(); print('up', flush=True); time.sleep(600)"
    )
    launcher = subprocess.Popen([*python, "-c", script, str(home)], stdout=subprocess.PIPE)
    assert launcher.stdout
    assert launcher.stdout.readline() == b"up\n"
    access = access_to_running(home)
    assert access
    database = Database(url_of(access))
    database.migrate()
    database.close()
    orphan = int(read_running(home)["pid"])
    launcher.kill()
    launcher.wait()
    launcher.stdout.close()
    assert is_alive(orphan)

    server = PrivateMariaDB(home)
    server.start()

    assert not is_alive(orphan)
    database = Database(url_of(server.access))
    with database.session() as session:
        assert session.execute(text("SELECT COUNT(*) FROM jobs")).scalar() == 0
    database.close()
    server.stop()
    assert access_to_running(home) is None


def test_a_server_that_dies_is_started_again_on_its_port(server: PrivateMariaDB) -> None:
    server.keep_running()
    before = server.access
    os.kill(int(read_running(server.home)["pid"]), signal.SIGKILL)

    deadline = time.monotonic() + 30
    database = Database(url_of(before))
    database.wait_until_there(30)
    database.close()
    while int(read_running(server.home)["port"]) != before.port:
        assert time.monotonic() < deadline
    assert server.access == before
