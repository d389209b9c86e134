"""The practice yard as the API answers it: no truth in it before a run is over."""

from datetime import datetime
from typing import Literal
from uuid import UUID

from pydantic import Field

from anvilhead.core.practice.dangers_there import Buried
from anvilhead.core.practice.debrief import Lesson, Outcome
from anvilhead.core.practice.level_tasks import Tool
from anvilhead.core.practice.tasks import TaskKey
from anvilhead.core.units.units import Units
from anvilhead.jobfile.results.result_parts import Place, Result
from anvilhead.service.views.structure_views import StageView


class TaskView(Result):
    """A task that can be begun."""

    key: TaskKey
    title: str
    brief: str


class PlannedLength(Result):
    """A side or a diagonal as planned."""

    start: str
    end: str
    text: str


class PracticePull(Result):
    """A pull: what the tape shows at the mark, also in words for who cannot see it, and what was written of it."""

    number: int
    start: str
    end: str
    shows_mm: float
    shows_text: str
    called: str | None
    written: str | None
    after_moves: int
    swing: bool


class TruthView(Result):
    """A pull against the truth: what it would have read without any error, and what was wrong with it.

    `minutes`: that it took; `gained`: what it brought to what was known; `coach`: what the coach would have pulled
    there, null where any will do.
    """

    number: int
    true_text: str
    off_mm: float
    text: str
    minutes: float | None = None
    gained: str | None = None
    coach: str | None = None


class DebriefView(Result):
    """What a run came to: truth laid over what was believed."""

    outcome: Outcome
    text: str
    lessons: list[Lesson]
    lesson_texts: list[str]
    corners: dict[str, Place]
    believed: dict[str, Place] | None
    coach: str
    pulls: list[TruthView]
    next_task: TaskKey | None = None
    next_title: str | None = None


class Named(Result):
    """Something to choose, and what it is called."""

    key: str
    name: str


class DangerSeen(Result):
    """A danger of the yard as it is seen from above: a line, how far to keep from it, and what it is in words.

    `buried`: what lies under paint; null for what hangs overhead.
    """

    kind: Literal["overhead", "paint"]
    buried: Buried | None
    start: Place
    end: Place
    keep_mm: float
    text: str


class Costs(Result):
    """What is paid for what is not work: minutes, and how much sooner one reads whom a helper calls, of 100."""

    look: int
    hint: int
    by_hand: int
    called_sooner: int


class LookRound(Result):
    """What a look round and up showed; `dangers` and `text` are empty until somebody looked."""

    looked: bool
    dangers: list[DangerSeen]
    text: str


class PracticeShot(Result):
    """A reading of heights: what it shows, and how far the water still swings about that, or the hair swims.

    `called`: what a helper calls; null for who reads it.
    `dead_mm`: how far off its beam a receiver still sounds level, `window_mm`: and how far it catches it at all; null
    for what is no receiver.
    """

    number: int
    at: str
    setup: int
    tool: Tool
    turned: bool
    shows_mm: float
    shows_text: str
    moving_mm: float
    dead_mm: float | None
    window_mm: float | None
    called: str | None
    written: str | None


class LevelSiteView(Result):
    """A yard of heights: points, what is at hand, what stands, what was read and set.

    Attributes:
        tops: what is to be set; targets: how high above the benchmark; none where an instrument is judged.
        over_text: over which distance its error is said; null where none is asked for.
        setups: each as it is called; shots: in order.
    """

    places: dict[str, Place]
    tops: list[str]
    targets: list[Named]
    over_text: str | None
    tools: list[Named]
    stands: list[Named]
    setups: list[str]
    tool: Tool | None
    stands_at: Place | None
    shots: list[PracticeShot]


class RunView(Result):
    """A run as far as it is; `debrief` once it is over; `level` where heights are practised.

    Attributes:
        stages: those of real work that it goes through; steps: that were done.
        look: what a look round shows; null in runs from before there was anything to look for.
        instruments: of the shelf that it was begun with; own: what is said of those that are used.
        easy: readings may be taken over; burn_text: where tapes are started; swings_to: lines to swing a tape to.
        always_called: whether a helper reads every pull.
        hint: what somebody said who was just asked over.
    """

    id: UUID
    task: TaskView
    units: Units
    at: datetime
    tolerance_text: str
    corners: dict[str, Place]
    sides: list[PlannedLength]
    diagonals: list[PlannedLength]
    boards: list[str]
    pulls: list[PracticePull]
    moved: list[str]
    minutes: float
    minutes_left: float
    pulls_left: int
    steps: int
    stages: list[StageView]
    costs: Costs
    look: LookRound | None = None
    instruments: list[UUID] = Field(default_factory=list)
    own: list[str] = Field(default_factory=list)
    always_called: bool = False
    easy: bool = False
    burn_text: str | None = None
    swings_to: list[str] = Field(default_factory=list)
    can_restake: bool = False
    hint: str | None = None
    level: LevelSiteView | None = None
    debrief: DebriefView | None = None


class RunSummary(Result):
    """A run on somebody's path: how it ended, also in words, null while it goes on; `read`: so many pulls."""

    id: UUID
    title: str
    at: datetime
    outcome: Outcome | None
    ended: str | None
    easy: bool
    read: str
    minutes: float


class SetView(Result):
    """A task that somebody set for somebody, and the run it was begun with."""

    id: UUID
    task: TaskKey
    title: str
    units: Units
    for_who: str
    by: str
    note: str
    at: datetime
    run: RunSummary | None
