"""Queries over jobs, structures, plans, readings and the log.  Each runs inside the caller's transaction."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from datetime import datetime, timedelta
from typing import Any
from uuid import uuid4

from sqlalchemy import Select, func, or_, select
from sqlalchemy.exc import IntegrityError
from sqlalchemy.orm import InstrumentedAttribute, Session, object_session, selectinload

from anvilhead.store.errors import Conflict, NotFound, StaleRevision
from anvilhead.store.people import By
from anvilhead.store.tables import (
    AcceptanceRow,
    Base,
    DoneRow,
    InHandRow,
    JobRow,
    LogRow,
    PlanRevisionRow,
    PullRow,
    RoundRow,
    StrikeBackRow,
    StrikeRow,
    StructureRow,
)

_WHOLE_STRUCTURE = (
    selectinload(StructureRow.newest),
    selectinload(StructureRow.revisions),
    selectinload(StructureRow.pulls).selectinload(PullRow.strikes).selectinload(StrikeRow.back),
    selectinload(StructureRow.rounds),
    selectinload(StructureRow.acceptances),
    selectinload(StructureRow.lost),
    selectinload(StructureRow.in_hand),
    selectinload(StructureRow.done),
)

_OWN_JOB = selectinload(StructureRow.job)

STRIKE_TAKEN_BACK = "Somebody has just taken this strike back."

NO_JOB = "There is no such job here. It may lie in another database, such as the one of the samples."


_IN_SHORT = selectinload(JobRow.structures).selectinload(StructureRow.newest)

_BESIDE = selectinload(StructureRow.job).selectinload(JobRow.structures).selectinload(StructureRow.newest)


def some_jobs(session: Session, find: str, most: int, after: int, *, away: bool | None) -> Sequence[JobRow]:
    """Jobs that were not deleted with their structures and plans: those put away last, the latest change first.

    Args:
        session: the transaction.
        find: part of the name of the job or of one of its structures; empty for all.
        most: how many.
        after: how many to leave out at the head.
        away: only those that were put away, or only those that were not; all when it is left open.
    """
    query = select(JobRow).options(_IN_SHORT).where(JobRow.deleted_at.is_(None))
    if away is not None:
        query = query.where(JobRow.archived_at.is_not(None) if away else JobRow.archived_at.is_(None))
    if find:
        query = query.where(or_(JobRow.name.icontains(find, autoescape=True), JobRow.id.in_(_structures_called(find))))
    order = (JobRow.archived_at.is_not(None), JobRow.changed_at.desc(), JobRow.id)
    return session.scalars(query.order_by(*order).limit(most).offset(after)).all()


def _structures_called(find: str) -> Select[str]:
    """Ids of jobs that have a structure of such a name; its plan's, else the one it has in the job file."""
    named = func.json_value(PlanRevisionRow.document, "$.name")
    return (
        select(StructureRow.job_id)
        .join(StructureRow.newest)
        .where(StructureRow.deleted_at.is_(None))
        .where(func.coalesce(named, StructureRow.name_in_file).icontains(find, autoescape=True))
    )


def thrown_away(session: Session, since: datetime) -> tuple[Sequence[JobRow], Sequence[StructureRow]]:
    """Jobs that were thrown away since a time, and structures of jobs that were not; the latest first."""
    jobs = select(JobRow).where(JobRow.deleted_at >= since).order_by(JobRow.deleted_at.desc())
    structures = select(StructureRow).join(StructureRow.job).options(selectinload(StructureRow.newest), _OWN_JOB)
    alone = structures.where(StructureRow.deleted_at >= since, JobRow.deleted_at.is_(None))
    return session.scalars(jobs).all(), session.scalars(alone.order_by(StructureRow.deleted_at.desc())).all()


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
    """One structure without its readings, deleted or not; its job is to be locked before.

    Raises:
        NotFound: when there is none.
    """
    return _found(session.scalar(select(StructureRow).where(StructureRow.id == structure_id)))


def job_from_file(session: Session, digest: str) -> JobRow | None:
    """The job that a file was opened as, unless it was deleted since."""
    query = select(JobRow).where(JobRow.file_digest == digest, JobRow.deleted_at.is_(None))
    return session.scalar(query.order_by(JobRow.created_at.desc()).limit(1))


def job_by_id(session: Session, job_id: str, *, to_change: bool = False) -> JobRow:
    """One job with its structures and their plans; `to_change` keeps others from changing it meanwhile.

    Readings are fetched by `fetch_whole`, heights by `level_record`.

    Raises:
        NotFound: when there is none.
    """
    query = select(JobRow).options(_IN_SHORT).where(JobRow.id == job_id)
    job = session.scalar(query.with_for_update(of=JobRow) if to_change else query)
    if job is None:
        raise NotFound(NO_JOB)
    if job.deleted_at is not None:
        raise NotFound(f"The job “{job.name}” was deleted. Take that back in the yard to see it again.")
    return job


def lock_job_of(session: Session, structure_id: str) -> str:
    """Keep others from changing the job of a structure; answers its id.

    Every change of anything in a job begins with this lock, so that two changes never wait for each other's; nothing
    may have been read before: what is read afterwards is what others left.

    Raises:
        NotFound: when there is no such structure.
    """
    of_structure = select(StructureRow.job_id).where(StructureRow.id == structure_id).scalar_subquery()
    job_id = session.scalar(select(JobRow.id).where(JobRow.id == of_structure).with_for_update())
    if job_id is None:
        raise NotFound("There is no such structure here.")
    return job_id


def structure_by_id(session: Session, structure_id: str, *, to_change: bool = False) -> StructureRow:
    """One structure with its plans and readings; `to_change` keeps others from changing its job meanwhile.

    Of the structures beside it the plans come along, of the job's heights nothing: see `level_record`.

    Raises:
        NotFound: when there is none.
    """
    if to_change:
        lock_job_of(session, structure_id)
    query = select(StructureRow).options(*_WHOLE_STRUCTURE, _BESIDE)
    return _found(session.scalar(query.where(StructureRow.id == structure_id, StructureRow.deleted_at.is_(None))))


def structure_in_short(session: Session, structure_id: str) -> StructureRow:
    """One structure among those of its job, each with its newest plan alone.

    Raises:
        NotFound: when there is none.
    """
    query = select(StructureRow).options(_BESIDE)
    return _found(session.scalar(query.where(StructureRow.id == structure_id, StructureRow.deleted_at.is_(None))))


def _found(row: StructureRow | None) -> StructureRow:
    if row is None:
        raise NotFound("There is no such structure here.")
    return row


def locked_structure(session: Session, structure_id: str) -> tuple[StructureRow, JobRow]:
    """A structure in short and its job, which nobody else changes meanwhile."""
    lock_job_of(session, structure_id)
    row = structure_in_short(session, structure_id)
    return row, row.job


def fetch_whole(session: Session, structure_ids: Sequence[str]) -> None:
    """Fetch everything of some structures at once, so that no reading is fetched for itself."""
    if structure_ids:
        session.scalars(select(StructureRow).options(*_WHOLE_STRUCTURE).where(StructureRow.id.in_(structure_ids))).all()


Mark = tuple[int, ...]
"""Numbers that differ once anything of a kind was recorded or struck; all 0 before.

Highest numbers, sums and counts, so that no reading is fetched.  Row numbers are never given twice, also not after a
transaction that came to nothing.
"""


def structure_marks(session: Session, structure_ids: Sequence[str]) -> dict[str, Mark]:
    """The mark of each structure's rounds: pulled, struck, begun, accepted, taken back, and what was done to marks."""
    pulls = select(PullRow.structure_id)
    strikes = pulls.join(StrikeRow, StrikeRow.pull_id == PullRow.id)
    return marks_of(
        session,
        structure_ids,
        (pulls, PullRow.number),
        (strikes, StrikeRow.number),
        (strikes.join(StrikeBackRow, StrikeBackRow.strike_number == StrikeRow.number), StrikeBackRow.strike_number),
        (select(RoundRow.structure_id), RoundRow.round),
        (select(AcceptanceRow.structure_id), AcceptanceRow.number),
        (select(AcceptanceRow.structure_id).where(AcceptanceRow.back_at.is_not(None)), AcceptanceRow.number),
        (select(DoneRow.structure_id), DoneRow.number),
    )


def marks_of(
    session: Session, owners: Sequence[str], *counted: tuple[Select[str], InstrumentedAttribute[int]]
) -> dict[str, Mark]:
    """Marks of owners: count, highest and sum of row numbers of each kind, by the owner that its query selects."""
    marks = {owner: [0] * (3 * len(counted)) for owner in owners}
    for at, (query, number) in enumerate(counted):
        owner = query.selected_columns[0]
        numbers = query.add_columns(func.count(number), func.max(number), func.sum(number))
        for found, *of_owner in session.execute(numbers.where(owner.in_(owners)).group_by(owner)):
            marks[found][3 * at : 3 * at + 3] = [int(one) for one in of_owner]
    return {owner: tuple(mark) for owner, mark in marks.items()}


def session_of(row: Base) -> Session:
    """The transaction that a row was fetched in."""
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
    flush(session, "A job with this id is already here.")


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
    flush(session, f"This job already has a structure “{name_in_file}”.")
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
    session.expire(structure, ["revisions", "newest"])
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
    flush(session, "This reading is being recorded already. Try again.")


def strike(session: Session, pull: PullRow, who: str, at: datetime, replaced_by: str | None = None) -> None:
    """Strike a reading out.

    Raises:
        Conflict: when it is struck already; says by whom.
    """
    if pull.strike is not None:
        raise already_struck(pull.strike.who)
    session.add(StrikeRow(pull_id=pull.id, replaced_by=replaced_by, who=who, at=at))
    session.flush()


def take_back(session: Session, strike: StrikeRow, who: str, at: datetime) -> None:
    """Take a strike back: its reading counts again."""
    add(session, StrikeBackRow(strike_number=strike.number, who=who, at=at), STRIKE_TAKEN_BACK)


def already_struck(who: str) -> Conflict:
    """What is said to the second person who strikes a reading."""
    return Conflict(f"{who} has already struck this reading. Reload to see what replaced it.")


CLOCKS_AGREE = timedelta(seconds=90)
"""A device that tells a time this near the server's was not late with it; its time says nothing of its own."""


@dataclass(frozen=True, slots=True)
class Said:
    """What belongs to an entry of the record beside its words.

    Attributes:
        points: of the plan that it speaks of.
        facts: each with its name: the instrument, its last test, what a reading meant.
        from_file: head of the record of the file that it came with.
    """

    points: tuple[str, ...] = ()
    facts: Mapping[str, str] = field(default_factory=dict)
    from_file: str | None = None


NOTHING_MORE = Said()


def add_log(
    session: Session,
    job: JobRow,
    action: str,
    text: str,
    by: By,
    structure_id: str | None = None,
    said: Said = NOTHING_MORE,
) -> None:
    """Record what happened, and count the job as changed."""
    job.changed_at = by.at
    late = by.on_device is not None and abs(by.on_device - by.at) > CLOCKS_AGREE
    session.add(
        LogRow(
            job_id=job.id,
            structure_id=structure_id,
            action=action,
            text=text,
            who=by.who,
            at=by.at,
            on_device=by.on_device if late else None,
            points=list(said.points) or None,
            facts=dict(said.facts) or None,
            from_file=said.from_file,
        )
    )


def add(session: Session, row: Base, on_conflict: str) -> None:
    """Add a row of a structure's record.

    Raises:
        Conflict: with these words, when its key is taken.
    """
    session.add(row)
    flush(session, on_conflict)


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


def flush(session: Session, on_conflict: str) -> None:
    """Write what was changed so far.

    Raises:
        Conflict: with these words, when a key is taken.
    """
    try:
        session.flush()
    except IntegrityError as error:
        raise Conflict(on_conflict) from error
