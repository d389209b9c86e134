"""Parts of a plan for squaring, as documents: what is held, a joined frame, instruments tested."""

from typing import Annotated, Self

from pydantic import Field, model_validator
from pydantic_core import PydanticCustomError

from anvilhead.core.adjust.hold import HoldKind
from anvilhead.core.measure.nail_side import Runs, Touch
from anvilhead.core.units.units import SIXTEENTH_MM
from anvilhead.jobfile.documents.control import ControlName
from anvilhead.jobfile.lengths import (
    Length,
    NonNegativeLength,
    PositiveLength,
    SignedLength,
    Sparse,
    Strict,
)

PointName = Annotated[str, Field(min_length=1, max_length=64)]

_NEEDS = {
    HoldKind.LINE: ("line",),
    HoldKind.POINT: ("point", "line"),
    HoldKind.POINTS: ("points",),
    HoldKind.WALL: (),
    HoldKind.BEST_FIT: (),
}


class HoldPlan(Sparse):
    """What stays as measured.

    Attributes:
        by: a line; a point and the direction of a line; two points; what stood there before; or the best fit.
        line: a side or an inner line by its name; point: a corner; points: two corners.
        of: what of the site's control is held, by name: walls, boundaries, monuments; all of it when left out.
    """

    by: HoldKind
    line: Annotated[str, Field(min_length=1, max_length=20)] | None = None
    point: PointName | None = None
    points: tuple[PointName, PointName] | None = None
    of: list[ControlName] = Field(default_factory=list, max_length=60)

    @model_validator(mode="after")
    def _has_what_it_needs(self) -> Self:
        for key in _NEEDS[self.by]:
            if getattr(self, key) is None:
                message = f"Holding by “{self.by}” needs “{key}”. Add it."
                raise PydanticCustomError("missing", "{message}", {"message": message, "at": key})
        return self


class FramePlan(Strict):
    """Forms or plates fastened at exact lengths before they are squared; every side is cut to within `sides_within`."""

    sides_within: PositiveLength = Length(SIXTEENTH_MM, '1/16"')


class TapeReads(Strict):
    """What the crew's tape reads too much when it is started at a burn; it is taken off readings and is in calls."""

    more: SignedLength
    burn: NonNegativeLength = Length(0.0, 0)


class StringPlan(Sparse):
    """Where the strings run on their nails, the same everywhere: over the middle, or past it on one side.

    `nail` and `line`: thickness of both.
    """

    runs: Runs = Runs.CENTRE
    nail: PositiveLength | None = None
    line: PositiveLength | None = None


class TouchPlan(Sparse):
    """Where a tape touched the marks at its ends, as seen from the other end; `width`: of a mark."""

    width: PositiveLength
    start: Touch = Field(default=Touch.CENTRE, alias="from")
    end: Touch = Field(default=Touch.CENTRE, alias="to")


class LaserCheck(Strict):
    """A square-throwing laser reversed: two marks `out` from it, `apart` from the first to the second."""

    out: PositiveLength
    apart: SignedLength
