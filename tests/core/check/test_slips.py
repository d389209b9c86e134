"""Slips: each kind by a hand-made reading, and how often they are found on simulated sites."""

import random
from dataclasses import replace

import pytest

from anvilhead.core.boards.batter_board import BoardLayout
from anvilhead.core.check.set_out import SetOut
from anvilhead.core.check.slip_kinds import Slip
from anvilhead.core.check.squaring import Verdict, check_square
from anvilhead.core.geometry.footprint import rectangle
from anvilhead.core.measure.tape import Pull
from anvilhead.core.units.length_reading import read_length
from anvilhead.core.units.units import Units
from tests.sites import RECTANGLE_PAIRS, displaced, pulled

FOOT = 304.8
STORE = rectangle(44 * FOOT, 27.5 * FOOT)
SET_OUT = SetOut(STORE, BoardLayout(4 * FOOT))
TRUTH = displaced(STORE, {"C": (9, -3), "D": (11, 4)})
# A–C pulled twice and B–D twice: three to spare, so that one slip can be singled out
WELL_CHECKED = [*RECTANGLE_PAIRS, ("A", "C"), ("B", "D")]
# every pair twice: a slip on any of them can be singled out, a side's too
ALL_TWICE = RECTANGLE_PAIRS * 2


def with_reading(pulls: list[Pull], index: int, text: str) -> list[Pull]:
    """The pulls with one reading typed as given."""
    mm = float(read_length(text, Units.FT_IN).mm)
    return [replace(p, reading_mm=mm, typed=text) if i == index else p for i, p in enumerate(pulls)]


def with_slip(pulls: list[Pull], index: int, mm: float) -> list[Pull]:
    """The pulls with one reading off by some millimetres."""
    return [replace(p, reading_mm=p.reading_mm + mm) if i == index else p for i, p in enumerate(pulls)]


@pytest.mark.parametrize(
    ("typed", "burn_mm", "slip", "correction_mm"),
    [
        # A–C is truly 51' 10 15/16" here, so with a foot burned it reads 52' 10 15/16"
        pytest.param("51' 10 15/16\"", FOOT, Slip.BURN, FOOT, id="pulled from the hook although noted as burned"),
        pytest.param("52' 10 15/16\"", 0.0, Slip.BURN, -FOOT, id="burned but not noted, as the other pulls were"),
        pytest.param("53' 10 15/16\"", FOOT, Slip.FOOT, -FOOT, id="a foot too many"),
        pytest.param("52' 9 15/16\"", FOOT, Slip.INCH, 25.4, id="an inch too few"),
        pytest.param("52' 11 15/16\"", FOOT, Slip.INCH, -25.4, id="an inch too many"),
        pytest.param("25' 10 15/16\"", FOOT, Slip.SWAPPED_DIGITS, 27 * FOOT, id="52 read as 25"),
        # sqrt(13420.2² + 8379²) - 13411.2 = 2410.0
        pytest.param("45' 0\"", FOOT, Slip.WRONG_CORNER, 2410.0, id="held at B instead of C"),
        pytest.param("56' 3 1/4\"", FOOT, Slip.UNKNOWN, -1024.0, id="nothing usual"),
    ],
)
def test_a_slip_among_well_checked_pulls_is_named_and_certain(
    typed: str, burn_mm: float, slip: Slip, correction_mm: float
) -> None:
    pulls = with_reading(pulled(TRUTH, WELL_CHECKED, FOOT), 4, typed)
    pulls[4] = replace(pulls[4], burn_mm=burn_mm)

    check = check_square(SET_OUT, pulls)

    assert check.verdict is Verdict.CHECK_READINGS
    assert len(check.suspects) == 1
    suspect = check.suspects[0]
    assert suspect.pull is pulls[4]
    assert (suspect.slip, suspect.certain) == (slip, True)
    assert suspect.correction_mm == pytest.approx(correction_mm, abs=2.5)


def test_six_for_nine_is_named() -> None:
    # B–C is 27' 5 7/8" long; with a foot burned 28' 5 7/8"; planned 26' 0" so that a 6 stands in it
    hut = rectangle(40 * FOOT, 26 * FOOT)
    pulls = pulled(hut.corners, [*RECTANGLE_PAIRS, ("B", "C"), ("A", "C")])
    check = check_square(SetOut(hut, BoardLayout(4 * FOOT)), with_reading(pulls, 1, "29' 0\""))

    assert (check.suspects[0].slip, check.suspects[0].certain) == (Slip.SIX_NINE, True)
    assert check.suspects[0].correction_mm == pytest.approx(-3 * FOOT, abs=0.1)


def test_hundredths_read_as_inches_are_named() -> None:
    # 27.06 ft on a decimal tape, called as 27' 6"
    hut = rectangle(40 * FOOT, 27.06 * FOOT)
    pulls = pulled(hut.corners, [*RECTANGLE_PAIRS, ("B", "C"), ("A", "C")])
    check = check_square(SetOut(hut, BoardLayout(4 * FOOT)), with_reading(pulls, 1, "27' 6\""))

    assert (check.suspects[0].slip, check.suspects[0].certain) == (Slip.HUNDREDTHS, True)
    assert check.suspects[0].correction_mm == pytest.approx(-0.44 * FOOT, abs=0.1)


def test_a_metric_burn_is_named_without_any_other_burn() -> None:
    pulls = with_slip(pulled(TRUTH, ALL_TWICE), 0, 100.0)
    check = check_square(SET_OUT, pulls, Units.M)
    assert (check.suspects[0].slip, check.suspects[0].certain) == (Slip.BURN, True)


@pytest.mark.parametrize("pair", [("A", "B"), ("B", "C"), ("A", "C"), ("B", "D")])
@pytest.mark.parametrize("slid_mm", [0.0, 12.0])
@pytest.mark.parametrize(
    ("off_mm", "slip"),
    [
        pytest.param(-FOOT, Slip.BURN, id="not burned"),
        pytest.param(FOOT, Slip.FOOT, id="a foot long"),
        pytest.param(25.4, Slip.INCH, id="an inch long"),
        pytest.param(-25.4, Slip.INCH, id="an inch short"),
    ],
)
def test_with_one_to_spare_the_likeliest_is_the_right_one(
    pair: tuple[str, str], slid_mm: float, off_mm: float, slip: Slip
) -> None:
    truth = displaced(STORE, {"C": (slid_mm, 0), "D": (slid_mm, 0)})
    check = check_square(SET_OUT, pulled(truth, RECTANGLE_PAIRS, FOOT, slips={pair: off_mm}))
    first = check.suspects[0]
    # opposite sides, and the diagonals, cannot be told apart by an inch: the other one then stands second
    alike = [suspect.pull.pair for suspect in check.suspects if suspect.slip is slip]
    assert (first.slip, first.certain) == (slip, False)
    assert tuple(sorted(pair)) in alike[:2]


class TestOnePullToSpare:
    PULLS = pulled(TRUTH, RECTANGLE_PAIRS, FOOT, slips={("A", "C"): -FOOT})

    def test_something_is_wrong_and_these_cannot_tell_which(self) -> None:
        check = check_square(SET_OUT, self.PULLS)

        assert check.verdict is Verdict.CHECK_READINGS
        assert not any(suspect.certain for suspect in check.suspects)
        assert check.moves == ()

    def test_where_stakes_are_rough_every_pull_that_may_be_wrong_is_named(self) -> None:
        rough = displaced(STORE, {"B": (90, 40), "C": (-110, 70), "D": (60, -120)})
        check = check_square(SET_OUT, pulled(rough, RECTANGLE_PAIRS, FOOT, slips={("A", "C"): -180.0}))
        assert len(check.suspects) >= 4
        assert not any(suspect.certain for suspect in check.suspects)

    def test_the_slip_that_leaves_the_strings_near_their_plan_comes_first(self) -> None:
        first = check_square(SET_OUT, self.PULLS).suspects[0]
        assert (first.pull.pair, first.slip) == (("A", "C"), Slip.BURN)

    def test_the_next_pull_is_the_likeliest_again(self) -> None:
        asked = check_square(SET_OUT, self.PULLS).next_pull
        assert asked is not None
        assert (asked.start, asked.end) == ("A", "C")


def test_a_slip_on_a_side_pulled_once_is_told_by_where_the_stakes_would_stand() -> None:
    # twice the diagonals check each other, but only one sum checks the four sides
    near = check_square(SET_OUT, with_slip(pulled(TRUTH, WELL_CHECKED), 0, FOOT))
    assert [(s.pull.pair, s.certain) for s in near.suspects] == [(("A", "B"), True)]
    # AB a foot long in a true shape, or CD a foot short in one whose ends stand half of it in, half of it out
    rough = displaced(STORE, {"C": (-FOOT / 2, 0), "D": (FOOT / 2, 0)})
    either = check_square(SET_OUT, with_slip(pulled(rough, WELL_CHECKED), 0, FOOT / 2))
    assert either.verdict is Verdict.CHECK_READINGS
    assert not any(suspect.certain for suspect in either.suspects)


def test_a_slip_singled_out_is_left_out_of_the_estimate() -> None:
    pulls = with_slip(pulled(TRUTH, ALL_TWICE), 2, 60.0)
    check = check_square(SET_OUT, pulls)

    assert 2 not in check.believed
    for name, point in TRUTH.items():
        assert check.fit.corners[name].distance_to(point) < 0.01
    assert check.moves


def test_two_slips_at_once_are_both_singled_out_where_every_pull_is_checked_twice() -> None:
    pulls = with_slip(with_slip(pulled(TRUTH, ALL_TWICE), 0, FOOT), 5, -25.4)
    check = check_square(SET_OUT, pulls)
    assert {suspect.pull.pair for suspect in check.suspects} == {("A", "B"), ("B", "D")}
    assert all(suspect.certain for suspect in check.suspects)
    assert not {0, 5} & set(check.believed)
    once = check_square(SET_OUT, with_slip(with_slip(pulled(TRUTH, WELL_CHECKED), 0, FOOT), 5, -25.4))
    assert {s.pull.pair for s in once.suspects if s.certain} <= {("A", "B"), ("B", "D")}


@pytest.mark.trials
def test_on_noisy_sites_slips_are_found_and_honest_pulls_rarely_accused() -> None:
    noise = random.Random(11)
    right = wrong = 0
    sites = 60
    for _ in range(sites):
        truth = displaced(STORE, {n: (noise.uniform(-25, 25), noise.uniform(-25, 25)) for n in "CD"})
        bad = noise.randrange(len(ALL_TWICE))
        slip = noise.choice([FOOT, -FOOT, 25.4, -25.4])
        pulls = with_slip(pulled(truth, ALL_TWICE, FOOT, noise=noise, sigma_mm=1.0), bad, slip)
        certain = [s for s in check_square(SET_OUT, pulls).suspects if s.certain]
        right += any(s.pull is pulls[bad] for s in certain)
        wrong += any(s.pull is not pulls[bad] for s in certain)
    assert wrong == 0
    assert right >= 0.9 * sites
