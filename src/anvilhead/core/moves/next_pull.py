"""Which pull would help most now, by computed gain and not by a fixed list.

Gain is the fall of the summed corner variances if the pair were pulled once more (A-optimality).  A faint
prior on every corner makes the sum finite while corners are still loose, so one rule serves a shape that
can rack, a shape that is only unchecked, and one that is known but not well enough.
"""

import math
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from itertools import combinations
from operator import mul

from anvilhead.core.adjust.adjustment import Ellipse, Frame, Row, ellipse_of, normal_equations
from anvilhead.core.adjust.normal_matrix import Matrix, Vector, factorise
from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.observation import Distance, Observation
from anvilhead.core.measure.tape import TapeClass, ordered_pair
from anvilhead.core.units.tolerances import LOOSE_MM

PRIOR_MM = 1000.0
"""Standard deviation of the faint prior: looser than any string put up by eye."""

ENOUGH_SHARE = 0.9
"""A further pull that leaves the worst corner at more than this of what it was is not worth the walk."""


@dataclass(frozen=True, slots=True)
class PullGain:
    """What pulling a pair would bring.

    Attributes:
        share: of the summed corner variance that it would take away, 0 to 1.
        corner: whose ellipse it shortens most; before_mm, after_mm: half length of that ellipse, 95 in 100.
    """

    start: str
    end: str
    share: float
    corner: str = ""
    before_mm: float = 0.0
    after_mm: float = 0.0


class Knowledge:
    """What is known of every point, as a covariance that each further pull makes smaller.

    Judged at the planned shape; the cost of one pull grows with the square of the points.

    Args:
        frame: unknowns, from the line the least squares start from.
        planned: every point at its plan.
        observations: taken so far.
        relative: how each point's place relative to what is held depends on the unknowns, where it is something else.
    """

    def __init__(
        self,
        frame: Frame,
        planned: Mapping[str, Point],
        observations: Sequence[Observation],
        relative: Mapping[str, tuple[Vector, Vector]] | None = None,
    ) -> None:
        self.frame = frame
        self.planned = planned
        self.relative = [row for rows in relative.values() for row in rows] if relative else []
        self._relative_at = {name: 2 * i for i, name in enumerate(relative or ())}
        rows = [frame.row(planned, o) for o in observations]
        normal, _ = normal_equations(frame.size, rows, [0.0] * len(rows), [one.sigma_mm for one in observations])
        for index in range(len(normal)):
            normal[index][index] += 1 / PRIOR_MM**2
        self.covariance: Matrix = factorise(normal).inverse()

    @property
    def total(self) -> float:
        """Summed variances, square millimetres."""
        if self.relative:
            return sum(sum(map(mul, row, self._times(row))) for row in self.relative)
        return sum(self.covariance[i][i] for i in range(len(self.covariance)))

    def gain(self, pair: tuple[str, str], tape: TapeClass) -> float:
        """Fall of the summed variances if the pair were pulled: |Q a|² / (σ² + aᵀ Q a)."""
        column, below = self._through(self._row(pair), self._sigma(pair, tape))
        away = [sum(map(mul, row, column)) for row in self.relative] if self.relative else column
        fall: float = sum(map(mul, away, away)) / below
        return fall

    def take(self, pair: tuple[str, str], tape: TapeClass) -> None:
        """Know what the pair would tell: Q − (Q a)(Q a)ᵀ / (σ² + aᵀ Q a)."""
        column, below = self._through(self._row(pair), self._sigma(pair, tape))
        for i, factor in enumerate(column):
            if factor:
                share = factor / below
                self.covariance[i] = [q - share * c for q, c in zip(self.covariance[i], column, strict=True)]

    def ellipse(self, name: str, after: tuple[tuple[str, str], TapeClass] | None = None) -> Ellipse:
        """Where a point is known to be, now or after one more pull."""
        if self.relative:
            return self._relative_ellipse(name, after)
        axes = self.frame.axes[name]
        block = [(a, b, self.covariance[i][j]) for i, a in axes for j, b in axes]
        if after is not None:
            column, below = self._through(self._row(after[0]), self._sigma(*after))
            less = [column[i] * column[j] / below for i, _ in axes for j, _ in axes]
            block = [(a, b, v - cut) for (a, b, v), cut in zip(block, less, strict=True)]
        return ellipse_of(
            sum(a.x * b.x * v for a, b, v in block),
            sum(a.x * b.y * v for a, b, v in block),
            sum(a.y * b.y * v for a, b, v in block),
        )

    def _relative_ellipse(self, name: str, after: tuple[tuple[str, str], TapeClass] | None) -> Ellipse:
        by = self.relative[self._relative_at[name] : self._relative_at[name] + 2]
        through = [self._times(row) for row in by]
        xx, xy, yy = (sum(map(mul, by[i], through[j])) for i, j in ((0, 0), (0, 1), (1, 1)))
        if after is not None:
            column, below = self._through(self._row(after[0]), self._sigma(*after))
            x, y = (sum(map(mul, row, column)) for row in by)
            xx, xy, yy = xx - x * x / below, xy - x * y / below, yy - y * y / below
        return ellipse_of(xx, xy, yy)

    def _times(self, row: Vector) -> Vector:
        """Q row, of a dense row."""
        return [sum(map(mul, row, line)) for line in self.covariance]

    def _row(self, pair: tuple[str, str]) -> Row:
        return self.frame.row(self.planned, Distance(*pair, 0.0, 1.0))

    def _sigma(self, pair: tuple[str, str], tape: TapeClass) -> float:
        return tape.sigma_mm(self.planned[pair[0]].distance_to(self.planned[pair[1]]))

    def _through(self, row: Row, sigma_mm: float) -> tuple[Vector, float]:
        """Q a, and σ² + aᵀ Q a."""
        column = [0.0] * len(self.covariance)
        for index, factor in row:
            line = self.covariance[index]
            column = [c + factor * value for c, value in zip(column, line, strict=True)]
        return column, sigma_mm * sigma_mm + math.fsum(factor * column[index] for index, factor in row)


def best_pulls(
    knowledge: Knowledge, corners: Sequence[str], pulled: Iterable[tuple[str, str]], tape: TapeClass, most: int = 1
) -> list[PullGain]:
    """The pairs that would settle the shape best, best first.

    Args:
        knowledge: what the pulls so far tell.
        corners: between which to pull.
        pulled: pairs pulled already.
        tape: class of the tape the next pull is made with.
        most: how many to name.

    Returns:
        Pairs not pulled yet where there are any, else the most useful repeats; ties go to the first in letter order.
    """
    done = {ordered_pair(*pair) for pair in pulled}
    pairs = [ordered_pair(a, b) for a, b in combinations(corners, 2)]
    candidates = [pair for pair in pairs if pair not in done] or pairs
    total = knowledge.total
    gains = [(knowledge.gain(pair, tape), pair) for pair in candidates]
    # rounding must not decide between pairs that help alike: those of a symmetric shape
    ranked = sorted(gains, key=lambda one: -float(f"{one[0]:.6g}"))[:most]
    return [_told(knowledge, pair, gain / total if total else 0.0, corners, tape) for gain, pair in ranked]


def _told(
    knowledge: Knowledge, pair: tuple[str, str], share: float, corners: Sequence[str], tape: TapeClass
) -> PullGain:
    before = {name: knowledge.ellipse(name) for name in corners}
    after = {name: knowledge.ellipse(name, (pair, tape)) for name in corners}
    most = max(corners, key=lambda name: _spread(before[name]) - _spread(after[name]))
    return PullGain(*pair, share, most, before[most].major_mm, after[most].major_mm)


def _spread(ellipse: Ellipse) -> float:
    """Both ways together: a pull that holds a loose corner one way leaves its longer axis as it was."""
    return ellipse.major_mm**2 + ellipse.minor_mm**2


def best_set(
    knowledge: Knowledge, corners: Sequence[str], pairs: Sequence[tuple[str, str]], tape: TapeClass, near_mm: float
) -> list[tuple[str, str]]:
    """A short set of pulls after which every corner is known as near as asked, or as near as these pairs can.

    Greedy: each step takes the pair that helps most now.

    Args:
        knowledge: what is known before; used up.
        corners: that must be known.
        pairs: to choose from.
        tape: class of the tape.
        near_mm: half length of the ellipse, 95 in 100, that is near enough.
    """
    left, chosen = list(pairs), []
    worst = _worst(knowledge, corners)
    while left and worst > near_mm:
        best = max(left, key=lambda pair: knowledge.gain(pair, tape))
        knowledge.take(best, tape)
        left.remove(best)
        chosen.append(best)
        before, worst = worst, _worst(knowledge, corners)
        if worst < LOOSE_MM and worst > ENOUGH_SHARE * before:
            break
    return chosen


def _worst(knowledge: Knowledge, corners: Sequence[str]) -> float:
    return max(knowledge.ellipse(name).major_mm for name in corners)
