"""What it costs to try out a set-out where the truth is known, and five hundred of them on the cores there are."""

import json
import subprocess
import tempfile
from itertools import count
from pathlib import Path

from tests.slip_trials import STORE

from anvilhead.core.boards.batter_board import BoardLayout
from anvilhead.core.check.set_out import SetOut
from anvilhead.core.measure.call_sheet import calls_for
from anvilhead.core.measure.tape import Pull
from anvilhead.core.world.expected import Yard, one_run
from anvilhead.launch.paths import ROOT
from bench.bench_plan import loop
from bench.side_by_side import ratio, report, seconds

SET_OUTS = 500
JOB = {
    "format": "anvilhead-job",
    "version": 1,
    "name": "Net store",
    "units": "ft-in",
    "structures": [
        {"id": "store", "kind": "building", "footprint": {"shape": "rectangle", "length": "44'", "width": "27' 6\""}}
    ],
}


def main() -> None:
    """Print the figures."""
    asked = [Pull(call.start, call.end, call.length_mm) for call in calls_for(STORE, 0.0)]
    yard = Yard(SetOut(STORE, BoardLayout(1219.2)), asked)
    of_three = [f"bench {seed}" for seed in range(60) if one_run(yard, f"bench {seed}").rounds == 3]
    turn = count()
    took, _, times = ratio(lambda: one_run(yard, of_three[next(turn) % len(of_three)]), loop, 11)
    report(
        "a rectangle set out in three rounds, tried out", 1000 * took, "under 30", "ms", f"{times:.2g} times the loop"
    )
    with tempfile.TemporaryDirectory() as folder:
        file = Path(folder) / "job.json"
        file.write_text(json.dumps(JOB), encoding="utf-8")
        command = [str(ROOT / "anvilhead"), "simulate", str(file), "--runs", str(SET_OUTS)]
        whole = seconds(lambda: subprocess.run(command, check=True, capture_output=True))
    report(f"{SET_OUTS} set-outs of a rectangle by the command", whole, "under 15 on two cores", "s")


if __name__ == "__main__":
    main()
