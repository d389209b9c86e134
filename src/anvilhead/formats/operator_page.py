"""One page for whoever sits in the machine: what is dug, what stays, how deep by the rod; nothing else."""

import math
from collections.abc import Sequence
from dataclasses import dataclass

from reportlab.lib.units import mm

from anvilhead.core.geometry.point import Point
from anvilhead.core.units.units import Units
from anvilhead.formats.drawing import scale_for
from anvilhead.formats.drawn_page import draw_on
from anvilhead.formats.made_drawing import draw_digging, hatched
from anvilhead.formats.paper import MARGIN, Paper
from anvilhead.formats.strokes import LETTER_MM, NUMBER_MM, Drawing, Note, xy
from anvilhead.jobfile.results.digging_results import TrenchResult
from anvilhead.jobfile.results.results import StructureResult

FOOT = "Nobody in the swing of the machine. Hand-dig near every utility mark. No entry into an unprotected cut."
BESIDE_MM = 5.0
"""From an edge to what is written beside it, on paper."""
HATCH_MM = 7.0
"""From line to line of the hatching, on paper."""


@dataclass(frozen=True, slots=True)
class OperatorPageOf:
    """What the page is made from; `depths`: how deep, in sentences."""

    job: str
    name: str
    units: Units
    result: StructureResult
    depths: Sequence[str]


def _named(trench: TrenchResult) -> Note:
    """What a footing is called and how wide it is, along its outer edge and outside of it."""
    start, end, inner = (Point(*xy(one)) for one in (trench.outer.start, trench.outer.end, trench.inner.start))
    ahead = (end - start).unit()
    out = ahead.left() if (inner - start).dot(ahead.left()) < 0 else ahead.left() * -1
    turn = math.degrees(math.atan2(ahead.y, ahead.x))
    middle = (start + end) * 0.5
    return Note(
        f"{trench.line}  {trench.width_text} wide",
        (middle.x, middle.y),
        NUMBER_MM,
        turn_deg=turn - 180 if turn > 90 else turn + 180 if turn <= -90 else turn,
        shift_mm=(out.x * BESIDE_MM, out.y * BESIDE_MM),
    )


def _letters(result: StructureResult) -> list[Note]:
    """Letters of the corners, outside of them."""
    corners = {name: Point(*xy(place)) for name, place in result.corners.items()}
    middle = Point(sum(p.x for p in corners.values()), sum(p.y for p in corners.values())) * (1 / len(corners))
    notes = []
    for name, corner in corners.items():
        out = (corner - middle).unit()
        shift = (out.x * 2 * BESIDE_MM, out.y * 2 * BESIDE_MM)
        notes.append(Note(name, (corner.x, corner.y), LETTER_MM, shift_mm=shift))
    return notes


def write_operator_page(sheet: OperatorPageOf, paper: str) -> bytes:
    """Write the page for `a4` or `letter`."""
    page = Paper(paper, f"{sheet.job}: digging {sheet.name}", FOOT)
    drawing = Drawing()
    draw_digging(drawing, sheet.result)
    digging = sheet.result.digging
    drawing.notes += [_named(trench) for trench in digging.trenches] if digging else []
    drawing.notes += _letters(sheet.result)
    page.new_page(lying=True)
    page.y -= 18
    page.text(MARGIN, page.y, f"Dig: {sheet.name}", 22, bold=True)
    page.text(page.width - MARGIN, page.y, sheet.job, 13, align="right")
    page.y -= 6
    for depth in sheet.depths:
        page.paragraph(depth, 17)
    for line in digging.paint if digging else ():
        page.paragraph(line, 12)
    room = page.width - 2 * MARGIN, page.y - MARGIN - 10 * mm
    scale = scale_for(drawing, room[0] / mm, room[1] / mm, sheet.units)
    inner = [xy(trench.inner.start) for trench in digging.trenches] if digging and sheet.result.closed else []
    if len(inner) > 2:
        drawing.strokes += hatched(inner, HATCH_MM * scale)
    draw_on(page, drawing, scale, (MARGIN + room[0] / 2, MARGIN + 8 * mm + room[1] / 2))
    return page.bytes()
