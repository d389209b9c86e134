"""Where each stage of a structure stands, and the next thing to do."""

from datetime import datetime
from typing import NamedTuple

from anvilhead.core.check.squaring import Verdict
from anvilhead.jobfile.results.square_results import SquareResult
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


def marks_state(found: Planned) -> StageState:
    """Marking: not started before anything is to be marked, done when every post of a fence was set."""
    plan = found.plan
    if found.fence is None or plan.fence is None:
        return StageState.OPEN if found.places else StageState.NOT_STARTED
    was_set = {one.post for one in plan.fence.placed}
    return StageState.DONE if len(was_set) == len(found.fence.posts) else StageState.OPEN


def build_state(found: Planned) -> StageState:
    """Building: not started before anything is planned to be made."""
    return StageState.OPEN if found.plan.forms else StageState.NOT_STARTED


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
