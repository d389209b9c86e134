"""The level book read: from benchmarks, setups and shots to heights as they come out, before anything is closed.

height of a point = HI − reading, HI = known height + reading on it.  The first shot of a setup on a point whose
height is known gives HI, as a rule its very first; a setup on a string of known height says HI itself.  Points once
shot are known to later setups, so a turning point carries the height on.  What is held as true may be any spot: a nail
in a curb, or the first thing that was set, such as a board top halfway up its stake.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field

from anvilhead.core.levels.level_instrument import LevelInstrument

GROUND = ""
"""What a shot stands on when it is not a thing that was set: the point itself."""

Place = tuple[int, int]
"""A shot: its setup and its number in it."""


@dataclass(frozen=True, slots=True)
class Spot:
    """Where a rod stands: a point, and on what there: the ground, or a thing set to height such as a form top."""

    at: str
    thing: str = GROUND

    def __str__(self) -> str:
        return f"{self.at}, {self.thing}" if self.thing else self.at


@dataclass(frozen=True, slots=True)
class LevelShot:
    """One reading down from the level line, millimetres; below zero for a rod held upside down.

    Attributes:
        turned_mm: a second reading with the line level or spirit level turned end for end; the mean counts.
        distance_mm: length of the sight, or of the span; None when it was not said.
        typed: as written down, for slips of digits.
    """

    spot: Spot
    reading_mm: float
    turned_mm: float | None = None
    distance_mm: float | None = None
    typed: str = ""

    @property
    def used_mm(self) -> float:
        """The reading that counts."""
        return self.reading_mm if self.turned_mm is None else (self.reading_mm + self.turned_mm) / 2


@dataclass(frozen=True, slots=True)
class LevelSetup:
    """One standing of an instrument and its shots in order.

    Attributes:
        height_mm: its HI where that is known otherwise.
        rechecks: whether nothing was moved since: what was shot before is held against it and stays as it is.
    """

    instrument: LevelInstrument
    shots: tuple[LevelShot, ...]
    height_mm: float | None = None
    rechecks: bool = False


@dataclass(frozen=True, slots=True)
class Step:
    """One setup of a run: its backsight, None where its height was known otherwise, and the shot that carries on."""

    setup: int
    back: Place | None
    fore: Place

    @property
    def readings(self) -> list[tuple[Place, float]]:
        """Its readings, each with what a millimetre more on it adds to what the run comes out at."""
        return [*([(self.back, 1.0)] if self.back else []), (self.fore, -1.0)]


@dataclass(frozen=True, slots=True)
class Begun:
    """Where a setup got its HI from.

    Attributes:
        hi_mm: HI as read, millimetres; None when it has no shot yet, or begins where no height is known.
        back: its shot that gives HI; None where that is known otherwise, or not at all.
        start: the shot that the point of that one got its height from; None on a benchmark.
        spare: another shot of it on a known point, which gives HI if that one is struck.
    """

    hi_mm: float | None
    back: Place | None = None
    start: Place | None = None
    spare: Place | None = None


@dataclass(frozen=True, slots=True)
class RawShot:
    """A height as read, millimetres, and the shot that found it."""

    place: Place
    height_mm: float


@dataclass(frozen=True, slots=True)
class BookRead:
    """A book as it was read.

    Attributes:
        shots: every shot of every spot but backsights and those that only check, in order.
        on_benchmarks: shots on benchmarks that are not backsights: checks.
        rechecked: what was shot from a setup that only checks, behind the shot it is held against.
    """

    benchmarks: Mapping[Spot, float]
    setups: Sequence[LevelSetup]
    begun: Sequence[Begun]
    shots: Mapping[Spot, Sequence[RawShot]]
    on_benchmarks: Sequence[RawShot]
    rechecked: Sequence[tuple[Spot, RawShot, RawShot]]

    def shot(self, place: Place) -> LevelShot:
        """The shot at a place of the book."""
        return self.setups[place[0]].shots[place[1]]

    def raw_mm(self, place: Place) -> float:
        """The height a shot found as it was read, millimetres; its setup has an HI."""
        hi_mm = self.begun[place[0]].hi_mm
        assert hi_mm is not None, "only shots of setups with an HI find heights"
        return hi_mm - self.shot(place).used_mm

    def step(self, fore: Place) -> Step:
        """The setup that a shot was taken from, as a step of a way."""
        return Step(fore[0], self.begun[fore[0]].back, fore)

    def steps(self, fore: Place) -> list[Step]:
        """The way to a shot from where a height is known."""
        steps = [self.step(fore)]
        while (start := self.begun[steps[-1].setup].start) is not None:
            steps.append(self.step(start))
        return steps[::-1]

    def readings(self, fore: Place) -> dict[Place, float]:
        """Every reading of that way, each with what a millimetre more on it adds to the height found."""
        return dict(reading for step in self.steps(fore) for reading in step.readings)


def read_book(benchmarks: Mapping[Spot, float], setups: Sequence[LevelSetup]) -> BookRead:
    """Read a level book; the cost grows with its shots.

    Args:
        benchmarks: heights held as true, by spot, millimetres above the datum.
        setups: in the order they were made; shots that were struck are left out.
    """
    taken = _Taken(benchmarks)
    for index, setup in enumerate(setups):
        taken.take(index, setup)
    return BookRead(benchmarks, setups, taken.begun, taken.shots, taken.on_benchmarks, taken.rechecked)


@dataclass
class _Taken:
    """Setups taken in so far, by index, and what was shot."""

    benchmarks: Mapping[Spot, float]
    begun: list[Begun] = field(default_factory=list)
    shots: dict[Spot, list[RawShot]] = field(default_factory=dict)
    on_benchmarks: list[RawShot] = field(default_factory=list)
    rechecked: list[tuple[Spot, RawShot, RawShot]] = field(default_factory=list)

    def take(self, index: int, setup: LevelSetup) -> None:
        begun = self._begin(index, setup)
        self.begun.append(begun)
        if begun.hi_mm is None:
            return
        for number, shot in enumerate(setup.shots):
            if (index, number) == begun.back:
                continue
            found = RawShot((index, number), begun.hi_mm - shot.used_mm)
            if shot.spot in self.benchmarks:
                self.on_benchmarks.append(found)
                continue
            known = self.shots.setdefault(shot.spot, [])
            if setup.rechecks and known and known[-1].place[0] != index:
                self.rechecked.append((shot.spot, known[-1], found))
            else:
                known.append(found)

    def _begin(self, index: int, setup: LevelSetup) -> Begun:
        """HI of a setup, and where it has it from: its first shot on a known point; the next one is the spare."""
        if setup.height_mm is not None:
            return Begun(setup.height_mm)
        known = (number for number, shot in enumerate(setup.shots) if self._is_known(shot.spot))
        number, spare = next(known, None), next(known, None)
        if number is None:
            return Begun(None)
        shot = setup.shots[number]
        back, other = (index, number), None if spare is None else (index, spare)
        if shot.spot in self.benchmarks:
            return Begun(self.benchmarks[shot.spot] + shot.used_mm, back, None, other)
        before = self.shots[shot.spot][-1]
        return Begun(before.height_mm + shot.used_mm, back, before.place, other)

    def _is_known(self, spot: Spot) -> bool:
        return spot in self.benchmarks or spot in self.shots
