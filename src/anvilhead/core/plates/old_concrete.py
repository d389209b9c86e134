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
"""No overhang is larger: that would be another building."""

SAME_MM = 0.001
"""Overhangs that differ by less are the same."""
SAW_MM = 0.4
"""Insets that differ by less are the same to whoever snaps a line: then plates are moved less."""


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
        The shift and turn of least worst overhang, among those of least inset, among those the least to move; none
        farther than the concrete is off. None where none keeps the insets that are allowed.
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
    # no farther than the concrete itself is off: a side that was read at one end only would let plates swing about it
    reach = max(abs(edge.out_mm) for edge in found) + SAME_MM
    bounds = _no_farther(3, reach)
    under = [((*tilt, -1.0), -lack) for tilt, lack in zip(tilts, lacks, strict=True)]
    within = reach + max(abs(lack) for lack in lacks) + FARTHEST_MM
    insets = _insets(tilts, lacks)
    limits: list[Row] = [*bounds, *under, ((0.0, 0.0, 0.0, -1.0), 0.0)]
    if most_inset_mm is not None:
        limits += [((*low, 0.0), most_inset_mm + lack) for low, lack in insets]
    worst = least((0.0, 0.0, 0.0, 1.0), limits, within)
    if worst is None:
        return None
    # of all that hang over as little, the one that leaves the least concrete bare; of those, the least to move
    kept: list[Row] = [((*tilt, 0.0), worst[3] + SAME_MM - lack) for tilt, lack in zip(tilts, lacks, strict=True)]
    bare = [((*low, -1.0), lack) for low, lack in insets]
    deepest = least((0.0, 0.0, 0.0, 1.0), [*bounds, *kept, *bare], within) or worst
    most = max(deepest[3], 0.0) + SAW_MM
    held = [((*low, 0.0), most + lack) for low, lack in insets]
    moved = [((*row[:3], -1.0), 0.0) for row, _ in bounds]
    best = least((0.0, 0.0, 0.0, 1.0), [*bounds, *kept, *held, *moved], within) or deepest
    overs = [sum(map(mul, tilt, best[:3])) + lack for tilt, lack in zip(tilts, lacks, strict=True)]
    return LaidOver(
        Point(best[0], best[1]),
        best[2] / arm,
        tuple(-over for over in overs),
        max(overs),
        max(-over for over in overs),
    )


def _no_farther(count: int, reach_mm: float) -> list[Row]:
    """Limits of every unknown but the last, either way."""
    return [
        ((*(sign if i == at else 0.0 for i in range(count)), 0.0), reach_mm)
        for at in range(count)
        for sign in (1.0, -1.0)
    ]


def _insets(
    tilts: Sequence[tuple[float, float, float]], lacks: Sequence[float]
) -> list[tuple[tuple[float, float, float], float]]:
    """The same edges seen from the concrete: how far it stands out beyond the plate."""
    return [((-x, -y, -turn), lack) for (x, y, turn), lack in zip(tilts, lacks, strict=True)]
