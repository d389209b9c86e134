"""A chain of hashes over the record, so that nothing in it can be changed without showing.

Every transaction that adds to a job, or changes what may change, closes with a seal: the hashes of the rows it wrote,
and the hash of that with the seal before.  Whoever changes, adds or takes away a row later breaks the chain or leaves
a row that no longer fits its hash; `broken_in` finds it.  Somebody who can write the whole database can write a whole
new chain as well: only a head kept elsewhere, in an exported file or on paper, shows that.

How hashes are made stands in `core/record/chain.py`.
"""

from collections import defaultdict
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from datetime import UTC, date, datetime
from decimal import Decimal
from typing import Any

from sqlalchemy import Column, FromClause, Select, Table, event, func, inspect, select, tuple_
from sqlalchemy.orm import Session, UOWTransaction

from anvilhead.core.record.chain import FIRST, Broken, Seal, against, row_hash, sealed, walk
from anvilhead.store.shelf_tables import ShelfInstrumentRow, ShelfTestRow, ShelfUseRow
from anvilhead.store.tables import (
    Base,
    InHandRow,
    JobRow,
    MediaRow,
    PracticeRunRow,
    PracticeSetRow,
    PracticeStepRow,
    SealRow,
)

ROWS_A_SEAL = 2000
"""A job file of twenty thousand readings becomes several seals, none of them too long for one packet."""

KEYS_AT_A_TIME = 500

_JOBS = Base.metadata.tables[JobRow.__tablename__]
_SEALS = Base.metadata.tables[SealRow.__tablename__]
_NO_JOBS = (InHandRow, PracticeRunRow, PracticeSetRow, PracticeStepRow, ShelfInstrumentRow, ShelfTestRow, ShelfUseRow)
_NOT_SEALED = {_SEALS.name, *(row.__tablename__ for row in _NO_JOBS)}
"""Which pull is in hand passes; what is practised belongs to no job, nor does the shelf."""
_PASSING = {_JOBS.name: {"changed_at"}, MediaRow.__tablename__: {"content", "thumbnail"}}
"""Columns that say nothing of the record; pictures and voices are held by their own hash, which is a column."""


@dataclass(frozen=True)
class _Sealed:
    """A table that is sealed: its key, its columns, and how its rows belong to a job."""

    table: Table
    key: tuple[Column[Any], ...]
    columns: tuple[Column[Any], ...]
    job_id: Column[Any]
    joined: FromClause

    def rows(self) -> Select[Any]:
        """Every row with its job's id before its columns."""
        return select(self.job_id.label("of_job"), *self.columns).select_from(self.joined)


def _job_of(table: Table) -> tuple[Column[Any], FromClause]:
    """The column that says whose job a row belongs to, and the tables on the way there."""
    if table is _JOBS:
        return table.c.id, table
    if "job_id" in table.c:
        return table.c.job_id, table
    owner = next(key for key in table.foreign_keys if key.column.table is not table and not key.parent.nullable)
    job_id, joined = _job_of(owner.column.table)
    return job_id, joined.join(table, owner.parent == owner.column)


def _sealed_tables() -> dict[str, _Sealed]:
    found = {}
    for table in Base.metadata.sorted_tables:
        if table.name in _NOT_SEALED:
            continue
        passing = _PASSING.get(table.name, set())
        columns = tuple(column for column in table.columns if column.name not in passing)
        found[table.name] = _Sealed(table, tuple(table.primary_key.columns), columns, *_job_of(table))
    return found


TABLES = _sealed_tables()


def _plain(value: object) -> object:
    if isinstance(value, Decimal):
        return f"{value.normalize():f}"
    if isinstance(value, datetime):
        return value.astimezone(UTC).isoformat(timespec="microseconds")
    if isinstance(value, date):
        return value.isoformat()
    return value


def watch(sessions: Any) -> None:
    """Seal whatever sessions of this maker write."""
    event.listen(sessions, "after_flush", _note_written)
    event.listen(sessions, "before_commit", _seal_written)


def _note_written(session: Session, context: UOWTransaction) -> None:
    written: dict[str, dict[tuple[Any, ...], None]] = session.info.setdefault("written", defaultdict(dict))
    for row in [*session.new, *session.dirty]:
        table = row.__tablename__
        if table in TABLES and (row in session.new or _is_changed(row)):
            key = tuple(inspect(row).mapper.primary_key_from_instance(row))
            written[table][key] = None


def _is_changed(row: Any) -> bool:
    sealed = {column.name for column in TABLES[row.__tablename__].columns}
    state = inspect(row)
    return any(state.attrs[name].history.has_changes() for name in sealed)


def _seal_written(session: Session) -> None:
    session.flush()
    written = session.info.pop("written", {})
    found: dict[str, list[list[str]]] = defaultdict(list)
    for name, keys in written.items():
        for job_id, line in _hashed(session, TABLES[name], list(keys)):
            found[job_id].append(line)
    for job_id, lines in found.items():
        _seal(session, job_id, lines)


def _hashed(session: Session, one: _Sealed, keys: Sequence[tuple[Any, ...]]) -> Iterator[tuple[str, list[str]]]:
    """Rows as the database has them, each with its job: what was put in may have been rounded on its way."""
    for at in range(0, len(keys), KEYS_AT_A_TIME):
        some = keys[at : at + KEYS_AT_A_TIME]
        yield from _lines(session, one, one.rows().where(tuple_(*one.key).in_(some)))


def _lines(session: Session, one: _Sealed, chosen: Select[Any]) -> Iterator[tuple[str, list[str]]]:
    for row in session.execute(chosen.order_by(*one.key)).mappings():
        values = {column.name: _plain(row[column]) for column in one.columns}
        key = "/".join(str(values[column.name]) for column in one.key)
        yield row["of_job"], [one.table.name, key, row_hash(values)]


def _seal(session: Session, job_id: str, lines: Sequence[list[str]]) -> None:
    """Close a transaction's rows of one job; others wait for it, so that the chain has no forks."""
    session.execute(select(_JOBS.c.id).where(_JOBS.c.id == job_id).with_for_update())
    previous = head_of(session, job_id)
    for at in range(0, len(lines), ROWS_A_SEAL):
        rows = lines[at : at + ROWS_A_SEAL]
        now = datetime.now(UTC)
        digest = sealed(previous, str(_plain(now)), rows).digest
        session.execute(_SEALS.insert().values(job_id=job_id, previous=previous, digest=digest, at=now, rows=rows))
        previous = digest


def head_of(session: Session, job_id: str) -> str:
    """The hash of a job's last seal."""
    newest = select(_SEALS.c.digest).where(_SEALS.c.job_id == job_id).order_by(_SEALS.c.number.desc()).limit(1)
    return session.scalar(newest) or FIRST


def seal_unsealed(session: Session) -> int:
    """Seal jobs that were made before there were seals, as they are found; answers how many."""
    sealed = select(_SEALS.c.job_id)
    old = session.scalars(select(_JOBS.c.id).where(_JOBS.c.id.not_in(sealed))).all()
    for job_id in old:
        lines = [line for one in TABLES.values() for _, line in _lines(session, one, _of_job(one, job_id))]
        _seal(session, job_id, lines)
    return len(old)


def _of_job(one: _Sealed, job_id: str) -> Select[Any]:
    return one.rows().where(one.job_id == job_id)


def broken_in(session: Session, job_id: str) -> list[Broken]:
    """Everything of a job that does not fit its seals."""
    walked = walk(seals_of(session, job_id))
    now = (line for one in TABLES.values() for _, line in _lines(session, one, _of_job(one, job_id)))
    return [*walked.broken, *against(walked.last, now), *_changed_content(session, job_id)]


def seals_of(session: Session, job_id: str) -> Iterator[Seal]:
    """A job's chain from its first seal."""
    for row in session.execute(_SEALS.select().where(_SEALS.c.job_id == job_id).order_by(_SEALS.c.number)):
        yield Seal(row.previous, str(_plain(row.at)), row.rows, row.digest)


def sealed_rows(session: Session, job_id: str, table: str) -> Iterator[dict[str, Any]]:
    """Rows of one of a job's tables as they are hashed: plain values of columns that are not null."""
    one = TABLES[table]
    for row in session.execute(_of_job(one, job_id).order_by(*one.key)).mappings():
        yield {column.name: _plain(row[column]) for column in one.columns if row[column] is not None}


def _changed_content(session: Session, job_id: str) -> list[Broken]:
    """Pictures and voices that are not those that were recorded; the database hashes them, not we."""
    media = Base.metadata.tables[MediaRow.__tablename__]
    hashed = func.sha2(media.c.content, 256)
    chosen = select(media.c.id).where(media.c.job_id == job_id, hashed != media.c.digest)
    return [Broken(media.name, one, "is another picture or voice than was recorded") for one in session.scalars(chosen)]


@dataclass(frozen=True, slots=True)
class Verified:
    """A job whose record was gone through: what was found, and the head of its chain."""

    job_id: str
    name: str
    seals: int
    head: str
    broken: tuple[Broken, ...]


def verify(session: Session) -> Iterable[Verified]:
    """Go through the record of every job, deleted ones as well."""
    count = select(_SEALS.c.job_id, func.count().label("seals")).group_by(_SEALS.c.job_id).subquery()
    jobs = select(_JOBS.c.id, _JOBS.c.name, func.coalesce(count.c.seals, 0)).outerjoin(
        count, count.c.job_id == _JOBS.c.id
    )
    for job_id, name, seals in session.execute(jobs.order_by(_JOBS.c.name, _JOBS.c.id)).all():
        yield Verified(job_id, name, seals, head_of(session, job_id), tuple(broken_in(session, job_id)))
