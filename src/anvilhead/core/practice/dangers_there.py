"""What is dangerous on a practice yard: a line overhead, paint over what lies buried.

Each is there or not, as a seed has it, and seen by whoever looks.  The distances are those of the yard alone: on a real
one the owner of the line and the local rule say how far.
"""

from collections.abc import Collection, Mapping
from dataclasses import dataclass
from enum import StrEnum
from math import cos, pi, sin
from random import Random

from anvilhead.core.geometry.point import Point
from anvilhead.core.units.units import FOOT_MM

OFTEN = 2 / 3
"""How often each is there: whoever has looked once does not know the next yard."""
KEEP_MM = 10 * FOOT_MM
"""To either side of a line overhead, within which nothing is raised."""
ZONE_MM = 2 * FOOT_MM
"""To either side of paint, within which nothing is driven before the ground was opened by hand."""
FAR_MM = 400 * FOOT_MM
"""They run through the whole yard, and on."""
PASSES_MM = 1.5 * FOOT_MM
"""How far paint may pass from the boards it was meant to pass."""
TRIES = 500


class Buried(StrEnum):
    """What lies under paint."""

    GAS = "gas"
    WATER = "water"
    POWER = "power"


@dataclass(frozen=True, slots=True)
class Course:
    """A straight line over the whole yard, seen from above."""

    start: Point
    end: Point

    def away_mm(self, at: Point) -> float:
        """How far a place is from it."""
        return abs((self.end - self.start).unit().cross(at - self.start))


@dataclass(frozen=True, slots=True)
class DangersThere:
    """Dangers of one yard; None for what is not there."""

    overhead: Course | None = None
    paint: Course | None = None
    buried: Buried = Buried.GAS

    def is_under(self, at: Point) -> bool:
        """Whether nothing may be raised at a place."""
        return self.overhead is not None and self.overhead.away_mm(at) < KEEP_MM

    def is_beside(self, at: Point) -> bool:
        """Whether nothing may be driven at a place before the ground was opened by hand."""
        return self.paint is not None and self.paint.away_mm(at) < ZONE_MM


def dangers_there(
    places: Mapping[str, Point], seed: str, *, spared: Collection[str] = (), raised: Collection[str] = ()
) -> DangersThere:
    """The dangers of a yard.

    Args:
        places: what is pulled to or shot.
        seed: that makes them.
        spared: where no line hangs over, since the work cannot be done without raising something there.
        raised: where something is raised in the usual way of working; a line hangs over one of them at least.
    """
    noise = Random(f"dangers {seed}")
    overhead = _overhead(places, spared, raised, noise) if noise.random() < OFTEN else None
    paint = None
    if noise.random() < OFTEN:
        by = places[noise.choice(list(places))]
        off = Point(noise.uniform(-PASSES_MM, PASSES_MM), noise.uniform(-PASSES_MM, PASSES_MM))
        paint = _through(by + off, noise)
    return DangersThere(overhead, paint, noise.choice(list(Buried)))


def _overhead(
    places: Mapping[str, Point], spared: Collection[str], raised: Collection[str], noise: Random
) -> Course | None:
    xs, ys = [at.x for at in places.values()], [at.y for at in places.values()]
    for _ in range(TRIES):
        through = Point(
            noise.uniform(min(xs) - KEEP_MM, max(xs) + KEEP_MM), noise.uniform(min(ys) - KEEP_MM, max(ys) + KEEP_MM)
        )
        course = _through(through, noise)
        away = {name: course.away_mm(at) for name, at in places.items()}
        if all(away[name] > KEEP_MM + FOOT_MM for name in spared) and (
            not raised or any(away[name] < KEEP_MM - FOOT_MM for name in raised)
        ):
            return course
    return None


def _through(at: Point, noise: Random) -> Course:
    turn = noise.uniform(0, pi)
    way = Point(cos(turn), sin(turn)) * FAR_MM
    return Course(at - way, at + way)
