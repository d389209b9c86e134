"""What a crew with each kind of tape usually starts from; every value can be typed over.

Tolerances suit a slab ready for framing (1/8 inch, 3 mm); a tape is burned at a whole mark that is easy to call; a top
that sheds water falls 1/4 inch to the foot or 20 mm to the metre; ground is shot about a man's length beyond the walls.
"""

from dataclasses import dataclass, replace

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
        bucket: of a digger; label_wide, label_high: of labels for stakes; truck: a volume that one
            brings, as it may be typed.
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
    bucket: str
    label_wide: str
    label_high: str
    truck: str


_FEET = Standard(
    tolerance='1/8"',
    board_setback="4'",
    restake_over='2"',
    burns=("1'", '1"', '0"'),
    fall_rise='1/4"',
    fall_over="1'",
    grid_beyond="6'",
    run_every="10'",
    course='8"',
    setbacks="by hand 1 to 3 ft, by machine 4 ft or more",
    bay="8'",
    post='3 1/2"',
    hole='10"',
    form_board='1 1/2"',
    form_lap='2"',
    cleat="3'",
    joint_clear="2'",
    lift='4"',
    dowel_clear='6"',
    offset_beyond="3'",
    bucket="2'",
    label_wide='4"',
    label_high='2"',
    truck="9 cu yd",
)
_METRES = Standard(
    tolerance="3 mm",
    board_setback="1.2 m",
    restake_over="50 mm",
    burns=("100 mm", "10 mm", "0 mm"),
    fall_rise="20 mm",
    fall_over="1 m",
    grid_beyond="2 m",
    run_every="3 m",
    course="200 mm",
    setbacks="by hand 0.3 to 1 m, by machine 1.2 m or more",
    bay="2400 mm",
    post="90 mm",
    hole="250 mm",
    form_board="38 mm",
    form_lap="50 mm",
    cleat="900 mm",
    joint_clear="600 mm",
    lift="100 mm",
    dowel_clear="150 mm",
    offset_beyond="900 mm",
    bucket="600 mm",
    label_wide="100 mm",
    label_high="50 mm",
    truck="7 m³",
)
STANDARDS = {
    Units.FT_IN: _FEET,
    Units.M: _METRES,
    Units.MM: replace(
        _METRES, board_setback="1200 mm", fall_over="1000 mm", grid_beyond="2000 mm", run_every="3000 mm"
    ),
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

STEEL_PER_KELVIN = 11.6e-6
"""Share by which steel grows for every kelvin; tapes are made to be right at 20 °C, 68 °F (ISO 1)."""
