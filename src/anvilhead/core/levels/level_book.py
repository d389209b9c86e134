"""The level book: from benchmarks, setups and shots to heights, and how well the runs close.

height of a point = HI − reading, HI = known height + reading on it.  The first shot of a setup is on a known point
and gives HI; a setup on a string of known height says HI itself.  Points once shot are known to later setups, so a
turning point carries the height on.  A later shot on a benchmark is a check: misclosure = found − known.

A misclosure is shared out evenly over the setups of its run, as books of levels are closed by hand: the i-th of n
setups is corrected by −misclosure·i/n.  Setups that branch off the run take over the correction of the setup they
hang on.  What was closed by one check is not touched by a later one.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from itertools import pairwise

from anvilhead.core.levels.level_instrument import LevelInstrument

GROUND = ""
"""What a shot stands on when it is not a thing that was set: the point itself."""


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
    """One standing of an instrument and its shots in order; `height_mm` is its HI where that is known otherwise."""

    instrument: LevelInstrument
    shots: tuple[LevelShot, ...]
    height_mm: float | None = None


@dataclass(frozen=True, slots=True)
class SetupFound:
    """A setup worked out, millimetres.

    Attributes:
        hi_mm: HI as set up, before anything is shared out; None when it has no shot yet, or begins where no height is
            known.
        correction_mm: what closing the run adds.
        start: the shot (setup, shot) that its first point got its height from; None on a benchmark.
    """

    hi_mm: float | None
    correction_mm: float = 0.0
    start: tuple[int, int] | None = None

    @property
    def level_line_mm(self) -> float | None:
        """Height of the level line that counts: HI and what was shared out."""
        return None if self.hi_mm is None else self.hi_mm + self.correction_mm


@dataclass(frozen=True, slots=True)
class SpotFound:
    """A height, and where it comes from; `raw_mm` is without what was shared out."""

    height_mm: float
    raw_mm: float
    setup: int
    shot: int


@dataclass(frozen=True, slots=True)
class Check:
    """A shot on a point whose height is known: `run` are the setups from the benchmark to it, in order."""

    setup: int
    shot: int
    at: str
    found_mm: float
    known_mm: float
    run: tuple[int, ...]
    shared: bool

    @property
    def misclosure_mm(self) -> float:
        """Found minus known."""
        return self.found_mm - self.known_mm


@dataclass(frozen=True, slots=True)
class Again:
    """A spot shot again: how much higher it was found than before (raw), and by which shots (setup, shot)."""

    spot: Spot
    first: tuple[int, int]
    second: tuple[int, int]
    higher_mm: float


@dataclass(frozen=True, slots=True)
class LevelBook:
    """A book worked out: `heights` holds benchmarks and the latest shot of every spot."""

    benchmarks: Mapping[str, float]
    setups: tuple[SetupFound, ...]
    found: Mapping[Spot, SpotFound]
    checks: tuple[Check, ...]
    again: tuple[Again, ...]

    def height_of(self, spot: Spot) -> float | None:
        """Height of a spot; None when it is neither shot nor a benchmark."""
        if spot in self.found:
            return self.found[spot].height_mm
        return None if spot.thing else self.benchmarks.get(spot.at)


def keep_book(benchmarks: Mapping[str, float], setups: Sequence[LevelSetup]) -> LevelBook:
    """Work a level book out; the cost grows with its shots.

    Args:
        benchmarks: heights held as true, by name, millimetres above the datum.
        setups: in the order they were made; shots that were struck are left out.
    """
    taken = _Taken(benchmarks)
    for index, setup in enumerate(setups):
        taken.take(index, setup)
    checks = taken.close()
    corrections = taken.corrections
    shots = {
        spot: [SpotFound(one.raw_mm + corrections[one.setup], one.raw_mm, one.setup, one.shot) for one in shots]
        for spot, shots in taken.shots.items()
    }
    return LevelBook(
        benchmarks=benchmarks,
        setups=tuple(
            SetupFound(raw, correction, start)
            for raw, correction, start in zip(taken.raw, corrections, taken.starts, strict=True)
        ),
        found={spot: shots[-1] for spot, shots in shots.items()},
        checks=tuple(checks),
        again=tuple(
            Again(spot, (one.setup, one.shot), (other.setup, other.shot), other.height_mm - one.height_mm)
            for spot, shots in shots.items()
            for one, other in pairwise(shots)
        ),
    )


@dataclass
class _Taken:
    """Setups taken in so far, by index, and what was shot, raw."""

    benchmarks: Mapping[str, float]
    raw: list[float | None] = field(default_factory=list)
    starts: list[tuple[int, int] | None] = field(default_factory=list)
    shots: dict[Spot, list[SpotFound]] = field(default_factory=dict)
    checked: list[tuple[int, int, str, float]] = field(default_factory=list)
    corrections: list[float] = field(default_factory=list)

    def take(self, index: int, setup: LevelSetup) -> None:
        hi_mm, start = self._start(setup)
        self.raw.append(hi_mm)
        self.starts.append(start)
        if hi_mm is None:
            return
        for number, shot in enumerate(setup.shots):
            if number == 0 and setup.height_mm is None:
                continue
            height = hi_mm - shot.used_mm
            if not shot.spot.thing and shot.spot.at in self.benchmarks:
                self.checked.append((index, number, shot.spot.at, height))
            else:
                self.shots.setdefault(shot.spot, []).append(SpotFound(height, height, index, number))

    def _start(self, setup: LevelSetup) -> tuple[float | None, tuple[int, int] | None]:
        """HI of a setup, raw, and the shot its start got its height from."""
        if setup.height_mm is not None or not setup.shots:
            return setup.height_mm, None
        first = setup.shots[0]
        if not first.spot.thing and first.spot.at in self.benchmarks:
            return self.benchmarks[first.spot.at] + first.used_mm, None
        if first.spot not in self.shots:
            return None, None
        known = self.shots[first.spot][-1]
        return known.raw_mm + first.used_mm, (known.setup, known.shot)

    def close(self) -> list[Check]:
        """Share misclosures out, each setup by its last check; every check with its run."""
        self.corrections = [0.0] * len(self.raw)
        closed: set[int] = set()
        deciding = {setup: number for setup, number, _, _ in self.checked}
        checks: dict[tuple[int, int], Check] = {}
        for setup, number, at, raw_mm in sorted(self.checked, key=lambda one: (one[0], -one[1])):
            run, base_mm = self._run(setup, closed)
            share = deciding[setup] == number and setup not in closed
            check = Check(setup, number, at, raw_mm + base_mm, self.benchmarks[at], run, share)
            checks[setup, number] = check
            if share:
                for place, one in enumerate(run, 1):
                    self.corrections[one] = base_mm - check.misclosure_mm * place / len(run)
                closed.update(run)
        for setup, start in enumerate(self.starts):
            if setup not in closed and start is not None:
                self.corrections[setup] = self.corrections[start[0]]
        return [checks[setup, number] for setup, number, _, _ in self.checked]

    def _run(self, setup: int, closed: set[int]) -> tuple[tuple[int, ...], float]:
        """Setups up to this one from a benchmark, or from what is closed already; and the correction there."""
        run = [setup]
        while (start := self.starts[run[-1]]) is not None and start[0] not in closed:
            run.append(start[0])
        return tuple(reversed(run)), 0.0 if start is None else self.corrections[start[0]]
