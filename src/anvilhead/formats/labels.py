"""Labels for stakes: sheets of a size that was typed, a label to each stake, all of it again in a square code."""

import math
from collections.abc import Sequence
from dataclasses import dataclass

import segno
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from anvilhead.formats.paper import Paper, text_width
from anvilhead.jobfile.results.stake_results import LegendResult, RegisterRow

EDGE_MM = 4.0
"""Printers leave so much of a sheet white; labels stand in its middle, as on sheets that are bought."""
LEAST_WIDE_MM, LEAST_HIGH_MM = 50.0, 24.0
"""A smaller label cannot be read at arm's length."""
USUAL_WIDE_MM, USUAL_HIGH_MM = 80.0, 34.0
"""A label of this size has letters of 20 points in its name; others have as much larger or smaller ones."""
QUIET = 4
"""White modules round a square code, as its standard asks for."""


@dataclass(frozen=True, slots=True)
class LabelsOf:
    """What labels are made from: job and structure as they are called, stakes with legends, the size of a label."""

    job: str
    name: str
    rows: Sequence[RegisterRow]
    wide_mm: float
    high_mm: float


def fits(wide_mm: float, high_mm: float, paper: str) -> bool:
    """Whether a label can be read and fits on a sheet."""
    page = Paper(paper, "", "")
    page.new_page(footed=False)
    room = page.width / mm - 2 * EDGE_MM, page.height / mm - 2 * EDGE_MM
    return LEAST_WIDE_MM <= wide_mm <= room[0] and LEAST_HIGH_MM <= high_mm <= room[1]


def write_labels(sheet: LabelsOf, paper: str) -> bytes:
    """Write as many sheets as the labels need, for `a4` or `letter`."""
    page = Paper(paper, f"{sheet.job}: labels for {sheet.name}", "")
    page.new_page(footed=False)
    columns = int((page.width / mm - 2 * EDGE_MM) // sheet.wide_mm)
    rows = int((page.height / mm - 2 * EDGE_MM) // sheet.high_mm)
    for number, row in enumerate(sheet.rows):
        at = number % (columns * rows)
        if number and at == 0:
            page.new_page(footed=False)
        x = (page.width - columns * sheet.wide_mm * mm) / 2 + (at % columns) * sheet.wide_mm * mm
        y = (page.height + rows * sheet.high_mm * mm) / 2 - (at // columns + 1) * sheet.high_mm * mm
        if row.legend:
            _label(page, row.what, row.legend, (x, y), sheet)
    return page.bytes()


def _label(page: Paper, what: str, legend: LegendResult, at: tuple[float, float], sheet: LabelsOf) -> None:
    canvas, (x, y) = page.canvas, at
    wide, high = sheet.wide_mm * mm, sheet.high_mm * mm
    # letters as large as the label allows
    large = min(sheet.high_mm / USUAL_HIGH_MM, sheet.wide_mm / USUAL_WIDE_MM)
    step = large * mm
    canvas.setLineWidth(0.4)
    canvas.rect(x, y, wide, high)
    code = min(high - 4 * mm, wide * 0.36)
    _square_code(canvas, legend.plain, x + wide - code - 2 * mm, y + (high - code) / 2, code)
    left, room = x + 3 * mm, wide - code - 8 * mm
    line = y + high - 8 * step
    page.text(left, line, what, _fitting(what, 20 * large, room), bold=True)
    if legend.ring:
        line -= 9 * step
        size = _fitting(legend.ring, 15 * large, room - 18 * step)
        width = text_width(legend.ring, size, True)
        # the offset stands in a ring, its arrow toward what it is off
        canvas.setLineWidth(1.2 * large)
        canvas.roundRect(left, line - 1.8 * step, width + 4 * step, 7 * step, 3.5 * step)
        page.text(left + 2 * step, line, legend.ring, size, bold=True)
        _arrow(canvas, left + width + 6 * step, line + 1.7 * step, step)
    line -= 2 * step
    for told in (legend.refers, *legend.grade):
        for part in page.broken(told, 11 * large, room):
            line -= 4.6 * step
            if line < y + 1.5 * mm:
                return
            page.text(left, line, part, 11 * large)


def _fitting(text: str, size: float, room: float) -> float:
    """The size at which a text fits, no larger than asked for."""
    return min(size, size * room / max(text_width(text, size, True), 1.0))


def _arrow(canvas: Canvas, x: float, y: float, step: float) -> None:
    canvas.setLineWidth(0.6 * step)
    tip = x + 8 * step
    canvas.line(x, y, tip, y)
    for way in (1, -1):
        turn = math.pi - way * 0.5
        canvas.line(tip, y, tip + 3 * step * math.cos(turn), y + 3 * step * math.sin(turn))


def _square_code(canvas: Canvas, text: str, x: float, y: float, size: float) -> None:
    """A square code of plain text, rows from the top."""
    matrix = list(segno.make(text, error="m", micro=False).matrix)
    module = size / (len(matrix) + 2 * QUIET)
    for down, row in enumerate(matrix):
        for across, dark in enumerate(row):
            if dark:
                canvas.rect(
                    x + (across + QUIET) * module,
                    y + size - (down + QUIET + 1) * module,
                    module,
                    module,
                    stroke=0,
                    fill=1,
                )
