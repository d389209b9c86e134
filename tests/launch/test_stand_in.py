"""`anvilhead stand-in`: a simulated instrument on the wire, asked as a gateway is; wrong words told in one line."""

import asyncio
import os
import subprocess
import sys

import pytest

from anvilhead.devices.gateway import Gateway
from anvilhead.launch.paths import ROOT

COMMAND = [sys.executable, "-m", "anvilhead.launch.stand_in"]
WITH_SOURCES = {**os.environ, "PYTHONPATH": str(ROOT / "src")}


def asked(seed: int, *places: str, kind: str = "laser") -> list[float]:
    """What it reads at some places, one after the other."""
    command = [*COMMAND, "--port", "0", "--seed", str(seed), "--kind", kind]
    with subprocess.Popen(command, stdout=subprocess.PIPE, text=True, env=WITH_SOURCES) as running:
        try:
            told = (running.stdout.readline() if running.stdout else "").split()
            return asyncio.run(readings(int(told[told.index("port") + 1]), *places))
        finally:
            running.terminate()


async def readings(port: int, *places: str) -> list[float]:
    gateway = Gateway("127.0.0.1", port)
    try:
        assert (await gateway.describe()).simulated
        return [(await gateway.read(place)).reading_mm for place in places]
    finally:
        await gateway.close()


def test_a_seed_is_a_yard_and_an_instrument() -> None:
    one, again, other = asked(7, "BM", "BM", "A"), asked(7, "BM", "BM", "A"), asked(8, "BM", "BM", "A")
    assert one == again
    assert abs(one[0] - one[1]) < 4  # hand and eye alone
    assert one != other


def test_tapes_read_between_places_that_lie_somewhere() -> None:
    """A triangle of three places holds together, either way round; what hand and eye leave is a tape's claim."""
    there, back, *others = asked(7, "A–B", "B–A", "B–C", "A–C", kind="steel-tape")
    assert abs(there - back) < 12  # 20 m: 1/16 in and 1 in 10,000, twice, with rounding
    assert abs(others[0] - others[1]) < there + 12 < sum(others) + 24
    assert there > 0
    by_eye, by_light = (asked(7, "A–B", kind=kind)[0] for kind in ("long-tape", "laser-meter"))
    assert abs(by_eye - there) < 30
    assert by_light == round(by_light)  # to a millimetre


@pytest.mark.parametrize("kind", ["square-laser", "framing-square"])
def test_right_angles_are_read_off_their_line(kind: str) -> None:
    found = asked(7, *(f"laser square at A, {name}" for name in "BCDEFG"), kind=kind)
    assert min(found) < 0 < max(found)
    assert max(map(abs, found)) < 60


@pytest.mark.parametrize("words", [["--kind", "string"], ["--port", "99999"], ["--seed", "x"], ["--loud"]])
def test_wrong_words_are_told(words: list[str]) -> None:
    done = subprocess.run([*COMMAND, *words], capture_output=True, text=True, env=WITH_SOURCES, check=False)
    assert done.returncode == 2
    assert "Usage: anvilhead stand-in" in done.stderr
