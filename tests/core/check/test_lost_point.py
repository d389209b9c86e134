"""Setting a lost point again: by hand, by crossing angle, and against numpy's propagation."""

import math

import numpy as np
import pytest

from anvilhead.core.check.lost_point import FoundFrom, Recovery, Survivor, recoveries
from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.tape import TapeClass
from anvilhead.core.messages.coach_words import mirror_text, recovery_text
from anvilhead.core.units.errors import GeometryError
from anvilhead.core.units.units import Units

TAPE = TapeClass(2.0, 0.0, 0.0)
A, B, D = Survivor("A", Point(0, 0)), Survivor("B", Point(12_000, 0)), Survivor("D", Point(0, 9000))
LOST = Point(12_000, 9000)


def best(lost: Point, *survivors: Survivor) -> Recovery:
    return recoveries(lost, survivors, TAPE, 1.5)[0]


def test_a_corner_comes_back_by_its_two_neighbours() -> None:
    way = best(LOST, A, B, D)

    assert way.way is FoundFrom.TIES
    assert [(tie.start, tie.length_mm) for tie in way.ties] == [("B", 9000), ("D", 12_000)]
    assert math.degrees(way.crossing_rad) == pytest.approx(90)
    # two tapes of ±2 crossing square: 95 in 100 of a two-way normal is 2.448 standard deviations of 1 mm
    assert way.ellipse.major_mm == pytest.approx(2.448, abs=0.001)
    # over the line BD, (12000, 0)-(0, 9000): the corner of the rectangle opposite is the mirror image turned
    assert way.mirror is not None
    assert way.mirror.distance_to(B.place) == pytest.approx(9000)
    assert way.mirror.distance_to(D.place) == pytest.approx(12_000)


def test_the_mirror_image_is_told_by_a_third_point() -> None:
    way = best(LOST, A, B, D)
    assert way.check is not None
    assert way.check.start == "A"
    assert way.check.length_mm == pytest.approx(15_000)
    assert way.check_mirror_mm != pytest.approx(15_000, abs=100)
    assert recovery_text("C", way, 100, Units.M) == ("9.100 m from B and 12.100 m from D: where both tapes cross is C.")
    assert "From A it must read 15.100 m" in mirror_text("C", way, 100, Units.M)


def test_with_two_left_nothing_tells_the_two_crossings_apart() -> None:
    way = best(LOST, A, B)
    assert way.check is None
    assert "but your eye" in mirror_text("C", way, 0, Units.M)


def test_a_point_on_the_string_of_two_others_needs_no_crossing() -> None:
    way = best(Point(4000, 0), A, B)
    assert (way.way, way.line, way.mirror) == (FoundFrom.LINE, ("A", "B"), None)
    assert way.ties[0].start == "A"
    assert recovery_text("P", way, 0, Units.M) == "Pull a string over A and B; along it 4.000 m from A is P."
    assert mirror_text("P", way, 0, Units.M) == ""


def test_tapes_that_cross_aslant_come_after_those_that_cross_well() -> None:
    near = Survivor("N", Point(11_000, 1000))
    ways = recoveries(LOST, (B, near, D), TAPE, 1.5)
    assert ways[0].ties[0].start != "N" or ways[0].ties[1].start != "B"
    aslant = next(way for way in ways if {tie.start for tie in way.ties} == {"B", "N"})
    assert aslant.is_poor
    assert aslant.ellipse.major_mm > 5 * ways[0].ellipse.major_mm


def test_what_the_survivors_are_not_known_to_is_carried_over() -> None:
    """Against numpy: the tapes' equations linearised, every error independent."""
    known = (Survivor("A", A.place, 4.0), Survivor("B", B.place, 6.0))
    way = best(LOST, *known)

    directions = np.array([((LOST - s.place).unit().x, (LOST - s.place).unit().y) for s in known])
    variances = np.diag([1.0 + (s.known_mm / 2.4477) ** 2 for s in known])
    inverse = np.linalg.inv(directions)
    values = np.linalg.eigvalsh(inverse @ variances @ inverse.T)
    assert way.ellipse.major_mm == pytest.approx(2.4477 * math.sqrt(values[1]), rel=1e-3)
    assert way.ellipse.minor_mm == pytest.approx(2.4477 * math.sqrt(values[0]), rel=1e-3)


def test_one_point_alone_is_not_enough() -> None:
    with pytest.raises(GeometryError, match="Two known points are needed"):
        recoveries(LOST, (A,), TAPE, 1.5)


def test_points_that_lie_together_cannot_reach_it() -> None:
    with pytest.raises(GeometryError, match="None of the points"):
        recoveries(LOST, (A, Survivor("A2", Point(0, 0))), TAPE, 1.5)
