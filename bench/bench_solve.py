"""`./anvilhead solve` on a rectangle with six pulls, against starting Python with one small Pydantic model.

Both keep their compiled code in one folder, as the command itself does.
"""

import os
import subprocess
import sys

from anvilhead.launch.paths import ROOT, VAR
from bench.side_by_side import ratio, report

SAMPLE = ROOT / "bench" / "rectangle.anvil.json"
SMALL = """
from pydantic import BaseModel

class Small(BaseModel):
    name: str
    mm: float

print(Small.model_validate_json('{"name": "A", "mm": 1.5}').model_dump_json())
"""


def main() -> None:
    kept = {**os.environ, "PYTHONPYCACHEPREFIX": str(VAR / "bytecode")}
    kept.pop("PYTHONDONTWRITEBYTECODE", None)

    def run(*command: str) -> None:
        subprocess.run(command, stdout=subprocess.DEVNULL, check=True, env=kept)

    solve, small, times = ratio(
        lambda: run(str(ROOT / "anvilhead"), "solve", str(SAMPLE)), lambda: run(sys.executable, "-c", SMALL), 15
    )
    print(f"  solve {solve:.2f} s, Python with one small model {small:.2f} s")
    report("`solve`, six pulls, against Python with one small model", times, "1.8", detail=f"{solve:.2f} s")


if __name__ == "__main__":
    main()
