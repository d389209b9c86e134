"""The plan as lines and texts: one drawing that is written as DXF, SVG and PDF alike.

Places are plan millimetres; heights of texts and weights of lines are millimetres on paper, so that a drawing
reads the same at any scale.
"""

import math
import re
from collections.abc import Iterable

from anvilhead.core.boards.batter_board import BoardStyle
from anvilhead.core.messages.spoken import spoken
from anvilhead.core.units.units import Units
from anvilhead.formats.made_drawing import draw_made
from anvilhead.formats.strokes import (
    FOOT_SCALES,
    LETTER_MM,
    LOOKS,
    NUMBER_MM,
    SCALES,
    SMALL_MM,
    XY,
    Dot,
    Drawing,
    Look,
    Note,
    Stroke,
    xy,
)
from anvilhead.jobfile.results.as_built_results import AsBuiltResult
from anvilhead.jobfile.results.plan_results import BoardResult
from anvilhead.jobfile.results.result_parts import Place
from anvilhead.jobfile.results.results import StructureResult


def scale_for(drawing: Drawing, width_mm: float, height_mm: float, units: Units, room_mm: float = 14.0) -> int:
    """The largest common scale at which a drawing, and room for its texts, fits on paper."""
    left, bottom, right, top = drawing.box
    needed = max((right - left) / (width_mm - 2 * room_mm), (top - bottom) / (height_mm - 2 * room_mm))
    scales = FOOT_SCALES if units is Units.FT_IN else SCALES
    return next((scale for scale in scales if scale >= needed), math.ceil(needed / 1000) * 1000)


def layer_of(name: str) -> str:
    """A family's name as a layer: capitals, digits, spaces and dashes."""
    return re.sub(r"[^A-Z0-9 -]+", " ", name.upper()).strip() or "LINE"


def plan_drawing(result: StructureResult, *, boards: bool = True, families: bool = True, whole: bool = True) -> Drawing:
    """Draw a structure: its walls and lengths, families, inner lines, what is marked and made, boards and strings.

    `whole`: with what crowds a page, such as bars and passes of a bucket.
    """
    drawing = Drawing()
    corners = {name: xy(place) for name, place in result.corners.items()}
    drawing.strokes.append(Stroke("WALL FACE", tuple(corners.values()), result.closed))
    if families:
        for family in result.lines[1:]:
            ends = _family_points(result, family.corners)
            drawing.strokes.append(Stroke(layer_of(family.family), ends, result.closed))
    for line in result.inner.lines:
        for stretch in line.stretches:
            drawing.strokes.append(Stroke("INNER", (xy(stretch.start), xy(stretch.end))))
            drawing.notes.append(Note(line.name, xy(stretch.start), SMALL_MM, shift_mm=(4, 3)))
    drawing.dots += [Dot("INNER", xy(point)) for point in result.inner.points]
    draw_made(drawing, result, whole=whole)
    if boards:
        _draw_boards(drawing, result)
    _draw_numbers(drawing, result, corners)
    return drawing


AS_BUILT = "AS BUILT"
"""The layer of what was found."""


def as_built_drawing(result: StructureResult, record: AsBuiltResult) -> Drawing:
    """The walls as planned, and the corners and lines as the accepted readings have them."""
    drawing = plan_drawing(result, boards=False, whole=False)
    draw_found(drawing, record, closed=result.closed)
    return drawing


def draw_found(drawing: Drawing, record: AsBuiltResult, *, closed: bool) -> None:
    """Add what was found on a layer of its own."""
    found = [xy(one.found) for one in record.corners]
    if len(found) > 1:
        drawing.strokes.append(Stroke(AS_BUILT, tuple(found), closed and len(found) > 2))
    drawing.dots += [Dot(AS_BUILT, point) for point in found]


def _draw_boards(drawing: Drawing, result: StructureResult) -> None:
    nails = {board.board: xy(board.nail) for board in result.boards}
    for board in result.boards:
        if board.through:
            continue
        if board.style is not BoardStyle.STAKES:
            drawing.strokes.append(Stroke("BOARDS", tuple(xy(end) for end in board.ends)))
        drawing.dots.append(Dot("NAILS", nails[board.board]))
        shift = _name_shift(board, result.corners[board.corner])
        drawing.notes.append(Note(spoken(board.board), nails[board.board], SMALL_MM, 0.0, shift))
    drawing.dots += [Dot("STAKES", xy(stake.place)) for stake in result.stakes_at]
    drawing.strokes += [Stroke("STRINGS", tuple(nails[end] for end in string.boards)) for string in result.strings]


def _name_shift(board: BoardResult, corner: Place) -> XY:
    """A board's name stands beyond its nail, away from the corner, on paper."""
    dx, dy = board.nail.x_mm - corner.x_mm, board.nail.y_mm - corner.y_mm
    size = math.hypot(dx, dy) or 1.0
    return dx / size * 2.6 * SMALL_MM, dy / size * 1.6 * SMALL_MM


def _draw_numbers(drawing: Drawing, result: StructureResult, corners: dict[str, XY]) -> None:
    """Lengths inside along their sides, letters outside their corners."""
    way = 1.0 if not result.closed or _area(list(corners.values())) > 0 else -1.0
    outward: dict[str, list[XY]] = {name: [] for name in corners}
    for side in result.sides:
        (ax, ay), (bx, by) = corners[side.start], corners[side.end]
        length = math.hypot(bx - ax, by - ay)
        ux, uy = (bx - ax) / length, (by - ay) / length
        inward = (-uy * way, ux * way)
        turn = math.degrees(math.atan2(uy, ux))
        turn = turn - 180 if turn > 90 else turn + 180 if turn <= -90 else turn
        shift = (inward[0] * NUMBER_MM, inward[1] * NUMBER_MM)
        drawing.notes.append(Note(side.text, ((ax + bx) / 2, (ay + by) / 2), NUMBER_MM, turn, shift))
        for name in (side.start, side.end):
            outward[name].append((-inward[0], -inward[1]))
    for name, ways in outward.items():
        dx, dy = sum(x for x, _ in ways), sum(y for _, y in ways)
        size = math.hypot(dx, dy) or 1.0
        shift = (dx / size * LETTER_MM * 1.3, dy / size * LETTER_MM * 1.3)
        drawing.notes.append(Note(name, corners[name], LETTER_MM, shift_mm=shift))


def _family_points(result: StructureResult, corners: dict[str, Place]) -> tuple[XY, ...]:
    """A family's outline; the corners of a vanished wall are one."""
    points: list[XY] = []
    for name in result.corners:
        point = xy(corners[name])
        if not points or point != points[-1]:
            points.append(point)
    return tuple(points)


def _area(points: list[XY]) -> float:
    return sum(ax * by - bx * ay for (ax, ay), (bx, by) in zip(points, [*points[1:], points[0]], strict=True)) / 2


def looks_of(layers: Iterable[str]) -> dict[str, Look]:
    """The look of every layer."""
    return {layer: LOOKS.get(layer, LOOKS["FAMILY"]) for layer in layers}
