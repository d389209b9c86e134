"""Where the wood stands: each board from end to end, every stake under them, and lines that one string carries.

Two boards at right angles are made long enough to meet and share the stake there, as far as a board reasonably
reaches; carried farther apart they stand on stakes of their own.  Walls in one line are carried by one string over
all of them, so that only its outermost boards stand.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from itertools import pairwise

from anvilhead.core.boards.batter_board import Board, BoardStyle
from anvilhead.core.boards.board_face import BOARD_MARGIN_MM, BoardFace
from anvilhead.core.geometry.footprint import Footprint, Side
from anvilhead.core.geometry.point import Point
from anvilhead.core.geometry.stretch import meeting
from anvilhead.core.units.tolerances import IN_LINE_MM, STRAIGHT_RAD

REACH_MM = 1828.8
"""A board is led on by as much to meet the other of its corner: 6 ft, longer ones bend."""

MEET_MM = 1.0
"""Board ends this near are on one stake."""


@dataclass(frozen=True, slots=True)
class Stake:
    """A stake, and the boards on it."""

    place: Point
    boards: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Standing:
    """Boards as they stand.

    Attributes:
        spans: both ends of every board, outermost first; a plain stake is a point.
        stakes: every stake once.
        through: boards that need not stand, because a string runs on over them; with the line it runs on to.
    """

    spans: Mapping[str, tuple[Point, Point]]
    stakes: tuple[Stake, ...]
    through: Mapping[str, str]

    def length_mm(self, board: str) -> float:
        """How long a board is."""
        one, other = self.spans[board]
        return one.distance_to(other)


def stand(footprint: Footprint, boards: Sequence[Board], faces: Sequence[BoardFace]) -> Standing:
    """Where the boards of a footprint stand, and on which stakes.

    Args:
        footprint: the planned outline.
        boards: its boards.
        faces: their nails, in the same order.
    """
    through = through_lines(footprint)
    spans = {board.name: _span(board, face) for board, face in zip(boards, faces, strict=True)}
    stakes: list[Stake] = []
    for there in _by_corner(boards).values():
        standing = [board for board in there if board.name not in through]
        if len(standing) == 2 and standing[0].style is BoardStyle.TWO:
            meet = _meeting(standing, spans)
            if meet is not None:
                spans |= {board.name: _led_on(spans[board.name], meet) for board in standing}
        if standing and standing[0].style is BoardStyle.ACROSS:
            spans |= dict.fromkeys((board.name for board in standing), _across(standing, spans))
        stakes += _stakes(standing, spans)
    return Standing(spans, tuple(stakes), through)


@dataclass(frozen=True, slots=True)
class StringRun:
    """A string: the walls it runs over in order, the first walked giving its name, and the boards at its two ends."""

    lines: tuple[str, ...]
    boards: tuple[str, str]


def strings_of(footprint: Footprint) -> list[StringRun]:
    """Every string of a footprint, in the order walked; walls in one line hang on one."""
    runs = []
    for line in _in_line(footprint.sides):
        along = line[0].direction
        # walls that share a corner on a straight run each have a string: a stake marks that corner
        parts: list[list[Side]] = [[line[0]]]
        for side in line[1:]:
            if set(side.corners) & set(parts[-1][-1].corners):
                parts.append([side])
            else:
                parts[-1].append(side)
        for part in parts:
            first, last = part[0], part[-1]
            ends = (f"{first.name}@{_far_end(first, along * -1)}", f"{last.name}@{_far_end(last, along)}")
            runs.append(StringRun(tuple(side.name for side in part), ends))
    order = {side.name: i for i, side in enumerate(footprint.sides)}
    return sorted(runs, key=lambda run: min(order[line] for line in run.lines))


def through_lines(footprint: Footprint) -> dict[str, str]:
    """Boards over which the string of a wall runs on to another wall in the same line, with the line it runs on to."""
    found: dict[str, str] = {}
    for run in strings_of(footprint):
        for one, other in pairwise(run.lines):
            near, far = footprint.sides_by_name[one], footprint.sides_by_name[other]
            along = far.start_point + far.end_point - near.start_point - near.end_point
            found[f"{one}@{_far_end(near, along)}"] = other
            found[f"{other}@{_far_end(far, along * -1)}"] = one
    return found


def _in_line(sides: Sequence[Side]) -> list[list[Side]]:
    """Walls by the line they lie in, each line in its order."""
    lines: list[list[Side]] = []
    for side in sides:
        for line in lines:
            first = line[0]
            if abs(first.direction.cross(side.direction)) < STRAIGHT_RAD and all(
                abs(first.direction.cross(end - first.start_point)) <= IN_LINE_MM
                for end in (side.start_point, side.end_point)
            ):
                line.append(side)
                break
        else:
            lines.append([side])
    for line in lines:
        along = line[0].direction
        line.sort(key=lambda side: (side.start_point + side.end_point).dot(along))
    return lines


def _far_end(side: Side, direction: Point) -> str:
    """The corner of a side that lies farther along a direction."""
    return side.end if (side.end_point - side.start_point).dot(direction) > 0 else side.start


def _by_corner(boards: Sequence[Board]) -> dict[str, list[Board]]:
    at_corner: dict[str, list[Board]] = {}
    for board in boards:
        at_corner.setdefault(board.corner, []).append(board)
    return at_corner


def _span(board: Board, face: BoardFace) -> tuple[Point, Point]:
    """Both ends of a board: its nails, and what is over shared out to both sides; a plain stake is at its nail."""
    if board.style is BoardStyle.STAKES:
        return board.nail, board.nail
    first, last = face.nails[0].point, face.nails[-1].point
    over = max(BOARD_MARGIN_MM, (face.length_mm - face.nails[-1].running_mm) / 2)
    return first - board.inward * over, last + board.inward * over


def _meeting(boards: Sequence[Board], spans: Mapping[str, tuple[Point, Point]]) -> Point | None:
    """Where two boards of a corner meet once led on; None when that is too far for a board, or they run alike."""
    one, other = boards
    meet = meeting((one.nail, one.nail + one.inward), (other.nail, other.nail + other.inward))
    if meet is None:
        return None
    reach = max(min(end.distance_to(meet) for end in spans[board.name]) for board in boards)
    return meet if reach <= REACH_MM else None


def _across(boards: Sequence[Board], spans: Mapping[str, tuple[Point, Point]]) -> tuple[Point, Point]:
    """The one board across a corner, from its outermost to its innermost end."""
    ends = [end for board in boards for end in spans[board.name]]
    along = boards[0].inward
    return min(ends, key=along.dot), max(ends, key=along.dot)


def _led_on(span: tuple[Point, Point], to: Point) -> tuple[Point, Point]:
    """A board that reaches a place on its own line."""
    first, last = span
    along = (last - first).unit()
    at = (to - first).dot(along)
    if at < 0:
        return to, last
    return (first, to) if at > first.distance_to(last) else span


def _stakes(boards: Sequence[Board], spans: Mapping[str, tuple[Point, Point]]) -> list[Stake]:
    """Stakes of one corner: two to a board, one where boards meet or are one board, one for a nail alone."""
    stakes: list[Stake] = []
    for board in boards:
        for end in dict.fromkeys(spans[board.name]):
            same = next((i for i, stake in enumerate(stakes) if stake.place.distance_to(end) <= MEET_MM), None)
            if same is None:
                stakes.append(Stake(end, (board.name,)))
            else:
                stakes[same] = Stake(stakes[same].place, (*stakes[same].boards, board.name))
    return stakes
