"""The as-built record of a structure: its plan against what was accepted last, and everything that proves it."""

from datetime import date, datetime

from pydantic import Field

from anvilhead.core.dangers.holds import HoldState
from anvilhead.jobfile.results.result_parts import Between, Place, Result


class BuiltCorner(Result):
    """A corner where it should be and where the accepted readings have it; `within_text`: 95 in 100 lie so near it."""

    corner: str
    planned: Place
    found: Place
    off_mm: float
    off_text: str
    within_text: str | None
    outside: bool


class BuiltDistance(Between):
    """A side or a diagonal: planned, and between the corners as they were found."""

    planned_mm: float
    planned_text: str
    found_mm: float
    found_text: str
    off_text: str


class BuiltHeight(Result):
    """A thing at a point as it was accepted; `off_mm` over its target above zero."""

    thing: str
    at: str
    found_mm: float
    found_text: str
    off_mm: float
    off_text: str


class BuiltClearance(Result):
    """Room to a neighbour or a boundary: by the plan, and from the corners as they were found."""

    to: str
    planned_text: str
    found_text: str
    needed_text: str | None
    clear: bool


class BuiltInstrument(Result):
    """Something that was measured with: on how many readings, and its last test in words."""

    name: str
    readings: int
    tested: str


class BuiltHold(Result):
    """A hold point, and who looked at it or went past."""

    title: str
    state: HoldState
    who: str | None
    at: datetime | None
    note: str


class BuiltWord(Result):
    """By whose word something counts: an acceptance, with what it was said about."""

    what: str
    who: str
    at: datetime | None
    note: str
    text: str


class BuiltNote(Result):
    """A note with a photo that belongs to the record."""

    who: str
    at: datetime
    text: str
    point: str | None
    media: str | None


class AsBuiltResult(Result):
    """The as-built record of a structure.

    Attributes:
        plan_revision: of the plan that it is held against; round: that was accepted last, null while none was.
        family: the line family that was pulled; tolerance_text: how near its plan a corner is good.
        words: by whom what was accepted; outside: what lies outside its tolerance, with whose word it stays.
        control: what was held as true, in words.
        missing: what there is no proof of yet, in words.
        digest: of everything above: it differs once any of it does.
    """

    job: str
    structure: str
    name: str
    size: str
    plan_revision: int
    round: int | None
    family: str | None
    tolerance_text: str
    corners: list[BuiltCorner] = Field(default_factory=list)
    distances: list[BuiltDistance] = Field(default_factory=list)
    heights: list[BuiltHeight] = Field(default_factory=list)
    clearances: list[BuiltClearance] = Field(default_factory=list)
    words: list[BuiltWord] = Field(default_factory=list)
    outside: list[str] = Field(default_factory=list)
    control: list[str] = Field(default_factory=list)
    instruments: list[BuiltInstrument] = Field(default_factory=list)
    missing: list[str] = Field(default_factory=list)
    digest: str = ""
    holds: list[BuiltHold] = Field(default_factory=list)
    notes: list[BuiltNote] = Field(default_factory=list)


class SignOff(Result):
    """An as-built record signed by name; `stands`: nothing was changed since, and nobody took it back."""

    id: str
    who: str
    at: datetime
    note: str
    digest: str
    stands: bool
    back_by: str | None
    text: str


class AsBuiltView(Result):
    """The as-built record as it is now, who signed it, and the head of the record it stands on.

    `stops`: hold points that stand open, which nobody signs past.
    """

    record: AsBuiltResult
    made_on: date
    head: str
    stops: list[str]
    signed: list[SignOff]
