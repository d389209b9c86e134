"""What is done in the practice yard, as it is sent."""

from typing import Annotated, Literal
from uuid import UUID

from pydantic import Field

from anvilhead.core.practice.level_tasks import Stand, Tool
from anvilhead.core.practice.level_yard import LONGEST_WAIT_S
from anvilhead.core.practice.tasks import TaskKey
from anvilhead.core.units.units import Units
from anvilhead.jobfile.lengths import PositiveLength, SignedLength, Strict
from anvilhead.service.asked.documents import InJobUnits

Corner = Annotated[str, Field(min_length=1, max_length=8)]


class RunBegin(Strict):
    """A task to begin; the id is made by the client, so that beginning it twice begins one.

    `easy`: readings may be taken over instead of read by eye.
    `structure`: whose plan is practised, for `own-plan`; `set_task`: what somebody set, which is begun with it.
    `instruments`: of the shelf, used in place of the yard's: a tape, and one of each kind for heights.
    """

    id: UUID
    task: TaskKey
    units: Units
    structure: UUID | None = None
    set_task: UUID | None = None
    easy: bool = False
    instruments: Annotated[list[UUID], Field(max_length=12)] = Field(default_factory=list)


class SetTask(Strict):
    """A task set for somebody; `structure`: whose plan is practised, for `own-plan`."""

    id: UUID
    task: TaskKey
    units: Units
    for_who: Annotated[str, Field(min_length=1, max_length=80)]
    note: Annotated[str, Field(max_length=500)] = ""
    structure: UUID | None = None


class PullStep(Strict):
    """Hold the tape between two corners, or swing it from a corner to a line, which `end` then is.

    `called`: a helper reads it and calls.
    """

    id: UUID
    do: Literal["pull"]
    start: Corner
    end: Corner
    swing: bool = False
    called: bool = False


class WriteStep(InJobUnits, Strict):
    """Write down what was read of a pull, by its number from 0."""

    id: UUID
    do: Literal["write"]
    pull: Annotated[int, Field(ge=0, le=999)]
    reading: PositiveLength


class MoveStep(InJobUnits, Strict):
    """Move the nail on a board, above zero inward."""

    id: UUID
    do: Literal["move"]
    board: Annotated[str, Field(min_length=1, max_length=20)]
    inward: SignedLength


class AcceptStep(Strict):
    """Take it for good: the run is over.  Or ask somebody over, for a hint, or walk round and look up."""

    id: UUID
    do: Literal["accept", "hint", "look"]


class RestakeStep(Strict):
    """Say that it must be staked anew: the run is over.  `by_hand`: the ground is opened by hand before."""

    id: UUID
    do: Literal["restake"]
    by_hand: bool = False


class SetupStep(Strict):
    """Set an instrument for heights up."""

    id: UUID
    do: Literal["setup"]
    tool: Tool
    stand: Stand = Stand.MIDDLE


class ShootStep(Strict):
    """Read a point; see `LevelStep`."""

    id: UUID
    do: Literal["shoot"]
    at: Corner
    wait_s: Annotated[float, Field(ge=0, le=LONGEST_WAIT_S, allow_inf_nan=False)] = 0.0
    turned: bool = False
    called: bool = False


class SetStep(InJobUnits, Strict):
    """Set a top, above zero upward."""

    id: UUID
    do: Literal["set"]
    at: Corner
    up: SignedLength


class TendStep(Strict):
    """Let the air out of the hose, or focus an eyepiece on its hair."""

    id: UUID
    do: Literal["bleed", "focus"]


class SayStep(InJobUnits, Strict):
    """Say by how much an instrument reads too much over the distance of the brief: the run is over."""

    id: UUID
    do: Literal["say"]
    too_much: SignedLength


StepCreate = Annotated[
    PullStep | WriteStep | MoveStep | AcceptStep | RestakeStep | SetupStep | ShootStep | SetStep | TendStep | SayStep,
    Field(discriminator="do"),
]
