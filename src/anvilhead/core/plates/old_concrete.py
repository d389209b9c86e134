"""Plate lines laid over concrete that is there: by a shift and a small turn, so that the worst overhang is least.

At a station of a side the concrete's edge was found so far outside its planned line.  With the plates shifted by t and
turned by a small angle about the middle, the plate's outer face hangs over that edge by
offset + n·t + angle · (n · turned arm) − found: linear in shift and angle, so the least worst is a linear program.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from operator import mul

from anvilhead.core.geometry.footprint import Footprint
from anvilhead.core.geometry.point import Point
from anvilhead.core.plates.small_program import Row, least

FARTHEST_MM = 1000.0
"""Plates are not shifted farther than this: somewhere else is another building."""

SAME_MM = 0.001
"""Overhangs that differ by less are the same to a saw."""


@dataclass(frozen=True, slots=True)
class EdgeFound:
    """An edge as found: on a side, at a station from its start, so far outside its planned line, millimetres."""

    line: str
    station_mm: float
    out_mm: float


@dataclass(frozen=True, slots=True)
class LaidOver:
    """Plates over old concrete.

    Attributes:
        shift: of all plate lines; turn_rad: about the middle of the footprint, to the left above zero.
        insets_mm: from each edge as found inward to the plate's outer face; below zero it hangs over.
        worst_mm: the largest overhang, below zero where all of it lies on concrete.
        deepest_mm: the largest inset.
    """

    shift: Point
    turn_rad: float
    insets_mm: tuple[float, ...]
    worst_mm: float
    deepest_mm: float


def lay_over(
    footprint: Footprint, offset_mm: float, found: Sequence[EdgeFound], most_inset_mm: float | None
) -> LaidOver | None:
    """Lay plate lines over edges as found.

    Args:
        footprint: the planned outline, closed.
        offset_mm: of the plates' outer face outward from it.
        found: edges, one at least.
        most_inset_mm: concrete may stand out beyond a plate by no more than this; None for any.

    Returns:
        The shift and turn of least worst overhang, and among those of least inset; None where none keep the insets
        that are allowed.
    """
    middle = Point(
        sum(point.x for point in footprint.points) / len(footprint.points),
        sum(point.y for point in footprint.points) / len(footprint.points),
    )
    # the turn is written as what it moves at this distance, so that all unknowns are millimetres
    arm = footprint.perimeter_mm / 4
    tilts: list[tuple[float, float, float]] = []
    lacks: list[float] = []
    for edge in found:
        side = footprint.sides_by_name[edge.line]
        out = footprint.inward(side) * -1
        at = side.start_point + side.direction * edge.station_mm - middle
        tilts.append((out.x, out.y, at.left().dot(out) / arm))
        lacks.append(offset_mm - edge.out_mm)
    lows = [((-x, -y, -turn), lack) for (x, y, turn), lack in zip(tilts, lacks, strict=True)]
    within = FARTHEST_MM + max(abs(lack) for lack in lacks)
    limits: list[Row] = [((*tilt, -1.0), -lack) for tilt, lack in zip(tilts, lacks, strict=True)]
    if most_inset_mm is not None:
        limits += [((*low, 0.0), most_inset_mm + lack) for low, lack in lows]
    worst = least((0.0, 0.0, 0.0, 1.0), limits, within)
    if worst is None:
        return None
    # of all that hang over as little, the one that leaves the least concrete bare
    kept: list[Row] = [((*tilt, 0.0), worst[3] + SAME_MM - lack) for tilt, lack in zip(tilts, lacks, strict=True)]
    best = least((0.0, 0.0, 0.0, 1.0), [*kept, *[((*low, -1.0), lack) for low, lack in lows]], within) or worst
    overs = [sum(map(mul, tilt, best[:3])) + lack for tilt, lack in zip(tilts, lacks, strict=True)]
    return LaidOver(
        Point(best[0], best[1]),
        best[2] / arm,
        tuple(-over for over in overs),
        max(overs),
        max(-over for over in overs),
    )
