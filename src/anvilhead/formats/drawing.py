"""The plan as lines and texts: one drawing that is written as DXF, SVG and PDF alike.

Places are plan millimetres; heights of texts and weights of lines are millimetres on paper, so that a drawing
reads the same at any scale.
"""

import math
import re
from collections.abc import Iterable
from dataclasses import dataclass, field
from itertools import pairwise

from anvilhead.core.boards.batter_board import BoardStyle
from anvilhead.core.messages.spoken import spoken
from anvilhead.core.units.units import Units
from anvilhead.jobfile.results.plan_results import BoardResult
from anvilhead.jobfile.results.result_parts import Place
from anvilhead.jobfile.results.results import StructureResult

XY = tuple[float, float]


@dataclass(frozen=True, slots=True)
class Look:
    """How a layer is drawn on paper: line weight and dashes (empty for solid), millimetres."""

    weight_mm: float
    dash_mm: tuple[float, ...] = ()


LOOKS = {
    "WALL FACE": Look(0.6),
    "FAMILY": Look(0.25, (4.0, 1.5)),
    "INNER": Look(0.25, (6.0, 1.5, 1.0, 1.5)),
    "STRINGS": Look(0.18),
    "BOARDS": Look(1.4),
    "NAILS": Look(0.3),
    "STAKES": Look(0.3),
    "TEXT": Look(0.2),
}
"""Families share a look; each has a layer of its own name."""

LETTER_MM, NUMBER_MM, SMALL_MM = 6.0, 4.2, 3.2
"""Heights of corner letters, of lengths, and of names on paper: read in gloves at arm's length."""

SCALES = (10, 20, 25, 50, 75, 100, 150, 200, 250, 500, 750, 1000, 1500, 2000, 2500, 5000, 10_000)
FOOT_SCALES = (12, 16, 24, 32, 48, 64, 96, 128, 192, 384, 480, 600, 960, 1200, 2400, 4800, 12_000)
"""Common scales of metric drawings, and of drawings in inches to the foot and feet to the inch."""


@dataclass(frozen=True, slots=True)
class Stroke:
    """Points joined by straight lines."""

    layer: str
    points: tuple[XY, ...]
    closed: bool = False


@dataclass(frozen=True, slots=True)
class Dot:
    """A nail or a crossing."""

    layer: str
    at: XY


@dataclass(frozen=True, slots=True)
class Note:
    """A text, its middle at a place moved by some paper millimetres; turned anticlockwise."""

    text: str
    at: XY
    height_mm: float
    turn_deg: float = 0.0
    shift_mm: XY = (0.0, 0.0)


@dataclass
class Drawing:
    """Strokes, dots and notes of one plan."""

    strokes: list[Stroke] = field(default_factory=list)
    dots: list[Dot] = field(default_factory=list)
    notes: list[Note] = field(default_factory=list)

    @property
    def box(self) -> tuple[float, float, float, float]:
        """Least and largest x and y of all that is drawn, millimetres."""
        points = [point for stroke in self.strokes for point in stroke.points] + [dot.at for dot in self.dots]
        xs, ys = [x for x, _ in points], [y for _, y in points]
        return min(xs), min(ys), max(xs), max(ys)


def scale_for(drawing: Drawing, width_mm: float, height_mm: float, units: Units, room_mm: float = 14.0) -> int:
    """The largest common scale at which a drawing, and room for its texts, fits on paper."""
    left, bottom, right, top = drawing.box
    needed = max((right - left) / (width_mm - 2 * room_mm), (top - bottom) / (height_mm - 2 * room_mm))
    scales = FOOT_SCALES if units is Units.FT_IN else SCALES
    return next((scale for scale in scales if scale >= needed), math.ceil(needed / 1000) * 1000)


def layer_of(name: str) -> str:
    """A family's name as a layer: capitals, digits, spaces and dashes."""
    return re.sub(r"[^A-Z0-9 -]+", " ", name.upper()).strip() or "LINE"


def plan_drawing(result: StructureResult, *, boards: bool = True, families: bool = True) -> Drawing:
    """Draw a structure: its walls and lengths, families, inner lines, what is marked, boards and strings."""
    drawing = Drawing()
    corners = {name: _xy(place) for name, place in result.corners.items()}
    drawing.strokes.append(Stroke("WALL FACE", tuple(corners.values()), result.closed))
    if families:
        for family in result.lines[1:]:
            ends = _family_points(result, family.corners)
            drawing.strokes.append(Stroke(layer_of(family.family), ends, result.closed))
    for line in result.inner.lines:
        for stretch in line.stretches:
            drawing.strokes.append(Stroke("INNER", (_xy(stretch.start), _xy(stretch.end))))
            drawing.notes.append(Note(line.name, _xy(stretch.start), SMALL_MM, shift_mm=(4, 3)))
    drawing.dots += [Dot("INNER", _xy(point)) for point in result.inner.points]
    _draw_marks(drawing, result)
    if boards:
        _draw_boards(drawing, result)
    _draw_numbers(drawing, result, corners)
    return drawing


def _draw_marks(drawing: Drawing, result: StructureResult) -> None:
    """Named places, the posts of a fence where their holes go, gates between theirs, what nothing may hit."""
    for name, place in result.places.items():
        drawing.dots.append(Dot("PLACES", _xy(place)))
        drawing.notes.append(Note(name, _xy(place), SMALL_MM, shift_mm=(4, 3)))
    for obstacle in result.obstacles:
        drawing.strokes.append(Stroke("OBSTACLES", (_xy(obstacle.start), _xy(obstacle.end))))
        drawing.notes.append(Note(obstacle.name, _xy(obstacle.start), SMALL_MM, shift_mm=(4, -4)))
    for side in result.forms.sides if result.forms else ():
        drawing.dots += [Dot("FORM STAKES", _xy(stake)) for stake in side.stakes_at]
    if result.forms:
        drawing.strokes.append(Stroke("FORMS", tuple(_xy(point) for point in result.forms.outline), closed=True))
    if result.fence is None:
        return
    holes = [_xy(post.centre) for post in result.fence.posts]
    for number, hole in enumerate(holes, 1):
        drawing.dots.append(Dot("POSTS", hole))
        drawing.notes.append(Note(str(number), hole, SMALL_MM, shift_mm=(0, 4)))
    for bay, ends in zip(result.fence.bays, pairwise(holes), strict=True):
        drawing.strokes.append(Stroke("GATES" if bay.gate else "FENCE", ends))


def _draw_boards(drawing: Drawing, result: StructureResult) -> None:
    nails = {board.board: _xy(board.nail) for board in result.boards}
    for board in result.boards:
        if board.through:
            continue
        if board.style is not BoardStyle.STAKES:
            drawing.strokes.append(Stroke("BOARDS", tuple(_xy(end) for end in board.ends)))
        drawing.dots.append(Dot("NAILS", nails[board.board]))
        shift = _name_shift(board, result.corners[board.corner])
        drawing.notes.append(Note(spoken(board.board), nails[board.board], SMALL_MM, 0.0, shift))
    drawing.dots += [Dot("STAKES", _xy(stake.place)) for stake in result.stakes_at]
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
        point = _xy(corners[name])
        if not points or point != points[-1]:
            points.append(point)
    return tuple(points)


def _area(points: list[XY]) -> float:
    return sum(ax * by - bx * ay for (ax, ay), (bx, by) in zip(points, [*points[1:], points[0]], strict=True)) / 2


def _xy(place: Place) -> XY:
    return place.x_mm, place.y_mm


def looks_of(layers: Iterable[str]) -> dict[str, Look]:
    """The look of every layer."""
    return {layer: LOOKS.get(layer, LOOKS["FAMILY"]) for layer in layers}
