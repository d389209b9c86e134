"""A book that begins on the first board top: all else goes by it, and whether it does for the rest is told."""

import json
from typing import Any

import pytest

from anvilhead.jobfile.reading import read_job
from anvilhead.jobfile.solving import solve_job

INCH = 25.4


def levels_of(readings: list[tuple[str, str, str]], boards: dict[str, Any], height: str = "0") -> dict[str, Any]:
    """What comes of a hose that begins on the board top at the A end of AB; every shot after it is on the ground."""
    shots: list[dict[str, str]] = [{"at": "AB@A", "on": "board tops", "reading": '40"'}]
    shots += [{"at": at, "reading": reading} | ({"on": on} if on else {}) for at, on, reading in readings]
    job = {
        "format": "anvilhead-job", "version": 1, "name": "Net loft", "units": "ft-in",
        "structures": [{"id": "loft", "kind": "building", "boards": boards,
                        "footprint": {"shape": "rectangle", "length": "30'", "width": "20'"}}],
        "levels": {"benchmark": {"name": "AB@A", "on": "board tops", "height": height},
                   "setups": [{"instrument": "water-level", "shots": shots}]},
    }  # fmt: skip
    found: dict[str, Any] = solve_job(read_job(json.dumps(job).encode())).model_dump(mode="json")["levels"]
    return found


BOARDS = {"clear": '8"', "embedment": '18"', "stakes": ["4'"]}
GROUND = [("A", "", '60"'), ("B", "", '50"'), ("C", "", '44"'), ("D", "", '58"')]
"""Under the board at 0, HI 40 inches: A −20, B −10, C −4, D −18 inches."""


def test_everything_goes_to_the_reading_of_the_first_board() -> None:
    found = levels_of([("BC@B", "board tops", '42 1/2"'), *GROUND], BOARDS, "1' 6\"")
    assert found["things"]["board tops"] == {"AB@A": 18 * INCH, "BC@B": pytest.approx(15.5 * INCH)}
    assert found["heights"]["A"] == pytest.approx(-2 * INCH)
    assert found["benchmarks"][0]["thing"] == "board tops"


def test_one_chosen_too_low_is_told_with_the_heights_that_do_for_all() -> None:
    """C lies 4" under it and wants 8": 4" too low.  At A a 4' stake less 18" reaches 30" over −20": 10" at the most."""
    (told,) = levels_of(GROUND, BOARDS)["first_boards"]
    assert (told["off_mm"], told["works"]) == (pytest.approx(4 * INCH), False)
    assert (told["least_mm"], told["most_mm"]) == (pytest.approx(4 * INCH), pytest.approx(10 * INCH))
    assert told["text"].startswith('The first board, A on AB, stands 4" too low: the ground at ')
    assert told["text"].endswith('For all 8 boards strings work from 4" to 10".')


def test_one_too_high_for_the_stakes_and_one_that_does() -> None:
    (high,) = levels_of(GROUND, BOARDS | {"stakes": ["3'"]}, "0")["first_boards"]
    assert high["off_mm"] is None  # 18" over −20 is −2", under the 4" that C wants
    assert "No one height does for all 8 boards" in high["text"]
    assert '6" too short at' in high["text"]
    (fine,) = levels_of(GROUND, BOARDS | {"clear": '4"'})["first_boards"]
    assert fine["works"]
    assert "does for all 8 boards: strings work" in fine["text"]


def test_only_boards_whose_ground_is_known_speak() -> None:
    (told,) = levels_of(GROUND[:1], BOARDS | {"stakes": []})["first_boards"]
    assert (told["least_mm"], told["most_mm"]) == (pytest.approx(-12 * INCH), None)
    assert "the 2 of 8 boards whose ground is known" in told["text"]
    assert levels_of([], BOARDS)["first_boards"] == []
