"""Least squares: against numpy's dense solution of the same problem, and its growth with the corners."""

import math
import random
from functools import partial

import numpy as np

from anvilhead.core.adjust.adjustment import adjust
from anvilhead.core.geometry.footprint import corner_name
from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.observation import Distance
from bench.side_by_side import ratio, report, seconds

STEPS = 5
"""Gauss-Newton steps that both take on this problem."""


def site(corners: int, pulls: int) -> tuple[dict[str, Point], list[Distance]]:
    """A ring of corners with noise, and pulls between corners near and far."""
    noise = random.Random(1)
    planned = {
        corner_name(i): Point(
            20_000 * math.cos(2 * math.pi * i / corners), 15_000 * math.sin(2 * math.pi * i / corners)
        )
        for i in range(corners)
    }
    truth = {n: Point(p.x + noise.gauss(0, 20), p.y + noise.gauss(0, 20)) for n, p in planned.items()}
    names = list(planned)
    steps = [1, 2, corners // 6 or 1, corners // 3, corners // 2 - 1]
    pairs = [(names[i], names[(i + step) % corners]) for step in steps for i in range(corners)][:pulls]
    return planned, [Distance(a, b, truth[a].distance_to(truth[b]) + noise.gauss(0, 1), 1.5) for a, b in pairs]


def dense(planned: dict[str, Point], observations: list[Distance]) -> np.ndarray:
    """The same problem by numpy: full design matrix, lstsq, covariance and residual cofactors."""
    names = list(planned)
    index = {n: i for i, n in enumerate(names)}
    places = np.array([(p.x, p.y) for p in planned.values()])
    along = places[1] - places[0]
    along /= np.linalg.norm(along)
    start, end = (np.array([index[getattr(o, end)] for o in observations]) for end in ("start", "end"))
    length, sigma = (np.array([getattr(o, f) for o in observations]) for f in ("value_mm", "sigma_mm"))
    rows = np.arange(len(observations))
    for _ in range(STEPS):
        between = places[end] - places[start]
        distance = np.linalg.norm(between, axis=1)
        unit = between / distance[:, None]
        full = np.zeros((len(observations), len(names), 2))
        full[rows, end] += unit
        full[rows, start] -= unit
        design = np.concatenate([(full[:, 1] @ along)[:, None], full[:, 2:].reshape(len(observations), -1)], axis=1)
        design /= sigma[:, None]
        step = np.linalg.lstsq(design, (length - distance) / sigma, rcond=None)[0]
        places[1] += along * step[0]
        places[2:] += step[1:].reshape(-1, 2)
    covariance = np.linalg.inv(design.T @ design)
    np.einsum("ij,jk,ik->i", design, covariance, design)
    return places


def main() -> None:
    planned, observations = site(40, 200)
    mine = adjust(planned, ("A", "B"), observations)
    theirs = dense(dict(planned), observations)
    turned = max(
        abs(
            mine.distance_mm(o.start, o.end)
            - float(np.linalg.norm(theirs[list(planned).index(o.start)] - theirs[list(planned).index(o.end)]))
        )
        for o in observations
    )
    print(f"  largest difference between the two solutions: {turned:.1e} mm")
    ours, numpy, times = ratio(
        lambda: adjust(planned, ("A", "B"), observations), lambda: dense(dict(planned), observations), 15
    )
    print(f"  40 corners, 200 pulls: {ours * 1000:.0f} ms, numpy {numpy * 1000:.1f} ms")
    report("least squares, 40 corners and 200 pulls, against numpy's dense solution", times, "at most 15")
    took = {}
    for corners in (10, 20, 40, 80):
        problem = site(corners, 5 * corners)
        took[corners] = min(seconds(partial(adjust, problem[0], ("A", "B"), problem[1])) for _ in range(5))
    for small, large in ((10, 20), (20, 40), (40, 80)):
        power = math.log2(took[large] / took[small])
        report(f"growth of least squares from {small} to {large} corners, power", power, "at most 3", "")


if __name__ == "__main__":
    main()
