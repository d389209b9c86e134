"""A device behind a socket: a receiver's gateway, or a stand-in on this machine.

Wires are pulled out.  A question is asked once more over a new connection when the old one turns out to be dead; a
connection over which no answer came in time is closed, so that a late one is never taken for that to another question.
"""

import asyncio
from collections.abc import Callable
from contextlib import suppress
from dataclasses import dataclass, field
from typing import TypeVar

from anvilhead.devices.device import Described, DeviceError, Taken, Trouble
from anvilhead.devices.line_protocol import HELLO, LONGEST_LINE, Cannot, Line, Reading, ask, line_in

ANSWER_WITHIN_S = 5.0
MOST_GARBAGE = 50
"""Lines that are not of the protocol in answer to one question, beyond which this is no gateway."""


Wanted = TypeVar("Wanted")


class _CutError(Exception):
    """The connection ended."""


@dataclass
class Gateway:
    """A device at an address.

    Attributes:
        host, port: where it listens.
        within_s: seconds to wait for an answer.
    """

    host: str
    port: int
    within_s: float = ANSWER_WITHIN_S
    _wire: tuple[asyncio.StreamReader, asyncio.StreamWriter] | None = field(default=None, init=False)
    _described: Described | None = field(default=None, init=False)
    _number: int = field(default=0, init=False)
    _busy: asyncio.Lock = field(default_factory=asyncio.Lock, init=False)

    async def describe(self) -> Described:
        """What is there.

        Raises:
            DeviceError: when nothing is, or it does not say.
        """
        async with self._busy:
            return await self._connected()

    async def read(self, place: str) -> Taken:
        """Take a reading.

        Raises:
            DeviceError: when there is none.
        """
        async with self._busy:
            was_open = self._wire is not None
            described = await self._connected()
            try:
                return await self._asked(place, described)
            except _CutError:
                if not was_open:
                    raise self._trouble(Trouble.UNPLUGGED, "was unplugged in the middle of the reading") from None
            described = await self._connected()  # the wire was dead before it was asked: once more over a new one
            try:
                return await self._asked(place, described)
            except _CutError:
                raise self._trouble(Trouble.UNPLUGGED, "was unplugged in the middle of the reading") from None

    async def close(self) -> None:
        """Hang up."""
        wire, self._wire, self._described = self._wire, None, None
        if wire is not None:
            wire[1].close()
            with suppress(OSError):
                await wire[1].wait_closed()

    async def _connected(self) -> Described:
        if self._wire is not None and self._described is not None and not self._wire[0].at_eof():
            return self._described
        await self.close()
        try:
            async with asyncio.timeout(self.within_s):
                self._wire = await asyncio.open_connection(self.host, self.port, limit=LONGEST_LINE)
        except (OSError, TimeoutError) as error:
            raise self._trouble(Trouble.UNPLUGGED, "does not answer") from error
        try:
            await self._send(HELLO)
            self._described = await self._first(lambda line: line if isinstance(line, Described) else None)
        except _CutError:
            await self.close()
            raise self._trouble(Trouble.UNPLUGGED, "hung up before it said what it is") from None
        return self._described

    async def _asked(self, place: str, described: Described) -> Taken:
        self._number += 1
        try:
            await self._send(ask(self._number, place))
            line: Reading | Cannot = await self._first(self._own)
        except _CutError:
            await self.close()
            raise
        if isinstance(line, Cannot):
            raise DeviceError(Trouble.CANNOT, f"{described.name}: {line.why or 'it cannot read there.'}")
        return Taken(line.reading_mm, line.taken, described.simulated)

    def _own(self, line: Line) -> Reading | Cannot | None:
        """An answer to the question asked last; a late one to another is left alone."""
        return line if isinstance(line, Reading | Cannot) and line.number == self._number else None

    async def _send(self, line: str) -> None:
        if self._wire is None:
            raise _CutError
        try:
            self._wire[1].write(f"{line}\n".encode())
            await self._wire[1].drain()
        except OSError as error:
            raise _CutError from error

    async def _first(self, wanted: Callable[[Line], Wanted | None]) -> Wanted:
        """The first line that is wanted, of those that come until the time for an answer is over."""
        garbage = 0
        try:
            async with asyncio.timeout(self.within_s):
                while garbage <= MOST_GARBAGE:
                    line = line_in(await self._line())
                    found = wanted(line) if line is not None else None
                    if found is not None:
                        return found
                    garbage += line is None
        except TimeoutError as error:
            await self.close()
            raise self._trouble(Trouble.SILENT, f"did not answer within {self.within_s:g} s") from error
        await self.close()
        raise self._trouble(Trouble.GARBLED, "talks, but not as a gateway does")

    async def _line(self) -> str:
        """One whole line; half of one at the end of a connection is none."""
        if self._wire is None:
            raise _CutError
        try:
            raw = await self._wire[0].readuntil(b"\n")
        except asyncio.LimitOverrunError as error:
            await self.close()
            raise self._trouble(Trouble.GARBLED, "sends lines without an end") from error
        except (asyncio.IncompleteReadError, OSError) as error:
            raise _CutError from error
        return raw.decode("utf-8", "replace").strip()

    def _trouble(self, trouble: Trouble, what: str) -> DeviceError:
        return DeviceError(
            trouble,
            f"The gateway at {self.host}:{self.port} {what}. Look at its plug and its battery, then ask again, or type "
            "the reading.",
        )
