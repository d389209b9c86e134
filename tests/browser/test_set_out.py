"""From nothing to a verdict, as a builder does it."""

import json
import re
import subprocess
from pathlib import Path

import pytest
from playwright.sync_api import Browser, Page, expect

from tests.browser.conftest import DESK, open_page
from tests.browser.steps import SLID, TRUE, enter, enter_round, field, go_square, make_store, show_record

ROOT = Path(__file__).resolve().parents[2]

AS_FAR = "Square, as far as these tapes can tell"


def test_from_nothing_to_a_verdict(sized_page: Page) -> None:
    page = sized_page
    make_store(page)
    go_square(page)
    calls = page.get_by_role("list", name="Call sheet, round 1").get_by_role("listitem")
    told = ["45′ 0″", "28′ 6″", "45′ 0″", "28′ 6″", "52′ 10 5/8″", "52′ 10 5/8″"]
    expect(calls.locator(".call")).to_have_text(told)

    enter_round(page, SLID)

    expect(page.get_by_role("heading", name="Move six nails")).to_be_visible()
    moves = page.get_by_role("list", name="Moves", exact=True).get_by_role("listitem")
    expect(moves).to_have_count(6)
    expect(moves.filter(has_text="Line DA, board at D: out")).to_contain_text("13/16″")

    page.get_by_role("button", name="Nails moved: pull again").click()
    expect(page.get_by_role("heading", name="Pull round 2")).to_be_visible()
    enter_round(page, TRUE)
    expect(page.get_by_role("heading", name=AS_FAR)).to_be_visible()
    expect(page.get_by_text("in 100 that every corner is within 1/8″")).to_be_visible()

    page.reload()
    expect(page.get_by_role("heading", name=AS_FAR)).to_be_visible()
    page.get_by_role("button", name="Round 1").click()
    expect(field(page, "A–C")).to_have_value("52' 11 1/8\"")
    expect(field(page, "A–C")).to_have_js_property("readOnly", True)


def test_a_metric_job(page: Page) -> None:
    page.goto("/jobs/new")
    page.get_by_label("Job, as the crew calls it").fill("Tansy Hill")
    page.get_by_text("Metres", exact=True).click()
    page.get_by_label("Length, A to B").fill("9.6")
    page.get_by_label("Width, B to C").fill("6400 mm")
    page.get_by_role("button", name="Set it out").click()
    go_square(page)

    for pair, reading in {
        "A–B": "9.7",
        "B–C": "6.5",
        "C–D": "9.7",
        "D–A": "6.5",
        "A–C": "11.638",
        "B–D": "11.637",
    }.items():
        enter(page, pair, reading)

    expect(page.get_by_role("heading", name=AS_FAR)).to_be_visible()
    expect(page.get_by_text("in 100 that every corner is within 3 mm")).to_be_visible()


def test_with_the_keyboard_alone(page: Page) -> None:
    page.goto("/")
    page.get_by_role("link", name="New job", exact=True).focus()
    page.keyboard.press("Enter")
    page.get_by_label("Job, as the crew calls it").focus()
    page.keyboard.type("Keys only")
    for text in ("", "", "", "", "44", "27 6"):  # tape, name, kind, shapes, length, width
        page.keyboard.press("Tab")
        page.keyboard.type(text)
    expect(page.get_by_role("button", name="Set it out")).to_be_enabled()
    page.keyboard.press("Enter")
    expect(page.get_by_role("heading", name="Where the boards stand")).to_be_visible()

    page.keyboard.press("4")
    expect(page.get_by_role("heading", name="Pull the first round")).to_be_visible()
    for stop in ("Utilities are marked", "The boundary is confirmed", "Permit and setbacks"):
        hold = page.get_by_role("region", name=stop)
        expect(hold.get_by_role("checkbox").first).to_be_visible()
        for box in hold.get_by_role("checkbox").all():
            box.focus()
            page.keyboard.press("Space")
            expect(box).to_be_checked()
        hold.get_by_role("button", name="I looked at all of it").focus()
        page.keyboard.press("Enter")
        expect(hold).to_have_count(0)
    page.locator("body").focus()
    page.keyboard.press("e")
    expect(field(page, "A–B")).to_be_focused()
    for reading in SLID.values():
        page.keyboard.type(reading)
        page.keyboard.press("Enter")
    expect(page.get_by_role("heading", name="Move six nails")).to_be_visible()

    page.keyboard.press("r")
    expect(page.get_by_role("heading", name="Pull round 2")).to_be_visible()
    page.keyboard.press("s")
    shout = page.get_by_role("dialog", name="0 of 6 pulled")
    expect(shout).to_contain_text("45′ 0″")
    page.keyboard.press("ArrowRight")
    expect(shout).to_contain_text("28′ 6″")
    page.keyboard.press("Escape")
    expect(page.get_by_role("dialog")).to_have_count(0)

    page.keyboard.press("?")
    expect(page.get_by_role("dialog", name="Keys")).to_contain_text("start another round")


def test_the_name_is_asked_once_and_kept_on_every_reading(browser: Browser, site: str) -> None:
    page = open_page(browser, site, DESK, who=None)
    page.goto("/jobs/new")
    page.get_by_label("Job, as the crew calls it").fill("Named")
    page.get_by_label("Length, A to B").fill("30")
    page.get_by_label("Width, B to C").fill("20")
    page.get_by_role("button", name="Set it out").click()
    asked = page.get_by_role("dialog", name="Who holds the tape?")
    asked.get_by_label("Your name").fill("Łucja")
    asked.get_by_role("button", name="Keep it").click()
    go_square(page)

    enter(page, "A–B", "31")

    show_record(page, 1)
    expect(page.get_by_role("cell", name=re.compile("Łucja"))).to_be_visible()
    page.context.close()


def test_the_saved_job_file_solves_to_the_same_answer(page: Page, tmp_path: Path) -> None:
    make_store(page, "To be solved")
    go_square(page)
    enter_round(page, SLID)
    page.get_by_role("link", name="record").click()
    with page.expect_download() as download:
        page.get_by_role("link", name="Save the job file").click()
    download.value.save_as(tmp_path / "job.anvil.json")

    solved = subprocess.run([ROOT / "anvilhead", "solve", tmp_path / "job.anvil.json"], capture_output=True, check=True)

    square = json.loads(solved.stdout)["structures"]["boat-store"]["square"]
    assert (square["verdict"], square["headline"]) == ("adjust", "Move six nails")
    page.goto("/")
    page.get_by_label("Open a job file").set_input_files(tmp_path / "job.anvil.json")
    expect(page.get_by_role("heading", name="Move six nails")).to_be_visible()


@pytest.mark.parametrize("name", ["x" * 5000, "👷 <b>slip</b>", 'Ł\'ódź "quay"'])
def test_a_job_name_is_kept_whole_or_refused_with_its_text_in_place(page: Page, name: str) -> None:
    page.goto("/jobs/new")
    page.get_by_label("Job, as the crew calls it").fill(name)
    page.get_by_label("What is set out").fill("Store")
    page.get_by_label("Length, A to B").fill("44")
    page.get_by_label("Width, B to C").fill("27 6")
    page.get_by_role("button", name="Set it out").click()
    if len(name) > 120:
        expect(page.get_by_text("is too long; at most 120 characters")).to_be_visible()
        expect(page.get_by_label("Job, as the crew calls it")).to_have_value(name)
    else:
        expect(page.get_by_text(name, exact=True)).to_be_visible()


def test_a_job_can_be_renamed(page: Page) -> None:
    make_store(page, "Misspelt")
    page.get_by_role("link", name="record").click()
    page.get_by_role("button", name="Rename").click()
    page.get_by_label("New name of the job").fill("Spelt right")
    page.get_by_role("button", name="Rename").last.click()
    expect(page.get_by_role("heading", name="Spelt right")).to_be_visible()
    expect(page.get_by_role("listitem").filter(has_text="Renamed Misspelt to Spelt right.")).to_be_visible()


@pytest.mark.parametrize("text", ["", "not json", '{"format": "anvilhead-job", "version": 9}', '{"format": "anvilh'])
def test_a_bad_job_file_is_told_and_the_yard_stays(page: Page, text: str) -> None:
    page.goto("/")
    bad = {"name": "bad.json", "mimeType": "application/json", "buffer": text.encode()}
    page.get_by_label("Open a job file").set_input_files(bad)  # type: ignore[arg-type]
    expect(page.get_by_role("alert")).to_be_visible()
    expect(page.get_by_role("link", name="New job", exact=True)).to_be_visible()
