"""How sure it is that corners lie where they should: against closed forms, and against drawing many corners."""

import math
import random

import pytest

from anvilhead.core.adjust.adjustment import Ellipse
from anvilhead.core.adjust.chance import CHI_95_TWO
from anvilhead.core.check.certainty import certainty_of, chance_within
from anvilhead.core.geometry.point import Point


def ellipse(wide: float, narrow: float, angle: float = 0.0) -> Ellipse:
    """An ellipse from its standard deviations."""
    return Ellipse(wide * CHI_95_TWO, narrow * CHI_95_TWO, angle)


@pytest.mark.parametrize("within", [1.0, 2.0, 5.0])
def test_a_round_error_about_the_plan_is_rayleighs(within: float) -> None:
    assert chance_within(Point(0, 0), ellipse(2, 2), within) == pytest.approx(1 - math.exp(-(within**2) / 8), abs=2e-4)


def test_an_ellipse_holds_its_corner_95_times_in_100() -> None:
    assert chance_within(Point(0, 0), ellipse(2, 2), 2 * CHI_95_TWO) == pytest.approx(0.95, abs=2e-4)


@pytest.mark.parametrize(
    ("off", "wide", "narrow", "angle", "within"),
    [((3, 1), 2.0, 0.7, 0.4, 3.2), ((0, -4), 5.0, 1.0, 1.2, 4.0), ((1, 1), 0.5, 0.1, 2.0, 1.6), ((9, 9), 1, 1, 0, 3)],
)
def test_any_ellipse_anywhere_against_many_draws(
    off: tuple[float, float], wide: float, narrow: float, angle: float, within: float
) -> None:
    noise, hits, draws = random.Random(5), 0, 40_000
    for _ in range(draws):
        a, b = noise.gauss(0, wide), noise.gauss(0, narrow)
        x = off[0] + a * math.cos(angle) - b * math.sin(angle)
        y = off[1] + a * math.sin(angle) + b * math.cos(angle)
        hits += math.hypot(x, y) <= within
    assert chance_within(Point(*off), ellipse(wide, narrow, angle), within) == pytest.approx(hits / draws, abs=0.008)


def test_a_corner_that_is_held_is_where_it_is() -> None:
    assert chance_within(Point(1, 0), ellipse(0, 0), 1.5) == 1.0
    assert chance_within(Point(2, 0), ellipse(0, 0), 1.5) == 0.0


def test_all_corners_together_are_surer_of_more() -> None:
    corners = [(Point(1, 0), ellipse(1, 1)), (Point(0, 2), ellipse(2, 1))]
    found = certainty_of(corners, 3.0)
    assert found.share == pytest.approx(chance_within(*corners[0], 3.0) * chance_within(*corners[1], 3.0))
    assert not found.is_sure
    assert certainty_of(corners, found.within_mm).share == pytest.approx(0.95, abs=1e-3)
    assert found.may_be_exact  # 2 mm off, across, where the ellipse reaches 2.45
    assert not certainty_of([(Point(0, 3), ellipse(2, 1))], 3.0).may_be_exact
