"""Simulated crews squaring the same strings: by the coach, round by round or going on, and the plain way.

They read to a sixteenth and set nails to one, and stop by what they can know: at the verdict, or when all reads as it
should.  The plain crew works as many do: hold AB, make both ends the planned width and the far side the planned length,
rack the far side by half the difference of the diagonals, bring the end strings back over A and B, and pull again.
"""

import random
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

from anvilhead.core.boards.batter_board import Board, BoardLayout
from anvilhead.core.check.set_out import SetOut
from anvilhead.core.geometry.footprint import Footprint
from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.tape import Pull
from anvilhead.core.units.tolerances import NOTHING_MM
from anvilhead.core.units.units import SIXTEENTH_MM
from anvilhead.core.world.coached_crew import MOST_ROUNDS, CoachedCrew
from anvilhead.core.world.length_stand_ins import LengthStandIn
from anvilhead.core.world.real_lines import RealLines
from tests.sites import RECTANGLE_PAIRS

Pair = tuple[str, str]


class Site(RealLines):
    """Real strings, and the tape that a crew holds to them."""

    def __init__(self, set_out: SetOut, truth: Mapping[str, Point], noise: random.Random) -> None:
        super().__init__(set_out, truth)
        self.noise = noise
        self.tape = LengthStandIn(self, noise)
        self.boards = {board.name: board for board in set_out.boards}

    def pull(self, a: str, b: str) -> float:
        """A tape between two real corners, read to a sixteenth, millimetres."""
        return self.tape.read(Pull(a, b, 1.0)).reading_mm

    @property
    def worst_mm(self) -> float:
        """Farthest that a corner is from where its plan was on the ground to begin with."""
        at = self.corners
        return max(place.distance_to(at[name]) for name, place in self.set_out.footprint.corners.items())

    def hang(self, board: Board, inward_mm: float) -> None:
        """Move a nail by exactly so much."""
        assert self.strings is not None
        self.strings.move(board, inward_mm)

    def nail(self, board: str, inward_mm: float) -> None:
        """Move a nail, to a sixteenth."""
        self.move(self.boards[board], inward_mm)


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
    """Pull, move as told, stop at the verdict: every round all pairs, or what is asked for where it goes on."""
    site.set_out = replace(site.set_out, goes_on=goes_on)
    asked = [Pull(*pair, 1.0) for pair in pairs]
    run = CoachedCrew(site, site.tape, asked, careless).set_out()
    return Squared(run.rounds, run.pulls, site.worst_mm)


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
