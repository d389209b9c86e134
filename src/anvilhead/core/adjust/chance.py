"""Tail probabilities for judging whether readings disagree more than random errors do."""

import math

NORMAL_95 = 1.959964
"""Standard deviations each way that hold 95 of 100 normal values."""


def normal_two_sided(z: float) -> float:
    """Chance that a standard normal value is at least as far from zero as z."""
    return math.erfc(abs(z) / math.sqrt(2))


def chi_square_tail(value: float, degrees: int) -> float:
    """Chance that a chi-square variable exceeds a value.

    Closed form for whole degrees of freedom (Abramowitz & Stegun 26.4.4 and 26.4.5): the tail for
    n degrees is the tail for n - 2 plus one term, starting from erfc or exp.

    Args:
        value: 0 or more.
        degrees: 1 or more.
    """
    if degrees < 1:
        raise ValueError(f"chi-square needs at least one degree of freedom, not {degrees}")
    half = value / 2
    if degrees % 2:
        tail = math.erfc(math.sqrt(half))
        term, first = math.sqrt(half / math.pi) * 2 * math.exp(-half) if half < 700 else 0.0, 3
    else:
        tail, first = math.exp(-half) if half < 700 else 0.0, 4
        term = half * tail
    for n in range(first, degrees + 1, 2):
        tail += term
        term *= half / (n / 2)
    return min(tail, 1.0)


CHI_95_TWO = math.sqrt(-2 * math.log(0.05))
"""Scale from a standard ellipse to one that holds the corner 95 times in 100: sqrt(5.991) = 2.448."""
