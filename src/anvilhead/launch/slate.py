"""`anvilhead slate SUM`: work out one sum with lengths and print what it comes to as one JSON object.

No database, no server.  Exit status 2 and a list of problems on standard error when it cannot be worked out.
"""

import sys

from anvilhead.core.units.units import Units
from anvilhead.jobfile.problems import DocumentRefused, Problem
from anvilhead.jobfile.sums import solve_sum
from anvilhead.launch.solve import refuse

USAGE = 'Usage: anvilhead slate "27\' 6 1/2\\" / 4" [--units ft-in|m|mm]'


def main(arguments: list[str]) -> int:
    """Run the command; returns its exit status."""
    if arguments in (["--help"], ["-h"]):
        print(USAGE)
        return 0
    sums, units = _parted(arguments)
    if len(sums) != 1 or units not in [one.value for one in Units]:
        return refuse([Problem(pointer="", code="usage", message=USAGE)])
    try:
        found = solve_sum(sums[0], Units(units))
    except DocumentRefused as refused:
        return refuse(refused.problems)
    sys.stdout.write(found.model_dump_json(indent=2, exclude_none=True) + "\n")
    return 0


def _parted(arguments: list[str]) -> tuple[list[str], str]:
    """The sum, and the units; a sum may begin with a minus, so options are found by their name alone."""
    sums, units, left = [], Units.FT_IN.value, iter(arguments)
    for argument in left:
        if argument == "--units":
            units = next(left, "")
        elif argument.startswith("--units="):
            units = argument.partition("=")[2]
        else:
            sums.append(argument)
    return sums, units


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
