"""Queries over practice runs and their steps."""

from collections.abc import Sequence

from sqlalchemy import func, or_, select
from sqlalchemy.orm import Session, selectinload

from anvilhead.store.errors import NotFound
from anvilhead.store.tables import PracticeRunRow, PracticeSetRow, PracticeStepRow


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


def steps_done(session: Session, run_id: str) -> int:
    """How many steps a run has."""
    counted = select(func.count()).select_from(PracticeStepRow).where(PracticeStepRow.run_id == run_id)
    return session.scalar(counted) or 0


def set_by_id(session: Session, set_id: str) -> PracticeSetRow:
    """A task that was set, which nobody else changes meanwhile.

    Raises:
        NotFound: when there is none.
    """
    row = session.scalar(select(PracticeSetRow).where(PracticeSetRow.id == set_id).with_for_update())
    if row is None:
        raise NotFound("Nobody set such a task.")
    return row


def set_of(session: Session, who: str, most: int) -> Sequence[PracticeSetRow]:
    """The latest tasks that were set for somebody, or by them, newest first."""
    query = select(PracticeSetRow).options(selectinload(PracticeSetRow.run).selectinload(PracticeRunRow.steps))
    theirs = or_(PracticeSetRow.for_who == who, PracticeSetRow.who == who)
    return session.scalars(query.where(theirs).order_by(PracticeSetRow.at.desc()).limit(most)).all()
