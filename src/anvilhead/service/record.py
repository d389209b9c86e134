"""The record of a job: a page of it, sought by word, structure, stage, person or day."""

import re
from collections.abc import Mapping
from datetime import UTC, date, datetime, time, timedelta
from zoneinfo import ZoneInfo

from sqlalchemy.orm import Session

from anvilhead.jobfile.documents.days import DaysPlan
from anvilhead.jobfile.documents.record import RecordEntries, SealEntry
from anvilhead.service.asked.record_documents import RecordAsked
from anvilhead.service.views.job_views import LogEntryView, RecordPeople
from anvilhead.service.views.structure_views import StageName
from anvilhead.store import jobs as store
from anvilhead.store.database import Database
from anvilhead.store.days import newest_days
from anvilhead.store.people import By
from anvilhead.store.record import Sought, entries_of, people_in
from anvilhead.store.seals import head_of, sealed_rows, seals_of
from anvilhead.store.tables import JobRow, LogRow

STAGE_OF: Mapping[str, StageName] = {
    "noted": StageName.HANDOVER,
    "note-struck": StageName.HANDOVER,
    "hold-seen": StageName.GROUND,
    "hold-past": StageName.GROUND,
    "hold-back": StageName.GROUND,
    "control": StageName.GROUND,
    "control-undone": StageName.GROUND,
    "structure-added": StageName.FOOTPRINT,
    "plan-changed": StageName.FOOTPRINT,
    "plan-undone": StageName.FOOTPRINT,
    "plan-redone": StageName.FOOTPRINT,
    "plan-as-found": StageName.SQUARE,
    "pull": StageName.SQUARE,
    "pulls-imported": StageName.SQUARE,
    "strike": StageName.SQUARE,
    "strike-taken-back": StageName.SQUARE,
    "round-begun": StageName.SQUARE,
    "moves-told": StageName.SQUARE,
    "accepted": StageName.SQUARE,
    "acceptance-taken-back": StageName.SQUARE,
    "point-lost": StageName.SQUARE,
    "point-set": StageName.SQUARE,
    "point-found": StageName.SQUARE,
    "setup": StageName.LEVELS,
    "shot": StageName.LEVELS,
    "shot-struck": StageName.LEVELS,
    "shot-strike-taken-back": StageName.LEVELS,
    "book-imported": StageName.LEVELS,
    "heights-planned": StageName.LEVELS,
    "heights-undone": StageName.LEVELS,
    "heights-redone": StageName.LEVELS,
    "heights-accepted": StageName.LEVELS,
    "heights-acceptance-taken-back": StageName.LEVELS,
    "finish-taken": StageName.LEVELS,
    "instrument-tested": StageName.LEVELS,
    "marked": StageName.MARKS,
    "signed-off": StageName.HANDOVER,
    "sign-off-taken-back": StageName.HANDOVER,
}
"""Where each kind of entry is looked at; kinds that are not here belong to the job as a whole."""


def record_of(database: Database, job_id: str, asked: RecordAsked) -> list[LogEntryView]:
    """The last entries of a job's record that are like what is asked for; oldest first."""
    with database.session() as session:
        store.job_by_id(session, job_id)
        zone = zone_of(session, job_id)
        actions = [action for action, stage in STAGE_OF.items() if stage is asked.stage] if asked.stage else None
        since, until = day_in(zone, asked.day) if asked.day else (None, None)
        structure_id = str(asked.structure) if asked.structure else None
        sought = Sought(words_of(asked.find), structure_id, actions, asked.who or None, since, until)
        return [_entry_view(row) for row in entries_of(session, job_id, asked.most, asked.before, sought)]


def words_of(find: str) -> tuple[str, ...]:
    """What is typed to be looked for, in parts that must each be there; a number belongs to the word before it.

    `ines round 4` is “ines” and “round 4”, `52' 11` is one length.
    """
    return tuple(" ".join(part.split()) for part in _WORD.findall(find))


_WORD = re.compile(r"\S+(?:\s+\d\S*)*")


def people_of(database: Database, job_id: str) -> RecordPeople:
    """Whose names are in a job's record, and in which zone its days are counted."""
    with database.session() as session:
        store.job_by_id(session, job_id)
        return RecordPeople(people=people_in(session, job_id), zone=str(zone_of(session, job_id)))


def record_for_file(session: Session, job: JobRow) -> RecordEntries:
    """The record of a job for its file, with the chain of seals over it."""
    seals = [
        SealEntry(previous=one.previous, at=one.at, rows=list(one.rows), digest=one.digest)
        for one in seals_of(session, job.id)
    ]
    return RecordEntries.model_construct(
        head=head_of(session, job.id),
        structures={row.id: row.name_in_file for row in job.structures},
        seals=seals,
        entries=list(sealed_rows(session, job.id, LogRow.__tablename__)),
    )


def import_record(session: Session, job: JobRow, record: RecordEntries, by: By) -> None:
    """Take over what a file says happened, as coming from it; what its own seals do not bear out is told."""
    here = {row.name_in_file: row.id for row in job.structures}
    ids = {was: here.get(name) for was, name in record.structures.items()}
    for entry in record.entries:
        text, who, action = (str(entry.get(name) or "") for name in ("text", "who", "action"))
        if text and who:
            at = by.unless_told(None, _time(entry.get("at"))).at
            structure_id = ids.get(str(entry.get("structure_id")))
            kept = LogRow(job_id=job.id, structure_id=structure_id, action=action[:40], text=text, who=who[:80], at=at)
            kept.from_file = record.head
            session.add(kept)
    broken = record.broken
    if broken:
        text = f"The record of this file does not bear out: {broken[0].text}" + (
            f" And {len(broken) - 1} more." if len(broken) > 1 else ""
        )
        store.add_log(session, job, "record-broken", text, by)


def _time(value: object) -> datetime | None:
    try:
        return datetime.fromisoformat(str(value))
    except ValueError:
        return None


def zone_of(session: Session, job_id: str) -> ZoneInfo:
    """Where a job is, for what day it is there; UTC where nobody said."""
    row = newest_days(session, job_id)
    return ZoneInfo((DaysPlan.model_validate(row.document).zone if row else None) or "UTC")


def day_in(zone: ZoneInfo, day: date) -> tuple[datetime, datetime]:
    """When a day begins and ends somewhere, also where its night has an hour more or less."""
    midnight, next_midnight = (datetime.combine(one, time(), zone) for one in (day, day + timedelta(days=1)))
    return midnight.astimezone(UTC), next_midnight.astimezone(UTC)


def _entry_view(row: LogRow) -> LogEntryView:
    return LogEntryView(
        number=row.number,
        at=row.at,
        on_device=row.on_device,
        who=row.who,
        action=row.action,
        stage=STAGE_OF.get(row.action),
        structure_id=row.structure_id,
        text=row.text,
        points=row.points or [],
        facts=row.facts or {},
        from_file=row.from_file is not None,
    )
