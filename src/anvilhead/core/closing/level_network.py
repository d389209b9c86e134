"""All shots of a level book adjusted together by weighted least squares.

Unknown are the HI of every setup and the height of everything seen.  A shot says HI − height = reading, weighed by the
square of its ±.  The heights are eliminated first (each is the weighted mean of the setups that saw it), which leaves
normal equations of the setups alone: N δ = b for what is to be added to each HI as read.

N is sparse: a setup hangs on few others.  It is factored from the last setup to the first, so that a chain fills
nothing in, and of its inverse only those entries are formed that the factor has (Takahashi, Fagan and Chin, 1973): the
ones that two setups need which saw the same thing.  The cost grows with the shots, and with the loops that interlock.

Source: weighted least squares with a Schur complement; cofactors of what was eliminated by the inverse of a matrix in
blocks.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

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
        cofactors: squares and products of the ± of HIs, by setup and setup, of all that saw the same things.
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
    solved, cofactors = _solve(normal, right)
    setups = range(len(read.begun))
    return LevelNetwork(read, squares, [solved.get(s, 0.0) for s in setups], [cofactors.get(s, {}) for s in setups])


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


def _solve(
    normal: dict[int, dict[int, float]], right: dict[int, float]
) -> tuple[dict[int, float], dict[int, dict[int, float]]]:
    """The solution, and the inverse on the pattern of the factor; the equations are used up.

    N = L D Lᵀ by taking setups out from the last to the first; row s of the factor has the setups left beside it then.
    """
    factor: list[tuple[int, float, dict[int, float]]] = []
    for setup in sorted(normal, reverse=True):
        row = normal.pop(setup)
        pivot = row.pop(setup)
        shares = {other: value / pivot for other, value in row.items()}
        for other, share in shares.items():
            beside = normal[other]
            del beside[setup]
            for third, value in row.items():
                beside[third] = beside.get(third, 0.0) - share * value
            right[other] -= share * right[setup]
        factor.append((setup, pivot, shares))
    solved: dict[int, float] = {}
    inverse: dict[int, dict[int, float]] = {}
    for setup, pivot, shares in reversed(factor):
        solved[setup] = right[setup] / pivot - sum(share * solved[other] for other, share in shares.items())
        own = {other: -sum(share * inverse[third][other] for third, share in shares.items()) for other in shares}
        for other, value in own.items():
            inverse[other][setup] = value
        own[setup] = 1.0 / pivot - sum(share * own[other] for other, share in shares.items())
        inverse[setup] = own
    return solved, inverse
