"""A gateway that tests pull the plug of."""

import socket
import threading
from contextlib import suppress
from typing import Any


class Wire:
    """A gateway on this machine that does one thing after the other, each over a connection of its own."""

    def __init__(self, kind: str = "laser") -> None:
        self.kind = kind
        self.asked: list[str] = []
        self.server = socket.create_server(("127.0.0.1", 0))
        self.port = self.server.getsockname()[1]
        self.does = "answer"

    def __enter__(self) -> "Wire":
        threading.Thread(target=self._serve, daemon=True).start()
        return self

    def __exit__(self, *_: object) -> None:
        self.server.shutdown(socket.SHUT_RDWR)
        self.server.close()

    def then(self, does: str) -> None:
        self.does = does

    def _serve(self) -> None:
        with suppress(OSError):
            while True:
                connection, _ = self.server.accept()
                with connection, connection.makefile("rw", encoding="utf-8", newline="\n") as lines, suppress(OSError):
                    self._talk(lines)

    def _talk(self, lines: Any) -> None:
        lines.readline()
        lines.write(f"device {self.kind} {'simulated' if self.does == 'simulated' else 'real'} Rotor\n")
        lines.flush()
        asked = lines.readline().split(maxsplit=2)
        if not asked:
            return
        self.asked.append(asked[2].strip())
        lines.write("battery 80\nreading ")  # half a line, and then nothing
        if self.does != "unplug":
            lines.write(f"{asked[1]} 1270.0 2026-05-04T07:00:00+00:00\n")
        lines.flush()
