"""What a slab takes: bars, mesh, joints, lifts, trucks; numbers worked by hand or by another way."""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from anvilhead.core.geometry.footprint import Footprint
from anvilhead.core.geometry.point import Point
from anvilhead.core.plan.strip import StripOn, strip_along
from anvilhead.core.pour.across import chords_across
from anvilhead.core.pour.bars import bars_one_way, chairs_under, pieces_of
from anvilhead.core.pour.concrete_order import order_for
from anvilhead.core.pour.control_joints import joint_plan
from anvilhead.core.pour.dowels import dowels_along
from anvilhead.core.pour.lifts import lifts_for
from anvilhead.core.pour.mesh import Sheet, mesh_along, mesh_for
from anvilhead.core.units.errors import GeometryError, InputError

EAST, NORTH = Point(1, 0), Point(0, 1)
PAD = [Point(0, 0), Point(9000, 0), Point(9000, 6000), Point(0, 6000)]
ELL = [Point(0, 0), Point(9000, 0), Point(9000, 3000), Point(4000, 3000), Point(4000, 6000), Point(0, 6000)]


def test_bars_of_a_rectangle() -> None:
    # 6000 less 2 x 75 = 5850, in spaces of at most 400: 15 of 390, 16 bars of 9000 - 150
    found = bars_one_way(PAD, EAST, 400, 75)
    assert (len(found.bars), found.spacing_mm) == (16, 390)
    assert {round(bar.length_mm, 6) for bar in found.bars} == {8850}
    assert [round(bar.start.y, 6) for bar in found.bars[:2]] == [75, 465]
    # the other way: 8850 / 400 = 22.1, so 23 spaces and 24 bars
    assert len(bars_one_way(PAD, NORTH, 400, 75).bars) == 24


def test_bars_of_an_ell_are_shorter_where_it_is_narrow() -> None:
    found = bars_one_way(ELL, EAST, 500, 0)
    lengths = [round(bar.length_mm) for bar in found.bars]
    assert lengths == [9000] * 7 + [4000] * 6  # at 0, 500 ... 3000, where the narrow part begins, then to 6000


def test_a_bar_keeps_its_cover_from_a_face_it_runs_along() -> None:
    # 5850 in 57 spaces: the 29th bar, at 2948.7, would run 51 beside the face at 3000; it stops where the narrow
    # part begins
    found = bars_one_way(ELL, EAST, 103, 75)
    beside = [bar for bar in found.bars if 2925 < bar.start.y < 3000]
    assert [round(bar.start.y, 1) for bar in beside] == [2948.7]
    assert {round(bar.end.x) for bar in beside} == {3925}


def test_bars_keep_their_cover_from_a_slanting_face() -> None:
    # the right face leans at 45 degrees: along a bar the cover counts by its root of two
    wedge = [Point(0, 0), Point(4000, 0), Point(0, 4000)]
    bar = bars_one_way(wedge, EAST, 1000, 100).bars[0]
    assert bar.start.x == pytest.approx(100)
    assert bar.end.x == pytest.approx(4000 - 100 - 100 * math.sqrt(2), abs=0.02)


def test_a_cover_that_leaves_nothing_is_refused() -> None:
    with pytest.raises(GeometryError, match="leaves no room"):
        bars_one_way(PAD, EAST, 400, 3001)


def test_a_long_bar_is_pieced_with_laps() -> None:
    # 6100 and 6100 with 600 of lap reach 11600; 12000 takes a third piece of 12000 - 2 x 5500 = 1000
    assert pieces_of(6100, 6100, 600) == [6100]
    assert pieces_of(11600, 6100, 600) == [6100, 6100]
    assert pieces_of(12000, 6100, 600) == [6100, 6100, 1000]
    with pytest.raises(InputError, match="lap that the drawings"):
        pieces_of(6101, 6100, None)
    with pytest.raises(InputError, match="longer stock"):
        pieces_of(7000, 6100, 6100)


@given(
    length=st.floats(100, 60_000),
    stock=st.floats(1500, 12_000),
    lap=st.floats(0, 700),
)
def test_pieces_always_reach_and_none_is_longer_than_stock(length: float, stock: float, lap: float) -> None:
    pieces = pieces_of(length, stock, lap)
    assert max(pieces) <= stock + 1e-6
    assert len(pieces) == 1 or min(pieces) > lap
    assert sum(pieces) - lap * (len(pieces) - 1) == pytest.approx(length)
    # no piece fewer would do
    assert (len(pieces) - 1) * stock - lap * max(0, len(pieces) - 2) < length + 1e-6


def test_chairs_stand_no_wider_apart_than_asked() -> None:
    # 5850 across in spaces of 900: 7, so 8 lines; 8850 along in spaces of 900: 10, so 11 on each
    assert chairs_under(PAD, EAST, 900, 75) == 88


def test_mesh_in_rows_that_lap() -> None:
    # sheets 3000 x 1500 lapping 150: rows every 1350, (6000 - 150) / 1350 = 4.3, so 5 rows;
    # along 9000: (9000 - 150) / 2850 = 3.1, so 3 whole and a piece of 9000 - 3 x 2850 = 450; six fit a sheet, five are
    # wanted
    found = mesh_along(PAD, EAST, Sheet(3000, 1500, 150), 0)
    assert (found.rows, found.whole, found.sheets) == (5, 15, 16)
    assert found.cut == pytest.approx((450,) * 5)
    assert found.last_wide_mm == pytest.approx(6000 - 4 * 1350)
    # the other way round: rows (9000 - 150) / 1350 = 6.6, 7; along (6000 - 150) / 2850 = 2.05: 2 whole and 300
    turned = mesh_along(PAD, NORTH, Sheet(3000, 1500, 150), 0)
    assert (turned.rows, turned.whole, turned.sheets) == (7, 14, 15)
    assert mesh_for(PAD, EAST, Sheet(3000, 1500, 150), 0).ahead == NORTH


def test_mesh_of_an_ell_leaves_the_part_out_that_is_not_there() -> None:
    # three rows over 9000 and three over 4000
    found = mesh_along(ELL, EAST, Sheet(1000, 1000, 0), 0)
    assert found.sheets == 3 * 9 + 3 * 4


def test_sheets_that_lap_by_their_width_are_refused() -> None:
    with pytest.raises(InputError, match="lap is as wide"):
        mesh_along(PAD, EAST, Sheet(3000, 1500, 1500), 0)


def test_dowels_at_equal_spaces() -> None:
    # 3000 less 2 x 150 = 2700 in spaces of at most 600: 5 of 540, 6 dowels
    assert dowels_along(3000, 600, 150) == pytest.approx([150, 690, 1230, 1770, 2310, 2850])
    assert dowels_along(200, 600, 150) == [100]


def test_joints_of_a_rectangle() -> None:
    # 100 thick, 30 times: 3000; 9000 by 6000 falls into 3 x 2 squares: two joints across and one along
    found = joint_plan(PAD, EAST, 3000, 1.5)
    assert (found.panels, found.longest_mm, found.shortest_mm, found.aspect) == (6, 3000, 3000, 1)
    assert sorted(round(joint.length_mm) for joint in found.joints) == [6000, 6000, 9000]


def test_a_joint_begins_at_every_inner_corner() -> None:
    found = joint_plan(ELL, EAST, 100_000, 10)
    assert {(round(j.start.x), round(j.start.y), round(j.end.x), round(j.end.y)) for j in found.joints} == {
        (0, 3000, 4000, 3000),
        (4000, 0, 4000, 3000),
    }
    assert found.panels == 3


def test_a_narrow_slab_is_halved_until_its_panels_are_square_enough() -> None:
    path = [Point(0, 0), Point(9000, 0), Point(9000, 1200), Point(0, 1200)]
    found = joint_plan(path, EAST, 9000, 1.5)
    assert found.aspect <= 1.5
    assert found.panels == 8  # 9000 halved three times: 1125 by 1200


@given(
    wide=st.floats(1000, 40_000),
    deep=st.floats(1000, 40_000),
    most=st.floats(900, 6000),
)
def test_panels_of_a_rectangle_add_up_and_keep_to_the_rule(wide: float, deep: float, most: float) -> None:
    slab = [Point(0, 0), Point(wide, 0), Point(wide, deep), Point(0, deep)]
    found = joint_plan(slab, EAST, most, 1.5)
    assert found.longest_mm <= most + 1e-6
    along = {round(joint.start.y, 3) for joint in found.joints if abs(joint.start.y - joint.end.y) < 0.1}
    across = {round(joint.start.x, 3) for joint in found.joints if abs(joint.start.x - joint.end.x) < 0.1}
    assert found.panels == (len(along) + 1) * (len(across) + 1)
    assert found.panels * found.shortest_mm**2 <= wide * deep + 1
    assert found.aspect < 2.001


@given(at=st.floats(1, 5999), turn=st.floats(0, 3.14))
def test_stretches_across_an_outline_lie_inside_it(at: float, turn: float) -> None:
    ahead = Point(math.cos(turn), math.sin(turn))
    shape = Footprint(tuple(ELL))
    for chord in chords_across(ELL, Point(2000, at), ahead):
        for share in (0.01, 0.5, 0.99):
            assert shape.contains(chord.start + (chord.end - chord.start) * share)


def test_a_base_in_lifts() -> None:
    # 250 in lifts of at most 100: 3 of 83.3; loose 83.3 / 0.8; 54 m2 x 0.25 = 13.5 m3 compacted, 16.875 loose
    found = lifts_for(250, 100, 54e6, 0.2, 4)
    assert (found.count, found.passes) == (3, 12)
    assert found.each_mm == pytest.approx(83.3333, abs=1e-3)
    assert found.loose_mm == pytest.approx(104.1667, abs=1e-3)
    assert (found.volume_mm3 / 1e9, found.loose_mm3 / 1e9) == pytest.approx((13.5, 16.875))


def test_an_order_of_concrete() -> None:
    # 15.3 m3 with 5 % waste is 16.065: two trucks of 7 and a part load of 2.065; at 6 an hour 2.68 h
    found = order_for(15.3e9, 0.05, 7e9, 6e9)
    assert found.trucks == 3
    assert found.part_mm3 / 1e9 == pytest.approx(2.065)
    assert found.hours == pytest.approx(2.6775)
    full = order_for(14e9, 0, 7e9, None)
    assert (full.trucks, full.part_mm3, full.hours) == (2, 0, None)
    assert order_for(1e6, 0, 7e9, None).trucks == 1


def test_a_strip_is_mitred_at_its_corners() -> None:
    # 10 m east, then 4 m north, 1 m wide on the centre: the inner face is half a metre shorter on each leg, the outer
    # longer; the area is the width times the run whatever the turn
    run = Footprint((Point(0, 0), Point(10_000, 0), Point(10_000, 4000)), closed=False)
    strip = strip_along(run, 1000, StripOn.CENTRE)
    assert [round(side.length_mm) for side in strip.left.sides] == [9500, 3500]
    assert [round(side.length_mm) for side in strip.right.sides] == [10_500, 4500]
    assert strip.area_mm2 == pytest.approx(14e6)
    # with the run on its left face the whole width lies to the right, outside the turn
    right = strip_along(run, 1000, StripOn.LEFT)
    assert [round(side.length_mm) for side in right.right.sides] == [11_000, 5000]


def test_a_strip_too_wide_to_turn_is_refused() -> None:
    run = Footprint((Point(0, 0), Point(3000, 0), Point(3000, 300), Point(0, 300)), closed=False)
    with pytest.raises(GeometryError, match="narrower"):
        strip_along(run, 800, StripOn.CENTRE)
