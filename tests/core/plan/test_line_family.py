"""Families: lines beside walls, their corners at any angle, and walls that vanish."""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from anvilhead.core.geometry.footprint import Footprint, rectangle
from anvilhead.core.geometry.point import Point
from anvilhead.core.geometry.walk import Leg, run_of, walk
from anvilhead.core.plan.line_family import LineFamily, WallSection, families_of_section, outline_of
from anvilhead.core.units.errors import GeometryError
from tests.strategies import star_footprints

STORE = rectangle(12000, 8000)
ELL = walk([Leg(9000), Leg(3600, 90), Leg(3000, 90), Leg(2400, -90), Leg(6000, 90), Leg(6000, 90)]).footprint(0)


def at(point: Point) -> tuple[float, float]:
    return round(point.x, 6), round(point.y, 6)


class TestCorners:
    def test_a_rectangle_grows_by_the_projection_on_each_side(self) -> None:
        outer = outline_of(STORE, LineFamily("footing outer edge", 150))

        assert [at(p) for p in outer.corners.values()] == [(-150, -150), (12150, -150), (12150, 8150), (-150, 8150)]
        assert outer.overall_mm(Point(1, 0)) == (12300, 8300)

    def test_sides_may_differ(self) -> None:
        outer = outline_of(STORE, LineFamily("dig edge", 600, {"BC": 900, "DA": 0}))
        assert [at(p) for p in outer.corners.values()] == [(0, -600), (12900, -600), (12900, 8600), (0, 8600)]

    def test_a_reflex_corner_moves_into_the_notch(self) -> None:
        """At D the walls CD and DE face the notch: outward is up and right there."""
        outer = outline_of(ELL, LineFamily("footing", 150))
        assert at(outer.corners["D"]) == (6150, 3750)

    def test_walked_clockwise_outward_is_still_outward(self) -> None:
        clockwise = Footprint((Point(0, 0), Point(0, 8000), Point(12000, 8000), Point(12000, 0)))
        outer = outline_of(clockwise, LineFamily("footing", 150))
        assert at(outer.corners["A"]) == (-150, -150)

    @pytest.mark.parametrize("inside_deg", [20, 60, 135, 170])
    def test_at_any_angle_the_corner_lies_offset_over_sine_of_half_of_it_away(self, inside_deg: float) -> None:
        half = math.radians(inside_deg / 2)
        reach = 10_000
        points = (
            Point(0, 0),
            Point(reach * math.cos(-half), reach * math.sin(-half)),
            Point(reach * math.cos(half), reach * math.sin(half)),
        )
        outer = outline_of(Footprint(points), LineFamily("footing", 100))
        assert outer.corners["A"].distance_to(points[0]) == pytest.approx(100 / math.sin(half))

    def test_an_acute_corner_far_away_is_told(self) -> None:
        thin = Footprint((Point(0, 0), Point(10_000, -1000), Point(10_000, 1000)))
        outer = outline_of(thin, LineFamily("footing", 100))

        assert outer.far == (("A", pytest.approx(100 / math.sin(math.atan(0.1)))),)

    def test_on_a_straight_wall_the_corner_is_square_off_it(self) -> None:
        straight = Footprint((Point(0, 0), Point(5000, 0), Point(12000, 0), Point(12000, 8000), Point(0, 8000)))
        assert at(outline_of(straight, LineFamily("footing", 150)).corners["B"]) == (5000, -150)
        jogged = outline_of(straight, LineFamily("footing", 150, {"BC": 250}))
        assert at(jogged.corners["B"]) == (5000, -200)

    @given(star_footprints(), st.floats(1, 30))
    def test_every_line_of_a_family_is_its_offset_from_its_wall(self, footprint: Footprint, offset_mm: float) -> None:
        outer = outline_of(footprint, LineFamily("form", offset_mm))
        for side in outer.sides:
            wall = footprint.sides_by_name[side.name]
            for end in (side.start_point, side.end_point):
                away = (end - wall.start_point).dot(footprint.inward(wall)) * -1
                assert away == pytest.approx(offset_mm, abs=1e-6)

    @given(star_footprints(), st.floats(1, 30))
    def test_area_between_follows_the_sides_and_the_corners(self, footprint: Footprint, offset_mm: float) -> None:
        """Steiner with mitres: area grows by offset·perimeter + offset²·sum of tan(turn / 2)."""
        outer = outline_of(footprint, LineFamily("form", offset_mm))
        if outer.vanished:
            return
        corners = sum(math.tan(turn / 2) for turn in footprint.turns_rad.values())
        grown = footprint.area_mm2 + offset_mm * footprint.perimeter_mm + offset_mm**2 * corners
        assert Footprint(tuple(outer.corners.values())).area_mm2 == pytest.approx(grown, rel=1e-9)


class TestVanishing:
    NOTCHED = walk(
        [
            Leg(9000),
            Leg(6000, 90),
            Leg(4000, 90),
            Leg(300, 90),
            Leg(1000, -90),
            Leg(300, -90),
            Leg(4000, 90),
            Leg(6000, 90),
        ]
    ).footprint(0)

    def test_a_narrow_notch_closes_outward(self) -> None:
        """The notch is 1000 wide and 300 deep: at 600 outward its sides have passed each other."""
        outer = outline_of(self.NOTCHED, LineFamily("dig edge", 600))

        assert sorted(outer.vanished) == ["DE", "EF", "FG"]
        assert [side.name for side in outer.sides] == ["AB", "BC", "CD", "GH", "HA"]
        assert {at(outer.corners[name]) for name in "DEFG"} == {(4500, 6600)}
        assert outer.overall_mm(Point(1, 0)) == (10_200, 7_200)

    def test_a_clipped_corner_vanishes_inward(self) -> None:
        """Clipped by 500 both ways: the clip, 707 long, loses 2·tan 22.5° of the offset and is gone at 853.6 inward."""
        clipped = walk([Leg(5000), Leg(3500, 90), Leg(None, 45), Leg(4500, 45), Leg(None, 90)]).footprint(1)
        gone_at = 500 * math.sqrt(2) / (2 * math.tan(math.radians(22.5)))

        just = outline_of(clipped, LineFamily("inner", -gone_at + 1))
        beyond = outline_of(clipped, LineFamily("inner", -gone_at - 1))

        assert just.vanished == ()
        assert beyond.vanished == ("CD",)
        assert (
            at(beyond.corners["C"])
            == at(beyond.corners["D"])
            == (round(5000 - gone_at - 1, 6), round(4000 - gone_at - 1, 6))
        )

    def test_nothing_left_is_refused(self) -> None:
        with pytest.raises(GeometryError, match="Nothing is left of wall inner face") as refused:
            outline_of(STORE, LineFamily("wall inner face", -4001))
        assert refused.value.code == "nothing-left"

    def test_a_court_too_narrow_for_the_offset_is_gone(self) -> None:
        court = walk(
            [
                Leg(9000),
                Leg(6000, 90),
                Leg(4000, 90),
                Leg(4000, 90),
                Leg(1000, -90),
                Leg(4000, -90),
                Leg(4000, 90),
                Leg(6000, 90),
            ]
        ).footprint(0)
        assert outline_of(court, LineFamily("dig edge", 400)).clash is None
        assert sorted(outline_of(court, LineFamily("dig edge", 600)).vanished) == ["DE", "EF", "FG"]

    def test_lines_that_run_into_each_other_are_told(self) -> None:
        """A court like a bottle, its mouth 400 wide: no wall vanishes, yet its lines pass each other."""
        bottle = Footprint(
            (Point(0, 0), Point(9000, 0), Point(9000, 6000), Point(5000, 6000), Point(5000, 5600), Point(8000, 3000),
             Point(1000, 3000), Point(4600, 5600), Point(4600, 6000), Point(0, 6000))
        )  # fmt: skip
        assert outline_of(bottle, LineFamily("dig edge", 190)).clash is None
        assert outline_of(bottle, LineFamily("dig edge", 210)).clash == ("CD", "HI")


class TestOpenLines:
    def test_beside_a_fence_outward_is_the_right_of_the_way_walked(self) -> None:
        fence = run_of([Leg(12000), Leg(6000, 90)])
        beside = outline_of(fence, LineFamily("offset line", 500))
        assert [at(p) for p in beside.corners.values()] == [(0, -500), (12500, -500), (12500, 6000)]


class TestSections:
    def test_a_wall_in_the_middle_of_its_footing(self) -> None:
        offsets = WallSection(wall_mm=200, footing_mm=500, dig_mm=600).offsets()
        assert offsets == {
            "dig outer edge": 750,
            "footing outer edge": 150,
            "wall inner face": -200,
            "footing inner edge": -350,
            "dig inner edge": -950,
        }

    def test_a_wall_at_a_stated_projection_and_a_plate_set_in_by_its_sheathing(self) -> None:
        offsets = WallSection(wall_mm=200, footing_mm=600, projection_mm=100, sheathing_mm=12).offsets()
        assert (offsets["footing outer edge"], offsets["footing inner edge"]) == (100, -500)
        assert offsets["plate line"] == -12

    @pytest.mark.parametrize("projection", [-50, 450])
    def test_a_footing_that_misses_its_wall_is_refused(self, projection: float) -> None:
        with pytest.raises(GeometryError, match="stand wholly on its footing"):
            WallSection(wall_mm=200, footing_mm=600, projection_mm=projection).offsets()

    def test_sides_with_another_section_have_its_offsets(self) -> None:
        base, heavy = WallSection(200, 500), WallSection(200, 900)
        outer = next(f for f in families_of_section(base, {"BC": heavy}) if f.name == "footing outer edge")
        assert (outer.offset_of("AB"), outer.offset_of("BC")) == (150, 350)


@pytest.mark.parametrize(
    "points",
    [
        ((0, 0), (-500, 4267), (-9127, 169), (-13008, -701), (-9702, -5119), (-8432, -4142), (-2330, -2353)),
        ((-735.6, -2768.6), (8144.4, 933.5), (5768.7, 4634.2), (4329.1, 3709.7), (336.2, 736.3), (863.9, 5485.4),
         (-8897.2, 3403.9), (-4820.8, 165.3)),
    ],
)  # fmt: skip
def test_where_the_offset_is_more_than_the_footprint_holds_nothing_is_left(
    points: tuple[tuple[float, float], ...],
) -> None:
    """A polygon offset by another program leaves nothing of these at 2,772 and 3,327 mm inward."""
    shape = Footprint(tuple(Point(x, y) for x, y in points))
    with pytest.raises(GeometryError, match="Nothing is left"):
        outline_of(shape, LineFamily("dig inner edge", -2772 if len(points) == 7 else -3327))
