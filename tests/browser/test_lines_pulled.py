"""What crews pull besides the walls: a joined frame by its diagonals, the strings of another line family."""

import re

from playwright.sync_api import Page, ViewportSize, expect

from tests.browser.steps import SLID, WHO, enter, enter_round, field, made_store


def with_plan(page: Page, job: str, **plan: object) -> str:
    """A boat store whose plan says more; answers its address."""
    store = made_store(page, job)
    base = f"/api/structures/{store.rsplit('/', 1)[1]}"
    view = page.request.get(base).json()
    change = {"units": "ft-in", "base_revision": view["revision"], "plan": view["document"] | plan}
    assert page.request.put(f"{base}/plan", data=change, headers=WHO).ok
    return store


def test_a_frame_is_pushed_in_by_its_two_diagonals(page: Page) -> None:
    page.goto(f"{made_store(page, 'Joined forms')}/footprint")
    page.locator("label").filter(has_text="What hands move").locator("select").select_option("frame")
    expect(page.get_by_label("Sides are cut to ±")).to_have_attribute("placeholder", '1/16"')
    page.get_by_role("button", name="Save plan").click()
    expect(page.get_by_role("button", name="Save plan")).to_be_disabled()

    page.get_by_role("link", name=re.compile("^Square")).click()
    sheet = page.get_by_role("list", name=re.compile("^Call sheet")).get_by_role("listitem")
    expect(sheet).to_have_count(2)  # its sides are as cut: nobody pulls them
    enter(page, "A–C", "52 11 1/8")
    enter(page, "B–D", "52 10 1/8")
    # (51' 11 1/8")² - (51' 10 1/8")², over four times 44'
    expect(page.get_by_role("heading", name="Slide CD 9/16″ toward D")).to_be_visible()
    step = page.get_by_role("list", name="Moves", exact=True).get_by_role("listitem")
    expect(step).to_have_text(
        "Push C 9/16″ toward D, until A–C and B–D both read 52′ 10\u202f5/8″, burn and all; then pin it."
    )
    expect(page.locator("svg .board")).to_have_count(0)  # none stands yet


def test_the_strings_of_another_family_are_squared_in_a_round_of_their_own(page: Page, size: ViewportSize) -> None:
    page.set_viewport_size(size)
    store = with_plan(page, "Form line", lines=[{"family": "form line", "offset": '6"'}])
    page.goto(f"{store}/square")
    enter(page, "A–B", "45")
    page.get_by_label("Strings of").select_option("form line")
    expect(page.get_by_role("heading", name="Pull round 2")).to_be_visible()
    enter(page, "A–B", "46")
    expect(page.get_by_text("Pulled on form line.")).to_be_visible()
    expect(page.get_by_role("listitem").filter(has=field(page, "A–B")).locator(".call")).to_have_text("46′ 0″")

    base = f"/api/structures/{store.rsplit('/', 1)[1]}"
    kept = [pull["round"] for pull in page.request.get(base).json()["pulls"]]
    assert kept == [1, 2]


def test_a_round_goes_on_from_the_one_before_with_fewer_pulls(page: Page) -> None:
    page.goto(f"{made_store(page, 'Going on')}/square")
    enter_round(page, SLID)
    page.get_by_role("checkbox", name=re.compile("Go on from what this round knows")).click()
    page.get_by_role("button", name="Nails moved: pull again").click()
    expect(page.get_by_role("heading", name="Pull round 2")).to_be_visible()
    enter(page, "A–C", "52 10 5/8")
    expect(page.get_by_role("heading", name="Pull on: what was told is not proved yet")).to_be_visible()
    expect(page.get_by_text("Pull B–D.")).to_be_visible()
    enter(page, "B–D", "52 10 5/8")
    enter(page, "B–C", "28 6")
    enter(page, "D–A", "28 6")
    expect(page.get_by_role("heading", name=re.compile("^Square"))).to_be_visible()
    expect(page.get_by_text("With what the round before knew, its moves made.")).to_be_visible()
