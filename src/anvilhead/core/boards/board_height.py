"""How high the boards stand, how long each stake must be, and where stakes run out.

Heights are up from the job's datum, millimetres.  A string is level, so both boards of a line stand at one
height.  The highest ground governs: the string clears it.  The lowest ground decides the longest stake:
reveal above ground plus embedment below.  Where one height for all asks for more stake than there is, lines
step down by whole multiples of one recorded amount.
"""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from anvilhead.core.boards.batter_board import Board
from anvilhead.core.units.tolerances import NOTHING_MM


@dataclass(frozen=True, slots=True)
class HeightRule:
    """What decides the string height.

    Attributes:
        clear_mm: string above the highest ground it passes a board at.
        embed_mm: stake in the ground.
        stakes_mm: stake lengths at hand, shortest first; empty when they are cut to measure.
        step_mm: amount by which lines step down; None for one height all round.
        string_mm: string height decided otherwise; None to have it worked out.
    """

    clear_mm: float
    embed_mm: float
    stakes_mm: tuple[float, ...] = ()
    step_mm: float | None = None
    string_mm: float | None = None


@dataclass(frozen=True, slots=True)
class BoardHeight:
    """One board in height, millimetres.

    Attributes:
        ground_mm: ground at the board.
        string_mm: string, and top of board, above the datum.
        steps: how many steps below the highest string.
        stake_mm: stake needed: reveal and embedment.
        stock_mm: shortest stake at hand that is long enough; None when none is or none are named.
        short_mm: how much the longest stake at hand falls short; 0 when one is long enough.
    """

    board: str
    ground_mm: float
    string_mm: float
    steps: int
    stake_mm: float
    stock_mm: float | None
    short_mm: float

    @property
    def reveal_mm(self) -> float:
        """Board top above ground; negative when the ground is above it."""
        return self.string_mm - self.ground_mm


@dataclass(frozen=True, slots=True)
class BoardHeights:
    """All boards in height.

    Attributes:
        string_mm: highest string.
        highest, lowest: boards on the highest and the lowest ground.
        buried: boards whose ground the string does not clear by what was asked.
        step_needed_mm: smallest step that the stakes at hand allow with one step; None when one height is enough.
    """

    string_mm: float
    boards: tuple[BoardHeight, ...]
    highest: str
    lowest: str
    buried: tuple[str, ...]
    step_needed_mm: float | None


@dataclass(frozen=True, slots=True)
class StringRange:
    """Heights at which one string all round clears the ground and every stake at hand is long enough, millimetres.

    Attributes:
        most_mm: infinite when stakes are cut to measure.
        highest, lowest: boards on the highest and the lowest ground, which set the two ends.
    """

    least_mm: float
    most_mm: float
    highest: str
    lowest: str

    @property
    def is_empty(self) -> bool:
        """Whether no one height does: lines step down, or stakes are longer."""
        return self.least_mm > self.most_mm + NOTHING_MM

    def off_mm(self, string_mm: float) -> float:
        """How far a string must go up; minus: down; 0 where it is."""
        return max(self.least_mm - string_mm, 0.0) or min(self.most_mm - string_mm, 0.0)


def string_range(ground_mm: Mapping[str, float], rule: HeightRule) -> StringRange:
    """The heights that one string all round may have.

    Args:
        ground_mm: ground height by board name, of every board it is known at; one at least.
        rule: what decides the string height.
    """
    highest, lowest = max(ground_mm, key=ground_mm.__getitem__), min(ground_mm, key=ground_mm.__getitem__)
    longest = max(rule.stakes_mm, default=math.inf)
    return StringRange(ground_mm[highest] + rule.clear_mm, ground_mm[lowest] + longest - rule.embed_mm, highest, lowest)


def heights_of(boards: Sequence[Board], ground_mm: Mapping[str, float], rule: HeightRule) -> BoardHeights:
    """Heights, reveals and stakes of every board.

    Args:
        boards: the boards, two to a line.
        ground_mm: ground height by board name, every board.
        rule: what decides the string height.
    """
    at_line: dict[str, float] = {}
    for board in boards:
        at_line[board.line] = max(at_line.get(board.line, -math.inf), ground_mm[board.name])
    highest = max(boards, key=lambda board: ground_mm[board.name])
    lowest = min(boards, key=lambda board: ground_mm[board.name])
    top = ground_mm[highest.name] + rule.clear_mm if rule.string_mm is None else rule.string_mm
    rows = []
    for board in boards:
        room = top - (at_line[board.line] + rule.clear_mm)
        steps = max(0, math.floor((room + NOTHING_MM) / rule.step_mm)) if rule.step_mm else 0
        rows.append(_row(board.name, ground_mm[board.name], top - steps * (rule.step_mm or 0.0), steps, rule))
    return BoardHeights(
        string_mm=top,
        boards=tuple(rows),
        highest=highest.name,
        lowest=lowest.name,
        buried=tuple(row.board for row in rows if row.reveal_mm < rule.clear_mm - NOTHING_MM),
        step_needed_mm=max((row.short_mm for row in rows), default=0.0) or None,
    )


def _row(name: str, ground_mm: float, string_mm: float, steps: int, rule: HeightRule) -> BoardHeight:
    stake = string_mm - ground_mm + rule.embed_mm
    long_enough = [length for length in rule.stakes_mm if length >= stake - NOTHING_MM]
    return BoardHeight(
        board=name,
        ground_mm=ground_mm,
        string_mm=string_mm,
        steps=steps,
        stake_mm=stake,
        stock_mm=min(long_enough, default=None),
        short_mm=stake - max(rule.stakes_mm) if rule.stakes_mm and not long_enough else 0.0,
    )
