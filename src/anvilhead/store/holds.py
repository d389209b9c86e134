"""Queries over what was done at hold points."""

from collections.abc import Sequence

from sqlalchemy import or_, select
from sqlalchemy.orm import Session

from anvilhead.store.tables import HoldRow


def hold_rows(session: Session, job_id: str, structure_id: str | None = None) -> Sequence[HoldRow]:
    """What was done at the hold points of a job, or of one of its structures and for all of them; oldest first."""
    query = select(HoldRow).where(HoldRow.job_id == job_id)
    if structure_id is not None:
        query = query.where(or_(HoldRow.structure_id == structure_id, HoldRow.structure_id.is_(None)))
    return session.scalars(query.order_by(HoldRow.number)).all()


def hold_by_id(session: Session, hold_id: str) -> HoldRow | None:
    """An entry, or None."""
    return session.scalar(select(HoldRow).where(HoldRow.id == hold_id))
