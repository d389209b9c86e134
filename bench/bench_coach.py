"""What follows one reading: 12 corners, 40 pulls; adjustment, slips, holds, next pull and moves; and its growth.

Compared with a plain loop of this Python, since times vary with the machine and their ratio hardly does.
"""

import math
import random
from itertools import combinations
from typing import Any

from anvilhead.core.measure.tape import Pull
from anvilhead.core.units.units import Units
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


def answer(corners: int, count: int, slip_mm: float, *, goes_on: bool = False) -> Any:
    """A site of this size with rough strings, ready to be judged: what runs after every reading.

    Where it goes on, two rounds came before; they stay judged, as they do from one reading to the next.
    """
    noise = random.Random(4)
    found = planned(Plan.model_validate(comb(corners)["plan"] | {"goes_on": goes_on}))
    naming = naming_of(found)
    at = {name: point.x + 1j * point.y for name, point in found.footprint.corners.items()}
    real = {name: place + complex(noise.gauss(0, 12), noise.gauss(0, 12)) for name, place in at.items()}
    sides = [(side.start, side.end) for side in found.footprint.sides]
    across = [pair for pair in combinations(at, 2) if pair not in sides]
    pairs = (sides + noise.sample(across, count - len(sides)))[:count]
    pulls = []
    for number in range(1, EARLIER_ROUNDS + 2 if goes_on else 2):
        lengths = [abs(real[a] - real[b]) + noise.gauss(0, 1.2) for a, b in pairs]
        lengths[count // 2] += slip_mm if number > EARLIER_ROUNDS or not goes_on else 0.0
        pulls += [Pull(a, b, length, round=number) for (a, b), length in zip(pairs, lengths, strict=True)]

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
