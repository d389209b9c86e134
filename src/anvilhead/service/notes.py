"""Notes with photos and voices: kept, listed, struck; in a job file and in the zip beside it."""

from collections.abc import Mapping
from typing import Any
from uuid import uuid4

from sqlalchemy.orm import Session

from anvilhead.formats.pictures import Media, MediaRefused, read_media
from anvilhead.jobfile.bundle import Bundle
from anvilhead.jobfile.documents.models import JobFile
from anvilhead.jobfile.documents.notes import NoteEntry, NotePin
from anvilhead.jobfile.problems import Problem
from anvilhead.jobfile.reading import refuse
from anvilhead.service.asked.note_documents import NoteCreate
from anvilhead.service.views.note_views import MediaView, NoteView
from anvilhead.service.views.structure_views import StageName
from anvilhead.store import jobs as store
from anvilhead.store.database import Database, again_when_busy
from anvilhead.store.errors import Conflict, NotFound
from anvilhead.store.notes import all_media, media_by_id, note_by_id, notes_of
from anvilhead.store.people import By
from anvilhead.store.tables import JobRow, MediaRow, NoteRow

MOST_NOTES = 60
"""Notes of one answer."""
ALL_NOTES = 20_000
"""Notes of a job file."""

EXTENSIONS = {
    "image/jpeg": "jpg",
    "image/png": "png",
    "image/webp": "webp",
    "audio/ogg": "ogg",
    "audio/webm": "webm",
    "audio/wav": "wav",
    "audio/mp4": "m4a",
}


@again_when_busy
def keep_media(database: Database, job_id: str, media_id: str, raw: bytes, *, keep_place: bool) -> MediaView:
    """Keep a photo or a voice; sending the same twice keeps one.

    Raises:
        DocumentRefused: when it is neither, or too large.
        Conflict: when its id belongs to another.
    """
    media = _read(raw, keep_place=keep_place)
    with database.session() as session:
        store.job_by_id(session, job_id, to_change=True)
        try:
            known = media_by_id(session, media_id)
        except NotFound:
            known = _media_row(media_id, job_id, media)
            store.add(session, known, "This photo is being sent already. Try again.")
        if (known.job_id, known.digest) != (job_id, media.digest):
            raise Conflict("The id of this photo belongs to another. Send it afresh.")
        return _media_view(known)


def _read(raw: bytes, *, keep_place: bool) -> Media:
    try:
        return read_media(raw, keep_place=keep_place)
    except MediaRefused as error:
        refuse([Problem(pointer="", code=error.code, message=error.message)])
        raise


def _media_row(media_id: str, job_id: str, media: Media) -> MediaRow:
    return MediaRow(
        id=media_id,
        job_id=job_id,
        media_type=media.media_type,
        digest=media.digest,
        size=len(media.content),
        content=media.content,
        thumbnail=media.thumbnail,
        wide=media.wide,
        high=media.high,
    )


def get_media(database: Database, media_id: str, *, small: bool) -> tuple[str, bytes]:
    """The type and content of a photo or a voice, or of a photo made small."""
    with database.session() as session:
        row = media_by_id(session, media_id, with_content=True)
        return ("image/jpeg", row.thumbnail) if small and row.thumbnail else (row.media_type, row.content)


def list_notes(
    database: Database, job_id: str, before: int | None = None, structure_id: str | None = None
) -> list[NoteView]:
    """The last notes of a job or of one of its structures before a number; newest first."""
    with database.session() as session:
        store.job_by_id(session, job_id)
        return [_view(note, media) for note, media in notes_of(session, job_id, MOST_NOTES, before, structure_id)]


@again_when_busy
def keep_note(database: Database, job_id: str, document: NoteCreate, by: By) -> NoteView:
    """Keep a note; sending it twice keeps one.

    Raises:
        DocumentRefused: when it names what the job does not have.
        Conflict: when its id belongs to another.
    """
    with database.session() as session:
        job = store.job_by_id(session, job_id, to_change=True)
        structures = {row.id: row for row in job.structures}
        structure_id = str(document.structure) if document.structure else None
        if structure_id is not None and structure_id not in structures:
            refuse([Problem(pointer="/structure", code="unknown-structure", message="There is no such structure.")])
        media = _media_of(session, job_id, document)
        known = note_by_id(session, str(document.id))
        if known is not None:
            if known.job_id != job_id:
                raise Conflict("The id of this note belongs to another. Write it afresh.")
            return _view(known, media)
        row = NoteRow(
            id=str(document.id),
            job_id=job_id,
            structure_id=structure_id,
            stage=document.stage,
            pin=document.pin.model_dump(mode="json") if document.pin else None,
            text=document.text.strip(),
            media_id=media.id if media else None,
            who=by.who,
            at=by.at,
        )
        store.add(session, row, "The id of this note belongs to another.")
        said = store.Said((document.pin.point,) if document.pin and document.pin.point else ())
        store.add_log(session, job, "noted", _told(row, media), by, structure_id, said)
        return _view(row, media)


def _media_of(session: Session, job_id: str, document: NoteCreate) -> MediaRow | None:
    if document.media is None:
        return None
    try:
        media = media_by_id(session, str(document.media))
    except NotFound:
        media = None
    if media is None or media.job_id != job_id:
        message = "The photo of this note has not come yet. Send it first, then the note."
        refuse([Problem(pointer="/media", code="unknown-media", message=message)])
    return media


def _told(row: NoteRow, media: MediaRow | None) -> str:
    kind = "Note" if media is None else "Photo" if media.media_type.startswith("image/") else "Voice note"
    at = _pinned(NotePin.model_validate(row.pin)) if row.pin else ""
    return f"{kind}{at}: {row.text}" if row.text else f"{kind}{at}."


def _pinned(pin: NotePin) -> str:
    if pin.at is not None:
        return " on the plan"
    return f" at {pin.point or pin.board or pin.step}"


@again_when_busy
def strike_note(database: Database, job_id: str, note_id: str, by: By) -> NoteView:
    """Take a note down; it stays in the record, and says by whom.  Doing so twice changes nothing."""
    with database.session() as session:
        job = store.job_by_id(session, job_id, to_change=True)
        row = note_by_id(session, note_id)
        if row is None or row.job_id != job_id:
            raise NotFound("There is no such note here.")
        if row.struck_by is None:
            row.struck_by, row.struck_at = by.who, by.at
            text = f"Took a note of {row.who} down: {row.text}" if row.text else f"Took a photo of {row.who} down."
            store.add_log(session, job, "note-struck", text, by, row.structure_id)
        return _view(row, media_by_id(session, row.media_id) if row.media_id else None)


def _view(row: NoteRow, media: MediaRow | None) -> NoteView:
    return NoteView(
        number=row.number,
        id=row.id,
        structure_id=row.structure_id,
        stage=StageName(row.stage) if row.stage else None,
        pin=NotePin.model_validate(row.pin) if row.pin else None,
        text=row.text,
        media=_media_view(media) if media else None,
        who=row.who,
        at=row.at,
        struck_by=row.struck_by,
    )


def _media_view(row: MediaRow) -> MediaView:
    return MediaView(id=row.id, media_type=row.media_type, size=row.size, wide=row.wide, high=row.high)


def notes_for_file(session: Session, job: JobRow) -> dict[str, Any]:
    """The notes of a job, oldest first, for its file; photos and voices are named and lie beside it."""
    names = {row.id: row.name_in_file for row in job.structures}
    found = notes_of(session, job.id, ALL_NOTES)[::-1]
    return {"notes": [_entry(note, media, names) for note, media in found]}


def _entry(note: NoteRow, media: MediaRow | None, names: Mapping[str, str]) -> NoteEntry:
    return NoteEntry(
        structure=names.get(note.structure_id or ""),
        stage=note.stage,
        pin=NotePin.model_validate(note.pin) if note.pin else None,
        text=note.text,
        file=_file_name(media) if media else None,
        who=note.who,
        at=note.at,
        struck=note.struck_by is not None,
    )


def _file_name(media: MediaRow) -> str:
    return f"{media.id}.{EXTENSIONS[media.media_type]}"


def bundle_of(session: Session, job_id: str, job: bytes) -> Bundle:
    """A job file with its photos and voices."""
    return Bundle(job, {_file_name(row): row.content for row in all_media(session, job_id)})


def import_notes(session: Session, job: JobRow, file: JobFile, files: Mapping[str, bytes], by: By) -> None:
    """Take over notes, with the photos and voices that came along; what cannot be read is told in the record."""
    ids = {row.name_in_file: row.id for row in job.structures}
    lost = 0
    for entry in file.notes:
        media = _came_along(job.id, entry, files)
        lost += entry.file is not None and media is None
        if media is not None:
            session.add(media)
            session.flush()
        said = by.unless_told(entry.who, entry.at)
        session.add(
            NoteRow(
                id=store.new_id(),
                job_id=job.id,
                structure_id=ids[entry.structure] if entry.structure else None,
                stage=entry.stage if entry.stage in list(StageName) else None,
                pin=entry.pin.model_dump(mode="json") if entry.pin else None,
                text=entry.text,
                media_id=media.id if media else None,
                who=said.who,
                at=said.at,
                struck_by=said.who if entry.struck else None,
                struck_at=said.at if entry.struck else None,
            )
        )
    if lost:
        text = f"{lost} photos or voices of notes did not come with the job file: take its zip to have them."
        store.add_log(session, job, "media-missing", text, by)


def _came_along(job_id: str, entry: NoteEntry, files: Mapping[str, bytes]) -> MediaRow | None:
    raw = files.get(entry.file or "")
    if raw is None:
        return None
    try:
        # it was made bare when it was kept first; whoever wanted its place in it keeps that
        return _media_row(str(uuid4()), job_id, read_media(raw, keep_place=True))
    except MediaRefused:
        return None
