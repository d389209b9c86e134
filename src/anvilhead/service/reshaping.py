"""Footprints turned about, and made from outlines of other files, as documents to go on with."""

from collections.abc import Sequence

from anvilhead.core.geometry.footprint import Footprint
from anvilhead.core.geometry.point import Point
from anvilhead.core.geometry.walk import laid_out, legs_of, walk
from anvilhead.core.units.errors import GeometryError
from anvilhead.core.units.units import Units
from anvilhead.jobfile.documents.footprints import CLOSES, Polygon, Rectangle, Run, Step, Walk, outline_of
from anvilhead.jobfile.lengths import length_of
from anvilhead.jobfile.problems import DocumentRefused, Problem
from anvilhead.service.asked.documents import OutlineChosen, ReshapeRequest

TURN_PLACES = 5
"""Decimals of a turn, degrees: at 100 m they leave 0.01 mm, and 45.000000033 is 45."""


def reshape(request: ReshapeRequest) -> Walk | Run:
    """A footprint as a walk, mirrored, or started from another corner; what was typed stays as typed.

    Raises:
        DocumentRefused: when the footprint cannot be, or has no such corner.
    """
    try:
        if isinstance(request.footprint, Run):
            return Run(shape="run", steps=_mirrored(request.footprint.steps, request.mirror))
        steps = _steps_of(request.footprint, request.units)
        steps = _mirrored(steps, request.mirror)
        if request.start:
            steps = _started_at(steps, request.start, request.units)
        return Walk(shape="walk", steps=steps)
    except GeometryError as error:
        raise DocumentRefused([Problem(pointer="/footprint", code=error.code, message=error.message)]) from error


def footprint_from(request: OutlineChosen) -> Walk | Run:
    """A footprint from an outline of another file: the chosen corner is A, the next one lies along the baseline.

    Raises:
        DocumentRefused: when the outline cannot be a footprint.
    """
    scale = request.unit_mm
    points = [Point(x * scale, y * scale) for x, y in request.points]
    try:
        steps = _written(laid_out(points, request.start, closed=request.closed), request.units)
    except GeometryError as error:
        raise DocumentRefused([Problem(pointer="/points", code=error.code, message=error.message)]) from error
    return Walk(shape="walk", steps=steps) if request.closed else Run(shape="run", steps=steps)


def _steps_of(footprint: Rectangle | Walk | Polygon, units: Units) -> list[Step]:
    if isinstance(footprint, Walk):
        return list(footprint.steps)
    if isinstance(footprint, Rectangle):
        length, width = footprint.length, footprint.width
        return [Step(go=length), Step(go=width, turn=90), Step(go=length, turn=90), Step(go=width, turn=90)]
    return _written(outline_of(footprint, 0.0), units)


def _mirrored(steps: Sequence[Step], mirror: bool) -> list[Step]:
    """Left for right; the first turn of a walk is none."""
    if not mirror:
        return list(steps)
    return [Step(go=step.go, turn=step.turn if step.turn in (CLOSES, 0) else -float(step.turn)) for step in steps]


def _started_at(steps: list[Step], start: int, units: Units) -> list[Step]:
    """The same walls from another corner; what was left open is written out, since it was open there."""
    found = walk([step.leg for step in steps])
    turns = [found.turn_at_start_deg, *(leg.turn_deg or 0.0 for leg in found.legs[1:])]
    legs = [
        step.go if step.go != CLOSES else length_of(leg.go_mm or 0.0, units)
        for step, leg in zip(steps, found.legs, strict=True)
    ]
    at = start % len(steps)
    legs, turns = [*legs[at:], *legs[:at]], [*turns[at:], *turns[:at]]
    return [Step(go=go, turn=turn if i else 0.0) for i, (go, turn) in enumerate(zip(legs, turns, strict=True))]


def _written(footprint: Footprint, units: Units) -> list[Step]:
    return [
        Step(go=length_of(leg.go_mm or 0.0, units), turn=round(leg.turn_deg or 0.0, TURN_PLACES))
        for leg in legs_of(footprint)
    ]
