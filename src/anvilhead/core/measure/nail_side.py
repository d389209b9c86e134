"""Where a string runs on its nail, and where a tape touched a mark: between what is read and what is meant."""

from enum import StrEnum

from anvilhead.core.geometry.point import Point
from anvilhead.core.units.units import INCH_MM, SIXTEENTH_MM

USUAL_NAIL_MM, USUAL_LINE_MM = INCH_MM / 8, SIXTEENTH_MM
"""A common nail, a mason's line."""


class Runs(StrEnum):
    """Where a string runs on every nail or stake of a job: over its middle, or past it on one side."""

    CENTRE = "centre"
    INSIDE = "inside"
    OUTSIDE = "outside"


class Touch(StrEnum):
    """Which part of a mark a tape touched, as seen from the other end of the tape."""

    CENTRE = "centre"
    NEAR = "near"
    FAR = "far"


def nail_beyond_mm(runs: Runs, nail_mm: float, line_mm: float) -> float:
    """How far the middle of a nail stands outside the line of its string, millimetres; inside below zero.

    A string on the inner side of its nail has the nail outside it, half of each thickness away.
    """
    apart = (nail_mm + line_mm) / 2
    return {Runs.CENTRE: 0.0, Runs.INSIDE: apart, Runs.OUTSIDE: -apart}[runs]


def touch_mm(width_mm: float, *ends: Touch) -> float:
    """What touching marks off their middle adds to a reading: half a width for a far side, as much less for a near."""
    return sum({Touch.CENTRE: 0.0, Touch.NEAR: -width_mm / 2, Touch.FAR: width_mm / 2}[end] for end in ends)


def between_nails_mm(start: Point, end: Point, start_off: Point, end_off: Point) -> float:
    """What a tape from nail to nail reads more than from string to string.

    Args:
        start: where one string passes; its planned place is near enough for a nail's thickness.
        end: where the other passes.
        start_off: from there to the middle of the nail, at the start.
        end_off: the same at the end.
    """
    way = (end - start).unit()
    return way.dot(end_off) - way.dot(start_off)
