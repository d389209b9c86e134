"""The level book: from benchmarks, setups and shots to heights, and how well the runs close.

height of a point = HI − reading, HI = known height + reading on it.  The first shot of a setup on a point whose
height is known gives HI, as a rule its very first; a setup on a string of known height says HI itself.  Points once
shot are known to later setups, so a turning point carries the height on.  Another shot on a benchmark is a check:
misclosure = found − known.

A misclosure is distributed evenly over the setups of its run, as books of levels are closed by hand: the i-th of n
setups is corrected by −misclosure·i/n.  Setups that branch off the run take over the correction of the setup they
hang on.  What was closed by one check is not touched by a later one.  A misclosure that is a slip and no error of
the ground is not distributed: the readings that slipped would pull the good ones with them.
"""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field, replace
from itertools import pairwise

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
class SetupFound:
    """A setup worked out, millimetres.

    Attributes:
        hi_mm: HI as set up, before anything is distributed; None when it has no shot yet, or begins where no height is
            known.
        correction_mm: what closing the run adds.
        back: its shot that gives HI; None where that is known otherwise, or not at all.
        start: the shot that the point of that one got its height from; None on a benchmark.
        spare: another shot of it on a known point, which gives HI if that one is struck.
    """

    hi_mm: float | None
    correction_mm: float = 0.0
    back: Place | None = None
    start: Place | None = None
    spare: Place | None = None

    @property
    def level_line_mm(self) -> float | None:
        """Height of the level line that counts: HI and what was distributed."""
        return None if self.hi_mm is None else self.hi_mm + self.correction_mm


@dataclass(frozen=True, slots=True)
class SpotFound:
    """A height, and where it comes from; `raw_mm` is without what was distributed."""

    height_mm: float
    raw_mm: float
    setup: int
    shot: int


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
class Check:
    """A shot on a point whose height is known.

    Attributes:
        steps: the way from a benchmark, or from what an earlier check closed, to it.
        decides: whether it is the check its run is judged by; shared: whether its misclosure was distributed.
    """

    setup: int
    shot: int
    at: str
    found_mm: float
    known_mm: float
    steps: tuple[Step, ...]
    decides: bool
    shared: bool = False

    @property
    def run(self) -> tuple[int, ...]:
        """The setups of the way, in order."""
        return tuple(step.setup for step in self.steps)

    @property
    def misclosure_mm(self) -> float:
        """Found minus known."""
        return self.found_mm - self.known_mm


@dataclass(frozen=True, slots=True)
class Again:
    """A spot shot again: how much higher it was found than before (raw), and by which shots (setup, shot)."""

    spot: Spot
    first: Place
    second: Place
    higher_mm: float


@dataclass(frozen=True, slots=True)
class Rechecked:
    """A spot read again although nothing was moved: how it was found before and again, as distributed, millimetres."""

    spot: Spot
    first: Place
    second: Place
    before_mm: float
    again_mm: float

    @property
    def differs_mm(self) -> float:
        """Found again minus found before."""
        return self.again_mm - self.before_mm


@dataclass(frozen=True, slots=True)
class LevelBook:
    """A book worked out: `found` holds the latest shot of every spot but for those that only check."""

    benchmarks: Mapping[str, float]
    setups: tuple[SetupFound, ...]
    found: Mapping[Spot, SpotFound]
    checks: tuple[Check, ...]
    again: tuple[Again, ...]
    rechecked: tuple[Rechecked, ...] = ()

    def height_of(self, spot: Spot) -> float | None:
        """Height of a spot; None when it is neither shot nor a benchmark."""
        if spot in self.found:
            return self.found[spot].height_mm
        return None if spot.thing else self.benchmarks.get(spot.at)


def keep_book(
    benchmarks: Mapping[str, float],
    setups: Sequence[LevelSetup],
    may_distribute: Callable[[Check], bool] = lambda check: True,
) -> LevelBook:
    """Work a level book out; the cost grows with its shots.

    Args:
        benchmarks: heights held as true, by name, millimetres above the datum.
        setups: in the order they were made; shots that were struck are left out.
        may_distribute: whether the misclosure of a check may be distributed (`closing.DistributeRule`).
    """
    taken = _Taken(benchmarks)
    for index, setup in enumerate(setups):
        taken.take(index, setup)
    checks = taken.close(may_distribute)
    corrections = taken.corrections
    shots = {
        spot: [SpotFound(one.raw_mm + corrections[one.setup], one.raw_mm, one.setup, one.shot) for one in shots]
        for spot, shots in taken.shots.items()
    }
    return LevelBook(
        benchmarks=benchmarks,
        setups=tuple(
            SetupFound(raw, correction, begun.back, begun.start, begun.spare)
            for raw, correction, begun in zip(taken.raw, corrections, taken.begun, strict=True)
        ),
        found={spot: shots[-1] for spot, shots in shots.items()},
        checks=tuple(checks),
        again=tuple(
            Again(spot, (one.setup, one.shot), (other.setup, other.shot), other.height_mm - one.height_mm)
            for spot, shots in shots.items()
            for one, other in pairwise(shots)
        ),
        rechecked=tuple(
            Rechecked(
                spot,
                (one.setup, one.shot),
                (other.setup, other.shot),
                one.raw_mm + corrections[one.setup],
                other.raw_mm + corrections[other.setup],
            )
            for spot, one, other in taken.rechecked
        ),
    )


@dataclass(frozen=True, slots=True)
class _Begun:
    """Where a setup got its HI from, as in `SetupFound`."""

    back: Place | None = None
    start: Place | None = None
    spare: Place | None = None


@dataclass
class _Taken:
    """Setups taken in so far, by index, and what was shot, raw."""

    benchmarks: Mapping[str, float]
    raw: list[float | None] = field(default_factory=list)
    begun: list[_Begun] = field(default_factory=list)
    shots: dict[Spot, list[SpotFound]] = field(default_factory=dict)
    checked: list[tuple[int, int, str, float]] = field(default_factory=list)
    rechecked: list[tuple[Spot, SpotFound, SpotFound]] = field(default_factory=list)
    corrections: list[float] = field(default_factory=list)

    def take(self, index: int, setup: LevelSetup) -> None:
        hi_mm, begun = self._begin(index, setup)
        self.raw.append(hi_mm)
        self.begun.append(begun)
        if hi_mm is None:
            return
        for number, shot in enumerate(setup.shots):
            if (index, number) == begun.back:
                continue
            height = hi_mm - shot.used_mm
            if self._is_benchmark(shot.spot):
                self.checked.append((index, number, shot.spot.at, height))
                continue
            found = SpotFound(height, height, index, number)
            known = self.shots.setdefault(shot.spot, [])
            if setup.rechecks and known and known[-1].setup != index:
                self.rechecked.append((shot.spot, known[-1], found))
            else:
                known.append(found)

    def _begin(self, index: int, setup: LevelSetup) -> tuple[float | None, _Begun]:
        """HI of a setup, raw, and where it has it from: its first shot on a known point; the next one is the spare."""
        if setup.height_mm is not None:
            return setup.height_mm, _Begun()
        known = (number for number, shot in enumerate(setup.shots) if self._is_known(shot.spot))
        number, spare = next(known, None), next(known, None)
        if number is None:
            return None, _Begun()
        shot = setup.shots[number]
        back, other = (index, number), None if spare is None else (index, spare)
        if self._is_benchmark(shot.spot):
            return self.benchmarks[shot.spot.at] + shot.used_mm, _Begun(back, None, other)
        before = self.shots[shot.spot][-1]
        return before.raw_mm + shot.used_mm, _Begun(back, (before.setup, before.shot), other)

    def _is_benchmark(self, spot: Spot) -> bool:
        return not spot.thing and spot.at in self.benchmarks

    def _is_known(self, spot: Spot) -> bool:
        return self._is_benchmark(spot) or spot in self.shots

    def close(self, may_distribute: Callable[[Check], bool]) -> list[Check]:
        """Share misclosures out, each setup by its last check; every check with its run."""
        self.corrections = [0.0] * len(self.raw)
        closed: set[int] = set()
        deciding = {setup: number for setup, number, _, _ in self.checked}
        checks: dict[Place, Check] = {}
        for setup, number, at, raw_mm in sorted(self.checked, key=lambda one: (one[0], -one[1])):
            steps, base_mm = self._steps((setup, number), closed)
            decides = deciding[setup] == number and setup not in closed
            check = Check(setup, number, at, raw_mm + base_mm, self.benchmarks[at], steps, decides)
            if decides:
                check = replace(check, shared=may_distribute(check))
            if check.shared:
                for place, one in enumerate(check.run, 1):
                    self.corrections[one] = base_mm - check.misclosure_mm * place / len(check.run)
                closed.update(check.run)
            checks[setup, number] = check
        for setup, begun in enumerate(self.begun):
            if setup not in closed and begun.start is not None:
                self.corrections[setup] = self.corrections[begun.start[0]]
        return [checks[setup, number] for setup, number, _, _ in self.checked]

    def _steps(self, fore: Place, closed: set[int]) -> tuple[tuple[Step, ...], float]:
        """The way to a shot from a benchmark, or from what is closed already; and the correction there."""
        steps = [Step(fore[0], self.begun[fore[0]].back, fore)]
        while (start := self.begun[steps[-1].setup].start) is not None and start[0] not in closed:
            steps.append(Step(start[0], self.begun[start[0]].back, start))
        return tuple(reversed(steps)), 0.0 if start is None else self.corrections[start[0]]
