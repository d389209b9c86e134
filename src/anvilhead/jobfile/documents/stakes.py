"""Stakes and marks that stay, as documents: named stakes and their laths, offset lines, what was done to marks."""

from datetime import datetime
from typing import Annotated, Self

from pydantic import Field, model_validator
from pydantic_core import PydanticCustomError

from anvilhead.core.stakes.lath import Rank
from anvilhead.core.stakes.media import Ground
from anvilhead.core.stakes.register import Doing
from anvilhead.jobfile.documents.beside import LineName
from anvilhead.jobfile.documents.hold_plan import PointName
from anvilhead.jobfile.documents.marks import RowName
from anvilhead.jobfile.lengths import Coordinates, Length, NonNegativeLength, SignedLength, Sparse, Strict


class OffsetLinePlan(Sparse):
    """A line that stays beside a side, on stakes of its own.

    Attributes:
        along: the side; distance: square off it, above zero outward (of an open line to the right).
        beyond: how far its stakes stand beyond both ends.
    """

    name: RowName
    along: LineName
    distance: SignedLength
    beyond: NonNegativeLength = Length(914.4, "3'")

    @model_validator(mode="after")
    def _stands_off(self) -> Self:
        if self.distance.mm == 0:
            message = "A line at no distance is the working line itself. Say how far off this one stays."
            raise PydanticCustomError("zero", "{message}", {"message": message, "at": "distance"})
        return self


class LathPlan(Sparse):
    """What a lath beside a named stake says.

    Attributes:
        height: of the hub's top, by the datum; offset: in the ring.
        toward: the point that it faces; or facing: degrees from the first side, to the left above zero.
        element: what it speaks of, a side or any name; cut, fill: from the hub to the finished surface. A bare number
            in a feet-inch job is feet: 1.25 is a foot and three inches, as surveyors write it.
        rank: what it is worth where marks differ.
    """

    height: SignedLength | None = None
    offset: NonNegativeLength | None = None
    toward: PointName | None = None
    facing: Annotated[float, Field(ge=-360, le=360, allow_inf_nan=False)] | None = None
    element: Annotated[str, Field(min_length=1, max_length=64)] = "finish"
    cut: NonNegativeLength | None = None
    fill: NonNegativeLength | None = None
    rank: Rank = Rank.HUB

    @model_validator(mode="after")
    def _says_one_way(self) -> Self:
        for one, other in (("cut", "fill"), ("toward", "facing")):
            if getattr(self, one) is not None and getattr(self, other) is not None:
                message = f"A lath has a {one} or a {other}, not both. Take one of them out."
                raise PydanticCustomError("one-of", "{message}", {"message": message, "at": other})
        return self


class StakePlan(Sparse):
    """A named stake: `at` is along the first side from A, and to its left; `lath`: what is written beside it."""

    name: PointName
    at: Coordinates
    lath: LathPlan | None = None


class MarkingPlan(Strict):
    """What marks are made on, and how many days they must be seen."""

    on: Ground
    days: Annotated[int, Field(ge=1, le=3650)] = 14


class DoneEntry(Sparse):
    """Something that was done to a mark, a stake or a piece of a structure; never changed, the latest counts.

    Attributes:
        what: its name in the register.
        planned: the numbers of the plan then, millimetres; left out, nobody kept them.
    """

    structure: Annotated[str, Field(min_length=1, max_length=64)]
    what: Annotated[str, Field(min_length=1, max_length=80)]
    doing: Doing
    planned: Annotated[list[Annotated[float, Field(allow_inf_nan=False)]], Field(max_length=200)] | None = None
    who: Annotated[str, Field(min_length=1, max_length=120)] | None = None
    at: datetime | None = None
    note: Annotated[str, Field(max_length=500)] = ""
