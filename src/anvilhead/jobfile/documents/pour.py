"""What goes under, into and over a slab, and a run with a width, as documents."""

from typing import Annotated

from pydantic import Field

from anvilhead.core.plan.strip import StripOn
from anvilhead.core.pour.control_joints import USUAL_ASPECT, USUAL_TIMES
from anvilhead.core.pour.lifts import USUAL_PASSES, USUAL_SETTLING
from anvilhead.jobfile.documents.beside import FamilyName, LineName
from anvilhead.jobfile.lengths import NonNegativeLength, PositiveLength, Sparse, Volume

Size = Annotated[str, Field(min_length=1, max_length=40, pattern=r"^[^\x00-\x1f\x7f]+$")]
"""A size as the drawings call it; it is written on, never worked with."""


class StripPlan(Sparse):
    """An open run with a width: a kerb, a path, a wall footing.

    Attributes:
        width: square across it; on: which of its lines the run is, walking from its first corner.
    """

    width: PositiveLength
    on: StripOn = StripOn.CENTRE


class LiftsPlan(Sparse):
    """The base under it.

    Attributes:
        thickness: compacted; lift: what the plate reaches through at the most.
        settling: share by which loose stone goes down; passes: over each lift.
    """

    thickness: PositiveLength
    lift: PositiveLength | None = None
    settling: Annotated[float, Field(ge=0, le=0.6, allow_inf_nan=False)] = USUAL_SETTLING
    passes: Annotated[int, Field(ge=1, le=20)] = USUAL_PASSES


class BarsPlan(Sparse):
    """A grid of bars; size, spacing, cover and lap are those of the drawings.

    Attributes:
        size: as the drawings call it; spacing: along the baseline; across: of the bars square to it, the same when
            left out.
        cover: from every face; lap: of bars longer than stock; stock: lengths at hand.
        chairs: from chair to chair at the most.
    """

    size: Size | None = None
    spacing: PositiveLength
    across: PositiveLength | None = None
    cover: NonNegativeLength
    lap: PositiveLength | None = None
    stock: Annotated[list[PositiveLength], Field(min_length=1, max_length=20)]
    chairs: PositiveLength | None = None


class MeshPlan(Sparse):
    """Sheets of mesh, how far they lap, and how far they stay from every face."""

    size: Size | None = None
    length: PositiveLength
    width: PositiveLength
    lap: NonNegativeLength
    cover: NonNegativeLength | None = None


class DowelsPlan(Sparse):
    """Dowels drilled into concrete that is there, along a side.

    Attributes:
        along: the side; spacing: at the most; clear: of both its ends.
        size, deep: as the engineer or the drawings say; asked for where they are left out.
    """

    along: LineName
    spacing: PositiveLength
    clear: NonNegativeLength | None = None
    size: Size | None = None
    deep: PositiveLength | None = None


class JointsPlan(Sparse):
    """Control joints.

    Attributes:
        most: longest side of a panel; so many `times` the thickness when left out.
        aspect: longest side of a panel over its shortest.
    """

    most: PositiveLength | None = None
    times: Annotated[float, Field(ge=5, le=100, allow_inf_nan=False)] = USUAL_TIMES
    aspect: Annotated[float, Field(ge=1, le=10, allow_inf_nan=False)] = USUAL_ASPECT


class PourPlan(Sparse):
    """A slab as it is built up and poured.

    Attributes:
        family: the line that is its face; the wall face when left out.
        thickness: of the concrete; waste: share ordered on top.
        truck: what one brings; rate: what the crew places in an hour.
        base, bars, mesh, dowels, joints: what goes under, into and over it.
    """

    family: FamilyName | None = None
    thickness: PositiveLength
    waste: Annotated[float, Field(ge=0, le=1, allow_inf_nan=False)] = 0.05
    truck: Volume | None = None
    rate: Volume | None = None
    base: LiftsPlan | None = None
    bars: BarsPlan | None = None
    mesh: MeshPlan | None = None
    dowels: list[DowelsPlan] = Field(default_factory=list, max_length=60)
    joints: JointsPlan | None = None
