"""What heat, pull and sag do to a steel tape, and what must be added to its reading.

Standard tape corrections as every textbook of surveying has them (e.g. Ghilani and Wolf, Elementary Surveying, ch. 6):
heat α ΔT L, pull (P - P₀) L / (A E), sag -w² l³ / (24 P²) for each span l that hangs free.  A tape that has grown, or
is stretched, reads too little; one that hangs through reads too much.
"""

from dataclasses import dataclass

from anvilhead.core.units.errors import InputError
from anvilhead.core.units.standards import STEEL_PER_KELVIN

STEEL_N_MM2 = 200_000.0
"""Young's modulus of steel."""
MADE_AT_C = 20.0
"""Temperature that tapes are right at (ISO 1)."""
DEEPEST_SAG = 0.1
"""Share of its span that a tape may hang through before the formula for a shallow curve is no longer good: w l / 8P."""


@dataclass(frozen=True, slots=True)
class SteelTape:
    """The tape itself.

    Attributes:
        pull_n: that it is right at, lying; n_per_m: its weight; section_mm2: of the band.
    """

    pull_n: float = 50.0
    n_per_m: float = 0.2
    section_mm2: float = 2.5


@dataclass(frozen=True, slots=True)
class SteelCorrection:
    """What to add to a reading, millimetres, by what causes it."""

    heat_mm: float
    pull_mm: float
    sag_mm: float

    @property
    def total_mm(self) -> float:
        """All of it."""
        return self.heat_mm + self.pull_mm + self.sag_mm


def steel_correction(
    tape: SteelTape, length_mm: float, celsius: float = MADE_AT_C, pull_n: float | None = None, span_mm: float = 0.0
) -> SteelCorrection:
    """What to add to what a steel tape reads.

    Args:
        tape: as it was made.
        length_mm: as read.
        celsius: of the tape, not of the air: in the sun it is warmer.
        pull_n: at the tape; as it was made for when left out.
        span_mm: that hangs free between supports; 0 for a tape that lies all along.

    Raises:
        InputError: when it is pulled so little over so far that it hangs through more than the formula bears.
    """
    pull = tape.pull_n if pull_n is None else pull_n
    span = min(span_mm, length_mm)
    if tape.n_per_m * span / 1000 > 8 * DEEPEST_SAG * pull:
        raise InputError("hangs-through", "The tape hangs through too far to reckon with. Pull harder, or prop it.")
    spans = length_mm / span if span else 0.0
    weight = tape.n_per_m / 1000  # newtons per millimetre
    return SteelCorrection(
        STEEL_PER_KELVIN * (celsius - MADE_AT_C) * length_mm,
        (pull - tape.pull_n) * length_mm / (tape.section_mm2 * STEEL_N_MM2),
        -spans * weight**2 * span**3 / (24 * pull**2),
    )
