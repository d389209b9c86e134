"""Strings that carry heights at stations, as documents."""

from typing import Annotated, Self

from pydantic import Field, model_validator
from pydantic_core import PydanticCustomError

from anvilhead.jobfile.lengths import NonNegativeLength, PositiveLength, SignedLength, Strict
from anvilhead.jobfile.levels.names import Named


class NailHeight(Strict):
    """The height of a string at one of its nails: at a point of the plan, or so far along."""

    at: Named | None = None
    along: NonNegativeLength | None = None
    height: SignedLength

    @model_validator(mode="after")
    def _is_somewhere(self) -> Self:
        if (self.at is None) == (self.along is None):
            message = "Say where the string has this height: “at” a point, or so far “along”, one of the two."
            raise PydanticCustomError("nowhere", "{message}", {"message": message, "at": "at"})
        return self


class StringPlan(Strict):
    """A string over a line of the plan, straight between nails whose heights are known.

    Attributes:
        structure: in whose plan frame its points are; the book's when left out.
        through: points that it passes, in order.
        heights: at its nails; one alone is a level string.
        thing: what is set under it: form tops, a kerb.
        every: a number at every so much of it, beside its points.
        pull: newtons, to reckon with its sag; left out, it is taken as straight.
        weight: newtons per metre.
    """

    name: Named = "string"
    structure: Named | None = None
    through: Annotated[list[Named], Field(min_length=2, max_length=200)]
    heights: Annotated[list[NailHeight], Field(min_length=1, max_length=200)]
    thing: Named | None = None
    every: PositiveLength | None = None
    pull: Annotated[float, Field(gt=0, le=1000, allow_inf_nan=False)] | None = None
    weight: Annotated[float, Field(gt=0, le=10, allow_inf_nan=False)] | None = None


Strings = Annotated[list[StringPlan], Field(max_length=60)]
