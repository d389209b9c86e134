"""What a digger is told, as a document."""

from typing import Annotated, Self

from pydantic import Field, model_validator
from pydantic_core import PydanticCustomError

from anvilhead.core.trench.bucket import Keeps
from anvilhead.jobfile.documents.hold_plan import PointName
from anvilhead.jobfile.documents.marks import RowName
from anvilhead.jobfile.lengths import NonNegativeLength, PositiveLength, Sparse


class PadPlan(Sparse):
    """A pad about a point: its length along the baseline, its width square to it, how deep it is dug."""

    name: RowName
    at: PointName
    length: PositiveLength
    width: PositiveLength | None = None
    deep: PositiveLength | None = None


class FoundPlan(Sparse):
    """A footing or a pad as it was dug: of the side or the pad it is `on`, the sizes that were measured."""

    on: PointName
    length: PositiveLength | None = None
    width: PositiveLength | None = None
    deep: PositiveLength | None = None

    @model_validator(mode="after")
    def _says_a_size(self) -> Self:
        if self.length is None and self.width is None and self.deep is None:
            message = "Say what was measured: “length”, “width” or “deep”."
            raise PydanticCustomError("missing", "{message}", {"message": message, "at": "width"})
        return self


class DiggingPlan(Sparse):
    """How footings and pads are dug.

    Attributes:
        bucket: its width; teeth: what they cut wider than that, in all; keeps: the edge a wide bucket keeps to.
        deep: the footing's trench, for the concrete that is dug too wide and what was found.
        to: the height that is dug to, as heights call it: its reading stands on the operator's page.
        allowed: shortage that nobody digs again for.
        pads: under posts and piers; found: holes as they were dug.
    """

    bucket: PositiveLength
    teeth: NonNegativeLength | None = None
    keeps: Keeps = Keeps.MIDDLE
    deep: PositiveLength | None = None
    to: Annotated[str, Field(min_length=1, max_length=64)] | None = None
    allowed: NonNegativeLength | None = None
    pads: list[PadPlan] = Field(default_factory=list, max_length=200)
    found: list[FoundPlan] = Field(default_factory=list, max_length=400)
