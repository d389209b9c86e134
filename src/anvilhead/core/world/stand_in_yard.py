"""A yard whose ground a seed makes, for instruments that answer without one: hills are low, the same for the same seed.

What is known of a real job's heights stands in it as it is; only what nobody has shot yet is made up.
"""

import math
from dataclasses import dataclass
from random import Random

from anvilhead.core.geometry.point import Point
from anvilhead.core.levels.level_instrument import LevelClass, LevelInstrument
from anvilhead.core.world.level_stand_ins import LevelStandIn

FALLS = 1 / 60
"""Steepest that the whole ground tilts."""
WAVES_MM = ((60.0, 11_000.0), (35.0, 6_300.0))
"""Height and length of what rolls on it."""
STANDS_MM = (1150.0, 1650.0)
"""How high above the first point an instrument's line lies."""
HUNG_OFF = 0.03
"""How far off the middle of its string a line level is hung, as a share of the span, one standard deviation."""
DRIFTS, MOST_HOURS = 0.1, 8.0
"""How much a laser drifts in an hour, as a share of its claim; after a working day it has settled."""
SET_MM = 3.0
"""How well something is set to its height before it is measured, one standard deviation."""


@dataclass(frozen=True, slots=True)
class StandInYard:
    """What a seed makes: ground, one instrument with its own errors, where it stands each time."""

    seed: int

    def ground_mm(self, at: Point) -> float:
        """Height of the ground, millimetres, about zero."""
        of = Random(f"ground {self.seed}")
        way, tilt = of.uniform(0, math.tau), of.uniform(0.3, 1.0) * FALLS
        height = tilt * (at.x * math.cos(way) + at.y * math.sin(way))
        for high, long in WAVES_MM:
            turn, start = of.uniform(0, math.tau), of.uniform(0, math.tau)
            height += high * math.sin(math.tau * (at.x * math.cos(turn) + at.y * math.sin(turn)) / long + start)
        return height

    def set_off_mm(self, spot: str) -> float:
        """How far off its height somebody set a thing."""
        return Random(f"set {self.seed} {spot}").gauss(0, SET_MM)

    def line_above_mm(self, setup: str) -> float:
        """How high above the point that a setup begins on its level line lies."""
        return Random(f"line {self.seed} {setup}").uniform(*STANDS_MM)

    def reading_mm(
        self, kind: LevelInstrument, grade: LevelClass, true_mm: float, sight_mm: float, which: str, hours: float = 0.0
    ) -> float:
        """What the yard's instrument reads where a true one would read `true_mm`.

        Its own error is the same at every reading, hand and eye are not.

        Args:
            kind: of the instrument.
            grade: what it claims.
            true_mm: of a plumb rod with a whole foot.
            sight_mm: how far away that stands.
            which: reading, so that another one of the same place comes out as its own.
            hours: since it was set up.
        """
        made = LevelStandIn(
            kind,
            grade,
            Random(f"instrument {self.seed}"),
            hung_off=HUNG_OFF if kind is LevelInstrument.LINE else 0.0,
            drifts=DRIFTS if kind is LevelInstrument.LASER else 0.0,
        )
        made.noise = Random(f"reading {self.seed} {which}")
        return made.read(true_mm, sight_mm, made.noise.uniform(0, math.tau), min(hours, MOST_HOURS))
