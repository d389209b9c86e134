"""What is held as true: which part of the set-out stays where it is while the rest is moved to the plan.

Pulls say how the corners lie to each other; they do not say where the whole lies.  Holding a line, a point and a
direction, two points, an existing wall, or nothing but the best fit lays the measured shape over the plan.
Ellipses are carried along: uncertainty is always relative to what is held (S-transformation, Baarda 1973).
"""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from enum import StrEnum

from anvilhead.core.adjust.adjustment import Adjustment, Ellipse, ellipse_of
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
    """

    kind: HoldKind = HoldKind.LINE
    names: tuple[str, ...] = ("A", "B")

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


@dataclass(frozen=True, slots=True)
class Laid:
    """A measured shape laid over its plan: places and ellipses of every point."""

    corners: dict[str, Point]
    ellipses: dict[str, Ellipse | None]


def lay(hold: Hold, fit: Adjustment, planned: Mapping[str, Point], corners: Sequence[str]) -> Laid:
    """Lay an adjusted shape over the plan as the hold says.

    Args:
        hold: what is held.
        fit: the shape; adjusted with the hold's own line or fixed points where it has them.
        planned: every point at its plan.
        corners: the footprint's corners, which the best fit is made over.
    """
    if hold.kind not in (HoldKind.POINT, HoldKind.BEST_FIT):
        return Laid(fit.corners, fit.ellipses)
    known = [name for name in corners if name not in fit.loose]
    pivots = known if len(known) > 1 else list(corners)  # one point alone gives no direction to turn by
    turn, moved = laid_corners(hold, fit.corners, planned, pivots)
    rows = _relative_rows(hold, fit, pivots)
    ellipses: dict[str, Ellipse | None] = {}
    for name, (by_x, by_y) in rows.items():
        flat = ellipse_of(*_block(by_x, by_y, fit.covariance))
        turned = Ellipse(flat.major_mm, flat.minor_mm, flat.angle_rad + turn)
        ellipses[name] = None if fit.ellipses[name] is None else turned
    return Laid(moved, ellipses)


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


def _relative_rows(hold: Hold, fit: Adjustment, pivots: Sequence[str]) -> dict[str, tuple[Vector, Vector]]:
    """For each point, how its place relative to what is held depends on the unknowns, by x and by y."""
    at, size = fit.corners, fit.frame.size

    def rows_of(name: str) -> tuple[Vector, Vector]:
        by_x, by_y = [0.0] * size, [0.0] * size
        for index, axis in fit.frame.axes[name]:
            by_x[index], by_y[index] = axis.x, axis.y
        return by_x, by_y

    own = {name: rows_of(name) for name in at}
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


def _block(by_x: Vector, by_y: Vector, covariance: Sequence[Vector]) -> tuple[float, float, float]:
    """xx, xy, yy of a point's covariance."""

    def through(row: Vector) -> Vector:
        out = [0.0] * len(row)
        for factor, line in zip(row, covariance, strict=True):
            if factor:
                out = [o + factor * value for o, value in zip(out, line, strict=True)]
        return out

    for_x, for_y = through(by_x), through(by_y)
    return (
        sum(a * b for a, b in zip(by_x, for_x, strict=True)),
        sum(a * b for a, b in zip(by_y, for_x, strict=True)),
        sum(a * b for a, b in zip(by_y, for_y, strict=True)),
    )
