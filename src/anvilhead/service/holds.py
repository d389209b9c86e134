"""Hold points of a structure: where they stand today, and what is done at them."""

from datetime import datetime
from typing import Any

from sqlalchemy.orm import Session

from anvilhead.core.check.squaring import Verdict
from anvilhead.core.dangers.facts import Facts
from anvilhead.core.dangers.holds import BEFORE_STAKES, Hold, HoldDoing, HoldEntry, standing, stopping
from anvilhead.core.days.locate import Standing as TicketStanding
from anvilhead.core.messages.made.danger_words import HOLDS, back_text, past_text, seen_text
from anvilhead.core.messages.made.day_words import unanswered_text
from anvilhead.core.units.units import Units
from anvilhead.jobfile.documents.holds import HoldNote
from anvilhead.jobfile.documents.models import JobFile
from anvilhead.jobfile.results.danger_results import DangersResult
from anvilhead.jobfile.written.danger_solving import facts_of, solve_dangers
from anvilhead.service.asked.hold_documents import HoldCreate
from anvilhead.service.days import days_view
from anvilhead.service.shown.job_plans import JobPlans, laid_out, plans_of, rounds_in
from anvilhead.service.views.day_views import TicketView
from anvilhead.store import jobs as store
from anvilhead.store.database import Database, again_when_busy
from anvilhead.store.errors import Conflict
from anvilhead.store.holds import hold_by_id, hold_rows
from anvilhead.store.people import By
from anvilhead.store.tables import HoldRow, JobRow, StructureRow


def get_dangers(database: Database, structure_id: str, now: datetime) -> DangersResult:
    """What is dangerous about a structure, and where its hold points stand today."""
    with database.session() as session:
        return dangers_of(session, store.structure_by_id(session, structure_id), now)


def dangers_of(session: Session, row: StructureRow, now: datetime) -> DangersResult:
    """The same inside a transaction; the structure is fetched whole."""
    plans = plans_of(row.job)
    notes = [_note(one, row.name_in_file) for one in hold_rows(session, row.job_id, row.id)]
    tickets, silent = _tickets_of(session, row, now)
    run_out = bool(tickets) and all(one.standing is TicketStanding.RUN_OUT for one in tickets)
    accepted, lapsed = _accepted(row, plans)
    return solve_dangers(
        facts_in(plans, row.name_in_file),
        notes,
        accepted,
        Units(row.job.units),
        told={Hold.LOCATE: [*(one.text for one in tickets), *silent]},
        lapsed=[*lapsed, *([Hold.LOCATE] if run_out else [])],
    )


def facts_in(plans: JobPlans, name: str) -> Facts:
    """What decides the dangers of a structure; readings say nothing of them."""
    found, by_heights = plans.found[name], plans.book is not None
    return found.once(
        "facts",
        (plans.layout, by_heights),
        lambda: facts_of(found, laid_out(plans, name), plans.site, name, by_heights=by_heights),
    )


def _tickets_of(session: Session, row: StructureRow, now: datetime) -> tuple[list[TicketView], list[str]]:
    """Where the tickets that cover a structure stand, and which utilities have not answered them."""
    view = days_view(session, row.job, now)
    covering = {one.number for one in view.plan.locates if not one.structures or row.name_in_file in one.structures}
    silent = [
        unanswered_text(one.number, one.waiting_for)
        for one in view.result.locates
        if one.number in covering and one.waiting_for
    ]
    return [one for one in view.tickets if one.number in covering], silent


def _accepted(row: StructureRow, plans: JobPlans) -> tuple[dict[Hold, HoldEntry], list[Hold]]:
    """Hold points that were answered by accepting, and those whose acceptance no longer holds."""
    accepted: dict[Hold, HoldEntry] = {}
    lapsed: list[Hold] = []
    if row.accepted:
        last = row.accepted[-1]
        accepted[Hold.SQUARE] = HoldEntry(Hold.SQUARE, HoldDoing.SEEN, last.who, last.at, last.note)
        rounds = rounds_in(row, plans)
        check = rounds.checks.get(rounds.latest or 0)
        still = last.round == rounds.latest or (check is not None and check.verdict is Verdict.SQUARE)
        if not still or row.newest.at > last.at:
            lapsed.append(Hold.SQUARE)
    heights = [one.entry for one in plans.record.accepted if one.entry.structure == row.name_in_file]
    if heights and not heights[-1].back and heights[-1].taken:
        last_heights = heights[-1]
        accepted[Hold.HEIGHTS] = HoldEntry(
            Hold.HEIGHTS, HoldDoing.SEEN, last_heights.who or "", heights[-1].taken, last_heights.note
        )
    return accepted, lapsed


@again_when_busy
def do_at_hold(database: Database, structure_id: str, document: HoldCreate, by: By) -> DangersResult:
    """Record what somebody did at a hold point; sending the same twice records it once.

    Raises:
        Conflict: when its id was used for another, or an acceptance stands for the hold point.
    """
    with database.session() as session:
        row = store.structure_by_id(session, structure_id, to_change=True)
        known = hold_by_id(session, str(document.id))
        if known is not None and (known.job_id, known.hold) != (row.job_id, document.hold):
            raise Conflict("The id of this entry belongs to another. Enter it afresh.")
        if known is None:
            owner = None if document.whole_job else row.id
            seen = [HOLDS[document.hold].look[at] for at in document.seen if at < len(HOLDS[document.hold].look)]
            kept = HoldRow(
                id=str(document.id),
                job_id=row.job_id,
                structure_id=owner,
                hold=document.hold,
                doing=document.doing,
                seen=seen,
                note=document.note.strip(),
                who=by.who,
                at=by.at,
            )
            store.add(session, kept, "The id of this entry belongs to another.")
            _log(session, row.job, kept, by)
    return get_dangers(database, structure_id, by.at)


def _log(session: Session, job: JobRow, kept: HoldRow, by: By) -> None:
    hold = Hold(kept.hold)
    text = {
        HoldDoing.SEEN: seen_text(hold, len(kept.seen)),
        HoldDoing.PAST: past_text(hold, kept.note),
        HoldDoing.BACK: back_text(hold),
    }[HoldDoing(kept.doing)]
    store.add_log(session, job, f"hold-{kept.doing}", text, by, kept.structure_id)


def open_before_stakes(session: Session, row: StructureRow) -> list[str]:
    """Hold points before the first stake that nobody has looked at or gone past, by their names."""
    entries = [
        HoldEntry(Hold(one.hold), HoldDoing(one.doing), one.who, one.at)
        for one in hold_rows(session, row.job_id, row.id)
    ]
    return [HOLDS[hold].title for hold in stopping(standing(BEFORE_STAKES, entries), BEFORE_STAKES)]


def _note(row: HoldRow, name: str) -> HoldNote:
    return HoldNote(
        structure=name if row.structure_id else None,
        hold=Hold(row.hold),
        doing=HoldDoing(row.doing),
        seen=row.seen,
        note=row.note,
        who=row.who,
        at=row.at,
    )


def holds_for_file(session: Session, job: JobRow) -> dict[str, Any]:
    """What was done at hold points, for a job file."""
    names = {row.id: row.name_in_file for row in job.structures}
    rows = [one for one in hold_rows(session, job.id) if one.structure_id is None or one.structure_id in names]
    return {"holds": [_note(one, names.get(one.structure_id or "", "")) for one in rows]}


def import_holds(session: Session, job: JobRow, file: JobFile, by: By) -> None:
    """Take over what was done at hold points."""
    ids = {row.name_in_file: row.id for row in job.structures}
    for note in file.holds:
        said = by.unless_told(note.who, note.at)
        kept = HoldRow(
            id=store.new_id(),
            job_id=job.id,
            structure_id=ids[note.structure] if note.structure else None,
            hold=note.hold,
            doing=note.doing,
            seen=note.seen,
            note=note.note,
            who=said.who,
            at=said.at,
        )
        session.add(kept)
        if file.record is None:
            _log(session, job, kept, said)
