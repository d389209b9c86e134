"""What a long level book costs on the server, and how that grows; contours of many shots.

Compared with a plain loop of this Python, since times vary with the machine and their ratio hardly does.
"""

import math
import random
from collections.abc import Callable

from anvilhead.core.geometry.point import Point
from anvilhead.core.ground.contour import contours
from anvilhead.core.ground.profile import profile
from anvilhead.core.ground.terrain import GroundShot, terrain_of
from anvilhead.core.units.units import Units
from anvilhead.jobfile.documents.control import Control
from anvilhead.jobfile.documents.models import Plan
from anvilhead.jobfile.levels.documents import Levels
from anvilhead.jobfile.levels.level_points import level_points
from anvilhead.jobfile.levels.written.book_solving import work_book
from anvilhead.jobfile.levels.written.level_solving import solve_levels
from anvilhead.jobfile.working.placed import place_all
from anvilhead.jobfile.working.planned import planned
from bench.bench_plan import loop
from bench.side_by_side import ratio, report

STORE = {"kind": "building", "footprint": {"shape": "rectangle", "length": 13411.2, "width": 8382}}


def ground_mm(x: float, y: float) -> float:
    """Rolling ground."""
    return 300 * math.sin(x / 9000) + 200 * math.cos(y / 7000)


def book_of(shots: int, setups: int) -> Levels:
    """A run of setups from turning point to turning point and back on the benchmark, with ground shots at each.

    Every fourth shot has a place on the plan.
    """
    rng = random.Random(3)
    each = shots // setups
    places = {f"P{i}": (rng.uniform(0, 40_000), rng.uniform(0, 30_000)) for i in range(0, shots, 4)}
    rows, height = [], 0.0
    for s in range(setups):
        hi, last = height + 1500, s == setups - 1
        taken = [{"at": f"T{s}" if s else "BM", "reading": hi - height}]
        for name in (f"P{s * each + n}" for n in range(each - 2)):
            at = places.get(name)
            ground = ground_mm(*at) if at else rng.uniform(-300, 300)
            taken.append({"at": name, "reading": round(hi - ground)})
        height = 0.0 if last else rng.uniform(-200, 200)
        taken.append({"at": "BM" if last else f"T{s + 1}", "reading": hi - height})
        rows.append({"instrument": "optical", "shots": taken})
    points = [{"name": name, "place": list(at)} for name, at in places.items()]
    return Levels.model_validate({"benchmark": {"name": "BM", "height": 0}, "points": points, "setups": rows})


def answer(shots: int, setups: int) -> Callable[[], object]:
    """A whole book worked out and written down as it is sent to be drawn."""
    levels = book_of(shots, setups)
    site, _ = place_all(Control(), {"store": planned(Plan.model_validate(STORE))})
    return lambda: solve_levels(work_book(levels, level_points(levels, site), Units.M), site).model_dump_json()


def lines(count: int) -> Callable[[], object]:
    """Triangles and contours of shots on rolling ground."""
    rng = random.Random(6)
    shots = [
        GroundShot(str(i), Point(x, y), ground_mm(x, y) + rng.gauss(0, 8))
        for i in range(count)
        for x, y in [(rng.uniform(0, 40_000), rng.uniform(0, 30_000))]
    ]
    return lambda: contours(terrain_of(shots), 100)


def strings(count: int, many: int) -> Callable[[], object]:
    """Strings aslant over ground that is meshed already, as the profile of every line needs it."""
    rng = random.Random(7)
    places = [Point(rng.uniform(0, 40_000), rng.uniform(0, 30_000)) for _ in range(count)]
    mesh = terrain_of([GroundShot(str(i), at, ground_mm(at.x, at.y)) for i, at in enumerate(places)])
    ends = [(Point(1000, 1000 + 900 * i), Point(39_000, 29_000 - 900 * i)) for i in range(many)]
    return lambda: [profile(mesh, start, end, 300, 300) for start, end in ends]


def main() -> None:
    mine, plain, times = ratio(answer(2000, 60), loop, 9)
    print(f"  2,000 shots in 60 setups: {mine * 1000:.1f} ms of server time, the loop {plain * 1000:.1f} ms")
    book = "a level book of 2,000 shots in 60 setups, worked out and written, against the loop"
    report(book, times, "at most 10", detail=f"{mine * 1000:.0f} ms")
    _, _, doubled = ratio(answer(4000, 120), answer(2000, 60), 7)
    report("growth of a level book from 2,000 to 4,000 shots, power", math.log2(doubled), "about 1", "")
    mine, plain, times = ratio(lines(500), loop, 9)
    print(f"  contours of 500 shots: {mine * 1000:.1f} ms, the loop {plain * 1000:.1f} ms")
    report("contours of 500 shots, against the loop", times, "at most 10", detail=f"{mine * 1000:.0f} ms")
    mine, plain, times = ratio(strings(500, 20), loop, 9)
    print(f"  20 strings over 500 shots: {mine * 1000:.1f} ms, the loop {plain * 1000:.1f} ms")
    report("20 strings over 500 shots, against the loop", times, "at most 6", detail=f"{mine * 1000:.0f} ms")


if __name__ == "__main__":
    main()
