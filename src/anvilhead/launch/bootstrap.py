"""The first thing that runs: sets up what a command needs, then hands over to the environment's Python.

Standard library only.  Every step is skipped when what it makes is already there and current.
"""

import fcntl
import hashlib
import json
import os
import re
import shutil
import subprocess
import sys
from collections.abc import Iterable, Mapping
from pathlib import Path

from anvilhead.launch.console import LaunchError, be_quiet, fail, run_logged, say, step
from anvilhead.launch.paths import CHROMIUM, REQUIREMENTS, ROOT, VAR, VENV, WEB

HELP = """Anvilhead sets out building, slab and fence footprints.

  ./anvilhead demo      start with sample jobs, in a database of their own
  ./anvilhead start     start with your own jobs
  ./anvilhead solve F   read the job file F (- for standard input), print every result as JSON
  ./anvilhead slate S   work out the sum S, such as "27' 6 1/2\" / 4", print it as JSON; --units ft-in, m or mm
  ./anvilhead simulate F  try out whole set-outs of the job file F, print what to expect; --seed N, --runs K
  ./anvilhead stand-in  a simulated instrument behind a gateway on this machine; --port N, --seed N, --kind K
  ./anvilhead backup F  write all jobs to the file F
  ./anvilhead restore F bring all jobs back from the file F
  ./anvilhead verify F  check that no record was changed after the fact: of the job file F, else of every job
  ./anvilhead test      set up everything and run every check
  ./anvilhead bench     measure and print the figures of bench/; with --write into the README too

demo and start take --port N (8710 unless given); demo takes --fresh to begin with untouched samples;
backup, restore and verify take --demo for the database of the samples.
ANVILHEAD_DATABASE_URL names an existing MariaDB for start, backup, restore and verify;
ANVILHEAD_VAR names a folder for data and logs other than var/."""

OLDEST_NODE = (20, 19)
MODULES = {
    "demo": "serve",
    "start": "serve",
    "backup": "backup",
    "restore": "backup",
    "verify": "verify",
    "test": "checks",
    "bench": "benches",
    "solve": "solve",
    "slate": "slate",
    "simulate": "simulate",
    "stand-in": "stand_in",
}
ALONE = ("solve", "slate", "simulate", "stand-in")
"""Commands that need no database, no server and no set-up to be told of, and whose words are their own."""


def main(arguments: list[str]) -> None:
    """Set up for a command and become it."""
    command = arguments[0] if arguments else "--help"
    if command in ("--help", "-h", "help"):
        print(HELP)
        return
    if command not in MODULES:
        fail(f"there is no command {command!r}; see ./anvilhead --help")
    if sys.version_info < (3, 11):  # noqa: UP036 - this runs on whatever python3 the machine has
        fail(f"Python 3.11 or newer is needed; this is {sys.version.split()[0]}.")
    if command in ALONE and not sys.stderr.isatty():
        be_quiet()
    if {"--help", "-h"} & set(arguments[1:]) and command not in ALONE:
        print(HELP)
        return
    try:
        prepare(command)
    except LaunchError as error:
        fail(str(error))
    except KeyboardInterrupt:
        fail("stopped.")
    python = str(VENV / "bin" / "python")
    rest = arguments[1:] if command in ALONE else arguments
    os.execv(python, [python, "-m", f"anvilhead.launch.{MODULES[command]}", *rest])


def prepare(command: str) -> None:
    """Install and build what a command needs, one set-up at a time."""
    VAR.mkdir(parents=True, exist_ok=True)
    with (VAR / "setup.lock").open("w") as lock:
        try:
            fcntl.flock(lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except BlockingIOError:
            say("  … waiting for another set-up of this checkout")
            fcntl.flock(lock, fcntl.LOCK_EX)
        for_tests = command in ("test", "bench")
        own_database = command in ("demo", "test", "bench") or not os.environ.get("ANVILHEAD_DATABASE_URL")
        if command not in ALONE:
            programs: dict[str, tuple[str, ...]] = (
                {"mariadb-server": ("mariadbd", "mariadb-install-db")} if own_database else {}
            )
            programs["mariadb-client"] = ("mariadb", "mariadb-dump", "mariadb-admin")
            if for_tests:
                programs[CHROMIUM] = (CHROMIUM,)
            install_programs(programs)
        install_packages("test" if for_tests else "run")
        if command in ("demo", "start", "test", "bench"):
            build_front_end()


def install_programs(needed: Mapping[str, tuple[str, ...]]) -> None:
    """Install Debian packages whose programs are not on the path.

    Raises:
        LaunchError: when one is missing and this user cannot install it; names the package.
    """
    missing = [package for package, programs in needed.items() if not all(find_program(p) for p in programs)]
    if not missing:
        return
    names = " ".join(missing)
    if os.geteuid() != 0 or not shutil.which("apt-get"):
        raise LaunchError(f"the Debian package {names} is missing. Install it: sudo apt-get install {names}")
    env = {**os.environ, "DEBIAN_FRONTEND": "noninteractive"}
    with step(f"installing {names}", "a minute or two"):
        run_logged(["apt-get", "update", "-q"], "apt-update", env)
        run_logged(["apt-get", "install", "-q", "-y", "--no-install-recommends", *missing], "apt-install", env)


def find_program(name: str) -> str | None:
    """Find a program on the path or where Debian keeps servers, which is on no common user's path."""
    return shutil.which(name) or shutil.which(name, path="/usr/sbin:/sbin")


def install_packages(lock: str) -> None:
    """Make the virtual environment hold exactly a hash-pinned lock; the test lock includes the run lock."""
    stamp = VENV / "installed.json"
    wanted = {name: digest([REQUIREMENTS / f"{name}.txt"]) for name in ("run", "test")} | {"root": str(ROOT)}
    have = json.loads(stamp.read_text()) if stamp.exists() else {}
    if have.get("root") == wanted["root"] and have.get(lock) == wanted[lock]:
        return
    if have.get("root") != wanted["root"] or not (VENV / "bin" / "python").exists():
        with step("making the Python environment"):
            shutil.rmtree(VENV, ignore_errors=True)
            make_environment()
    stamp.unlink(missing_ok=True)
    with step("installing Python packages", "about 15 s"):
        install_lock(lock)
    installed = wanted if lock == "test" else {key: wanted[key] for key in ("run", "root")}
    stamp.write_text(json.dumps(installed))


def install_lock(lock: str) -> None:
    """Install a lock by uv, which is quick; by pip where uv does not get through to the packages."""
    env = {**os.environ, "VIRTUAL_ENV": str(VENV), "UV_PYTHON_DOWNLOADS": "never", "UV_SYSTEM_CERTS": "true"}
    pip = [
        str(VENV / "bin" / "python"),
        "-m",
        "pip",
        "install",
        "--disable-pip-version-check",
        "--require-hashes",
        "-r",
    ]
    wanted = str(REQUIREMENTS / f"{lock}.txt")
    try:
        run_logged([*pip, str(REQUIREMENTS / "installer.txt")], "pip", env)
        run_logged([str(VENV / "bin" / "uv"), "pip", "sync", "--require-hashes", wanted], "uv", env)
    except LaunchError:
        run_logged([*pip, wanted], "pip", env)


def make_environment() -> None:
    """Make an empty virtual environment; on Debian its tool may be a package of its own."""
    try:
        run_logged([sys.executable, "-m", "venv", str(VENV)], "venv")
    except LaunchError:
        if os.geteuid() != 0 or not shutil.which("apt-get"):
            raise LaunchError(
                "the Debian package python3-venv is missing. Install it: sudo apt-get install python3-venv"
            ) from None
        env = {**os.environ, "DEBIAN_FRONTEND": "noninteractive"}
        run_logged(["apt-get", "update", "-q"], "apt-update", env)
        run_logged(["apt-get", "install", "-q", "-y", "--no-install-recommends", "python3-venv"], "apt-install", env)
        run_logged([sys.executable, "-m", "venv", str(VENV)], "venv")


def build_front_end() -> None:
    """Install the front end's packages and build it, each only when its sources changed."""
    modules = WEB / "node_modules" / ".installed"
    lock = digest([WEB / "package.json", WEB / "package-lock.json"])
    built = WEB / "build" / ".built"
    sources = [p for folder in ("src", "static") for p in (WEB / folder).rglob("*") if p.is_file()]
    source = digest(
        [*sorted(sources), *sorted(WEB.glob("*.config.*")), WEB / "tsconfig.json", WEB / "package-lock.json"]
    )
    current = (read(modules), read(built)) == (lock, source)
    if current:
        return
    check_node()
    env = {**os.environ, "NPM_CONFIG_LOGLEVEL": "error", "ANVILHEAD_BUILD": source[:12]}
    if read(modules) != lock:
        with step("installing the front end's packages", "about 25 s"):
            run_logged(["npm", "ci", "--no-audit", "--no-fund"], "npm", env, WEB)
            modules.write_text(lock)
    if read(built) != source:
        with step("building the front end", "about 20 s"):
            run_logged(["npm", "run", "build"], "build", env, WEB)
            built.write_text(source)


def check_node() -> None:
    """Make sure of a Node.js that can build the front end.

    Raises:
        LaunchError: when it is missing or too old.
    """
    if not (shutil.which("node") and shutil.which("npm")) and os.geteuid() == 0 and shutil.which("apt-get"):
        install_programs({"nodejs": ("node",), "npm": ("npm",)})
    wanted = ".".join(map(str, OLDEST_NODE))
    if not (shutil.which("node") and shutil.which("npm")):
        raise LaunchError(f"Node.js {wanted} or newer with npm is missing. Install the packages nodejs and npm.")
    version = subprocess.run(["node", "--version"], capture_output=True, text=True, check=False).stdout
    numbers = tuple(int(n) for n in re.findall(r"[0-9]+", version)[:2])
    if numbers < OLDEST_NODE:
        raise LaunchError(f"Node.js {wanted} or newer is needed to build the front end; this is {version.strip()}.")


def digest(files: Iterable[Path]) -> str:
    """Hash of names and contents, to tell whether anything changed."""
    total = hashlib.sha256()
    for path in files:
        total.update(str(path.relative_to(ROOT)).encode() + b"\0" + path.read_bytes() + b"\0")
    return total.hexdigest()


def read(path: Path) -> str:
    """Text of a stamp file; empty when there is none."""
    return path.read_text() if path.is_file() else ""


if __name__ == "__main__":
    main(sys.argv[1:])
