"""Common outlines to start a footprint from: a builder picks the nearest and changes a leg.

Each is a walk on a grid of modules (2 ft or 0.6 m), anticlockwise from the lower left.  A leg of `CLOSES`
is worked out, where a wall at 45 degrees would leave an uneven number.
"""

from dataclasses import dataclass

from anvilhead.core.units.units import Units

CLOSES = 0
"""In place of a number of modules: this leg is worked out so that the walk closes."""


@dataclass(frozen=True, slots=True)
class Shape:
    """An outline to start from: its name, what it is, and pairs of turn in degrees and length in modules."""

    name: str
    title: str
    legs: tuple[tuple[int, int], ...]


SHAPES = (
    Shape("rectangle", "Rectangle", ((0, 18), (90, 12), (90, 18), (90, 12))),
    Shape("ell", "Ell", ((0, 18), (90, 7), (90, 9), (-90, 6), (90, 9), (90, 13))),
    Shape("tee", "Tee", ((0, 6), (90, 7), (-90, 6), (90, 6), (90, 18), (90, 6), (90, 6), (-90, 7))),
    Shape("u", "U", ((0, 18), (90, 12), (90, 5), (90, 6), (-90, 8), (-90, 6), (90, 5), (90, 12))),
    Shape("notch", "Notch", ((0, 18), (90, 12), (90, 8), (90, 3), (-90, 4), (-90, 3), (90, 6), (90, 12))),
    Shape("bay", "Bay", ((0, 6), (-45, 3), (45, 4), (45, 3), (-45, 6), (90, 10), (90, CLOSES), (90, CLOSES))),
    Shape("clipped", "Clipped", ((0, 14), (90, 8), (45, 4), (45, CLOSES), (90, CLOSES))),
)

_MODULE = {Units.FT_IN: (2, "'"), Units.M: (0.6, " m"), Units.MM: (600, " mm")}


def leg_text(modules: int, units: Units) -> str:
    """A length of a shape as a builder of these units would type it."""
    size, unit = _MODULE[units]
    return f"{round(modules * size, 1):g}{unit}"
