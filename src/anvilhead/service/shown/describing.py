"""The drawing of a structure in words, for whoever cannot see it."""

from anvilhead.core.geometry.point import Point
from anvilhead.core.messages.description import Stand, corner_text, drawing_text
from anvilhead.core.units.units import Units
from anvilhead.jobfile.results.result_parts import Result
from anvilhead.jobfile.results.results import StructureResult


class DrawingTold(Result):
    """The whole drawing, and each of its corners in the order of a walk."""

    text: str
    corners: dict[str, str]


def drawing_told(result: StructureResult, units: Units) -> DrawingTold:
    """What the drawing of a structure shows."""
    stands = _stands(result)
    sides = [(f"{side.start}–{side.end}", side.text) for side in result.sides]
    meeting = {name: [one for one, _ in sides if name in one.split("–")] for name in result.corners}
    return DrawingTold(
        text=drawing_text(list(result.corners), sides, stands, closed=result.closed, units=units),
        corners={
            name: corner_text(
                name, meeting[name], result.angles.get(name), stands.get(name), first=sides[0][0], units=units
            )
            for name in result.corners
        },
    )


def _stands(result: StructureResult) -> dict[str, Stand]:
    """Corners that the readings place, of the line family that was pulled."""
    square = result.square
    if square is None:
        return {}
    family = next((one for one in result.lines if one.family == square.family), None)
    corners = family.corners if family else result.corners
    return {
        name: Stand(Point(one.x_mm - planned.x_mm, one.y_mm - planned.y_mm), one.ellipse.major_mm)
        for name, one in square.estimated.items()
        if one.ellipse is not None and (planned := corners.get(name)) is not None
    }
