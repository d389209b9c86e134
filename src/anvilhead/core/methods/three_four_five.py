"""3-4-5: each corner squared by the largest whole multiple that its two strings hold."""

from anvilhead.core.methods.framing_square import squared_steps, triangle_pulls
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
        return triangle_pulls(base, base.triangle_at)

    def steps(self, base: Baseline) -> list[MethodStep]:
        """Round from both ends of the baseline."""
        return squared_steps(base, self.method, base.triangle_at)
