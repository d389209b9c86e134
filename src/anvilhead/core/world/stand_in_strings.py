"""Strings whose truth a seed makes, for a tape or a square-throwing laser that answers without any.

They are put up by eye, and what was told after each round that came before was done as it was told.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from random import Random

from anvilhead.core.check.set_out import SetOut
from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.tape import Pull, PullKind
from anvilhead.core.moves.moves import Order
from anvilhead.core.units.units import Units
from anvilhead.core.world.length_stand_ins import LengthStandIn
from anvilhead.core.world.real_lines import RealLines, put_up_by_eye

Told = tuple[Order, Mapping[str, Point]]
"""What hands were told, and where corners were believed to be by then."""


@dataclass(frozen=True)
class StandInStrings:
    """One structure's strings.

    Attributes:
        set_out: what they are to become; seed: that makes them, and every reading.
        told: after each round before, in order.
        hook_mm: what play of its hook makes the tape read too much; misreads: share of readings that go wrong.
        units: of its marks.
    """

    set_out: SetOut
    seed: str
    told: Sequence[Told] = ()
    hook_mm: float = 0.0
    misreads: float = 0.0
    units: Units = Units.FT_IN

    def lines(self) -> RealLines:
        """Where they really lie by now."""
        lines, hands = put_up_by_eye(self.set_out, Random(f"strings {self.seed}")), Random(f"hands {self.seed}")
        for order, believed in self.told:
            lines.carry_out(order, believed, hands)
        return lines

    def reading_mm(self, pull: Pull, which: str) -> float:
        """What a pull reads, millimetres.

        Args:
            pull: with any reading.
            which: reading of it, so that another one of the same pull comes out as its own.
        """
        throw = f"{self.seed} {pull.round} {pull.start} {pull.line} {pull.station_mm:.2f}"
        device = LengthStandIn(self.lines(), Random(f"throw {throw}"), self.misreads, self.units, self.hook_mm)
        if pull.kind is PullKind.SQUARE:
            device.read(pull)  # its turn is drawn: every mark of one setup shares it
        device.noise = Random(f"reading {self.seed} {which}")
        return device.read(pull).reading_mm
