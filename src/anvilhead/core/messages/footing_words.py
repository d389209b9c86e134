"""What is said about the bottoms of footings."""

from collections.abc import Sequence

from anvilhead.core.ground.footing_bottom import BottomStretch, Governs
from anvilhead.core.units.length_printing import print_difference, print_length
from anvilhead.core.units.tolerances import NOTHING_MM
from anvilhead.core.units.units import Units

ENGINEER = "Fill stands {} higher on one side than on the other: an engineer says what this wall needs."


def stretch_text(one: BottomStretch, wall: tuple[int, float] | None, unequal_mm: float | None, units: Units) -> str:
    """What a stretch goes down for, the blocks on it, and whether an engineer must look at it.

    Args:
        one: the stretch.
        wall: whole courses on it, and the height of the cut one over them.
        unequal_mm: the difference of fill when it is over the limit.
        units: to print in.
    """
    why = "the frost depth" if one.governs is Governs.FROST else "sound soil"
    said = f"Down for {why}"
    spare = one.needed_mm - one.bottom_mm
    said += "." if spare < NOTHING_MM else f", {print_difference(spare, units)} deeper than it asks."
    if wall is not None:
        courses, cut = wall
        said += f" {courses} course{'' if courses == 1 else 's'}"
        said += "." if cut < NOTHING_MM else f" and one cut to {print_difference(cut, units)}."
    return said if unequal_mm is None else f"{said} {ENGINEER.format(print_difference(unequal_mm, units))}"


def footing_text(found: Sequence[BottomStretch], units: Units) -> str:
    """A footing in a sentence: how many levels, and the deepest."""
    deepest = print_length(min(one.bottom_mm for one in found), units).text
    if len(found) == 1:
        return f"One level all along, at {deepest}."
    return f"{len(found)} level stretches; the deepest at {deepest}."
