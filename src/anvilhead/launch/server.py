"""The server process: one application on one port, ended by TERM.  `serve.py` starts it, and again if it dies."""

import faulthandler
import os
import sys
import threading
import time

import uvicorn

from anvilhead.api.app import create_app
from anvilhead.api.guard import LOCAL_HOSTS
from anvilhead.launch.paths import WEB
from anvilhead.store.database import Database

DATABASE = "ANVILHEAD_SERVER_DATABASE"
"""Environment variable with the database's address: an argument would show its password to everyone."""
HOSTS = "ANVILHEAD_HOSTS"
"""Environment variable with further names the server may be asked by, parted by commas."""
HOST = "127.0.0.1"


def main(port: int) -> None:
    """Serve until told to stop."""
    faulthandler.enable()  # should the interpreter itself fail, it says where
    database = Database(os.environ[DATABASE])
    more = [name.strip() for name in os.environ.get(HOSTS, "").split(",") if name.strip()]
    app = create_app(database, WEB / "build", (*LOCAL_HOSTS, *more))
    config = uvicorn.Config(
        app, host=HOST, port=port, log_level="warning", timeout_graceful_shutdown=1, timeout_keep_alive=20
    )
    server = uvicorn.Server(config)
    app.state.is_stopping = lambda: server.should_exit
    threading.Thread(target=_end_with_launcher, args=(server,), daemon=True).start()
    server.run()
    database.close()


def _end_with_launcher(server: uvicorn.Server) -> None:
    """Stop when the launcher was killed: nobody else would."""
    launcher = os.getppid()
    while os.getppid() == launcher:
        time.sleep(1)
    server.should_exit = True


if __name__ == "__main__":
    main(int(sys.argv[1]))
