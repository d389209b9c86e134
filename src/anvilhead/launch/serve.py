"""`anvilhead demo` and `anvilhead start`: database, migrations, server, and a clean end."""

import argparse
import os
import signal
import socket
import sys
from collections.abc import Iterator
from contextlib import contextmanager
from types import FrameType

import uvicorn
from sqlalchemy import URL

from anvilhead.api.app import create_app
from anvilhead.demo.samples import load_samples
from anvilhead.launch.console import LaunchError, fail, say, step
from anvilhead.launch.mariadb import Access, PrivateMariaDB
from anvilhead.launch.paths import VAR, WEB
from anvilhead.store.database import Database
from anvilhead.store.errors import StoreError

HOST = "127.0.0.1"
PORT = 8710


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
            serve(database, options.port)
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
    server = PrivateMariaDB(VAR / command)
    try:
        with step("starting the database"):
            access = server.start()
        server.keep_running()
        database = Database(url_of(access))
        yield database
        database.close()
    finally:
        server.stop()


def prepare(database: Database, command: str, *, fresh: bool) -> None:
    """Bring the tables up to date and, for the demo, the samples in."""
    with step("checking the tables"):
        database.migrate()
    if command == "demo":
        with step("laying out the sample jobs"):
            load_samples(database, fresh=fresh)


def serve(database: Database, port: int) -> None:
    """Serve the application until it is told to stop."""
    app = create_app(database, WEB / "build")
    config = uvicorn.Config(app, host=HOST, port=port, log_level="warning", timeout_graceful_shutdown=1)
    say(f"\nAnvilhead is ready: http://{HOST}:{port}/   (Ctrl-C stops it)\n")
    server = uvicorn.Server(config)
    app.state.is_stopping = lambda: server.should_exit
    server.run()


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
