"""Whether a run of levels closes well enough, and which of its readings most likely slipped when it does not.

What honest reading allows adds up as squares: the ± of every backsight and foresight of the run.  A slip in one
reading shows in full at the check: a backsight read too large makes everything after it too high, a foresight read
too large makes it too low.  One check shows that something slipped, not where; points that were shot again from
another setup of the run can tell.
"""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

from anvilhead.core.levels.level_book import Check, LevelBook, LevelSetup, LevelShot, keep_book
from anvilhead.core.levels.level_instrument import SPANNED, USUAL_SIGHT_MM, LevelClass, LevelInstrument
from anvilhead.core.misreading import Misreading, misreadings
from anvilhead.core.tolerances import ON_TOLERANCE_MM
from anvilhead.core.units import Units

Place = tuple[int, int]
"""A shot: its setup and its number in it."""

MOST_SUSPECTS = 8
"""Suspects told; a run with more is better levelled again."""


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
        """Whether the misclosure is what honest readings leave."""
        return abs(self.check.misclosure_mm) <= self.allowed_mm + ON_TOLERANCE_MM


def closings(book: LevelBook, setups: Sequence[LevelSetup], sights: Sights, units: Sequence[Units]) -> list[Closing]:
    """Every check of a book judged.

    Args:
        book: the book worked out.
        setups: what it was worked out from.
        sights: how good each sight is.
        units: of each setup's rod, for slips of digits.
    """
    judge = _Judge(book, setups, sights, units)
    return [judge.closing(check) for check in book.checks]


@dataclass(frozen=True)
class _Step:
    """One setup of a run: its backsight, None where its height was known otherwise, and the shot that carries on."""

    setup: int
    back: Place | None
    fore: Place

    @property
    def readings(self) -> list[tuple[Place, float]]:
        """Its readings, each with what a millimetre more on it adds to what the run comes out at."""
        return [*([(self.back, 1.0)] if self.back else []), (self.fore, -1.0)]


@dataclass(frozen=True)
class _Judge:
    """A book, and what its checks are judged by."""

    book: LevelBook
    setups: Sequence[LevelSetup]
    sights: Sights
    units: Sequence[Units]

    def closing(self, check: Check) -> Closing:
        steps = self._steps(check)
        allowed = math.hypot(*(self._step_mm(step.setup, step.back, step.fore) for step in steps))
        places = [place for step in steps for place, _ in step.readings]
        assumed = any(place not in self.sights.distance_mm and self.sights.classes[place[0]].per_mm for place in places)
        closing = Closing(check, allowed, assumed, ())
        return closing if closing.fits else replace(closing, suspects=tuple(self._suspects(closing, steps)))

    def _steps(self, check: Check) -> list[_Step]:
        fores = [start for setup in check.run[1:] if (start := self.book.setups[setup].start)]
        fores.append((check.setup, check.shot))
        return [
            _Step(setup, None if self.setups[setup].height_mm is not None else (setup, 0), fore)
            for setup, fore in zip(check.run, fores, strict=True)
        ]

    def _step_mm(self, setup: int, back: Place | None, fore: Place) -> float:
        return self.sights.step_mm(self.setups[setup].instrument, back, fore)

    def _suspects(self, closing: Closing, steps: Sequence[_Step]) -> list[LevelSuspect]:
        """Readings of the run that may have slipped; where other shots point at one turning point, those alone."""
        named = self._named(closing, steps)
        torn = self._torn(self.book)
        if not torn:
            return named[:MOST_SUSPECTS]
        off = closing.check.misclosure_mm
        anywhere = [
            LevelSuspect(place, None, -sign * off, certain=False) for step in steps for place, sign in step.readings
        ]
        mended = [one for one in named or anywhere if self._torn_with(one) < torn]
        spots = {self.setups[one.place[0]].shots[one.place[1]].spot for one in mended}
        if len(spots) == 1:  # one turning point, as read from either side of it
            return [replace(one, certain=True) for one in mended]
        return (mended or named)[:MOST_SUSPECTS]

    def _named(self, closing: Closing, steps: Sequence[_Step]) -> list[LevelSuspect]:
        """Readings whose named slip would make the run close, likeliest first."""
        found: dict[Place, LevelSuspect] = {}
        order = list(Misreading)
        for step in steps:
            for place, sign in step.readings:
                shot = self.setups[place[0]].shots[place[1]]
                for slip, correction in misreadings(shot.used_mm, shot.typed, self.units[step.setup]):
                    if abs(closing.check.misclosure_mm + sign * correction) <= closing.allowed_mm:
                        found.setdefault(place, LevelSuspect(place, slip, correction, certain=False))
        return sorted(found.values(), key=lambda one: order.index(one.slip or order[-1]))

    def _torn(self, book: LevelBook) -> int:
        """How many spots were shot again at a height (raw) that the way between the two shots does not allow."""
        count = 0
        for again in book.again:
            (one, _), (other, _) = again.first, again.second
            if one == other or again.spot.thing:  # a thing set to height is moved on purpose
                continue
            raw = again.higher_mm - book.setups[other].correction_mm + book.setups[one].correction_mm
            ends = (again.first, again.second)
            allowed = math.hypot(*(self._step_mm(place[0], (place[0], 0), place) for place in ends))
            count += abs(raw) > allowed * max(1, other - one) ** 0.5
        return count

    def _torn_with(self, suspect: LevelSuspect) -> int:
        """The same, once a suspect's reading is put right."""
        setup, number = suspect.place
        shots: list[LevelShot] = list(self.setups[setup].shots)
        shot = shots[number]
        turned = None if shot.turned_mm is None else shot.turned_mm + suspect.correction_mm
        shots[number] = replace(shot, reading_mm=shot.reading_mm + suspect.correction_mm, turned_mm=turned)
        righted = [*self.setups]
        righted[setup] = replace(self.setups[setup], shots=tuple(shots))
        return self._torn(keep_book(self.book.benchmarks, righted))
