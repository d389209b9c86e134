"""Two simulated crews squaring the same rectangle: one by the coach, one the plain way.

Both pull the same six tapes each round and set a nail to a sixteenth.  The plain crew works as many do: hold AB, make
both ends the planned width and the far side the planned length, rack the far side by half the difference of the
diagonals, bring the end strings back over A and B, and pull again until they agree.
"""

import random
from collections.abc import Mapping

from anvilhead.core.boards.batter_board import BoardLayout
from anvilhead.core.check.squaring import SetOut, Verdict, check_square
from anvilhead.core.geometry.footprint import Footprint
from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.tape import STEEL_TAPE, Pull
from anvilhead.core.moves.moves import Strings
from tests.sites import RECTANGLE_PAIRS

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
        read = length + self.noise.gauss(0, STEEL_TAPE.sigma_mm(length))
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


def coached_rounds(site: Site, pairs: list[tuple[str, str]], within_mm: float) -> int:
    """Rounds of pulling and moving until every real corner is within tolerance."""
    for done in range(MOST_ROUNDS):
        if site.worst_mm <= within_mm:
            return done
        check = check_square(site.set_out, [Pull(a, b, site.pull(a, b)) for a, b in pairs])
        if check.order is None or check.verdict in (Verdict.CHECK_READINGS, Verdict.NEEDS_PULLS):
            continue
        for move in check.order.moves:
            site.nail(move.board.name, move.inward_mm)
    return MOST_ROUNDS


def plain_rounds(site: Site, within_mm: float) -> int:
    """The same by equal diagonals and trial."""
    sides = site.set_out.footprint.sides
    length, width = sides[0].length_mm, sides[1].length_mm
    for done in range(MOST_ROUNDS):
        if site.worst_mm <= within_mm:
            return done
        read = {pair: site.pull(*pair) for pair in RECTANGLE_PAIRS}
        too_short = length - read["C", "D"]
        rack = (read["A", "C"] - read["B", "D"]) / 2
        site.nail("CD@C", read["B", "C"] - width)
        site.nail("CD@D", read["D", "A"] - width)
        site.nail("BC@C", rack - too_short / 2)
        site.nail("DA@D", -rack - too_short / 2)
        _over_their_marks(site)
    return MOST_ROUNDS


def _over_their_marks(site: Site) -> None:
    """Bring the end strings back over the marks of A and B, which moving their far nails has shifted."""
    planned = site.set_out.footprint.corners
    for corner, nail in (("A", "DA@A"), ("B", "BC@B")):
        seen = site.corners[corner].x - planned[corner].x + site.noise.gauss(0, SIXTEENTH_MM / 4)
        site.nail(nail, seen if corner == "B" else -seen)


def rectangle_site(footprint: Footprint, seed: int, rough_mm: float) -> Site:
    """A rectangle staked by eye, boards four feet out."""
    return rough(SetOut(footprint, BoardLayout(1219.2)), random.Random(seed), rough_mm)


def both_crews(footprint: Footprint, seed: int, rough_mm: float, within_mm: float) -> tuple[int, int]:
    """Rounds that the coached and the plain crew take on the same rough strings."""
    coached = coached_rounds(rectangle_site(footprint, seed, rough_mm), RECTANGLE_PAIRS, within_mm)
    return coached, plain_rounds(rectangle_site(footprint, seed, rough_mm), within_mm)
