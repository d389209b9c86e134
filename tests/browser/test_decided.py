"""What is decided on site: a finish taken, a drain worked out, a distance taken as found, another baseline held."""

import re

from playwright.sync_api import Page, expect

from tests.browser.steps import GROUND, enter, stand_at_levels, stand_at_square
from tests.browser.test_lines_pulled import with_plan


def test_a_finish_is_chosen_from_what_was_shot(page: Page) -> None:
    """The rod read 4' 2 1/2" on the highest corner: 4 in on it are 3' 10 1/2"."""
    stand_at_levels(page, "To choose", GROUND)
    page.get_by_role("tab", name="Slab").click()
    page.get_by_role("button", name="Choose the height from what was shot").click()
    form = page.get_by_role("form", name="Height to choose")
    form.get_by_label("Thickness", exact=True).fill('4"')
    form.get_by_role("button", name="Show the candidates").click()
    highest = page.get_by_role("list", name=re.compile("^Candidates")).get_by_role("listitem").nth(1)
    expect(highest).to_contain_text("Highest place of the base")
    expect(highest).to_contain_text("nowhere too thin")
    expect(highest).to_contain_text("3′ 10\u202f1/2″")
    highest.get_by_role("button", name="Take").click()
    expect(page.get_by_text("Taken; what was shot since agrees.")).to_be_visible()
    page.get_by_role("tab", name="To height").click()
    expect(page.get_by_label("the rod reads")).to_contain_text("3′ 10\u202f1/2″")
    page.get_by_role("button", name="Undo the last change of what is planned here").click()
    page.get_by_role("tab", name="Slab").click()
    expect(page.get_by_text("Taken;")).to_have_count(0)


def test_a_drain_says_how_deep_and_where_its_cover_fails(page: Page) -> None:
    """A at -1/2", B at -1', 44' on; a bottom from -1' falling 1/4 in a foot lies 11 1/2" and 11" deep."""
    stand_at_levels(page, "A drain", GROUND)
    page.get_by_role("tab", name="Ground").click()
    page.get_by_text("A drain, a trench or a gutter that falls").click()
    form = page.get_by_role("form", name="A run that falls")
    form.get_by_label("From point").fill("a")
    form.get_by_label("to point").fill("B")
    form.get_by_label("Its bottom starts at").fill("-1'")
    form.get_by_label("Cover over it").fill("1'")
    form.get_by_role("button", name="Work it out").click()
    rows = page.get_by_role("table", name="Stations of drain").get_by_role("row")
    expect(rows).to_have_count(1 + 6)  # 0, 10, 20, 30, 40 and 44 ft
    expect(rows.nth(1)).to_contain_text("11\u202f1/2″")
    expect(rows.last).to_contain_text("11″")  # -1' less (-1' - 11")
    expect(page.get_by_text("The cover is 1″ short at the worst, from 0″ to 44′ 0″ along.")).to_be_visible()


def test_what_a_tape_found_becomes_the_plan(page: Page) -> None:
    stand_at_square(page, "As found")
    enter(page, "B–C", "28 6 3/4")
    page.get_by_role("tab", name="What stays").click()
    page.get_by_role("button", name="take as plan: B–C").click()
    expect(page.get_by_text("B to C is 27′ 6\u202f3/4″, as found on site; the plan said 27′ 6″.")).to_be_visible()
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_text("as found on site")).to_have_count(0)


def test_an_inner_line_is_held_and_corners_mixed_by_method(page: Page) -> None:
    with_plan(page, "A beam held", inner=[{"name": "P", "kind": "beam", "side": "AB", "distances": ["9'"]}])
    go = page.request.get("/api/jobs").json()
    job = next(one for one in go if one["name"] == "A beam held")
    whole = page.request.get(f"/api/jobs/{job['id']}").json()
    page.goto(f"/jobs/{job['id']}/{whole['structures'][0]['id']}/square")
    page.get_by_role("tab", name="What stays").click()
    page.get_by_text("A point and a direction, two points").click()
    page.get_by_label("Inner line held").select_option("P")
    page.get_by_label("Inner line held").locator("xpath=../..").get_by_role("button", name="Hold").click()
    expect(page.get_by_text("line P stays")).to_be_visible()
    page.get_by_role("tab", name="Pull and move").click()
    page.get_by_role("link", name="Methods compared").click()
    page.get_by_text("Another method at some corners").click()
    page.get_by_label("Method at D").select_option("ties")
    expect(page.get_by_text(re.compile("^Mixed so: "))).to_be_visible()
    page.get_by_role("button", name="Save plan").click()
    expect(page.get_by_role("heading", name="Corner by corner, step by step")).to_be_visible()
