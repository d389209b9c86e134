"""Every small number the core compares with, with its unit and its reason.

Compare a tolerance only with a quantity of its own unit.
"""

from anvilhead.core.units.units import INCH_MM

COINCIDENT_MM = 0.01
"""Corners closer than this are one corner: finer than any tape, coarser than float noise at 100 km."""

CLOSED_MM = 1.0
"""A walk that ends this near A is closed, whatever the tolerance: legs are said in whole sixteenths or millimetres."""

PARALLEL_SINE = 1e-9
"""Two directions whose sine of crossing angle is below this do not meet anywhere useful."""

STRAIGHT_RAD = 1e-4
"""A corner that turns less is on a straight wall: 6 mm in 60 m, less than a string shows."""

IN_LINE_MM = 1.0
"""Walls whose corners lie this near one line are in one line: one string carries them, finer than it is thick."""

FAR_CROSSING = 4.0
"""Lines of a family that cross more offsets than this from their corner are told: a corner under about 29 degrees."""

RIGHT_ANGLE_RAD = 1e-6
"""A planned corner this near a quarter turn is a right angle."""

POOR_CROSSING_SINE = 0.5
"""Tapes that cross under 30 or over 150 degrees fix a point poorly."""

FOLD_SINE = 1e-6
"""A wall that turns back on the one before within this sine lies on it: 0.06 mm in 60 m."""

CONVERGED_MM = 0.001
"""The adjustment stops when no corner moves more than this in one step."""

RANK_PIVOT = 1e-9
"""A pivot of the scaled normal matrix below this means nothing holds that direction."""

LOOSE_MM = 300.0
"""A corner whose ellipse is longer than this each way is as good as not measured."""

LEFT_SHARE = 1e-4
"""Less of a tape's zero or scale than this left once the shape is taken out, and readings say nothing of it."""

REDUNDANCY_FLOOR = 1e-6
"""A pull with a smaller redundancy number is checked by no other pull at all."""

UNSHOWN_SHARE = 1e-9
"""A pull of which so small a share of an error would show is checked by nothing, not by its stakes either."""

LINE_SHARE = 1e-6
"""An ellipse this much narrower than it is long is a stretch of a line: its point can only err along it."""

DISAGREE_PROBABILITY = 0.001
"""Pulls are said to disagree when random errors would do this less often than once in a thousand."""

SMALLEST_MOVE_MM = INCH_MM / 32
"""Half of 1/16 inch: a nail cannot be set finer, so a smaller move is no move."""

NOTHING_MM = 1e-6
"""What is kept has six decimals of a millimetre: less than that is nothing, and the slack of a tolerance just met."""

FLOAT_SLACK = 1e-9
"""Float slack of a number without a unit: a share, a count of whole units, a degree."""

MOVING_SHARE = 1e-6
"""A point that takes a larger part in a free movement of the whole, as a share of it, can move."""

SLIVER_SHARE = 1e-7
"""A triangle whose height is below this share of its longest side is a line of shots, not ground."""

FLAT_SHARE = 1e-6
"""Known points whose spread across is this share of that along are in one line, and tell no fall across it."""

FINEST_SIGHT_MM = 0.01
"""No level is read finer, whatever somebody says of it: every reading weighs something in a book."""

EXACT_MM = 0.001
"""Places are told apart to this while triangles are made of them."""

PRINTS_AS_NOTHING_MM = 0.05
"""No scale in use shows less."""
