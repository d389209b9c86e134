"""Rounds until every corner of a rectangle is within 1/8 inch: by the coach, and the plain way by equal diagonals.

Both crews pull the same six tapes each round, with honest errors, and set nails to a sixteenth (tests/crews.py).
"""

from statistics import mean

from tests.crews import both_crews
from tests.slip_trials import STORE

from bench.side_by_side import report

SITES = 200
EIGHTH_MM = 25.4 / 8


def main() -> None:
    for rough_mm, said in ((25, "an inch"), (50, "two inches"), (150, "six inches")):
        rounds = [both_crews(STORE, seed, rough_mm, EIGHTH_MM) for seed in range(SITES)]
        coached, plain = mean(one for one, _ in rounds), mean(other for _, other in rounds)
        print(f"  strings rough to {said}: {coached:.2f} rounds by the coach, {plain:.2f} the plain way")
        report(
            f"rounds to within 1/8 inch against equal diagonals by trial, strings rough to {said}",
            coached / plain,
            "at most 0.5",
        )


if __name__ == "__main__":
    main()
