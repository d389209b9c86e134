"""A tape or a rod read on lengths that are known otherwise: what its zero is off, and what its scale.

Of readings r on known lengths k the errors r - k lie on a line, zero + scale · k: a straight line by least squares,
each reading weighed by how far it may be off by its class, long ones more than short ones (e.g. Press et al.,
Numerical Recipes, 15.2).
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass

from anvilhead.core.adjust.chance import NORMAL_95
from anvilhead.core.measure.tape import TapeClass
from anvilhead.core.units.tolerances import NOTHING_MM

APART = 1.2
"""Lengths are two where the longer is so many times the shorter; nearer ones tell a bent hook from no stretch."""


@dataclass(frozen=True, slots=True)
class Held:
    """A known length, and what was read on it, millimetres."""

    known_mm: float
    reads_mm: float

    @property
    def error_mm(self) -> float:
        """What it reads too much there."""
        return self.reads_mm - self.known_mm


@dataclass(frozen=True, slots=True)
class Part:
    """One part of an error: too much by so many millimetres, or for each millimetre, give or take, 95 in 100."""

    more: float
    doubt: float

    @property
    def is_told(self) -> bool:
        """Whether the readings show it beyond their doubt."""
        return abs(self.more) > self.doubt


@dataclass(frozen=True, slots=True)
class KnownLengths:
    """What a comparison says.

    Attributes:
        held: the lengths; grade: what the instrument claims.
        zero: on every reading, millimetres; scale: for each millimetre; both None where lengths are too alike to tell
            them apart.
    """

    held: tuple[Held, ...]
    grade: TapeClass
    zero: Part | None
    scale: Part | None

    @property
    def worst(self) -> Held:
        """The length that is read worst, against what may be claimed there."""
        return max(self.held, key=lambda one: abs(one.error_mm) / self.allowed_mm(one.known_mm))

    def allowed_mm(self, length_mm: float) -> float:
        """What a reading of it may be off: the claim, and the eye at the test."""
        return math.hypot(self.grade.limit_mm(length_mm), self._eye_mm)

    @property
    def is_true(self) -> bool:
        """Whether it keeps its claim on every length it was held to."""
        return abs(self.worst.error_mm) <= self.allowed_mm(self.worst.known_mm) + NOTHING_MM

    @property
    def offered_zero_mm(self) -> float | None:
        """What may be taken off every reading; None where nothing shows that anything should."""
        return self.zero.more if self.zero is not None and self.zero.is_told else None

    @property
    def _eye_mm(self) -> float:
        return NORMAL_95 * self.grade.sigma_mm(0.0)


def known_lengths(held: Sequence[Held], grade: TapeClass) -> KnownLengths:
    """What readings on known lengths say of an instrument.

    Args:
        held: one or more.
        grade: what it claims, and so how far one careful reading may be off.
    """
    lengths = [one.known_mm for one in held]
    if max(lengths) < APART * min(lengths):
        return KnownLengths(tuple(held), grade, None, None)
    weights = [grade.sigma_mm(one.known_mm) ** -2 for one in held]
    weighed = list(zip(weights, held, strict=True))
    whole = sum(weights)
    mean = sum(weight * one.known_mm for weight, one in weighed) / whole
    spread = sum(weight * (one.known_mm - mean) ** 2 for weight, one in weighed)
    scale = sum(weight * (one.known_mm - mean) * one.error_mm for weight, one in weighed) / spread
    zero = sum(weight * one.error_mm for weight, one in weighed) / whole - scale * mean
    of_zero, of_scale = math.sqrt(1 / whole + mean**2 / spread), 1 / math.sqrt(spread)
    return KnownLengths(tuple(held), grade, Part(zero, NORMAL_95 * of_zero), Part(scale, NORMAL_95 * of_scale))
