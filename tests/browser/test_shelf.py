"""The shelf at both sizes: put on, tested, knocked, changed; then taken by a plan and by a setup that it answers."""

import re
from typing import Any
from uuid import uuid4

from playwright.sync_api import Browser, Page, expect

from tests.browser.conftest import open_page
from tests.browser.steps import WHO, field, made_store


def put_on(page: Page, kind: str, **said: Any) -> str:
    """Put an instrument on the shelf without the screens; answers its name, which no other test has."""
    name = f"{kind[:9]} {uuid4().hex[:8]}"
    body = {"id": str(uuid4()), "units": "ft-in", "instrument": {"name": name, "kind": kind, **said}}
    made = page.request.post("/api/shelf", data=body, headers=WHO)
    assert made.ok, made.text()
    return name


def test_an_instrument_from_the_empty_shelf_to_its_corrections(sized_page: Page) -> None:
    page, name = sized_page, f"Tape {uuid4().hex[:8]}"
    page.goto("/shelf")
    page.get_by_role("button", name="Put one on").click()
    form = page.get_by_role("form", name="New instrument")
    form.get_by_label("Name painted on it").fill(name)
    form.get_by_label("One reading is good for").fill("no length")
    form.get_by_role("button", name="Put it on the shelf").click()
    expect(form.get_by_role("alert")).to_be_visible()
    form.get_by_label("One reading is good for").fill('1/32"')
    page.keyboard.press("Escape")  # closed by mistake
    page.get_by_role("button", name="Put one on").click()
    expect(form.get_by_label("Name painted on it")).to_have_value(name)
    form.get_by_role("button", name="Put it on the shelf").click()
    card = page.get_by_role("article", name=name)
    expect(card.get_by_text("never tested", exact=True)).to_be_visible()
    card.get_by_role("button", name=name).click()
    expect(card.get_by_text("Test it before work rests on it")).to_be_visible()
    card.get_by_role("button", name="test it").click()
    test = card.get_by_role("form", name=f"Test of {name}")
    for number, (known, reads) in enumerate([("2'", "2' 0 1/8"), ("90'", "90' 0 1/8")], 1):
        test.get_by_label(f"Known length {number}").fill(known)
        test.get_by_label(f"It reads {number}").fill(reads)
    page.reload()  # the telephone had other things to do
    card.get_by_role("button", name=name).click()
    card.get_by_role("button", name="test it").click()
    expect(test.get_by_label("It reads 2")).to_have_value("90' 0 1/8")
    test.get_by_role("button", name="Keep what it says").click()
    expect(card.get_by_text("not true", exact=True)).to_be_visible()
    expect(card.get_by_text(re.compile("off every reading"))).to_be_visible()
    card.get_by_role("button", name="test it").click()
    expect(test.get_by_label("It reads 2")).to_have_value("")
    page.reload()
    card.get_by_role("button", name=name).click()
    card.get_by_role("button", name="it was knocked").click()
    card.get_by_label("What happened").fill("run over by the digger")
    card.get_by_role("button", name="Keep it: test before use").click()
    expect(card.get_by_text("run over by the digger")).to_be_visible()
    card.get_by_role("button", name=re.compile("^strike knocked")).click()
    expect(card.get_by_text("struck by Ines")).to_be_visible()
    card.get_by_role("button", name="put it away").click()
    expect(card).to_have_count(0)
    page.get_by_role("button", name=re.compile("show what was put away")).click()
    expect(card.get_by_text("put away", exact=True)).to_be_visible()


def test_a_plan_takes_over_what_the_shelf_knows_of_its_tape(sized_page: Page) -> None:
    page = sized_page
    name = put_on(page, "steel-tape", error='1/32"', test_every=0)
    page.goto(f"{made_store(page, 'Taped')}/methods")
    which = page.get_by_label("Which tape")
    which.select_option(label=name)
    expect(page.get_by_label("Tape is good for")).to_have_value('1/32"')
    page.get_by_role("button", name="Save plan").click()
    expect(page.get_by_role("button", name="Save plan")).to_be_disabled()
    page.reload()
    expect(page.get_by_label("Which tape")).to_have_value(name)


def test_what_is_late_is_told_where_it_is_set_up_and_a_stand_in_answers(sized_page: Page) -> None:
    page = sized_page
    late, made_up = put_on(page, "optical"), put_on(page, "laser", link={"how": "simulated", "seed": 5})
    page.goto(f"{made_store(page, 'From the shelf')}/levels")
    instrument = page.get_by_label("Instrument", exact=True)
    instrument.select_option(label=f"{late}, optical level, from the shelf")
    expect(page.get_by_role("status").filter(has_text=f"{late} was never tested")).to_be_visible()
    instrument.select_option(label=f"{made_up}, rotating laser, from the shelf")
    expect(page.get_by_role("status").filter(has_text="What it reads is made up")).to_be_visible()
    page.get_by_role("button", name="Instrument stands: begin the setup").click()
    page.get_by_role("button", name=f"Ask {made_up} (simulated)").click()
    expect(page.get_by_text(re.compile("It reads"))).to_be_visible()
    reading = page.get_by_role("form", name="Next shot").get_by_label("Reading", exact=True)
    expect(reading).not_to_have_value("")
    page.get_by_role("button", name="Keep", exact=True).click()
    expect(page.get_by_text(re.compile("Setup 1 is simulated"))).to_be_visible()
    # what somebody typed is not written over
    page.get_by_label("Reading", exact=True).fill("3 9")
    page.get_by_role("button", name=f"Ask {made_up} (simulated)").click()
    expect(page.get_by_role("button", name="take it")).to_be_visible()
    expect(page.get_by_label("Reading", exact=True)).to_have_value("3 9")


def test_a_made_up_tape_is_asked_pull_by_pull_and_nothing_is_accepted(sized_page: Page) -> None:
    page = sized_page
    tape = put_on(page, "steel-tape", link={"how": "simulated", "seed": 5})
    store = made_store(page, "Tried out")
    address = f"/api/structures/{store.rsplit('/', 1)[1]}"
    view = page.request.get(address).json()
    change = {"units": "ft-in", "base_revision": view["revision"], "plan": {**view["document"], "tape": tape}}
    assert page.request.put(f"{address}/plan", data=change, headers=WHO).ok
    page.goto(f"{store}/square")
    ask = page.get_by_role("button", name=f"Ask {tape}")
    for pair in ("A–B", "B–C", "C–D", "D–A", "A–C", "B–D"):
        entry = field(page, pair)
        entry.focus()
        expect(page.get_by_role("listitem").filter(has=entry).get_by_role("button", name=f"Ask {tape}")).to_be_visible()
        ask.click()
        expect(page.get_by_text(": Enter keeps it")).to_be_visible()
        entry.press("Enter")
        expect(page.get_by_role("listitem").filter(has=entry)).to_contain_text("simulated")
    expect(page.get_by_text(re.compile("a stand-in made up A–B, B–C, C–D, D–A, A–C and B–D"))).to_be_visible()
    expect(page.get_by_role("button", name=re.compile("[Aa]ccept"))).to_have_count(0)
    # the number shouted can be asked for as well
    page.get_by_role("button", name="Shout").click()
    shout = page.get_by_role("dialog")
    expect(shout.get_by_role("button", name=f"Ask {tape}")).to_be_visible()
    page.keyboard.press("Escape")
    # a pull that the sheet has already is asked for once more
    page.get_by_text("Another pull: to a line").click()
    another = page.get_by_role("form", name="Another pull")
    another.get_by_label("From", exact=True).select_option("A")
    another.get_by_label("To", exact=True).select_option("C")
    another.get_by_role("button", name=f"Ask {tape}").click()
    expect(another.get_by_text(": Enter keeps it")).to_be_visible()
    another.get_by_label("Reading", exact=True).press("Enter")
    expect(page.get_by_role("listitem").filter(has=field(page, "A–C"))).to_contain_text("both count")


def test_two_devices_change_one_instrument_and_the_second_is_told(page: Page, browser: Browser, site: str) -> None:
    name = put_on(page, "rod")
    other = open_page(browser, site, {"width": 390, "height": 844}, who="Tomas")
    for one in (page, other):
        one.goto("/shelf")
        one.get_by_role("article", name=name).get_by_role("button", name=name).click()
        one.get_by_role("button", name="change").click()
        one.get_by_label("Missing of its foot").fill('1/16"')
    page.get_by_role("button", name="Keep it like this").click()
    expect(page.get_by_role("button", name="Keep it like this")).to_have_count(0)
    other.get_by_role("button", name="Keep it like this").click()
    expect(other.get_by_role("alert").filter(has_text="Somebody changed")).to_be_visible()
    expect(other.get_by_label("Missing of its foot")).to_have_value('1/16"')
    other.context.close()
