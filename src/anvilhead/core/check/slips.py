"""Slips of the hand and eye: which reading is wrong, and how it came about.

A pull that fits nothing is a slip before it is an error of the ground.  Each suspect pull is left out,
the rest adjusted without it, and the reading compared with what the rest say it should be.  A slip that
would turn the one into the other names the suspect.

Two things rank suspects: how well the slip explains the reading, and how far from the plan the corners
would lie if it were true (stakes are driven near their places, so a slip that leaves the shape near the
plan is likelier).  With a single pull to spare every pull could be the wrong one; then nothing is certain.
"""

import math
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from enum import StrEnum
from itertools import combinations

from anvilhead.core.adjust.adjustment import Adjustment
from anvilhead.core.adjust.chance import chi_square_tail
from anvilhead.core.adjust.network import Network
from anvilhead.core.measure.misreading import misreadings, shows_feet
from anvilhead.core.measure.observation import Observation
from anvilhead.core.measure.tape import Pull, PullKind
from anvilhead.core.units.tolerances import DISAGREE_PROBABILITY, REDUNDANCY_FLOOR
from anvilhead.core.units.units import INCH_MM, Units

METRIC_BURN_MM = 100.0
MOST_SLIPS = 3
"""Slips looked for in one round; a round with more is better measured again."""
MOST_SUSPECTS = 12
"""Pulls examined one by one, worst first; keeps 200 pulls within a fraction of a second."""
EXPLAINS_SIGMAS = 3.0
"""A slip explains a reading when it leaves no more than this many standard deviations."""
WRONG_SYSTEM = 6.0
"""Added disbelief in a misread foot or inch on a metric tape."""
ROUGH_STAKE_MM = 100.0
"""How far from plan strings that were only eyed up lie, as a standard deviation."""
HOOKS_MM = (INCH_MM / 8, INCH_MM / 16, INCH_MM * 3 / 16)
"""What a bent or loose hook adds to, or takes from, every reading made with it."""
LEAST_IN_COMMON = 3
"""Two readings cannot show that something is common to all."""
_TAPED = (PullKind.POINTS, PullKind.TO_LINE, PullKind.ALONG)
HOPELESS = 4.0
"""Leaving a pull out cannot help when even a quarter of the misfit left would be too much; by straight lines."""


class Slip(StrEnum):
    """Named slips, in the order in which they are believed when two explain a reading equally well."""

    BURN = "burn"
    FOOT = "foot"
    INCH = "inch"
    SIX_NINE = "six-nine"
    SWAPPED_DIGITS = "swapped-digits"
    HUNDREDTHS = "hundredths"
    WRONG_CORNER = "wrong-corner"
    ROWS_SWAPPED = "rows-swapped"
    BUMP = "bump"
    HOOK = "hook"
    UNKNOWN = "unknown"


_DISBELIEF = dict(zip(Slip, (0.0, 1.0, 2.0, 4.0, 4.0, 2.3, 6.0, 0.0, 2.0, 3.0, 20.0), strict=True))
"""Added to a suspect's score (a chi-square): what is rare must fit better to be believed as much."""


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
class _Without:
    """The network adjusted without one pull, and what it says that pull should have measured."""

    index: int
    fit: Adjustment
    should_be_mm: float
    sigma_mm: float

    @property
    def rest_agrees(self) -> bool:
        return not self.fit.disagrees


@dataclass(frozen=True, slots=True)
class _Search:
    """What slips are looked for in: the network, its pulls, the tape's units, and ground heights by point."""

    network: Network
    pulls: Sequence[Pull]
    units: Units
    heights_mm: Mapping[str, float]


def find_slips(
    network: Network,
    pulls: Sequence[Pull],
    fit: Adjustment,
    units: Units,
    heights_mm: Mapping[str, float] | None = None,
) -> list[Suspect]:
    """Explain a network whose pulls disagree.

    Args:
        network: the observations of the pulls, one each, in the same order.
        pulls: as taken.
        fit: adjustment of all of them, which disagrees.
        units: the tape's units, for slips of digits.
        heights_mm: ground heights by point, where they are known.

    Returns:
        Suspects, likeliest first.  Where several slips lie in one round they come in the order in which they
        were set aside, and none is certain: what is found second rests on having set the first aside rightly.
    """
    search = _Search(network, pulls, units, heights_mm or {})
    found: list[Suspect] = []
    present = list(range(len(pulls)))
    while len(found) < MOST_SUSPECTS:
        candidates = _leave_one_out(network, [network.observations[i] for i in present], fit)
        if not candidates:
            break
        agreeing = [c for c in candidates if c.rest_agrees]
        single = not found and len(agreeing) == 1 and agreeing[0].fit.redundancy >= 1
        if not (found or single):
            together = _burn_never_made(search) or (
                [] if agreeing else _bent_hook(search) or _rows_swapped(search, fit)
            )
            if together:
                return together
        considered = agreeing or [min(candidates, key=lambda c: c.fit.weighted_square_sum)]
        scored = [(c, pulls[present[c.index]], *_explanation(search, c, pulls[present[c.index]])) for c in considered]
        scored.sort(key=lambda entry: entry[2])
        found += [Suspect(pull, slip, mm, single, _agreement(c.fit)) for c, pull, _, slip, mm in scored]
        if agreeing or len(pulls) - len(present) >= MOST_SLIPS - 1:
            break
        fit = considered[0].fit
        del present[considered[0].index]
    return found


def _agreement(fit: Adjustment) -> float:
    return chi_square_tail(fit.weighted_square_sum, max(1, fit.redundancy))


def _leave_one_out(network: Network, observations: Sequence[Observation], fit: Adjustment) -> list[_Without]:
    """Adjust without each suspicious pull in turn, the worst residuals first."""
    out: list[_Without] = []
    for index in _suspicious(fit, len(observations)):
        observation = observations[index]
        rest = network.adjusted([o for i, o in enumerate(observations) if i != index])
        spread = rest.sigma_of(observation)
        if rest.converged and spread is not None:
            should_be = observation.computed_mm(rest.corners)
            out.append(_Without(index, rest, should_be, math.hypot(spread, observation.sigma_mm)))
    return out


def _suspicious(fit: Adjustment, count: int) -> list[int]:
    """Which pulls are worth leaving out."""
    if not fit.converged:
        return list(range(count))[:MOST_SUSPECTS]
    size = [abs(residual.standardized or 0.0) for residual in fit.residuals[:count]]
    checked = [i for i, r in enumerate(fit.residuals[:count]) if r.redundancy > REDUNDANCY_FLOOR]
    worst = max((size[i] for i in checked), default=0.0)
    # a pull that fits twice as well as the worst cannot, left out, make the rest agree
    order = sorted((i for i in checked if size[i] >= worst / 2), key=lambda i: -size[i])[:MOST_SUSPECTS]

    def may_help(index: int) -> bool:
        left = (fit.weighted_square_sum - size[index] ** 2) / HOPELESS
        return chi_square_tail(max(0.0, left), max(1, fit.redundancy - 1)) > DISAGREE_PROBABILITY

    return [index for place, index in enumerate(order) if place < 2 or may_help(index)]


def _rows_swapped(search: _Search, fit: Adjustment) -> list[Suspect]:
    """Two readings written into each other's rows: swapped back, everything agrees."""
    pulls, observations = search.pulls, search.network.observations
    ought = [o.computed_mm(search.network.planned) for o in observations]
    checked = [i for i, r in enumerate(fit.residuals[: len(pulls)]) if r.redundancy > REDUNDANCY_FLOOR]
    for i, j in combinations(checked, 2):
        apart = abs(ought[i] - ought[j])
        swapped = max(abs(pulls[i].length_mm - ought[j]), abs(pulls[j].length_mm - ought[i]))
        if apart < 4 * observations[i].sigma_mm or swapped > min(apart / 2, 3 * ROUGH_STAKE_MM):
            continue
        back = list(observations)
        back[i] = _with_value(back[i], pulls[j].length_mm)
        back[j] = _with_value(back[j], pulls[i].length_mm)
        refit = search.network.adjusted(back)
        if not refit.disagrees and refit.redundancy >= 1:
            by, sure = pulls[j].length_mm - pulls[i].length_mm, refit.redundancy >= 2
            chance = _agreement(refit)
            return [Suspect(pulls[i], Slip.ROWS_SWAPPED, by, sure, chance),
                    Suspect(pulls[j], Slip.ROWS_SWAPPED, -by, sure, chance)]  # fmt: skip
    return []


def _burn_never_made(search: _Search) -> list[Suspect]:
    """Every reading noted as burned and pulled from the hook all the same."""
    burned = [i for i, p in enumerate(search.pulls) if p.kind in _TAPED and p.burn_mm]
    return _common_slip(search, Slip.BURN, burned, [search.pulls[i].burn_mm for i in burned[:1]])


def _bent_hook(search: _Search) -> list[Suspect]:
    """Every reading from the hook off by the same; only looked for where no single reading explains it all."""
    hooked = [i for i, p in enumerate(search.pulls) if p.kind in _TAPED and not p.burn_mm]
    return _common_slip(search, Slip.HOOK, hooked, [by for size in HOOKS_MM for by in (size, -size)])


def _common_slip(search: _Search, slip: Slip, which: Sequence[int], amounts: Sequence[float]) -> list[Suspect]:
    """The same slip in several readings alike; never certain: whoever holds the tape can look."""
    if len(which) < LEAST_IN_COMMON:
        return []
    best: tuple[float, float] | None = None
    for by in amounts:
        observations = list(search.network.observations)
        for i in which:
            observations[i] = _with_value(observations[i], search.pulls[i].length_mm + by)
        fit = search.network.adjusted(observations)
        near = _strangeness(search, fit) <= len(search.network.planned)
        if not fit.disagrees and near and (best is None or _agreement(fit) > best[0]):
            best = (_agreement(fit), by)
    if best is None:
        return []
    return [Suspect(search.pulls[i], slip, best[1], certain=False, agreement=best[0]) for i in which]


def _strangeness(search: _Search, fit: Adjustment) -> float:
    """How far from the plan the corners would lie, as a chi-square: stakes are driven near their places."""
    planned = search.network.planned
    return sum(p.distance_to(fit.corners[n]) ** 2 for n, p in planned.items()) / ROUGH_STAKE_MM**2


def _with_value(observation: Observation, value_mm: float) -> Observation:
    return replace(observation, value_mm=value_mm)  # type: ignore[type-var]  # each kind is a dataclass


def _explanation(search: _Search, without: _Without, pull: Pull) -> tuple[float, Slip, float]:
    """Best explanation of one pull: its score (lower is likelier), the slip and the correction."""
    fit, strangeness = without.fit, _strangeness(search, without.fit)
    taut = pull.reading_mm - pull.burn_mm if pull.fall_mm else pull.length_mm
    needed = math.hypot(without.should_be_mm, pull.fall_mm) - taut
    best: dict[Slip, tuple[float, float]] = {}
    for slip, correction in _possible_corrections(search, pull, fit):
        off = abs(correction - needed) / without.sigma_mm
        if off <= EXPLAINS_SIGMAS and abs(correction) > without.sigma_mm and (slip not in best or off < best[slip][0]):
            best[slip] = (off, correction)
    if not best:
        best[Slip.UNKNOWN] = (0.0, needed)
    foreign = () if shows_feet(pull.typed, search.units) else (Slip.FOOT, Slip.INCH)
    scores = {s: off**2 + _DISBELIEF[s] + (WRONG_SYSTEM if s in foreign else 0.0) for s, (off, _) in best.items()}
    slip = min(scores, key=scores.__getitem__)
    return scores[slip] + strangeness, slip, best[slip][1]


def _possible_corrections(search: _Search, pull: Pull, rest: Adjustment) -> Iterator[tuple[Slip, float]]:
    """Every named slip this reading could hold, with what to add to the reading to undo it."""
    units = search.units
    if pull.burn_mm:
        yield Slip.BURN, pull.burn_mm  # noted as burned, but pulled from the hook
    else:
        others = {other.burn_mm for other in search.pulls if other.burn_mm}
        for burn in others or ({METRIC_BURN_MM} if units is not Units.FT_IN else set()):
            yield Slip.BURN, -burn
        for slack in HOOKS_MM:
            yield Slip.HOOK, slack
            yield Slip.HOOK, -slack
    for slip, correction in misreadings(pull.reading_mm, pull.typed, units):
        yield Slip(slip), correction
    if pull.kind is PullKind.POINTS:
        yield from _bump(search, pull)
        yield from _wrong_corner(pull, rest)


def _bump(search: _Search, pull: Pull) -> Iterator[tuple[Slip, float]]:
    """A tape that followed the ground instead of the level: down its fall, or up over a hump of that height."""
    if pull.fall_mm or not {pull.start, pull.end} <= search.heights_mm.keys():
        return
    height, taut = search.heights_mm[pull.start] - search.heights_mm[pull.end], pull.length_mm
    if 0 < abs(height) < taut / 2:
        yield Slip.BUMP, math.sqrt(taut * taut - height * height) - taut
        yield Slip.BUMP, math.sqrt(taut * taut - 4 * height * height) - taut


def _wrong_corner(pull: Pull, rest: Adjustment) -> Iterator[tuple[Slip, float]]:
    """One end of the tape held at another corner: the reading then fits that corner."""
    right = rest.distance_mm(pull.start, pull.end)
    for fixed, meant in ((pull.start, pull.end), (pull.end, pull.start)):
        for other in rest.corners:
            if other not in (fixed, meant) and other not in rest.loose:
                yield Slip.WRONG_CORNER, right - rest.distance_mm(fixed, other)


def without_certain(pulls: Sequence[Pull], suspects: Sequence[Suspect]) -> list[int]:
    """Indexes of the pulls that no certain suspicion rests on."""
    wrong = [suspect.pull for suspect in suspects if suspect.certain]
    return [i for i, pull in enumerate(pulls) if not any(pull is bad for bad in wrong)]
