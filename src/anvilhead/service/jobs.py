"""Jobs: load and show them, make, change, import and export them."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from datetime import UTC, datetime, timedelta
from typing import Any
from uuid import uuid4

from sqlalchemy.orm import Session

from anvilhead.core.messages.words import pull_name
from anvilhead.core.units.units import Units
from anvilhead.jobfile.bundle import write_bundle
from anvilhead.jobfile.documents.models import JobFile, Plan, PullEntry, Reading, Structure
from anvilhead.jobfile.lengths import Length
from anvilhead.jobfile.reading import refuse
from anvilhead.jobfile.working.placed import control_problems
from anvilhead.jobfile.working.planned import work_out
from anvilhead.jobfile.working.pulls import pull_of
from anvilhead.service.as_built import import_signed, signed_for_file
from anvilhead.service.asked.documents import JobChange, JobCreate, StructureCopy, StructureCreate
from anvilhead.service.asked.how_taken import HowTaken
from anvilhead.service.days import days_in, keep_days
from anvilhead.service.heights.level_exchange import import_levels
from anvilhead.service.heights.level_record import level_record
from anvilhead.service.holds import holds_for_file, import_holds
from anvilhead.service.marking import done_for_file, import_done
from anvilhead.service.notes import bundle_of, import_notes, notes_for_file
from anvilhead.service.record import import_record, record_for_file
from anvilhead.service.rounds import import_rounds, rounds_for_file
from anvilhead.service.shown.job_plans import burn_of, control_of, plan_of, plans_of, reading_of
from anvilhead.service.shown.showing import job_view
from anvilhead.service.shown.summaries import job_summaries
from anvilhead.service.views.job_views import JobSummary, JobView, ThrownView
from anvilhead.store import jobs as store
from anvilhead.store.database import Database, again_when_busy
from anvilhead.store.errors import Conflict, NotFound
from anvilhead.store.people import By
from anvilhead.store.tables import JobRow, PullRow, StructureRow


class OpenedBefore(Exception):
    """A job file that is in the yard already, and the job it became."""

    def __init__(self, job_id: str, name: str) -> None:
        super().__init__(f"This file is in the yard already, as “{name}”. Open that job, or open the file once more.")
        self.job_id = job_id


@dataclass(frozen=True, slots=True)
class Opened:
    """A file that a job is made from.

    Attributes:
        digest: of it, to know it again; again: open it although it is in the yard already.
        files: photos and voices that lay beside it in a zip, by name.
    """

    digest: str | None = None
    again: bool = True
    files: Mapping[str, bytes] = field(default_factory=dict)


NOT_OPENED = Opened()
"""A job that was put together here."""

MOST_CONTROLS = 50
"""Changes of control that can be undone."""


MOST_JOBS = 100
"""Jobs of one answer of the yard's list."""


def list_jobs(
    database: Database, find: str = "", most: int = MOST_JOBS, after: int = 0, *, away: bool | None = None
) -> list[JobSummary]:
    """Jobs for the yard: those put away last, the latest change first; `find` is part of a name."""
    with database.session() as session:
        return job_summaries(session, store.some_jobs(session, find, most, after, away=away))


def get_job(database: Database, job_id: str) -> JobView:
    """One job, its structures in short."""
    with database.session() as session:
        return job_view(store.job_by_id(session, job_id))


@again_when_busy
def create_job(database: Database, document: JobCreate, by: By, *, sample: bool = False) -> JobView:
    """Make a job, with its first structure if one is given; the same id again gives the same job."""
    if document.structure:
        refuse(work_out(document.structure.plan, "/structure/plan")[1])
    with database.session() as session:
        try:
            known = store.job_by_id(session, str(document.id))
        except NotFound:
            pass
        else:
            if known.name != document.name:
                raise Conflict(f"The id of this new job belongs to the job “{known.name}”.")
            return job_view(known)
        job = _new_job(session, str(document.id), document.name, document.units, document.burn, by, sample=sample)
        store.add_log(session, job, "job-made", f"Made the job {job.name}.", by)
        if document.structure:
            add_structure(session, job, document.structure, by)
    return get_job(database, str(document.id))


@again_when_busy
def change_job(database: Database, job_id: str, change: JobChange, by: By) -> JobView:
    """Rename a job, switch its units or its burn, change its control; readings keep what was typed."""
    if change.control is not None:
        refuse(control_problems(change.control))
    with database.session() as session:
        job = store.changed_job(session, job_id, change.base_revision, by.at)
        if change.name is not None and change.name != job.name:
            store.add_log(session, job, "job-renamed", f"Renamed {job.name} to {change.name}.", by)
            job.name = change.name
        if change.switch_units is not None and change.switch_units != job.units:
            store.add_log(session, job, "units", f"Switched units from {job.units} to {change.switch_units}.", by)
            job.units = change.switch_units
        if change.burn is not None and change.burn.text != job.burn_written:
            store.add_log(session, job, "burn", f"Switched the burn from {job.burn_written} to {change.burn.text}.", by)
            job.burn_mm, job.burn_written = change.burn.kept_mm, change.burn.text
        if change.control is not None and change.control != control_of(job):
            store.add_log(session, job, "control", "Changed what is held as true on the site.", by)
            job.control_before = [*(job.control_before or []), job.control or {}][-MOST_CONTROLS:]
            job.control = change.control.model_dump(mode="json")
    return get_job(database, job_id)


@again_when_busy
def undo_control(database: Database, job_id: str, base_revision: int, by: By) -> JobView:
    """Bring back what was held as true before the last change of it.

    Raises:
        Conflict: when there is nothing to undo.
    """
    with database.session() as session:
        job = store.changed_job(session, job_id, base_revision, by.at)
        if not job.control_before:
            raise Conflict("Nothing was held as true before: there is nothing to undo.")
        *job.control_before, job.control = job.control_before
        store.add_log(session, job, "control-undone", "Went back to what was held as true before.", by)
    return get_job(database, job_id)


@again_when_busy
def add_structure_to_job(database: Database, job_id: str, structure: StructureCreate, by: By) -> JobView:
    """Add a structure with its plan to a job."""
    refuse(work_out(structure.plan, "/structure/plan")[1])
    with database.session() as session:
        job = store.job_by_id(session, job_id, to_change=True)
        if not any(row.id == str(structure.id) for row in job.structures):
            add_structure(session, job, structure, by)
    return get_job(database, job_id)


@again_when_busy
def import_job(
    database: Database,
    job_id: str,
    file: JobFile,
    by: By,
    *,
    sample: bool = False,
    opened: Opened = NOT_OPENED,
) -> JobView:
    """Make a job from a job file; units not named are taken as millimetres.

    Raises:
        OpenedBefore: when the same file, by its digest, is in the yard already and was not to be opened again.
    """
    with database.session() as session:
        known = None if opened.digest is None or opened.again else store.job_from_file(session, opened.digest)
        if known is not None:
            raise OpenedBefore(known.id, known.name)
        burn = file.burn or next((pull.burn for pull in reversed(file.pulls) if pull.burn.mm), Length(0.0, 0))
        job = _new_job(session, job_id, file.name, file.units or Units.MM, burn, by, sample=sample)
        job.control = file.control.model_dump(mode="json")
        job.file_digest = opened.digest
        store.add_log(session, job, "job-imported", f"Read {file.name} from a job file.", by)
        for structure in file.structures:
            plan = Plan.model_validate(structure.model_dump(exclude={"id"}))
            create = StructureCreate.model_construct(id=uuid4(), name_in_file=structure.id, plan=plan)
            pulls = [pull for pull in file.pulls if pull.structure == structure.id]
            # a plan is older than what was pulled for it, whenever its file is read
            planned_at = min([by.at, *(by.unless_told(None, pull.at).at for pull in pulls)])
            row = add_structure(session, job, create, By(by.who, planned_at))
            for pull in pulls:
                taken = by.unless_told(pull.who, pull.at)
                kept = new_pull_row(store.new_id(), row.id, pull, taken)
                store.add_pull(session, kept)
                if pull.struck:
                    store.strike(session, kept, taken.who, taken.at)
                if file.record is None:
                    _log_taken_over(session, job, row.id, pull, taken)
            import_rounds(session, row, structure.id, file, by)
            import_done(session, row, structure.id, file, by)
            if pulls:
                text = f"Took over {len(pulls)} readings, the last of round {max(pull.round for pull in pulls)}."
                store.add_log(session, job, "pulls-imported", text, by, row.id)
        if file.levels:
            import_levels(session, job, file.levels, by)
        if file.days:
            keep_days(session, job, 1, file.days.model_dump(mode="json"), by)
        session.expire(job, ["structures"])
        import_holds(session, job, file, by)
        import_notes(session, job, file, opened.files, by)
        import_signed(session, job, file)
        if file.record:
            import_record(session, job, file.record, by)
    return get_job(database, job_id)


def export_job(database: Database, job_id: str) -> JobFile:
    """The job as a job file: plans and the readings that count, as typed."""
    with database.session() as session:
        job = store.job_by_id(session, job_id)
        store.fetch_whole(session, [row.id for row in job.structures])
        plans = plans_of(job)
        return JobFile(
            format="anvilhead-job",
            version=1,
            name=job.name,
            units=Units(job.units),
            burn=burn_of(job),
            control=control_of(job),
            structures=[
                Structure.model_validate({"id": row.name_in_file, **row.newest.document}) for row in job.structures
            ],
            pulls=[
                PullEntry(
                    structure=row.name_in_file,
                    **dict(reading_of(pull)),
                    who=pull.who,
                    at=pull.at,
                    struck=pull.strike is not None,
                )
                for row in job.structures
                for pull in row.pulls
                if plans.namings[row.name_in_file].knows(reading_of(pull))
            ],
            **rounds_for_file(job),
            **done_for_file(job),
            levels=None if plans.record.is_empty else plans.record.levels,
            days=days_in(session, job_id),
            **holds_for_file(session, job),
            **notes_for_file(session, job),
            **signed_for_file(session, job),
            record=record_for_file(session, job),
        )


def export_bundle(database: Database, job_id: str) -> tuple[str, bytes]:
    """The name of a job, and a zip of its job file with its photos and voices."""
    file = export_job(database, job_id)
    text = file.model_dump_json(exclude_none=True, by_alias=True, indent=1)
    with database.session() as session:
        return file.name, write_bundle(bundle_of(session, job_id, text.encode()))


@again_when_busy
def put_away(database: Database, job_id: str, by: By, *, away: bool) -> None:
    """Put a job that is done away from the yard's first sight, or bring it back; it stays as it is."""
    with database.session() as session:
        job = store.job_head(session, job_id)
        if (job.archived_at is not None) != away:
            job.archived_at = by.at if away else None
            text = "Put the job away." if away else "Brought the job back."
            store.add_log(session, job, "put-away" if away else "brought-back", text, by)


KEPT_DAYS = timedelta(days=30)
"""So long there is a way back for what was thrown away."""


def list_thrown(database: Database, now: datetime) -> list[ThrownView]:
    """Jobs and structures that were thrown away and can be had back; the latest first."""
    with database.session() as session:
        jobs, structures = store.thrown_away(session, now - KEPT_DAYS)
        found = [_thrown(one.deleted_at, one.id, None, one.name, one.name) for one in jobs]
        found += [
            _thrown(one.deleted_at, one.job_id, one.id, plan_of(one).name or one.name_in_file, one.job.name)
            for one in structures
        ]
        return sorted(found, key=lambda one: one.at, reverse=True)


def _thrown(at: datetime | None, job_id: str, structure_id: str | None, name: str, job: str) -> ThrownView:
    at = at or datetime.now(UTC)  # found by that it was thrown away
    return ThrownView(job_id=job_id, structure_id=structure_id, name=name, job=job, at=at, until=at + KEPT_DAYS)


def _refuse_too_late(at: datetime | None, now: datetime) -> None:
    """What was thrown away longer ago than there is a way back."""
    if at is not None and now - at > KEPT_DAYS:
        raise Conflict(f"This was thrown away more than {KEPT_DAYS.days} days ago: there is no way back from here.")


@again_when_busy
def delete_job(database: Database, job_id: str, by: By, *, deleted: bool = True) -> None:
    """Throw a job away, or take that back within thirty days; nothing of it is lost meanwhile."""
    with database.session() as session:
        job = store.job_head(session, job_id)
        if (job.deleted_at is not None) != deleted:
            _refuse_too_late(job.deleted_at, by.at)
            job.deleted_at = by.at if deleted else None
            text = "Deleted the job." if deleted else "Took back that the job was deleted."
            store.add_log(session, job, "job-deleted" if deleted else "job-undeleted", text, by)


@again_when_busy
def delete_structure(database: Database, structure_id: str, by: By, *, deleted: bool = True) -> None:
    """Delete a structure, or take that back; its plan and readings stay.

    Raises:
        Conflict: when the job has no other, or its level book stands on its corners.
    """
    with database.session() as session:
        store.lock_job_of(session, structure_id)
        row = store.structure_head(session, structure_id)
        if (row.deleted_at is not None) == deleted:
            return
        job = store.job_by_id(session, row.job_id)
        _refuse_too_late(row.deleted_at, by.at)
        if deleted:
            _refuse_needed(job, row)
        row.deleted_at = by.at if deleted else None
        did = "Deleted" if deleted else "Took back that deleted was:"
        action = "structure-deleted" if deleted else "structure-undeleted"
        store.add_log(session, job, action, f"{did} {row.name_in_file}.", by, row.id)


def _refuse_needed(job: JobRow, row: StructureRow) -> None:
    if len(job.structures) == 1:
        raise Conflict("It is the job's only structure. Delete the job instead.")
    levels = level_record(store.session_of(job), job.id).levels
    on = levels.on or job.structures[0].name_in_file
    if on == row.name_in_file and any(setup.shots for setup in levels.setups):
        raise Conflict("The level book stands on its corners: heights of the other structures hang on it. It stays.")


def copy_job(database: Database, job_id: str, name: str, by: By) -> JobView:
    """The same job once more under another name, with its plans, readings, heights and photos.

    Without its record, hold points, tickets and signatures: what was looked at there was not looked at here.
    """
    file = export_job(database, job_id)
    with database.session() as session:
        files = bundle_of(session, job_id, b"").files
    days = file.days.model_copy(update={"locates": [], "ended": {}}) if file.days else None
    afresh: dict[str, Any] = {"name": name, "record": None, "holds": [], "signed": [], "days": days}
    named = file.model_copy(update=afresh)
    return import_job(database, store.new_id(), named, by, opened=Opened(files=files))


def copy_structure(database: Database, structure_id: str, copy: StructureCopy, by: By) -> JobView:
    """A structure's plan once more beside it, without its readings; sending it twice makes one."""
    with database.session() as session:
        row = store.structure_by_id(session, structure_id)
        document = {**row.newest.document, "name": copy.name, "placing": None}
        job_id = row.job_id
    plan = Plan.model_validate({key: value for key, value in document.items() if value is not None})
    create = StructureCreate.model_construct(id=copy.id, name_in_file=copy.name_in_file, plan=plan)
    return add_structure_to_job(database, job_id, create, by)


def _log_taken_over(session: Session, job: JobRow, structure_id: str, pull: PullEntry, by: By) -> None:
    """A reading of a file that carries no record, under the name and the time the file gives it."""
    struck = " It was struck." if pull.struck else ""
    text = f"Round {pull.round}: {pull_name(pull_of(pull))} read {pull.reading.text}, burn {pull.burn.text}.{struck}"
    points = tuple(name for name in (pull.start, pull.end) if name)
    store.add_log(session, job, "pull", text, by, structure_id, store.Said(points, from_file=FILE_WITHOUT_RECORD))


FILE_WITHOUT_RECORD = "0" * 64
"""What stands for the head of a file's record where it has none."""


def add_structure(session: Session, job: JobRow, structure: StructureCreate, by: By) -> StructureRow:
    """Add a structure and its first plan inside a transaction."""
    row = store.add_structure(session, job, structure.name_in_file, str(structure.id))
    store.add_plan(session, row, structure.plan.model_dump(mode="json"), by.who, by.at)
    name = structure.plan.name or structure.name_in_file
    store.add_log(session, job, "structure-added", f"Added {name}.", by, row.id)
    return row


def new_pull_row(pull_id: str, structure_id: str, entry: Reading, by: By) -> PullRow:
    """A row for a reading: what was typed beside what it means."""
    return PullRow(
        id=pull_id,
        structure_id=structure_id,
        round=entry.round,
        start=entry.start,
        end=entry.end,
        reading_mm=entry.reading.kept_mm,
        reading_written=entry.reading.text,
        burn_mm=entry.burn.kept_mm,
        burn_written=entry.burn.text,
        fall_mm=entry.height_difference.kept_mm,
        fall_written=entry.height_difference.text,
        how=HowTaken.of(entry),
        who=by.who,
        at=by.at,
    )


def _new_job(session: Session, job_id: str, name: str, units: Units, burn: Length, by: By, *, sample: bool) -> JobRow:
    job = JobRow(
        id=job_id,
        name=name,
        units=units,
        burn_mm=burn.kept_mm,
        burn_written=burn.text,
        sample=sample,
        revision=1,
        created_at=by.at,
        changed_at=by.at,
    )
    store.add_job(session, job)
    return job
