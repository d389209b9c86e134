"""A knowing next round: what the last one knew, with the moves it told made by a hand, goes into the next.

The corners are known as well as the round knew them, each nail that was moved set a little off.  The whole may have
shifted against what is held, since the held corner is where two strings cross.  All that goes into the next round as
observations, so that it needs fewer pulls.  What was told may not have been done: `check_square` leaves them out where
the new pulls contradict them.
"""

import math
from operator import mul

from anvilhead.core.adjust.normal_matrix import Matrix, factorise
from anvilhead.core.again.congruency import Differences
from anvilhead.core.check.set_out import NOTHING_CARRIED, Carried, SetOut
from anvilhead.core.check.squaring import SquareCheck, Verdict
from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.observation import Combination
from anvilhead.core.moves.moves import Hands, Order, Strings
from anvilhead.core.units.tolerances import SMALLEST_MOVE_MM

HAND_MM = SMALLEST_MOVE_MM / math.sqrt(3)
"""Standard deviation of a nail set to the nearest sixteenth: anywhere within half of one."""
TOUCHED_MM = 0.25
"""Of every nail, moved or not: strings are lifted and hung again."""
MOTIONS = 3
"""Ways in which the whole can move; nothing is known of them."""
AXES = (Point(1.0, 0.0), Point(0.0, 1.0))


def carried_from(set_out: SetOut, before: SquareCheck | None) -> Carried:
    """What a round takes from the one before it; nothing where that told no nails to move, or knew too little."""
    if before is None or before.order is None or before.order.hands is Hands.FORMS:
        return NOTHING_CARRIED
    if before.verdict in (Verdict.NEEDS_PULLS, Verdict.CHECK_READINGS, Verdict.RESTAKE):
        return NOTHING_CARRIED
    order = before.order
    expected = {name: (place, place) for name, place in order.corners.items()}
    known = Differences(expected, [before.laid.spread], is_free=not before.network.fixed)
    covariance = [
        [value + by_hand for value, by_hand in zip(row, other, strict=True)]
        for row, other in zip(known.covariance, _by_hand(set_out, order), strict=True)
    ]
    moved = dict.fromkeys(move.board.corner for move in order.moves)
    return Carried(_whitened(order, covariance)[MOTIONS if known.is_free else 0 :], tuple(moved))


def _by_hand(set_out: SetOut, order: Order) -> Matrix:
    """What nails set by hand leave the corners off, as a covariance of their places."""
    footprint = set_out.footprint
    strings = Strings(footprint, order.corners, set_out.boards)
    at = strings.corners()
    moved = {move.board.end for move in order.moves}
    slopes = []
    for board in set_out.boards:
        if board.end not in strings.nails:
            continue
        sigma = math.hypot(HAND_MM if board.end in moved else 0.0, TOUCHED_MM)
        strings.move(board, 1.0)
        corners = strings.corners()
        slopes.append([sigma * (corners[name] - place).dot(axis) for name, place in at.items() for axis in AXES])
        strings.move(board, -1.0)
    columns = list(zip(*slopes, strict=True))
    return [[sum(map(mul, one, other)) for other in columns] for one in columns]


def _whitened(order: Order, covariance: Matrix) -> tuple[Combination, ...]:
    """Observations of one millimetre each, independent of each other, that together say the same (x = L⁻¹ y).

    What is known least comes first: where the whole may have shifted and turned, those three ways of it.
    """
    coordinates = [(name, axis) for name in order.corners for axis in AXES]
    expected = [order.corners[name].dot(axis) for name, axis in coordinates]
    factor = factorise(covariance)
    combinations = []
    for row in factor.whitening():
        value = math.fsum(map(mul, row, expected))
        weights = tuple((name, Point(row[2 * i], row[2 * i + 1])) for i, name in enumerate(order.corners))
        combinations.append(Combination(weights, value, 1.0))
    return tuple(combinations)
