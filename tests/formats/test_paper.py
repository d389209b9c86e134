"""The drawing on paper, and the site sheet."""

import re
from datetime import date
from typing import Any
from xml.etree import ElementTree

import pytest
from reportlab.lib.pagesizes import A4, LETTER

from anvilhead.core.units import Units
from anvilhead.formats.drawing import Drawing, Stroke, plan_drawing, scale_for
from anvilhead.formats.paper import pieces_of, text_width
from anvilhead.formats.site_sheet import SheetOf, write_site_sheet
from anvilhead.formats.svg import write_svg
from anvilhead.jobfile.call_rows import call_sheet
from anvilhead.jobfile.judging import Rounds, judge
from anvilhead.jobfile.models import Plan
from anvilhead.jobfile.naming import naming_of
from anvilhead.jobfile.planned import Planned, planned
from anvilhead.jobfile.results import StructureResult
from anvilhead.jobfile.solving import solve_structure

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
