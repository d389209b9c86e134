"""What is said about levels: signs in words, amounts, and what to do."""

from dataclasses import replace

import pytest

from anvilhead.core.closing.closed_book import Check
from anvilhead.core.closing.closing import Closing, LevelSuspect, Trust
from anvilhead.core.closing.questioned import Questioned, QuestionKind
from anvilhead.core.ground.earthwork import Earthwork, Rough
from anvilhead.core.levels.height_target import standing
from anvilhead.core.levels.instrument_check import CheckKind, Truth
from anvilhead.core.levels.level_book import Spot, Step
from anvilhead.core.levels.reach import Reach, ReachKind
from anvilhead.core.levels.rod import RodMarks, marks_for, print_reading
from anvilhead.core.measure.misreading import Misreading, misreadings
from anvilhead.core.messages.level_words import (
    closing_words,
    correction_words,
    questioned_words,
    reach_words,
    rough_words,
    slope_text,
    standing_words,
    suspect_words,
    thin_words,
    trust_words,
    truth_words,
    volume_text,
)
from anvilhead.core.units.units import Units

INCH = 25.4


@pytest.mark.parametrize(
    ("off_mm", "words"),
    [(9.525, 'Lower 3/8"'), (-6.35, 'Raise 1/4"'), (0, "On height"), (1.6, 'On height (1/16" high)'),
     (-1.6, 'On height (1/16" low)')],
)  # fmt: skip
def test_standing(off_mm: float, words: str) -> None:
    assert standing_words(standing(100 + off_mm, 100, 3.175), Units.FT_IN) == words


def closing(
    off_mm: float, allowed_mm: float, run: tuple[int, ...] = (0, 1), *, assumed: bool = False, shared: bool = True
) -> Closing:
    steps = tuple(Step(setup, (setup, 0), (setup, 3)) for setup in run)
    check = Check(run[-1], 3, Spot("BM"), off_mm, 0.0, allowed_mm, steps, decides=True, shared=shared)
    return Closing(check, assumed, ())


class TestClosings:
    def test_exactly_back(self) -> None:
        assert closing_words(closing(0, 5), Units.MM) == "Back on BM without a difference, over two setups."

    def test_within_what_is_honest_it_is_shared_out(self) -> None:
        said = closing_words(closing(4, 5), Units.MM)
        assert said == "BM came out 4 mm too high over two setups; 5 mm is allowable: distributed over them."

    def test_somewhat_more_is_levelled_again(self) -> None:
        assert "level it again" in closing_words(closing(-9, 5), Units.MM)
        assert "too low" in closing_words(closing(-9, 5), Units.MM)

    def test_a_slip_is_not_shared_out_and_says_so(self) -> None:
        assert closing_words(closing(305, 5, (0,), shared=False), Units.MM) == (
            "BM came out 305 mm too high over one setup; only 5 mm is allowable. A reading slipped, so nothing was "
            "distributed."
        )

    def test_what_stands_is_told_from_what_does_not(self) -> None:
        trust = [Trust.SOUND, Trust.UNCERTAIN, Trust.OFF]
        stands = "setup 1 stands: it lies before whatever slipped; setup 2 is in doubt; setup 3 is 305 mm too high."
        failed = closing(305, 5, (0, 1, 2), shared=False)
        for certain, begins in ((True, "What"), (False, "If one usual slip explains it, what")):
            suspect = LevelSuspect((1, 0), None, 305, certain=certain)
            said = trust_words(trust, replace(failed, suspects=(suspect,)), Units.MM)
            assert said == f"{begins} was shot from {stands}"
        assert "every height of this run is in doubt" in trust_words(trust, failed, Units.MM)

    def test_a_length_that_was_assumed_is_said(self) -> None:
        assert "sights taken as 50 ft where nobody said" in closing_words(closing(4, 5, assumed=True), Units.FT_IN)

    def test_a_suspect_says_how_sure_it_is(self) -> None:
        suspect = LevelSuspect((0, 1), Misreading.FOOT, -304.8, certain=False)
        assert suspect_words(suspect, "TP in setup 1", "4' 2\"") == (
            "TP in setup 1 should read 4' 2\": a whole foot misread. This check alone cannot tell it from others."
        )


@pytest.mark.parametrize(
    ("one", "words"),
    [
        (Questioned((0, 1), QuestionKind.OFF_ROD, 2 * INCH), 'A reads 2" more than the rod is long. Read it again.'),
        (Questioned((0, 1), QuestionKind.NO_ROD, 9e6), "A reads more than any rod is long. Read it again."),
        (Questioned((0, 1), QuestionKind.BELOW_GROUND, INCH), 'A lies 1" under the ground there. Read it again.'),
        (
            Questioned((0, 1), QuestionKind.STANDS_OUT, -12 * INCH, Misreading.FOOT, 50 * INCH),
            "A is 1' 0\" lower than the ground around. Was it 4' 2\" (a whole foot misread)? Read it again.",
        ),
        (
            Questioned((0, 1), QuestionKind.NOT_AGAIN, 3 * INCH),
            'A came out 3" higher than the first time. Read it again.',
        ),
        (
            Questioned((0, 1), QuestionKind.UPSIDE_DOWN, INCH),
            'A reads below zero: the level line would run 1" under the ground. Read it again.',
        ),
    ],
    ids=lambda one: getattr(one, "kind", ""),
)
def test_readings_in_question(one: Questioned, words: str) -> None:
    assert questioned_words(one, "A", RodMarks.FT_IN, Units.FT_IN) == words


class TestInstruments:
    def test_a_true_one(self) -> None:
        said = truth_words(Truth(CheckKind.TWO_PEG, 1, 30_000, 3), Units.M)
        assert said == "True: 1 mm over 30 m is within the 3 mm of careful reading."

    @pytest.mark.parametrize("kind", list(CheckKind))
    def test_one_that_lies_is_told_what_to_do_about_it(self, kind: CheckKind) -> None:
        said = truth_words(Truth(kind, -9, 30_000, 3), Units.M)
        assert said.startswith("It reads 9 mm too little over 30 m; 3 mm would be allowable. ")
        assert said.count(".") >= 2

    def test_what_reads_too_little_is_added_to(self) -> None:
        said = correction_words(Truth(CheckKind.TWO_PEG, -9, 30_000, 3), Units.M)
        assert said == "Add 9 mm to a reading at 30 m, less in proportion nearer by."

    def test_air_in_a_hose_has_no_correction(self) -> None:
        assert correction_words(Truth(CheckKind.ENDS_TOGETHER, 9, 0, 1), Units.M) is None

    @pytest.mark.parametrize(
        ("kind", "part"),
        [(ReachKind.SAG, "prop it in the middle"), (ReachKind.TEMPERATURE, "in the shade"),
         (ReachKind.SPAN, "Halve it"), (ReachKind.RADIUS, "Set up nearer")],
    )  # fmt: skip
    def test_limits_say_what_to_do_instead(self, kind: ReachKind, part: str) -> None:
        assert part in reach_words(Reach(kind, 20_000, 8000), Units.M)


class TestGroundAndSlabs:
    WORK = Earthwork(1e9, 2e9, 1e6, 1e6, 2e6, 2e6, 40, 60)

    def test_rough_level(self) -> None:
        assert rough_words(Rough.MACHINE_FIRST, self.WORK, Units.MM).startswith("Up to 60 mm off the pad")
        assert "a rake does the rest" in rough_words(Rough.BY_HAND, self.WORK, Units.MM)

    def test_volumes_and_slopes(self) -> None:
        assert (volume_text(10 * 914.4**3, Units.FT_IN), volume_text(2.34e9, Units.M)) == ("10.0 cu yd", "2.3 m³")
        assert (slope_text(1 / 48, Units.FT_IN), slope_text(0.02, Units.M)) == ('1/4" in a foot', "2.0 %")

    def test_thin_spots(self) -> None:
        assert (
            thin_words([], 101.6, 101.6, Units.FT_IN)
            == 'Thick enough wherever the base was shot, and between: 4" at the least.'
        )
        assert thin_words(["H2", "H5"], 88.9, 101.6, Units.FT_IN).startswith("Too thin at H2 and H5")


class TestRods:
    def test_readings_are_printed_as_the_rod_shows_them(self) -> None:
        shown = {marks: print_reading(1270, marks) for marks in RodMarks}
        assert list(shown.values()) == ["4' 2\"", "4.17 ft", "1.270 m", "1270 mm"]

    def test_a_job_has_its_usual_rod(self) -> None:
        assert [marks_for(units) for units in Units] == [RodMarks.FT_IN, RodMarks.M, RodMarks.MM]

    def test_a_metric_rod_has_no_feet_in_hundredths_to_misread(self) -> None:
        kinds = {slip for slip, _ in misreadings(1269, "1.269 m", Units.M)}
        assert Misreading.HUNDREDTHS not in kinds
        assert {Misreading.SIX_NINE, Misreading.SWAPPED_DIGITS} <= kinds

    def test_hundredths_taken_for_inches(self) -> None:
        # 4.08 ft on the rod, its hundredths taken for inches: 4' 8"
        written = 4 * 304.8 + 8 * INCH
        ways = [by for slip, by in misreadings(written, "4' 8\"", Units.FT_IN) if slip is Misreading.HUNDREDTHS]
        assert any(written + by == pytest.approx(4.08 * 304.8) for by in ways)
