"""What to pull: every side and diagonal, with the number to call, burn already in it."""

from collections.abc import Iterable
from dataclasses import dataclass
from enum import StrEnum

from anvilhead.core.geometry.footprint import Footprint, Side
from anvilhead.core.measure.triangle import far_error_mm


class CallKind(StrEnum):
    """What a call runs along."""

    SIDE = "side"
    DIAGONAL = "diagonal"


@dataclass(frozen=True, slots=True)
class Call:
    """One pull of the sheet.

    Attributes:
        length_mm: planned; call_mm: tape number to call, with the burn in it.
        far_per_mm: how far the far corner moves for each millimetre this number is wrong: 1 along a side, more
            along a diagonal, where the tapes cross aslant.
    """

    start: str
    end: str
    kind: CallKind
    length_mm: float
    call_mm: float
    far_per_mm: float = 1.0


MOST_CORNERS_FOR_ALL_PAIRS = 6
"""Up to here every diagonal is on the sheet; beyond, only those that tie each corner down."""


def calls_for(
    footprint: Footprint, burn_mm: float, held: tuple[str, str] = ("A", "B"), also: Iterable[tuple[str, str]] = ()
) -> list[Call]:
    """Sides in walking order, then diagonals in letter order: the order in which a crew can walk them.

    A footprint of many corners has hundreds of diagonals and nobody pulls them all: there each corner has
    one from each end of the held line, two ways to find it.

    Args:
        footprint: the planned outline.
        burn_mm: where the tape is started, 0 for its hook; every call is longer by exactly this.
        held: the two corners of the held line.
        also: pairs of corners to list besides, such as those already pulled.
    """
    sides = [Call(s.start, s.end, CallKind.SIDE, s.length_mm, s.length_mm + burn_mm) for s in footprint.sides]
    asked = {frozenset(pair) for pair in also}
    if len(footprint.points) <= MOST_CORNERS_FOR_ALL_PAIRS:
        diagonals = list(footprint.diagonals)
    else:
        drawn = {frozenset((side.start, side.end)) for side in footprint.sides}
        asked |= {frozenset((end, name)) for end in held for name in footprint.names if name != end}
        number = {name: i for i, name in enumerate(footprint.names)}
        pairs = [tuple(sorted(pair, key=number.__getitem__)) for pair in asked - drawn]
        pairs.sort(key=lambda pair: [number[name] for name in pair])
        diagonals = [Side(a, b, footprint.corners[a], footprint.corners[b]) for a, b in pairs]
    return sides + [
        Call(d.start, d.end, CallKind.DIAGONAL, d.length_mm, d.length_mm + burn_mm, far_per_mm(footprint, d))
        for d in diagonals
    ]


def far_per_mm(footprint: Footprint, diagonal: Side) -> float:
    """Slide of the corner at a diagonal's end for each millimetre of it: e / sin of its crossing with the best side."""
    along = diagonal.direction
    sines = [abs(along.cross(side.direction)) for side in footprint.sides_at(diagonal.end)]
    return far_error_mm(1.0, max(sines))
