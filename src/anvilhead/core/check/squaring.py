"""Judgement at the string: what the pulls say, which nail to move how far, and when to stop.

What is held stays as measured (`hold.py`).  The strings are compared with the plan where they cross their boards
(`moves.py`).
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from enum import StrEnum
from itertools import combinations

from anvilhead.core.adjust.adjustment import Adjustment
from anvilhead.core.adjust.chance import chi_square_tail
from anvilhead.core.adjust.hold import Laid, lay
from anvilhead.core.adjust.network import Network, lines_of, network_of
from anvilhead.core.check.certainty import Certainty, certainty_of
from anvilhead.core.check.frame import FrameCheck, frame_check, may_be_cut_wrong
from anvilhead.core.check.mirrored import LEAST_TO_SPARE, Mirrored, mirrored_in
from anvilhead.core.check.set_out import SetOut
from anvilhead.core.check.slips import Suspect, find_slips
from anvilhead.core.check.traps import KNOWN_BY_SIDES, Trap, TrapKind, every_wrong_side, near_aims, traps_in, wrong_side
from anvilhead.core.check.what_next import NextPull, helpful_pulls, next_pull_of, unproved_corners
from anvilhead.core.geometry.footprint import Footprint
from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.tape import Pull, PullKind, ordered_pair
from anvilhead.core.moves.frame_pushes import frame_order
from anvilhead.core.moves.moves import Hands, Move, Order, corners_after, moves_for, order_for
from anvilhead.core.moves.next_pull import PullGain
from anvilhead.core.units.tolerances import NOTHING_MM
from anvilhead.core.units.units import Units

DOUBTED = 0.05
"""Below this chance what was carried on is left out: it costs a few pulls more, believing it wrongly a round."""


class Verdict(StrEnum):
    """What to do next."""

    SQUARE = "square"
    ADJUST = "adjust"
    RESTAKE = "restake"
    NEEDS_PULLS = "needs-pulls"
    CHECK_READINGS = "check-readings"


@dataclass(frozen=True, slots=True)
class Prediction:
    """What a pull should read after the moves, burn not included."""

    start: str
    end: str
    length_mm: float


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
        went_on: whether what the round before knew is in it; False where its pulls contradict that, None where nothing
            was to be carried on.
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
    went_on: bool | None = None


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
    went_on = None
    if set_out.carried.observations:
        both = network.with_carried(set_out.carried.observations)
        together = both.adjusted()
        went_on = _goes_on(everything, together) or (
            everything.disagrees and _one_slip(set_out, both, together, pulls, units)
        )
        if went_on:
            network, everything = both, together
    found = _believe(set_out, network, everything, pulls, units)
    fit = found.fit
    loose = _corners_of(footprint, fit.loose)
    unproved = unproved_corners(set_out.carried.moved, pulls) if went_on else ()
    # a nail or a reading is not as told: which, only pulls to spare can tell
    waits = bool(unproved) or (went_on is False and everything.redundancy < 1)
    usable = not (loose or fit.disagrees or waits)
    laid = lay(set_out.hold, fit, network.planned, footprint.names)
    moves = moves_for(footprint, set_out.boards, laid.corners, set_out.standing) if usable else ()
    whole = len(moves) == 2 * len(footprint.sides)
    helpful = helpful_pulls(set_out, network, fit, found.believed, pulls)
    return SquareCheck(
        verdict=_questioned(footprint, found.everything, waits=waits) or settled(set_out, laid.corners, moves),
        network=network,
        fit=fit,
        laid=laid,
        believed=tuple(found.believed),
        loose=loose,
        moves=moves,
        order=_order(set_out, laid, moves) if whole else None,
        predicted=_predictions(set_out, laid, moves, pulls),
        suspects=tuple(found.suspects),
        next_pull=next_pull_of(footprint, fit, pulls, helpful, found.suspects, unproved),
        helpful=helpful,
        traps=_traps(set_out, network, pulls, laid, moves, found),
        worst=_worst(set_out, laid.corners) if usable else None,
        certainty=_certainty(set_out, laid) if usable else None,
        frame=frame_check(footprint, network, pulls, set_out.held_line, found.everything) if network.cut else None,
        went_on=went_on,
    )


def _one_slip(set_out: SetOut, both: Network, together: Adjustment, pulls: Sequence[Pull], units: Units) -> bool:
    """Whether what was carried into a round that contradicts itself singles out the reading that is wrong."""
    found = find_slips(both, pulls, together, units, set_out.heights_mm, set_out.footprint.names)
    return _singled_out(found.suspects) == 1


def _singled_out(suspects: Sequence[Suspect]) -> int:
    return sum(suspect.certain for suspect in suspects)


def _goes_on(alone: Adjustment, together: Adjustment) -> bool:
    """Whether a round's own pulls bear out what was carried into it: nineteen in twenty do where all was done as told.

    What they disagree by themselves is left out of it (the difference of two nested sums of squares is chi-square).
    """
    more = together.redundancy - alone.redundancy
    if not together.converged or more < 1:
        return together.converged
    return chi_square_tail(max(0.0, together.weighted_square_sum - alone.weighted_square_sum), more) >= DOUBTED


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
    # a side cut wrong would put readings that are right in the wrong, and so would a hand that set a nail a little off
    by_hand = bool(set_out.carried.observations) and _singled_out(found.suspects) > 1
    if by_hand or (network.cut and may_be_cut_wrong(network, everything)):
        doubted = [replace(one, certain=False) for one in found.suspects]
        return _Believed(everything, everything, every, doubted, None)
    return _Believed(
        found.fit if found.mirrored else everything, found.fit, found.believed, found.suspects, found.mirrored
    )


def _corners_of(footprint: Footprint, loose: Sequence[str]) -> tuple[str, ...]:
    """The corners among the points that can still move; a stake nobody has tied in yet does not matter."""
    return tuple(name for name in loose if name in footprint.corners)


def _traps(
    set_out: SetOut, network: Network, pulls: Sequence[Pull], laid: Laid, moves: Sequence[Move], found: _Believed
) -> tuple[Trap, ...]:
    """Traps in the readings, without those that the rest of them proves to be none."""
    if found.mirrored:
        one = found.mirrored
        told = (one.corner, "–".join(one.over), *((one.or_else,) if one.or_else else ()))
        return (Trap(TrapKind.MIRRORED, 0.0, told),)
    traps = traps_in(set_out.footprint, pulls, set_out.tolerance_mm, set_out.tape, laid.ellipses, set_out.heights_mm)
    traps += tuple(near_aims(pulls, network.planned, lines_of(set_out.footprint, set_out.named)))
    if set_out.cut_within_mm is not None:  # its sides are known, and how far it has slid is said by itself
        return tuple(trap for trap in traps if trap.kind not in (*KNOWN_BY_SIDES, TrapKind.RACKED))
    # how far a side has slid is not worth saying from readings that contradict each other
    hushed = {TrapKind.RACKED} if found.everything.disagrees else set()
    if not found.fit.loose:  # the shape is known by other pulls as well
        hushed.add(TrapKind.DIAGONALS_ALONE)
    if moves and found.fit.redundancy > 1:  # pulls to spare that agree leave no room for one tape laid along a slope
        hushed.add(TrapKind.SLOPE)
    side = wrong_side(move.inward_mm for move in moves)
    if found.fit.redundancy >= 1 and not found.everything.disagrees:
        side = side or every_wrong_side(set_out.footprint, laid.corners)
    told = tuple(trap for trap in traps if trap.kind not in hushed)
    return (*told, side) if side else told


def _questioned(footprint: Footprint, everything: Adjustment, *, waits: bool) -> Verdict | None:
    """What stands against judging at all: a shape the pulls cannot hold, readings that disagree, moves not proved."""
    loose_at_plan = _corners_of(footprint, everything.loose_at_plan)
    if _corners_of(footprint, everything.loose) and not (everything.disagrees and not loose_at_plan):
        return Verdict.NEEDS_PULLS
    if everything.disagrees:
        return Verdict.CHECK_READINGS
    return Verdict.NEEDS_PULLS if waits else None


def settled(set_out: SetOut, corners: Mapping[str, Point], moves: tuple[Move, ...]) -> Verdict:
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
