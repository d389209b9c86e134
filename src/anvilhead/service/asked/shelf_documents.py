"""Instruments of the shelf and their tests, as they are sent and kept."""

from ipaddress import ip_address
from typing import Annotated, Any, Literal, Self
from uuid import UUID

from pydantic import AfterValidator, BeforeValidator, Field, model_validator
from pydantic_core import PydanticCustomError

from anvilhead.core.levels.rod import RodMarks
from anvilhead.core.shelf.shelf_kind import ShelfKind
from anvilhead.jobfile.documents.hold_plan import LaserCheck
from anvilhead.jobfile.lengths import NonNegativeLength, PositiveLength, SignedLength, Sparse, Strict
from anvilhead.jobfile.levels.measured import CheckEntry
from anvilhead.jobfile.levels.names import Named
from anvilhead.service.asked.documents import InJobUnits, Revision


def _near(value: str) -> str:
    """A gateway stands on this machine or on the site's own network, and nowhere else."""
    host = value.strip()
    try:
        near = host == "localhost" or ip_address(host).is_private
    except ValueError:
        near = False
    if not near:
        said = f"“{value}” is no address on this machine or on the site's own network. Write it as 192.168.1.20."
        raise PydanticCustomError("not-near", "{said}", {"said": said})
    return host


class GatewayLink(Strict):
    """Readings come from a gateway on this machine or on the site's network; `simulated`: it is a stand-in's."""

    how: Literal["gateway"]
    simulated: bool = False
    host: Annotated[str, Field(min_length=1, max_length=60), AfterValidator(_near)]
    port: Annotated[int, Field(ge=1, le=65_535)]


class StandInLink(Strict):
    """Readings come from a stand-in in a simulated yard, which the seed makes.

    `hook`: what play of a tape's hook makes it read too much where it is not burned; `misreads`: the share of lengths
    that go wrong between the tape and the pencil.
    """

    how: Literal["simulated"]
    seed: Annotated[int, Field(ge=0, le=2**53)] = 1
    hook: SignedLength | None = None
    misreads: Annotated[float, Field(ge=0, le=0.5, allow_inf_nan=False)] = 0.0


Link = Annotated[GatewayLink | StandInLink, Field(discriminator="how")]


class ShelfInstrument(Sparse):
    """An instrument, by the name painted on it.

    Attributes:
        error: ± of one reading; drift over drift_over: ± that grows with the sight, or with the length of a tape.
        reach: farthest sight, longest span, or how long a tape or a rod is.
        marks: units of its scale.
        pull: that a tape is right at, or a line level's string is pulled with, newtons; weight: of either, newtons per
            metre; section: of a tape's band, square millimetres.
        offset: of a square-throwing laser from its string; foot: missing of a rod's.
        test_every: days; 0 when nobody asks for tests, as its kind usually is when left out.
        link: how its readings reach the book; typed by hand when left out.
    """

    name: Named
    kind: ShelfKind
    error: NonNegativeLength | None = None
    drift: NonNegativeLength | None = None
    drift_over: PositiveLength | None = None
    reach: PositiveLength | None = None
    marks: RodMarks | None = None
    pull: Annotated[float, Field(gt=0, le=1000, allow_inf_nan=False)] | None = None
    weight: Annotated[float, Field(gt=0, le=10, allow_inf_nan=False)] | None = None
    section: Annotated[float, Field(gt=0, le=100, allow_inf_nan=False)] | None = None
    offset: NonNegativeLength | None = None
    foot: NonNegativeLength | None = None
    test_every: Annotated[int, Field(ge=0, le=3650)] | None = None
    link: Link | None = None

    @model_validator(mode="after")
    def _is_whole(self) -> Self:
        if (self.drift is None) != (self.drift_over is None):
            message = "Say a drift with the distance it builds up over: “drift” and “drift_over”."
            raise PydanticCustomError("missing", "{message}", {"message": message, "at": "drift_over"})
        if self.link is not None and not self.kind.answers:
            message = "Nothing asks one of this kind for its readings; type them."
            raise PydanticCustomError("no-link", "{message}", {"message": message, "at": "link"})
        return self

    @property
    def is_simulated(self) -> bool:
        """Whether a stand-in answers for it."""
        return isinstance(self.link, StandInLink) or (self.link is not None and self.link.simulated)


class InstrumentCreate(InJobUnits):
    """An instrument to put on the shelf; the id is made by the client."""

    id: UUID
    instrument: ShelfInstrument


class InstrumentChange(InJobUnits):
    """An instrument as it is from now on, in place of its revision `base_revision`."""

    base_revision: Revision
    instrument: ShelfInstrument


class KnownLength(Strict):
    """A length that is known otherwise, and what was read on it."""

    known: PositiveLength
    reads: PositiveLength


def _nameless(value: Any) -> Any:
    """A check on the shelf is of the instrument it is sent for, whatever it is called by then."""
    return {"device": "-", **value} if isinstance(value, dict) else value


class TestOf(Sparse):
    """What was found: exactly one of a level's check, a reversal, and readings on known lengths."""

    check: Annotated[CheckEntry, BeforeValidator(_nameless)] | None = None
    reversal: LaserCheck | None = None
    known_lengths: list[KnownLength] = Field(default_factory=list, max_length=20)

    @model_validator(mode="after")
    def _is_one(self) -> Self:
        if sum(map(bool, (self.check, self.reversal, self.known_lengths))) != 1:
            message = "A test is one of “check”, “reversal” and “known_lengths”."
            raise PydanticCustomError("one-test", "{message}", {"message": message})
        return self


Note = Annotated[str, Field(max_length=500)]


class TestCreate(InJobUnits):
    """A test to keep; the id is made by the client."""

    id: UUID
    test: TestOf
    note: Note = ""


class KnockCreate(Strict):
    """That it fell or was knocked."""

    id: UUID
    note: Note = ""


class SteelAsked(InJobUnits):
    """What a steel tape reads, and how it is held.

    Attributes:
        length: as read.
        temperature: of the tape; °F in feet and inches, else °C; as it was made for when left out.
        pull: at its end; pounds in feet and inches, else newtons; as it was made for when left out.
        span: that hangs free; 0 for a tape that lies.
    """

    length: PositiveLength
    temperature: Annotated[float, Field(ge=-100, le=200, allow_inf_nan=False)] | None = None
    pull: Annotated[float, Field(gt=0, le=1000, allow_inf_nan=False)] | None = None
    span: NonNegativeLength | None = None
