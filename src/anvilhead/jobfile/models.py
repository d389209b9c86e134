"""The open job file, version 1: every shape a document can have."""

from typing import Annotated, Any, Literal

from pydantic import Field, model_validator
from pydantic_core import PydanticCustomError

from anvilhead.core.school_errors import School
from anvilhead.jobfile.beside import Beside, Inner, LineName, Section
from anvilhead.jobfile.board_plans import BoardPlan
from anvilhead.jobfile.control import Control, Placing
from anvilhead.jobfile.footprints import AnyFootprint
from anvilhead.jobfile.lengths import InUnits, Length, NonNegativeLength, PositiveLength, Sparse, Strict

FORMAT = "anvilhead-job"
VERSION = 1

Name = Annotated[str, Field(min_length=1, max_length=120, pattern=r"^[^\x00-\x1f\x7f]*\S[^\x00-\x1f\x7f]*$")]
Identifier = Annotated[str, Field(min_length=1, max_length=64, pattern=r"^[^\x00-\x1f\x7f]*\S[^\x00-\x1f\x7f]*$")]
CornerName = Annotated[str, Field(min_length=1, max_length=8)]
Round = Annotated[int, Field(ge=1, le=10_000, strict=True)]


class Plan(Sparse):
    """What should stand where and how well: the planned document of a structure.

    Attributes:
        tolerance: a corner this near its plan is good; 1/8 inch suits a slab ready for framing.
        board_setback: how far the boards stand beyond the corners.
        restake_over: a nail that would have to move more than this says start again.
        held_line: the line that stays as measured.
        section: wall and footing, from which families follow; section_on: sides that have another.
        lines: further families, by their offsets; inner: lines inside.
        boards: how the boards stand, how high, and of what.
        placing: where the structure stands on the site; may_overlap: neighbours it overlaps on purpose.
        school: how its corners are squared; crew: by how many people;
            laser: whether a square-throwing laser is at hand; laser_offset: of it from the string;
            tape_error: ± of the tape on a short pull, when it is not 1/16 inch.
    """

    name: Name | None = None
    kind: Literal["building", "slab", "fence", "posts"]
    footprint: AnyFootprint
    tolerance: PositiveLength = Length(25.4 / 8, '1/8"')
    board_setback: NonNegativeLength = Length(1219.2, "4'")
    restake_over: PositiveLength = Length(50.8, '2"')
    held_line: Annotated[str, Field(min_length=1, max_length=20)] = "AB"
    section: Section | None = None
    section_on: dict[LineName, Section] = Field(default_factory=dict)
    lines: list[Beside] = Field(default_factory=list, max_length=40)
    inner: list[Inner] = Field(default_factory=list, max_length=60)
    boards: BoardPlan = BoardPlan()
    placing: Placing | None = None
    may_overlap: list[Identifier] = Field(default_factory=list, max_length=60)
    school: School | None = None
    crew: Literal[1, 2] = 2
    laser: bool = False
    laser_offset: NonNegativeLength | None = None
    tape_error: NonNegativeLength | None = None


class Structure(Plan):
    """A structure of a job file: its plan under an id of its own."""

    id: Identifier


class Reading(Strict):
    """One tape pull as read.

    Attributes:
        round: counts re-measurements; the latest round is judged.
        burn: where the tape was started, to be taken off the reading.
        height_difference: fall between the two ends, for a pull along a slope.
    """

    round: Round = 1
    start: CornerName = Field(alias="from")
    end: CornerName = Field(alias="to")
    reading: PositiveLength
    burn: NonNegativeLength = Length(0.0, 0)
    height_difference: NonNegativeLength = Length(0.0, 0)


class PullEntry(Reading):
    """A reading of a job file: it names its structure."""

    structure: Identifier


class JobFile(InUnits):
    """A whole job."""

    format: Literal["anvilhead-job"]
    version: Literal[1]
    name: Name = "Job"
    control: Control = Control()
    structures: list[Structure] = Field(default_factory=list, max_length=200)
    pulls: list[PullEntry] = Field(default_factory=list, max_length=20_000)
    levels: None = None

    @model_validator(mode="before")
    @classmethod
    def _say_what_is_not_read_yet(cls, data: Any) -> Any:
        if not isinstance(data, dict):
            return data
        version = data.get("version", VERSION)
        if type(version) is not int or version != VERSION:  # True equals 1 but is no version
            message = f"This file says version {version!r}; this Anvilhead reads version {VERSION} of the job file."
            raise PydanticCustomError("other-version", "{message}", {"message": message, "at": "version"})
        return {key: value for key, value in data.items() if key != "levels" or value}
