"""A grid of reinforcing bars inside an outline: where they lie, what each is pieced together from.

Size, spacing, cover and lap are those of the drawings.  Bars lie at equal spaces no wider than asked for, the outermost
at the cover.  A bar longer than stock is pieced with laps; from bar to bar the laps change ends, so that no two lie
side by side.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass

from anvilhead.core.geometry.point import Point
from anvilhead.core.pour.across import Chord, chords_across, extent, inset
from anvilhead.core.units.errors import InputError
from anvilhead.core.units.tolerances import FLOAT_SLACK, NOTHING_MM

HAIR_MM = 0.01
"""A line that would lie on an edge is read this far inside of it."""
MOST_BARS = 1000
"""More than this one way is a spacing typed wrong."""


@dataclass(frozen=True, slots=True)
class Bars:
    """Bars one way.

    Attributes:
        bars: where each lies, in order across.
        spacing_mm: from bar to bar.
    """

    bars: tuple[Chord, ...]
    spacing_mm: float


def bars_one_way(outline: Sequence[Point], ahead: Point, spacing_mm: float, cover_mm: float) -> Bars:
    """Bars along a direction.

    Args:
        outline: faces of the concrete, closed.
        ahead: the direction they run, a unit vector.
        spacing_mm: from bar to bar at the most.
        cover_mm: from every face to a bar.

    Raises:
        GeometryError: when the cover leaves no room.
        InputError: when there are more bars than anybody lays.
    """
    within, across = inset(outline, cover_mm), ahead.left()
    low, high = extent(within, across)
    wide = high - low
    if wide / spacing_mm > MOST_BARS:
        raise InputError("too-many-bars", f"So narrow a spacing makes more than {MOST_BARS} bars. Type a wider one.")
    spaces = max(1, math.ceil(wide / spacing_mm - FLOAT_SLACK)) if wide > NOTHING_MM else 0
    found: list[Chord] = []
    for number in range(spaces + 1):
        at = low + (wide * number / spaces if spaces else 0.0)
        # the outermost lie on the edges of what the cover leaves
        read_at = min(max(at, low + HAIR_MM), high - HAIR_MM)
        back = across * (at - read_at)
        read = chords_across(within, across * read_at, ahead)
        found += [Chord(one.start + back, one.end + back) for one in read]
    return Bars(tuple(found), wide / spaces if spaces else 0.0)


def pieces_of(length_mm: float, stock_mm: float, lap_mm: float | None) -> list[float]:
    """A bar pieced from stock: whole lengths, the last cut; it is longer than its lap, or the one before would reach.

    Raises:
        InputError: when a bar is longer than stock and nobody said how far bars lap, or they lap by all of it.
    """
    if length_mm <= stock_mm + NOTHING_MM:
        return [length_mm]
    if lap_mm is None:
        raise InputError("lap-not-said", "Bars are longer than the stock. Type the lap that the drawings ask for.")
    if lap_mm >= stock_mm:
        raise InputError("lap-too-long", "The lap is as long as the stock. Take longer stock.")
    count = math.ceil((length_mm - lap_mm) / (stock_mm - lap_mm) - FLOAT_SLACK)
    last = length_mm - (count - 1) * (stock_mm - lap_mm)
    return [*[stock_mm] * (count - 1), last]


def chairs_under(outline: Sequence[Point], ahead: Point, apart_mm: float, cover_mm: float) -> int:
    """Chairs that carry a grid: at equal spaces no wider than asked for along bars no wider apart than that."""
    lines = bars_one_way(outline, ahead, apart_mm, cover_mm).bars
    return sum(math.ceil(line.length_mm / apart_mm - FLOAT_SLACK) + 1 for line in lines)
