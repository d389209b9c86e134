"""What clients get: everything computed, every length as a number of millimetres and as text."""

from datetime import datetime
from enum import StrEnum

from pydantic import Field

from anvilhead.core.check.squaring import Verdict
from anvilhead.core.check.traps import is_rectangle
from anvilhead.core.measure.instrument import Instrument
from anvilhead.core.measure.tape import PullKind
from anvilhead.core.messages.coach_words import hold_text
from anvilhead.core.units.length_printing import print_length
from anvilhead.core.units.units import Units
from anvilhead.jobfile.control import Control, ControlKind
from anvilhead.jobfile.footprints import Step
from anvilhead.jobfile.lengths import Length, NonNegativeLength, PositiveLength
from anvilhead.jobfile.line_solving import solve_overall
from anvilhead.jobfile.models import Plan
from anvilhead.jobfile.plan_results import ClosingResult, SiteResult
from anvilhead.jobfile.planned import Planned
from anvilhead.jobfile.problems import Problem
from anvilhead.jobfile.result_parts import Between, Place, Result
from anvilhead.jobfile.results import StructureResult
from anvilhead.jobfile.square_results import CallResult
from anvilhead.jobfile.usual import Usual
from anvilhead.jobfile.writing import text_of
from anvilhead.service.describing import DrawingTold
from anvilhead.service.round_views import AcceptanceView, BegunRound, InHand, LostPointView, Names


class ShownLength(Result):
    """A length: exact, as text in the job's units, what the text leaves over, and as it was typed."""

    mm: float
    text: str
    remainder_mm: float
    written: str


class LengthEcho(Result):
    """What a typed text means, or why it means nothing; one of the two."""

    read: "LengthRead | None" = None
    trouble: Problem | None = None


class LengthRead(Result):
    """A typed length as understood.

    Attributes:
        explicit: the text with its units spelled out.
        difference_mm, difference_text: typed minus what it should be; null without a comparison.
        cost_text: what that difference moves the far corner; null when it is nothing, or not asked.
    """

    mm: float
    text: str
    remainder_mm: float
    explicit: str
    difference_mm: float | None
    difference_text: str | None
    cost_text: str | None


class PlanView(Result):
    """A plan for reading, in the job's units.

    `size` is its rectangle, or how large it is over all; `hold` is what stays, in words.
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
        difference_mm, difference_text: reading less burn, levelled, minus plan; null when the plan no longer
            has both corners.
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
    round: int
    reading: ShownLength
    burn: ShownLength
    height_difference: ShownLength
    difference_mm: float | None
    difference_text: str | None
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
        names: what pulls can name; in_hand: the pull the crew is at, null when nobody has taken one.
    """

    id: str
    job_id: str
    name_in_file: str
    revision: int
    can_undo: bool
    plan: PlanView
    document: Plan
    not_placed: str | None
    result: StructureResult
    told: DrawingTold
    calls: list[CallResult]
    pulls: list[PullView]
    begun: list[BegunRound]
    accepted: list[AcceptanceView]
    lost: list[LostPointView]
    names: Names
    in_hand: InHand | None
    stages: list[StageView]
    next: NextThing
    shot_ground: dict[str, ShotGround]


class SitePoint(Place):
    """A point held as true."""

    name: str


class SiteLine(Result):
    """A boundary, a wall or a line held as true."""

    name: str
    kind: ControlKind
    closed: bool
    points: list[Place]


class SiteView(Result):
    """What is held as true, in millimetres, to be drawn."""

    points: list[SitePoint]
    lines: list[SiteLine]


class StructureSummary(Result):
    """A structure in short: a small true drawing and where it stands.

    `sides` are its lines; `on_site` are its corners on the site, null when it is not placed.
    """

    id: str
    name_in_file: str
    name: str
    kind: str
    size: str
    closed: bool
    corners: dict[str, Place]
    sides: list[str]
    on_site: dict[str, Place] | None
    verdict: Verdict | None
    stages: list[StageView]
    next: NextThing


class JobView(Result):
    """A job, its structures in short; `burns` are the usual marks to start its tape at, the one in use first.

    `usual` is what fields start from, or mean when they are left empty.
    """

    id: str
    name: str
    units: Units
    burn: ShownLength
    burns: list[str]
    usual: Usual
    control: Control
    can_undo_control: bool
    site: SiteView
    revision: int
    sample: bool
    changed_at: datetime
    structures: list[StructureSummary]


class JobSummary(Result):
    """A job as the yard shows it; `archived` when it was put away."""

    id: str
    name: str
    units: Units
    sample: bool
    archived: bool
    changed_at: datetime
    structures: list[StructureSummary]


class WalkView(Result):
    """A walk as far as it is typed: its corners, and how it closes."""

    corners: dict[str, Place]
    end: Place
    closing: ClosingResult
    closed: bool


class ShapeView(Result):
    """An outline to start a footprint from; `corners` draw it small."""

    name: str
    title: str
    steps: list[Step]
    corners: list[Place]


class OutlineRead(Result):
    """An outline of another file, in its own units."""

    layer: str
    closed: bool
    points: list[list[float]]


class OutlinesRead(Result):
    """Outlines to choose from; `unit` is what the file says (null: nothing), `skipped` what could not be read."""

    unit: str | None
    outlines: list[OutlineRead]
    skipped: list[str]


class SitePreview(Result):
    """Where a structure would stand as its plan is typed, and every placed structure of the job by its id.

    `site` is null, and `not_placed` says why, when it cannot be placed so.
    """

    site: SiteResult | None
    not_placed: str | None
    on_site: dict[str, dict[str, Place]]


class PreviewView(Result):
    """A plan worked out without keeping anything."""

    plan: PlanView
    result: StructureResult
    calls: list[CallResult]


class LogEntryView(Result):
    """One thing that happened; a later one has a higher number."""

    number: int
    at: datetime
    who: str
    action: str
    structure_id: str | None
    text: str


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


def site_view(control: Control) -> SiteView:
    """Control in millimetres."""
    return SiteView(
        points=[SitePoint(name=point.name, x_mm=point.x.mm, y_mm=point.y.mm) for point in control.points],
        lines=[
            SiteLine(
                name=line.name,
                kind=line.kind,
                closed=line.closed,
                points=[Place(x_mm=x.mm, y_mm=y.mm) for x, y in line.points],
            )
            for line in control.lines
        ],
    )


def plan_view(found: Planned, units: Units) -> PlanView:
    """A plan for reading in the job's units."""
    plan = found.plan
    return PlanView(
        name=plan.name,
        kind=plan.kind,
        shape=plan.footprint.shape,
        size=size_of(found, units),
        tolerance=shown_small(plan.tolerance, units),
        board_setback=shown(plan.board_setback, units),
        restake_over=shown_small(plan.restake_over, units),
        held_line=plan.held_line,
        hold=hold_text(found.set_out.hold),
    )


def size_of(found: Planned, units: Units) -> str:
    """Length by width of a rectangle, overall sizes of other shapes, length of an open line."""
    if not found.footprint.closed:
        return f"{text_of(found.footprint.perimeter_mm, units)} long"
    over_all = solve_overall(found.outlines[0], found.footprint.sides[0].direction, units).text
    return over_all if is_rectangle(found.footprint) else f"{over_all} over all"
