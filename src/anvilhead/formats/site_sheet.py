"""The site sheet: what the crew takes out on paper.  Big type, black on white.

Plan with lengths, board faces, call sheet with room to write, the steps of the method, lines and points,
truck list, cautions.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from datetime import date

from reportlab.lib.units import mm

from anvilhead.core.measure.tape import PullKind
from anvilhead.core.messages.spoken import spoken
from anvilhead.core.plan.line_family import WALL_FACE
from anvilhead.core.units.units import Units
from anvilhead.formats.drawing import plan_drawing, scale_for
from anvilhead.formats.drawn_page import draw_on
from anvilhead.formats.made_sheet import write_made
from anvilhead.formats.paper import MARGIN, Paper
from anvilhead.jobfile.results.plan_results import BoardResult
from anvilhead.jobfile.results.results import StructureResult
from anvilhead.jobfile.results.square_results import CallResult

CAUTIONS = (
    "No survey and no engineering. Boundaries and setbacks belong to a licensed surveyor and the permit; frost, soil, "
    "footing, reinforcement and post sizes to the local code, the engineer and the inspector.",
    "Call the utility locating service and wait for its marks before driving stakes or digging; hand-dig near them. "
    "A struck gas or power line kills.",
    "Look up for overhead lines before raising a rod or a tape.",
    "Nobody in an unprotected cut deeper than local rules allow. Spoil back from the edge. Machines need a spotter.",
    "Eye protection when driving steel; caps on bars and pins; never look into a laser; wet cement burns.",
    "Measure again after every move, after pinning, after digging and before the pour.",
)
FOOT = (
    "Anvilhead · No survey, no engineering: boundaries from a licensed surveyor, sizes from the drawings and the code."
)


@dataclass(frozen=True, slots=True)
class SheetOf:
    """What a site sheet is made from.

    Attributes:
        squared_on: the line family that the calls are for.
        names: of the job's structures; printed: the day written on it.
        holds: hold points that stand open or that somebody went past, in sentences.
    """

    job: str
    name: str
    size: str
    units: Units
    result: StructureResult
    calls: list[CallResult]
    printed: date
    names: Mapping[str, str] = field(default_factory=dict)
    squared_on: str = WALL_FACE
    holds: Sequence[str] = ()


def write_site_sheet(sheet: SheetOf, paper: str) -> bytes:
    """Write the sheet for `a4` or `letter`."""
    page = Paper(paper, f"{sheet.job}: {sheet.name}", FOOT)
    _plan(page, sheet)
    page.new_page()
    _calls(page, sheet)
    _steps(page, sheet.result)
    page.part()
    _boards(page, sheet.result)
    _lines(page, sheet.result)
    _site(page, sheet)
    write_made(page, sheet.result)
    page.part()
    _truck(page, sheet.result)
    _cautions(page, sheet.holds)
    return page.bytes()


def _plan(page: Paper, sheet: SheetOf) -> None:
    drawing = plan_drawing(sheet.result, whole=False)
    left, bottom, right, top = drawing.box
    page.new_page(lying=(right - left) > 1.15 * (top - bottom))
    page.y -= 18
    page.text(MARGIN, page.y, f"{sheet.job}: {sheet.name}", 22, bold=True)
    page.text(page.width - MARGIN, page.y, sheet.printed.isoformat(), 12, align="right")
    page.y -= 20
    held = f"{sheet.size}, inside {sheet.result.area_text}" if sheet.result.closed else sheet.size
    page.text(MARGIN, page.y, held, 14)
    room = page.width - 2 * MARGIN, page.y - MARGIN - 10 * mm
    scale = scale_for(drawing, room[0] / mm, room[1] / mm, sheet.units)
    page.text(page.width - MARGIN, page.y, f"1:{scale}", 14, align="right")
    middle = MARGIN + room[0] / 2, MARGIN + 4 * mm + room[1] / 2
    draw_on(page, drawing, scale, middle)


def _calls(page: Paper, sheet: SheetOf) -> None:
    page.heading("Call sheet" if sheet.squared_on == WALL_FACE else f"Call sheet: {sheet.squared_on}")
    burned = any(call.call_mm != call.length_mm for call in sheet.calls)
    page.paragraph("The burn is in every number." if burned else "No burn: the tape starts at its hook.", 11.5)
    for one in sheet.result.as_found:
        page.paragraph(one.text, 11.5)
    at = (0.0, 0.14, 0.28, 0.52, 0.76)
    page.head(["Pull", "", "Call", "Read", "Read again"], at, 19, right=(2,))
    for call in sheet.calls:
        plain = call.pull is PullKind.POINTS
        cells = [call.name, call.kind if plain else "", call.call_text, "", ""]
        page.row(cells, at, 19 if plain else 12, bold=2, right=(2,))


def _steps(page: Paper, result: StructureResult) -> None:
    sheet = result.setting_out
    if not sheet:
        return
    page.heading(f"Squaring: {sheet.name}")
    page.paragraph(f"Good for {sheet.good_for}. {sheet.catch}", 11.5)
    for number, step in enumerate(sheet.steps, 1):
        expect = f" Expect within {step.error_text}." if step.error_text else ""
        page.row([str(number), step.text + " " + step.who + expect], (0.0, 0.06), 13.5, bold=0)
    if len(sheet.points) > 2:
        first, second = (spoken(nail) for nail in sheet.base)
        page.heading("Every point", 14)
        page.paragraph(
            f"Station along the first side from its first corner, offset square off it (minus: to the right); "
            f"ties from the nails {first} and {second}. No burn in these.",
            11,
        )
        at = (0.0, 0.2, 0.4, 0.6, 0.8)
        page.head(["Point", "Station", "Offset", first, second], at, 14, right=(1, 2, 3, 4))
        for point in sheet.points:
            weak = " *" if point.poor else ""
            cells = [point.point, point.station_text, point.offset_text, point.first_text, point.second_text + weak]
            page.row(cells, at, 14, bold=0, right=(1, 2, 3, 4))
        if any(point.poor for point in sheet.points):
            page.paragraph("* tapes cross poorly: check from a third point.", 10.5)


def _boards(page: Paper, result: StructureResult) -> None:
    """Each face once, for all boards that have it on the same hand, then where each of them stands."""
    page.heading("Boards")
    if result.heights:
        page.paragraph(f"String at {result.heights.string_text}. {result.heights.advice}", 12)
    alike: dict[tuple[str, ...], list[BoardResult]] = {}
    for board in result.boards:
        if board.through is None:
            key = (board.inside, *(f"{nail.family} {nail.text}" for nail in board.nails))
            alike.setdefault(key, []).append(board)
    for string in result.strings:
        if len(string.lines) > 1:
            first, last = (spoken(board) for board in string.boards)
            page.paragraph(f"One string over {', '.join(string.lines)}, from {first} to {last}.", 12)
    for boards in alike.values():
        # a stake alone has no face: its nail is driven into its top
        if len(boards[0].nails) > 1 and boards[0].length_mm > 0:
            _face(page, boards[0])
        at = (0.0, 0.24, 0.42, 0.6, 0.78)
        page.head(["Board", "Out", "Reveal", "Stake", "Length"], at, 15, right=(1, 2, 3, 4))
        for board in boards:
            high = board.height
            stands = [high.reveal_text, high.stock_text or high.stake_text] if high else ["", ""]
            cells = [spoken(board.board), board.setback_text, *stands, board.length_text]
            page.row(cells, at, 15, bold=0, right=(1, 2, 3, 4))


FACE_HEIGHT = 27 * mm


def _face(page: Paper, board: BoardResult) -> None:
    """A board face-on, as seen from outside facing the building, to its own scale.

    Nails with running distances from the first, the outermost; named underneath.
    """
    page.room_for(FACE_HEIGHT + 110)  # with the head and the first row of the boards that have it
    left, right = MARGIN, page.width - MARGIN
    page.paragraph(f"Seen from outside, facing the building: inside is to the {board.inside}.", 10.5)
    per_mm = (right - left) / board.length_mm
    y = page.y - FACE_HEIGHT + 7 * mm
    page.canvas.rect(left, y, right - left, 6 * mm)
    last, low = -1000.0, True
    for nail in board.nails:
        along = (board.first_mm + nail.running_mm) * per_mm
        x = left + along if board.inside == "right" else right - along
        page.canvas.setLineWidth(1.4)
        page.canvas.line(x, y, x, y + 8 * mm)
        page.canvas.setLineWidth(0.6)
        low = abs(x - last) > 17 * mm or not low
        page.text(x, y + 9 * mm + (0 if low else 15), nail.text, 14, bold=True, align="middle")
        last = x
    page.y = y - 2
    page.paragraph(", ".join(f"{nail.text} {nail.family}" for nail in board.nails) + ".", 12)


def _lines(page: Paper, result: StructureResult) -> None:
    if len(result.lines) > 1:
        page.heading("Lines beside the walls")
        at = (0.0, 0.46, 0.64)
        page.head(["Line", "Outward", "Over all"], at, 13.5, right=(1, 2))
        for family in result.lines:
            page.row([family.family, family.offset_text, family.overall.text], at, 13.5, bold=1, right=(1, 2))
            for note in family.notes:
                page.paragraph(note, 11, indent=8)
    for stick in result.sticks:
        page.heading(f"Marking stick for {', '.join(stick.lines)}", 14)
        page.paragraph("From its outer end: " + ", ".join(f"{m.family} {m.text}" for m in stick.marks) + ".", 12.5)


def _site(page: Paper, sheet: SheetOf) -> None:
    """Where it stands: the room to boundaries and neighbours, at its nearest and from every corner."""
    site = sheet.result.site
    if site is None or not site.clearances:
        return
    page.heading("Where it stands")
    at = (0.0, 0.26)
    for one in site.clearances:
        corners = " · ".join(f"{corner} {text}" for corner, text in one.corner_texts.items())
        page.row([sheet.names.get(one.to, one.to), f"{one.words}. From its corners: {corners}"], at, 13, bold=0)


def _truck(page: Paper, result: StructureResult) -> None:
    materials = result.materials
    page.heading("On the truck")
    for load in materials.truck:
        box = page.y - 17
        page.row(["", load.what, load.amount, load.note], (0.0, 0.05, 0.46, 0.62), 13, bold=2)
        page.canvas.rect(MARGIN + 2, box + 2, 10, 10)
    if materials.cuts:
        page.heading("Cutting boards", 14)
        for cut in materials.cuts:
            page.row([f"{cut.count} × {cut.stock_text}", " · ".join(cut.cuts), f"left {cut.left_text}"],
                     (0.0, 0.2, 0.8), 13, bold=0)  # fmt: skip
    if materials.route:
        page.heading("One string led round", 14)
        page.paragraph(" → ".join(materials.route.nails).replace("→", ">") + f": {materials.route.text}.", 12)


CAUTIONS_HEIGHT = 250.0
"""What the cautions and the lines to sign take, points: they stay on one page."""


def _cautions(page: Paper, holds: Sequence[str]) -> None:
    page.room_for(CAUTIONS_HEIGHT)
    page.heading("Before anything")
    for hold in holds:
        page.paragraph(hold, 14)
    for caution in CAUTIONS:
        page.paragraph(caution, 12.5)
    page.y -= 8
    for one, other in (
        ("Locate number, date", "Boundary confirmed by, date"),
        ("Square accepted by, date", "Checked before the pour"),
    ):
        page.row([one, "", other, ""], (0.0, 0.22, 0.5, 0.74), 13)
