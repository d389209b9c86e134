"""How far boards must stand back so that the dig does not take them, and what they would run into."""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from anvilhead.core.boards.batter_board import Board, BoardStyle
from anvilhead.core.boards.board_face import BOARD_MARGIN_MM, BoardFace, face_of
from anvilhead.core.geometry.footprint import Footprint, Side
from anvilhead.core.geometry.point import Point
from anvilhead.core.geometry.stretch import Box, reaches, touching_pairs
from anvilhead.core.plan.line_family import LineFamily
from anvilhead.core.units.tolerances import COINCIDENT_MM, STRAIGHT_RAD


@dataclass(frozen=True, slots=True)
class Dig:
    """The cut beside the building.

    Attributes:
        depth_mm: how deep.
        slope: run of the cut's side for each unit of depth; 0 stands upright.
        working_mm: room between the top of the cut and the boards.
    """

    depth_mm: float
    slope: float
    working_mm: float

    @property
    def run_mm(self) -> float:
        """How far the top of the cut lies beyond its foot, millimetres."""
        return self.depth_mm * self.slope


@dataclass(frozen=True, slots=True)
class SetbackNeed:
    """Why a board must stand as far beyond its corner as it must, millimetres.

    Attributes:
        edge_mm: from the corner along the line to the outermost line of the other side (dig or footing edge).
        run_mm: top of the cut beyond that; working_mm: room to work beyond that.
        needed_mm: the sum.
    """

    board: str
    edge_mm: float
    run_mm: float
    working_mm: float
    needed_mm: float


def setback_needs(
    footprint: Footprint, boards: Sequence[Board], families: Sequence[LineFamily], dig: Dig
) -> list[SetbackNeed]:
    """The setback every board needs, in the order of the boards.

    A board stands on its own line beyond the corner, so it is the other side's cut that could take it; at a
    slanting corner everything square to that side is longer along the line, and one end of the board comes nearer to
    that cut than its nail.
    """
    others = {}
    for before, after in footprint.joints:
        others[before.name, after.start] = after.name
        others[after.name, after.start] = before.name
    needs = []
    for board in boards:
        other = others.get((board.line, board.corner))
        turn = footprint.turns_rad.get(board.corner, math.pi / 2)
        slant = abs(math.sin(turn))
        if other is None or abs(turn) < STRAIGHT_RAD or slant < math.sin(STRAIGHT_RAD):
            edge, slant = 0.0, 1.0
        else:
            offsets = [family.offset_of(other) for family in families]
            edge = max(0.0, max(offsets) if turn > 0 else -min(offsets))
            edge += _nearer_mm(board, footprint.sides_by_name[other], face_of(footprint, board, families))
        parts = (edge / slant, dig.run_mm / slant, dig.working_mm / slant)
        needs.append(SetbackNeed(board.name, *parts, sum(parts)))
    return needs


def _nearer_mm(board: Board, other: Side, face: BoardFace) -> float:
    """How much nearer to the other side's line an end of a board is than its nail, square to that line."""
    if board.style is BoardStyle.STAKES:
        return 0.0
    away = board.outward - other.direction * board.outward.dot(other.direction)
    lean = board.inward.dot(away.unit())
    over = max(BOARD_MARGIN_MM, (face.length_mm - face.nails[-1].running_mm) / 2)
    ends = (face.nails[0].from_wall_mm - over, face.nails[-1].from_wall_mm + over)
    nearer = max(0.0, -min(end * lean for end in ends))
    return nearer if nearer > COINCIDENT_MM else 0.0


@dataclass(frozen=True, slots=True)
class BoardClash:
    """A board that stands where something else is or will be: the name of what it meets."""

    board: str
    meets: str


def clashes(
    boards: Sequence[Board], spans: Mapping[str, tuple[Point, Point]], obstacles: Mapping[str, Footprint]
) -> list[BoardClash]:
    """Boards that touch an outline, stand inside it, or cross each other.

    Args:
        boards: the boards.
        spans: both ends of each board.
        obstacles: outlines by name: this footprint, other structures (closed), boundaries (open lines).
    """
    found = []
    for name, outline in obstacles.items():
        walls = [side.stretch for side in outline.sides]
        stretches = [spans[board.name] for board in boards]
        touching = {i for i, j in touching_pairs(stretches + walls) if i < len(boards) <= j}
        for i, board in enumerate(boards):
            if i in touching or (outline.closed and outline.contains(board.nail)):
                found.append(BoardClash(board.name, name))
    for i, j in touching_pairs([spans[board.name] for board in boards]):
        if boards[i].corner != boards[j].corner:
            found += [BoardClash(boards[i].name, boards[j].name), BoardClash(boards[j].name, boards[i].name)]
    return found


@dataclass(frozen=True, slots=True)
class Trench:
    """What is dug along one side: across from `inner_mm` to `outer_mm`, outward positive, and beyond its ends."""

    side: Side
    outward: Point
    inner_mm: float
    outer_mm: float
    before_mm: float
    after_mm: float

    @property
    def outline(self) -> list[Point]:
        """Its four corners."""
        start = self.side.start_point - self.side.direction * self.before_mm
        end = self.side.end_point + self.side.direction * self.after_mm
        return [point + self.outward * mm for point in (start, end) for mm in (self.inner_mm, self.outer_mm)]

    def takes(self, one: Point, other: Point) -> bool:
        """Whether a stretch lies in it, wholly or in part."""
        origin, direction = self.side.start_point, self.side.direction
        from_one, from_other = one - origin, other - origin
        along = (from_one.dot(direction), from_other.dot(direction))
        across = (from_one.dot(self.outward), from_other.dot(self.outward))
        least, most = 0.0, 1.0
        for (start, end), low, high in (  # what of the stretch lies between both edges, as shares of it
            (across, self.inner_mm + COINCIDENT_MM, self.outer_mm - COINCIDENT_MM),
            (along, COINCIDENT_MM - self.before_mm, self.side.length_mm + self.after_mm - COINCIDENT_MM),
        ):
            if start == end:
                if not low < start < high:
                    return False
                continue
            first, second = (low - start) / (end - start), (high - start) / (end - start)
            least, most = max(least, min(first, second)), min(most, max(first, second))
            if least >= most:
                return False
        return True


def trenches(footprint: Footprint, families: Sequence[LineFamily], dig: Dig | None) -> list[Trench]:
    """What is dug along every side: from the innermost to the outermost of its lines, and the slope of the cut."""
    run = dig.run_mm if dig else 0.0
    edges = {}
    for side in footprint.sides:
        offsets = [family.offset_of(side.name) for family in families]
        edges[side.name] = (min(offsets) - run, max(offsets) + run)
    beyond = dict.fromkeys(((side.name, corner) for side in footprint.sides for corner in side.corners), 0.0)
    for before, after in footprint.joints:
        turn = footprint.turns_rad.get(after.start, math.pi / 2)
        slant = abs(math.sin(turn))
        if slant < math.sin(STRAIGHT_RAD):
            continue
        for one, other in ((before, after), (after, before)):
            inner, outer = edges[other.name]
            beyond[one.name, after.start] = (outer if turn > 0 else -inner) / slant
    return [
        Trench(
            side,
            footprint.inward(side) * -1,
            *edges[side.name],
            before_mm=beyond[side.name, side.start],
            after_mm=beyond[side.name, side.end],
        )
        for side in footprint.sides
        if edges[side.name][1] - edges[side.name][0] > COINCIDENT_MM
    ]


def boards_in(
    boards: Sequence[Board], spans: Mapping[str, tuple[Point, Point]], dug: Sequence[Trench]
) -> list[BoardClash]:
    """Boards that stand in what is dug along a side, by the name of that side."""
    boxes = [(trench, Box.around(trench.outline)) for trench in dug]
    return [
        BoardClash(board.name, trench.side.name)
        for board in boards
        for own in [Box.around(spans[board.name])]
        for trench, box in boxes
        if box.meets(own) and trench.takes(*spans[board.name])
    ]


def carried_mm(
    footprint: Footprint,
    board: Board,
    face: BoardFace,
    families: Sequence[LineFamily],
    dig: Dig | None,
    room_mm: float,
) -> float | None:
    """Setback at which a board stands clear beyond the far side, millimetres; None when its line meets no other side.

    Args:
        footprint: the planned outline.
        board: the board to carry on.
        face: the same, face-on.
        families: every family.
        dig: the cut, if there is one.
        room_mm: room beyond the far side's outermost line and its cut.
    """
    corner, (out_x, out_y) = footprint.corners[board.corner], (board.outward.x, board.outward.y)
    beside = [out_x * (p.y - corner.y) - out_y * (p.x - corner.x) for p in footprint.points]
    far: list[float] = []
    for at, side in enumerate(footprint.sides):
        if beside[at] * beside[(at + 1) % len(beside)] > 0 or board.corner in side.corners:
            continue  # both its ends lie to one side of the board's line
        found = reaches(corner, board.outward, side.start_point, side.direction, math.sin(STRAIGHT_RAD))
        if found and found[0] > 0 and 0 <= found[1] <= side.length_mm:
            sine = abs(board.outward.cross(side.direction))
            outer = max(0.0, *(family.offset_of(side.name) for family in families)) + (dig.run_mm if dig else 0.0)
            far.append(found[0] + (outer + room_mm + _nearer_mm(board, side, face)) / sine)
    return max(far, default=None)
