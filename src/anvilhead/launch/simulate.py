"""`anvilhead simulate FILE`: try out whole set-outs of a job file's plans, print what to expect as one JSON object.

No database, no server.  The same seed prints the same, on one core or on many.  Exit status 2 and a list of problems on
standard error when the file is bad or the numbers are.
"""

import os
import sys
from collections.abc import Iterator, Sequence
from concurrent.futures import ProcessPoolExecutor
from itertools import repeat

from anvilhead.core.world.coached_crew import SetOutRun
from anvilhead.core.world.expected import Yard, some_runs
from anvilhead.jobfile.problems import DocumentRefused, Problem
from anvilhead.jobfile.reading import read_and_work
from anvilhead.jobfile.results.simulation_results import Simulation
from anvilhead.jobfile.simulating import expected_of, yard_of
from anvilhead.launch.solve import read, refuse

USAGE = "Usage: anvilhead simulate FILE [--seed N] [--runs K] [--misreads SHARE]    (FILE is a job file, or -)"
MOST_RUNS = 100_000
FEW = 40
"""So few are tried out where they are asked for: other processes take longer to begin."""
AT_A_TIME = 10


class _UsageError(Exception):
    """What is wrong with the words of the command."""


def main(arguments: list[str]) -> int:
    """Run the command; returns its exit status."""
    if arguments in (["--help"], ["-h"]):
        print(USAGE)
        return 0
    try:
        file, seed, runs, misreads = _asked(arguments)
        _, work = read_and_work(read(file))
    except _UsageError as error:
        return refuse([Problem(pointer="", code="usage", message=str(error))])
    except OSError as error:
        reason = error.strerror or str(error)
        return refuse([Problem(pointer="", code="unreadable", message=f"{file} cannot be read: {reason}.")])
    except DocumentRefused as refused:
        return refuse(refused.problems)
    yards = {name: yard_of(found, work.namings[name], work.units, misreads) for name, found in work.found.items()}
    structures = {name: expected_of(yards[name], of, work.units) for name, of in _tried_out(yards, seed, runs)}
    sys.stdout.write(Simulation(seed=seed, runs=runs, structures=structures).model_dump_json(indent=2) + "\n")
    return 0


def _tried_out(yards: dict[str, Yard], seed: int, runs: int) -> Iterator[tuple[str, list[SetOutRun]]]:
    cores = os.cpu_count() or 1
    if cores == 1 or runs * len(yards) <= FEW:
        for name, yard in yards.items():
            yield name, some_runs(yard, name, seed, range(runs))
        return
    with ProcessPoolExecutor(min(cores, 8)) as others:
        for name, yard in yards.items():
            parts = [range(at, min(at + AT_A_TIME, runs)) for at in range(0, runs, AT_A_TIME)]
            found = others.map(some_runs, repeat(yard), repeat(name), repeat(seed), parts)
            yield name, [run for part in found for run in part]


def _asked(arguments: Sequence[str]) -> tuple[str, int, int, float]:
    """The file, the seed, how many runs, and the share of readings that go wrong."""
    given = {"--seed": "1", "--runs": "100", "--misreads": "0"}
    files: list[str] = []
    left = iter(arguments)
    for argument in left:
        name, equals, value = argument.partition("=")
        if name in given:
            given[name] = value if equals else next(left, "")
        elif argument.startswith("--"):
            raise _UsageError(f"{argument} is not known here. {USAGE}")
        else:
            files.append(argument)
    if len(files) != 1:
        raise _UsageError(USAGE)
    seed, runs = _whole(given, "--seed", 0, 2**63 - 1), _whole(given, "--runs", 1, MOST_RUNS)
    try:
        misreads = float(given["--misreads"])
    except ValueError:
        misreads = -1.0
    if not 0 <= misreads <= 1:
        raise _UsageError(f"--misreads is a share of readings, 0 to 1, such as 0.01; not “{given['--misreads']}”.")
    return files[0], seed, runs, misreads


def _whole(given: dict[str, str], name: str, least: int, most: int) -> int:
    text = given[name]
    value = int(text) if text.isascii() and text.isdigit() and len(text) < len(str(most)) + 1 else -1
    if not least <= value <= most:
        raise _UsageError(f"{name} is a whole number, {least} to {most}; not “{text}”.")
    return value


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
