"""The moves side by side if something else were held."""

from dataclasses import dataclass

from anvilhead.core.adjust.hold import Hold, HoldKind, laid_corners
from anvilhead.core.check.set_out import SetOut
from anvilhead.core.check.squaring import SquareCheck, Verdict, settled
from anvilhead.core.moves.moves import Order, moves_for, order_for

MOST_ALTERNATIVES = 8
"""Sides that are tried as the held line, the longest first."""


@dataclass(frozen=True, slots=True)
class Alternative:
    """What it would take if something else were held.

    Attributes:
        hold: what; order: the moves that then follow.
        largest_mm: the largest of them, or of the pushes.
        verdict: what would be said of the corners.
    """

    hold: Hold
    order: Order
    largest_mm: float
    verdict: Verdict


def alternatives(set_out: SetOut, check: SquareCheck) -> tuple[Alternative, ...]:
    """The moves side by side: each side held in turn, or the best fit; the fewest and smallest moves first.

    None while the strings are not known.  Where known points hold the shape, or it is joined, nothing is to choose.
    """
    if not check.moves or check.network.fixed or check.network.cut:
        return ()
    footprint, planned = set_out.footprint, check.network.planned
    sides = sorted(footprint.sides, key=lambda side: -side.length_mm)[:MOST_ALTERNATIVES]
    holds = [Hold(HoldKind.LINE, (side.start, side.end)) for side in sides] + [Hold(HoldKind.BEST_FIT, ())]
    found = []
    for hold in holds:
        _, corners = laid_corners(hold, check.fit.corners, planned, footprint.names)
        moves = moves_for(footprint, set_out.boards, corners, set_out.standing)
        order = order_for(footprint, corners, moves, set_out.tolerance_mm, set_out.hands)
        sizes = [abs(move.inward_mm) for move in order.moves]
        sizes += [max(abs(push.along_mm), abs(push.inward_mm)) for push in order.pushes]
        verdict = settled(set_out, corners, moves)
        found.append(Alternative(hold, order, max(sizes, default=0.0), verdict))
    return tuple(sorted(found, key=lambda one: (len(one.order.moves) + len(one.order.pushes), one.largest_mm)))
