"""Footprints as documents: a rectangle, a walk round the walls, a polygon, or an open run."""

import math
import re
from typing import Annotated, Any, Literal

from pydantic import Discriminator, Field, PlainSerializer, PlainValidator, Tag, WithJsonSchema
from pydantic_core import PydanticCustomError

from anvilhead.core.geometry.footprint import Footprint, rectangle
from anvilhead.core.geometry.point import Point
from anvilhead.core.geometry.walk import Leg, Walked, run_of, walk
from anvilhead.jobfile.lengths import Coordinates, Length, PositiveLength, Strict, read_positive

CLOSES = "closes"
"""In place of a length or the last turn: it is worked out so that the walk closes."""

MOST_CORNERS = 200


def _read_go(value: Any) -> Length | str:
    return CLOSES if value == CLOSES else read_positive(value)


def _read_turn(value: Any) -> float | str:
    """A turn as a number; a text is taken where it is one, since forms send texts."""
    if value == CLOSES:
        return CLOSES
    if isinstance(value, str):
        value = _typed_turn(value)
    if isinstance(value, bool) or not isinstance(value, int | float) or not math.isfinite(value) or abs(value) > 360:
        raise PydanticCustomError(
            "not-a-turn",
            "A turn is left, right or a number of degrees: 90 is left, -90 or 90 right is right, 45 clips a corner.",
        )
    return float(value)


_TYPED_TURN = re.compile(r"([+-]?(?:[0-9]+\.?[0-9]*|\.[0-9]+)?)\s*(?:°|deg)?\s*(l|left|r|right|straight|s)?")


def _typed_turn(text: str) -> float | str:
    """A turn as typed: `90`, `-45°`, `left`, `45 r`, `straight`; the text itself where it is none."""
    found = _TYPED_TURN.fullmatch(text.strip().lower().replace("−", "-").replace(",", "."))
    number, side = found.groups() if found else ("", None)
    if side in ("s", "straight"):
        return 0.0 if not number else text
    if side:
        return float(number or 90) * (1 if side[0] == "l" else -1)
    return float(number) if number not in ("", "+", "-") else text


def _written(value: Length | str) -> str | float:
    return value if isinstance(value, str) else value.written


Go = Annotated[
    Length | str,
    PlainValidator(_read_go),
    PlainSerializer(_written, return_type=str | int | float),
    WithJsonSchema(
        {"anyOf": [{"type": "string", "maxLength": 60}, {"type": "number"}],
         "description": "A length, or `closes` to have it worked out so that the walk closes."}
    ),
]  # fmt: skip
Turn = Annotated[
    float | str,
    PlainValidator(_read_turn),
    WithJsonSchema(
        {"anyOf": [{"type": "number"}, {"type": "string", "maxLength": 20}], "default": 0,
         "description": "Degrees before going, left positive; `closes` in the last step to have it worked out."}
    ),
]  # fmt: skip


class Rectangle(Strict):
    """A rectangle: length along A→B, width to the left of it."""

    shape: Literal["rectangle"] = "rectangle"
    length: PositiveLength
    width: PositiveLength


class Step(Strict):
    """One wall of a walk: turn (left positive, none for the first), then go.

    Attributes:
        go: how far; `closes` to have it worked out.
        turn: degrees; `closes` to have it worked out, in the last step.
    """

    go: Go
    turn: Turn = 0.0

    @property
    def leg(self) -> Leg:
        """The step as the core walks it."""
        return Leg(
            self.go.mm if isinstance(self.go, Length) else None, None if isinstance(self.turn, str) else self.turn
        )


class Walk(Strict):
    """Walls walked one after the other from A facing B; the last one comes back to A."""

    shape: Literal["walk"]
    steps: Annotated[list[Step], Field(min_length=2, max_length=MOST_CORNERS)]


class Polygon(Strict):
    """Corners by coordinates from A: x along the drawing's own axis, y to the left of it."""

    shape: Literal["polygon"]
    corners: Annotated[list[Coordinates], Field(min_length=3, max_length=MOST_CORNERS)]


class Run(Strict):
    """An open line, such as a fence: the steps of a walk that does not come back."""

    shape: Literal["run"]
    steps: Annotated[list[Step], Field(min_length=1, max_length=MOST_CORNERS - 1)]


def _shape_of(value: Any) -> str:
    shape = value.get("shape", "rectangle") if isinstance(value, dict) else getattr(value, "shape", "rectangle")
    return shape if isinstance(shape, str) else ""


AnyFootprint = Annotated[
    Annotated[Rectangle, Tag("rectangle")]
    | Annotated[Walk, Tag("walk")]
    | Annotated[Polygon, Tag("polygon")]
    | Annotated[Run, Tag("run")],
    Discriminator(_shape_of),
]
"""Any footprint, told apart by its `shape`."""

SHAPES = ("rectangle", "walk", "polygon", "run")


def walked(document: Walk) -> Walked:
    """Follow a walk's steps.

    Raises:
        GeometryError: when what it leaves open cannot be worked out.
    """
    return walk([step.leg for step in document.steps])


def outline_of(document: Rectangle | Walk | Polygon | Run, tolerance_mm: float) -> Footprint:
    """The planned outline.

    Args:
        document: the footprint.
        tolerance_mm: closing error of a walk that is let pass.

    Raises:
        GeometryError: when the outline cannot be.
    """
    if isinstance(document, Rectangle):
        return rectangle(document.length.mm, document.width.mm)
    if isinstance(document, Walk):
        return walked(document).footprint(tolerance_mm)
    if isinstance(document, Run):
        return run_of([step.leg for step in document.steps])
    first_x, first_y = document.corners[0]
    return Footprint(tuple(Point(x.mm - first_x.mm, y.mm - first_y.mm) for x, y in document.corners))
