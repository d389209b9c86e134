"""The as-built record on paper, made to be kept: fonts inside, what it is and its hash among its metadata."""

import io
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date

from reportlab.lib.units import mm
from reportlab.lib.utils import ImageReader

from anvilhead.core.dangers.holds import HoldState
from anvilhead.core.days.working_days import day_text
from anvilhead.core.units.length_printing import print_length
from anvilhead.core.units.units import Units
from anvilhead.formats.drawing import as_built_drawing, scale_for
from anvilhead.formats.drawn_page import draw_on
from anvilhead.formats.paper import MARGIN, Paper
from anvilhead.jobfile.results.as_built_results import AsBuiltResult, AsBuiltView
from anvilhead.jobfile.results.results import StructureResult

FOOT = "Anvilhead · As measured by the crew named here. No survey: boundaries belong to a licensed surveyor."
PHOTO_MM = 58.0
MOST_PHOTOS = 30

STATES = {
    HoldState.OPEN: "nobody has looked",
    HoldState.LAPSED: "no longer holds",
    HoldState.SEEN: "looked at",
    HoldState.PAST: "GONE PAST",
}


@dataclass(frozen=True, slots=True)
class AsBuiltSheetOf:
    """What the sheet is made from.

    Attributes:
        view: the record, who signed it, and the head of the record it stands on.
        result: of the plan, for the drawing; units: to scale it by.
        photos: small ones with what is written under them.
    """

    view: AsBuiltView
    result: StructureResult
    units: Units
    photos: Sequence[tuple[str, bytes]]


def write_as_built_sheet(of: AsBuiltSheetOf, paper: str) -> bytes:
    """Write the record for `a4` or `letter`."""
    record = of.view.record
    title = f"As-built record: {record.name}, {record.job}"
    page = Paper(paper, title, FOOT)
    page.canvas.setAuthor(", ".join(dict.fromkeys(one.who for one in record.words)) or "nobody yet")
    page.canvas.setSubject(f"As built on {day_text(of.view.made_on)}, plan {record.plan_revision}")
    page.canvas.setKeywords(f"record {of.view.head}, digest {record.digest}")
    page.new_page()
    _head(page, of.view, of.view.made_on)
    _drawing(page, of)
    _square(page, record, of.units)
    _heights(page, record)
    _around(page, record)
    _proof(page, record)
    _photos(page, of.photos)
    _signatures(page, of.view)
    return page.bytes()


def _head(page: Paper, view: AsBuiltView, day: date) -> None:
    record = view.record
    page.heading(f"As-built record: {record.name}", 22)
    page.paragraph(f"{record.job}. {record.size}. Plan {record.plan_revision}, as of {day_text(day)}.", 13)
    for one in view.signed:
        page.paragraph(f"{one.text}{f' {one.note}' if one.note else ''}", 14)
    if not any(one.stands for one in view.signed):
        page.paragraph("Nobody has signed this as it stands.", 14)
    for missing in record.missing:
        page.paragraph(missing, 13)
    if record.outside:
        page.heading("Outside what was allowed", 14)
        for outside in record.outside:
            page.paragraph(outside, 13)


def _drawing(page: Paper, of: AsBuiltSheetOf) -> None:
    drawing = as_built_drawing(of.result, of.view.record)
    room = page.width - 2 * MARGIN, page.height * 0.36
    page.room_for(room[1] + 20)
    scale = scale_for(drawing, room[0] / mm, room[1] / mm, of.units)
    draw_on(page, drawing, scale, (MARGIN + room[0] / 2, page.y - room[1] / 2))
    page.y -= room[1]
    if of.view.record.corners:
        page.paragraph("Thin: as planned. Dashed, with rings: as found.", 11)


def _square(page: Paper, record: AsBuiltResult, units: Units) -> None:
    if not record.corners:
        return
    page.heading(f"Corners, {record.family}, round {record.round}", 14)
    at = (0.0, 0.14, 0.34, 0.54, 0.74)
    page.head(["Corner", "Along AB", "To its left", "Off", "Sure to"], at, 12)
    for one in record.corners:
        place = (print_length(one.found.x_mm, units).text, print_length(one.found.y_mm, units).text)
        off = f"{one.off_text}{', over' if one.outside else ''}"
        page.row([one.corner, *place, off, one.within_text or ""], at, 12, bold=0)
    page.paragraph(f"From A of the wall face. {record.tolerance_text} is allowed.", 11)
    page.heading("Sides and diagonals", 14)
    columns = (0.0, 0.16, 0.42, 0.7)
    page.head(["", "Planned", "Found", "Off"], columns, 12)
    for row in record.distances:
        page.row([f"{row.start}–{row.end}", row.planned_text, row.found_text, row.off_text], columns, 12, bold=0)


def _heights(page: Paper, record: AsBuiltResult) -> None:
    if not record.heights:
        return
    page.heading("Heights as accepted", 14)
    at = (0.0, 0.36, 0.54, 0.78)
    page.head(["What", "At", "Height", "Off"], at, 12)
    for one in record.heights:
        page.row([one.thing, one.at, one.found_text, one.off_text], at, 12)


def _around(page: Paper, record: AsBuiltResult) -> None:
    if not record.clearances:
        return
    page.heading("To boundaries and neighbours", 14)
    at = (0.0, 0.36, 0.58, 0.8)
    page.head(["", "Planned", "As found", "Asked for"], at, 12)
    for one in record.clearances:
        page.row([one.to, one.planned_text, one.found_text, one.needed_text or ""], at, 12, bold=0)


def _proof(page: Paper, record: AsBuiltResult) -> None:
    """By whose word, with what, from what, and past what."""
    page.heading("By whose word", 14)
    for word in record.words:
        day = f", {word.at:%Y-%m-%d %H:%M} UTC" if word.at else ""
        page.paragraph(f"{word.who}{day}: {word.text} {word.note}".strip(), 12)
    if not record.words:
        page.paragraph("Nothing was accepted by name.", 12)
    page.heading("Held as true, and measured with", 14)
    for line in record.control:
        page.paragraph(line, 12)
    for one in record.instruments:
        page.paragraph(f"{one.name}: {one.readings} readings, {one.tested}.", 12)
    if record.holds:
        page.heading("Hold points", 14)
        for hold in record.holds:
            who = f" by {hold.who}" if hold.who else ""
            day = f", {hold.at:%Y-%m-%d}" if hold.at else ""
            note = f": {hold.note}" if hold.note else ""
            page.paragraph(f"{hold.title}: {STATES[hold.state]}{who}{day}{note}", 12)


def _photos(page: Paper, photos: Sequence[tuple[str, bytes]]) -> None:
    if not photos:
        return
    page.heading("Photos", 14)
    edge = PHOTO_MM * mm
    across = max(1, int((page.width - 2 * MARGIN) // (edge + 8)))
    for n, (caption, content) in enumerate(photos[:MOST_PHOTOS]):
        if n % across == 0:
            page.room_for(edge + 34)
        x = MARGIN + (n % across) * (edge + 8)
        image = ImageReader(io.BytesIO(content))
        wide, high = image.getSize()
        size = edge / max(wide, high)
        page.canvas.drawImage(image, x, page.y - 6 - high * size, wide * size, high * size)
        for k, line in enumerate(page.broken(caption, 9.5, edge)[:2]):
            page.text(x, page.y - edge - 16 - k * 11, line, 9.5)
        if n % across == across - 1 or n == len(photos) - 1:
            page.y -= edge + 34


def _signatures(page: Paper, view: AsBuiltView) -> None:
    page.room_for(110)
    page.heading("Hash of what is signed, and of the record under it", 14)
    page.paragraph(view.record.digest, 10)
    page.paragraph(view.head, 10)
    page.y -= 34
    page.canvas.line(MARGIN, page.y, MARGIN + 190, page.y)
    page.text(MARGIN, page.y - 12, "Name, date", 10)
