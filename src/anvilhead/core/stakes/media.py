"""Paint, flags, whiskers: which of them for which mark on which ground, and when it must be made anew.

How long a mark lasts is what crews count with, not a promise: rain, traffic and mowing end any of them earlier.
"""

from dataclasses import dataclass
from enum import StrEnum


class Ground(StrEnum):
    """What a mark is made on."""

    SOIL = "soil"
    GRASS = "grass"
    STONE = "stone"
    CONCRETE = "concrete"


class Marked(StrEnum):
    """What is marked."""

    EDGE = "edge"
    POINT = "point"
    STAKE = "stake"


class Medium(StrEnum):
    """What it is marked with."""

    PAINT = "paint"
    WHISKER = "whisker"
    NAIL = "nail"
    LATH = "lath"


@dataclass(frozen=True, slots=True)
class Lasts:
    """A medium, and the days after which it is made anew whatever the weather was."""

    medium: Medium
    days: int


_LASTS = {
    Marked.EDGE: {
        Ground.SOIL: Lasts(Medium.PAINT, 7),
        Ground.GRASS: Lasts(Medium.PAINT, 10),
        Ground.STONE: Lasts(Medium.PAINT, 14),
        Ground.CONCRETE: Lasts(Medium.PAINT, 60),
    },
    Marked.POINT: {
        Ground.SOIL: Lasts(Medium.WHISKER, 90),
        Ground.GRASS: Lasts(Medium.WHISKER, 90),
        Ground.STONE: Lasts(Medium.WHISKER, 60),
        Ground.CONCRETE: Lasts(Medium.NAIL, 180),
    },
    Marked.STAKE: {
        Ground.SOIL: Lasts(Medium.LATH, 60),
        Ground.GRASS: Lasts(Medium.LATH, 60),
        Ground.STONE: Lasts(Medium.LATH, 30),
        Ground.CONCRETE: Lasts(Medium.NAIL, 180),
    },
}
FLAG_DAYS = 14
"""A wire flag beside a point shows it from a machine; the sun and the wind leave little of it after two weeks."""


def lasts_on(marked: Marked, ground: Ground) -> Lasts:
    """What a mark is made with on a ground."""
    return _LASTS[marked][ground]


def renewals(days: int, every: int) -> int:
    """How often a mark is made anew until something happens so many days on; it is fresh when it is first made."""
    return max(0, (days - 1) // every)
