"""How sure it is that every corner lies within what is allowed, by the pulls and what their tapes can tell.

A corner's estimate errs by a normal law of two dimensions (its ellipse).  The chance that all lie within a distance is
taken as the product of those of each: corners err together more than apart, so that is too low rather than too high
where the estimates lie near their plan (Royen, Far East J. Theor. Stat. 48, 2014).  That strings are put up near their
plan is left out of it as well, which would make it surer: it is a least, and said as one.
"""

import math
from collections.abc import Iterable
from dataclasses import dataclass

from anvilhead.core.adjust.adjustment import Ellipse
from anvilhead.core.geometry.point import Point

SURE_SHARE = 0.95
STRIPS = 16
"""Strips that a disc is cut into; the chance is then right to three figures."""
HALVINGS = 10
"""Of the distance looked for: it is then right to a thousandth."""


@dataclass(frozen=True, slots=True)
class Certainty:
    """What is known of all corners together.

    Attributes:
        share: chance that every corner lies within the tolerance.
        within_mm: every corner lies within this of its plan 95 times in 100.
        may_be_exact: whether every corner could stand exactly on its plan for all the tapes can tell.
    """

    share: float
    within_mm: float
    may_be_exact: bool

    @property
    def is_sure(self) -> bool:
        """Whether every corner lies within the tolerance 95 times in 100."""
        return self.share >= SURE_SHARE


Known = tuple[Point, Ellipse]
"""How far a corner is estimated from its plan, and how well that is known."""


def certainty_of(corners: Iterable[Known], tolerance_mm: float) -> Certainty:
    """How sure it is that these corners lie on their plan."""
    known = list(corners)
    exact = all(_holds_plan(off, ellipse) for off, ellipse in known)
    return Certainty(_share(known, tolerance_mm), _within(known), exact)


def _holds_plan(off: Point, ellipse: Ellipse) -> bool:
    """Whether the ellipse about an estimate holds its place on the plan."""
    if ellipse.minor_mm <= 0:
        return off.length() <= ellipse.major_mm
    along = ellipse.along
    return math.hypot(off.dot(along) / ellipse.major_mm, off.dot(along.left()) / ellipse.minor_mm) <= 1


def _share(known: list[Known], within_mm: float) -> float:
    share = 1.0
    for off, ellipse in known:
        share *= chance_within(off, ellipse, within_mm)
    return share


def _within(known: list[Known]) -> float:
    low, high = 0.0, max((off.length() + 2 * ellipse.major_mm for off, ellipse in known), default=0.0)
    for _ in range(HALVINGS):
        middle = (low + high) / 2
        low, high = (low, middle) if _share(known, middle) >= SURE_SHARE else (middle, high)
    return high


def chance_within(off: Point, ellipse: Ellipse, within_mm: float) -> float:
    """Chance that a point lies within a distance of where it should, millimetres.

    Args:
        off: where it is estimated, from where it should be.
        ellipse: that holds it 95 times in 100.
        within_mm: the distance.
    """
    along = ellipse.along
    x, y = off.dot(along), off.dot(along.left())
    wide, narrow = ellipse.sigmas_mm
    if wide <= 0:
        return 1.0 if off.length() <= within_mm else 0.0
    low, high = max(-within_mm, x - 6 * wide), min(within_mm, x + 6 * wide)
    if low >= high:  # nothing of it reaches so near
        return 0.0
    # across the disc, strip by strip, what the normal law holds of each (Simpson over the angle: smooth at the rim)
    first, last = math.asin(low / within_mm), math.asin(high / within_mm)
    step = (last - first) / STRIPS
    total = 0.0
    for i in range(STRIPS + 1):
        at, half = within_mm * math.sin(first + i * step), within_mm * math.cos(first + i * step)
        weight = 1 if i in (0, STRIPS) else 4 if i % 2 else 2
        total += weight * half * math.exp(-(((at - x) / wide) ** 2) / 2) * _between(-half - y, half - y, narrow)
    return min(1.0, total * step / 3 / (wide * math.sqrt(2 * math.pi)))


def _between(low: float, high: float, sigma: float) -> float:
    """Chance that a normal value lies between two."""
    if sigma <= 0:
        return 1.0 if low <= 0 <= high else 0.0
    scale = sigma * math.sqrt(2)
    return (math.erf(high / scale) - math.erf(low / scale)) / 2
