"""Framing square: a two-foot square held to the strings at every corner.  For roughing in."""

from collections.abc import Callable

from anvilhead.core.geometry.footprint import Footprint, Side
from anvilhead.core.measure.instrument import Instrument
from anvilhead.core.measure.tape import PullKind
from anvilhead.core.measure.triangle import Triangle
from anvilhead.core.methods.method import Asked, Baseline, Method, MethodStep
from anvilhead.core.units.tolerances import STRAIGHT_RAD
from anvilhead.core.units.units import FOOT_MM

BLADE_MM = 2 * FOOT_MM
"""Two feet of string on either side of the corner."""

Squared = tuple[tuple[float, float], Instrument]
"""How a right angle is made: marks along the two sides of a corner, and with what."""


class FramingSquare:
    """Corner after corner, each right angle by the blades of a square."""

    method = Method.FRAMING_SQUARE
    needs_two = False
    crosses_tapes = False

    def why_not(self, base: Baseline) -> str | None:
        """Only right angles."""
        return None if base.is_square_cornered else "a framing square only throws right angles"

    def pulls(self, base: Baseline) -> list[Asked]:
        """Sides all round, and the square at every right angle."""
        return squared_pulls(base, by_blades)

    def steps(self, base: Baseline) -> list[MethodStep]:
        """Round from both ends of the baseline."""
        return squared_steps(base, self.method, lambda *_: None)


def by_blades(before: Side, after: Side) -> Squared:
    """The square's blades, as far as the walls are long."""
    leg = min(BLADE_MM, before.length_mm, after.length_mm)
    return (leg, leg), Instrument.FRAMING_SQUARE


def squared_pulls(base: Baseline, squared: Callable[[Side, Side], Squared]) -> list[Asked]:
    """Sides all round, and what squares every right angle."""
    found = [base.tape(side.start, side.end) for side in base.footprint.sides]
    for before, after in right_corners(base.footprint):
        legs, by = squared(before, after)
        found.append(base.asked(PullKind.TRIANGLE, after.start, after.name, line=before.name, legs=legs, by=by))
    return found


def triangle_pulls(base: Baseline, triangle_at: Callable[[Side, Side], Triangle | None]) -> list[Asked]:
    """Sides all round, and a triangle at every right angle; the square's blades where a wall holds none."""

    def squared(before: Side, after: Side) -> Squared:
        triangle = triangle_at(before, after)
        if triangle is None:
            return by_blades(before, after)
        return (triangle.first_mm, triangle.second_mm), Instrument.STEEL_TAPE

    return squared_pulls(base, squared)


def squared_steps(
    base: Baseline, method: Method, triangle_at: Callable[[Side, Side], Triangle | None]
) -> list[MethodStep]:
    """Corner after corner, half of them round each way from the baseline's ends."""
    sides = base.footprint.sides
    count = len(base.others)
    ahead = (count + 1) // 2 if base.footprint.closed else count
    back = [Side(s.end, s.start, s.end_point, s.start_point) for s in reversed(sides)]
    steps = []
    for legs in (sides[1 : 1 + ahead], back[: count - ahead]):
        arriving = base.side
        for leg in legs:
            tape = base.tape_end(leg.start, leg.end)
            steps.append(MethodStep(method, leg.end, leg.start, (tape,), triangle_at(arriving, leg)))
            arriving = leg
    return steps


def right_corners(footprint: Footprint) -> list[tuple[Side, Side]]:
    """The two sides at every right-angled corner."""
    return [
        (before, after)
        for before, after in footprint.joints
        if abs(before.direction.dot(after.direction)) < STRAIGHT_RAD
    ]
