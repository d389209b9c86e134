"""All shots of a level book adjusted together by weighted least squares.

Unknown are the HI of every setup and the height of everything seen.  A shot says HI − height = reading, weighed by the
square of its ±.  The heights are eliminated first (each is the weighted mean of the setups that saw it), which leaves
normal equations of the setups alone: N δ = b for what is to be added to each HI as read.

Source: weighted least squares with a Schur complement; cofactors of what was eliminated by the inverse of a matrix in
blocks.  The cost grows with the shots, and with the cube of the setups that hang together.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from anvilhead.core.adjust.normal_matrix import Matrix, factorise
from anvilhead.core.levels.level_book import BookRead, Place


@dataclass(frozen=True, slots=True)
class Seen:
    """One thing that stayed at one height, and every shot that saw it.

    Attributes:
        known_mm: its height where that is held as true: a benchmark.
    """

    shots: tuple[Place, ...]
    known_mm: float | None = None


@dataclass(frozen=True, slots=True)
class HeightFound:
    """An adjusted height and its ± (95 in 100) against the benchmarks, millimetres."""

    height_mm: float
    within_mm: float


@dataclass(frozen=True)
class LevelNetwork:
    """A book adjusted.

    Attributes:
        corrections_mm: what is added to each HI as read, by setup.
        cofactors: squares and products of the ± of HIs, by setup and setup; nothing where two do not hang together.
    """

    read: BookRead
    squares: Mapping[Place, float]
    corrections_mm: Sequence[float]
    cofactors: Sequence[Mapping[int, float]]

    def line_mm(self, setup: int) -> float:
        """The adjusted level line of a setup that has one."""
        hi_mm = self.read.begun[setup].hi_mm
        assert hi_mm is not None, "only setups with an HI are adjusted"
        return hi_mm + self.corrections_mm[setup]

    def found(self, seen: Seen) -> HeightFound:
        """The height of something seen."""
        if len(seen.shots) == 1:  # most of a book: ground shot once
            (shot,) = seen.shots
            square = self.squares[shot] + self.cofactors[shot[0]].get(shot[0], 0.0)
            return HeightFound(self.line_mm(shot[0]) - self.read.shot(shot).used_mm, square**0.5)
        weights = [1.0 / self.squares[shot] for shot in seen.shots]
        whole = sum(weights)
        shares = [(shot[0], weight / whole) for shot, weight in zip(seen.shots, weights, strict=True)]
        height = sum(
            share * (self.line_mm(setup) - self.read.shot(shot).used_mm)
            for shot, (setup, share) in zip(seen.shots, shares, strict=True)
        )
        lines = sum(
            one * other * self.cofactors[setup].get(second, 0.0) for setup, one in shares for second, other in shares
        )
        return HeightFound(height, (1.0 / whole + max(lines, 0.0)) ** 0.5)


def adjust(read: BookRead, squares: Mapping[Place, float], seen: Sequence[Seen]) -> LevelNetwork:
    """Adjust a book.

    Args:
        read: as it was read; a setup that says its HI itself keeps it.
        squares: of the ± of every reading, square millimetres.
        seen: everything at one height; each shot in one of them at most.
    """
    normal: dict[int, dict[int, float]] = {s: {} for s in range(len(read.begun)) if _is_free(read, s)}
    right = dict.fromkeys(normal, 0.0)
    for thing in seen:
        _add(normal, right, read, squares, thing)
    corrections = [0.0] * len(read.begun)
    cofactors: list[dict[int, float]] = [{} for _ in read.begun]
    for together in _components(normal):
        solved, inverse = _solve(normal, right, together)
        for i, setup in enumerate(together):
            corrections[setup] = solved[i]
            cofactors[setup] = dict(zip(together, inverse[i], strict=True))
    return LevelNetwork(read, squares, corrections, cofactors)


def _is_free(read: BookRead, setup: int) -> bool:
    """Whether a setup's HI is to be found: it has one, from what it read."""
    return read.begun[setup].hi_mm is not None and read.setups[setup].height_mm is None


def _add(
    normal: dict[int, dict[int, float]],
    right: dict[int, float],
    read: BookRead,
    squares: Mapping[Place, float],
    thing: Seen,
) -> None:
    """What the shots on one thing say of the setups they were taken from."""
    if thing.known_mm is None and len(thing.shots) < 2:
        return
    weighed = [(shot[0], 1.0 / squares[shot], read.raw_mm(shot)) for shot in thing.shots]
    whole = sum(weight for _, weight, _ in weighed)
    height = thing.known_mm
    if height is None:
        height = sum(weight * mm for _, weight, mm in weighed) / whole
    for setup, weight, mm in weighed:
        if setup not in normal:
            continue
        row = normal[setup]
        row[setup] = row.get(setup, 0.0) + weight
        right[setup] += weight * (height - mm)
        if thing.known_mm is None:
            for other, pull, _ in weighed:
                if other in normal:
                    row[other] = row.get(other, 0.0) - weight * pull / whole


def _components(normal: Mapping[int, Mapping[int, float]]) -> list[list[int]]:
    """Setups that hang together, each group in order."""
    left, groups = set(normal), []
    for first in normal:
        if first not in left:
            continue
        group, ahead = [], [first]
        left.remove(first)
        while ahead:
            setup = ahead.pop()
            group.append(setup)
            near = [other for other in normal[setup] if other in left]
            left.difference_update(near)
            ahead += near
        groups.append(sorted(group))
    return groups


def _solve(
    normal: Mapping[int, Mapping[int, float]], right: Mapping[int, float], together: Sequence[int]
) -> tuple[Sequence[float], Matrix]:
    factor = factorise([[normal[one].get(other, 0.0) for other in together] for one in together])
    return factor.solve([right[setup] for setup in together]), factor.inverse()
