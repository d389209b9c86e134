"""A helper who reads and calls: a third quicker than walking over to read, and now and then misheard."""

from random import Random

from anvilhead.core.check.slip_kinds import Slip
from anvilhead.core.measure.misreading import invited
from anvilhead.core.units.units import FOOT_MM, INCH_MM, Units

CALLED_SHARE = 2 / 3
"""Of the time that a reading takes when it is called."""
MISHEARD_ONE_IN = 12
MISHEARD = {Slip.FOOT: FOOT_MM, Slip.INCH: INCH_MM}
LEAST_MM = INCH_MM
"""Digits heard wrong by less pass as an honest difference, and teach nothing."""


def as_called(shows_mm: float, noise: Random, units: Units) -> tuple[float, Slip | None]:
    """What is heard of a reading that a helper calls, and by which slip when that is not what was read."""
    return misheard(shows_mm, noise, units) if noise.randrange(MISHEARD_ONE_IN) == 0 else (shows_mm, None)


def misheard(shows_mm: float, noise: Random, units: Units) -> tuple[float, Slip | None]:
    """A reading that is heard wrong, never as nothing or less: by a foot or an inch; metres by a digit.

    A metric number without a digit that could be taken for another is heard right, with no slip.
    """
    if units is not Units.FT_IN:
        taken = [one for one in invited(shows_mm, "", units) if abs(one[1] - shows_mm) >= LEAST_MM]
        kind, mm = noise.choice(taken) if taken else (None, shows_mm)
        return mm, Slip(kind) if kind else None
    slip = noise.choice(list(MISHEARD))
    off = noise.choice((-1, 1)) * MISHEARD[slip]
    return shows_mm + (off if shows_mm + off > 0 else -off), slip
