"""By touch alone, on a phone: the number pad, and a round pulled with it."""

from collections.abc import Iterator

import pytest
from playwright.sync_api import Browser, Locator, Page, expect

from tests.browser.conftest import PHONE, open_page
from tests.browser.steps import GROUND, field, stand_at_levels, stand_at_square


@pytest.fixture
def phone(browser: Browser, site: str) -> Iterator[Page]:
    """A phone that fingers press."""
    page = open_page(browser, site, PHONE, is_mobile=True)
    yield page
    page.context.close()


def pad(page: Page) -> Locator:
    return page.get_by_role("group", name="Number pad")


def press(page: Page, *names: str) -> None:
    for name in names:
        pad(page).get_by_role("button", name=name, exact=True).tap()


def test_a_reading_is_typed_with_the_pad_and_enter_goes_on_to_the_next(phone: Page) -> None:
    stand_at_square(phone, "By touch")
    entry = field(phone, "A–B")
    entry.tap()
    expect(entry).to_have_attribute("inputmode", "none")
    expect(pad(phone)).to_contain_text("1′ 0″ burned: it is in the number")
    press(phone, "4", "5", "ft", "1", "16ths", "3/16")
    expect(entry).to_have_value("45' 1 3/16")
    press(phone, "Take the last one out", "1/2")
    expect(entry).to_have_value("45' 1 1/2")
    press(phone, "Enter")
    row = phone.get_by_role("listitem").filter(has=entry)
    expect(row).to_have_attribute("data-state", "read")
    expect(field(phone, "B–C")).to_be_focused()
    press(phone, "2", "8", "ft", "6")
    expect(field(phone, "B–C")).to_have_value("28' 6")
    # the field and what it means stay in sight above the pad
    top = pad(phone).bounding_box()
    box = field(phone, "B–C").bounding_box()
    assert top
    assert box
    assert box["y"] + box["height"] + 20 < top["y"]
    # a finger on a reading that stands types over it; a second tap sets the caret
    entry.tap()
    press(phone, "4")
    expect(entry).to_have_value("4")
    entry.tap()
    press(phone, "4")
    expect(entry).to_have_value("44")


def test_the_pad_gives_way_to_letters_and_comes_back(phone: Page) -> None:
    stand_at_square(phone, "Letters")
    entry = field(phone, "A–B")
    entry.tap()
    press(phone, "4", "abc")
    expect(entry).to_have_attribute("inputmode", "text")
    phone.keyboard.type("5")
    expect(entry).to_have_value("45")
    phone.reload()
    field(phone, "A–B").tap()
    press(phone, "Number pad")
    expect(field(phone, "A–B")).to_have_attribute("inputmode", "none")
    expect(pad(phone).get_by_role("button", name="7", exact=True)).to_be_visible()


def test_in_shout_the_pad_stands_under_everything_and_closes_nothing(phone: Page) -> None:
    stand_at_square(phone, "Shouted by touch")
    phone.get_by_role("button", name="Shout").tap()
    shout = phone.get_by_role("dialog")
    shout.get_by_label("Read at A–B").tap()
    press(phone, "4", "5")
    expect(shout.get_by_label("Read at A–B")).to_have_value("45")
    done, top = shout.get_by_role("button", name="Done").bounding_box(), pad(phone).bounding_box()
    assert done
    assert top
    assert done["y"] + done["height"] <= top["y"] + 1
    press(phone, "Enter")
    expect(shout.get_by_text("B–C", exact=True)).to_be_visible()
    shout.get_by_role("button", name="Next").tap()
    expect(shout.get_by_text("C–D", exact=True)).to_be_visible()


def test_a_rod_in_hundredths_has_no_fractions_and_heights_may_be_below_nothing(phone: Page) -> None:
    stand_at_levels(phone, "Rod by touch", GROUND)
    phone.get_by_label("Reading", exact=True).tap()
    expect(pad(phone).get_by_role("button", name="1/2", exact=True)).to_be_visible()
    press(phone, "−", "3")
    expect(phone.get_by_label("Reading", exact=True)).to_have_value("-3")


def test_on_a_phone_the_drawing_is_not_far_below_the_shots(phone: Page) -> None:
    shots = GROUND | {f"P{n}": "4 6" for n in range(12)}
    stand_at_levels(phone, "Many shots", shots)
    expect(phone.get_by_role("table", name="Shots of setup 1").locator("tbody tr")).to_have_count(4)
    drawing = phone.get_by_role("img", name="drawn to scale").bounding_box()
    assert drawing
    assert drawing["y"] < 2 * PHONE["height"]
    phone.get_by_role("button", name=f"All {len(shots)} readings").tap()
    expect(phone.get_by_role("table", name="Shots of setup 1").locator("tbody tr")).to_have_count(len(shots))


def test_the_words_of_a_stage_end_above_the_slate(phone: Page) -> None:
    stand_at_levels(phone, "Slate")
    words = phone.get_by_role("navigation", name="Stages").locator("[aria-current=step] .state").bounding_box()
    slate = phone.locator(".slate").bounding_box()
    assert words
    assert slate
    assert words["y"] + words["height"] <= slate["y"]


def test_a_button_stays_under_the_finger_when_the_field_above_it_is_left(phone: Page) -> None:
    phone.goto("/jobs/new")
    phone.get_by_role("button", name="An open line").tap()
    leg = phone.get_by_label("Go A–B")
    leg.tap()
    phone.keyboard.type("60")
    expect(phone.get_by_text("= 60′ 0″")).to_be_visible()
    phone.get_by_role("button", name="Another leg").tap()
    expect(phone.get_by_label("Go B–C")).to_be_visible()
    expect(phone.get_by_text("= 60′ 0″")).to_have_count(0)
