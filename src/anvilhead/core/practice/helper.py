"""A helper who reads and calls: a third quicker than walking over to read, and now and then misheard."""

from random import Random

from anvilhead.core.check.slip_kinds import Slip
from anvilhead.core.units.units import FOOT_MM, INCH_MM

CALLED_SHARE = 2 / 3
"""Of the time that a reading takes when it is called."""
MISHEARD_ONE_IN = 12
MISHEARD = {Slip.FOOT: FOOT_MM, Slip.INCH: INCH_MM}


def as_called(shows_mm: float, noise: Random) -> tuple[float, Slip | None]:
    """What is heard of a reading that a helper calls, and by which slip when that is not what was read."""
    return misheard(shows_mm, noise) if noise.randrange(MISHEARD_ONE_IN) == 0 else (shows_mm, None)


def misheard(shows_mm: float, noise: Random) -> tuple[float, Slip]:
    """A reading that is heard wrong, never as nothing or less."""
    slip = noise.choice(list(MISHEARD))
    off = noise.choice((-1, 1)) * MISHEARD[slip]
    return shows_mm + (off if shows_mm + off > 0 else -off), slip
