"""What heights hang on: the way of readings to each from where a height is known, and what two ways share.

Ways are paths of one tree: two of them run together from the beginning until they leave some setup by different shots.
"""

import math
from collections.abc import Mapping

from anvilhead.core.levels.level_book import BookRead, Place


class Ways:
    """The ways of a book, and the squares of the ± that add up along them.

    Args:
        read: the book.
        squares: of the ± of every reading, square millimetres (`Sights.squares`).
    """

    def __init__(self, read: BookRead, squares: Mapping[Place, float]) -> None:
        self._read, self._squares = read, squares
        self._line: list[float] = []
        self._depth: list[int] = []
        for begun in read.begun:
            before, depth = (0.0, 0) if begun.start is None else (self.square(begun.start), self._depth[begun.start[0]])
            self._line.append(before + (0.0 if begun.back is None else squares[begun.back]))
            self._depth.append(depth + 1)

    def square(self, fore: Place) -> float:
        """Square of the ± of the height that a shot found, as read."""
        return self._line[fore[0]] + self._squares[fore]

    def shared(self, one: Place, other: Place) -> float:
        """Square of the ± of what the ways to two shots have in common, which errs alike in both."""
        while one[0] != other[0]:
            if self._depth[one[0]] < self._depth[other[0]]:
                one, other = other, one
            start = self._read.begun[one[0]].start
            if start is None:
                return 0.0
            one = start
        return self._line[one[0]] + (self._squares[one] if one == other else 0.0)

    def apart_mm(self, one: Place, other: Place) -> float:
        """± of the difference of the heights that two shots found."""
        return math.sqrt(self.square(one) + self.square(other) - 2 * self.shared(one, other))

    def alone_mm(self, one: Place, other: Place) -> float:
        """± of what only the way to the first of two shots hangs on."""
        return math.sqrt(self.square(one) - self.shared(one, other))
