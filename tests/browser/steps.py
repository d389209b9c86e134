"""What a builder does, in the words of the screens."""

from collections.abc import Callable, Mapping
from uuid import uuid4

from playwright.sync_api import Locator, Page, expect

# the far side of a 44' × 27' 6" store has slid about 3/4" toward C; a foot is burned
SLID = {"A–B": "45", "B–C": "28 5 7/8", "C–D": "45'", "D–A": "28' 6 1/8\"", "A–C": "52-11-1/8", "B–D": "52' 10 1/16\""}
WHO = {"Anvilhead-Who": "Ines"}
GROUND = {"BM": "4 2", "A": "4 2 1/2", "B": "5 2", "C": "5 3", "D": "4 3"}
"""Ground that falls a foot from A to B, from a benchmark at nothing."""
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
    page.goto(f"{made_store(page, job)}/boards")
    expect(page.get_by_role("heading", name="Where the boards stand")).to_be_visible()


def stand_at_square(page: Page, job: str = "Gannet Slip") -> None:
    """The call sheet of a fresh store, made without the screens."""
    page.goto(f"{made_store(page, job)}/square")
    expect(page.get_by_role("heading", name="Pull the first round")).to_be_visible()


def stand_at_levels(page: Page, job: str = "Gannet Slip", readings: dict[str, str] | None = None) -> None:
    """The levels of a fresh store; with readings, a laser stands there and has shot them."""
    store = made_store(page, job)
    if readings:
        base = f"/api/structures/{store.rsplit('/', 1)[1]}/levels"
        setup = {"id": str(uuid4()), "units": "ft-in", "instrument": "laser", "rod": "ft-in"}
        assert page.request.post(f"{base}/setups", data=setup, headers=WHO).ok
        for at, reading in readings.items():
            shot = {"id": str(uuid4()), "rod": "ft-in", "at": at, "reading": reading}
            answer = page.request.post(f"{base}/setups/{setup['id']}/shots", data=shot, headers=WHO)
            assert answer.ok, answer.text()
    page.goto(f"{store}/levels")
    expect(page.get_by_role("tab", name="Shoot")).to_be_visible()


RECTANGLE = {"shape": "rectangle", "length": "44", "width": "27 6"}


def made_store(page: Page, job: str, footprint: Mapping[str, object] | None = None) -> str:
    """Make a job with a boat store, without the screens; answers its address."""
    store = {
        "id": str(uuid4()),
        "name_in_file": "boat-store",
        "plan": {"name": "Boat store", "kind": "building", "footprint": footprint or RECTANGLE},
    }
    body = {"id": str(uuid4()), "name": job, "units": "ft-in", "burn": "1'", "structure": store}
    made = page.request.post("/api/jobs", data=body, headers=WHO)
    assert made.ok, made.text()
    look_at(page, str(store["id"]), "stakes")
    return f"/jobs/{body['id']}/{store['id']}"


def look_at(page: Page, structure: str, what: str) -> None:
    """Everything that stops some work was looked at, for the whole job, without the screens."""
    for hold in page.request.get(f"/api/structures/{structure}/dangers").json()["holds"]:
        if what in hold["stops"] and hold["state"] in ("open", "lapsed"):
            seen = list(range(len(hold["look"])))
            body = {"id": str(uuid4()), "hold": hold["hold"], "doing": "seen", "seen": seen, "whole_job": True}
            answer = page.request.post(f"/api/structures/{structure}/holds", data=body, headers=WHO)
            assert answer.ok, answer.text()


def go_square(page: Page) -> None:
    """From the boards to the strings, with nothing that stops."""
    expect(page.get_by_role("heading", name="Where the boards stand")).to_be_visible()
    look_at(page, page.url.split("/")[-2], "stakes")
    page.get_by_role("link", name="Boards are up: square the strings").click()
    expect(page.get_by_role("heading", name="Pull the first round")).to_be_visible()


def until(page: Page, holds: Callable[[], bool], within_ms: int = 8000) -> None:
    """Wait for what no locator can say: a drawing that moves."""
    for _ in range(within_ms // 100):
        if holds():
            return
        page.wait_for_timeout(100)
    raise AssertionError(f"still not so after {within_ms} ms")


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
