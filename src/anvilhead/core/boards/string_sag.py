"""How far a string hangs below its ends, which matters wherever a height is taken from it.

Mid-span sag of a taut line is w·L²/(8·T), of a weight hung at mid-span P·L/(4·T) more: the parabola that a shallow
catenary is to within its own square.
"""

STRING_N_PER_M = 0.013
"""Weight of a mason's line, newtons per metre."""

PULL_N = 44.0
"""What a hand pulls it with, newtons: about ten pounds."""


def sag_mm(
    span_mm: float, hung_n: float = 0.0, pull_n: float = PULL_N, weight_n_per_m: float = STRING_N_PER_M
) -> float:
    """Sag at mid-span, millimetres.

    Args:
        span_mm: from nail to nail.
        hung_n: weight hung at mid-span, such as a line level, newtons.
        pull_n: tension, newtons.
        weight_n_per_m: of the line.
    """
    span_m = span_mm / 1000
    return 1000 * (weight_n_per_m * span_m**2 / (8 * pull_n) + hung_n * span_m / (4 * pull_n))
