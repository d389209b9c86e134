"""What a crew with each kind of tape usually starts from; every value can be typed over.

Tolerances suit a slab ready for framing (1/8 inch, 3 mm); a tape is burned at a whole mark that is easy to call.
"""

from dataclasses import dataclass

from anvilhead.core.units.units import Units


@dataclass(frozen=True, slots=True)
class Standard:
    """Lengths as typed, units spelled out.

    Attributes:
        burns: marks a tape is started at; the first is the usual one, the last is its hook.
    """

    tolerance: str
    board_setback: str
    restake_over: str
    burns: tuple[str, ...]


_METRIC_BURNS = ("100 mm", "10 mm", "0 mm")
STANDARDS = {
    Units.FT_IN: Standard('1/8"', "4'", '2"', ("1'", '1"', '0"')),
    Units.M: Standard("3 mm", "1.2 m", "50 mm", _METRIC_BURNS),
    Units.MM: Standard("3 mm", "1200 mm", "50 mm", _METRIC_BURNS),
}
