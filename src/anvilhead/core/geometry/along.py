"""What lies along a line that may bend: stations of places, places of stations, heights straight between stations."""

from bisect import bisect_left, bisect_right
from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property
from itertools import accumulate, pairwise

from anvilhead.core.geometry.point import Point
from anvilhead.core.units.tolerances import COINCIDENT_MM


@dataclass(frozen=True)
class Path:
    """A line from point to point; two at least, none on the one before.

    Attributes:
        is_closed: whether it goes on from the last to the first.
    """

    points: tuple[Point, ...]
    is_closed: bool = False

    @cached_property
    def legs(self) -> list[tuple[Point, Point]]:
        """From each point to the next."""
        return list(pairwise([*self.points, self.points[0]] if self.is_closed else self.points))

    @cached_property
    def ways(self) -> list[Point]:
        """Unit vector of every leg."""
        return [(end - start).unit() for start, end in self.legs]

    @cached_property
    def stations(self) -> list[float]:
        """Of every point from the first, millimetres; the whole length behind them when it is closed."""
        return list(accumulate((one.distance_to(other) for one, other in self.legs), initial=0.0))

    @property
    def length_mm(self) -> float:
        """From end to end, or once around."""
        return self.stations[-1]

    def nearest(self, at: Point) -> tuple[float, float]:
        """The station nearest to a place, and how far off it that lies, millimetres."""
        best = (float("inf"), 0.0)
        for begin, (start, end) in zip(self.stations, self.legs, strict=False):
            length = start.distance_to(end)
            along = min(max((at - start).dot(end - start) / length, 0.0), length)
            best = min(best, (at.distance_to(start + (end - start).unit() * along), begin + along))
        return best[1], best[0]

    def leg_at(self, station_mm: float, *, is_end: bool = False) -> int:
        """The leg that a station lies on; one that is a corner and an end belongs to the leg before it."""
        if is_end:
            place = bisect_left(self.stations, station_mm - COINCIDENT_MM) - 1
        else:
            place = bisect_right(self.stations, station_mm + COINCIDENT_MM) - 1
        return min(max(place, 0), len(self.legs) - 1)

    def at(self, station_mm: float) -> Point:
        """The place of a station."""
        leg = self.leg_at(station_mm)
        return self.points[leg] + self.ways[leg] * (station_mm - self.stations[leg])


@dataclass(frozen=True, slots=True)
class HeightsAlong:
    """Heights known at stations of a line, millimetres: straight between them, level beyond them on an open line.

    Attributes:
        known: station and height, in order of the stations; one at least.
        around_mm: length of a closed line, on which the last goes over into the first; None for an open one.
    """

    known: tuple[tuple[float, float], ...]
    around_mm: float | None = None

    def at(self, station_mm: float) -> float:
        """The height at a station."""
        knots: Sequence[tuple[float, float]] = self.known
        if self.around_mm is not None:
            (first, low), (last, high) = knots[0], knots[-1]
            station_mm %= self.around_mm
            knots = ((last - self.around_mm, high), *knots, (first + self.around_mm, low))
        place = bisect_right(knots, station_mm, key=lambda knot: knot[0])
        if place == 0:
            return knots[0][1]
        if place == len(knots):
            return knots[-1][1]
        (one, before), (other, after) = knots[place - 1], knots[place]
        return before + (after - before) * (station_mm - one) / (other - one)

    def lowest(self, start_mm: float, end_mm: float) -> float:
        """The lowest height between two stations."""
        inside = (mm for station, mm in self.known if start_mm < station < end_mm)
        return min(self.at(start_mm), self.at(end_mm), *inside)
