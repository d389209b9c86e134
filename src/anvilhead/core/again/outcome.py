"""What became of the moves: the next round against what the last one said it would read.

A nail moved the wrong way, by the wrong amount or not at all, and a stake that gave, each leave their own mark where
the string crosses its board.  When the whole set-out has turned or shifted against what was held, it is the held
line that moved, and no nail need be accused.
"""

import math
from collections.abc import Mapping
from dataclasses import dataclass
from enum import StrEnum

from anvilhead.core.adjust.adjustment import Ellipse
from anvilhead.core.adjust.hold import Hold, HoldKind, laid_corners
from anvilhead.core.boards.batter_board import Board
from anvilhead.core.check.squaring import SquareCheck
from anvilhead.core.geometry.footprint import Footprint
from anvilhead.core.geometry.point import Point
from anvilhead.core.moves.moves import Hands
from anvilhead.core.units.errors import GeometryError
from anvilhead.core.units.tolerances import SMALLEST_MOVE_MM

SURE_SIGMAS = 2.5
"""A nail is accused when it is farther off what was told than this many standard deviations, and than 1/8 inch."""


class Happened(StrEnum):
    """What a nail seems to have done."""

    AS_TOLD = "as-told"
    NOT_MOVED = "not-moved"
    WRONG_WAY = "wrong-way"
    WRONG_AMOUNT = "wrong-amount"
    GAVE = "gave"


@dataclass(frozen=True, slots=True)
class NailOutcome:
    """One nail: told and moved are inward, millimetres; allowed is how far the two may differ by random errors."""

    board: Board
    told_mm: float
    moved_mm: float
    allowed_mm: float
    happened: Happened


@dataclass(frozen=True, slots=True)
class Outcome:
    """What became of a round's moves.

    Attributes:
        nails: every board whose string was known before and is now.
        held_moved_mm: how far the held line itself seems to have moved; None when it did not.
        largest_mm: farthest that a corner is from where it was predicted.
    """

    nails: tuple[NailOutcome, ...]
    held_moved_mm: float | None
    largest_mm: float

    @property
    def odd(self) -> tuple[NailOutcome, ...]:
        """Nails that did not do as told, the farthest first."""
        off = [nail for nail in self.nails if nail.happened is not Happened.AS_TOLD]
        return tuple(sorted(off, key=lambda nail: -abs(nail.moved_mm - nail.told_mm)))


def outcome_of(footprint: Footprint, before: SquareCheck, now: SquareCheck) -> Outcome | None:
    """Compare a round with what the one before predicted.

    None when either left the strings unknown, when forms were pushed, or when nothing is held: the best fit shares one
    nail's error out over all, and would accuse those that did as told.
    """
    if before.order is None or not now.moves or now.network.hold.kind is HoldKind.BEST_FIT:
        return None
    if before.order.hands is Hands.FORMS:  # corners were pushed: there are no nails to ask about
        return None
    nails = _nails(footprint, before, now, now.laid.corners)
    predicted = before.order.corners
    largest = max(predicted[name].distance_to(now.laid.corners[name]) for name in footprint.names)
    return Outcome(tuple(nails), _held_moved(footprint, before, now, nails), largest)


def _nails(
    footprint: Footprint, before: SquareCheck, now: SquareCheck, corners: Mapping[str, Point]
) -> list[NailOutcome]:
    """What every nail did, with the strings of now through these corners."""
    told = {move.board.name: move.inward_mm for move in before.order.moves} if before.order else {}
    nails = []
    for move in before.moves:
        board = move.board
        side = footprint.sides_by_name[board.line]
        ends = (side.start, side.end)
        try:
            was, is_ = (board.crossing_mm(*(at[name] for name in ends)) for at in (before.laid.corners, corners))
        except GeometryError:
            continue
        sigma = math.hypot(*(_crossing_sigma(footprint, board, c.laid.ellipses) for c in (before, now)))
        allowed = max(SURE_SIGMAS * sigma, 4 * SMALLEST_MOVE_MM)
        asked = told.get(board.name, 0.0)
        nails.append(NailOutcome(board, asked, is_ - was, allowed, _happened(asked, is_ - was, allowed)))
    return nails


def _happened(told: float, moved: float, allowed: float) -> Happened:
    if abs(moved - told) <= allowed:
        return Happened.AS_TOLD
    if not told:
        return Happened.GAVE
    if abs(moved) <= allowed:
        return Happened.NOT_MOVED
    return Happened.WRONG_WAY if abs(moved + told) <= allowed else Happened.WRONG_AMOUNT


def _crossing_sigma(footprint: Footprint, board: Board, ellipses: Mapping[str, Ellipse | None]) -> float:
    """Standard deviation of where a string crosses its board: its corner's, and a share of the other's."""
    side = footprint.sides_by_name[board.line]
    other = side.end if board.corner == side.start else side.start
    beyond = (board.nail - footprint.corners[board.corner]).length() / side.length_mm
    across = side.direction.left()
    return math.hypot((1 + beyond) * _along(ellipses[board.corner], across), beyond * _along(ellipses[other], across))


def _along(ellipse: Ellipse | None, direction: Point) -> float:
    """Standard deviation along a direction."""
    return math.inf if ellipse is None else ellipse.sigma_along_mm(direction)


def _held_moved(footprint: Footprint, before: SquareCheck, now: SquareCheck, nails: list[NailOutcome]) -> float | None:
    """How far the held line moved, when with the other corners laid where predicted every other nail did as told."""
    odd = [nail for nail in nails if nail.happened is not Happened.AS_TOLD]
    held = set(now.network.held)
    others = [name for name in footprint.names if name not in held]
    if (
        now.network.hold.kind is not HoldKind.LINE
        or len({nail.board.line for nail in odd}) < 2
        or len(others) < 2
        or before.order is None
    ):
        return None  # one line's two nails are explained by that line
    _, laid = laid_corners(Hold(HoldKind.BEST_FIT, ()), now.laid.corners, before.order.corners, others)
    relaid = _nails(footprint, before, now, laid)
    lines = {side.name for side in footprint.sides if {side.start, side.end} == held}
    if any(nail.happened is not Happened.AS_TOLD for nail in relaid if nail.board.line not in lines):
        return None
    return max((abs(nail.moved_mm) for nail in relaid if nail.board.line in lines), default=None)
