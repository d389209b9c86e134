"""The same thing read again from a setup that says nothing was moved since: a night check, a second instrument.

Each height hangs on the readings from where it is known; readings that both ways share err alike and do not count.
Two honest ways differ by less than the root sum of the squares of their ± ninety-five times in a hundred.  Beyond that
both readings are in question, and neither wins for being the last: the earlier height stays until somebody decides.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass

from anvilhead.core.levels.closing import Sights
from anvilhead.core.levels.instrument_check import CheckKind
from anvilhead.core.levels.level_book import LevelBook, LevelSetup, Place, Rechecked, Step
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


def agreements(book: LevelBook, setups: Sequence[LevelSetup], sights: Sights) -> list[Agreement]:
    """Everything that was read again from a setup that only checks, in the order of the book."""
    return [_agreement(book, setups, sights, one) for one in book.rechecked]


def _agreement(book: LevelBook, setups: Sequence[LevelSetup], sights: Sights, one: Rechecked) -> Agreement:
    first, second = _way(book, one.first), _way(book, one.second)
    shared = {place for step in first for place in _ends(step)} & {place for step in second for place in _ends(step)}
    apart = [
        math.hypot(
            *(
                sights.step_mm(setups[step.setup].instrument, None if step.back in shared else step.back, step.fore)
                for step in way
                if step.fore not in shared
            )
        )
        for way in (first, second)
    ]
    weaker = one.first[0] if apart[0] > apart[1] + NOTHING_MM else one.second[0]
    return Agreement(one, one.differs_mm, math.hypot(*apart), weaker)


def _way(book: LevelBook, fore: Place) -> list[Step]:
    """From where a height is known to a shot."""
    steps = [Step(fore[0], book.setups[fore[0]].back, fore)]
    while (start := book.setups[steps[-1].setup].start) is not None:
        steps.append(Step(start[0], book.setups[start[0]].back, start))
    return steps


def _ends(step: Step) -> list[Place]:
    return [place for place, _ in step.readings]
