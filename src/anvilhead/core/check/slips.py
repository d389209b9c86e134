"""Which readings are wrong, and how sure that is.

Everything that may have happened is weighed by `explanations.py`.  A pull is named for certain only when every
explanation without it is fifteen hundred times less likely than the best one with it (more where it would be a slip
without a name, or another reading lies farther from its call), the pulls that are left check each other and agree, and
they determine what it should have read.
"""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from anvilhead.core.adjust.adjustment import Adjustment
from anvilhead.core.adjust.chance import chi_square_tail
from anvilhead.core.adjust.hold import Hold, HoldKind, laid_corners
from anvilhead.core.adjust.network import Network
from anvilhead.core.check.explanations import Explanation, Round, Undone, explanations, over_plan
from anvilhead.core.check.mirrored import FAR_MM, Mirrored, mirrored_in
from anvilhead.core.check.slip_kinds import Slip
from anvilhead.core.measure.tape import Pull
from anvilhead.core.units.units import Units

SURE, SURE_WITHOUT_A_NAME, SURE_AGAINST_THE_CALL = (2 * math.log(odds) for odds in (1_500, 5_000, 20_000))
"""Odds against every other explanation at which one is taken for certain, as a difference of costs: by a usual slip,
by one without a name, and of readings that do not lie farthest from their calls, since a spoilt one mostly does."""
SURE_MIRRORED = 2 * math.log(10_000)
"""The same of a corner on the wrong side, against every explanation without one."""
WORTH_NAMING = 2 * math.log(1e12)
"""Suspects this much less likely than the likeliest are not named."""
MOST_SUSPECTS = 12


@dataclass(frozen=True, slots=True)
class Suspect:
    """A pull that may be wrong.

    Attributes:
        pull: the pull as taken.
        slip: what may have happened.
        correction_mm: to be added to the reading to undo the slip.
        certain: whether the other pulls single this one out.
        agreement: chance that random errors leave the rest as far apart as they are without it; more is better.
    """

    pull: Pull
    slip: Slip
    correction_mm: float
    certain: bool
    agreement: float = 0.0


@dataclass(frozen=True, slots=True)
class Judged:
    """What is thought of a round that disagrees.

    Attributes:
        suspects: pulls that may be wrong, likeliest first.
        believed: indexes of the pulls that no certain suspicion rests on, nor a slip beside a mirrored corner; fit:
            adjustment of those.
        mirrored: the corner on the wrong side, where that explains everything.
    """

    suspects: list[Suspect]
    believed: list[int]
    fit: Adjustment
    mirrored: Mirrored | None = None


def find_slips(
    network: Network,
    pulls: Sequence[Pull],
    fit: Adjustment,
    units: Units,
    heights_mm: Mapping[str, float] | None = None,
    corners: Sequence[str] = (),
) -> Judged:
    """Explain a network whose pulls disagree.

    Args:
        network: the observations of the pulls, one each, in the same order.
        pulls: as taken.
        fit: adjustment of all of them, which disagrees.
        units: the tape's units, for slips of digits.
        heights_mm: ground heights by point, where they are known.
        corners: that may stand on the wrong side of a line.
    """
    told = Round(network, pulls, units, heights_mm or {})
    found = explanations(told, corners)
    best, every = found[0], list(range(len(pulls)))
    if best.mirrored and all(one.cost - best.cost >= SURE_MIRRORED for one in found if one.mirrored is None):
        left = [i for i in every if i not in best.pulls]
        there = _adjusted(network, left, best)
        mirrored = mirrored_in(network, there, corners)
        if mirrored and not there.disagrees and not there.loose and there.redundancy >= 1:
            return Judged(_suspects(pulls, [best], frozenset(), fit.redundancy), left, there, mirrored)
    certain = _certain(network, found)
    believed = [i for i in every if i not in certain]
    rest = _adjusted(network, believed, best) if certain else fit
    return Judged(_suspects(pulls, found, certain, fit.redundancy), believed, rest)


def _adjusted(network: Network, left: Sequence[int], at: Explanation) -> Adjustment:
    corners = at.corners
    if not network.fixed:  # the adjustment holds a line where it starts
        _, corners = laid_corners(Hold(HoldKind.LINE, network.held), at.corners, network.planned, ())
    return network.adjusted([network.observations[i] for i in left], corners)


def _certain(network: Network, found: Sequence[Explanation]) -> frozenset[int]:
    """Pulls of the best explanation without which nothing that is likely enough explains the round."""
    best = next((one for one in found if one.mirrored is None), None)
    if best is None or not 0 < len(best.undone) <= 2:  # the same slip in every reading: who holds the tape can look
        return frozenset()
    if _at_one_corner(network, best) or _far_off(network, best):
        return frozenset()
    odds = _odds_asked(network, best)
    sure = {i for i in best.pulls if all(o.cost - best.cost >= odds for o in found if i not in o.pulls)}
    if not sure:
        return frozenset()
    rest = _adjusted(network, [i for i in range(len(network.observations)) if i not in best.pulls], best)
    if rest.disagrees or rest.redundancy < 1:
        return frozenset()
    return frozenset(i for i in sure if rest.sigma_of(network.observations[i]) is not None)


def _far_off(network: Network, best: Explanation) -> bool:
    """A corner that would stand half a metre from its plan: something else than a slip may have happened."""
    corners = over_plan(network, network.planned, best.corners)
    return any(place.distance_to(corners[name]) >= FAR_MM for name, place in network.planned.items())


def _at_one_corner(network: Network, best: Explanation) -> bool:
    """Two slips without a name at one corner: the corner may stand elsewhere altogether."""
    if len(best.undone) < 2 or any(one.slip is not Slip.UNKNOWN for one in best.undone):
        return False
    first, second = (set(network.observations[one.pull].points) for one in best.undone)
    return bool(first & second)


def _odds_asked(network: Network, best: Explanation) -> float:
    if best.pulls != _farthest_from_call(network, len(best.pulls)):
        return SURE_AGAINST_THE_CALL
    return SURE_WITHOUT_A_NAME if any(one.slip is Slip.UNKNOWN for one in best.undone) else SURE


def _farthest_from_call(network: Network, count: int) -> frozenset[int]:
    """The pulls that read farthest from what they should by the plan."""
    off = [abs(one.value_mm - one.computed_mm(network.planned)) for one in network.observations]
    return frozenset(sorted(range(len(off)), key=lambda i: -off[i])[:count])


def _suspects(
    pulls: Sequence[Pull], found: Sequence[Explanation], certain: frozenset[int], redundancy: int
) -> list[Suspect]:
    """Every pull that an explanation near the best has wrong, in their order; where some are certain, those alone."""
    named: dict[int, tuple[Undone, float]] = {}
    told_before: list[frozenset[int]] = []
    for one in found:
        if one.cost - found[0].cost > WORTH_NAMING and named:
            break
        if any(fewer < one.pulls for fewer in told_before):
            continue  # fewer slips explain it better
        told_before.append(one.pulls)
        for undone in one.undone:
            left = max(1, redundancy - len(one.undone))
            named.setdefault(undone.pull, (undone, chi_square_tail(one.square_sum, left)))
    told = [
        Suspect(pulls[i], undone.slip, undone.correction_mm, i in certain, agreement)
        for i, (undone, agreement) in named.items()
        if not certain or i in certain
    ]
    return told[:MOST_SUSPECTS]
