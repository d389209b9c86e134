"""What a reading may name: every fault is told where it stands, and nothing sound is refused."""

from typing import Any

import pytest

from anvilhead.jobfile.documents.models import Plan, Reading
from anvilhead.jobfile.working.naming import MOST_NAMES_TOLD, Naming, naming_of
from anvilhead.jobfile.working.planned import planned

RECTANGLE: dict[str, Any] = {
    "kind": "building",
    "footprint": {"shape": "rectangle", "length": "9.6 m", "width": "6.4 m"},
    "stakes": [{"name": "S1", "at": ["2 m", "1 m"]}],
}


def naming(plan: dict[str, Any] = RECTANGLE) -> Naming:
    return naming_of(planned(Plan.model_validate(plan)))


def reading(**keys: Any) -> Reading:
    return Reading.model_validate({"round": 1, "reading": "4 m", "burn": 0} | keys)


def test_corners_boards_and_stakes_are_points_and_sides_are_lines() -> None:
    found = naming()
    assert {"A", "D", "AB@A", "DA@D", "S1"} <= set(found.points)
    assert (found.points["S1"].x, found.points["S1"].y) == (2000.0, 1000.0)
    assert found.lines["BC"] == ("B", "C")


@pytest.mark.parametrize(
    "keys",
    [
        {"from": "A", "to": "C"},
        {"from": "S1", "to": "AB@A"},
        {"from": "A", "to": "BC", "kind": "to-line"},
        {"from": "A", "to": "B", "kind": "along", "line": "AB"},
        {"from": "A", "to": "DA", "kind": "triangle", "line": "AB", "legs": ["3 m", "4 m"]},
        {"from": "A", "to": "D", "kind": "square", "line": "AB", "station": "2 m", "offset": "100 mm"},
    ],
)
def test_every_kind_of_pull_can_be_named(keys: dict[str, Any]) -> None:
    assert naming().faults(reading(**keys)) == []


@pytest.mark.parametrize(
    ("keys", "faults"),
    [
        ({"from": "A", "to": "Z"}, [("to", "unknown-corner")]),
        ({"from": "Y", "to": "Z"}, [("from", "unknown-corner"), ("to", "unknown-corner")]),
        ({"from": "A", "to": "AC", "kind": "to-line"}, [("to", "unknown-line")]),
        ({"from": "A", "to": "AB", "kind": "to-line"}, [("to", "on-line")]),
        ({"from": "A", "to": "C", "line": "AB"}, [("line", "not-for-kind")]),
        ({"from": "A", "to": "B", "kind": "along"}, [("line", "missing")]),
        ({"from": "C", "to": "B", "kind": "along", "line": "AB"}, [("line", "not-on-line")]),
        ({"from": "A", "to": "AB", "kind": "triangle", "line": "AB", "legs": ["3 m", "4 m"]}, [("to", "same-line")]),
        ({"from": "A", "to": "C", "offset": "100 mm"}, [("offset", "not-for-kind")]),
    ],
)
def test_what_is_named_wrongly_is_told_where_it_stands(keys: dict[str, Any], faults: list[tuple[str, str]]) -> None:
    assert [(fault.key, fault.code) for fault in naming().faults(reading(**keys))] == faults


def test_of_many_names_the_first_are_told() -> None:
    zigzag = [{"go": "1 m"}, *({"go": "1 m", "turn": turn} for turn in ("90", "-90") * 8)]
    walk = RECTANGLE | {"kind": "fence", "footprint": {"shape": "run", "steps": zigzag}, "stakes": []}
    fault = naming(walk).faults(reading(**{"from": "A", "to": "Z"}))[0]
    assert fault.message.endswith("L ….")
    assert fault.message.count(",") == MOST_NAMES_TOLD - 1
