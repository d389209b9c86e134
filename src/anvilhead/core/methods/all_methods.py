"""Every way to get corners square, and what a chosen one asks for."""

from dataclasses import replace

from anvilhead.core.methods.computed_diagonal import ComputedDiagonal
from anvilhead.core.methods.equal_diagonals import EqualDiagonals
from anvilhead.core.methods.equal_legs import EqualLegs
from anvilhead.core.methods.framing_square import FramingSquare
from anvilhead.core.methods.method import Asked, Baseline, Method, MethodStep, WayToSquare
from anvilhead.core.methods.shortest_distance import ShortestDistance
from anvilhead.core.methods.square_laser import SquareLaser
from anvilhead.core.methods.station_offset import StationOffset
from anvilhead.core.methods.three_four_five import ThreeFourFive
from anvilhead.core.methods.ties import Ties

_ALL: tuple[WayToSquare, ...] = (
    EqualDiagonals(),
    ComputedDiagonal(),
    ThreeFourFive(),
    EqualLegs(),
    ShortestDistance(),
    FramingSquare(),
    SquareLaser(),
    StationOffset(),
    Ties(),
)
WAYS: dict[Method, WayToSquare] = {way.method: way for way in _ALL}
"""By method; of two that come to the same, the one that comes first is the plainer."""


def asked_by(way: WayToSquare, base: Baseline) -> list[Asked]:
    """The pulls of a method as it goes; none when it cannot do the shape."""
    return [] if way.why_not(base) else way.pulls(base)


def steps_for(way: WayToSquare, base: Baseline, errors_mm: dict[str, float] | None = None) -> list[MethodStep]:
    """The steps of a method that can do the shape, the baseline first.

    Args:
        way: which.
        base: the footprint; the nails of its baseline are named where the method is by ties.
        errors_mm: of each corner once all is pulled, from the comparison.
    """
    side = base.side
    steps = [
        MethodStep(way.method, side.end, side.start, (base.tape_end(side.start, side.end),)),
        *way.steps(base),
    ]
    errors = errors_mm or {}
    return [step if step.on_the_way else replace(step, error_mm=errors.get(step.corner)) for step in steps]
