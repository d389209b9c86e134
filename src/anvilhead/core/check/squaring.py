"""Judgement at the string: what the pulls say, which nail to move how far, and when to stop.

What is held stays as measured (`hold.py`).  The strings are compared with the plan where they cross their boards
(`moves.py`).
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from enum import StrEnum
from functools import cached_property
from itertools import combinations

from anvilhead.core.adjust.adjustment import Adjustment
from anvilhead.core.adjust.hold import HOLD_AB, Hold, HoldKind, Laid, laid_corners, lay, relative_rows
from anvilhead.core.adjust.network import NOTHING_NAMED, Named, Network, network_of
from anvilhead.core.boards.batter_board import Board, BoardLayout, boards_for
from anvilhead.core.check.certainty import Certainty, certainty_of
from anvilhead.core.check.frame import FrameCheck, frame_check, may_be_cut_wrong
from anvilhead.core.check.mirrored import LEAST_TO_SPARE, Mirrored, mirrored_in
from anvilhead.core.check.slips import Suspect, find_slips
from anvilhead.core.check.traps import KNOWN_BY_SIDES, Trap, TrapKind, traps_in, wrong_side
from anvilhead.core.geometry.footprint import Footprint
from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.tape import STEEL_TAPE, Pull, PullKind, TapeClass, ordered_pair
from anvilhead.core.moves.frame_pushes import frame_order
from anvilhead.core.moves.moves import Hands, Move, Order, corners_after, moves_for, order_for
from anvilhead.core.moves.next_pull import Knowledge, PullGain, best_pulls
from anvilhead.core.units.tolerances import NOTHING_MM
from anvilhead.core.units.units import INCH_MM, Units

MOST_ALTERNATIVES = 8
"""Sides that are tried as the held line, the longest first."""

MOST_HELPFUL = 3
"""Pulls that are named with what they would bring."""


class Verdict(StrEnum):
    """What to do next."""

    SQUARE = "square"
    ADJUST = "adjust"
    RESTAKE = "restake"
    NEEDS_PULLS = "needs-pulls"
    CHECK_READINGS = "check-readings"


@dataclass(frozen=True)
class SetOut:
    """What is to be squared and how well.

    Attributes:
        footprint: the planned outline.
        layout: how the boards stand.
        tolerance_mm: a corner this near its plan is good.
        restake_over_mm: a nail that would move more than this says start again.
        hold: what stays as measured.
        tape: class of the tape.
        named: what pulls can name besides corners and sides.
        hands: what is moved.
        heights_mm: ground heights by point, where they are known.
        cut_within_mm: ± of the sides of a joined frame, as cut; None where strings are squared.
        family: boards with the nails of the family that is squared, where it is not the wall face.
    """

    footprint: Footprint
    layout: BoardLayout
    tolerance_mm: float = INCH_MM / 8
    restake_over_mm: float = 50.8
    hold: Hold = HOLD_AB
    tape: TapeClass = STEEL_TAPE
    named: Named = NOTHING_NAMED
    hands: Hands = Hands.NAILS
    heights_mm: Mapping[str, float] = field(default_factory=dict)
    cut_within_mm: float | None = None
    family: tuple[Board, ...] | None = None

    @property
    def held_line(self) -> tuple[str, str]:
        """Two corners of the line that stays, or the first two where something else does."""
        return self.hold.frame_line or (self.footprint.names[0], self.footprint.names[1])

    @cached_property
    def boards(self) -> tuple[Board, ...]:
        """Every board as laid out, with the nail of what is squared."""
        return boards_for(self.footprint, self.layout) if self.family is None else self.family


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
    """The pull that would help most, and why; `gain` is the share of corner variance it takes away.

    Its reading is left open; `length_mm` of the pull means nothing.
    """

    pull: Pull
    reason: PullReason
    gain: float

    @property
    def start(self) -> str:
        """Where it starts."""
        return self.pull.start

    @property
    def end(self) -> str:
        """Where it ends."""
        return self.pull.end


@dataclass(frozen=True, slots=True)
class SquareCheck:
    """All that one round of pulls says.

    Attributes:
        network: what the pulls tie together.
        fit: adjustment of the pulls believed; laid: the same laid over the plan by what is held.
        believed: indexes of those pulls; one singled out as a slip is left out.
        loose: corners that can still move.
        moves: one for each board; empty while the strings are not known well enough to move any.
        order: the fewest of them that do; None while there are no moves.
        helpful: pulls that would help most, best first; what `next_pull` asks for is what must be pulled.
        worst: corner farthest from its plan and how far, millimetres; None while not known.
        certainty: how sure it is that every corner lies within the tolerance; None while not known.
        frame: what the pulls say of a joined frame; None where strings are squared.
    """

    verdict: Verdict
    network: Network
    fit: Adjustment
    laid: Laid
    believed: tuple[int, ...]
    loose: tuple[str, ...]
    moves: tuple[Move, ...]
    order: Order | None
    predicted: tuple[Prediction, ...]
    suspects: tuple[Suspect, ...]
    next_pull: NextPull | None
    helpful: tuple[PullGain, ...]
    traps: tuple[Trap, ...]
    worst: tuple[str, float] | None
    certainty: Certainty | None
    frame: FrameCheck | None = None


def check_square(set_out: SetOut, pulls: Sequence[Pull], units: Units = Units.FT_IN) -> SquareCheck:
    """Judge one round of pulls.

    Args:
        set_out: plan, boards, tolerance and what is held.
        pulls: one or more pulls of one round, between what `set_out` names.
        units: the tape's units, for slips of digits.
    """
    footprint = set_out.footprint
    network = network_of(
        footprint, set_out.named, set_out.hold, set_out.tape, pulls, cut_within_mm=set_out.cut_within_mm
    )
    everything = network.adjusted()
    if everything.loose:
        about = network.with_nails_about(everything.loose)
        if about is not network:
            network, everything = about, about.adjusted()
    found = _believe(set_out, network, everything, pulls, units)
    fit = found.fit
    loose = _corners_of(footprint, fit.loose)
    usable = not (loose or fit.disagrees)
    laid = lay(set_out.hold, fit, network.planned, footprint.names)
    moves = moves_for(footprint, set_out.boards, laid.corners) if usable else ()
    whole = len(moves) == 2 * len(footprint.sides)
    helpful = _helpful(set_out, network, fit, found.believed, pulls)
    return SquareCheck(
        verdict=_questioned(footprint, found.everything) or _settled(set_out, laid.corners, moves),
        network=network,
        fit=fit,
        laid=laid,
        believed=tuple(found.believed),
        loose=loose,
        moves=moves,
        order=_order(set_out, laid, moves) if whole else None,
        predicted=_predictions(set_out, laid, moves, pulls),
        suspects=tuple(found.suspects),
        next_pull=_next_pull(fit, loose, helpful, found.suspects),
        helpful=helpful,
        traps=_traps(set_out, pulls, laid, moves, found),
        worst=_worst(set_out, laid.corners) if usable else None,
        certainty=_certainty(set_out, laid) if usable else None,
        frame=frame_check(footprint, network, pulls, set_out.held_line, found.everything) if network.cut else None,
    )


def _order(set_out: SetOut, laid: Laid, moves: tuple[Move, ...]) -> Order:
    if set_out.cut_within_mm is not None:
        return frame_order(set_out.footprint, laid.corners, set_out.held_line)
    return order_for(set_out.footprint, laid.corners, moves, set_out.tolerance_mm, set_out.hands)


@dataclass(frozen=True, slots=True)
class _Believed:
    """What is believed of a round.

    Attributes:
        everything: adjustment of all pulls; fit: of those believed.
        believed: indexes of those; suspects: what may be wrong with the others.
        mirrored: the corner that stands on the wrong side, if one does.
    """

    everything: Adjustment
    fit: Adjustment
    believed: list[int]
    suspects: list[Suspect]
    mirrored: Mirrored | None


def _believe(
    set_out: SetOut, network: Network, everything: Adjustment, pulls: Sequence[Pull], units: Units
) -> _Believed:
    """What to believe: where pulls disagree, look for slips, then for a corner on the wrong side."""
    corners = set_out.footprint.names
    every = list(range(len(pulls)))
    if not everything.disagrees:
        known = not _corners_of(set_out.footprint, everything.loose) and everything.redundancy >= LEAST_TO_SPARE
        mirrored = mirrored_in(network, everything, corners) if known else None
        return _Believed(everything, everything, every, [], mirrored)
    found = find_slips(network, pulls, everything, units, set_out.heights_mm, corners)
    if network.cut and may_be_cut_wrong(network, everything):
        # a side cut wrong would put readings that are right in the wrong
        doubted = [replace(one, certain=False) for one in found.suspects]
        return _Believed(everything, everything, every, doubted, None)
    return _Believed(
        found.fit if found.mirrored else everything, found.fit, found.believed, found.suspects, found.mirrored
    )


def _corners_of(footprint: Footprint, loose: Sequence[str]) -> tuple[str, ...]:
    """The corners among the points that can still move; a stake nobody has tied in yet does not matter."""
    return tuple(name for name in loose if name in footprint.corners)


def _traps(
    set_out: SetOut, pulls: Sequence[Pull], laid: Laid, moves: Sequence[Move], found: _Believed
) -> tuple[Trap, ...]:
    """Traps in the readings, without those that the rest of them proves to be none."""
    if found.mirrored:
        one = found.mirrored
        told = (one.corner, "–".join(one.over), *((one.or_else,) if one.or_else else ()))
        return (Trap(TrapKind.MIRRORED, 0.0, told),)
    traps = traps_in(set_out.footprint, pulls, set_out.tolerance_mm, set_out.tape, laid.ellipses, set_out.heights_mm)
    if set_out.cut_within_mm is not None:  # its sides are known, and how far it has slid is said by itself
        return tuple(trap for trap in traps if trap.kind not in (*KNOWN_BY_SIDES, TrapKind.RACKED))
    # how far a side has slid is not worth saying from readings that contradict each other
    hushed = {TrapKind.RACKED} if found.everything.disagrees else set()
    if moves:  # the shape is known by other pulls as well
        hushed.add(TrapKind.DIAGONALS_ALONE)
    if moves and found.fit.redundancy > 1:  # pulls to spare that agree leave no room for one tape laid along a slope
        hushed.add(TrapKind.SLOPE)
    side = wrong_side(move.inward_mm for move in moves)
    told = tuple(trap for trap in traps if trap.kind not in hushed)
    return (*told, side) if side else told


def _questioned(footprint: Footprint, everything: Adjustment) -> Verdict | None:
    """What stands against judging at all: a shape the pulls cannot hold, or readings that disagree."""
    loose_at_plan = _corners_of(footprint, everything.loose_at_plan)
    if _corners_of(footprint, everything.loose) and not (everything.disagrees and not loose_at_plan):
        return Verdict.NEEDS_PULLS
    return Verdict.CHECK_READINGS if everything.disagrees else None


def _settled(set_out: SetOut, corners: Mapping[str, Point], moves: tuple[Move, ...]) -> Verdict:
    """The verdict on strings whose places are known."""
    if _worst(set_out, corners)[1] <= set_out.tolerance_mm + NOTHING_MM:
        return Verdict.SQUARE
    if set_out.hands is Hands.FORMS:  # nothing is driven into the ground yet
        return Verdict.ADJUST
    lost = len(moves) < 2 * len(set_out.footprint.sides)
    if lost or any(abs(move.inward_mm) > set_out.restake_over_mm for move in moves):
        return Verdict.RESTAKE
    return Verdict.ADJUST


def _worst(set_out: SetOut, corners: Mapping[str, Point]) -> tuple[str, float]:
    offsets = {name: point.distance_to(corners[name]) for name, point in set_out.footprint.corners.items()}
    name = max(offsets, key=offsets.__getitem__)
    return name, offsets[name]


def _certainty(set_out: SetOut, laid: Laid) -> Certainty:
    known = [
        (laid.corners[name] - point, ellipse)
        for name, point in set_out.footprint.corners.items()
        if (ellipse := laid.ellipses[name])
    ]
    return certainty_of(known, set_out.tolerance_mm)


def _predictions(set_out: SetOut, laid: Laid, moves: tuple[Move, ...], pulls: Sequence[Pull]) -> tuple[Prediction, ...]:
    """Every pull of the round, then every pair not pulled, at the corners the moved strings will cross at."""
    footprint = set_out.footprint
    corners = corners_after(footprint, laid.corners, moves) if moves else footprint.corners
    between = [p for p in pulls if p.kind is PullKind.POINTS and p.start in corners and p.end in corners]
    pairs = {ordered_pair(p.start, p.end): (p.start, p.end) for p in reversed(between)}
    asked = [pairs[key] for key in reversed(list(pairs))]
    asked += [pair for pair in combinations(footprint.names, 2) if pair not in pairs]
    return tuple(Prediction(a, b, corners[a].distance_to(corners[b])) for a, b in asked)


def _helpful(
    set_out: SetOut, network: Network, fit: Adjustment, believed: Sequence[int], pulls: Sequence[Pull]
) -> tuple[PullGain, ...]:
    """What would help most now, judged at the plan, relative to what is held; what is known can be pulled from, too."""
    known = [network.observations[i] for i in believed]
    corners = (*set_out.footprint.names, *(name for name in network.fixed if name not in set_out.footprint.corners))
    pivots = [name for name in set_out.footprint.names if name not in fit.loose]
    relative = None
    if len(pivots) > 1:  # a shape that can still rack is looked at from its held line
        relative = relative_rows(set_out.hold, network.planned, fit.frame, pivots)
    knowledge = Knowledge(fit.frame, network.planned, [*known, *network.constraints], relative)
    pulled = [pulls[i].pair for i in believed if pulls[i].kind is PullKind.POINTS]
    return tuple(best_pulls(knowledge, corners, pulled, set_out.tape, MOST_HELPFUL))


def _next_pull(
    fit: Adjustment, loose: Sequence[str], helpful: Sequence[PullGain], suspects: Sequence[Suspect]
) -> NextPull | None:
    if suspects:
        return NextPull(suspects[0].pull, PullReason.REPEAT, 0.0)
    if fit.redundancy > 0 and not loose:
        return None
    best = helpful[0]
    reason = PullReason.LOOSE if loose else PullReason.UNCHECKED
    return NextPull(Pull(best.start, best.end, 1.0), reason, best.share)


@dataclass(frozen=True, slots=True)
class Alternative:
    """What it would take if something else were held.

    Attributes:
        hold: what; order: the moves that then follow.
        largest_mm: the largest of them, or of the pushes.
        verdict: what would be said of the corners.
    """

    hold: Hold
    order: Order
    largest_mm: float
    verdict: Verdict


def alternatives(set_out: SetOut, check: SquareCheck) -> tuple[Alternative, ...]:
    """The moves side by side: each side held in turn, or the best fit; the fewest and smallest moves first.

    None while the strings are not known.  Where known points hold the shape, or it is joined, nothing is to choose.
    """
    if not check.moves or check.network.fixed or check.network.cut:
        return ()
    footprint, planned = set_out.footprint, check.network.planned
    sides = sorted(footprint.sides, key=lambda side: -side.length_mm)[:MOST_ALTERNATIVES]
    holds = [Hold(HoldKind.LINE, (side.start, side.end)) for side in sides] + [Hold(HoldKind.BEST_FIT, ())]
    found = []
    for hold in holds:
        _, corners = laid_corners(hold, check.fit.corners, planned, footprint.names)
        moves = moves_for(footprint, set_out.boards, corners)
        order = order_for(footprint, corners, moves, set_out.tolerance_mm, set_out.hands)
        sizes = [abs(move.inward_mm) for move in order.moves]
        sizes += [max(abs(push.along_mm), abs(push.inward_mm)) for push in order.pushes]
        verdict = _settled(set_out, corners, moves)
        found.append(Alternative(hold, order, max(sizes, default=0.0), verdict))
    return tuple(sorted(found, key=lambda one: (len(one.order.moves) + len(one.order.pushes), one.largest_mm)))
