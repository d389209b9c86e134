"""What is dug, poured, staked and marked by name: as a builder does it, with mistakes, offline, on two devices."""

from playwright.sync_api import Browser, Page, expect

from tests.browser.conftest import DESK, PHONE, open_page
from tests.browser.steps import look_at, made_store, stand_at_boards

RUN = {"shape": "run", "steps": [{"go": "40'"}, {"turn": 90, "go": "20'"}]}


def stand_at(page: Page, job: str, stage: str) -> str:
    """A new boat store at a stage; answers its address."""
    stand_at_boards(page, job)
    address = page.url.replace("/boards", "")
    page.goto(f"{address}/{stage}")
    return address


def keep(page: Page) -> None:
    page.get_by_role("button", name="Save plan").click()
    expect(page.get_by_text("Kept.")).to_be_visible()


def places(page: Page, spaces: str) -> None:
    page.get_by_role("tab", name="Places").click()
    page.get_by_role("button", name="Places along a line").click()
    page.get_by_label("How many spaces").fill(spaces)
    # what the plan comes to is shown before it is saved: the button moves with it
    expect(page.get_by_role("list", name="Marks of P").get_by_role("listitem")).to_have_count(int(spaces) + 1)
    keep(page)


def test_marks_are_done_by_name_and_ask_again_when_the_plan_moves(page: Page, browser: Browser, site: str) -> None:
    address = stand_at(page, "Register", "marks")
    places(page, "2")
    page.get_by_role("tab", name="Register").click()
    expect(page.get_by_role("region", name="Places").get_by_role("listitem")).to_have_count(3)
    page.get_by_role("checkbox", name="P 1", exact=True).check()
    page.get_by_role("checkbox", name="P 2", exact=True).check()
    page.get_by_role("button", name="Set", exact=True).click()
    row = page.get_by_role("region", name="Places").get_by_role("listitem").nth(1)
    expect(row).to_contain_text("set")
    # a second device sees it, and marks one lost
    other = open_page(browser, site, DESK)
    other.goto(f"{address}/marks")
    other.get_by_role("tab", name="Register").click()
    theirs = other.get_by_role("region", name="Places").get_by_role("listitem")
    expect(theirs.nth(1)).to_contain_text("set")
    other.get_by_role("checkbox", name="P 1", exact=True).check()
    other.get_by_role("button", name="Lost", exact=True).click()
    expect(page.get_by_role("region", name="Places").get_by_role("listitem").nth(0)).to_contain_text("lost")
    # three spaces where there were two: P 2 stands at the old third
    page.get_by_role("tab", name="Places").click()
    page.get_by_label("How many spaces").fill("3")
    expect(page.get_by_role("list", name="Marks of P").get_by_role("listitem")).to_have_count(4)
    keep(page)
    page.get_by_role("tab", name="Register").click()
    expect(row).to_contain_text("the plan has moved by 7′ 4″ since: check it again")
    expect(page.get_by_text("1 to be checked again.")).to_be_visible()
    expect(page.get_by_role("link", name="Marks")).to_contain_text("plan changed")
    other.context.close()


def test_marks_made_without_signal_go_when_it_is_back(browser: Browser, site: str) -> None:
    page = open_page(browser, site, PHONE)
    stand_at(page, "Out of signal", "marks")
    places(page, "1")
    page.get_by_role("tab", name="Register").click()
    page.get_by_role("checkbox", name="P 1", exact=True).wait_for()
    page.context.set_offline(True)
    page.get_by_role("checkbox", name="P 1", exact=True).check()
    page.get_by_role("button", name="Set", exact=True).click()
    row = page.get_by_role("region", name="Places").get_by_role("listitem").first
    expect(row).to_contain_text("set: kept here, not sent yet")
    page.context.set_offline(False)
    expect(row).not_to_contain_text("kept here", timeout=20_000)
    page.reload()
    page.get_by_role("tab", name="Register").click()
    expect(page.get_by_role("region", name="Places").get_by_role("listitem").first).to_contain_text("set")
    page.context.close()


def test_labels_are_printed_in_the_size_of_the_sheets_at_hand(page: Page) -> None:
    stand_at(page, "Labels", "marks")
    places(page, "2")
    page.get_by_role("tab", name="Register").click()
    labels = page.get_by_role("region", name="Labels")
    labels.get_by_label("A label is wide").fill("9")
    labels.get_by_role("button", name="Labels (PDF)").click()
    expect(labels.get_by_role("alert")).to_contain_text("no larger than the sheet")
    labels.get_by_label("A label is wide").fill('4"')
    labels.get_by_label("and high").fill('2"')
    with page.expect_download() as got:
        labels.get_by_role("button", name="Labels (PDF)").click()
    assert got.value.path().read_bytes().startswith(b"%PDF")


def test_a_footing_is_dug_and_found_too_narrow(page: Page) -> None:
    address = stand_at(page, "Dig", "marks")
    page.get_by_role("tab", name="Digging").click()
    page.get_by_role("button", name="Plan the digging").click()
    expect(page.get_by_text("Nothing says how wide the footing is").first).to_be_visible()
    page.get_by_role("button", name="+ pad").click()
    page.get_by_label("Long", exact=True).fill("3")
    expect(page.get_by_text("Square when both diagonals read")).to_contain_text("4′ 2 15/16″")
    page.get_by_role("button", name="+ what was dug").click()
    page.get_by_label("Wide", exact=True).nth(1).fill("2' 9\"")
    expect(page.get_by_text("pad: dig 3″ wider").first).to_be_visible()
    keep(page)
    # nobody digs by a page before the hold points were looked at
    expect(page.get_by_role("heading", name="Stop before anything is dug")).to_be_visible()
    expect(page.get_by_role("link", name="Operator’s page (PDF)")).to_have_count(0)
    look_at(page, address.rsplit("/", 1)[1], "digging")
    with page.expect_download() as got:
        page.get_by_role("link", name="Operator’s page (PDF)").click()
    assert got.value.path().read_bytes().startswith(b"%PDF")
    page.goto(f"{address}/marks")
    page.get_by_role("tab", name="Digging").click()
    expect(page.get_by_label("Wide", exact=True).nth(1)).to_have_value("2' 9\"")


def test_a_lath_is_read(page: Page) -> None:
    stand_at(page, "Laths", "marks")
    page.get_by_role("tab", name="Stakes").click()
    for number, (height, cut) in enumerate((("100", "1.25"), ("101", "2.5")), 1):
        page.get_by_role("button", name="Another stake" if number > 1 else "A named stake").click()
        rows = page.locator("article")
        expect(rows).to_have_count(number)
        row = rows.nth(number - 1)
        row.get_by_label("Along AB").fill(str(10 * number))
        row.get_by_label("To its left").fill("-9")
        row.get_by_role("button", name="it has a lath").click()
        row.get_by_label("Hub’s top").fill(height)
        row.get_by_label("C on the lath").fill(cut)
    # C 1.25 is a foot and three inches, as surveyors write
    expect(page.get_by_text("finish at 98′ 9″.")).to_be_visible()
    expect(page.get_by_text("finish at 98′ 6″.")).to_be_visible()
    expect(page.get_by_text("H and H2 do not agree").or_(page.get_by_text("do not agree"))).to_be_visible()
    page.get_by_role("radio", name="Monument").first.click()
    expect(page.get_by_text("odd is")).to_be_visible()


def test_a_slab_from_its_base_to_the_last_truck(page: Page) -> None:
    stand_at(page, "Slab", "build")
    page.get_by_role("tab", name="Slab").click()
    page.get_by_role("button", name="Plan the pour").click()
    page.get_by_label("Concrete, thick").fill('4"')
    page.get_by_label("A truck brings").fill("9 bananas")
    expect(page.get_by_text("is no volume").or_(page.get_by_text("bananas")).first).to_be_visible()
    page.get_by_label("A truck brings").fill("9 cu yd")
    # 44 by 27.5 ft by a third of a foot: 403.3 cu ft, 14.94 yards, 15.69 with waste: two trucks
    expect(page.get_by_text("2 trucks, the last with 6.69 cu yd")).to_be_visible()
    bars = page.get_by_role("region", name="Bars")
    bars.get_by_role("button").first.click()
    bars.get_by_label("Apart at the most").fill('18"')
    bars.get_by_label("Cover").fill('3"')
    bars.get_by_label("Bar length, number 1").fill("20")
    expect(page.get_by_text("Type the lap that the drawings ask for").first).to_be_visible()
    bars.get_by_label("Lap", exact=True).fill("2")
    expect(bars.get_by_text("bars along AB")).to_be_visible()
    joints = page.get_by_role("region", name="Control joints")
    joints.get_by_role("button").first.click()
    expect(joints.get_by_text("panels, no side over")).to_be_visible()
    keep(page)
    # as many bars are drawn as are told
    told = bars.get_by_text("bars along AB").inner_text()
    square = bars.get_by_text("bars square to AB").inner_text()
    expect(page.locator("polyline.bar")).to_have_count(int(told.split()[0]) + int(square.split()[0]))


def test_a_kerb_has_twin_forms(page: Page) -> None:
    page.goto(f"{made_store(page, 'Kerb', RUN)}/build")
    page.get_by_role("button", name="Give this run a width").click()
    page.get_by_label("Wide").fill('6"')
    expect(page.get_by_text("corners mitred")).to_be_visible()
    page.get_by_role("tab", name="Forms").click()
    page.get_by_role("button", name="Make forms").click()
    page.get_by_label("Concrete, thick").fill('6"')
    page.get_by_label("Board length, number 1").fill("16")
    expect(page.get_by_text("Gauge stick between the faces")).to_be_visible()
    expect(page.get_by_role("list", name="Forms side by side").get_by_role("listitem")).to_have_count(4)
    keep(page)


def test_plates_are_laid_over_old_concrete(page: Page) -> None:
    stand_at(page, "Old slab", "build")
    page.get_by_role("tab", name="Old concrete").click()
    page.get_by_role("button", name="Lay plates over old concrete").click()
    page.get_by_label("at", exact=True).fill("0")
    page.get_by_label("out by", exact=True).fill('1/2"')
    expect(page.get_by_text("not read at both ends")).to_be_visible()
    page.get_by_role("button", name="+ edge").click()
    page.get_by_label("at", exact=True).nth(1).fill("44")
    page.get_by_label("out by", exact=True).nth(1).fill('1/2"')
    expect(page.get_by_text("snap").first).to_be_visible()
    keep(page)


def test_a_board_on_a_cable_is_stood_elsewhere_by_a_tap(page: Page) -> None:
    stand_at(page, "Cable", "marks")
    page.get_by_role("tab", name="In the ground").click()
    page.get_by_role("button", name="Something in the ground").click()
    page.get_by_label("Along AB from its start").fill("-4")
    page.get_by_label("and to its left").fill("-9")
    page.get_by_role("button", name="it runs on").click()
    page.get_by_label("runs on to, along AB").fill("-4")
    page.get_by_label("and to its left").nth(1).fill("9")
    page.get_by_label("Room round it").fill("1")
    falls = page.get_by_text("a stake falls on pipe")
    expect(falls.first).to_be_visible()
    for _ in range(4):
        if falls.count() == 0:
            break
        page.get_by_role("button", name="Stand it").first.click()
        page.wait_for_timeout(700)
    expect(falls).to_have_count(0)
    keep(page)


def test_a_post_on_a_main_is_moved_by_a_tap(page: Page) -> None:
    page.goto(f"{made_store(page, 'Main', RUN)}/marks")
    page.get_by_role("button", name="Set a fence out on this run").click()
    page.get_by_role("tab", name="In the ground").click()
    page.get_by_role("button", name="Something in the ground").click()
    page.get_by_label("Along AB from its start").fill("16")
    page.get_by_label("and to its left").fill("0")
    page.get_by_label("Room round it").fill('6"')
    page.get_by_role("tab", name="Posts").click()
    falls = page.get_by_text("Post 3 falls on pipe")
    expect(falls).to_be_visible()
    page.get_by_role("button", name="Move post 3 by").click()
    expect(falls).to_have_count(0)
    keep(page)
    page.get_by_role("button", name="back to its bay").click()
    expect(falls).to_be_visible()


def test_a_post_of_another_length_is_typed(page: Page) -> None:
    page.goto(f"{made_store(page, 'Lengths', RUN)}/marks")
    page.get_by_role("button", name="Set a fence out on this run").click()
    page.get_by_label("Out of the ground").fill("5")
    page.get_by_label("Posts at hand").fill("7' 6\"")
    page.get_by_text("Posts of other lengths").click()
    page.get_by_role("button", name="+ post").click()
    page.get_by_label("is long").fill("6")
    # a third of a post of 5 ft out is 2 ft 6 in: 7 ft 6 in do, 6 ft lack 18 in
    expect(page.get_by_text("Too short at Post 1, by 1′ 6″").first).to_be_visible()
    page.get_by_label("Post", exact=True).fill("3")
    page.get_by_label("Post", exact=True).press("Tab")
    expect(page.get_by_text("Too short at Post 3").first).to_be_visible()
    keep(page)


def test_strings_beside_their_nails(page: Page) -> None:
    stand_at(page, "Nails", "boards")
    page.get_by_role("tab", name="Nails").click()
    page.get_by_role("radio", name="Inside it").click()
    expect(page.get_by_text("Strings run on the inner side of every nail")).to_be_visible()
    keep(page)
