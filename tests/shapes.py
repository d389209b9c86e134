"""Footprints of any number of corners."""

import math

from anvilhead.core.geometry.footprint import Footprint
from anvilhead.core.geometry.point import Point


def ring(count: int) -> Footprint:
    """Corners on an oval, the first side along +x."""
    points = [
        Point(20_000 * math.cos(2 * math.pi * i / count), 14_000 * math.sin(2 * math.pi * i / count))
        for i in range(count)
    ]
    along = (points[1] - points[0]).unit()
    away = [point - points[0] for point in points]
    return Footprint(tuple(Point(p.dot(along), along.cross(p)) for p in away))
