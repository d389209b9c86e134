"""What is read for height where the truth is known: lasers, optical and water levels, line and spirit levels, rods.

An instrument has an error of its own, drawn once, which goes with the sight or the span as its class claims; every
reading has the hand's and the eye's on top.  Both are ± of the class, 95 in 100: two standard deviations.
"""

import math
from dataclasses import dataclass, field, replace
from enum import StrEnum
from random import Random

from anvilhead.core.boards.string_sag import HungLine
from anvilhead.core.levels.level_instrument import SPANNED, LevelClass, LevelInstrument
from anvilhead.core.levels.reach import LINE_LEVEL_N, WATER_PER_C

CONE_SHARE = 0.36
"""Of a rotating laser's variance what is a cone: alike on all sides, so that turning it does not show it."""
GRAVITY_MM_S2 = 9806.65
WINDOW_MM = 30.0
"""From the middle of a receiver to either end of what catches the beam."""
WATER_MM2_S = 1.0
"""Kinematic viscosity of water at 20 °C."""


class Beep(StrEnum):
    """What a receiver says of where it is."""

    HIGH = "high"
    """The beam is above it: raise it. A quick beep."""
    ON = "on"
    """A steady tone."""
    LOW = "low"
    """The beam is below it: lower it. A slow beep."""
    LOST = "lost"
    """The beam does not meet its window."""


@dataclass
class LevelStandIn:
    """One instrument for heights, simulated.

    Attributes:
        kind: what it is; grade: how good it claims to be.
        noise: where its errors come from.
        mark_mm: how far the marks are apart that it is read to; 0 where no number is rounded.
        parallax: how far the hair of an optical level wanders on the rod as the eye moves, for each millimetre of
            sight, one standard deviation; 0 where the eyepiece is in focus.
        hung_off: how far off the middle of its string a line level is hung, as a share of the span, one standard
            deviation: it is level with the string where it hangs, not with the ends.
        drifts: how much a laser's own error changes in an hour after it was set up, as a share of what its class
            claims, one standard deviation.
    """

    kind: LevelInstrument
    grade: LevelClass
    noise: Random
    mark_mm: float = 0.0
    parallax: float = 0.0
    hung_off: float = 0.0
    drifts: float = 0.0
    drift: float = field(init=False, default=0.0)
    along: float = field(init=False)
    across: float = field(init=False, default=0.0)
    cone: float = field(init=False, default=0.0)

    def __post_init__(self) -> None:
        sigma = self.grade.per_mm / 2
        if self.kind is LevelInstrument.LASER:
            tilt = sigma * math.sqrt(1 - CONE_SHARE)
            self.across = self.noise.gauss(0, tilt)
            self.cone = self.noise.gauss(0, sigma * math.sqrt(CONE_SHARE))
            sigma = tilt
        self.along = self.noise.gauss(0, sigma)
        if self.drifts:
            self.drift = self.noise.gauss(0, self.drifts * self.grade.per_mm)

    def error(self, bearing_rad: float = 0.0) -> float:
        """What it reads too much for each millimetre of sight or span.

        Args:
            bearing_rad: toward which it looks, of a rotating laser from the mark on its housing: turning it turns this.
        """
        return self.along * math.cos(bearing_rad) + self.across * math.sin(bearing_rad) + self.cone

    def read(self, true_mm: float, sight_mm: float, bearing_rad: float | None = None, hours: float = 0.0) -> float:
        """A reading where a true level line would give `true_mm`.

        An optical level has one error in every direction, a rotating laser another in each.

        Args:
            true_mm: of a plumb rod with a whole foot.
            sight_mm: how far away it stands; of a line or spirit level the span from the end it is set by.
            bearing_rad: toward which a rotating laser looks.
            hours: since it was set up.
        """
        own = self.error(bearing_rad or 0.0) if self.kind is LevelInstrument.LASER else self.along
        own += self.drift * hours
        hair = self.noise.gauss(0, self.parallax * sight_mm) if self.parallax else 0.0
        leans = self._leans_mm(sight_mm) if self.hung_off else 0.0
        return self.rounded(true_mm + own * sight_mm + hair + leans + self.noise.gauss(0, self._eye_sigma_mm()))

    def _leans_mm(self, span_mm: float) -> float:
        """What the far end is out by since the level does not hang in the middle of its string."""
        at = span_mm * (0.5 + self.noise.gauss(0, self.hung_off))
        return HungLine(span_mm, hung_n=LINE_LEVEL_N, hung_at_mm=at).slope * span_mm if span_mm else 0.0

    def turned(self) -> "LevelStandIn":
        """The same line or spirit level turned end for end: its own error goes the other way."""
        other = replace(self)
        other.along = -self.along if self.kind in SPANNED else self.along
        return other

    def beep(self, above_mm: float) -> Beep:
        """What a receiver says that is held so far above where the level line really meets the rod.

        Its dead band is what the class says of one reading; its window reaches an inch or so each way.

        Args:
            above_mm: of the receiver's mark over the beam, its error included.
        """
        if abs(above_mm) <= self.grade.reading_mm:
            return Beep.ON
        if abs(above_mm) > WINDOW_MM:
            return Beep.LOST
        return Beep.LOW if above_mm > 0 else Beep.HIGH

    def rounded(self, mm: float) -> float:
        """To the marks that it is read to."""
        return self.mark_mm * round(mm / self.mark_mm) if self.mark_mm else mm

    def _eye_sigma_mm(self) -> float:
        """What is left for hand and eye once rounding to a mark has taken its part of the claim."""
        return math.sqrt(max(0.0, (self.grade.reading_mm / 2) ** 2 - self.mark_mm**2 / 12))


@dataclass(frozen=True, slots=True)
class Hose:
    """A water level: the water swings until the walls of the hose have taken its motion.

    Of a column of length L in a bore of radius r, x'' + (8ν/r²) x' + (2g/L) x = 0 for laminar flow (Hagen and
    Poiseuille's friction; a U-tube's spring).

    Attributes:
        length_mm: of water in it; bore_mm: inner diameter.
        bubble_mm: height of air caught in a leg, which holds one end up.
        warmer_c: by how many degrees the walking leg is warmer, lying in the sun; leg_mm: of water standing in it.
    """

    length_mm: float
    bore_mm: float = 8.0
    bubble_mm: float = 0.0
    warmer_c: float = 0.0
    leg_mm: float = 0.0

    @property
    def rest_mm(self) -> float:
        """How far the walking end stands too high once the water is still: air, and water that takes more room."""
        return self.bubble_mm + self.leg_mm * WATER_PER_C * self.warmer_c

    def off_mm(self, begun_mm: float, seconds: float) -> float:
        """How far an end still stands off after so many seconds, having begun so far off at rest.

        Args:
            begun_mm: at the moment the end was set down.
            seconds: since.
        """
        decay = 4 * WATER_MM2_S / (self.bore_mm / 2) ** 2
        spring = 2 * GRAVITY_MM_S2 / self.length_mm
        swing = spring - decay**2
        if swing > 0:
            turn = math.sqrt(swing)
            rest = math.cos(turn * seconds) + decay / turn * math.sin(turn * seconds)
        else:
            slow = math.sqrt(-swing)
            rest = math.cosh(slow * seconds) + (decay / slow * math.sinh(slow * seconds) if slow else decay * seconds)
        return self.rest_mm + begun_mm * math.exp(-decay * seconds) * rest

    def swings_mm(self, begun_mm: float, seconds: float) -> float:
        """How far to either side of its rest an end may still stand after so many seconds.

        Args:
            begun_mm: how far off it was set down.
            seconds: since.
        """
        return abs(begun_mm) * math.exp(-4 * WATER_MM2_S / (self.bore_mm / 2) ** 2 * seconds)

    def settled_s(self, begun_mm: float, within_mm: float) -> float:
        """Seconds until the swing stays within so much.

        Args:
            begun_mm: at the moment the end was set down.
            within_mm: what does not show any more, above zero.
        """
        decay = 4 * WATER_MM2_S / (self.bore_mm / 2) ** 2
        return max(0.0, math.log(max(abs(begun_mm) / within_mm, 1.0)) / decay)


@dataclass(frozen=True, slots=True)
class RodStandIn:
    """A rod held by a helper: it lacks some of its foot, and is never quite plumb.

    Attributes:
        foot_mm: worn off; leans_rad: standard deviation of how far from plumb it is held.
    """

    foot_mm: float = 0.0
    leans_rad: float = 0.0

    def shows_mm(self, upright_mm: float, noise: Random) -> float:
        """What it shows where a plumb rod with a whole foot would read `upright_mm`."""
        return (upright_mm + self.foot_mm) / math.cos(noise.gauss(0, self.leans_rad))


def bubble_mm(slope: float, radius_mm: float) -> float:
    """How far a bubble lies off the middle of its vial, toward the higher end.

    Args:
        slope: rise over run of what the level lies on, its own error included.
        radius_mm: of the vial's curve: the larger, the finer.
    """
    return radius_mm * slope
