"""How often slips are found, from simulated rounds with known truth: the tables of docs/squaring.md."""

import math
from collections import Counter

from tests.drawn_rounds import drawn, judged
from tests.slip_trials import NETWORKS, SPOILS, rates

SITES = 100
ROUNDS = 1000
OUTCOMES = ("right", "undecided", "not seen", "wrong", "mirrored rightly", "mirrored falsely")


def band(hits: int, of: int) -> str:
    """A share in per cent, and what it lies between 95 times in 100 (Wilson, 1927)."""
    z, share = 1.96, hits / of
    middle, reach = share + z * z / (2 * of), z * math.sqrt(share * (1 - share) / of + (z / (2 * of)) ** 2)
    low, high = ((middle + side * reach) / (1 + z * z / of) for side in (-1, 1))
    return f"{100 * share:.1f} ({100 * low:.1f} to {100 * high:.1f})"


def main() -> None:
    print(f"  rounds drawn at random, {ROUNDS} each, per cent and 95 % bands")
    for said, slips, mirrored in (("no slip", 0, False), ("one", 1, False), ("two", 2, False), ("mirrored", 0, True)):
        found: Counter[str] = judged(drawn(seed, slips, mirrored=mirrored) for seed in range(10_000, 10_000 + ROUNDS))
        shown = [f"{name} {band(found[name], found['rounds'])}" for name in OUTCOMES if found[name] or name == "wrong"]
        print(f"  {said:10}" + ", ".join(shown))

    print(f"  one slip of a kind, of {SITES} sites each: right / named rightly / undecided / wrong / not seen")
    print(f"  {'':16}" + "".join(f"{name:>34}" for name, _, _ in NETWORKS))
    for slip in SPOILS:
        cells = []
        for _, shape, times in NETWORKS:
            outcomes, named = rates(slip, shape, times, SITES)
            total = sum(outcomes.values())
            shares = [outcomes["right"], named, outcomes["undecided"], outcomes["wrong"], outcomes["not seen"]]
            cells.append(" / ".join(f"{100 * share / total:.0f}" for share in shares))
        print(f"  {slip.value:16}" + "".join(f"{cell:>34}" for cell in cells))


if __name__ == "__main__":
    main()
