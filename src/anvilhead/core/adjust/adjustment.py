"""Least squares: where the corners really are, from any network of pulls.

Unknown are the corner places, with the first corner of the held line fixed at its plan and the second
free only along the planned direction.  Gauss-Newton from the planned shape on the observation equations,
normal equations by Cholesky (Mikhail & Ackermann, Observations and Least Squares, 1976, ch. 4–5;
redundancy numbers and standardized residuals after Baarda, 1968).
"""

import math
from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass

from anvilhead.core.adjust.chance import CHI_95_TWO, NORMAL_95, chi_square_tail, normal_two_sided
from anvilhead.core.adjust.normal_matrix import Factor, Matrix, Vector, factorise
from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.observation import Distance, Observation, observed_minus_computed_mm
from anvilhead.core.units.tolerances import (
    CONVERGED_MM,
    DISAGREE_PROBABILITY,
    LINE_SHARE,
    LOOSE_MM,
    MOVING_SHARE,
    REDUNDANCY_FLOOR,
)

MOST_STEPS = 60
MOST_HALVINGS = 12


@dataclass(frozen=True, slots=True)
class Ellipse:
    """Region that holds a corner 95 times in 100: half axes in millimetres, major axis from +x in radians.

    That of a point which can only err along a line is a stretch of it, its minor axis nothing.
    """

    major_mm: float
    minor_mm: float
    angle_rad: float

    @property
    def along(self) -> Point:
        """Unit vector along its major axis."""
        return Point(math.cos(self.angle_rad), math.sin(self.angle_rad))

    @property
    def sigmas_mm(self) -> tuple[float, float]:
        """Standard deviations along its major and its minor axis."""
        factor = CHI_95_TWO if self.minor_mm > 0 else NORMAL_95
        return self.major_mm / factor, self.minor_mm / factor

    def sigma_along_mm(self, direction: Point) -> float:
        """Standard deviation along a unit vector."""
        wide, narrow = self.sigmas_mm
        return math.hypot(wide * self.along.dot(direction), narrow * self.along.cross(direction))


@dataclass(frozen=True, slots=True)
class Residual:
    """How one observation fits the adjusted shape.

    Attributes:
        residual_mm: adjusted minus observed value.
        redundancy: share of an error in this pull that shows, 0 (unchecked) to 1.
        standardized: residual over its own standard deviation; None when nothing checks this pull.
    """

    residual_mm: float
    redundancy: float
    standardized: float | None


@dataclass(frozen=True, slots=True)
class Adjustment:
    """Result of an adjustment.

    Attributes:
        corners: estimated places, every point; those not determined stay nearest to their plan.
        ellipses: by point; None for one that can still move.
        loose: points that can still move without changing any pull, in the order given.
        loose_at_plan: those of them that the pulls would not hold at the planned shape either; a reading so
            wrong that the estimate collapses can leave more loose.
        residuals: one for each observation, in the order given.
        redundancy: number of pulls beyond those needed.
        weighted_square_sum: sum of (residual / sigma)².
        converged: False when no shape comes near these lengths (they cannot close).
        covariance: of the unknowns; use `distance_sigma_mm`.
    """

    corners: dict[str, Point]
    ellipses: dict[str, Ellipse | None]
    loose: tuple[str, ...]
    loose_at_plan: tuple[str, ...]
    residuals: tuple[Residual, ...]
    redundancy: int
    weighted_square_sum: float
    converged: bool
    covariance: Matrix
    frame: "Frame"

    @property
    def disagrees(self) -> bool:
        """Whether random errors would leave pulls this far apart less than once in a thousand times.

        Two tests, so that one bad pull among many good ones is not drowned: the sum of squares, and the
        worst standardized residual, allowed for how many were looked at.
        """
        if not self.converged:
            return True
        # without a pull to spare all residuals are nothing, unless the lengths cannot close at all
        each = DISAGREE_PROBABILITY / 2
        if chi_square_tail(self.weighted_square_sum, max(1, self.redundancy)) < each:
            return True
        checked = [abs(r.standardized) for r in self.residuals if r.standardized is not None]
        return bool(checked) and normal_two_sided(max(checked)) * len(checked) < each

    def covariance_of(self, name: str) -> tuple[float, float, float]:
        """xx, xy, yy of a point's covariance, square millimetres."""
        return _block(self.frame.axes[name], self.covariance)

    def distance_mm(self, start: str, end: str) -> float:
        """Distance between two corners as estimated, millimetres."""
        return self.corners[start].distance_to(self.corners[end])

    def distance_sigma_mm(self, start: str, end: str) -> float | None:
        """Standard deviation of that distance; None when the pulls do not determine it."""
        return self.sigma_of(Distance(start, end, 0.0, 1.0))

    def sigma_of(self, observation: Observation) -> float | None:
        """Standard deviation of what would be observed at the estimate; None when the pulls do not determine it."""
        row = self.frame.row(self.corners, observation)
        if not self.frame.is_fixed_by(row, self.loose):
            return None
        return math.sqrt(max(0.0, quadratic(row, self.covariance)))


Row = tuple[tuple[int, float], ...]
"""A sparse row of the design matrix: (unknown, derivative) pairs, two for each point that can move."""


@dataclass(frozen=True, slots=True)
class Frame:
    """Which unknown moves which corner in which direction."""

    axes: dict[str, tuple[tuple[int, Point], ...]]
    size: int

    def row(self, corners: Mapping[str, Point], observation: Observation) -> Row:
        """Derivatives of an observation by the unknowns."""
        return tuple(
            (index, by.dot(axis)) for name, by in observation.gradient(corners) for index, axis in self.axes[name]
        )

    def moved(self, corners: Mapping[str, Point], step: Sequence[float], share: float) -> dict[str, Point]:
        """Corners after a share of a step."""
        out = dict(corners)
        for name, axes in self.axes.items():
            for index, axis in axes:
                out[name] = out[name] + axis * (step[index] * share)
        return out

    def is_fixed_by(self, row: Row, loose: Sequence[str]) -> bool:
        """Whether a row touches no unknown of a loose corner."""
        free = {index for name in loose for index, _ in self.axes[name]}
        return not any(index in free for index, _ in row)


def frame_for(planned: Mapping[str, Point], held: tuple[str, str], fixed: Collection[str] = ()) -> Frame:
    """Unknowns of a network: all free but the held line's, or but the fixed points when there are any."""
    along = (planned[held[1]] - planned[held[0]]).unit()
    axes: dict[str, tuple[tuple[int, Point], ...]] = {}
    size = 0
    for name in planned:
        if name in fixed or (not fixed and name == held[0]):
            axes[name] = ()
        elif not fixed and name == held[1]:
            axes[name] = ((size, along),)
            size += 1
        else:
            axes[name] = ((size, along), (size + 1, along.left()))
            size += 2
    return Frame(axes, size)


def adjust(
    planned: Mapping[str, Point],
    held: tuple[str, str],
    observations: Sequence[Observation],
    start_from: Mapping[str, Point] | None = None,
    fixed: Collection[str] = (),
) -> Adjustment:
    """Adjust all observations together.

    Args:
        planned: every point at its plan, millimetres.
        held: two corners; the first stays at its plan, the second on the planned direction from it.
        observations: between these points; any of them, any number of times.
        start_from: shape to iterate from when better than the plan is known.
        fixed: points that are known; where there are any, they hold the shape in place of the held line.

    Returns:
        Estimated corners with their precision; rank defects are reported in `loose`, never raised.
    """
    frame = frame_for(planned, held, fixed)
    sigmas = [one.sigma_mm for one in observations]
    corners = dict(start_from or planned)
    converged = False
    for _ in range(MOST_STEPS):
        rows, misfit = _linearise(frame, corners, observations)
        normal, right = normal_equations(frame.size, rows, misfit, sigmas)
        factor = factorise(normal)
        step = _nearest_to_plan(factor.solve(right), factor.null_space(normal))
        corners, moved = _step_downhill(frame, corners, step, observations)
        if moved < CONVERGED_MM:
            converged = True
            break
    return _report(frame, corners, observations, converged, planned)


def _loose_at(frame: Frame, corners: Mapping[str, Point], observations: Sequence[Observation]) -> tuple[str, ...]:
    """Points that nothing holds with the corners here."""
    rows, misfit = _linearise(frame, corners, observations)
    normal, _ = normal_equations(frame.size, rows, misfit, [one.sigma_mm for one in observations])
    return _movable(frame, factorise(normal).null_space(normal))


def _linearise(
    frame: Frame, corners: Mapping[str, Point], observations: Sequence[Observation]
) -> tuple[list[Row], Vector]:
    return [frame.row(corners, o) for o in observations], [observed_minus_computed_mm(o, corners) for o in observations]


def normal_equations(
    size: int, rows: Sequence[Row], misfit: Sequence[float], sigmas: Sequence[float]
) -> tuple[Matrix, Vector]:
    """Weighted normal matrix and right-hand side, weights 1 / sigma²."""
    normal = [[0.0] * size for _ in range(size)]
    right = [0.0] * size
    for row, difference, sigma in zip(rows, misfit, sigmas, strict=True):
        weight = 1 / sigma**2
        for i, a in row:
            right[i] += a * weight * difference
            line = normal[i]
            for j, b in row:
                line[j] += a * weight * b
    return normal, right


def _nearest_to_plan(step: Vector, null_space: Matrix) -> Vector:
    """Take out of a step what no pull asked for, so that loose corners stay nearest to where they were."""
    for free in null_space:
        along = sum(s * f for s, f in zip(step, free, strict=True))
        step = [s - along * f for s, f in zip(step, free, strict=True)]
    return step


def _step_downhill(
    frame: Frame, corners: dict[str, Point], step: Vector, observations: Sequence[Observation]
) -> tuple[dict[str, Point], float]:
    """Take the step, or as much of it as makes the fit no worse; rough stakes overshoot otherwise."""
    before = _square_sum(corners, observations)
    largest = max((abs(s) for s in step), default=0.0)
    share = 1.0
    for _ in range(MOST_HALVINGS):
        after = frame.moved(corners, step, share)
        if largest * share < CONVERGED_MM or _square_sum(after, observations) <= before:
            return after, largest * share
        share /= 2
    return corners, 0.0


def _square_sum(corners: Mapping[str, Point], observations: Sequence[Observation]) -> float:
    return sum((observed_minus_computed_mm(o, corners) / o.sigma_mm) ** 2 for o in observations)


def _report(
    frame: Frame,
    corners: dict[str, Point],
    observations: Sequence[Observation],
    converged: bool,
    planned: Mapping[str, Point],
) -> Adjustment:
    rows, misfit = _linearise(frame, corners, observations)
    normal, _ = normal_equations(frame.size, rows, misfit, [one.sigma_mm for one in observations])
    factor = factorise(normal)
    covariance = factor.inverse()
    ellipses = {name: ellipse_in(axes, covariance) for name, axes in frame.axes.items()}
    loose = _loose_corners(frame, factor, normal, ellipses)
    residuals = tuple(
        _residual(observation, -difference, quadratic(row, covariance))
        for observation, row, difference in zip(observations, rows, misfit, strict=True)
    )
    return Adjustment(
        corners=corners,
        ellipses={name: None if name in loose else ellipse for name, ellipse in ellipses.items()},
        loose=loose,
        loose_at_plan=_loose_at(frame, planned, observations) if loose else (),
        residuals=residuals,
        redundancy=len(observations) - len(factor.kept),
        weighted_square_sum=_square_sum(corners, observations),
        converged=converged,
        covariance=covariance,
        frame=frame,
    )


def _loose_corners(frame: Frame, factor: Factor, normal: Matrix, ellipses: Mapping[str, Ellipse]) -> tuple[str, ...]:
    """Points that can move without changing a pull, or hardly changing one."""
    movable = _movable(frame, factor.null_space(normal))
    return tuple(name for name in ellipses if name in movable or ellipses[name].major_mm > LOOSE_MM)


def _movable(frame: Frame, null_space: Matrix) -> tuple[str, ...]:
    return tuple(
        name
        for name, axes in frame.axes.items()
        if any(abs(free[index]) > MOVING_SHARE for free in null_space for index, _ in axes)
    )


def _residual(observation: Observation, residual_mm: float, adjusted_variance: float) -> Residual:
    redundancy = max(0.0, 1 - adjusted_variance / observation.sigma_mm**2)
    if redundancy < REDUNDANCY_FLOOR:
        return Residual(residual_mm, 0.0, None)
    return Residual(residual_mm, redundancy, residual_mm / (observation.sigma_mm * math.sqrt(redundancy)))


def ellipse_in(axes: tuple[tuple[int, Point], ...], covariance: Matrix | Sequence[Mapping[int, float]]) -> Ellipse:
    """95 % ellipse from a point's block of the covariance, turned into the plan frame."""
    return ellipse_of(*_block(axes, covariance))


def _block(
    axes: tuple[tuple[int, Point], ...], covariance: Matrix | Sequence[Mapping[int, float]]
) -> tuple[float, float, float]:
    block = [(a, b, covariance[i][j]) for i, a in axes for j, b in axes]
    return (
        sum(a.x * b.x * v for a, b, v in block),
        sum(a.x * b.y * v for a, b, v in block),
        sum(a.y * b.y * v for a, b, v in block),
    )


def ellipse_of(xx: float, xy: float, yy: float) -> Ellipse:
    """The ellipse that holds a point 95 times in 100, from its covariance in square millimetres."""
    mean, half = (xx + yy) / 2, math.hypot((xx - yy) / 2, xy)
    wide, narrow = math.sqrt(max(0.0, mean + half)), math.sqrt(max(0.0, mean - half))
    angle = math.atan2(2 * xy, xx - yy) / 2
    if narrow <= LINE_SHARE * wide:  # one way to err asks for less than two
        return Ellipse(NORMAL_95 * wide, 0.0, angle)
    return Ellipse(CHI_95_TWO * wide, CHI_95_TWO * narrow, angle)


def quadratic(row: Row, matrix: Matrix) -> float:
    """aᵀ Q a of a sparse row."""
    return sum(a * b * matrix[i][j] for i, a in row for j, b in row)
