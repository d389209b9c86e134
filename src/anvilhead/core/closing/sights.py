"""How good each reading of a level book is, by its instrument and the length of its sight."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from anvilhead.core.levels.level_book import BookRead, Place
from anvilhead.core.levels.level_instrument import SPANNED, USUAL_SIGHT_MM, LevelClass
from anvilhead.core.units.tolerances import FINEST_SIGHT_MM


@dataclass(frozen=True, slots=True)
class Sights:
    """How good each sight of a book is.

    Attributes:
        classes: of each setup's instrument, by index of the setup.
        distance_mm: length of each sight where it is known, by shot.
    """

    classes: Sequence[LevelClass]
    distance_mm: Mapping[Place, float]

    def length_mm(self, place: Place) -> float:
        """Length of a sight; the usual one where it is not known."""
        return self.distance_mm.get(place, USUAL_SIGHT_MM)

    def squares(self, read: BookRead) -> dict[Place, float]:
        """Square of the ± (95 in 100) of every reading that finds or carries a height, square millimetres.

        What a line level or a straightedge errs by goes with its span and not with each of its ends: the backsight
        has the ± of its reading alone, every other end also that of the span between them.
        """
        return {
            (s, n): self._square(read, s, n)
            for s, begun in enumerate(read.begun)
            if begun.hi_mm is not None
            for n in range(len(read.setups[s].shots))
        }

    def _square(self, read: BookRead, setup: int, number: int) -> float:
        place, kind, back = (setup, number), self.classes[setup], read.begun[setup].back
        span_mm = self.length_mm(place)
        if read.setups[setup].instrument in SPANNED:
            span_mm = 0.0 if place == back else max(span_mm, self.length_mm(back) if back else 0.0)
        return max(kind.sight_mm(span_mm), FINEST_SIGHT_MM) ** 2
