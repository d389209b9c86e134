"""Hold points, days, notes, the record and handing over, as a lead does them: at both sizes, with mistakes, offline."""

import io
import re
from datetime import date, timedelta
from uuid import uuid4

import pytest
from PIL import Image
from playwright.sync_api import Browser, Page, Route, expect

from tests.api.test_trends import yard
from tests.browser.conftest import PHONE, open_page
from tests.browser.steps import TRUE, WHO, enter_round, field, look_at, made_store, stand_at_square, until

BEFORE_STAKES = ("Utilities are marked", "The boundary is confirmed", "Permit and setbacks")


def fresh_store(page: Page, job: str) -> str:
    """The address of a store of which nothing was looked at yet."""
    address = made_store(page, job)
    for hold in ("locate", "boundary", "setbacks"):
        body = {"id": str(uuid4()), "hold": hold, "doing": "back", "whole_job": True}
        answer = page.request.post(f"/api/structures/{address.rsplit('/', 1)[1]}/holds", data=body, headers=WHO)
        assert answer.ok, answer.text()
    return address


def look_through(page: Page, title: str) -> None:
    """Tick everything of a hold point, and say so."""
    hold = page.get_by_role("region", name=title)
    expect(hold.get_by_role("checkbox").first).to_be_visible()
    for box in hold.get_by_role("checkbox").all():
        box.check()
    hold.get_by_role("button", name="I looked at all of it").click()
    expect(hold).to_have_count(0)


class TestHolds:
    def test_no_reading_before_they_were_looked_at(self, sized_page: Page) -> None:
        page = sized_page
        page.goto(f"{fresh_store(page, 'Stopped')}/square")
        expect(page.get_by_role("heading", name="Stop before the first stake")).to_be_visible()
        expect(field(page, "A–B")).to_have_count(0)
        hold = page.get_by_role("region", name=BEFORE_STAKES[0])
        expect(hold.get_by_role("button", name="I looked at all of it")).to_be_disabled()
        for title in BEFORE_STAKES:
            look_through(page, title)
        expect(field(page, "A–B")).to_be_visible()
        page.reload()
        expect(field(page, "A–B")).to_be_visible()

    def test_past_it_by_name_and_reason_which_stands_on_every_screen(self, sized_page: Page) -> None:
        page = sized_page
        address = fresh_store(page, "Gone past")
        page.goto(f"{address}/square")
        hold = page.get_by_role("region", name=BEFORE_STAKES[0])
        hold.get_by_role("button", name="Go past it…").click()
        expect(hold.get_by_role("button", name="Go past it, by my name")).to_be_disabled()
        hold.get_by_label("Why it is right").fill("Sand fill of last year, nothing in it")
        hold.get_by_role("button", name="Go past it, by my name").click()
        for stage in ("boards", "levels", "handover"):
            page.goto(f"{address}/{stage}")
            past = page.get_by_text("Gone past without it: utilities are marked.")
            expect(past).to_be_visible()
        expect(page.get_by_text("Sand fill of last year, nothing in it")).to_be_visible()

    def test_another_device_sees_the_way_open(self, page: Page, browser: Browser, site: str) -> None:
        address = fresh_store(page, "Two devices")
        other = open_page(browser, site, PHONE, who="Tomas")
        other.goto(f"{address}/square")
        expect(other.get_by_role("heading", name="Stop before the first stake")).to_be_visible()
        look_at(page, address.rsplit("/", 1)[1], "stakes")
        expect(field(other, "A–B")).to_be_visible()
        other.context.close()


def go_days(page: Page, job: str) -> None:
    """The days of a fresh job, its tasks made from its plan."""
    address = made_store(page, job)
    page.goto(f"{address.rsplit('/', 1)[0]}/days")
    page.get_by_role("button", name="Make them from the plans, from today on").click()
    expect(page.get_by_role("button", name=re.compile("Boat store: stakes and boards"))).to_be_visible()


class TestDays:
    def test_a_ticket_is_typed_wrong_told_and_typed_right(self, sized_page: Page) -> None:
        page = sized_page
        go_days(page, "Ticketed")
        expect(page.get_by_text("no locate ticket covers it")).to_be_visible()
        page.get_by_role("button", name="New ticket").click()
        form = page.get_by_role("form", name="New ticket")
        form.get_by_label("Its number").fill("L-77")
        form.get_by_label("Asked on").fill((date.today() - timedelta(days=10)).isoformat())
        form.get_by_label("Working days of notice").fill("2")
        form.get_by_label("Lasts, in days").fill("1")
        form.get_by_role("button", name="Keep this ticket").click()
        expect(form.get_by_role("alert")).to_contain_text("before digging may begin")
        form.get_by_label("Lasts, in days").fill("30")
        form.get_by_role("button", name="Keep this ticket").click()
        expect(page.get_by_text("Ticket L-77: 21 days left, today counted.")).to_be_visible()
        page.get_by_label("Another utility on ticket L-77").fill("Gas")
        page.get_by_label("Another utility on ticket L-77").press("Enter")
        expect(page.get_by_text("no answer yet from Gas")).to_be_visible()
        page.get_by_role("radiogroup", name="What Gas answered").get_by_role("radio", name="marked").click()
        expect(page.get_by_text("no answer yet from Gas")).to_have_count(0)

    def test_what_a_slip_moves_and_a_task_that_is_done(self, sized_page: Page) -> None:
        page = sized_page
        go_days(page, "Slips")
        page.get_by_role("button", name=re.compile("Boat store: stakes and boards")).click()
        task = page.get_by_role("dialog", name="Boat store: stakes and boards")
        task.get_by_role("button", name="+1 day").click()
        expect(task.get_by_role("status")).to_contain_text("takes 1 day longer: 1 other later, the end moves from")
        task.get_by_label("Done on").fill(date.today().isoformat())
        expect(task.get_by_role("button", name="Not done after all")).to_be_visible()
        page.keyboard.press("Escape")
        expect(page.get_by_role("button", name=re.compile("stakes and boards.*done"))).to_be_visible()
        page.get_by_role("button", name="Undo", exact=True).click()
        expect(page.get_by_role("button", name=re.compile("stakes and boards.*done"))).to_have_count(0)
        page.get_by_role("button", name="Redo").click()
        expect(page.get_by_role("button", name=re.compile("stakes and boards.*done"))).to_be_visible()

    def test_a_task_of_ones_own_a_call_and_the_weather(self, page: Page) -> None:
        go_days(page, "Own task")
        page.get_by_role("tab", name="Tasks").click()
        form = page.get_by_role("form", name="New task")
        form.get_by_label("What is done").fill("Clear the brush")
        form.get_by_label("Comes before").select_option(label="Boat store: stakes and boards")
        form.get_by_role("button", name="Keep this task").click()
        expect(page.get_by_role("button", name=re.compile("Clear the brush")).first).to_be_visible()
        page.get_by_role("tab", name="Calls and weather").click()
        booking = page.get_by_role("form", name="New booking")
        booking.locator("select").first.select_option("machine")
        booking.get_by_label("It must be there for").select_option(label="Clear the brush")
        booking.get_by_label("Working days between").fill("2")
        booking.get_by_role("button", name="Keep this booking").click()
        expect(page.get_by_text("A machine: for")).to_be_visible()
        sky = page.get_by_role("form", name="Weather")
        sky.locator("select").select_option("other")
        sky.get_by_role("textbox", name="From").fill((date.today() + timedelta(days=2)).isoformat())
        sky.get_by_role("textbox", name="To").fill((date.today() + timedelta(days=1)).isoformat())
        sky.get_by_role("button", name="Stop all work").click()
        expect(sky.get_by_role("alert")).to_contain_text("ends before it begins")

    def test_a_page_for_tomorrow_and_a_calendar(self, page: Page) -> None:
        go_days(page, "On paper")
        with page.expect_download() as got:
            page.get_by_role("link", name="Tomorrow’s page (PDF)").click()
        assert got.value.path().read_bytes().startswith(b"%PDF")
        with page.expect_download() as got:
            page.get_by_role("link", name="Calendar (iCal)").click()
        assert b"BEGIN:VEVENT" in got.value.path().read_bytes()


def photo() -> dict[str, object]:
    out = io.BytesIO()
    Image.new("RGB", (400, 300), (90, 120, 60)).save(out, "JPEG")
    return {"name": "roots.jpg", "mimeType": "image/jpeg", "buffer": out.getvalue()}


class TestNotes:
    def test_a_photo_taken_without_signal_is_sent_later_and_pinned(self, sized_page: Page) -> None:
        page = sized_page
        stand_at_square(page, "Roots")
        page.context.set_offline(offline=True)
        page.get_by_role("button", name="notes").click()
        notes = page.get_by_role("dialog", name="Notes: Boat store")
        notes.get_by_label("What is to be kept").fill("Roots under the stake")
        notes.locator("select").select_option("C")
        notes.get_by_label("Photo").set_input_files(photo())  # type: ignore[arg-type]
        notes.get_by_role("button", name="Keep this note").click()
        expect(notes.get_by_text("On this device; sent when Anvilhead is back.")).to_be_visible()
        expect(notes.get_by_text("on its way")).to_be_visible()
        page.context.set_offline(offline=False)
        expect(notes.get_by_role("img", name="Roots under the stake")).to_be_visible(timeout=20_000)
        expect(notes.get_by_text("on its way")).to_have_count(0)
        page.keyboard.press("Escape")
        expect(page.get_by_role("button", name="notes 1")).to_be_visible()
        expect(page.locator("g.note")).to_have_count(1)

    def test_what_is_said_can_be_heard_before_and_after_it_is_sent(self, page: Page) -> None:
        """A microphone that hums: the browser's own stand-in."""
        refused: list[str] = []
        page.on("console", lambda told: refused.append(told.text) if told.type == "error" else None)
        stand_at_square(page, "Said aloud")
        page.get_by_role("button", name="notes").click()
        notes = page.get_by_role("dialog", name="Notes: Boat store")
        notes.get_by_role("button", name="Say it").click()
        expect(notes.get_by_role("button", name="Stop, 1 s")).to_be_visible()
        notes.get_by_role("button", name="Stop").click()
        lasts = (
            "sound => new Promise(done => { sound.onloadeddata = () => done(true); sound.onerror = () => done(false);"
        )
        plays = lasts + " sound.load(); })"
        assert notes.locator("audio").evaluate(plays)
        notes.get_by_role("button", name="Keep this note").click()
        kept = notes.get_by_role("listitem").locator("audio")
        expect(kept).to_have_attribute("src", re.compile("/api/media/"))
        assert kept.evaluate(plays)
        assert refused == []

    def test_a_page_of_text_is_no_photo(self, page: Page) -> None:
        stand_at_square(page, "No photo")
        page.get_by_role("button", name="notes").click()
        notes = page.get_by_role("dialog", name="Notes: Boat store")
        bad = {"name": "a.jpg", "mimeType": "image/jpeg", "buffer": b"<html><body>no</body></html>"}
        notes.get_by_label("Photo").set_input_files(bad)  # type: ignore[arg-type]
        notes.get_by_role("button", name="Keep this note").click()
        told = notes.get_by_role("alert").filter(has_text="This is a page of text, not a photo")
        expect(told).to_be_visible()
        told.get_by_role("button", name="throw it away").click()
        expect(told).to_have_count(0)


class TestRecord:
    def test_sought_by_word_and_stage_and_shown_in_its_place(self, sized_page: Page) -> None:
        page = sized_page
        stand_at_square(page, "Sought")
        enter_round(page, dict(list(TRUE.items())[:2]))
        page.get_by_role("link", name="record").click()
        entries = page.get_by_role("main").get_by_role("listitem")
        expect(entries.filter(has_text="A–B read 45")).to_have_count(1)
        page.get_by_label("Words").fill("28' 6")
        expect(entries).to_have_count(1)
        expect(entries).to_contain_text("instrument: steel tape; means: 27")
        page.get_by_label("Words").fill("nobody said this")
        expect(page.get_by_text("Nothing in the record is like that.")).to_be_visible()
        page.get_by_role("button", name="Show all").click()
        page.get_by_label("Stage").select_option("square")
        expect(entries).to_have_count(2)
        entries.first.get_by_role("link", name="See it").click()
        expect(page.locator("circle.sought")).to_have_count(2)


class TestHandingOver:
    def test_signed_and_void_once_another_reading_is_accepted(self, sized_page: Page) -> None:
        page = sized_page
        stand_at_square(page, "Signed")
        address = page.url.rsplit("/", 1)[0]
        enter_round(page, TRUE)
        page.get_by_role("button", name="Accept round 1").click()
        page.get_by_role("button", name="Accept round 1").click()
        expect(page.get_by_text("Accepted by Ines").first).to_be_visible()
        page.goto(f"{address}/handover")
        page.get_by_role("tab", name="As built").click()
        expect(page.get_by_role("heading", name="Sides and diagonals")).to_be_visible()
        page.get_by_role("button", name="Sign this record").click()
        expect(page.get_by_text("It stands.")).to_be_visible()
        page.goto(f"{address}/footprint")
        page.get_by_label("Length, A to B").fill("43")
        until(page, lambda: page.get_by_role("button", name="Save plan").is_enabled())
        page.get_by_role("button", name="Save plan").click()
        expect(page.get_by_text("Kept.")).to_be_visible()
        page.goto(f"{address}/handover")
        page.get_by_role("tab", name="As built").click()
        expect(page.get_by_text("it no longer stands")).to_be_visible()


@pytest.mark.parametrize("what", ["job", "structure"])
def test_what_was_thrown_away_is_brought_back_from_the_yard(page: Page, what: str) -> None:
    address = made_store(page, f"Thrown {what}")
    if what == "structure":
        structure = address.rsplit("/", 1)[1]
        body = {"id": "7b0c5d5e-0a4b-4c38-9a53-0d8f0b1f2c01", "name_in_file": "copy", "name": "Thrown copy"}
        assert page.request.post(f"/api/structures/{structure}/copies", data=body, headers=WHO).ok
        assert page.request.delete(f"/api/structures/{body['id']}", headers=WHO).ok
    else:
        assert page.request.delete(f"/api{address.rsplit('/', 1)[0]}", headers=WHO).ok
    name = "Thrown copy" if what == "structure" else "Thrown job"
    page.goto("/")
    page.get_by_role("button", name=re.compile("thrown away: show")).click()
    row = page.get_by_role("list", name="Thrown away").get_by_role("listitem").filter(has_text=name)
    expect(row).to_contain_text("30 days left")
    row.get_by_role("button", name="Bring it back").click()
    expect(page.get_by_text(f"“{name}” is back.")).to_be_visible()


def test_the_crews_own_error_is_offered_and_taken_by_a_tap(sized_page: Page) -> None:
    """A yard of fine readings: told on its own page, offered for a new job, used only when taken."""
    page = sized_page
    headers = WHO | {"Content-Type": "application/json"}
    answer = page.request.post("/api/jobs/files?again=true", data=yard(24, 0.35), headers=headers)
    assert answer.ok, answer.text()
    page.goto("/crew")
    expect(page.get_by_role("heading", name="How far our readings are off")).to_be_visible()
    expect(page.get_by_role("listitem").filter(has_text="slab-1").first).to_contain_text("square after 1")
    page.goto("/jobs/new")
    page.get_by_label("Job, as the crew calls it").fill("By our own tape")
    page.get_by_label("Length, A to B").fill("44")
    page.get_by_label("Width, B to C").fill("27 6")
    own = page.get_by_role("note", name="Your own tape")
    own.get_by_role("button", name="here").click()
    taken = own.get_by_text("Taken here").inner_text()
    page.get_by_role("button", name="Set it out").click()
    expect(page.get_by_role("heading", name="Where the boards stand")).to_be_visible()
    made = page.request.get(f"/api/structures/{page.url.split('/')[-2]}").json()
    assert taken == f"Taken here: ±{made['document']['tape_error']}."
    page.request.delete(f"/api/jobs/{answer.json()['id']}", headers=WHO)


def test_nothing_is_laid_open_before_its_hold_points_are_known(page: Page) -> None:
    waiting: list[Route] = []

    def hold(route: Route) -> None:
        waiting.append(route)

    page.route("**/dangers", hold)
    page.goto(f"{made_store(page, 'Slow to know')}/square")
    expect(page.get_by_role("heading", name="Pull the first round")).to_be_visible()
    until(page, lambda: bool(waiting))
    expect(page.get_by_role("list", name="Call sheet, round 1")).to_have_count(0)
    # they cannot be fetched: whoever has no network works on
    for route in waiting:
        route.abort()
    expect(page.get_by_role("list", name="Call sheet, round 1")).to_be_visible()
