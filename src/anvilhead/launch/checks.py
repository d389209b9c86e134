"""`anvilhead test`: every check, cheapest first; arguments go to pytest."""

import os
import subprocess
import sys
import tempfile
import time
from collections.abc import Callable, Iterable, Sequence
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path

from anvilhead.launch.console import fail
from anvilhead.launch.paths import ROOT, VENV, WEB

BIN = VENV / "bin"
AT_A_TIME = min(4, os.cpu_count() or 1)
SIDE_BY_SIDE = ("-n", str(AT_A_TIME), "--dist", "loadfile")
"""Files of tests run beside each other, each worker with a database, and a browser, of its own."""

Check = tuple[str, Callable[[], bool]]
"""What it is called, and whether it passed."""

ENVIRONMENT = {
    **os.environ,
    "PYTHONPATH": str(ROOT / "src"),
    "NPM_CONFIG_LOGLEVEL": "error",
    "PATH": f"{BIN}:{os.environ['PATH']}",
}


def main(arguments: list[str]) -> None:
    """Run the checks; those after a failed one still run, so that one run tells everything."""
    python = [str(BIN / "python"), "-m"]
    # none reads what another writes: they run beside each other, those that take longest first
    of_the_text: list[Check] = [
        ("front end lint and format", quietly("npm", "run", "-s", "lint", folder=WEB)),
        ("Python types", quietly("mypy")),
        ("front end types", quietly("npm", "run", "-s", "check", folder=WEB)),
        ("generated documents", quietly(*python, "anvilhead.launch.generate", "--check")),
        ("front end tests", quietly("npm", "run", "-s", "test", folder=WEB)),
        ("API types of the front end", api_types_are_current),
        ("layers", quietly("lint-imports")),
        ("Python lint", quietly("ruff", "check", "src", "tests", "bench", "docs")),
        ("Python format", quietly("ruff", "format", "--check", "src", "tests", "bench", "docs")),
    ]
    with ThreadPoolExecutor(AT_A_TIME) as workers:
        failed = failures(of_the_text, workers.map)
    checks: list[Check] = []
    if arguments[1:]:
        checks.append(("tests", aloud(*python, "pytest", *arguments[1:])))
    else:
        apart = ("--ignore", "tests/browser", "-m")
        lines = ("not trials", "--cov", "anvilhead", "--cov-report", "")
        checks.append(("tests, on the real database", aloud(*python, "pytest", *SIDE_BY_SIDE, *apart, *lines)))
        checks.append(("lines the tests run through", quietly("coverage", "report", "--skip-covered")))
        checks.append(("trials of many simulated cases", aloud(*python, "pytest", *SIDE_BY_SIDE, *apart, "trials")))
        checks.append(("tests in the browser", aloud(*python, "pytest", *SIDE_BY_SIDE, "tests/browser")))
    failed += failures(checks)
    if failed:
        fail(f"failed: {', '.join(failed)}.")
    print("Every check passed.")


def failures(checks: Sequence[Check], run: Callable[..., Iterable[bool]] = map) -> list[str]:
    """Run checks, one after the other unless `run` does it otherwise; names of those that failed."""
    return [name for (name, _), passed in zip(checks, run(timed, checks), strict=True) if not passed]


def timed(one: Check) -> bool:
    """Run one check, say how it went and how long it took."""
    name, check = one
    print(f"… {name}", flush=True)
    began = time.monotonic()
    passed = check()
    print(f"{'✓' if passed else '✗'} {name}, {time.monotonic() - began:.1f} s", flush=True)
    return passed


def quietly(*command: str, folder: Path = ROOT) -> Callable[[], bool]:
    """A check that shows its output only when it fails."""

    def run() -> bool:
        done = subprocess.run(
            command,
            cwd=folder,
            env=ENVIRONMENT,
            stdout=subprocess.PIPE,
            stderr=subprocess.STDOUT,
            text=True,
            check=False,
        )
        if done.returncode:
            print(done.stdout)
        return done.returncode == 0

    return run


def aloud(*command: str) -> Callable[[], bool]:
    """A check that shows its output as it goes."""
    return lambda: subprocess.run(command, cwd=ROOT, env=ENVIRONMENT, check=False).returncode == 0


def api_types_are_current() -> bool:
    """Whether the front end's types are those the OpenAPI document gives."""
    with tempfile.TemporaryDirectory() as folder:
        fresh = Path(folder) / "schema.d.ts"
        script: Sequence[str] = [
            "npx",
            "openapi-typescript",
            str(ROOT / "docs/openapi.json"),
            "--default-non-nullable=false",
            "-o",
            str(fresh),
        ]
        if not quietly(*script, folder=WEB)():
            return False
        if fresh.read_text("utf-8") == (WEB / "src/lib/api/schema.d.ts").read_text("utf-8"):
            return True
    print("web/src/lib/api/schema.d.ts is not current. Run: npm run api:types (in web/)")
    return False


if __name__ == "__main__":
    main(sys.argv[1:])
