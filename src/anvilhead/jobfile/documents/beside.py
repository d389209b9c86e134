"""Lines beside and inside the walls, as documents."""

from typing import Annotated

from pydantic import Field

from anvilhead.core.plan.inner_line import InnerKind
from anvilhead.jobfile.lengths import NonNegativeLength, PositiveLength, SignedLength, Sparse, Strict

LineName = Annotated[str, Field(min_length=1, max_length=20)]
FamilyName = Annotated[str, Field(min_length=1, max_length=40, pattern=r"^[^\x00-\x1f\x7f]*\S[^\x00-\x1f\x7f]*$")]


class Section(Sparse):
    """A wall on its footing; its families follow from it.

    Attributes:
        wall: thickness; the footprint is its outer face.
        footing: width; left out, the wall has none.
        projection: footing beyond the wall's outer face; left out, the wall stands in its middle.
        dig: room to dig beyond each footing edge.
        sheathing: what goes on outside the plate; the plate is set in by it.
    """

    wall: PositiveLength
    footing: PositiveLength | None = None
    projection: SignedLength | None = None
    dig: NonNegativeLength | None = None
    sheathing: NonNegativeLength | None = None


class Beside(Sparse):
    """A named line beside every side: offset outward (an open line's right), negative inward.

    Attributes:
        on: offsets of sides that differ, by line name.
    """

    family: FamilyName
    offset: SignedLength
    on: dict[LineName, SignedLength] = Field(default_factory=dict)


class Inner(Strict):
    """Inner lines at running distances from a side, each measured from the side itself."""

    name: Annotated[str, Field(min_length=1, max_length=12)]
    kind: InnerKind = InnerKind.MARK
    side: LineName
    distances: Annotated[list[PositiveLength], Field(min_length=1, max_length=60)]
