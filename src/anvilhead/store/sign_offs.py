"""Queries over signatures under as-built records."""

from collections.abc import Sequence

from sqlalchemy import select
from sqlalchemy.orm import Session

from anvilhead.store.tables import SignOffRow


def sign_offs_of(session: Session, structure_ids: Sequence[str]) -> Sequence[SignOffRow]:
    """Every signature under the records of some structures, oldest first."""
    query = select(SignOffRow).where(SignOffRow.structure_id.in_(structure_ids))
    return session.scalars(query.order_by(SignOffRow.number)).all()


def sign_off_by_id(session: Session, sign_off_id: str) -> SignOffRow | None:
    """A signature, or None."""
    return session.scalar(select(SignOffRow).where(SignOffRow.id == sign_off_id))
