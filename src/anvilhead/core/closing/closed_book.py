"""The level book closed: what fits together is adjusted together, and what does not is kept out.

Another shot on a benchmark is a check: misclosure = found − known, found by the way that the book was read, with every
check before it that closed.  What careful readings allow it follows from the same readings: the root of the squares
over its way, less what earlier checks already hold, with what they share.  A check that closes (or is only careless)
joins the network of all shots; a slip does not, and moves no height.

Ground that was shot again joins too where both shots agree within their ±; where they do not, it was dug or was
another spot, and the later counts.  A thing is set to height, so that each shot of it is a height of its own.
"""

import math
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, replace
from itertools import pairwise
from operator import mul

from anvilhead.core.closing.level_network import Seen, adjust
from anvilhead.core.closing.sights import Sights
from anvilhead.core.closing.ways import Ways
from anvilhead.core.levels.level_book import BookRead, LevelSetup, Place, RawShot, Spot, Step, read_book
from anvilhead.core.units.tolerances import NOTHING_MM


@dataclass(frozen=True, slots=True)
class SetupFound:
    """A setup worked out, millimetres.

    Attributes:
        hi_mm: HI as set up, before anything is distributed; None when it has no shot yet, or begins where no height is
            known.
        correction_mm: what adjusting all shots together adds.
        back, start, spare: as in `Begun`.
    """

    hi_mm: float | None
    correction_mm: float
    back: Place | None
    start: Place | None
    spare: Place | None

    @property
    def level_line_mm(self) -> float | None:
        """Height of the level line that counts: HI and what was distributed."""
        return None if self.hi_mm is None else self.hi_mm + self.correction_mm


@dataclass(frozen=True, slots=True)
class SpotFound:
    """An adjusted height, its ± (95 in 100) against the benchmarks, and the shot that found it last."""

    height_mm: float
    within_mm: float
    setup: int
    shot: int


@dataclass(frozen=True, slots=True)
class Check:
    """A shot on a point whose height is known.

    Attributes:
        found_mm: as it came out, with every check before it that closed.
        allowed_mm: how far careful readings come out from `known_mm`, 95 times in 100.
        steps: the way from a benchmark, or from what an earlier check closed, to it.
        decides: whether it is the check its run is judged by; shared: whether its misclosure was distributed.
    """

    setup: int
    shot: int
    spot: Spot
    found_mm: float
    known_mm: float
    allowed_mm: float
    steps: tuple[Step, ...]
    decides: bool
    shared: bool = False

    @property
    def place(self) -> Place:
        """Its shot."""
        return self.setup, self.shot

    @property
    def run(self) -> tuple[int, ...]:
        """The setups of the way, in order."""
        return tuple(step.setup for step in self.steps)

    @property
    def misclosure_mm(self) -> float:
        """Found minus known."""
        return self.found_mm - self.known_mm

    @property
    def fits(self) -> bool:
        """Whether the misclosure is what careful readings leave."""
        return abs(self.misclosure_mm) <= self.allowed_mm + NOTHING_MM


@dataclass(frozen=True, slots=True)
class Again:
    """A spot shot again: how much higher than before it was found as read, and what honest shots differ by."""

    spot: Spot
    first: Place
    second: Place
    higher_mm: float
    allowed_mm: float

    @property
    def agrees(self) -> bool:
        """Whether both can be one height."""
        return abs(self.higher_mm) <= self.allowed_mm + NOTHING_MM


@dataclass(frozen=True, slots=True)
class Rechecked:
    """A spot read again although nothing was moved: how it was found before and again, adjusted, millimetres."""

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
    """A book worked out: `found` holds the latest height of every spot but for those that only check."""

    read: BookRead
    ways: Ways
    setups: tuple[SetupFound, ...]
    found: Mapping[Spot, SpotFound]
    checks: tuple[Check, ...]
    again: tuple[Again, ...]
    rechecked: tuple[Rechecked, ...]

    @property
    def benchmarks(self) -> Mapping[Spot, float]:
        """Heights held as true, by spot."""
        return self.read.benchmarks

    def height_of(self, spot: Spot) -> float | None:
        """Height of a spot; None when it is neither shot nor a benchmark."""
        if spot in self.found:
            return self.found[spot].height_mm
        return self.benchmarks.get(spot)


def keep_book(
    benchmarks: Mapping[Spot, float],
    setups: Sequence[LevelSetup],
    sights: Sights,
    may_distribute: Callable[[Check], bool] = lambda check: True,
) -> LevelBook:
    """Work a level book out.

    Args:
        benchmarks: heights held as true, by spot, millimetres above the datum.
        setups: in the order they were made; shots that were struck are left out.
        sights: how good each reading is.
        may_distribute: whether the misclosure of a check may be distributed (`closing.DistributeRule`).
    """
    read = read_book(benchmarks, setups)
    squares = sights.squares(read)
    ways = Ways(read, squares)
    checks = _judged(read, ways, may_distribute)
    again = tuple(
        Again(spot, one.place, other.place, other.height_mm - one.height_mm, ways.apart_mm(one.place, other.place))
        for spot, shots in read.shots.items()
        for one, other in pairwise(shots)
    )
    seen = _seen(read, {(one.first, one.second) for one in again if not one.spot.thing and one.agrees})
    network = adjust(read, squares, [*(seen[shot] for shot in dict.fromkeys(seen) if seen[shot].shots[0] == shot),
                                     *_on_benchmarks(read, checks)])  # fmt: skip
    corrections = network.corrections_mm
    return LevelBook(
        read=read,
        ways=ways,
        setups=tuple(
            SetupFound(one.hi_mm, correction, one.back, one.start, one.spare)
            for one, correction in zip(read.begun, corrections, strict=True)
        ),
        found={
            spot: SpotFound(height.height_mm, height.within_mm, *shots[-1].place)
            for spot, shots in read.shots.items()
            for height in [network.found(seen[shots[-1].place])]
        },
        checks=tuple(checks),
        again=again,
        rechecked=tuple(
            Rechecked(spot, one.place, other.place, network.found(seen[one.place]).height_mm,
                      other.height_mm + corrections[other.place[0]])
            for spot, one, other in read.rechecked
        ),
    )  # fmt: skip


def _judged(read: BookRead, ways: Ways, may_distribute: Callable[[Check], bool]) -> list[Check]:
    """Every check, in order, held against those before it that closed; the last of its setup decides."""
    closed = _Closed(read, ways)
    deciding = {shot.place[0]: shot.place for shot in read.on_benchmarks}
    found = []
    for shot in read.on_benchmarks:
        check = closed.check(shot, decides=deciding[shot.place[0]] == shot.place)
        if check.decides and may_distribute(check):
            check = replace(check, shared=True)
            closed.take(shot, check.run)
        found.append(check)
    return found


MOST_HELD = 40
"""Closed checks that a new one is held against at least: the latest.  More would make long books dear for little."""


class _Closed:
    """Checks that closed, as conditions on the readings: the Cholesky rows of their covariance, one more for each.

    What a new check comes out at, given those before it, and what that may be off by, follow from its own row.
    """

    def __init__(self, read: BookRead, ways: Ways) -> None:
        self._read, self._ways = read, ways
        self._held: list[RawShot] = []
        self._rows: list[list[float]] = []
        self._off: list[float] = []
        self._setups: set[int] = set()

    def check(self, shot: RawShot, *, decides: bool) -> Check:
        """A check against what is closed so far."""
        spot = self._read.shot(shot.place).spot
        known = self._read.benchmarks[spot]
        off, square, _ = self._against(shot)
        return Check(*shot.place, spot, known + off, known, math.sqrt(square), self._steps(shot.place), decides)

    def take(self, shot: RawShot, run: Sequence[int]) -> None:
        """Close a check over the setups of its run."""
        self._setups.update(run)
        kept = [*self._held, shot]
        if len(kept) > 2 * MOST_HELD:
            kept = kept[-MOST_HELD:]
            self._held, self._rows, self._off = [], [], []
        for one in kept[len(self._held) :]:
            off, square, row = self._against(one)
            root = math.sqrt(square)
            self._held.append(one)
            self._rows.append([*row, root])
            self._off.append(off / root)

    def _against(self, shot: RawShot) -> tuple[float, float, list[float]]:
        """Found less known of a check given those that are held, the square of its ±, and its row under theirs."""
        row: list[float] = []
        for held, above in zip(self._held, self._rows, strict=True):
            row.append((self._ways.shared(shot.place, held.place) - sum(map(mul, above, row))) / above[-1])
        known = self._read.benchmarks[self._read.shot(shot.place).spot]
        off = shot.height_mm - known - sum(map(mul, row, self._off))
        return off, self._ways.square(shot.place) - sum(map(mul, row, row)), row

    def _steps(self, fore: Place) -> tuple[Step, ...]:
        """The way to a shot from a benchmark, or from what is closed already."""
        steps = [self._read.step(fore)]
        while (start := self._read.begun[steps[-1].setup].start) is not None and start[0] not in self._setups:
            steps.append(self._read.step(start))
        return tuple(reversed(steps))


def _seen(read: BookRead, one_height: set[tuple[Place, Place]]) -> dict[Place, Seen]:
    """What each shot on a spot saw: shots of one height together, with the backsights that stood on it later."""
    first: dict[Place, Place] = {}
    shots: dict[Place, list[Place]] = {}
    for of_spot in read.shots.values():
        for before, shot in pairwise([None, *of_spot]):
            assert shot is not None
            joins = before is not None and (before.place, shot.place) in one_height
            head = first[before.place] if before is not None and joins else shot.place
            first[shot.place] = head
            shots.setdefault(head, []).append(shot.place)
    for begun in read.begun:
        if begun.start is not None and begun.back is not None:
            shots[first[begun.start]].append(begun.back)
    whole = {head: Seen(tuple(places)) for head, places in shots.items()}
    return {shot: whole[head] for shot, head in first.items()}


def _on_benchmarks(read: BookRead, checks: Sequence[Check]) -> list[Seen]:
    """Backsights on benchmarks, and checks that closed."""
    backs = [begun.back for begun in read.begun if begun.back is not None and begun.start is None]
    closed = [check.place for check in checks if check.shared or (not check.decides and check.fits)]
    return [Seen((place,), read.benchmarks[read.shot(place).spot]) for place in (*backs, *closed)]
