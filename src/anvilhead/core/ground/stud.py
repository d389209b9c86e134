"""Studs one by one: a wall whose plate was read from the string at every stud.

stud = reading down from the string + what the top of the wall lies above it − plates − a small trim.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise

from anvilhead.core.units.tolerances import NOTHING_MM
from anvilhead.core.units.units import INCH_MM

BEND_MM = INCH_MM / 8
"""Neighbours that differ by more would bend the plate that lies on them."""
STEP_MM = 1.5 * INCH_MM
"""Neighbours that differ by more than a plate is thick stand on two steps, each with plates of its own."""


@dataclass(frozen=True, slots=True)
class Stud:
    """A stud of a wall, millimetres.

    Attributes:
        number: from the end that was named, from 1; along_mm: its middle from there.
        length_mm: at or below zero there is no room for one.
        bends: whether it and a neighbour on one step would bend the plate.
    """

    number: int
    along_mm: float
    reading_mm: float
    length_mm: float
    bends: bool


def studs_one_by_one(
    readings_mm: Sequence[float], spacing_mm: float, plates_mm: float, trim_mm: float, rise_mm: float = 0.0
) -> tuple[Stud, ...]:
    """Studs at even centres from one end.

    Args:
        readings_mm: from the string down to the plate or step under every stud; above zero below it.
        spacing_mm: centre to centre.
        plates_mm: all plates above the readings together.
        trim_mm: taken off so that each slides in.
        rise_mm: how far the top of the wall lies above the string; below zero under it.
    """
    lengths = [reading + rise_mm - plates_mm - trim_mm for reading in readings_mm]
    apart = [abs(other - one) for one, other in pairwise(lengths)]
    bent = [BEND_MM + NOTHING_MM < one <= STEP_MM + NOTHING_MM for one in apart]
    return tuple(
        Stud(i + 1, i * spacing_mm, readings_mm[i], length, any(bent[max(i - 1, 0) : i + 1]))
        for i, length in enumerate(lengths)
    )
