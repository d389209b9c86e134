"""Takes the pictures of this folder from a fresh demo.

Run `./anvilhead test` once, then `PYTHONPATH=src:. .venv/bin/python docs/screenshots/take.py`.  It starts a demo
of its own in a temporary folder, works through it as a builder would, and writes each picture.
"""

from pathlib import Path

from bench.running import running_demo
from playwright.sync_api import Browser, Page, ViewportSize, expect, sync_playwright

from anvilhead.launch.paths import CHROMIUM

HERE = Path(__file__).parent
DESK: ViewportSize = {"width": 1280, "height": 800}
PHONE: ViewportSize = {"width": 390, "height": 844}
FIRST_ROUND = ("45'", "28' 5 7/8\"", "45'", "28' 6 1/8\"", "52' 11 1/8\"", "52' 10 1/16\"")
FLAGS = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-background-networking",
    "--host-resolver-rules=MAP * ~NOTFOUND , EXCLUDE 127.0.0.1",
]


def main() -> None:
    with running_demo() as site, sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=f"/usr/bin/{CHROMIUM}", args=FLAGS)
        take(browser, site)
        browser.close()


def take(browser: Browser, site: str) -> None:
    """Every picture, in the order in which a job goes."""
    desk, phone = device(browser, site, DESK), device(browser, site, PHONE)
    take_plans(desk)
    take_squaring(desk, phone)
    take_levels(device(browser, site, DESK), phone)
    take_made(device(browser, site, DESK))
    take_days(device(browser, site, DESK), phone)
    take_crew(device(browser, site, DESK), device(browser, site, PHONE))


def take_days(desk: Page, phone: Page) -> None:
    """The week, where a crew is stopped, what is on record, and what is handed over."""
    loft = structure(desk, "Net loft")
    job = loft.rsplit("/", 1)[0]
    desk.goto(f"{job}/days")
    expect(desk.get_by_role("list", name="Days", exact=True)).to_be_visible()
    picture(desk, "days")
    desk.goto(f"{job}/record")
    desk.get_by_label("Words").fill("round 4")
    expect(desk.get_by_role("link", name="See it").first).to_be_visible()
    picture(desk, "record")
    desk.goto(f"{loft}/handover")
    desk.get_by_role("tab", name="As built").click()
    expect(desk.get_by_role("heading", name="Sides and diagonals")).to_be_visible()
    picture(desk, "as-built")
    phone.goto(f"{structure(phone, 'Hardstand')}/build")
    stop = phone.get_by_role("heading", name="Stop before the pour")
    expect(stop).to_be_visible()
    stop.evaluate("one => one.scrollIntoView()")
    picture(phone, "phone-stop")


def take_plans(desk: Page) -> None:
    """The yard, and everything before the first pull."""
    desk.goto("/")
    expect(desk.get_by_text("Honey house", exact=True)).to_be_visible()
    picture(desk, "yard")
    loft = structure(desk, "Net loft")
    desk.goto(f"{loft}/ground")
    expect(desk.get_by_role("table", name="Room around it")).to_be_visible()
    picture(desk, "ground")
    desk.goto(f"{loft}/footprint")
    desk.get_by_role("tab", name="Lines beside").click()
    expect(desk.locator("svg .family").first).to_be_visible()
    picture(desk, "footprint")
    desk.goto(f"{loft}/boards")
    picture(desk, "boards")
    desk.goto(f"{loft}/methods")
    expect(desk.get_by_role("table", name="Methods compared")).to_be_visible()
    picture(desk, "methods")


def take_squaring(desk: Page, phone: Page) -> None:
    """The boat store's first round, on the table and in the glove; the net loft's three; and a slip."""
    boat_store = structure(desk, "Boat store")
    desk.goto(f"{boat_store}/square")
    read_round(desk, FIRST_ROUND)
    expect(desk.get_by_role("heading", name="Move six nails")).to_be_visible()
    picture(desk, "square-moves")

    phone.goto(f"{boat_store}/square")
    expect(phone.get_by_role("heading", name="Move six nails")).to_be_visible()
    picture(phone, "phone-square", full=True)

    desk.goto(f"{structure(desk, 'Net loft')}/square")
    expect(desk.get_by_role("figure", name="Worst corner by round")).to_be_visible()
    picture(desk, "square-accepted")
    desk.goto("/")
    desk.get_by_role("link", name="Mead cellar").click()
    expect(desk.get_by_role("heading", name="Something is wrong")).to_be_visible()
    desk.keyboard.press("d")
    picture(desk, "square-slip-dusk")


def take_made(desk: Page) -> None:
    """A fence on its run, and the forms of a slab."""
    desk.goto(f"{structure(desk, 'Yard fence')}/marks")
    expect(desk.get_by_role("table", name="Posts of the fence")).to_be_visible()
    picture(desk, "marks")
    desk.goto(f"{structure(desk, 'Hardstand')}/build")
    expect(desk.get_by_role("list", name="Forms side by side")).to_be_visible()
    picture(desk, "build")


def take_levels(desk: Page, phone: Page) -> None:
    """A morning with laser and hose; a slab that is too thin; a level that fails its test."""
    loft = structure(desk, "Net loft")
    desk.goto(f"{loft}/levels")
    expect(desk.get_by_role("heading", name="Level line at")).to_be_visible()
    picture(desk, "levels-shoot")
    desk.goto(f"{structure(desk, 'Hardstand')}/levels")
    desk.get_by_role("tab", name="Slab").click()
    expect(desk.get_by_text("Too thin at H7")).to_be_visible()
    picture(desk, "levels-slab")


def take_crew(desk: Page, phone: Page) -> None:
    """What stands on the shelf, one instrument of it opened; a receiver slid on its rod in the practice yard."""
    desk.goto("/shelf")
    desk.get_by_role("button", name="Tape 5").click()
    expect(desk.get_by_text("off every reading")).to_be_visible()
    picture(desk, "shelf")
    phone.goto("/practice")
    phone.get_by_role("button", name="Begin Boards to height").click()
    phone.get_by_role("link", name="On to the instruments").click()
    phone.get_by_role("button", name="Set up the rotating laser").click()
    phone.get_by_role("button", name="Read BM").click()
    for _ in range(3):
        phone.get_by_role("button", name="up much").click()
    expect(phone.get_by_text("Slide the receiver")).to_be_visible()
    phone.get_by_role("form", name="Write down BM").scroll_into_view_if_needed()
    picture(phone, "phone-practice")


def structure(page: Page, name: str) -> str:
    """Address of a sample structure, without its stage."""
    page.goto("/")
    page.get_by_role("link", name=name).click()
    expect(page.get_by_role("navigation", name="Stages")).to_be_visible()
    return page.url.rsplit("/", 1)[0]


def device(browser: Browser, site: str, size: ViewportSize) -> Page:
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
