"""The practice yard: tasks begun, worked on step by step, and what they came to."""

import secrets
from typing import Any

from sqlalchemy.orm import Session

from anvilhead.core.check.squaring import SquareCheck
from anvilhead.core.geometry.footprint import Side
from anvilhead.core.messages.practised import string_words as say
from anvilhead.core.messages.practised.briefs import TITLE, brief_text, ended_text, level_brief_text
from anvilhead.core.messages.practised.height_words import level_hint_text
from anvilhead.core.messages.practised.lessons import lesson_text
from anvilhead.core.messages.spoken import spoken
from anvilhead.core.practice.debrief import Outcome, debrief
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
_AT_STRINGS = ("pull", "write", "move", "hint", "accept", "restake")
_AT_LEVELS = ("setup", "shoot", "write", "set", "bleed", "hint", "say", "accept")


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
        return _with_next(session, run_by_id(session, run_id))


def _with_next(session: Session, row: PracticeRunRow) -> RunView:
    """A run, and once it is over the first task of the path that whoever did it has not ended right yet."""
    view = _view(row)
    if view.debrief is None:
        return view
    done = {TaskKey(one.task) for one in runs_of(session, row.who, MOST_RUNS) if _outcome(one) is Outcome.RIGHT}
    path = list(TaskKey)
    at = path.index(TaskKey(row.task))
    key = next((one for one in path[at:] + path[:at] if one not in done), None)
    following = view.debrief.model_copy(update={"next_task": key, "next_title": key and TITLE[key]})
    return view.model_copy(update={"debrief": following})


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
        return _with_next(session, row)


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
    brief = level_brief_text(LEVEL_TASKS[key], units) if key in LEVEL_TASKS else brief_text(TASKS[key], units)
    return TaskView(key=key, title=TITLE[key], brief=brief)


def _view(row: PracticeRunRow) -> RunView:
    yard, units = _yard(row), Units(row.units)
    head = {
        "id": row.id,
        "task": _task_view(TaskKey(row.task), units),
        "units": units,
        "at": row.at,
        "minutes": round(yard.seconds / 60, 1),
        "minutes_left": round(yard.task.minutes - yard.seconds / 60, 1),
        "hint": _hint(row, yard, units),
    }
    return _of_heights(row, yard, head) if isinstance(yard, LevelYard) else _of_strings(row, yard, head)


def _hint(row: PracticeRunRow, yard: PracticeYard | LevelYard, units: Units) -> str | None:
    """What somebody says who was asked over with the last step."""
    if not row.steps or row.steps[-1].document["do"] != "hint":
        return None
    return level_hint_text(yard) if isinstance(yard, LevelYard) else say.hint_text(yard, units)


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
        diagonals=[_planned(one, units) for one in footprint.diagonals] if task.tells_diagonals else [],
        boards=[board.name for board in task.set_out.boards if task.at in ("", board.corner)],
        burn_text=print_length(task.burn_mm, units).text if task.burn_mm else None,
        swings_to=[side.name for side in footprint.sides] if task.swings else [],
        can_restake=task.restakes,
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
                swing=one.swing,
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
        text=say.outcome_text(found, units, restaked=yard.restaked, swings=yard.task.swings),
        lessons=list(found.lessons),
        lesson_texts=[lesson_text(lesson) for lesson in found.lessons],
        corners={name: place(point) for name, point in found.corners.items()},
        believed=_believed(found.check),
        coach="" if yard.task.swings else say.coach_text(found, yard.task, units),
        pulls=[
            TruthView(
                number=number,
                true_text=print_length(one.true_mm, units).text,
                off_mm=tidy(one.shows_mm - one.true_mm),
                text=say.truth_text(one, units),
                minutes=round(one.seconds / 60, 1),
                coach=say.coach_pull_text(one, yard.coach_pulls(number, units)),
            )
            for number, one in enumerate(found.pulled)
        ],
    )


def _believed(check: SquareCheck | None) -> dict[str, Any] | None:
    if check is None or check.loose:
        return None
    return {name: place(point) for name, point in check.laid.corners.items()}


def _summary(row: PracticeRunRow) -> RunSummary:
    yard, key = _yard(row), TaskKey(row.task)
    outcome = _ended(yard, Units(row.units))
    return RunSummary(
        id=row.id,
        title=TITLE[key],
        at=row.at,
        outcome=outcome,
        ended=outcome and ended_text(key, outcome),
        pulls=len(yard.shots if isinstance(yard, LevelYard) else yard.pulled),
        minutes=round(yard.seconds / 60, 1),
    )


def _outcome(row: PracticeRunRow) -> Outcome | None:
    """How a run ended; None while it goes on."""
    return _ended(_yard(row), Units(row.units))


def _ended(yard: PracticeYard | LevelYard, units: Units) -> Outcome | None:
    if not yard.accepted:
        return None
    return level_debrief(yard).outcome if isinstance(yard, LevelYard) else debrief(yard, units).outcome
