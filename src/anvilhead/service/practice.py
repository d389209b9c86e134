"""The practice yard: tasks begun, worked on step by step, and what they came to."""

import secrets
from typing import Any

from anvilhead.core.check.squaring import SquareCheck
from anvilhead.core.geometry.footprint import Side
from anvilhead.core.messages.made import practice_words as say
from anvilhead.core.messages.spoken import spoken
from anvilhead.core.practice.debrief import debrief
from anvilhead.core.practice.practice_yard import PracticeYard, Step, steps_of
from anvilhead.core.practice.tasks import TASKS, TaskKey
from anvilhead.core.units.errors import InputError
from anvilhead.core.units.length_printing import print_difference, print_length
from anvilhead.core.units.units import Units
from anvilhead.jobfile.written.writing import place, tidy
from anvilhead.service.asked.practice_documents import AcceptStep, MoveStep, PullStep, RunBegin, WriteStep
from anvilhead.service.views.practice_views import (
    DebriefView,
    PlannedLength,
    PracticePull,
    RunSummary,
    RunView,
    TaskView,
    TruthView,
)
from anvilhead.store import jobs as store
from anvilhead.store.database import Database, again_when_busy
from anvilhead.store.errors import Conflict
from anvilhead.store.people import By
from anvilhead.store.practice import run_by_id, runs_of
from anvilhead.store.tables import PracticeRunRow, PracticeStepRow

MOST_STEPS = 500
MOST_RUNS = 40
CALLED = (TaskKey.FIND_SLIP,)
"""Tasks in which a helper calls the number; in the others one reads the tape oneself."""


def tasks(units: Units) -> list[TaskView]:
    """Every task, in the order of a learner's path."""
    return [_task_view(key, units) for key in TASKS]


@again_when_busy
def begin(database: Database, document: RunBegin, by: By) -> RunView:
    """Begin a task on a site of its own."""
    run_id = str(document.id)
    with database.session() as session:
        if session.get(PracticeRunRow, run_id) is None:
            row = PracticeRunRow(
                id=run_id,
                task=document.task,
                units=document.units,
                seed=secrets.token_hex(16),
                who=by.who,
                at=by.at,
            )
            store.add(session, row, "This run was begun already.")
    return get_run(database, run_id)


def get_run(database: Database, run_id: str) -> RunView:
    """A run as far as it is."""
    with database.session() as session:
        return _view(run_by_id(session, run_id))


def path_of(database: Database, who: str) -> list[RunSummary]:
    """The latest runs of somebody, newest first."""
    with database.session() as session:
        return [_summary(row) for row in runs_of(session, who, MOST_RUNS)]


@again_when_busy
def take_step(
    database: Database, run_id: str, document: PullStep | WriteStep | MoveStep | AcceptStep, by: By
) -> RunView:
    """Do one thing in a run; the same thing sent twice is done once.

    Raises:
        Conflict: when it cannot be done, or the run is over.
    """
    with database.session() as session:
        row = run_by_id(session, run_id, to_change=True)
        if any(step.id == str(document.id) for step in row.steps):
            return _view(row)
        if len(row.steps) >= MOST_STEPS:
            raise Conflict("This run has as many steps as one may have. Accept the strings, then begin another.")
        step = _step(document)
        try:
            _yard(row).take([Step(**step)])
        except InputError as error:
            raise Conflict(error.message) from error
        kept = PracticeStepRow(id=str(document.id), run_id=row.id, document=step, at=by.at)
        row.steps.append(kept)
        store.add(session, kept, "This was done already.")
        return _view(row)


def _step(document: PullStep | WriteStep | MoveStep | AcceptStep) -> dict[str, Any]:
    if isinstance(document, PullStep):
        return {"do": "pull", "start": document.start, "end": document.end}
    if isinstance(document, WriteStep):
        return {"do": "write", "pull": document.pull, "reading_mm": document.reading.mm}
    if isinstance(document, MoveStep):
        return {"do": "move", "board": document.board, "inward_mm": document.inward.mm}
    return {"do": "accept"}


def _yard(row: PracticeRunRow) -> PracticeYard:
    return PracticeYard(TaskKey(row.task), row.seed).take(steps_of([step.document for step in row.steps]))


def _task_view(key: TaskKey, units: Units) -> TaskView:
    return TaskView(key=key, title=say.TITLE[key], brief=say.brief_text(TASKS[key], units))


def _view(row: PracticeRunRow) -> RunView:
    yard, units, key = _yard(row), Units(row.units), TaskKey(row.task)
    task, footprint = yard.task, yard.task.set_out.footprint
    return RunView(
        id=row.id,
        task=_task_view(key, units),
        units=units,
        at=row.at,
        tolerance_text=print_difference(task.set_out.tolerance_mm, units),
        corners={name: place(point) for name, point in footprint.corners.items()},
        sides=[_planned(side, units) for side in footprint.sides],
        diagonals=[_planned(one, units) for one in footprint.diagonals],
        boards=[board.name for board in task.set_out.boards],
        pulls=[
            PracticePull(
                number=number,
                start=one.start,
                end=one.end,
                shows_mm=tidy(one.shows_mm),
                shows_text=print_length(one.shows_mm, units).text,
                called=print_length(one.shows_mm, units).text if key in CALLED else None,
                written=None if one.written_mm is None else print_length(one.written_mm, units).text,
                after_moves=one.after,
            )
            for number, one in enumerate(yard.pulled)
        ],
        moved=[_moved(step, units) for step in steps_of([one.document for one in row.steps]) if step.do == "move"],
        minutes=round(yard.seconds / 60, 1),
        minutes_left=round(task.minutes - yard.seconds / 60, 1),
        pulls_left=task.pulls - len(yard.pulled),
        debrief=_debrief(yard, units) if yard.accepted else None,
    )


def _moved(step: Step, units: Units) -> str:
    way = "in" if step.inward_mm > 0 else "out"
    return f"{spoken(step.board)}: {print_difference(abs(step.inward_mm), units)} {way}"


def _planned(side: Side, units: Units) -> PlannedLength:
    return PlannedLength(start=side.start, end=side.end, text=print_length(side.length_mm, units).text)


def _debrief(yard: PracticeYard, units: Units) -> DebriefView:
    found = debrief(yard, units)
    return DebriefView(
        outcome=found.outcome,
        text=say.outcome_text(found, units),
        lessons=list(found.lessons),
        lesson_texts=[say.lesson_text(lesson) for lesson in found.lessons],
        corners={name: place(point) for name, point in found.corners.items()},
        believed=_believed(found.check),
        coach=say.coach_text(found, yard.task, units),
        pulls=[
            TruthView(
                number=number,
                true_text=print_length(one.true_mm, units).text,
                off_mm=tidy(one.shows_mm - one.true_mm),
                text=say.truth_text(one, units),
            )
            for number, one in enumerate(found.pulled)
        ],
    )


def _believed(check: SquareCheck | None) -> dict[str, Any] | None:
    if check is None or check.loose:
        return None
    return {name: place(point) for name, point in check.laid.corners.items()}


def _summary(row: PracticeRunRow) -> RunSummary:
    yard = _yard(row)
    return RunSummary(
        id=row.id,
        title=say.TITLE[TaskKey(row.task)],
        at=row.at,
        outcome=debrief(yard, Units(row.units)).outcome if yard.accepted else None,
        pulls=len(yard.pulled),
        minutes=round(yard.seconds / 60, 1),
    )
