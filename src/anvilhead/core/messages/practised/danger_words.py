"""What is said of dangers on a practice yard: what a look round shows, and how it ended for who did not mind it."""

from collections.abc import Mapping, Sequence

from anvilhead.core.geometry.point import Point
from anvilhead.core.messages.spoken import spoken
from anvilhead.core.messages.words import listed
from anvilhead.core.practice.dangers_there import KEEP_MM, ZONE_MM, Buried, DangersThere
from anvilhead.core.units.length_printing import print_about
from anvilhead.core.units.units import Units

UNSAFE_TEXT = "Stopped: somebody was put at risk, and no number is worth that."
LOOK_FIRST_TEXT = "Look round and up first, before anything is raised or driven."
NOTHING_TEXT = "Nothing hangs over this yard, and no paint is on its ground."
_BURIED = {Buried.GAS: "a gas line", Buried.WATER: "a water line", Buried.POWER: "a power cable"}
_PAINT = {Buried.GAS: "Yellow", Buried.WATER: "Blue", Buried.POWER: "Red"}
"""The colours that locating services of North America paint in (uniform color code); other countries have others."""


def overhead_text(there: DangersThere, places: Mapping[str, Point], units: Units) -> str:
    """What hangs over a yard, and over what."""
    keep = print_about(KEEP_MM, units)
    over = _within([name for name, at in places.items() if there.is_under(at)])
    return (
        f"A power line hangs low over the yard. Its owner asks for {keep} to either side: no rod and no tape is raised "
        f"there. {over}"
    )


def paint_text(there: DangersThere, places: Mapping[str, Point], units: Units) -> str:
    """What is painted on the ground, and beside what."""
    zone = print_about(ZONE_MM, units)
    near = _within([name for name, at in places.items() if there.is_beside(at)])
    return (
        f"{_PAINT[there.buried]} paint on the ground marks {_BURIED[there.buried]} here. Nothing is driven within "
        f"{zone} of it before the ground was opened by hand. {near}"
    )


def _within(names: Sequence[str]) -> str:
    return (
        f"Within that: {listed([spoken(name) for name in names])}." if names else "None of your points is within that."
    )
