"""Simulated crews squaring the same strings: by the coach, round by round or going on, and the plain way.

They read to a sixteenth and set nails to one, and stop by what they can know: at the verdict, or when all reads as it
should.  The plain crew works as many do: hold AB, make both ends the planned width and the far side the planned length,
rack the far side by half the difference of the diagonals, bring the end strings back over A and B, and pull again.
"""

import random
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

from anvilhead.core.again.carried import carried_from
from anvilhead.core.boards.batter_board import BoardLayout
from anvilhead.core.check.set_out import SetOut
from anvilhead.core.check.squaring import SquareCheck, Verdict, check_square
from anvilhead.core.geometry.footprint import Footprint
from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.tape import STEEL_TAPE, Pull
from anvilhead.core.moves.moves import Strings
from anvilhead.core.units.tolerances import NOTHING_MM
from tests.sites import RECTANGLE_PAIRS

Pair = tuple[str, str]

SIXTEENTH_MM = 25.4 / 16
MOST_ROUNDS = 12


class Site:
    """Real strings on real nails, which only the simulation knows."""

    def __init__(self, set_out: SetOut, truth: Mapping[str, Point], noise: random.Random) -> None:
        self.set_out = set_out
        self.noise = noise
        self.strings = Strings(set_out.footprint, truth, set_out.boards)
        self.boards = {board.name: board for board in set_out.boards}

    @property
    def corners(self) -> dict[str, Point]:
        """Where the strings really cross."""
        return self.strings.corners()

    def pull(self, a: str, b: str) -> float:
        """A tape between two real corners, read to a sixteenth, millimetres."""
        length = self.corners[a].distance_to(self.corners[b])
        read = length + self.noise.gauss(0, STEEL_TAPE.limit_mm(length) / 2)
        return SIXTEENTH_MM * round(read / SIXTEENTH_MM)

    def nail(self, board: str, inward_mm: float) -> None:
        """Move a nail, to a sixteenth."""
        self.strings.move(self.boards[board], SIXTEENTH_MM * round(inward_mm / SIXTEENTH_MM))

    @property
    def worst_mm(self) -> float:
        """Farthest that a real corner is from its plan; the line AB is what it is."""
        real = self.corners
        return max(point.distance_to(real[name]) for name, point in self.set_out.footprint.corners.items())


def rough(set_out: SetOut, noise: random.Random, by_mm: float) -> Site:
    """Strings put up by eye on a first line that is right."""
    at = set_out.footprint.corners
    truth = {
        name: point if name in "AB" else Point(point.x + noise.gauss(0, by_mm), point.y + noise.gauss(0, by_mm))
        for name, point in at.items()
    }
    return Site(set_out, truth, noise)


@dataclass(frozen=True)
class Squared:
    """What a crew came to: rounds and pulls until it could know that it was done, and how far the worst corner is."""

    rounds: int
    pulls: int
    worst_mm: float


def coached(site: Site, pairs: Sequence[Pair], *, goes_on: bool = False, careless: float = 0.0) -> Squared:
    """Pull, move as told, and stop at the verdict.

    Args:
        site: the strings.
        pairs: pulled every round; where a round goes on from the last one, only as far as it is asked for.
        goes_on: whether rounds take in what the one before knew.
        careless: how often a nail that should move is forgotten, and half as often moved the wrong way.
    """
    before: SquareCheck | None = None
    taken = 0
    for number in range(1, MOST_ROUNDS + 1):
        set_out = site.set_out
        if goes_on:
            set_out = replace(set_out, carried=carried_from(set_out, before))
        pulls, before = _round(site, set_out, pairs)
        taken += len(pulls)
        if before.verdict is Verdict.SQUARE:
            return Squared(number, taken, site.worst_mm)
        for move in before.order.moves if before.order else ():
            slip = site.noise.random()
            if slip >= careless:
                site.nail(move.board.name, move.inward_mm if slip >= 1.5 * careless else -move.inward_mm)
    return Squared(MOST_ROUNDS, taken, site.worst_mm)


def _round(site: Site, set_out: SetOut, pairs: Sequence[Pair]) -> tuple[list[Pull], SquareCheck]:
    """All pairs; or what is asked for, one after the other, as long as that goes on from the round before."""
    at = set_out.footprint.corners
    left = list(pairs)
    pulls: list[Pull] = []
    asked: Pair | None = max(left, key=lambda pair: at[pair[0]].distance_to(at[pair[1]]))
    while asked and set_out.carried.observations:
        left = [pair for pair in left if set(pair) != set(asked or ())]
        pulls.append(Pull(*asked, site.pull(*asked)))
        check = check_square(set_out, pulls)
        if check.went_on is False or len(pulls) > 2 * len(pairs):
            break
        asked = (check.next_pull.start, check.next_pull.end) if check.next_pull else None
        if not asked:
            return pulls, check
    pulls += [Pull(*pair, site.pull(*pair)) for pair in left]
    return pulls, check_square(set_out, pulls)


def plain_way(site: Site, within_mm: float) -> Squared:
    """By equal diagonals and trial, until sides and diagonals read within what is allowed."""
    sides = site.set_out.footprint.sides
    length, width = sides[0].length_mm, sides[1].length_mm
    for number in range(1, MOST_ROUNDS + 1):
        read = {pair: site.pull(*pair) for pair in RECTANGLE_PAIRS}
        off = (read["C", "D"] - length, read["B", "C"] - width, read["D", "A"] - width, read["A", "C"] - read["B", "D"])
        if max(map(abs, off)) <= within_mm + NOTHING_MM:
            return Squared(number, 6 * number, site.worst_mm)
        rack = off[3] / 2
        site.nail("CD@C", off[1])
        site.nail("CD@D", off[2])
        site.nail("BC@C", rack + off[0] / 2)
        site.nail("DA@D", -rack + off[0] / 2)
        _over_their_marks(site)
    return Squared(MOST_ROUNDS, 6 * MOST_ROUNDS, site.worst_mm)


def _over_their_marks(site: Site) -> None:
    """Bring the end strings back over the marks of A and B, which moving their far nails has shifted."""
    planned = site.set_out.footprint.corners
    for corner, nail in (("A", "DA@A"), ("B", "BC@B")):
        seen = site.corners[corner].x - planned[corner].x + site.noise.gauss(0, SIXTEENTH_MM / 4)
        site.nail(nail, seen if corner == "B" else -seen)


def rectangle_site(footprint: Footprint, seed: int, rough_mm: float) -> Site:
    """A rectangle staked by eye, boards four feet out."""
    return rough(SetOut(footprint, BoardLayout(1219.2)), random.Random(seed), rough_mm)
