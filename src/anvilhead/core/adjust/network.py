"""From pulls to a network of observations: which points they tie together, and how well each knows its own.

A pull may name corners, nails (`AB@A`), named stakes, crossings of inner lines, known points, and lines: sides, or
existing walls.  Only points that some pull names take part besides the corners.  A nail lies on its string, and so
does a mark pulled along one; that is an observation of its own, held as well as a mark can be put on a string.
"""

import math
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field, replace

from anvilhead.core.adjust.adjustment import Adjustment, adjust
from anvilhead.core.adjust.hold import Hold
from anvilhead.core.adjust.thrown import thrown_sigma, thrown_together, throws_from
from anvilhead.core.geometry.footprint import Footprint
from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.instrument import CLASSES, SQUARE_RAD, STRING_MM, Instrument
from anvilhead.core.measure.observation import Distance, Hypotenuse, Observation, Offset, Station, sigma_at_least
from anvilhead.core.measure.tape import Pull, PullKind, TapeClass
from anvilhead.core.measure.triangle import hypotenuse_sigma_mm
from anvilhead.core.units.tolerances import STRAIGHT_RAD
from anvilhead.core.units.units import FOOT_MM


@dataclass(frozen=True, slots=True)
class Named:
    """What pulls can name besides corners and sides.

    Attributes:
        points: nails, stakes, crossings, known points, at their plan.
        on_line: the side that a nail or a mark lies on.
        lines: existing walls and inner lines, by name, each through two points.
        known: points whose place is known on the site, each with the control it belongs to.
    """

    points: Mapping[str, Point] = field(default_factory=dict)
    on_line: Mapping[str, str] = field(default_factory=dict)
    lines: Mapping[str, tuple[str, str]] = field(default_factory=dict)
    known: Mapping[str, str] = field(default_factory=dict)


NOTHING_NAMED = Named()
"""Corners and sides only."""


@dataclass(frozen=True, slots=True)
class Network:
    """Points and observations of one round.

    Attributes:
        planned: every point that takes part, at its plan; corners first.
        observations: one for each pull, in the same order.
        constraints: what lies on a string because it is a nail or a mark on it; last of all a frame's sides, as cut.
        cut: names of those sides, in the same order.
        held: line that the least squares start from.
        hold: what stays.
        on_line: the line that each nail or mark among the points lies on.
    """

    planned: dict[str, Point]
    observations: tuple[Observation, ...]
    constraints: tuple[Observation, ...]
    held: tuple[str, str]
    hold: Hold
    cut: tuple[str, ...] = ()
    on_line: Mapping[str, tuple[str, str]] = field(default_factory=dict)

    def with_nails_about(self, names: Iterable[str]) -> "Network":
        """The same with these nails held along their lines about where they are planned, to a foot either way.

        Nobody measures how far out a nail stands.  A tape swung from it to another line hardly cares, but without any
        hold along its line it would be free to slide, and the line with it.
        """
        about: list[Observation] = []
        for name in names:
            if name in self.on_line:
                station = Station(name, self.on_line[name], 0.0, FOOT_MM / 2)
                about.append(replace(station, value_mm=station.computed_mm(self.planned)))
        return replace(self, constraints=(*about, *self.constraints)) if about else self

    def with_carried(self, carried: Sequence[Observation]) -> "Network":
        """The same with what an earlier round knew."""
        return replace(self, constraints=(*carried, *self.constraints))

    @property
    def fixed(self) -> tuple[str, ...]:
        """Points whose place is known."""
        return self.hold.fixed

    def adjusted(
        self, observations: Sequence[Observation] | None = None, start_from: Mapping[str, Point] | None = None
    ) -> Adjustment:
        """Adjust these observations, or all; what lies on a string is always in."""
        chosen = self.observations if observations is None else observations
        return self.adjusted_with(chosen, self.constraints, start_from)

    def adjusted_with(
        self,
        observations: Sequence[Observation],
        constraints: Sequence[Observation],
        start_from: Mapping[str, Point] | None = None,
    ) -> Adjustment:
        """Adjust these observations, and of what lies on strings or is cut only this."""
        return adjust(self.planned, self.held, [*observations, *constraints], start_from, self.fixed)


def network_of(
    footprint: Footprint,
    named: Named,
    hold: Hold,
    tape: TapeClass,
    pulls: Sequence[Pull],
    cut_within_mm: float | None = None,
) -> Network:
    """The network that pulls make.

    Args:
        footprint: the planned outline.
        named: what else pulls can name; every name in them is known.
        hold: what is held.
        tape: class of the tape, where a pull names no other instrument.
        pulls: of one round.
        cut_within_mm: ± of the sides of a frame, 95 in 100; None where nothing is fastened.
    """
    lines = lines_of(footprint, named)
    used = list(dict.fromkeys(name for pull in pulls for name in points_of(pull, lines)))
    started = hold.frame_line or (footprint.names[0], footprint.names[1])
    apart = [name for name in dict.fromkeys([*used, *hold.fixed, *started]) if name not in footprint.corners]
    planned = dict(footprint.corners) | {name: named.points[name] for name in apart}
    constraints: list[Observation] = [
        Offset(name, lines[named.on_line[name]], 0.0, STRING_MM / 2) for name in used if name in named.on_line
    ]
    for mark in dict.fromkeys((p.end, p.line) for p in pulls if p.kind is PullKind.ALONG):
        if mark[0] not in named.on_line and mark[0] not in lines[mark[1]]:
            constraints.append(Offset(mark[0], lines[mark[1]], 0.0, STRING_MM / 2))
    on_line = {name: lines[named.on_line[name]] for name in used if name in named.on_line}
    if started[1] not in footprint.corners:  # how far away the other end of an inner line is pinned matters little
        on_line[started[1]] = (started[0], started[1])
    thrown = thrown_together(pulls, planned, lines, tape)
    constraints += thrown.constraints
    if cut_within_mm is not None:
        constraints += _as_cut(footprint, sigma_at_least(cut_within_mm / 2))
    return Network(
        planned | thrown.points,
        tuple(
            thrown.observations.get(index) or _observation(pull, planned, lines, tape)
            for index, pull in enumerate(pulls)
        ),
        tuple(constraints),
        started,
        hold,
        () if cut_within_mm is None else tuple(footprint.sides_by_name),
        on_line,
    )


def _as_cut(footprint: Footprint, sigma_mm: float) -> list[Observation]:
    """What fastening a frame holds: where a side is spliced it is straight, and every side is as long as it was cut."""
    straight = [
        Offset(after.start, (before.start, after.end), 0.0, sigma_mm)
        for before, after in footprint.joints
        if abs(footprint.turns_rad[after.start]) < STRAIGHT_RAD
    ]
    return [*straight, *(Distance(one.start, one.end, one.length_mm, sigma_mm) for one in footprint.sides)]


def lines_of(footprint: Footprint, named: Named) -> dict[str, tuple[str, str]]:
    """Every line a pull can name, through two points."""
    return {side.name: (side.start, side.end) for side in footprint.sides} | dict(named.lines)


def points_of(pull: Pull, lines: Mapping[str, tuple[str, str]]) -> Iterable[str]:
    """The points that a pull ties together."""
    yield pull.start
    if pull.kind in (PullKind.TO_LINE, PullKind.TRIANGLE):
        yield from lines[pull.end]
    else:
        yield pull.end
    if pull.line:
        yield from lines[pull.line]


def planned_mm(pull: Pull, planned: Mapping[str, Point], lines: Mapping[str, tuple[str, str]]) -> float:
    """What a pull should measure, reduced, when everything is at its plan, millimetres."""
    return _observation(pull, planned, lines, CLASSES[Instrument.STEEL_TAPE]).computed_mm(planned)


def _tape_of(pull: Pull, tape: TapeClass) -> TapeClass:
    """Class of what a pull was read with; the crew's tape where it names no other."""
    instrument = Instrument(pull.instrument)
    return tape if instrument is Instrument.STEEL_TAPE else CLASSES[instrument]


def sigma_of(pull: Pull, tape: TapeClass) -> float:
    """Standard deviation of a tape-like reading, millimetres."""
    return sigma_at_least(_tape_of(pull, tape).sigma_mm(abs(pull.length_mm)))


def _observation(
    pull: Pull, planned: Mapping[str, Point], lines: Mapping[str, tuple[str, str]], tape: TapeClass
) -> Observation:
    value = pull.length_mm
    if pull.kind is PullKind.TO_LINE:
        line = lines[pull.end]
        along = planned[line[1]] - planned[line[0]]
        if along.cross(planned[pull.start] - planned[line[0]]) < 0:  # a tape reads positive on either side
            line = (line[1], line[0])
        return Offset(pull.start, line, value, sigma_of(pull, tape))
    if pull.kind in (PullKind.ALONG, PullKind.SQUARE):
        line = throws_from(pull, lines)
        thrown = pull.kind is PullKind.SQUARE
        sigma = thrown_sigma(pull, planned, line, tape) if thrown else sigma_of(pull, tape)
        return Station(pull.end, line, value, sigma)
    if pull.kind is PullKind.TRIANGLE:
        ends = [next(name for name in lines[line] if name != pull.start) for line in (pull.line, pull.end)]
        return Hypotenuse(pull.start, (ends[0], ends[1]), pull.legs_mm, value, triangle_sigma(pull, tape))
    return Distance(pull.start, pull.end, value, sigma_of(pull, tape))


def triangle_sigma(pull: Pull, tape: TapeClass) -> float:
    """Of the distance between two marks: the pulls to them and between them, or the angle of a square's blades."""
    one, other = pull.legs_mm
    if pull.instrument == Instrument.FRAMING_SQUARE:
        return sigma_at_least(SQUARE_RAD / 2 * one * other / math.hypot(one, other))
    return sigma_at_least(hypotenuse_sigma_mm(one, other, pull.length_mm, _tape_of(pull, tape)))
