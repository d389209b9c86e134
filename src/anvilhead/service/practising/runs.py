"""The practice yard: tasks begun, worked on step by step, and what they came to."""

import secrets
from typing import Any

from sqlalchemy.orm import Session

from anvilhead.core.messages.made.counting import count_of
from anvilhead.core.messages.practised import string_words as say
from anvilhead.core.messages.practised.briefs import TITLE, brief_text, ended_text, level_brief_text
from anvilhead.core.messages.practised.danger_words import LOOK_FIRST_TEXT
from anvilhead.core.messages.practised.height_words import level_hint_text
from anvilhead.core.practice.debrief import Outcome, debrief
from anvilhead.core.practice.helper import CALLED_SHARE
from anvilhead.core.practice.level_debrief import level_debrief
from anvilhead.core.practice.level_tasks import LEVEL_TASKS
from anvilhead.core.practice.level_yard import LevelYard, level_steps
from anvilhead.core.practice.practice_yard import BY_HAND_S, PracticeYard, steps_of
from anvilhead.core.practice.tasks import TASKS, TaskKey, own_task
from anvilhead.core.practice.yard import HINT_S, LOOK_S
from anvilhead.core.units.errors import InputError
from anvilhead.core.units.length_printing import print_difference
from anvilhead.core.units.units import Units
from anvilhead.service.asked.practice_documents import (
    AcceptStep,
    MoveStep,
    PullStep,
    RestakeStep,
    RunBegin,
    SetStep,
    SetupStep,
    ShootStep,
    StepCreate,
    TendStep,
    WriteStep,
)
from anvilhead.service.practising.conditions_kept import conditions_of, kept_conditions
from anvilhead.service.practising.danger_view import look_round
from anvilhead.service.practising.height_view import debrief_view, own_texts, said_mm, site_view, told_steps
from anvilhead.service.practising.own_plan import own_plan, set_out_of
from anvilhead.service.practising.string_view import of_strings
from anvilhead.service.views.practice_views import (
    Costs,
    RunSummary,
    RunView,
    TaskView,
)
from anvilhead.service.views.structure_views import StageName, StageState, StageView
from anvilhead.store import jobs as store
from anvilhead.store.database import Database, again_when_busy
from anvilhead.store.errors import Conflict
from anvilhead.store.people import By
from anvilhead.store.practice import run_by_id, runs_of, set_by_id, steps_done
from anvilhead.store.tables import PracticeRunRow, PracticeStepRow

MOST_STEPS = 500
COSTS = Costs(
    look=round(LOOK_S / 60),
    hint=round(HINT_S / 60),
    by_hand=round(BY_HAND_S / 60),
    called_sooner=round(100 * (1 - CALLED_SHARE)),
)
BESIDE_WORK = ("look", "hint")
"""Steps that begin no work."""
MOST_RUNS = 40
_AT_STRINGS = ("look", "pull", "write", "move", "hint", "accept", "restake")
_AT_LEVELS = ("look", "setup", "shoot", "write", "set", "bleed", "focus", "hint", "say", "accept")


def tasks(units: Units) -> list[TaskView]:
    """Every task, in the order of a learner's path."""
    return [
        TaskView(
            key=key,
            title=TITLE[key],
            brief=level_brief_text(LEVEL_TASKS[key], units) if key in LEVEL_TASKS else brief_text(TASKS[key], units),
        )
        for key in TaskKey
        if key is not TaskKey.OWN_PLAN
    ]


@again_when_busy
def begin(database: Database, document: RunBegin, by: By) -> RunView:
    """Begin a task on a site of its own."""
    run_id = str(document.id)
    with database.session() as session:
        if session.get(PracticeRunRow, run_id) is None:
            was_set = set_by_id(session, str(document.set_task)) if document.set_task else None
            if was_set is not None and was_set.run_id is not None:
                raise Conflict("This task was begun already. Go on with it, or begin another.")
            row = PracticeRunRow(
                id=run_id,
                task=was_set.task if was_set else document.task,
                units=document.units,
                seed=secrets.token_hex(16),
                plan=was_set.plan if was_set else own_plan(session, document.task, document.structure),
                easy=document.easy,
                conditions=kept_conditions(session, document.instruments, document.units),
                who=by.who,
                at=by.at,
            )
            store.add(session, row, "This run was begun already.")
            if was_set is not None:
                was_set.run_id = run_id
    return get_run(database, run_id)


def title_of(key: TaskKey, plan: dict[str, Any] | None) -> str:
    """A task's title; that of the plan where it is one of somebody's own."""
    return str(plan["name"]) if plan else TITLE[key]


def get_run(database: Database, run_id: str) -> RunView:
    """A run as far as it is."""
    with database.session() as session:
        return _with_next(session, run_by_id(session, run_id))


def mark_of_run(database: Database, run_id: str) -> str:
    """A word that differs once anything was done in a run."""
    with database.session() as session:
        return str(steps_done(session, run_id))


def _with_next(session: Session, row: PracticeRunRow, yard: PracticeYard | LevelYard | None = None) -> RunView:
    """A run, and once it is over the first task of the path that whoever did it has not ended right yet.

    `yard`: as its steps left it, where that was worked out already.
    """
    view = _view(row, yard or _yard(row))
    if view.debrief is None:
        return view
    done = {TaskKey(one.task) for one in runs_of(session, row.who, MOST_RUNS) if _outcome(one) is Outcome.RIGHT}
    path: list[TaskKey] = [key for key in TaskKey if key is not TaskKey.OWN_PLAN]
    at = path.index(TaskKey(row.task)) if row.plan is None else 0
    key = next((one for one in path[at:] + path[:at] if one not in done), None)
    following = view.debrief.model_copy(update={"next_task": key, "next_title": key and TITLE[key]})
    return view.model_copy(update={"debrief": following})


def path_of(database: Database, who: str) -> list[RunSummary]:
    """The latest runs of somebody, newest first."""
    with database.session() as session:
        return [summary(row) for row in runs_of(session, who, MOST_RUNS)]


@again_when_busy
def take_step(database: Database, run_id: str, document: StepCreate, by: By) -> RunView:
    """Do one thing in a run; the same thing sent twice is done once.

    Raises:
        Conflict: when it cannot be done, or the run is over.
    """
    with database.session() as session:
        row = run_by_id(session, run_id, to_change=True)
        if any(step.id == str(document.id) for step in row.steps):
            return _with_next(session, row)
        if len(row.steps) >= MOST_STEPS:
            raise Conflict("This run has as many steps as one may have. Accept it, then begin another.")
        step = _step(document)
        if step["do"] not in (_AT_LEVELS if TaskKey(row.task) in LEVEL_TASKS else _AT_STRINGS):
            raise Conflict("That is not done in this task.")
        kept = PracticeStepRow(id=str(document.id), run_id=row.id, document=step, at=by.at)
        row.steps.append(kept)
        try:
            yard = _yard(row)
        except InputError as error:
            raise Conflict(error.message) from error
        store.add(session, kept, "This was done already.")
        return _with_next(session, row, yard)


def _step(document: StepCreate) -> dict[str, Any]:
    """A step as it is kept."""
    if isinstance(document, PullStep | ShootStep | SetupStep | AcceptStep | RestakeStep | TendStep):
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
    conditions = conditions_of(row.conditions)
    if key in LEVEL_TASKS:
        return LevelYard(key, row.seed, conditions).take(level_steps(steps))
    task = own_task(set_out_of(row.plan)) if row.plan else None
    return PracticeYard(key, row.seed, task, conditions).take(steps_of(steps))


def _task_view(row: PracticeRunRow, yard: PracticeYard | LevelYard, units: Units) -> TaskView:
    of = level_brief_text(yard.task, units) if isinstance(yard, LevelYard) else brief_text(yard.task, units)
    return TaskView(key=TaskKey(row.task), title=title_of(TaskKey(row.task), row.plan), brief=of)


def _view(row: PracticeRunRow, yard: PracticeYard | LevelYard) -> RunView:
    units = Units(row.units)
    head = {
        "id": row.id,
        "task": _task_view(row, yard, units),
        "units": units,
        "at": row.at,
        "easy": row.easy,
        "steps": len(row.steps),
        "costs": COSTS,
        "stages": _stages(yard, begun=any(step.document["do"] not in BESIDE_WORK for step in row.steps)),
        "look": look_round(yard, units),
        "instruments": (row.conditions or {}).get("instruments", []),
        "minutes": round(yard.seconds / 60, 1),
        "minutes_left": round(yard.task.minutes - yard.seconds / 60, 1),
        "hint": _hint(row, yard, units),
    }
    return _of_heights(row, yard, head) if isinstance(yard, LevelYard) else of_strings(row, yard, head)


def _stages(yard: PracticeYard | LevelYard, *, begun: bool) -> list[StageView]:
    """Where a run stands in the stages of real work."""
    work = StageName.LEVELS if isinstance(yard, LevelYard) else StageName.SQUARE
    seen = yard.looked or yard.there is None
    states = {
        StageName.GROUND: StageState.DONE if seen else StageState.OPEN,
        work: StageState.DONE if yard.accepted else StageState.OPEN if begun else StageState.NOT_STARTED,
        StageName.HANDOVER: StageState.DONE if yard.accepted else StageState.NOT_STARTED,
    }
    return [StageView(name=name, state=state) for name, state in states.items()]


def _hint(row: PracticeRunRow, yard: PracticeYard | LevelYard, units: Units) -> str | None:
    """What somebody says who was asked over with the last step."""
    if not row.steps or row.steps[-1].document["do"] != "hint":
        return None
    if yard.there is not None and not yard.looked:
        return LOOK_FIRST_TEXT
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
        own=own_texts(yard, units),
        debrief=debrief_view(yard, units) if yard.accepted else None,
    )


def summary(row: PracticeRunRow) -> RunSummary:
    """A run on somebody's path."""
    yard, key = _yard(row), TaskKey(row.task)
    outcome = _ended(yard, Units(row.units))
    return RunSummary(
        id=row.id,
        title=title_of(key, row.plan),
        at=row.at,
        outcome=outcome,
        ended=outcome and ended_text(key, outcome),
        easy=row.easy,
        read=count_of(len(yard.shots), "reading")
        if isinstance(yard, LevelYard)
        else count_of(len(yard.pulled), "pull"),
        minutes=round(yard.seconds / 60, 1),
    )


def _outcome(row: PracticeRunRow) -> Outcome | None:
    """How a run ended; None while it goes on."""
    return _ended(_yard(row), Units(row.units))


def _ended(yard: PracticeYard | LevelYard, units: Units) -> Outcome | None:
    if not yard.accepted:
        return None
    return level_debrief(yard).outcome if isinstance(yard, LevelYard) else debrief(yard, units).outcome
