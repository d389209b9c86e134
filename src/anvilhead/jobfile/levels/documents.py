"""The level book and what is to be set to height, as documents.

What is planned (`LevelPlan`) and what was measured (`SetupEntry`, `CheckEntry`) are kept apart; a job file holds both.
"""

from datetime import datetime
from itertools import pairwise
from typing import Annotated, Any, Self

from pydantic import BeforeValidator, Field, model_validator
from pydantic_core import PydanticCustomError

from anvilhead.core.levels.height_target import ThingKind
from anvilhead.core.levels.instrument_check import CheckKind
from anvilhead.core.levels.level_instrument import LevelInstrument
from anvilhead.core.levels.rod import RodMarks
from anvilhead.core.levels.stake_mark import MarkedIn
from anvilhead.jobfile.hold_plan import PointName
from anvilhead.jobfile.lengths import (
    Coordinates,
    Length,
    NonNegativeLength,
    PositiveLength,
    SignedLength,
    Sparse,
    Strict,
    in_units,
)

Named = Annotated[str, Field(min_length=1, max_length=64, pattern=r"^[^\x00-\x1f\x7f]*\S[^\x00-\x1f\x7f]*$")]
Who = Annotated[str, Field(min_length=1, max_length=120)]
Share = Annotated[float, Field(ge=0, le=1, allow_inf_nan=False)]
Points = Annotated[list[PointName], Field(max_length=500)]

_OTHER_NAMES = {
    "rotary-laser": LevelInstrument.LASER,
    "rotating-laser": LevelInstrument.LASER,
    "level": LevelInstrument.OPTICAL,
    "optical-level": LevelInstrument.OPTICAL,
    "transit": LevelInstrument.OPTICAL,
    "water": LevelInstrument.WATER,
    "line": LevelInstrument.LINE,
    "spirit": LevelInstrument.SPIRIT,
    "straightedge": LevelInstrument.SPIRIT,
    "tape": LevelInstrument.STRING,
}


def _as_known(value: Any) -> Any:
    """An instrument by whatever a builder calls it."""
    plain = "-".join(value.lower().replace("_", " ").split()) if isinstance(value, str) else value
    return _OTHER_NAMES.get(plain, plain) if isinstance(plain, str) else plain


InstrumentName = Annotated[LevelInstrument, BeforeValidator(_as_known)]


class Benchmark(Strict):
    """A height held as true."""

    name: PointName
    height: SignedLength = Length(0.0, 0)


class LevelPoint(Sparse):
    """A point of the ground that is no corner: where it is in the plan frame of its structure.

    The book's own structure is meant when none is named; of another one the book calls it `id/name`.
    """

    name: PointName
    structure: Named | None = None
    place: Coordinates


class PointGrid(Sparse):
    """A regular grid of points, named row by row: G1, G2 and so on; of another structure `id/G1`.

    Attributes:
        structure: in whose plan frame it lies.
        name: what goes in front of the numbers.
        start: its first point; step: from point to point along x and along y.
    """

    name: Annotated[str, Field(min_length=1, max_length=20)]
    structure: Named | None = None
    start: Coordinates
    step: tuple[PositiveLength, PositiveLength]
    columns: Annotated[int, Field(ge=1, le=100)]
    rows: Annotated[int, Field(ge=1, le=100)]


class Device(Sparse):
    """An instrument of the crew, by the name painted on it.

    Attributes:
        error: ± of one reading; drift over drift_over: ± that grows with the sight; reach: farthest sight or span.
        pull, weight: of a line level's string, newtons and newtons per metre.
    """

    name: Named
    kind: InstrumentName
    error: NonNegativeLength | None = None
    drift: NonNegativeLength | None = None
    drift_over: PositiveLength | None = None
    reach: PositiveLength | None = None
    pull: Annotated[float, Field(gt=0, le=1000, allow_inf_nan=False)] | None = None
    weight: Annotated[float, Field(gt=0, le=10, allow_inf_nan=False)] | None = None

    @model_validator(mode="after")
    def _drift_is_whole(self) -> Self:
        if (self.drift is None) != (self.drift_over is None):
            message = "Say a drift with the distance it builds up over: “drift” and “drift_over”."
            raise PydanticCustomError("missing", "{message}", {"message": message, "at": "drift_over"})
        return self


class TargetPlan(Strict):
    """A thing to be set to height.

    Attributes:
        name: of the thing: form top, board tops; kind: what it is, for its tolerance.
        height: above the datum.
        at: points; all corners of the book's structure when none are named.
    """

    name: Named
    kind: ThingKind | None = None
    height: SignedLength
    at: Points = Field(default_factory=list)
    tolerance: PositiveLength | None = None


class Fall(Strict):
    """How a surface falls: `rise` in `over`; away from a line of the footprint, or to a drain."""

    rise: NonNegativeLength
    over: PositiveLength
    away_from: Annotated[str, Field(min_length=1, max_length=20)] | None = None
    drain: Coordinates | None = None

    @property
    def share(self) -> float:
        """Fall for each unit of length."""
        return self.rise.mm / self.over.mm

    @model_validator(mode="after")
    def _goes_one_way(self) -> Self:
        if (self.away_from is None) == (self.drain is None):
            message = "Say one: “away_from” a line, or to a “drain”."
            raise PydanticCustomError("one-way", "{message}", {"message": message, "at": "away_from"})
        return self


class PadPlan(Strict):
    """Ground to be brought to a pad: cut and fill.

    Attributes:
        structure: whose outline it has; family: of its lines, the wall face when left out.
        outline: corners of its own instead, in that structure's plan frame.
        height: of the pad, along its high edge when it falls; swell: share that dug ground gains.
        rough: within this of the pad a rake does.
    """

    name: Named = "pad"
    structure: Named | None = None
    family: Named | None = None
    outline: Annotated[list[Coordinates], Field(min_length=3, max_length=200)] | None = None
    height: SignedLength
    fall: Fall | None = None
    swell: Share = 0.0
    rough: PositiveLength = Length(25.4, '1"')


class RailPlan(Strict):
    """A screed rail from place to place of the plan."""

    name: Named
    start: Coordinates = Field(alias="from")
    end: Coordinates = Field(alias="to")


class SlabPlan(Strict):
    """A slab on its base.

    Attributes:
        height: finished top, along its high edge when it falls.
        thickness: planned; least: thinner is too thin, the planned one when left out.
        base: the thing whose shots are the top of its base; base_thickness, subgrade: the base itself, and the thing
            whose shots lie under it.
        waste: share of concrete ordered on top.
        rails: screed rails; rail_below: how far their tops lie below the finish.
    """

    name: Named = "slab"
    structure: Named | None = None
    family: Named | None = None
    height: SignedLength
    fall: Fall | None = None
    thickness: PositiveLength
    least: PositiveLength | None = None
    base: Named = "base"
    base_thickness: NonNegativeLength | None = None
    subgrade: Named = "subgrade"
    waste: Share = 0.05
    rails: list[RailPlan] = Field(default_factory=list, max_length=60)
    rail_below: NonNegativeLength = Length(0.0, 0)


class PostPlan(Strict):
    """Posts whose tops stand on one line.

    Attributes:
        top: height of the string over them.
        length, least: of posts in the ground: stock length and least embedment; left out, posts stand on seats.
        seat: the thing whose shots are the seats.
        at: points.
    """

    name: Named = "posts"
    top: SignedLength
    length: PositiveLength | None = None
    least: NonNegativeLength = Length(0.0, 0)
    seat: Named = "seat"
    at: Points = Field(min_length=1)


class StepPlan(Strict):
    """A step: its height, or the point whose shot is its height; and how long it is."""

    name: Named
    height: SignedLength | None = None
    at: PointName | None = None
    length: PositiveLength | None = None

    @model_validator(mode="after")
    def _has_a_height(self) -> Self:
        if (self.height is None) == (self.at is None):
            message = "Say one: the “height” of the step, or the point “at” which it was shot."
            raise PydanticCustomError("one-height", "{message}", {"message": message, "at": "height"})
        return self


class SteppedPlan(Strict):
    """A stepped wall: a level line from the highest plate, and a stud to every step."""

    name: Named = "stepped wall"
    line: SignedLength
    plates: list[PositiveLength] = Field(default_factory=list, max_length=10)
    trim: NonNegativeLength = Length(0.0, 0)
    steps: list[StepPlan] = Field(min_length=1, max_length=100)


class StringGap(Strict):
    """A gap between string and concrete at a distance along it."""

    name: Named
    along: NonNegativeLength
    gap: SignedLength


class StraightPlan(Strict):
    """Old concrete held against a string from end to end; `allowed` either way."""

    name: Named
    gaps: list[StringGap] = Field(min_length=3, max_length=200)
    allowed: PositiveLength = Length(25.4 / 4, '1/4"')

    @model_validator(mode="after")
    def _runs_along(self) -> Self:
        alongs = [gap.along.mm for gap in self.gaps]
        if any(one >= other for one, other in pairwise(alongs)):
            message = "Take the gaps in order along the string, each farther on than the last."
            raise PydanticCustomError("out-of-order", "{message}", {"message": message, "at": "gaps"})
        return self


class SectionPlan(Strict):
    """A cut through the ground: along a line of a structure, carried on beyond its ends, or between two places."""

    name: Named
    structure: Named | None = None
    line: Annotated[str, Field(min_length=1, max_length=20)] | None = None
    start: Coordinates | None = Field(default=None, alias="from")
    end: Coordinates | None = Field(default=None, alias="to")

    @model_validator(mode="after")
    def _is_a_line(self) -> Self:
        between = self.start is not None and self.end is not None
        if between == (self.line is not None) or (self.start is None) != (self.end is None):
            message = "Say a “line” of the structure, or two places “from” and “to”."
            raise PydanticCustomError("one-line", "{message}", {"message": message, "at": "line"})
        return self


class LevelPlan(Sparse):
    """Everything about heights that is planned.

    Attributes:
        on: structure whose corners bare names mean, and whose plan frame places are in; the first when left out.
            Corners of another structure are written `id/A`.
        benchmark: the one the job hangs on; benchmarks: further ones.
        contour_step: from contour to contour.
        marked_in: what cut and fill on stakes is written in; as the job's units when left out.
    """

    on: Named | None = None
    benchmark: Benchmark | None = None
    benchmarks: list[Benchmark] = Field(default_factory=list, max_length=200)
    points: list[LevelPoint] = Field(default_factory=list, max_length=5000)
    grids: list[PointGrid] = Field(default_factory=list, max_length=20)
    devices: list[Device] = Field(default_factory=list, max_length=60)
    targets: list[TargetPlan] = Field(default_factory=list, max_length=200)
    pads: list[PadPlan] = Field(default_factory=list, max_length=40)
    slabs: list[SlabPlan] = Field(default_factory=list, max_length=40)
    posts: list[PostPlan] = Field(default_factory=list, max_length=40)
    stepped: list[SteppedPlan] = Field(default_factory=list, max_length=40)
    straight: list[StraightPlan] = Field(default_factory=list, max_length=40)
    sections: list[SectionPlan] = Field(default_factory=list, max_length=40)
    contour_step: PositiveLength | None = None
    marked_in: MarkedIn | None = None


class InRodUnits(Sparse):
    """A document whose `rod` says what a bare number in it means; left out, what the job says."""

    rod: RodMarks | None = None

    @model_validator(mode="wrap")
    @classmethod
    def _with_rod_units(cls, data: Any, handler: Any) -> Any:
        named = data.get("rod") if isinstance(data, dict) else None
        known = RodMarks(named).units if isinstance(named, str) and named in list(RodMarks) else None
        with in_units(known):
            return handler(data)


class ShotEntry(Sparse):
    """One reading.

    Attributes:
        at: the point; thing: what the rod stands on there, the ground when left out.
        turned: second reading with a line or spirit level turned end for end.
        distance: of the sight, or of the span.
        who, taken: by whom and when, where that differs from the setup; struck: stays in the record, does not count.
    """

    at: PointName
    thing: Named | None = Field(default=None, alias="on")
    reading: SignedLength
    turned: SignedLength | None = None
    distance: PositiveLength | None = None
    who: Who | None = None
    taken: datetime | None = None
    struck: bool = False


class SetupHead(InRodUnits):
    """One standing of an instrument, without its shots.

    Attributes:
        instrument: its kind; device: which one of the crew's.
        rod: how the rod is marked; rod_length: its length.
        height: of the level line where that is known: a string at its height above the datum.
        place: where the instrument stands, for the lengths of its sights.
        corrected: readings are corrected by the last test of the device.
        warmer: degrees that water is warmer in one leg of the hose; leg: standing height of that water.
    """

    instrument: InstrumentName
    device: Named | None = None
    rod_length: PositiveLength | None = None
    height: SignedLength | None = None
    place: Coordinates | None = None
    corrected: bool = False
    warmer: Annotated[float, Field(ge=0, le=60, allow_inf_nan=False)] | None = None
    leg: PositiveLength | None = None
    who: Who | None = None
    taken: datetime | None = None


class SetupEntry(SetupHead):
    """A setup of a job file, with its shots."""

    shots: list[ShotEntry] = Field(default_factory=list, max_length=5000)


_READINGS = {CheckKind.TWO_PEG: 4, CheckKind.FOUR_WAYS: 4, CheckKind.TURN_ROUND: 2, CheckKind.ENDS_TOGETHER: 2}


class CheckEntry(InRodUnits):
    """A test of an instrument.

    Attributes:
        readings: two-peg: on A and B from midway, then on A and B from near A; four-ways: on one mark, turned a
            quarter each time; turn-round: first and turned; ends-together: of either end.
        distance: between the pegs, to the mark, or of the span; none for a water level.
        near: from the instrument to peg A the second time; beyond: it stands beyond A, not between the pegs.
    """

    device: Named
    kind: CheckKind
    readings: Annotated[list[SignedLength], Field(min_length=2, max_length=4)]
    distance: PositiveLength | None = None
    near: NonNegativeLength = Length(0.0, 0)
    beyond: bool = False
    who: Who | None = None
    taken: datetime | None = None

    @model_validator(mode="after")
    def _is_whole(self) -> Self:
        needed = _READINGS[self.kind]
        if len(self.readings) != needed:
            message = f"A test “{self.kind}” takes {needed} readings, not {len(self.readings)}."
            raise PydanticCustomError("readings-missing", "{message}", {"message": message, "at": "readings"})
        if self.distance is None and self.kind is not CheckKind.ENDS_TOGETHER:
            message = f"A test “{self.kind}” needs its “distance”. Add it."
            raise PydanticCustomError("missing", "{message}", {"message": message, "at": "distance"})
        return self


class Levels(LevelPlan):
    """All levels of a job file."""

    setups: list[SetupEntry] = Field(default_factory=list, max_length=2000)
    checks: list[CheckEntry] = Field(default_factory=list, max_length=500)

    @property
    def plan(self) -> LevelPlan:
        """What of it is planned."""
        return LevelPlan.model_construct(**{name: getattr(self, name) for name in LevelPlan.model_fields})


LEVEL_DOCUMENTS = (Levels, Benchmark, LevelPoint, PointGrid, Device, TargetPlan, Fall, PadPlan, RailPlan, SlabPlan,
                   PostPlan, StepPlan, SteppedPlan, StringGap, StraightPlan, SectionPlan, ShotEntry, SetupEntry,
                   CheckEntry)  # fmt: skip
"""Whose keys a misspelt one may have meant."""
