"""Sheets of mesh over an outline: rows that lap, each pieced from whole sheets and one that is cut."""

import math
from collections.abc import Sequence
from dataclasses import dataclass

from anvilhead.core.forms.cutting import StockCut, cut_from
from anvilhead.core.geometry.point import Point
from anvilhead.core.pour.across import extent, inset
from anvilhead.core.units.errors import InputError
from anvilhead.core.units.tolerances import COINCIDENT_MM, FLOAT_SLACK, NOTHING_MM

MOST_ROWS = 500
"""More than this is a sheet typed wrong."""


@dataclass(frozen=True, slots=True)
class Sheet:
    """A sheet of mesh and how far sheets lap, millimetres."""

    length_mm: float
    width_mm: float
    lap_mm: float


@dataclass(frozen=True, slots=True)
class Mesh:
    """Sheets laid along a direction.

    Attributes:
        rows: of sheets side by side; last_wide_mm: what is left of the last row's width, cut lengthways.
        whole: sheets laid whole; cut: lengths cut from others.
        sheets: to take along; pieces of sheets are cut from what others leave.
        cuts: those that are cut, from what.
    """

    ahead: Point
    rows: int
    last_wide_mm: float
    whole: int
    cut: tuple[float, ...]
    sheets: int
    cuts: tuple[StockCut, ...]


def mesh_along(outline: Sequence[Point], ahead: Point, sheet: Sheet, cover_mm: float) -> Mesh:
    """Sheets with their length along a direction.

    Args:
        outline: faces of the concrete, closed.
        ahead: the direction of the sheets' length, a unit vector.
        sheet: what there is.
        cover_mm: from every face to the mesh.

    Raises:
        InputError: when sheets lap by all of their width, or there are more rows than anybody lays.
        GeometryError: when the cover leaves no room.
    """
    if sheet.lap_mm >= min(sheet.width_mm, sheet.length_mm):
        raise InputError("lap-too-long", "The lap is as wide as a sheet. Type less lap, or take larger sheets.")
    across = ahead.left()
    within = inset(outline, cover_mm)
    low, high = extent(within, across)
    rows = _count(high - low, sheet.width_mm, sheet.lap_mm)
    if rows > MOST_ROWS:
        message = f"Such sheets and laps make more than {MOST_ROWS} rows. Take wider sheets, or less lap."
        raise InputError("too-many-rows", message)
    whole, cut = 0, []
    for row in range(rows):
        start = low + row * (sheet.width_mm - sheet.lap_mm)
        length = _reach(within, ahead, start + COINCIDENT_MM, min(start + sheet.width_mm, high) - COINCIDENT_MM)
        if length <= NOTHING_MM:
            continue
        count = _count(length, sheet.length_mm, sheet.lap_mm)
        last = length - (count - 1) * (sheet.length_mm - sheet.lap_mm)
        full = last >= sheet.length_mm - NOTHING_MM
        whole += count if full else count - 1
        cut += [] if full else [last]
    cuts = tuple(cut_from(cut, [sheet.length_mm], kerf_mm=0.0)) if cut else ()
    wide = high - low - (rows - 1) * (sheet.width_mm - sheet.lap_mm)
    return Mesh(ahead, rows, wide, whole, tuple(cut), whole + len(cuts), cuts)


def mesh_for(outline: Sequence[Point], ahead: Point, sheet: Sheet, cover_mm: float) -> Mesh:
    """The way round, along a direction or square to it, that takes fewer sheets."""
    return min(
        (mesh_along(outline, way, sheet, cover_mm) for way in (ahead, ahead.left())),
        key=lambda mesh: (mesh.sheets, mesh.rows),
    )


def _count(length: float, sheet: float, lap: float) -> int:
    return max(1, math.ceil((length - lap) / (sheet - lap) - FLOAT_SLACK))


def _reach(outline: Sequence[Point], ahead: Point, low: float, high: float) -> float:
    """How long the outline is along a direction between two lines: from its first to its last point there."""
    across = ahead.left()
    along: list[float] = []
    for start, end in zip(outline, [*outline[1:], outline[0]], strict=True):
        one, other = start.dot(across), end.dot(across)
        if max(one, other) < low or min(one, other) > high:
            continue
        for level in (low, high, one, other):
            if low <= level <= high and min(one, other) <= level <= max(one, other):
                share = 0.0 if one == other else (level - one) / (other - one)
                along.append((start + (end - start) * share).dot(ahead))
        if one == other:
            along.append(end.dot(ahead))
    return max(along) - min(along) if along else 0.0
