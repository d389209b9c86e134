"""Footing bottoms: by hand, and against trying every way on short lines."""

import itertools
import random

import pytest

from anvilhead.core.geometry.along import HeightsAlong
from anvilhead.core.ground.footing_bottom import (
    BottomRule,
    Governs,
    SoilAlong,
    _depths,
    footing_bottoms,
)
from anvilhead.core.units.errors import GeometryError

FOOT = 304.8


def line(sound: list[tuple[float, float]], length: float = 40 * FOOT, grade: float = 0.0) -> SoilAlong:
    known = tuple((at * FOOT, mm * FOOT) for at, mm in sound)
    return SoilAlong(length, False, HeightsAlong(((0.0, grade),)), HeightsAlong(known) if known else None)


def rule(frost: float | None = 3, penetration: float = 0.5) -> BottomRule:
    return BottomRule(frost and frost * FOOT, penetration * FOOT, 8 * 25.4, 4 * FOOT, 16 * 25.4)


def test_level_ground_and_no_test_holes_is_one_level_under_the_frost() -> None:
    """3 ft under grade: 36 inches is four and a half blocks of 8, so five: 40 inches down."""
    (only,) = footing_bottoms(line([]), rule())
    assert (only.bottom_mm, only.needed_mm) == (pytest.approx(-1016), pytest.approx(-914.4))
    assert only.governs is Governs.FROST


def test_sound_soil_that_drops_steps_the_bottom_down_in_blocks_with_laps() -> None:
    """Sound soil from −2 ft at the start to −6 ft at 40 ft, half a foot in: 3 ft at 5 ft, 6.5 ft at the end."""
    found = footing_bottoms(line([(0, -2), (40, -6)]), rule())
    assert found[0].bottom_mm == pytest.approx(-5 * 203.2)
    assert found[-1].bottom_mm == pytest.approx(-10 * 203.2)  # 6.5 ft is 9.75 blocks
    for one, other in itertools.pairwise(found):
        drop = one.bottom_mm - other.bottom_mm
        assert drop / 203.2 == pytest.approx(round(drop / 203.2))
        assert 0 < drop <= 406.4 + 1e-6
    assert all(one.end_mm - one.start_mm >= 4 * FOOT - 1e-6 for one in found)
    soil = line([(0, -2), (40, -6)])
    for one in found:
        for k in range(21):
            at = one.start_mm + (one.end_mm - one.start_mm) * k / 20
            assert one.bottom_mm <= min(-914.4, soil.sound.at(at) - 152.4) + 1e-6  # type: ignore[union-attr]


def test_a_soft_spot_on_a_loop_is_stepped_down_to_and_up_from() -> None:
    """One hole at 50 of 100 ft finds sound soil 3 ft deeper: down in steps to it and up again."""
    around = 100 * FOOT
    sound = HeightsAlong(tuple((at * FOOT, mm * FOOT) for at, mm in ((0, -2), (40, -2), (50, -5), (60, -2))), around)
    soil = SoilAlong(around, True, HeightsAlong(((0.0, 0.0),), around), sound)
    found = footing_bottoms(soil, rule())
    assert sum(one.end_mm - one.start_mm for one in found) == pytest.approx(around)
    deepest = min(found, key=lambda one: one.bottom_mm)
    assert deepest.bottom_mm == pytest.approx(-9 * 203.2)  # 5.5 ft is 8.25 blocks
    assert deepest.start_mm <= 50 * FOOT <= deepest.end_mm
    heights = [round(one.bottom_mm, 3) for one in found]
    at = heights.index(min(heights))
    turned = heights[at:] + heights[:at]
    top = turned.index(max(turned))
    assert max(turned) == pytest.approx(-5 * 203.2)
    assert turned[: top + 1] == sorted(turned[: top + 1])
    assert turned[top:] == sorted(turned[top:], reverse=True)
    assert all(abs(a - b) <= 406.4 + 1e-3 for a, b in itertools.pairwise([*turned, turned[0]]))


def test_lower_grade_that_nothing_covers_goes_deeper() -> None:
    grade = HeightsAlong(((0.0, 0.0), (20 * FOOT, 0.0), (22 * FOOT, -2 * FOOT), (40 * FOOT, -2 * FOOT)))
    found = footing_bottoms(SoilAlong(40 * FOOT, False, grade, None), rule())
    assert (found[0].bottom_mm, found[-1].bottom_mm) == (pytest.approx(-1016), pytest.approx(-8 * 203.2))


def test_what_says_nothing_is_told() -> None:
    with pytest.raises(GeometryError, match="Neither a frost depth nor sound soil"):
        footing_bottoms(line([]), rule(frost=None))
    with pytest.raises(GeometryError, match="too small"):
        footing_bottoms(line([(0, 0), (40, -40)]), BottomRule(None, 0, 10, 4 * FOOT, 100))


@pytest.mark.trials
@pytest.mark.parametrize("is_closed", [False, True])
def test_no_way_that_laps_and_rises_allow_digs_less(is_closed: bool) -> None:
    """Every way of six to eight cells and up to four levels is tried."""
    rng = random.Random(3)
    for _ in range(150):
        count, lap, rise = rng.randint(6, 8), rng.randint(1, 3), rng.randint(1, 2)
        least = [rng.randint(0, 3) for _ in range(count)]
        if is_closed:
            deepest = least.index(max(least))
            least = least[deepest:] + least[:deepest]
        found = _depths(least, lap, rise, is_closed=is_closed)
        assert allowed(found, least, lap, rise, is_closed)
        best = min(
            sum(way)
            for way in itertools.product(range(max(least) + 1), repeat=count)
            if allowed(list(way), least, lap, rise, is_closed)
        )
        assert sum(found) == best


def allowed(way: list[int], least: list[int], lap: int, rise: int, is_closed: bool) -> bool:
    if any(k < asked for k, asked in zip(way, least, strict=True)) or (is_closed and way[0] != max(least)):
        return False
    runs = [(k, len(list(group))) for k, group in itertools.groupby(way)]
    if is_closed and len(runs) > 1 and runs[0][0] == runs[-1][0]:
        runs = [(runs[0][0], runs[0][1] + runs[-1][1]), *runs[1:-1]]
    if len(runs) == 1:
        return True
    if any(size < lap for _, size in runs):
        return False
    pairs = list(itertools.pairwise([k for k, _ in runs]))
    if is_closed:
        pairs.append((runs[-1][0], runs[0][0]))
    return all(abs(a - b) <= rise for a, b in pairs)
