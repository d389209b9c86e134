"""The open job file, version 1: every shape a document can have."""

from typing import Annotated, Any, Literal

from pydantic import Field, model_validator
from pydantic_core import PydanticCustomError

from anvilhead.jobfile.lengths import InUnits, Length, NonNegativeLength, PositiveLength, Strict

FORMAT = "anvilhead-job"
VERSION = 1
LATER_SHAPES = ("walk", "polygon", "run")

Name = Annotated[str, Field(min_length=1, max_length=120, pattern=r"^[^\x00-\x1f\x7f]*\S[^\x00-\x1f\x7f]*$")]
Identifier = Annotated[str, Field(min_length=1, max_length=64, pattern=r"^[^\x00-\x1f\x7f]*\S[^\x00-\x1f\x7f]*$")]
CornerName = Annotated[str, Field(min_length=1, max_length=8)]
Round = Annotated[int, Field(ge=1, le=10_000, strict=True)]


class Rectangle(Strict):
    """A rectangle: length along A→B, width to the left of it."""

    shape: Literal["rectangle"] = "rectangle"
    length: PositiveLength
    width: PositiveLength

    @model_validator(mode="before")
    @classmethod
    def _say_what_is_not_read_yet(cls, data: Any) -> Any:
        if isinstance(data, dict) and data.get("shape") in LATER_SHAPES:
            message = f"Footprints of shape {data['shape']} are not read yet. Write a rectangle with length and width."
            raise PydanticCustomError("shape-not-yet", "{message}", {"message": message, "at": "shape"})
        return data


class Plan(Strict):
    """What should stand where and how well: the planned document of a structure.

    Attributes:
        tolerance: a corner this near its plan is good; 1/8 inch suits a slab ready for framing.
        board_setback: how far the boards stand beyond the corners.
        restake_over: a nail that would have to move more than this says start again.
        held_line: the line that stays as measured.
    """

    name: Name | None = None
    kind: Literal["building", "slab", "fence", "posts"]
    footprint: Rectangle
    tolerance: PositiveLength = Length(25.4 / 8, '1/8"')
    board_setback: NonNegativeLength = Length(1219.2, "4'")
    restake_over: PositiveLength = Length(50.8, '2"')
    held_line: Annotated[str, Field(min_length=1, max_length=20)] = "AB"


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
