"""Results of levels: the book, what is to be set to height, the ground, slabs, posts and steps."""

from enum import StrEnum

from pydantic import Field

from anvilhead.core.levels.doubt import DoubtKind
from anvilhead.core.levels.earthwork import Rough
from anvilhead.core.levels.height_target import ThingKind, Way
from anvilhead.core.levels.instrument_check import CheckKind
from anvilhead.core.levels.level_instrument import LevelInstrument
from anvilhead.core.levels.reach import ReachKind
from anvilhead.core.misreading import Misreading
from anvilhead.jobfile.result_parts import Place, Result


class ShotResult(Result):
    """A shot that counts: `number` among all of its setup.

    Attributes:
        role: start, check (on a benchmark), or shot; thing: what the rod stood on, null for the ground.
        height_mm: what it found, as shared out; of a check as it came out.
    """

    number: int
    at: str
    thing: str | None
    role: str
    reading_mm: float
    reading_text: str
    height_mm: float
    height_text: str


class ReachResult(Result):
    """A limit of the instrument that a setup goes beyond."""

    kind: ReachKind
    text: str


class SetupResult(Result):
    """A setup.

    Attributes:
        hi_mm: height of the level line, as shared out; null before its first shot. raw_hi_mm: before that.
        start: the point that gave it; how: how this instrument is read.
    """

    instrument: LevelInstrument
    device: str | None
    hi_mm: float | None
    hi_text: str | None
    raw_hi_mm: float | None
    correction_mm: float
    start: str | None
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
    """A check on a benchmark: found minus known, what honest reading allows, and whether it was shared out."""

    setup: int
    number: int
    at: str
    found_mm: float
    known_mm: float
    misclosure_mm: float
    allowed_mm: float
    fits: bool
    shared: bool
    run: list[int]
    text: str
    suspects: list[LevelSuspectResult]


class DoubtResult(Result):
    """A reading in question."""

    setup: int
    number: int
    at: str
    kind: DoubtKind
    off_mm: float
    slip: Misreading | None
    should_read_text: str | None
    text: str


class PointResult(Result):
    """A point of the book on the plan, and its ground height if that was shot."""

    name: str
    place: Place
    height_mm: float | None
    height_text: str | None


class StandingResult(Result):
    """A thing at a point against its target.

    Attributes:
        height_mm, text: of the target; target_reading_mm: with the instrument as it stands now, null without one.
        trouble: why that reading cannot be taken.
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


class ContourResult(Result):
    """A line of equal height."""

    height_mm: float
    text: str
    points: list[Place]
    closed: bool


class GroundResult(Result):
    """The ground between its shots; `contours` are empty when the shots hold no area."""

    high: str
    high_mm: float
    low: str
    low_mm: float
    mean_mm: float
    mean_text: str
    fall_mm: float
    fall_text: str
    step_mm: float
    step_text: str
    contours: list[ContourResult]
    text: str


class EdgeResult(Result):
    """A height at a place, such as a form's at a corner; `reading_text` with the instrument as it stands."""

    name: str
    place: Place
    height_mm: float
    text: str
    reading_text: str | None


class PadResult(Result):
    """Cut and fill to a pad; null volumes when its ground was not shot."""

    name: str
    structure: str
    outline: list[Place]
    edges: list[EdgeResult]
    fall_text: str | None
    cut_mm3: float | None
    fill_mm3: float | None
    loose_mm3: float | None
    cut_text: str | None
    fill_text: str | None
    loose_text: str | None
    covered_share: float
    most_cut_mm: float | None
    most_fill_mm: float | None
    parted: list[list[Place]]
    rough: Rough | None
    text: str


class ThicknessResult(Result):
    """A slab's thickness at a spot."""

    at: str
    place: Place
    thick_mm: float
    text: str
    thin: bool


class SlabResult(Result):
    """A slab: heights of its forms and rails, and its thickness once its base was shot.

    Attributes:
        concrete_mm3: with waste: from the thickness measured, else from the one planned.
        thin_pieces: where it is too thin, to be drawn.
    """

    name: str
    structure: str
    outline: list[Place]
    edges: list[EdgeResult]
    rails: list[EdgeResult]
    fall_text: str | None
    spots: list[ThicknessResult]
    least_mm: float | None
    mean_mm: float | None
    least_text: str | None
    mean_text: str | None
    thin_pieces: list[list[Place]]
    covered_share: float
    concrete_mm3: float
    concrete_text: str
    base_mm3: float | None
    base_text: str | None
    text: str


class PostResult(Result):
    """A post: out of and in the ground, or cut from its seat; null lengths where nothing was shot."""

    name: str
    at: str
    out_mm: float | None
    deep_mm: float | None
    cut_mm: float | None
    short_mm: float
    text: str


class StudResult(Result):
    """A stud over a step."""

    step: str
    length_mm: float | None
    stud_mm: float | None
    text: str


class SteppedResult(Result):
    """A stepped wall."""

    name: str
    line_mm: float
    studs: list[StudResult]


class StraightResult(Result):
    """Old concrete against a string: how far each place stands out (above zero) or back."""

    name: str
    offs: dict[str, float]
    spread_mm: float
    within: bool
    text: str


class StickResult(Result):
    """A layer on the story stick: its drop below the string."""

    name: str
    height_mm: float
    drop_mm: float
    text: str


class StickView(Result):
    """The story stick of a structure: drops from its string, in order down."""

    structure: str
    string_mm: float
    string_text: str
    drops: list[StickResult]


class StationResult(Result):
    """A place along a section."""

    along_mm: float
    height_mm: float


class SectionLine(Result):
    """Something drawn in a section from station to station; `kind`: string, board, finish, base, pad."""

    kind: str
    name: str
    points: list[StationResult]
    text: str


class SectionResult(Result):
    """A cut through the ground, heights drawn `exaggeration` times larger than lengths."""

    name: str
    length_mm: float
    length_text: str
    start: Place
    end: Place
    exaggeration: int
    low_mm: float
    high_mm: float
    ground: list[list[StationResult]]
    lines: list[SectionLine]


class BookState(StrEnum):
    """Whether the book may be built on."""

    EMPTY = "empty"
    OPEN = "open"
    """Nothing closes its last run yet."""
    CLOSED = "closed"
    DOUBTFUL = "doubtful"


class LevelsResult(Result):
    """Everything about heights.

    Attributes:
        state, headline, advice: what the book is worth, and what to do next, in words.
        heights: ground by point, benchmarks with it; things: tops and bases that were shot, by thing and point.
        misclosure_mm: of the latest check; null while there is none.
        targets: every thing at every point it belongs.
    """

    state: BookState = BookState.EMPTY
    headline: str = ""
    advice: str = ""
    setups: list[SetupResult] = Field(default_factory=list)
    heights: dict[str, float] = Field(default_factory=dict)
    things: dict[str, dict[str, float]] = Field(default_factory=dict)
    points: list[PointResult] = Field(default_factory=list)
    misclosure_mm: float | None = None
    closings: list[ClosingCheckResult] = Field(default_factory=list)
    doubts: list[DoubtResult] = Field(default_factory=list)
    devices: list[DeviceResult] = Field(default_factory=list)
    targets: list[StandingResult] = Field(default_factory=list)
    ground: GroundResult | None = None
    pads: list[PadResult] = Field(default_factory=list)
    slabs: list[SlabResult] = Field(default_factory=list)
    posts: list[PostResult] = Field(default_factory=list)
    stepped: list[SteppedResult] = Field(default_factory=list)
    straight: list[StraightResult] = Field(default_factory=list)
    sections: list[SectionResult] = Field(default_factory=list)
    sticks: list[StickView] = Field(default_factory=list)
