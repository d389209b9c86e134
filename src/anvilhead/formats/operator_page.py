"""One page for whoever sits in the machine: what is dug, what stays, how deep by the rod; nothing else."""

from collections.abc import Sequence
from dataclasses import dataclass

from reportlab.lib.units import mm

from anvilhead.core.units.units import Units
from anvilhead.formats.drawing import scale_for
from anvilhead.formats.drawn_page import draw_on
from anvilhead.formats.made_drawing import draw_digging, hatched
from anvilhead.formats.paper import MARGIN, Paper
from anvilhead.formats.strokes import LETTER_MM, NUMBER_MM, Drawing, Note, xy
from anvilhead.jobfile.results.results import StructureResult

FOOT = "Nobody in the swing of the machine. Hand-dig near every utility mark. No entry into an unprotected cut."
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


def write_operator_page(sheet: OperatorPageOf, paper: str) -> bytes:
    """Write the page for `a4` or `letter`."""
    page = Paper(paper, f"{sheet.job}: digging {sheet.name}", FOOT)
    drawing = Drawing()
    draw_digging(drawing, sheet.result)
    digging = sheet.result.digging
    for trench in digging.trenches if digging else ():
        start, end = xy(trench.outer.start), xy(trench.outer.end)
        middle = ((start[0] + end[0]) / 2, (start[1] + end[1]) / 2)
        drawing.notes.append(Note(f"{trench.line}  {trench.width_text} wide", middle, NUMBER_MM, shift_mm=(0, -5)))
    for name, corner in sheet.result.corners.items():
        drawing.notes.append(Note(name, xy(corner), LETTER_MM))
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
