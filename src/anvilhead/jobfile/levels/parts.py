"""What is built to height, as documents: pads, slabs, posts, stepped walls, old concrete, sections."""

from itertools import pairwise
from typing import Annotated, Self

from pydantic import Field, model_validator
from pydantic_core import PydanticCustomError

from anvilhead.core.units.units import INCH_MM
from anvilhead.jobfile.lengths import (
    Coordinates,
    Length,
    NonNegativeLength,
    PositiveLength,
    SignedLength,
    Sparse,
    Strict,
)
from anvilhead.jobfile.levels.names import Named, Points, Share


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
    rough: PositiveLength = Length(INCH_MM, '1"')


class RailPlan(Sparse):
    """A screed rail: from place to place of the plan, or right across `beside` a line, `at` a distance inward."""

    name: Named
    start: Coordinates | None = Field(default=None, alias="from")
    end: Coordinates | None = Field(default=None, alias="to")
    beside: Annotated[str, Field(min_length=1, max_length=20)] | None = None
    at: NonNegativeLength = Length(0.0, 0)

    @model_validator(mode="after")
    def _is_a_line(self) -> Self:
        between = self.start is not None and self.end is not None
        if between == (self.beside is not None) or (self.start is None) != (self.end is None):
            message = "Say two places “from” and “to”, or “beside” a line and “at” what distance."
            raise PydanticCustomError("one-line", "{message}", {"message": message, "at": "beside"})
        return self


class SlabPlan(Strict):
    """A slab on its base.

    Attributes:
        height: finished top, along its high edge when it falls.
        thickness: planned; least: thinner is too thin, the planned one when left out.
        base: the thing whose shots are the top of its base; base_thickness, subgrade: the base itself, and the thing
            whose shots lie under it.
        waste: share of concrete ordered on top.
        rails: screed rails; rail_below: how far their tops lie below the finish.
        existing: sides along which there is concrete already, of a slab with four corners: the top is stretched between
            them; edge: the thing whose shots are its edge. A fall `away_from` a side is then the least that is wanted.
        pegs: points where screed pegs are set.
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
    existing: Annotated[list[Annotated[str, Field(min_length=1, max_length=20)]], Field(max_length=4)] = Field(
        default_factory=list
    )
    edge: Named = "edge"
    pegs: Annotated[list[Named], Field(max_length=500)] = Field(default_factory=list)


class PostPlan(Sparse):
    """Posts whose tops stand on one line.

    Attributes:
        top: height of the string over them; follow: tops go with the ground instead, this far out of it each.
        length, least: of posts in the ground: stock length and least embedment; left out, posts stand on seats.
        clear: least of each out of the ground; pad: thickness of the pad under each, dug deeper by it.
        stock: lengths that posts on seats are cut from, by a saw that takes `kerf`; each keeps a factory end, unless
            `factory_end` is false; trim: left above the string and cut off once they stand.
        seat: the thing whose shots are the seats.
        at: points.
    """

    name: Named = "posts"
    top: SignedLength | None = None
    follow: PositiveLength | None = None
    length: PositiveLength | None = None
    least: NonNegativeLength = Length(0.0, 0)
    clear: NonNegativeLength = Length(0.0, 0)
    seat: Named = "seat"
    pad: PositiveLength | None = None
    stock: list[PositiveLength] = Field(default_factory=list, max_length=20)
    kerf: NonNegativeLength | None = None
    factory_end: bool = True
    trim: NonNegativeLength | None = None
    at: Points = Field(min_length=1)

    @model_validator(mode="after")
    def _has_a_top(self) -> Self:
        if (self.top is None) == (self.follow is None):
            message = "Say one: the “top” of all posts, or how far each stands out where they “follow” the ground."
            raise PydanticCustomError("one-top", "{message}", {"message": message, "at": "top"})
        return self


class StepPlan(Strict):
    """A step: its height, or the point whose shot is its height; how long it is; its plates, where they are others."""

    name: Named
    height: SignedLength | None = None
    at: Named | None = None
    length: PositiveLength | None = None
    plates: Annotated[list[PositiveLength], Field(max_length=10)] | None = None

    @model_validator(mode="after")
    def _has_a_height(self) -> Self:
        if (self.height is None) == (self.at is None):
            message = "Say one: the “height” of the step, or the point “at” which it was shot."
            raise PydanticCustomError("one-height", "{message}", {"message": message, "at": "height"})
        return self


class SteppedPlan(Strict):
    """A stepped wall: a level line from the highest plate, and a stud to every step, or studs read one by one.

    Attributes:
        line: the level line; plates, trim: above the studs, and what is taken off each.
        readings: from the line down to the plate or step under each stud, `spacing` centre to centre from the end
            that `begin` names; rise: of the wall's top above the line.
        stock: lengths that studs are cut from.
    """

    name: Named = "stepped wall"
    line: SignedLength
    plates: list[PositiveLength] = Field(default_factory=list, max_length=10)
    trim: NonNegativeLength = Length(0.0, 0)
    steps: list[StepPlan] = Field(default_factory=list, max_length=100)
    readings: list[SignedLength] = Field(default_factory=list, max_length=400)
    spacing: PositiveLength | None = None
    begin: Named = Field(default="A", alias="from")
    rise: SignedLength = Length(0.0, 0)
    stock: list[PositiveLength] = Field(default_factory=list, max_length=20)

    @model_validator(mode="after")
    def _has_studs(self) -> Self:
        if not self.steps and not self.readings:
            message = "Say the “steps” of the wall, or “readings” from the line at every stud."
            raise PydanticCustomError("no-studs", "{message}", {"message": message, "at": "steps"})
        if self.readings and self.spacing is None:
            message = "Say how far apart the studs stand, centre to centre: “spacing”."
            raise PydanticCustomError("missing", "{message}", {"message": message, "at": "spacing"})
        return self


class StringGap(Strict):
    """A gap between string and concrete at a distance along it."""

    name: Named
    along: NonNegativeLength
    gap: SignedLength


class StraightPlan(Strict):
    """Old concrete held against a string from end to end; `allowed` either way."""

    name: Named
    gaps: list[StringGap] = Field(min_length=3, max_length=200)
    allowed: PositiveLength = Length(INCH_MM / 4, '1/4"')

    @model_validator(mode="after")
    def _runs_along(self) -> Self:
        alongs = [gap.along.mm for gap in self.gaps]
        if any(one >= other for one, other in pairwise(alongs)):
            message = "Take the gaps in order along the string, each farther on than the last."
            raise PydanticCustomError("out-of-order", "{message}", {"message": message, "at": "gaps"})
        return self


class SectionPlan(Strict):
    """A cut through the ground: along a line of a structure, carried on beyond its ends, or between two places.

    Attributes:
        line: of the structure; start, end: two places in its plan frame; between: two points by their names.
    """

    name: Named
    structure: Named | None = None
    line: Annotated[str, Field(min_length=1, max_length=20)] | None = None
    start: Coordinates | None = Field(default=None, alias="from")
    end: Coordinates | None = Field(default=None, alias="to")
    between: tuple[Named, Named] | None = None

    @model_validator(mode="after")
    def _is_a_line(self) -> Self:
        ways = (self.line, self.start and self.end, self.between)
        if sum(way is not None for way in ways) != 1 or (self.start is None) != (self.end is None):
            message = "Say a “line” of the structure, two places “from” and “to”, or two points “between”."
            raise PydanticCustomError("one-line", "{message}", {"message": message, "at": "line"})
        return self
