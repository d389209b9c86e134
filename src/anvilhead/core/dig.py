"""How far boards must stand back so that the dig does not take them, and what they would run into."""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from anvilhead.core.batter_board import Board
from anvilhead.core.footprint import Footprint
from anvilhead.core.line_family import LineFamily
from anvilhead.core.point import Point
from anvilhead.core.tolerances import STRAIGHT_RAD


@dataclass(frozen=True, slots=True)
class Dig:
    """The cut beside the building.

    Attributes:
        depth_mm: how deep.
        slope: run of the cut's side for each unit of depth; 0 stands upright.
        working_mm: room between the top of the cut and the boards.
    """

    depth_mm: float
    slope: float
    working_mm: float

    @property
    def run_mm(self) -> float:
        """How far the top of the cut lies beyond its foot, millimetres."""
        return self.depth_mm * self.slope


@dataclass(frozen=True, slots=True)
class SetbackNeed:
    """Why a board must stand as far beyond its corner as it must, millimetres.

    Attributes:
        edge_mm: from the corner along the line to the outermost line of the other side (dig or footing edge).
        run_mm: top of the cut beyond that; working_mm: room to work beyond that.
        needed_mm: the sum.
    """

    board: str
    edge_mm: float
    run_mm: float
    working_mm: float
    needed_mm: float


def setback_needs(
    footprint: Footprint, boards: Sequence[Board], families: Sequence[LineFamily], dig: Dig
) -> list[SetbackNeed]:
    """The setback every board needs, in the order of the boards.

    A board stands on its own line beyond the corner, so it is the other side's cut that could take it; at a
    slanting corner everything square to that side is longer along the line.
    """
    others = {}
    for before, after in footprint.joints:
        others[before.name, after.start] = after.name
        others[after.name, after.start] = before.name
    needs = []
    for board in boards:
        other = others.get((board.line, board.corner))
        turn = footprint.turns_rad.get(board.corner, math.pi / 2)
        slant = abs(math.sin(turn))
        if other is None or abs(turn) < STRAIGHT_RAD or slant < math.sin(STRAIGHT_RAD):
            edge, slant = 0.0, 1.0
        else:
            offsets = [family.offset_of(other) for family in families]
            edge = max(0.0, max(offsets) if turn > 0 else -min(offsets))
        parts = (edge / slant, dig.run_mm / slant, dig.working_mm / slant)
        needs.append(SetbackNeed(board.name, *parts, sum(parts)))
    return needs


@dataclass(frozen=True, slots=True)
class BoardClash:
    """A board that stands where something else is or will be: the name of what it meets."""

    board: str
    meets: str


def clashes(
    boards: Sequence[Board], spans: Mapping[str, tuple[Point, Point]], obstacles: Mapping[str, Footprint]
) -> list[BoardClash]:
    """Boards that touch an outline, stand inside it, or cross each other.

    Args:
        boards: the boards.
        spans: both ends of each board.
        obstacles: outlines by name: this footprint, other structures (closed), boundaries (open lines).
    """
    found = []
    for name, outline in obstacles.items():
        walls = [(side.start_point, side.end_point) for side in outline.sides]
        stretches = [spans[board.name] for board in boards]
        touching = {i for i, j in _beside(stretches + walls) if i < len(boards) <= j}
        for i, board in enumerate(boards):
            if i in touching or (outline.closed and outline.contains(board.nail)):
                found.append(BoardClash(board.name, name))
    for i, j in _beside([spans[board.name] for board in boards]):
        if boards[i].corner != boards[j].corner:
            found.append(BoardClash(boards[i].name, boards[j].name))
    return found


def _beside(stretches: Sequence[tuple[Point, Point]]) -> list[tuple[int, int]]:
    """Pairs of stretches that touch, lower number first; a sweep along x leaves out those far apart."""
    reach = [(min(a.x, b.x), max(a.x, b.x)) for a, b in stretches]
    passing: list[int] = []
    found = []
    for i in sorted(range(len(stretches)), key=reach.__getitem__):
        least = reach[i][0]
        passing = [j for j in passing if reach[j][1] >= least]
        found += [(min(i, j), max(i, j)) for j in passing if _touch(*stretches[i], *stretches[j])]
        passing.append(i)
    return sorted(found)


def _touch(a: Point, b: Point, c: Point, d: Point) -> bool:
    """Whether two stretches cross: the ends of each lie on both sides of the other."""
    if max(a.x, b.x) < min(c.x, d.x) or max(c.x, d.x) < min(a.x, b.x):
        return False
    if max(a.y, b.y) < min(c.y, d.y) or max(c.y, d.y) < min(a.y, b.y):
        return False
    first, second = b - a, d - c
    return first.cross(c - a) * first.cross(d - a) <= 0 and second.cross(a - c) * second.cross(b - c) <= 0
