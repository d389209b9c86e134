"""`anvilhead stand-in`: a simulated instrument behind a gateway on this machine, to try the wire without one.

It speaks the protocol of docs/shelf.md on loopback until it is stopped, and says of itself that it is simulated.  Each
place has a height of its own, which the seed makes; asked twice it reads the same but for hand and eye.
"""

import asyncio
import sys
from collections.abc import Callable, Sequence
from contextlib import suppress
from datetime import UTC, datetime
from itertools import count
from random import Random

from anvilhead.core.geometry.point import Point
from anvilhead.core.levels.level_instrument import CLASSES, USUAL_SIGHT_MM, LevelInstrument
from anvilhead.core.world.stand_in_yard import StandInYard
from anvilhead.devices.gateway_server import LOOPBACK, serve
from anvilhead.devices.stand_in import StandIn
from anvilhead.jobfile.problems import Problem
from anvilhead.launch.solve import refuse

USAGE = "Usage: anvilhead stand-in [--port N] [--seed N] [--kind laser|optical|water-level|line-level|spirit-level]"
USUAL_PORT = 7070
ACROSS_MM = 20_000.0
"""Places lie within a site of this size, wherever their names put them."""


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


def readings(seed: int, kind: LevelInstrument) -> Callable[[str], float]:
    """What an instrument reads at a place, by its name."""
    yard, asked = StandInYard(seed), count()

    def read(place: str) -> float:
        where = Random(f"place {seed} {place}")
        at = Point(where.uniform(0, ACROSS_MM), where.uniform(0, ACROSS_MM))
        true = yard.line_above_mm("") - yard.ground_mm(at)
        return yard.reading_mm(kind, CLASSES[kind], true, USUAL_SIGHT_MM, str(next(asked)))

    return read


def _now() -> datetime:
    return datetime.now(UTC)


async def _serve(device: StandIn, port: int) -> None:
    server = await serve(device, port)
    at = server.sockets[0].getsockname()[1]
    print(f"A simulated {device.kind} answers at {LOOPBACK}, port {at}   (Ctrl-C stops it)", flush=True)
    async with server:
        await server.serve_forever()


def _asked(arguments: Sequence[str]) -> tuple[int, int, LevelInstrument]:
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
    kinds = [one for one in LevelInstrument if one is not LevelInstrument.STRING]
    if given["--kind"] not in kinds:
        raise ValueError(f"--kind is one of {', '.join(kinds)}; not “{given['--kind']}”.")
    if not (given["--port"].isdecimal() and int(given["--port"]) <= 65_535):
        raise ValueError(f"--port is a whole number up to 65535; not “{given['--port']}”.")
    if not given["--seed"].isdecimal():
        raise ValueError(f"--seed is a whole number; not “{given['--seed']}”.")
    return int(given["--port"]), int(given["--seed"]), LevelInstrument(given["--kind"])


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
