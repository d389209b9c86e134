"""What a step in the practice yard costs, over the wire and with the database: the twentieth pull of a slab."""

import http.client
import json
from urllib.parse import urlsplit
from uuid import uuid4

from bench.bench_plan import loop
from bench.running import running_demo
from bench.side_by_side import ratio, report

BEFORE = 19
ROUND = (("A", "B"), ("B", "C"), ("C", "D"), ("D", "A"), ("A", "C"), ("B", "D"))


def main() -> None:
    """Print the figures."""
    with running_demo() as address:
        wire = http.client.HTTPConnection(urlsplit(address).netloc)

        def post(path: str, body: dict[str, object]) -> None:
            wire.request("POST", path, json.dumps(body), {"Content-Type": "application/json", "Anvilhead-Who": "Bench"})
            answer = wire.getresponse()
            answer.read()
            if answer.status != 201:
                raise SystemExit(f"{path} answered {answer.status}")

        def begun() -> str:
            run = str(uuid4())
            post("/api/practice/runs", {"id": run, "task": "square-slab", "units": "ft-in"})
            for number in range(BEFORE):
                start, end = ROUND[number % len(ROUND)]
                post(
                    f"/api/practice/runs/{run}/steps",
                    {"id": str(uuid4()), "do": "pull", "start": start, "end": end},
                )
            return run

        runs = iter([begun() for _ in range(12)])
        step = {"do": "pull", "start": "A", "end": "C"}
        took, _, times = ratio(
            lambda: post(f"/api/practice/runs/{next(runs)}/steps", {"id": str(uuid4()), **step}), loop, 11
        )
    report(
        "a practice step, the twentieth of a slab",
        1000 * took,
        "under 33, two frames",
        "ms",
        f"{times:.2g} times the loop",
    )


if __name__ == "__main__":
    main()
