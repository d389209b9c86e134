"""A private MariaDB on 127.0.0.1: its own data directory, socket, free port and password.

Standard library only.  The data lie under a folder of the checkout; the socket lies in a private
temporary folder, because a socket's path may have at most 107 bytes.
"""

import fcntl
import json
import os
import pwd
import secrets
import shutil
import signal
import socket
import subprocess
import tempfile
import threading
import time
from dataclasses import dataclass
from pathlib import Path
from typing import IO

from anvilhead.launch.bootstrap import find_program
from anvilhead.launch.console import LaunchError, say

NAME = "anvilhead"
READY_WITHIN_S = 60
STOPS_WITHIN_S = 60
SQL_MODE = (
    "STRICT_ALL_TABLES,ERROR_FOR_DIVISION_BY_ZERO,NO_ZERO_DATE,NO_ZERO_IN_DATE,"
    "NO_ENGINE_SUBSTITUTION,ONLY_FULL_GROUP_BY"
)
SETTINGS = (
    "--bind-address=127.0.0.1",
    "--skip-name-resolve",
    "--skip-log-bin",
    "--character-set-server=utf8mb4",
    "--collation-server=utf8mb4_unicode_ci",
    "--default-time-zone=+00:00",
    f"--sql-mode={SQL_MODE}",
    "--innodb-buffer-pool-size=128M",
    "--performance-schema=OFF",
)


@dataclass(frozen=True, slots=True)
class Access:
    """How to reach a database over TCP on this machine or another."""

    host: str
    port: int
    user: str
    password: str
    database: str = NAME

    @property
    def client_arguments(self) -> list[str]:
        """Arguments for MariaDB's own client programs; the password goes by `client_environment`."""
        return ["--no-defaults", "--protocol=TCP", f"--host={self.host}", f"--port={self.port}", f"--user={self.user}"]

    @property
    def client_environment(self) -> dict[str, str]:
        """Environment that carries the password, which would show in a process list as an argument."""
        return {**os.environ, "MYSQL_PWD": self.password}


class PrivateMariaDB:
    """One private server over one data directory; one process at a time holds it."""

    def __init__(self, home: Path) -> None:
        """Name the folder that holds data, password and log; nothing is touched yet."""
        self.home = home.resolve()
        self.data = self.home / "data"
        self._running = self.home / "running.json"
        self._process: subprocess.Popen[bytes] | None = None
        self._socket_folder: Path | None = None
        self._lock: IO[str] | None = None
        self._port = 0
        self._stopping = threading.Event()

    def start(self) -> Access:
        """Start the server, making its data directory the first time.

        Raises:
            LaunchError: when another process holds it, or the server does not come up.
        """
        self.home.mkdir(parents=True, exist_ok=True)
        self._take_lock()
        self._end_orphan()
        self._stopping.clear()
        self._give_to(self._system_user())
        self._socket_folder = Path(tempfile.mkdtemp(prefix="anvilhead-"))
        if self._system_user() != _own_name():
            shutil.chown(self._socket_folder, self._system_user())
        if not (self.data / "mysql").is_dir():
            self._make_data()
        for attempt in range(3):
            try:
                self._launch(self._port or _free_port())
                break
            except LaunchError:
                if attempt == 2 or self._port:
                    raise
        self._make_account()
        self._note_running()
        return self.access

    @property
    def access(self) -> Access:
        """How to reach the running server."""
        return Access("127.0.0.1", self._port, NAME, self._password())

    def stop(self) -> None:
        """Stop the server cleanly and let go of the data directory."""
        self._stopping.set()
        process = self._process
        if process and process.poll() is None:
            process.send_signal(signal.SIGTERM)  # mariadbd's clean shutdown
            try:
                process.wait(STOPS_WITHIN_S)
            except subprocess.TimeoutExpired:
                process.kill()
                process.wait()
        self._process = None
        if self._socket_folder:
            shutil.rmtree(self._socket_folder, ignore_errors=True)
        self._running.unlink(missing_ok=True)
        if self._lock:
            self._lock.close()
            self._lock = None

    def keep_running(self) -> None:
        """Start the server again, on the same port, whenever it ends without being asked to."""

        def watch() -> None:
            while not self._stopping.is_set():
                process = self._process
                if process is None:
                    return
                process.wait()
                if self._stopping.is_set():
                    return
                say("  ! the database stopped; starting it again")
                try:
                    self._launch(self._port)
                    self._note_running()
                except LaunchError as error:
                    say(f"  ! {error}")
                    self._stopping.wait(5)

        threading.Thread(target=watch, daemon=True, name="database watch").start()

    def _take_lock(self) -> None:
        lock = (self.home / "lock").open("a")
        try:
            fcntl.flock(lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except BlockingIOError:
            lock.close()
            raise LaunchError(f"Anvilhead already runs on {self.home}. Stop that one first, or use it.") from None
        self._lock = lock

    def _end_orphan(self) -> None:
        """End a server that outlived a killed launcher; its data stay as they are, recovered at the next start."""
        running = read_running(self.home)
        if not running:
            return
        pid = int(running["pid"])
        if _is_server_on(pid, self.data):
            os.kill(pid, signal.SIGTERM)
            deadline = time.monotonic() + STOPS_WITHIN_S
            while _is_server_on(pid, self.data):
                if time.monotonic() > deadline:
                    raise LaunchError(f"an old database server (process {pid}) does not end. End it, then try again.")
                time.sleep(0.1)
        shutil.rmtree(running["socket_folder"], ignore_errors=True)
        self._running.unlink(missing_ok=True)

    def _system_user(self) -> str:
        """Who the server runs as: oneself, or `mysql` when root and that account can reach the folder."""
        if os.geteuid() != 0:
            return _own_name()
        try:
            pwd.getpwnam("mysql")
        except KeyError:
            return "root"
        reach = subprocess.run(
            ["test", "-x", str(self.home)], user="mysql", group="mysql", extra_groups=[], cwd="/", check=False
        )
        return "mysql" if reach.returncode == 0 else "root"

    def _give_to(self, user: str) -> None:
        """Make the data directory private to the user the server runs as."""
        self.data.mkdir(exist_ok=True)
        self.data.chmod(0o700)
        if os.geteuid() == 0:
            account = pwd.getpwnam(user)
            if self.data.stat().st_uid != account.pw_uid:
                for path in [self.data, *self.data.rglob("*")]:
                    os.chown(path, account.pw_uid, account.pw_gid)
        elif self.data.stat().st_uid != os.geteuid():
            raise LaunchError(f"{self.data} belongs to another user. Run as that user.")

    def _environment(self) -> dict[str, str]:
        """With a temporary folder of its own: a server that starts takes away what it finds in a shared one."""
        return {**os.environ, "TMPDIR": str(self._socket.parent)}

    def _as_user(self) -> list[str]:
        return [f"--user={self._system_user()}"] if os.geteuid() == 0 else []

    def _make_data(self) -> None:
        # mariadb-install-db does not quote its own variables: a space in the path needs a way round
        plain = self._socket.parent / "data"
        plain.symlink_to(self.data)
        self._run(
            "mariadb-install-db",
            "--no-defaults",
            f"--datadir={plain}",
            "--skip-test-db",
            "--skip-name-resolve",
            "--auth-root-authentication-method=socket",
            f"--auth-root-socket-user={_own_name()}",
            *self._as_user(),
        )

    def _launch(self, port: int) -> None:
        """Run mariadbd on a port and wait until it answers."""
        log_path = self.home / "mariadb.log"
        command = [find_program("mariadbd") or "mariadbd", "--no-defaults", *self._as_user(), f"--datadir={self.data}"]
        command += [
            f"--port={port}",
            f"--socket={self._socket}",
            f"--pid-file={self._socket.parent / 'pid'}",
            *SETTINGS,
        ]
        with log_path.open("ab") as log:
            # a session of its own: Ctrl-C at the terminal must reach the launcher only, which then stops it in order
            process = subprocess.Popen(
                command,
                stdout=log,
                stderr=log,
                stdin=subprocess.DEVNULL,
                start_new_session=True,
                env=self._environment(),
            )
        deadline = time.monotonic() + READY_WITHIN_S
        while True:
            if process.poll() is not None:
                last = log_path.read_text("utf-8", "replace").strip().splitlines()[-1:]
                raise LaunchError(f"the database did not start: {''.join(last)} (all of it in {log_path})")
            if self._client("mariadb-admin", "ping").returncode == 0:
                break
            if time.monotonic() > deadline:
                process.kill()
                raise LaunchError(f"the database was not ready within {READY_WITHIN_S} s; see {log_path}")
            time.sleep(0.05)
        self._process, self._port = process, port

    def _make_account(self) -> None:
        sql = f"""
            CREATE DATABASE IF NOT EXISTS `{NAME}` CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci;
            CREATE OR REPLACE USER '{NAME}'@'127.0.0.1' IDENTIFIED BY '{self._password()}';
            GRANT ALL ON `{NAME}`.* TO '{NAME}'@'127.0.0.1';"""
        done = self._client("mariadb", sql=sql)
        if done.returncode:
            raise LaunchError(f"the database refused its account: {done.stderr.decode('utf-8', 'replace').strip()}")

    def _note_running(self) -> None:
        _write_private(self._running, json.dumps({
            "pid": self._process.pid if self._process else 0,
            "port": self._port,
            "socket_folder": str(self._socket_folder),
        }))  # fmt: skip

    def _password(self) -> str:
        path = self.home / "password"
        if not path.exists():
            _write_private(path, secrets.token_urlsafe(24))
        return path.read_text()

    @property
    def _socket(self) -> Path:
        return (self._socket_folder or Path()) / "s"

    def _client(self, program: str, *arguments: str, sql: str = "") -> subprocess.CompletedProcess[bytes]:
        """Run a client program as the server's administrator, over the socket."""
        command = [program, "--no-defaults", f"--socket={self._socket}", f"--user={_own_name()}", *arguments]
        return subprocess.run(command, input=sql.encode(), capture_output=True, check=False)

    def _run(self, *command: str) -> None:
        done = subprocess.run(command, capture_output=True, text=True, check=False, env=self._environment())
        if done.returncode:
            with (self.home / "mariadb.log").open("a") as log:
                log.write(done.stdout + done.stderr)
            raise LaunchError(f"{command[0]} failed; see {self.home / 'mariadb.log'}")


def read_running(home: Path) -> dict[str, str]:
    """What the running server of a folder noted about itself; empty when none does."""
    try:
        noted = json.loads((home / "running.json").read_text())
    except (OSError, ValueError):
        return {}
    return noted if isinstance(noted, dict) else {}


def access_to_running(home: Path) -> Access | None:
    """How to reach the server another process runs on a folder; None when none runs."""
    running = read_running(home)
    if not running or not _is_server_on(int(running["pid"]), home.resolve() / "data"):
        return None
    return Access("127.0.0.1", int(running["port"]), NAME, (home / "password").read_text())


def _is_server_on(pid: int, data: Path) -> bool:
    """Whether a process is alive and is mariadbd on this data directory, not a later process with its number."""
    try:
        command = Path(f"/proc/{pid}/cmdline").read_bytes().decode("utf-8", "replace")
    except OSError:
        return False
    return f"--datadir={data}" in command.split("\0")


def _write_private(path: Path, text: str) -> None:
    """Write a file only its owner can read, complete or not at all."""
    fresh = path.with_suffix(".new")
    fresh.unlink(missing_ok=True)
    descriptor = os.open(fresh, os.O_WRONLY | os.O_CREAT | os.O_EXCL, 0o600)
    with os.fdopen(descriptor, "w") as file:
        file.write(text)
    fresh.replace(path)


def _own_name() -> str:
    return pwd.getpwuid(os.geteuid()).pw_name


def _free_port() -> int:
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        return int(probe.getsockname()[1])
