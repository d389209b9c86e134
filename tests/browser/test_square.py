"""The call sheet: echo, corrections, slips, nonsense, and a database that goes away."""

import pytest
from playwright.sync_api import Page, expect

from anvilhead.launch.mariadb import PrivateMariaDB
from tests.browser.steps import SLID, TRUE, enter, enter_round, field, show_record, stand_at_square


@pytest.fixture
def square(page: Page) -> Page:
    """The call sheet of a fresh boat store."""
    stand_at_square(page)
    return page


def row(page: Page, pair: str):  # type: ignore[no-untyped-def]
    return page.get_by_role("listitem").filter(has=field(page, pair))


def test_what_is_understood_is_echoed_while_typing(square: Page) -> None:
    field(square, "A–C").press_sequentially("52-10-7/8")
    expect(row(square, "A–C")).to_contain_text("= 52′ 10\u202f7/8″")
    expect(row(square, "A–C").locator(".result")).to_have_text("+1/4″")


@pytest.mark.parametrize(
    "text", ["letters", "27' 13\"", "1/0", "-5", "1e999", "9" * 5000, "👷", "<img src=x onerror=alert(1)>"]
)
def test_nonsense_is_told_and_stays_in_its_field(square: Page, text: str) -> None:
    field(square, "A–C").fill(text)
    field(square, "A–C").press("Enter")

    expect(row(square, "A–C")).to_have_attribute("data-state", "trouble")
    expect(field(square, "A–C")).to_have_value(text)
    expect(field(square, "A–C")).to_have_attribute("aria-invalid", "true")
    square.reload()
    expect(field(square, "A–C")).to_have_value(text)
    enter(square, "A–C", "52 10 5/8")


def test_an_empty_field_records_nothing(square: Page) -> None:
    field(square, "A–B").fill("   ")
    field(square, "A–B").press("Enter")
    expect(field(square, "B–C")).to_be_focused()
    expect(square.get_by_role("heading", name="Pull the first round")).to_be_visible()


def test_a_correction_keeps_the_struck_reading_in_the_record(square: Page) -> None:
    enter(square, "A–B", "46")
    enter(square, "A–B", "45")
    expect(row(square, "A–B").locator(".result")).to_have_text("0")
    show_record(square, 2)
    expect(square.get_by_role("row").filter(has_text="struck by Ines")).to_contain_text("46′ 0″")


def test_emptying_a_field_strikes_its_reading(square: Page) -> None:
    enter(square, "A–B", "45")
    field(square, "A–B").fill("")
    field(square, "A–B").press("Enter")
    expect(row(square, "A–B")).to_have_attribute("data-state", "open")


def test_a_burn_left_out_is_suspected_and_no_nail_is_moved(square: Page) -> None:
    enter_round(square, TRUE | {"A–C": "51 10 5/8"})
    expect(square.get_by_role("heading", name="Something is wrong: these readings cannot all be right")).to_be_visible()
    expect(square.get_by_text("cannot tell which one is wrong")).to_be_visible()
    expect(
        square.get_by_role("listitem").filter(has_text="A–C reads 1′ 0″ short: the tape was not burned")
    ).to_be_visible()
    expect(square.get_by_role("region", name="Nails to move")).to_have_count(0)


def test_four_sides_ask_for_the_diagonal_and_put_the_tape_on_it(square: Page) -> None:
    enter_round(square, {pair: SLID[pair] for pair in ("A–B", "B–C", "C–D", "D–A")})
    expect(square.get_by_role("heading", name="C and D can still rack")).to_be_visible()
    expect(square.get_by_text("Sides alone prove nothing")).to_be_visible()
    square.reload()
    expect(square.get_by_label("The tape around A–C")).to_contain_text("52′ 10\u202f5/8″")


def test_units_and_burn_switch_in_place(square: Page) -> None:
    enter(square, "A–B", "45")
    field(square, "A–B").press("Escape")
    square.keyboard.press("u")
    expect(row(square, "A–C").locator(".call")).to_have_text("16.120 m")
    square.get_by_role("button", name="Put it back").click()
    expect(row(square, "A–C").locator(".call")).to_have_text("52′ 10\u202f5/8″")
    square.keyboard.press("b")
    burns = square.get_by_role("dialog", name="Where the tape is started")
    burns.get_by_role("button", name="1″", exact=True).click()
    expect(row(square, "A–C").locator(".call")).to_have_text("51′ 11\u202f5/8″")
    square.keyboard.press("b")
    burns.get_by_label("Another mark").fill('2"')
    burns.get_by_role("button", name="Burn there").click()
    expect(row(square, "A–C").locator(".call")).to_have_text("52′ 0\u202f5/8″")
    expect(row(square, "A–B").locator(".result")).to_have_text("0")


def test_typing_goes_on_while_the_database_is_away(square: Page, mariadb: PrivateMariaDB) -> None:
    enter(square, "A–B", "45")
    mariadb.stop()
    try:
        for pair in ("B–C", "C–D"):
            field(square, pair).fill(SLID[pair])
            field(square, pair).press("Enter")
        expect(row(square, "B–C")).to_contain_text("waiting to be sent")
        expect(square.get_by_role("status").filter(has_text="2 kept here")).to_be_visible()
        square.reload()
    finally:
        mariadb.start()

    expect(row(square, "B–C")).to_have_attribute("data-state", "read", timeout=40_000)
    expect(row(square, "C–D")).to_have_attribute("data-state", "read")
    show_record(square, 3)
    expect(square.get_by_role("row")).to_have_count(4)


def test_what_every_tape_should_read_after_the_moves_is_said_with_the_burn(square: Page) -> None:
    enter_round(square, SLID)
    told = square.get_by_role("region", name="Nails to move")
    expect(told.get_by_role("heading", name="Then the tapes should read")).to_be_visible()
    expect(told.get_by_role("listitem").filter(has_text="A–C")).to_contain_text("52′ 10\u202f5/8″")
    square.get_by_role("button", name="Nails moved: pull again").click()
    expect(row(square, "A–C").locator(".call")).to_have_text("52′ 10\u202f5/8″")
    enter(square, "A–C", "52' 10 9/16\"")
    expect(row(square, "A–C").locator(".call")).to_have_text("52′ 10\u202f5/8″")


def test_leaving_a_field_keeps_what_was_typed_in_it(square: Page) -> None:
    field(square, "A–C").fill("52 10")
    field(square, "A–C").press("Escape")
    expect(field(square, "A–C")).not_to_be_focused()
    square.keyboard.press("2")
    square.keyboard.press("4")
    expect(field(square, "A–C")).to_have_value("52 10")
