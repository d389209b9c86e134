"""3-4-5: each corner squared by the largest whole multiple that its two strings hold."""

from anvilhead.core.geometry.footprint import Side
from anvilhead.core.measure.instrument import Instrument
from anvilhead.core.methods.framing_square import Squared, by_blades, squared_pulls, squared_steps
from anvilhead.core.methods.method import Asked, Baseline, Method, MethodStep


class ThreeFourFive:
    """Corner after corner, each right angle by marks on its two strings; a square where a wall holds no triangle."""

    method = Method.THREE_FOUR_FIVE
    needs_two = False
    crosses_tapes = False

    def why_not(self, base: Baseline) -> str | None:
        """Only right angles."""
        return None if base.is_square_cornered else "not every corner is a right angle"

    def pulls(self, base: Baseline) -> list[Asked]:
        """Sides all round, and the triangle at every right angle."""

        def squared(before: Side, after: Side) -> Squared:
            triangle = base.triangle_at(before, after)
            if triangle is None:
                return by_blades(before, after)
            return (triangle.first_mm, triangle.second_mm), Instrument.STEEL_TAPE

        return squared_pulls(base, squared)

    def steps(self, base: Baseline) -> list[MethodStep]:
        """Round from both ends of the baseline."""
        return squared_steps(base, self.method, base.triangle_at)
