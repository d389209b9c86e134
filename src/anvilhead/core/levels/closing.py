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
    out = []
    for check in book.checks:
        steps = _steps(book, setups, check)
        allowed = math.hypot(*(sights.step_mm(setups[s].instrument, back, fore) for s, back, fore in steps))
        places = [place for _, back, fore in steps for place in (back, fore) if place]
        assumed = any(place not in sights.distance_mm and sights.classes[place[0]].per_mm for place in places)
        closing = Closing(check, allowed, assumed, ())
        if not closing.fits:
            closing = replace(closing, suspects=tuple(_suspects(book, setups, sights, units, closing, steps)))
        out.append(closing)
    return out


def _steps(book: LevelBook, setups: Sequence[LevelSetup], check: Check) -> list[tuple[int, Place | None, Place]]:
    """Each setup of a run with its backsight and the shot that carries on."""
    fores = [start for setup in check.run[1:] if (start := book.setups[setup].start)] + [(check.setup, check.shot)]
    return [
        (setup, None if setups[setup].height_mm is not None else (setup, 0), fore)
        for setup, fore in zip(check.run, fores, strict=True)
    ]


def _suspects(
    book: LevelBook,
    setups: Sequence[LevelSetup],
    sights: Sights,
    units: Sequence[Units],
    closing: Closing,
    steps: Sequence[tuple[int, Place | None, Place]],
) -> list[LevelSuspect]:
    """Readings of the run whose named slip would make it close; those that other shots point at first."""
    off = closing.check.misclosure_mm
    found: dict[Place, LevelSuspect] = {}
    for setup, back, fore in steps:
        for place, sign in ((back, 1.0), (fore, -1.0)):
            if place is None:
                continue
            shot = setups[place[0]].shots[place[1]]
            for slip, correction in misreadings(shot.used_mm, shot.typed, units[setup]):
                if abs(off + sign * correction) <= closing.allowed_mm:
                    found.setdefault(place, LevelSuspect(place, slip, correction, certain=False))
    before = _torn(book, setups, sights)
    if not before:
        return sorted(found.values(), key=lambda one: list(Misreading).index(one.slip or Misreading.FOOT))[
            :MOST_SUSPECTS
        ]
    candidates = list(found.values()) or [
        LevelSuspect(place, None, -off if place == back else off, certain=False)
        for _, back, fore in steps
        for place in (back, fore)
        if place
    ]
    mended = [one for one in candidates if len(_torn_with(book, setups, sights, one)) < len(before)]
    spots = {setups[one.place[0]].shots[one.place[1]].spot for one in mended}
    if len(spots) == 1:  # one turning point, as read from either side of it
        return [replace(one, certain=True) for one in mended]
    return (mended or list(found.values()))[:MOST_SUSPECTS]


def _torn(book: LevelBook, setups: Sequence[LevelSetup], sights: Sights) -> list[Place]:
    """Spots shot again whose two raw heights differ by more than the way between them allows."""
    out = []
    for again in book.again:
        (one, _), (other, _) = again.first, again.second
        if one == other or again.spot.thing:  # a thing set to height is moved on purpose
            continue
        before, after = book.setups[one], book.setups[other]
        raw = again.higher_mm - after.correction_mm + before.correction_mm
        allowed = math.hypot(
            *(
                sights.step_mm(setups[place[0]].instrument, (place[0], 0), place)
                for place in (again.first, again.second)
            )
        )
        if abs(raw) > allowed * max(1, other - one) ** 0.5:
            out.append(again.second)
    return out


def _torn_with(book: LevelBook, setups: Sequence[LevelSetup], sights: Sights, suspect: LevelSuspect) -> list[Place]:
    """The same, once a suspect's reading is put right."""
    setup, number = suspect.place
    shots: list[LevelShot] = list(setups[setup].shots)
    shot = shots[number]
    turned = None if shot.turned_mm is None else shot.turned_mm + suspect.correction_mm
    shots[number] = replace(shot, reading_mm=shot.reading_mm + suspect.correction_mm, turned_mm=turned)
    righted = [*setups]
    righted[setup] = replace(setups[setup], shots=tuple(shots))
    return _torn(keep_book(book.benchmarks, righted), righted, sights)
