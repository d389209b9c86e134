"""`anvilhead bench`: runs the measurements of bench/, or those named, one after the other.

With `--write` the README's table of figures is brought up to date by what was measured.
"""

import os
import subprocess
import sys

from anvilhead.launch.console import fail
from anvilhead.launch.paths import ROOT, VAR

WRITE = "import sys; from pathlib import Path; from bench.readme import write_table; write_table(Path(sys.argv[1]))"


def main(arguments: list[str]) -> None:
    """Run bench scripts; each prints its own figures."""
    wanted = [name for name in arguments[1:] if name != "--write"]
    scripts = [path for path in sorted((ROOT / "bench").glob("bench_*.py")) if not wanted or path.stem[6:] in wanted]
    if not scripts:
        names = ", ".join(path.stem[6:] for path in sorted((ROOT / "bench").glob("bench_*.py")))
        fail(f"there is no such measurement; there are {names}.")
    figures = VAR / "figures.jsonl"
    figures.unlink(missing_ok=True)
    env = {**os.environ, "PYTHONPATH": f"{ROOT / 'src'}:{ROOT}", "ANVILHEAD_FIGURES": str(figures)}
    for script in scripts:
        print(f"\n{script.stem[6:].replace('_', ' ')}", flush=True)
        if subprocess.run([sys.executable, str(script)], env=env, cwd=ROOT, check=False).returncode:
            fail(f"{script.name} failed.")
    if "--write" in arguments and figures.exists():
        subprocess.run([sys.executable, "-c", WRITE, str(figures)], env=env, cwd=ROOT, check=True)
        print("\nREADME.md has these figures.")


if __name__ == "__main__":
    main(sys.argv[1:])
