"""The practice yard: tasks begun, worked on step by step, and what they came to."""

import secrets
from typing import Any

from anvilhead.core.check.squaring import SquareCheck
from anvilhead.core.geometry.footprint import Side
from anvilhead.core.messages.made import practice_words as say
from anvilhead.core.messages.spoken import spoken
from anvilhead.core.practice.debrief import debrief
from anvilhead.core.practice.level_debrief import level_debrief
from anvilhead.core.practice.level_tasks import LEVEL_TASKS
from anvilhead.core.practice.level_yard import LevelYard, level_steps
from anvilhead.core.practice.practice_yard import PracticeYard, Step, steps_of
from anvilhead.core.practice.tasks import TASKS, TaskKey
from anvilhead.core.units.errors import InputError
from anvilhead.core.units.length_printing import print_difference, print_length
from anvilhead.core.units.units import Units
from anvilhead.jobfile.written.writing import place, tidy
from anvilhead.service.asked.practice_documents import (
    AcceptStep,
    BleedStep,
    MoveStep,
    PullStep,
    RunBegin,
    SetStep,
    SetupStep,
    ShootStep,
    StepCreate,
    WriteStep,
)
from anvilhead.service.level_practice import debrief_view, said_mm, site_view, told_steps
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
_AT_STRINGS = ("pull", "write", "move", "accept")
_AT_LEVELS = ("setup", "shoot", "write", "set", "bleed", "say", "accept")


def tasks(units: Units) -> list[TaskView]:
    """Every task, in the order of a learner's path."""
    return [_task_view(key, units) for key in TaskKey]


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
def take_step(database: Database, run_id: str, document: StepCreate, by: By) -> RunView:
    """Do one thing in a run; the same thing sent twice is done once.

    Raises:
        Conflict: when it cannot be done, or the run is over.
    """
    with database.session() as session:
        row = run_by_id(session, run_id, to_change=True)
        if any(step.id == str(document.id) for step in row.steps):
            return _view(row)
        if len(row.steps) >= MOST_STEPS:
            raise Conflict("This run has as many steps as one may have. Accept it, then begin another.")
        step = _step(document)
        if step["do"] not in (_AT_LEVELS if TaskKey(row.task) in LEVEL_TASKS else _AT_STRINGS):
            raise Conflict("That is not done in this task.")
        kept = PracticeStepRow(id=str(document.id), run_id=row.id, document=step, at=by.at)
        row.steps.append(kept)
        try:
            _yard(row)
        except InputError as error:
            raise Conflict(error.message) from error
        store.add(session, kept, "This was done already.")
        return _view(row)


def _step(document: StepCreate) -> dict[str, Any]:
    """A step as it is kept."""
    if isinstance(document, PullStep | ShootStep | SetupStep | AcceptStep | BleedStep):
        return document.model_dump(mode="json", exclude={"id"})
    if isinstance(document, WriteStep):
        return {"do": "write", "pull": document.pull, "reading_mm": document.reading.mm}
    if isinstance(document, MoveStep):
        return {"do": "move", "board": document.board, "inward_mm": document.inward.mm}
    if isinstance(document, SetStep):
        return {"do": "set", "at": document.at, "by_mm": document.up.mm}
    return {"do": "say", "by_mm": said_mm(document.too_much.mm, document.units)}


def _yard(row: PracticeRunRow) -> PracticeYard | LevelYard:
    key, steps = TaskKey(row.task), [step.document for step in row.steps]
    if key in LEVEL_TASKS:
        return LevelYard(key, row.seed).take(level_steps(steps))
    return PracticeYard(key, row.seed).take(steps_of(steps))


def _task_view(key: TaskKey, units: Units) -> TaskView:
    brief = say.level_brief_text(LEVEL_TASKS[key], units) if key in LEVEL_TASKS else say.brief_text(TASKS[key], units)
    return TaskView(key=key, title=say.TITLE[key], brief=brief)


def _view(row: PracticeRunRow) -> RunView:
    yard, units = _yard(row), Units(row.units)
    head = {
        "id": row.id,
        "task": _task_view(TaskKey(row.task), units),
        "units": units,
        "at": row.at,
        "minutes": round(yard.seconds / 60, 1),
        "minutes_left": round(yard.task.minutes - yard.seconds / 60, 1),
    }
    return _of_heights(row, yard, head) if isinstance(yard, LevelYard) else _of_strings(row, yard, head)


def _of_heights(row: PracticeRunRow, yard: LevelYard, head: dict[str, Any]) -> RunView:
    units = Units(row.units)
    return RunView(
        **head,
        tolerance_text=print_difference(yard.task.tolerance_mm, units),
        corners={},
        sides=[],
        diagonals=[],
        boards=[],
        pulls=[],
        moved=told_steps(level_steps([step.document for step in row.steps]), units),
        pulls_left=yard.task.shots - len(yard.shots),
        level=site_view(yard, units),
        debrief=debrief_view(yard, units) if yard.accepted else None,
    )


def _of_strings(row: PracticeRunRow, yard: PracticeYard, head: dict[str, Any]) -> RunView:
    units, key = Units(row.units), TaskKey(row.task)
    task, footprint = yard.task, yard.task.set_out.footprint
    return RunView(
        **head,
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
    yard, units, key = _yard(row), Units(row.units), TaskKey(row.task)
    outcome = None
    if yard.accepted:
        outcome = level_debrief(yard).outcome if isinstance(yard, LevelYard) else debrief(yard, units).outcome
    return RunSummary(
        id=row.id,
        title=say.TITLE[key],
        at=row.at,
        outcome=outcome,
        ended=outcome and say.ended_text(key, outcome),
        pulls=len(yard.shots if isinstance(yard, LevelYard) else yard.pulled),
        minutes=round(yard.seconds / 60, 1),
    )
