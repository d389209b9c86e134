"""WCAG 2.2 AA by axe on every view, both sizes, both themes; and targets a glove can hit."""

import re
from uuid import uuid4

from playwright.sync_api import Browser, Page, ViewportSize, expect

from anvilhead.launch.paths import WEB
from tests.browser.conftest import DESK, PHONE, open_page
from tests.browser.steps import (
    GROUND,
    SLID,
    enter_round,
    go_square,
    made_store,
    show_record,
    stand_at_boards,
    stand_at_levels,
    stand_at_square,
)

AXE = (WEB / "node_modules/axe-core/axe.min.js").read_text("utf-8")
RULES = ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"]


def violations(page: Page) -> list[str]:
    """What axe finds on the view as it is, and of its colours in the other theme."""
    page.evaluate(AXE)
    found = _run(page, f"{{runOnly: {RULES}, resultTypes: ['violations']}}")
    root = "document.documentElement.dataset"
    page.evaluate(f"{root}.theme = 'dusk'")
    found += [f"dusk {one}" for one in _run(page, "{runOnly: ['color-contrast'], resultTypes: ['violations']}")]
    page.evaluate(f"{root}.theme = 'light'")
    return found


def _run(page: Page, options: str) -> list[str]:
    """What is wrong, in words made on the page: handing everything over takes longer than finding it."""
    words = "node => `${one.id}: ${node.html.slice(0, 120)} ${node.failureSummary.slice(0, 200)}`"
    wrong = f"found.violations.flatMap(one => one.nodes.map({words}))"
    found: list[str] = page.evaluate(f"axe.run({options}).then(found => {wrong})")
    return found


def test_every_part_passes_and_keys_reach_it(browser: Browser, site: str, size: ViewportSize) -> None:
    page = open_page(browser, site, size)
    page.goto("/kit")
    expect(page.get_by_role("heading", name="Parts, dusk")).to_be_visible()
    assert violations(page) == []
    small = page.locator("main button, main select, main input").evaluate_all(
        "all => all.filter(one => Math.min(one.offsetWidth, one.offsetHeight) < 44)"
        ".map(one => one.outerHTML.slice(0, 100))"
    )
    assert small == []
    page.get_by_role("radio", name="Feet and inches").first.focus()
    page.keyboard.press("ArrowRight")
    expect(page.get_by_role("radio", name="Metres").first).to_be_checked()
    box = page.get_by_role("checkbox").first
    box.focus()
    page.keyboard.press("Space")
    expect(box).not_to_be_checked()
    page.get_by_role("button", name="Ask something").first.click()
    page.keyboard.press("Escape")
    expect(page.get_by_role("dialog")).to_have_count(0)
    expect(page.get_by_role("button", name="Ask something").first).to_be_focused()
    page.context.close()


def test_every_view_passes(browser: Browser, site: str, size: ViewportSize) -> None:
    page = open_page(browser, site, size)
    stand_at_boards(page, "Scanned")
    found = {"boards": violations(page)}
    for tab in ("Height", "Nails", "Truck"):
        page.get_by_role("tab", name=tab).click()
        found[tab] = violations(page)
    go_square(page)
    enter_round(page, SLID)
    expect(page.get_by_role("heading", name="Move six nails")).to_be_visible()
    page.get_by_text("Another pull: to a line").click()
    found["square"] = violations(page)
    for tab in ("What stays", "Look again"):
        page.get_by_role("tab", name=tab).click()
        found[tab] = violations(page)
    page.get_by_label("What is gone").select_option("C")
    page.get_by_role("button", name="How to set it again").click()
    expect(page.get_by_role("img", name="Where the tapes to C cross")).to_be_visible()
    found["lost"] = violations(page)
    show_record(page, 6)
    found["readings"] = violations(page)
    page.get_by_role("tab", name="Pull and move").click()
    page.get_by_role("button", name="Shout").click()
    found["shout"] = violations(page)
    page.keyboard.press("Escape")
    page.get_by_role("link", name="Footprint").click()
    expect(page.get_by_role("heading", name="What stands here")).to_be_visible()
    found["footprint"] = violations(page)
    page.get_by_role("button", name="Change it wall by wall").click()
    expect(page.get_by_text("Closes on A")).to_be_visible()
    found["walls"] = violations(page)
    page.get_by_role("tab", name="Lines beside").click()
    page.get_by_label("Wall", exact=True).fill('8"')
    page.get_by_role("button", name="Another line").click()
    found["lines"] = violations(page)
    page.get_by_role("tab", name="Inside").click()
    page.get_by_role("button", name="Another row").click()
    found["inside"] = violations(page)
    base = page.url.rsplit("/", 1)[0]
    for stage, heading in (
        ("ground", "Where it stands on the site"),
        ("methods", "How the corners get square"),
        ("handover", "On paper and in files"),
    ):
        page.goto(f"{base}/{stage}")
        expect(page.get_by_role("heading", name=heading)).to_be_visible()
        found[stage] = violations(page)
    page.get_by_role("link", name="record").click()
    expect(page.get_by_role("heading", name="record")).to_be_visible()
    found["record"] = violations(page)
    for address in ("/", "/jobs/new"):
        page.goto(address)
        expect(page.get_by_role("main")).not_to_contain_text("Looking into the yard")
        found[address] = violations(page)
    page.context.close()
    assert found == {view: [] for view in found}


def test_every_part_of_levels_passes(browser: Browser, site: str, size: ViewportSize) -> None:
    page = open_page(browser, site, size)
    stand_at_levels(page, "Scanned levels", GROUND)
    found = {"shoot": violations(page)}
    page.get_by_role("button", name="Instrument moves").click()
    found["setup"] = violations(page)
    page.get_by_role("tab", name="To height").click()
    page.get_by_label("Height", exact=True).fill('8"')
    page.get_by_role("button", name="Keep it").click()
    expect(page.get_by_role("list", name="board tops, point by point")).to_be_visible()
    for tab in ("To height", "Ground", "Slab", "Posts", "Instruments", "Book"):
        page.get_by_role("tab", name=tab).click()
        found[tab] = violations(page)
        assert page.evaluate("document.documentElement.scrollWidth") <= size["width"], tab
    page.context.close()
    assert found == {view: [] for view in found}


MADE = {
    "section": {"wall": '8"', "footing": '20"'},
    "places": [{"name": "P", "along": "AB", "spaces": 2}],
    "offset_lines": [{"name": "south", "along": "AB", "distance": "8'"}],
    "digging": {"bucket": "2'", "pads": [{"name": "pad", "at": "P 2", "length": "3'"}],
                "found": [{"on": "AB", "deep": "1'"}]},
    "stakes": [{"name": "H1", "at": ["6'", "-9'"], "lath": {"height": "2'", "cut": "1'", "offset": "9'"}}],
    "marking": {"on": "soil", "days": 20},
    "obstacles": [{"name": "pipe", "at": ["-4'", "-9'"], "to": ["-4'", "9'"], "radius": "1'"}],
    "forms": {"thickness": '6"', "board": '1 1/2"', "stock": ["16'"]},
    "pour": {"thickness": '6"', "truck": "9 cu yd", "base": {"thickness": '8"'}, "joints": {},
             "bars": {"spacing": "2'", "cover": '3"', "stock": ["20'"], "lap": "2'"},
             "dowels": [{"along": "CD", "spacing": "2'"}]},
    "plates": {"found": [{"line": "AB", "at": "1'", "out": '1/2"'}]},
}  # fmt: skip


def test_every_part_of_marks_and_build_passes(browser: Browser, site: str, size: ViewportSize) -> None:
    page = open_page(browser, site, size)
    stand_at_boards(page, f"Made {size['width']}")
    base = page.url.rsplit("/", 1)[0]
    structure = f"/api/structures/{base.rsplit('/', 1)[1]}"
    kept = page.request.get(structure).json()
    body = {"units": "ft-in", "base_revision": kept["revision"], "plan": kept["document"] | MADE}
    assert page.request.put(f"{structure}/plan", data=body, headers={"Anvilhead-Who": "Ines"}).ok
    found, small = {}, {}
    for stage, part in (("marks", "Parts of the marks"), ("build", "Parts of the build")):
        page.goto(f"{base}/{stage}")
        expect(page.get_by_role("tablist", name=part)).to_be_visible()
        for tab in page.get_by_role("tab").all():
            name = tab.inner_text()
            tab.click()
            page.get_by_role("tabpanel").wait_for()
            if name == "Register":
                page.get_by_role("checkbox", name="P 1", exact=True).wait_for()
            found[name] = violations(page)
            small[name] = page.evaluate(TOO_SMALL) if size == PHONE else []
            assert page.evaluate("document.documentElement.scrollWidth") <= size["width"], name
    page.context.close()
    assert found == {view: [] for view in found}
    assert small == {view: [] for view in small}


TOO_SMALL = """() => [...document.querySelectorAll('button, a, select, summary, input, label:has(input)')]
    .filter(one => one.offsetParent !== null && !one.closest('.sr-only') && !one.disabled)
    // a box to tick or a file is pressed by its label; a link inside a sentence is as high as its line
    .filter(one => !(one.matches('input') && one.closest('label')))
    .filter(one => !(one.matches('a') && getComputedStyle(one).display === 'inline'))
    .map(one => [one.innerText || one.getAttribute('aria-label'), one.getBoundingClientRect()])
    .filter(([, box]) => box.width < 44 || box.height < 43.5)
    .map(([text, box]) => `${text}: ${box.width} × ${box.height}`)"""


def test_on_a_phone_everything_to_press_is_44_pixels_both_ways(browser: Browser, site: str) -> None:
    page = open_page(browser, site, PHONE)
    stand_at_square(page, "Gloves")
    enter_round(page, SLID)
    small = {"square": page.evaluate(TOO_SMALL)}
    stand_at_levels(page, "Gloves and levels", GROUND)
    for stage in ("ground", "footprint", "boards", "levels", "handover", "methods"):
        page.goto(page.url.rsplit("/", 1)[0] + f"/{stage}")
        expect(page.get_by_role("main")).to_be_visible()
        for tab in page.get_by_role("tab").all() or [page.get_by_role("main")]:
            tab.click()
            small[f"{stage} {tab.inner_text()[:12]}"] = page.evaluate(TOO_SMALL)
    for path in ("/", "/jobs/new"):
        page.goto(path)
        expect(page.get_by_role("main")).to_be_visible()
        small[path] = page.evaluate(TOO_SMALL)
    page.context.close()
    assert small == {view: [] for view in small}


def test_nothing_runs_out_of_a_phone_sideways(browser: Browser, site: str) -> None:
    page = open_page(browser, site, PHONE)
    stand_at_boards(page, "Narrow")
    for stage in ("ground", "footprint", "boards", "square", "methods", "handover"):
        page.goto(page.url.rsplit("/", 1)[0] + f"/{stage}")
        expect(page.get_by_role("main")).to_be_visible()
        assert page.evaluate("document.documentElement.scrollWidth") <= PHONE["width"], stage
    page.context.close()


def test_single_keys_can_be_switched_off(browser: Browser, site: str) -> None:
    page = open_page(browser, site, DESK)
    page.goto("/")
    expect(page.get_by_role("heading", name="the yard")).to_be_visible()
    page.keyboard.press("?")
    page.get_by_role("button", name="Single keys are on").click()
    page.keyboard.press("Escape")
    page.keyboard.press("n")
    expect(page.get_by_role("heading", name="the yard")).to_be_visible()
    page.context.close()


def test_days_hold_points_notes_and_handing_over_pass(browser: Browser, site: str, size: ViewportSize) -> None:
    page = open_page(browser, site, size)
    store = made_store(page, f"Days {size['width']}")
    job, structure = store.rsplit("/", 1)[0], store.rsplit("/", 1)[1]
    ticket = {"number": "L-1", "asked": "2026-05-04", "notice_days": 2, "utilities": [{"name": "Gas"}]}
    days = {"start": "2026-05-04", "from_plans": True, "locates": [ticket]}
    headers = {"Anvilhead-Who": "Ines"}
    body = {"base_revision": 0, "days": days}
    assert page.request.put(f"/api{job}/days", data=body, headers=headers).ok
    back = {"id": str(uuid4()), "hold": "locate", "doing": "back", "whole_job": True}
    assert page.request.post(f"/api/structures/{structure}/holds", data=back, headers=headers).ok
    found: dict[str, list[str]] = {}
    small: dict[str, list[str]] = {}

    def look(name: str) -> None:
        found[name] = violations(page)
        small[name] = page.evaluate(TOO_SMALL) if size == PHONE else []
        assert page.evaluate("document.documentElement.scrollWidth") <= size["width"], name

    page.goto(f"{job}/days")
    expect(page.get_by_role("list", name="Days", exact=True)).to_be_visible()
    for tab in page.get_by_role("tab").all():
        tab.click()
        look(f"days {tab.inner_text()}")
    page.get_by_role("button", name=re.compile("pull square")).first.click()
    page.get_by_role("button", name="+1 day").click()
    expect(page.get_by_role("status")).to_be_visible()
    look("task")
    page.goto(f"{store}/square")
    expect(page.get_by_role("heading", name="Stop before the first stake")).to_be_visible()
    page.get_by_role("button", name="Go past it…").click()
    look("stop")
    page.goto(f"{store}/ground?tab=holds")
    expect(page.get_by_role("region", name="Square is accepted")).to_be_visible()
    look("hold points")
    page.get_by_role("button", name="notes").click()
    page.get_by_label("What is to be kept").fill("Gate code")
    page.get_by_role("button", name="Keep this note").click()
    expect(page.get_by_text("Kept.")).to_be_visible()
    look("notes")
    page.goto(f"{store}/handover")
    page.get_by_role("tab", name="As built").click()
    expect(page.get_by_role("button", name="Sign this record")).to_be_visible()
    look("as built")
    page.goto(f"{job}/record")
    expect(page.get_by_role("search")).to_be_visible()
    look("record")
    page.context.close()
    assert found == {view: [] for view in found}
    assert small == {view: [] for view in small}


def test_practice_and_what_rounds_say_pass(browser: Browser, site: str, size: ViewportSize) -> None:
    page = open_page(browser, site, size)
    found: dict[str, list[str]] = {}
    small: dict[str, list[str]] = {}

    def look(name: str) -> None:
        found[name] = violations(page)
        small[name] = page.evaluate(TOO_SMALL) if size == PHONE else []
        assert page.evaluate("document.documentElement.scrollWidth") <= size["width"], name

    page.goto("/practice")
    expect(page.get_by_role("button", name="Begin Find the slip")).to_be_visible()
    look("practice")
    page.get_by_text("With instruments of your shelf").click()
    page.get_by_role("button", name="Begin Square a slab").click()
    page.get_by_role("button", name="Look round and up").click()
    expect(page.get_by_text(re.compile("over (this|the) yard|paint on the ground")).first).to_be_visible()
    look("practice, on site")
    page.get_by_role("link", name="On to the strings").click()
    page.get_by_role("button", name="Corner A").click()
    page.get_by_role("button", name="Corner C").click()
    expect(page.get_by_role("heading", name="A–C")).to_be_visible()
    look("tape")
    page.get_by_role("button", name="They are square: accept").click()
    expect(page.get_by_role("link", name="All tasks, and your path")).to_be_visible()
    look("debrief")
    page.goto("/shelf")
    page.get_by_role("button", name="Put one on").click()
    look("putting on the shelf")
    name = f"Tape {size['width']}"
    page.get_by_label("Name painted on it").fill(name)
    page.get_by_role("button", name="Put it on the shelf").click()
    card = page.get_by_role("article", name=name)
    card.get_by_role("button", name=name).click()
    for doing in ("test it", "heat, pull, sag", "change", "it was knocked"):
        card.get_by_role("button", name=doing).click()
        look(f"shelf, {doing}")
    stand_at_square(page, f"Tried {size['width']}")
    page.goto("/crew")
    expect(page.get_by_role("heading", name="What our rounds say")).to_be_visible()
    look("crew")
    assert {name: one for name, one in found.items() if one} == {}
    assert {name: one for name, one in small.items() if one} == {}
    page.context.close()
