"""Levels that are simulated: spread as their class claims, and the trade's own tests find what is wrong with them."""

import math
from random import Random
from statistics import fmean, pstdev

import numpy as np
import pytest

from anvilhead.core.boards.string_sag import HungLine
from anvilhead.core.levels.instrument_check import four_ways, turn_round, two_peg
from anvilhead.core.levels.level_instrument import CLASSES, LevelClass, LevelInstrument
from anvilhead.core.levels.reach import LINE_LEVEL_N
from anvilhead.core.levels.rod import upright_mm
from anvilhead.core.units.units import SIXTEENTH_MM
from anvilhead.core.world.level_stand_ins import Beep, Hose, LevelStandIn, RodStandIn, bubble_mm

MANY = 10_000
QUARTER = math.pi / 2


def made(kind: LevelInstrument, seed: int = 1, mark_mm: float = 0.0) -> LevelStandIn:
    return LevelStandIn(kind, CLASSES[kind], Random(f"{kind} {seed}"), mark_mm)


@pytest.mark.parametrize("kind", list(LevelInstrument))
@pytest.mark.parametrize("sight_mm", [0.0, 3000.0, 30_000.0])
def test_instruments_of_a_class_are_off_as_it_claims(kind: LevelInstrument, sight_mm: float) -> None:
    """Ten thousand of a kind, each its own, looking anywhere, read once: unbiased, half the ± for a deviation."""
    noise = Random(f"{kind} {sight_mm}")
    errors = [
        LevelStandIn(kind, CLASSES[kind], noise).read(1200.0, sight_mm, noise.uniform(0, 2 * math.pi)) - 1200.0
        for _ in range(MANY)
    ]
    sigma = CLASSES[kind].sight_mm(sight_mm) / 2
    assert abs(fmean(errors)) < 4 * sigma / math.sqrt(MANY)
    assert pstdev(errors) == pytest.approx(sigma, rel=0.03)
    assert sum(abs(error) <= 2 * sigma for error in errors) / MANY == pytest.approx(0.954, abs=0.01)


def test_rounding_to_a_mark_is_part_of_the_claim() -> None:
    """A hose read to a sixteenth: its ± is a sixteenth, and the rounding is in it."""
    hose = made(LevelInstrument.WATER, mark_mm=SIXTEENTH_MM)
    readings = [hose.read(1000.0 + shift / 10, 0.0) - (1000.0 + shift / 10) for shift in range(MANY)]
    assert pstdev(readings) == pytest.approx(SIXTEENTH_MM / 2, rel=0.03)


def test_one_instrument_keeps_its_own_error() -> None:
    level = made(LevelInstrument.OPTICAL)
    far = fmean(level.read(1000.0, 60_000.0) for _ in range(2000)) - 1000.0
    assert far == pytest.approx(level.along * 60_000.0, abs=0.05)


class TestTheTradesOwnTests:
    """Peg test, quarter turns, turning round: on instruments without noise of the eye they find the error itself."""

    @staticmethod
    def quiet(kind: LevelInstrument, seed: int) -> LevelStandIn:
        level = made(kind, seed)
        level.grade = type(level.grade)(0.0, level.grade.per_mm, level.grade.reach_mm)
        return level

    def test_two_pegs_show_a_collimation(self) -> None:
        level = self.quiet(LevelInstrument.OPTICAL, 3)
        a, b = 1000.0, 1400.0
        middle = (level.read(a, 15_000), level.read(b, 15_000))
        near = (level.read(a + 200, 3_000), level.read(b + 200, 33_000))
        found = two_peg(middle, near, 3_000, 33_000, CLASSES[LevelInstrument.OPTICAL])
        assert found.per_mm == pytest.approx(level.along)

    def test_quarter_turns_show_a_lasers_tilt_and_not_its_cone(self) -> None:
        laser = self.quiet(LevelInstrument.LASER, 4)
        turns = [laser.read(1500.0, 30_000, turn * QUARTER) for turn in range(4)]
        one, other = four_ways(turns, 30_000, CLASSES[LevelInstrument.LASER])
        assert one.per_mm == pytest.approx(laser.along)
        assert other.per_mm == pytest.approx(laser.across)
        assert fmean(turns) - 1500.0 == pytest.approx(laser.cone * 30_000)

    @pytest.mark.parametrize("kind", [LevelInstrument.LINE, LevelInstrument.SPIRIT])
    def test_turning_round_shows_a_vial(self, kind: LevelInstrument) -> None:
        level = self.quiet(kind, 5)
        found = turn_round(level.read(800.0, 3000), level.turned().read(800.0, 3000), 3000, CLASSES[kind])
        assert found.error_mm == pytest.approx(level.along * 3000)

    def test_a_level_turned_round_hangs_no_better_than_before(self) -> None:
        level = self.quiet(LevelInstrument.LINE, 6)
        level.hung_off = 0.03
        spreads = [pstdev(one.read(800.0, 6000) for _ in range(2000)) for one in (level, level.turned())]
        assert spreads[0] > 0.1
        assert spreads[1] == pytest.approx(spreads[0], rel=0.1)


class TestReceiver:
    def test_it_says_which_way(self) -> None:
        laser = made(LevelInstrument.LASER)
        band = CLASSES[LevelInstrument.LASER].reading_mm
        assert [laser.beep(mm) for mm in (0, band, -band, band + 0.1, -band - 0.1, 500)] == [
            Beep.ON, Beep.ON, Beep.ON, Beep.LOW, Beep.HIGH, Beep.LOST,
        ]  # fmt: skip


class TestHose:
    @pytest.mark.parametrize(("length", "bore"), [(15_000.0, 8.0), (30_000.0, 6.0), (15_000.0, 1.0)])
    def test_it_swings_as_the_equation_has_it(self, length: float, bore: float) -> None:
        """x'' = -(8 nu / r^2) x' - (2 g / L) x, stepped through by a fourth-order rule."""
        hose, x, step = Hose(length, bore), np.array([40.0, 0.0]), 0.002
        friction, spring = 8.0 / (bore / 2) ** 2, 2 * 9806.65 / length

        def slope(at: np.ndarray) -> np.ndarray:
            return np.array([at[1], -friction * at[1] - spring * at[0]])

        for number in range(1, 3001):
            a = slope(x)
            b = slope(x + step / 2 * a)
            c = slope(x + step / 2 * b)
            d = slope(x + step * c)
            x = x + step / 6 * (a + 2 * b + 2 * c + d)
            if number % 500 == 0:
                assert hose.off_mm(40.0, number * step) == pytest.approx(x[0], abs=1e-4)

    def test_after_it_settled_nothing_shows_but_the_bubble(self) -> None:
        hose = Hose(15_000.0, bubble_mm=9.0)
        waited = hose.settled_s(40.0, 0.4)
        assert 10 < waited < 40
        assert all(abs(hose.off_mm(40.0, waited + more) - 9.0) < 0.45 for more in np.arange(0, 20, 0.1))
        assert hose.settled_s(0.1, 0.4) == 0


def test_a_leg_in_the_sun_stands_as_much_higher_as_its_water_grows() -> None:
    """1.5 m of water, ten degrees warmer: two ten-thousandths a degree, three millimetres."""
    assert Hose(15_000.0, warmer_c=10.0, leg_mm=1500.0).rest_mm == pytest.approx(3.0)
    assert Hose(15_000.0, bubble_mm=9.0, warmer_c=-5.0, leg_mm=1500.0).rest_mm == pytest.approx(7.5)


def test_a_line_level_off_the_middle_leans_either_way_and_by_the_slope_of_its_string() -> None:
    """A string of 0.013 N/m pulled with 44 N sags by w L² / 8 P; so far off its middle it slopes by w x / P."""
    grade, span = LevelClass(1e-6, 0.0, 10_000.0), 8000.0
    off = []
    for seed in range(4000):
        level = LevelStandIn(LevelInstrument.LINE, grade, Random(seed), hung_off=0.05)
        off.append(level.read(1000.0, span) - 1000.0)
    alone = HungLine(span, hung_n=LINE_LEVEL_N, hung_at_mm=span * 0.55).slope * span  # one standard deviation off
    assert fmean(off) == pytest.approx(0.0, abs=4 * abs(alone) / math.sqrt(4000))
    assert pstdev(off) == pytest.approx(abs(alone), rel=0.04)
    still = LevelStandIn(LevelInstrument.LINE, grade, Random(1))
    assert still.read(1000.0, span) == pytest.approx(1000.0, abs=1e-4)


def test_a_laser_drifts_with_the_hours_it_stands() -> None:
    grade = LevelClass(1e-6, 1e-4, 100_000.0)
    lasers = [LevelStandIn(LevelInstrument.LASER, grade, Random(seed), drifts=0.2) for seed in range(4000)]
    gone = [one.read(0.0, 30_000.0, 0.0, 3.0) - one.read(0.0, 30_000.0, 0.0) for one in lasers]
    assert pstdev(gone) == pytest.approx(0.2 * 1e-4 * 3 * 30_000, rel=0.04)
    assert fmean(gone) == pytest.approx(0.0, abs=0.12)


def test_a_rod_reads_its_slant_and_its_foot() -> None:
    assert RodStandIn(foot_mm=3.0).shows_mm(1500.0, Random(1)) == 1503.0
    shown = [RodStandIn(leans_rad=0.02).shows_mm(1500.0, Random(seed)) for seed in range(4000)]
    assert min(shown) >= 1500.0
    # the mean of 1/cos is 1 + s²/2
    assert fmean(shown) == pytest.approx(1500.0 * (1 + 0.02**2 / 2), abs=0.03)
    lean = math.sqrt(shown[0] ** 2 - 1500.0**2)
    assert upright_mm(shown[0], lean) == pytest.approx(1500.0)


def test_a_bubble_goes_up_with_the_slope() -> None:
    assert bubble_mm(1 / 1000, 2000.0) == 2.0
    assert bubble_mm(-1 / 1000, 2000.0) == -2.0
