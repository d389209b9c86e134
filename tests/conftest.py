"""One private MariaDB for all tests that need one, migrated once."""

import os
import signal
import sys
from collections.abc import Iterator
from hashlib import sha256
from itertools import count
from pathlib import Path
from types import SimpleNamespace

import pytest
from hypothesis import settings

from anvilhead.launch.mariadb import PrivateMariaDB
from anvilhead.launch.serve import url_of
from anvilhead.store.database import Database

# the same examples in every run, so that a run tells of the change and not of its luck; EXPLORE=1 tries new ones
settings.register_profile("settled", derandomize=True, deadline=None)
settings.register_profile("exploring", deadline=None)
settings.load_profile("exploring" if os.environ.get("EXPLORE") else "settled")

# a suite that a script runs in the background inherits an ignored Ctrl-C, and hands it on to all it starts
if signal.getsignal(signal.SIGINT) is signal.SIG_IGN:
    signal.signal(signal.SIGINT, signal.default_int_handler)


@pytest.fixture(scope="session")
def mariadb(tmp_path_factory: pytest.TempPathFactory) -> Iterator[PrivateMariaDB]:
    server = PrivateMariaDB(tmp_path_factory.mktemp("database with spaces"))
    server.start()
    yield server
    server.stop()


@pytest.fixture(scope="session")
def database(mariadb: PrivateMariaDB) -> Iterator[Database]:
    database = Database(url_of(mariadb.access))
    database.migrate()
    yield database
    database.close()


@pytest.fixture
def settled_yards(monkeypatch: pytest.MonkeyPatch, request: pytest.FixtureRequest) -> None:
    """Practice yards are those of the test's name, in every run the same: whether water swings is no luck of a run."""
    numbers = count()

    def token_hex(nbytes: int) -> str:
        return sha256(f"{request.node.name} {next(numbers)}".encode()).hexdigest()[: 2 * nbytes]

    monkeypatch.setattr("anvilhead.service.practising.runs.secrets", SimpleNamespace(token_hex=token_hex))


@pytest.fixture
def python() -> list[str]:
    """The interpreter with the package on its path, as a command."""
    root = Path(__file__).resolve().parents[1]
    return ["env", f"PYTHONPATH={root / 'src'}", sys.executable]
