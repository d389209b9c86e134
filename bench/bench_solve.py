"""`./anvilhead solve` on a rectangle with six pulls, against starting Python and importing Pydantic."""

import subprocess
import sys

from anvilhead.launch.paths import ROOT
from bench.side_by_side import ratio, report

SAMPLE = ROOT / "bench" / "rectangle.anvil.json"


def main() -> None:
    def run(*command: str) -> None:
        subprocess.run(command, stdout=subprocess.DEVNULL, check=True)

    solve, bare, times = ratio(
        lambda: run(str(ROOT / "anvilhead"), "solve", str(SAMPLE)),
        lambda: run(sys.executable, "-c", "import pydantic"),
        15,
    )
    print(f"  solve {solve:.2f} s, Python with Pydantic {bare:.2f} s")
    report("solve against Python with Pydantic", times, "at most 4")


if __name__ == "__main__":
    main()
