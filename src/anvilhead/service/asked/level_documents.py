"""What clients send about heights."""

from typing import Annotated, Self
from uuid import UUID

from pydantic import Field, model_validator

from anvilhead.core.ground.finish_choice import FinishRule
from anvilhead.core.levels.rod import RodMarks
from anvilhead.jobfile.lengths import NonNegativeLength, PositiveLength, SignedLength, Strict
from anvilhead.jobfile.levels.documents import LevelPlan
from anvilhead.jobfile.levels.measured import CheckEntry, InRodUnits, SetupHead, check_lean
from anvilhead.jobfile.levels.names import Named
from anvilhead.service.asked.documents import InJobUnits, Revision

Millimetres = Annotated[float, Field(allow_inf_nan=False, ge=-1e9, le=1e9)]


class LevelPlanChange(InJobUnits):
    """A whole plan of heights to replace revision `base_revision`; 0 when there was none."""

    base_revision: Revision
    plan: LevelPlan


class FinishTaken(Strict):
    """A finish to take by a rule, in the plan of heights of this revision."""

    base_revision: Revision
    name: Named
    rule: FinishRule


class SetupCreate(InJobUnits, SetupHead):
    """A setup to begin; its id is made by the client, so that sending it twice begins one.

    `shelf`: the instrument of the shelf that is set up; the job takes it where it does not have it, and `device` and
    `instrument` follow from it.
    """

    id: UUID
    shelf: UUID | None = None


class ShotCreate(InRodUnits):
    """A reading to keep; its id is made by the client.

    Attributes:
        rod: what a bare number in it means.
        replaces: id of a reading that this one corrects; it is struck out, and this one takes its place in the book.
    """

    id: UUID
    at: Named
    thing: Named | None = Field(default=None, alias="on")
    reading: SignedLength
    turned: SignedLength | None = None
    bracket: SignedLength | None = None
    distance: PositiveLength | None = None
    foot: NonNegativeLength | None = None
    leans: PositiveLength | None = None
    replaces: UUID | None = None

    @model_validator(mode="after")
    def _leans_less(self) -> Self:
        check_lean(self.reading, self.leans)
        return self


class ReadingAsked(Strict):
    """Where a setup's instrument is asked for a reading; `again`: how often it was asked there before."""

    at: Named
    thing: Named | None = Field(default=None, alias="on")
    again: Annotated[int, Field(ge=0, le=1_000_000)] = 0


class CheckCreate(InJobUnits, CheckEntry):
    """A test of an instrument to keep."""

    id: UUID


class HeightsAcceptance(Strict):
    """That a structure's heights are good enough: within tolerance, or over it and why."""

    note: Annotated[str, Field(max_length=500)] = ""


class LevelAsked(InJobUnits):
    """A reading as it is being typed, and what it is read for, so that it can be told what it would mean.

    Attributes:
        units: of the answer; rod: what a bare number means.
        known_mm: height of the point that a setup begins on: the answer is the level line.
        hi_mm: level line: the answer is a height, or with a target which way to go.
        target_mm, tolerance_mm: of a thing to be set to height.
        rod_mm: length of the rod, where it was said.
        turned: the second reading with the level turned end for end, as typed; the mean counts.
        bracket: where its bubble touches the other line, as typed; the mean counts, and that of both with `turned`.
        foot: missing of the rod's foot, as typed; foot_mm: the same where the setup says it; leans: how far the rod is
            out of plumb, as typed.
        distance: of the sight, as typed; distance_mm: the same where the plan says it.
        correct_per_mm: what a setup that is corrected adds to a reading for each millimetre of sight.
    """

    rod: RodMarks
    text: Annotated[str, Field(max_length=20_000)]
    known_mm: Millimetres | None = None
    hi_mm: Millimetres | None = None
    target_mm: Millimetres | None = None
    tolerance_mm: Millimetres | None = None
    rod_mm: Millimetres | None = None
    turned: Annotated[str, Field(max_length=200)] = ""
    bracket: Annotated[str, Field(max_length=200)] = ""
    foot: Annotated[str, Field(max_length=200)] = ""
    foot_mm: Millimetres | None = None
    leans: Annotated[str, Field(max_length=200)] = ""
    distance: Annotated[str, Field(max_length=200)] = ""
    distance_mm: Millimetres | None = None
    correct_per_mm: Millimetres | None = None


class BookRead(Strict):
    """A level book of a file, to be taken into the job."""

    text: Annotated[str, Field(max_length=2_000_000)]
    keep: bool = False
