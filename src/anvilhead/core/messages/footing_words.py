"""What is said about the bottoms of footings."""

from collections.abc import Sequence

from anvilhead.core.ground.footing_bottom import BottomStretch, Governs
from anvilhead.core.units.length_printing import print_difference, print_length
from anvilhead.core.units.tolerances import NOTHING_MM, SMALLEST_MOVE_MM
from anvilhead.core.units.units import Units

ENGINEER = "Fill stands up to {} higher on one side than on the other: an engineer says what the wall needs there."


def stretch_text(one: BottomStretch, wall: tuple[int, float] | None, units: Units) -> str:
    """What a stretch goes down for, and the blocks on it.

    Args:
        one: the stretch.
        wall: whole courses on it, and the height of the cut one over them.
        units: to print in.
    """
    why = "the frost depth" if one.governs is Governs.FROST else "sound soil"
    said = f"Down for {why}"
    spare = one.needed_mm - one.bottom_mm
    said += "." if spare < SMALLEST_MOVE_MM else f", {print_difference(spare, units)} deeper than it asks."
    if wall is not None:
        courses, cut = wall
        said += f" {courses} course{'' if courses == 1 else 's'}"
        said += "." if cut < NOTHING_MM else f" and one cut to {print_difference(cut, units)}."
    return said


def footing_text(found: Sequence[BottomStretch], unequal_mm: float | None, units: Units) -> str:
    """A footing in a sentence: how many levels, and the deepest; and whether an engineer must look at its walls.

    Args:
        found: its stretches.
        unequal_mm: the most that fill on either side differs, where that is over the limit.
        units: to print in.
    """
    deepest = print_length(min(one.bottom_mm for one in found), units).text
    many = "One level all along, " if len(found) == 1 else f"{len(found)} level stretches; the deepest "
    asked = "" if unequal_mm is None else f" {ENGINEER.format(print_difference(unequal_mm, units))}"
    return f"{many}at {deepest}.{asked}"
