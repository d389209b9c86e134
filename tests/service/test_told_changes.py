"""What changed in a document, as the record says it."""

from typing import Any

import pytest

from anvilhead.service.told_changes import told_changes

PIPE = {"name": "gas", "at": ["4'", "0'"], "radius": "2'", "stands": False, "ticket": None}


@pytest.mark.parametrize(
    ("was", "now", "told"),
    [
        ({"tolerance": '1/8"'}, {"tolerance": '1/4"'}, 'tolerance 1/4" instead of 1/8"'),
        ({}, {"held_line": "BC", "crew": None}, "held line BC"),
        ({"crew": 1}, {"crew": None}, "crew taken out"),
        ({"obstacles": []}, {"obstacles": [PIPE]}, "gas new in obstacles (at 4' 0', radius 2')"),
        ({"obstacles": [PIPE]}, {"obstacles": [PIPE | {"radius": '18"'}]}, "gas: radius 18\" instead of 2'"),
        ({"obstacles": [PIPE]}, {"obstacles": [PIPE | {"stands": True}]}, "gas: stands"),
        ({"obstacles": [PIPE]}, {"obstacles": []}, "obstacles taken out"),
        ({"obstacles": [PIPE, PIPE | {"name": "drain"}]}, {"obstacles": [PIPE]}, "drain taken out of obstacles"),
        ({"section": {"wall": '8"'}}, {"section": {"wall": '8"', "footing": '20"'}}, 'section footing 20"'),
        ({"lines": None}, {"lines": None, "order": ["a", "b"]}, "order a b"),
        ({"closed": ["x"]}, {"closed": ["x", "y"]}, "closed x y instead of x"),
        (
            {"footprint": {"shape": "rectangle", "length": "44'", "width": "27'"}},
            {"footprint": {"shape": "rectangle", "length": "45'", "width": "27'"}, "order": []},
            "footprint length 45' instead of 44'",
        ),
    ],
)
def test_in_words(was: dict[str, Any], now: dict[str, Any], told: str) -> None:
    assert told_changes(was, now) == told
