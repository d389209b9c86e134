"""What is said about slabs between edges that are there already."""

from collections.abc import Sequence

from anvilhead.core.messages.level_words import slope_text
from anvilhead.core.units.length_printing import print_difference, print_length
from anvilhead.core.units.tolerances import FLOAT_SLACK
from anvilhead.core.units.units import Units


def fall_text(share: float, units: Units) -> str:
    """A fall away from an edge in words."""
    if abs(share) < FLOAT_SLACK:
        return "lies level"
    return f"{'falls' if share > 0 else 'rises'} {slope_text(abs(share), units)}"


def edges_apart(corner: str, gap_mm: float, units: Units) -> str:
    """That two existing edges lie at two heights where they meet."""
    return (
        f"At {corner} both edges are there, {print_difference(gap_mm, units)} apart: no top meets both. Grind one, "
        "ramp to it, or shoot that corner itself."
    )


def edge_fall_words(
    side: str, falls: Sequence[tuple[float, float, bool]], wanted: float | None, units: Units
) -> list[str]:
    """Where water runs back to an edge that is to stay dry, or falls less than is wanted.

    Args:
        side: the edge.
        falls: how far along, the fall on the whole way across, and whether some part of it rises.
        wanted: least fall away from it; None where it need not stay dry.
        units: to print in.
    """
    if wanted is None:
        return []
    back = [along for along, _, rises in falls if rises]
    if back:
        where = " and ".join(dict.fromkeys(print_length(along, units).text for along in (back[0], back[-1])))
        return [f"Water would run back to {side}, at {where} along it: lower the far side, or take a drain."]
    least = min(falls, key=lambda one: one[1])
    if least[1] < wanted - FLOAT_SLACK:
        return [
            f"Away from {side} it {fall_text(least[1], units)} at {print_length(least[0], units).text} along it; "
            f"{slope_text(wanted, units)} is wanted."
        ]
    return []


def bank_words(side: str, over_mm: float, units: Units) -> str:
    """Ground beside a side that stands above the slab: a wall belongs there, or the bank goes, before anybody digs."""
    over = print_difference(over_mm, units)
    return f"Outside {side} the ground stands up to {over} above this top: before digging, plan what becomes of it."
