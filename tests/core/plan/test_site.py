"""Structures placed from control, and the room between them."""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from anvilhead.core.geometry.footprint import Footprint, rectangle
from anvilhead.core.geometry.point import Point
from anvilhead.core.geometry.walk import Leg, run_of
from anvilhead.core.plan.site import Neighbour, Offset, Reference, clearances, pose_at_point, pose_from_line
from anvilhead.core.units.errors import GeometryError
from tests.strategies import star_footprints

STORE = rectangle(12_000, 8000)
WALL = Reference(Point(0, 0), Point(20_000, 0), Point(0, 1))


def at(point: Point) -> tuple[float, float]:
    return round(point.x, 3), round(point.y, 3)


@given(star_footprints(most_corners=9), star_footprints(most_corners=7), st.floats(0, math.tau))
def test_the_nearest_places_are_as_far_apart_as_the_least_room(one: Footprint, other: Footprint, way: float) -> None:
    """Held against stepping along both outlines: no two places of them are nearer than the two that are named."""
    out = sum(max(math.hypot(p.x, p.y) for p in shape.points) for shape in (one, other)) + 500
    moved = Footprint(tuple(p + Point(math.cos(way), math.sin(way)) * out for p in other.points))
    (room,) = clearances(one, [Neighbour("other", moved)])
    here, there = room.across
    assert here.distance_to(there) == pytest.approx(room.least_mm, abs=0.01)
    walked = [
        [s.start_point + s.direction * (s.length_mm * n / 12) for s in shape.sides for n in range(13)]
        for shape in (one, moved)
    ]
    assert min(a.distance_to(b) for a in walked[0] for b in walked[1]) >= room.least_mm - 0.01


class TestPlacing:
    def test_a_corner_on_a_point_along_a_bearing(self) -> None:
        """Bearing 0 is north: AB runs up, the inside lies to its left, the west."""
        pose = pose_at_point(STORE, "A", Point(100, 200), "AB", 0)
        assert at(pose.to_site(Point(12_000, 0))) == (100, 12_200)
        assert at(pose.to_site(Point(12_000, 8000))) == (-7900, 12_200)

    def test_another_corner_and_another_line(self) -> None:
        pose = pose_at_point(STORE, "C", Point(0, 0), "BC", 90)
        assert at(pose.to_site(Point(12_000, 8000))) == (0, 0)
        assert at(pose.to_site(Point(12_000, 0))) == (-8000, 0)

    def test_beyond_a_wall_by_two_offsets(self) -> None:
        """3000 off at its start and 3200 at 10,000: the line leans by 200 in 10,000."""
        pose = pose_from_line(STORE, "AB", WALL, (Offset(0, 3000), Offset(10_000, 3200)), "A", 5000)
        a, b, d = (pose.to_site(STORE.corners[name]) for name in "ABD")

        assert at(a) == (5000, 3100)
        assert (b.y - a.y) / (b.x - a.x) == pytest.approx(0.02)
        assert d.y > a.y

    def test_the_structure_lies_away_from_the_wall_whichever_side_faces_it(self) -> None:
        for line, corner in (("AB", "A"), ("BC", "C"), ("CD", "C"), ("DA", "A")):
            pose = pose_from_line(STORE, line, WALL, (Offset(0, 2000), Offset(9000, 2000)), corner, 4000)
            ys = [pose.to_site(point).y for point in STORE.points]
            assert min(ys) == pytest.approx(2000)

    def test_on_the_other_side_of_a_boundary(self) -> None:
        pose = pose_from_line(STORE, "AB", WALL, (Offset(0, -2000), Offset(9000, -2000)), "A", 15_000)
        assert max(pose.to_site(point).y for point in STORE.points) == pytest.approx(-2000)

    def test_a_fence_runs_the_way_its_boundary_does(self) -> None:
        fence = run_of([Leg(6000), Leg(3000, 90)])
        pose = pose_from_line(fence, "AB", WALL, (Offset(0, 300), Offset(9000, 300)), "A", 1000)
        assert [at(pose.to_site(p)) for p in fence.points] == [(1000, 300), (7000, 300), (7000, 3300)]

    def test_two_offsets_at_one_place_give_no_direction(self) -> None:
        with pytest.raises(GeometryError, match="far apart") as refused:
            pose_from_line(STORE, "AB", WALL, (Offset(0, 3000), Offset(100, 3200)), "A", 5000)
        assert refused.value.code == "stations-too-close"

    def test_a_corner_off_the_measured_line_is_refused(self) -> None:
        with pytest.raises(GeometryError, match="Name A or B"):
            pose_from_line(STORE, "AB", WALL, (Offset(0, 3000), Offset(9000, 3000)), "C", 5000)

    def test_there_and_back_is_where_it_was(self) -> None:
        pose = pose_at_point(STORE, "B", Point(31, -17), "AB", 63)
        assert at(pose.to_plan(pose.to_site(Point(123, 456)))) == (123, 456)


class TestRoom:
    PLACED = Footprint(tuple(point + Point(5000, 3000) for point in STORE.points))

    def room(self, outline: Footprint, **how: object):  # type: ignore[no-untyped-def]
        return clearances(self.PLACED, [Neighbour("other", outline, **how)])[0]  # type: ignore[arg-type]

    def test_every_corner_to_a_boundary_and_what_is_missing(self) -> None:
        boundary = Footprint((Point(-50_000, 0), Point(50_000, 0)), closed=False)
        found = self.room(boundary, needed_mm=3500.0)

        assert found.corners == {"A": 3000, "B": 3000, "C": 11_000, "D": 11_000}
        assert found.lines == {"AB": 3000, "BC": 3000, "CD": 11_000, "DA": 3000}
        assert (found.least_mm, found.short_mm, found.is_clear) == (3000, 500, False)

    def test_a_corner_of_the_other_may_come_nearest_to_a_side(self) -> None:
        found = self.room(Footprint((Point(11_000, 2000), Point(11_500, 0), Point(10_500, 0))))
        assert (found.nearest, found.least_mm) == ("AB", 1000)

    def test_overlapping_is_told_unless_it_is_on_purpose(self) -> None:
        slab = Footprint(tuple(point + Point(16_000, 4000) for point in STORE.points))
        assert (self.room(slab).overlaps, self.room(slab).is_clear) == (True, False)
        assert self.room(slab, allowed=True).is_clear

    def test_a_slab_wholly_inside_overlaps_too(self) -> None:
        inner = Footprint((Point(6000, 4000), Point(7000, 4000), Point(7000, 5000)))
        assert self.room(inner).overlaps
        assert self.room(inner).least_mm == 0

    def test_a_boundary_all_round_holds_it(self) -> None:
        lot = Footprint((Point(0, 0), Point(30_000, 0), Point(30_000, 30_000), Point(0, 30_000)))
        assert self.room(lot, holds=True).is_clear
        outside = Footprint(tuple(point + Point(40_000, 0) for point in lot.points))
        assert self.room(outside, holds=True).overlaps

    @pytest.mark.trials
    def test_the_least_room_is_that_of_points_sampled_along_both(self) -> None:
        """An independent way: every centimetre of both outlines against each other."""
        other = Footprint((Point(-2000, 13_000), Point(4000, 12_500), Point(2000, 16_000)))

        def along(outline: Footprint) -> list[Point]:
            return [
                s.start_point + (s.end_point - s.start_point) * (i / 400) for s in outline.sides for i in range(401)
            ]

        least = min(math.hypot(p.x - q.x, p.y - q.y) for p in along(self.PLACED) for q in along(other))
        assert self.room(other).least_mm == pytest.approx(least, abs=20)
