"""What is marked: a fence on falling ground from nothing, places along a wall, the slate beside them."""

from playwright.sync_api import Browser, Page, expect

from tests.browser.conftest import PHONE, open_page
from tests.browser.steps import made_store, stand_at_boards

RUN = {"shape": "run", "steps": [{"go": "116'"}, {"turn": 88, "go": "60'"}]}


def stand_at_marks(page: Page, job: str) -> None:
    """The marks of a run of 176 ft round a corner."""
    page.goto(f"{made_store(page, job, RUN)}/marks")
    expect(page.get_by_role("heading", name="What is marked where")).to_be_visible()


def test_a_fence_with_two_gates_to_its_running_marks(page: Page) -> None:
    stand_at_marks(page, "Slip road")
    page.get_by_role("button", name="Set a fence out on this run").click()
    page.get_by_role("radio", name="All bays equal").click()
    for number, (at, opening) in enumerate((("24", "4"), ("132", "12")), 1):
        page.get_by_role("button", name="+ gate").click()
        page.get_by_label(f"Gate {number} begins at").fill(at)
        page.get_by_label("Clear opening").nth(number - 1).fill(opening)
        # the fence with this gate is told: nothing moves under the next press any more
        expect(page.get_by_text(f"{2 * number} gate, ")).to_be_visible()
    page.get_by_label("Out of the ground").fill("5")
    page.get_by_label("Frost goes down").fill('30"')
    expect(page.get_by_text("23 posts (2 end, 1 corner, 4 gate, 16 line)")).to_be_visible()
    expect(page.get_by_text("23 holes:")).to_be_visible()
    page.get_by_role("button", name="Save plan").click()
    expect(page.get_by_text("Kept.")).to_be_visible()
    page.get_by_role("tab", name="Posts").click()
    rows = page.get_by_role("table", name="Posts of the fence").get_by_role("row")
    expect(rows).to_have_count(24)
    # what is drawn is what is told: a square for every post
    expect(page.locator("g.post")).to_have_count(23)
    # the inner face of the first gate's post is at 24 ft: its centre half a post before
    expect(rows.nth(4)).to_contain_text("23′ 10 1/4″")
    page.get_by_label("Post 2 was set at").fill("8' 2\"")
    page.get_by_role("radio", name="Share the rest").click()
    expect(rows.nth(2)).to_contain_text("on")
    expect(rows.nth(3)).to_contain_text("planned")
    page.get_by_role("button", name="Save plan").click()
    expect(page.get_by_text("Kept.")).to_be_visible()
    page.reload()
    expect(page.get_by_label("Post 2 was set at")).to_have_value("8' 2\"")


def test_a_gate_that_does_not_fit_says_so_and_keeps_what_was_typed(page: Page) -> None:
    stand_at_marks(page, "Narrow road")
    page.get_by_role("button", name="Set a fence out on this run").click()
    page.get_by_role("button", name="+ gate").click()
    page.get_by_label("Gate 1 begins at").fill("114")
    page.get_by_label("Clear opening").fill("4")
    expect(page.get_by_text("lies across a corner of the run").first).to_be_visible()
    expect(page.get_by_role("button", name="Save plan")).to_be_disabled()
    page.reload()
    expect(page.get_by_label("Gate 1 begins at")).to_have_value("114")


def test_places_are_named_and_shot(page: Page) -> None:
    stand_at_boards(page, "Places")
    page.goto(page.url.replace("/boards", "/marks"))
    page.get_by_role("button", name="Places along a line").click()
    page.get_by_label("How many spaces").fill("6")
    expect(page.get_by_text("6 spaces, 7 places")).to_be_visible()
    expect(page.get_by_role("list", name="Marks of P").get_by_role("listitem")).to_have_count(7)
    page.get_by_role("button", name="Save plan").click()
    expect(page.get_by_text("Kept.")).to_be_visible()
    page.goto(page.url.replace("/marks", "/levels"))
    page.get_by_role("button", name="Instrument stands: begin the setup").click()
    entry = page.get_by_role("form", name="Next shot")
    entry.get_by_label("Reading").fill("4")
    page.keyboard.press("Enter")
    entry.get_by_label("Rod stands at").fill("P 3")
    entry.get_by_label("Reading").fill("5")
    page.keyboard.press("Enter")
    expect(page.get_by_role("row", name="P 3")).to_contain_text("-1′ 0″")


def test_the_slate_adds_up_and_fills_fields(page: Page) -> None:
    stand_at_boards(page, "Slate")
    page.keyboard.press("=")
    slate = page.get_by_role("dialog", name="Slate")
    slate.get_by_label("The sum").fill("27' 6\" ÷ 4")
    expect(slate.get_by_text("6′ 10 1/2″").first).to_be_visible()
    page.keyboard.press("Enter")
    expect(slate.get_by_role("list", name="Past sums").get_by_role("listitem")).to_have_count(1)
    slate.get_by_label("The sum").fill("27' ÷")
    expect(slate.get_by_text("The sum ends before it is whole")).to_be_visible()
    slate.get_by_role("button", name="Close").click()
    setback = page.get_by_label("Board setback")
    setback.fill("")
    setback.press("=")
    expect(setback).to_have_value("6' 10 1/2\"")
    setback.fill("2' + 2 × 1'")
    expect(page.get_by_text("= 4′ 0″").first).to_be_visible()
    setback.press("Tab")
    expect(setback).to_have_value("4' 0\"")


def test_the_slate_by_touch_stays_over_a_reload(browser: Browser, site: str) -> None:
    page = open_page(browser, site, PHONE)
    stand_at_boards(page, "Slate in the hand")
    page.get_by_role("button", name="slate").tap()
    slate = page.get_by_role("dialog", name="Slate")
    slate.get_by_label("Which sum").select_option("diagonal")
    slate.get_by_label("Length").first.fill("44")
    slate.get_by_label("Width").fill("27-6")
    # bare numbers beside nothing are numbers: a diagonal of 44 and a length is asked about
    slate.get_by_label("Length").first.fill("44'")
    expect(slate.get_by_text("51′ 10 5/8″").first).to_be_visible()
    slate.get_by_role("button", name="Leave it on the slate").tap()
    page.reload()
    page.get_by_role("button", name="slate").tap()
    expect(page.get_by_role("button", name="Use 51' 10 5/8\"")).to_be_visible()


def test_a_form_kit_for_a_slab(page: Page) -> None:
    stand_at_boards(page, "Forms")
    page.goto(page.url.replace("/boards", "/build"))
    page.get_by_role("button", name="Make forms").click()
    page.get_by_label("Concrete, thick").fill('6"')
    page.get_by_label("Board length, number 1").fill("16'")
    sides = page.get_by_role("list", name="Forms side by side").get_by_role("listitem")
    expect(sides).to_have_count(4)
    expect(sides.first).to_contain_text("runs by B")
    expect(page.get_by_text("Stop: pull the diagonals before any other stake is driven")).to_be_visible()
    stakes = page.get_by_text("no more than 4′ 0″ apart").inner_text()
    expect(page.locator("rect.stake")).to_have_count(int(stakes.split(" sides, ")[1].split(" ")[0]))
    page.get_by_role("button", name="Save plan").click()
    expect(page.get_by_text("Kept.")).to_be_visible()
    page.reload()
    expect(sides).to_have_count(4)
