"""Loose lines of a drawing joined end to end, with a bound on the work."""

import math
from collections import defaultdict
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field

from anvilhead.formats.strokes import XY

SAME_POINT = 1e-4
"""Ends of two lines nearer than this share of the longer one are one point ..."""
SHORT_SHARE = 0.01
"""... unless that is more than this share of the shorter one."""

MOST_LOOKS = 1_000_000
"""Ends that are looked at on one layer before it is given up: about a second."""

Line = tuple[XY, XY]


class TooTangled(Exception):
    """Lines so many and so close together that joining them would take too long."""


def join_lines(pieces: Sequence[Line]) -> tuple[list[tuple[tuple[XY, ...], bool]], int]:
    """Chain lines end to end; chains of two and more, whether each is closed, and how many lines stayed alone.

    Raises:
        TooTangled: when that would take too long.
    """
    left = _Left([piece for piece in pieces if 0 < SHORT_SHARE * math.dist(*piece) < math.inf])
    chains, loose = [], 0
    while (first := left.pop()) is not None:
        chain = list(first)
        while not comes_back(chain):
            if (beyond := left.take_at(chain[-1], math.dist(*chain[-2:]))) is not None:
                chain.append(beyond)
            elif (beyond := left.take_at(chain[0], math.dist(*chain[:2]))) is not None:
                chain.insert(0, beyond)
            else:
                break
        closed = comes_back(chain)
        if len(chain) > 2:
            chains.append((tuple(chain[:-1] if closed else chain), closed))
        else:
            loose += 1
    return chains, loose


def comes_back(chain: Sequence[XY]) -> bool:
    """Whether a chain of lines ends where it began."""
    if len(chain) <= 3:
        return False
    return math.dist(chain[0], chain[-1]) <= _gap(math.dist(*chain[:2]), math.dist(*chain[-2:]))


def _gap(one: float, other: float) -> float:
    """How far apart the ends of two lines may be to be one point, by the lengths of both: a short jog stays a line."""
    return min(SAME_POINT * max(one, other), SHORT_SHARE * min(one, other))


@dataclass
class _Left:
    """Lines that are in no chain yet, found by where they end.

    Ends lie in squares as wide as the widest gap of their line, so that only the squares around a point are looked at;
    lines of like length share a mesh.
    """

    pieces: Sequence[Line]
    taken: set[int] = field(default_factory=set)
    meshes: dict[int, dict[tuple[int, int], list[tuple[int, int]]]] = field(default_factory=dict)
    looks: int = 0

    def __post_init__(self) -> None:
        for number, piece in enumerate(self.pieces):
            level = math.ceil(math.log2(SHORT_SHARE * math.dist(*piece)))
            mesh = self.meshes.setdefault(level, defaultdict(list))
            for end in (0, 1):
                mesh[_square(piece[end], level)].append((number, end))
        self._next = len(self.pieces)

    def pop(self) -> Line | None:
        """Any line that is left; None when none is."""
        while self._next > 0:
            self._next -= 1
            if self._next not in self.taken:
                self.taken.add(self._next)
                return self.pieces[self._next]
        return None

    def take_at(self, point: XY, length: float) -> XY | None:
        """Take a line that ends where one of a length ends; answers its other end, None when there is none."""
        for number, end in self._near(point):
            piece = self.pieces[number]
            if math.dist(point, piece[end]) <= _gap(length, math.dist(*piece)):
                self.taken.add(number)
                return piece[1 - end]
        return None

    def _near(self, point: XY) -> Iterator[tuple[int, int]]:
        for level, mesh in self.meshes.items():
            column, row = _square(point, level)
            for square in ((column + i, row + j) for i in (0, 1, -1) for j in (0, 1, -1)):
                for number, end in mesh.get(square, ()):
                    self.looks += 1
                    if self.looks > MOST_LOOKS:
                        raise TooTangled
                    if number not in self.taken:
                        yield number, end


def _square(point: XY, level: int) -> tuple[int, int]:
    width = 2.0**level
    return math.floor(point[0] / width), math.floor(point[1] / width)
