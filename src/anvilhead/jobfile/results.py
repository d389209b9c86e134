"""What `solve` prints and the API answers: one shape for both, version 1."""

from typing import Literal

from pydantic import BaseModel, ConfigDict, Field

from anvilhead.core.call_sheet import CallKind
from anvilhead.core.slips import Slip
from anvilhead.core.squaring import PullReason, Verdict
from anvilhead.core.traps import TrapKind
from anvilhead.jobfile.problems import Problem


class Result(BaseModel):
    """Base of all results: lengths in millimetres as numbers, and as text in the job's units."""

    model_config = ConfigDict(frozen=True, populate_by_name=True, serialize_by_alias=True)


class Place(Result):
    """A place on the plan, millimetres."""

    x_mm: float
    y_mm: float


class EllipseResult(Result):
    """Holds the corner 95 times in 100: half axes, and the major axis anticlockwise from +x."""

    major_mm: float
    minor_mm: float
    angle_deg: float


class EstimatedCorner(Place):
    """Where a corner is by the pulls; `ellipse` is null while nothing holds it; `off_mm` is from its plan."""

    ellipse: EllipseResult | None
    off_mm: float


class Between(Result):
    """Something between two corners."""

    start: str = Field(alias="from")
    end: str = Field(alias="to")


class Distance(Between):
    """A planned distance; `remainder_mm` is what rounding the text left over (exact minus text)."""

    length_mm: float
    text: str
    remainder_mm: float


class SideResult(Distance):
    """A side, and the name of the line along it."""

    line: str


class CallResult(Distance):
    """A row of the call sheet: the numbers to call have the burn in them.

    Attributes:
        call_mm, call_text: what the tape reads when all is as planned.
        origin: how the call comes about, in words.
        told_mm, told_text: what the round before predicted for the latest round; null without moves in it.
        then_mm, then_text: what it should read once the nails are moved as told now; null without moves.
    """

    kind: CallKind
    call_mm: float
    call_text: str
    origin: str
    told_mm: float | None = None
    told_text: str | None = None
    then_mm: float | None = None
    then_text: str | None = None


class StringResult(Result):
    """A string from nail to nail; knots and wraps come on top."""

    line: str
    length_mm: float
    text: str


class Direction(Result):
    """A unit vector on the plan."""

    x: float
    y: float


class BoardResult(Result):
    """A board, its nail on the planned line, and the direction along the board toward the inside."""

    board: str
    line: str
    corner: str
    nail: Place
    inward: Direction


class MoveResult(Result):
    """How far to move a board's nail along the board; 0 is leave it."""

    board: str
    move_mm: float
    toward: Literal["in", "out"]
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
    """Everything computed for one structure."""

    kind: str
    corners: dict[str, Place]
    sides: list[SideResult]
    diagonals: list[Distance]
    area_mm2: float
    area_text: str
    perimeter_mm: float
    boards: list[BoardResult]
    stakes: int
    strings: list[StringResult]
    square: SquareResult | None


class LevelsResult(Result):
    """Nothing yet: levels are refused by this version."""


class Results(Result):
    """What `solve` prints."""

    format: Literal["anvilhead-results"] = "anvilhead-results"
    version: Literal[1] = 1
    structures: dict[str, StructureResult]
    levels: LevelsResult = LevelsResult()
    problems: list[Problem] = []
