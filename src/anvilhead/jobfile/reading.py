"""From text to a job: decoding, shape, lengths and what belongs together, every fault with its place."""

import json
from collections import Counter
from collections.abc import Sequence
from typing import Any

from pydantic import BaseModel, ValidationError

from anvilhead.core.errors import PullError
from anvilhead.core.tape import Pull
from anvilhead.jobfile.beside import Beside, Inner, Section
from anvilhead.jobfile.board_plans import BoardPlan, DigPlan
from anvilhead.jobfile.control import AtPoint, Control, ControlLine, ControlPoint, FromLine, Gap, OffsetAt
from anvilhead.jobfile.footprints import Polygon, Rectangle, Step, Walk
from anvilhead.jobfile.models import JobFile, PullEntry, Reading, Structure
from anvilhead.jobfile.placed import control_problems, place_all
from anvilhead.jobfile.planned import Planned, work_out
from anvilhead.jobfile.problems import DocumentRefused, Problem, pointer_to, problems_from

_DOCUMENTS = (JobFile, Structure, PullEntry, Rectangle, Walk, Step, Polygon, Section, Beside, Inner, BoardPlan, DigPlan,
              Control, ControlLine, ControlPoint, AtPoint, FromLine, Gap, OffsetAt)  # fmt: skip
"""Whose keys a misspelt one may have meant."""

LARGEST_BYTES = 10_000_000
"""A job file of 20,000 pulls is under 3 MB."""


def read_job(raw: bytes) -> JobFile:
    """Read a job file.

    Raises:
        DocumentRefused: with every fault found, each with a pointer to its place.
    """
    return validate_job(decode(raw))


def decode(raw: bytes) -> Any:
    """Decode JSON, strictly: UTF-8, no NaN, no key twice in one object.

    Raises:
        DocumentRefused: when it is too large, not UTF-8, or not JSON.
    """
    if len(raw) > LARGEST_BYTES:
        raise _refused(
            "too-large",
            f"The file is over {LARGEST_BYTES // 1_000_000} MB, more than any job needs. Is it the right file?",
        )
    try:
        return json.loads(raw.decode("utf-8-sig"), parse_constant=_no_constant, object_pairs_hook=_no_key_twice)
    except UnicodeDecodeError as error:
        raise _refused(
            "not-utf-8", f"The file is not UTF-8 text (byte {error.start + 1}). Save it as UTF-8."
        ) from error
    except json.JSONDecodeError as error:
        raise _refused(
            "not-json",
            f"Not JSON at line {error.lineno}, column {error.colno}: {error.msg}. Is the file whole?",
        ) from error
    except RecursionError as error:
        raise _refused("not-json", "The file is nested too deeply to be a job.") from error
    except ValueError as error:  # numbers of thousands of digits, and what the two hooks refuse
        raise _refused("not-json", str(error)) from error


def validate_job(data: Any) -> JobFile:
    """Check a decoded document: first its shape and lengths, then what belongs together."""
    known = {key for model in _DOCUMENTS for key in _keys(model)}
    problems = _references(data)
    try:
        job = JobFile.model_validate(data)
    except ValidationError as error:
        shape = problems_from(error.errors(include_url=False), known)
        if "levels" in (data if isinstance(data, dict) else ()):
            shape = [_levels_problem() if p.pointer.startswith("/levels") else p for p in shape]
        raise DocumentRefused(shape + problems) from error
    problems += control_problems(job.control)
    found: dict[str, Planned] = {}
    for i, structure in enumerate(job.structures):
        planned, wrong = work_out(structure, f"/structures/{i}")
        problems += wrong
        if planned:
            found[structure.id] = planned
    for i, pull in enumerate(job.pulls):
        if pull.structure in found:
            problems += pull_problems(pull, found[pull.structure].footprint.names, f"/pulls/{i}")
    refuse(problems)
    refuse(place_all(job.control, found)[1])
    return job


def refuse(problems: list[Problem]) -> None:
    """Refuse a document with problems.

    Raises:
        DocumentRefused: when there is any.
    """
    if problems:
        raise DocumentRefused(problems)


def pull_problems(pull: Reading, names: Sequence[str], pointer: str = "") -> list[Problem]:
    """What is wrong with a pull beyond the shape of its document, between corners of these names."""
    problems = [
        Problem(
            pointer=f"{pointer}/{key}",
            code="unknown-corner",
            message=f"There is no corner {name}. The corners are {', '.join(names)}.",
        )
        for key, name in (("from", pull.start), ("to", pull.end))
        if name not in names
    ]
    try:
        pull_of(pull)
    except PullError as error:
        key = {"same-corner": "to", "fall-over-reading": "height_difference"}.get(error.code, "reading")
        problems.append(Problem(pointer=f"{pointer}/{key}", code=error.code, message=error.message))
    return problems


def pull_of(entry: Reading) -> Pull:
    """The core's pull of an entry.

    Raises:
        PullError: when it contradicts itself.
    """
    return Pull(
        start=entry.start,
        end=entry.end,
        reading_mm=entry.reading.mm,
        burn_mm=entry.burn.mm,
        fall_mm=entry.height_difference.mm,
        typed=entry.reading.written if isinstance(entry.reading.written, str) else "",
        round=entry.round,
    )


def _references(data: Any) -> list[Problem]:
    """Ids used twice and pulls of unknown structures, told even when other things are wrong too."""
    if not isinstance(data, dict):
        return []
    structures, pulls = data.get("structures"), data.get("pulls")
    ids = [s.get("id") if isinstance(s, dict) else None for s in structures] if isinstance(structures, list) else []
    count = Counter(i for i in ids if isinstance(i, str))
    problems = [
        Problem(
            pointer=pointer_to(["structures", n, "id"]),
            code="id-twice",
            message=f"“{i}” is the id of two structures. Give each its own.",
        )
        for n, i in enumerate(ids)
        if isinstance(i, str) and count[i] > 1 and i in ids[:n]
    ]
    for n, pull in enumerate(pulls if isinstance(pulls, list) else []):
        of = pull.get("structure") if isinstance(pull, dict) else None
        if isinstance(of, str) and of not in count:
            problems.append(
                Problem(
                    pointer=pointer_to(["pulls", n, "structure"]),
                    code="unknown-structure",
                    message=f"There is no structure “{of}” in this job.",
                )
            )
    return problems


def _levels_problem() -> Problem:
    return Problem(
        pointer="/levels",
        code="levels-not-yet",
        message="Levels are not read yet. Take them out to solve the rest.",
    )


def _keys(model: type[BaseModel]) -> set[str]:
    return {field.alias or name for name, field in model.model_fields.items()}


def _refused(code: str, message: str) -> DocumentRefused:
    return DocumentRefused([Problem(pointer="", code=code, message=message)])


def _no_constant(name: str) -> Any:
    raise ValueError(f"{name} is not a number a tape can show. Write the length in digits.")


def _no_key_twice(pairs: list[tuple[str, Any]]) -> dict[str, Any]:
    out = dict(pairs)
    if len(out) < len(pairs):
        twice = next(key for key, count in Counter(key for key, _ in pairs).items() if count > 1)
        raise ValueError(f"The key “{twice}” stands twice in one object. Keep one.")
    return out
