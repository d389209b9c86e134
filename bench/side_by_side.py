"""Measure two things in turn, so that a machine that slows down slows both."""

import statistics
import time
from collections.abc import Callable


def seconds(run: Callable[[], object]) -> float:
    """Wall time of one run."""
    began = time.perf_counter()
    run()
    return time.perf_counter() - began


def ratio(one: Callable[[], object], other: Callable[[], object], times: int) -> tuple[float, float, float]:
    """Median seconds of each and the median of their ratios, run A B A B after one warm-up of each."""
    one()
    other()
    pairs = [(seconds(one), seconds(other)) for _ in range(times)]
    return (
        statistics.median(a for a, _ in pairs),
        statistics.median(b for _, b in pairs),
        statistics.median(a / b for a, b in pairs),
    )


def report(what: str, figure: float, wanted: str, unit: str = "times") -> None:
    """One line of the result."""
    print(f"  {what}: {figure:.2f} {unit} (to reach: {wanted})")
