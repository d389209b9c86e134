"""What clients send: documents with lengths as typed, in the units they name."""

from typing import Annotated, Any, Literal
from uuid import UUID

from pydantic import Field

from anvilhead.core.again.recheck import Occasion
from anvilhead.core.stakes.register import Doing
from anvilhead.core.units.units import Units
from anvilhead.jobfile.documents.board_plans import Place
from anvilhead.jobfile.documents.control import Control
from anvilhead.jobfile.documents.footprints import MOST_CORNERS, AnyFootprint, Step
from anvilhead.jobfile.documents.hold_plan import PointName
from anvilhead.jobfile.documents.models import Identifier, Name, Plan, Reading, Round, Taking
from anvilhead.jobfile.lengths import InUnits, Length, NonNegativeLength, PositiveLength, Strict
from anvilhead.jobfile.results.stake_results import ThingKind

Revision = Annotated[int, Field(ge=0, strict=True)]


Coordinate = Annotated[float, Field(ge=-1e12, le=1e12, allow_inf_nan=False)]


class InJobUnits(InUnits):
    """A document that must say its units: a bare number is what the person meant when typing it."""

    units: Units


class StructureCreate(Strict):
    """A new structure: the short name it has in the job file, and its plan."""

    id: UUID
    name_in_file: Identifier
    plan: Plan


class JobCreate(InJobUnits):
    """A new job.  The id is made by the client, so that sending it twice makes one job."""

    id: UUID
    name: Name
    burn: NonNegativeLength = Length(0.0, 0)
    structure: StructureCreate | None = None


class JobChange(InJobUnits):
    """A change of a job's name, units, burn or control against a revision; what is left out stays.

    Attributes:
        units: what bare numbers in this change mean; becomes the job's units only with `switch_units`.
    """

    base_revision: Revision
    name: Name | None = None
    burn: NonNegativeLength | None = None
    switch_units: Units | None = None
    control: Control | None = None


class StructureAdd(InJobUnits):
    """A structure to add to a job."""

    structure: StructureCreate


class JobCopy(Strict):
    """What a copy of a job is called."""

    name: Name


class StructureCopy(Strict):
    """A copy of a structure: its id, made by the client, its name in the job file and the name it is called by."""

    id: UUID
    name_in_file: Identifier
    name: Name


class PlanChange(InJobUnits):
    """A whole plan to replace revision `base_revision` of a structure's.

    Attributes:
        put_together: keep also what somebody else changed meanwhile, where the two touch different things.
    """

    base_revision: Revision
    plan: Plan
    put_together: bool = False


class SiteAsked(InJobUnits):
    """A plan as it is typed, to see where it would stand."""

    plan: Plan


class PullCreate(InJobUnits, Reading):
    """A reading to keep.  The id is made by the client: sending it twice records it once.

    Attributes:
        replaces: id of a reading that this one corrects; it is struck out.
    """

    id: UUID
    replaces: UUID | None = None


class PullAsked(InJobUnits, Taking):
    """A length to ask an instrument for; `again`: how often it was asked for that before."""

    again: Annotated[int, Field(ge=0, le=1_000_000)] = 0

    @property
    def taking(self) -> dict[str, Any]:
        """How it is taken, by the names of a reading."""
        return {name: getattr(self, name) for name in Taking.model_fields}


class RoundBegin(Strict):
    """A round to be pulled for a reason."""

    round: Round
    occasion: Occasion


class Acceptance(Strict):
    """A round that is good enough: within tolerance, or over it by what the server works out, and why."""

    round: Round
    note: Annotated[str, Field(max_length=500)] = ""


class LostCreate(Strict):
    """A point that is gone.  The id is made by the client; `left` names what is left, all that is known when empty."""

    id: UUID
    point: PointName
    left: list[PointName] = Field(default_factory=list, max_length=60)


class SetAgain(Strict):
    """How a lost point was set again, in words, for the record."""

    how: Annotated[str, Field(min_length=1, max_length=500)]


class DoneItem(Strict):
    """A thing of the register that something was done to; the id is made by the client."""

    id: UUID
    what: Annotated[str, Field(min_length=1, max_length=80)]


class DoneCreate(Strict):
    """Something that was done to marks, stakes or pieces: sending it twice records it once."""

    items: Annotated[list[DoneItem], Field(min_length=1, max_length=2000)]
    doing: Doing
    note: Annotated[str, Field(max_length=500)] = ""


class LabelsAsked(InJobUnits):
    """Labels to print: the size of one, the paper, and kinds of things; all that have a legend when none are named."""

    wide: PositiveLength
    high: PositiveLength
    paper: Literal["a4", "letter"] = "a4"
    only: list[ThingKind] = Field(default_factory=list, max_length=20)


class InHandChange(Strict):
    """The pull that the crew takes in hand, by its key."""

    call: Annotated[str, Field(min_length=1, max_length=200)]


class PreviewRequest(InJobUnits):
    """A plan, and readings if any, to be worked out without keeping anything.

    `shot_ground` is the ground as the level book has it, by corner and board, millimetres.  A preview is worked out
    while somebody types, so it takes no more pulls than a round has; a view that does not show the ways of squaring
    leaves `methods` out.
    """

    shot_ground: dict[Place, Coordinate] = Field(default_factory=dict, max_length=2000)
    burn: NonNegativeLength = Length(0.0, 0)
    plan: Plan
    pulls: list[Reading] = Field(default_factory=list, max_length=200)
    methods: bool = True


class WalkRequest(InJobUnits):
    """A walk as far as it is typed, to be followed whether or not it closes yet."""

    steps: list[Step] = Field(min_length=1, max_length=MOST_CORNERS)
    tolerance: NonNegativeLength = Length(0.0, 0)


class ReshapeRequest(InJobUnits):
    """A footprint to be turned about: left for right, or started from another corner, by its number from 0."""

    footprint: AnyFootprint
    mirror: bool = False
    start: Annotated[int, Field(ge=0, lt=MOST_CORNERS)] = 0


class OutlineChosen(InJobUnits):
    """An outline of another file, chosen to be a footprint.

    Attributes:
        points: its corners in its own units; unit_mm: millimetres in one of them.
        start: number of the corner that becomes A, from 0.
    """

    points: Annotated[
        list[Annotated[list[Coordinate], Field(min_length=2, max_length=2)]],
        Field(min_length=2, max_length=MOST_CORNERS),
    ]
    unit_mm: Annotated[float, Field(gt=0, le=1e6, allow_inf_nan=False)]
    start: Annotated[int, Field(ge=0, lt=MOST_CORNERS)] = 0
    closed: bool = True


MOST_LENGTHS = 200
"""Fields that one page asks about at once."""


class LengthAsked(InJobUnits):
    """A text to be read as a length, for the echo while typing.

    Attributes:
        against_mm: what it should be.
        far_per_mm: how far the far corner moves for each millimetre it is not.
        signed: whether it may be below zero, as heights and offsets may.
    """

    text: Annotated[str, Field(max_length=20_000)]
    against_mm: Annotated[float, Field(allow_inf_nan=False, ge=-1e9, le=1e9)] | None = None
    far_per_mm: Annotated[float, Field(allow_inf_nan=False, ge=0, le=1e6)] | None = None
    signed: bool = False


class LengthsAsked(Strict):
    """The texts of a whole page at once."""

    lengths: Annotated[list[LengthAsked], Field(max_length=MOST_LENGTHS)]
