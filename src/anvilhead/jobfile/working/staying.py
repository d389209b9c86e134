"""Lines that stay, worked out from their documents."""

from collections.abc import Mapping

from anvilhead.core.geometry.footprint import Footprint, Side
from anvilhead.core.geometry.point import Point
from anvilhead.core.plan.offset_line import OffsetLine, offset_line
from anvilhead.jobfile.documents.models import Plan
from anvilhead.jobfile.documents.stakes import OffsetLinePlan


def offset_line_of(
    plan: Plan, outline: Footprint, points: Mapping[str, Point], line: OffsetLinePlan
) -> tuple[Side, OffsetLine]:
    """A line that stays, and the points that belong to its side: its corners, and what stands along it."""
    ends = outline.ends_of(line.along)
    side = next(one for one in outline.sides if ends and set(one.corners) == set(ends))
    outward = outline.inward(side) * -1
    rows = {row.name for row in plan.places if row.along == line.along}
    near = {
        name: point
        for name, point in points.items()
        if name in side.corners
        or name.rpartition(" ")[0] in rows
        or (name not in outline.corners and _stands_along(outline, point, side))
    }
    return side, offset_line(side, outward, line.distance.mm, line.beyond.mm, near)


def line_stakes(plan: Plan, outline: Footprint) -> dict[str, Point]:
    """The stakes of every line that stays, by name: that of the line, and 1 or 2."""
    found: dict[str, Point] = {}
    for line in plan.offset_lines:
        _, worked = offset_line_of(plan, outline, {}, line)
        found |= {f"{line.name} 1": worked.start, f"{line.name} 2": worked.end}
    return found


def _stands_along(outline: Footprint, point: Point, side: Side) -> bool:
    """Whether a point is beside one side rather than beside another: nearest to it among all."""

    def off(one: Side) -> float:
        along = min(max((point - one.start_point).dot(one.direction), 0.0), one.length_mm)
        return (one.start_point + one.direction * along).distance_to(point)

    nearest = min(off(one) for one in outline.sides)
    return off(side) <= nearest + BESIDE_MM


BESIDE_MM = 1.0
"""A point as near to two sides as this belongs to both: at a corner."""
