"""Readings typed fast, offline, in two tabs or by two hands land where they belong; at rest nothing is asked."""

import json
import re
import time
from collections.abc import Iterator

import pytest
from playwright.sync_api import Browser, Page, Route, expect

from tests.browser.conftest import DESK, PHONE, open_page
from tests.browser.steps import GROUND, field, made_store, stand_at_levels, stand_at_square

REST_MS = 4000
STAIRS = {
    "shape": "walk",
    "steps": [
        {"go": "4'"},
        *({"turn": -90 if n % 2 else 90, "go": "4'"} for n in range(38)),
        {"turn": 90, "go": "20'"},
        {"turn": 90, "go": "80'"},
        {"turn": 90, "go": "96'"},
    ],
}


@pytest.mark.parametrize("stage", ["ground", "footprint", "boards", "square", "methods", "levels", "handover"])
def test_a_view_at_rest_asks_nothing(page: Page, stage: str) -> None:
    stand_at_levels(page, f"At rest, {stage}", GROUND)
    asked: list[str] = []
    page.on("request", lambda request: asked.append(request.url))
    page.goto(page.url.replace("/levels", f"/{stage}"))
    page.wait_for_load_state("load")
    # until what a view fetches while it opens is there, however busy the machine is
    known = -1
    while known < len(asked):
        known = len(asked)
        page.wait_for_timeout(1500)
    asked.clear()
    page.wait_for_timeout(REST_MS)
    # the stream of changes stays open and asks nothing anew
    assert asked == []


def test_opening_a_stage_asks_at_most_three_times(page: Page) -> None:
    """Also of a walk of many legs, each with a field of its own."""
    page.goto(f"{made_store(page, 'Many legs', STAIRS)}/handover")
    expect(page.get_by_role("heading", level=1)).to_be_visible(timeout=20_000)
    page.wait_for_timeout(500)
    asked: list[str] = []
    page.on("request", lambda request: asked.append(request.url) if "/api/" in request.url else None)
    names = ("On site", "Footprint", "Boards", "Square", "Levels")
    for stage, name in zip(("ground", "footprint", "boards", "square", "levels"), names, strict=True):
        asked.clear()
        page.get_by_role("navigation", name="Stages").get_by_role("link", name=name).click()
        expect(page).to_have_url(re.compile(stage))
        page.wait_for_timeout(1500)
        assert len(asked) <= 3, (stage, asked)


def shoot_fast(page: Page, readings: list[str]) -> None:
    """Type readings and Enter, without waiting for anything."""
    entry = page.get_by_label("Reading", exact=True)
    for reading in readings:
        entry.fill(reading)
        entry.press("Enter")


def rows_of(page: Page) -> list[str]:
    found: list[str] = page.get_by_role("table", name="Shots of setup 1").locator("tbody th").all_inner_texts()
    return [text.split("\n")[0].strip() for text in reversed(found)]


def test_readings_typed_fast_land_on_the_points_in_order(page: Page) -> None:
    stand_at_levels(page, "Typed fast", {"BM": "4 2"})
    shoot_fast(page, ["4 2 1/2", "5 2", "5 3", "4 3"])
    expect(page.get_by_role("table", name="Shots of setup 1").locator("tbody tr")).to_have_count(5)
    assert rows_of(page) == ["BM", "A", "B", "C", "D"]


def test_they_do_also_where_the_server_takes_its_time(page: Page) -> None:
    """Each reading is asked about before it is kept; what is typed meanwhile is for the next point."""
    stand_at_levels(page, "Typed fast, slow server", {"BM": "4 2"})

    def slowly(route: Route) -> None:
        time.sleep(0.4)
        route.continue_()

    page.route("**/api/level-readings", slowly)
    shoot_fast(page, ["4 2 1/2", "5 2", "5 3", "4 3"])
    expect(page.get_by_role("table", name="Shots of setup 1").locator("tbody th")).to_have_count(5, timeout=20_000)
    assert rows_of(page) == ["BM", "A", "B", "C", "D"]


def test_what_cannot_be_read_is_told_although_the_next_is_being_typed(page: Page) -> None:
    stand_at_levels(page, "Refused meanwhile", {"BM": "4 2"})
    held: list[Route] = []

    def hold(route: Route) -> None:
        held.append(route)

    page.route("**/api/level-readings", hold)
    shoot_fast(page, ["4 x"])
    page.get_by_label("Reading", exact=True).fill("5 2")
    page.wait_for_timeout(300)
    for route in held:  # the echo of what is typed now is among them
        route.continue_()
    expect(page.get_by_text("A, “4 x”")).to_be_visible()
    expect(page.get_by_label("Reading", exact=True)).to_have_value("5 2")


def test_readings_kept_offline_go_to_a_point_each(page: Page) -> None:
    stand_at_levels(page, "Offline heights", {"BM": "4 2"})
    page.context.set_offline(True)
    shoot_fast(page, ["4 2 1/2", "5 2", "5 3"])
    expect(page.get_by_text("kept here, waiting to be sent")).to_have_count(3)
    expect(page.get_by_label("Rod stands at")).to_have_value("D")
    page.context.set_offline(False)
    expect(page.get_by_role("table", name="Shots of setup 1").locator("tbody tr")).to_have_count(4, timeout=20_000)
    assert rows_of(page) == ["BM", "A", "B", "C"]


def test_a_small_letter_is_the_point_and_an_unknown_name_is_asked_about(page: Page) -> None:
    stand_at_levels(page, "Names", {"BM": "4 2"})
    page.get_by_label("Rod stands at").fill("c")
    shoot_fast(page, ["5 3"])
    expect(page.get_by_role("table", name="Shots of setup 1")).to_contain_text("C")
    page.get_by_label("Rod stands at").fill("Gatepost")
    shoot_fast(page, ["5"])
    expect(page.get_by_text("There is no point “Gatepost” yet.")).to_be_visible()
    page.get_by_role("button", name="Make it a new point").click()
    expect(page.get_by_role("table", name="Shots of setup 1")).to_contain_text("Gatepost")


def test_the_point_and_the_thing_chosen_outlast_a_reload(page: Page) -> None:
    stand_at_levels(page, "Reloaded", {"BM": "4 2"})
    page.get_by_label("Rod stands at").fill("C")
    page.get_by_label("On the ground, or on a thing").fill("form tops")
    page.get_by_label("Reading", exact=True).fill("3")
    page.reload()
    expect(page.get_by_label("Rod stands at")).to_have_value("C")
    expect(page.get_by_label("On the ground, or on a thing")).to_have_value("form tops")
    expect(page.get_by_label("Reading", exact=True)).to_have_value("3")


def test_a_benchmark_typed_and_not_kept_counts_when_the_instrument_stands(page: Page) -> None:
    stand_at_levels(page, "Benchmark")
    page.get_by_label("Its height").fill("100'")
    page.get_by_role("button", name="Instrument stands").click()
    shoot_fast(page, ["4"])
    expect(page.get_by_role("heading", name="Level line at 104′ 0″")).to_be_visible()


def test_striking_what_others_hang_on_asks_and_is_taken_back(page: Page) -> None:
    stand_at_levels(page, "Struck", GROUND)
    page.get_by_role("button", name="Strike BM 4' 2\"").click()
    asked = page.get_by_role("alertdialog")
    expect(asked).to_contain_text("Without it everything shot from there has no height")
    asked.get_by_role("button", name="Strike it anyway").click()
    expect(page.get_by_role("heading", name="Setup 1 has no height")).to_be_visible()
    page.get_by_role("button", name="Let BM 4' 2\" count again").click()
    expect(page.get_by_role("heading", name="Level line at 4′ 2″")).to_be_visible()


@pytest.fixture(params=[DESK, PHONE, {"width": 390, "height": 480}], ids=["desk", "phone", "keyboard up"])
def shouting(browser: Browser, site: str, request: pytest.FixtureRequest) -> Iterator[Page]:
    """Shouting pulls at three sizes, on a device that nobody has named yet."""
    page = open_page(browser, site, request.param, who=None)
    stand_at_square(page, "Shouted pulls")
    page.keyboard.press("s")
    yield page
    page.context.close()


def test_shout_stays_on_refusals_keeps_its_order_and_fits(shouting: Page) -> None:
    shout = shouting.get_by_role("dialog").filter(has=shouting.get_by_role("button", name="Keep"))
    entry = shout.get_by_role("textbox")
    expect(shout.get_by_text("A–B", exact=True)).to_be_visible()
    number = shout.locator(".shout").bounding_box()
    box = shout.locator(".box").bounding_box()
    assert number
    assert box
    assert number["width"] <= box["width"] + 1
    assert shout.evaluate("dialog => dialog.scrollHeight <= dialog.clientHeight + 1")

    entry.fill("abc")
    entry.press("Enter")
    expect(shout.get_by_role("alert")).to_be_visible()
    expect(entry).to_have_value("abc")
    expect(shout.get_by_text("A–B", exact=True)).to_be_visible()

    entry.fill("45")
    expect(shout.get_by_text("= 45′ 0″")).to_be_visible()
    entry.press("Enter")
    # the first reading of a device asks who holds the tape: above Shout, with the caret in its field
    expect(shouting.get_by_label("Your name")).to_be_focused()
    shouting.keyboard.type("Ines")
    shouting.get_by_role("button", name="Keep it").click()
    expect(shout.get_by_text("B–C", exact=True)).to_be_visible()
    shout.get_by_role("button", name="Next").click()
    expect(shout.get_by_text("C–D", exact=True)).to_be_visible()
    shout.get_by_role("button", name="Back").focus()
    shouting.keyboard.press("Space")
    expect(shout.get_by_text("B–C", exact=True)).to_be_visible()


def test_two_hands_at_one_pull_both_count_until_one_is_chosen(browser: Browser, site: str) -> None:
    ines, bram = (open_page(browser, site, DESK, who=who) for who in ("Ines", "Bram"))
    stand_at_square(ines, "One pull")
    bram.goto(ines.url)
    field(bram, "A–B").fill("45' 1/16\"")
    field(ines, "A–B").fill("45")
    field(ines, "A–B").press("Enter")
    row = bram.get_by_role("listitem").filter(has=field(bram, "A–B"))
    expect(row).not_to_have_attribute("data-state", "open")
    field(bram, "A–B").press("Enter")
    both = row.get_by_role("status")
    expect(both).to_contain_text("Ines read 45′ 0″, Bram 45′ 0 1/16″: both count.")
    both.get_by_role("button", name="only 45′ 0 1/16″").click()
    expect(both).to_have_count(0)
    for page in (ines, bram):
        page.context.close()


def test_a_correction_typed_while_the_first_reading_waits_is_kept(page: Page) -> None:
    stand_at_square(page, "Corrected offline")
    page.context.set_offline(True)
    row = page.get_by_role("listitem").filter(has=field(page, "A–B"))
    for text in ("45", "45' 1/8\""):
        field(page, "A–B").fill(text)
        field(page, "A–B").press("Enter")
        # no hand is quicker than the row that says the reading is kept
        expect(row).not_to_have_attribute("data-state", "open")
    expect(field(page, "A–B")).to_have_value("45' 1/8\"")
    page.context.set_offline(False)
    expect(row).to_have_attribute("data-state", "read", timeout=20_000)
    page.get_by_role("tab", name="Record").click()
    page.get_by_text("All 2 readings").click()
    expect(page.get_by_text("struck by Ines")).to_have_count(1)


def test_two_tabs_send_what_both_of_them_kept(page: Page) -> None:
    stand_at_square(page, "Two tabs")
    other = page.context.new_page()
    other.goto(page.url)
    expect(other.get_by_role("heading", name="Pull the first round")).to_be_visible()
    page.context.set_offline(True)
    for tab, pair in ((page, "A–B"), (other, "B–C")):
        field(tab, pair).fill("45" if pair == "A–B" else "28 6")
        field(tab, pair).press("Enter")
    page.wait_for_timeout(300)
    kept = page.evaluate(
        """() => new Promise((resolve) => {
            indexedDB.open("anvilhead.outbox").onsuccess = ({ target }) => {
                const shelf = target.result.transaction("parcels").objectStore("parcels");
                shelf.count().onsuccess = (counted) => resolve(counted.target.result);
            };
        })"""
    )
    assert kept == 2
    page.context.set_offline(False)
    for pair in ("A–B", "B–C"):
        row = page.get_by_role("listitem").filter(has=field(page, pair))
        expect(row).to_have_attribute("data-state", "read", timeout=25_000)


def test_what_was_not_taken_is_told_on_every_page(page: Page) -> None:
    stand_at_square(page, "Not taken")
    page.route("**/pulls", lambda route: route.fulfill(
        status=422, content_type="application/problem+json",
        body=json.dumps({"detail": "That cannot be.", "code": "x", "problems": []})))  # fmt: skip
    field(page, "A–B").fill("45")
    field(page, "A–B").press("Enter")
    expect(page.get_by_text("That cannot be.")).to_be_visible()
    page.goto("/")
    told = page.get_by_role("status").filter(has_text="1 thing you recorded was not taken.")
    told.get_by_role("button", name="Look").click()
    panel = page.get_by_role("dialog", name="Not taken")
    expect(panel).to_contain_text("Reading A–B 45")
    page.unroute("**/pulls")
    panel.get_by_role("button", name="send it again").click()
    expect(told).to_have_count(0)


def test_a_server_that_fails_is_tried_again_and_nothing_is_lost(page: Page) -> None:
    stand_at_square(page, "Server fails")
    failed: list[str] = []

    def fail_twice(route: Route) -> None:
        if len(failed) < 2:
            failed.append(route.request.url)
            route.fulfill(status=500, body=json.dumps({"detail": "x"}), content_type="application/problem+json")
        else:
            route.continue_()

    page.route("**/pulls", fail_twice)
    field(page, "A–B").fill("45")
    field(page, "A–B").press("Enter")
    row = page.get_by_role("listitem").filter(has=field(page, "A–B"))
    expect(row).to_have_attribute("data-state", "read", timeout=20_000)


def test_storage_that_is_full_is_said(page: Page) -> None:
    stand_at_square(page, "Full")
    page.evaluate("void (IDBObjectStore.prototype.put = () => { throw new DOMException('', 'QuotaExceededError') })")
    page.context.set_offline(True)
    field(page, "A–B").fill("45")
    field(page, "A–B").press("Enter")
    expect(page.get_by_text("This device cannot keep readings")).to_be_visible()
    page.context.set_offline(False)


def test_two_people_plan_heights_and_both_are_kept(browser: Browser, site: str) -> None:
    ines, bram = (open_page(browser, site, DESK, who=who) for who in ("Ines", "Bram"))
    stand_at_levels(ines, "Two planners", GROUND)
    bram.goto(ines.url)
    for page, thing, height in ((ines, "form tops", "1"), (bram, "post tops", "2")):
        page.get_by_role("tab", name="To height").click()
        page.get_by_label("Thing", exact=True).select_option(thing)
        page.get_by_label("Height", exact=True).fill(height)
    # Bram's page has not heard of what Ines keeps: his change comes second
    bram.route("**/changes", lambda route: route.abort())
    ines.get_by_role("button", name="Keep it").click()
    expect(ines.get_by_role("list", name="form tops, point by point")).to_be_visible()
    bram.get_by_role("button", name="Keep it").click()
    expect(bram.get_by_role("list", name="post tops, point by point")).to_be_visible()
    for page in (ines, bram):
        page.reload()
        page.get_by_role("tab", name="To height").click()
        for thing in ("form tops", "post tops"):
            expect(page.get_by_role("radio", name=thing)).to_be_visible()
        page.context.close()
