"""What may have happened in a round whose readings disagree, and how likely each of it is beside the others.

Explanations are no slip at all, one pull that slipped, any two of them, two readings in each other's rows, the same
slip in every reading, and a corner on the wrong side of a line, alone or with one slip.  Each costs twice the negative
logarithm of its probability, up to what is common to all: how badly the pulls left fit, how far from their places the
corners would lie, how rare such slips are, and how well a usual one fits what it should explain.

First every pull, and every two, are weighed where most pulls have the corners, and at their plan, by the change that
leaving them out makes to the sum of squares (eᵀ R⁻¹ e, Baarda 1968); the likeliest are then adjusted.
"""

import math
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from itertools import combinations

from anvilhead.core.adjust.hold import Hold, HoldKind, laid_corners
from anvilhead.core.adjust.near_plan import NearPlan, Stakes, stakes_of, strangeness
from anvilhead.core.adjust.network import Network
from anvilhead.core.check.mirrored import Image, images_of
from anvilhead.core.check.slip_kinds import Slip, hooks_mm, usual_slips
from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.observation import Observation, observed_minus_computed_mm
from anvilhead.core.measure.tape import TAPED, Pull
from anvilhead.core.units.tolerances import UNSHOWN_SHARE
from anvilhead.core.units.units import Units

SLIP_CHANCE = 0.04
"""How often a reading is wrong."""
SHARES = {
    Slip.BURN: 0.15, Slip.FOOT: 0.15, Slip.INCH: 0.10, Slip.SIX_NINE: 0.05, Slip.SWAPPED_DIGITS: 0.06,
    Slip.HUNDREDTHS: 0.10, Slip.WRONG_CORNER: 0.12, Slip.BUMP: 0.06, Slip.HOOK: 0.04, Slip.UNKNOWN: 0.17,
}  # fmt: skip
"""What share of slips each kind is, near enough: a factor of two is a quarter of the odds asked for."""
UNKNOWN_FROM_MM, UNKNOWN_TO_MM = 5.0, 20_000.0
"""Slips without a name are as likely to be of any size, on a scale of powers, between these."""
MOST_OVER_A_BUMP_MM = 80.0
"""A tape that follows the ground, where nobody knows its heights, reads long by anything up to this."""
AGAIN_CHANCE = 0.5
"""How often a burn that was forgotten once was forgotten at another pull as well."""
SWAPPED_CHANCE, COMMON_CHANCE, MIRRORED_CHANCE = 0.02, 0.01, 0.01
"""How often in a round two rows are swapped, all readings are off alike, a corner is on the wrong side."""
WIDEST = 60.0
"""Explanations this much dearer than the best of the first weighing are not looked at."""
HARD, ROUGH, MOST_HARD_IMAGES = 60.0, 20.0, 3
"""Where everything costs more than two slips and rough strings do, these for each corner, a corner on the wrong side
and a slip together are looked for, at so many images."""
MOST_ADJUSTED, MOST_AT_PLAN, MOST_RIVALS = 8, 4, 4
"""Explanations that are adjusted, of those weighed where most pulls have the corners, and at their plan; and of those
without each pull that the best of them has wrong."""
EXPLAINS_SIGMAS = 3.0
"""A usual slip explains a reading when it leaves no more than this many standard deviations."""
MOST_BY_A_HOOK_MM = 25.0
"""Farther than this no hook puts a reading from the others."""
LEAST_IN_COMMON = 3
"""Two readings cannot show that something is common to all."""


@dataclass(frozen=True, slots=True)
class Undone:
    """A pull that slipped: how, and what is to be added to its reading to undo it, millimetres."""

    pull: int
    slip: Slip
    correction_mm: float


@dataclass(frozen=True, slots=True)
class Explanation:
    """What may have happened.

    Attributes:
        undone: the pulls that slipped, by their indexes.
        mirrored: the corner on the wrong side, if one is.
        cost: twice the negative logarithm of its probability, up to what all have in common.
        square_sum: of the pulls that are left, in their own standard deviations.
        corners: where it has every point.
    """

    undone: tuple[Undone, ...]
    mirrored: Image | None
    cost: float
    square_sum: float
    corners: Mapping[str, Point]

    @property
    def pulls(self) -> frozenset[int]:
        """Indexes of the pulls that slipped."""
        return frozenset(one.pull for one in self.undone)


@dataclass(frozen=True, slots=True)
class Round:
    """A round that is to be explained: its network and pulls, the tape's units, ground heights by point."""

    network: Network
    pulls: Sequence[Pull]
    units: Units
    heights_mm: Mapping[str, float]


def explanations(told: Round, corners: Sequence[str]) -> list[Explanation]:
    """Every explanation that comes near the best, the likeliest first."""
    stakes = stakes_of(told.network)
    shape = stakes.robust()
    found = _at(told, stakes, shape, None, 0.0)
    found += _in_common(told, stakes, shape)
    found += _rows_swapped(told, stakes, shape)
    images = images_of(told.network, shape, corners)
    least = min(one.cost for one in found)
    hard = least > HARD + ROUGH * len(corners)
    for place, image in enumerate(images):
        moved, cost = stakes_of(told.network, {image.corner: image.place}), _rare(MIRRORED_CHANCE / image.among)
        there = dict(shape) | {image.corner: image.place}
        found.append(_explained(told, moved, moved.fitted((), there), (), image, cost))
        if hard and place < MOST_HARD_IMAGES:
            found += _at(told, moved, moved.robust(), image, cost, most_slips=1)
    return sorted(found, key=lambda one: one.cost)


def _rare(chance: float) -> float:
    return -2 * math.log(chance)


def _at(
    told: Round, stakes: Stakes, shape: Mapping[str, Point], image: Image | None, cost: float, most_slips: int = 2
) -> list[Explanation]:
    """Explanations by single slips, weighed at one shape and where the stakes were meant to stand."""
    found = [_explained(told, stakes, stakes.fitted((), shape), (), image, cost)]
    tried: set[tuple[int, ...]] = set()

    def try_all(at: Mapping[str, Point], which: Iterable[tuple[int, ...]]) -> None:
        for pulls in which:
            if pulls not in tried:
                tried.add(pulls)
                found.append(_explained(told, stakes, stakes.fitted(pulls, at), pulls, image, cost))

    weighed = []
    for at, most in ((shape, MOST_ADJUSTED), (stakes.places, MOST_AT_PLAN)):
        ranked = sorted((left, pulls) for pulls, left in _weighed(told, stakes.straight(at), most_slips))
        near = [pulls for left, pulls in ranked if left - ranked[0][0] < WIDEST]
        try_all(at, near[:most])
        weighed.append((at, near))
    for suspect in min(found, key=lambda one: one.cost).pulls:  # what would clear it is looked at as well
        for at, near in weighed:
            try_all(at, [pulls for pulls in near if suspect not in pulls][:MOST_RIVALS])
    return found


def _weighed(told: Round, whole: NearPlan, most: int) -> Iterable[tuple[tuple[int, ...], float]]:
    """Every pull and every two, with the sum of squares that leaving them out would leave, and the rarity of slips."""
    sigmas = [one.sigma_mm for one in told.network.observations]
    count = range(len(sigmas))
    spread = [whole.spread(row) for row in whole.rows]
    off = [mm / sigma for mm, sigma in zip(whole.misfit_mm, sigmas, strict=True)]
    shows = [1 - whole.product(whole.rows[i], spread[i]) / sigmas[i] ** 2 for i in count]
    rarity = _rare(SLIP_CHANCE * max(SHARES.values()) / 2)
    checked = [i for i in count if shows[i] > UNSHOWN_SHARE]
    for i in checked:
        yield (i,), whole.square_sum - off[i] ** 2 / shows[i] + rarity
    if most < 2:
        return
    for i, j in combinations(checked, 2):
        both = -whole.product(whole.rows[i], spread[j]) / (sigmas[i] * sigmas[j])
        area = shows[i] * shows[j] - both * both
        if area > UNSHOWN_SHARE * shows[i]:
            gain = (off[i] ** 2 * shows[j] - 2 * off[i] * off[j] * both + off[j] ** 2 * shows[i]) / area
            yield (i, j), whole.square_sum - gain + 2 * rarity


def _explained(
    told: Round, stakes: Stakes, fit: NearPlan, which: Sequence[int], image: Image | None, cost: float
) -> Explanation:
    """An explanation with what it costs."""
    undone = []
    for index in which:
        one, price = _undone(told, fit, index)
        undone.append(one)
        cost += price
    if [one.slip for one in undone] == [Slip.BURN, Slip.BURN]:  # who forgot it once will forget it again
        cost -= _rare(SLIP_CHANCE * SHARES[Slip.BURN] / AGAIN_CHANCE)
    return _costed(told, stakes, fit, undone, image, cost)


def _costed(
    told: Round, stakes: Stakes, fit: NearPlan, undone: Iterable[Undone], image: Image | None, rarity: float
) -> Explanation:
    """An explanation that is as rare as said, with what the pulls left and the corners' places cost on top."""
    strange = strangeness(stakes.places, over_plan(told.network, stakes.places, fit.corners))
    return Explanation(tuple(undone), image, fit.square_sum + strange + rarity, fit.square_sum, fit.corners)


def over_plan(network: Network, places: Mapping[str, Point], corners: Mapping[str, Point]) -> Mapping[str, Point]:
    """A shape laid over its places as near as it goes, since nobody says where the whole lies; known points stay."""
    return corners if network.fixed else laid_corners(Hold(HoldKind.BEST_FIT, ()), corners, places, list(places))[1]


def _undone(told: Round, fit: NearPlan, index: int) -> tuple[Undone, float]:
    """The likeliest slip of a pull, from what the others say it should read, and what that costs."""
    pull, sigma = told.pulls[index], told.network.observations[index].sigma_mm
    taut = pull.reading_mm - pull.burn_mm - pull.zero_mm - (pull.touch_mm or 0.0) if pull.fall_mm else pull.length_mm
    needed = math.hypot(pull.length_mm - fit.misfit_mm[index], pull.fall_mm) - taut
    spread = math.sqrt(sigma**2 + fit.variance_mm2(index))
    unnamed = SLIP_CHANCE * _unnamed_density(needed) * sigma * math.sqrt(2 * math.pi)
    best, least = Undone(index, Slip.UNKNOWN, needed), _rare(unnamed)
    for slip, correction, ways in usual_slips(pull, told.pulls, told.units, told.heights_mm, fit.corners):
        off = (correction - needed) / spread
        price = off**2 + _rare(SLIP_CHANCE * SHARES[slip] / ways) + 2 * math.log(spread / sigma)
        if abs(off) <= EXPLAINS_SIGMAS and abs(correction) > spread and price < least:
            best, least = Undone(index, slip, correction), price
    return best, least


def _unnamed_density(needed_mm: float) -> float:
    """How likely, for each millimetre, a slip without a name needs such a correction."""
    size = max(abs(needed_mm), UNKNOWN_FROM_MM)
    density = SHARES[Slip.UNKNOWN] / (2 * math.log(UNKNOWN_TO_MM / UNKNOWN_FROM_MM) * size)
    return density + (SHARES[Slip.BUMP] / MOST_OVER_A_BUMP_MM if -MOST_OVER_A_BUMP_MM < needed_mm < 0 else 0.0)


def _again(told: Round, stakes: Stakes, shape: Mapping[str, Point], values_mm: Mapping[int, float]) -> NearPlan:
    """The adjustment with some readings taken for others."""
    observations = [_with_value(one, values_mm.get(i, one.value_mm)) for i, one in enumerate(told.network.observations)]
    network = replace(told.network, observations=tuple(observations))
    return Stakes(network, stakes.frame, stakes.places).fitted((), shape)


def _with_value(observation: Observation, value_mm: float) -> Observation:
    return replace(observation, value_mm=value_mm)  # type: ignore[type-var]  # each kind is a dataclass


def _in_common(told: Round, stakes: Stakes, shape: Mapping[str, Point]) -> list[Explanation]:
    """The same slip in every reading alike: a burn noted and never made, or a bent hook."""
    pulls = told.pulls
    burned = [i for i, pull in enumerate(pulls) if pull.kind in TAPED and pull.burn_mm]
    hooked = [i for i, pull in enumerate(pulls) if pull.kind in TAPED and not pull.burn_mm]
    tried = [(Slip.BURN, burned, pulls[burned[0]].burn_mm)] if burned else []
    off = max(abs(observed_minus_computed_mm(one, shape)) for one in told.network.observations)
    if off < MOST_BY_A_HOOK_MM:
        tried += [(Slip.HOOK, hooked, by) for by in hooks_mm()]
    found = []
    for slip, which, by in tried:
        if len(which) < LEAST_IN_COMMON:
            continue
        fit = _again(told, stakes, shape, {i: told.network.observations[i].value_mm + by for i in which})
        undone = [Undone(i, slip, by) for i in which]
        found.append(_costed(told, stakes, fit, undone, None, _rare(COMMON_CHANCE / len(tried))))
    return found


def _rows_swapped(told: Round, stakes: Stakes, shape: Mapping[str, Point]) -> list[Explanation]:
    """Two readings written into each other's rows, where each fits the other's row far better than its own."""
    observations = told.network.observations
    ought = [one.computed_mm(shape) for one in observations]
    found = []
    for i, j in combinations(range(len(observations)), 2):
        one, other = observations[i].value_mm, observations[j].value_mm
        now = max(abs(one - ought[i]), abs(other - ought[j]))
        then = max(abs(one - ought[j]), abs(other - ought[i]))
        if now < 4 * observations[i].sigma_mm or then > now / 2:
            continue
        fit = _again(told, stakes, shape, {i: other, j: one})
        pairs = len(observations) * (len(observations) - 1) / 2
        undone = (Undone(i, Slip.ROWS_SWAPPED, other - one), Undone(j, Slip.ROWS_SWAPPED, one - other))
        found.append(_costed(told, stakes, fit, undone, None, _rare(SWAPPED_CHANCE / pairs)))
    return found
