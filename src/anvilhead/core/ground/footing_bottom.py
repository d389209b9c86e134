"""Bottoms of a footing along its line: how deep each stretch must go, and where it steps.

needed(s) = min(grade(s) − frost, sound(s) − penetration): under the frost where the finished grade lies lower, and so
far into sound soil.  Bottoms are level, stand whole modules of the block or of the form board apart, step by no more
than the greatest rise, and no stretch is shorter than the least lap.  Of all bottoms that go deep enough everywhere,
the ones that dig least are taken: dynamic programming over short cells of the line, in levels of a module.  A closed
line is opened at the place that must go deepest, where no solution lies deeper than needed.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from enum import StrEnum

from anvilhead.core.geometry.along import HeightsAlong
from anvilhead.core.units.errors import GeometryError
from anvilhead.core.units.tolerances import FLOAT_SLACK, NOTHING_MM

CELLS_TO_A_LAP = 6
"""A step stands no finer than a sixth of the least lap."""
MOST_CELLS = 600
MOST_LEVELS = 200


class Governs(StrEnum):
    """What a bottom goes down for."""

    FROST = "frost"
    SOUND = "sound-soil"


@dataclass(frozen=True, slots=True)
class BottomRule:
    """What decides the bottoms, millimetres.

    Attributes:
        frost_mm: below the finished grade; None where frost asks for nothing.
        penetration_mm: into sound soil.
        module_mm: bottoms stand whole modules from `level_mm` and from each other.
        lap_mm: shortest stretch; rise_mm: greatest step.
    """

    frost_mm: float | None
    penetration_mm: float
    module_mm: float
    lap_mm: float
    rise_mm: float
    level_mm: float = 0.0


@dataclass(frozen=True, slots=True)
class SoilAlong:
    """A line with what is known along it: finished grade, and sound soil where somebody found it."""

    length_mm: float
    is_closed: bool
    grade: HeightsAlong
    sound: HeightsAlong | None

    def needed(self, rule: BottomRule, start_mm: float, end_mm: float) -> tuple[float, Governs]:
        """How deep the bottom must lie everywhere between two stations, and what for.

        Raises:
            GeometryError: when neither frost nor sound soil asks for anything.
        """
        asked = []
        if rule.frost_mm is not None:
            asked.append((self.grade.lowest(start_mm, end_mm) - rule.frost_mm, Governs.FROST))
        if self.sound is not None:
            asked.append((self.sound.lowest(start_mm, end_mm) - rule.penetration_mm, Governs.SOUND))
        if not asked:
            raise GeometryError(
                "nothing-says-how-deep",
                "Neither a frost depth nor sound soil says how deep: type one, or shoot test holes.",
            )
        return min(asked, key=lambda one: one[0])


@dataclass(frozen=True, slots=True)
class BottomStretch:
    """A level stretch of a footing's bottom, stations and heights in millimetres.

    Attributes:
        end_mm: beyond the length of a closed line where the stretch goes over its beginning.
        needed_mm: deepest that anything on it asks for; governs: what asks for that.
    """

    start_mm: float
    end_mm: float
    bottom_mm: float
    needed_mm: float
    governs: Governs


def footing_bottoms(soil: SoilAlong, rule: BottomRule) -> list[BottomStretch]:
    """Bottoms all along a line, from the station where it was opened.

    Raises:
        GeometryError: when nothing says how deep, or the module is so small that steps have no end.
    """
    count = min(max(math.ceil(soil.length_mm / rule.lap_mm * CELLS_TO_A_LAP), 2), MOST_CELLS)
    width = soil.length_mm / count
    needed = [soil.needed(rule, i * width, (i + 1) * width) for i in range(count)]
    first = min(range(count), key=lambda i: needed[i][0]) if soil.is_closed else 0
    turned = needed[first:] + needed[:first]
    levels = [math.floor((mm - rule.level_mm) / rule.module_mm + FLOAT_SLACK) for mm, _ in turned]
    top = max(levels)
    if top - min(levels) > MOST_LEVELS:
        raise GeometryError(
            "endless-steps", "These steps are too small for that fall: take the module of the block or the board."
        )
    lap = max(math.ceil(rule.lap_mm / width - FLOAT_SLACK), 1)
    rise = max(math.floor(rule.rise_mm / rule.module_mm + FLOAT_SLACK), 0)
    depths = _depths([top - level for level in levels], lap, rise, is_closed=soil.is_closed)
    found: list[BottomStretch] = []
    for i, depth in enumerate(depths):
        start = (first + i) * width
        bottom, (mm, governs) = rule.level_mm + (top - depth) * rule.module_mm, turned[i]
        if found and abs(found[-1].bottom_mm - bottom) < NOTHING_MM:
            before = found.pop()
            if before.needed_mm <= mm:
                mm, governs = before.needed_mm, before.governs
            start = before.start_mm
        found.append(BottomStretch(start, (first + i + 1) * width, bottom, mm, governs))
    return _joined(found) if soil.is_closed else found


def _joined(found: list[BottomStretch]) -> list[BottomStretch]:
    """The last stretch of a closed line goes over into the first where both lie at one height."""
    if len(found) < 2 or abs(found[0].bottom_mm - found[-1].bottom_mm) > NOTHING_MM:
        return found
    one, last = found[0], found[-1]
    deeper = min(one, last, key=lambda stretch: stretch.needed_mm)
    over = one.end_mm + (last.end_mm - one.start_mm)
    return [*found[1:-1], BottomStretch(last.start_mm, over, one.bottom_mm, deeper.needed_mm, deeper.governs)]


def _depths(least: Sequence[int], lap: int, rise: int, *, is_closed: bool) -> list[int]:
    """Modules below the top for every cell: at least those asked, as few in all as laps and rises let.

    Args:
        least: modules asked for, by cell; the first is the deepest of a closed line.
        lap: fewest cells of a stretch.
        rise: most modules of a step; 0 for no step at all.
        is_closed: whether the end goes over into the beginning.
    """
    most = max(least)
    if not is_closed:
        free = _Dig(least, lap, rise, [0.0] * (most + 1), range(most + 1))
        return free.depths() or [most] * len(least)  # shorter than a lap: one level
    # the deepest stretch goes on over the opening, or begins up to a lap before it
    deepest = [_NEVER] * most + [0.0]
    ways = [_Dig(least, lap, rise, deepest, [most], goes_on=True).depths()]
    for ahead in range(min(lap, len(least))):
        turned = [*least[len(least) - ahead :], *least[: len(least) - ahead]]
        way = _Dig(turned, lap, rise, deepest, range(max(most - rise, 0), most + 1), begins=most).depths()
        ways.append(way and [*way[ahead:], *way[:ahead]])
    return min((way for way in ways if way), key=sum, default=[most] * len(least))


_NEVER = math.inf


@dataclass
class _Dig:
    """The least digging along an open line of cells.

    Attributes:
        before: cost of every level ahead of the first cell.
        ends: levels that the last cell may lie at.
        goes_on: whether the first stretch goes on from ahead of the line, and may be shorter than a lap.
        begins: the one level of the first stretch; None for any.
    """

    least: Sequence[int]
    lap: int
    rise: int
    before: list[float]
    ends: Sequence[int]
    goes_on: bool = False
    begins: int | None = None

    def depths(self) -> list[int] | None:
        """Modules below the top by cell; None where there is no way."""
        levels = len(self.before)
        # cost[i][k]: least digging of the first i cells when the last stretch lies at k and is long enough
        cost, came = [self.before], [[(0, 0)] * levels]
        fits = [0] * levels
        for i, asked in enumerate(self.least, 1):
            row, parents = [_NEVER] * levels, [(0, 0)] * levels
            for k in range(asked, levels):
                fits[k] += 1
                if i > 1 or self.goes_on:
                    row[k], parents[k] = cost[i - 1][k] + k, (i - 1, k)
                if fits[k] >= self.lap <= i and (at := self._nearest(cost[i - self.lap], i, k)) is not None:
                    stepped = cost[i - self.lap][at] + k * self.lap
                    if stepped < row[k]:
                        row[k], parents[k] = stepped, (i - self.lap, at)
            fits[:asked] = [0] * asked
            cost.append(row)
            came.append(parents)
        at = min(self.ends, key=cost[-1].__getitem__)
        return None if cost[-1][at] == _NEVER else self._back(came, at)

    def _nearest(self, cost: list[float], i: int, k: int) -> int | None:
        """The level that a new stretch at k, whose lap is full at cell i, best steps from."""
        is_first = i == self.lap
        if is_first and self.begins is not None:
            return k if k == self.begins else None
        free = is_first and not self.goes_on
        low, high = (0, len(cost) - 1) if free else (max(k - self.rise, 0), min(k + self.rise, len(cost) - 1))
        return min(range(low, high + 1), key=cost.__getitem__)

    def _back(self, came: list[list[tuple[int, int]]], at: int) -> list[int]:
        depths: list[int] = []
        i = len(self.least)
        while i > 0:
            start, level = came[i][at]
            depths += [at] * (i - start)
            i, at = start, level
        return depths[::-1]
