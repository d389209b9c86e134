"""The as-built record of a structure: put together, signed by name, taken along in the job file."""

from datetime import datetime
from typing import Any

from sqlalchemy.orm import Session

from anvilhead.core.dangers.holds import HoldState
from anvilhead.core.messages.made.built_words import signed_text
from anvilhead.core.units.length_printing import print_difference, print_within
from anvilhead.core.units.units import Units
from anvilhead.jobfile.documents.models import JobFile
from anvilhead.jobfile.documents.signed import SignedEntry
from anvilhead.jobfile.results.as_built_results import (
    AsBuiltResult,
    AsBuiltView,
    BuiltHold,
    BuiltNote,
    BuiltWord,
    SignOff,
)
from anvilhead.jobfile.results.danger_results import DangersResult
from anvilhead.jobfile.solving import solve_structure
from anvilhead.jobfile.working.judging import judge
from anvilhead.jobfile.working.pulls import pull_of
from anvilhead.jobfile.written.as_built_solving import Accepted, BuiltOf, solve_as_built
from anvilhead.service.asked.record_documents import SignOffCreate
from anvilhead.service.holds import dangers_of
from anvilhead.service.record import zone_of
from anvilhead.service.shown.job_plans import JobPlans, control_of, counting, plans_of, reading_of
from anvilhead.service.views.structure_views import size_of
from anvilhead.store import jobs as store
from anvilhead.store.database import Database, again_when_busy
from anvilhead.store.errors import Conflict, NotFound
from anvilhead.store.notes import notes_of
from anvilhead.store.people import By
from anvilhead.store.seals import head_of
from anvilhead.store.sign_offs import sign_off_by_id, sign_offs_of
from anvilhead.store.tables import JobRow, SignOffRow, StructureRow

MOST_NOTES = 200
"""Notes of one record."""


def get_as_built(database: Database, structure_id: str, now: datetime) -> AsBuiltView:
    """The as-built record of a structure as it is now, and who signed it."""
    with database.session() as session:
        return as_built_view(session, store.structure_by_id(session, structure_id), now)


def as_built_view(session: Session, row: StructureRow, now: datetime) -> AsBuiltView:
    """The same inside a transaction; the structure is fetched whole."""
    dangers = dangers_of(session, row, now)
    record = _record(session, row, dangers)
    zone = zone_of(session, row.job_id)
    stops = [hold.title for hold in dangers.holds if hold.state in (HoldState.OPEN, HoldState.LAPSED)]
    return AsBuiltView(
        record=record,
        made_on=now.astimezone(zone).date(),
        head=head_of(session, row.job_id),
        stops=stops,
        signed=[
            SignOff(
                id=one.id,
                who=one.who,
                at=one.at,
                note=one.note,
                digest=one.digest,
                stands=one.back_by is None and one.digest == record.digest,
                back_by=one.back_by,
                text=signed_text(one.who, one.at.astimezone(zone).date(), one.digest != record.digest, one.back_by),
            )
            for one in sign_offs_of(session, [row.id])
        ],
    )


def _record(session: Session, row: StructureRow, dangers: DangersResult) -> AsBuiltResult:
    plans, units = plans_of(row.job), Units(row.job.units)
    found = plans.found[row.name_in_file]
    naming = plans.namings[row.name_in_file]
    accepted = row.accepted[-1] if row.accepted else None
    last = accepted.round if accepted else 0
    kept = [reading_of(pull) for pull in counting(row, naming) if pull.round <= last]
    rounds = judge(naming, [pull_of(one) for one in kept], units, {}, [last] if accepted else [])
    result = solve_structure(found, rounds, methods=False)
    tolerance = found.set_out.tolerance_mm
    word = None
    if accepted:
        worst = print_within(float(accepted.worst_mm), units) if accepted.worst_mm is not None else "nothing known"
        allowed = print_difference(float(accepted.tolerance_mm), units)
        text = f"Round {last} accepted: worst corner {worst} off, {allowed} allowed."
        word = BuiltWord(what="square", who=accepted.who, at=accepted.at, note=accepted.note, text=text)
    record = plans.record
    heights = [one.entry for one in record.accepted if one.entry.structure == row.name_in_file]
    return solve_as_built(
        BuiltOf(
            job=row.job.name,
            structure=row.name_in_file,
            name=found.plan.name or row.name_in_file,
            size=size_of(found, units),
            plan_revision=row.revision,
            result=result,
            accepted=Accepted(last, word, float(accepted.tolerance_mm)) if accepted and word else None,
            heights=heights[-1] if heights and not heights[-1].back else None,
            readings=kept,
            setups=[
                one.head.device or one.head.instrument.replace("-", " ") for one in record.setups for _ in one.shots
            ],
            checks=[one.entry for one in record.checks],
            site=plans.site,
            control=_control(row, plans, result.square.hold if result.square else None),
            holds=[
                BuiltHold(title=one.title, state=one.state, who=one.who, at=one.at, note=one.note)
                for one in dangers.holds
            ],
            notes=_notes(session, row),
            tolerance_mm=float(accepted.tolerance_mm) if accepted else tolerance,
            units=units,
        )
    )


def _control(row: StructureRow, plans: JobPlans, hold: str | None) -> list[str]:
    """What was held as true, in words."""
    control = control_of(row.job)
    names = [*(one.name for one in control.points), *(f"{one.name} ({one.kind})" for one in control.lines)]
    benchmark = plans.record.plan.benchmark
    return [
        hold[:1].upper() + hold[1:] + "." if hold else f"Line {plans.found[row.name_in_file].plan.held_line} stays.",
        *([f"On the site: {', '.join(names)}."] if names else []),
        *([f"Heights from {benchmark.name} at {benchmark.height.text}."] if benchmark else []),
    ]


def _notes(session: Session, row: StructureRow) -> list[BuiltNote]:
    return [
        BuiltNote(
            who=note.who,
            at=note.at,
            text=note.text,
            point=(note.pin or {}).get("point"),
            media=media.id if media and media.media_type.startswith("image/") else None,
        )
        for note, media in reversed(notes_of(session, row.job_id, MOST_NOTES, structure_id=row.id))
        if note.struck_by is None
    ]


@again_when_busy
def sign_off(database: Database, structure_id: str, document: SignOffCreate, by: By) -> AsBuiltView:
    """Sign the as-built record as it was read; sending the same twice signs once.

    Raises:
        Conflict: when it was changed while it was read, or hold points stand open.
    """
    with database.session() as session:
        row = store.structure_by_id(session, structure_id, to_change=True)
        known = sign_off_by_id(session, str(document.id))
        if known is not None and known.structure_id != row.id:
            raise Conflict("The id of this signature belongs to another. Sign afresh.")
        if known is None:
            view = as_built_view(session, row, by.at)
            if view.record.digest != document.digest:
                raise Conflict("Something was changed while you were reading. It is shown afresh; read it, then sign.")
            if view.stops:
                still = ", ".join(f"“{one}”" for one in view.stops)
                raise Conflict(f"Hold points stand open: {still}. Look at them, or go past by name, then sign.")
            kept = SignOffRow(
                id=str(document.id),
                structure_id=row.id,
                digest=view.record.digest,
                document=view.record.model_dump(mode="json", by_alias=True),
                note=document.note.strip(),
                who=by.who,
                at=by.at,
            )
            store.add(session, kept, "The id of this signature belongs to another.")
            note = f" {kept.note}" if kept.note else ""
            text = f"Signed the as-built record of {view.record.name}, {kept.digest[:12]}.{note}"
            store.add_log(session, row.job, "signed-off", text, by, row.id)
    return get_as_built(database, structure_id, by.at)


@again_when_busy
def take_sign_off_back(database: Database, structure_id: str, sign_off_id: str, by: By) -> AsBuiltView:
    """Take a signature back; doing so twice changes nothing."""
    with database.session() as session:
        row = store.structure_by_id(session, structure_id, to_change=True)
        kept = sign_off_by_id(session, sign_off_id)
        if kept is None or kept.structure_id != row.id:
            raise NotFound("There is no such signature here.")
        if kept.back_by is None:
            kept.back_by, kept.back_at = by.who, by.at
            text = f"Took back that {kept.who} signed the as-built record."
            store.add_log(session, row.job, "sign-off-taken-back", text, by, row.id)
    return get_as_built(database, structure_id, by.at)


def signed_for_file(session: Session, job: JobRow) -> dict[str, Any]:
    """Signed as-built records of a job, for its file."""
    names = {row.id: row.name_in_file for row in job.structures}
    return {
        "signed": [
            SignedEntry(
                structure=names[one.structure_id],
                who=one.who,
                at=one.at,
                note=one.note,
                digest=one.digest,
                record=one.document,
                back_by=one.back_by,
            )
            for one in sign_offs_of(session, list(names))
        ]
    }


def import_signed(session: Session, job: JobRow, file: JobFile) -> None:
    """Take over signed as-built records as they were signed."""
    ids = {row.name_in_file: row.id for row in job.structures}
    for one in file.signed:
        kept = SignOffRow(
            id=store.new_id(),
            structure_id=ids[one.structure],
            digest=one.digest,
            document=one.record,
            note=one.note,
            who=one.who,
            at=one.at,
            back_by=one.back_by,
            back_at=one.at if one.back_by else None,
        )
        session.add(kept)
