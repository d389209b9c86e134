"""A way to get corners square, and what every one of them is made from: the baseline, and pulls off it.

Each method stands in a file of its own and says three things: why it cannot do a shape, the pulls of one round, and the
steps that set the corners out.  Counts, walking and the ellipses of the comparison follow from the pulls alone.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass, field
from enum import StrEnum
from functools import cached_property
from typing import Protocol

from anvilhead.core.adjust.network import NOTHING_NAMED, Named, lines_of, planned_mm
from anvilhead.core.geometry.footprint import Footprint, Side
from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.instrument import STRING_MM, Instrument
from anvilhead.core.measure.tape import STEEL_TAPE, Pull, PullKind, TapeClass
from anvilhead.core.measure.triangle import Triangle, largest_triangle
from anvilhead.core.units.tolerances import COINCIDENT_MM, RIGHT_ANGLE_RAD, STRAIGHT_RAD
from anvilhead.core.units.units import FOOT_MM


class Method(StrEnum):
    """A way to get corners square."""

    EQUAL_DIAGONALS = "equal-diagonals"
    COMPUTED_DIAGONAL = "computed-diagonal"
    THREE_FOUR_FIVE = "3-4-5"
    EQUAL_LEGS = "equal-legs"
    SHORTEST_DISTANCE = "shortest-distance"
    FRAMING_SQUARE = "framing-square"
    SQUARE_LASER = "square-laser"
    STATION_OFFSET = "station-offset"
    TIES = "ties"


@dataclass(frozen=True, slots=True)
class Instruments:
    """What the crew works with.

    Attributes:
        tape: class of the tape.
        has_laser: whether a square-throwing laser is at hand; without it that method is compared, not recommended.
        unit_mm: what 3-4-5 multiples are counted in.
    """

    tape: TapeClass = STEEL_TAPE
    has_laser: bool = False
    unit_mm: float = FOOT_MM


@dataclass(frozen=True, slots=True)
class Asked:
    """A pull that a method asks for, and what it should measure, burn and the laser's own offset not included."""

    kind: PullKind
    start: str
    end: str
    length_mm: float
    line: str = ""
    legs_mm: tuple[float, float] = (0.0, 0.0)
    station_mm: float = 0.0
    instrument: Instrument = Instrument.STEEL_TAPE

    @property
    def pull(self) -> Pull:
        """The same as a pull that read as planned."""
        reads = self.length_mm if self.kind is PullKind.SQUARE else max(self.length_mm, COINCIDENT_MM)
        return Pull(
            self.start,
            self.end,
            reads,
            kind=self.kind,
            line=self.line,
            legs_mm=self.legs_mm,
            station_mm=self.station_mm,
            instrument=self.instrument,
        )


@dataclass(frozen=True, slots=True)
class TapeEnd:
    """One tape of a step: from a named point, with the planned length, millimetres."""

    start: str
    end: str
    length_mm: float


@dataclass(frozen=True, slots=True)
class MethodStep:
    """One step of a method.

    Attributes:
        method: which; corner: what it sets; from_corner: where it is set from.
        tapes: planned lengths to pull, without burn.
        triangle: marks to make, when the corner is squared by one.
        station_mm, offset_mm: along and square off the baseline.
        on_the_way: whether the corner is not where it stays yet.
        error_mm: half length of the corner's 95 in 100 ellipse once all is pulled.
    """

    method: Method
    corner: str
    from_corner: str
    tapes: tuple[TapeEnd, ...]
    triangle: Triangle | None = None
    station_mm: float = 0.0
    offset_mm: float = 0.0
    on_the_way: bool = False
    error_mm: float | None = None


@dataclass(frozen=True)
class Baseline:
    """A footprint seen from its baseline, the first side as walked, and the tools at hand.

    Stations run along the baseline from its first corner, offsets are positive to its left, millimetres.
    """

    footprint: Footprint
    named: Named = NOTHING_NAMED
    tools: Instruments = field(default_factory=Instruments)

    @property
    def side(self) -> Side:
        """The baseline itself."""
        return self.footprint.sides[0]

    @property
    def nails(self) -> tuple[str, str]:
        """The nails of its two boards."""
        return f"{self.side.name}@{self.side.start}", f"{self.side.name}@{self.side.end}"

    @property
    def others(self) -> list[str]:
        """Every corner but its own two."""
        return [name for name in self.footprint.names if name not in (self.side.start, self.side.end)]

    @cached_property
    def places(self) -> dict[str, Point]:
        """Every point at its plan."""
        return dict(self.named.points) | self.footprint.corners

    @cached_property
    def _lines(self) -> dict[str, tuple[str, str]]:
        return lines_of(self.footprint, self.named)

    @property
    def is_square_cornered(self) -> bool:
        """Whether every corner is a right angle or on a straight wall."""
        return all(
            abs(abs(turn) - math.pi / 2) < RIGHT_ANGLE_RAD or abs(turn) < STRAIGHT_RAD
            for turn in self.footprint.turns_rad.values()
        )

    def station_mm(self, name: str) -> float:
        """How far along a point lies."""
        return (self.places[name] - self.side.start_point).dot(self.side.direction)

    def offset_mm(self, name: str) -> float:
        """How far square off it a point lies."""
        return self.side.direction.cross(self.places[name] - self.side.start_point)

    def carries(self, name: str) -> bool:
        """Whether a point lies on its string: a mark along it, since no tape can tell it square off."""
        return abs(self.offset_mm(name)) < STRING_MM

    def near_and_far(self, name: str) -> tuple[str, str]:
        """Its end nearer to a point as measured along, and the other."""
        ends = (self.side.start, self.side.end)
        return ends if self.station_mm(name) < self.side.length_mm / 2 else (ends[1], ends[0])

    def triangle_at(self, before: Side, after: Side) -> Triangle | None:
        """The largest 3-4-5 that two strings hold."""
        return largest_triangle(before.length_mm, after.length_mm, self.tools.unit_mm)

    def asked(
        self,
        kind: PullKind,
        start: str,
        end: str,
        *,
        line: str = "",
        legs: tuple[float, float] = (0.0, 0.0),
        station_mm: float = 0.0,
        by: Instrument = Instrument.STEEL_TAPE,
    ) -> Asked:
        """A pull with what it should measure at the plan."""
        pull = Pull(start, end, 1.0, kind=kind, line=line, legs_mm=legs, station_mm=station_mm, instrument=by)
        length = planned_mm(pull, self.places, self._lines)
        return Asked(kind, start, end, length - station_mm, line, legs, station_mm, by)

    def tape(self, start: str, end: str) -> Asked:
        """A pull from point to point."""
        return self.asked(PullKind.POINTS, start, end)

    def first(self) -> Asked:
        """The pull of the baseline itself."""
        return self.tape(self.side.start, self.side.end)

    def mark(self, name: str) -> Asked:
        """A point that lies on the string: how far along it is."""
        start, _ = self.near_and_far(name)
        return self.asked(PullKind.ALONG, start, name, line=self.side.name)

    def off(self, name: str) -> Asked:
        """A point's least distance from the string."""
        return self.asked(PullKind.TO_LINE, name, self.side.name)

    def step(self, method: Method, name: str, *tapes: TapeEnd) -> MethodStep:
        """A step that sets a corner off the baseline."""
        return MethodStep(method, name, self.side.name, tapes, None, self.station_mm(name), self.offset_mm(name))

    def tape_end(self, start: str, end: str) -> TapeEnd:
        """A tape of a step from point to point."""
        return TapeEnd(start, end, self.places[start].distance_to(self.places[end]))

    def tape_off(self, name: str) -> TapeEnd:
        """A tape of a step square off the string."""
        return TapeEnd(f"line {self.side.name}", name, abs(self.offset_mm(name)))


class WayToSquare(Protocol):
    """What a method's file says."""

    @property
    def method(self) -> Method:
        """Which it is."""

    @property
    def needs_two(self) -> bool:
        """Whether it wants a person at each end of the tape: one alone can hook a tape, not cross two."""

    @property
    def crosses_tapes(self) -> bool:
        """Whether corners stand where two tapes cross, which is poor at a flat angle."""

    def why_not(self, base: Baseline) -> str | None:
        """Why it cannot do a shape; None when it can."""

    def pulls(self, base: Baseline) -> list[Asked]:
        """The pulls of a round, in the order of the method; they hold every corner it can do."""

    def steps(self, base: Baseline) -> Sequence[MethodStep]:
        """How the corners are set after the baseline was pulled, in an order that a crew can walk."""
