"""What a crew is told, method by method; numbers worked by hand for a store of 44 ft by 27 ft 6 in, a foot burned."""

import pytest

from anvilhead.core.geometry.footprint import Footprint, rectangle
from anvilhead.core.geometry.point import Point
from anvilhead.core.messages.method_words import METHOD_CATCH, METHOD_GOOD_FOR, METHOD_NAMES, StepWords, method_why
from anvilhead.core.methods.all_methods import WAYS, steps_for
from anvilhead.core.methods.comparison import compare_methods
from anvilhead.core.methods.method import Method
from anvilhead.core.units.units import Units
from tests.baselines import baseline

FOOT = 304.8
STORE = rectangle(44 * FOOT, 27.5 * FOOT)


def told(method: Method, crew: int = 2, laser_mm: float | None = None, footprint: Footprint = STORE) -> list[str]:
    words = StepWords(FOOT, Units.FT_IN, laser_mm, crew)
    steps = steps_for(WAYS[method], baseline(footprint))
    return [words.text(step, number) for number, step in enumerate(steps, 1)]


def test_every_method_has_its_name_use_and_catch() -> None:
    assert set(METHOD_NAMES) == set(METHOD_GOOD_FOR) == set(METHOD_CATCH) == set(Method)


@pytest.mark.parametrize("method", list(Method))
def test_every_method_begins_with_the_baseline_and_its_burn(method: Method) -> None:
    assert told(method)[0] == "Pull the baseline: B where the tape from A reads 45' 0\"."


@pytest.mark.parametrize(
    ("method", "step", "text"),
    [
        (
            Method.COMPUTED_DIAGONAL, 1,  # C: 27' 6" from B and 51' 10 5/8" from A, a foot on both
            "Cross two tapes at C, left of the baseline: 28' 6\" from B and 52' 10 5/8\" from A.",
        ),
        (
            Method.TIES, 1,
            "Set the nail A on AB on its string, 5' 0\" out from A.",
        ),
        (
            Method.TIES, 3,  # from nails 4 ft beyond A and B: √(48² + 27.5²) = 55.320 and √(4² + 27.5²) = 27.789 ft
            "Cross two tapes at C, left of the baseline: 56' 3 13/16\" from A on AB and 28' 9 1/2\" from B on AB.",
        ),
        (
            Method.THREE_FOUR_FIVE, 1,  # 9 times 4-3-5 ft; marks are made on strings, so no burn in them
            "From B mark 36' 0\" on the string you have and 27' 0\" on the new one; swing the new one until the marks "
            "are 45' 0\" apart. Then C where the tape from B reads 28' 6\".",
        ),
        (
            Method.EQUAL_LEGS, 1,  # 27 ft of the 27.5 hold: 27 · √2 = 38.184 ft
            "From B mark 27' 0\" on the string you have, both ways where it runs on, and 27' 0\" on the new one; swing "
            "the new one until its mark is 38' 2 3/16\" from the first, and as far from the one beyond. Then C where "
            "the tape from B reads 28' 6\".",
        ),
        (
            Method.SHORTEST_DISTANCE, 1,
            "Swing the tape from C to the baseline: its least reading is 28' 6\". "
            "Then 52' 10 5/8\" from A places it along its line.",
        ),
        (
            Method.FRAMING_SQUARE, 2,
            "Lay a framing square in the corner at A; bring the new string along it. "
            "Then D where the tape from A reads 28' 6\".",
        ),
        (
            Method.STATION_OFFSET, 2,
            "D: 1' 0\" along the baseline from its first corner, then 28' 6\" square off to the left.",
        ),
        (
            Method.EQUAL_DIAGONALS, 4,
            "Pull A–C and B–D: rack the far side until both read 52' 10 5/8\". Then pull the sides once more.",
        ),
    ],
    ids=lambda value: value.value if isinstance(value, Method) else "",
)  # fmt: skip
def test_steps_say_what_hands_do(method: Method, step: int, text: str) -> None:
    assert told(method)[step] == text


def test_a_laser_says_its_offset_and_the_other_end() -> None:
    said = told(Method.SQUARE_LASER, laser_mm=101.6)[1]
    assert 'Stand the laser at 44\' 0" along the baseline, 4" off the string' in said
    assert "Shoot again from the other end" in said


def test_to_the_right_of_the_baseline_is_said() -> None:
    clockwise = Footprint((Point(0, 0), Point(9000, 0), Point(9000, -6000), Point(0, -6000)))
    assert all("right of the baseline" in text for text in told(Method.COMPUTED_DIAGONAL, footprint=clockwise)[1:])


def test_who_stands_where_for_two_and_for_one() -> None:
    step = steps_for(WAYS[Method.COMPUTED_DIAGONAL], baseline(STORE))[1]
    assert StepWords(0, Units.FT_IN, None, 2).who(step) == "Dumb end at B and A; the lead reads at C."
    assert StepWords(0, Units.FT_IN, None, 1).who(step) == "Hook the tape at B and A; stand at C."


def test_why_a_method_is_taken() -> None:
    half_inch = compare_methods(baseline(STORE), 12.7)
    assert method_why(half_inch, 12.7, 2, Units.FT_IN).startswith('Computed diagonal: 5 pulls put D within 1/4"')
    nothing = compare_methods(baseline(STORE, has_laser=True), 0.5)
    why = method_why(nothing, 0.5, 2, Units.FT_IN)
    assert why.startswith("Square-throwing laser comes nearest")
    assert "Pull spare diagonals" in why
