"""One line at a time: two offsets to the held line settle a line, also where nobody knows how far along it nails stand.

A tape swung from each end of a line to the held one reads its least there.  The end then stands off its plan by the
planned distance minus the reading, away from the held line, and its nail moves by as much, measured along its board.
How far along the line an end stands hardly matters: the offset of a line that runs alike is the same everywhere.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from statistics import fmean

from anvilhead.core.adjust.network import lines_of
from anvilhead.core.boards.batter_board import Board
from anvilhead.core.check.set_out import SetOut
from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.tape import Pull, PullKind
from anvilhead.core.moves.moves import Move
from anvilhead.core.units.tolerances import SMALLEST_MOVE_MM

LEAST_SHARE = 0.5
"""A board that runs more than 60 degrees aslant of the way the tape is swung cannot be set by it."""


@dataclass(frozen=True, slots=True)
class LineStand:
    """A line, and the moves of its two nails; none while it is not settled."""

    line: str
    moves: tuple[Move, ...]
    settled: bool


def lines_one_at_a_time(set_out: SetOut, pulls: Sequence[Pull], held: tuple[str, str]) -> tuple[LineStand, ...]:
    """Every line, with what two offsets to the held line say of it.

    Args:
        set_out: the plan, its boards, and what pulls can name.
        pulls: of one round.
        held: the two points of the held line: a side, or an inner line.
    """
    places = dict(set_out.named.points) | set_out.footprint.corners
    lines = lines_of(set_out.footprint, set_out.named)
    held_line = next((name for name, ends in lines.items() if set(ends) == set(held)), None)
    if held_line is None:
        return ()
    stretch = (places[held[0]], places[held[1]])
    swung: dict[str, list[float]] = {}
    for pull in pulls:
        if pull.kind is PullKind.TO_LINE and pull.end == held_line:
            swung.setdefault(pull.start, []).append(pull.length_mm)
    boards: dict[str, list[Board]] = {}
    for board in set_out.boards:
        boards.setdefault(board.line, []).append(board)
    found = []
    for line, two in boards.items():
        moves = [Move(board, 0.0) if line == held_line else _move(board, swung, places, stretch) for board in two]
        told = tuple(move for move in moves if move is not None)
        settled = len(told) == len(two)
        found.append(LineStand(line, told if settled else (), settled))
    return tuple(found)


def _move(
    board: Board, swung: Mapping[str, Sequence[float]], places: Mapping[str, Point], held: tuple[Point, Point]
) -> Move | None:
    """The move of one nail, by what was swung from it or from its corner; None where that says nothing."""
    name = next((one for one in (board.name, board.corner) if one in swung), None)
    if name is None:
        return None
    across = (held[1] - held[0]).unit().left()
    planned = across.dot(places[name] - held[0])
    away = across * (1 if planned > 0 else -1)
    share = board.inward.dot(away)
    if abs(share) < LEAST_SHARE:
        return None
    inward = (abs(planned) - fmean(swung[name])) / share
    return Move(board, inward if abs(inward) >= SMALLEST_MOVE_MM else 0.0)
