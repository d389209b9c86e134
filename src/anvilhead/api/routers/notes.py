"""Notes, photos and voices of a job."""

from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Body, Depends, Query, Response

from anvilhead.api import examples
from anvilhead.api.dependencies import ByWhom, Db, raw_body
from anvilhead.api.problems import ANSWERS
from anvilhead.service import notes
from anvilhead.service.asked.note_documents import NoteCreate
from anvilhead.service.views.note_views import MediaView, NoteView

router = APIRouter(tags=["notes"], responses=ANSWERS)

FOR_EVER = {"Cache-Control": "private, max-age=31536000, immutable"}
"""A picture of an id never becomes another."""


@router.get("/jobs/{job_id}/notes")
def list_notes(
    database: Db,
    job_id: UUID,
    before: Annotated[int | None, Query(ge=1, description="Number of the note to stop before.")] = None,
    structure: Annotated[UUID | None, Query(description="Of this structure alone.")] = None,
) -> list[NoteView]:
    """The last notes of a job, newest first."""
    return notes.list_notes(database, str(job_id), before, str(structure) if structure else None)


@router.post("/jobs/{job_id}/notes", status_code=201)
def keep_note(
    database: Db, by: ByWhom, job_id: UUID, document: Annotated[NoteCreate, Body(examples=[examples.NOTE])]
) -> NoteView:
    """Keep a note; a photo or a voice of it is sent before."""
    return notes.keep_note(database, str(job_id), document, by)


@router.post("/jobs/{job_id}/notes/{note_id}/strike")
def strike_note(database: Db, by: ByWhom, job_id: UUID, note_id: UUID) -> NoteView:
    """Take a note down; it stays in the record."""
    return notes.strike_note(database, str(job_id), str(note_id), by)


@router.put(
    "/jobs/{job_id}/media/{media_id}",
    status_code=201,
    openapi_extra={
        "requestBody": {
            "required": True,
            "content": {
                "application/octet-stream": {
                    "schema": {"type": "string", "format": "binary"},
                    "example": "the bytes of a JPEG, as the phone wrote them",
                }
            },
        }
    },
)
def keep_media(
    raw: Annotated[bytes, Depends(raw_body)],
    database: Db,
    by: ByWhom,
    job_id: UUID,
    media_id: UUID,
    keep_place: Annotated[bool, Query(description="Leave where it was taken in the photo.")] = False,
) -> MediaView:
    """Send a photo or a voice as it is; what it is, is told by its content."""
    return notes.keep_media(database, str(job_id), str(media_id), raw, keep_place=keep_place)


@router.get("/media/{media_id}", response_class=Response)
def get_media(
    database: Db,
    media_id: UUID,
    small: Annotated[bool, Query(description="A photo made small.")] = False,
) -> Response:
    """A photo or a voice."""
    media_type, content = notes.get_media(database, str(media_id), small=small)
    return Response(content, media_type=media_type, headers=FOR_EVER)
