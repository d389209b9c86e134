"""The shelf's rules: known lengths, steel in heat and hanging free, when a test is due; numbers worked by hand."""

import math
from datetime import UTC, datetime, timedelta
from random import Random
from statistics import fmean

import pytest

from anvilhead.core.boards.batter_board import BoardLayout
from anvilhead.core.check.set_out import SetOut
from anvilhead.core.geometry.footprint import rectangle
from anvilhead.core.levels.level_instrument import LevelInstrument
from anvilhead.core.measure.instrument import LASER_RAD, SQUARE_RAD
from anvilhead.core.measure.reversal import Reversal
from anvilhead.core.measure.tape import STEEL_TAPE, Pull, TapeClass
from anvilhead.core.messages.made.shelf_words import (
    KIND_NAMES,
    TEST_NAMES,
    known_lengths_correction,
    known_lengths_text,
    standing_text,
    steel_text,
)
from anvilhead.core.shelf.known_length import Held, known_lengths
from anvilhead.core.shelf.looked_after import Happened, Standing, looked_after
from anvilhead.core.shelf.shelf_kind import ShelfKind, ShelfTest
from anvilhead.core.shelf.steel import SteelTape, steel_correction
from anvilhead.core.units.errors import InputError
from anvilhead.core.units.units import FOOT_MM, INCH_MM, Units
from anvilhead.core.world.length_stand_ins import LengthStandIn
from anvilhead.core.world.real_lines import RealLines

NOON = datetime(2026, 5, 4, 12, tzinfo=UTC)


class TestKinds:
    def test_everything_on_the_shelf_has_a_name_and_a_way_to_be_looked_after(self) -> None:
        assert set(KIND_NAMES) == set(ShelfKind)
        assert set(TEST_NAMES) == set(ShelfTest)
        for kind in ShelfKind:
            assert bool(kind.tests) == bool(kind.usual_days)

    @pytest.mark.parametrize("level", list(LevelInstrument))
    def test_every_instrument_of_a_level_book_stands_on_the_shelf(self, level: LevelInstrument) -> None:
        assert ShelfKind.of_level(level).level is level


class TestKnownLengths:
    def test_two_lengths_tell_a_bent_hook_from_a_stretched_tape(self) -> None:
        """Reads 2 mm too much at 1 m and 5 mm too much at 31 m: 1.9 mm of zero, 0.1 mm a metre."""
        found = known_lengths([Held(1000.0, 1002.0), Held(31_000.0, 31_005.0)], TapeClass(1.0, 1e-4, 1.0))
        assert found.zero
        assert found.scale
        assert (found.zero.more, found.scale.more) == pytest.approx((1.9, 1e-4))
        # σ of a reading: half of 1 mm and 1 in 10,000, and a whole mark's 1/√12; of a slope by two points 30 m apart
        near, far = (math.hypot((1 + length / 10_000) / 2, 1 / math.sqrt(12)) for length in (1000, 31_000))
        assert found.scale.doubt == pytest.approx(1.96 * math.hypot(near, far) / 30_000, rel=1e-3)

    def test_lengths_too_alike_tell_no_zero_from_a_scale(self) -> None:
        found = known_lengths([Held(10_000.0, 10_020.0), Held(11_000.0, 11_020.0)], STEEL_TAPE)
        assert found.zero is None
        assert not found.is_true
        assert "much longer or shorter" in known_lengths_text(found, Units.M)
        assert known_lengths_correction(found, Units.M) is None

    def test_a_doubt_covers_what_is_so(self) -> None:
        """2,000 comparisons of a tape with a zero of 1.2 mm and a scale of 0.05 mm a metre: 95 in 100 limits hold."""
        noise, grade = Random(43), TapeClass(1.0, 1e-4, 1.0)
        zeros = scales = 0
        for _ in range(2000):
            held = []
            for known in (900.0, 7_300.0, 18_450.0, 29_100.0):
                read = known + 1.2 + 5e-5 * known + noise.gauss(0, (1 + known / 10_000) / 2)
                held.append(Held(known, round(read)))
            found = known_lengths(held, grade)
            assert found.zero
            assert found.scale
            zeros += abs(found.zero.more - 1.2) <= found.zero.doubt
            scales += abs(found.scale.more - 5e-5) <= found.scale.doubt
        assert 0.935 < zeros / 2000 < 0.965
        assert 0.935 < scales / 2000 < 0.965

    def test_a_tape_within_its_claim_is_true_and_offers_nothing(self) -> None:
        found = known_lengths([Held(3 * FOOT_MM, 3 * FOOT_MM), Held(90 * FOOT_MM, 90 * FOOT_MM + 1.0)], STEEL_TAPE)
        assert found.is_true
        assert found.offered_zero_mm is None
        assert known_lengths_text(found, Units.FT_IN).endswith("Neither its zero nor its scale is shown to be off.")

    def test_an_eighth_on_every_reading_is_taken_off_every_reading(self) -> None:
        eighth = INCH_MM / 8
        held = [Held(feet * FOOT_MM, feet * FOOT_MM + eighth) for feet in (2, 4, 50, 90)]
        found = known_lengths(held, STEEL_TAPE)
        assert found.offered_zero_mm == pytest.approx(eighth)
        assert known_lengths_correction(found, Units.FT_IN) == 'Take 1/8" off every reading.'


class TestSteel:
    def test_heat_as_the_textbook_has_it(self) -> None:
        """30 m at 35 °C: 15 K x 11.6e-6 x 30 m = 5.22 mm too little."""
        found = steel_correction(SteelTape(), 30_000.0, celsius=35.0)
        assert found.heat_mm == pytest.approx(5.22)
        assert (found.pull_mm, found.sag_mm) == (0.0, 0.0)

    def test_pull_and_sag_by_hand(self) -> None:
        """50 N more on 2.5 mm² of steel stretch 30 m by 3 mm; 30 m of 0.2 N/m at 100 N hang through and lose 4.5 mm."""
        found = steel_correction(SteelTape(), 30_000.0, pull_n=100.0, span_mm=30_000.0)
        assert found.pull_mm == pytest.approx(50 * 30_000 / (2.5 * 200_000))
        assert found.sag_mm == pytest.approx(-(0.2**2) * 30**3 / (24 * 100**2) * 1000)
        # three spans of a third lose a ninth of it
        thirds = steel_correction(SteelTape(), 30_000.0, pull_n=100.0, span_mm=10_000.0)
        assert thirds.sag_mm == pytest.approx(found.sag_mm / 9)

    def test_sag_against_a_catenary(self) -> None:
        """The chord of a true catenary of that length, solved by halving, against the parabola's formula."""
        weight, pull, length = 0.2e-3, 50.0, 30_000.0
        low, high = 0.9 * length, length
        for _ in range(200):
            chord = (low + high) / 2
            # of tension H + w y at the ends the formula takes H; a shallow curve does not tell them apart
            arc = 2 * pull / weight * math.sinh(weight * chord / (2 * pull))
            low, high = (chord, high) if arc < length else (low, chord)
        found = steel_correction(SteelTape(pull_n=pull), length, span_mm=length)
        assert found.sag_mm == pytest.approx(low - length, rel=0.01)

    def test_a_tape_that_hangs_through_is_refused(self) -> None:
        with pytest.raises(InputError, match="Pull harder"):
            steel_correction(SteelTape(), 30_000.0, pull_n=5.0, span_mm=30_000.0)

    def test_the_way_is_said_from_the_reading(self) -> None:
        found = steel_correction(SteelTape(), 30_000.0, celsius=35.0)
        assert (
            steel_text(found, 30_000.0, Units.M)
            == "30.000 m on the tape is 30.005 m: add 5.2 mm to it (+5.2 mm for heat)."
        )


class TestLookedAfter:
    @pytest.mark.parametrize(
        ("happened", "every", "standing", "left"),
        [
            ([], 30, Standing.UNTESTED, None),
            ([], 0, Standing.UNWATCHED, None),
            ([(30, True)], 30, Standing.GOOD, 0),
            ([(31, True)], 30, Standing.OVERDUE, -1),
            ([(400, True)], 0, Standing.GOOD, None),
            ([(40, True), (3, False)], 30, Standing.FAILED, 27),
            ([(3, False), (40, True)], 30, Standing.FAILED, 27),
            ([(40, False), (3, True)], 30, Standing.GOOD, 27),
            ([(3, True), (1, None)], 30, Standing.KNOCKED, 27),
            ([(3, None), (1, True)], 30, Standing.GOOD, 29),
            ([(1, None)], 0, Standing.KNOCKED, None),
        ],
    )
    def test_by_what_happened(
        self, happened: list[tuple[int, bool | None]], every: int, standing: Standing, left: int | None
    ) -> None:
        found = looked_after([Happened(NOON - timedelta(days=ago), true) for ago, true in happened], every, NOON)
        assert (found.standing, found.left) == (standing, left)
        assert found.is_fine is (standing in (Standing.GOOD, Standing.UNWATCHED))

    def test_a_late_test_says_by_how_much(self) -> None:
        found = looked_after([Happened(NOON - timedelta(days=47), True)], 30, NOON)
        said = standing_text("Laser 2", found)
        assert said == "Laser 2 was last tested 47 days ago: its next test is 17 days late. Test it."


def test_a_framing_square_is_held_to_its_own_claim() -> None:
    """1/32 inch on 2 ft: marks 1/16 inch apart at 2 ft are half of that each way, a laser's claim is stricter."""
    square = Reversal(2 * FOOT_MM, INCH_MM / 16, SQUARE_RAD)
    assert square.error_mm == pytest.approx(square.allowed_mm)
    assert Reversal(2 * FOOT_MM, INCH_MM / 16, LASER_RAD).allowed_mm < square.allowed_mm / 6


def test_a_comparison_finds_the_hook_and_the_heat_of_a_simulated_tape() -> None:
    """A stand-in 1.5 mm long at its hook, 15 K too warm and so 174 ppm short: both found within their doubt."""
    set_out, warm = SetOut(rectangle(28_000.0, 1_500.0), BoardLayout(1200.0)), steel_correction(SteelTape(), 1.0, 35.0)
    hooks, scales, burns = 0, 0, []
    for seed in range(200):
        lines = RealLines(set_out, dict(set_out.footprint.corners))
        tape = LengthStandIn(lines, Random(seed), units=Units.MM, hook_mm=1.5, scale=-warm.heat_mm)
        held = []
        for pair in ("AB", "BC", "CD", "AC", "DA"):
            pull = Pull(pair[0], pair[1], 1.0)
            held.append(Held(lines.length_mm(pull), tape.read(pull).reading_mm))
        found = known_lengths(held, TapeClass(STEEL_TAPE.constant_mm, 1e-4, STEEL_TAPE.marks_mm))
        assert found.zero
        assert found.scale
        # a burned tape has no hook, only the heat
        burns.append(tape.read(Pull("A", "B", 400.0, 300.0)).reading_mm - 28_300.0)
        hooks += abs(found.zero.more - 1.5) <= found.zero.doubt
        scales += abs(found.scale.more + 15 * 11.6e-6) <= found.scale.doubt
    assert fmean(burns) == pytest.approx(-15 * 11.6e-6 * 28_000, abs=0.6)
    assert 180 <= hooks <= 199
    assert 180 <= scales <= 199
