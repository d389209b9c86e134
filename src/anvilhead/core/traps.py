"""Traps of squaring: readings that look right and are not, each named so that a builder can see why."""

from collections.abc import Sequence
from dataclasses import dataclass
from enum import StrEnum
from itertools import pairwise

from anvilhead.core.footprint import Footprint
from anvilhead.core.tape import Pull, TapeClass, ordered_pair

SQUARE_COSINE = 1e-6
"""A planned corner with a smaller cosine is a right angle."""


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
    names = footprint.names
    opposite = [tuple(ordered_pair(names[i], names[(i + 1) % 4]) for i in pair) for pair in ((0, 2), (1, 3))]
    sides = [pair for pairs in opposite for pair in pairs]
    first, second = ordered_pair(names[0], names[2]), ordered_pair(names[1], names[3])
    if first not in read and second not in read:
        return (Trap(TrapKind.NO_DIAGONAL),) if all(side in read for side in sides) else ()
    if first not in read or second not in read:
        return ()
    unequal = [(abs(read[a] - read[b]), a, b) for a, b in opposite if a in read and b in read]
    worst = max(unequal, default=(0.0, "", ""))
    same_diagonals = abs(read[first] - read[second]) <= max(tolerance_mm, tape.limit_mm(read[first]))
    if same_diagonals and worst[0] > max(tolerance_mm, tape.limit_mm(read[first])):
        return (Trap(TrapKind.EQUAL_DIAGONALS, worst[0], ("".join(worst[1]), "".join(worst[2]))),)
    if same_diagonals and len(unequal) < 2:
        return (Trap(TrapKind.DIAGONALS_ALONE),)
    base = read.get(ordered_pair(names[0], names[1]))
    if base and not same_diagonals and worst[0] <= max(tolerance_mm, tape.limit_mm(base)):
        return (_racked(names, base, read[first], read[second]),)
    return ()


def is_rectangle(footprint: Footprint) -> bool:
    """Whether the plan has four right-angled corners."""
    sides = footprint.sides
    return len(sides) == 4 and all(
        abs(one.direction.dot(other.direction)) < SQUARE_COSINE for one, other in pairwise(sides)
    )


def _racked(names: Sequence[str], base_mm: float, first_mm: float, second_mm: float) -> Trap:
    """Slide of the far side along itself: (d1² - d2²) / (4 L), from the law of cosines on both triangles."""
    slide = (first_mm**2 - second_mm**2) / (4 * base_mm)
    return Trap(TrapKind.RACKED, abs(slide), (names[2] + names[3], names[2] if slide > 0 else names[3]))
