"""Aim crosses: two strings or lines of paint over a post's centre, long enough to find it again after the auger."""

from anvilhead.core.geometry.point import Point


def cross_ends(centre: Point, ahead: Point, hole_mm: float, beyond_mm: float) -> tuple[Point, Point, Point, Point]:
    """The four ends of a cross: on along the run, to its left, back along it, to its right.

    Args:
        centre: of the hole.
        ahead: direction of the run there, a unit vector.
        hole_mm: across the hole.
        beyond_mm: how far each arm reaches beyond the hole's edge.
    """
    arm = hole_mm / 2 + beyond_mm
    left = ahead.left()
    return centre + ahead * arm, centre + left * arm, centre - ahead * arm, centre - left * arm
