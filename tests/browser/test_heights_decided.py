"""Heights decided on the screens: a first board as datum, footing bottoms, a falling string, an edge, an acceptance."""

from playwright.sync_api import Browser, Page, expect

from tests.browser.steps import GROUND, stand_at_levels


def shoot(page: Page, at: str, on: str, reading: str) -> None:
    """One reading from the setup in hand."""
    entry = page.get_by_role("form", name="Next shot")
    entry.get_by_label("Rod stands at").fill(at)
    entry.get_by_label("On the ground, or on a thing").fill(on)
    entry.get_by_label("Reading").fill(reading)
    page.keyboard.press("Enter")
    expect(entry.get_by_label("Reading")).to_have_value("")


def test_a_hose_begins_on_the_first_board_and_it_is_told_whether_that_does(page: Page) -> None:
    """The water stands 40 in over nothing; C lies at -4 in, so that a string 6 in over the ground is at 2 in."""
    stand_at_levels(page, "First board")
    benchmark = page.get_by_role("form", name="Benchmark", exact=True)
    benchmark.get_by_label("Benchmark").fill("A on AB")
    benchmark.get_by_label("Thing there").fill("board tops")
    page.get_by_label("Kind of instrument").select_option("water-level")
    page.get_by_role("button", name="Instrument stands: begin the setup").click()
    entry = page.get_by_role("form", name="Next shot")
    expect(entry.get_by_label("On the known point")).to_have_value("A on AB")
    expect(entry.get_by_label("On the ground, or on a thing")).to_have_value("board tops")
    entry.get_by_label("Reading").fill('40"')
    page.keyboard.press("Enter")
    for at, reading in (("A", '60"'), ("B", '50"'), ("C", '44"'), ("D", '58"')):
        shoot(page, at, "", reading)
    expect(page.get_by_text("The first board, A on AB, stands 2″ too low")).to_be_visible()
    page.get_by_role("tab", name="Book").click()
    expect(page.get_by_text("every height is within")).to_be_visible()


def test_footings_step_where_the_sound_soil_drops(page: Page) -> None:
    """HI 4' 2": sound soil at -2' 10" but for C, 4' 10" down; half a foot into it, in blocks of 8 in."""
    stand_at_levels(page, "Footings", GROUND)
    for at, reading in (("A", "7"), ("B", "7"), ("C", "9"), ("D", "7")):
        shoot(page, at, "sound soil", reading)
    page.get_by_role("tab", name="Ground").click()
    page.get_by_text("How deep footings go, side by side").click()
    form = page.get_by_role("form", name="A footing")
    for label, text in (("Into sound soil", '6"'), ("Shortest level stretch", "4'"), ("Greatest step", '16"')):
        form.get_by_label(label).fill(text)
    form.get_by_role("button", name="Work it out").click()
    stretches = page.get_by_role("list", name="Stretches of footing").get_by_role("listitem")
    # -3' 4" is five blocks, 64 in at C are eight: the rod reads 4' 2" and that
    expect(stretches.filter(has_text="-5′ 4″")).to_have_count(1)
    expect(stretches.filter(has_text="-5′ 4″")).to_contain_text("Rod reads 9′ 6″")
    expect(page.get_by_text("the deepest at -5′ 4″.")).to_be_visible()
    expect(page.get_by_role("img", name="Bottoms of footing, its sides unrolled into one strip")).to_be_visible()
    page.get_by_role("button", name="take footing out").click()
    expect(stretches).to_have_count(0)


def test_a_string_bends_at_a_post_and_drops_are_read_from_it(page: Page) -> None:
    """From A at 1' to B at nothing, 44 ft on, then level to C: 22 ft along it hangs at 6 in."""
    stand_at_levels(page, "Kerb", GROUND)
    page.get_by_role("tab", name="Ground").click()
    page.get_by_text("A string with heights at its nails").click()
    form = page.get_by_role("form", name="A string with heights")
    form.get_by_role("button", name="One more point").click()
    for i, (at, height) in enumerate((("A", "1"), ("B", "0"), ("C", "0"))):
        form.get_by_role("combobox").nth(i).fill(at)
        form.get_by_label("Height there").nth(i).fill(height)
    form.get_by_label("A number every").fill("22")
    form.get_by_label("Called").fill("kerb")
    form.get_by_role("button", name="Work it out").click()
    rows = page.get_by_role("table", name="Stations of kerb").get_by_role("row")
    expect(rows.nth(2)).to_contain_text("22′ 0″")
    expect(rows.nth(2)).to_contain_text("6″")
    page.get_by_role("tab", name="Shoot").click()
    page.get_by_role("button", name="Instrument moves").click()
    page.get_by_label("Kind of instrument").select_option("string")
    page.get_by_label("Which string").select_option("kerb")
    page.get_by_role("button", name="Instrument stands: begin the setup").click()
    shoot(page, "A", "base", '4"')
    expect(page.get_by_role("row", name="A base 4″ 8″")).to_be_visible()
    shoot(page, "D", "base", '4"')
    expect(page.get_by_text("This point does not lie under the string")).to_be_visible()


def test_a_slab_is_stretched_from_concrete_that_is_there(page: Page) -> None:
    """Along AB it stands at 5 in and 3 in; CD is poured at nothing, 27 1/2 ft away."""
    stand_at_levels(page, "Apron", GROUND)
    shoot(page, "A", "edge", "3 9")
    shoot(page, "B", "edge", "3 11")
    page.get_by_role("tab", name="Slab").click()
    form = page.get_by_role("form", name="Slab", exact=True)
    form.get_by_label("Finished top").fill("0")
    form.get_by_label("Thickness").fill('4"')
    form.get_by_text("along AB", exact=True).click()
    form.get_by_role("button", name="Keep the slab").click()
    expect(page.get_by_text("Along AB there is concrete: no form.")).to_be_visible()
    table = page.get_by_role("table", name="Forms and rails of Boat store slab")
    expect(table.get_by_role("row", name="A 5″")).to_be_visible()
    expect(table.get_by_role("row", name="C 0″")).to_be_visible()


def test_heights_are_accepted_by_name_and_two_people_keep_one_plan(page: Page, browser: Browser) -> None:
    stand_at_levels(page, "Accepted", GROUND)
    other = browser.new_page(base_url=page.evaluate("location.origin"))
    other.add_init_script("localStorage.setItem('anvilhead.who', JSON.stringify('Marta'))")
    other.goto(page.url)
    expect(other.get_by_role("tab", name="Book")).to_be_visible()
    page.get_by_role("tab", name="To height").click()
    target = page.get_by_role("form", name="To set to height")
    target.get_by_label("Thing").select_option("form tops")
    target.get_by_label("At", exact=True).select_option("corners")
    target.get_by_label("Height").fill('8"')
    target.get_by_role("button", name="Keep it").click()
    expect(page.get_by_label("the rod reads")).to_contain_text("3′ 6″")
    other.get_by_role("tab", name="Book").click()
    more = other.get_by_role("form", name="Another benchmark")
    more.get_by_label("Another benchmark").fill("curb")
    more.get_by_label("Height of it").fill("1")
    more.get_by_role("button", name="Add").click()
    expect(other.get_by_text("curb", exact=True)).to_be_visible()
    page.get_by_role("tab", name="Shoot").click()
    shoot(page, "A", "form tops", "3 5 3/4")
    page.get_by_role("tab", name="To height").click()
    page.get_by_role("button", name="Good enough? Accept as it is").click()
    page.get_by_label("Why, for the record").fill("Screed takes it up.")
    page.get_by_role("button", name="Accept these heights").click()
    expect(page.get_by_text("1 height accepted, over: A")).to_be_visible()
    page.get_by_role("button", name="Take the acceptance back").click()
    expect(page.get_by_text("1 height accepted")).to_have_count(0)
    other.close()


def test_points_are_picked_on_the_drawing_and_a_run_told_which_stakes_it_needs(page: Page) -> None:
    """Ground at nothing; a string 2 ft over it on stakes 18 in deep needs 3 ft 6 in."""
    stand_at_levels(page, "Picked", GROUND)
    page.get_by_role("tab", name="Ground").click()
    page.get_by_text("A drain, a trench or a gutter that falls").click()
    form = page.get_by_role("form", name="A run that falls")
    form.get_by_label("From point").focus()
    expect(page.get_by_text("Tap a point: where the run begins.")).to_be_visible()
    page.locator('[data-point="A"]').click()
    expect(form.get_by_label("From point")).to_have_value("A")
    form.get_by_label("to point").focus()
    page.locator('[data-point="B"]').click()
    expect(form.get_by_label("to point")).to_have_value("B")
    form.get_by_label("Its bottom starts at").fill("-2'")
    expect(page.locator("[data-point]")).to_have_count(0)
    form.get_by_label("String or level line at").fill("2'")
    form.get_by_label("Longest stake at hand").fill("3'")
    form.get_by_role("button", name="Work it out").click()
    expect(page.get_by_text("do not carry its string")).to_be_visible()


def test_a_rod_that_leans_is_taken_for_an_upright_one(page: Page) -> None:
    """Three feet out of plumb at five is four: from the line at 4' 2\" the ground lies two inches up."""
    stand_at_levels(page, "Leaning", GROUND)
    entry = page.get_by_role("form", name="Next shot")
    entry.get_by_text("The rod leans, or it is another one").click()
    entry.get_by_label("Out of plumb there").fill("3'")
    entry.get_by_label("Rod stands at").fill("AB@A")
    entry.get_by_label("Reading").fill("5'")
    expect(entry.get_by_text("height 2″")).to_be_visible()
    entry.get_by_role("button", name="Keep").click()
    expect(page.get_by_role("row", name="A on AB").get_by_text("rod 3′ 0″ out of plumb")).to_be_visible()
    expect(entry.get_by_label("Out of plumb there")).to_have_value("")


def test_boards_stand_face_on_and_a_side_that_is_there_has_none(page: Page) -> None:
    stand_at_levels(page, "Face on", GROUND)
    page.goto(page.url.replace("/levels", "/boards"))
    page.get_by_role("tab", name="Height").click()
    strip = page.get_by_role("region", name="Boards face on, wall after wall")
    expect(strip.get_by_role("img")).to_have_count(4)
    page.get_by_role("tab", name="Stand").click()
    page.get_by_text("Concrete is there already along a side").click()
    page.get_by_role("checkbox", name="BC").click()
    page.get_by_role("tab", name="Height").click()
    expect(strip.get_by_role("img")).to_have_count(3)
    expect(page.get_by_role("row", name="on BC")).to_have_count(0)
