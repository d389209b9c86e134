"""Inner lines, and where they cross."""

import pytest

from anvilhead.core.geometry.footprint import Footprint, rectangle
from anvilhead.core.geometry.point import Point
from anvilhead.core.geometry.walk import Leg, run_of, walk
from anvilhead.core.plan.inner_line import InnerKind, InnerRow, lines_of, points_of
from anvilhead.core.units.errors import GeometryError

STORE = rectangle(12000, 8000)
ELL = walk([Leg(9000), Leg(3600, 90), Leg(3000, 90), Leg(2400, -90), Leg(6000, 90), Leg(6000, 90)]).footprint(0)


def row(name: str, side: str, *distances_mm: float) -> InnerRow:
    return InnerRow(name, InnerKind.PIERS, side, distances_mm)


def test_rows_from_two_sides_cross_at_the_piers() -> None:
    lines = lines_of(STORE, row("P", "AB", 2000, 6000)) + lines_of(STORE, row("R", "DA", 3000))

    assert [line.name for line in lines] == ["P1", "P2", "R"]
    assert {p.name: (round(p.point.x, 6), round(p.point.y, 6)) for p in points_of(lines)} == {
        "P1×R": (3000, 2000),
        "P2×R": (3000, 6000),
    }


def test_a_line_in_an_ell_ends_at_the_nearer_wall_above_the_notch() -> None:
    below, above = lines_of(ELL, row("G", "AB", 1000, 5000))

    assert [round(p.x) for p in below.stretches[0]] == [0, 9000]
    assert [round(p.x) for p in above.stretches[0]] == [0, 6000]


def test_across_a_court_a_line_has_two_stretches() -> None:
    court = Footprint(
        (Point(0, 0), Point(9000, 0), Point(9000, 6000), Point(6000, 6000), Point(6000, 2000), Point(3000, 2000),
         Point(3000, 6000), Point(0, 6000))
    )  # fmt: skip
    (line,) = lines_of(court, row("G", "AB", 4000))
    assert [(round(a.x), round(b.x)) for a, b in line.stretches] == [(0, 3000), (6000, 9000)]


def test_walked_clockwise_distances_still_run_inward() -> None:
    clockwise = Footprint((Point(0, 0), Point(0, 8000), Point(12000, 8000), Point(12000, 0)))
    (line,) = lines_of(clockwise, row("G", "AB", 3000))
    assert {round(p.x) for p in line.stretches[0]} == {3000}


def test_beside_a_fence_a_line_runs_on_its_left() -> None:
    (line,) = lines_of(run_of([Leg(12000), Leg(6000, 90)]), row("G", "AB", 500))
    assert [(round(p.x), round(p.y)) for p in line.stretches[0]] == [(0, 500), (12000, 500)]


@pytest.mark.parametrize(("side", "distance", "code"), [("XY", 100, "unknown-line"), ("AB", 8000, "outside")])
def test_what_is_not_inside_is_refused(side: str, distance: float, code: str) -> None:
    with pytest.raises(GeometryError) as refused:
        lines_of(STORE, row("G", side, distance))
    assert refused.value.code == code
