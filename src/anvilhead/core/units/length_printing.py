"""Printing lengths for a tape: rounded to what it can show, with the rounding left over."""

import math
from dataclasses import dataclass
from fractions import Fraction
from functools import lru_cache

from anvilhead.core.units.tolerances import EXACT_MM
from anvilhead.core.units.units import EXACT_FOOT_MM, EXACT_INCH_MM, FOOT_MM, INCH_MM, SIXTEENTH_MM, Units

_HALF = Fraction(1, 2)


@dataclass(frozen=True, slots=True)
class PrintedLength:
    """A length as a tape shows it, and what rounding left: exact minus printed, millimetres."""

    text: str
    remainder_mm: float


@lru_cache(maxsize=8192)  # a plan says the same offsets and lengths on board after board
def print_length(mm: float | Fraction, units: Units, denominator: int = 16) -> PrintedLength:
    """Print a length for a tape in the job's units.

    Args:
        mm: the length; may be negative.
        units: feet-inches to a fraction, metres to the millimetre, or whole millimetres.
        denominator: finest inch fraction, 2 to 64, a power of two.

    Returns:
        The text and the rounding left over (exact minus printed), millimetres.
    """
    if units is Units.FT_IN:
        return print_feet_inches(mm, denominator)
    whole_mm = _round_half_up(mm)
    sign = "-" if whole_mm < 0 else ""
    metres, rest = divmod(abs(whole_mm), 1000)
    text = f"{sign}{metres}.{rest:03d} m" if units is Units.M else f"{whole_mm} mm"
    return PrintedLength(text, float(mm - whole_mm))


def print_difference(mm: float, units: Units) -> str:
    """Print a small length or a difference: inches, or millimetres up to a metre in either metric job."""
    metric = Units.MM if abs(mm) < 1000 else Units.M
    return print_length(mm, Units.FT_IN if units is Units.FT_IN else metric).text


def print_within(mm: float, units: Units) -> str:
    """Print what something is within: rounded up to the next mark, so that no doubt is rounded away.

    Within nothing is said of nothing alone, to a thousandth of a millimetre.
    """
    return print_difference(abs(up_to_mark(mm, units)), units)


def up_to_mark(mm: float, units: Units) -> float:
    """An amount made larger, whichever way it goes, to the next mark of a tape."""
    mark = SIXTEENTH_MM if units is Units.FT_IN else 1.0
    return math.copysign(math.ceil((abs(mm) - EXACT_MM) / mark) * mark, mm)


@lru_cache(maxsize=2048)
def print_small(mm: float, units: Units) -> str | None:
    """Print an amount too small for the marks of a tape: to 1/64 inch, or to a tenth of a millimetre.

    None where that is nothing.
    """
    text = print_feet_inches(abs(mm), 64).text if units is Units.FT_IN else f"{abs(mm):.1f} mm"
    return None if text in ('0"', "0.0 mm") else text


def print_distance(mm: float, units: Units) -> str:
    """Print how far one walks: whole feet, or whole metres."""
    return f"{mm / FOOT_MM:.0f} ft" if units is Units.FT_IN else f"{mm / 1000:.0f} m"


def print_about(mm: float, units: Units) -> str:
    """Print how far to keep from something: whole feet, or metres to a tenth."""
    return f"{mm / FOOT_MM:.0f} ft" if units is Units.FT_IN else f"{mm / 1000:.1f} m"


def print_area(mm2: float, units: Units) -> str:
    """Print an area: square feet to a tenth, or square metres to a hundredth."""
    if units is Units.FT_IN:
        return f"{mm2 / FOOT_MM**2:.1f} sq ft"
    return f"{mm2 / 1e6:.2f} m²"


def print_volume(mm3: float, units: Units) -> str:
    """Print a volume: cubic yards and feet to a hundredth, or cubic metres to a thousandth."""
    if units is Units.FT_IN:
        return f"{mm3 / (3 * FOOT_MM) ** 3:.2f} cu yd ({mm3 / FOOT_MM**3:.1f} cu ft)"
    return f"{mm3 / 1e9:.3f} m³"


def print_number(value: float | Fraction) -> str:
    """Print a plain number to six decimals, none that say nothing."""
    text = f"{float(value):.6f}".rstrip("0").rstrip(".")
    return "0" if text in ("", "-0") else text


def print_feet_inches(mm: float | Fraction, denominator: int = 16) -> PrintedLength:
    """Print feet, inches and a reduced fraction: 27' 6 1/2"; under a foot, inches alone: 11 15/16"."""
    if denominator not in (2, 4, 8, 16, 32, 64):
        raise ValueError(f"inch fractions go to 2, 4, 8, 16, 32 or 64, not {denominator}")
    ticks = _round_half_up(mm * denominator / (EXACT_INCH_MM if isinstance(mm, Fraction) else INCH_MM))
    inches, over = divmod(abs(ticks), denominator)
    feet, inches = divmod(inches, 12)
    common = math.gcd(over, denominator)
    fraction = f"{over // common}/{denominator // common}" if over else ""
    inch_text = f"{inches} {fraction}" if inches and fraction else fraction or str(inches)
    if feet:
        inch_text = f"{inches} {fraction}".rstrip()
    sign = "-" if ticks < 0 else ""
    text = f"{sign}{feet}' {inch_text}\"" if feet else f'{sign}{inch_text}"'
    return PrintedLength(
        text,
        float(
            mm - ticks * EXACT_INCH_MM / denominator if isinstance(mm, Fraction) else mm - ticks * INCH_MM / denominator
        ),
    )


def print_feet_hundredths(mm: float | Fraction) -> PrintedLength:
    """Print feet and hundredths, as survey stakes are written: 27.54 ft."""
    hundredths = _round_half_up(mm * 100 / (EXACT_FOOT_MM if isinstance(mm, Fraction) else FOOT_MM))
    sign = "-" if hundredths < 0 else ""
    feet, rest = divmod(abs(hundredths), 100)
    return PrintedLength(f"{sign}{feet}.{rest:02d} ft", float(mm) - hundredths * 3.048)


def _round_half_up(value: float | Fraction) -> int:
    """Round to the nearest whole, halves away from zero, as a reader of a tape does."""
    nearest = math.floor(abs(value) + _HALF) if isinstance(value, Fraction) else math.floor(abs(value) + 0.5)
    return -nearest if value < 0 else nearest
