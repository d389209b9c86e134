"""Whether a run of levels closes well enough, and which of its readings most likely slipped when it does not.

What careful reading allows adds up as squares: the ± of every backsight and foresight of the run.  A slip in one
reading shows in full at the check: a backsight read too large makes everything after it too high, a foresight read
too large makes it too low.  One check shows that something slipped, not where; points that were shot again from
another setup of the run can tell.

A misclosure that a slip explains, or that is far beyond what is allowable, is not distributed (`may_distribute`): what
was shot before the slip is right as it stands, and what was shot after it is off by the whole of it.  `trust_of` tells
the two apart.
"""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from enum import StrEnum
from functools import cached_property

from anvilhead.core.closing.closed_book import Again, Check, LevelBook
from anvilhead.core.closing.sights import Sights
from anvilhead.core.levels.level_book import LevelSetup, Place
from anvilhead.core.measure.misreading import Misreading, misreadings
from anvilhead.core.units.tolerances import NOTHING_MM
from anvilhead.core.units.units import Units

SLIPPED_TIMES = 3.0
"""A misclosure beyond this many times what is allowable is a slip; less, with no slip to explain it, a careless day."""


@dataclass(frozen=True, slots=True)
class LevelSuspect:
    """A reading that may have slipped.

    Attributes:
        slip: what may have happened; None when only where is known.
        correction_mm: to be added to the reading to undo it.
        certain: whether other shots, not this check alone, point at it.
    """

    place: Place
    slip: Misreading | None
    correction_mm: float
    certain: bool


@dataclass(frozen=True, slots=True)
class Closing:
    """A check judged; `assumed` says that the length of a sight was taken as usual, because nobody said it."""

    check: Check
    assumed: bool
    suspects: tuple[LevelSuspect, ...]


EXPLAINS_TIMES = 1.5
"""A slip explains a misclosure when it leaves this many times what is allowable: 3 in 1,000 rests are larger."""


ROUGH_SHARE = 0.3
"""A rod set on rough ground twice finds it otherwise by millimetres; next to a slip, less than this share is that."""


class Trust(StrEnum):
    """What the heights of a setup are worth after a check that failed, if it was one of the suspects that slipped."""

    SOUND = "sound"
    """No suspect carries them."""
    UNCERTAIN = "doubtful"
    """A suspect carries them; another may have been the one."""
    OFF = "off"
    """Every suspect lies before them: they are off by the misclosure."""


@dataclass(frozen=True)
class DistributeRule:
    """Whether the misclosure of a check is random error, which is distributed, or a slip.

    Attributes:
        setups, units: as for `closings`.
    """

    setups: Sequence[LevelSetup]
    units: Sequence[Units]

    def may_distribute(self, check: Check) -> bool:
        """Whether to share a misclosure out: random, or careless at most, with no slip that explains it."""
        careless = abs(check.misclosure_mm) <= SLIPPED_TIMES * check.allowed_mm + NOTHING_MM
        return check.fits or (careless and not self.named(check))

    def named(self, check: Check) -> list["LevelSuspect"]:
        """Readings whose named slip would make the run close and is more than random error, likeliest first."""
        allowed = check.allowed_mm
        found: dict[Place, LevelSuspect] = {}
        order = list(Misreading)
        for step in check.steps:
            for place, sign in step.readings:
                shot = self.setups[place[0]].shots[place[1]]
                for slip, correction in misreadings(shot.used_mm, shot.typed, self.units[step.setup]):
                    if abs(check.misclosure_mm + sign * correction) <= EXPLAINS_TIMES * allowed < abs(correction):
                        found.setdefault(place, LevelSuspect(place, slip, correction, certain=False))
        return sorted(found.values(), key=lambda one: order.index(one.slip or order[-1]))


def closings(book: LevelBook, sights: Sights, units: Sequence[Units]) -> list[Closing]:
    """Every check of a book judged.

    Args:
        book: the book worked out.
        sights: how good each sight is.
        units: of each setup's rod, for slips of digits.
    """
    judge = _Judge(book, DistributeRule(book.read.setups, units))
    return [judge.closing(check, sights) for check in book.checks]


def trust_of(book: LevelBook, judged: Sequence[Closing]) -> list[Trust]:
    """What the heights of each setup are worth: those that hang on a suspect are told from those before it."""
    trust = [Trust.SOUND] * len(book.setups)
    for closing in judged:
        if closing.check.fits or not closing.check.decides or closing.check.shared:
            continue
        order = {place: i for i, place in enumerate(p for step in closing.check.steps for p, _ in step.readings)}
        suspected = [order[one.place] for one in closing.suspects] or [0, len(order)]
        for step in closing.check.steps:
            carried_by = order[step.back] if step.back else order[step.fore] - 1
            if carried_by >= max(suspected):
                trust[step.setup] = Trust.OFF
            elif carried_by >= min(suspected):
                trust[step.setup] = Trust.UNCERTAIN
    worst = list(Trust)
    for setup, found in enumerate(book.setups):  # branches are worth what they hang on
        if found.start is not None:
            trust[setup] = max(trust[setup], trust[found.start[0]], key=worst.index)
    return trust


@dataclass(frozen=True)
class _Judge:
    """A book, and what its checks are judged by."""

    book: LevelBook
    rule: DistributeRule

    def closing(self, check: Check, sights: Sights) -> Closing:
        places = [place for step in check.steps for place, _ in step.readings]
        assumed = any(place not in sights.distance_mm and sights.classes[place[0]].per_mm for place in places)
        return Closing(check, assumed, () if check.fits else tuple(self._suspects(check)))

    def _suspects(self, check: Check) -> list[LevelSuspect]:
        """Readings of the run that may have slipped: those that let ground shot again agree once they are put right.

        When only those at one spot do, it is certain that one of them slipped.
        """
        named, off = self.rule.named(check), check.misclosure_mm
        anywhere = [
            LevelSuspect(place, None, -sign * off, certain=False)
            for step in check.steps
            for place, sign in step.readings
        ]
        mending = {one.place: one for one in anywhere if self._agrees_with(one)}
        if not mending or len(mending) == len(anywhere):
            return named
        left = [one for one in named if one.place in mending] or list(mending.values())
        spots = {self.book.read.shot(place).spot for place in mending}
        return [replace(one, certain=True) for one in left] if len(spots) == 1 else left

    @cached_property
    def _pairs(self) -> list[tuple[Again, dict[Place, float]]]:
        """Ground that was shot again from another setup, and what a millimetre on each reading adds to how much higher.

        A thing is moved on purpose and tells nothing.
        """
        read = self.book.read
        return [
            (again, {place: later.get(place, 0.0) - first.get(place, 0.0) for place in [*first, *later]})
            for again in self.book.again
            if again.first[0] != again.second[0] and not again.spot.thing
            for first, later in [(read.readings(again.first), read.readings(again.second))]
        ]

    def _agrees_with(self, righted: LevelSuspect) -> bool:
        """Whether all ground shot again is found as honest shots find it, next to this slip, once that is put right."""
        rough = ROUGH_SHARE * abs(righted.correction_mm)
        return all(
            abs(again.higher_mm + righted.correction_mm * adds.get(righted.place, 0.0))
            <= max(EXPLAINS_TIMES * again.allowed_mm, rough)
            for again, adds in self._pairs
        )
