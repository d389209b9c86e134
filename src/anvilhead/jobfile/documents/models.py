"""The open job file, version 1: every shape a document can have."""

from datetime import datetime
from typing import Annotated, Any, Literal, Self

from pydantic import AliasChoices, ConfigDict, Field, model_validator
from pydantic_core import PydanticCustomError

from anvilhead.core.again.recheck import Occasion
from anvilhead.core.measure.instrument import Instrument
from anvilhead.core.measure.tape import PullKind
from anvilhead.core.methods.method import Method
from anvilhead.core.moves.moves import Hands
from anvilhead.core.units.purpose import TOLERANCES, Purpose
from anvilhead.core.units.tolerances import NOTHING_MM
from anvilhead.core.units.units import INCH_MM, Units
from anvilhead.jobfile.documents.as_found import AsFound
from anvilhead.jobfile.documents.beside import Beside, FamilyName, Inner, LineName, Section
from anvilhead.jobfile.documents.board_plans import BoardPlan
from anvilhead.jobfile.documents.control import Control, Placing
from anvilhead.jobfile.documents.days import DaysPlan
from anvilhead.jobfile.documents.digging import DiggingPlan
from anvilhead.jobfile.documents.footprints import AnyFootprint
from anvilhead.jobfile.documents.forms import FormsPlan
from anvilhead.jobfile.documents.hold_plan import (
    FramePlan,
    HoldPlan,
    LaserCheck,
    PointName,
    StringPlan,
    TapeReads,
    TouchPlan,
)
from anvilhead.jobfile.documents.holds import HoldNote
from anvilhead.jobfile.documents.marks import FencePlan, ObstaclePlan, PlacesPlan
from anvilhead.jobfile.documents.notes import NoteEntry
from anvilhead.jobfile.documents.plates import PlatesPlan
from anvilhead.jobfile.documents.pour import PourPlan, StripPlan
from anvilhead.jobfile.documents.record import RecordEntries
from anvilhead.jobfile.documents.signed import SignedEntry
from anvilhead.jobfile.documents.stakes import DoneEntry, MarkingPlan, OffsetLinePlan, StakePlan
from anvilhead.jobfile.lengths import (
    InUnits,
    Length,
    NonNegativeLength,
    PositiveLength,
    SignedLength,
    Sparse,
    Strict,
    units_in_force,
)
from anvilhead.jobfile.levels.documents import Levels
from anvilhead.jobfile.levels.names import Named

FORMAT = "anvilhead-job"
VERSION = 1

Name = Annotated[str, Field(min_length=1, max_length=120, pattern=r"^[^\x00-\x1f\x7f]*\S[^\x00-\x1f\x7f]*$")]
Identifier = Annotated[str, Field(min_length=1, max_length=64, pattern=r"^[^\x00-\x1f\x7f]*\S[^\x00-\x1f\x7f]*$")]
Round = Annotated[int, Field(ge=1, le=10_000, strict=True)]


def _with_old_keys(schema: dict[str, Any]) -> None:
    """Files of version 0.5 and before call the method a school."""
    properties = schema["properties"]
    properties["school"] = {**properties["method"], "deprecated": True}


class Plan(Sparse):
    """What should stand where and how well: the planned document of a structure.

    Attributes:
        purpose: what will stand on the lines; it sets the tolerance where none is said.
        tolerance: a corner this near its plan is good; 1/8 inch suits a slab ready for framing.
        board_setback: how far the boards stand beyond the corners.
        restake_over: a nail that would have to move more than this says start again.
        held_line: the line that stays as measured; hold: something else that does.
        hands: what is moved, when it is not nails; stakes: named stakes that pulls may run to.
        frame: the sides are fastened at their lengths, so that only the rack is free.
        goes_on: whether a round takes in what the one before knew, its moves made; else each is judged by itself.
        as_found: distances that were taken as they were found on site.
        squared_on: the line family whose strings are squared; the wall face when left out.
        section: wall and footing, from which families follow; section_on: sides that have another.
        lines: further families, by their offsets; inner: lines inside.
        boards: how the boards stand, how high, and of what.
        places: named places along its lines; fence: posts along an open run; obstacles: what nothing may hit.
        strip: the width of an open run; forms: boards round a slab, or on both sides of a strip; pour: what goes
            under, into and over it; digging: how footings and pads are dug.
        offset_lines: strings that stay, on stakes of their own; marking: what marks are made on; plates:
            laid over old concrete.
        placing: where the structure stands on the site; may_overlap: neighbours it overlaps on purpose.
        method: how its corners are squared, methods_on: those that are squared another way; crew: by how many people;
            laser: whether a square-throwing laser is at hand; laser_offset: of it from the string; laser_check: its
            reversal test;
            tape, square_laser, long_tape, laser_meter, framing_square: which one, by the name painted on it;
            tape_error: ± of the tape on a short pull, when it is not 1/16 inch; tape_reads: what it reads too much;
            string: where strings run on their nails; touches: where the crew's tape touches its marks.
    """

    model_config = ConfigDict(json_schema_extra=_with_old_keys)

    name: Name | None = None
    kind: Literal["building", "slab", "fence", "posts"]
    footprint: AnyFootprint
    purpose: Purpose | None = None
    tolerance: PositiveLength = Length(INCH_MM / 8, '1/8"')
    board_setback: NonNegativeLength = Length(1219.2, "4'")
    restake_over: PositiveLength = Length(50.8, '2"')
    held_line: Annotated[str, Field(min_length=1, max_length=20)] = "AB"
    hold: HoldPlan | None = None
    hands: Hands | None = None
    frame: FramePlan | None = None
    as_found: list[AsFound] = Field(default_factory=list, max_length=200)
    squared_on: FamilyName | None = None
    goes_on: bool = False
    stakes: list[StakePlan] = Field(default_factory=list, max_length=200)
    section: Section | None = None
    section_on: dict[LineName, Section] = Field(default_factory=dict)
    lines: list[Beside] = Field(default_factory=list, max_length=40)
    inner: list[Inner] = Field(default_factory=list, max_length=60)
    boards: BoardPlan = BoardPlan()
    places: list[PlacesPlan] = Field(default_factory=list, max_length=200)
    fence: FencePlan | None = None
    forms: FormsPlan | None = None
    strip: StripPlan | None = None
    pour: PourPlan | None = None
    digging: DiggingPlan | None = None
    offset_lines: list[OffsetLinePlan] = Field(default_factory=list, max_length=60)
    marking: MarkingPlan | None = None
    plates: PlatesPlan | None = None
    obstacles: list[ObstaclePlan] = Field(default_factory=list, max_length=500)
    placing: Placing | None = None
    may_overlap: list[Identifier] = Field(default_factory=list, max_length=60)
    methods_on: dict[PointName, Method] = Field(default_factory=dict, max_length=200)
    laser_check: LaserCheck | None = None
    method: Method | None = Field(default=None, validation_alias=AliasChoices("method", "school"))
    crew: Literal[1, 2] = 2
    laser: bool = False
    laser_offset: NonNegativeLength | None = None
    square_laser: Named | None = None
    tape: Named | None = None
    long_tape: Named | None = None
    laser_meter: Named | None = None
    framing_square: Named | None = None
    tape_error: NonNegativeLength | None = None
    tape_reads: TapeReads | None = None
    string: StringPlan | None = None
    touches: TouchPlan | None = None

    @model_validator(mode="before")
    @classmethod
    def _tolerance_of_purpose(cls, data: Any) -> Any:
        if not isinstance(data, dict) or data.get("tolerance") is not None:
            return data
        purpose = data.get("purpose")
        if not isinstance(purpose, str) or purpose not in list(Purpose):
            return data
        return {**data, "tolerance": TOLERANCES[units_in_force() or Units.FT_IN][Purpose(purpose)]}


class Structure(Plan):
    """A structure of a job file: its plan under an id of its own."""

    id: Identifier


class Taking(Strict):
    """How a reading is taken.

    Attributes:
        round: counts re-measurements; the latest round is judged.
        start, end: from and to, by names of points; of a pull to a line its name; of a triangle its second line.
        kind: what it was taken between; line, legs, station: see `PullKind` and the job-file page.
        burn: where the tape was started, to be taken off the reading.
        offset: of a square-throwing laser from the string, to be taken off.
        height_difference: fall between the two ends, for a pull along a slope.
        instrument: what it was read with.
        family: the line family whose corners it runs between; the wall face when left out.
        touched: where the tape touched the marks; their middles when left out.
        simulated: a stand-in made it up: it counts for trying out, and nothing may be built to it.
    """

    round: Round = 1
    kind: PullKind = PullKind.POINTS
    start: PointName = Field(alias="from")
    end: PointName = Field(alias="to")
    line: PointName | None = None
    legs: tuple[PositiveLength, PositiveLength] | None = None
    station: NonNegativeLength = Length(0.0, 0)
    burn: NonNegativeLength = Length(0.0, 0)
    offset: NonNegativeLength = Length(0.0, 0)
    height_difference: NonNegativeLength = Length(0.0, 0)
    instrument: Instrument = Instrument.STEEL_TAPE
    family: FamilyName | None = None
    touched: TouchPlan | None = None
    simulated: bool = False


class Reading(Taking):
    """One reading."""

    reading: SignedLength

    @model_validator(mode="after")
    def _tapes_read_above_zero(self) -> Self:
        if self.kind is not PullKind.SQUARE and self.reading.mm < NOTHING_MM:
            code, message = (
                ("negative", "This length cannot be negative. Leave the minus out.")
                if self.reading.mm < 0
                else ("zero", "This length is zero. Type one that is longer than nothing.")
            )
            raise PydanticCustomError(code, "{message}", {"message": message, "at": "reading"})
        return self


class PullEntry(Reading):
    """A reading of a job file: it names its structure, and may say who took it and when.

    A struck reading stays in the record and does not count.
    """

    structure: Identifier
    who: Name | None = None
    at: datetime | None = None
    struck: bool = False


class RoundEntry(Strict):
    """Why a round was pulled."""

    structure: Identifier
    round: Round
    occasion: Occasion


class AcceptedEntry(Strict):
    """A round that somebody accepted, by name, and what was said about it."""

    structure: Identifier
    round: Round
    who: Name | None = None
    at: datetime | None = None
    note: Annotated[str, Field(max_length=500)] = ""


class LostEntry(Strict):
    """A point to be set again: from which points that are left; from all corners and stakes when none are named."""

    structure: Identifier
    point: PointName
    left: list[PointName] = Field(default_factory=list, max_length=60)


class JobFile(InUnits):
    """A whole job.

    Attributes:
        burn: where its tapes are started, which its calls carry.
        done: to its marks, in that order; days: when its work is done.
        holds: what was done at hold points; notes: with photos and voices, which lie beside the file in a zip.
        signed: as-built records; record: what happened, under a chain of hashes.
    """

    format: Literal["anvilhead-job"]
    version: Literal[1]
    name: Name = "Job"
    burn: NonNegativeLength | None = None
    control: Control = Control()
    structures: list[Structure] = Field(default_factory=list, max_length=200)
    pulls: list[PullEntry] = Field(default_factory=list, max_length=20_000)
    rounds: list[RoundEntry] = Field(default_factory=list, max_length=2_000)
    accepted: list[AcceptedEntry] = Field(default_factory=list, max_length=2_000)
    lost: list[LostEntry] = Field(default_factory=list, max_length=200)
    done: list[DoneEntry] = Field(default_factory=list, max_length=50_000)
    levels: Levels | None = None
    days: DaysPlan | None = None
    holds: list[HoldNote] = Field(default_factory=list, max_length=20_000)
    notes: list[NoteEntry] = Field(default_factory=list, max_length=20_000)
    signed: list[SignedEntry] = Field(default_factory=list, max_length=2_000)
    record: RecordEntries | None = None

    @model_validator(mode="before")
    @classmethod
    def _say_what_is_not_read_yet(cls, data: Any) -> Any:
        if not isinstance(data, dict):
            return data
        version = data.get("version", VERSION)
        if type(version) is not int or version != VERSION:  # True equals 1 but is no version
            message = f"This file says version {version!r}; this Anvilhead reads version {VERSION} of the job file."
            raise PydanticCustomError("other-version", "{message}", {"message": message, "at": "version"})
        return data
