"""How a reading goes wrong between the rule and the pencil: the same whether a tape or a rod is read."""

import re
from collections.abc import Iterator
from enum import StrEnum
from fractions import Fraction

from anvilhead.core.units.errors import LengthError
from anvilhead.core.units.length_printing import print_length
from anvilhead.core.units.length_reading import read_length
from anvilhead.core.units.units import FOOT_MM, INCH_MM, Units


class Misreading(StrEnum):
    """Named misreadings, in the order in which they are believed."""

    FOOT = "foot"
    INCH = "inch"
    SIX_NINE = "six-nine"
    SWAPPED_DIGITS = "swapped-digits"
    HUNDREDTHS = "hundredths"


OF_FEET = (Misreading.FOOT, Misreading.INCH)


def misreadings(reading_mm: float, typed: str, units: Units) -> Iterator[tuple[Misreading, float]]:
    """Every named misreading a reading could hold, with what to add to it to undo that, millimetres.

    Args:
        reading_mm: as understood.
        typed: as written down; empty when that is not known.
        units: of the rule, for slips of digits.
    """
    for slip, amount in ((Misreading.FOOT, FOOT_MM), (Misreading.INCH, INCH_MM)):
        yield slip, amount
        yield slip, -amount
    for text in _ways_to_write(reading_mm, typed, units):
        for slip, changed in digit_slips(text):
            try:
                correct = read_length(changed, units).mm
            except LengthError:
                continue
            yield slip, float(correct) - reading_mm
    if shows_feet(typed, units):
        for correct_mm in _hundredths_slips(reading_mm):
            yield Misreading.HUNDREDTHS, correct_mm - reading_mm


def invited(reading_mm: float, typed: str, units: Units) -> list[tuple[Misreading, float]]:
    """Every named misreading that its own rule invites, with the number taken for it, millimetres, above zero.

    On a metric rule nobody misses a foot.  Each slip undone is a slip of the same kind, so the numbers that could be
    meant by a reading are those that it can be taken for.
    """
    foreign = () if shows_feet(typed, units) else OF_FEET
    heard = [(slip, reading_mm + more) for slip, more in misreadings(reading_mm, typed, units) if slip not in foreign]
    return [(slip, mm) for slip, mm in heard if mm > 0]


def shows_feet(typed: str, units: Units) -> bool:
    """Whether the rule showed feet; a metric one has none to misread."""
    return units is Units.FT_IN or "'" in typed or '"' in typed


def digit_slips(text: str) -> Iterator[tuple[Misreading, str]]:
    """A text with a 6 for a 9, a 9 for a 6, or two neighbouring digits swapped.

    The denominator of a fraction is not read off a rule: nobody takes sixteenths for nineteenths.
    """
    below = {i for match in re.finditer(r"/\s*\d+", text) for i in range(*match.span())}
    for match in re.finditer("[69]", text):
        if match.start() in below:
            continue
        flipped = "9" if match.group() == "6" else "6"
        yield Misreading.SIX_NINE, text[: match.start()] + flipped + text[match.end() :]
    for i in range(len(text) - 1):
        if i not in below and text[i] != text[i + 1] and (text[i] + text[i + 1]).isdigit():
            yield Misreading.SWAPPED_DIGITS, text[:i] + text[i + 1] + text[i] + text[i + 2 :]


def _ways_to_write(reading_mm: float, typed: str, units: Units) -> set[str]:
    """The reading as typed and as the rule prints it: feet and inches, and inches alone."""
    texts = {print_length(reading_mm, units).text}
    if typed:
        texts.add(typed)
    if units is Units.FT_IN:
        inches = Fraction(round(reading_mm / INCH_MM * 16), 16)
        whole, over = divmod(inches, 1)
        texts.add(f'{whole} {over}"' if over else f'{whole}"')
    return texts


def _hundredths_slips(reading_mm: float) -> Iterator[float]:
    """What was on the rule if hundredths (or tenths) of a foot were taken for inches, or the reverse."""
    feet, inches = divmod(round(reading_mm / INCH_MM, 6), 12)
    yield (feet + inches / 100) * FOOT_MM
    yield (feet + inches / 10) * FOOT_MM
    share = inches / 12
    for as_inches in (share * 100, share * 10):
        if as_inches < 12:
            yield feet * FOOT_MM + as_inches * INCH_MM
