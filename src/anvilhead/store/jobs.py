"""Queries over jobs, structures, plans, readings and the log.  Each runs inside the caller's transaction."""

from collections.abc import Sequence
from datetime import datetime
from typing import Any
from uuid import uuid4

from sqlalchemy import func, select
from sqlalchemy.exc import IntegrityError
from sqlalchemy.orm import Session, object_session, selectinload

from anvilhead.store.errors import Conflict, NotFound, StaleRevision
from anvilhead.store.tables import (
    Base,
    InHandRow,
    InstrumentCheckRow,
    JobRow,
    LevelPlanRow,
    LevelSetupRow,
    LevelShotRow,
    LevelStrikeBackRow,
    LevelStrikeRow,
    LogRow,
    PlanRevisionRow,
    PullRow,
    StrikeBackRow,
    StrikeRow,
    StructureRow,
)

_WHOLE_STRUCTURE = (
    selectinload(StructureRow.revisions),
    selectinload(StructureRow.pulls).selectinload(PullRow.strikes).selectinload(StrikeRow.back),
    selectinload(StructureRow.rounds),
    selectinload(StructureRow.acceptances),
    selectinload(StructureRow.lost),
    selectinload(StructureRow.in_hand),
)

_LEVELS = (
    selectinload(JobRow.level_plans),
    selectinload(JobRow.setups)
    .selectinload(LevelSetupRow.shots)
    .selectinload(LevelShotRow.strikes)
    .selectinload(LevelStrikeRow.back),
    selectinload(JobRow.checks),
)


NO_JOB = "There is no such job here. It may lie in another database, such as the one of the samples."


def all_jobs(session: Session) -> Sequence[JobRow]:
    """Every job that was not deleted with its structures, latest change first."""
    whole = selectinload(JobRow.structures).options(*_WHOLE_STRUCTURE)
    query = select(JobRow).options(whole).where(JobRow.deleted_at.is_(None))
    return session.scalars(query.order_by(JobRow.changed_at.desc(), JobRow.id)).all()


def job_head(session: Session, job_id: str) -> JobRow:
    """One job without its structures, deleted or not, which nobody else changes meanwhile.

    Raises:
        NotFound: when there is none.
    """
    job = session.scalar(select(JobRow).where(JobRow.id == job_id).with_for_update())
    if job is None:
        raise NotFound(NO_JOB)
    return job


def structure_head(session: Session, structure_id: str) -> StructureRow:
    """One structure without its readings, deleted or not, which nobody else changes meanwhile.

    Raises:
        NotFound: when there is none.
    """
    row = session.scalar(select(StructureRow).where(StructureRow.id == structure_id).with_for_update())
    if row is None:
        raise NotFound("There is no such structure here.")
    return row


def job_from_file(session: Session, digest: str) -> JobRow | None:
    """The job that a file was opened as, unless it was deleted since."""
    query = select(JobRow).where(JobRow.file_digest == digest, JobRow.deleted_at.is_(None))
    return session.scalar(query.order_by(JobRow.created_at.desc()).limit(1))


def job_by_id(session: Session, job_id: str, *, to_change: bool = False) -> JobRow:
    """One job with its structures, plans and pulls; `to_change` keeps others from changing it meanwhile.

    Its heights are fetched by `with_levels`.

    Raises:
        NotFound: when there is none.
    """
    whole = selectinload(JobRow.structures).options(*_WHOLE_STRUCTURE)
    query = select(JobRow).options(whole).where(JobRow.id == job_id)
    job = session.scalar(query.with_for_update(of=JobRow) if to_change else query)
    if job is None:
        raise NotFound(NO_JOB)
    if job.deleted_at is not None:
        raise NotFound(f"The job “{job.name}” was deleted. Take that back in the yard to see it again.")
    return job


def lock_job_of(session: Session, structure_id: str) -> str:
    """Keep others from changing the job of a structure; answers its id.

    Nothing of it may have been read before: what is read afterwards is what others left.

    Raises:
        NotFound: when there is no such structure.
    """
    of_structure = select(StructureRow.job_id).where(StructureRow.id == structure_id).scalar_subquery()
    job_id = session.scalar(select(JobRow.id).where(JobRow.id == of_structure).with_for_update())
    if job_id is None:
        raise NotFound("There is no such structure here.")
    return job_id


def structure_by_id(session: Session, structure_id: str, *, to_change: bool = False) -> StructureRow:
    """One structure with its plans and readings; `to_change` keeps others from changing it meanwhile.

    Of the structures beside it the plans come along, of the job's heights nothing: see `with_levels`.

    Raises:
        NotFound: when there is none.
    """
    beside = selectinload(StructureRow.job).selectinload(JobRow.structures).selectinload(StructureRow.revisions)
    query = select(StructureRow).options(*_WHOLE_STRUCTURE, beside)
    query = query.where(StructureRow.id == structure_id, StructureRow.deleted_at.is_(None))
    row = session.scalar(query.with_for_update(of=StructureRow) if to_change else query)
    if row is None:
        raise NotFound("There is no such structure here.")
    return row


LevelMark = tuple[int, ...]
"""Numbers that differ once anything about a job's heights was planned, measured or struck; all 0 before."""


def level_marks(session: Session, job_ids: Sequence[str]) -> dict[str, LevelMark]:
    """The mark of each job's heights: highest numbers and counts, so that no reading is fetched.

    Row numbers are never given twice, also not after a transaction that came to nothing.
    """
    shot_of = (LevelShotRow.setup_id, LevelSetupRow.id)
    strike_of = (LevelStrikeRow.shot_id, LevelShotRow.id)
    back_of = (LevelStrikeBackRow.strike_number, LevelStrikeRow.number)
    setups = select(LevelSetupRow.job_id)
    shots = setups.join(LevelShotRow, shot_of[0] == shot_of[1])
    strikes = shots.join(LevelStrikeRow, strike_of[0] == strike_of[1])
    counted = [
        (select(LevelPlanRow.job_id), LevelPlanRow.job_id, LevelPlanRow.number),
        (setups, LevelSetupRow.job_id, LevelSetupRow.number),
        (shots, LevelSetupRow.job_id, LevelShotRow.number),
        (strikes, LevelSetupRow.job_id, LevelStrikeRow.number),
        (strikes.join(LevelStrikeBackRow, back_of[0] == back_of[1]), LevelSetupRow.job_id, back_of[0]),
        (select(InstrumentCheckRow.job_id), InstrumentCheckRow.job_id, InstrumentCheckRow.number),
    ]
    marks = {job_id: [0] * (3 * len(counted)) for job_id in job_ids}
    for place, (query, job_id, number) in enumerate(counted):
        numbers = query.add_columns(func.count(number), func.max(number), func.sum(number))
        for found, *of_job in session.execute(numbers.where(job_id.in_(job_ids)).group_by(job_id)):
            marks[found][3 * place : 3 * place + 3] = [int(one) for one in of_job]
    return {job_id: tuple(mark) for job_id, mark in marks.items()}


def level_mark(job: JobRow) -> LevelMark:
    """The mark of one job's heights."""
    return level_marks(_session_of(job), [job.id])[job.id]


def with_levels(job: JobRow) -> JobRow:
    """The same job with everything about its heights fetched, in a constant number of queries."""
    query = select(JobRow).options(*_LEVELS).where(JobRow.id == job.id)
    return _session_of(job).scalars(query).one()


def _session_of(row: Base) -> Session:
    session = object_session(row)
    if session is None:
        raise RuntimeError("the row is in no transaction any more")
    return session


def add_job(session: Session, job: JobRow) -> None:
    """Add a new job.

    Raises:
        Conflict: when its id is taken by another.
    """
    session.add(job)
    _flush(session, "A job with this id is already here.")


def changed_job(session: Session, job_id: str, base_revision: int, at: datetime) -> JobRow:
    """A job ready to be changed, with its revision counted up.

    Raises:
        NotFound, StaleRevision: when it is gone, or was changed since `base_revision`.
    """
    job = session.scalar(select(JobRow).where(JobRow.id == job_id).with_for_update())
    if job is None:
        raise NotFound("There is no such job here.")
    if job.revision != base_revision:
        raise StaleRevision(base_revision, job.revision)
    job.revision += 1
    job.changed_at = at
    return job


def add_structure(session: Session, job: JobRow, name_in_file: str, structure_id: str) -> StructureRow:
    """Add a structure without a plan to a job; `add_plan` gives it one.

    Raises:
        Conflict: when the job has one of this name, or the id is taken.
    """
    position = session.scalar(select(func.count()).where(StructureRow.job_id == job.id)) or 0
    row = StructureRow(id=structure_id, job_id=job.id, name_in_file=name_in_file, position=position, revision=0)
    session.add(row)
    _flush(session, f"This job already has a structure “{name_in_file}”.")
    return row


def add_plan(
    session: Session,
    structure: StructureRow,
    document: dict[str, Any],
    who: str,
    at: datetime,
    restores: int | None = None,
) -> PlanRevisionRow:
    """Make a document the newest plan of a structure."""
    structure.revision += 1
    row = PlanRevisionRow(
        structure_id=structure.id, revision=structure.revision, document=document, who=who, at=at, restores=restores
    )
    session.add(row)
    session.flush()
    session.expire(structure, ["revisions"])
    return row


def pull_by_id(session: Session, pull_id: str) -> PullRow | None:
    """A reading, or None."""
    strikes = selectinload(PullRow.strikes).selectinload(StrikeRow.back)
    return session.scalar(select(PullRow).options(strikes).where(PullRow.id == pull_id))


def add_pull(session: Session, pull: PullRow) -> None:
    """Add a reading.

    Raises:
        Conflict: when its id was used meanwhile.
    """
    session.add(pull)
    _flush(session, "This reading is being recorded already. Try again.")


def strike(session: Session, pull: PullRow, who: str, at: datetime, replaced_by: str | None = None) -> None:
    """Strike a reading out.

    Raises:
        Conflict: when it is struck already; says by whom.
    """
    _refuse_struck(pull.strike)
    session.add(StrikeRow(pull_id=pull.id, replaced_by=replaced_by, who=who, at=at))
    session.flush()


def strike_shot(session: Session, shot: LevelShotRow, who: str, at: datetime, replaced_by: str | None = None) -> None:
    """Strike a level reading out.

    Raises:
        Conflict: when it is struck already; says by whom.
    """
    _refuse_struck(shot.strike)
    session.add(LevelStrikeRow(shot_id=shot.id, replaced_by=replaced_by, who=who, at=at))
    session.flush()


def take_back(session: Session, strike: StrikeRow | LevelStrikeRow, who: str, at: datetime) -> None:
    """Take a strike back: its reading counts again."""
    back = StrikeBackRow if isinstance(strike, StrikeRow) else LevelStrikeBackRow
    session.add(back(strike_number=strike.number, who=who, at=at))
    _flush(session, "Somebody has just taken this strike back.")


def _refuse_struck(strike: StrikeRow | LevelStrikeRow | None) -> None:
    if strike is not None:
        raise Conflict(f"{strike.who} has already struck this reading. Reload to see what replaced it.")


def add_log(
    session: Session, job: JobRow, action: str, text: str, who: str, at: datetime, structure_id: str | None = None
) -> None:
    """Record what happened, and count the job as changed."""
    job.changed_at = at
    session.add(LogRow(job_id=job.id, structure_id=structure_id, action=action, text=text, who=who, at=at))


def log_of(session: Session, job_id: str) -> Sequence[LogRow]:
    """Everything that happened to a job, oldest first."""
    return session.scalars(select(LogRow).where(LogRow.job_id == job_id).order_by(LogRow.number)).all()


def add(session: Session, row: Base, on_conflict: str) -> None:
    """Add a row of a structure's record.

    Raises:
        Conflict: with these words, when its key is taken.
    """
    session.add(row)
    _flush(session, on_conflict)


def last_change(session: Session, job_id: str) -> tuple[int, datetime | None]:
    """A mark that differs once anything of a job was recorded, or another pull was taken in hand."""
    number = session.scalar(select(func.max(LogRow.number)).where(LogRow.job_id == job_id))
    in_hand = session.scalar(
        select(func.max(InHandRow.at))
        .join(StructureRow, StructureRow.id == InHandRow.structure_id)
        .where(StructureRow.job_id == job_id)
    )
    return number or 0, in_hand


def new_id() -> str:
    """A fresh UUID for a row that the client did not name."""
    return str(uuid4())


def _flush(session: Session, on_conflict: str) -> None:
    try:
        session.flush()
    except IntegrityError as error:
        raise Conflict(on_conflict) from error
