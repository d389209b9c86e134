"""`anvilhead solve FILE`: read a job file, print every result as one JSON object.

No database, no server.  Exit status 2 and a list of problems on standard error when the file is bad.
"""

import sys
from pathlib import Path

from pydantic import TypeAdapter

from anvilhead.jobfile.problems import DocumentRefused, Problem
from anvilhead.jobfile.reading import LARGEST_BYTES, read_and_work
from anvilhead.jobfile.solving import solve_job

USAGE = "Usage: anvilhead solve FILE    (FILE is a job file, or - for standard input)"


def main(arguments: list[str]) -> int:
    """Run the command; returns its exit status."""
    if arguments in (["--help"], ["-h"]):
        print(USAGE)
        return 0
    if len(arguments) != 1:
        return refuse([Problem(pointer="", code="usage", message=USAGE)])
    try:
        job, work = read_and_work(read(arguments[0]))
    except OSError as error:
        reason = error.strerror or str(error)
        return refuse([Problem(pointer="", code="unreadable", message=f"{arguments[0]} cannot be read: {reason}.")])
    except DocumentRefused as refused:
        return refuse(refused.problems)
    sys.stdout.write(solve_job(job, work).model_dump_json(indent=2) + "\n")
    return 0


def read(name: str) -> bytes:
    """Read no more than a job file may have, so that a huge file is refused and not swallowed."""
    if name == "-":
        return sys.stdin.buffer.read(LARGEST_BYTES + 1)
    with Path(name).open("rb") as file:
        return file.read(LARGEST_BYTES + 1)


def refuse(problems: list[Problem]) -> int:
    """Tell what is wrong on standard error; returns the exit status."""
    listed = TypeAdapter(list[Problem]).dump_json(problems, indent=2, exclude_none=True)
    sys.stderr.write(listed.decode() + "\n")
    return 2


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
