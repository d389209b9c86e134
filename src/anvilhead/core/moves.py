"""From corners to hands: which nail to move how far, and the shortest order that brings the strings in.

Strings are compared with the plan where they cross their boards, because that is where hands can move them: a
board stands beyond the corner, so its nail moves by another amount than the corner does.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from enum import StrEnum

from anvilhead.core.batter_board import Board, BoardLayout, boards_for, string_crossing
from anvilhead.core.errors import GeometryError
from anvilhead.core.footprint import Footprint
from anvilhead.core.point import Point
from anvilhead.core.tolerances import SMALLEST_MOVE_MM

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
class Push:
    """How far to push a form corner.

    Attributes:
        corner: which; toward, along_mm: toward the neighbouring corner along their form, 0 when it stays.
        line, inward_mm: square to that form, positive toward the inside.
    """

    corner: str
    toward: str
    along_mm: float
    line: str
    inward_mm: float


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


def moves_for(footprint: Footprint, layout: BoardLayout, corners: Corners) -> tuple[Move, ...]:
    """Nail moves at every board that bring every string to its plan; a string that misses its board has none."""
    ends = {side.name: (corners[side.start], corners[side.end]) for side in footprint.sides}
    moves: list[Move] = []
    for board in boards_for(footprint, layout):
        try:
            inward = -board.crossing_mm(*ends[board.line])
        except GeometryError:
            continue
        moves.append(Move(board, inward if abs(inward) >= SMALLEST_MOVE_MM else 0.0))
    return tuple(moves)


def corners_after(footprint: Footprint, corners: Corners, moves: Sequence[Move]) -> dict[str, Point]:
    """Where the strings cross once each nail has been moved as told."""
    nails: dict[str, list[Point]] = {}
    for move in moves:
        side = footprint.sides_by_name[move.board.line]
        crossing = move.board.crossing_mm(corners[side.start], corners[side.end])
        nail = move.board.nail + move.board.inward * (crossing + move.inward_mm)
        nails.setdefault(move.board.line, []).append(nail)
    strings = {
        side.name: (nails[side.name][0], nails[side.name][1])
        if len(nails.get(side.name, ())) == 2
        else (side.start_point, side.end_point)
        for side in footprint.sides
    }
    after: dict[str, Point] = {}
    for before, leaving in footprint.joints:
        try:
            after[leaving.start] = string_crossing(strings[before.name], strings[leaving.name])
        except GeometryError:  # a corner on a straight wall: nothing but the plan says where along it
            after[leaving.start] = leaving.start_point
    for side in footprint.sides:  # the ends of an open line are marked on their string, last of all
        along = (strings[side.name][1] - strings[side.name][0]).unit()
        near = side.start_point if side.start not in after and side.end not in after else None
        if side.start not in after:
            after[side.start] = near or after[side.end] - along * side.length_mm
        if side.end not in after:
            after[side.end] = after[side.start] + along * side.length_mm
    return {name: after[name] for name in footprint.names}


def order_for(
    footprint: Footprint, corners: Corners, moves: Sequence[Move], tolerance_mm: float, hands: Hands
) -> Order:
    """The fewest moves that bring every corner well within tolerance: half of it, so that reading errors fit beside.

    The smallest moves are left out one by one while no corner suffers; a nail left alone is one less disturbed.
    """
    if hands is Hands.FORMS:
        after = dict(footprint.corners)
        return Order(hands, (), tuple(_pushes(footprint, corners)), (), after, 0.0)
    wanted = [move for move in moves if move.inward_mm]
    kept = list(moves)
    best = _worst_mm(footprint, corners_after(footprint, corners, kept))
    for move in sorted(wanted, key=lambda one: abs(one.inward_mm)):
        without = [replace(one, inward_mm=0.0) if one is move else one for one in kept]
        worst = _worst_mm(footprint, corners_after(footprint, corners, without))
        if worst <= max(tolerance_mm / 2, best):
            kept = without
    told = {move.board.name for move in kept if move.inward_mm}
    after = corners_after(footprint, corners, kept)
    return Order(
        hands,
        tuple(move for move in kept if move.inward_mm),
        (),
        tuple(move for move in wanted if move.board.name not in told),
        after,
        _worst_mm(footprint, after),
    )


def _worst_mm(footprint: Footprint, corners: Corners) -> float:
    return max(point.distance_to(corners[name]) for name, point in footprint.corners.items())


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
