"""A device at the other end of a wire: asked, unplugged, silent, talking nonsense, late."""

import asyncio
from collections.abc import Awaitable, Callable
from datetime import UTC, datetime

import pytest

from anvilhead.devices.device import Described, DeviceError, Taken, Trouble
from anvilhead.devices.gateway import Gateway
from anvilhead.devices.gateway_server import serve
from anvilhead.devices.line_protocol import LONGEST_LINE, Cannot, Reading, ask, asked_in, line_in, told
from anvilhead.devices.stand_in import StandIn

SEVEN = datetime(2026, 5, 4, 7, 0, tzinfo=UTC)
READS = {"A": 1270.0, "A–C": 13411.2}

Talk = Callable[[asyncio.StreamReader, asyncio.StreamWriter], Awaitable[None]]


def run(test: Callable[[], Awaitable[None]]) -> None:
    async def within() -> None:
        async with asyncio.timeout(20):
            await test()

    asyncio.run(within())


class Scripted:
    """A gateway that misbehaves: one script for each connection, the last one again and again."""

    def __init__(self, *scripts: Talk) -> None:
        self.scripts = list(scripts)
        self.connections = 0

    async def __aenter__(self) -> Gateway:
        async def talk(reader: asyncio.StreamReader, writer: asyncio.StreamWriter) -> None:
            script = self.scripts[min(self.connections, len(self.scripts) - 1)]
            self.connections += 1
            await script(reader, writer)
            writer.close()

        self.server = await asyncio.start_server(talk, "127.0.0.1", 0)
        self.gateway = Gateway("127.0.0.1", self.server.sockets[0].getsockname()[1], within_s=0.4)
        return self.gateway

    async def __aexit__(self, *_: object) -> None:
        await self.gateway.close()
        self.server.close()


def says(*lines: str, to: int = 0, keep: bool = False) -> Talk:
    """Greets, then answers so many questions properly, then the next with these lines as they are."""

    async def talk(reader: asyncio.StreamReader, writer: asyncio.StreamWriter) -> None:
        await reader.readline()
        writer.write(b"device laser real Receiver 7\n")
        for _ in range(to):
            number = (await reader.readline()).split()[1].decode()
            writer.write(f"reading {number} 1270.5 {SEVEN.isoformat()}\n".encode())
        asked = await reader.readline()
        number = asked.split()[1].decode() if asked else "0"
        for line in lines:
            writer.write(line.replace("#", number).encode())
        await writer.drain()
        if keep:
            await reader.read()

    return talk


GOOD = f"reading # 1270.5 {SEVEN.isoformat()}\n"
REAL = Taken(1270.5, SEVEN, simulated=False)


def test_a_stand_in_answers_over_the_wire_and_says_that_it_is_one() -> None:
    async def test() -> None:
        stand_in = StandIn("laser", "Stand-in laser", READS.__getitem__, lambda: SEVEN)
        server = await serve(stand_in)
        gateway = Gateway("127.0.0.1", server.sockets[0].getsockname()[1])
        assert await gateway.describe() == Described("laser", "Stand-in laser", simulated=True)
        assert await gateway.read("A") == await stand_in.read("A") == Taken(1270.0, SEVEN, simulated=True)
        assert (await gateway.read("A–C")).reading_mm == 13411.2
        with pytest.raises(DeviceError, match="no place Q") as refused:
            await gateway.read("Q")
        assert refused.value.trouble is Trouble.CANNOT
        # two that ask at once get each their own
        both = await asyncio.gather(gateway.read("A"), gateway.read("A–C"))
        assert [one.reading_mm for one in both] == [1270.0, 13411.2]
        await gateway.close()
        server.close()

    run(test)


@pytest.mark.parametrize(
    "lines",
    [
        (GOOD,),
        ("battery 41 %\n", "\n", "reading # much 2026\n", "reading\n", GOOD),
        ("reading # nan 2026-05-04T07:00:00+00:00\n", "reading # 1e99 2026-05-04T07:00:00+00:00\n", GOOD),
        ("reading # 1 2026-05-04T07:00:00\n", GOOD),  # a time without its zone
        ("reading 99 5.0 2026-05-04T07:00:00+00:00\n", GOOD),  # a late answer to another question
        (GOOD[:9], GOOD[9:]),
    ],
)
def test_what_is_not_the_answer_is_left_alone(lines: tuple[str, ...]) -> None:
    async def test() -> None:
        async with Scripted(says(*lines, keep=True)) as gateway:
            assert await gateway.read("A") == REAL

    run(test)


@pytest.mark.parametrize(
    ("script", "trouble"),
    [
        (says(GOOD[:14]), Trouble.UNPLUGGED),  # half a line, then the plug
        (says(), Trouble.UNPLUGGED),
        (says(keep=True), Trouble.SILENT),
        (says(*["beep\n"] * 80, keep=True), Trouble.GARBLED),
        (says("x" * 4 * LONGEST_LINE, keep=True), Trouble.GARBLED),
        (says("cannot # no beam\n", keep=True), Trouble.CANNOT),
    ],
)
def test_no_reading_is_told_with_what_to_do(script: Talk, trouble: Trouble) -> None:
    async def test() -> None:
        async with Scripted(script) as gateway:
            with pytest.raises(DeviceError) as refused:
                await gateway.read("A")
            assert refused.value.trouble is trouble
            assert refused.value.message.endswith(("type the reading.", "no beam"))

    run(test)


def test_a_wire_that_died_between_two_readings_is_plugged_in_again() -> None:
    async def test() -> None:
        async with Scripted(says(to=1), says(GOOD, keep=True)) as gateway:
            assert await gateway.read("A") == REAL
            await asyncio.sleep(0.05)
            assert await gateway.read("A") == REAL

    run(test)


def test_after_silence_the_late_answer_is_not_taken_for_the_next_one() -> None:
    """The first question is answered half a second late, over its own connection; the second over a new one."""

    async def late(reader: asyncio.StreamReader, writer: asyncio.StreamWriter) -> None:
        await reader.readline()
        writer.write(b"device laser real Receiver 7\n")
        await reader.readline()
        await asyncio.sleep(0.6)
        writer.write(f"reading 1 999.0 {SEVEN.isoformat()}\nreading 2 999.0 {SEVEN.isoformat()}\n".encode())

    async def test() -> None:
        async with Scripted(late, says(GOOD, keep=True)) as gateway:
            with pytest.raises(DeviceError):
                await gateway.read("A")
            await asyncio.sleep(0.3)
            assert await gateway.read("B") == REAL

    run(test)


def test_nothing_there() -> None:
    async def test() -> None:
        with pytest.raises(DeviceError, match="does not answer") as refused:
            await Gateway("127.0.0.1", 9, within_s=0.4).describe()
        assert refused.value.trouble is Trouble.UNPLUGGED

    run(test)


def test_lines_are_read_as_they_are_written() -> None:
    reading = Reading(12, -3.25, SEVEN)
    assert line_in(told(reading)) == reading
    assert line_in(told(Cannot(3, "no  beam\nhere"))) == Cannot(3, "no beam here")
    assert line_in(told(Described("laser", "My laser", simulated=False))) == Described(
        "laser", "My laser", simulated=False
    )
    assert asked_in(ask(7, " A –\nC ")) == (7, "A – C")
    for nonsense in ("", "reading", "reading x 1 2", "device laser odd name", "device laser real  ", "read 1", "hello"):
        assert line_in(nonsense) is None
        assert asked_in(nonsense) is None
