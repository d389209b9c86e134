"""Measure two things in turn, so that a machine that slows down slows both."""

import json
import os
import statistics
import time
from collections.abc import Callable
from pathlib import Path

FIGURES = "ANVILHEAD_FIGURES"
"""File that rows of the README's table are kept in while measuring."""


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


def report(what: str, figure: float, wanted: str, unit: str = "times", detail: str = "") -> None:
    """One line of the result; a row of the README's table where `anvilhead bench` keeps one (see `readme.py`).

    Args:
        what: what was measured, against what; the same every time.
        figure: what came out.
        wanted: the aim.
        unit: of the figure.
        detail: times of this machine, in words.
    """
    shown = f"{figure:.3g}" if figure < 100 else f"{figure:.0f}"
    reached = f"{shown} {unit}".strip() + (f" ({detail})" if detail else "")
    print(f"  {what}: {reached}; to reach: {wanted}")
    kept = os.environ.get(FIGURES)
    if kept:
        with Path(kept).open("a", encoding="utf-8") as file:
            file.write(json.dumps({"what": what, "reached": reached, "aim": wanted}) + "\n")
