"""What a builder does, in the words of the screens."""

from uuid import uuid4

from playwright.sync_api import Locator, Page, expect

# the far side of a 44' × 27' 6" store has slid about 3/4" toward C; a foot is burned
SLID = {"A–B": "45", "B–C": "28 5 7/8", "C–D": "45'", "D–A": "28' 6 1/8\"", "A–C": "52-11-1/8", "B–D": "52' 10 1/16\""}
TRUE = {"A–B": "45", "B–C": "28 6", "C–D": "45", "D–A": "28 6", "A–C": "52 10 5/8", "B–D": "52 10 5/8"}


def make_store(page: Page, job: str = "Gannet Slip") -> None:
    """Make a job with the boat store and come out at its boards."""
    page.goto("/jobs/new")
    page.get_by_label("Job, as the crew calls it").fill(job)
    page.get_by_label("What is set out").fill("Boat store")
    page.get_by_label("Length, A to B").fill("44")
    page.get_by_label("Width, B to C").fill("27 6")
    page.get_by_role("button", name="Set it out").click()
    expect(page.get_by_role("heading", name="Where the boards stand")).to_be_visible()


def stand_at_boards(page: Page, job: str = "Gannet Slip") -> None:
    """The boards of a fresh store, made without the screens: for tests of what comes after them."""
    page.goto(f"{_made_store(page, job)}/boards")
    expect(page.get_by_role("heading", name="Where the boards stand")).to_be_visible()


def stand_at_square(page: Page, job: str = "Gannet Slip") -> None:
    """The call sheet of a fresh store, made without the screens."""
    page.goto(f"{_made_store(page, job)}/square")
    expect(page.get_by_role("heading", name="Pull the first round")).to_be_visible()


def _made_store(page: Page, job: str) -> str:
    store = {
        "id": str(uuid4()),
        "name_in_file": "boat-store",
        "plan": {
            "name": "Boat store",
            "kind": "building",
            "footprint": {"shape": "rectangle", "length": "44", "width": "27 6"},
        },
    }
    body = {"id": str(uuid4()), "name": job, "units": "ft-in", "burn": "1'", "structure": store}
    made = page.request.post("/api/jobs", data=body, headers={"Anvilhead-Who": "Ines"})
    assert made.ok, made.text()
    return f"/jobs/{body['id']}/{store['id']}"


def go_square(page: Page) -> None:
    """From the boards to the strings."""
    page.get_by_role("link", name="Boards are up: square the strings").click()
    expect(page.get_by_role("heading", name="Pull the first round")).to_be_visible()


def field(page: Page, pair: str) -> Locator:
    """The entry of one pull."""
    start, end = pair.split("–")
    return page.get_by_role("textbox", name=f"Reading {start} to {end}")


def enter(page: Page, pair: str, reading: str) -> None:
    """Type a reading, Enter, and wait until it is kept."""
    entry = field(page, pair)
    entry.fill(reading)
    entry.press("Enter")
    row = page.get_by_role("listitem").filter(has=entry)
    expect(row).to_have_attribute("data-state", "read")


def enter_round(page: Page, readings: dict[str, str]) -> None:
    """Type a whole round."""
    for pair, reading in readings.items():
        enter(page, pair, reading)


def show_record(page: Page, readings: int) -> None:
    """Open the list of all readings."""
    page.get_by_role("tab", name="Record").click()
    page.get_by_text(f"All {readings} readings").click()
