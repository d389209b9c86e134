"""Helpers who are misheard, eyepieces out of focus, instruments of the shelf, and what each reading brought."""

from statistics import fmean, pstdev

import pytest

from anvilhead.core.check.slip_kinds import Slip
from anvilhead.core.levels.level_instrument import LevelClass
from anvilhead.core.measure.tape import TapeClass
from anvilhead.core.practice.conditions import Conditions, OwnLevel, OwnTape
from anvilhead.core.practice.debrief import Lesson
from anvilhead.core.practice.gained import gained
from anvilhead.core.practice.level_debrief import LevelGain, level_debrief, level_gains
from anvilhead.core.practice.level_tasks import SWIMS_MM, Tool
from anvilhead.core.practice.level_yard import LevelStep, LevelYard
from anvilhead.core.practice.practice_yard import PracticeYard, Step
from anvilhead.core.practice.tasks import TaskKey
from anvilhead.core.units.errors import InputError
from anvilhead.core.units.units import FOOT_MM, INCH_MM, SIXTEENTH_MM, Units
from tests.core.practice.test_practice import ROUND, pull_round

DANGERS = Conditions(has_dangers=True)
CALLED = [Step("pull", *pair, called=True) for pair in ROUND]


class TestHelper:
    def test_one_call_in_twelve_is_misheard_by_a_foot_or_an_inch(self) -> None:
        pulled = [
            one for seed in range(500) for one in PracticeYard(TaskKey.SQUARE_SLAB, f"{seed}").take(CALLED).pulled
        ]
        off = [abs(one.shows_mm - one.true_mm) for one in pulled]
        wrong = [by for by in off if by > INCH_MM / 2]
        assert len(wrong) / len(pulled) == pytest.approx(1 / 12, abs=0.02)
        assert all(min(abs(by - FOOT_MM), abs(by - INCH_MM)) < INCH_MM / 2 for by in wrong)
        assert [one.slip is not None for one in pulled] == [by > INCH_MM / 2 for by in off]

    def test_in_metres_a_call_is_misheard_by_its_digits_and_never_by_a_foot(self) -> None:
        """The digits of what was heard are those of what a tape so long can show, by a swap or a 6 for a 9."""
        metric = Conditions(units=Units.M)
        runs = [PracticeYard(TaskKey.SQUARE_SLAB, f"{seed}", conditions=metric).take(CALLED) for seed in range(500)]
        wrong = [one for run in runs for one in run.pulled if one.slip]
        assert {one.slip for one in wrong} == {Slip.SIX_NINE, Slip.SWAPPED_DIGITS}
        assert len(wrong) / 500 / len(CALLED) == pytest.approx(1 / 12, abs=0.025)
        for one in wrong:
            heard = f"{round(one.shows_mm):d}"
            near = (f"{mm:d}".zfill(len(heard)) for mm in range(round(one.true_mm) - 8, round(one.true_mm) + 9))
            assert any(sorted(heard.replace("9", "6")) == sorted(text.replace("9", "6")) for text in near)

    def test_a_call_takes_two_thirds_of_the_time(self) -> None:
        yard = PracticeYard(TaskKey.SQUARE_SLAB, "1").take([CALLED[0]])
        assert yard.seconds == 30
        assert yard.pulled[0].called
        boards = LevelYard(TaskKey.LEVEL_BOARDS, "1").take([LevelStep("setup", tool=Tool.LINE)])
        before = boards.seconds
        boards.take([LevelStep("shoot", at="BM", called=True)])
        called = boards.seconds - before
        boards.take([LevelStep("shoot", at="BM")])
        assert called == pytest.approx((boards.seconds - before - called) * 2 / 3)

    def test_a_misheard_height_read_again_does_not_count(self) -> None:
        for seed in range(200):
            yard = LevelYard(TaskKey.LEVEL_BOARDS, f"{seed}").take([LevelStep("setup", tool=Tool.LASER)])
            yard.take([LevelStep("shoot", at="BM"), LevelStep("shoot", at="A", called=True)])
            if yard.shots[1].slip is None:
                continue
            yard.take([LevelStep("shoot", at="A")])
            yard.take([LevelStep("write", pull=n, reading_mm=one.shows_mm) for n, one in enumerate(yard.shots)])
            assert yard.believed()["A"] == pytest.approx(yard.heights["A"], abs=INCH_MM / 8)
            assert Lesson.SLIP_CAUGHT in level_debrief(yard.take([LevelStep("accept")])).lessons
            return
        raise AssertionError("nobody was misheard")


class TestEyepiece:
    def shots(self, seed: int, *, focuses: bool) -> LevelYard:
        yard = LevelYard(TaskKey.PEG_TEST, f"{seed}", DANGERS)
        yard.take([LevelStep("look"), LevelStep("setup", tool=Tool.OPTICAL, stand="middle")])
        return yard.take([*([LevelStep("focus")] if focuses else []), *[LevelStep("shoot", at="A")] * 12])

    def test_the_hair_of_one_in_three_swims_until_it_is_focused(self) -> None:
        swims = [seed for seed in range(150) if self.shots(seed, focuses=False).shots[0].moving_mm]
        assert len(swims) / 150 == pytest.approx(1 / 3, abs=0.12)
        low, high = SWIMS_MM  # on a hundred feet, as far as either peg is from midway
        for seed in swims:
            yard, focused = self.shots(seed, focuses=False), self.shots(seed, focuses=True)
            assert low <= yard.shots[0].moving_mm <= high
            assert focused.shots[0].moving_mm == 0
            assert Lesson.PARALLAX not in level_debrief(focused.take([LevelStep("say")])).lessons
        # what it swims is two standard deviations of what is read
        spread = [pstdev([one.shows_mm for one in self.shots(seed, focuses=False).shots]) * 2 for seed in swims]
        swum = [self.shots(seed, focuses=False).shots[0].moving_mm for seed in swims]
        assert fmean(spread) == pytest.approx(fmean(swum), rel=0.15)

    def test_there_must_be_an_eyepiece(self) -> None:
        with pytest.raises(InputError, match="no eyepiece"):
            LevelYard(TaskKey.LEVEL_BOARDS, "1").take([LevelStep("setup", tool=Tool.HOSE), LevelStep("focus")])


class TestOwnInstruments:
    def test_a_tape_reads_as_its_test_found_and_the_book_takes_that_off(self) -> None:
        """A tape that reads 1/4 in too much at its hook and an inch on 100 ft, on strings that the coach brings in."""
        tape = OwnTape("Long yellow", TapeClass(), INCH_MM / 4, INCH_MM / (100 * FOOT_MM))
        off = []
        for seed in range(40):
            yard = PracticeYard(TaskKey.FIND_SLIP, f"own {seed}", conditions=Conditions(tape=tape))
            pull_round(yard)
            off += [one.shows_mm - one.true_mm - one.true_mm * tape.scale for one in yard.pulled if one.slip is None]
            check = yard.believed(Units.FT_IN)
            assert check is not None
        assert fmean(off) == pytest.approx(INCH_MM / 4, abs=SIXTEENTH_MM / 4)

    def test_rounds_agree_once_it_is_taken_off(self) -> None:
        tape = OwnTape("Long yellow", TapeClass(), 0.0, 3 * INCH_MM / (100 * FOOT_MM))
        worst = []
        for seed in range(30):
            yard = PracticeYard(TaskKey.ACCEPT_OR_RESTAKE, f"own {seed}", conditions=Conditions(tape=tape))
            pull_round(yard)
            check = yard.believed(Units.FT_IN)
            assert check is not None
            worst.append(max(check.laid.corners[n].distance_to(at) for n, at in yard.corners.items()))
        assert fmean(worst) < SIXTEENTH_MM * 2  # 1.4 in on a diagonal is not taken for a corner

    def test_a_level_has_its_own_claim_and_error(self) -> None:
        level = OwnLevel("Grey", LevelClass(1.0, 1e-4, 90_000.0), per_mm=2e-4)
        conditions = Conditions(levels={Tool.LASER: level, Tool.OPTICAL: level})
        boards = LevelYard(TaskKey.LEVEL_BOARDS, "1", conditions)
        assert boards.grade(Tool.LASER) is level.grade
        assert boards.grade(Tool.HOSE).reading_mm == SIXTEENTH_MM
        assert boards.error_mm(Tool.LASER, 1.0) == pytest.approx(2e-4, abs=1e-4)  # its cone, by its claim, beside it
        # what is to be found out by a peg test is not what an earlier one said
        assert LevelYard(TaskKey.PEG_TEST, "1", conditions).error_mm(Tool.OPTICAL, 1.0) != 2e-4


class TestGained:
    def test_a_round_of_six(self) -> None:
        """Four sides and a diagonal hold a rectangle; the second diagonal is the one to spare."""
        yard = PracticeYard(TaskKey.SQUARE_SLAB, "1")
        pull_round(yard)
        found = [one for one in gained(yard, Units.FT_IN) if one]
        assert [one.after.within_mm is None for one in found] == [True] * 4 + [False] * 2
        assert [one.after.spare for one in found] == [0, 0, 0, 0, 0, 1]
        assert found[0].before is None
        assert found[4].after.loose == ()
        known = [one.after.within_mm or 0.0 for one in found[4:]]
        assert known[1] < known[0]

    def test_a_round_begins_anew_after_a_move(self) -> None:
        yard = PracticeYard(TaskKey.SQUARE_SLAB, "1")
        pull_round(yard)
        yard.take([Step("move", board="CD@C", inward_mm=6.0), Step("pull", "A", "C")])
        last = gained(yard, Units.FT_IN)[-1]
        assert last is not None
        assert (last.before, last.again) == (None, False)

    def test_readings_of_heights(self) -> None:
        yard = LevelYard(TaskKey.LEVEL_BOARDS, "1").take([LevelStep("setup", tool=Tool.LINE)])
        shots = [("A", False), ("BM", False), ("A", False), ("B", False), ("B", True), ("BM", False)]
        yard.take([LevelStep("shoot", at=at, turned=turned) for at, turned in shots])
        yard.take([LevelStep("set", at="A", by_mm=5.0), LevelStep("shoot", at="A")])
        assert level_gains(yard) == [
            LevelGain.NOTHING_YET, LevelGain.GIVES_HEIGHT, LevelGain.LOOK_AGAIN, LevelGain.FIRST_LOOK, LevelGain.TURNED,
            LevelGain.CLOSES, LevelGain.FIRST_LOOK,
        ]  # fmt: skip
