"""`anvilhead stand-in`: a simulated instrument behind a gateway on this machine, to try the wire without one.

It speaks the protocol of docs/shelf.md on loopback until it is stopped, and says of itself that it is simulated.  Each
place has a height, and lies somewhere, as the seed has it; asked twice it reads the same but for hand and eye.
"""

import asyncio
import sys
from collections.abc import Callable, Sequence
from contextlib import suppress
from datetime import UTC, datetime
from itertools import count
from random import Random

from anvilhead.core.geometry.point import Point
from anvilhead.core.levels.level_instrument import CLASSES as HEIGHT_CLASSES
from anvilhead.core.levels.level_instrument import USUAL_SIGHT_MM, LevelInstrument
from anvilhead.core.measure.instrument import CLASSES, Instrument
from anvilhead.core.world.length_stand_ins import held_mm, to_mark
from anvilhead.core.world.stand_in_yard import StandInYard
from anvilhead.devices.gateway_server import LOOPBACK, serve
from anvilhead.devices.stand_in import StandIn
from anvilhead.jobfile.problems import Problem
from anvilhead.launch.solve import refuse

FOR_HEIGHTS = [one for one in LevelInstrument if one is not LevelInstrument.STRING]
FOR_LENGTHS = [one for one in Instrument if one is not Instrument.THREE_FOUR_FIVE]
RIGHT_ANGLES = (Instrument.SQUARE_LASER, Instrument.FRAMING_SQUARE)
"""What is read on a rule, off the line that it throws or draws."""
KINDS: dict[str, LevelInstrument | Instrument] = {one.value: one for one in (*FOR_HEIGHTS, *FOR_LENGTHS)}
USAGE = f"Usage: anvilhead stand-in [--port N] [--seed N] [--kind {'|'.join(KINDS)}]"
USUAL_PORT = 7070
ACROSS_MM = 20_000.0
"""Places lie within a site of this size, wherever their names put them."""
OFF_MM = 12.0
"""How far a point lies off the line of a right angle, one standard deviation."""


def main(arguments: list[str]) -> int:
    """Serve until stopped; returns the exit status."""
    if arguments in (["--help"], ["-h"]):
        print(USAGE)
        return 0
    try:
        port, seed, kind = _asked(arguments)
    except ValueError as error:
        return refuse([Problem(pointer="", code="usage", message=f"{error} {USAGE}")])
    try:
        with suppress(KeyboardInterrupt):
            asyncio.run(_serve(StandIn(kind.value, f"stand-in {kind.value}", readings(seed, kind), _now), port))
    except OSError as error:
        message = f"Port {port} cannot be used: {error.strerror or error}. Name another with --port."
        return refuse([Problem(pointer="", code="port", message=message)])
    return 0


def readings(seed: int, kind: LevelInstrument | Instrument) -> Callable[[str], float]:
    """What an instrument reads at a place, by its name; a length's is `A–C`, or anything else that is pulled."""
    return _heights(seed, kind) if isinstance(kind, LevelInstrument) else _lengths(seed, kind)


def _heights(seed: int, kind: LevelInstrument) -> Callable[[str], float]:
    yard, asked = StandInYard(seed), count()

    def read(place: str) -> float:
        true = yard.line_above_mm("") - yard.ground_mm(_lies(seed, place))
        return yard.reading_mm(kind, HEIGHT_CLASSES[kind], true, USUAL_SIGHT_MM, str(next(asked)))

    return read


def _lengths(seed: int, kind: Instrument) -> Callable[[str], float]:
    noise, grade = Random(f"readings {seed}"), CLASSES[kind]

    def read(place: str) -> float:
        start, to, end = (part.strip() for part in place.partition("–"))
        if kind in RIGHT_ANGLES:
            length = Random(f"off {seed} {place}").gauss(0, OFF_MM)
        elif to and start and end:
            length = _lies(seed, start).distance_to(_lies(seed, end))
        else:
            length = Random(f"length {seed} {place}").uniform(ACROSS_MM / 10, ACROSS_MM)
        return to_mark(held_mm(length, grade, noise), grade)

    return read


def _lies(seed: int, place: str) -> Point:
    """Where a place is."""
    where = Random(f"place {seed} {place}")
    return Point(where.uniform(0, ACROSS_MM), where.uniform(0, ACROSS_MM))


def _now() -> datetime:
    return datetime.now(UTC)


async def _serve(device: StandIn, port: int) -> None:
    server = await serve(device, port)
    at = server.sockets[0].getsockname()[1]
    print(f"A simulated {device.kind} answers at {LOOPBACK}, port {at}   (Ctrl-C stops it)", flush=True)
    async with server:
        await server.serve_forever()


def _asked(arguments: Sequence[str]) -> tuple[int, int, LevelInstrument | Instrument]:
    """Port, seed and kind.

    Raises:
        ValueError: with what is wrong with them.
    """
    given = {"--port": str(USUAL_PORT), "--seed": "1", "--kind": "laser"}
    left = iter(arguments)
    for argument in left:
        name, equals, value = argument.partition("=")
        if name not in given:
            raise ValueError(f"{argument} is not known here.")
        given[name] = value if equals else next(left, "")
    if given["--kind"] not in KINDS:
        raise ValueError(f"--kind is one of {', '.join(KINDS)}; not “{given['--kind']}”.")
    if not (given["--port"].isdecimal() and int(given["--port"]) <= 65_535):
        raise ValueError(f"--port is a whole number up to 65535; not “{given['--port']}”.")
    if not given["--seed"].isdecimal():
        raise ValueError(f"--seed is a whole number; not “{given['--seed']}”.")
    return int(given["--port"]), int(given["--seed"]), KINDS[given["--kind"]]


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
