"""From corners to hands: which nail to move how far, and the shortest order that brings the strings in.

Strings are compared with the plan where they cross their boards, because that is where hands can move them: a
board stands beyond the corner, so its nail moves by another amount than the corner does.
"""

from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass, replace
from enum import StrEnum

from anvilhead.core.boards.batter_board import Board, string_crossing
from anvilhead.core.boards.board_stand import strings_of
from anvilhead.core.geometry.footprint import Footprint
from anvilhead.core.geometry.point import Point
from anvilhead.core.units.errors import GeometryError
from anvilhead.core.units.tolerances import SMALLEST_MOVE_MM

Corners = Mapping[str, Point]


class Hands(StrEnum):
    """What hands take hold of."""

    NAILS = "nails"
    """Nails, or kerfs, on batter boards."""
    STAKES = "stakes"
    """Line stakes: driven again beside their old place."""
    FORMS = "forms"
    """The corners of a form frame: pushed, then pinned."""


@dataclass(frozen=True, slots=True)
class Move:
    """How far to move the nail on a board: positive is inward, 0 when finer than a hand can set."""

    board: Board
    inward_mm: float


@dataclass(frozen=True, slots=True)
class Reads:
    """What a tape between two corners then reads, millimetres."""

    start: str
    end: str
    length_mm: float


@dataclass(frozen=True, slots=True)
class Push:
    """How far to push a form corner.

    Attributes:
        corner: which; toward, along_mm: toward the neighbouring corner along their form, 0 when it stays.
        line, inward_mm: square to that form, positive toward the inside.
        until: tapes to watch, of a frame that is pushed one corner at a time.
    """

    corner: str
    toward: str
    along_mm: float
    line: str
    inward_mm: float
    until: tuple[Reads, ...] = ()


@dataclass(frozen=True, slots=True)
class Order:
    """What hands are told.

    Attributes:
        hands: what they take hold of.
        moves: nails or stakes to move, as one walks round; pushes: form corners.
        left: boards left alone although their string is a little off: moving them gains nothing that counts.
        corners: where everything will be afterwards.
        worst_mm: farthest that a corner will then be from its plan.
    """

    hands: Hands
    moves: tuple[Move, ...]
    pushes: tuple[Push, ...]
    left: tuple[Move, ...]
    corners: dict[str, Point]
    worst_mm: float


def moves_for(
    footprint: Footprint, boards: Sequence[Board], corners: Corners, standing: Collection[str] = ()
) -> tuple[Move, ...]:
    """Nail moves at every board that bring every string to its plan; a string that misses its board has none.

    Args:
        footprint: the planned outline.
        boards: of every side.
        corners: where they are.
        standing: sides of concrete that is there: nothing of theirs is moved.
    """
    ends = {side.name: (corners[side.start], corners[side.end]) for side in footprint.sides}
    moves: list[Move] = []
    for board in boards:
        try:
            inward = -board.crossing_mm(*ends[board.line])
        except GeometryError:
            continue
        stays = board.line in standing or abs(inward) < SMALLEST_MOVE_MM
        moves.append(Move(board, 0.0 if stays else inward))
    return tuple(moves)


class Strings:
    """The strings of a footprint as they lie now, on nails that can be moved one by one.

    Walls in one line hang on one string, over the outermost of their corners; the boards it runs over have no nail.
    """

    def __init__(self, footprint: Footprint, corners: Corners, boards: Sequence[Board]) -> None:
        self.footprint = footprint
        self.nails: dict[str, Point] = {}
        self._ends: dict[str, tuple[str, str]] = {}
        named = {board.end: board for board in boards}
        for run in strings_of(footprint):
            ends = [named[name] for name in run.boards]
            for board in ends:
                crossing = board.crossing_mm(corners[ends[0].corner], corners[ends[1].corner])
                self.nails[board.end] = board.nail + board.inward * crossing
            along = ends[1].nail - ends[0].nail
            for line in run.lines:
                with_it = footprint.sides_by_name[line].direction.dot(along) > 0
                self._ends[line] = run.boards if with_it else (run.boards[1], run.boards[0])
        self._joints = {leaving.start: (before.name, leaving.name) for before, leaving in footprint.joints}

    def move(self, board: Board, inward_mm: float) -> None:
        """Move a nail along its board; a board that a string runs over has none."""
        if board.end in self.nails:
            self.nails[board.end] = self.nails[board.end] + board.inward * inward_mm

    def to_plan_mm(self, board: Board) -> float:
        """How far inward a nail must move to hang its string as planned, millimetres."""
        return (board.nail - self.nails[board.end]).dot(board.inward)

    def crossing(self, corner: str) -> Point | None:
        """Where the two strings of a corner cross; None at the end of an open line, and on a straight wall."""
        joint = self._joints.get(corner)
        if joint is None:
            return None
        try:
            return string_crossing(self.string(joint[0]), self.string(joint[1]))
        except GeometryError:
            return None

    def corners(self) -> dict[str, Point]:
        """Every corner; one on a straight wall stays at its plan, the ends of an open line are marked last of all."""
        after = {}
        for name, planned in self.footprint.corners.items():
            crossing = self.crossing(name)
            if crossing is not None:
                after[name] = crossing
            elif name in self._joints:
                after[name] = planned
        for side in self.footprint.sides:
            along = (self.string(side.name)[1] - self.string(side.name)[0]).unit()
            near = side.start_point if side.start not in after and side.end not in after else None
            if side.start not in after:
                after[side.start] = near or after[side.end] - along * side.length_mm
            if side.end not in after:
                after[side.end] = after[side.start] + along * side.length_mm
        return {name: after[name] for name in self.footprint.names}

    def string(self, line: str) -> tuple[Point, Point]:
        """Both nails of the string beside a wall, in the order walked."""
        one, other = self._ends[line]
        return self.nails[one], self.nails[other]


def _hung(strings: Strings, moves: Sequence[Move]) -> list[Move]:
    """Moves of the nails there are: where one string hangs over several walls, of that string."""
    shared = {name for run in strings_of(strings.footprint) if len(run.lines) > 1 for name in run.boards}
    hung = []
    for move in moves:
        if move.board.end in shared:
            inward = strings.to_plan_mm(move.board)
            hung.append(replace(move, inward_mm=inward if abs(inward) >= SMALLEST_MOVE_MM else 0.0))
        elif move.board.end in strings.nails:
            hung.append(move)
    return hung


def corners_after(footprint: Footprint, corners: Corners, moves: Sequence[Move]) -> dict[str, Point]:
    """Where the strings cross once each nail has been moved as told; planned corners where strings are lost."""
    if len(moves) < 2 * len(footprint.sides):
        return dict(footprint.corners)
    strings = Strings(footprint, corners, [move.board for move in moves])
    for move in _hung(strings, moves):
        strings.move(move.board, move.inward_mm)
    return strings.corners()


def order_for(
    footprint: Footprint, corners: Corners, moves: Sequence[Move], tolerance_mm: float, hands: Hands
) -> Order:
    """The fewest moves that bring every corner well within tolerance: half of it, so that reading errors fit beside.

    The smallest moves are left out one by one while neither corner of their string suffers; a nail left alone is
    one less disturbed.
    """
    if hands is Hands.FORMS:
        return Order(hands, (), tuple(_pushes(footprint, corners)), (), dict(footprint.corners), 0.0)
    strings = Strings(footprint, corners, [move.board for move in moves])
    moves = _hung(strings, moves)
    for move in moves:
        strings.move(move.board, move.inward_mm)
    near = tolerance_mm / 2
    left = []
    for move in sorted((m for m in moves if m.inward_mm), key=lambda one: abs(one.inward_mm)):
        side = footprint.sides_by_name[move.board.line]
        strings.move(move.board, -move.inward_mm)
        if all(_off(footprint, strings, corner) <= near for corner in (side.start, side.end)):
            left.append(move)
        else:
            strings.move(move.board, move.inward_mm)
    after = strings.corners()
    return Order(
        hands,
        tuple(move for move in moves if move.inward_mm and move not in left),
        (),
        tuple(left),
        after,
        max(point.distance_to(after[name]) for name, point in footprint.corners.items()),
    )


def _off(footprint: Footprint, strings: Strings, corner: str) -> float:
    """How far a corner's strings cross from its plan; where only one string passes, how far that is beside it."""
    crossing = strings.crossing(corner)
    if crossing is not None:
        return crossing.distance_to(footprint.corners[corner])
    planned = footprint.corners[corner]
    beside = []
    for side in footprint.sides_at(corner):
        first, second = strings.string(side.name)
        beside.append(abs((second - first).unit().cross(planned - first)))
    return max(beside)


def _pushes(footprint: Footprint, corners: Corners) -> list[Push]:
    """Every form corner that is off, as a push along one of its forms and one square to it."""
    ends = [(side, side.start, side.end) for side in footprint.sides]
    if not footprint.closed:
        last = footprint.sides[-1]
        ends.append((last, last.end, last.start))
    pushes = []
    for side, corner, toward in ends:
        off = footprint.corners[corner] - corners[corner]
        along = off.dot((footprint.corners[toward] - footprint.corners[corner]).unit())
        inward = off.dot(footprint.inward(side))
        along, inward = (mm if abs(mm) >= SMALLEST_MOVE_MM else 0.0 for mm in (along, inward))
        if along or inward:
            pushes.append(Push(corner, toward, along, side.name, inward))
    return pushes
