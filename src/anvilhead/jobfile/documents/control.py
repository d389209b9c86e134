"""Control as a document: what is held as true on the site, and how structures are placed from it.

Site frame: x to the east, y to the north; bearings clockwise from north, degrees.
"""

from enum import StrEnum
from typing import Annotated, Any, Literal

from pydantic import Discriminator, Field, Tag

from anvilhead.jobfile.lengths import Coordinates, Length, NonNegativeLength, PositiveLength, SignedLength, Strict

ControlName = Annotated[str, Field(min_length=1, max_length=60, pattern=r"^[^\x00-\x1f\x7f/]*\S[^\x00-\x1f\x7f/]*$")]


class ControlKind(StrEnum):
    """What a line of control is."""

    BOUNDARY = "boundary"
    WALL = "wall"
    LINE = "line"
    OVERHEAD = "overhead"


class ControlPoint(Strict):
    """A point held as true: a monument, a peg."""

    name: ControlName
    x: SignedLength
    y: SignedLength


class ControlLine(Strict):
    """A boundary, an existing wall, a line, or an overhead line as it hangs over the ground, by its points in order.

    Attributes:
        closed: whether it comes back to its first point, as a whole boundary does.
        keep_clear: setback: how far structures must stay from it.
    """

    name: ControlName
    kind: ControlKind = ControlKind.LINE
    points: Annotated[list[Coordinates], Field(min_length=2, max_length=200)]
    closed: bool = False
    keep_clear: NonNegativeLength = Length(0.0, 0)


class Control(Strict):
    """Everything held as true on the site; `trench_limit`: depth of a cut from which this place asks for protection."""

    points: list[ControlPoint] = Field(default_factory=list, max_length=200)
    lines: list[ControlLine] = Field(default_factory=list, max_length=200)
    trench_limit: PositiveLength | None = None


class AtPoint(Strict):
    """A corner on a known point, a line along a bearing.

    Attributes:
        at: name of a control point.
        bearing: of the line as walked, degrees clockwise from north.
        line: left out, the first side.
    """

    by: Literal["point"]
    corner: Annotated[str, Field(max_length=8)] = "A"
    at: ControlName
    bearing: Annotated[float, Field(ge=-360, le=360, allow_inf_nan=False)] = 90.0
    line: Annotated[str, Field(max_length=20)] | None = None


class OffsetAt(Strict):
    """A distance square off a reference at a station along it."""

    station: SignedLength
    offset: SignedLength


class FromLine(Strict):
    """A side by two offsets from a reference; the structure lies beyond it.

    Attributes:
        line: the side measured to; corner: one of its ends; station: where along the reference that corner stands.
        reference: a control line, or a structure's side as `store/BC`; a control line of several points is
            measured from its stretch numbered `stretch`, from 1.
        offsets: two of them, since no wall is taken for straight or parallel.
    """

    by: Literal["offsets"]
    line: Annotated[str, Field(max_length=20)]
    reference: Annotated[str, Field(min_length=1, max_length=130)]
    stretch: Annotated[int, Field(ge=1, le=200)] = 1
    offsets: Annotated[list[OffsetAt], Field(min_length=2, max_length=2)]
    corner: Annotated[str, Field(max_length=8)]
    station: SignedLength


class Gap(Strict):
    """A side parallel to a reference at one gap, as between neighbours."""

    by: Literal["gap"]
    line: Annotated[str, Field(max_length=20)]
    reference: Annotated[str, Field(min_length=1, max_length=130)]
    stretch: Annotated[int, Field(ge=1, le=200)] = 1
    gap: SignedLength
    corner: Annotated[str, Field(max_length=8)]
    station: SignedLength


def _way_of(value: Any) -> str:
    way = value.get("by", "") if isinstance(value, dict) else getattr(value, "by", "")
    return way if isinstance(way, str) else ""


Placing = Annotated[
    Annotated[AtPoint, Tag("point")] | Annotated[FromLine, Tag("offsets")] | Annotated[Gap, Tag("gap")],
    Discriminator(_way_of),
]
"""Any way of placing a structure, told apart by `by`."""

WAYS = ("point", "offsets", "gap")
