"""Results of levels: the book, instruments, what is to be set to height."""

from datetime import datetime
from enum import StrEnum

from pydantic import Field

from anvilhead.core.closing.closing import Trust
from anvilhead.core.closing.questioned import QuestionKind
from anvilhead.core.levels.height_target import ThingKind, Way
from anvilhead.core.levels.instrument_check import CheckKind
from anvilhead.core.levels.level_instrument import LevelInstrument
from anvilhead.core.levels.reach import ReachKind
from anvilhead.core.measure.misreading import Misreading
from anvilhead.jobfile.levels.built_results import GroundResult, PadResult, ProfileResult, SectionResult, SlabResult
from anvilhead.jobfile.levels.decided_results import ClearanceResult, FinishResult, FirstBoardResult, RunResult
from anvilhead.jobfile.levels.fence_results import FenceHeights
from anvilhead.jobfile.levels.footing_results import FootingResult
from anvilhead.jobfile.levels.standing_results import (
    PostCutsResult,
    PostResult,
    PostTopsResult,
    SteppedResult,
    StickView,
    StraightResult,
)
from anvilhead.jobfile.levels.string_results import StringResult
from anvilhead.jobfile.results.result_parts import Place, Result


class ShotResult(Result):
    """A shot that counts: `number` among all of its setup.

    Attributes:
        role: start, check (on a benchmark), or shot; thing: what the rod stood on, null for the ground.
        height_mm: what it found from the adjusted level line.
        within_mm: ± of the height of what it stood on against the benchmarks, 95 in 100; null for one of those.
        half_mm: half of what lies between both lines of a line level's bubble; null where it was not bracketed.
        carries: what would go with it if it were struck, in words; null when nothing hangs on it.
    """

    number: int
    at: str
    thing: str | None
    role: str
    reading_mm: float
    reading_text: str
    height_mm: float
    height_text: str
    within_mm: float | None
    half_mm: float | None
    half_text: str | None
    carries: str | None


class ReachResult(Result):
    """A limit of the instrument that a setup goes beyond."""

    kind: ReachKind
    text: str


class SetupResult(Result):
    """A setup.

    Attributes:
        hi_mm: known height and first reading; null before its first shot. level_line_mm: HI and what closing the run
            adds, which heights and target readings count from.
        start: the point that gave it; how: how this instrument is read.
        trust: what its heights are worth after a check that failed.
        correction_per_mm: what is added to a reading for each millimetre of sight; null when it is taken as it is.
    """

    instrument: LevelInstrument
    device: str | None
    hi_mm: float | None
    level_line_mm: float | None
    level_line_text: str | None
    correction_mm: float
    correction_text: str
    start: str | None
    trust: Trust
    correction_per_mm: float | None
    how: str
    rod: str
    reaches: list[ReachResult]
    shots: list[ShotResult]


class LevelSuspectResult(Result):
    """A reading that may have slipped: setup and number of the shot."""

    setup: int
    number: int
    at: str
    slip: Misreading | None
    correction_mm: float
    should_read_text: str
    certain: bool
    text: str


class ClosingCheckResult(Result):
    """A check on a benchmark: found minus known, what careful reading allows, and whether it was distributed.

    `decides`: its run is judged by it; a slip is not distributed.
    """

    setup: int
    number: int
    at: str
    found_mm: float
    known_mm: float
    misclosure_mm: float
    allowed_mm: float
    fits: bool
    decides: bool
    shared: bool
    run: list[int]
    text: str
    suspects: list[LevelSuspectResult]


class QuestionedResult(Result):
    """A reading in question."""

    setup: int
    number: int
    at: str
    kind: QuestionKind
    off_mm: float
    slip: Misreading | None
    should_read_text: str | None
    text: str


class RecheckedResult(Result):
    """A thing read again from a setup that only checks, against how it was found before.

    Attributes:
        setup, number: the shot that checks; first_setup, first_number: the one it is held against.
        height_mm: as found before, which stays; found_mm: as found again.
        allowed_mm: what two honest ways differ by, 95 in 100; weaker: setup that is known less well.
    """

    at: str
    thing: str | None
    setup: int
    number: int
    first_setup: int
    first_number: int
    height_mm: float
    found_mm: float
    differs_mm: float
    differs_text: str
    allowed_mm: float
    agrees: bool
    weaker: int
    text: str


class PointResult(Result):
    """A point of the book on the plan, and its ground height if that was shot.

    Attributes:
        within_mm: ± of that height against the benchmarks, 95 in 100, by all shots of the book adjusted together.
        unsure: whether a slip may carry it.
    """

    name: str
    place: Place
    height_mm: float | None
    height_text: str | None
    within_mm: float | None
    unsure: bool


class StandingResult(Result):
    """A thing at a point against its target.

    Attributes:
        height_mm, text: of the target; target_reading_mm: with the instrument as it stands now, null without one.
        trouble: why that reading cannot be taken; sight_mm: from the instrument to it, null where nobody knows.
        found_mm: height found; on_thing: whether the thing itself was shot, or only the ground.
        cut_mm, fill_mm: from what was found to the target; null when nothing was shot.
        way, words: what hands do; stake, thumb: what is written on the stake, and what the thumb rule makes of it.
    """

    name: str
    kind: ThingKind
    at: str
    place: Place | None
    height_mm: float
    text: str
    tolerance_mm: float
    tolerance_text: str
    target_reading_mm: float | None
    target_reading_text: str | None
    trouble: str | None
    sight_mm: float | None
    found_mm: float | None
    on_thing: bool
    cut_mm: float | None
    fill_mm: float | None
    way: Way | None
    words: str
    stake: str | None
    thumb: str | None


class TruthResult(Result):
    """One axis of a test: reads `error_mm` too much over `over_mm`."""

    error_mm: float
    over_mm: float
    allowed_mm: float
    is_true: bool
    text: str


class DeviceResult(Result):
    """An instrument, and what its last test found; `correction`: what to add to a reading, in words, when it is off."""

    name: str
    kind: LevelInstrument
    check: CheckKind | None
    truths: list[TruthResult]
    is_true: bool | None
    correction: str | None


class AcceptedResult(Result):
    """Heights of a structure that somebody accepted and nobody took back.

    Attributes:
        over: things that were farther off than allowed then, in words.
        changed: things found otherwise since, or new since; text: whether it still stands, in words.
    """

    structure: str
    who: str | None
    taken: datetime | None
    note: str
    count: int
    over: list[str]
    changed: list[str]
    text: str


class BookState(StrEnum):
    """Whether the book may be built on."""

    EMPTY = "empty"
    OPEN = "open"
    """Nothing closes its last run yet."""
    CLOSED = "closed"
    UNCERTAIN = "doubtful"


class BenchmarkResult(Result):
    """A height held as true: a point, or a thing on it."""

    name: str
    thing: str | None
    height_mm: float
    text: str


class LevelsResult(Result):
    """Everything about heights.

    Attributes:
        state, headline, advice: what the book is worth, and what to do next, in words.
        simulated: setups whose readings are simulated, in words; null when all are real.
        heights: ground by point, benchmarks with it; things: tops and bases that were shot, by thing and point; all
            shots of the book adjusted together.
        within: ± of the ground's heights against the benchmarks, 95 in 100, by point; within_text: the same in words.
        misclosure_mm: of the latest check; null while there is none.
        standing, standing_text: the setup that target readings are for, by number and in words; null before one stands.
        targets: every thing at every point it belongs.
    """

    state: BookState = BookState.EMPTY
    headline: str = ""
    advice: str = ""
    simulated: str | None = None
    benchmarks: list[BenchmarkResult] = Field(default_factory=list)
    setups: list[SetupResult] = Field(default_factory=list)
    heights: dict[str, float] = Field(default_factory=dict)
    things: dict[str, dict[str, float]] = Field(default_factory=dict)
    within: dict[str, float] = Field(default_factory=dict)
    within_text: str = ""
    points: list[PointResult] = Field(default_factory=list)
    standing: int | None = None
    standing_text: str | None = None
    misclosure_mm: float | None = None
    closings: list[ClosingCheckResult] = Field(default_factory=list)
    doubts: list[QuestionedResult] = Field(default_factory=list)
    rechecked: list[RecheckedResult] = Field(default_factory=list)
    devices: list[DeviceResult] = Field(default_factory=list)
    first_boards: list[FirstBoardResult] = Field(default_factory=list)
    targets: list[StandingResult] = Field(default_factory=list)
    ground: GroundResult | None = None
    pads: list[PadResult] = Field(default_factory=list)
    slabs: list[SlabResult] = Field(default_factory=list)
    posts: list[PostResult] = Field(default_factory=list)
    post_tops: list[PostTopsResult] = Field(default_factory=list)
    post_cuts: list[PostCutsResult] = Field(default_factory=list)
    stepped: list[SteppedResult] = Field(default_factory=list)
    straight: list[StraightResult] = Field(default_factory=list)
    profiles: list[ProfileResult] = Field(default_factory=list)
    clearances: list[ClearanceResult] = Field(default_factory=list)
    finishes: list[FinishResult] = Field(default_factory=list)
    runs: list[RunResult] = Field(default_factory=list)
    accepted: list[AcceptedResult] = Field(default_factory=list)
    footings: list[FootingResult] = Field(default_factory=list)
    strings: list[StringResult] = Field(default_factory=list)
    fences: list[FenceHeights] = Field(default_factory=list)
    sections: list[SectionResult] = Field(default_factory=list)
    sticks: list[StickView] = Field(default_factory=list)
