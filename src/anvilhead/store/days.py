"""Queries over what is planned about a job's days, and over when things of it were done."""

from collections.abc import Sequence
from datetime import datetime

from sqlalchemy import select
from sqlalchemy.orm import Session

from anvilhead.store.tables import (
    AcceptanceRow,
    DayPlanRow,
    DoneRow,
    LevelSetupRow,
    LevelShotRow,
    PullRow,
    StrikeBackRow,
    StrikeRow,
)


def day_plans(session: Session, job_id: str) -> Sequence[DayPlanRow]:
    """Every revision, in order."""
    query = select(DayPlanRow).where(DayPlanRow.job_id == job_id)
    return session.scalars(query.order_by(DayPlanRow.revision)).all()


def newest_days(session: Session, job_id: str) -> DayPlanRow | None:
    """The plan of a job's days that counts, if there is any."""
    query = select(DayPlanRow).where(DayPlanRow.job_id == job_id)
    return session.scalar(query.order_by(DayPlanRow.revision.desc()).limit(1))


def pulled_times(session: Session, structure_ids: Sequence[str]) -> list[tuple[str, datetime]]:
    """When each reading that counts was taken, with its structure; none that a stand-in made up."""
    struck = select(StrikeRow.pull_id).outerjoin(StrikeBackRow).where(StrikeBackRow.strike_number.is_(None))
    query = select(PullRow.structure_id, PullRow.at).where(PullRow.structure_id.in_(structure_ids))
    real = query.where(PullRow.id.not_in(struck), PullRow.how["simulated"].is_(None))
    return [(one, at) for one, at in session.execute(real)]


def accepted_times(session: Session, structure_ids: Sequence[str]) -> list[tuple[str, datetime]]:
    """When each acceptance that stands was made, with its structure."""
    query = select(AcceptanceRow.structure_id, AcceptanceRow.at).where(AcceptanceRow.back_at.is_(None))
    return [(one, at) for one, at in session.execute(query.where(AcceptanceRow.structure_id.in_(structure_ids)))]


def shot_times(session: Session, job_id: str) -> list[datetime]:
    """When each level reading of a job was taken."""
    query = select(LevelShotRow.at).join(LevelSetupRow, LevelSetupRow.id == LevelShotRow.setup_id)
    return list(session.scalars(query.where(LevelSetupRow.job_id == job_id)))


def done_times(session: Session, structure_ids: Sequence[str]) -> list[datetime]:
    """When each mark was made."""
    query = select(DoneRow.at).where(DoneRow.structure_id.in_(structure_ids), DoneRow.doing == "set")
    return list(session.scalars(query))
