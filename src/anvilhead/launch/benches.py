"""`anvilhead bench`: runs the measurements of bench/, or those named, one after the other."""

import os
import subprocess
import sys

from anvilhead.launch.console import fail
from anvilhead.launch.paths import ROOT


def main(arguments: list[str]) -> None:
    """Run bench scripts; each prints its own figures."""
    wanted = arguments[1:]
    scripts = [path for path in sorted((ROOT / "bench").glob("bench_*.py")) if not wanted or path.stem[6:] in wanted]
    if not scripts:
        names = ", ".join(path.stem[6:] for path in sorted((ROOT / "bench").glob("bench_*.py")))
        fail(f"there is no such measurement; there are {names}.")
    env = {**os.environ, "PYTHONPATH": f"{ROOT / 'src'}:{ROOT}"}
    for script in scripts:
        print(f"\n{script.stem[6:].replace('_', ' ')}", flush=True)
        if subprocess.run([sys.executable, str(script)], env=env, cwd=ROOT, check=False).returncode:
            fail(f"{script.name} failed.")


if __name__ == "__main__":
    main(sys.argv[1:])
