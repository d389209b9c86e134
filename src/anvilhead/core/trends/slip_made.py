"""Which slip a reading was, known by the reading that was taken in its place."""

import math
from collections.abc import Mapping, Sequence

from anvilhead.core.adjust.chance import NORMAL_95
from anvilhead.core.check.slip_kinds import Slip, usual_slips
from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.tape import Pull
from anvilhead.core.units.units import Units


def slip_made(
    struck: Pull,
    again: Pull,
    sigma_mm: float,
    *,
    others: Sequence[Pull] = (),
    units: Units = Units.FT_IN,
    corners: Mapping[str, Point] | None = None,
) -> Slip | None:
    """What a struck reading had been; None where both readings are the same but for what a tape is off.

    Of two slips that explain the difference alike the one counts that has fewer ways to happen by chance.

    Args:
        struck: the reading taken back.
        again: the one in its place.
        sigma_mm: standard deviation of one careful pull of this length.
        others: pulls of the round besides.
        units: of the tape, for slips of digits.
        corners: where the points stand.
    """
    doubt = NORMAL_95 * math.sqrt(2) * sigma_mm
    missing = (again.reading_mm - again.burn_mm) - (struck.reading_mm - struck.burn_mm)
    if abs(missing) <= doubt:
        return None
    alike = [
        (ways, order, slip)
        for order, (slip, correction, ways) in enumerate(usual_slips(struck, others, units, {}, corners or {}))
        if abs(correction - missing) <= doubt
    ]
    return min(alike)[2] if alike else Slip.UNKNOWN
