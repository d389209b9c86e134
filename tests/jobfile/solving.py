"""A job of one structure solved, or what it is refused for: for tests of the job file."""

import json
from typing import Any

import pytest

from anvilhead.jobfile.problems import DocumentRefused
from anvilhead.jobfile.reading import read_job
from anvilhead.jobfile.solving import solve_job

FOOT, INCH = 304.8, 25.4


def solved(structure: dict[str, Any], **more: Any) -> dict[str, Any]:
    """Everything that `solve` prints of it; the structure is called `s`."""
    job = {"format": "anvilhead-job", "version": 1, "units": "ft-in", "structures": [{"id": "s", **structure}], **more}
    found: dict[str, Any] = json.loads(solve_job(read_job(json.dumps(job).encode())).model_dump_json(by_alias=True))
    return found


def one(structure: dict[str, Any], **more: Any) -> dict[str, Any]:
    """The results of the structure itself."""
    found: dict[str, Any] = solved(structure, **more)["structures"]["s"]
    return found


def refused(structure: dict[str, Any], **more: Any) -> dict[str, str]:
    """Codes of what is wrong, by where."""
    with pytest.raises(DocumentRefused) as error:
        solved(structure, **more)
    return {problem.pointer: problem.code for problem in error.value.problems}
