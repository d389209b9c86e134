"""A joined frame: forms or plates fastened at exact lengths, that can only rack.

Its sides are observations: as long as planned, within what the saw keeps.  The two diagonals of a rectangle are then a
full round, with one to spare: whatever its rack, d1² + d2² = 2 (L² + W²) (parallelogram law), and the side opposite the
held one has slid by (d1² - d2²) / (4 L) (both triangles by the law of cosines).  Where the sum does not come out, a
side or a reading is wrong, and pushing would only hide it.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from statistics import fmean

from anvilhead.core.adjust.adjustment import Adjustment, frame_for
from anvilhead.core.adjust.chance import chi_square_tail
from anvilhead.core.adjust.hold import Hold
from anvilhead.core.adjust.network import NOTHING_NAMED, Network, network_of
from anvilhead.core.geometry.footprint import Footprint
from anvilhead.core.measure.observation import Distance
from anvilhead.core.measure.tape import Pull, PullKind, TapeClass, ordered_pair
from anvilhead.core.moves.frame_pushes import hinges_of
from anvilhead.core.moves.next_pull import Knowledge, best_set
from anvilhead.core.units.tolerances import SMALLEST_MOVE_MM

EXPLAINS = 0.01
"""Chance that random errors leave the rest as far apart: above it, leaving one observation out explains a round."""
NEVER = 1 / 10_000
"""Below this leaving one out explains nothing; between the two it cannot be told."""
SHOWS_SIGMAS = 5.2
"""A side wrong by this many standard deviations of what checks it shows 95 times in 100: 3.5 for the test at one in
two thousand, 1.7 for the 95."""


@dataclass(frozen=True, slots=True)
class Slide:
    """How far to slide the side opposite the held one along itself, millimetres, and toward which of its corners."""

    line: str
    toward: str
    move_mm: float


@dataclass(frozen=True, slots=True)
class CutWrong:
    """A side that may not be as cut: what the pulls make of it, less its plan, millimetres; certain when alone."""

    line: str
    off_mm: float
    certain: bool


@dataclass(frozen=True, slots=True)
class FrameCheck:
    """What pulls say of a frame.

    Attributes:
        slide: of a rectangle whose diagonals were both pulled; None where nothing has to move, or nothing may.
        wrong: sides that may be cut wrong, where the readings cannot belong to sides as cut.
        unseen_mm: a side may be wrong by as much without showing, 95 in 100; None where nothing checks a side.
    """

    slide: Slide | None
    wrong: tuple[CutWrong, ...]
    unseen_mm: float | None


MOST_TO_CHOOSE_FROM = 12
"""Corners up to which every diagonal is looked at; beyond, those from the held side and over one or two corners."""


def frame_round(footprint: Footprint, tape: TapeClass, cut_within_mm: float, near_mm: float) -> list[tuple[str, str]]:
    """Diagonals that are a full round of a frame: one for every way it can rack, and one to check them.

    Args:
        footprint: its plan.
        tape: class of the tape.
        cut_within_mm: ± of its sides.
        near_mm: half length of a corner's ellipse that is near enough.
    """
    names = footprint.names
    held = (names[0], names[1])
    frame = network_of(footprint, NOTHING_NAMED, Hold(names=held), tape, (), cut_within_mm)
    pairs = [(one.start, one.end) for one in footprint.diagonals]
    if len(names) > MOST_TO_CHOOSE_FROM:
        at = {name: i for i, name in enumerate(names)}
        pairs = [p for p in pairs if set(p) & set(held) or (at[p[1]] - at[p[0]]) % len(names) in (2, 3)]
    knowledge = Knowledge(frame_for(frame.planned, held), frame.planned, frame.constraints)
    chosen = best_set(knowledge, names, pairs, tape, near_mm)
    left = [pair for pair in pairs if pair not in chosen]
    if left and len(chosen) <= len(hinges_of(footprint)) - 3:
        chosen.append(max(left, key=lambda pair: knowledge.gain(pair, tape)))
    return chosen


def frame_check(
    footprint: Footprint, network: Network, pulls: Sequence[Pull], held: tuple[str, str], everything: Adjustment
) -> FrameCheck:
    """Judge a frame.

    Args:
        footprint: its plan.
        network: pulls, and sides as cut.
        pulls: of one round.
        held: corners of the side that lies still.
        everything: adjustment of all of it.
    """
    if everything.disagrees:
        return FrameCheck(None, _cut_wrong(network, everything), None)
    if everything.loose:  # a side not yet braced, or cut to within more than it is long
        return FrameCheck(None, (), None)
    return FrameCheck(_slide(footprint, pulls, held), (), _unseen_mm(network, everything))


def _slide(footprint: Footprint, pulls: Sequence[Pull], held: tuple[str, str]) -> Slide | None:
    if not footprint.is_rectangle:
        return None
    names = footprint.names
    still = next((side for side in footprint.sides if set(side.corners) == set(held)), footprint.sides[0])
    at = names.index(still.start)
    one, other = names[(at + 2) % 4], names[(at + 3) % 4]  # walked on from the far end of the held side
    read: dict[tuple[str, str], list[float]] = {}
    for pull in pulls:
        if pull.kind is PullKind.POINTS:
            read.setdefault(pull.pair, []).append(pull.length_mm)
    first, second = ordered_pair(still.start, one), ordered_pair(still.end, other)
    if first not in read or second not in read:
        return None
    slid = (fmean(read[first]) ** 2 - fmean(read[second]) ** 2) / (4 * still.length_mm)
    if abs(slid) < SMALLEST_MOVE_MM:
        return None
    line = next(side.name for side in footprint.sides if side.start == one)
    return Slide(line, other if slid > 0 else one, abs(slid))


def may_be_cut_wrong(network: Network, everything: Adjustment) -> bool:
    """Whether a side that is not as cut could explain why the readings disagree."""
    places = _sides_in(network)
    return any(left >= NEVER for left in (_left_without(everything, i) for i in places))


def _cut_wrong(network: Network, everything: Adjustment) -> tuple[CutWrong, ...]:
    """Sides without which all the rest agrees; certain where it is one alone, and no pull would explain it either."""
    count = len(network.observations)
    places = _sides_in(network)
    left = {i: _left_without(everything, i) for i in [*range(count), *places]}
    may = [i for i in left if left[i] >= NEVER]
    found = []
    for line, place in zip(network.cut, places, strict=True):
        if left[place] < EXPLAINS:
            continue
        without = [one for i, one in enumerate(network.constraints, count) if i != place]
        fit = network.adjusted_with(network.observations, without)
        side = network.constraints[place - count]
        if not fit.disagrees and not fit.loose and isinstance(side, Distance):
            off = fit.distance_mm(side.start, side.end) - side.value_mm
            found.append(CutWrong(line, off, may == [place] and fit.redundancy > 0))
    return tuple(found)


def _sides_in(network: Network) -> range:
    """Where the sides stand among all observations."""
    count = len(network.observations) + len(network.constraints)
    return range(count - len(network.cut), count)


def _left_without(fit: Adjustment, place: int) -> float:
    """Chance that random errors leave the others as far apart as they are without one (exact where it is linear)."""
    own = fit.residuals[place].standardized
    if own is None:
        return 0.0
    left = max(0.0, fit.weighted_square_sum - own * own)
    return 1.0 if fit.redundancy < 2 else chi_square_tail(left, fit.redundancy - 1)


def _unseen_mm(network: Network, fit: Adjustment) -> float | None:
    """The largest error of a side that the pulls may let pass: 5.2 σ / √r (reliability after Baarda, 1968)."""
    sides = [network.constraints[i - len(network.observations)].sigma_mm for i in _sides_in(network)]
    shares = [fit.residuals[i].redundancy for i in _sides_in(network)]
    if min(shares) <= 0:
        return None
    return max(SHOWS_SIGMAS * sigma / math.sqrt(share) for sigma, share in zip(sides, shares, strict=True))
