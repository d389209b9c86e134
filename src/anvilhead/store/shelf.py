"""Queries over the shelf."""

from collections.abc import Sequence

from sqlalchemy import select
from sqlalchemy.orm import Session, selectinload

from anvilhead.store.errors import NotFound
from anvilhead.store.shelf_tables import ShelfInstrumentRow, ShelfUseRow
from anvilhead.store.tables import JobRow

_WHOLE = (selectinload(ShelfInstrumentRow.tests), selectinload(ShelfInstrumentRow.uses))


def instruments(session: Session) -> Sequence[ShelfInstrumentRow]:
    """All of them with tests and uses, those put away too, in the order of their names."""
    query = select(ShelfInstrumentRow).options(*_WHOLE)
    return session.scalars(query.order_by(ShelfInstrumentRow.name, ShelfInstrumentRow.at)).all()


def instrument_by_id(session: Session, instrument_id: str, *, to_change: bool = False) -> ShelfInstrumentRow:
    """One of them; `to_change` keeps others from changing it meanwhile.

    Raises:
        NotFound: when there is none.
    """
    query = select(ShelfInstrumentRow).options(*_WHOLE).where(ShelfInstrumentRow.id == instrument_id)
    row = session.scalar(query.with_for_update() if to_change else query)
    if row is None:
        raise NotFound("There is no such instrument on the shelf.")
    return row


def named(session: Session, name: str, *, sample: bool) -> Sequence[ShelfInstrumentRow]:
    """Those of a name, nobody else putting another of that name beside them meanwhile."""
    query = select(ShelfInstrumentRow).where(ShelfInstrumentRow.name == name, ShelfInstrumentRow.sample == sample)
    return session.scalars(query.with_for_update()).all()


def standing(session: Session, name: str, sample: bool) -> Sequence[ShelfInstrumentRow]:
    """Those of a name that were not put away; a job's own before those of the samples."""
    query = select(ShelfInstrumentRow).where(ShelfInstrumentRow.name == name, ShelfInstrumentRow.away_at.is_(None))
    return sorted(session.scalars(query), key=lambda row: row.sample is not sample)


def uses_of(session: Session, job_id: str) -> dict[str, str]:
    """Instruments of a job: ids by the names that they have there."""
    rows = session.scalars(select(ShelfUseRow).where(ShelfUseRow.job_id == job_id))
    return {row.name: row.instrument_id for row in rows}


def job_names(session: Session, job_ids: Sequence[str]) -> dict[str, str]:
    """Names of jobs, of those that were not thrown away."""
    query = select(JobRow.id, JobRow.name).where(JobRow.id.in_(job_ids), JobRow.deleted_at.is_(None))
    return {job_id: name for job_id, name in session.execute(query)} if job_ids else {}


def answering(session: Session, job_id: str) -> list[str]:
    """What a job calls those of its instruments that can be asked for a reading."""
    query = select(ShelfUseRow.name).join(ShelfInstrumentRow, ShelfInstrumentRow.id == ShelfUseRow.instrument_id)
    linked = ShelfInstrumentRow.document["link"].is_not(None)
    return sorted(session.scalars(query.where(ShelfUseRow.job_id == job_id, linked)))
