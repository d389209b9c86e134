"""Jobs and their job files."""

import hashlib
import re
from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Body, Depends, Query, Response

from anvilhead.api import examples
from anvilhead.api.dependencies import ByWhom, Db, Now, raw_body
from anvilhead.api.problems import ANSWERS
from anvilhead.jobfile.bundle import Bundle, is_bundle, read_bundle
from anvilhead.jobfile.documents.models import JobFile
from anvilhead.jobfile.reading import read_job
from anvilhead.service import jobs, record
from anvilhead.service.asked.documents import JobChange, JobCopy, JobCreate, Revision, StructureAdd
from anvilhead.service.asked.record_documents import RecordAsked
from anvilhead.service.views.job_views import JobSummary, JobView, LogEntryView, RecordPeople, ThrownView
from anvilhead.store.jobs import new_id

router = APIRouter(prefix="/jobs", tags=["jobs"], responses=ANSWERS)


@router.get("")
def list_jobs(
    database: Db,
    find: Annotated[str, Query(max_length=120, description="Part of the name of a job or of a structure.")] = "",
    most: Annotated[int, Query(ge=1, le=jobs.MOST_JOBS, description="How many jobs.")] = jobs.MOST_JOBS,
    after: Annotated[int, Query(ge=0, description="How many to leave out at the head.")] = 0,
    away: Annotated[bool | None, Query(description="Only those put away, or only the others; left out, all.")] = None,
) -> list[JobSummary]:
    """Jobs for the yard: those put away last, the latest change first."""
    return jobs.list_jobs(database, find, most, after, away=away)


@router.post("", status_code=201)
def create_job(database: Db, by: ByWhom, job: Annotated[JobCreate, Body(examples=[examples.JOB])]) -> JobView:
    """Make a job, with its first structure if one is given."""
    return jobs.create_job(database, job, by)


@router.post(
    "/files",
    status_code=201,
    openapi_extra={
        "requestBody": {
            "required": True,
            "content": {
                "application/json": {"schema": {"$ref": "#/components/schemas/JobFile"}, "example": examples.FILE}
            },
        }
    },
)
def import_job(
    raw: Annotated[bytes, Depends(raw_body)],
    database: Db,
    by: ByWhom,
    again: Annotated[bool, Query(description="Open it although it is in the yard already.")] = False,
) -> JobView:
    """Make a job from a job file, or from a zip of one with its photos.

    One that is in the yard already is refused unless it is to be opened again.
    """
    digest = hashlib.sha256(raw).hexdigest()
    bundle = read_bundle(raw) if is_bundle(raw) else Bundle(raw, {})
    opened = jobs.Opened(digest, again, bundle.files)
    return jobs.import_job(database, new_id(), read_job(bundle.job), by, opened=opened)


@router.get("/thrown-away")
def list_thrown(database: Db, now: Now) -> list[ThrownView]:
    """Jobs and structures that were thrown away and can be had back."""
    return jobs.list_thrown(database, now)


@router.get("/{job_id}")
def get_job(database: Db, job_id: UUID) -> JobView:
    """One job, its structures in short; each of them whole is at its own address."""
    return jobs.get_job(database, str(job_id))


@router.patch("/{job_id}")
def change_job(
    database: Db,
    by: ByWhom,
    job_id: UUID,
    change: Annotated[JobChange, Body(examples=[{"units": "ft-in", "base_revision": 1, "switch_units": "m"}])],
) -> JobView:
    """Rename a job, switch its units or its burn."""
    return jobs.change_job(database, str(job_id), change, by)


@router.post("/{job_id}/control/undo")
def undo_control(
    database: Db, by: ByWhom, job_id: UUID, base_revision: Annotated[Revision, Body(embed=True, examples=[2])]
) -> JobView:
    """Bring back what was held as true before the last change of it."""
    return jobs.undo_control(database, str(job_id), base_revision, by)


@router.post("/{job_id}/structures", status_code=201)
def add_structure(
    database: Db,
    by: ByWhom,
    job_id: UUID,
    added: Annotated[StructureAdd, Body(examples=[{"units": "ft-in", "structure": examples.STRUCTURE}])],
) -> JobView:
    """Add a structure to a job."""
    return jobs.add_structure_to_job(database, str(job_id), added.structure, by)


@router.post("/{job_id}/away", status_code=204)
def put_away(database: Db, by: ByWhom, job_id: UUID) -> None:
    """Put a job that is done away from the yard's first sight."""
    jobs.put_away(database, str(job_id), by, away=True)


@router.post("/{job_id}/away/back", status_code=204)
def bring_back(database: Db, by: ByWhom, job_id: UUID) -> None:
    """Bring a job that was put away back."""
    jobs.put_away(database, str(job_id), by, away=False)


@router.delete("/{job_id}", status_code=204)
def delete_job(database: Db, by: ByWhom, job_id: UUID) -> None:
    """Delete a job; it can be taken back."""
    jobs.delete_job(database, str(job_id), by)


@router.post("/{job_id}/delete/back", status_code=204)
def undelete_job(database: Db, by: ByWhom, job_id: UUID) -> None:
    """Take back that a job was deleted."""
    jobs.delete_job(database, str(job_id), by, deleted=False)


@router.post("/{job_id}/copies", status_code=201)
def copy_job(
    database: Db, by: ByWhom, job_id: UUID, copy: Annotated[JobCopy, Body(examples=[{"name": "Gannet Slip, again"}])]
) -> JobView:
    """The same job once more under another name."""
    return jobs.copy_job(database, str(job_id), copy.name, by)


@router.get("/{job_id}/file", response_model=JobFile, response_model_exclude_none=True)
def export_job(database: Db, job_id: UUID, response: Response) -> JobFile:
    """The job as a job file, to keep, mail or solve on the command line."""
    file = jobs.export_job(database, str(job_id))
    response.headers["Content-Disposition"] = f'attachment; filename="{_plain(file.name)}.anvil.json"'
    return file


def _plain(name: str) -> str:
    """A name as a file can have it anywhere."""
    return re.sub(r"[^A-Za-z0-9]+", "-", name).strip("-").lower() or "job"


@router.get("/{job_id}/file.zip", response_class=Response)
def export_bundle(database: Db, job_id: UUID) -> Response:
    """The job as a job file in a zip, with its photos and voices beside it."""
    name, content = jobs.export_bundle(database, str(job_id))
    headers = {"Content-Disposition": f'attachment; filename="{_plain(name)}.anvil.zip"'}
    return Response(content, media_type="application/zip", headers=headers)


@router.get("/{job_id}/log")
def job_log(database: Db, job_id: UUID, asked: Annotated[RecordAsked, Query()]) -> list[LogEntryView]:
    """The latest entries of a job's record that are like what is sought, oldest first."""
    return record.record_of(database, str(job_id), asked)


@router.get("/{job_id}/log/people")
def record_people(database: Db, job_id: UUID) -> RecordPeople:
    """Whose names are in a job's record."""
    return record.people_of(database, str(job_id))
