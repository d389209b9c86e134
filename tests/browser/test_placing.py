"""What follows the hand while a plan is typed: the site while placing, boards carried by a tap, calls off the plan."""

import json

from playwright.sync_api import Page, expect

from anvilhead.launch.paths import ROOT
from tests.browser.steps import SLID, WHO, enter_round, look_at, made_store, stand_at_square, until

JSON = {"Content-Type": "application/json"}

ELL = {
    "shape": "walk",
    "steps": [{"go": go, "turn": turn} for go, turn in
              (("36'", 0), ("14'", 90), ("18'", 90), ("12'", -90), ("18'", 90), ("26'", 90))],
}  # fmt: skip
LANE = {"name": "lane", "kind": "boundary", "points": [["0", "0"], ["100", "0"]]}


def test_the_site_is_drawn_live_while_a_structure_is_placed(page: Page) -> None:
    address = made_store(page, "Placed live")
    control = {"units": "ft-in", "base_revision": 1, "control": {"lines": [LANE]}}
    assert page.request.patch(f"/api/jobs/{address.split('/')[2]}", data=control, headers={"Anvilhead-Who": "I"}).ok
    page.goto(f"{address}/ground")
    page.locator("select").filter(has_text="not placed on the site").select_option("gap")
    gap = page.get_by_role("textbox", name="Gap")
    # nothing is red before anybody typed
    expect(page.get_by_role("form", name="Where it stands").locator("[aria-invalid=true]")).to_have_count(0)
    gap.fill("20'")
    site = page.get_by_role("img", name="Site of Placed live, drawn to scale")
    expect(site.get_by_text("20′ 0″")).to_be_visible()
    for name in ("A", "B", "C", "D", "Boat store", "lane"):
        expect(site.get_by_text(name, exact=True).first).to_be_visible()

    def height(letter: str) -> float:
        box = site.get_by_text(letter, exact=True).bounding_box()
        assert box
        return box["y"]

    assert height("C") < height("A")  # AB faces the lane, which runs along the foot of the drawing
    page.get_by_role("button", name="To the other side of it").click()
    expect(gap).to_have_value("-20'")
    until(page, lambda: height("C") > height("A"))
    # a drag that begins on a side moves the drawing and chooses nothing
    box = site.locator("line.press[data-side=CD]").bounding_box()
    assert box
    page.mouse.move(box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
    page.mouse.wheel(0, -100)
    page.wait_for_timeout(400)
    box = site.locator("line.press[data-side=CD]").bounding_box()
    assert box
    page.mouse.move(box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
    page.mouse.down()
    page.mouse.move(box["x"] + box["width"] / 2 + 60, box["y"] + box["height"] / 2, steps=5)
    page.mouse.up()
    expect(page.get_by_label("Side ABBCCDDA")).to_have_value("AB")
    # the side that faces it is pressed on the drawing
    site.locator("line.press[data-side=CD]").click(force=True)
    expect(page.get_by_label("Side ABBCCDDA")).to_have_value("CD")
    until(page, lambda: height("C") < height("A"))
    page.get_by_role("button", name="Save plan").click()
    expect(page.get_by_text("Kept.")).to_be_visible()
    expect(page.get_by_role("table", name="Room around it")).to_contain_text("20′ 0″")


def test_a_board_that_stands_in_the_building_is_carried_to_the_far_side_by_a_tap(page: Page) -> None:
    page.goto(f"{made_store(page, 'Carried', ELL)}/boards")
    carry = page.get_by_role("button", name="to the far side").first
    expect(page.get_by_role("main").locator(".caution").first).to_be_visible()
    text = carry.inner_text()
    clashes = page.get_by_role("main").locator(".caution").count()
    carry.click()
    out = " ".join(text.split()).split("far side, ")[1].removesuffix(" out").replace("′", "'").replace("″", '"')
    name = text.removeprefix("Carry ").split(" to the far")[0]
    expect(page.get_by_role("textbox", name=f"Setback of {name}")).to_have_value(out)
    expect(page.get_by_role("button", name=f"Carry {name} to the far side")).to_have_count(0)
    until(page, lambda: page.get_by_role("main").locator(".caution").count() < clashes)


def test_a_round_after_moves_calls_what_they_should_bring_and_is_off_the_plan(page: Page) -> None:
    """The third round of the sample's loft: the second told moves that leave B a little out, as is allowed."""
    sample = json.loads((ROOT / "src" / "anvilhead" / "demo" / "gannet-slip.anvil.json").read_text())
    sample["pulls"] = [pull for pull in sample["pulls"] if pull["round"] <= 3]
    sample["accepted"] = sample["accepted"][:1]
    del sample["days"], sample["holds"]  # their ticket has run out
    for structure in sample["structures"]:
        structure.pop("squared_on", None)
    job = page.request.post("/api/jobs/files?again=true", data=json.dumps(sample), headers=WHO | JSON).json()
    loft = next(one for one in job["structures"] if one["name"] == "Net loft")
    look_at(page, loft["id"], "stakes")
    page.goto(f"/jobs/{job['id']}/{loft['id']}/square")
    # nothing of the sample is worked out yet
    expect(page.locator("div.head")).to_contain_text("Off plan", timeout=20_000)
    row = page.get_by_role("listitem").filter(has=page.get_by_role("textbox", name="Reading A to B"))
    # 36' and a foot burned are 37' 0"; 37' 0 1/16" should come, 37' 0 3/16" was read: 3/16 off the plan
    expect(row.locator(".call")).to_have_attribute("aria-label", "call 37' 0 1/16\"")
    expect(row.locator(".cover")).to_have_text("37′ 0 3/16″")
    expect(row.locator(".result")).to_have_text("+3/16″")


def test_a_walk_that_crosses_itself_is_not_said_to_close(page: Page) -> None:
    page.goto("/jobs/new")
    page.get_by_label("Job, as the crew calls it").fill("Crossed")
    page.get_by_text("Metres", exact=True).click()
    page.get_by_role("button", name="Ell").click()
    expect(page.get_by_text("Closes on A")).to_be_visible()
    page.get_by_label("Go B–C").fill("-1")
    expect(page.get_by_label("Go B–C")).to_have_attribute("aria-invalid", "true")
    expect(page.get_by_text("Closes on A")).to_have_count(0)
    # what cannot be read keeps the hand
    page.get_by_label("Go B–C").press("Enter")
    expect(page.get_by_label("Go B–C")).to_be_focused()


def test_a_plan_changed_after_pulls_says_so_at_its_stages(page: Page) -> None:
    stand_at_square(page, "Changed after")
    enter_round(page, SLID)
    page.keyboard.press("2")
    page.get_by_label("Length, A to B").fill("45")
    page.get_by_role("button", name="Save plan").click()
    expect(page.get_by_role("link", name="Square plan changed")).to_be_visible()
