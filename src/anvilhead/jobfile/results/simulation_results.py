"""What simulated set-outs came to: what `simulate` prints."""

from typing import Literal

from pydantic import Field

from anvilhead.jobfile.results.result_parts import Result


class RoundsExpected(Result):
    """How many rounds: on average, and how many set-outs took how many."""

    mean: float
    counts: dict[int, int]


class Spread(Result):
    """On average, and what 95 in 100 stay below."""

    mean: float
    p95: float


class Bin(Result):
    """So many set-outs whose worst corner ended within a distance, and beyond that of the bin before."""

    to_mm: float
    to_text: str
    count: int


class StructureExpected(Result):
    """What set-outs of one structure come to.

    Attributes:
        rounds: until the crew could know that it was square.
        worst_mm: of the worst corner then, as it really lies off its plan, whatever the crew believed.
        within: share of the set-outs whose corners all lay within the tolerance; tolerance_mm: that.
        pulls, moved, minutes: taken, nails moved, and how long it takes by the times that are guessed.
        gave_up: set-outs that were not square after the most rounds; they count in all of the above.
        text: all of it in words.
    """

    rounds: RoundsExpected
    worst_mm: Spread
    within: float
    tolerance_mm: float
    pulls: Spread
    moved: Spread
    minutes: Spread
    gave_up: int
    text: str


class Simulation(Result):
    """Whole set-outs of a job with its instruments, tried out so many times for each structure."""

    format: Literal["anvilhead-simulation"] = "anvilhead-simulation"
    version: Literal[1] = 1
    seed: int
    runs: int
    structures: dict[str, StructureExpected] = Field(default_factory=dict)
