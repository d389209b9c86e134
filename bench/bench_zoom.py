"""Frames while the drawing of 40 corners, with its families, boards and nails, is zoomed in Chromium."""

import json
import urllib.request
from typing import Any

from playwright.sync_api import Page, sync_playwright

from anvilhead.launch.paths import CHROMIUM
from bench.plans import comb
from bench.running import running_demo
from bench.side_by_side import report

CORNERS = 40
FRAMES = 90
ZOOMING = """(frames) => new Promise((done) => {
    const sheet = document.querySelector('[aria-label^="Plan of"]');
    const box = sheet.getBoundingClientRect();
    const middle = { clientX: box.x + box.width / 2, clientY: box.y + box.height / 2 };
    const times = [];
    let last = performance.now();
    function frame(now) {
        times.push(now - last);
        last = now;
        if (times.length > frames) return done(times.slice(1));
        const deltaY = times.length % 30 < 15 ? -40 : 40;
        sheet.dispatchEvent(new WheelEvent('wheel', { deltaY, ...middle, bubbles: true, cancelable: true }));
        requestAnimationFrame(frame);
    }
    requestAnimationFrame(frame);
})"""


def job() -> bytes:
    """A job file with the plan to be drawn."""
    request = comb(CORNERS)
    structure = {"id": "comb", **request["plan"]}
    file = {"format": "anvilhead-job", "version": 1, "name": "Comb", "units": "m", "structures": [structure]}
    return json.dumps(file).encode()


def open_plan(page: Page, site: str) -> None:
    """Bring the plan in and open the view that draws all of it."""
    headers = {"Content-Type": "application/json", "Anvilhead-Who": "bench"}
    with urllib.request.urlopen(urllib.request.Request(f"{site}/api/jobs/files", job(), headers)) as answer:
        made: dict[str, Any] = json.load(answer)
    page.goto(f"{site}/jobs/{made['id']}/{made['structures'][0]['id']}/boards")
    page.get_by_role("tab", name="Nails").click()
    page.locator("svg .family").first.wait_for()


def main() -> None:
    with running_demo() as site, sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=f"/usr/bin/{CHROMIUM}", args=["--no-sandbox"])
        page = browser.new_page(viewport={"width": 1280, "height": 800})
        open_plan(page, site)
        times = sorted(page.evaluate(ZOOMING, FRAMES))
        browser.close()
    print(f"  frame while zooming: median {times[len(times) // 2]:.1f} ms, slowest tenth {times[-9]:.1f} ms")
    report("frames a second while the drawing is zoomed in Chromium", 1000 / (sum(times) / len(times)), "60", "")


if __name__ == "__main__":
    main()
