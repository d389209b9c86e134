"""Ground at a place beside the points where it is known: on by the fall of the ground around them."""

import math
from collections.abc import Sequence

from anvilhead.core.geometry.point import Point
from anvilhead.core.units.tolerances import FLAT_SHARE

Known = tuple[Point, float]
"""A place and its ground height, millimetres."""

NEAR_CORNER_MM = 1828.8
"""A board this near its corner stands on the corner's ground: 6 ft."""


def ground_carried_mm(place: Point, nearest: Known, known: Sequence[Known]) -> float:
    """Ground at a place, millimetres: that of the known point that speaks for it, and the fall from there on.

    Args:
        place: where.
        nearest: the known point that speaks for it.
        known: every known point.
    """
    return nearest[1] + fall_of(known).dot(place - nearest[0])


def fall_of(known: Sequence[Known]) -> Point:
    """Rise of the ground for each millimetre along x and along y: the plane of least squares through known points.

    Points in one line tell the fall along it only, a single one tells none.
    """
    if len(known) < 2:
        return Point(0.0, 0.0)
    count = len(known)
    middle = Point(sum(p.x for p, _ in known) / count, sum(p.y for p, _ in known) / count)
    mean = sum(mm for _, mm in known) / count
    ways = [(p - middle, mm - mean) for p, mm in known]
    xx, yy, xy = sum(w.x * w.x for w, _ in ways), sum(w.y * w.y for w, _ in ways), sum(w.x * w.y for w, _ in ways)
    xh, yh = sum(w.x * h for w, h in ways), sum(w.y * h for w, h in ways)
    whole, spread = xx * yy - xy * xy, xx + yy
    if spread == 0.0:
        return Point(0.0, 0.0)
    if whole > FLAT_SHARE * spread * spread:
        return Point((xh * yy - yh * xy) / whole, (yh * xx - xh * xy) / whole)
    turn = math.atan2(2 * xy, xx - yy) / 2
    along = Point(math.cos(turn), math.sin(turn))
    return along * ((along.x * xh + along.y * yh) / spread)
