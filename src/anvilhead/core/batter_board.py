"""Batter boards: where each board stands beyond its corner, and where its nail carries the string.

A board stands square to its planned line, the setback beyond the corner, so that the dig does not
take it.  Board AB@A carries the A end of line AB.
"""

from dataclasses import dataclass

from anvilhead.core.errors import GeometryError
from anvilhead.core.footprint import Footprint, Side
from anvilhead.core.point import Point
from anvilhead.core.tolerances import PARALLEL_SINE


@dataclass(frozen=True, slots=True)
class Board:
    """A board and the nail for its line.

    Attributes:
        line: name of the line it carries; corner: the corner it stands beyond.
        nail: planned nail, on the planned line, millimetres.
        inward: unit vector along the board toward the inside of the footprint.
    """

    line: str
    corner: str
    nail: Point
    inward: Point

    @property
    def name(self) -> str:
        """Board name: line@corner."""
        return f"{self.line}@{self.corner}"

    def crossing_mm(self, first: Point, second: Point) -> float:
        """Where a string through two points crosses the board: millimetres inward of the planned nail.

        Raises:
            GeometryError: when the string runs along the board and never crosses it.
        """
        direction = second - first
        outward = Point(-self.inward.y, self.inward.x)  # square to the board, along its planned line
        across = direction.dot(outward)
        if abs(across) <= PARALLEL_SINE * direction.length():
            raise GeometryError("parallel", f"The string {self.line} runs along board {self.name} and cannot cross it.")
        reach = (self.nail - first).dot(outward) / across
        return (first + direction * reach - self.nail).dot(self.inward)


STAKES_PER_CORNER = 3
"""Two boards at right angles share the stake at their meeting."""


def boards_for(footprint: Footprint, setback_mm: float) -> tuple[Board, ...]:
    """Two boards for each line, beyond its first and its second corner, in walking order."""
    boards: list[Board] = []
    for side in footprint.sides:
        inward = footprint.inward(side)
        beyond = side.direction * setback_mm
        boards.append(Board(side.name, side.start, side.start_point - beyond, inward))
        boards.append(Board(side.name, side.end, side.end_point + beyond, inward))
    return tuple(boards)


def string_crossing(one: tuple[Point, Point], other: tuple[Point, Point]) -> Point:
    """Where two strings cross, each given by two points on it.

    Raises:
        GeometryError: when the strings are parallel.
    """
    along, across = one[1] - one[0], other[1] - other[0]
    sine = along.cross(across)
    if abs(sine) <= PARALLEL_SINE * along.length() * across.length():
        raise GeometryError("parallel", "Two neighbouring strings run parallel and never cross.")
    return one[0] + along * ((other[0] - one[0]).cross(across) / sine)


def string_length_mm(side: Side, setback_mm: float) -> float:
    """String from nail to nail of one line, millimetres; knots and wraps not counted."""
    return side.length_mm + 2 * setback_mm
