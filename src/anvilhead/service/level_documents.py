"""What clients send about heights."""

from typing import Annotated
from uuid import UUID

from pydantic import Field

from anvilhead.jobfile.hold_plan import PointName
from anvilhead.jobfile.lengths import PositiveLength, SignedLength, Strict
from anvilhead.jobfile.levels.documents import CheckEntry, InRodUnits, LevelPlan, Named, SetupHead
from anvilhead.service.documents import InJobUnits, Revision


class LevelPlanChange(InJobUnits):
    """A whole plan of heights to replace revision `base_revision`; 0 when there was none."""

    base_revision: Revision
    plan: LevelPlan


class SetupCreate(InJobUnits, SetupHead):
    """A setup to begin; its id is made by the client, so that sending it twice begins one."""

    id: UUID


class ShotCreate(InRodUnits):
    """A reading to keep; its id is made by the client.

    Attributes:
        rod: what a bare number in it means.
        replaces: id of a reading that this one corrects; it is struck out, and this one takes its place in the book.
    """

    id: UUID
    at: PointName
    thing: Named | None = Field(default=None, alias="on")
    reading: SignedLength
    turned: SignedLength | None = None
    distance: PositiveLength | None = None
    replaces: UUID | None = None


class CheckCreate(InJobUnits, CheckEntry):
    """A test of an instrument to keep."""

    id: UUID


class BookRead(Strict):
    """A level book of a file, to be taken into the job."""

    text: Annotated[str, Field(max_length=2_000_000)]
    keep: bool = False
