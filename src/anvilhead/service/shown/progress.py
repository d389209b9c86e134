"""Where each stage of a structure stands, and the next thing to do."""

from collections.abc import Callable
from datetime import datetime
from typing import NamedTuple

from anvilhead.core.check.squaring import Verdict
from anvilhead.core.stakes.register import STANDS
from anvilhead.jobfile.results.square_results import SquareResult
from anvilhead.jobfile.results.stake_results import RegisterResult, RegisterRow, ThingKind
from anvilhead.jobfile.working.marked import POST, post_names
from anvilhead.jobfile.working.planned import Planned
from anvilhead.service.views.structure_views import NextThing, StageName, StageState, StageView


class Elsewhere(NamedTuple):
    """Where the stages stand that tapes say nothing of."""

    ground: StageState
    levels: StageState
    marks: StageState
    build: StageState


def stages_of(
    square: SquareResult | None,
    planned_at: datetime,
    pulled_at: datetime | None,
    elsewhere: Elsewhere,
    *,
    accepted: bool = False,
) -> list[StageView]:
    """The stages' states.

    Args:
        square: judgement of the latest round, if any was pulled.
        planned_at: when the plan was last changed.
        pulled_at: when the last reading that counts was taken.
        elsewhere: where placing on the site, heights, marking and building stand.
        accepted: whether somebody accepted the latest round, within tolerance or over it.
    """
    pulled = square is not None
    stale = pulled_at is not None and planned_at > pulled_at
    if not pulled:
        squared = StageState.NOT_STARTED
    elif stale:
        squared = StageState.RE_CHECK
    else:
        squared = StageState.DONE if accepted or (square and square.verdict is Verdict.SQUARE) else StageState.OPEN
    boards = StageState.OPEN if not pulled else StageState.RE_CHECK if stale else StageState.DONE
    handover = StageState.OPEN if squared is StageState.DONE else StageState.NOT_STARTED
    ground, *after = elsewhere
    states = (ground, StageState.DONE, boards, squared, *after, handover)
    return [StageView(name=name, state=state) for name, state in zip(StageName, states, strict=True)]


def ground_state(placed: bool, all_clear: bool) -> StageState:
    """Placing on the site: not started without a place, open while something is too near, else done."""
    if not placed:
        return StageState.NOT_STARTED
    return StageState.DONE if all_clear else StageState.OPEN


def levels_state(things_on: list[bool], *, shot: bool, sound: bool) -> StageState:
    """Heights: not started before a shot, done when every thing stands on height in a book without a doubt.

    Args:
        things_on: for every thing of the structure at every point, whether it was shot and is on height.
        shot: whether any of its points was shot.
        sound: whether every run closes and no reading is in question.
    """
    if not shot:
        return StageState.NOT_STARTED
    return StageState.DONE if sound and things_on and all(things_on) else StageState.OPEN


MARKED = (ThingKind.PLACE, ThingKind.POST, ThingKind.PAD, ThingKind.OFFSET)
"""What the stage of marking is done with; corners and nails belong to squaring."""


def marks_state(found: Planned, register: RegisterResult | None) -> StageState:
    """Marking: not started before anything is to be marked, done when all of it stands as planned.

    Args:
        found: the plan worked out.
        register: what was done to its marks; None while nothing was.
    """
    if not (found.places or found.fence or found.plan.digging or found.plan.offset_lines):
        return StageState.NOT_STARTED
    was_set = {f"{POST} {one.post}" for one in (found.plan.fence.placed if found.plan.fence else ())}
    if register is None:
        every = set(found.places) | set(post_names(found.fence))
        return StageState.DONE if every and every <= was_set else StageState.OPEN
    rows = [row for row in register.rows if row.kind in MARKED]
    return _done(rows, lambda row: row.doing in STANDS or row.what in was_set)


def build_state(found: Planned, register: RegisterResult | None) -> StageState:
    """Building: not started before anything is planned to be made, done when every form was."""
    if not (found.plan.forms or found.plan.pour or found.plan.plates):
        return StageState.NOT_STARTED
    rows = [row for row in register.rows if row.kind is ThingKind.FORM] if register else []
    return _done(rows, lambda row: row.doing in STANDS)


def _done(rows: list[RegisterRow], stands: Callable[[RegisterRow], bool]) -> StageState:
    if any(row.recheck for row in rows):
        return StageState.RE_CHECK
    return StageState.DONE if rows and all(stands(row) for row in rows) else StageState.OPEN


def next_thing(square: SquareResult | None, stages: list[StageView]) -> NextThing:
    """The one thing a crew should do next."""
    if square is None:
        return NextThing(stage=StageName.BOARDS, text="Set the boards, then pull the first round")
    if any(stage.state is StageState.RE_CHECK for stage in stages):
        return NextThing(stage=StageName.SQUARE, text="The plan changed since the last pull: pull again")
    if square.verdict is Verdict.NEEDS_PULLS and square.next_pull:
        return NextThing(stage=StageName.SQUARE, text=f"Pull {square.next_pull.start}–{square.next_pull.end}")
    if square.verdict is Verdict.SQUARE and square.next_pull:
        return NextThing(
            stage=StageName.SQUARE,
            text=f"Square so far; pull {square.next_pull.start}–{square.next_pull.end} to be sure",
        )
    return NextThing(stage=StageName.SQUARE, text=square.headline)
