"""What `solve` prints and the API answers: one shape for both, version 1."""

from typing import Literal

from pydantic import Field

from anvilhead.core.call_sheet import CallKind
from anvilhead.core.slips import Slip
from anvilhead.core.squaring import PullReason, Verdict
from anvilhead.core.traps import TrapKind
from anvilhead.jobfile.plan_results import (
    BoardResult,
    ClosingResult,
    FamilyResult,
    HeightsResult,
    InnerResult,
    MarkingStick,
    MaterialsResult,
    MethodsResult,
    OverallResult,
    SettingOutResult,
    SiteResult,
)
from anvilhead.jobfile.problems import Problem
from anvilhead.jobfile.result_parts import Between, Distance, EllipseResult, Place, Result, SideResult


class EstimatedCorner(Place):
    """Where a corner is by the pulls; `ellipse` is null while nothing holds it; `off_mm` is from its plan."""

    ellipse: EllipseResult | None
    off_mm: float


class CallResult(Distance):
    """A row of the call sheet: the numbers to call have the burn in them.

    Attributes:
        call_mm, call_text: what the tape reads when all is as planned.
        origin: how the call comes about, in words.
        far_per_mm: how far the far corner moves for each millimetre this number is wrong.
        cost_text: what rounding the number moves the far corner; null when it is not worth saying.
        told_mm, told_text: what the round before predicted for the latest round; null without moves in it.
        then_mm, then_text: what it should read once the nails are moved as told now; null without moves.
    """

    kind: CallKind
    call_mm: float
    call_text: str
    origin: str
    far_per_mm: float
    cost_text: str | None
    told_mm: float | None = None
    told_text: str | None = None
    then_mm: float | None = None
    then_text: str | None = None


class StringResult(Result):
    """A string from nail to nail; knots and wraps come on top."""

    line: str
    length_mm: float
    text: str


class MoveResult(Result):
    """How far to move a board's nail along the board; 0 is leave it.  An open line has no inside: left and right."""

    board: str
    move_mm: float
    toward: Literal["in", "out", "left", "right"]
    text: str


class PredictedPull(Between):
    """What a pull should read after the moves, burn not included."""

    length_mm: float
    text: str


class ResidualResult(Between):
    """How a pull fits: `length_mm` reduced, `residual_mm` adjusted minus pulled, `used` false for a slip left out."""

    round: int
    length_mm: float
    residual_mm: float
    redundancy: float
    standardized: float | None
    used: bool


class SuspectResult(Between):
    """A pull that may be wrong, likeliest first; add `correction_mm` to the reading to undo the slip."""

    round: int
    slip: Slip
    correction_mm: float
    certain: bool
    text: str


class NextPullResult(Between):
    """The pull that would help most now; `gain` is the share of corner variance it takes away."""

    why: str
    reason: PullReason
    gain: float


class TrapResult(Result):
    """A trap of squaring seen in the readings."""

    trap: TrapKind
    text: str


class SquareResult(Result):
    """All that the latest round says."""

    round: int
    verdict: Verdict
    headline: str
    reason: str
    estimated: dict[str, EstimatedCorner]
    moves: list[MoveResult]
    predicted: list[PredictedPull]
    residuals: list[ResidualResult]
    suspects: list[SuspectResult]
    traps: list[TrapResult]
    next_pull: NextPullResult | None
    worst_corner: str | None
    worst_mm: float | None


class StructureResult(Result):
    """Everything computed for one structure.

    Attributes:
        shape: of its document; closed: false for an open line.
        angles: inside angle at each corner, degrees (an open line's left); its ends have none.
        closing: how a walk closes; null for other shapes.
        overall: size along the baseline and square to it.
        lines: families, the wall face first; lines_gone: those of the section there is no room for, in words.
        sticks: marking sticks, alike sides together.
        heights: null while no ground is said; site: null while it is not placed.
        methods: null in a quick answer that leaves them out.
        setting_out: sheet of the chosen school, else of the one recommended.
    """

    kind: str
    shape: str
    closed: bool
    corners: dict[str, Place]
    angles: dict[str, float]
    sides: list[SideResult]
    diagonals: list[Distance]
    closing: ClosingResult | None
    area_mm2: float
    area_text: str
    perimeter_mm: float
    perimeter_text: str
    overall: OverallResult
    lines: list[FamilyResult]
    lines_gone: list[str]
    sticks: list[MarkingStick]
    inner: InnerResult
    boards: list[BoardResult]
    stakes: int
    strings: list[StringResult]
    heights: HeightsResult | None
    materials: MaterialsResult
    methods: MethodsResult | None
    setting_out: SettingOutResult | None
    site: SiteResult | None
    square: SquareResult | None


class LevelsResult(Result):
    """Nothing yet: levels are refused by this version."""


class Results(Result):
    """What `solve` prints."""

    format: Literal["anvilhead-results"] = "anvilhead-results"
    version: Literal[1] = 1
    structures: dict[str, StructureResult]
    levels: LevelsResult = LevelsResult()
    problems: list[Problem] = Field(default_factory=list)
