"""Walking the walls: legs and turns as a builder says them, and whether the last wall comes back to A.

Start at A facing B.  A turn is degrees, left positive, made before going; the first leg has none.  A leg or
the last turn may be left open, so that the walk closes: closing gives two equations, so two values at most.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

from anvilhead.core.geometry.footprint import Footprint, corner_name
from anvilhead.core.geometry.point import Point
from anvilhead.core.geometry.stretch import reaches
from anvilhead.core.units.errors import GeometryError
from anvilhead.core.units.tolerances import CLOSED_MM, COINCIDENT_MM, FLOAT_SLACK


@dataclass(frozen=True, slots=True)
class Leg:
    """One wall of a walk.

    Attributes:
        go_mm: how far to go, millimetres; None to have it worked out.
        turn_deg: turn before going, degrees, left positive; None to have it worked out (last leg only).
    """

    go_mm: float | None
    turn_deg: float | None = 0.0


@dataclass(frozen=True, slots=True)
class Walked:
    """A walk as far as it goes.

    Attributes:
        legs: with everything worked out that was left open.
        points: A, then the end of every leg; the last should be A again.
    """

    legs: tuple[Leg, ...]
    points: tuple[Point, ...]

    @property
    def gap(self) -> Point:
        """From the end of the last leg to A, millimetres."""
        return self.points[0] - self.points[-1]

    @property
    def error_mm(self) -> float:
        """Closing error: how far from A the last leg ends, millimetres."""
        return self.gap.length()

    @property
    def turn_at_start_deg(self) -> float:
        """Turn at A from the last wall into the first, degrees, left positive, within ±180."""
        return normal_turn_deg(-sum(leg.turn_deg or 0.0 for leg in self.legs))

    def footprint(self, tolerance_mm: float) -> Footprint:
        """The closed outline.

        Args:
            tolerance_mm: closing error that is let pass; the last wall then runs from its corner to A.

        Raises:
            GeometryError: when the walk does not come back to A, or its outline cannot be.
        """
        if self.error_mm > max(CLOSED_MM, tolerance_mm):
            raise GeometryError(
                "not-closed",
                f"The walk ends {self.error_mm:.1f} mm from A: A lies {abs(self.gap.x):.1f} mm "
                f"{'farther along' if self.gap.x >= 0 else 'back along'} the line AB and {abs(self.gap.y):.1f} mm "
                f"to its {'left' if self.gap.y >= 0 else 'right'}. "
                "Check the legs and turns, or leave the last leg open so that it closes.",
            )
        return Footprint(self.points[:-1])


def walk(legs: Sequence[Leg]) -> Walked:
    """Follow the legs, working out what was left open so that they close.

    Raises:
        GeometryError: when what was left open cannot be worked out.
    """
    known = tuple(_worked_out(list(legs)))
    return Walked(known, _points(known))


def run_of(legs: Sequence[Leg]) -> Footprint:
    """An open line: the legs of a walk that does not come back.

    Raises:
        GeometryError: when a leg is left open (nothing closes here), or the line cannot be.
    """
    for index, leg in enumerate(legs):
        if leg.go_mm is None or leg.turn_deg is None:
            raise GeometryError(
                "open-leg", f"Leg {index + 1} of an open line has nothing to close on. Say its length and turn."
            )
    return Footprint(_points(legs), closed=False)


def legs_of(footprint: Footprint) -> list[Leg]:
    """The walk that makes a footprint, from A: every turn left positive, within ±180 degrees."""
    legs: list[Leg] = []
    for index, side in enumerate(footprint.sides):
        turn = 0.0
        if index:
            before = footprint.sides[index - 1].direction
            turn = math.degrees(math.atan2(before.cross(side.direction), before.dot(side.direction)))
            turn = float(round(turn)) if abs(turn - round(turn)) < FLOAT_SLACK else turn
        legs.append(Leg(side.length_mm, turn))
    return legs


def laid_out(points: Sequence[Point], start: int = 0, *, closed: bool = True) -> Footprint:
    """An outline from elsewhere as a footprint: a corner of it at A, the next one along +x.

    Args:
        points: corners in order, millimetres, in any frame.
        start: index of the corner that becomes A; an open line starts at its first.
        closed: whether it comes back to its first corner.

    Raises:
        GeometryError: when the outline cannot be.
    """
    ordered = [*points[start:], *points[:start]] if closed else list(points)
    if len(ordered) < 2 or ordered[0].distance_to(ordered[1]) < COINCIDENT_MM:
        raise GeometryError("zero-side", "The first two corners are one point. Leave one out, or start elsewhere.")
    along, origin = (ordered[1] - ordered[0]).unit(), ordered[0]
    return Footprint(tuple(Point(along.dot(p - origin), along.cross(p - origin)) for p in ordered), closed)


def normal_turn_deg(turn_deg: float) -> float:
    """The same turn within ±180 degrees: 270 left is 90 right."""
    return math.fmod(math.fmod(turn_deg, 360.0) + 540.0, 360.0) - 180.0


def heading(degrees: float) -> Point:
    """Unit vector at a heading from +x, anticlockwise; quarter turns are exact."""
    quarters, rest = divmod(degrees, 90.0)
    if rest == 0.0:
        return (Point(1.0, 0.0), Point(0.0, 1.0), Point(-1.0, 0.0), Point(0.0, -1.0))[int(quarters) % 4]
    return Point(math.cos(math.radians(degrees)), math.sin(math.radians(degrees)))


def _points(legs: Sequence[Leg]) -> tuple[Point, ...]:
    here, facing = Point(0.0, 0.0), 0.0
    points = [here]
    for leg in legs:
        facing += leg.turn_deg or 0.0
        here = here + heading(facing) * (leg.go_mm or 0.0)
        points.append(here)
    return tuple(points)


def _worked_out(legs: list[Leg]) -> list[Leg]:
    turns = [index for index, leg in enumerate(legs) if leg.turn_deg is None]
    lengths = [index for index, leg in enumerate(legs) if leg.go_mm is None]
    if not turns and not lengths:
        return legs
    last = len(legs) - 1
    if turns and turns != [last]:
        raise GeometryError(
            "open-turn", f"Only the last turn can be left open, not the one at {corner_name(turns[0])}."
        )
    if len(turns) + len(lengths) > 2:
        raise GeometryError(
            "too-much-open",
            f"{len(turns) + len(lengths)} values are left open; closing the walk gives two at most. Say the others.",
        )
    if turns:
        return _last_leg_closes(legs, lengths)
    return _lengths_close(legs, lengths)


def _last_leg_closes(legs: list[Leg], lengths: list[int]) -> list[Leg]:
    """The last turn, and with it the last length, from where the walk stands before it."""
    last = len(legs) - 1
    if lengths and lengths != [last]:
        raise GeometryError(
            "open-turn", "With the last turn left open, only the last length can be open too. Say the other one."
        )
    before = _points(legs[:-1])
    home = before[0] - before[-1]
    if home.length() < COINCIDENT_MM:
        raise GeometryError("closed-early", f"The walk is back at A before leg {last + 1}. Take that leg out.")
    facing = sum(leg.turn_deg or 0.0 for leg in legs[:-1])
    turn = normal_turn_deg(math.degrees(math.atan2(home.y, home.x)) - facing)
    go = home.length() if legs[-1].go_mm is None else legs[-1].go_mm
    return [*legs[:-1], Leg(go, turn)]


def _lengths_close(legs: list[Leg], lengths: list[int]) -> list[Leg]:
    """One or two lengths: the gap split along their directions."""
    gap = _points([replace(leg, go_mm=leg.go_mm or 0.0) for leg in legs])[-1] * -1
    facing, ways = 0.0, []
    for index, leg in enumerate(legs):
        facing += leg.turn_deg or 0.0
        if index in lengths:
            ways.append(heading(facing))
    if len(ways) == 1:
        found = [gap.dot(ways[0])]
    else:
        split = reaches(Point(0.0, 0.0), ways[0], gap, ways[1] * -1)
        if split is None:
            one, other = (_leg_name(index, len(legs)) for index in lengths)
            raise GeometryError("parallel", f"Walls {one} and {other} run parallel: one of them must be said.")
        found = list(split)
    for index, go_mm in zip(lengths, found, strict=True):
        if go_mm < COINCIDENT_MM:
            raise GeometryError(
                "backwards",
                f"To close, wall {_leg_name(index, len(legs))} would have to run backwards or be nothing. "
                "Check the other legs and turns.",
            )
        legs[index] = Leg(go_mm, legs[index].turn_deg)
    return legs


def _leg_name(index: int, count: int) -> str:
    return f"{corner_name(index)}–{corner_name((index + 1) % count)}"
