"""What a person at the terminal sees: steps with their time, and failures in one line."""

import subprocess
import sys
import time
from collections.abc import Iterator, Mapping, Sequence
from contextlib import contextmanager
from pathlib import Path
from typing import NoReturn

from anvilhead.launch.paths import ROOT, VAR


class LaunchError(Exception):
    """A command cannot go on; the message is the one line shown."""


def fail(message: str) -> NoReturn:
    """End the program with one clear line."""
    print(f"anvilhead: {message}", file=sys.stderr)
    sys.exit(1)


def say(message: str) -> None:
    """Show one line at once."""
    if not _quiet:
        print(message, file=sys.stderr, flush=True)


_quiet = False


def be_quiet() -> None:
    """Show no progress: standard error then carries problems only."""
    global _quiet  # noqa: PLW0603 - one switch for one process, set before anything is said
    _quiet = True


@contextmanager
def step(name: str, hint: str = "") -> Iterator[None]:
    """Show a step while it runs and how long it took."""
    say(f"  … {name}{f' ({hint})' if hint else ''}")
    began = time.monotonic()
    yield
    say(f"  ✓ {name}, {time.monotonic() - began:.1f} s")


def run_logged(command: Sequence[str], log: str, env: Mapping[str, str] | None = None, cwd: Path = ROOT) -> None:
    """Run a command with its output in var/log.

    Raises:
        LaunchError: when it fails; says which command and where its output is.
    """
    folder = VAR / "log"
    folder.mkdir(parents=True, exist_ok=True)
    path = folder / f"{log}.log"
    with path.open("wb") as out:
        try:
            done = subprocess.run(
                command, stdout=out, stderr=subprocess.STDOUT, stdin=subprocess.DEVNULL, env=env, cwd=cwd, check=False
            )
        except OSError as error:
            raise LaunchError(f"{command[0]} cannot be run: {error.strerror}.") from error
    if done.returncode:
        last = next((line for line in reversed(path.read_text("utf-8", "replace").splitlines()) if line.strip()), "")
        raise LaunchError(f"“{' '.join(command[:4])}” failed: {last.strip()[:200]} (all of it in {path})")
