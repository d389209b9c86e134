"""What a digger is told, in words."""

from collections.abc import Sequence

from anvilhead.core.messages.made.counting import count_of
from anvilhead.core.trench.as_dug import AsDug
from anvilhead.core.trench.bucket import Keeps, Passes
from anvilhead.core.units.length_printing import print_difference, print_length, print_volume
from anvilhead.core.units.units import Units

PAINT = (
    "Two solid lines: the edges of the footing. Dig between them.",
    "Hatched: stays. Nothing is dug there.",
    "A square with a cross: a pad, dug to its edges.",
    "Dots: the middle of each pass of the bucket.",
)
"""What is sprayed on the ground, and what it says to whoever sits in the machine."""


def passes_text(
    lines: Sequence[str], passes: Passes, keeps: Keeps, widths_mm: tuple[float, float], units: Units
) -> str:
    """How the bucket covers the footings of some lines; `widths_mm`: of the footing, and of the bucket's cut."""
    wide, cut = (print_length(mm, units).text for mm in widths_mm)
    told = f"{', '.join(lines)}: {wide} wide, the bucket cuts {cut}: {_passes(len(passes.middles_mm))}"
    if passes.over_mm <= 0:
        return told + "."
    over = print_difference(passes.over_mm, units)
    where = {
        Keeps.MIDDLE: f"{print_difference(passes.over_mm / 2, units)} on each side",
        Keeps.OUTER: "all of it inside",
        Keeps.INNER: "all of it outside",
    }[keeps]
    return f"{told}, {over} too wide, {where}."


def _passes(count: int) -> str:
    return "one pass" if count == 1 else f"{count} passes, overlapping alike"


def over_text(over_mm3: float, units: Units) -> str:
    """What is dug too wide, in concrete."""
    return f"Where the trench is the form, what is dug too wide takes {print_volume(over_mm3, units)} of concrete more."


def dug_text(name: str, found: AsDug, units: Units) -> str:
    """A hole as it was found."""
    lacks = [
        f"{print_difference(mm, units)} {word}"
        for mm, word in (
            (found.short_length_mm, "longer"),
            (found.short_width_mm, "wider"),
            (found.short_deep_mm, "deeper"),
        )
        if mm > 0
    ]
    told = f"{name}: dig {' and '.join(lacks)}" if lacks else f"{name}: dug as asked"
    if found.more_mm3 > LEAST_MM3:
        told += f"; {print_volume(found.more_mm3, units)} of concrete more than the plan"
    return told + "."


LEAST_MM3 = 1e6
"""Less concrete than a litre is not told."""


def digging_text(sides: int, length_mm: float, pads: int, units: Units) -> str:
    """What is dug, in a sentence."""
    told = [f"footings along {count_of(sides, 'side')}, {print_length(length_mm, units).text} of them"] if sides else []
    told += [count_of(pads, "pad")] if pads else []
    text = " and ".join(told)
    return f"{text[:1].upper()}{text[1:]}."


def to_depth_text(name: str, reading: str | None, height: str) -> str:
    """How deep: by the reading at the rod where an instrument stands."""
    if reading is None:
        return f"{name}: {height} by the datum; set up an instrument to have a reading."
    return f"{name}: dig until the rod reads {reading}. A larger reading is deeper."
