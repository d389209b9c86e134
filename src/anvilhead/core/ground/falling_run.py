"""Runs that fall: a drain, a trench, a gutter, a kerb, from one point to another at an even fall.

At every station: invert = start − fall · along, cut = ground − invert, and what is missing of the cover asked for.
"""

import math
from collections.abc import Callable
from dataclasses import dataclass

from anvilhead.core.geometry.point import Point
from anvilhead.core.units.tolerances import COINCIDENT_MM, FLOAT_SLACK, NOTHING_MM


@dataclass(frozen=True, slots=True)
class FallingRun:
    """A run as planned, millimetres.

    Attributes:
        start, end: two places of the plan.
        start_mm: height of its invert at the start.
        fall: for each unit of length, above zero down toward the end.
        cover_mm: least ground above the invert.
        every_mm: from station to station.
        string_mm: height of the string that drops are measured from; None without one.
        embed_mm: of the stakes that carry it in the ground.
    """

    start: Point
    end: Point
    start_mm: float
    fall: float
    cover_mm: float
    every_mm: float
    string_mm: float | None = None
    embed_mm: float = 0.0

    @property
    def length_mm(self) -> float:
        """From end to end on the level."""
        return self.start.distance_to(self.end)

    def invert_mm(self, along_mm: float) -> float:
        """Height of the invert at a distance along."""
        return self.start_mm - self.fall * along_mm

    def at(self, along_mm: float) -> Point:
        """Place at a distance along."""
        return self.start + (self.end - self.start).unit() * along_mm

    @property
    def stations(self) -> list[float]:
        """Both ends, and every so far from the start between them."""
        length = self.length_mm
        whole = math.ceil(length / self.every_mm - FLOAT_SLACK)
        return [min(number * self.every_mm, length) for number in range(whole)] + [length]


@dataclass(frozen=True, slots=True)
class RunStation:
    """A station of a run, millimetres; what hangs on the ground is None where nobody shot it.

    Attributes:
        cut_mm: from the ground down to the invert; below zero the invert lies above the ground.
        short_mm: how much of the cover is missing; 0 where there is enough.
        stake_mm: the stake that carries the string here: what stands out of the ground, and in it; None without one.
    """

    along_mm: float
    ground_mm: float | None
    invert_mm: float
    cut_mm: float | None
    short_mm: float | None
    stake_mm: float | None


def run_stations(run: FallingRun, ground_at: Callable[[Point], float | None]) -> tuple[RunStation, ...]:
    """Every station of a run.

    Args:
        run: as planned.
        ground_at: the ground at a place; None where it is not known.
    """
    found = []
    for along in run.stations:
        ground, invert = ground_at(run.at(along)), run.invert_mm(along)
        cut = None if ground is None else ground - invert
        short = None if cut is None else max(0.0, run.cover_mm - cut)
        if short is not None and short < NOTHING_MM:
            short = 0.0
        stake = None if ground is None or run.string_mm is None else run.string_mm - ground + run.embed_mm
        found.append(RunStation(along, ground, invert, cut, short, stake))
    return tuple(found)


@dataclass(frozen=True, slots=True)
class FallThere:
    """What the ends allow, for each unit of length.

    Attributes:
        ground: how the ground itself falls from end to end; None where an end was not shot.
        most: the most fall there can be down to an outlet; None where no outlet is said.
    """

    ground: float | None
    most: float | None


def fall_there(run: FallingRun, ground_at: Callable[[Point], float | None], outlet_mm: float | None) -> FallThere:
    """How much fall there is.

    Args:
        run: as planned, its ends apart.
        ground_at: the ground at a place.
        outlet_mm: height that the end must not lie below: of the pipe it runs into, or of daylight.
    """
    length = max(run.length_mm, COINCIDENT_MM)
    first, last = ground_at(run.start), ground_at(run.end)
    ground = None if first is None or last is None else (first - last) / length
    return FallThere(ground, None if outlet_mm is None else (run.start_mm - outlet_mm) / length)
