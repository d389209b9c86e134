"""The level book and what is to be set to height, as documents.

What is planned (`LevelPlan`) and what was measured (`SetupEntry`, `CheckEntry`) are kept apart; a job file holds both.
"""

from typing import Annotated, Self

from pydantic import Field, model_validator
from pydantic_core import PydanticCustomError

from anvilhead.core.levels.height_target import ThingKind
from anvilhead.core.levels.stake_mark import MarkedIn
from anvilhead.jobfile.lengths import (
    Coordinates,
    Length,
    NonNegativeLength,
    PositiveLength,
    SignedLength,
    Sparse,
    Strict,
)
from anvilhead.jobfile.levels.decided import (
    AdoptedFinish,
    Finishes,
    FinishPlan,
    LayerPlan,
    RunFall,
    RunPlan,
    Runs,
)
from anvilhead.jobfile.levels.footings import Footings
from anvilhead.jobfile.levels.measured import CheckEntry, HeightsAccepted, SetupEntry, ShotEntry
from anvilhead.jobfile.levels.names import InstrumentName, Named, Points
from anvilhead.jobfile.levels.parts import (
    Fall,
    PadPlan,
    PostPlan,
    RailPlan,
    SectionPlan,
    SlabPlan,
    SteppedPlan,
    StepPlan,
    StraightPlan,
    StringGap,
)
from anvilhead.jobfile.levels.strings import Strings


class Benchmark(Strict):
    """A height held as true.

    Attributes:
        name: the point; thing: what there is held, such as the first board top or a stake mark; the point itself, or
            its ground, when left out.
        height: above the datum; 0 for a first thing that everything else goes by, or what it stands above the ground
            there.
    """

    name: Named
    thing: Named | None = Field(default=None, alias="on")
    height: SignedLength = Length(0.0, 0)


class LevelPoint(Sparse):
    """A point of the ground that is no corner: where it is in the plan frame of its structure.

    The book's own structure is meant when none is named; of another one the book calls it `id/name`.
    """

    name: Named
    structure: Named | None = None
    place: Coordinates


class PointGrid(Sparse):
    """A regular grid of points, named row by row: G1, G2 and so on; of another structure `id/G1`.

    Attributes:
        structure: in whose plan frame it lies.
        name: what goes in front of the numbers.
        step: from point to point along x and along y.
        start: its first point, with columns and rows; left out, it covers the structure and runs on `beyond` its walls.
        centred: what is left of the last step is shared by both sides, instead of all of it lying on one.
    """

    name: Annotated[str, Field(min_length=1, max_length=20)]
    structure: Named | None = None
    start: Coordinates | None = None
    step: tuple[PositiveLength, PositiveLength]
    columns: Annotated[int, Field(ge=1, le=100)] | None = None
    rows: Annotated[int, Field(ge=1, le=100)] | None = None
    beyond: NonNegativeLength = Length(0.0, 0)
    centred: bool = False

    @model_validator(mode="after")
    def _is_whole(self) -> Self:
        said = [value is not None for value in (self.start, self.columns, self.rows)]
        if any(said) and not all(said):
            message = "Say “start”, “columns” and “rows” together, or none of them to cover the structure."
            raise PydanticCustomError("grid-in-part", "{message}", {"message": message, "at": "start"})
        return self


class Device(Sparse):
    """An instrument of the crew, by the name painted on it.

    Attributes:
        error: ± of one reading; drift over drift_over: ± that grows with the sight; reach: farthest sight or span.
        pull, weight: of a line level's string, newtons and newtons per metre.
        simulated: a stand-in answers for it: whatever is read with it is simulated, and is told so.
    """

    name: Named
    kind: InstrumentName
    simulated: bool | None = None
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
        clear: least it must stand above the ground everywhere inside the outline: a sill, or joists over a crawl space.
    """

    name: Named
    kind: ThingKind | None = None
    height: SignedLength
    at: Points = Field(default_factory=list)
    tolerance: PositiveLength | None = None
    clear: NonNegativeLength | None = None


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
    finishes: Finishes = Field(default_factory=list)
    runs: Runs = Field(default_factory=list)
    footings: Footings = Field(default_factory=list)
    strings: Strings = Field(default_factory=list)
    contour_step: PositiveLength | None = None
    marked_in: MarkedIn | None = None


class Levels(LevelPlan):
    """All levels of a job file."""

    setups: list[SetupEntry] = Field(default_factory=list, max_length=2000)
    checks: list[CheckEntry] = Field(default_factory=list, max_length=500)
    accepted: list[HeightsAccepted] = Field(default_factory=list, max_length=2000)

    @property
    def plan(self) -> LevelPlan:
        """What of it is planned."""
        return LevelPlan.model_construct(**{name: getattr(self, name) for name in LevelPlan.model_fields})


LEVEL_DOCUMENTS = (Levels, Benchmark, LevelPoint, PointGrid, Device, TargetPlan, Fall, PadPlan, RailPlan, SlabPlan,
                   PostPlan, StepPlan, SteppedPlan, StringGap, StraightPlan, SectionPlan, ShotEntry, SetupEntry,
                   CheckEntry, FinishPlan, AdoptedFinish, LayerPlan, RunPlan, RunFall)  # fmt: skip
"""Whose keys a misspelt one may have meant."""
