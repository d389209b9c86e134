"""Usual slips: what a reading would be, had one of them not happened."""

import math
from collections.abc import Iterator, Mapping, Sequence
from enum import StrEnum

from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.misreading import OF_FEET, misreadings, shows_feet
from anvilhead.core.measure.tape import Pull, PullKind
from anvilhead.core.units.units import INCH_MM, Units

METRIC_BURN_MM = 100.0
HOOKS = (INCH_MM / 8, INCH_MM / 16, INCH_MM * 3 / 16)
"""What a bent or loose hook adds to, or takes from, every reading made with it."""
WRONG_SYSTEM = 20
"""How much rarer a misread foot or inch is on a metric tape."""


class Slip(StrEnum):
    """Named slips, in the order in which they are believed when two explain a reading equally well."""

    BURN = "burn"
    FOOT = "foot"
    INCH = "inch"
    SIX_NINE = "six-nine"
    SWAPPED_DIGITS = "swapped-digits"
    HUNDREDTHS = "hundredths"
    WRONG_CORNER = "wrong-corner"
    ROWS_SWAPPED = "rows-swapped"
    BUMP = "bump"
    HOOK = "hook"
    UNKNOWN = "unknown"


def hooks_mm() -> list[float]:
    """What a hook may add to every reading, millimetres, either way."""
    return [by for size in HOOKS for by in (size, -size)]


def usual_slips(
    pull: Pull, others: Sequence[Pull], units: Units, heights_mm: Mapping[str, float], corners: Mapping[str, Point]
) -> Iterator[tuple[Slip, float, int]]:
    """Every usual slip that a reading could hold: what to add to the reading to undo it, and one of how many ways.

    Args:
        pull: as taken.
        others: pulls of the round.
        units: of the tape, for slips of digits.
        heights_mm: ground heights by point, where they are known.
        corners: where the other pulls have every point.
    """
    found: dict[Slip, list[float]] = {}
    for slip, correction in _possible(pull, others, units, heights_mm, corners):
        found.setdefault(slip, []).append(correction)
    foreign = () if shows_feet(pull.typed, units) else tuple(map(Slip, OF_FEET))
    for slip, corrections in found.items():
        ways = len(corrections) * (WRONG_SYSTEM if slip in foreign else 1)
        for correction in corrections:
            yield slip, correction, ways


def _possible(
    pull: Pull, others: Sequence[Pull], units: Units, heights_mm: Mapping[str, float], corners: Mapping[str, Point]
) -> Iterator[tuple[Slip, float]]:
    if pull.burn_mm:
        yield Slip.BURN, pull.burn_mm  # noted as burned, but pulled from the hook
    else:
        burns = {other.burn_mm for other in others if other.burn_mm}
        for burn in burns or ({METRIC_BURN_MM} if units is not Units.FT_IN else set()):
            yield Slip.BURN, -burn
        for by in hooks_mm():
            yield Slip.HOOK, by
    for slip, correction in misreadings(pull.reading_mm, pull.typed, units):
        yield Slip(slip), correction
    if pull.kind is PullKind.POINTS:
        yield from _bump(pull, heights_mm)
        yield from _wrong_corner(pull, corners)


def _bump(pull: Pull, heights_mm: Mapping[str, float]) -> Iterator[tuple[Slip, float]]:
    """A tape that followed the ground instead of the level: down its fall, or up over a hump of that height."""
    if pull.fall_mm or not {pull.start, pull.end} <= heights_mm.keys():
        return
    height, taut = heights_mm[pull.start] - heights_mm[pull.end], pull.length_mm
    if 0 < abs(height) < taut / 2:
        yield Slip.BUMP, math.sqrt(taut * taut - height * height) - taut
        yield Slip.BUMP, math.sqrt(taut * taut - 4 * height * height) - taut


def _wrong_corner(pull: Pull, corners: Mapping[str, Point]) -> Iterator[tuple[Slip, float]]:
    """One end of the tape held at another corner: the reading then fits that corner."""
    right = corners[pull.start].distance_to(corners[pull.end])
    for fixed, meant in ((pull.start, pull.end), (pull.end, pull.start)):
        for other, place in corners.items():
            if other not in (fixed, meant):
                yield Slip.WRONG_CORNER, right - corners[fixed].distance_to(place)
