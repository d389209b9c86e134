"""Least squares against known truth and against a dense solution by numpy."""

import math
import random
from itertools import combinations

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from anvilhead.core.adjust.adjustment import Adjustment, adjust
from anvilhead.core.adjust.chance import CHI_95_TWO
from anvilhead.core.geometry.footprint import Footprint, rectangle
from anvilhead.core.geometry.point import Point
from anvilhead.core.measure.observation import Distance
from tests.sites import RECTANGLE_PAIRS, displaced
from tests.strategies import star_footprints

STORE = rectangle(13411.2, 8382)
RACKED = displaced(STORE, {"B": (2, 0), "C": (17, -3), "D": (19, 18)})


def observed(truth: dict[str, Point], pairs: list[tuple[str, str]], sigma: float = 1.5) -> list[Distance]:
    return [Distance(a, b, truth[a].distance_to(truth[b]), sigma) for a, b in pairs]


def numpy_solution(planned: dict[str, Point], observations: list[Distance]) -> tuple[dict[str, Point], np.ndarray]:
    """The same problem the dense way: A fixed, B on +x, numeric derivatives, lstsq; and the covariance."""
    names = list(planned)

    def places(x: np.ndarray) -> dict[str, np.ndarray]:
        out = {names[0]: np.zeros(2), names[1]: np.array([x[0], 0.0])}
        return out | {n: x[1 + 2 * i : 3 + 2 * i] for i, n in enumerate(names[2:])}

    def misfit(x: np.ndarray) -> np.ndarray:
        p = places(x)
        return np.array([(o.value_mm - np.linalg.norm(p[o.start] - p[o.end])) / o.sigma_mm for o in observations])

    x = np.array([planned[names[1]].x, *(c for n in names[2:] for c in (planned[n].x, planned[n].y))])
    for _ in range(30):
        jacobian = np.stack([(misfit(x + h) - misfit(x - h)) / 2e-3 for h in np.eye(len(x)) * 1e-3], axis=1)
        x = x - np.linalg.lstsq(jacobian, misfit(x), rcond=None)[0]
    return {n: Point(*p) for n, p in places(x).items()}, np.linalg.inv(jacobian.T @ jacobian)


def assert_places(found: dict[str, Point], wanted: dict[str, Point], within_mm: float) -> None:
    for name, point in wanted.items():
        assert found[name].distance_to(point) < within_mm, name


class TestExactPulls:
    def test_six_pulls_of_a_racked_rectangle_return_the_truth(self) -> None:
        fit = adjust(STORE.corners, ("A", "B"), observed(RACKED, RECTANGLE_PAIRS))

        assert_places(fit.corners, RACKED, 0.01)
        assert fit.redundancy == 1
        assert not fit.disagrees

    @pytest.mark.parametrize("left_out", range(6))
    def test_any_five_of_the_six_do(self, left_out: int) -> None:
        pairs = [pair for i, pair in enumerate(RECTANGLE_PAIRS) if i != left_out]
        fit = adjust(STORE.corners, ("A", "B"), observed(RACKED, pairs))

        assert_places(fit.corners, RACKED, 0.01)
        assert (fit.redundancy, fit.loose) == (0, ())

    @pytest.mark.parametrize("held", [("B", "C"), ("C", "D"), ("D", "A"), ("B", "A")])
    def test_any_line_can_be_held(self, held: tuple[str, str]) -> None:
        fit = adjust(STORE.corners, held, observed(RACKED, RECTANGLE_PAIRS))

        assert fit.corners[held[0]] == STORE.corners[held[0]]
        planned = STORE.corners[held[1]] - STORE.corners[held[0]]
        assert (fit.corners[held[1]] - fit.corners[held[0]]).cross(planned.unit()) == pytest.approx(0, abs=1e-6)
        for a, b in RECTANGLE_PAIRS:  # the shape is the truth's wherever it lies
            assert fit.distance_mm(a, b) == pytest.approx(RACKED[a].distance_to(RACKED[b]), abs=0.01)

    @settings(max_examples=40, deadline=None)
    @given(star_footprints(), st.integers(0, 2**32))
    def test_any_polygon_comes_back_from_all_its_distances(self, shape: Footprint, seed: int) -> None:
        noise = random.Random(seed)
        truth = displaced(shape, {name: (noise.uniform(-30, 30), noise.uniform(-30, 30)) for name in shape.names[1:]})
        fit = adjust(shape.corners, ("A", "B"), observed(truth, list(combinations(shape.names, 2))))

        assert not fit.loose
        for a, b in combinations(shape.names, 2):
            assert fit.distance_mm(a, b) == pytest.approx(truth[a].distance_to(truth[b]), abs=0.01)

    def test_stakes_a_metre_out_still_converge(self) -> None:
        truth = displaced(STORE, {"C": (900, 400), "D": (-700, 1000)})
        fit = adjust(STORE.corners, ("A", "B"), observed(truth, RECTANGLE_PAIRS))
        assert_places(fit.corners, truth, 0.01)


NOISY = [
    Distance(o.start, o.end, o.value_mm + e, s)
    for o, e, s in zip(
        observed(RACKED, [*RECTANGLE_PAIRS, ("A", "C"), ("D", "B")]),
        (0.8, -1.1, 0.4, 1.9, -0.7, 0.2, 1.3, -1.6),
        (1.46, 1.21, 1.46, 1.21, 1.58, 1.58, 1.58, 1.58),
        strict=True,
    )
]


class TestNoisyPulls:
    def test_estimate_and_precision_agree_with_a_dense_solution(self) -> None:
        fit = adjust(STORE.corners, ("A", "B"), NOISY)
        places, covariance = numpy_solution(STORE.corners, NOISY)

        assert_places(fit.corners, places, 1e-3)
        for name, first in (("C", 1), ("D", 3)):
            values = np.linalg.eigvalsh(covariance[first : first + 2, first : first + 2])
            ellipse = fit.ellipses[name]
            assert ellipse is not None
            assert ellipse.minor_mm == pytest.approx(CHI_95_TWO * math.sqrt(values[0]), rel=1e-3)
            assert ellipse.major_mm == pytest.approx(CHI_95_TWO * math.sqrt(values[1]), rel=1e-3)

    def test_redundancy_numbers_add_up_to_the_pulls_to_spare(self) -> None:
        fit = adjust(STORE.corners, ("A", "B"), NOISY)
        assert fit.redundancy == 3
        assert sum(r.redundancy for r in fit.residuals) == pytest.approx(3)

    def test_honest_noise_is_believed_as_often_as_stated(self) -> None:
        noise = random.Random(7)
        doubted = inside = 0
        sites = 400
        for _ in range(sites):
            pulls = [
                Distance(o.start, o.end, o.value_mm + noise.gauss(0, 1.5), 1.5)
                for o in observed(RACKED, RECTANGLE_PAIRS)
            ]
            fit = adjust(STORE.corners, ("A", "B"), pulls)
            doubted += fit.disagrees
            inside += lies_in_ellipse(fit, "C", RACKED["C"])
        # 1 in 1000 doubted: 5 or more of 400 happen less than once in 1500 such tests
        assert doubted < 5
        # 95 in 100 inside: 400 × 0.95 ± 4 × 4.4
        assert 362 < inside <= 397


def lies_in_ellipse(fit: Adjustment, corner: str, truth: Point) -> bool:
    ellipse = fit.ellipses[corner]
    assert ellipse is not None
    off = truth - fit.corners[corner]
    along = Point(math.cos(ellipse.angle_rad), math.sin(ellipse.angle_rad))
    return (off.dot(along) / ellipse.major_mm) ** 2 + (off.dot(along.left()) / ellipse.minor_mm) ** 2 <= 1


class TestLooseShapes:
    def test_four_sides_leave_the_far_corners_loose(self) -> None:
        fit = adjust(STORE.corners, ("A", "B"), observed(RACKED, RECTANGLE_PAIRS[:4]))

        assert fit.loose == ("C", "D")
        assert fit.ellipses["C"] is None
        assert fit.ellipses["B"] is not None
        assert fit.distance_sigma_mm("A", "C") is None

    def test_one_diagonal_short_leaves_only_the_corner_nothing_reaches(self) -> None:
        fit = adjust(STORE.corners, ("A", "B"), observed(RACKED, [("A", "B"), ("B", "C"), ("A", "C")]))
        assert fit.loose == ("D",)
        assert_places({n: fit.corners[n] for n in "ABC"}, {n: RACKED[n] for n in "ABC"}, 0.01)

    def test_no_pull_at_all_leaves_all_but_the_first_held_corner_loose(self) -> None:
        fit = adjust(STORE.corners, ("A", "B"), [])
        assert set(fit.loose) == {"B", "C", "D"}
        assert_places(fit.corners, STORE.corners, 1e-9)

    def test_loose_corners_stay_nearest_to_their_plan(self) -> None:
        fit = adjust(STORE.corners, ("A", "B"), observed(STORE.corners, RECTANGLE_PAIRS[:4]))
        assert_places(fit.corners, STORE.corners, 1e-3)

    def test_pulls_along_a_straight_wall_do_not_fix_a_corner_across_it(self) -> None:
        flat = {"A": Point(0, 0), "B": Point(10_000, 0), "C": Point(5_000, 0.5), "D": Point(5_000, 6_000)}
        pairs = [("A", "B"), ("A", "C"), ("B", "C"), ("A", "D"), ("B", "D")]
        fit = adjust(flat, ("A", "B"), observed(flat, pairs))
        assert fit.loose == ("C",)

    def test_lengths_that_cannot_close_are_a_disagreement_not_an_error(self) -> None:
        pulls = [
            Distance("A", "B", 13411, 1.5),
            Distance("B", "C", 8000, 1.5),
            Distance("A", "C", 30_000, 1.5),
        ]
        fit = adjust(STORE.corners, ("A", "B"), pulls)
        assert fit.disagrees
