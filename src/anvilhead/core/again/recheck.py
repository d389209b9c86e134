"""Looking again: after pinning, after digging, before the pour.

A few pulls are chosen that would show a corner's movement, in whatever way the frame gave; then the new round is
compared with the one that was accepted: corners that agree among themselves have stayed (`congruency.py`).
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from enum import StrEnum
from itertools import combinations

from anvilhead.core.adjust.adjustment import frame_for
from anvilhead.core.adjust.hold import Spread, relative_rows
from anvilhead.core.again.congruency import Differences, congruency, shows_mm
from anvilhead.core.check.set_out import SetOut
from anvilhead.core.check.squaring import SquareCheck
from anvilhead.core.geometry.footprint import Footprint
from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.tape import ordered_pair
from anvilhead.core.measure.walking import in_walking_order
from anvilhead.core.moves.next_pull import Knowledge, best_set

MOST_CORNERS_FOR_ALL_PAIRS = 12
"""Beyond this only sides, second neighbours and what runs from the held line are looked at."""


class Occasion(StrEnum):
    """Why a round is pulled."""

    SQUARE = "square"
    """To bring the strings in."""
    AFTER_PINNING = "after-pinning"
    AFTER_DIGGING = "after-digging"
    BEFORE_POUR = "before-pour"


MOST_CORNERS_TO_CHOOSE = 60
"""Choosing grows with the cube of the corners; beyond, every side and second neighbour is pulled, which braces it."""


LEAST_TO_COMPARE = 3
"""Two points have only the distance between them: nobody can tell which of them moved."""


@dataclass(frozen=True, slots=True)
class RecheckSet:
    """Pulls to take, in walking order; and the movement of any one corner that they show 95 times in 100.

    None where they leave a corner too loose to promise anything.
    """

    pulls: tuple[tuple[str, str], ...]
    shows_mm: float | None


@dataclass(frozen=True, slots=True)
class Moved:
    """A corner since the accepted round, against those that stayed.

    Attributes:
        by: how it moved, plan frame, millimetres; amount_mm: how far.
        allowed_mm: how far errors of both rounds reach that way, 95 in 100.
        is_sure: whether it is not among the corners that agree with each other.
    """

    corner: str
    by: Point
    amount_mm: float
    allowed_mm: float
    is_sure: bool


@dataclass(frozen=True, slots=True)
class Since:
    """Corners since the accepted round, the farthest moved first.

    Attributes:
        corners: those that both rounds know; none while those are too few to tell anything.
        is_clear: whether the pulls can tell which corners stayed.
    """

    corners: tuple[Moved, ...]
    is_clear: bool


def recheck_set(set_out: SetOut, accepted: SquareCheck | None = None) -> RecheckSet:
    """A short set of pulls that would show any corner moving by more than the tolerance, or as little as it can.

    Args:
        set_out: what was set out.
        accepted: the round that it will be held against; taken as pulled the same way where there is none.
    """
    footprint, corners = set_out.footprint, set_out.footprint.corners
    held = set_out.held_line
    if len(corners) > MOST_CORNERS_TO_CHOOSE:
        return _braced_ring(set_out)
    knowledge = Knowledge(frame_for(corners, held), corners, ())
    # two rounds are compared, so each may use up 1/√2 of what is to be shown
    near = set_out.tolerance_mm / math.sqrt(2)
    pairs = best_set(knowledge, footprint.names, _pairs(footprint, held), set_out.tape, near)
    own = Spread(relative_rows(set_out.hold, corners, knowledge.frame, footprint.names), knowledge.covariance)
    before = accepted.laid.spread if accepted and accepted.worst else own
    found = Differences({name: (point, point) for name, point in corners.items()}, (before, own))
    walk = in_walking_order(pairs, lambda pair: (corners[pair[0]], corners[pair[1]]))
    return RecheckSet(tuple(walk), shows_mm(found) if len(corners) >= LEAST_TO_COMPARE else None)


def moved_since(footprint: Footprint, accepted: SquareCheck, now: SquareCheck) -> Since:
    """What both rounds say of the corners that both know."""
    laid = (accepted.laid, now.laid)
    known = [name for name in footprint.names if all(one.ellipses[name] for one in laid)]
    if len(known) < LEAST_TO_COMPARE:
        return Since((), is_clear=False)
    places = {name: (laid[0].corners[name], laid[1].corners[name]) for name in known}
    by_known_points = bool(now.network.fixed) and not set(now.network.fixed) & set(known)
    differences = Differences(places, [one.spread for one in laid], is_free=not by_known_points)
    found = congruency(differences, now.network.held)
    corners = [
        Moved(name, one.by, one.amount_mm, one.allowed_mm, name in found.moved) for name, one in found.motions.items()
    ]
    return Since(tuple(sorted(corners, key=lambda one: (not one.is_sure, -one.amount_mm))), found.is_clear)


def _braced_ring(set_out: SetOut) -> RecheckSet:
    """Sides and second neighbours, as they come round; so many corners are braced, and nothing is promised of them."""
    names = set_out.footprint.names
    count = len(names)
    return RecheckSet(tuple((names[i], names[(i + step) % count]) for i in range(count) for step in (1, 2)), None)


def _pairs(footprint: Footprint, held: Sequence[str]) -> list[tuple[str, str]]:
    names = footprint.names
    if len(names) <= MOST_CORNERS_FOR_ALL_PAIRS:
        return [ordered_pair(a, b) for a, b in combinations(names, 2)]
    count = len(names)
    near = [(names[i], names[(i + step) % count]) for i in range(count) for step in (1, 2, count // 2)]
    far = [(end, name) for end in held for name in names if name != end]
    return sorted({ordered_pair(*pair) for pair in [*near, *far]})
