"""Judgement at the string: what the pulls say, which nail to move how far, and when to stop.

The held line stays as measured.  The other strings are compared with the plan where they cross their
boards, because that is where hands can move them: a board stands beyond the corner, so its nail moves
by another amount than the corner does.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from enum import StrEnum
from itertools import combinations

from anvilhead.core.adjustment import Adjustment, Observation, adjust
from anvilhead.core.batter_board import Board, BoardLayout, boards_for, string_crossing
from anvilhead.core.errors import GeometryError
from anvilhead.core.footprint import Footprint
from anvilhead.core.next_pull import PullGain, best_next_pull
from anvilhead.core.point import Point
from anvilhead.core.slips import Suspect, find_slips, without_certain
from anvilhead.core.tape import STEEL_TAPE, Pull, TapeClass, ordered_pair
from anvilhead.core.tolerances import ON_TOLERANCE_MM, SMALLEST_MOVE_MM
from anvilhead.core.traps import Trap, TrapKind, traps_in
from anvilhead.core.units import Units


class Verdict(StrEnum):
    """What to do next."""

    SQUARE = "square"
    ADJUST = "adjust"
    RESTAKE = "restake"
    NEEDS_PULLS = "needs-pulls"
    CHECK_READINGS = "check-readings"


@dataclass(frozen=True, slots=True)
class SetOut:
    """What is to be squared and how well.

    Attributes:
        footprint: the planned outline.
        layout: how the boards stand.
        tolerance_mm: a corner this near its plan is good.
        restake_over_mm: a nail that would move more than this says start again.
        held: the two corners of the line that stays as measured.
        tape: class of the tape.
    """

    footprint: Footprint
    layout: BoardLayout
    tolerance_mm: float = 25.4 / 8
    restake_over_mm: float = 50.8
    held: tuple[str, str] = ("A", "B")
    tape: TapeClass = STEEL_TAPE


@dataclass(frozen=True, slots=True)
class Move:
    """How far to move the nail on a board: positive is inward, 0 when finer than a hand can set."""

    board: Board
    inward_mm: float


@dataclass(frozen=True, slots=True)
class Prediction:
    """What a pull should read after the moves, burn not included."""

    start: str
    end: str
    length_mm: float


class PullReason(StrEnum):
    """Why a next pull is asked for."""

    LOOSE = "loose"
    UNCHECKED = "unchecked"
    REPEAT = "repeat"


@dataclass(frozen=True, slots=True)
class NextPull:
    """The pull that would help most, and why; `gain` is the share of corner variance it takes away."""

    start: str
    end: str
    reason: PullReason
    gain: float


@dataclass(frozen=True, slots=True)
class SquareCheck:
    """All that one round of pulls says.

    Attributes:
        fit: adjustment of the pulls believed.
        believed: indexes of those pulls; one singled out as a slip is left out.
        moves: one for each board; empty while the strings are not known well enough to move any.
        worst: corner farthest from its plan and how far, millimetres; None while not known.
    """

    verdict: Verdict
    fit: Adjustment
    believed: tuple[int, ...]
    moves: tuple[Move, ...]
    predicted: tuple[Prediction, ...]
    suspects: tuple[Suspect, ...]
    next_pull: NextPull | None
    traps: tuple[Trap, ...]
    worst: tuple[str, float] | None


def check_square(set_out: SetOut, pulls: Sequence[Pull], units: Units = Units.FT_IN) -> SquareCheck:
    """Judge one round of pulls.

    Args:
        set_out: plan, boards, tolerance and held line.
        pulls: one or more pulls of one round, between corners of the footprint.
        units: the tape's units, for slips of digits.
    """
    planned = set_out.footprint.corners
    observations = [Observation(p.start, p.end, p.length_mm, set_out.tape.sigma_mm(p.length_mm)) for p in pulls]
    fit = everything = adjust(planned, set_out.held, observations)
    suspects: list[Suspect] = []
    believed = list(range(len(pulls)))
    if everything.disagrees:
        suspects = find_slips(planned, set_out.held, pulls, observations, everything, units)
        believed = without_certain(pulls, suspects)
        if len(believed) < len(pulls):
            fit = adjust(planned, set_out.held, [observations[i] for i in believed])
    usable = not (fit.loose or fit.disagrees)
    moves = _moves(set_out, fit) if usable else ()
    return SquareCheck(
        verdict=_doubt(everything) or _settled(set_out, fit, moves),
        fit=fit,
        believed=tuple(believed),
        moves=moves,
        predicted=_predictions(set_out, fit, moves, pulls),
        suspects=tuple(suspects),
        next_pull=_next_pull(set_out, fit, [observations[i] for i in believed], suspects),
        traps=_traps(set_out, pulls, everything.disagrees),
        worst=_worst(set_out, fit) if usable else None,
    )


def _traps(set_out: SetOut, pulls: Sequence[Pull], disagrees: bool) -> tuple[Trap, ...]:
    """Traps in the readings; how far a side has slid is not worth saying from readings that contradict each other."""
    traps = traps_in(set_out.footprint, pulls, set_out.tolerance_mm, set_out.tape)
    return tuple(trap for trap in traps if not (disagrees and trap.kind is TrapKind.RACKED))


def _moves(set_out: SetOut, fit: Adjustment) -> tuple[Move, ...]:
    """Nail moves at every board.  A string that no longer crosses its board has none; see `_settled`."""
    ends = {side.name: (fit.corners[side.start], fit.corners[side.end]) for side in set_out.footprint.sides}
    moves: list[Move] = []
    for board in boards_for(set_out.footprint, set_out.layout):
        try:
            inward = -board.crossing_mm(*ends[board.line])
        except GeometryError:
            continue
        moves.append(Move(board, inward if abs(inward) >= SMALLEST_MOVE_MM else 0.0))
    return tuple(moves)


def _doubt(everything: Adjustment) -> Verdict | None:
    """What stands against judging at all: a shape the pulls cannot hold, or readings that disagree."""
    if everything.loose and not (everything.disagrees and everything.rigid_at_plan):
        return Verdict.NEEDS_PULLS
    return Verdict.CHECK_READINGS if everything.disagrees else None


def _settled(set_out: SetOut, fit: Adjustment, moves: tuple[Move, ...]) -> Verdict:
    """The verdict on strings whose places are known."""
    if _worst(set_out, fit)[1] <= set_out.tolerance_mm + ON_TOLERANCE_MM:
        return Verdict.SQUARE
    lost = len(moves) < 2 * len(set_out.footprint.sides)
    if lost or any(abs(move.inward_mm) > set_out.restake_over_mm for move in moves):
        return Verdict.RESTAKE
    return Verdict.ADJUST


def _worst(set_out: SetOut, fit: Adjustment) -> tuple[str, float]:
    offsets = {name: point.distance_to(fit.corners[name]) for name, point in set_out.footprint.corners.items()}
    name = max(offsets, key=offsets.__getitem__)
    return name, offsets[name]


def _predictions(
    set_out: SetOut, fit: Adjustment, moves: tuple[Move, ...], pulls: Sequence[Pull]
) -> tuple[Prediction, ...]:
    """Every pull of the round, then every pair not pulled, at the corners the moved strings will cross at."""
    corners = _corners_after(set_out, fit, moves) if moves else set_out.footprint.corners
    pairs = {ordered_pair(p.start, p.end): (p.start, p.end) for p in reversed(pulls)}
    asked = [pairs[key] for key in reversed(list(pairs))]
    asked += [pair for pair in combinations(set_out.footprint.names, 2) if pair not in pairs]
    return tuple(Prediction(a, b, corners[a].distance_to(corners[b])) for a, b in asked)


def _corners_after(set_out: SetOut, fit: Adjustment, moves: tuple[Move, ...]) -> dict[str, Point]:
    """Where the strings cross once each nail has been moved as told."""
    nails: dict[str, list[Point]] = {}
    for move in moves:
        crossing = move.board.crossing_mm(*_string(set_out, fit, move.board.line))
        nail = move.board.nail + move.board.inward * (crossing + move.inward_mm)
        nails.setdefault(move.board.line, []).append(nail)
    strings = {
        side.name: (nails[side.name][0], nails[side.name][1])
        if len(nails.get(side.name, ())) == 2
        else (side.start_point, side.end_point)
        for side in set_out.footprint.sides
    }
    corners: dict[str, Point] = {}
    for before, after in set_out.footprint.joints:
        try:
            corners[after.start] = string_crossing(strings[before.name], strings[after.name])
        except GeometryError:  # a corner on a straight wall: nothing but the plan says where along it
            corners[after.start] = after.start_point
    for side in set_out.footprint.sides:  # the ends of an open line are marked on their string, last of all
        along = (strings[side.name][1] - strings[side.name][0]).unit()
        near = side.start_point if side.start not in corners and side.end not in corners else None
        if side.start not in corners:
            corners[side.start] = near or corners[side.end] - along * side.length_mm
        if side.end not in corners:
            corners[side.end] = corners[side.start] + along * side.length_mm
    return {name: corners[name] for name in set_out.footprint.names}


def _string(set_out: SetOut, fit: Adjustment, line: str) -> tuple[Point, Point]:
    side = set_out.footprint.sides_by_name[line]
    return fit.corners[side.start], fit.corners[side.end]


def _next_pull(
    set_out: SetOut, fit: Adjustment, observations: Sequence[Observation], suspects: Sequence[Suspect]
) -> NextPull | None:
    if suspects:
        pull = suspects[0].pull
        return NextPull(pull.start, pull.end, PullReason.REPEAT, 0.0)
    if fit.redundancy > 0 and not fit.loose:
        return None
    best: PullGain = best_next_pull(set_out.footprint.corners, fit, observations, set_out.tape)
    reason = PullReason.LOOSE if fit.loose else PullReason.UNCHECKED
    return NextPull(best.start, best.end, reason, best.share)
