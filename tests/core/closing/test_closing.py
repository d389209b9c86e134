"""Whether runs close well enough, and which reading slipped."""

import math
import random
from dataclasses import replace

import pytest

from anvilhead.core.closing.closed_book import LevelBook, keep_book
from anvilhead.core.closing.closing import Closing, DistributeRule, LevelSuspect, Trust, closings, trust_of
from anvilhead.core.closing.sights import Sights
from anvilhead.core.levels.level_book import LevelSetup, LevelShot, Spot
from anvilhead.core.levels.level_instrument import CLASSES, LevelInstrument
from anvilhead.core.measure.misreading import Misreading, digit_slips
from anvilhead.core.units.units import Units

SIXTEENTH = 25.4 / 16


def kept(
    setups: list[LevelSetup], distance_mm: float | None = None, units: Units = Units.FT_IN
) -> tuple[LevelBook, list[Closing]]:
    far = {(s, n): distance_mm for s, one in enumerate(setups) for n in range(len(one.shots)) if distance_mm}
    sights = Sights([CLASSES[one.instrument] for one in setups], far)
    rods = [units] * len(setups)
    book = keep_book({Spot("BM"): 0.0}, setups, sights, DistributeRule(setups, rods).may_distribute)
    return book, closings(book, sights, rods)


def judged(setups: list[LevelSetup], distance_mm: float | None = None, units: Units = Units.FT_IN) -> Closing:
    return kept(setups, distance_mm, units)[1][-1]


def setup(kind: LevelInstrument, *shots: tuple[str, float] | tuple[str, float, str]) -> LevelSetup:
    return LevelSetup(kind, tuple(LevelShot(Spot(s[0]), s[1], typed=s[2] if len(s) > 2 else "") for s in shots))


def water_round(*steps: tuple[float, float]) -> list[LevelSetup]:
    """A water level carried from corner to corner and back: at each step both ends are measured up to the water."""
    names = ["BM", *"BCDEFG"[: len(steps) - 1], "BM"]
    return [setup(LevelInstrument.WATER, (names[i], a), (names[i + 1], b)) for i, (a, b) in enumerate(steps)]


class TestAllowed:
    def test_a_water_level_is_allowed_its_sixteenth_at_every_end(self) -> None:
        closing = judged(water_round((600, 610), (600, 590), (600, 600), (600, 600)))
        assert closing.check.allowed_mm == pytest.approx(SIXTEENTH * math.sqrt(8))
        assert closing.check.fits

    def test_an_optical_level_is_allowed_more_the_farther_it_looks(self) -> None:
        # each sight of 100 ft: hypot(1/32, 1/16) inch; two of them
        closing = judged([setup(LevelInstrument.OPTICAL, ("BM", 1500), ("BM", 1501))], 100 * 304.8)
        assert closing.check.allowed_mm == pytest.approx(math.hypot(SIXTEENTH / 2, SIXTEENTH) * math.sqrt(2))
        assert not closing.assumed

    def test_a_line_level_is_allowed_an_eighth_in_ten_feet(self) -> None:
        closing = judged([setup(LevelInstrument.LINE, ("BM", 900), ("BM", 903))], 10 * 304.8)
        assert closing.check.allowed_mm == pytest.approx(math.hypot(SIXTEENTH * math.sqrt(2), 2 * SIXTEENTH))

    def test_a_length_nobody_said_is_assumed_and_told(self) -> None:
        assert judged([setup(LevelInstrument.LASER, ("BM", 900), ("BM", 901))]).assumed

    def test_honest_loops_are_allowed_19_times_in_20(self) -> None:
        rng, kept = random.Random(5), 0
        for _ in range(400):
            off = [rng.gauss(0, SIXTEENTH / 1.96) for _ in range(12)]
            legs = ((1000 + a, 1000 + b) for a, b in zip(off[:6], off[6:], strict=True))
            kept += judged(water_round(*legs)).check.fits
        assert 0.92 < kept / 400 < 0.98


class TestSlips:
    def test_a_foot_is_found_as_a_foot_in_any_reading_of_the_run(self) -> None:
        closing = judged(water_round((600, 610), (600 + 304.8, 590), (600, 600)))
        assert not closing.check.fits
        assert {(s.slip, round(s.correction_mm, 1)) for s in closing.suspects} == {
            (Misreading.FOOT, -304.8), (Misreading.FOOT, 304.8)}  # fmt: skip
        assert not any(s.certain for s in closing.suspects)

    def test_swapped_digits_name_the_reading_that_has_them(self) -> None:
        # 1.439 m was read as 1.349: 90 mm, which no other reading of the run can hold
        setups = [
            setup(LevelInstrument.OPTICAL, ("BM", 1500, "1.500 m"), ("P", 1333, "1.333 m")),
            setup(LevelInstrument.OPTICAL, ("P", 1272, "1.272 m"), ("BM", 1349, "1.349 m")),
        ]
        closing = judged(setups, 20_000, Units.M)
        assert [(s.place, s.slip) for s in closing.suspects] == [((1, 1), Misreading.SWAPPED_DIGITS)]

    def test_a_point_seen_from_two_setups_tells_where(self) -> None:
        # TP1 was read a foot too large as a foresight; P, seen from both sides of it, tears by a foot as well
        setups = [
            setup(LevelInstrument.LASER, ("BM", 1500), ("P", 1300), ("TP1", 1400 + 304.8)),
            setup(LevelInstrument.LASER, ("TP1", 1450), ("P", 1350), ("TP2", 1250)),
            setup(LevelInstrument.LASER, ("TP2", 1500), ("P", 1600), ("BM", 1800)),
        ]
        closing = judged(setups, 15_000)
        assert {(s.place, s.slip, s.certain) for s in closing.suspects} == {
            ((0, 2), Misreading.FOOT, True),
            ((1, 0), Misreading.FOOT, True),
        }

    def test_nobody_takes_sixteenths_for_nineteenths(self) -> None:
        assert list(digit_slips("4' 11/16\"")) == []
        assert ("six-nine", "4' 6 3/16\"") in [(str(slip), text) for slip, text in digit_slips("4' 9 3/16\"")]


class TestAfterASlip:
    """A closing that fails shares nothing; what lies before the slip is told from what lies after it."""

    SETUPS = (
        setup(LevelInstrument.OPTICAL, ("BM", 1500, "1.500 m"), ("P", 1333, "1.333 m")),
        setup(LevelInstrument.OPTICAL, ("P", 1272, "1.272 m"), ("Q", 1444, "1.444 m")),
        setup(LevelInstrument.OPTICAL, ("Q", 1549, "1.549 m"), ("R", 1111, "1.111 m")),
        setup(LevelInstrument.OPTICAL, ("R", 1000, "1.000 m"), ("BM", 1523, "1.523 m")),
    )
    """True heights: P 167, Q −5, R 523 with 1.639 on Q; it was written 1.549, two digits swapped would be 1.459."""

    def test_nothing_is_shared_out(self) -> None:
        book, _ = kept(list(self.SETUPS), 20_000, Units.M)
        assert book.checks[0].misclosure_mm == pytest.approx(-90)
        assert all(one.correction_mm == 0 for one in book.setups)
        assert book.height_of(Spot("P")) == pytest.approx(167)

    def test_setups_before_the_suspect_are_sound_and_those_after_it_are_off(self) -> None:
        book, judged_ = kept(list(self.SETUPS), 20_000, Units.M)
        spoilt = [replace(judged_[0], suspects=(LevelSuspect((2, 0), None, 90, certain=False),))]
        assert trust_of(book, spoilt) == [Trust.SOUND, Trust.SOUND, Trust.OFF, Trust.OFF]

    def test_between_two_suspects_heights_are_uncertain(self) -> None:
        book, judged_ = kept(list(self.SETUPS), 20_000, Units.M)
        two = (LevelSuspect((1, 1), None, 90, certain=False), LevelSuspect((2, 1), None, 90, certain=False))
        spoilt = [replace(judged_[0], suspects=two)]
        assert trust_of(book, spoilt) == [Trust.SOUND, Trust.SOUND, Trust.UNCERTAIN, Trust.OFF]

    def test_without_a_suspect_every_setup_is_uncertain(self) -> None:
        book, judged_ = kept(list(self.SETUPS), 20_000, Units.M)
        assert trust_of(book, [replace(judged_[0], suspects=())]) == [Trust.UNCERTAIN] * 4

    @pytest.mark.trials
    def test_a_slip_in_a_long_run_is_not_shared_out_and_is_among_the_suspects(self) -> None:
        # 1,000 loops of 3 to 12 setups read carefully, one reading a foot or an inch out
        rng, missed = random.Random(20261), 0
        for _ in range(1000):
            count, slip = rng.randint(3, 12), rng.choice([304.8, -304.8, 25.4, -25.4])
            reads = [[1000 + rng.gauss(0, SIXTEENTH / 1.96) for _ in range(2)] for _ in range(count)]
            at, end = rng.randrange(count), rng.randrange(2)
            reads[at][end] += slip
            book, judged_ = kept(water_round_named(reads))
            assert not book.checks[0].shared
            suspected = [one.place for one in judged_[0].suspects]
            if (at, end) not in suspected:
                missed += 1
                continue
            trust = trust_of(book, judged_)
            for s in range(count):
                assert trust[s] is not (Trust.SOUND if (s, 0) >= (at, end) else Trust.OFF)
        assert missed <= 10


def water_round_named(reads: list[list[float]]) -> list[LevelSetup]:
    """A loop of any length, carried on from point to point and back."""
    names = ["BM", *(f"T{i}" for i in range(1, len(reads))), "BM"]
    return [setup(LevelInstrument.WATER, (names[i], a), (names[i + 1], b)) for i, (a, b) in enumerate(reads)]


def book_with_points_shot_twice(rng: random.Random) -> tuple[list[LevelSetup], tuple[int, int]]:
    """A loop of lasers, two points shot from both setups beside every turning point, and one reading that slipped."""
    count, off = rng.randint(3, 8), CLASSES[LevelInstrument.LASER].sight_mm(15_000) / 1.96
    at, end, slip = rng.randrange(count), rng.randrange(2), rng.choice([304.8, -304.8, 25.4, -25.4])
    between = {f"G{i}{j}": rng.uniform(-500, 500) for i in range(count - 1) for j in "ab"}
    turning = [0.0, *(rng.uniform(-500, 500) for _ in range(count - 1)), 0.0]
    setups = []
    for i in range(count):
        seen = {"BM" if i == 0 else f"T{i}": turning[i]}
        seen |= {f"G{k}{j}": between[f"G{k}{j}"] for k in (i - 1, i) if 0 <= k < count - 1 for j in "ab"}
        reads = [(name, 1500 - mm + rng.gauss(0, off)) for name, mm in seen.items()]
        reads.append(("BM" if i == count - 1 else f"T{i + 1}", 1500 - turning[i + 1] + rng.gauss(0, off)))
        if i == at:
            k = -end  # the first or the last
            reads[k] = (reads[k][0], reads[k][1] + slip)
        setups.append(setup(LevelInstrument.LASER, *reads))
    return setups, (at, 0 if not end else len(setups[at].shots) - 1)


def test_points_shot_twice_tell_the_slip_for_certain_and_never_a_wrong_one() -> None:
    rng, certain = random.Random(31), 0
    for _ in range(300):
        setups, slipped = book_with_points_shot_twice(rng)
        book, judged_ = kept(setups, 15_000)
        named = [one.place for one in judged_[-1].suspects if one.certain]
        if named:
            certain += 1
            assert book.read.shot(slipped).spot in {book.read.shot(place).spot for place in named}
    assert certain >= 0.95 * 300
