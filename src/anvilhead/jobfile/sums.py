"""Sums on the slate written down: what is typed, and what it comes to."""

import re
from fractions import Fraction

from pydantic import BaseModel

from anvilhead.core.slate.expression import work_out
from anvilhead.core.slate.quantity import Quantity, QuantityKind
from anvilhead.core.units.errors import LengthError
from anvilhead.core.units.length_printing import (
    print_area,
    print_feet_hundredths,
    print_feet_inches,
    print_length,
    print_number,
    print_volume,
)
from anvilhead.core.units.length_reading import ReadLength
from anvilhead.core.units.units import EXACT_INCH_MM, Units
from anvilhead.jobfile.lengths import length_of
from anvilhead.jobfile.problems import DocumentRefused, Problem


class SumResult(BaseModel):
    """What a sum comes to; of `mm`, `mm2`, `mm3` and `value` the one that goes with its kind.

    Attributes:
        text: in the units at hand; remainder_mm: what rounding a length to that left, exact minus printed.
        beside: the same as other tapes and books have it.
    """

    kind: QuantityKind
    mm: float | None = None
    mm2: float | None = None
    mm3: float | None = None
    value: float | None = None
    text: str
    remainder_mm: float | None = None
    beside: list[str]


def solve_sum(text: str, units: Units) -> SumResult:
    """What a sum comes to.

    Raises:
        DocumentRefused: with the place of the trouble, when it cannot be read or means nothing.
    """
    try:
        found = work_out(text, units)
    except LengthError as error:
        trouble = Problem(pointer="", code=error.code, message=error.message, position=error.position)
        raise DocumentRefused([trouble]) from None
    return _written(found, units)


_SIGNS = re.compile(r"[+*×÷·^²()√]|\s[-−–/x]\s|sqrt", re.IGNORECASE)
"""What no length has, and a sum does."""


def length_from_sum(text: str, units: Units, refused: LengthError, *, signed: bool) -> ReadLength:
    """A sum typed where a length is wanted, worked out; what is no sum stays refused as a length.

    Args:
        text: as typed.
        units: what a bare number means; a sum of bare numbers alone comes to so many of them.
        refused: why it is no length.
        signed: whether it may be below zero.

    Raises:
        LengthError: when it is no sum, cannot be worked out, or comes to no length that can stand here.
    """
    if not _SIGNS.search(text):
        raise refused
    found = work_out(text, units)
    if found.kind is QuantityKind.NUMBER and found.bare:
        found = work_out(f"0 mm + ({text})", units)
    if found.kind is not QuantityKind.LENGTH or (found.value < 0 and not signed):
        raise LengthError(
            "not-a-length", f"This comes to {_written(found, units).text}: no length that can stand here."
        )
    return ReadLength(found.value, str(length_of(float(found.value), units).written))


def _written(found: Quantity, units: Units) -> SumResult:
    size = float(found.value)
    if found.kind is QuantityKind.NUMBER:
        return SumResult(kind=found.kind, value=size, text=print_number(found.value), beside=_fraction(found.value))
    if found.kind is QuantityKind.AREA:
        texts = [print_area(size, one) for one in (units, _other(units))]
        return SumResult(kind=found.kind, mm2=size, text=texts[0], beside=texts[1:])
    if found.kind is QuantityKind.VOLUME:
        texts = [print_volume(size, one) for one in (units, _other(units))]
        return SumResult(kind=found.kind, mm3=size, text=texts[0], beside=texts[1:])
    printed = print_length(found.value, units)
    texts = [
        print_feet_inches(found.value).text,
        f'{print_number(round(found.value / EXACT_INCH_MM, 3))}"',
        print_feet_hundredths(found.value).text,
        print_length(found.value, Units.M).text,
        f"{print_number(round(found.value, 1))} mm",
    ]
    return SumResult(
        kind=found.kind,
        mm=size,
        text=printed.text,
        remainder_mm=round(printed.remainder_mm, 6),
        beside=[text for text in dict.fromkeys(texts) if text != printed.text],
    )


def _other(units: Units) -> Units:
    return Units.M if units is Units.FT_IN else Units.FT_IN


FINEST_FRACTION = 64
"""Ratios such as 7/16 are told as a fraction up to this denominator."""


def _fraction(value: Fraction) -> list[str]:
    """A number as a mixed fraction, where that is a plain one."""
    if value.denominator == 1 or value.denominator > FINEST_FRACTION:
        return []
    whole, rest = divmod(abs(value), 1)
    return [("-" if value < 0 else "") + (f"{whole} {rest}" if whole else str(rest))]
