"""Which pull would help most now, by computed gain and not by a fixed list.

Gain is the fall of the summed corner variances if the pair were pulled once more (A-optimality).  A faint
prior on every corner makes the sum finite while corners are still loose, so one rule serves a shape that
can rack and a shape that is only unchecked.
"""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from itertools import combinations
from operator import mul

from anvilhead.core.adjustment import Adjustment, Observation, Row, normal_equations
from anvilhead.core.normal_matrix import Matrix, factorise
from anvilhead.core.point import Point
from anvilhead.core.tape import TapeClass, ordered_pair

PRIOR_MM = 1000.0
"""Standard deviation of the faint prior: looser than any string put up by eye."""


@dataclass(frozen=True, slots=True)
class PullGain:
    """A pair and the share of the summed corner variance that pulling it would take away, 0 to 1."""

    start: str
    end: str
    share: float


def best_next_pull(
    planned: Mapping[str, Point], fit: Adjustment, observations: Sequence[Observation], tape: TapeClass
) -> PullGain:
    """The pair that would settle the shape best, judged at the planned shape.

    Args:
        planned: corners at their plan.
        fit: adjustment of the pulls so far.
        observations: those pulls.
        tape: class of the tape the next pull is made with.

    Returns:
        A pair not pulled yet where there is one, else the most useful repeat; ties go to the first in
        letter order.
    """
    pulled = {ordered_pair(o.start, o.end) for o in observations}
    pairs = [ordered_pair(a, b) for a, b in combinations(planned, 2)]
    candidates = [pair for pair in pairs if pair not in pulled] or pairs
    covariance = _covariance_with_prior(planned, fit, observations)
    total = sum(covariance[i][i] for i in range(len(covariance)))
    best, most = candidates[0], -1.0
    for pair in candidates:
        row = fit.frame.row(planned, *pair)
        sigma = tape.sigma_mm(planned[pair[0]].distance_to(planned[pair[1]]))
        gain = _variance_taken_away(row, covariance, sigma)
        if gain > most * (1 + 1e-9):
            best, most = pair, gain
    return PullGain(*best, share=most / total if total else 0.0)


def _covariance_with_prior(
    planned: Mapping[str, Point], fit: Adjustment, observations: Sequence[Observation]
) -> Matrix:
    rows = [fit.frame.row(planned, o.start, o.end) for o in observations]
    normal, _ = normal_equations(fit.frame.size, rows, [0.0] * len(rows), observations)
    for index in range(len(normal)):
        normal[index][index] += 1 / PRIOR_MM**2
    return factorise(normal).inverse()


def _variance_taken_away(row: Row, covariance: Matrix, sigma_mm: float) -> float:
    """Fall of the covariance's trace: |Q a|² / (sigma² + aᵀ Q a)."""
    column = [0.0] * len(covariance)
    for index, factor in row:
        line = covariance[index]
        column = [c + factor * value for c, value in zip(column, line, strict=True)]
    along = math.fsum(factor * column[index] for index, factor in row)
    fall: float = sum(map(mul, column, column)) / (sigma_mm * sigma_mm + along)
    return fall
