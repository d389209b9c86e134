"""Looking again: after pinning, after digging, before the pour.

A few pulls are chosen that would show a corner's movement, in whatever way the frame gave; then the new round is
compared with the one that was accepted, allowing for the errors of both.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from enum import StrEnum
from itertools import combinations

from anvilhead.core.adjust.adjustment import adjust, frame_for
from anvilhead.core.check.squaring import SetOut, SquareCheck
from anvilhead.core.geometry.footprint import Footprint
from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.observation import Distance
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


@dataclass(frozen=True, slots=True)
class RecheckSet:
    """Pulls to take, in walking order; and the smallest movement of any corner that they are sure to show.

    None where they leave a corner too loose to promise anything.
    """

    pulls: tuple[tuple[str, str], ...]
    shows_mm: float | None


@dataclass(frozen=True, slots=True)
class Moved:
    """A corner since the accepted round.

    Attributes:
        by: how it moved, plan frame, millimetres; amount_mm: how far.
        allowed_mm: how far the two rounds may differ by random errors there.
        is_sure: whether it moved by more than that.
    """

    corner: str
    by: Point
    amount_mm: float
    allowed_mm: float

    @property
    def is_sure(self) -> bool:
        """Whether errors of the tape do not explain it."""
        return self.amount_mm > self.allowed_mm


def recheck_set(set_out: SetOut) -> RecheckSet:
    """A short set of pulls that would show any corner moving by more than the tolerance, or as little as it can."""
    footprint, corners = set_out.footprint, set_out.footprint.corners
    held = set_out.hold.frame_line or (footprint.names[0], footprint.names[1])
    if len(corners) > MOST_CORNERS_TO_CHOOSE:
        return _braced_ring(set_out, held)
    knowledge = Knowledge(frame_for(corners, held), corners, ())
    # two rounds are compared, so each may use up 1/√2 of what is to be shown
    near = set_out.tolerance_mm / math.sqrt(2)
    pairs = best_set(knowledge, footprint.names, _pairs(footprint, held), set_out.tape, near)
    worst = max(knowledge.ellipse(name).major_mm for name in footprint.names)
    walk = in_walking_order(pairs, lambda pair: (corners[pair[0]], corners[pair[1]]))
    return RecheckSet(tuple(walk), worst * math.sqrt(2))


def moved_since(footprint: Footprint, accepted: SquareCheck, now: SquareCheck) -> tuple[Moved, ...]:
    """Every corner that both rounds know, farthest moved first."""
    found = []
    for name in footprint.names:
        before, after = accepted.laid.ellipses[name], now.laid.ellipses[name]
        if before is None or after is None:
            continue
        by = now.laid.corners[name] - accepted.laid.corners[name]
        found.append(Moved(name, by, by.length(), math.hypot(before.major_mm, after.major_mm)))
    return tuple(sorted(found, key=lambda one: -one.amount_mm))


def _braced_ring(set_out: SetOut, held: tuple[str, str]) -> RecheckSet:
    """Sides and second neighbours, as they come round."""
    names, corners = set_out.footprint.names, set_out.footprint.corners
    count = len(names)
    pairs = [(names[i], names[(i + step) % count]) for i in range(count) for step in (1, 2)]
    lengths = [corners[a].distance_to(corners[b]) for a, b in pairs]
    fit = adjust(
        corners,
        held,
        [Distance(a, b, mm, set_out.tape.sigma_mm(mm)) for (a, b), mm in zip(pairs, lengths, strict=True)],
    )
    reach = [ellipse.major_mm for ellipse in fit.ellipses.values() if ellipse]
    return RecheckSet(tuple(pairs), None if fit.loose else max(reach) * math.sqrt(2))


def _pairs(footprint: Footprint, held: Sequence[str]) -> list[tuple[str, str]]:
    names = footprint.names
    if len(names) <= MOST_CORNERS_FOR_ALL_PAIRS:
        return [ordered_pair(a, b) for a, b in combinations(names, 2)]
    count = len(names)
    near = [(names[i], names[(i + step) % count]) for i in range(count) for step in (1, 2, count // 2)]
    far = [(end, name) for end in held for name in names if name != end]
    return sorted({ordered_pair(*pair) for pair in [*near, *far]})
