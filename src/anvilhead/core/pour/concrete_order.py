"""The order of concrete: waste, whole trucks and the part load, the time it takes to place."""

import math
from dataclasses import dataclass

from anvilhead.core.units.tolerances import FLOAT_SLACK


@dataclass(frozen=True, slots=True)
class ConcreteOrder:
    """What is ordered, cubic millimetres.

    Attributes:
        volume_mm3: with waste; trucks: in all, the part load with them; part_mm3: of the last, zero where all are full.
        hours: to place it; None where no rate was said.
    """

    volume_mm3: float
    trucks: int
    part_mm3: float
    hours: float | None


def order_for(volume_mm3: float, waste: float, truck_mm3: float, rate_mm3: float | None) -> ConcreteOrder:
    """Trucks for a volume.

    Args:
        volume_mm3: as measured or planned.
        waste: share on top.
        truck_mm3: what one brings, above zero.
        rate_mm3: what the crew places in an hour, above zero.
    """
    whole = volume_mm3 * (1 + waste)
    trucks = max(1, math.ceil(whole / truck_mm3 - FLOAT_SLACK))
    last = whole - (trucks - 1) * truck_mm3
    part = 0.0 if last >= truck_mm3 * (1 - FLOAT_SLACK) else last
    return ConcreteOrder(whole, trucks, part, None if rate_mm3 is None else whole / rate_mm3)
