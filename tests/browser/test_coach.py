"""The coach at the string: what stays, acceptance, looking again, lost corners, any pull, both ends of a tape."""

from collections.abc import Iterator

import pytest
from playwright.sync_api import Browser, Page, expect

from tests.browser.conftest import DESK, PHONE, open_page
from tests.browser.steps import SLID, TRUE, enter, enter_round, field, stand_at_square


@pytest.fixture
def square(page: Page) -> Page:
    """The call sheet of a fresh boat store."""
    stand_at_square(page)
    return page


class TestBothEndsOfTheTape:
    @pytest.fixture
    def ends(self, browser: Browser, site: str) -> Iterator[tuple[Page, Page]]:
        """Two phones on one sheet: Ines at one end, Bram at the other."""
        near = open_page(browser, site, PHONE, who="Ines")
        stand_at_square(near, "Two ends")
        far = open_page(browser, site, PHONE, who="Bram")
        far.goto(near.url)
        expect(field(far, "A–B")).to_be_visible()
        yield near, far
        near.context.close()
        far.context.close()

    def test_a_reading_is_on_the_other_phone_within_a_second(self, ends: tuple[Page, Page]) -> None:
        near, far = ends
        enter(near, "A–B", "45")
        row = far.get_by_role("listitem").filter(has=field(far, "A–B"))
        expect(row).to_have_attribute("data-state", "read")

        enter(far, "B–C", "28 6")
        row = near.get_by_role("listitem").filter(has=field(near, "B–C"))
        expect(row).to_have_attribute("data-state", "read")

    def test_what_is_typed_here_is_not_lost_when_the_other_end_records(self, ends: tuple[Page, Page]) -> None:
        near, far = ends
        field(near, "C–D").fill("45 1/")
        enter(far, "A–B", "45")
        row = near.get_by_role("listitem").filter(has=field(near, "A–B"))
        expect(row).to_have_attribute("data-state", "read")
        expect(field(near, "C–D")).to_have_value("45 1/")

    def test_the_shouted_pull_is_in_hand_at_the_other_end_too(self, ends: tuple[Page, Page]) -> None:
        near, _ = ends
        for page in ends:
            page.get_by_role("button", name="Shout").click()
        shout, heard = (page.get_by_role("dialog") for page in ends)
        expect(shout).to_contain_text("A–B")

        shout.get_by_role("button", name="Next").click()
        expect(shout).to_contain_text("28′ 6″")
        pair = "B–C" if "B–C" in (shout.text_content() or "") else "D–A"
        expect(heard).to_contain_text(pair)
        expect(heard).to_contain_text("Ines took this one in hand")

        heard.get_by_label(f"Read at {pair}").fill("28 6 1/16")
        heard.get_by_role("button", name="Keep").click()
        start, end = pair.split("–")
        row = near.get_by_role("listitem", include_hidden=True).filter(
            has=near.get_by_role("textbox", name=f"Reading {start} to {end}", include_hidden=True)
        )
        expect(row).to_have_attribute("data-state", "read")


def test_what_stays_is_chosen_by_what_it_takes(square: Page) -> None:
    enter_round(square, SLID)
    square.get_by_role("tab", name="What stays").click()
    table = square.get_by_role("table", name="What it would take")
    expect(table.get_by_role("row").filter(has_text="line AB stays")).to_contain_text("six nails, 13/16″ at most")
    table.get_by_role("button", name="Hold: line CD stays").click()
    expect(square.get_by_text("Now: line CD stays")).to_be_visible()

    square.get_by_role("tab", name="Pull and move").click()
    expect(square.get_by_role("heading", name="In this order; line CD stays")).to_be_visible()
    expect(square.get_by_role("list", name="Moves", exact=True)).not_to_contain_text("Line CD")


def test_good_enough_over_tolerance_takes_a_name_and_a_reason(square: Page) -> None:
    enter_round(square, SLID)
    square.get_by_role("button", name="Good enough? Accept as it is").click()
    accept = square.get_by_role("button", name="Accept round 1")
    expect(accept).to_be_disabled()
    square.get_by_label("Why, for the record").fill("Nets only, no frame on it.")
    accept.click()
    expect(square.get_by_text("Accepted by Ines")).to_contain_text("over it. Nets only")


def test_a_corner_that_moved_before_the_pour_is_named(square: Page) -> None:
    enter_round(square, TRUE)
    square.get_by_role("button", name="Accept round 1").click()
    square.get_by_role("button", name="Accept round 1").click()
    square.get_by_role("tab", name="Look again").click()
    expect(square.get_by_role("list", name="Pulls to look again with")).to_contain_text("52′ 10")
    square.get_by_role("button", name="Before the pour").click()
    expect(square.get_by_role("heading", name="Look again before the pour")).to_be_visible()

    enter_round(square, TRUE | {"B–C": "28 4 1/2", "A–C": "52 9 13/16"})
    expect(square.get_by_role("region", name="What moved")).to_contain_text("C has moved 1 1/2″")


def test_a_lost_corner_is_drawn_with_its_mirror_image_and_recorded(square: Page) -> None:
    square.get_by_role("tab", name="Look again").click()
    square.get_by_label("What is gone").select_option("C")
    square.get_by_role("button", name="How to set it again").click()

    way = square.get_by_role("article").filter(has_text="C, gone since")
    expect(way).to_contain_text("28′ 6″ from B and 45′ 0″ from D: where both tapes cross is C.")
    expect(way.get_by_role("img")).to_contain_text("not here")
    expect(way).to_contain_text("From A it must read 52′ 10 5/8″")
    way.get_by_role("button", name="C stands again, set this way").first.click()
    expect(square.get_by_text("C was set again by Ines")).to_be_visible()
    square.get_by_role("link", name="record").click()
    told = square.get_by_role("listitem").filter(has_text="Set C again")
    # the record leads back to the place on the drawing
    told.get_by_role("link", name="See it").click()
    expect(square.locator("circle.sought")).to_have_count(1)


def test_a_swung_tape_and_a_wrong_one_are_told_where_they_are_typed(square: Page) -> None:
    square.get_by_text("Another pull: to a line").click()
    form = square.get_by_role("form", name="Another pull")
    form.get_by_label("What is pulled").select_option("to-line")
    form.get_by_label("From", exact=True).select_option("D")
    form.get_by_label("To line").select_option("AB")
    form.get_by_label("Reading").fill("28 6")
    form.get_by_role("button", name="Record it").click()
    row = square.get_by_role("listitem").filter(has=square.get_by_role("textbox", name="Reading D to line AB"))
    expect(row).to_have_attribute("data-state", "read")

    form.get_by_label("From", exact=True).select_option("A")
    form.get_by_label("Reading").fill("28")
    form.get_by_role("button", name="Record it").click()
    expect(form.get_by_role("alert")).to_contain_text("A is on AB: there is nothing to swing")


def test_a_chosen_method_makes_the_sheet(square: Page) -> None:
    square.get_by_role("link", name="Methods compared").click()
    square.get_by_role("radio", name="Shortest distance").check()
    square.get_by_role("button", name="Save plan").click()
    expect(square.get_by_text("Kept.")).to_be_visible()
    square.get_by_role("link", name="to the call sheet").click()
    sheet = square.get_by_role("list", name="Call sheet, round 1")
    expect(sheet.get_by_role("listitem")).to_have_count(5)
    expect(sheet).to_contain_text("C to line AB")


def test_which_pull_helps_most_says_how_much(square: Page) -> None:
    enter(square, "A–B", "45")
    enter(square, "B–C", "28 6")
    square.get_by_text("Which pull would help most").click()
    helpful = square.get_by_role("list", name="Pulls that would help")
    expect(helpful.get_by_role("listitem")).to_have_count(3)
    expect(helpful.get_by_role("listitem").first).to_contain_text("can still move; this holds it one way")
    helpful.get_by_role("button").first.click()
    expect(square.locator("input:focus")).to_have_count(1)


def test_a_nail_moved_the_wrong_way_is_told_after_the_next_round(browser: Browser, site: str) -> None:
    page = open_page(browser, site, DESK)
    stand_at_square(page, "Wrong way")
    enter_round(page, SLID)
    page.get_by_role("button", name="Nails moved: pull again").click()
    # everything was slid back but the nail of BC at C, which went out as far as it should have come in: C stands
    # about 1 1/2" too far along, C–D long by that, A–C longer by 1 1/2 × 44 / 51.9, about 1 1/4"
    enter_round(page, TRUE | {"C–D": "45 1 1/2", "A–C": "52 11 7/8", "B–C": "28 6 1/16"})
    told = page.get_by_role("region", name="What became of the moves")
    expect(told).to_contain_text("Line BC, board at C")
    expect(told).to_contain_text("the wrong way")
    page.context.close()
