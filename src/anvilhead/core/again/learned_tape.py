"""What rounds say of the tape itself: a zero and a scale that all its readings share, with their doubt.

A hook bent a sixteenth, or a hand that always holds it so, puts the same on every number; a tape that is stretched,
cold or warm the same share.  Where a round has readings to spare the shape can be taken out of it: with the readings'
design A, weights P, residuals r and the columns B by which zero and scale change the readings, the normal equations
left are N = BᵀPB − BᵀPA Q AᵀPB and u = BᵀPr (reduction of the parameters nobody asks for; Koch, Parameter Estimation
and Hypothesis Testing, 1999, ch. 3).  They are summed over rounds.  Only where a length is known otherwise, by known
points or a frame as cut, do they say anything of the scale.
"""

import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from operator import mul

from anvilhead.core.adjust.adjustment import Adjustment
from anvilhead.core.adjust.chance import NORMAL_95, chi_square_tail, normal_two_sided
from anvilhead.core.adjust.network import Network
from anvilhead.core.check.squaring import SquareCheck
from anvilhead.core.measure.instrument import Instrument
from anvilhead.core.measure.tape import TAPED, Pull
from anvilhead.core.units.standards import STEEL_PER_KELVIN
from anvilhead.core.units.tolerances import COINCIDENT_MM, DISAGREE_PROBABILITY, LEFT_SHARE, SMALLEST_MOVE_MM

TOLD_BY_CHANCE = 0.01
"""Chance that a tape without fault is said to have one."""
SCALE_PER = 10_000.0
"""The scale is counted in millimetres on this length, which makes it as large as a zero."""


@dataclass(frozen=True, slots=True)
class Learned:
    """A number that all readings share: too much by so many millimetres, give or take, 95 in 100."""

    more_mm: float
    doubt_mm: float

    @property
    def is_told(self) -> bool:
        """Whether a tape without fault would show as much less than once in a hundred times, and it matters."""
        sigma = self.doubt_mm / NORMAL_95
        return abs(self.more_mm) >= SMALLEST_MOVE_MM / 2 and normal_two_sided(self.more_mm / sigma) < TOLD_BY_CHANCE


@dataclass(frozen=True, slots=True)
class LearnedTape:
    """What rounds say of the crew's tape.

    Attributes:
        rounds, pulls: that went into it; burn_mm: where the tape was started in all of them.
        zero: on every reading; None where the readings cannot tell.
        scale: on every ten metres; None where nothing says how long anything is.
    """

    rounds: int
    pulls: int
    burn_mm: float
    zero: Learned | None
    scale: Learned | None

    @property
    def kelvin(self) -> float | None:
        """By how much colder than it was made for steel would read so much more."""
        return None if self.scale is None else self.scale.more_mm / SCALE_PER / STEEL_PER_KELVIN


@dataclass
class _Normal:
    """Reduced normal equations of zero and scale."""

    zz: float = 0.0
    zs: float = 0.0
    ss: float = 0.0
    uz: float = 0.0
    us: float = 0.0
    whole_zz: float = 0.0
    whole_ss: float = 0.0

    def __add__(self, other: "_Normal") -> "_Normal":
        return _Normal(*(getattr(self, name) + getattr(other, name) for name in self.__dataclass_fields__))

    @property
    def says_zero(self) -> bool:
        return self.zz > LEFT_SHARE * self.whole_zz

    @property
    def says_scale(self) -> bool:
        left = self.ss - (self.zs * self.zs / self.zz if self.says_zero else 0.0)
        return left > LEFT_SHARE * self.whole_ss

    def solved(self) -> tuple[Learned | None, Learned | None]:
        """Zero and scale, each with the other unknown where that can be told as well."""
        if self.says_zero and self.says_scale:
            below = self.zz * self.ss - self.zs * self.zs
            zero = (self.ss * self.uz - self.zs * self.us) / below, self.ss / below
            scale = (self.zz * self.us - self.zs * self.uz) / below, self.zz / below
            return _learned(*zero), _learned(*scale)
        if self.says_zero:
            return _learned(self.uz / self.zz, 1 / self.zz), None
        return None, (_learned(self.us / self.ss, 1 / self.ss) if self.says_scale else None)

    @property
    def explains(self) -> float:
        """How much of the weighted square sum zero and scale take away."""
        zero, scale = self.solved()
        return (zero.more_mm * self.uz if zero else 0.0) + (scale.more_mm * self.us if scale else 0.0)


def _learned(more_mm: float, variance: float) -> Learned:
    return Learned(more_mm, NORMAL_95 * math.sqrt(variance))


def learned_tape(rounds: Sequence[tuple[SquareCheck, Sequence[Pull]]]) -> LearnedTape | None:
    """What rounds say of the crew's steel tape, started where it was in the latest; None where none has pulls to spare.

    A round counts that is known, by itself, and that agrees with itself once zero and scale are taken out of it.  One
    that went on from the round before does not: what that knew came from the same tape.
    """
    taped = [[pull for pull in pulls if _is_taped(pull)] for _, pulls in rounds]
    burns = [pulls[-1].burn_mm for pulls in taped if pulls]
    if not burns:
        return None
    burn, total, used, count = burns[-1], _Normal(), 0, 0
    for check, pulls in rounds:
        own = [i for i, pull in enumerate(pulls) if _is_taped(pull) and abs(pull.burn_mm - burn) < COINCIDENT_MM]
        if check.went_on or check.loose or not own or check.fit.redundancy < 1:
            continue
        normal = _normal_of(check.network, check.fit, check.believed, pulls, set(own))
        left = max(0.0, check.fit.weighted_square_sum - normal.explains)
        if chi_square_tail(left, max(1, check.fit.redundancy - 1)) < DISAGREE_PROBABILITY:
            continue
        total, used, count = total + normal, used + 1, count + len(own)
    zero, scale = total.solved() if used else (None, None)
    return LearnedTape(used, count, burn, zero, scale) if zero or scale else None


def _is_taped(pull: Pull) -> bool:
    return pull.kind in TAPED and pull.instrument == Instrument.STEEL_TAPE


def _normal_of(
    network: Network, fit: Adjustment, believed: Sequence[int], pulls: Sequence[Pull], taped: set[int]
) -> _Normal:
    """One round's share; residuals are adjusted less observed, and a tape that reads too much makes them negative."""
    size = fit.frame.size
    through = ([0.0] * size, [0.0] * size)
    out = _Normal()
    for index, residual in zip(believed, fit.residuals, strict=False):
        if index not in taped:
            continue
        one = network.observations[index]
        weight, columns = 1 / one.sigma_mm**2, (1.0, pulls[index].length_mm / SCALE_PER)
        out.whole_zz += weight
        out.whole_ss += weight * columns[1] ** 2
        out.zs += weight * columns[1]
        out.uz -= weight * residual.residual_mm
        out.us -= weight * residual.residual_mm * columns[1]
        for unknown, slope in fit.frame.row(fit.corners, one):
            for column, vector in zip(columns, through, strict=True):
                vector[unknown] += weight * slope * column
    zero, scale = (_times(fit.covariance, vector) for vector in through)
    out.zz = out.whole_zz - sum(map(mul, through[0], zero))
    out.zs -= sum(map(mul, through[0], scale))
    out.ss = out.whole_ss - sum(map(mul, through[1], scale))
    return out


def _times(matrix: Iterable[Sequence[float]], vector: Sequence[float]) -> list[float]:
    return [sum(map(mul, row, vector)) for row in matrix]
