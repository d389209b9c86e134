"""Level books: hand-worked runs, sharing out, and what must hold for any book."""

import math
from itertools import pairwise

import pytest
from hypothesis import given
from hypothesis import strategies as st

from anvilhead.core.levels.level_book import LevelBook, LevelSetup, LevelShot, Spot, keep_book
from anvilhead.core.levels.level_instrument import LevelInstrument

INCH, FOOT = 25.4, 304.8


def setup(*shots: tuple[str, float], height_mm: float | None = None) -> LevelSetup:
    taken = tuple(LevelShot(Spot(at), reading) for at, reading in shots)
    return LevelSetup(LevelInstrument.OPTICAL, taken, height_mm)


def heights(book: LevelBook) -> dict[str, float]:
    return {str(spot): round(found.height_mm, 6) for spot, found in book.found.items()}


class TestOneSetup:
    def test_height_is_the_level_line_less_the_reading(self) -> None:
        # 100' benchmark, backsight 5' 3": HI 105' 3"; 4' 9" on A leaves 100' 6", 6' 0" on B leaves 99' 3"
        book = keep_book({"BM": 100 * FOOT}, [setup(("BM", 63 * INCH), ("A", 57 * INCH), ("B", 72 * INCH))])

        assert book.setups[0].hi_mm == pytest.approx(105.25 * FOOT)
        assert heights(book) == {"A": round(100.5 * FOOT, 6), "B": round(99.25 * FOOT, 6)}

    def test_a_larger_reading_is_lower_ground(self) -> None:
        book = keep_book({"BM": 0.0}, [setup(("BM", 1000), ("high", 800), ("low", 1300))])
        assert heights(book) == {"high": 200, "low": -300}

    def test_a_string_of_known_height_needs_no_benchmark(self) -> None:
        book = keep_book({"BM": 0.0}, [setup(("A", 34 * INCH), ("B", 35 * INCH), height_mm=20 * INCH)])
        assert heights(book) == {"A": round(-14 * INCH, 6), "B": round(-15 * INCH, 6)}

    def test_a_level_turned_round_counts_by_its_mean(self) -> None:
        shots = (LevelShot(Spot("BM"), 600, 604), LevelShot(Spot("A"), 590, 598))
        book = keep_book({"BM": 0.0}, [LevelSetup(LevelInstrument.LINE, shots)])
        assert book.height_of(Spot("A")) == pytest.approx(602 - 594)

    def test_a_rod_held_upside_down_reads_below_zero(self) -> None:
        book = keep_book({"BM": 0.0}, [setup(("BM", 1200), ("beam", -900))])
        assert heights(book) == {"beam": 2100}

    def test_a_setup_that_begins_nowhere_has_no_height_and_gives_none(self) -> None:
        book = keep_book({"BM": 0.0}, [setup(("BM", 1000), ("B", 900)), setup(("X", 900), ("A", 800))])
        assert (book.setups[1].hi_mm, book.height_of(Spot("A"))) == (None, None)
        assert book.setups[0].level_line_mm == 1000

    def test_any_known_point_carries_the_height_when_the_first_shot_is_gone(self) -> None:
        # BM and A known from setup 1; setup 2 shot X, then A: A gives HI = 100 + 1050 = 1150, so X lies at 1150 - 900
        book = keep_book({"BM": 0.0}, [setup(("BM", 1000), ("A", 900)), setup(("X", 900), ("A", 1050))])
        assert book.setups[1].hi_mm == 1150
        assert (book.setups[1].back, book.setups[1].start) == ((1, 1), (0, 1))
        assert book.height_of(Spot("X")) == 250

    def test_the_next_known_point_is_the_spare(self) -> None:
        book = keep_book({"BM": 0.0, "BM2": 400.0}, [setup(("BM", 1000), ("A", 900), ("BM2", 601))])
        assert book.setups[0].spare == (0, 2)

    def test_a_thing_set_on_a_point_leaves_its_ground_alone(self) -> None:
        shots = (LevelShot(Spot("BM"), 1000), LevelShot(Spot("A"), 900), LevelShot(Spot("A", "form top"), 700))
        book = keep_book({"BM": 0.0}, [LevelSetup(LevelInstrument.LASER, shots)])
        assert book.height_of(Spot("A")) == 100
        assert book.height_of(Spot("A", "form top")) == 300

    def test_the_latest_shot_of_a_spot_counts_and_the_difference_is_told(self) -> None:
        book = keep_book({"BM": 0.0}, [setup(("BM", 1000), ("A", 900), ("A", 897))])
        assert heights(book) == {"A": 103}
        assert book.again[0].higher_mm == pytest.approx(3)


class TestRuns:
    def test_a_loop_over_three_setups_by_hand(self) -> None:
        # BM 0 → TP1: 1.500 - 1.200 = +0.300; → TP2: 1.450 - 1.650 = -0.200; back on BM: 1.300 - 1.394 = -0.094
        # found 0.300 - 0.200 - 0.094 = +0.006; a third of 6 mm comes off at each setup
        book = keep_book(
            {"BM": 0.0},
            [setup(("BM", 1500), ("TP1", 1200)), setup(("TP1", 1450), ("P", 1000), ("TP2", 1650)),
             setup(("TP2", 1300), ("Q", 1100), ("BM", 1394))],
        )  # fmt: skip

        check = book.checks[0]
        assert (check.run, check.misclosure_mm) == ((0, 1, 2), pytest.approx(6))
        assert [s.correction_mm for s in book.setups] == pytest.approx([-2, -4, -6])
        assert heights(book) == {"TP1": 298, "P": 746, "TP2": 96, "Q": 294}

    def test_a_branch_takes_over_the_correction_of_where_it_hangs(self) -> None:
        book = keep_book(
            {"BM": 0.0},
            [setup(("BM", 1500), ("TP", 1200)), setup(("TP", 1000), ("far", 900)), setup(("TP", 1450), ("BM", 1754))],
        )
        # BM came out 4 mm low: 2 mm are added at each of the two setups of its run; the branch hangs on the first
        assert book.checks[0].run == (0, 2)
        assert [s.correction_mm for s in book.setups] == pytest.approx([2, 2, 4])

    def test_a_later_check_leaves_alone_what_is_closed(self) -> None:
        book = keep_book(
            {"BM": 0.0, "BM2": 500.0},
            [setup(("BM", 1000), ("TP", 1000), ("BM", 1002)), setup(("TP", 900), ("BM2", 390))],
        )
        # the first run closes 2 mm low and gains 2 mm; from there BM2 comes out at 2 + 900 - 390 = 512, 12 too high
        assert [c.misclosure_mm for c in book.checks] == pytest.approx([-2, 12])
        assert book.checks[1].run == (1,)
        assert [s.correction_mm for s in book.setups] == pytest.approx([2, -10])

    def test_of_two_checks_in_one_setup_the_last_decides(self) -> None:
        book = keep_book({"BM": 0.0}, [setup(("BM", 1000), ("BM", 1001), ("A", 900), ("BM", 1003))])
        assert [c.shared for c in book.checks] == [False, True]
        assert heights(book) == {"A": 103}

    def test_what_may_not_be_shared_moves_no_height(self) -> None:
        book = keep_book(
            {"BM": 0.0}, [setup(("BM", 1500), ("TP", 1200)), setup(("TP", 1450), ("P", 1000), ("BM", 2054.8))],
            lambda check: abs(check.misclosure_mm) < 10,
        )  # fmt: skip
        assert book.checks[0].misclosure_mm == pytest.approx(-304.8)
        assert not book.checks[0].shared
        assert heights(book) == {"TP": 300, "P": 750}

    def test_a_later_check_over_the_whole_run_still_closes_it(self) -> None:
        # only the reading on BM in setup 1 slipped by a foot; BM2 closes the run 2 mm low over both setups
        book = keep_book(
            {"BM": 0.0, "BM2": 200.0},
            [setup(("BM", 1500), ("TP", 1200), ("BM", 1804.8)), setup(("TP", 1450), ("BM2", 1552))],
            lambda check: abs(check.misclosure_mm) < 10,
        )
        assert [c.shared for c in book.checks] == [False, True]
        assert book.checks[1].run == (0, 1)
        assert [s.correction_mm for s in book.setups] == pytest.approx([1, 2])


truths = st.lists(st.floats(-3000, 3000), min_size=4, max_size=12)


def run_over(truth: list[float], noise: list[float], lift_mm: float = 0.0) -> LevelBook:
    """A loop from the first point over all others and back, read with known errors."""
    points = [*range(len(truth)), 0]
    legs = list(pairwise(points))
    setups = []
    for i, (one, other) in enumerate(legs):
        hi = max(truth[one], truth[other]) + 1000
        names = tuple("BM" if p == 0 else f"P{p}" for p in (one, other))
        setups.append(setup((names[0], hi - truth[one]), (names[1], hi - truth[other] + noise[i % len(noise)])))
    return keep_book({"BM": truth[0] + lift_mm}, setups)


@given(truths)
def test_exact_readings_close_and_give_the_truth(truth: list[float]) -> None:
    book = run_over(truth, [0.0])
    assert book.checks[0].misclosure_mm == pytest.approx(0, abs=1e-8)
    for i, height in enumerate(truth[1:], 1):
        assert book.height_of(Spot(f"P{i}")) == pytest.approx(height, abs=1e-8)


@given(truths, st.floats(-500_000, 500_000), st.lists(st.floats(-20, 20), min_size=1, max_size=5))
def test_lifting_the_benchmark_lifts_everything_by_it(truth: list[float], by: float, noise: list[float]) -> None:
    one, other = run_over(truth, noise), run_over(truth, noise, by)
    for spot, found in one.found.items():
        assert other.found[spot].height_mm - found.height_mm == pytest.approx(by, abs=1e-6)
    assert other.checks[0].misclosure_mm == pytest.approx(one.checks[0].misclosure_mm, abs=1e-6)


@given(truths, st.lists(st.floats(-20, 20), min_size=1, max_size=5))
def test_sharing_out_a_loop_leaves_nothing_of_its_misclosure(truth: list[float], noise: list[float]) -> None:
    book = run_over(truth, noise)
    last = book.setups[-1]
    back = (last.level_line_mm or math.nan) - (last.hi_mm or math.nan) + book.checks[0].found_mm
    assert back == pytest.approx(truth[0], abs=1e-8)
