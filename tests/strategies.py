"""Shapes and networks for property tests; valid by construction."""

import math

from hypothesis import strategies as st

from anvilhead.core.geometry.footprint import Footprint
from anvilhead.core.geometry.point import Point

lengths_mm = st.floats(600, 60_000)
sixteenths = st.integers(1, 16 * 12 * 300)
small_shifts_mm = st.floats(-40, 40)


@st.composite
def star_footprints(draw: st.DrawFn, most_corners: int = 12) -> Footprint:
    """Corners around a middle at growing bearings: simple polygons, convex or not, walked either way."""
    count = draw(st.integers(3, most_corners))
    size = draw(st.floats(2_000, 30_000))
    radii = draw(st.lists(st.floats(0.6, 1.0), min_size=count, max_size=count))
    points = [
        Point(size * r * math.cos(2 * math.pi * i / count), size * r * math.sin(2 * math.pi * i / count))
        for i, r in enumerate(radii)
    ]
    first = points[0]
    moved = [point - first for point in points]
    return Footprint(tuple(moved if draw(st.booleans()) else [moved[0], *reversed(moved[1:])]))
