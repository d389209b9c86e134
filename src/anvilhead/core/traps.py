"""Traps of squaring: readings that look right and are not, each named so that a builder can see why."""

from collections.abc import Sequence
from dataclasses import dataclass
from enum import StrEnum
from itertools import pairwise

from anvilhead.core.footprint import Footprint
from anvilhead.core.tape import Pull, TapeClass, ordered_pair

SQUARE_COSINE = 1e-6
"""A planned corner with a smaller cosine is a right angle."""

SLIP_SHARE = 0.1
"""Opposite sides that differ by more than this share of their length are a misread tape, not a trapezoid."""


class TrapKind(StrEnum):
    """What the readings would fool an eye with, or what the classic sum says about them."""

    EQUAL_DIAGONALS = "equal-diagonals"
    """Both diagonals agree although opposite sides do not: a trapezoid, not a rectangle."""

    DIAGONALS_ALONE = "diagonals-alone"
    """Both diagonals agree but opposite sides were not all pulled: still no proof."""

    NO_DIAGONAL = "no-diagonal"
    """All sides were pulled and no diagonal: it can rack, and the sides cannot tell."""

    RACKED = "racked"
    """Opposite sides agree and the diagonals do not: the far side has slid along."""


@dataclass(frozen=True, slots=True)
class Trap:
    """A trap seen in a rectangle's readings.

    Attributes:
        kind: which one.
        amount_mm: difference of the opposite sides, or how far the far side has slid; 0 where there is none.
        points: what the amount is about: the sides (AB, CD), or the far side and the corner it slid toward.
    """

    kind: TrapKind
    amount_mm: float = 0.0
    points: tuple[str, str] = ("", "")


def traps_in(footprint: Footprint, pulls: Sequence[Pull], tolerance_mm: float, tape: TapeClass) -> tuple[Trap, ...]:
    """Look for the traps of a rectangle; other shapes have none of these."""
    if not is_rectangle(footprint):
        return ()
    read = {pull.pair: pull.length_mm for pull in pulls}
    a, b, c, d = footprint.names
    sides = [ordered_pair(a, b), ordered_pair(b, c), ordered_pair(c, d), ordered_pair(d, a)]
    diagonals = [read[pair] for pair in (ordered_pair(a, c), ordered_pair(b, d)) if pair in read]
    if len(diagonals) < 2:
        racks = not diagonals and all(side in read for side in sides)
        return (Trap(TrapKind.NO_DIAGONAL),) if racks else ()

    opposite = [pair for pair in ((sides[0], sides[2]), (sides[1], sides[3])) if pair[0] in read and pair[1] in read]
    uneven = [(abs(read[one] - read[other]), one, other) for one, other in opposite]
    if any(amount > SLIP_SHARE * read[one] for amount, one, _ in uneven):
        return ()
    allowed = max(tolerance_mm, tape.limit_mm(diagonals[0]))
    worst = max(uneven, default=(0.0, ("", ""), ("", "")))
    trap: Trap | None = None
    if abs(diagonals[0] - diagonals[1]) <= allowed:
        if worst[0] > allowed:
            trap = Trap(TrapKind.EQUAL_DIAGONALS, worst[0], ("".join(worst[1]), "".join(worst[2])))
        elif len(uneven) < 2:
            trap = Trap(TrapKind.DIAGONALS_ALONE)
    elif sides[0] in read and worst[0] <= allowed:
        trap = _racked(footprint.names, read[sides[0]], *diagonals)
    return (trap,) if trap else ()


def is_rectangle(footprint: Footprint) -> bool:
    """Whether the plan has four right-angled corners."""
    sides = footprint.sides
    return (
        footprint.closed
        and len(sides) == 4
        and all(abs(one.direction.dot(other.direction)) < SQUARE_COSINE for one, other in pairwise(sides))
    )


def _racked(names: Sequence[str], base_mm: float, first_mm: float, second_mm: float) -> Trap:
    """Slide of the far side along itself: (d1² - d2²) / (4 L), from the law of cosines on both triangles."""
    slide = (first_mm**2 - second_mm**2) / (4 * base_mm)
    return Trap(TrapKind.RACKED, abs(slide), (names[2] + names[3], names[2] if slide > 0 else names[3]))
