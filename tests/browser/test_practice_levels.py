"""Heights practised as a beginner would, at both sizes: a hose, a receiver that sounds, a level that may lie."""

import re

from playwright.sync_api import Page, expect

HEARD = """
window.heard = [];
const start = OscillatorNode.prototype.start;
OscillatorNode.prototype.start = function (...at) {
	window.heard.push(this.context.state);
	return start.apply(this, at);
};
"""


def begin(page: Page, task: str) -> None:
    page.goto("/practice")
    page.get_by_role("button", name=f"Begin {task}").click()
    expect(page.get_by_text("simulated", exact=True)).to_be_visible()
    page.get_by_role("link", name="On to the instruments").click()
    expect(page.get_by_role("button", name="ask somebody over")).to_be_visible()


def read(page: Page, point: str) -> str:
    """Read a point by what its drawing tells those who hear it, and write it down."""
    page.get_by_role("button", name=f"Read {point}", exact=True).click()
    told = page.get_by_role("figure").get_attribute("aria-label") or ""
    shown = re.search(r"\d+' .*\"|\d+(?: \d+/\d+)?\"|\d+/\d+\"", told)
    assert shown, told
    write(page, shown.group())
    return shown.group()


def write(page: Page, text: str) -> None:
    form = page.get_by_role("form", name=re.compile("Write down"))
    form.get_by_role("textbox").fill(text)
    form.get_by_role("button", name="Write it down").click()
    expect(form).to_have_count(0)


def inches(text: str) -> float:
    """Feet, inches and a fraction as they are printed."""
    feet, _, rest = text.rpartition("'")
    whole = sum(float(a) / float(b or 1) for a, _, b in (part.partition("/") for part in rest.strip('" ').split()))
    return float(feet or 0) * 12 + whole


def test_boards_are_brought_to_height_with_a_hose(sized_page: Page) -> None:
    page = sized_page
    begin(page, "Boards to height")
    page.get_by_role("button", name="Set up the hose").click()
    page.get_by_role("radio", name="1 min").click()
    back = inches(read(page, "BM"))
    page.get_by_role("checkbox", name=re.compile("hold the walking end")).click()
    together = inches(read(page, "A"))
    page.get_by_role("checkbox", name=re.compile("hold the walking end")).click()
    if abs(together - back) > 1 / 8:
        page.get_by_role("button", name="let air and warm water out").click()
        expect(page.get_by_text("the hose: air and warm water let out")).to_be_visible()
    for top in "ABCD":
        up = 8 - (back - inches(read(page, top)))
        if abs(up) >= 1 / 16:
            form = page.get_by_role("form", name="Set a top")
            form.get_by_role("combobox").select_option(top)
            form.get_by_label("By", exact=True).fill(f'{abs(up):.4f}"')
            form.get_by_role("radio", name="up" if up > 0 else "down").click()
            form.get_by_role("button", name="Set it").click()
            expect(page.get_by_text(re.compile(rf"^{top}: .* (up|down)$"))).to_be_visible()
    page.reload()
    expect(page.get_by_text("hose stands")).to_be_visible()
    page.get_by_role("radio", name="1 min").click()
    for top in "ABCD":
        read(page, top)
    page.get_by_role("button", name="They are at height: accept").click()
    expect(page.get_by_text("By what you wrote down: A")).to_be_visible()
    book = page.get_by_role("table", name="Your book")
    expect(book.get_by_role("columnheader", name="True")).to_be_visible()
    expect(book.get_by_role("rowheader")).to_have_count(10)
    page.get_by_role("link", name="All tasks, and your path").click()
    expect(page.get_by_role("listitem").filter(has_text="10 readings").first).to_contain_text("height")


def test_a_receiver_is_slid_until_it_sounds_level(sized_page: Page) -> None:
    page = sized_page
    page.add_init_script(HEARD)
    begin(page, "Boards to height")
    page.get_by_role("button", name="Set up the rotating laser").click()
    page.get_by_role("button", name="Read BM").click()
    said = page.get_by_role("form", name="Write down BM").get_by_role("status").first
    expect(said).to_contain_text("silent")
    for _ in range(80):
        word = said.inner_text()
        if "steady" in word:
            break
        fine = "up a little" if "above" in word else "down a little"
        page.get_by_role("button", name="up much" if "silent" in word else fine).click()
    expect(said).to_contain_text("steady tone: level")
    heard = page.evaluate("window.heard")
    assert heard, "nothing sounded"
    assert set(heard) <= {"running", "suspended"}  # begun by a touch, so that the browser lets it sound
    page.get_by_role("checkbox", name="let it sound").click()
    before = len(heard)
    page.get_by_role("slider").press("ArrowUp")
    assert len(page.evaluate("window.heard")) == before
    text = page.get_by_text(re.compile("The rod shows")).text_content() or ""
    write(page, text.removeprefix("The rod shows ").strip())
    expect(page.get_by_role("table", name="Your book").get_by_role("rowheader")).to_have_count(1)


def test_a_level_is_judged_from_two_stands(sized_page: Page) -> None:
    page = sized_page
    begin(page, "A level that may lie")
    page.get_by_role("link", name="On site").click()
    page.get_by_role("button", name="Look round and up").click()
    expect(page.get_by_text(re.compile("over (this|the) yard|paint on the ground")).first).to_be_visible()
    page.get_by_role("link", name="On to the instruments").click()
    found = {}
    for stand in ("middle", "near-a"):
        page.get_by_label("Stand").select_option(stand)
        page.get_by_role("button", name="Set up the optical level").click()
        expect(page.get_by_text("stands. Press a point to read it.")).to_be_visible()
        page.get_by_role("button", name="focus the eyepiece").click()
        expect(page.get_by_text("the eyepiece: focused")).to_have_count(1 if stand == "middle" else 2)
        found[stand] = inches(read(page, "B")) - inches(read(page, "A"))
    lies = (found["near-a"] - found["middle"]) * 100 / (200 - 2 * 6)
    page.get_by_label("On 100 ft it reads too much by").fill(f'{lies:.4f}"')
    page.get_by_role("button", name="Say so").click()
    expect(page.get_by_role("heading", name=re.compile("Right, and both stands|Not so"))).to_be_visible()
    expect(page.get_by_text(re.compile("you said"))).to_be_visible()


def test_water_that_moves_stands_still_for_those_who_asked_for_it(page: Page) -> None:
    page.emulate_media(reduced_motion="reduce")
    begin(page, "Boards to height")
    page.get_by_role("button", name="Set up the hose").click()
    page.get_by_role("radio", name="10 s").click()
    page.get_by_role("button", name="Read A").click()
    water = page.locator(".swings")
    expect(water).to_have_count(1)
    assert water.evaluate("one => getComputedStyle(one).animationName") == "none"
    page.emulate_media(reduced_motion="no-preference")
    assert water.evaluate("one => getComputedStyle(one).animationName") != "none"
