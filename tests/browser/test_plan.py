"""The plan: planning, stale plans, and the drawing itself."""

import re
from itertools import combinations

import pytest
from playwright.sync_api import Browser, Page, expect

from tests.browser.conftest import DESK, PHONE, open_page
from tests.browser.steps import SLID, enter_round, stand_at_boards, stand_at_square

INK_OF_LEVEL_TEXTS = """texts => texts
    .filter(text => /rotate[(](0|-90|90)[)]/.test(text.getAttribute('transform')))
    .map(text => {
        const box = text.getBoundingClientRect();
        const lying = box.width >= box.height || text.textContent.length === 1;
        const ink = 0.75 * parseFloat(text.getAttribute('font-size'));
        const thick = lying ? box.height - ink : box.width - ink;
        return lying
            ? {x: box.x, y: box.y + thick / 2, width: box.width, height: ink}
            : {x: box.x + thick / 2, y: box.y, width: ink, height: box.height};
    })"""
"""A text's box has room for accents above and below; what must not overlap is its ink."""


def boxes(page: Page) -> list[dict[str, float]]:
    """Where the level and upright texts of the drawing stand on the screen."""
    found: list[dict[str, float]] = page.locator("svg[role=img] text.halo").evaluate_all(INK_OF_LEVEL_TEXTS)
    return found


def apart(one: dict[str, float], other: dict[str, float]) -> bool:
    return (
        one["x"] + one["width"] <= other["x"] + 1
        or other["x"] + other["width"] <= one["x"] + 1
        or one["y"] + one["height"] <= other["y"] + 1
        or other["y"] + other["height"] <= one["y"] + 1
    )


def test_no_two_numbers_of_the_drawing_overlap(sized_page: Page) -> None:
    stand_at_square(sized_page)
    enter_round(sized_page, SLID)
    expect(sized_page.locator("svg[role=img] text.move-value")).to_have_count(6)

    placed = boxes(sized_page)
    sheet = sized_page.get_by_role("group", name=re.compile("Plan of")).bounding_box()

    assert sheet
    # four letters, six moves and at least two sides; the slanted ones are tested with the placing
    assert len(placed) >= 12
    for one, other in combinations(placed, 2):
        assert apart(one, other), (one, other)
    for box in placed:
        assert sheet["x"] <= box["x"] + 1
        assert box["x"] + box["width"] <= sheet["x"] + sheet["width"] + 1


def test_the_drawing_is_to_scale(page: Page) -> None:
    stand_at_boards(page)
    points = page.locator("svg[role=img] polygon.walls").get_attribute("points") or ""
    places = [tuple(float(n) for n in pair.split(",")) for pair in points.split()]
    length = abs(places[1][0] - places[0][0])
    width = abs(places[2][1] - places[1][1])
    assert length / width == pytest.approx(44 / 27.5, rel=1e-6)


def test_wheel_keys_and_button_zoom_and_bring_back(page: Page) -> None:
    stand_at_boards(page)
    walls = page.locator("svg[role=img] polygon.walls")
    whole = walls.get_attribute("points")
    drawing = page.get_by_role("group", name=re.compile("Plan of"))

    drawing.hover()
    page.mouse.wheel(0, -300)
    expect(walls).not_to_have_attribute("points", whole or "")
    page.get_by_role("button", name="Show all of it").click()
    expect(walls).to_have_attribute("points", whole or "")
    drawing.focus()
    page.keyboard.press("+")
    page.keyboard.press("ArrowLeft")
    expect(walls).not_to_have_attribute("points", whole or "")
    page.keyboard.press("0")
    expect(walls).to_have_attribute("points", whole or "")


def test_two_fingers_zoom_and_one_finger_scrolls_the_page(browser: Browser, site: str) -> None:
    page = open_page(browser, site, PHONE)
    stand_at_boards(page)
    walls = page.locator("svg[role=img] polygon.walls")
    drawing = page.get_by_role("group", name=re.compile("Plan of"))
    drawing.scroll_into_view_if_needed()
    box = drawing.bounding_box()
    whole = walls.get_attribute("points")
    assert box
    middle = {"x": box["x"] + box["width"] / 2, "y": box["y"] + box["height"] / 2}
    touch = page.context.new_cdp_session(page)

    def fingers(kind: str, *apart: float) -> None:
        points = [{"x": middle["x"] + off, "y": middle["y"], "id": n} for n, off in enumerate(apart)]
        touch.send("Input.dispatchTouchEvent", {"type": kind, "touchPoints": points})

    fingers("touchStart", 0)
    fingers("touchMove", 60)
    fingers("touchEnd")
    expect(walls).to_have_attribute("points", whole or "")
    fingers("touchStart", -30, 30)
    fingers("touchMove", -60, 60)
    fingers("touchMove", -90, 90)
    fingers("touchEnd")
    expect(walls).not_to_have_attribute("points", whole or "")
    page.get_by_role("button", name="Show all of it").click()
    expect(walls).to_have_attribute("points", whole or "")
    page.context.close()


def test_how_much_larger_errors_are_drawn_is_said_and_chosen(page: Page) -> None:
    stand_at_square(page)
    enter_round(page, SLID)
    chosen = page.get_by_label("Errors drawn")
    expect(chosen).to_have_value("30")
    ring = page.locator("svg[role=img] circle.as-found").last
    before = ring.get_attribute("cx")
    chosen.select_option("true to scale")
    expect(ring).not_to_have_attribute("cx", before or "")


def test_the_drawing_follows_the_typing_and_undo_brings_the_plan_back(page: Page) -> None:
    stand_at_boards(page)
    page.keyboard.press("2")
    page.get_by_label("Width, B to C").fill("22")
    expect(page.get_by_role("row").filter(has_text="B–C")).to_contain_text("22′ 0″")
    page.get_by_label("Width, B to C").fill("27' 13\"")
    expect(page.get_by_text("If you mean 28′ 1″").or_(page.get_by_text("If you mean 28' 1\""))).to_be_visible()
    expect(page.get_by_role("button", name="Save plan")).to_be_disabled()
    page.get_by_label("Width, B to C").fill("22")
    page.get_by_role("button", name="Save plan").click()
    expect(page.get_by_text("Kept.")).to_be_visible()

    page.get_by_role("button", name="Restore the plan before").click()

    expect(page.get_by_text("The plan before is back.")).to_be_visible()
    expect(page.get_by_label("Width, B to C")).to_have_value("27' 6\"")


def test_two_who_change_one_plan_both_see_what_happened(browser: Browser, site: str) -> None:
    ines, bram = open_page(browser, site, DESK), open_page(browser, site, DESK, who="Bram")
    stand_at_boards(ines, "Two at once")
    ines.keyboard.press("2")
    expect(ines.get_by_label("Width, B to C")).to_be_visible()
    bram.goto(ines.url)
    bram.get_by_label("Width, B to C").fill("28")
    ines.get_by_label("Length, A to B").fill("46")  # before Bram's is kept: else his would stand in her fields already
    bram.get_by_role("button", name="Save plan").click()
    expect(bram.get_by_text("Kept.")).to_be_visible()

    ines.get_by_role("button", name="Save plan").click()

    told = ines.get_by_role("alert").filter(has_text="Bram changed this plan")
    expect(told).to_contain_text("footprint width: 27' 6\" → 28'")
    expect(ines.get_by_label("Length, A to B")).to_have_value("46")
    told.get_by_role("button", name="Keep mine over it").click()
    expect(ines.get_by_text("Kept.")).to_be_visible()
    for page in (ines, bram):
        page.context.close()


def test_a_job_that_is_not_there_says_so(page: Page) -> None:
    page.goto("/jobs/00000000-0000-4000-8000-000000000000")
    expect(page.get_by_role("alert")).to_contain_text("There is no such job here")
    page.get_by_role("link", name="To the yard").click()
    expect(page.get_by_role("heading", name=re.compile("the yard"))).to_be_visible()


def test_the_drawing_is_told_and_keys_go_from_corner_to_corner(page: Page) -> None:
    stand_at_square(page, "Told")
    enter_round(page, SLID)
    plan = page.get_by_role("group", name=re.compile("Plan of Boat store"))
    told = page.locator(f"#{plan.get_attribute('aria-describedby')}")
    expect(told).to_contain_text("Four corners, A to D. A–B 44′ 0″, B–C 27′ 6″")
    expect(told).to_contain_text("Worst D")
    plan.focus()
    page.keyboard.press("PageUp")
    expect(plan.get_by_text("D: C–D and D–A meet at 90°")).to_be_visible()
    page.keyboard.press("PageDown")
    expect(plan.get_by_text("A: A–B and D–A meet at 90°; on its plan")).to_be_visible()
    page.keyboard.press("Escape")
    expect(plan.get_by_text("A: A–B and D–A meet")).to_have_count(0)
    # also where the plan is changed, as long as it is not
    page.keyboard.press("2")
    plan = page.get_by_role("group", name=re.compile("Plan of Boat store"))
    expect(page.get_by_label("Length, A to B")).to_be_visible()
    expect(page.locator(f"#{plan.get_attribute('aria-describedby')}")).to_contain_text("Four corners")
    page.get_by_label("Length, A to B").fill("45")
    expect(plan).not_to_have_attribute("aria-describedby", re.compile("told"))
