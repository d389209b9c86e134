"""`anvilhead demo` and `anvilhead start`: database, migrations, server, and a clean end."""

import argparse
import os
import signal
import socket
import subprocess
import sys
import time
from collections.abc import Iterator
from contextlib import contextmanager
from types import FrameType

from sqlalchemy import URL

from anvilhead.demo.samples import load_samples
from anvilhead.launch import server
from anvilhead.launch.console import LaunchError, fail, say, step
from anvilhead.launch.mariadb import Access, PrivateMariaDB
from anvilhead.launch.paths import VAR
from anvilhead.store.database import Database
from anvilhead.store.errors import StoreError

HOST = server.HOST
PORT = 8710

SHORT_LIFE_S = 30.0
"""A server that dies sooner than this ..."""
MOST_SHORT_LIVES = 5
"""... so many times in a row is not started again."""


def main(arguments: list[str]) -> None:
    """Serve until Ctrl-C or TERM."""
    parser = argparse.ArgumentParser(prog="./anvilhead")
    parser.add_argument("command", choices=["demo", "start"])
    parser.add_argument("--port", type=int, default=PORT)
    parser.add_argument("--fresh", action="store_true", help="demo only: begin with untouched samples")
    options = parser.parse_args(arguments)
    signal.signal(signal.SIGTERM, _end)
    try:
        refuse_taken_port(options.port, options.command)
        with database_for(options.command) as database:
            prepare(database, options.command, fresh=options.fresh)
            serve(database.url, options.port)
    except (LaunchError, StoreError) as error:
        fail(str(error))
    except KeyboardInterrupt:
        say("  stopped")


@contextmanager
def database_for(command: str) -> Iterator[Database]:
    """The database a command works on, running: a private one, or the one ANVILHEAD_DATABASE_URL names.

    The samples always have a private one, so that they can never come among anyone's jobs.
    """
    url = os.environ.get("ANVILHEAD_DATABASE_URL")
    if url and command != "demo":
        database = Database(url)
        try:
            database.wait_until_there(5)
            yield database
        finally:
            database.close()
        return
    if url:
        say("  the samples keep a private database; ANVILHEAD_DATABASE_URL is left alone")
    private = PrivateMariaDB(VAR / command)
    try:
        with step("starting the database"):
            access = private.start()
        private.keep_running()
        database = Database(url_of(access))
        yield database
        database.close()
    finally:
        private.stop()


def prepare(database: Database, command: str, *, fresh: bool) -> None:
    """Bring the tables up to date and, for the demo, the samples in."""
    with step("checking the tables"):
        database.migrate()
    if command == "demo":
        with step("laying out the sample jobs"):
            load_samples(database, fresh=fresh)


def serve(url: URL, port: int) -> None:
    """Serve the application until this program is told to stop; a server that dies is started again.

    Raises:
        LaunchError: when it dies again and again within moments.
    """
    environment = {**os.environ, server.DATABASE: url.render_as_string(hide_password=False)}
    command = [sys.executable, "-m", "anvilhead.launch.server", str(port)]
    told, short_lives = False, 0
    while short_lives < MOST_SHORT_LIVES:
        started = time.monotonic()
        process = subprocess.Popen(command, env=environment)
        try:
            if not told:
                wait_for(process, port)
                say(f"\nAnvilhead is ready: http://{HOST}:{port}/   (Ctrl-C stops it)\n")
                told = True
            status = process.wait()
        finally:
            _end_process(process)
        say(f"  the server ended by itself ({_how(status)}): starting it again")
        short_lives = short_lives + 1 if time.monotonic() - started < SHORT_LIFE_S else 0
        time.sleep(short_lives / 2)
    raise LaunchError("the server ends as soon as it is started; what it wrote above says why.")


def wait_for(process: subprocess.Popen[bytes], port: int) -> None:
    """Wait until the server answers, or has ended."""
    while process.poll() is None:
        with socket.socket() as probe:
            probe.settimeout(1)
            if probe.connect_ex((HOST, port)) == 0:
                return
        time.sleep(0.05)


def _end_process(process: subprocess.Popen[bytes]) -> None:
    """End the server in order; at the latest after a few seconds."""
    if process.poll() is not None:
        return
    process.terminate()
    try:
        process.wait(5)
    except subprocess.TimeoutExpired:
        process.kill()
        process.wait()


def _how(status: int) -> str:
    return f"signal {signal.Signals(-status).name}" if status < 0 else f"status {status}"


def refuse_taken_port(port: int, command: str) -> None:
    """Say so before the long steps when another program has the port.

    Raises:
        LaunchError: when it is taken or no port number.
    """
    if not 1 <= port <= 65535:
        raise LaunchError(f"{port} is not a port number; take one from 1024 to 65535.")
    with socket.socket() as probe:
        probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            probe.bind((HOST, port))
        except PermissionError as error:
            raise LaunchError(f"port {port} is not open to this user; take one from 1024 up.") from error
        except OSError as error:
            raise LaunchError(
                f"port {port} is taken. Choose another: ./anvilhead {command} --port {port % 65535 + 1}"
            ) from error


def url_of(access: Access) -> URL:
    """The address of a database as SQLAlchemy writes it."""
    return URL.create("mysql+pymysql", access.user, access.password, access.host, access.port, access.database)


def _end(number: int, frame: FrameType | None) -> None:
    """Turn TERM into an orderly end, so that the database is stopped as well."""
    raise KeyboardInterrupt


if __name__ == "__main__":
    main(sys.argv[1:])
