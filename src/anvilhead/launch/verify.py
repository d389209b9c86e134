"""`anvilhead verify`: goes through every record, or through that of a job file, and tells what was changed.

Exit status 1 when anything was.
"""

import argparse
import sys
from pathlib import Path

from anvilhead.core.record.chain import Broken
from anvilhead.jobfile.problems import DocumentRefused
from anvilhead.jobfile.reading import read_job
from anvilhead.launch.console import LaunchError, fail, say
from anvilhead.launch.serve import database_for
from anvilhead.store.errors import StoreError
from anvilhead.store.seals import verify

MOST_TOLD = 20
"""Rows of one job that are told one by one."""


def main(arguments: list[str]) -> int:
    """Run the command; returns its exit status."""
    parser = argparse.ArgumentParser(prog="./anvilhead")
    parser.add_argument("command", choices=["verify"])
    parser.add_argument("file", nargs="?", help="a job file; every job of the database when left out")
    parser.add_argument("--demo", action="store_true", help="the database of the samples")
    options = parser.parse_args(arguments)
    try:
        return _verify_file(options.file) if options.file else _verify_all("demo" if options.demo else "start")
    except (LaunchError, StoreError) as error:
        fail(str(error))
    except DocumentRefused as refused:
        fail(str(refused))
    except OSError as error:
        fail(f"{options.file} cannot be read: {error.strerror or error}.")


def _verify_file(name: str) -> int:
    job = read_job(Path(name).read_bytes())
    if job.record is None:
        raise LaunchError(f"{name} carries no record: nothing in it can be checked.")
    return _tell(job.name, len(job.record.seals), job.record.head, job.record.broken)


def _verify_all(command: str) -> int:
    status = 0
    with database_for(command) as database:
        database.migrate()
        with database.session() as session:
            for one in verify(session):
                status = max(status, _tell(one.name, one.seals, one.head, list(one.broken)))
    return status


def _tell(name: str, seals: int, head: str, broken: list[Broken]) -> int:
    if not broken:
        say(f"  ✓ {name}: {seals} seals, nothing was changed. Head {head[:16]}…")
        return 0
    say(f"  ✗ {name}: {len(broken)} that do not fit the record.")
    for one in broken[:MOST_TOLD]:
        say(f"      {one.text}")
    if len(broken) > MOST_TOLD:
        say(f"      and {len(broken) - MOST_TOLD} more")
    return 1


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
