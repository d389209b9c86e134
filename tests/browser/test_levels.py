"""Levels as a builder works them: set up, shoot, go to height, test an instrument, take a book in."""

import re
from pathlib import Path

from playwright.sync_api import Browser, Page, expect

from tests.browser.conftest import DESK, PHONE, open_page
from tests.browser.steps import GROUND, stand_at_levels


def shoot(page: Page, at: str, reading: str) -> None:
    """One shot of the setup in hand, and wait until it is in the book."""
    page.get_by_label("Rod stands at").or_(page.get_by_label("On the known point")).fill(at)
    page.get_by_label("Reading", exact=True).fill(reading)
    page.get_by_label("Reading", exact=True).press("Enter")
    rows = page.get_by_role("table", name="Shots of setup").get_by_role("row", name=re.compile(f"^{at}\\b"))
    expect(rows.last).to_be_visible()


def set_to_height(page: Page, thing: str, height: str, where: str) -> None:
    """Plan something to be set to height."""
    page.get_by_role("tab", name="To height").click()
    page.get_by_label("Thing").select_option(thing)
    page.get_by_label("At", exact=True).select_option(where)
    page.get_by_label("Height", exact=True).fill(height)
    page.get_by_role("button", name="Keep it").click()
    expect(page.get_by_role("list", name=f"{thing}, point by point")).to_be_visible()


def test_a_morning_with_the_laser(page: Page) -> None:
    stand_at_levels(page)
    expect(page.get_by_role("heading", name="Set up, and shoot the benchmark")).to_be_visible()
    page.get_by_label("Kind of instrument").select_option("laser")
    page.get_by_role("button", name="Instrument stands").click()
    expect(page.get_by_label("On the known point")).to_have_value("BM")
    page.get_by_label("Reading", exact=True).fill("4 2")
    expect(page.get_by_text("= 4′ 2″: level line 4′ 2″")).to_be_visible()  # before it is kept
    shoot(page, "BM", "4 2")
    expect(page.get_by_role("heading", name="Level line at 4′ 2″")).to_be_visible()
    for at, reading in list(GROUND.items())[1:]:
        expect(page.get_by_label("Rod stands at")).to_have_value(at)  # the next corner is in hand already
        shoot(page, at, reading)
    expect(page.get_by_role("row", name=re.compile("^B .*5′ 2″.*-1′ 0″"))).to_be_visible()
    shoot(page, "BM", "4 2 1/16")
    expect(page.get_by_role("status")).to_contain_text("distributed")

    set_to_height(page, "form tops", '8"', "corners")
    expect(page.get_by_label("the rod reads")).to_contain_text("3′ 6")
    rod = page.get_by_label("Rod on form tops at A")
    row = page.get_by_role("listitem").filter(has=rod)
    rod.fill("3 6 3/4")
    expect(row).to_contain_text("= 3′ 6 3/4″: Raise 11/16″")  # before it is kept
    rod.press("Enter")
    expect(row).to_have_attribute("data-way", "raise")
    expect(row).to_contain_text("Raise")
    expect(row).to_contain_text("Ines")
    expect(page.get_by_label("Rod on form tops at B")).to_be_focused()
    rod.fill("3 6 1/16")
    rod.press("Enter")
    expect(row).to_have_attribute("data-way", "on")


def test_ground_that_was_shot_stands_under_the_boards(page: Page) -> None:
    stand_at_levels(page, readings=GROUND)
    page.get_by_role("link", name="Boards").click()
    page.get_by_role("tab", name="Height", exact=True).click()
    expect(page.get_by_label("Ground at B")).to_have_attribute("placeholder", "-1' 0\"")
    expect(page.get_by_role("table", name="Boards in height")).to_be_visible()


def test_a_reading_that_cannot_be_is_questioned_and_corrected(page: Page) -> None:
    stand_at_levels(page, readings=GROUND | {"A": "4 2 1/2"})
    shoot(page, "B", "6 2")
    expect(page.get_by_role("heading", name="One reading is in question")).to_be_visible()
    expect(page.get_by_role("status")).to_contain_text("Was it 5′ 2″ (a whole foot misread)?")
    page.get_by_role("button", name="Correct B 6' 2\"").click()
    page.get_by_label("Reading at B, corrected").fill("5 2")
    page.get_by_role("button", name="Keep").last.click()
    expect(page.get_by_role("heading", name="Level line at")).to_be_visible()
    expect(page.get_by_text("struck by Ines")).to_be_visible()


def test_two_crews_shoot_from_a_setup_each(browser: Browser, site: str) -> None:
    ines, bram = (open_page(browser, site, DESK, who=who) for who in ("Ines", "Bram"))
    stand_at_levels(ines, "Two crews", GROUND)
    set_to_height(ines, "form tops", '8"', "corners")
    expect(ines.get_by_label("the rod reads")).to_contain_text("3′ 6″")
    ines.get_by_role("tab", name="Shoot").click()
    shoot(ines, "BM", "4 2")

    bram.goto(ines.url)
    bram.get_by_role("button", name="Instrument moves").click()
    bram.get_by_label("Kind of instrument").select_option("water-level")
    bram.get_by_role("button", name="Instrument stands").click()
    shoot(bram, "BM", "3")
    expect(bram.get_by_role("heading", name="Level line at 3′ 0″")).to_be_visible()

    expect(ines.get_by_text("Bram has set up since: setup 2, water level.")).to_be_visible()
    expect(ines.get_by_label("Shooting from")).to_contain_text("1, rotating laser, Ines")
    expect(ines.get_by_role("heading", name="Level line at 4′ 2″")).to_be_visible()
    ines.get_by_role("tab", name="To height").click()
    expect(ines.get_by_label("the rod reads")).to_contain_text("3′ 6″")
    bram.get_by_role("tab", name="To height").click()
    expect(bram.get_by_label("the rod reads")).to_contain_text("2′ 4″")
    for page in (ines, bram):
        page.context.close()


def test_a_hose_is_carried_round_and_back(page: Page) -> None:
    stand_at_levels(page)
    page.get_by_label("Kind of instrument").select_option("water-level")
    page.get_by_role("button", name="Instrument stands").click()
    steps = (("BM", '30"', "A", '31"'), ("A", '40"', "B", '38 1/2"'), ("B", '36"', "BM", '36 7/16"'))
    for number, (one, here, other, there) in enumerate(steps, 1):
        expect(page.get_by_role("heading", name=f"Setup {number}:")).to_be_visible()
        expect(page.get_by_label("On the known point")).to_have_value(one)  # the far end of the step before
        shoot(page, one, here)
        shoot(page, other, there)
        if other != "BM":
            page.get_by_role("button", name=f"Walk on from {other}").click()
    # -1" + 1 1/2" - 7/16" is 1/16" over three steps
    expect(page.get_by_role("status").first).to_contain_text("BM came out 1/16″ too high over three setups")


def test_the_rod_hears_one_number_and_which_way(browser: Browser, site: str) -> None:
    page = open_page(browser, site, PHONE)
    stand_at_levels(page, "Shouted", GROUND)
    set_to_height(page, "board tops", '8"', "corners")
    page.get_by_role("button", name="Shout it to the rod").click()
    shout = page.get_by_role("dialog")
    expect(shout).to_contain_text("3′ 6″")
    shout.get_by_label("Rod reads at A").fill("3 5 1/2")
    shout.get_by_role("button", name="Keep").click()
    expect(shout).to_contain_text("Lower ½″".replace("½", "1/2"))
    page.keyboard.press("Escape")
    page.context.close()


def test_an_instrument_that_lies_offers_a_correction(page: Page) -> None:
    stand_at_levels(page)
    page.get_by_role("tab", name="Instruments").click()
    page.get_by_label("Name").fill("Level 2")
    page.get_by_label("Kind", exact=True).select_option("optical")
    page.get_by_role("button", name="Add").click()
    page.get_by_role("button", name="test it").click()
    for label, reading in {
        "A, from midway": "4 6", "B, from midway": "4", "A, from near A": "5", "B, from near A": "4 6 1/2",
        "Peg to peg": "200",
    }.items():  # fmt: skip
        page.get_by_label(label).fill(reading)
    page.get_by_role("button", name="Keep what it says").click()
    expect(page.get_by_text("It reads 1/2″ too much over 200 ft")).to_be_visible()
    page.get_by_role("tab", name="Shoot").click()
    expect(page.get_by_text("Level 2 is not true.")).to_be_visible()
    expect(page.get_by_label("Correct the readings of this setup")).not_to_be_checked()


def test_pads_slabs_and_sections_are_worked_out_and_drawn(page: Page) -> None:
    stand_at_levels(page, readings=GROUND)
    page.get_by_role("tab", name="Ground").click()
    page.get_by_label("Pad height").fill('-6"')
    page.get_by_role("button", name="Work out cut and fill").click()
    expect(page.get_by_text("rough-level it by machine")).to_be_visible()
    page.get_by_label("Section along line").select_option("AB")
    page.get_by_role("button", name="Cut it").click()
    expect(page.get_by_role("img", name="Section along AB")).to_be_visible()
    page.get_by_role("tab", name="Slab").click()
    page.get_by_label("Finished top").fill('8"')
    page.get_by_label("Thickness", exact=True).fill('6"')
    page.get_by_label("Its top").select_option("away")
    page.get_by_label("Screed rail beside the first side, at").fill("14'")
    page.get_by_label("Waste, per cent").fill("some")
    page.get_by_role("button", name="Keep the slab").click()
    expect(page.get_by_role("alert")).to_have_text("Type the per cent as a number from 0 to 100.")
    expect(page.get_by_label("Thickness", exact=True)).to_have_value('6"')  # what was typed stays
    page.get_by_label("Waste, per cent").fill("10")
    page.get_by_role("button", name="Keep the slab").click()
    forms = page.get_by_role("table", name="Forms and rails")
    expect(forms.get_by_role("row")).to_have_count(7)
    page.get_by_text("Points to shoot: a grid").click()
    page.get_by_label("A point every").fill("14'")
    page.get_by_role("button", name="Lay the grid").click()
    expect(page.get_by_text("Grid H: 8 points")).to_be_visible()
    expect(forms.get_by_role("row", name=re.compile("^A 8″ 3′ 6″"))).to_be_visible()


def test_a_level_book_comes_in_from_a_file(page: Page, tmp_path: Path) -> None:
    book = tmp_path / "book.csv"
    book.write_text("instrument,point,reading\nlaser,BM,4'\nlaser,A,3'\nlaser,B,oops\n", "utf-8")
    stand_at_levels(page)
    page.get_by_role("tab", name="Book").click()
    page.get_by_label("Take a level book in from a CSV file").set_input_files(book)
    expect(page.get_by_text("2 readings in 1 setup can be taken in")).to_be_visible()
    expect(page.get_by_text("Line 4:")).to_be_visible()
    page.get_by_role("button", name="Take them in").click()
    expect(page.get_by_role("table", name="Shots of setup 1")).to_be_visible()
    with page.expect_download() as sheet:
        page.get_by_role("link", name="Level sheet (PDF)").click()
    assert Path(sheet.value.path()).read_bytes().startswith(b"%PDF")


def test_levels_are_a_key_away(page: Page) -> None:
    stand_at_levels(page)
    page.get_by_role("link", name="Square").click()
    expect(page.get_by_role("heading", name="Pull the first round")).to_be_visible()
    page.keyboard.press("5")
    expect(page.get_by_role("tab", name="Shoot")).to_be_visible()
