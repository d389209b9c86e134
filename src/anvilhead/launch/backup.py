"""`anvilhead backup FILE` and `anvilhead restore FILE`, with MariaDB's own dump tools.

A backup is plain SQL with a first line of ours.  A restore first keeps what is there beside the data, and
puts it back if the file turns out not to load.
"""

import argparse
import os
import subprocess
import sys
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

from anvilhead.launch.console import LaunchError, fail, say, step
from anvilhead.launch.mariadb import Access, PrivateMariaDB, access_to_running
from anvilhead.launch.paths import VAR
from anvilhead.launch.serve import url_of
from anvilhead.store.database import Database
from anvilhead.store.errors import StoreError

FIRST_LINE = b"-- Anvilhead backup 1\n"
LAST_LINE = b"-- Dump completed"
DUMP = ("mariadb-dump", "--single-transaction", "--skip-lock-tables", "--hex-blob", "--default-character-set=utf8mb4")


def main(arguments: list[str]) -> None:
    """Run one of the two commands."""
    parser = argparse.ArgumentParser(prog="./anvilhead")
    parser.add_argument("command", choices=["backup", "restore"])
    parser.add_argument("file", type=Path)
    parser.add_argument("--demo", action="store_true", help="the database of the samples")
    options = parser.parse_args(arguments)
    home = VAR / ("demo" if options.demo else "start")
    external = None if options.demo else os.environ.get("ANVILHEAD_DATABASE_URL")
    try:
        if options.command == "backup":
            back_up(options.file, home, external)
        else:
            restore(options.file, home, external)
    except (LaunchError, StoreError) as error:
        fail(str(error))
    except KeyboardInterrupt:
        fail("stopped; the file is not complete.")


def back_up(file: Path, home: Path, external: str | None) -> None:
    """Write every job to a file; works beside a running Anvilhead.

    Raises:
        LaunchError: when there is nothing to back up or the file cannot be written.
    """
    if not external and not (home / "data").is_dir():
        raise LaunchError(f"there is nothing to back up yet: {home} has no data.")
    with reachable(home, external) as access, step(f"writing {file}"):
        dump(access, file)
    say(f"  all jobs are in {file} ({file.stat().st_size:,} bytes)")


def restore(file: Path, home: Path, external: str | None) -> None:
    """Replace every job by those of a backup.

    Raises:
        LaunchError: when the file is not a whole backup, Anvilhead is running, or loading fails.
    """
    refuse_incomplete(file)
    if not external and access_to_running(home):
        raise LaunchError("Anvilhead is running on these data. Stop it first, then restore.")
    with reachable(home, external) as access:
        database = Database(url_of(access))
        kept = home / "before-restore.sql"
        home.mkdir(parents=True, exist_ok=True)
        with step("keeping what is there now"):
            dump(access, kept)
        try:
            with step(f"reading {file}"):
                replace_all(database, access, file)
        except (LaunchError, StoreError) as error:
            replace_all(database, access, kept)
            raise LaunchError(f"{file} could not be loaded, and nothing was changed: {error}") from error
        finally:
            database.close()
    say(f"  all jobs of {file} are back; what was there before is in {kept}")


@contextmanager
def reachable(home: Path, external: str | None) -> Iterator[Access]:
    """A running database: an existing one, the one a running Anvilhead has, or a private one started for this."""
    if external:
        url = Database(external).url
        yield Access(
            url.host or "127.0.0.1", url.port or 3306, url.username or "", str(url.password or ""), url.database or ""
        )
        return
    running = access_to_running(home)
    if running:
        yield running
        return
    server = PrivateMariaDB(home)
    try:
        with step("starting the database"):
            access = server.start()
        yield access
    finally:
        server.stop()


def dump(access: Access, file: Path) -> None:
    """Dump a database into a file only its owner can read; the file is whole or not there.

    Raises:
        LaunchError: when the file cannot be written or the dump fails.
    """
    fresh = file.with_name(file.name + ".part")
    try:
        with os.fdopen(os.open(fresh, os.O_WRONLY | os.O_CREAT | os.O_TRUNC, 0o600), "wb") as out:
            out.write(FIRST_LINE)
            out.flush()
            command = [DUMP[0], *access.client_arguments, *DUMP[1:], access.database]
            done = subprocess.run(
                command, stdout=out, stderr=subprocess.PIPE, env=access.client_environment, check=False
            )
            os.fsync(out.fileno())
        if done.returncode:
            raise LaunchError(f"the dump failed: {done.stderr.decode('utf-8', 'replace').strip()}")
        fresh.replace(file)
    except OSError as error:
        raise LaunchError(f"{file} cannot be written: {error.strerror}.") from error
    finally:
        fresh.unlink(missing_ok=True)


def replace_all(database: Database, access: Access, file: Path) -> None:
    """Throw away all tables, load a dump, and bring its tables up to date."""
    database.drop_all_tables()
    command = ["mariadb", *access.client_arguments, "--default-character-set=utf8mb4", access.database]
    with file.open("rb") as dumped:
        done = subprocess.run(command, stdin=dumped, capture_output=True, env=access.client_environment, check=False)
    if done.returncode:
        raise LaunchError(done.stderr.decode("utf-8", "replace").strip())
    database.migrate()


def refuse_incomplete(file: Path) -> None:
    """Refuse what is not a whole backup before anything is touched.

    Raises:
        LaunchError: when the file cannot be read, is no backup, or was cut off.
    """
    try:
        with file.open("rb") as dumped:
            first = dumped.readline()
            dumped.seek(max(0, file.stat().st_size - 200))
            end = dumped.read()
    except OSError as error:
        raise LaunchError(f"{file} cannot be read: {error.strerror}.") from error
    if first != FIRST_LINE:
        raise LaunchError(f"{file} is not a backup made by ./anvilhead backup.")
    if LAST_LINE not in end:
        raise LaunchError(f"{file} is cut off: its last line is missing. Take another copy of it.")


if __name__ == "__main__":
    main(sys.argv[1:])
