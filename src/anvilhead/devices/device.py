"""What an instrument is asked and what it answers, whether it is real, simulated, or behind a wire."""

from dataclasses import dataclass
from datetime import datetime
from enum import StrEnum
from typing import Protocol


class Trouble(StrEnum):
    """Why there is no reading."""

    UNPLUGGED = "unplugged"
    """Nothing answers at that address, or the wire was cut, also when asked once more."""
    SILENT = "silent"
    """It is there and does not answer in time."""
    GARBLED = "garbled"
    """What comes is not the protocol."""
    CANNOT = "cannot"
    """It says itself that it cannot."""


class DeviceError(Exception):
    """No reading was taken.

    Attributes:
        trouble: why; message: that in words, with what to do.
    """

    def __init__(self, trouble: Trouble, message: str) -> None:
        super().__init__(message)
        self.trouble = trouble
        self.message = message


@dataclass(frozen=True, slots=True)
class Described:
    """What a device says of itself: its kind (`laser`, `steel-tape`), its name, and whether it is simulated."""

    kind: str
    name: str
    simulated: bool


@dataclass(frozen=True, slots=True)
class Taken:
    """A reading as a device took it, to be confirmed by whoever records it.

    Attributes:
        reading_mm: as it stands on the rod or the tape; taken: when, by the device's clock, with its zone.
        simulated: whether a stand-in answered; it goes along wherever the reading does.
    """

    reading_mm: float
    taken: datetime
    simulated: bool


class Device(Protocol):
    """An instrument that can be asked."""

    async def describe(self) -> Described:
        """What it is."""

    async def read(self, place: str) -> Taken:
        """Take a reading at a place: a point for a level, `A–C` for a tape.

        Raises:
            DeviceError: when there is none.
        """
