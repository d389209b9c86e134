"""From text to a job: decoding, shape, lengths and what belongs together, every fault with its place."""

import json
from collections import Counter
from dataclasses import replace
from typing import Any

from pydantic import BaseModel, ValidationError

from anvilhead.core.units.units import Units
from anvilhead.jobfile.documents.beside import Beside, Inner, Section
from anvilhead.jobfile.documents.board_plans import BoardPlan, DigPlan
from anvilhead.jobfile.documents.control import AtPoint, Control, ControlLine, ControlPoint, FromLine, Gap, OffsetAt
from anvilhead.jobfile.documents.days import DAY_DOCUMENTS
from anvilhead.jobfile.documents.footprints import Polygon, Rectangle, Step, Walk
from anvilhead.jobfile.documents.hold_plan import HoldPlan
from anvilhead.jobfile.documents.models import AcceptedEntry, JobFile, LostEntry, PullEntry, RoundEntry, Structure
from anvilhead.jobfile.documents.stakes import StakePlan
from anvilhead.jobfile.levels.documents import LEVEL_DOCUMENTS
from anvilhead.jobfile.problems import DocumentRefused, Problem, pointer_to, problems_from
from anvilhead.jobfile.working.days_worked import work_days
from anvilhead.jobfile.working.judging import mixed_family
from anvilhead.jobfile.working.naming import Naming, pull_problems
from anvilhead.jobfile.working.placed import Site, control_problems
from anvilhead.jobfile.working.planned import Planned, work_out
from anvilhead.jobfile.working.worked import WorkedJob, work_job

_DOCUMENTS = (JobFile, Structure, PullEntry, Rectangle, Walk, Step, Polygon, Section, Beside, Inner, BoardPlan, DigPlan,
              Control, ControlLine, ControlPoint, AtPoint, FromLine, Gap, OffsetAt,
              HoldPlan, StakePlan, RoundEntry, AcceptedEntry, LostEntry, *LEVEL_DOCUMENTS, *DAY_DOCUMENTS)  # fmt: skip
"""Whose keys a misspelt one may have meant."""

LARGEST_BYTES = 30_000_000
"""A job file of 20,000 pulls is under 3 MB; with the record of how they came about under 15 MB."""


def read_job(raw: bytes) -> JobFile:
    """Read a job file.

    Raises:
        DocumentRefused: with every fault found, each with a pointer to its place.
    """
    return read_and_work(raw)[0]


def read_and_work(raw: bytes) -> tuple[JobFile, WorkedJob]:
    """Read a job file, and keep what checking it worked out.

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


def validate_job(data: Any) -> tuple[JobFile, WorkedJob]:
    """Check a decoded document: first its shape and lengths, then what belongs together."""
    known = {key for model in _DOCUMENTS for key in _keys(model)}
    problems = _references(data)
    try:
        job = JobFile.model_validate(data)
    except ValidationError as error:
        raise DocumentRefused(problems_from(error.errors(include_url=False), known) + problems) from error
    problems += control_problems(job.control)
    found: dict[str, Planned] = {}
    for i, structure in enumerate(job.structures):
        planned, wrong = work_out(structure, f"/structures/{i}")
        problems += wrong
        if planned:
            found[structure.id] = planned
    site = Site(job.control, found, {})
    levels = job.levels if not problems else None  # on plans that contradict themselves nothing can be looked up
    if levels:
        from anvilhead.jobfile.levels.level_faults import level_problems  # noqa: PLC0415 - see `work_job`

        problems += level_problems(levels, site)
    work = work_job(job.control, found, None if problems else levels, job.units or Units.MM)
    namings = work.namings
    families: dict[str, dict[int, str]] = {}
    for i, pull in enumerate(job.pulls):
        if pull.structure in namings:
            wrong = pull_problems(pull, namings[pull.structure], f"/pulls/{i}")
            problems += wrong
            of_rounds = families.setdefault(pull.structure, {})
            if not (pull.struck or wrong):
                problems += mixed_family(of_rounds, pull, f"/pulls/{i}")
                of_rounds.setdefault(pull.round, pull.family or "")
    for i, lost in enumerate(job.lost):
        if lost.structure in namings:
            problems += lost_problems(lost, namings[lost.structure], f"/lost/{i}")
    problems += [*_rounds_twice(job), *_held_control(job)]
    if job.days:
        days, wrong = work_days(job.days, [structure.id for structure in job.structures], "/days")
        problems += wrong
        work = replace(work, days=days)
    if work.book and not problems:
        from anvilhead.jobfile.levels.level_faults import start_problems  # noqa: PLC0415

        problems += start_problems(work.book)
    refuse(problems)
    refuse(list(work.not_placed))
    return job, work


def _rounds_twice(job: JobFile) -> list[Problem]:
    """Rounds that are said to be for two reasons."""
    said = [(one.structure, one.round) for one in job.rounds]
    return [
        Problem(
            pointer=f"/rounds/{i}/round",
            code="round-twice",
            message=f"Round {number} of “{structure}” is listed twice. Keep one.",
        )
        for i, (structure, number) in enumerate(said)
        if (structure, number) in said[:i]
    ]


def _held_control(job: JobFile) -> list[Problem]:
    """What is held of the site's control and is not there."""
    known = [*(point.name for point in job.control.points), *(line.name for line in job.control.lines)]
    return [
        Problem(
            pointer=f"/structures/{i}/hold/of/{k}",
            code="unknown-control",
            message=f"There is no “{name}” on the site. Known: {', '.join(known) or 'none yet'}.",
        )
        for i, structure in enumerate(job.structures)
        if structure.hold
        for k, name in enumerate(structure.hold.of)
        if name not in known
    ]


def lost_problems(lost: LostEntry, naming: Naming, pointer: str = "") -> list[Problem]:
    """Points that are lost, or left, and that the plan does not have."""
    places = [("point", lost.point), *((f"left/{i}", name) for i, name in enumerate(lost.left))]
    return [
        Problem(
            pointer=f"{pointer}/{key}",
            code="unknown-corner",
            message=f"There is no point {name}. The corners are {', '.join(naming.footprint.corners)}.",
        )
        for key, name in places
        if name not in naming.points
    ]


def refuse(problems: list[Problem]) -> None:
    """Refuse a document with problems.

    Raises:
        DocumentRefused: when there is any.
    """
    if problems:
        raise DocumentRefused(problems)


def _references(data: Any) -> list[Problem]:
    """Ids used twice and pulls of unknown structures, told even when other things are wrong too."""
    if not isinstance(data, dict):
        return []
    structures = data.get("structures")
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
    for key in ("pulls", "rounds", "accepted", "lost", "done", "holds", "notes", "signed"):
        rows = data.get(key)
        for n, row in enumerate(rows if isinstance(rows, list) else []):
            of = row.get("structure") if isinstance(row, dict) else None
            if isinstance(of, str) and of not in count:
                problems.append(
                    Problem(
                        pointer=pointer_to([key, n, "structure"]),
                        code="unknown-structure",
                        message=f"There is no structure “{of}” in this job.",
                    )
                )
    return problems


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
