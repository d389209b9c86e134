"""What follows one reading: 12 corners, 40 pulls; adjustment, slips, holds, next pull and moves; and its growth.

Compared with a plain loop of this Python, since times vary with the machine and their ratio hardly does.
"""

import math
import random
from dataclasses import replace
from itertools import combinations
from typing import Any

from anvilhead.core.measure.tape import Pull
from anvilhead.core.units.units import Units
from anvilhead.core.world.length_stand_ins import LengthStandIn
from anvilhead.core.world.real_lines import put_up_by_eye
from anvilhead.jobfile.documents.models import Plan
from anvilhead.jobfile.working.judging import judge
from anvilhead.jobfile.working.naming import naming_of
from anvilhead.jobfile.working.planned import planned
from anvilhead.jobfile.written.square_solving import solve_square
from bench.bench_plan import loop
from bench.plans import comb
from bench.side_by_side import ratio, report

FOOT_MM = 304.8


EARLIER_ROUNDS = 2
ROUGH_MM = 12.0
"""How far strings are off before anything is squared, one standard deviation."""


def answer(corners: int, count: int, slip_mm: float, *, goes_on: bool = False) -> Any:
    """A site of this size with rough strings, ready to be judged: what runs after every reading.

    Where it goes on, two rounds came before; they stay judged, as they do from one reading to the next.
    """
    noise = random.Random(4)
    found = planned(Plan.model_validate(comb(corners)["plan"] | {"goes_on": goes_on}))
    naming = naming_of(found)
    tape = LengthStandIn(put_up_by_eye(naming.set_out, noise, ROUGH_MM), noise)
    sides = [(side.start, side.end) for side in found.footprint.sides]
    across = [pair for pair in combinations(found.footprint.names, 2) if pair not in sides]
    pairs = (sides + noise.sample(across, count - len(sides)))[:count]
    pulls = []
    for number in range(1, EARLIER_ROUNDS + 2 if goes_on else 2):
        read_now = [tape.read(Pull(*pair, 1.0, round=number)) for pair in pairs]
        if number > EARLIER_ROUNDS or not goes_on:
            spoilt = read_now[count // 2]
            read_now[count // 2] = replace(spoilt, reading_mm=spoilt.reading_mm + slip_mm)
        pulls += read_now

    def read() -> Any:
        if naming.judged:  # the round that a reading has just changed
            naming.judged.pop(list(naming.judged)[-1])
        return solve_square(found, judge(naming, pulls, Units.M))

    return read


def main() -> None:
    going_on = "going on from two rounds"
    for what, slip in (("all right", 0.0), ("one a foot long", FOOT_MM), (going_on, 0.0)):
        mine, plain, times = ratio(answer(12, 40, slip, goes_on=what == going_on), loop, 15)
        print(f"  12 corners, 40 pulls, {what}: {mine * 1000:.1f} ms of server time, the loop {plain * 1000:.1f} ms")
        report(
            f"after a reading, 12 corners and 40 pulls, {what}, against the loop",
            times,
            "at most 6",
            detail=f"{mine * 1000:.0f} ms",
        )
    _, _, doubled = ratio(answer(24, 80, 0.0), answer(12, 40, 0.0), 9)
    report("growth from 12 to 24 corners and 40 to 80 pulls, power", math.log2(doubled), "at most 3", "")


if __name__ == "__main__":
    main()
