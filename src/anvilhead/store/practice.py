"""Queries over practice runs and their steps."""

from collections.abc import Sequence

from sqlalchemy import select
from sqlalchemy.orm import Session, selectinload

from anvilhead.store.errors import NotFound
from anvilhead.store.tables import PracticeRunRow


def run_by_id(session: Session, run_id: str, *, to_change: bool = False) -> PracticeRunRow:
    """A run with its steps; `to_change` keeps others from adding to it meanwhile.

    Raises:
        NotFound: when there is none.
    """
    query = select(PracticeRunRow).options(selectinload(PracticeRunRow.steps)).where(PracticeRunRow.id == run_id)
    run = session.scalar(query.with_for_update() if to_change else query)
    if run is None:
        raise NotFound("There is no such run in the practice yard.")
    return run


def runs_of(session: Session, who: str, most: int) -> Sequence[PracticeRunRow]:
    """The latest runs of somebody, newest first."""
    query = select(PracticeRunRow).options(selectinload(PracticeRunRow.steps)).where(PracticeRunRow.who == who)
    return session.scalars(query.order_by(PracticeRunRow.at.desc()).limit(most)).all()
