"""What a set-out is for decides how well it must be done; every value can be typed over.

Usual allowances of the trade: a slab ready for framing 1/8 inch, footings 1/4 to 1/2, post frames 1/4, fences and
tunnels 1 inch.  Drawings, code and inspector go first.
"""

from enum import StrEnum

from anvilhead.core.units.units import Units


class Purpose(StrEnum):
    """What will stand on the lines."""

    FRAMING = "framing"
    FOOTING = "footing"
    POST_FRAME = "post-frame"
    FENCE = "fence"


TOLERANCES: dict[Units, dict[Purpose, str]] = {
    Units.FT_IN: {
        Purpose.FRAMING: '1/8"',
        Purpose.FOOTING: '3/8"',
        Purpose.POST_FRAME: '1/4"',
        Purpose.FENCE: '1"',
    },
    Units.M: {
        Purpose.FRAMING: "3 mm",
        Purpose.FOOTING: "10 mm",
        Purpose.POST_FRAME: "6 mm",
        Purpose.FENCE: "25 mm",
    },
}
TOLERANCES[Units.MM] = TOLERANCES[Units.M]
"""Allowance for each purpose as typed, by the units of the tape."""
