"""What readings depend on: values by hand, derivatives against finite differences."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.observation import Distance, Hypotenuse, Observation, Offset, Station

AT = {"P": Point(1000, 500), "Q": Point(9000, 6500), "X": Point(3000, 7000), "R": Point(7000, -2000)}
KINDS: list[Observation] = [
    Distance("P", "X", 0, 1),
    Station("X", ("P", "Q"), 0, 1),
    Offset("X", ("P", "Q"), 0, 1),
    Hypotenuse("P", ("Q", "R"), (3000, 4000), 0, 1),
]


def test_values_by_hand() -> None:
    # P→Q is (0.8, 0.6); from P to X is (2000, 6500): 0.8·2000 + 0.6·6500 = 5500, and 0.8·6500 - 0.6·2000 = 4000
    assert KINDS[1].computed_mm(AT) == pytest.approx(5500)
    assert KINDS[2].computed_mm(AT) == pytest.approx(4000)
    assert KINDS[0].computed_mm(AT) == pytest.approx((2000**2 + 6500**2) ** 0.5)


def test_marks_at_three_and_four_on_square_strings_are_five_apart() -> None:
    square = {"A": Point(0, 0), "B": Point(10_000, 0), "D": Point(0, 8000)}
    assert Hypotenuse("A", ("B", "D"), (3000, 4000), 0, 1).computed_mm(square) == pytest.approx(5000)


@pytest.mark.parametrize("observation", KINDS, ids=lambda o: type(o).__name__)
@given(shift=st.tuples(st.floats(-400, 400), st.floats(-400, 400)))
def test_derivatives_are_those_of_the_value(observation: Observation, shift: tuple[float, float]) -> None:
    at = AT | {"X": AT["X"] + Point(*shift), "Q": AT["Q"] + Point(*reversed(shift))}
    told = dict(observation.gradient(at))

    assert set(told) == set(observation.points)
    step = 0.01
    for name, gradient in told.items():
        for direction, derivative in ((Point(step, 0), gradient.x), (Point(0, step), gradient.y)):
            ahead = observation.computed_mm(at | {name: at[name] + direction})
            behind = observation.computed_mm(at | {name: at[name] - direction})
            assert derivative == pytest.approx((ahead - behind) / (2 * step), abs=1e-5)


@pytest.mark.parametrize("observation", KINDS, ids=lambda o: type(o).__name__)
def test_moving_everything_together_changes_nothing(observation: Observation) -> None:
    total = Point(0, 0)
    for _, gradient in observation.gradient(AT):
        total = total + gradient
    assert total.length() == pytest.approx(0, abs=1e-12)
