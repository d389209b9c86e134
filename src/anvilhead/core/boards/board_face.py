"""A board seen face-on: a nail or kerf for every line it carries, as running distances from the first nail.

The first nail is that of the outermost line; the others follow inward along the board.  A board that stands
square to its line shows the offsets of the families as they are; one across a corner shows them longer.
"""

from collections.abc import Sequence
from dataclasses import dataclass

from anvilhead.core.boards.batter_board import Board
from anvilhead.core.boards.family_boards import along_board_mm
from anvilhead.core.geometry.footprint import Footprint
from anvilhead.core.geometry.point import Point
from anvilhead.core.plan.line_family import LineFamily

BOARD_MARGIN_MM = 152.4
"""Board beyond its outermost and its innermost nail: 6 inches, room for a stake and a nail to be moved."""

LEAST_BOARD_MM = 914.4
"""A board is at least 3 ft: shorter ones cannot be levelled by a spirit level, nor braced."""


@dataclass(frozen=True, slots=True)
class FaceNail:
    """A nail on a board.

    Attributes:
        family: the line it carries.
        line: name of the wall line it runs beside.
        running_mm: along the board from its first nail.
        from_wall_mm: along the board from the nail of the wall face, positive inward.
        point: where it is on the plan.
    """

    family: str
    line: str
    running_mm: float
    from_wall_mm: float
    point: Point


@dataclass(frozen=True, slots=True)
class BoardFace:
    """A board face-on: its nails from the outermost inward, and how long it must be for them, millimetres.

    `inside_left`: whoever stands outside at the board and faces the building has the inside to the left, so that the
    outermost nail is at the right end; at the other end of the same wall it is the other way round.
    """

    board: str
    nails: tuple[FaceNail, ...]
    length_mm: float
    inside_left: bool


def face_of(footprint: Footprint, board: Board, families: Sequence[LineFamily]) -> BoardFace:
    """The nails of one board.

    Args:
        footprint: the planned outline.
        board: the board.
        families: every family, the wall face among them.
    """
    places = sorted(
        (along_board_mm(footprint, board, family.offset_of(board.line)), family.name) for family in families
    )
    first = places[0][0]
    nails = tuple(FaceNail(name, board.line, at - first, at, board.nail + board.inward * at) for at, name in places)
    length = max(LEAST_BOARD_MM, nails[-1].running_mm + 2 * BOARD_MARGIN_MM)
    facing = board.outward * -1
    return BoardFace(board.name, nails, length, inside_left=board.inward.dot(facing.left()) > 0)
