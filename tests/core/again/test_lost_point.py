"""Setting a lost point again: by hand, by crossing angle, and against numpy's propagation."""

import math

import numpy as np
import pytest

from anvilhead.core.adjust.hold import Spread
from anvilhead.core.again.lost_point import FoundFrom, Recovery, Survivor, recoveries
from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.tape import TapeClass
from anvilhead.core.messages.coach_words import mirror_text, recovery_text
from anvilhead.core.units.errors import GeometryError
from anvilhead.core.units.units import Units

TAPE = TapeClass(2.0, 0.0, 0.0)


def standing(name: str, place: Point, planned: Point | None = None) -> Survivor:
    """A survivor that stands where it was meant to, unless that is said."""
    return Survivor(name, place, planned or place)


A, B, D = standing("A", Point(0, 0)), standing("B", Point(12_000, 0)), standing("D", Point(0, 9000))
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
    near = standing("N", Point(11_000, 1000))
    ways = recoveries(LOST, (B, near, D), TAPE, 1.5)
    assert ways[0].ties[0].start != "N" or ways[0].ties[1].start != "B"
    aslant = next(way for way in ways if {tie.start for tie in way.ties} == {"B", "N"})
    assert aslant.is_poor
    assert aslant.ellipse.major_mm > 5 * ways[0].ellipse.major_mm


def joint(noise: np.random.Generator) -> tuple[Spread, np.ndarray]:
    """Four unknowns, A's and B's places, that err together as a round leaves them."""
    mixed = noise.normal(size=(4, 4))
    covariance = mixed @ mixed.T
    unit = np.eye(4).tolist()
    return Spread({"A": (unit[0], unit[1]), "B": (unit[2], unit[3])}, covariance.tolist()), covariance


@pytest.mark.parametrize("lost", [LOST, Point(4000, 0), Point(15_000, 0)], ids=["ties", "between", "beyond"])
def test_what_the_survivors_are_not_known_to_is_carried_over_with_how_they_err_together(lost: Point) -> None:
    """Against places set again 200,000 times by plain geometry, from survivors drawn from their joint covariance."""
    noise = np.random.default_rng(5)
    spread, covariance = joint(noise)
    (way,) = recoveries(lost, (A, B), TAPE, 1.5, spread)

    count = 200_000
    off = noise.multivariate_normal(np.zeros(4), covariance, count)
    a, b = np.array([0.0, 0.0]) + off[:, :2], np.array([12_000.0, 0.0]) + off[:, 2:]
    if way.way is FoundFrom.TIES:
        reads = [noise.normal(tie.length_mm, 1.0, count) for tie in way.ties]
        between = b - a
        apart = np.hypot(*between.T)
        along = (reads[0] ** 2 - reads[1] ** 2 + apart**2) / (2 * apart)
        up = np.sqrt(reads[0] ** 2 - along**2)
        unit = between / apart[:, None]
        places = a + unit * along[:, None] + np.stack([-unit[:, 1], unit[:, 0]], 1) * up[:, None]
    else:
        start, other = (a, b) if way.ties[0].start == "A" else (b, a)
        unit = (other - start) / np.hypot(*(other - start).T)[:, None]
        toward = 1 if way.ties[0].start == "A" or lost.x < 12_000 else -1
        far = noise.normal(way.ties[0].length_mm, 1.0, count) * toward
        places = (
            start + unit * far[:, None] + np.stack([-unit[:, 1], unit[:, 0]], 1) * noise.normal(0, 0.75, count)[:, None]
        )
    values = np.linalg.eigvalsh(np.cov(places.T))
    assert way.ellipse.major_mm == pytest.approx(2.4477 * math.sqrt(values[1]), rel=0.01)
    assert way.ellipse.minor_mm == pytest.approx(2.4477 * math.sqrt(values[0]), rel=0.01)


def test_tapes_are_told_from_where_the_survivors_stand() -> None:
    # B was set 5 mm too far out, along the wall and away from it
    moved = standing("B", Point(12_003, -4), planned=Point(12_000, 0))
    way = best(LOST, A, moved, D)
    assert next(tie.length_mm for tie in way.ties if tie.start == "B") == pytest.approx(math.hypot(3, 9004))


def test_a_string_that_lies_beside_the_point_counts_that_as_an_error() -> None:
    straight = best(Point(6000, 0), A, B).ellipse.major_mm
    aslant = best(Point(6000, 0), A, standing("B", Point(12_000, 8), planned=Point(12_000, 0)))
    assert aslant.way is FoundFrom.LINE
    # halfway the string passes 4 mm beside it
    assert aslant.ellipse.major_mm == pytest.approx(2.4477 * math.hypot(4, 0.75), rel=1e-3)
    assert aslant.ellipse.major_mm > straight


def test_one_point_alone_is_not_enough() -> None:
    with pytest.raises(GeometryError, match="Two known points are needed"):
        recoveries(LOST, (A,), TAPE, 1.5)


def test_points_that_lie_together_cannot_reach_it() -> None:
    with pytest.raises(GeometryError, match="None of the points"):
        recoveries(LOST, (A, standing("A2", Point(0, 0))), TAPE, 1.5)
