"""Practice as a beginner would, at both sizes; and set-outs tried out before wood is cut."""

import re

import pytest
from playwright.sync_api import Browser, Page, Route, expect

from tests.browser.conftest import open_page
from tests.browser.steps import made_store

ROUND = ["AB", "BC", "CD", "DA", "AC", "BD"]


def begin(page: Page, task: str) -> None:
    page.goto("/practice")
    page.get_by_role("button", name=f"Begin {task}").click()
    expect(page.get_by_text("simulated", exact=True)).to_be_visible()
    page.get_by_role("link", name="On to the strings").click()
    expect(page.get_by_role("button", name="ask somebody over")).to_be_visible()


def pull(page: Page, pair: str, *, by_key: bool = False) -> None:
    """Hold the tape between two corners."""
    for letter in pair:
        corner = page.get_by_role("button", name=f"Corner {letter}")
        if by_key:
            corner.focus()
            page.keyboard.press("Enter")
        else:
            corner.click()
    expect(page.get_by_role("form", name=f"Write down {pair[0]} to {pair[1]}")).to_be_visible()


def write(page: Page, text: str) -> None:
    form = page.get_by_role("form", name=re.compile("Write down"))
    form.get_by_role("textbox").fill(text)
    form.get_by_role("button", name="Write it down").click()
    expect(form).to_have_count(0)


def shown(page: Page) -> str:
    """What the tape shows, as it is told to those who hear it."""
    told = page.get_by_role("figure", name=re.compile("The tape at the mark")).get_attribute("aria-label") or ""
    return told.split(": ", 1)[1]


def test_units_chosen_on_a_device_are_those_of_all_that_is_begun_on_it(page: Page) -> None:
    page.goto("/practice")
    page.get_by_role("radio", name="Metres", exact=True).click()
    expect(page.get_by_text("Within 6 mm").first).to_be_visible()
    for address in ("/practice", "/shelf", "/jobs/new"):
        page.goto(address)
        expect(page.get_by_role("radio", name="Metres", exact=True)).to_be_checked()
    begin(page, "Square a slab")
    expect(page.get_by_text("Sides 12.192 m and 6.706 m")).to_be_visible()


def test_equal_diagonals_teach_to_pull_the_sides(sized_page: Page) -> None:
    page = sized_page
    begin(page, "Equal diagonals")
    for pair in ("AC", "BD"):
        pull(page, pair)
        write(page, shown(page))
    page.get_by_role("button", name="They are square: accept").click()
    expect(page.get_by_role("heading", name=re.compile("Not square"))).to_be_visible()
    expect(page.get_by_text("Only diagonals were pulled.")).to_be_visible()
    expect(page.locator("polygon.truth")).to_have_count(1)
    page.get_by_role("link", name="All tasks, and your path").click()
    expect(page.get_by_role("listitem").filter(has_text="not square").first).to_contain_text("2 pulls")
    page.goto("/")
    expect(page.get_by_text("Equal diagonals")).to_have_count(0)


def test_a_slip_is_found_by_the_keyboard_alone(page: Page) -> None:
    begin(page, "Find the slip")
    for pair in ROUND:
        pull(page, pair, by_key=True)
        called = page.get_by_text("Your helper calls:").inner_text().split(": ")[1]
        expect(page.get_by_role("form", name=re.compile("Write down")).get_by_role("textbox")).to_be_focused()
        page.keyboard.type(called)
        page.keyboard.press("Enter")
        expect(page.get_by_role("form", name=re.compile("Write down"))).to_have_count(0)
        expect(page.get_by_role("button", name=f"Corner {pair[1]}")).to_be_focused()
    page.reload()
    expect(page.get_by_role("table", name="Your book").get_by_role("rowheader")).to_have_count(6)
    for pair in ROUND:
        pull(page, pair, by_key=True)
    page.get_by_role("button", name="They are square: accept").focus()
    page.keyboard.press("Enter")
    expect(page.get_by_text("A number was called wrong, and it was caught.")).to_be_visible()
    expect(page.get_by_text(re.compile("called wrong, a whole (foot|inch) was misread"))).to_have_count(1)


def test_a_wrong_word_and_a_lost_server_keep_what_was_typed(page: Page) -> None:
    begin(page, "Square a slab")
    pull(page, "AC")
    form = page.get_by_role("form", name="Write down A to C")
    form.get_by_role("textbox").fill("about 45")
    form.get_by_role("button", name="Write it down").click()
    expect(page.get_by_role("alert")).to_be_visible()
    expect(form.get_by_role("textbox")).to_have_value("about 45")
    page.context.set_offline(offline=True)
    text = shown(page)
    form.get_by_role("textbox").fill(text)
    form.get_by_role("button", name="Write it down").click()
    expect(page.get_by_role("alert")).to_be_visible()
    page.context.set_offline(offline=False)
    page.reload()
    expect(form.get_by_role("textbox")).to_have_value(text)
    form.get_by_role("button", name="Write it down").click()
    expect(form).to_have_count(0)


def test_two_devices_at_one_run_see_the_same_book(page: Page, browser: Browser, site: str) -> None:
    begin(page, "Square a slab")
    pull(page, "AC")
    other = open_page(browser, site, {"width": 390, "height": 844})
    other.goto(page.url)
    page.get_by_role("form", name="Write down A to C").get_by_role("textbox").fill("45")
    write(other, shown(other))
    expect(page.get_by_role("table", name="Your book").get_by_role("cell").first).not_to_have_text("—")
    other.context.close()
    pull(page, "BD")  # what was typed for the pull before belongs to it, and to none after
    expect(page.get_by_role("form", name="Write down B to D").get_by_role("textbox")).to_have_value("")


def test_a_move_whose_answer_was_lost_is_made_once(page: Page) -> None:
    begin(page, "Square a slab")

    def lose(route: Route) -> None:
        route.fetch()
        route.abort()

    page.route("**/steps", lose, times=1)
    form = page.get_by_role("form", name="Move a nail")
    form.locator("select").select_option("Line CD, board at C")
    form.get_by_role("textbox", name="By").fill('1"')
    form.get_by_role("button", name="Move it").click()
    expect(page.get_by_role("alert")).to_be_visible()
    expect(form.get_by_role("textbox", name="By")).to_have_value('1"')
    form.get_by_role("button", name="Move it").click()
    expect(page.get_by_role("alert")).to_have_count(0)
    expect(form.get_by_text(re.compile("C on CD.*1″"))).to_have_count(1)


@pytest.mark.parametrize("stop", [False, True])
def test_set_outs_are_tried_out_and_stopped(sized_page: Page, stop: bool) -> None:
    page = sized_page
    page.goto(f"{made_store(page, f'Tried {stop}')}/methods")
    page.get_by_role("region", name="What to expect here").get_by_text("50", exact=True).click()
    page.get_by_role("button", name="Try them out").click()
    if stop:
        page.get_by_role("button", name="Stop").click()
        expect(page.get_by_role("button", name="Try them out")).to_be_visible()
        return
    expect(page.get_by_text("By 50 set-outs tried out")).to_be_visible(timeout=60_000)
    expect(page.locator("path.cloud")).to_have_count(4)
    rounds = page.get_by_role("figure").filter(has_text="Rounds until square").locator("td.of")
    assert sum(int(text) for text in rounds.all_inner_texts()) == 50


def test_a_lead_sets_a_task_and_a_helper_ends_it(browser: Browser, site: str, page: Page) -> None:
    helper = open_page(browser, site, {"width": 390, "height": 844}, who="Pell the helper")
    page.goto("/practice")
    page.get_by_text("Set a task for somebody").click()
    form = page.get_by_role("form", name="Set a task for somebody")
    form.get_by_label("Task").select_option(label="Good enough?")
    form.get_by_label("For whom").fill("Pell the helper")
    form.get_by_label("A word with it").fill("before the pour")
    form.get_by_role("button", name="Set it").click()
    expect(page.get_by_role("heading", name="What you set")).to_be_visible()
    helper.goto("/practice")
    helper.get_by_role("button", name="Begin it").click()
    helper.get_by_role("button", name="Look round and up").click()
    expect(helper.get_by_text(re.compile("over (this|the) yard|paint on the ground")).first).to_be_visible()
    expect(helper.get_by_role("link", name="On site")).to_contain_text("done")
    helper.get_by_role("link", name="On to the strings").click()
    helper.get_by_role("button", name="ask somebody over").click()
    expect(helper.get_by_role("status").filter(has_text="Pull a whole round")).to_be_visible()
    helper.get_by_role("checkbox", name=re.compile("open the ground by hand")).click()
    helper.get_by_role("button", name="It must be staked anew").click()
    expect(helper.get_by_role("heading", name=re.compile("Staked anew"))).to_be_visible()
    helper.get_by_role("button", name=re.compile("^Next: ")).click()
    expect(helper.get_by_role("button", name="Look round and up")).to_be_visible()
    page.reload()
    done = page.get_by_role("listitem").filter(has_text="for Pell the helper").first
    expect(done.get_by_role("link")).to_contain_text(re.compile("square"))
    helper.context.close()


def test_a_parallel_string_is_swung_and_a_plan_of_ones_own_is_practised(sized_page: Page) -> None:
    page = sized_page
    begin(page, "A parallel string")
    for corner in "CD":
        page.get_by_label("Swing from").select_option(corner)
        page.get_by_label("to line").select_option("AB")
        page.get_by_role("button", name="Swing", exact=True).click()
        slide = page.get_by_role("slider", name=re.compile("Swing the tape"))
        expect(slide).to_have_attribute("aria-valuetext", "it reads more than the least")
        slide.fill("0")
        expect(slide).to_have_attribute("aria-valuetext", re.compile("the least: "))
        write(page, shown(page))
    page.get_by_role("button", name="It is parallel: accept").click()
    expect(page.get_by_role("heading", name=re.compile("[Pp]arallel"))).to_be_visible()
    expect(page.get_by_role("rowheader", name=re.compile("C–AB, swung"))).to_be_visible()
    store = made_store(page, "Practised")
    page.goto(f"{store}/methods")
    page.get_by_role("button", name="Practise squaring this plan in the yard").click()
    expect(page.get_by_role("heading", name="Boat store")).to_be_visible()
    page.get_by_role("link", name="On to the strings").click()
    pull(page, "AC")
    write(page, shown(page))
    structure = store.rsplit("/", 1)[1]
    readings = page.request.get(f"/api/structures/{structure}").json()["pulls"]
    assert readings == []  # nothing of it among the job's readings


def test_what_a_second_device_does_in_a_run_is_seen_on_the_first(browser: Browser, site: str, page: Page) -> None:
    """A helper calls on one; it is written down on the other, which stays where it is."""
    begin(page, "Square a slab")
    page.get_by_role("radio", name="my helper calls").click()
    expect(page.get_by_role("button", name="Corner A")).to_be_visible()
    other = open_page(browser, site, {"width": 390, "height": 844}, who="Ida")
    other.goto(page.url)
    expect(other.get_by_role("button", name="Corner A")).to_be_visible()
    page.get_by_role("button", name="Corner A").click()
    page.get_by_role("button", name="Corner C").click()
    expect(page.get_by_text("Your helper calls")).to_be_visible()
    expect(other.get_by_text("Your helper calls")).to_be_visible()
    other.get_by_label("What you write down").fill("45' 7")
    other.get_by_role("button", name="Write it down").click()
    expect(page.get_by_role("row").filter(has_text="A–C")).to_contain_text("45′ 7″")
    expect(page.get_by_text("Your helper calls")).to_have_count(0)
