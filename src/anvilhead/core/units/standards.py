"""What a crew with each kind of tape usually starts from; every value can be typed over.

Tolerances suit a slab ready for framing (1/8 inch, 3 mm); a tape is burned at a whole mark that is easy to call; a top
that sheds water falls 1/4 inch to the foot or 20 mm to the metre; ground is shot about a man's length beyond the walls.
"""

from dataclasses import dataclass

from anvilhead.core.units.units import Units


@dataclass(frozen=True, slots=True)
class Standard:
    """Lengths as typed, units spelled out.

    Attributes:
        burns: marks a tape is started at; the first is the usual one, the last is its hook.
        fall_rise, fall_over: of a top that sheds water.
        grid_beyond: how far past the walls ground is shot; run_every: from station to station of a drain.
        course: of block with its joint.
        bay, post, hole: of a fence: from centre to centre, wide, across.
        form_board, form_lap, cleat, joint_clear: of forms: a board's thickness, how far it runs by a corner, the board
            behind a joint, how far a joint stays from a corner.
        lift: of a base that a plate compacts through; dowel_clear: from the end of an edge to its first dowel;
            offset_beyond: how far the stakes of a line that stays stand beyond its ends.
        setbacks: how far boards stand out, by how one digs.
    """

    tolerance: str
    board_setback: str
    restake_over: str
    burns: tuple[str, ...]
    fall_rise: str
    fall_over: str
    grid_beyond: str
    run_every: str
    course: str
    setbacks: str
    bay: str
    post: str
    hole: str
    form_board: str
    form_lap: str
    cleat: str
    joint_clear: str
    lift: str
    dowel_clear: str
    offset_beyond: str


_METRIC_BURNS = ("100 mm", "10 mm", "0 mm")
_FEET_SETBACKS = "by hand 1 to 3 ft, by machine 4 ft or more"
_METRE_SETBACKS = "by hand 0.3 to 1 m, by machine 1.2 m or more"
_FEET_MADE = ("8'", '3 1/2"', '10"', '1 1/2"', '2"', "3'", "2'", '4"', '6"', "3'")
_METRE_MADE = ("2400 mm", "90 mm", "250 mm", "38 mm", "50 mm", "900 mm", "600 mm", "100 mm", "150 mm", "900 mm")
_IN_FEET = ('1/4"', "1'", "6'", "10'", '8"', _FEET_SETBACKS, *_FEET_MADE)
_IN_METRES = ("20 mm", "1 m", "2 m", "3 m", "200 mm", _METRE_SETBACKS, *_METRE_MADE)
_IN_MM = ("20 mm", "1000 mm", "2000 mm", "3000 mm", "200 mm", _METRE_SETBACKS, *_METRE_MADE)
STANDARDS = {
    Units.FT_IN: Standard('1/8"', "4'", '2"', ("1'", '1"', '0"'), *_IN_FEET),
    Units.M: Standard("3 mm", "1.2 m", "50 mm", _METRIC_BURNS, *_IN_METRES),
    Units.MM: Standard("3 mm", "1200 mm", "50 mm", _METRIC_BURNS, *_IN_MM),
}

SWELL = 0.2
"""Share that dug ground gains, for ordinary soil; clay and rock gain more."""

TOP_PLATES = 3
"""Plates on a stepped wall: the sill and two on top of the studs."""

CUT_SLOPES = (
    (0.0, "upright"),
    (0.5, "half as wide as deep"),
    (0.75, "three quarters"),
    (1.0, "as wide as deep"),
    (1.5, "one and a half"),
    (2.0, "twice as wide"),
)
"""Run of the side of a cut for each unit of depth, and how it is said; soil and local rules decide."""
