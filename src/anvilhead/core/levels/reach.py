"""How far an instrument may be trusted on this work, and what its nature adds beyond that."""

from collections.abc import Sequence
from dataclasses import dataclass
from enum import StrEnum

from anvilhead.core.boards.string_sag import PULL_N, STRING_N_PER_M, HungLine, sag_mm
from anvilhead.core.levels.level_instrument import LevelClass, LevelInstrument
from anvilhead.core.units.tolerances import NOTHING_MM

LINE_LEVEL_N = 0.015 * 9.81
"""Weight of a usual line level, newtons: 15 g."""

WATER_PER_C = 2e-4
"""Volume water gains for each degree near 20 °C: a leg of 1 m grows 2 mm by 10 °C."""


class ReachKind(StrEnum):
    """What goes beyond what an instrument is good for."""

    SPAN = "span"
    """A string or straightedge longer than its level is good for."""
    SAG = "sag"
    """A string that hangs through more than the work allows."""
    RADIUS = "radius"
    """A sight longer than the instrument reaches."""
    LEAN = "lean"
    """A line level that hangs off mid-span, where its string is not level with its ends."""
    TEMPERATURE = "temperature"
    """Water warmer in one leg of the hose than in the other."""


@dataclass(frozen=True, slots=True)
class Reach:
    """A limit that the work goes beyond; `amount_mm` against `limit_mm`."""

    kind: ReachKind
    amount_mm: float
    limit_mm: float


@dataclass(frozen=True, slots=True)
class StringHung:
    """The string a line level hangs on: pulled with, its weight, and what hangs at mid-span."""

    pull_n: float = PULL_N
    weight_n_per_m: float = STRING_N_PER_M
    hung_n: float = LINE_LEVEL_N

    def sag_mm(self, span_mm: float) -> float:
        """How far mid-span hangs below the ends, millimetres."""
        return sag_mm(span_mm, self.hung_n, self.pull_n, self.weight_n_per_m)


def reaches(
    instrument: LevelInstrument,
    distances_mm: Sequence[float],
    kind: LevelClass,
    tolerance_mm: float,
    string: StringHung | None = None,
) -> list[Reach]:
    """What a setup goes beyond.

    A line level is hung at mid-span and read at the ends, which the sag leaves alone; what is taken off the string
    in between carries it.

    Args:
        instrument: what is read.
        distances_mm: sights, or spans.
        kind: how far it is good for.
        tolerance_mm: of the work, which a sag is held against.
        string: the string of a line level, or of known height; None for the usual.
    """
    farthest = max(distances_mm, default=0.0)
    found = []
    if farthest > kind.reach_mm:
        spanned = instrument in (LevelInstrument.LINE, LevelInstrument.SPIRIT)
        found.append(Reach(ReachKind.SPAN if spanned else ReachKind.RADIUS, farthest, kind.reach_mm))
    if instrument in (LevelInstrument.LINE, LevelInstrument.STRING):
        hung = string or (StringHung() if instrument is LevelInstrument.LINE else StringHung(hung_n=0.0))
        if (sag := hung.sag_mm(farthest)) > tolerance_mm:
            found.append(Reach(ReachKind.SAG, sag, tolerance_mm))
    return found


def lean(line: HungLine) -> Reach | None:
    """What a line level off mid-span would put the far end out by, were it not reckoned with; None at mid-span.

    Its bubble is centred when the string is level where it hangs, which tilts the ends by that slope over the span.
    """
    out_mm = abs(line.slope) * line.span_mm
    off_mm = abs(line.span_mm / 2 - line.hung_at_mm)
    return Reach(ReachKind.LEAN, out_mm, off_mm) if out_mm > NOTHING_MM else None


def temperature_rise(leg_mm: float, warmer_c: float, kind: LevelClass) -> Reach | None:
    """What water warmer in one leg costs; None while it stays within what the water level claims.

    Args:
        leg_mm: standing height of water in the warm leg.
        warmer_c: by how many degrees it is warmer.
        kind: what the water level claims.
    """
    rise = leg_mm * WATER_PER_C * abs(warmer_c)
    return Reach(ReachKind.TEMPERATURE, rise, kind.reading_mm) if rise > kind.reading_mm else None
