"""Batter boards: where each board stands beyond its corner, and where its nail carries the string.

Board AB@A carries the A end of line AB.  Its nail is on the planned line, the setback beyond the corner, so
that the dig does not take it.  A board stands square to its line; one board across the corner carries both
lines and stands square to the bisector instead, facing the far corner.
"""

import math
from collections.abc import Mapping
from dataclasses import dataclass, field
from enum import StrEnum

from anvilhead.core.geometry.footprint import Footprint, Side
from anvilhead.core.geometry.point import Point
from anvilhead.core.geometry.stretch import Stretch, meeting
from anvilhead.core.units.errors import GeometryError
from anvilhead.core.units.tolerances import PARALLEL_SINE, STRAIGHT_RAD


class BoardStyle(StrEnum):
    """What carries the strings beyond a corner."""

    TWO = "two"
    """Two boards at right angles; where they meet they share a stake, so that three carry them."""

    ACROSS = "across"
    """One board across the corner on two stakes, facing the far corner; it carries both lines."""

    SINGLE = "single"
    """A board of its own for each line, two stakes each."""

    STAKES = "stakes"
    """A plain stake for each line, a nail in its top: light work, and corners on a straight wall."""


ACROSS_FROM_RAD, ACROSS_TO_RAD = math.radians(30), math.radians(150)
"""Turns at which one board across the corner crosses both strings well; outside them two boards stand."""


@dataclass(frozen=True, slots=True)
class BoardLayout:
    """How the boards of a footprint stand.

    Attributes:
        setback_mm: nail beyond the corner, where nothing else is said.
        style: what carries the strings, where nothing else is said.
        styles: by corner.
        setbacks: by board (`AB@A`), which goes first, or by corner, millimetres.
    """

    setback_mm: float
    style: BoardStyle = BoardStyle.TWO
    styles: Mapping[str, BoardStyle] = field(default_factory=dict)
    setbacks: Mapping[str, float] = field(default_factory=dict)

    def setback_of(self, board: str, corner: str) -> float:
        """How far beyond its corner a board's nail is, millimetres."""
        return self.setbacks.get(board, self.setbacks.get(corner, self.setback_mm))


@dataclass(frozen=True, slots=True)
class Board:
    """A board and the nail for its line.

    Attributes:
        line: name of the line it carries; corner: the corner it stands beyond.
        nail: planned nail, on the planned line, millimetres.
        inward: unit vector along the board toward the inside (an open line's left).
        outward: unit vector along the line, away from the corner.
        beyond: the corner it was built beyond, where its line now comes to another: the wall between has vanished.
    """

    line: str
    corner: str
    nail: Point
    inward: Point
    outward: Point
    style: BoardStyle = BoardStyle.TWO
    beyond: str = ""

    @property
    def name(self) -> str:
        """Board name: line@corner, as it was built."""
        return f"{self.line}@{self.built_at}"

    @property
    def built_at(self) -> str:
        """The corner it was built beyond."""
        return self.beyond or self.corner

    @property
    def end(self) -> str:
        """The end of a line that it carries: line@corner."""
        return f"{self.line}@{self.corner}"

    def crossing_mm(self, first: Point, second: Point) -> float:
        """Where a string through two points crosses the board: millimetres inward of the planned nail.

        Raises:
            GeometryError: when the string runs along the board and never crosses it.
        """
        direction = second - first
        square_to_board = self.inward.left()
        across = direction.dot(square_to_board)
        if abs(across) <= PARALLEL_SINE * direction.length():
            raise GeometryError("parallel", f"The string {self.line} runs along board {self.name} and cannot cross it.")
        reach = (self.nail - first).dot(square_to_board) / across
        return (first + direction * reach - self.nail).dot(self.inward)


def style_at(footprint: Footprint, layout: BoardLayout, corner: str) -> BoardStyle:
    """What carries the strings at a corner: as laid out, unless the corner's angle does not allow it."""
    turn = abs(footprint.turns_rad.get(corner, math.pi / 2))
    style = layout.styles.get(corner, layout.style)
    if turn < STRAIGHT_RAD:
        return BoardStyle.STAKES
    if style is BoardStyle.ACROSS and not ACROSS_FROM_RAD <= turn <= ACROSS_TO_RAD:
        return BoardStyle.TWO
    return style


def boards_for(footprint: Footprint, layout: BoardLayout) -> tuple[Board, ...]:
    """Two boards for each line, beyond its first and its second corner, in walking order."""
    ends = {}
    for side in footprint.sides:
        for corner, point, outward in (
            (side.start, side.start_point, side.direction * -1),
            (side.end, side.end_point, side.direction),
        ):
            nail = point + outward * layout.setback_of(f"{side.name}@{corner}", corner)
            ends[side.name, corner] = (nail, outward)
    arriving = {after.start: (before.name, after.name) for before, after in footprint.joints}
    boards: list[Board] = []
    for (line, corner), (nail, outward) in ends.items():
        inward = footprint.inward(footprint.sides_by_name[line])
        style = style_at(footprint, layout, corner)
        along = inward
        if style is BoardStyle.ACROSS and corner in arriving:
            one, other = (ends[name, corner][0] for name in arriving[corner])
            if one != other:  # at no setback both nails are the corner, and a board across has no direction
                along = (other - one).unit()
                along = along if along.dot(inward) > 0 else along * -1
        boards.append(Board(line, corner, nail, along, outward, style))
    return tuple(boards)


def string_crossing(one: Stretch, other: Stretch) -> Point:
    """Where two strings cross, each given by two points on it.

    Raises:
        GeometryError: when the strings are parallel.
    """
    at = meeting(one, other)
    if at is None:
        raise GeometryError("parallel", "Two neighbouring strings run parallel and never cross.")
    return at


def string_length_mm(side: Side, layout: BoardLayout) -> float:
    """String from nail to nail of one line, millimetres; knots and wraps not counted."""
    return side.length_mm + sum(layout.setback_of(f"{side.name}@{corner}", corner) for corner in (side.start, side.end))
