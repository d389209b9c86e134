"""`./anvilhead solve`: a real process, its exit status and its streams."""

import json
import subprocess
from pathlib import Path
from typing import Any

import pytest

ROOT = Path(__file__).resolve().parents[2]

JOB: dict[str, Any] = {
    "format": "anvilhead-job",
    "version": 1,
    "name": "Example",
    "units": "ft-in",
    "structures": [
        {
            "id": "store",
            "kind": "building",
            "footprint": {"shape": "rectangle", "length": "44'", "width": "27'6\""},
            "tolerance": '1/8"',
            "board_setback": "4'",
            "held_line": "AB",
        }
    ],
    # round 1 is past; in round 2 the far side has slid 20 mm toward C
    "pulls": [
        {"structure": "store", "round": 1, "from": "A", "to": "B", "reading": "45'", "burn": "1'"},
        *(
            {"structure": "store", "round": 2, "from": pair[0], "to": pair[1], "reading": mm}
            for pair, mm in {
                "AB": 13411.2,
                "BC": 8382.0238606,
                "CD": 13411.2,
                "DA": 8382.0238606,
                "AC": 15832.0889,
                "BD": 15798.1697,
            }.items()
        ),
    ],
}


def solve(document: str | bytes | None, *arguments: str, cwd: Path | None = None) -> subprocess.CompletedProcess[bytes]:
    raw = document.encode() if isinstance(document, str) else document
    command = [str(ROOT / "anvilhead"), "solve", *(arguments or ["-"])]
    return subprocess.run(command, input=raw or b"", capture_output=True, cwd=cwd, check=False)


@pytest.fixture(scope="module")
def store() -> dict[str, Any]:
    done = solve(json.dumps(JOB))
    assert (done.returncode, done.stderr) == (0, b"")
    results = json.loads(done.stdout)
    assert (results["format"], results["version"], results["problems"]) == ("anvilhead-results", 1, [])
    found: dict[str, Any] = results["structures"]["store"]
    return found


def test_the_plan_is_worked_out(store: dict[str, Any]) -> None:
    assert store["corners"]["C"] == {"x_mm": 13411.2, "y_mm": 8382.0}
    assert [(s["from"], s["to"], s["text"]) for s in store["sides"]] == [
        ("A", "B", "44' 0\""), ("B", "C", "27' 6\""), ("C", "D", "44' 0\""), ("D", "A", "27' 6\""),
    ]  # fmt: skip
    assert [(d["from"], d["to"], d["text"]) for d in store["diagonals"]] == [
        ("A", "C", "51' 10 5/8\""),
        ("B", "D", "51' 10 5/8\""),
    ]
    assert store["diagonals"][0]["remainder_mm"] == pytest.approx(0.451, abs=1e-3)
    assert store["area_mm2"] == pytest.approx(13411.2 * 8382)
    assert store["perimeter_mm"] == pytest.approx(43586.4)
    board = {"board": "AB@A", "line": "AB", "corner": "A", "nail": {"x_mm": -1219.2, "y_mm": 0.0}}
    assert store["boards"][0] | board == store["boards"][0]


def test_the_latest_round_is_judged(store: dict[str, Any]) -> None:
    square = store["square"]
    assert (square["round"], square["verdict"]) == (2, "adjust")
    assert square["estimated"]["C"]["x_mm"] == pytest.approx(13431.2, abs=0.01)
    assert square["estimated"]["C"]["y_mm"] == pytest.approx(8382, abs=0.01)
    assert set(square["estimated"]["C"]["ellipse"]) == {"major_mm", "minor_mm", "angle_deg"}
    moves = {move["board"]: (move["move_mm"], move["toward"], move["text"]) for move in square["moves"]}
    assert moves["BC@C"] == (pytest.approx(22.909, abs=0.01), "in", '7/8"')
    assert moves["DA@D"] == (pytest.approx(22.909, abs=0.01), "out", '7/8"')
    assert moves["AB@A"] == (0.0, "in", '0"')
    assert len(square["predicted"]) == 6
    assert square["predicted"][4] == {
        "from": "A", "to": "C", "length_mm": pytest.approx(15815.126, abs=0.01), "text": "51' 10 5/8\"",
    }  # fmt: skip
    assert (square["suspects"], square["next_pull"]) == ([], None)


def test_a_structure_without_pulls_is_planned_and_not_judged() -> None:
    done = solve(json.dumps(JOB | {"pulls": []}))
    assert json.loads(done.stdout)["structures"]["store"]["square"] is None


def test_a_file_is_found_from_any_folder_and_spaces_do_no_harm(tmp_path: Path) -> None:
    (tmp_path / "the boat store.anvil.json").write_text(json.dumps(JOB))
    assert solve(None, "the boat store.anvil.json", cwd=tmp_path).returncode == 0


@pytest.mark.parametrize(
    ("document", "pointer"),
    [
        ('{"format": "anvilhead-job", ', ""),
        (json.dumps(JOB | {"version": 7}), "/version"),
        (json.dumps(JOB | {"structures": JOB["structures"] * 2}), "/structures/1/id"),
        (b" " * 50_000_000, ""),
    ],
    ids=["cut off", "other version", "one id twice", "50 MB"],
)
def test_a_bad_file_ends_with_2_and_a_list_of_problems(document: str | bytes, pointer: str) -> None:
    done = solve(document)

    assert (done.returncode, done.stdout) == (2, b"")
    problems = json.loads(done.stderr)
    assert [problem["pointer"] for problem in problems] == [pointer]
    assert b"Traceback" not in done.stderr


@pytest.mark.parametrize("name", ["/no/such/file", "/"])
def test_a_file_that_cannot_be_read_is_a_problem_too(name: str) -> None:
    done = solve(None, name)
    assert done.returncode == 2
    assert json.loads(done.stderr)[0]["code"] == "unreadable"
