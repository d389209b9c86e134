"""Least squares of strings that were put up near their plan: every point is held there as well, by its stakes, widely.

The wide hold keeps what a wrong reading says from carrying the estimate away, and gives a place to every point, also
where pulls are left out.  What the pulls determine it hardly touches: at 150 mm against 1.5 mm it takes a ten
thousandth of how far a corner lies from its plan.

Robust start: every pull counts the less the farther it lies from the others, at first by the reach of the stakes, then
by less and less of it (graduated non-convexity after Blake & Zisserman, 1987, with the Geman–McClure weight).
"""

import math
from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass

from anvilhead.core.adjust.adjustment import Frame, Row, normal_equations
from anvilhead.core.adjust.network import Network
from anvilhead.core.adjust.normal_matrix import Factor, factorise
from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.observation import Observation, observed_minus_computed_mm

STAKES_MM = 150.0
"""Reach of the wide hold, a standard deviation: twice what strings that were only eyed up are off."""
REACHES_MM = (3.0, 10.0, 30.0, 100.0)
"""How far corners stand from their places, on the whole: after a round of moves, and with strings put up by eye."""
ENOUGH_MM = 0.1
"""A step this small changes no judgement."""
MOST_STEPS = 8
FINEST_SIGMAS = 3.0
"""What a pull may be off, in its own standard deviations, before the last robust step lets go of it."""


@dataclass(frozen=True, slots=True)
class NearPlan:
    """Points as some of the pulls have them, and the factor of their normal matrix.

    Attributes:
        corners: every point.
        misfit_mm: observed minus computed, of every pull, those left out too.
        rows: derivatives of every pull there.
        square_sum: of the pulls that count and of what lies on strings, in their own standard deviations.
        factor: of the normal matrix, the wide hold in it.
    """

    corners: dict[str, Point]
    misfit_mm: list[float]
    rows: list[Row]
    square_sum: float
    factor: Factor

    def variance_mm2(self, pull: int) -> float:
        """Variance of what a pull should read by the others, if it does not count itself; square millimetres."""
        row = self.rows[pull]
        return self.product(row, self.spread(row))

    def spread(self, row: Row) -> list[float]:
        """The covariance times a row."""
        right = [0.0] * self.factor.size
        for index, value in row:
            right[index] += value
        return self.factor.solve(right)

    @staticmethod
    def product(row: Row, vector: Sequence[float]) -> float:
        """A row times a vector."""
        return sum(value * vector[index] for index, value in row)


@dataclass(frozen=True, slots=True)
class Stakes:
    """A network whose points stand near their places.

    Attributes:
        network: its pulls and what lies on strings.
        frame: its unknowns.
        places: where every point is meant to stand; its plan, but for a corner on the wrong side of a line.
    """

    network: Network
    frame: Frame
    places: Mapping[str, Point]

    def fitted(self, left_out: Collection[int], start: Mapping[str, Point]) -> NearPlan:
        """Adjust without some pulls, by their indexes."""
        pulls, constraints = self.network.observations, self.network.constraints
        counted = [one for i, one in enumerate(pulls) if i not in left_out] + list(constraints)
        sigmas = [one.sigma_mm for one in counted]
        corners = dict(start)
        slopes = self._slopes(corners, counted, sigmas)
        for turn in range(MOST_STEPS):
            if turn == 1:  # from here on the slopes hardly change
                slopes = self._slopes(corners, counted, sigmas)
            step = slopes.factor.solve(self._right(corners, counted, sigmas, slopes.rows))
            corners = self.frame.moved(corners, step, 1.0)
            if max(map(abs, step), default=0.0) < ENOUGH_MM:
                break
        return NearPlan(
            corners,
            [observed_minus_computed_mm(one, corners) for one in pulls],
            [self.frame.row(corners, one) for one in pulls],
            sum((observed_minus_computed_mm(one, corners) / one.sigma_mm) ** 2 for one in counted),
            slopes.factor,
        )

    def straight(self, shape: Mapping[str, Point]) -> NearPlan:
        """All pulls adjusted by straight lines at a shape, where what leaving some out changes is exact algebra."""
        pulls = self.network.observations
        counted = [*pulls, *self.network.constraints]
        sigmas = [one.sigma_mm for one in counted]
        slopes = self._slopes(shape, counted, sigmas)
        step = slopes.factor.solve(self._right(shape, counted, sigmas, slopes.rows))
        left = [
            observed_minus_computed_mm(one, shape) - NearPlan.product(row, step)
            for one, row in zip(counted, slopes.rows, strict=True)
        ]
        total = sum((mm / sigma) ** 2 for mm, sigma in zip(left, sigmas, strict=True))
        total += sum(
            ((self.places[name] - shape[name]).dot(axis) - step[index]) ** 2 / STAKES_MM**2
            for name, axes in self.frame.axes.items()
            for index, axis in axes
        )
        return NearPlan(dict(shape), left[: len(pulls)], slopes.rows[: len(pulls)], total, slopes.factor)

    def robust(self) -> dict[str, Point]:
        """Points where most pulls have them, whatever a few say."""
        counted = [*self.network.observations, *self.network.constraints]
        corners, reach = dict(self.places), 2 * STAKES_MM
        while True:
            sigmas = [_relaxed(one, observed_minus_computed_mm(one, corners), reach) for one in counted]
            slopes = self._slopes(corners, counted, sigmas)
            step = slopes.factor.solve(self._right(corners, counted, sigmas, slopes.rows))
            corners = self.frame.moved(corners, step, 1.0)
            if reach < 1.0:
                return corners
            reach /= 2

    def _slopes(
        self, corners: Mapping[str, Point], counted: Sequence[Observation], sigmas: Sequence[float]
    ) -> "_Slopes":
        rows = [self.frame.row(corners, one) for one in counted]
        normal, _ = normal_equations(self.frame.size, rows, [0.0] * len(rows), sigmas)
        for index in range(self.frame.size):
            normal[index][index] += 1 / STAKES_MM**2
        return _Slopes(rows, factorise(normal))

    def _right(
        self,
        corners: Mapping[str, Point],
        counted: Sequence[Observation],
        sigmas: Sequence[float],
        rows: Sequence[Row],
    ) -> list[float]:
        """Right-hand side of the normal equations: what the pulls ask for, and what the stakes do."""
        right = [0.0] * self.frame.size
        for name, axes in self.frame.axes.items():
            away = self.places[name] - corners[name]
            for index, axis in axes:
                right[index] = away.dot(axis) / STAKES_MM**2
        for one, row, sigma in zip(counted, rows, sigmas, strict=True):
            pull = observed_minus_computed_mm(one, corners) / sigma**2
            for index, slope in row:
                right[index] += slope * pull
        return right


@dataclass(frozen=True, slots=True)
class _Slopes:
    """Derivatives of what counts at some shape, and the factor of the normal matrix they make."""

    rows: list[Row]
    factor: Factor


def _relaxed(one: Observation, off_mm: float, reach_mm: float) -> float:
    """A standard deviation that grows as a pull lies farther off than the reach, millimetres."""
    return one.sigma_mm * (1 + (off_mm / max(reach_mm, FINEST_SIGMAS * one.sigma_mm)) ** 2)


def stakes_of(network: Network, moved: Mapping[str, Point] | None = None) -> Stakes:
    """The stakes of a network at their plan, but for those said to stand elsewhere.

    No line is held: the stakes hold the whole, so that a rough baseline does not put every other corner in the wrong.
    """
    axes: dict[str, tuple[tuple[int, Point], ...]] = {
        name: () if name in network.fixed else ((2 * i, Point(1.0, 0.0)), (2 * i + 1, Point(0.0, 1.0)))
        for i, name in enumerate(network.planned)
    }
    frame = Frame(axes, 2 * len(axes))
    return Stakes(network, frame, dict(network.planned) | dict(moved or {}))


def strangeness(places: Mapping[str, Point], corners: Mapping[str, Point]) -> float:
    """How strange it is that points stand where they do: about nothing where all are in their places.

    It is twice the negative logarithm of its likelihood, up to a number that goes with how many points there are.

    Strings are put up alike: how rough is not known, but to one of a few reaches, and most within it (each corner a
    bivariate t with two degrees of freedom: some stand anywhere).
    """
    away = [place.distance_to(corners[name]) for name, place in places.items()]
    costs = [sum(4 * math.log(reach) + 4 * math.log1p(mm**2 / (2 * reach**2)) for mm in away) for reach in REACHES_MM]
    least = min(costs)
    mixed = least - 2 * math.log(sum(math.exp((least - cost) / 2) for cost in costs) / len(costs))
    return mixed - 4 * len(away) * math.log(REACHES_MM[0])
