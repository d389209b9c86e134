"""Form boards round a slab, side by side: pieces, joints, stakes and cleats.

Each side's board butts against the one before it and runs by the next corner, by its own thickness and a lap, so that
lengths need not be exact.  Concrete pushes: the thicker it is, the closer the stakes; two stand at every corner, one on
each side of it, and one at every joint.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise

from anvilhead.core.units.errors import InputError
from anvilhead.core.units.tolerances import NOTHING_MM
from anvilhead.core.units.units import FOOT_MM, INCH_MM

STAKE_SPACING = ((4 * INCH_MM, 5 * FOOT_MM), (6 * INCH_MM, 4 * FOOT_MM), (8 * INCH_MM, 3 * FOOT_MM),
                 (10 * INCH_MM, 2.5 * FOOT_MM), (math.inf, 2 * FOOT_MM))  # fmt: skip
"""Concrete up to so thick: stakes so far apart at the most, as crews take it; the ground may ask for more."""
KICKER_SPACING = ((4 * INCH_MM, 8 * FOOT_MM), (6 * INCH_MM, 6 * FOOT_MM), (8 * INCH_MM, 4 * FOOT_MM),
                  (10 * INCH_MM, 3 * FOOT_MM), (math.inf, 2 * FOOT_MM))  # fmt: skip
"""Concrete up to so thick: kickers, the braces behind a form, so far apart at the most."""
CORNER_MM = 6 * INCH_MM
"""From a corner to the stake beside it."""
SCREWS_PER_STAKE, SCREWS_PER_CLEAT = 2, 8


@dataclass(frozen=True, slots=True)
class FormRule:
    """How forms are made, millimetres.

    Attributes:
        board_mm: thickness of a board; lap_mm: how far it runs by the corner beyond that.
        stock_mm: lengths at hand.
        joint_clear_mm: no joint is nearer to a corner.
        spacing_mm: from stake to stake at the most; kicker_mm: from kicker to kicker.
    """

    board_mm: float
    lap_mm: float
    stock_mm: tuple[float, ...]
    joint_clear_mm: float
    spacing_mm: float
    kicker_mm: float


def spacing_for(thickness_mm: float, table: Sequence[tuple[float, float]] = STAKE_SPACING) -> float:
    """How far apart stakes, or what another table is of, stand at the most behind concrete so thick, millimetres."""
    return next(spacing for most, spacing in table if thickness_mm <= most + NOTHING_MM)


@dataclass(frozen=True, slots=True)
class FormSide:
    """The form along one side, millimetres.

    Attributes:
        length_mm: of its boards end to end, run-by and all.
        pieces_mm: boards in order from the side's start; joints_mm: stations of their joints.
        stakes_mm: stations of its stakes, those at its corners with them; kickers_mm: of its kickers, at joints and
            between them, never at a corner, which braces itself.
    """

    length_mm: float
    pieces_mm: tuple[float, ...]
    joints_mm: tuple[float, ...]
    stakes_mm: tuple[float, ...]
    kickers_mm: tuple[float, ...]


def form_side(side_mm: float, rule: FormRule, *, runs_by: bool) -> FormSide:
    """The form along a side.

    Args:
        side_mm: of the slab.
        rule: how forms are made.
        runs_by: whether its board runs by the corner at its end; where existing concrete begins it butts.

    Raises:
        InputError: when no joint can be placed: stock too short for the joints to stay clear of the corners.
    """
    beyond = rule.board_mm + rule.lap_mm if runs_by else 0.0
    length = side_mm + beyond
    pieces = _pieces(length, beyond, rule)
    joints, along = [], 0.0
    for piece in pieces[:-1]:
        along += piece
        joints.append(along)
    return FormSide(
        length,
        tuple(pieces),
        tuple(joints),
        tuple(_stakes(side_mm, joints, rule)),
        tuple(_kickers(side_mm, joints, rule)),
    )


def _pieces(length: float, beyond: float, rule: FormRule) -> list[float]:
    """As few boards as do, whole ones first; the last is never so short that its joint comes near the corner."""
    longest = max(rule.stock_mm)
    if length <= longest + NOTHING_MM:
        return [length]
    clear = rule.joint_clear_mm + beyond
    count = math.ceil(length / longest - NOTHING_MM)
    if longest <= clear:
        message = (
            "The stock is shorter than joints must stay from a corner. Take longer stock, or let joints come nearer."
        )
        raise InputError("stock-too-short", message)
    last = length - (count - 1) * longest
    if last >= clear:
        return [*[longest] * (count - 1), last]
    # the board before it gives what the last one lacks
    before = longest - (clear - last)
    if count == 2 and before < clear:
        message = "A joint cannot stay that far from both corners. Let it come nearer, or take longer stock."
        raise InputError("no-place-for-joint", message)
    return [*[longest] * (count - 2), before, clear]


def _stakes(side: float, joints: Sequence[float], rule: FormRule) -> list[float]:
    """Beside both corners, at every joint, and between them no farther apart than the spacing."""
    corner = min(CORNER_MM, side / 4)
    given = sorted({corner, *joints, side - corner})
    given = [mm for mm in given if corner <= mm <= side - corner]
    found: list[float] = []
    for one, other in pairwise(given):
        spaces = max(1, math.ceil((other - one) / rule.spacing_mm - NOTHING_MM))
        found += [one + (other - one) * number / spaces for number in range(spaces)]
    return [*found, given[-1]]


def _kickers(side: float, joints: Sequence[float], rule: FormRule) -> list[float]:
    """At every joint, and between joints and corners at equal spaces no wider than the spacing."""
    given = [0.0, *(mm for mm in joints if 0 < mm < side), side]
    found: list[float] = []
    for one, other in pairwise(given):
        spaces = max(1, math.ceil((other - one) / rule.kicker_mm - NOTHING_MM))
        found += [one + (other - one) * number / spaces for number in range(1, spaces)]
        found += [other] if other < side else []
    return found
