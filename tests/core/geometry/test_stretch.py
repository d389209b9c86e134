"""Where lines meet and stretches touch, against plain arithmetic on fractions and by hand."""

import random
from fractions import Fraction
from itertools import combinations

import pytest

from anvilhead.core.geometry.point import Point
from anvilhead.core.geometry.stretch import (
    Box,
    Stretch,
    crosses,
    foot,
    meeting,
    reaches,
    touches,
    touching_pairs,
)


def stretch(x: float, y: float, to_x: float, to_y: float) -> Stretch:
    return Point(x, y), Point(to_x, to_y)


@pytest.mark.parametrize(
    ("one", "other", "touch", "cross"),
    [
        (stretch(0, 0, 10, 0), stretch(5, -5, 5, 5), True, True),
        (stretch(0, 0, 10, 0), stretch(5, 0, 5, 5), True, False),  # a tee
        (stretch(0, 0, 10, 0), stretch(10, 0, 20, 0), True, False),  # end to end
        (stretch(0, 0, 10, 0), stretch(10.02, 0, 20, 0), False, False),  # on one line, apart
        (stretch(0, 0, 10, 0), stretch(4, 0, 6, 0), True, False),  # one in the other
        (stretch(0, 0, 10, 0), stretch(5, 0.005, 5, 5), True, False),  # nearer than any tape tells
        (stretch(0, 0, 10, 0), stretch(5, 0.02, 5, 5), False, False),
        (stretch(0, 0, 10, 10), stretch(0, 9, 4, 5), False, False),  # boxes meet, stretches do not
        (stretch(3, 3, 3, 3), stretch(0, 0, 6, 6), True, False),  # a stake on a string
    ],
)
def test_touching_and_crossing_by_hand(one: Stretch, other: Stretch, touch: bool, cross: bool) -> None:
    assert touches(one, other) is touches(other, one) is touch
    assert crosses(one, other) is crosses(other, one) is cross


def test_stretches_on_a_grid_touch_as_exact_fractions_say() -> None:
    """Whole numbers, so that touching is exact; solved for the shares along both in fractions."""
    dice = random.Random(5)
    for _ in range(3000):
        a, b, c, d = (Point(dice.randrange(9), dice.randrange(9)) for _ in range(4))
        if a == b or c == d:
            continue
        u, v = b - a, d - c
        sine, gap = Fraction(u.cross(v)), c - a
        if sine:
            shares = Fraction(gap.cross(v)) / sine, Fraction(gap.cross(u)) / sine
            expected = all(0 <= share <= 1 for share in shares)
            assert reaches(a, u, c, v) == pytest.approx([float(share) for share in shares])
        else:
            along = sorted((Fraction(0), Fraction(u.dot(u)))), sorted(Fraction(u.dot(p - a)) for p in (c, d))
            expected = u.cross(gap) == 0 and along[0][0] <= along[1][1] and along[1][0] <= along[0][1]
        assert touches((a, b), (c, d)) is expected


def test_pairs_are_those_of_trying_all() -> None:
    dice = random.Random(8)
    many = [stretch(*(dice.uniform(0, 100) for _ in range(4))) for _ in range(60)]
    assert touching_pairs(many) == [(i, j) for i, j in combinations(range(60), 2) if touches(many[i], many[j])]
    assert all(j - i > 1 for i, j in touching_pairs(many, lambda i, j: j - i == 1))


def test_lines_that_run_alike_do_not_meet() -> None:
    assert meeting(stretch(0, 0, 10, 0), stretch(0, 5, 10, 5)) is None
    assert meeting(stretch(0, 0, 10, 0), stretch(0, 5, 10, 5.001), least_sine=1e-3) is None
    assert meeting(stretch(0, 0, 10, 0), stretch(20, 5, 20, 6)) == Point(20, 0)


def test_the_nearest_place_of_a_stretch_is_on_it() -> None:
    wall = stretch(0, 0, 10, 0)
    assert foot(Point(4, 3), wall) == Point(4, 0)
    assert foot(Point(-4, 3), wall) == Point(0, 0)
    assert foot(Point(3, 3), stretch(1, 1, 1, 1)) == Point(1, 1)


def test_boxes() -> None:
    box = Box.around([Point(0, 0), Point(10, 5)], margin_mm=1)
    assert box.edges == (-1, 11, -1, 6)
    assert box.meets(Box.around([Point(11, 6)]))
    assert not box.meets(Box.around([Point(12, 0)]))
