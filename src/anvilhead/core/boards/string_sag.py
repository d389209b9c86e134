"""How far a string hangs below its ends, which matters wherever a height is taken from it.

At x of a span L a taut line hangs w·x·(L−x)/(2·T) below its chord, and a weight P at a pulls it P·x·(L−a)/(T·L) further
down where x ≤ a, and P·a·(L−x)/(T·L) beyond: the parabola that a shallow catenary is to within its own square, and the
triangle of a weight on a line.  At mid-span: w·L²/(8·T) and P·L/(4·T).
"""

from dataclasses import dataclass

STRING_N_PER_M = 0.013
"""Weight of a mason's line, newtons per metre."""

PULL_N = 44.0
"""What a hand pulls it with, newtons: about ten pounds."""


@dataclass(frozen=True, slots=True)
class HungLine:
    """A line from nail to nail, and what hangs on it.

    Attributes:
        span_mm: from nail to nail, above zero for a slope; pull_n: tension, newtons; weight_n_per_m: of the line.
        hung_n: weight of what hangs on it, newtons; hung_at_mm: from the first nail.
    """

    span_mm: float
    pull_n: float = PULL_N
    weight_n_per_m: float = STRING_N_PER_M
    hung_n: float = 0.0
    hung_at_mm: float = 0.0

    def below_mm(self, along_mm: float) -> float:
        """How far it hangs below the straight line between its nails, at a distance from the first."""
        if self.span_mm <= 0:
            return 0.0
        x, span, at = along_mm / 1000, self.span_mm / 1000, self.hung_at_mm / 1000
        own = self.weight_n_per_m * x * (span - x) / (2 * self.pull_n)
        hung = self.hung_n * min(x, at) * (span - max(x, at)) / (self.pull_n * span)
        return 1000 * (own + hung)

    @property
    def slope(self) -> float:
        """How it falls, for each unit of length, where the weight hangs: toward the far nail when above zero.

        A level hung there is level with that, not with the nails: half way between the slopes on either side of it.
        """
        span, at = self.span_mm / 1000, self.hung_at_mm / 1000
        uneven = span - 2 * at
        return self.weight_n_per_m * uneven / (2 * self.pull_n) + self.hung_n * uneven / (2 * self.pull_n * span)


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
    return HungLine(span_mm, pull_n, weight_n_per_m, hung_n, span_mm / 2).below_mm(span_mm / 2)
