"""A preview of a rectangle through the API, against an empty endpoint of the same app over the same wire."""

import http.client
import json
import socket
import threading
import time
from functools import partial

import uvicorn

from anvilhead.api.app import create_app
from anvilhead.api.examples import PREVIEW
from bench.side_by_side import ratio, report

BODY = json.dumps(PREVIEW)
HEADERS = {"Content-Type": "application/json"}
BATCH = 50


def main() -> None:
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        port = probe.getsockname()[1]
    server = uvicorn.Server(uvicorn.Config(create_app(None), host="127.0.0.1", port=port, log_level="error"))
    threading.Thread(target=server.run, daemon=True).start()
    while not server.started:
        time.sleep(0.05)
    wire = http.client.HTTPConnection("127.0.0.1", port)

    def ask(method: str, path: str, body: str | None = None) -> None:
        wire.request(method, path, body, HEADERS)
        answer = wire.getresponse()
        answer.read()
        if answer.status != 200:
            raise SystemExit(f"{path} answered {answer.status}")

    def empty() -> None:
        for _ in range(BATCH):
            ask("GET", "/api/health")

    def preview(body: str) -> None:
        for _ in range(BATCH):
            ask("POST", "/api/preview", body)

    # as the app asks while walls are typed: without pulls, and without the ways of squaring, which no such view shows
    bare = json.dumps({key: value for key, value in PREVIEW.items() if key != "pulls"} | {"methods": False})
    for name, body, aim in (
        ("a plan", bare, "at most 3"),
        ("a plan and a pull", BODY, "none; judging the pull comes on top"),
    ):
        mine, none, times = ratio(partial(preview, body), empty, 15)
        print(f"  {name}: {mine / BATCH * 1000:.2f} ms, empty endpoint {none / BATCH * 1000:.2f} ms")
        report(f"preview of {name} against an empty endpoint", times, aim)
    server.should_exit = True


if __name__ == "__main__":
    main()
