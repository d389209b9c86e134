"""Queries over notes, photos and voices; a picture itself is fetched only where it is shown."""

from collections.abc import Sequence

from sqlalchemy import select
from sqlalchemy.orm import Session, undefer

from anvilhead.store.errors import NotFound
from anvilhead.store.tables import MediaRow, NoteRow


def notes_of(
    session: Session, job_id: str, most: int, before: int | None = None, structure_id: str | None = None
) -> Sequence[tuple[NoteRow, MediaRow | None]]:
    """The last notes of a job or of one of its structures, struck ones too, before a number; newest first."""
    query = select(NoteRow, MediaRow).outerjoin(MediaRow, MediaRow.id == NoteRow.media_id)
    query = query.where(NoteRow.job_id == job_id)
    if structure_id is not None:
        query = query.where(NoteRow.structure_id == structure_id)
    if before is not None:
        query = query.where(NoteRow.number < before)
    return [(note, media) for note, media in session.execute(query.order_by(NoteRow.number.desc()).limit(most))]


def note_by_id(session: Session, note_id: str) -> NoteRow | None:
    """A note, or None."""
    return session.scalar(select(NoteRow).where(NoteRow.id == note_id))


def media_by_id(session: Session, media_id: str, *, with_content: bool = False) -> MediaRow:
    """A photo or a voice.

    Raises:
        NotFound: when there is none.
    """
    query = select(MediaRow).where(MediaRow.id == media_id)
    if with_content:
        query = query.options(undefer(MediaRow.content), undefer(MediaRow.thumbnail))
    row = session.scalar(query)
    if row is None:
        raise NotFound("There is no such photo or voice here.")
    return row


def all_media(session: Session, job_id: str) -> Sequence[MediaRow]:
    """Every photo and voice of a job with its content."""
    query = select(MediaRow).where(MediaRow.job_id == job_id).options(undefer(MediaRow.content))
    return session.scalars(query).all()
