"""Takes the pictures of this folder from a fresh demo.

Run `./anvilhead test` once, then `PYTHONPATH=src .venv/bin/python docs/screenshots/take.py`.  It starts a demo
of its own in a temporary folder, works through it as a builder would, and writes each picture.
"""

import os
import socket
import subprocess
import tempfile
from pathlib import Path

from playwright.sync_api import Browser, Page, expect, sync_playwright

HERE = Path(__file__).parent
ROOT = HERE.parents[1]
DESK = {"width": 1280, "height": 800}
PHONE = {"width": 390, "height": 844}
FIRST_ROUND = ("45'", "28' 5 7/8\"", "45'", "28' 6 1/8\"", "52' 11 1/8\"", "52' 10 1/16\"")
SECOND_ROUND = ("45'", "28' 6\"", "45'", "28' 6 1/16\"", "52' 10 5/8\"", "52' 10 9/16\"")
FLAGS = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-background-networking",
    "--host-resolver-rules=MAP * ~NOTFOUND , EXCLUDE 127.0.0.1",
]


def main() -> None:
    with tempfile.TemporaryDirectory(prefix="anvilhead-pictures-") as var:
        os.chmod(var, 0o755)
        with socket.socket() as probe:
            probe.bind(("127.0.0.1", 0))
            port = probe.getsockname()[1]
        demo = subprocess.Popen(
            [str(ROOT / "anvilhead"), "demo", "--port", str(port)],
            env={**os.environ, "ANVILHEAD_VAR": var}, stderr=subprocess.PIPE, text=True,
        )  # fmt: skip
        try:
            for line in demo.stderr or []:
                if "is ready" in line:
                    break
            with sync_playwright() as playwright:
                browser = playwright.chromium.launch(executable_path="/usr/bin/chromium", args=FLAGS)
                take(browser, f"http://127.0.0.1:{port}")
                browser.close()
        finally:
            demo.terminate()
            demo.wait()


def take(browser: Browser, site: str) -> None:
    """Every picture, in the order in which a job goes."""
    desk = device(browser, site, DESK)
    desk.goto("/")
    expect(desk.get_by_text("Honey house")).to_be_visible()
    picture(desk, "yard")
    desk.goto("/jobs/new")
    desk.get_by_label("Job, as the crew calls it").fill("Heron Basin")
    desk.get_by_label("Length, A to B").fill("36-8-1/2")
    desk.get_by_label("Width, B to C").fill("22 6")
    expect(desk.locator("svg[role=img] .dimension").first).to_be_visible()
    picture(desk, "new-job")
    desk.goto("/")
    desk.get_by_role("link", name="Boat store").click()
    picture(desk, "boards")
    boat_store = desk.url.rsplit("/", 1)[0]
    desk.goto(f"{boat_store}/footprint")
    expect(desk.get_by_role("heading", name="What stands here")).to_be_visible()
    picture(desk, "footprint")
    desk.goto(f"{boat_store}/square")
    read_round(desk, FIRST_ROUND)
    expect(desk.get_by_role("heading", name="Move six nails")).to_be_visible()
    picture(desk, "square-moves")

    phone = device(browser, site, PHONE)
    phone.goto("/")
    expect(phone.get_by_text("Honey house")).to_be_visible()
    picture(phone, "phone-yard")
    phone.goto(f"{boat_store}/square")
    expect(phone.get_by_role("heading", name="Move six nails")).to_be_visible()
    picture(phone, "phone-square", full=True)
    phone.get_by_role("button", name="Shout").click()
    picture(phone, "phone-shout")

    desk.get_by_role("button", name="Nails moved: pull again").click()
    read_round(desk, SECOND_ROUND)
    expect(desk.get_by_role("heading", name="Square: every corner")).to_be_visible()
    picture(desk, "square-accepted")
    desk.goto("/")
    desk.get_by_role("link", name="Wax room").click()
    expect(desk.get_by_role("heading", name="Something is wrong")).to_be_visible()
    desk.keyboard.press("d")
    picture(desk, "square-slip-dusk")


def device(browser: Browser, site: str, size: dict[str, int]) -> Page:
    """A device whose holder has given a name."""
    context = browser.new_context(
        base_url=site, viewport=size, has_touch=size == PHONE, reduced_motion="reduce", locale="en-GB"
    )
    context.add_init_script("localStorage.setItem('anvilhead.who', '\"Ines\"')")
    return context.new_page()


def read_round(page: Page, readings: tuple[str, ...]) -> None:
    """Type a round from the keyboard."""
    fields = page.get_by_role("textbox", name="Reading")
    expect(fields).to_have_count(len(readings))
    for field, reading in zip(fields.all(), readings, strict=True):
        field.fill(reading)
        field.press("Enter")
    expect(page.locator("[data-state=read]")).to_have_count(len(readings))


def picture(page: Page, name: str, *, full: bool = False) -> None:
    """Write one picture once fonts and drawing have settled."""
    page.evaluate("document.fonts.ready.then(() => true)")
    page.wait_for_load_state("networkidle")
    page.screenshot(path=HERE / f"{name}.png", full_page=full)


if __name__ == "__main__":
    main()
