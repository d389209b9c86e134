"""Rounds and pulls until a crew can know that it is done, and how often it then is: three crews on the same strings.

Each stops by what it can know, never by the hidden truth (tests/crews.py): by the coach round by round, at its verdict;
going on from round to round; and the plain way by equal diagonals, when all reads within 1/8 inch.
"""

from itertools import combinations
from statistics import mean, stdev

from tests.crews import Squared, coached, plain_way, rectangle_site
from tests.slip_trials import ELL, STORE

from anvilhead.core.geometry.footprint import Footprint, rectangle
from bench.side_by_side import report

SITES = 200
EIGHTH_MM = 25.4 / 8
SHAPES = {"44 by 27 1/2 ft": STORE, "100 by 60 ft": rectangle(30_480, 18_288), "an ell": ELL}
CARELESS = 0.1
"""Nails forgotten, and half as many moved the wrong way."""


def main() -> None:
    print("  mean (lies between, 95 in 100) rounds / pulls / share truly within 1/8 inch / worst corner in mm")
    for name, shape in SHAPES.items():
        for rough_mm, said in ((25, "an inch"), (150, "six inches")):
            found = crews(shape, rough_mm)
            for crew, sites in found.items():
                print(f"  {name}, rough to {said}, {crew}: {told(sites)}")
            if shape is STORE:
                share = mean(one.rounds for one in found["going on"]) / mean(
                    one.rounds for one in found["round by round"]
                )
                report(f"rounds going on against round by round, strings rough to {said}", share, "at most 0.8")
    for crew, sites in crews(STORE, 25, CARELESS).items():
        print(f"  44 by 27 1/2 ft, rough to an inch, one nail in ten forgotten, {crew}: {told(sites)}")


def crews(shape: Footprint, rough_mm: float, careless: float = 0.0) -> dict[str, list[Squared]]:
    """What each crew comes to on the same strings; the plain way needs a rectangle, and a crew that does as it says."""
    pairs = list(combinations(shape.names, 2))

    def all_sites(*, goes_on: bool) -> list[Squared]:
        return [
            coached(rectangle_site(shape, seed, rough_mm), pairs, goes_on=goes_on, careless=careless)
            for seed in range(SITES)
        ]

    found = {"going on": all_sites(goes_on=True), "round by round": all_sites(goes_on=False)}
    if shape.is_rectangle and not careless:
        found["plain way"] = [plain_way(rectangle_site(shape, seed, rough_mm), EIGHTH_MM) for seed in range(SITES)]
    return found


def told(sites: list[Squared]) -> str:
    """Means with their bands."""
    rows = [
        [float(one.rounds) for one in sites],
        [float(one.pulls) for one in sites],
        [float(one.worst_mm <= EIGHTH_MM) for one in sites],
        [one.worst_mm for one in sites],
    ]
    return " / ".join(f"{mean(row):.2f} (±{1.96 * stdev(row) / len(row) ** 0.5:.2f})" for row in rows)


if __name__ == "__main__":
    main()
