"""The nails of one family on the boards that stand: every board carries a nail for each line beside its wall."""

from collections.abc import Sequence
from dataclasses import replace

from anvilhead.core.boards.batter_board import Board
from anvilhead.core.geometry.footprint import Footprint
from anvilhead.core.plan.family_footprint import FamilyFootprint


def family_boards(footprint: Footprint, boards: Sequence[Board], found: FamilyFootprint) -> tuple[Board, ...]:
    """Boards with the nails of a family in place of the wall's; those of a wall that has vanished carry none.

    Args:
        footprint: the wall's outline, and its boards.
        boards: with the nail of the wall.
        found: the family.
    """
    lines = found.footprint.sides_by_name
    return tuple(
        replace(
            board,
            corner=found.corner(board.corner),
            beyond=board.corner if board.corner in found.alias else "",
            nail=board.nail + board.inward * along_board_mm(footprint, board, found.family.offset_of(board.line)),
        )
        for board in boards
        if board.line in lines
    )


def along_board_mm(footprint: Footprint, board: Board, offset_mm: float) -> float:
    """How far inward along a board the nail is of a line that runs beside its wall; more where it stands aslant.

    Args:
        footprint: the wall's outline.
        board: the board.
        offset_mm: of the line, positive outward.
    """
    return -offset_mm / board.inward.dot(footprint.inward(footprint.sides_by_name[board.line]))
