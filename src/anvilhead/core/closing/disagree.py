"""The same thing read again from a setup that says nothing was moved since: a night check, a second instrument.

Each height hangs on the readings from where it is known; readings that both ways share err alike and do not count.
Two honest ways differ by less than the root sum of the squares of their ± ninety-five times in a hundred.  Beyond that
both readings are in question, and neither wins for being the last: the earlier height stays until somebody decides.
"""

from dataclasses import dataclass

from anvilhead.core.closing.closed_book import LevelBook, Rechecked
from anvilhead.core.levels.instrument_check import CheckKind
from anvilhead.core.levels.level_instrument import LevelInstrument
from anvilhead.core.units.tolerances import NOTHING_MM

TESTS = {
    LevelInstrument.LASER: CheckKind.FOUR_WAYS,
    LevelInstrument.OPTICAL: CheckKind.TWO_PEG,
    LevelInstrument.WATER: CheckKind.ENDS_TOGETHER,
    LevelInstrument.LINE: CheckKind.TURN_ROUND,
    LevelInstrument.SPIRIT: CheckKind.TURN_ROUND,
}
"""What shows whether an instrument is true; a tape from a string has none: the string itself is looked at."""


@dataclass(frozen=True, slots=True)
class Agreement:
    """Two heights of one thing held against each other, millimetres.

    Attributes:
        differs_mm: found again minus found before; allowed_mm: what two honest ways differ by.
        weaker: setup whose way is known less well.
    """

    one: Rechecked
    differs_mm: float
    allowed_mm: float
    weaker: int

    @property
    def agrees(self) -> bool:
        """Whether both can be right."""
        return abs(self.differs_mm) <= self.allowed_mm + NOTHING_MM


def agreements(book: LevelBook) -> list[Agreement]:
    """Everything that was read again from a setup that only checks, in the order of the book."""
    return [_agreement(book, one) for one in book.rechecked]


def _agreement(book: LevelBook, one: Rechecked) -> Agreement:
    first, second = (book.ways.alone_mm(*pair) for pair in ((one.first, one.second), (one.second, one.first)))
    weaker = one.first[0] if first > second + NOTHING_MM else one.second[0]
    return Agreement(one, one.differs_mm, book.ways.apart_mm(one.first, one.second), weaker)
