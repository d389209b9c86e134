"""Slips of the hand and eye: which reading is wrong, and how it came about.

A pull that fits nothing is a slip before it is an error of the ground.  Each suspect pull is left out,
the rest adjusted without it, and the reading compared with what the rest say it should be.  A slip that
would turn the one into the other names the suspect.

Two things rank suspects: how well the slip explains the reading, and how far from the plan the corners
would lie if it were true (stakes are driven near their places, so a slip that leaves the shape near the
plan is likelier).  With a single pull to spare every pull could be the wrong one; then nothing is certain.
"""

import math
import re
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from enum import StrEnum
from fractions import Fraction

from anvilhead.core.adjustment import Adjustment, Observation, adjust
from anvilhead.core.errors import LengthError
from anvilhead.core.length_printing import print_length
from anvilhead.core.length_reading import read_length
from anvilhead.core.point import Point
from anvilhead.core.tape import Pull
from anvilhead.core.tolerances import REDUNDANCY_FLOOR
from anvilhead.core.units import Units

FOOT_MM, INCH_MM = 304.8, 25.4
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


class Slip(StrEnum):
    """Named slips, in the order in which they are believed when two explain a reading equally well."""

    BURN = "burn"
    FOOT = "foot"
    INCH = "inch"
    SIX_NINE = "six-nine"
    SWAPPED_DIGITS = "swapped-digits"
    HUNDREDTHS = "hundredths"
    WRONG_CORNER = "wrong-corner"
    UNKNOWN = "unknown"


_DISBELIEF = dict(zip(Slip, (0.0, 1.0, 2.0, 4.0, 4.0, 2.3, 6.0, 20.0), strict=True))
"""Added to a suspect's score (a chi-square): what is rare must fit better to be believed as much."""


@dataclass(frozen=True, slots=True)
class Suspect:
    """A pull that may be wrong.

    Attributes:
        pull: the pull as taken.
        slip: what may have happened.
        correction_mm: to be added to the reading to undo the slip.
        certain: whether the other pulls single this one out.
    """

    pull: Pull
    slip: Slip
    correction_mm: float
    certain: bool


@dataclass(frozen=True, slots=True)
class _Without:
    """The network adjusted without one pull, and what it says that pull should have read."""

    index: int
    fit: Adjustment
    should_be_mm: float
    sigma_mm: float

    @property
    def rest_agrees(self) -> bool:
        return not self.fit.disagrees


def find_slips(
    planned: Mapping[str, Point],
    held: tuple[str, str],
    pulls: Sequence[Pull],
    observations: Sequence[Observation],
    fit: Adjustment,
    units: Units,
) -> list[Suspect]:
    """Explain a network whose pulls disagree.

    Args:
        planned: corners at their plan.
        held: the held line.
        pulls: as taken; one observation each, in the same order.
        observations: the reduced lengths.
        fit: adjustment of all of them, which disagrees.
        units: the tape's units, for slips of digits.

    Returns:
        Suspects, likeliest first.  Where several slips lie in one round they come in the order in which they
        were set aside, and none is certain: what is found second rests on having set the first aside rightly.
    """
    found: list[Suspect] = []
    present = list(range(len(pulls)))
    for _ in range(MOST_SLIPS):
        kept = [observations[i] for i in present]
        candidates = _leave_one_out(planned, held, kept, fit)
        if not candidates:
            break
        agreeing = [c for c in candidates if c.rest_agrees]
        considered = agreeing or [min(candidates, key=lambda c: c.fit.weighted_square_sum)]
        single = not found and len(agreeing) == 1 and agreeing[0].fit.redundancy >= 1
        explained = [(pulls[present[c.index]], c) for c in considered]
        scored = [(pull, *_explanation(c, pull, pulls, planned, units)) for pull, c in explained]
        scored.sort(key=lambda entry: entry[1])
        found += [Suspect(pull, slip, correction, single) for pull, _, slip, correction in scored]
        if agreeing:
            break
        fit = considered[0].fit
        del present[considered[0].index]
    return found


def _leave_one_out(
    planned: Mapping[str, Point], held: tuple[str, str], observations: Sequence[Observation], fit: Adjustment
) -> list[_Without]:
    """Adjust without each suspicious pull in turn, the worst residuals first."""
    if not fit.converged:
        order = list(range(len(observations)))
    else:
        checked = [i for i, r in enumerate(fit.residuals) if r.redundancy > REDUNDANCY_FLOOR]
        size = [abs(residual.standardized or 0.0) for residual in fit.residuals]
        worst = max((size[i] for i in checked), default=0.0)
        # a pull that fits twice as well as the worst cannot, left out, make the rest agree
        order = sorted((i for i in checked if size[i] >= worst / 2), key=lambda i: -size[i])
    out: list[_Without] = []
    for index in order[:MOST_SUSPECTS]:
        observation = observations[index]
        rest = adjust(planned, held, [o for i, o in enumerate(observations) if i != index])
        spread = rest.distance_sigma_mm(observation.start, observation.end)
        if rest.converged and spread is not None:
            should_be = rest.distance_mm(observation.start, observation.end)
            out.append(_Without(index, rest, should_be, math.hypot(spread, observation.sigma_mm)))
    return out


def _explanation(
    without: _Without, pull: Pull, pulls: Sequence[Pull], planned: Mapping[str, Point], units: Units
) -> tuple[float, Slip, float]:
    """Best explanation of one pull: its score (lower is likelier), the slip and the correction."""
    strangeness = sum(p.distance_to(without.fit.corners[n]) ** 2 for n, p in planned.items()) / ROUGH_STAKE_MM**2
    needed = math.hypot(without.should_be_mm, pull.fall_mm) + pull.burn_mm - pull.reading_mm
    best: dict[Slip, tuple[float, float]] = {}
    for slip, correction in _possible_corrections(pull, pulls, without.fit, units):
        off = abs(correction - needed) / without.sigma_mm
        if off <= EXPLAINS_SIGMAS and abs(correction) > without.sigma_mm and (slip not in best or off < best[slip][0]):
            best[slip] = (off, correction)
    if not best:
        best[Slip.UNKNOWN] = (0.0, needed)
    foreign = () if _in_feet(pull, units) else (Slip.FOOT, Slip.INCH)
    scores = {s: off**2 + _DISBELIEF[s] + (WRONG_SYSTEM if s in foreign else 0.0) for s, (off, _) in best.items()}
    slip = min(scores, key=scores.__getitem__)
    return scores[slip] + strangeness, slip, best[slip][1]


def _possible_corrections(
    pull: Pull, pulls: Sequence[Pull], rest: Adjustment, units: Units
) -> Iterator[tuple[Slip, float]]:
    """Every named slip this reading could hold, with what to add to the reading to undo it."""
    if pull.burn_mm:
        yield Slip.BURN, pull.burn_mm  # noted as burned, but pulled from the hook
    else:
        others = {other.burn_mm for other in pulls if other.burn_mm}
        for burn in others or ({METRIC_BURN_MM} if units is not Units.FT_IN else set()):
            yield Slip.BURN, -burn
    for slip, amount in ((Slip.FOOT, FOOT_MM), (Slip.INCH, INCH_MM)):
        yield slip, amount
        yield slip, -amount
    for text in _ways_to_read(pull, units):
        for slip, changed in _digit_slips(text):
            try:
                correct = read_length(changed, units).mm
            except LengthError:
                continue
            yield slip, float(correct) - pull.reading_mm
    if _in_feet(pull, units):
        for correct_mm in _hundredths_slips(pull.reading_mm):
            yield Slip.HUNDREDTHS, correct_mm - pull.reading_mm
    yield from _wrong_corner(pull, rest)


def _ways_to_read(pull: Pull, units: Units) -> set[str]:
    """The reading as typed and as the tape prints it: feet and inches, and inches alone."""
    texts = {print_length(pull.reading_mm, units).text}
    if pull.typed:
        texts.add(pull.typed)
    if units is Units.FT_IN:
        inches = Fraction(round(pull.reading_mm / INCH_MM * 16), 16)
        whole, over = divmod(inches, 1)
        texts.add(f'{whole} {over}"' if over else f'{whole}"')
    return texts


def _in_feet(pull: Pull, units: Units) -> bool:
    """Whether the tape showed feet; a metric tape has none to misread."""
    return units is Units.FT_IN or "'" in pull.typed or '"' in pull.typed


def _digit_slips(text: str) -> Iterator[tuple[Slip, str]]:
    for match in re.finditer("[69]", text):
        flipped = "9" if match.group() == "6" else "6"
        yield Slip.SIX_NINE, text[: match.start()] + flipped + text[match.end() :]
    for i in range(len(text) - 1):
        if text[i] != text[i + 1] and (text[i] + text[i + 1]).isdigit():
            yield Slip.SWAPPED_DIGITS, text[:i] + text[i + 1] + text[i] + text[i + 2 :]


def _hundredths_slips(reading_mm: float) -> Iterator[float]:
    """What was on the tape if hundredths (or tenths) of a foot were taken for inches, or the reverse."""
    feet, inches = divmod(round(reading_mm / INCH_MM, 6), 12)
    yield (feet + inches / 100) * FOOT_MM
    yield (feet + inches / 10) * FOOT_MM
    share = inches / 12
    for as_inches in (share * 100, share * 10):
        if as_inches < 12:
            yield feet * FOOT_MM + as_inches * INCH_MM


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
