"""The drawing on paper, and the site sheet."""

import re
import sys
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass
from datetime import date
from itertools import takewhile
from typing import Any
from xml.etree import ElementTree

import pytest
from reportlab.lib.pagesizes import A4, LETTER

from anvilhead.core.plan.line_family import WALL_FACE
from anvilhead.core.units.units import Units
from anvilhead.formats.drawing import plan_drawing, scale_for
from anvilhead.formats.level_sheet import LevelSheetOf, write_level_sheet
from anvilhead.formats.paper import MARGIN, Paper, pieces_of, text_width
from anvilhead.formats.site_sheet import SheetOf, write_site_sheet
from anvilhead.formats.strokes import Drawing, Stroke
from anvilhead.formats.svg import write_svg
from anvilhead.jobfile.documents.models import Plan
from anvilhead.jobfile.levels.level_points import level_points
from anvilhead.jobfile.levels.written.book_solving import work_book
from anvilhead.jobfile.levels.written.level_solving import solve_levels
from anvilhead.jobfile.reading import read_job
from anvilhead.jobfile.results.results import StructureResult
from anvilhead.jobfile.solving import solve_structure
from anvilhead.jobfile.working.judging import Rounds, judge
from anvilhead.jobfile.working.naming import naming_of
from anvilhead.jobfile.working.placed import place_all
from anvilhead.jobfile.working.planned import Planned, planned
from anvilhead.jobfile.written.call_rows import call_sheet
from anvilhead.launch.paths import ROOT

PLAN: dict[str, Any] = {
    "kind": "building",
    "footprint": {"shape": "rectangle", "length": "9.6 m", "width": "6.4 m"},
    "section": {"wall": "200 mm", "footing": "500 mm"},
    "boards": {"ground": {"A": "0 m", "C": "-0.4 m"}, "stakes": ["0.9 m", "1.2 m"], "stock": ["3 m"]},
}


def unpulled(found: Planned) -> tuple[Planned, Rounds]:
    """A plan and the rounds of nobody having pulled yet."""
    return found, judge(naming_of(found), [], Units.M)


def solved(**changes: Any) -> StructureResult:
    return solve_structure(*unpulled(planned(Plan.model_validate(PLAN | changes))))


def sheet(name: str = "Honey house") -> SheetOf:
    found = planned(Plan.model_validate(PLAN))
    calls = call_sheet(*unpulled(found), 100.0)
    return SheetOf("Tansy Hill", name, "9.6 m × 6.4 m", Units.M, solved(), calls, date(2026, 5, 4))


def test_a_scale_is_a_common_one_that_fits() -> None:
    box = Drawing(strokes=[Stroke("WALL FACE", ((0.0, 0.0), (12_000.0, 8000.0)))])
    assert scale_for(box, 210, 297, Units.M) == 75  # 12 m on 182 mm of paper asks for 1:66
    assert scale_for(box, 210, 297, Units.FT_IN) == 96


def test_families_have_layers_of_their_own() -> None:
    layers = {stroke.layer for stroke in plan_drawing(solved()).strokes}
    assert {"WALL FACE", "FOOTING OUTER EDGE", "BOARDS", "STRINGS"} <= layers


def test_an_svg_is_true_to_its_scale() -> None:
    text = write_svg(plan_drawing(solved(), boards=False, families=False), "Honey <house>", Units.M)
    root = ElementTree.fromstring(text)
    points = next(e for e in root.iter() if e.get("data-layer") == "WALL FACE").get("points", "")
    xs = [float(pair.split(",")[0]) for pair in points.split()]
    scale = int(re.findall(r"1:(\d+)", text)[-1])

    assert (max(xs) - min(xs)) * scale == pytest.approx(9600, rel=1e-3)


@pytest.mark.parametrize(("paper", "size"), [("a4", A4), ("letter", LETTER)])
def test_a_sheet_is_of_its_paper_and_has_its_pages(paper: str, size: tuple[float, float]) -> None:
    raw = write_site_sheet(sheet(), paper)
    boxes = {tuple(float(n) for n in found.split()) for found in re.findall(rb"/MediaBox \[ ([0-9. ]+)\]", raw)}
    standing, lying = (0, 0, round(size[0], 4), round(size[1], 4)), (0, 0, round(size[1], 4), round(size[0], 4))

    assert len(re.findall(rb"/Type /Page\b", raw)) >= 4
    assert {tuple(round(n, 4) for n in box) for box in boxes} <= {standing, lying}


def test_a_sheet_is_the_same_each_time_and_takes_any_name() -> None:
    assert write_site_sheet(sheet("Łódka 蜂 “x”"), "a4") == write_site_sheet(sheet("Łódka 蜂 “x”"), "a4")


def test_fractions_are_found_and_take_less_room() -> None:
    assert pieces_of("27' 6 1/2\"") == [("27' 6 ", False), ("1/2", True), ('"', False)]
    assert text_width("1/2", 20, False) < text_width("122", 20, False)


@pytest.mark.trials
def test_two_hundred_corners_fit_on_paper() -> None:
    top = [[x * 500.0, 2000.0 if x % 2 else 3000.0] for x in range(197, -1, -1)]
    footprint = {"shape": "polygon", "corners": [[0.0, 0.0], [197 * 500.0, 0.0], *top]}
    plan = Plan.model_validate(PLAN | {"footprint": footprint, "boards": {}, "section": None})
    found = planned(plan)
    result = solve_structure(*unpulled(found), every_pair=False)
    raw = write_site_sheet(
        SheetOf("Comb", "Comb", "98.5 m", Units.M, result, call_sheet(*unpulled(found), 0), date(2026, 5, 4)), "a4"
    )
    assert raw.startswith(b"%PDF")


@dataclass(frozen=True)
class Written:
    """A text on a page, as it was put there."""

    page: int
    x: float
    y: float
    text: str
    size: float
    bold: bool


@pytest.fixture
def written(monkeypatch: pytest.MonkeyPatch) -> list[Written]:
    """Everything that is written on paper from now on, the foot of every page left out."""
    found: list[Written] = []
    plain = Paper.text

    def text(self: Paper, x: float, y: float, text: str, size: float, **how: Any) -> None:
        if y > MARGIN and text:
            found.append(Written(self._page, x, y, text, size, how.get("bold", False)))
        plain(self, x, y, text, size, **how)

    monkeypatch.setattr(Paper, "text", text)
    return found


def sheet_of(job: Any, name: str) -> SheetOf:
    """The site sheet of a structure of a sample, its site with it."""
    found = {one.id: planned(Plan.model_validate(one.model_dump(exclude={"id"}))) for one in job.structures}
    site, _ = place_all(job.control, found)
    plan, rounds = unpulled(found[name])
    result = solve_structure(plan, rounds, site=(site, name))
    names = {one.id: one.name or one.id for one in job.structures}
    calls, on = call_sheet(plan, rounds, 304.8), plan.plan.squared_on or WALL_FACE
    return SheetOf(job.name, names[name], "", Units.FT_IN, result, calls, date(2026, 5, 4), names, on)


SAMPLE = read_job((ROOT / "src" / "anvilhead" / "demo" / "gannet-slip.anvil.json").read_bytes())


@pytest.mark.parametrize("name", [one.id for one in SAMPLE.structures])
@pytest.mark.parametrize("paper", ["a4", "letter"])
def test_no_head_stands_alone_and_no_page_is_nearly_empty(written: list[Written], name: str, paper: str) -> None:
    write_site_sheet(sheet_of(SAMPLE, name), paper)
    pages = [[one for one in written if one.page == number] for number in range(1, written[-1].page + 1)]
    for page in pages[1:]:
        heads = [i for i, one in enumerate(page) if one.bold and one.size in (14, 17) and one.x == MARGIN]
        assert len(page) - 1 not in heads
        assert page[-1].text not in ("Read again", "Length", "Over all")  # ends of the heads of tables
        assert len({one.y for one in page}) >= 6


def test_a_face_on_paper_is_seen_from_outside_facing_the_building(written: list[Written]) -> None:
    """Nails count from the outermost: on a board whose inside is to the right that is the left one."""
    sample = sheet_of(SAMPLE, "net-loft")
    write_site_sheet(sample, "a4")
    seen = [i for i, one in enumerate(written) if one.text.startswith("Seen from outside")]
    hands = set()
    for start in seen:
        inside = written[start].text.split("inside is to the ")[1].strip(".")
        nails = list(takewhile(lambda one: one.bold and one.size == 14, written[start + 1 :]))
        assert len(nails) > 1
        xs = [one.x for one in nails]
        assert xs == sorted(xs, reverse=inside == "left")
        hands.add(inside)
    assert hands == {"left", "right"}


def test_a_site_sheet_says_how_far_it_is_from_boundaries_and_neighbours_by_their_names(written: list[Written]) -> None:
    write_site_sheet(sheet_of(SAMPLE, "net-loft"), "a4")
    texts = [one.text for one in written]
    assert "Where it stands" in texts
    assert {"plot", "Boat store", "Hardstand", "Yard fence"} <= set(texts)
    assert "Call sheet: form line" in texts
    assert "boat-store" not in " ".join(texts)


def test_a_level_sheet_names_structures_and_the_heights_held_as_true(written: list[Written]) -> None:
    found = {one.id: planned(Plan.model_validate(one.model_dump(exclude={"id"}))) for one in SAMPLE.structures}
    site, _ = place_all(SAMPLE.control, found)
    assert SAMPLE.levels
    points = level_points(SAMPLE.levels, site, "net-loft")
    result = solve_levels(work_book(SAMPLE.levels, points, Units.FT_IN), site, "net-loft")
    names = {one.id: one.name or one.id for one in SAMPLE.structures}
    labels = {name: points.label_in("net-loft", name) for name in points.places}
    write_level_sheet(LevelSheetOf("Gannet Slip", "Net loft", result, date(2026, 5, 4), names, labels), "a4")
    texts = [one.text for one in written]
    assert any(text.startswith("Heights held as true: BM at 0") for text in texts)
    assert "Story stick for Net loft: from the string at" in " ".join(texts)
    assert "/" not in "".join(one.text for one in written if one.x == MARGIN and one.size == 18)


def test_a_level_sheet_says_which_setups_a_stand_in_made_up(written: list[Written]) -> None:
    assert SAMPLE.levels
    made_up = [device.model_copy(update={"simulated": True}) for device in SAMPLE.levels.devices]
    levels = SAMPLE.levels.model_copy(update={"devices": made_up})
    found = {one.id: planned(Plan.model_validate(one.model_dump(exclude={"id"}))) for one in SAMPLE.structures}
    site, _ = place_all(SAMPLE.control, found)
    result = solve_levels(work_book(levels, level_points(levels, site, "net-loft"), Units.FT_IN), site, "net-loft")
    write_level_sheet(LevelSheetOf("Gannet Slip", "Net loft", result, date(2026, 5, 4), {}, {}), "a4")
    said = " ".join(one.text for one in written)
    assert "a stand-in made the readings up" in said
    assert "may be built to" in said


def test_sheets_printed_side_by_side_are_those_printed_one_by_one() -> None:
    def printed(seed: int) -> bytes:
        sheet = Paper("a4", f"Sheet {seed}", "Anvilhead")
        sheet.new_page()
        for line in range(40):
            sheet.text(40, 700 - line * 12, "".join(chr(33 + (seed * 7 + line * 3 + at) % 90) for at in range(60)), 9)
        return sheet.bytes()

    alone = [printed(seed) for seed in range(8)]
    often = sys.getswitchinterval()
    sys.setswitchinterval(1e-6)  # threads change hands in the middle of everything
    try:
        with ThreadPoolExecutor(8) as pool:
            together = list(pool.map(printed, [seed % 8 for seed in range(64)]))
    finally:
        sys.setswitchinterval(often)
    assert together == alone * 8
