"""`anvilhead test`: every check, cheapest first; arguments go to pytest."""

import os
import subprocess
import sys
import tempfile
import time
from collections.abc import Callable, Sequence
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path

from anvilhead.launch.console import fail
from anvilhead.launch.paths import ROOT, VENV, WEB

BIN = VENV / "bin"
SIDE_BY_SIDE = ("-n", str(min(4, os.cpu_count() or 1)), "--dist", "loadfile")
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
    of_python: list[Check] = [
        ("Python format", quietly("ruff", "format", "--check", "src", "tests", "bench", "docs")),
        ("Python lint", quietly("ruff", "check", "src", "tests", "bench", "docs")),
        ("Python types", quietly("mypy")),
        ("layers", quietly("lint-imports")),
        ("generated documents", quietly(*python, "anvilhead.launch.generate", "--check")),
    ]
    of_the_front_end: list[Check] = [
        ("API types of the front end", api_types_are_current),
        ("front end lint and format", quietly("npm", "run", "-s", "lint", folder=WEB)),
        ("front end types", quietly("npm", "run", "-s", "check", folder=WEB)),
        ("front end tests", quietly("npm", "run", "-s", "test", folder=WEB)),
    ]
    with ThreadPoolExecutor(2) as lanes:  # beside each other: neither reads what the other writes
        failed = [name for names in lanes.map(failures, (of_python, of_the_front_end)) for name in names]
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


def failures(checks: Sequence[Check]) -> list[str]:
    """Run checks one after the other; names of those that failed."""
    return [name for name, check in checks if not timed(name, check)]


def timed(name: str, check: Callable[[], bool]) -> bool:
    """Run one check, say how it went and how long it took."""
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
