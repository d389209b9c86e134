"""Queries over the record of a job: a page of it, newest last, by what it speaks of; by index, never all of it.

In the order in which things happened: what came with a file is older than the file's being read.
"""

from collections.abc import Collection, Sequence
from dataclasses import dataclass
from datetime import datetime

from sqlalchemy import and_, or_, select
from sqlalchemy.orm import Session

from anvilhead.store.tables import LogRow


@dataclass(frozen=True, slots=True)
class Sought:
    """What entries must be like; whatever is left open does not matter.

    Attributes:
        words: parts of the text or of a name, every one of which must be there.
        structure_id: of the structure they speak of.
        actions: kinds of entries.
        who: by whom.
        since, until: when, the end not included.
    """

    words: tuple[str, ...] = ()
    structure_id: str | None = None
    actions: Collection[str] | None = None
    who: str | None = None
    since: datetime | None = None
    until: datetime | None = None


EVERYTHING = Sought()


def entries_of(
    session: Session, job_id: str, most: int, before: int | None = None, sought: Sought = EVERYTHING
) -> Sequence[LogRow]:
    """The last entries of a job's record, before the entry of a number where one is given; oldest first."""
    query = select(LogRow).where(LogRow.job_id == job_id)
    if before is not None:
        at = select(LogRow.at).where(LogRow.number == before).scalar_subquery()
        query = query.where(or_(LogRow.at < at, and_(LogRow.at == at, LogRow.number < before)))
    if sought.structure_id is not None:
        query = query.where(LogRow.structure_id == sought.structure_id)
    if sought.actions is not None:
        query = query.where(LogRow.action.in_(sought.actions))
    if sought.who is not None:
        query = query.where(LogRow.who == sought.who)
    if sought.since is not None:
        query = query.where(LogRow.at >= sought.since)
    if sought.until is not None:
        query = query.where(LogRow.at < sought.until)
    for word in sought.words:
        # the tables compare without regard to large and small letters
        query = query.where(
            or_(LogRow.text.contains(word, autoescape=True), LogRow.who.contains(word, autoescape=True))
        )
    return session.scalars(query.order_by(LogRow.at.desc(), LogRow.number.desc()).limit(most)).all()[::-1]


def people_in(session: Session, job_id: str) -> list[str]:
    """Everybody who is named in a job's record."""
    return list(session.scalars(select(LogRow.who).where(LogRow.job_id == job_id).distinct().order_by(LogRow.who)))
