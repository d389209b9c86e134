"""What must be pulled next, and what would help most in any case."""

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass
from enum import StrEnum
from itertools import combinations

from anvilhead.core.adjust.adjustment import Adjustment
from anvilhead.core.adjust.hold import relative_rows
from anvilhead.core.adjust.network import Network
from anvilhead.core.check.set_out import SetOut
from anvilhead.core.check.slips import Suspect
from anvilhead.core.geometry.footprint import Footprint
from anvilhead.core.measure.tape import Pull, PullKind
from anvilhead.core.moves.next_pull import Knowledge, PullGain, best_pulls

MOST_HELPFUL = 3
"""Pulls that are named with what they would bring."""


class PullReason(StrEnum):
    """Why a next pull is asked for."""

    LOOSE = "loose"
    UNCHECKED = "unchecked"
    REPEAT = "repeat"
    TOLD = "told"


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


def helpful_pulls(
    set_out: SetOut, network: Network, fit: Adjustment, believed: Sequence[int], pulls: Sequence[Pull]
) -> tuple[PullGain, ...]:
    """What would help most now, judged at the plan, relative to what is held; what is known can be pulled from, too."""
    known = [network.observations[i] for i in believed]
    own = set_out.footprint.names
    held = network.fixed or network.held
    corners = (*own, *(name for name in held if name not in set_out.footprint.corners))
    pivots = [name for name in own if name not in fit.loose]
    relative = None
    if len(pivots) > 1:  # a shape that can still rack is looked at from its held line
        relative = relative_rows(set_out.hold, network.planned, fit.frame, pivots)
    knowledge = Knowledge(fit.frame, network.planned, [*known, *network.constraints], relative)
    pulled = [pulls[i].pair for i in believed if pulls[i].kind is PullKind.POINTS]
    return tuple(best_pulls(knowledge, corners, pulled, set_out.tape, MOST_HELPFUL))


PROVED_BY = 2
"""Pulls at a corner that show whether its strings were moved as told."""


def unproved_corners(moved: Sequence[str], pulls: Sequence[Pull]) -> tuple[str, ...]:
    """Corners whose strings were moved and that too few pulls of the new round run to."""
    ends = Counter(end for pull in pulls for end in {pull.start, pull.end})
    return tuple(corner for corner in moved if ends[corner] < PROVED_BY)


def next_pull_of(
    footprint: Footprint,
    fit: Adjustment,
    pulls: Sequence[Pull],
    helpful: Sequence[PullGain],
    suspects: Sequence[Suspect],
    unproved: Sequence[str],
) -> NextPull | None:
    """What must be pulled next; nothing where a round can be judged.

    Args:
        footprint: the planned outline.
        fit: adjustment of the pulls believed.
        pulls: of the round.
        helpful: what would help most.
        suspects: pulls that may be wrong.
        unproved: corners of which the round does not show yet whether what was told was done.
    """
    if suspects:
        return NextPull(suspects[0].pull, PullReason.REPEAT, 0.0)
    loose = any(name in footprint.corners for name in fit.loose)
    if unproved and not loose:
        pair = _proving(footprint, pulls, unproved)
        return NextPull(Pull(*pair, 1.0), PullReason.TOLD, 0.0) if pair else None
    if fit.redundancy > 0 and not loose:
        return None
    best = helpful[0]
    reason = PullReason.LOOSE if loose else PullReason.UNCHECKED
    return NextPull(Pull(best.start, best.end, 1.0), reason, best.share)


def _proving(footprint: Footprint, pulls: Sequence[Pull], unproved: Sequence[str]) -> tuple[str, str] | None:
    """The pair not pulled yet that runs to the most unproved corners, the longest of them."""
    at, pulled = footprint.corners, {pull.pair for pull in pulls}
    left = [pair for pair in combinations(footprint.names, 2) if pair not in pulled and set(pair) & set(unproved)]

    def proves(pair: tuple[str, str]) -> tuple[int, float]:
        return len(set(pair) & set(unproved)), at[pair[0]].distance_to(at[pair[1]])

    return max(left, key=proves, default=None)
