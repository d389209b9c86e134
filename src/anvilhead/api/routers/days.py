"""A job's days: planned, tried, taken along as a calendar."""

from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Body

from anvilhead.api import examples
from anvilhead.api.dependencies import ByWhom, Db, Now
from anvilhead.api.problems import ANSWERS
from anvilhead.jobfile.documents.days import Slip
from anvilhead.jobfile.results.days_results import DaysResult, SlipResult
from anvilhead.service import days
from anvilhead.service.asked.day_documents import DaysChange, DaysTried
from anvilhead.service.asked.documents import Revision
from anvilhead.service.views.day_views import DaysView

router = APIRouter(prefix="/jobs/{job_id}/days", tags=["days"], responses=ANSWERS)

Base = Annotated[Revision, Body(embed=True, examples=[2])]


@router.get("")
def get_days(database: Db, now: Now, job_id: UUID) -> DaysView:
    """A job's days as they are planned, on the day it is there."""
    return days.get_days(database, str(job_id), now)


@router.put("")
def change_days(
    database: Db, by: ByWhom, job_id: UUID, change: Annotated[DaysChange, Body(examples=[examples.DAYS])]
) -> DaysView:
    """Make a plan of days the newest one; what somebody else changed since is kept with it."""
    return days.change_days(database, str(job_id), change, by)


@router.post("/try")
def try_days(
    database: Db, job_id: UUID, asked: Annotated[DaysTried, Body(examples=[{"days": examples.DAYS["days"]}])]
) -> DaysResult:
    """When everything would be done with other days, kept nowhere."""
    return days.try_days(database, str(job_id), asked)


@router.post("/slip")
def slip_days(
    database: Db, job_id: UUID, slip: Annotated[Slip, Body(examples=[{"task": "boat-store/boards", "days": 1}])]
) -> SlipResult:
    """What moves when one task takes longer."""
    return days.slip_days(database, str(job_id), slip)


@router.post("/undo")
def undo_days(database: Db, by: ByWhom, job_id: UUID, base_revision: Base) -> DaysView:
    """Bring the days before the last change back."""
    return days.step_days(database, str(job_id), base_revision, by, back=True)


@router.post("/redo")
def redo_days(database: Db, by: ByWhom, job_id: UUID, base_revision: Base) -> DaysView:
    """Bring back what an undo took away."""
    return days.step_days(database, str(job_id), base_revision, by, back=False)
