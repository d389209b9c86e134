"""Peg tests, turning round, both ends together; reach."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from anvilhead.core.levels.instrument_check import ends_together, four_ways, turn_round, two_peg
from anvilhead.core.levels.level_instrument import CLASSES, LevelInstrument
from anvilhead.core.levels.reach import ReachKind, StringHung, reaches, temperature_rise
from anvilhead.core.units.errors import InputError

OPTICAL, LASER, LINE, WATER = (
    CLASSES[kind]
    for kind in (LevelInstrument.OPTICAL, LevelInstrument.LASER, LevelInstrument.LINE, LevelInstrument.WATER)
)


class TestTwoPeg:
    def test_by_hand(self) -> None:
        # midway 1.402 and 1.214: B is 188 mm higher.  From 2 m behind A (62 m to B): 1.506 and 1.330, 176 mm.
        # So the far sight reads 12 mm too much over the 60 m it is longer; at 30 m add -6 mm
        truth = two_peg((1402, 1214), (1506, 1330), 2000, 62_000, OPTICAL)
        assert (truth.error_mm, truth.over_mm) == (pytest.approx(12), 60_000)
        assert not truth.is_true
        assert truth.correction_mm(30_000) == pytest.approx(-6)

    def test_a_true_level_passes(self) -> None:
        assert two_peg((1402, 1214), (1506, 1318), 2000, 32_000, OPTICAL).is_true

    def test_pegs_too_near_show_nothing(self) -> None:
        with pytest.raises(InputError, match="too alike"):
            two_peg((1402, 1214), (1506, 1318), 10_000, 12_000, OPTICAL)

    @given(st.floats(-0.002, 0.002), st.floats(-2000, 2000), st.floats(500, 5000), st.floats(20_000, 90_000))
    def test_any_tilt_is_found_and_its_correction_levels_the_sight(
        self, tilt: float, rise: float, near: float, apart: float
    ) -> None:
        # an instrument at 1500 above peg A midway, 1300 near A; a tilted line of sight reads tilt·distance too much
        half = apart / 2
        middle = (1500 + tilt * half, 1500 - rise + tilt * half)
        at_a = (1300 + tilt * near, 1300 - rise + tilt * (apart + near))
        truth = two_peg(middle, at_a, near, near + apart, OPTICAL)
        assert truth.per_mm == pytest.approx(tilt, abs=1e-9)
        assert at_a[1] + truth.correction_mm(apart + near) == pytest.approx(1300 - rise, abs=1e-6)


class TestOthers:
    def test_a_rotating_laser_has_two_axes(self) -> None:
        # a quarter turn each: 1003, 1010, 997, 1000 at 30 m: 3 mm along the one axis, 5 mm along the other
        one, other = four_ways((1003, 1010, 997, 1000), 30_000, LASER)
        assert (one.error_mm, other.error_mm) == (3, 5)
        assert not other.is_true

    def test_three_readings_are_not_four(self) -> None:
        with pytest.raises(InputError, match="four times"):
            four_ways((1, 2, 3), 30_000, LASER)

    def test_half_the_difference_is_the_error_of_a_level_turned_round(self) -> None:
        truth = turn_round(612, 600, 6000, LINE)
        assert truth.error_mm == 6
        assert truth.is_true  # an eighth in ten feet is 6.25 mm in 6 m
        assert not turn_round(616, 600, 6000, LINE).is_true

    def test_ends_together_must_read_the_same(self) -> None:
        assert ends_together(900, 901, WATER).is_true
        shut = ends_together(900, 905, WATER)
        assert (shut.is_true, shut.correction_mm(10_000)) == (False, -5)


class TestReach:
    def test_a_line_level_spans_25_feet(self) -> None:
        found = reaches(LevelInstrument.LINE, [5000, 9000], LINE, 25.4)
        assert [(one.kind, one.amount_mm) for one in found] == [(ReachKind.SPAN, 9000)]

    def test_the_sag_of_a_line_level_by_hand(self) -> None:
        # 0.013 N/m at 44 N over 13.4 m: 6.6 mm; 15 g at mid-span: 0.147·13.4/(4·44) = 11.2 mm
        assert StringHung().sag_mm(13_400) == pytest.approx(6.63 + 11.2, abs=0.05)
        kinds = [one.kind for one in reaches(LevelInstrument.LINE, [13_400], LINE, 3.2)]
        assert kinds == [ReachKind.SPAN, ReachKind.SAG]

    def test_a_laser_has_a_radius(self) -> None:
        assert [one.kind for one in reaches(LevelInstrument.LASER, [160_000], LASER, 3.2)] == [ReachKind.RADIUS]

    def test_ten_degrees_over_a_metre_of_water_are_two_millimetres(self) -> None:
        warm = temperature_rise(1000, 10, WATER)
        assert warm is not None
        assert warm.amount_mm == pytest.approx(2)
        assert temperature_rise(1000, 5, WATER) is None
