"""A drawing told to whoever cannot see it: how large, how it is shaped, and where the corners stand."""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from anvilhead.core.geometry.point import Point
from anvilhead.core.messages.words import number_word
from anvilhead.core.units.length_printing import print_difference, print_within
from anvilhead.core.units.units import Units

MOST_SIDES = 12
"""Sides that are told one by one; of a longer walk the table is easier to follow."""

_WAYS = (
    "along {}",
    "along {} and to its left",
    "to the left of {}",
    "back along {} and to its left",
    "back along {}",
    "back along {} and to its right",
    "to the right of {}",
    "along {} and to its right",
)
"""Eight ways of the plan, said by its first side, which a drawing may show lying or standing."""


@dataclass(frozen=True, slots=True)
class Stand:
    """Where a corner stands by the readings: from its plan, and how well that is known, millimetres."""

    off: Point
    known_mm: float


def drawing_text(
    names: Sequence[str], sides: Sequence[tuple[str, str]], stands: Mapping[str, Stand], *, closed: bool, units: Units
) -> str:
    """The whole in two or three sentences.

    `names` are the corners as one walks, `sides` name and printed length of each, `stands` where readings place them.
    """
    what = "corners" if closed else "points of an open line"
    parts = [f"{number_word(len(names)).capitalize()} {what}, {names[0]} to {names[-1]}."]
    if len(sides) <= MOST_SIDES:
        parts.append(", ".join(f"{name} {length}" for name, length in sides) + ".")
    if stands:
        worst = max(stands, key=lambda name: math.hypot(stands[name].off.x, stands[name].off.y))
        parts.append(f"Worst {worst}, {_off_text(stands[worst], sides[0][0], units)}.")
    return " ".join(parts)


def corner_text(
    name: str, sides: Sequence[str], angle_deg: float | None, stand: Stand | None, *, first: str, units: Units
) -> str:
    """One corner: what meets there, at what angle, and where it stands; `first` is the side that ways are said by."""
    where = f"{name}: " + (" and ".join(sides) + (" meet" if len(sides) > 1 else " ends here"))
    if angle_deg is not None:
        where += f" at {round(angle_deg, 2):g}°"
    return f"{where}." if stand is None else f"{where}; {_off_text(stand, first, units)}."


def _off_text(stand: Stand, first: str, units: Units) -> str:
    far = math.hypot(stand.off.x, stand.off.y)
    amount, known = print_difference(far, units), print_within(stand.known_mm, units)
    if amount == print_difference(0.0, units):
        return f"on its plan, known to ±{known}"
    sector = round(math.degrees(math.atan2(stand.off.y, stand.off.x)) / 45) % 8
    return f"{amount} off its plan, {_WAYS[sector].format(first)}, known to ±{known}"
