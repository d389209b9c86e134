"""Which points kept their places between two rounds: those that agree among themselves, whatever either round held.

The whole may have been turned and shifted between two rounds, so only what points do against each other counts: a free
rigid motion is added to the doubt of the differences (Pelzer, 1971).  One level stands for the whole family of tests:
half of it for all points together, half shared among the points one by one (Bonferroni).  When it is passed, the
largest group that is congruent is found first; every other point is then told by its motion against that group.
"""

import math
from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass
from itertools import combinations
from operator import mul

from anvilhead.core.adjust.adjustment import ellipse_of
from anvilhead.core.adjust.chance import CHI_95_TWO, chi_square_tail
from anvilhead.core.adjust.hold import Spread
from anvilhead.core.adjust.normal_matrix import Matrix, Vector, factorise
from anvilhead.core.geometry.point import Point
from anvilhead.core.units.tolerances import CONVERGED_MM

LEVEL = 0.01
"""Sites where nothing moved are said to have moved this often at most."""
POWER = 0.95
"""What is promised to show does so this often."""
ANYWHERE_MM = 300.0
"""Standard deviation of the motion of the whole: far more than any, near enough for the arithmetic to stay exact."""
MARK_MM = 0.05
"""Of a point that is taken as exact: finer than any mark."""
MOST_TO_TRY_ALL = 8
"""Points up to which every group is tried; beyond, the one that fits worst is left out again and again."""
MOST_TERMS = 120
"""Of the Poisson mixture: all that count for a weighted square of 60 and less."""
PREFERRED_SHARE = 0.1
"""A group with the held points in it is taken where it fits at least this well beside the best."""


@dataclass(frozen=True, slots=True)
class Motion:
    """A point's motion against those that stayed: how far, and how far the tapes' errors reach that way, 95 in 100."""

    by: Point
    amount_mm: float
    allowed_mm: float


@dataclass(frozen=True, slots=True)
class Congruency:
    """What two rounds say of each other.

    Attributes:
        stayed: points that agree among themselves; all of them where nothing has moved.
        moved: points that do not; none where nothing has moved.
        motions: of every point.
        is_clear: whether the pulls can tell which points stayed; else some have moved, and these may be others.
    """

    stayed: tuple[str, ...]
    moved: tuple[str, ...]
    motions: Mapping[str, Motion]
    is_clear: bool


class Differences:
    """How points of a second round lie against the first, and how far errors would put them apart.

    Args:
        places: of each point, in the first round and the second.
        spreads: of both rounds.
        is_free: whether the whole may have turned and shifted; not where known points hold it.
    """

    def __init__(
        self, places: Mapping[str, tuple[Point, Point]], spreads: Sequence[Spread], *, is_free: bool = True
    ) -> None:
        self.names = tuple(places)
        self.apart = [value for first, second in places.values() for value in _xy(second - first)]
        count = 2 * len(places)
        self.covariance: Matrix = [[MARK_MM**2 if i == j else 0.0 for j in range(count)] for i in range(count)]
        self.is_free = is_free
        for spread in spreads:
            self._add(spread)
        if is_free:
            self._add_motion([first for first, _ in places.values()])

    def _add(self, spread: Spread) -> None:
        axes = (Point(1.0, 0.0), Point(0.0, 1.0))
        rows = [spread.row([(name, axis)]) for name in self.names for axis in axes]
        through = [spread.through(row) for row in rows]
        for i, row in enumerate(rows):
            for j in range(i + 1):
                value = sum(map(mul, row, through[j]))
                self.covariance[i][j] += value
                if i != j:
                    self.covariance[j][i] += value

    def _add_motion(self, at: Sequence[Point]) -> None:
        """Shift and turn of the whole, the turn measured at the farthest point."""
        centre = Point(sum(p.x for p in at) / len(at), sum(p.y for p in at) / len(at))
        reach = max(point.distance_to(centre) for point in at)
        turn = [value for point in at for value in _xy((point - centre).left() * (1 / reach))]
        count = len(self.apart)
        for i in range(count):
            for j in range(count):
                same = 1.0 if i % 2 == j % 2 else 0.0
                self.covariance[i][j] += ANYWHERE_MM**2 * (same + turn[i] * turn[j])

    def square(self, group: Sequence[str]) -> float:
        """Weighted square of how far a group is from congruent."""
        at = self._places(group)
        apart = [self.apart[i] for i in at]
        return math.fsum(map(mul, apart, factorise(self._part(at, at)).solve(apart)))

    def degrees(self, group: Sequence[str]) -> int:
        """How many ways a group can be incongruent."""
        return 2 * len(group) - (3 if self.is_free else 0)

    def motions(self, group: Sequence[str]) -> dict[str, "Doubted"]:
        """Each point of a group against the rest of it."""
        at = self._places(group)
        weights = factorise(self._part(at, at)).inverse()
        pulls = [sum(map(mul, row, [self.apart[i] for i in at])) for row in weights]
        out = {}
        for k, name in enumerate(group):
            # the inverse of a point's own block is what the others leave in doubt of it
            a, b, c = weights[2 * k][2 * k], weights[2 * k][2 * k + 1], weights[2 * k + 1][2 * k + 1]
            xx, xy, yy = (value / (a * c - b * b) for value in (c, -b, a))
            x, y = pulls[2 * k], pulls[2 * k + 1]
            out[name] = Doubted(Point(xx * x + xy * y, xy * x + yy * y), xx, xy, yy)
        return out

    def against(self, name: str, group: Sequence[str]) -> "Doubted":
        """A point outside a group against it."""
        at, own = self._places(group), self._places([name])
        factor = factorise(self._part(at, at))
        shares = [factor.solve([self.covariance[i][j] for j in at]) for i in own]
        apart = [self.apart[j] for j in at]
        x, y = (self.apart[i] - sum(map(mul, share, apart)) for i, share in zip(own, shares, strict=True))
        (xx, xy), (_, yy) = (
            [self.covariance[i][k] - sum(map(mul, share, [self.covariance[k][j] for j in at])) for k in own]
            for i, share in zip(own, shares, strict=True)
        )
        return Doubted(Point(x, y), xx, xy, yy)

    def _places(self, names: Sequence[str]) -> list[int]:
        at = {name: i for i, name in enumerate(self.names)}
        return [2 * at[name] + axis for name in names for axis in (0, 1)]

    def _part(self, rows: Sequence[int], columns: Sequence[int]) -> Matrix:
        return [[self.covariance[i][j] for j in columns] for i in rows]


@dataclass(frozen=True, slots=True)
class Doubted:
    """How far a point seems to have moved, and the covariance of that, square millimetres."""

    by: Point
    xx: float
    xy: float
    yy: float

    @property
    def square(self) -> float:
        """Its weighted square: chi-square of two degrees where the point stayed."""
        x, y = self.by.x, self.by.y
        return (self.yy * x * x - 2 * self.xy * x * y + self.xx * y * y) / (self.xx * self.yy - self.xy * self.xy)

    @property
    def motion(self) -> Motion:
        """With how far errors reach the same way."""
        amount = self.by.length()
        if amount <= CONVERGED_MM:
            return Motion(self.by, amount, ellipse_of(self.xx, self.xy, self.yy).major_mm)
        return Motion(self.by, amount, amount * CHI_95_TWO / math.sqrt(self.square))


def congruency(found: Differences, held: Collection[str] = ()) -> Congruency:
    """Which points stayed.

    Args:
        found: two rounds' differences, of three points or more.
        held: points that are taken to have stayed where two groups fit alike.
    """
    names = found.names
    stayed, is_clear = (names, True) if _agree(found, names) else _largest(found, held)
    moved = tuple(name for name in names if name not in stayed)
    doubted = found.motions(stayed) | {name: found.against(name, stayed) for name in moved}
    return Congruency(stayed, moved, {name: doubted[name].motion for name in names}, is_clear)


def _agree(found: Differences, group: Sequence[str]) -> bool:
    """Whether a group is congruent, at the level of the whole family of tests."""
    if chi_square_tail(found.square(group), found.degrees(group)) < LEVEL / 2:
        return False
    if found.degrees(group) <= 2:
        return True
    each = LEVEL / (2 * len(group))
    return all(chi_square_tail(one.square, 2) >= each for one in found.motions(group).values())


def _largest(found: Differences, held: Collection[str]) -> tuple[tuple[str, ...], bool]:
    """The largest group that is congruent, and whether no other does as well."""
    names = found.names
    least = len(names) // 2 + 1  # what fewer than most agree on is not what stayed
    if len(names) > MOST_TO_TRY_ALL:
        group = _by_leaving_out(found, least)
        return (group, True) if group else (_held_among(names, held), False)
    for size in range(len(names) - 1, least - 1, -1):
        groups = [group for group in combinations(names, size) if _agree(found, group)]
        if not groups:
            continue
        fits = {group: chi_square_tail(found.square(group), found.degrees(group)) for group in groups}
        best = max(groups, key=fits.__getitem__)
        near = [group for group in groups if fits[group] >= PREFERRED_SHARE * fits[best]]
        with_held = [group for group in near if set(held) <= set(group)]
        return (with_held or [best])[0], len(near) == 1
    return _held_among(names, held), False


def _held_among(names: Sequence[str], held: Collection[str]) -> tuple[str, ...]:
    """What is held, where nothing tells what stayed."""
    return tuple(name for name in names if name in held) or tuple(names[:2])


def _by_leaving_out(found: Differences, least: int) -> tuple[str, ...]:
    group = list(found.names)
    while not _agree(found, group):
        if len(group) == least:
            return ()
        doubted = found.motions(group)
        group.remove(max(group, key=lambda name: doubted[name].square))
    return tuple(group)


def shows_mm(found: Differences) -> float:
    """The smallest motion of any one point that is found 95 times in 100, whichever way it goes, millimetres."""
    square = noncentrality(LEVEL / (2 * len(found.names)), POWER)
    doubted = found.motions(found.names).values()
    return math.sqrt(square) * max(ellipse_of(one.xx, one.xy, one.yy).sigmas_mm[0] for one in doubted)


def noncentrality(level: float, power: float) -> float:
    """The weighted square of a motion that a chi-square test of two degrees finds with a power.

    The noncentral law is a Poisson mixture of central ones (Abramowitz & Stegun 26.4.25); solved by halving.
    """
    limit = -2 * math.log(level)

    def missed(square: float) -> float:
        weight, total = math.exp(-square / 2), 0.0
        for j in range(MOST_TERMS):
            total += weight * (1 - chi_square_tail(limit, 2 + 2 * j))
            weight *= square / 2 / (j + 1)
        return total

    low, high = 0.0, 1.0
    while missed(high) > 1 - power:
        high *= 2
    for _ in range(50):
        middle = (low + high) / 2
        low, high = (middle, high) if missed(middle) > 1 - power else (low, middle)
    return high


def _xy(point: Point) -> Vector:
    return [point.x, point.y]
