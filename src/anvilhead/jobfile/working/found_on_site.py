"""Distances found on site and taken as the plan: which distance of a plan a pull measures, and the plan with it.

An old wall is as long as it is, and a string parallel to it lies where it lies: what is found there may become what
everything else is set out from.  It is written into the plan as any other length, and beside it what the plan said.
"""

from collections.abc import Callable, Iterator
from dataclasses import dataclass
from typing import Any

from anvilhead.core.geometry.footprint import Side
from anvilhead.core.measure.tape import PullKind
from anvilhead.core.units.errors import GeometryError
from anvilhead.core.units.tolerances import COINCIDENT_MM
from anvilhead.core.units.units import Units
from anvilhead.jobfile.documents.as_found import AsFound
from anvilhead.jobfile.documents.control import FromLine, Gap, OffsetAt
from anvilhead.jobfile.documents.footprints import CLOSES, Rectangle, Run, Walk
from anvilhead.jobfile.documents.models import Plan, Reading
from anvilhead.jobfile.lengths import Length, length_of
from anvilhead.jobfile.working.naming import Naming
from anvilhead.jobfile.working.planned import Planned


@dataclass(frozen=True)
class Dimension:
    """A distance of a plan that a pull measures.

    Attributes:
        mm: what the plan says.
        change: what changes in the plan's document when it is another.
    """

    mm: float
    change: Callable[[Length], dict[str, Any]]


def dimension_of(found: Planned, naming: Naming, start: str, end: str, units: Units) -> Dimension | None:
    """The distance of a plan that runs from a corner to a corner, or square to a line; None where the plan has none.

    Args:
        found: the plan.
        naming: what its pulls can name.
        start: a point.
        end: another, or a line.
        units: that computed lengths are written in.
    """
    ways = (_side, _across_rectangle, _inner_row, _from_reference)
    return next((one for way in ways if (one := way(found, naming, start, end, units))), None)


def taken_as_plan(found: Planned, naming: Naming, reading: Reading, length_mm: float, units: Units) -> Plan:
    """The plan with a distance as it was found, labelled so.

    Args:
        found: the plan as it is.
        naming: what its pulls can name.
        reading: that found it.
        length_mm: what it measures, reduced.
        units: of the job.

    Raises:
        GeometryError: when the plan has no distance that the pull measures.
    """
    dimension = dimension_of(found, naming, reading.start, reading.end, units) if measures_plan(reading) else None
    if dimension is None:
        raise GeometryError(
            "not-a-dimension",
            f"No length of the plan is measured from {reading.start} to {reading.end}. "
            "Walls, the width across, inner lines and the distances to what stood there before can be taken.",
        )
    length = length_of(length_mm, units)
    before = {(one.start, one.end): one for one in found.plan.as_found}
    own = before.pop((reading.start, reading.end), None)
    planned = own.planned if own and own.found.mm == dimension.mm else length_of(dimension.mm, units)
    entry = AsFound.model_validate({"from": reading.start, "to": reading.end, "found": length, "planned": planned})
    return found.plan.model_copy(update={**dimension.change(length), "as_found": [*before.values(), entry]})


def measures_plan(reading: Reading) -> bool:
    """Whether a reading is of a kind that lengths of plans are measured by: on the walls, between points or swung."""
    return reading.kind in (PullKind.POINTS, PullKind.TO_LINE) and not reading.family


def standing(found: Planned, naming: Naming, units: Units) -> Iterator[AsFound]:
    """Distances that the plan still has as they were found."""
    for one in found.plan.as_found:
        dimension = dimension_of(found, naming, one.start, one.end, units)
        if dimension and abs(dimension.mm - one.found.mm) < COINCIDENT_MM:
            yield one


def _side(found: Planned, naming: Naming, start: str, end: str, units: Units) -> Dimension | None:
    """A wall from corner to corner."""
    sides = found.footprint.sides
    index = next((i for i, side in enumerate(sides) if {start, end} == set(side.corners)), None)
    if index is None:
        return None
    document, mm = found.plan.footprint, sides[index].length_mm
    if isinstance(document, Rectangle):
        return Dimension(mm, _of_rectangle(document, "width" if index % 2 else "length"))
    if not isinstance(document, Walk | Run) or document.steps[index].go == CLOSES:
        return None

    def change(length: Length) -> dict[str, Any]:
        steps = list(document.steps)
        steps[index] = steps[index].model_copy(update={"go": length})
        return {"footprint": document.model_copy(update={"steps": steps})}

    return Dimension(mm, change)


def _of_rectangle(document: Rectangle, key: str) -> Callable[[Length], dict[str, Any]]:
    return lambda length: {"footprint": document.model_copy(update={key: length})}


def _across_rectangle(found: Planned, naming: Naming, start: str, end: str, units: Units) -> Dimension | None:
    """Square across a rectangle, from a corner to the wall opposite."""
    document, side = found.plan.footprint, found.footprint.sides_by_name.get(end)
    if not isinstance(document, Rectangle) or side is None or start not in found.footprint.corners:
        return None
    along = found.footprint.sides.index(side) % 2 == 0
    mm = document.width.mm if along else document.length.mm
    return Dimension(mm, _of_rectangle(document, "width" if along else "length"))


def _inner_row(found: Planned, naming: Naming, start: str, end: str, units: Units) -> Dimension | None:
    """An inner line from the wall that it is measured from, swung from one of its ends."""
    line = next((one for one in found.inner if start in naming.lines.get(one.name, ()) and end == one.side), None)
    if line is None:
        return None
    named = [(i, k) for i, row in enumerate(found.plan.inner) for k in range(len(row.distances))]
    row, place = named[found.inner.index(line)]

    def change(length: Length) -> dict[str, Any]:
        rows = list(found.plan.inner)
        distances = list(rows[row].distances)
        distances[place] = length
        rows[row] = rows[row].model_copy(update={"distances": distances})
        return {"inner": rows}

    return Dimension(line.distance_mm, change)


def _from_reference(found: Planned, naming: Naming, start: str, end: str, units: Units) -> Dimension | None:
    """A corner of the side that is placed by offsets or a gap, from the line they are measured from."""
    placing = found.plan.placing
    if not isinstance(placing, FromLine | Gap) or end not in naming.lines:
        return None
    side = found.footprint.sides_by_name.get(placing.line)
    if side is None or start not in side.corners or end not in (
        placing.reference, f"{placing.reference}/{placing.stretch}"
    ):  # fmt: skip
        return None
    first, last = (naming.points[name] for name in naming.lines[end])
    along = (last - first).unit()
    off = {name: abs(along.cross(found.footprint.corners[name] - first)) for name in side.corners}
    beyond = _beyond(placing)

    def change(length: Length) -> dict[str, Any]:
        now = off | {start: length.mm}
        offsets = [
            OffsetAt(
                station=length_of((found.footprint.corners[name] - first).dot(along), units),
                offset=length_of(beyond * now[name], units),
            )
            for name in _in_order(side, placing.corner)
        ]
        placed = FromLine(
            by="offsets",
            line=placing.line,
            reference=placing.reference,
            stretch=placing.stretch,
            offsets=offsets,
            corner=placing.corner,
            station=placing.station,
        )
        return {"placing": placed}

    return Dimension(off[start], change)


def _beyond(placing: FromLine | Gap) -> float:
    """On which side of the reference the structure lies: the sign of its offsets."""
    total = placing.gap.mm if isinstance(placing, Gap) else sum(one.offset.mm for one in placing.offsets)
    return 1.0 if total >= 0 else -1.0


def _in_order(side: Side, first: str) -> list[str]:
    return [first, *(name for name in side.corners if name != first)]
