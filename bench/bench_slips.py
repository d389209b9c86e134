"""How often slips are found: the table of docs/squaring.md, from simulated sites with known truth."""

from tests.slip_trials import NETWORKS, SPOILS, rates

SITES = 100


def main() -> None:
    print(f"  of {SITES} sites each, per cent: right / named rightly / undecided / wrong / not seen")
    print(f"  {'':16}" + "".join(f"{name:>34}" for name, _, _ in NETWORKS))
    for slip in SPOILS:
        cells = []
        for _, shape, times in NETWORKS:
            found, named = rates(slip, shape, times, SITES)
            total = sum(found.values())
            shares = [found["right"], named, found["undecided"], found["wrong"], found["not seen"]]
            cells.append(" / ".join(f"{100 * share / total:.0f}" for share in shares))
        print(f"  {slip.value:16}" + "".join(f"{cell:>34}" for cell in cells))


if __name__ == "__main__":
    main()
