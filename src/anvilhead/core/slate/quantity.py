"""A number, a length, an area or a volume, kept as an exact fraction of millimetres while that lasts."""

import math
from dataclasses import dataclass, replace
from enum import StrEnum
from fractions import Fraction
from typing import Self

from anvilhead.core.units.errors import InputError

ROOT_DIGITS = 10**24
"""A root that is no fraction is kept to this part of a millimetre."""
MOST_POWER = 12
"""Higher powers are slips of the keys, and their fractions would fill the memory."""


class QuantityKind(StrEnum):
    """What a quantity measures."""

    NUMBER = "number"
    LENGTH = "length"
    AREA = "area"
    VOLUME = "volume"


KINDS = (QuantityKind.NUMBER, QuantityKind.LENGTH, QuantityKind.AREA, QuantityKind.VOLUME)
"""By how often a length is multiplied in them."""


class SumError(InputError):
    """A sum that means nothing, such as a length and an area added."""


@dataclass(frozen=True, slots=True)
class Quantity:
    """A value in millimetres to the power of `power`.

    Attributes:
        value: exact; power: 0 a number, 1 a length, 2 an area, 3 a volume.
        bare: a number made of bare numbers alone, which becomes a length when one is added to it; the ratio of two
            lengths is none.
    """

    value: Fraction
    power: int = 0
    bare: bool = False

    @property
    def kind(self) -> QuantityKind:
        """What it measures."""
        return KINDS[self.power]

    def __neg__(self) -> "Quantity":
        return replace(self, value=-self.value)

    def __add__(self, other: "Quantity") -> "Quantity":
        if self.power != other.power:
            told = f"{_an(self)} and {_an(other).lower()} cannot be added to or taken from each other."
            raise SumError("unlike", told)
        return Quantity(self.value + other.value, self.power, self.bare and other.bare)

    def __sub__(self, other: "Quantity") -> "Quantity":
        return self + -other

    def __mul__(self, other: "Quantity") -> "Quantity":
        return self._of_power(self.value * other.value, self.power + other.power, other)

    def __truediv__(self, other: "Quantity") -> "Quantity":
        if other.value == 0:
            raise SumError("by-nothing", "This divides by nothing.")
        return self._of_power(self.value / other.value, self.power - other.power, other)

    def __pow__(self, other: "Quantity") -> "Quantity":
        if other.power or other.value.denominator != 1 or not 0 <= other.value <= MOST_POWER:
            raise SumError("no-power", f"A power is a whole number from 0 to {MOST_POWER}.")
        times = int(other.value)
        return self._of_power(self.value**times, self.power * times, other)

    def root(self) -> "Quantity":
        """The square root: of an area a length, of a number a number."""
        if self.power % 2:
            raise SumError("no-root", f"{_an(self)} has no square root that can be laid out; an area has.")
        if self.value < 0:
            raise SumError("no-root", "There is no square root of less than nothing.")
        return Quantity(_root(self.value), self.power // 2, self.bare)

    def _of_power(self, value: Fraction, power: int, other: Self) -> "Quantity":
        if not 0 <= power < len(KINDS):
            told = "is divided by more lengths than it has" if power < 0 else "multiplies more than three lengths"
            raise SumError("no-such-kind", f"This {told}; a sum ends in a number, a length, an area or a volume.")
        return Quantity(value, power, self.bare and other.bare)


def _an(one: Quantity) -> str:
    return f"{'An' if one.kind is QuantityKind.AREA else 'A'} {one.kind}"


def _root(value: Fraction) -> Fraction:
    """Exact where it is a fraction, else to `ROOT_DIGITS`."""
    above, below = math.isqrt(value.numerator), math.isqrt(value.denominator)
    if above * above == value.numerator and below * below == value.denominator:
        return Fraction(above, below)
    scaled = math.isqrt(value.numerator * value.denominator * ROOT_DIGITS * ROOT_DIGITS)
    return Fraction(scaled, value.denominator * ROOT_DIGITS)
