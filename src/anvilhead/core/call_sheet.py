"""What to pull: every side and diagonal, with the number to call, burn already in it."""

from dataclasses import dataclass
from enum import StrEnum

from anvilhead.core.footprint import Footprint


class CallKind(StrEnum):
    """What a call runs along."""

    SIDE = "side"
    DIAGONAL = "diagonal"


@dataclass(frozen=True, slots=True)
class Call:
    """One pull of the sheet: planned length, and the tape number to call with the burn in it, millimetres."""

    start: str
    end: str
    kind: CallKind
    length_mm: float
    call_mm: float


def calls_for(footprint: Footprint, burn_mm: float) -> list[Call]:
    """Sides in walking order, then diagonals in letter order: the order in which a crew can walk them.

    Args:
        footprint: the planned outline.
        burn_mm: where the tape is started, 0 for its hook; every call is longer by exactly this.
    """
    sides = [Call(s.start, s.end, CallKind.SIDE, s.length_mm, s.length_mm + burn_mm) for s in footprint.sides]
    return sides + [
        Call(d.start, d.end, CallKind.DIAGONAL, d.length_mm, d.length_mm + burn_mm) for d in footprint.diagonals
    ]
