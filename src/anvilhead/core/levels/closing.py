"""Whether a run of levels closes well enough, and which of its readings most likely slipped when it does not.

What careful reading allows adds up as squares: the ± of every backsight and foresight of the run.  A slip in one
reading shows in full at the check: a backsight read too large makes everything after it too high, a foresight read
too large makes it too low.  One check shows that something slipped, not where; points that were shot again from
another setup of the run can tell.

A misclosure that a slip explains, or that is far beyond what is allowable, is not distributed (`may_distribute`): what
was shot before the slip is right as it stands, and what was shot after it is off by the whole of it.  `trust_of` tells
the two apart.
"""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from enum import StrEnum

from anvilhead.core.levels.level_book import Check, LevelBook, LevelSetup, LevelShot, Place, Step, keep_book
from anvilhead.core.levels.level_instrument import SPANNED, USUAL_SIGHT_MM, LevelClass, LevelInstrument
from anvilhead.core.measure.misreading import Misreading, misreadings
from anvilhead.core.units.tolerances import NOTHING_MM
from anvilhead.core.units.units import Units

SLIPPED_TIMES = 3.0
"""A misclosure beyond this many times what is allowable is a slip; less, with no slip to explain it, a careless day."""


@dataclass(frozen=True, slots=True)
class Sights:
    """How good each sight of a book is.

    Attributes:
        classes: of each setup's instrument, by index of the setup.
        distance_mm: length of each sight where it is known, by shot.
    """

    classes: Sequence[LevelClass]
    distance_mm: Mapping[Place, float]

    def length_mm(self, place: Place) -> float:
        """Length of a sight; the usual one where it is not known."""
        return self.distance_mm.get(place, USUAL_SIGHT_MM)

    def step_mm(self, instrument: LevelInstrument, back: Place | None, fore: Place) -> float:
        """± of the difference in height that one setup carries over, millimetres.

        Args:
            instrument: of the setup.
            back: its backsight; None where its height was known otherwise.
            fore: the shot that carries on.
        """
        ends = [place for place in (back, fore) if place]
        kind = self.classes[fore[0]]
        if instrument in SPANNED:
            span_mm = max(self.length_mm(place) for place in ends)
            return math.hypot(kind.reading_mm * math.sqrt(len(ends)), kind.per_mm * span_mm)
        return math.hypot(*(kind.sight_mm(self.length_mm(place)) for place in ends))


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
    allowed_mm: float
    assumed: bool
    suspects: tuple[LevelSuspect, ...]

    @property
    def fits(self) -> bool:
        """Whether the misclosure is what careful readings leave."""
        return abs(self.check.misclosure_mm) <= self.allowed_mm + NOTHING_MM


EXPLAINS_TIMES = 1.5
"""A slip explains a misclosure when it leaves this many times what is allowable: 3 in 1,000 rests are larger."""


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
        setups, sights, units: as for `closings`.
    """

    setups: Sequence[LevelSetup]
    sights: Sights
    units: Sequence[Units]

    def allowed_mm(self, steps: Sequence[Step]) -> float:
        """What careful readings may leave over a run, millimetres, 95 times in 100."""
        return math.hypot(*(self.step_mm(step.setup, step.back, step.fore) for step in steps))

    def step_mm(self, setup: int, back: Place | None, fore: Place) -> float:
        """± of the difference in height that one setup carries over."""
        return self.sights.step_mm(self.setups[setup].instrument, back, fore)

    def may_distribute(self, check: Check) -> bool:
        """Whether to share a misclosure out: random, or careless at most, with no slip that explains it."""
        allowed = self.allowed_mm(check.steps)
        off = abs(check.misclosure_mm)
        if off <= allowed + NOTHING_MM:
            return True
        return off <= SLIPPED_TIMES * allowed + NOTHING_MM and not self.named(check)

    def named(self, check: Check) -> list["LevelSuspect"]:
        """Readings whose named slip would make the run close and is more than random error, likeliest first."""
        allowed = self.allowed_mm(check.steps)
        found: dict[Place, LevelSuspect] = {}
        order = list(Misreading)
        for step in check.steps:
            for place, sign in step.readings:
                shot = self.setups[place[0]].shots[place[1]]
                for slip, correction in misreadings(shot.used_mm, shot.typed, self.units[step.setup]):
                    if abs(check.misclosure_mm + sign * correction) <= EXPLAINS_TIMES * allowed < abs(correction):
                        found.setdefault(place, LevelSuspect(place, slip, correction, certain=False))
        return sorted(found.values(), key=lambda one: order.index(one.slip or order[-1]))


def closings(book: LevelBook, setups: Sequence[LevelSetup], sights: Sights, units: Sequence[Units]) -> list[Closing]:
    """Every check of a book judged.

    Args:
        book: the book worked out.
        setups: what it was worked out from.
        sights: how good each sight is.
        units: of each setup's rod, for slips of digits.
    """
    judge = _Judge(book, DistributeRule(setups, sights, units))
    return [judge.closing(check) for check in book.checks]


def trust_of(book: LevelBook, judged: Sequence[Closing]) -> list[Trust]:
    """What the heights of each setup are worth: those that hang on a suspect are told from those before it."""
    trust = [Trust.SOUND] * len(book.setups)
    for closing in judged:
        if closing.fits or not closing.check.decides or closing.check.shared:
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

    @property
    def setups(self) -> Sequence[LevelSetup]:
        return self.rule.setups

    def closing(self, check: Check) -> Closing:
        sights = self.rule.sights
        places = [place for step in check.steps for place, _ in step.readings]
        assumed = any(place not in sights.distance_mm and sights.classes[place[0]].per_mm for place in places)
        closing = Closing(check, self.rule.allowed_mm(check.steps), assumed, ())
        return closing if closing.fits else replace(closing, suspects=tuple(self._suspects(check)))

    def _suspects(self, check: Check) -> list[LevelSuspect]:
        """Readings of the run that may have slipped; where other shots point at one turning point, those alone."""
        named = self.rule.named(check)
        unclosed = self._unclosed(self.book)
        if not unclosed:
            return named
        off = check.misclosure_mm
        anywhere = [
            LevelSuspect(place, None, -sign * off, certain=False)
            for step in check.steps
            for place, sign in step.readings
        ]
        mended = [one for one in named or anywhere if self._unclosed_with(one) < unclosed]
        spots = {self.setups[one.place[0]].shots[one.place[1]].spot for one in mended}
        if len(spots) == 1:  # one turning point, as read from either side of it
            return [replace(one, certain=True) for one in mended]
        return mended or named

    def _unclosed(self, book: LevelBook) -> int:
        """How many spots were shot again at a height (raw) that the way between the two shots does not allow."""
        count = 0
        for again in book.again:
            (one, _), (other, _) = again.first, again.second
            if one == other or again.spot.thing:  # a thing set to height is moved on purpose
                continue
            raw = again.higher_mm - book.setups[other].correction_mm + book.setups[one].correction_mm
            ends = (again.first, again.second)
            allowed = math.hypot(*(self.rule.step_mm(place[0], book.setups[place[0]].back, place) for place in ends))
            count += abs(raw) > allowed * max(1, other - one) ** 0.5
        return count

    def _unclosed_with(self, suspect: LevelSuspect) -> int:
        """The same, once a suspect's reading is put right."""
        setup, number = suspect.place
        shots: list[LevelShot] = list(self.setups[setup].shots)
        shot = shots[number]
        turned = None if shot.turned_mm is None else shot.turned_mm + suspect.correction_mm
        shots[number] = replace(shot, reading_mm=shot.reading_mm + suspect.correction_mm, turned_mm=turned)
        righted = [*self.setups]
        righted[setup] = replace(self.setups[setup], shots=tuple(shots))
        return self._unclosed(keep_book(self.book.benchmarks, righted, lambda check: False))
