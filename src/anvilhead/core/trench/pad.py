"""A pad under a post or a pier: its corners square about a place."""

from anvilhead.core.geometry.point import Point


def pad_corners(middle: Point, ahead: Point, length_mm: float, width_mm: float) -> list[Point]:
    """Corners of a pad about its middle, anticlockwise; `ahead`: the direction of its length, a unit vector."""
    along, across = ahead * (length_mm / 2), ahead.left() * (width_mm / 2)
    return [middle - along - across, middle + along - across, middle + along + across, middle - along + across]
