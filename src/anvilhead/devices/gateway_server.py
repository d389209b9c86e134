"""Lines of text answered by a device: a stand-in that behaves as a receiver's gateway does, on this machine alone."""

import asyncio
from contextlib import suppress

from anvilhead.devices.device import Device, DeviceError
from anvilhead.devices.line_protocol import HELLO, LONGEST_LINE, Cannot, Reading, asked_in, told

LOOPBACK = "127.0.0.1"


async def serve(device: Device, port: int = 0) -> asyncio.Server:
    """Listen on loopback; whoever says hello is told what the device is, and may ask.

    Args:
        device: what answers.
        port: to listen at; any free one for 0.
    """

    async def talk(reader: asyncio.StreamReader, writer: asyncio.StreamWriter) -> None:
        with suppress(OSError, asyncio.IncompleteReadError, asyncio.LimitOverrunError):
            if (await reader.readuntil(b"\n")).decode("utf-8", "replace").strip() == HELLO:
                await _say(writer, told(await device.describe()))
                while True:
                    asked = asked_in((await reader.readuntil(b"\n")).decode("utf-8", "replace").strip())
                    if asked is not None:
                        await _say(writer, await _answer(device, *asked))
        writer.close()

    return await asyncio.start_server(talk, LOOPBACK, port, limit=LONGEST_LINE)


async def _answer(device: Device, number: int, place: str) -> str:
    try:
        taken = await device.read(place)
    except DeviceError as error:
        return told(Cannot(number, error.message))
    return told(Reading(number, taken.reading_mm, taken.taken))


async def _say(writer: asyncio.StreamWriter, line: str) -> None:
    writer.write(f"{line}\n".encode())
    await writer.drain()
