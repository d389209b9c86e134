"""The practice yard: apart from every job; truth is told once a run is over, and not before."""

from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Body, Query

from anvilhead.api import examples
from anvilhead.api.dependencies import ByWhom, Db
from anvilhead.api.problems import ANSWERS
from anvilhead.core.units.units import Units
from anvilhead.service.asked.practice_documents import RunBegin, SetTask, StepCreate
from anvilhead.service.practising import runs as practice
from anvilhead.service.practising import set_tasks
from anvilhead.service.views.practice_views import RunSummary, RunView, SetView, TaskView

router = APIRouter(prefix="/practice", tags=["practice"], responses=ANSWERS)


@router.get("/tasks")
def list_tasks(units: Annotated[Units, Query(description="Units of the tape.")] = Units.FT_IN) -> list[TaskView]:
    """What can be practised."""
    return practice.tasks(units)


@router.post("/runs", status_code=201)
def begin(database: Db, by: ByWhom, document: Annotated[RunBegin, Body(examples=[examples.PRACTICE])]) -> RunView:
    """Begin a task on a site of its own."""
    return practice.begin(database, document, by)


@router.get("/runs")
def list_runs(database: Db, by: ByWhom) -> list[RunSummary]:
    """The latest runs of whoever asks, newest first."""
    return practice.path_of(database, by.who)


@router.post("/set", status_code=201)
def set_task(database: Db, by: ByWhom, document: Annotated[SetTask, Body(examples=[examples.SET_TASK])]) -> SetView:
    """Set a task for somebody: a lead for a helper."""
    return set_tasks.set_task(database, document, by)


@router.get("/set")
def tasks_set(database: Db, by: ByWhom) -> list[SetView]:
    """The latest tasks that were set for whoever asks, or by them, with what they came to."""
    return set_tasks.tasks_set(database, by.who)


@router.get("/runs/{run_id}")
def get_run(database: Db, run_id: UUID) -> RunView:
    """A run as far as it is."""
    return practice.get_run(database, str(run_id))


@router.post("/runs/{run_id}/steps", status_code=201)
def take_step(
    database: Db, by: ByWhom, run_id: UUID, document: Annotated[StepCreate, Body(examples=[examples.PRACTICE_STEP])]
) -> RunView:
    """Pull, write down, move a nail, or accept."""
    return practice.take_step(database, str(run_id), document, by)
