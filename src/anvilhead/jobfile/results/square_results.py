"""What readings come to, written down: calls, estimates, moves, what to pull, what moved."""

from typing import Any, Literal

from anvilhead.core.again.lost_point import FoundFrom
from anvilhead.core.again.outcome import Happened
from anvilhead.core.again.recheck import Occasion
from anvilhead.core.check.slip_kinds import Slip
from anvilhead.core.check.squaring import Verdict
from anvilhead.core.check.traps import TrapKind
from anvilhead.core.check.what_next import PullReason
from anvilhead.core.measure.call_sheet import CallKind
from anvilhead.core.measure.instrument import Instrument
from anvilhead.core.measure.tape import PullKind
from anvilhead.core.moves.moves import Hands
from anvilhead.jobfile.results.result_parts import Between, Distance, EllipseResult, Place, Result


class EstimatedCorner(Place):
    """Where a corner is by the pulls; `ellipse` is null while nothing holds it; `off_mm` is from its plan."""

    ellipse: EllipseResult | None
    off_mm: float


class CallResult(Distance):
    """A row of the call sheet: the numbers to call have the burn in them.

    Attributes:
        key: the same for readings of this pull; name: as it is called.
        pull: what it is taken between; line, legs, station: as a reading says them; how: in words, when not point to
            point.
        instrument: what it is read with; null for the tape in hand.
        offset: of a laser from the string, which the call has in it and a reading is sent with.
        call_mm, call_text: what the tape reads when all is as planned.
        origin: how the call comes about, in words; level: how far its ends may be off level, null where no tape hangs
            between two.
        far_per_mm: how far the far corner moves for each millimetre this number is wrong.
        cost_text: what rounding the number moves the far corner; null when it is not worth saying.
        told_mm, told_text: what the round before predicted for the latest round; null without moves in it.
        then_mm, then_text: what it should read once the nails are moved as told now; null without moves.
    """

    key: str
    name: str
    kind: CallKind
    pull: PullKind
    line: str | None
    legs: list[str]
    station: str | None
    instrument: Instrument | None
    offset: str | None
    how: str
    call_mm: float
    call_text: str
    origin: str
    level: str | None
    far_per_mm: float
    cost_text: str | None
    told_mm: float | None = None
    told_text: str | None = None
    then_mm: float | None = None
    then_text: str | None = None


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

    kind: PullKind
    round: int
    length_mm: float
    residual_mm: float
    redundancy: float
    standardized: float | None
    used: bool


class SuspectResult(Between):
    """A pull that may be wrong, likeliest first; add `correction_mm` to the reading to undo the slip.

    `agreement` is the chance that random errors leave the other pulls as far apart as they are without it.
    """

    kind: PullKind
    round: int
    slip: Slip
    correction_mm: float
    certain: bool
    agreement: float
    text: str


class NextPullResult(Between):
    """The pull that would help most now; `gain` is the share of corner variance it takes away, `key` its call's."""

    key: str
    why: str
    reason: PullReason
    gain: float


class TrapResult(Result):
    """A trap of squaring seen in the readings."""

    trap: TrapKind
    text: str


class MoveStep(Result):
    """One order to hands: what to take hold of, which way and how far.

    A nail or stake is named by its `board`, a form corner by its `corner` alone.
    """

    board: str | None
    corner: str
    move_mm: float
    toward: str
    amount: str
    text: str


class OrderResult(Result):
    """The fewest moves that do.

    Attributes:
        title: in one line; left: boards a little off that are left alone.
        then: what every pull reads afterwards, burn not included.
        worst_mm, worst_text: farthest that a corner will then be from its plan; `after`: that in words, with its doubt.
    """

    hands: Hands
    title: str
    steps: list[MoveStep]
    left: list[str]
    then: list[PredictedPull]
    worst_mm: float
    worst_text: str
    after: str


class HelpfulPull(Between):
    """A pull that would help, and how much: the corner it shortens most, half its ellipse before and after."""

    gain: float
    corner: str
    before_mm: float
    after_mm: float
    text: str


class ToPull(Between):
    """A pull that is left to take."""

    key: str
    pull: PullKind
    name: str


class HoldResult(Result):
    """What it would take if this were held; `document` is what a plan says to hold it."""

    name: str
    document: dict[str, Any]
    moves: int
    largest_mm: float
    verdict: Verdict
    text: str


class NailMovedResult(Result):
    """What became of one nail; told and moved are inward."""

    board: str
    told_mm: float
    moved_mm: float
    happened: Happened
    text: str


class OutcomeResult(Result):
    """What became of the moves; `nails` are those that did not do as told, the oddest first."""

    title: str
    as_told: bool
    held_moved_mm: float | None
    nails: list[NailMovedResult]


class MovedCorner(Result):
    """A corner since the accepted round, against those that stayed; `sure` when it is not one of them."""

    corner: str
    amount_mm: float
    allowed_mm: float
    sure: bool
    text: str


class MovedResult(Result):
    """A round against the accepted one; `clear` when the pulls can tell which corners stayed."""

    since_round: int
    title: str
    clear: bool
    corners: list[MovedCorner]


class MeetingResult(Result):
    """Two ways round to a corner."""

    corner: str
    ways: list[list[str]]
    misclosure_mm: float
    allowed_mm: float
    agrees: bool
    text: str


class RoundResult(Result):
    """A round in the path from first to accepted; `worst_mm` is null while its corners are not known."""

    round: int
    occasion: Occasion
    occasion_text: str
    readings: int
    verdict: Verdict
    worst_corner: str | None
    worst_mm: float | None
    worst_text: str | None
    accepted: bool


class RecheckPull(Between):
    """A pull of a re-check, and what it read when the set-out was accepted, or should."""

    call_mm: float
    call_text: str


class RecheckResult(Result):
    """A short set of pulls in walking order; `shows_mm`: what they are sure to show."""

    pulls: list[RecheckPull]
    shows_mm: float | None
    text: str


class TieResult(Result):
    """A tape from a point: `call_text` has the burn in it."""

    start: str
    length_mm: float
    call_text: str


class WayBack(Result):
    """One way to set a lost point again."""

    way: FoundFrom
    ties: list[TieResult]
    line: list[str] | None
    ellipse: EllipseResult
    error_text: str
    crossing_deg: float
    poor: bool
    mirror: Place | None
    mirror_text: str
    check: TieResult | None
    text: str


class LostResult(Result):
    """A lost point and the ways back to it, best first; `trouble` says why there is none."""

    point: str
    place: Place
    ways: list[WayBack]
    trouble: str | None


class LineEnd(Result):
    """One end of a line that is settled: its nail, how far it moves and which way; `text` as a tape shows it."""

    board: str
    move_mm: float
    toward: Literal["in", "out", "left", "right"]
    text: str


class LineStandResult(Result):
    """A line by itself: settled once both its ends were swung to the held line; no ends while it is not."""

    line: str
    settled: bool
    ends: list[LineEnd]


class CertaintyResult(Result):
    """How sure a round is of all corners together.

    Attributes:
        share: chance that every corner lies within the tolerance.
        within_mm: every corner lies within this of its plan 95 times in 100.
        may_be_exact: whether all could stand exactly on their plan, for all the tapes can tell.
        text: in words; null where the corners are plainly off.
    """

    share: float
    within_mm: float
    may_be_exact: bool
    text: str | None


class FamilyStandResult(Result):
    """A line family whose strings run beside those that were pulled, by the known offsets: where its corners are."""

    family: str
    corners: dict[str, Place]
    worst_corner: str
    worst_mm: float
    worst_text: str


class SlideResult(Result):
    """How far to slide the side opposite the held one along itself, and toward which of its corners."""

    line: str
    toward: str
    move_mm: float
    text: str


class CutResult(Result):
    """A side of a frame that may be cut wrong: by how much the pulls would have it longer; certain when it is alone."""

    line: str
    off_mm: float
    certain: bool


class FrameResult(Result):
    """What pulls say of a joined frame.

    Attributes:
        wrong: sides that may not be as cut.
        unseen_mm: a side may be wrong by as much without showing; null while nothing checks the sides.
        text: in words: what these pulls cannot see, or what is wrong.
    """

    wrong: list[CutResult]
    unseen_mm: float | None
    text: str


class SquareResult(Result):
    """All that the latest round says.

    Attributes:
        moves: every board's way to its plan; order: the fewest that do, null while the strings are not known.
        predicted: after `moves`; what tapes read after the order is with the order.
        next_pull: what must be pulled; helpful: what would help most in any case, best first.
        to_pull: what the method still asks for, nearest first.
        hold: what stays, in words; holds: the moves if something else did.
        outcome: what became of the moves of the round before; null where nothing was told.
        moved: corners against the accepted round before; null without one.
        meetings: corners that two ways round come to.
        worst_text: as `worst_mm`.
        certainty: how sure it is that every corner lies within the tolerance; null while the shape is not known.
        lines: every line by itself, also while corners are not known.
        slide: of a rectangular frame by its two diagonals; null where nothing has to move, or nothing may.
        frame: what the pulls say of a joined frame; null where strings are squared.
        went_on: in words, what became of what the round before knew; null where a round is judged by itself.
        simulated: which readings a stand-in made up, in words; null where none is.
        family: the line family that was pulled, whose corners and nails all of this is about; families: the others.
    """

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
    helpful: list[HelpfulPull]
    to_pull: list[ToPull]
    hold: str
    order: OrderResult | None
    holds: list[HoldResult]
    outcome: OutcomeResult | None
    moved: MovedResult | None
    meetings: list[MeetingResult]
    worst_corner: str | None
    worst_mm: float | None
    worst_text: str | None
    certainty: CertaintyResult | None
    lines: list[LineStandResult]
    slide: SlideResult | None
    frame: FrameResult | None
    went_on: str | None
    simulated: str | None
    family: str
    families: list[FamilyStandResult]
