"""The built application on the real database, in Debian's Chromium."""

import socket
import threading
import time
from collections.abc import Iterator
from typing import Any

import pytest
import uvicorn
from playwright.sync_api import Browser, Page, ViewportSize, expect

from anvilhead.api.app import create_app
from anvilhead.launch.paths import CHROMIUM, WEB
from anvilhead.store.database import Database

expect.set_options(timeout=15_000)  # a busy machine is slow, not wrong

DESK: ViewportSize = {"width": 1280, "height": 800}
PHONE: ViewportSize = {"width": 390, "height": 844}
CHROMIUM_ARGUMENTS = [
    "--no-sandbox",
    "--disable-dev-shm-usage",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
    "--no-proxy-server",
    "--use-fake-ui-for-media-stream",
    "--use-fake-device-for-media-stream",
    "--host-resolver-rules=MAP * ~NOTFOUND , EXCLUDE 127.0.0.1",
]


@pytest.fixture(autouse=True)
def every_yard_settled(settled_yards: None) -> None:
    """In all of these tests."""


@pytest.fixture(scope="session")
def browser_type_launch_args(browser_type_launch_args: dict[str, Any]) -> dict[str, Any]:
    return {
        **browser_type_launch_args,
        "executable_path": f"/usr/bin/{CHROMIUM}",
        "args": CHROMIUM_ARGUMENTS,
    }


@pytest.fixture(scope="session")
def site(database: Database) -> Iterator[str]:
    """Address of the running application."""
    assert (WEB / "build" / "index.html").is_file(), "build the front end first: ./anvilhead test does"
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        port = probe.getsockname()[1]
    app = create_app(database, WEB / "build")
    server = uvicorn.Server(
        uvicorn.Config(app, host="127.0.0.1", port=port, log_level="error", timeout_graceful_shutdown=1)
    )
    app.state.is_stopping = lambda: server.should_exit
    thread = threading.Thread(target=server.run, daemon=True)
    thread.start()
    deadline = time.monotonic() + 20
    while not server.started:
        assert time.monotonic() < deadline, "the server did not start"
        time.sleep(0.02)
    yield f"http://127.0.0.1:{port}"
    server.should_exit = True
    thread.join(10)


@pytest.fixture(params=[DESK, PHONE], ids=["desk", "phone"])
def size(request: pytest.FixtureRequest) -> ViewportSize:
    """Both sizes the screens are made for."""
    found: ViewportSize = request.param
    return found


def open_page(browser: Browser, site: str, size: ViewportSize, who: str | None = "Ines", **context: Any) -> Page:
    """A fresh device; fails the test on any error of a script."""
    made = browser.new_context(
        base_url=site,
        viewport=size,
        has_touch=size == PHONE,
        locale="en-GB",
        timezone_id="Europe/London",
        reduced_motion="reduce",
        **context,
    )
    made.set_default_timeout(10_000)
    if who:
        made.add_init_script(f"localStorage.setItem('anvilhead.who', JSON.stringify('{who}'))")
    page = made.new_page()
    page.on("pageerror", _fail)
    return page


def _fail(error: Any) -> None:
    raise AssertionError(f"a script failed: {error}")


@pytest.fixture
def page(browser: Browser, site: str) -> Iterator[Page]:
    """A desk-sized page of a builder who has given a name."""
    page = open_page(browser, site, DESK)
    yield page
    page.context.close()


@pytest.fixture
def sized_page(browser: Browser, site: str, size: ViewportSize) -> Iterator[Page]:
    """A page of either size."""
    page = open_page(browser, site, size)
    yield page
    page.context.close()
