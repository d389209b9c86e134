"""`./anvilhead simulate`: a real process, its streams, and what hangs on the seed alone."""

import json
import subprocess
from typing import Any

import pytest

from tests.jobfile.test_solve_command import JOB, ROOT

TWO = JOB | {
    "structures": [
        *JOB["structures"],
        {
            "id": "run",
            "kind": "fence",
            "footprint": {"shape": "run", "steps": [{"go": "40'"}, {"turn": 90, "go": "9'"}]},
        },
    ]
}


def simulate(job: dict[str, Any], *arguments: str) -> subprocess.CompletedProcess[bytes]:
    command = [str(ROOT / "anvilhead"), "simulate", "-", *arguments]
    return subprocess.run(command, input=json.dumps(job).encode(), capture_output=True, check=False)


def printed(job: dict[str, Any], *arguments: str) -> dict[str, Any]:
    done = simulate(job, *arguments)
    assert done.returncode == 0, done.stderr.decode()
    found: dict[str, Any] = json.loads(done.stdout)
    return found


def test_the_same_seed_prints_the_same_on_one_core_or_two() -> None:
    few = printed(TWO, "--seed", "7", "--runs", "12")
    assert few == printed(TWO, "--seed=7", "--runs=12")
    assert few != printed(TWO, "--seed", "8", "--runs", "12")
    many = simulate(TWO, "--seed", "7", "--runs", "50")
    assert many.stdout == simulate(TWO, "--seed", "7", "--runs", "50").stdout  # by several processes
    store = few["structures"]["store"]
    assert list(few["structures"]) == ["store", "run"]
    assert sum(store["rounds"]["counts"].values()) == 12
    mean = sum(int(rounds) * of for rounds, of in store["rounds"]["counts"].items()) / 12
    assert store["rounds"]["mean"] == pytest.approx(mean)
    assert 0 < store["worst_mm"]["mean"] <= store["worst_mm"]["p95"]


def test_a_finer_tape_brings_finer_corners() -> None:
    fine = JOB | {"structures": [JOB["structures"][0] | {"tape_error": '1/64"'}]}
    rough = JOB | {"structures": [JOB["structures"][0] | {"tape_error": '1/4"'}]}
    found = [printed(job, "--runs", "40")["structures"]["store"]["worst_mm"]["mean"] for job in (fine, rough)]
    assert found[0] < found[1]


@pytest.mark.parametrize(
    ("arguments", "said"),
    [
        (("--runs", "0"), "--runs is a whole number"),
        (("--runs", "many"), "“many”"),
        (("--seed", "-4"), "--seed is a whole number"),
        (("--seed",), "--seed is a whole number"),
        (("--misreads", "nan"), "a share of readings"),
        (("--fast",), "--fast is not known here"),
        (("another.json",), "Usage"),
    ],
)
def test_nonsense_is_refused_in_words(arguments: tuple[str, ...], said: str) -> None:
    done = simulate(JOB, *arguments)
    assert (done.returncode, done.stdout) == (2, b"")
    assert said in json.loads(done.stderr)[0]["message"]


def test_a_bad_file_is_refused_as_by_solve() -> None:
    bad = JOB | {"structures": [JOB["structures"][0] | {"footprint": {"shape": "rectangle", "length": "44'"}}]}
    done = simulate(bad)
    assert done.returncode == 2
    assert json.loads(done.stderr)[0]["pointer"].startswith("/structures/0/footprint")
