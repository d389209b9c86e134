"""What is done in the practice yard, as it is sent."""

from typing import Annotated, Literal
from uuid import UUID

from pydantic import Field

from anvilhead.core.practice.tasks import TaskKey
from anvilhead.core.units.units import Units
from anvilhead.jobfile.lengths import PositiveLength, SignedLength, Strict
from anvilhead.service.asked.documents import InJobUnits

Corner = Annotated[str, Field(min_length=1, max_length=8)]


class RunBegin(Strict):
    """A task to begin; the id is made by the client, so that beginning it twice begins one."""

    id: UUID
    task: TaskKey
    units: Units


class PullStep(Strict):
    """Hold the tape between two corners."""

    id: UUID
    do: Literal["pull"]
    start: Corner
    end: Corner


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
    """Take the strings for square: the run is over."""

    id: UUID
    do: Literal["accept"]


StepCreate = Annotated[PullStep | WriteStep | MoveStep | AcceptStep, Field(discriminator="do")]
