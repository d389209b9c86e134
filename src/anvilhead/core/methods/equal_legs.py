"""Equal legs: as far along one string as along the other, and √2 of that between the marks.

One tape and one number do it: swing the leg from the corner, pull its √2 from the mark, and once more from a mark as
far beyond the corner, which must read the same.
"""

from collections.abc import Callable

from anvilhead.core.geometry.footprint import Side
from anvilhead.core.measure.triangle import Triangle, equal_legs
from anvilhead.core.methods.framing_square import squared_steps, triangle_pulls
from anvilhead.core.methods.method import Asked, Baseline, Method, MethodStep


class EqualLegs:
    """Corner after corner, each right angle by two equal legs; a square where a wall holds none."""

    method = Method.EQUAL_LEGS
    needs_two = False
    crosses_tapes = False

    def why_not(self, base: Baseline) -> str | None:
        """Only right angles."""
        return None if base.is_square_cornered else "not every corner is a right angle"

    def pulls(self, base: Baseline) -> list[Asked]:
        """Sides all round, and the √2 at every right angle."""
        return triangle_pulls(base, self._legs_on(base))

    def steps(self, base: Baseline) -> list[MethodStep]:
        """Round from both ends of the baseline."""
        return squared_steps(base, self.method, self._legs_on(base))

    @staticmethod
    def _legs_on(base: Baseline) -> Callable[[Side, Side], Triangle | None]:
        return lambda before, after: equal_legs(before.length_mm, after.length_mm, base.tools.unit_mm)
