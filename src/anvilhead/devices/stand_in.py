"""A simulated instrument as a device: it answers from a yard whose truth it alone knows, always marked so."""

from collections.abc import Callable
from dataclasses import dataclass
from datetime import datetime

from anvilhead.devices.device import Described, DeviceError, Taken, Trouble


@dataclass(frozen=True)
class StandIn:
    """One simulated instrument.

    Attributes:
        kind, name: what it says of itself.
        readings: what it reads at a place, by place; a place it does not know is refused.
        now: the clock of whoever runs it.
    """

    kind: str
    name: str
    readings: Callable[[str], float]
    now: Callable[[], datetime]

    async def describe(self) -> Described:
        """What it is: simulated."""
        return Described(self.kind, self.name, simulated=True)

    async def read(self, place: str) -> Taken:
        """A reading, simulated.

        Raises:
            DeviceError: when the yard has no such place.
        """
        try:
            return Taken(self.readings(place), self.now(), simulated=True)
        except KeyError as error:
            raise DeviceError(Trouble.CANNOT, f"There is no place {place} in this yard.") from error
