"""Where each stage of a structure stands, and the next thing to do."""

from datetime import datetime

from anvilhead.core.check.squaring import Verdict
from anvilhead.jobfile.results.square_results import SquareResult
from anvilhead.service.views.structure_views import NextThing, StageName, StageState, StageView


def stages_of(
    square: SquareResult | None,
    planned_at: datetime,
    pulled_at: datetime | None,
    ground: StageState,
    levels: StageState,
    *,
    accepted: bool = False,
) -> list[StageView]:
    """The stages' states.

    Args:
        square: judgement of the latest round, if any was pulled.
        planned_at: when the plan was last changed.
        pulled_at: when the last reading that counts was taken.
        ground: where placing the structure on the site stands.
        levels: where setting to height stands.
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
    states = (ground, StageState.DONE, boards, squared, levels, handover)
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
