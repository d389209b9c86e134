"""A fence of 500 posts over shot ground, with heights and materials: worked out and written; its growth.

Compared with a plain loop of this Python, since times vary with the machine and their ratio hardly does.
"""

import json
import math
from collections.abc import Callable
from typing import Any

from anvilhead.jobfile.reading import read_and_work
from anvilhead.jobfile.solving import solve_job
from bench.bench_plan import loop
from bench.side_by_side import ratio, report

SHOTS = 40


def fence_of(posts: int) -> bytes:
    """A straight run with a post every 8 ft, two gates in it, on ground shot along it."""
    length = 8 * (posts - 1)
    shots = [{"at": f"S{n}", "reading": f"{5 + n % 7 / 4}'"} for n in range(SHOTS)]
    job: dict[str, Any] = {
        "format": "anvilhead-job",
        "version": 1,
        "units": "ft-in",
        "structures": [
            {
                "id": "fence",
                "kind": "fence",
                "footprint": {"shape": "run", "steps": [{"go": f"{length}'"}]},
                "boards": {"style": "stakes"},
                "fence": {
                    "bay": "8'",
                    "remainder": "share",
                    "post": '3 1/2"',
                    "hole": '10"',
                    "gates": [{"at": "24'", "opening": "4'"}, {"at": f"{length / 2}'", "opening": "12'"}],
                    "height": "5'",
                    "length": "8'",
                    "depth": {"frost": '30"'},
                    "bag": "0.6 cu ft",
                },
            }
        ],
        "levels": {
            "benchmark": {"name": "BM", "height": 0},
            "points": [{"name": f"S{n}", "place": [f"{length * n / (SHOTS - 1)}'", "0'"]} for n in range(SHOTS)],
            "setups": [{"instrument": "laser", "shots": [{"at": "BM", "reading": "5'"}, *shots]}],
        },
    }
    return json.dumps(job).encode()


def answer(posts: int) -> Callable[[], object]:
    """What is timed: read, worked out and written."""
    file = fence_of(posts)
    return lambda: solve_job(*read_and_work(file)).model_dump_json()


def main() -> None:
    mine, plain, times = ratio(answer(500), loop, 9)
    print(f"  a fence of 500 posts: {mine * 1000:.1f} ms of server time, the loop {plain * 1000:.1f} ms")
    print("  (to reach: under 60 ms where the loop takes 10)")
    what = "a fence of 500 posts with heights and materials, read, worked out and written, against the loop"
    report(what, times, "at most 6", detail=f"{mine * 1000:.0f} ms")
    _, _, doubled = ratio(answer(1000), answer(500), 7)
    report("growth of a fence from 500 to 1,000 posts, power", math.log2(doubled), "about 1", "")


if __name__ == "__main__":
    main()
