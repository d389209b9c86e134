"""Footprints that are no rectangle, from the walls to the printed sheet, as a builder would."""

import re
from pathlib import Path

from playwright.sync_api import Page, expect

from anvilhead.core.units.units import Units
from anvilhead.formats.dxf import write_dxf
from anvilhead.formats.strokes import Drawing, Stroke
from tests.browser.steps import stand_at_boards

# 30 ft along, a bay of 4 ft legs at 45 degrees on the right, an ell on the left
ELL_WITH_BAY = [
    (None, "10'"), ("45 r", "4'"), ("45", "6'"), ("45", "4'"), ("45 r", "8'"), ("l", "14'"), ("l", "12'"), ("r", "10'"),
]  # fmt: skip


def walk_walls(page: Page, legs: list[tuple[str | None, str]]) -> None:
    """Type legs from the first one on, Enter after each value, as hands on a keyboard do."""
    page.get_by_label("Go A–B").focus()
    for index, (turn, go) in enumerate(legs):
        if index:
            page.keyboard.press("Enter")
            page.keyboard.type(turn or "")
            page.keyboard.press("Enter")
        page.keyboard.type(go)


def test_an_ell_with_a_bay_from_an_empty_yard_to_paper_without_the_mouse(page: Page) -> None:
    page.goto("/jobs/new")
    page.get_by_label("Job, as the crew calls it").focus()
    page.keyboard.type("Heron Basin")
    page.get_by_role("button", name="Rectangle").focus()
    page.keyboard.press("ArrowRight")
    page.keyboard.press("Enter")
    expect(page.get_by_role("list", name="Walls, one after the other").get_by_role("listitem")).to_have_count(6)
    page.get_by_label("Go F–A").focus()
    for _ in range(5):
        page.keyboard.press("Control+Delete")
    walk_walls(page, ELL_WITH_BAY)
    expect(page.get_by_text(re.compile("^Ends .* from A$"))).to_be_visible()
    expect(page.get_by_role("img", name=re.compile("as far as it is walked"))).to_be_visible()

    page.get_by_role("button", name="Two square walls close it").focus()
    page.keyboard.press("Enter")
    # 10 + 6 + 8 - 12 + 2·4·√½ = 17.657 ft back, 14 + 10 ft down
    expect(page.get_by_text("= 17′ 7 7/8")).to_be_visible()
    expect(page.get_by_text("= 24′ 0")).to_be_visible()
    expect(page.get_by_text("Closes on A")).to_be_visible()
    page.get_by_role("button", name="Set it out").focus()
    page.keyboard.press("Enter")
    expect(page.get_by_role("heading", name="Where the boards stand")).to_be_visible()

    page.keyboard.press("8")
    link = page.get_by_role("link", name="Site sheet (PDF)")
    link.focus()
    with page.expect_download() as download:
        page.keyboard.press("Enter")
    assert Path(download.value.path()).read_bytes().startswith(b"%PDF")
    assert download.value.suggested_filename == "heron-basin-letter.pdf"


def test_a_leg_put_in_taken_out_mirrored_and_started_elsewhere(page: Page) -> None:
    stand_at_boards(page, "Turning about")
    page.keyboard.press("2")
    page.get_by_role("button", name="Change it wall by wall").click()
    walls = page.get_by_role("list", name="Walls, one after the other")
    expect(walls.get_by_role("listitem")).to_have_count(4)

    page.get_by_role("button", name="Put a leg in after A–B").click()
    expect(walls.get_by_role("listitem")).to_have_count(5)
    page.keyboard.press("Control+Delete")
    expect(walls.get_by_role("listitem")).to_have_count(4)
    expect(page.get_by_text("Closes on A")).to_be_visible()

    page.get_by_role("button", name="Mirror").click()
    expect(page.get_by_label("Turn before B–C")).to_have_value("-90")
    page.get_by_role("button", name="Undo typing").click()
    expect(page.get_by_label("Turn before B–C")).to_have_value("90")
    page.get_by_role("button", name="Mirror").click()
    expect(page.get_by_label("Turn before B–C")).to_have_value("-90")
    page.get_by_label("Start from another corner").select_option("1")
    expect(page.get_by_label("Go A–B")).to_have_value("27' 6\"")
    page.get_by_role("button", name="Save plan").click()
    expect(page.get_by_text("Kept.")).to_be_visible()

    page.keyboard.press("z")
    expect(page.get_by_label("Length, A to B")).to_have_value("44'")


def test_footing_lines_their_nails_and_their_overall_size(page: Page) -> None:
    stand_at_boards(page, "Footings")
    page.keyboard.press("2")
    page.get_by_role("tab", name="Lines beside").click()
    page.get_by_label("Wall", exact=True).fill('8"')
    page.get_by_label("Footing", exact=True).fill('20"')
    lines = page.get_by_role("table", name="Lines beside the walls")
    expect(lines.get_by_role("row", name=re.compile("footing outer edge"))).to_contain_text("45′ 0″ × 28′ 6″")
    expect(page.get_by_role("list", name="Marks of the stick")).to_contain_text("1′ 8″ footing inner edge")

    page.get_by_role("button", name="Another line").click()
    page.get_by_label("Name of line 1").fill("silt fence")
    page.get_by_label("Offset of silt fence").fill("6'")
    page.get_by_role("button", name="Save plan").click()
    expect(page.get_by_text("Kept.")).to_be_visible()
    page.keyboard.press("3")
    page.get_by_role("tab", name="Nails").click()
    expect(page.get_by_role("img", name="Board A on AB face-on")).to_contain_text("5′ 6″")


def test_running_out_of_stake_is_told_before_anything_is_cut(page: Page) -> None:
    stand_at_boards(page, "Slope")
    page.get_by_role("tab", name="Height").click()
    page.get_by_label("Ground at C").fill("-2'")
    page.get_by_role("button", name="+ stake").click()
    page.keyboard.type("3'")
    expect(page.get_by_text(re.compile("1′ 0″ more than the longest at hand"))).to_be_visible()

    page.get_by_label("Step down by").fill("1'")
    expect(page.get_by_role("table", name="Boards in height")).to_contain_text("C on BC")
    page.get_by_role("button", name="Save plan").click()
    expect(page.get_by_text("Kept.")).to_be_visible()


def test_a_structure_stands_on_the_site_and_says_what_it_is_too_near_to(page: Page) -> None:
    stand_at_boards(page, "On its plot")
    page.keyboard.press("1")
    page.get_by_role("button", name="Another line").click()
    page.get_by_label("Name of line 1").fill("lane")
    page.get_by_label("Keep clear of lane by").fill("15'")
    for label, value in (("East of point 1 of lane", "0"), ("North of point 1 of lane", "0"),
                         ("East of point 2 of lane", "100'"), ("North of point 2 of lane", "0")):  # fmt: skip
        page.get_by_label(label).fill(value)
    page.get_by_role("button", name="Hold this as true").click()
    page.get_by_role("tab", name="Where it stands").click()
    page.get_by_label("Where it stands").last.select_option("gap")
    page.get_by_label("Gap", exact=True).fill("12'")
    page.get_by_role("button", name="Save plan").click()

    room = page.get_by_role("table", name="Room around it")
    expect(room).to_contain_text("3′ 0″ less than the 15′ 0″ asked for")
    expect(page.get_by_role("img", name="Site of On its plot, drawn to scale")).to_contain_text("Boat store")


def test_a_method_is_chosen_and_a_rounded_diagonal_told(page: Page) -> None:
    stand_at_boards(page, "Methods")
    page.keyboard.press("4")
    page.get_by_role("link", name="Methods compared").click()
    page.get_by_role("radio", name=re.compile("3-4-5")).check()
    expect(page.get_by_role("list", name="Steps")).to_contain_text("36′ 0″")
    page.get_by_label("Called instead of 46' 0\"").fill("45' 11 7/8\"")
    # 1/8" on the hypotenuse of 27-36-45 turns the corner by 45 × 1/8 / (27 × 36): 0.255" at 44 ft
    expect(page.get_by_text("Short by 1/8″: the far corner slides 1/4″.")).to_be_visible()
    page.get_by_role("button", name="Save plan").click()
    expect(page.get_by_text("Kept.")).to_be_visible()


def test_a_footprint_from_a_drawing(page: Page) -> None:
    page.goto("/jobs/new")
    page.get_by_role("button", name="From a file").click()
    ell = ((0.0, 0.0), (9000.0, 0.0), (9000.0, 4000.0), (5000.0, 4000.0), (5000.0, 7000.0), (0.0, 7000.0))
    drawing = Drawing(strokes=[Stroke("WALLS", ell, True), Stroke("FLAGPOLE", ((0.0, 0.0), (1.0, 1.0)))])
    text = write_dxf(drawing, "ell", Units.MM)
    file = {"name": "ell.dxf", "mimeType": "image/vnd.dxf", "buffer": text.encode()}
    page.get_by_label("Drawing (DXF) or points").set_input_files(file)  # type: ignore[arg-type]
    dialog = page.get_by_role("dialog", name="A footprint from a file")
    expect(dialog.get_by_role("radio", name=re.compile("WALLS"))).to_be_checked()
    expect(dialog.get_by_label("Drawn in")).to_have_value("mm")
    dialog.get_by_label("Corner A is its").select_option("1")
    dialog.get_by_role("button", name="Take this outline").click()

    expect(page.get_by_label("Go A–B")).to_have_value("13' 1.4803\"")  # 4000 mm
    expect(page.get_by_text("Closes on A")).to_be_visible()


def test_a_picture_is_made_of_the_plan(page: Page) -> None:
    stand_at_boards(page, "Pictured")
    page.keyboard.press("8")
    with page.expect_download() as download:
        page.get_by_role("button", name="Picture (PNG)").click()
    raw = Path(download.value.path()).read_bytes()
    width, height = (int.from_bytes(raw[at : at + 4], "big") for at in (16, 20))
    assert raw.startswith(b"\x89PNG")
    assert width > 2000
    assert height > 1000


def test_two_people_change_different_things_and_both_stay(page: Page) -> None:
    stand_at_boards(page, "Together")
    page.get_by_role("tab", name="Truck").click()
    page.get_by_role("button", name="+ length").click()
    page.keyboard.type("12'")
    other = page.context.new_page()
    other.goto(page.url.replace("/boards", "/footprint"))
    other.get_by_label("Tolerance at corners").fill('1/4"')
    other.get_by_role("button", name="Save plan").click()
    expect(other.get_by_text("Kept.")).to_be_visible()

    page.get_by_role("button", name="Save plan").click()
    expect(page.get_by_role("alert")).to_contain_text("tolerance")
    page.get_by_role("button", name="Keep both").click()
    expect(page.get_by_text("Kept.")).to_be_visible()
    other.reload()
    expect(other.get_by_label("Tolerance at corners")).to_have_value('1/4"')
    other.goto(page.url)
    other.get_by_role("tab", name="Truck").click()
    expect(other.get_by_label("Stock length, number 1")).to_have_value("12'")


def test_what_is_held_as_true_can_be_undone(page: Page) -> None:
    stand_at_boards(page, "Undone")
    page.keyboard.press("1")
    page.get_by_role("button", name="Another point").click()
    page.get_by_label("Name of point 1").fill("M1")
    page.get_by_label("East of M1").fill("10'")
    page.get_by_label("North of M1").fill("-4'")
    page.get_by_role("button", name="Hold this as true").click()
    expect(page.get_by_role("img", name="Site of Undone, drawn to scale")).to_contain_text("M1")

    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_label("Name of point 1")).to_have_count(0)


def test_what_hung_on_a_corner_that_is_gone_can_be_taken_out_where_one_stands(page: Page) -> None:
    stand_at_boards(page, "Clipped away")
    page.get_by_role("tab", name="Height").click()
    page.get_by_label("Ground at D").fill("-1'")
    page.get_by_role("button", name="Save plan").click()
    expect(page.get_by_text("Kept.")).to_be_visible()
    page.keyboard.press("2")
    page.get_by_role("button", name="Change it wall by wall").click()
    page.get_by_role("button", name="Take C–D out").click()
    page.get_by_role("button", name="Take C–D out").click()
    page.get_by_role("button", name="Last wall closes it").click()
    hindered = page.get_by_role("list", name="What stands against keeping this plan")
    expect(hindered).to_contain_text("There is no corner or board D")
    expect(page.get_by_role("button", name="Save plan")).to_be_disabled()

    hindered.get_by_role("button", name="Take it out").click()
    page.get_by_role("button", name="Save plan").click()
    expect(page.get_by_text("Kept.")).to_be_visible()
    expect(page.get_by_role("img", name="Boat store, drawn to scale")).to_contain_text("C")
