"""What is held as true: which part of the set-out stays where it is while the rest is moved to the plan.

Pulls say how the corners lie to each other; they do not say where the whole lies.  Holding a line, a point and a
direction, two points, an existing wall, or nothing but the best fit lays the measured shape over the plan.
Ellipses are carried along: uncertainty is always relative to what is held (S-transformation, Baarda 1973).
"""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from enum import StrEnum

from anvilhead.core.adjust.adjustment import Adjustment, Ellipse, Frame, ellipse_of
from anvilhead.core.adjust.normal_matrix import Vector
from anvilhead.core.geometry.point import Point


class HoldKind(StrEnum):
    """What may be held."""

    LINE = "line"
    """A line: its first corner at its plan, its second on the planned direction."""
    POINT = "point"
    """A point at its plan, and the direction of a line."""
    POINTS = "points"
    """Two points at their plan; the distance between them is taken as right."""
    WALL = "wall"
    """What was there before: an existing wall or known points."""
    BEST_FIT = "best-fit"
    """Nothing: the shape is laid over the plan with the least movement of corners."""


@dataclass(frozen=True, slots=True)
class Hold:
    """What is held.

    Attributes:
        kind: how.
        names: a line's two corners; a point and a line's two corners; two points; known points; nothing.
        called: what is held by its name, where its points do not say it: an inner line, chosen control.
    """

    kind: HoldKind = HoldKind.LINE
    names: tuple[str, ...] = ("A", "B")
    called: str = ""

    @property
    def frame_line(self) -> tuple[str, str] | None:
        """Line that the least squares start from; None when any will do."""
        return (self.names[-2], self.names[-1]) if self.kind in (HoldKind.LINE, HoldKind.POINT) else None

    @property
    def fixed(self) -> tuple[str, ...]:
        """Points that are known."""
        return self.names if self.kind in (HoldKind.POINTS, HoldKind.WALL) else ()


HOLD_AB = Hold()
"""The first line stays, as most crews do it."""


Form = Sequence[tuple[str, Point]]
"""A sum of points' places, each times a vector: how far one lies along a line, how far a string passes beside it."""


@dataclass(frozen=True, slots=True)
class Spread:
    """How well points are known together, relative to what is held.

    Attributes:
        rows: of each point that is known, how its place depends on the unknowns, by x and by y of the measured frame.
        covariance: of the unknowns.
        turn_rad: by which the measured frame was turned when it was laid over the plan.
    """

    rows: Mapping[str, tuple[Vector, Vector]]
    covariance: Sequence[Vector]
    turn_rad: float = 0.0

    def covariance_mm2(self, one: Form, other: Form) -> float:
        """Covariance of two sums of places; a point that nothing was measured of is taken as exact."""
        through = self.through(self.row(other))
        return sum(a * b for a, b in zip(self.row(one), through, strict=True))

    def row(self, form: Form) -> Vector:
        """How a sum of places depends on the unknowns."""
        row = [0.0] * len(self.covariance)
        back = Point(math.cos(self.turn_rad), -math.sin(self.turn_rad))
        for name, vector in form:
            if name in self.rows:
                x, y = vector.x * back.x - vector.y * back.y, vector.x * back.y + vector.y * back.x
                by_x, by_y = self.rows[name]
                row = [r + x * a + y * b for r, a, b in zip(row, by_x, by_y, strict=True)]
        return row

    def through(self, row: Vector) -> Vector:
        """The covariance times a row."""
        out = [0.0] * len(row)
        for factor, line in zip(row, self.covariance, strict=True):
            if factor:
                out = [o + factor * value for o, value in zip(out, line, strict=True)]
        return out

    def block_mm2(self, name: str) -> tuple[float, float, float]:
        """xx, xy, yy of one point, in the measured frame."""
        by_x, by_y = self.rows[name]
        for_x, for_y = self.through(by_x), self.through(by_y)
        return (
            sum(a * b for a, b in zip(by_x, for_x, strict=True)),
            sum(a * b for a, b in zip(by_y, for_x, strict=True)),
            sum(a * b for a, b in zip(by_y, for_y, strict=True)),
        )


@dataclass(frozen=True, slots=True)
class Laid:
    """A measured shape laid over its plan: places and ellipses of every point, and how well they are known together."""

    corners: dict[str, Point]
    ellipses: dict[str, Ellipse | None]
    spread: Spread


def lay(hold: Hold, fit: Adjustment, planned: Mapping[str, Point], corners: Sequence[str]) -> Laid:
    """Lay an adjusted shape over the plan as the hold says.

    Args:
        hold: what is held.
        fit: the shape; adjusted with the hold's own line or fixed points where it has them.
        planned: every point at its plan.
        corners: the footprint's corners, which the best fit is made over.
    """
    if hold.kind not in (HoldKind.POINT, HoldKind.BEST_FIT):
        return Laid(fit.corners, fit.ellipses, Spread(_known(fit, _own_rows(fit.frame)), fit.covariance))
    known = [name for name in corners if name not in fit.loose]
    pivots = known if len(known) > 1 else list(corners)  # one point alone gives no direction to turn by
    turn, moved = laid_corners(hold, fit.corners, planned, pivots)
    spread = Spread(_known(fit, relative_rows(hold, fit.corners, fit.frame, pivots)), fit.covariance, turn)
    ellipses: dict[str, Ellipse | None] = dict.fromkeys(fit.ellipses)
    for name in spread.rows:
        flat = ellipse_of(*spread.block_mm2(name))
        ellipses[name] = Ellipse(flat.major_mm, flat.minor_mm, flat.angle_rad + turn)
    return Laid(moved, ellipses, spread)


def _known(fit: Adjustment, rows: dict[str, tuple[Vector, Vector]]) -> dict[str, tuple[Vector, Vector]]:
    return {name: row for name, row in rows.items() if name not in fit.loose}


def laid_corners(
    hold: Hold, measured: Mapping[str, Point], planned: Mapping[str, Point], pivots: Sequence[str]
) -> tuple[float, dict[str, Point]]:
    """Turn and shift a measured shape, without stretching it, to where the hold says; and by what angle, radians."""
    if hold.kind is HoldKind.BEST_FIT:
        centre, target = _centre(measured, pivots), _centre(planned, pivots)
        away = [(measured[name] - centre, planned[name] - target) for name in pivots]
        turn = math.atan2(sum(m.cross(p) for m, p in away), sum(m.dot(p) for m, p in away))
    else:
        point = hold.names[0]
        start, end = hold.names[-2:]
        is_, ought = measured[end] - measured[start], planned[end] - planned[start]
        turn = math.atan2(is_.cross(ought), is_.dot(ought))
        centre, target = measured[point], planned[point]
    sine, cosine = math.sin(turn), math.cos(turn)
    return turn, {
        name: target + Point(away.x * cosine - away.y * sine, away.x * sine + away.y * cosine)
        for name, away in ((name, at - centre) for name, at in measured.items())
    }


def _centre(at: Mapping[str, Point], names: Sequence[str]) -> Point:
    return Point(sum(at[n].x for n in names) / len(names), sum(at[n].y for n in names) / len(names))


def _own_rows(frame: Frame) -> dict[str, tuple[Vector, Vector]]:
    """For each point, how its place depends on the unknowns, by x and by y."""
    rows = {}
    for name, axes in frame.axes.items():
        by_x, by_y = [0.0] * frame.size, [0.0] * frame.size
        for index, axis in axes:
            by_x[index], by_y[index] = axis.x, axis.y
        rows[name] = (by_x, by_y)
    return rows


def relative_rows(
    hold: Hold, at: Mapping[str, Point], frame: Frame, pivots: Sequence[str]
) -> dict[str, tuple[Vector, Vector]]:
    """For each point, how its place relative to what is held depends on the unknowns, by x and by y.

    Args:
        hold: a point and a direction, or the best fit; what the frame holds itself needs none of it.
        at: where the points are.
        frame: whose unknowns they are.
        pivots: points that the best fit is made over.
    """
    own, size = _own_rows(frame), frame.size
    if hold.kind not in (HoldKind.POINT, HoldKind.BEST_FIT):
        return own
    if hold.kind is HoldKind.BEST_FIT:
        centre = _centre(at, pivots)
        shift = tuple(_weighted([(1 / len(pivots), own[n][axis]) for n in pivots], size) for axis in (0, 1))
        arms = {name: at[name] - centre for name in pivots}
        spread = sum(arm.dot(arm) for arm in arms.values())
        parts = [(arm.x / spread, own[n][1]) for n, arm in arms.items()]
        parts += [(-arm.y / spread, own[n][0]) for n, arm in arms.items()]
        turn = _weighted(parts, size)
    else:
        centre, (start, end) = at[hold.names[0]], hold.names[-2:]
        shift = own[hold.names[0]]
        line = at[end] - at[start]
        across = line.left() * (1 / line.dot(line))
        turn = _weighted(
            [(across.x, own[end][0]), (across.y, own[end][1]), (-across.x, own[start][0]), (-across.y, own[start][1])],
            size,
        )
    out = {}
    for name, (by_x, by_y) in own.items():
        arm = at[name] - centre
        out[name] = (
            _weighted([(1, by_x), (-1, shift[0]), (arm.y, turn)], size),
            _weighted([(1, by_y), (-1, shift[1]), (-arm.x, turn)], size),
        )
    return out


def _weighted(parts: Sequence[tuple[float, Vector]], size: int) -> Vector:
    out = [0.0] * size
    for factor, row in parts:
        if factor:
            out = [o + factor * r for o, r in zip(out, row, strict=True)]
    return out
