"""How numbers are written into results: six decimals of a millimetre, and texts in the job's units."""

from math import degrees

from anvilhead.core.adjust.adjustment import Ellipse
from anvilhead.core.geometry.footprint import Side
from anvilhead.core.geometry.point import Point
from anvilhead.core.messages.words import rounding_text
from anvilhead.core.units.length_printing import print_length
from anvilhead.core.units.units import Units
from anvilhead.jobfile.results.result_parts import Distance, EllipseResult, Place, SideResult


def tidy(value: float) -> float:
    """Six decimals of a millimetre, and no minus in front of nothing."""
    return round(value, 6) + 0.0


def text_of(mm: float, units: Units) -> str:
    """A length as a tape in these units shows it."""
    return print_length(mm, units).text


def place(point: Point) -> Place:
    """A place on the plan."""
    return Place(x_mm=tidy(point.x), y_mm=tidy(point.y))


def distance(side: Side, units: Units) -> Distance:
    """A planned distance with what rounding leaves."""
    printed = print_length(side.length_mm, units)
    return Distance(
        start=side.start,
        end=side.end,
        length_mm=tidy(side.length_mm),
        text=printed.text,
        remainder_mm=tidy(printed.remainder_mm),
        remainder_text=rounding_text(printed.remainder_mm, units),
    )


def side_of(side: Side, units: Units) -> SideResult:
    """A side and its line."""
    printed = print_length(side.length_mm, units)
    return SideResult(
        line=side.name,
        start=side.start,
        end=side.end,
        length_mm=tidy(side.length_mm),
        text=printed.text,
        remainder_mm=tidy(printed.remainder_mm),
        remainder_text=rounding_text(printed.remainder_mm, units),
    )


def ellipse_of(ellipse: Ellipse) -> EllipseResult:
    """An ellipse, its angle in degrees."""
    return EllipseResult(
        major_mm=tidy(ellipse.major_mm), minor_mm=tidy(ellipse.minor_mm), angle_deg=tidy(degrees(ellipse.angle_rad))
    )
