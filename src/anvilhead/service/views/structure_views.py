"""What clients get of one structure: everything computed, every length as a number of millimetres and as text."""

from datetime import datetime
from enum import StrEnum

from pydantic import Field

from anvilhead.core.adjust.hold import Hold
from anvilhead.core.measure.instrument import Instrument
from anvilhead.core.measure.tape import PullKind
from anvilhead.core.messages.coach_words import hold_text
from anvilhead.core.units.length_printing import print_length
from anvilhead.core.units.units import Units
from anvilhead.jobfile.documents.models import Plan
from anvilhead.jobfile.lengths import Length, NonNegativeLength, PositiveLength
from anvilhead.jobfile.results.result_parts import Between, Result
from anvilhead.jobfile.results.results import StructureResult
from anvilhead.jobfile.results.square_results import CallResult
from anvilhead.jobfile.working.naming import Naming
from anvilhead.jobfile.working.planned import Planned
from anvilhead.jobfile.written.line_solving import solve_overall
from anvilhead.jobfile.written.writing import text_of
from anvilhead.service.shown.describing import DrawingTold
from anvilhead.service.views.round_views import AcceptanceView, BegunRound, InHand, LostPointView, Names


class ShownLength(Result):
    """A length: exact, as text in the job's units, what the text leaves over, and as it was typed."""

    mm: float
    text: str
    remainder_mm: float
    written: str


class PlanView(Result):
    """A plan for reading, in the job's units.

    `size` is its rectangle, or how large it is over all; `hold` is what stays, in words; `held_line` the line that
    does, by name, empty where something else stays.
    """

    name: str | None
    kind: str
    shape: str
    size: str
    tolerance: ShownLength
    board_setback: ShownLength
    restake_over: ShownLength
    held_line: str
    hold: str


class StrikeView(Result):
    """Who struck a reading, when, and what replaced it."""

    who: str
    at: datetime
    replaced_by: str | None


class PullView(Between):
    """A reading as kept.

    Attributes:
        key: the same as the call's it answers; name: as it is called.
        kind, line, legs, station, offset, instrument: how it was taken, as a reading says them.
        simulated: a stand-in made it up.
        difference_mm, difference_text: reading less burn, levelled, minus plan; null when the plan no longer
            has both corners.
        as_plan: what the plan would say if what was found were taken as the plan, in words; null where it cannot be,
            or says so already.
    """

    id: str
    key: str
    name: str
    kind: PullKind
    line: str | None
    legs: list[PositiveLength]
    station: NonNegativeLength
    offset: NonNegativeLength
    instrument: Instrument
    simulated: bool
    round: int
    reading: ShownLength
    burn: ShownLength
    height_difference: ShownLength
    difference_mm: float | None
    difference_text: str | None
    as_plan: str | None
    who: str
    at: datetime
    struck: StrikeView | None


class StageName(StrEnum):
    """Stages of a job that exist, in the order of the work."""

    GROUND = "ground"
    FOOTPRINT = "footprint"
    BOARDS = "boards"
    SQUARE = "square"
    LEVELS = "levels"
    MARKS = "marks"
    BUILD = "build"
    HANDOVER = "handover"


class StageState(StrEnum):
    """Where a stage stands; `re-check`: something it rests on changed since."""

    NOT_STARTED = "not-started"
    OPEN = "open"
    DONE = "done"
    RE_CHECK = "re-check"


class StageView(Result):
    """A stage and where it stands."""

    name: StageName
    state: StageState


class NextThing(Result):
    """The next thing to do, and the stage to do it in."""

    stage: StageName
    text: str


class ShotGround(Result):
    """Ground at a corner or a board as the level book has it."""

    mm: float
    text: str


class StructureView(Result):
    """A structure with its plan, its readings and everything computed from them.

    Attributes:
        document: the plan as it is kept, to be changed and sent back.
        told: the drawing in words, for whoever cannot see it.
        not_placed: why it cannot be placed on the site although its plan says how.
        begun: rounds that were begun for a reason; accepted: rounds somebody accepted; lost: points to set again.
        shot_ground: ground at corners and boards, as shot or between shots.
        squared_on: the line family that the call sheet is for.
        answering: instruments of the shelf that can be asked for a length, by what they are read as.
        names: what pulls can name; in_hand: the pull the crew is at, null when nobody has taken one.
    """

    id: str
    job_id: str
    name_in_file: str
    revision: int
    can_undo: bool
    can_redo: bool
    plan: PlanView
    document: Plan
    not_placed: str | None
    result: StructureResult
    told: DrawingTold
    squared_on: str
    calls: list[CallResult]
    pulls: list[PullView]
    begun: list[BegunRound]
    accepted: list[AcceptanceView]
    lost: list[LostPointView]
    names: Names
    answering: dict[Instrument, str]
    in_hand: InHand | None
    stages: list[StageView]
    next: NextThing
    shot_ground: dict[str, ShotGround]


class PlanFieldChange(Result):
    """One value of a plan that somebody else changed; `pointer` says which."""

    pointer: str
    was: str | None
    now: str | None


class StaleDetails(Result):
    """What changed since the revision a change was made against; `can_merge`: both can be kept."""

    base_revision: int
    current_revision: int
    who: str
    at: datetime
    changes: list[PlanFieldChange] = Field(default_factory=list)
    can_merge: bool = False


def shown(length: Length, units: Units) -> ShownLength:
    """A document's length for reading."""
    printed = print_length(length.mm, units)
    return ShownLength(
        mm=round(length.mm, 6), text=printed.text, remainder_mm=round(printed.remainder_mm, 6), written=length.text
    )


def shown_small(length: Length, units: Units) -> ShownLength:
    """A small length for reading: a job in metres says burns and tolerances in millimetres."""
    return shown(length, Units.MM if units is Units.M else units)


def plan_view(naming: Naming, found: Planned, units: Units) -> PlanView:
    """A plan for reading in the job's units; what stays is what can be held where it stands."""
    plan, hold = found.plan, naming.set_out.hold
    return PlanView(
        name=plan.name,
        kind=plan.kind,
        shape=plan.footprint.shape,
        size=size_of(found, units),
        tolerance=shown_small(plan.tolerance, units),
        board_setback=shown(plan.board_setback, units),
        restake_over=shown_small(plan.restake_over, units),
        held_line=_held_line(hold, found),
        hold=hold_text(hold),
    )


def _held_line(hold: Hold, found: Planned) -> str:
    ends = set(hold.frame_line or ())
    named = hold.called if hold.frame_line else ""
    return named or next((side.name for side in found.footprint.sides if set(side.corners) == ends), "")


def size_of(found: Planned, units: Units) -> str:
    """Length by width of a rectangle, overall sizes of other shapes, length of an open line."""
    if not found.footprint.closed:
        return f"{text_of(found.footprint.perimeter_mm, units)} long"
    over_all = solve_overall(found.outlines[0], found.footprint.sides[0].direction, units).text
    return over_all if found.footprint.is_rectangle else f"{over_all} over all"
