"""The yard: jobs found, copied, put away, deleted and taken back; files opened twice; drafts that are asked about."""

from pathlib import Path

import pytest
from playwright.sync_api import Browser, Locator, Page, expect

from tests.browser.conftest import DESK, open_page
from tests.browser.steps import made_store

NONSENSE = ["1e9 parsecs", "-5", "½½", "'; drop table jobs; --", "<b>12</b>", "9" * 70]


def card(page: Page, name: str) -> Locator:
    return page.get_by_role("article", name=name, exact=True)


def press_more(page: Page, name: str, button: str) -> None:
    """What is behind “More” of a job."""
    job = card(page, name)
    if not job.locator("details[open]").count():
        job.get_by_text("More", exact=True).click()
    job.get_by_role("button", name=button, exact=True).click()


@pytest.fixture
def yard(sized_page: Page) -> Page:
    """A yard of either size with four jobs more."""
    for name in ("Quay shelter", "Quay shed", "Mole end", "Net drying yard"):
        made_store(sized_page, f"{name} {id(sized_page)}")
    sized_page.goto("/")
    expect(card(sized_page, f"Mole end {id(sized_page)}")).to_be_visible()
    return sized_page


def test_a_job_is_found_by_part_of_its_name(yard: Page) -> None:
    yard.get_by_label("Find a job").fill("quay she")
    expect(card(yard, f"Mole end {id(yard)}")).to_have_count(0)
    expect(card(yard, f"Quay shed {id(yard)}")).to_be_visible()
    for text in NONSENSE:
        yard.get_by_label("Find a job").fill(text)
        expect(yard.get_by_text("No job is called that.")).to_be_visible()
    yard.get_by_label("Find a job").fill("")
    expect(card(yard, f"Mole end {id(yard)}")).to_be_visible()


def test_a_job_is_deleted_and_taken_back(yard: Page) -> None:
    name = f"Mole end {id(yard)}"
    press_more(yard, name, "Delete the job")
    expect(card(yard, name)).to_have_count(0)
    yard.get_by_role("button", name="Take that back").click()
    expect(card(yard, name)).to_be_visible()


def test_a_job_is_put_away_and_hangs_again(yard: Page) -> None:
    name = f"Mole end {id(yard)}"
    press_more(yard, name, "Put it away")
    expect(card(yard, name)).to_have_count(0)
    yard.get_by_role("button", name="put away: show").click()
    press_more(yard, name, "Bring it back")
    expect(card(yard, name).get_by_text("put away")).to_have_count(0)


def test_a_job_and_a_structure_are_copied_and_the_copy_is_its_own(yard: Page) -> None:
    name = f"Mole end {id(yard)}"
    press_more(yard, name, "Copy the job")
    copy = card(yard, f"{name}, copy")
    expect(copy.get_by_text("Boat store", exact=True)).to_be_visible()
    press_more(yard, f"{name}, copy", "Copy Boat store")
    expect(copy.get_by_text("Boat store, copy", exact=True)).to_be_visible()
    press_more(yard, f"{name}, copy", "Delete Boat store")
    expect(copy.get_by_text("Boat store", exact=True)).to_have_count(0)
    yard.get_by_role("button", name="Take that back").click()
    expect(copy.get_by_text("Boat store", exact=True)).to_be_visible()
    expect(card(yard, name).get_by_text("Boat store, copy")).to_have_count(0)


def test_the_same_job_file_twice_is_asked_about(page: Page, tmp_path: Path) -> None:
    made_store(page, "Filed once")
    job = next(one for one in page.request.get("/api/jobs").json() if one["name"] == "Filed once")
    file = tmp_path / "filed.anvil.json"
    file.write_bytes(page.request.get(f"/api/jobs/{job['id']}/file").body())
    for _ in range(2):
        page.goto("/")
        page.get_by_label("Open a job file").set_input_files(file)
        page.wait_for_timeout(300)
    expect(page.get_by_role("alert")).to_contain_text("in the yard already, as “Filed once”")
    page.get_by_role("button", name="Open the file once more").click()
    expect(page.get_by_role("navigation", name="Stages")).to_be_visible()


def test_a_draft_left_on_a_device_is_asked_about_and_a_reload_just_goes_on(browser: Browser, site: str) -> None:
    page = open_page(browser, site, DESK)
    page.goto("/jobs/new")
    page.get_by_label("Job, as the crew calls it").fill("Half typed")
    page.get_by_label("Length, A to B").fill("44")
    page.reload()
    expect(page.get_by_label("Job, as the crew calls it")).to_have_value("Half typed")
    another = page.context.new_page()
    another.goto("/jobs/new")
    expect(another.get_by_text("Half typed")).to_be_visible()
    another.get_by_role("button", name="Begin afresh").click()
    expect(another.get_by_label("Job, as the crew calls it")).to_have_value("")
    page.context.close()


def test_nonsense_for_a_burn_is_refused_where_it_is_typed(page: Page) -> None:
    page.goto(f"{made_store(page, 'Burnt')}/square")
    page.get_by_role("button", name="burn none").or_(page.get_by_role("button", name="burn 1′ 0″")).click()
    dialog = page.get_by_role("dialog", name="Where the tape is started")
    for text in NONSENSE:
        dialog.get_by_label("Another mark").fill(text)
        dialog.get_by_role("button", name="Burn there").click()
        expect(dialog.locator("p[id$=note]")).not_to_have_text("as it stands on the tape")
        expect(dialog.get_by_label("Another mark")).to_have_value(text)
    dialog.get_by_label("Another mark").fill('2 1/2"')
    dialog.get_by_role("button", name="Burn there").click()
    expect(page.get_by_role("button", name="burn 2 1/2″")).to_be_visible()
    # whoever opened it by hand is back where the hand was
    expect(page.get_by_role("button", name="burn 2 1/2″")).to_be_focused()
