"""A job's days: planned, tried, taken along as a calendar."""

from typing import Annotated, Literal
from uuid import UUID

from fastapi import APIRouter, Body, Path, Response

from anvilhead.api import examples
from anvilhead.api.dependencies import ByWhom, Db, Now
from anvilhead.api.problems import ANSWERS
from anvilhead.api.routers.exchange import handed_out
from anvilhead.jobfile.documents.days import Day, Slip
from anvilhead.jobfile.results.days_results import DaysResult, SlipResult
from anvilhead.service import day_files, days
from anvilhead.service.asked.day_documents import DaysChange, DaysTried
from anvilhead.service.asked.documents import Revision
from anvilhead.service.views.day_views import DaysView

router = APIRouter(prefix="/jobs/{job_id}", tags=["days"], responses=ANSWERS)

Base = Annotated[Revision, Body(embed=True, examples=[2])]


@router.get("/days")
def get_days(database: Db, now: Now, job_id: UUID) -> DaysView:
    """A job's days as they are planned, on the day it is there."""
    return days.get_days(database, str(job_id), now)


@router.put("/days")
def change_days(
    database: Db, by: ByWhom, job_id: UUID, change: Annotated[DaysChange, Body(examples=[examples.DAYS])]
) -> DaysView:
    """Make a plan of days the newest one; what somebody else changed since is kept with it."""
    return days.change_days(database, str(job_id), change, by)


@router.post("/days/try")
def try_days(
    database: Db, now: Now, job_id: UUID, asked: Annotated[DaysTried, Body(examples=[{"days": examples.DAYS["days"]}])]
) -> DaysResult:
    """When everything would be done with other days, kept nowhere."""
    return days.try_days(database, str(job_id), asked, now)


@router.post("/days/slip")
def slip_days(
    database: Db,
    now: Now,
    job_id: UUID,
    slip: Annotated[Slip, Body(examples=[{"task": "boat-store/boards", "days": 1}])],
) -> SlipResult:
    """What moves when one task takes longer."""
    return days.slip_days(database, str(job_id), slip, now)


@router.post("/days/undo")
def undo_days(database: Db, by: ByWhom, job_id: UUID, base_revision: Base) -> DaysView:
    """Bring the days before the last change back."""
    return days.step_days(database, str(job_id), base_revision, by, back=True)


@router.post("/days/redo")
def redo_days(database: Db, by: ByWhom, job_id: UUID, base_revision: Base) -> DaysView:
    """Bring back what an undo took away."""
    return days.step_days(database, str(job_id), base_revision, by, back=False)


@router.get("/days.ics", response_class=Response)
def calendar(database: Db, now: Now, job_id: UUID) -> Response:
    """The days as a calendar; a second one changes the entries of the first."""
    return handed_out(day_files.calendar_file(database, str(job_id), now))


@router.get("/days/{day}.pdf", response_class=Response)
def day_page(
    database: Db,
    now: Now,
    job_id: UUID,
    day: Annotated[Day, Path(examples=["2026-11-30"])],
    paper: Literal["a4", "letter"] = "a4",
) -> Response:
    """One page for one day: what is done, who is needed, what stops it, what is taken along."""
    return handed_out(day_files.day_page(database, str(job_id), day, paper, now))
