"""Structures: change and undo plans, record and strike readings."""

from typing import Any

from sqlalchemy.orm import Session

from anvilhead.core.messages.plan_words import found_text
from anvilhead.core.messages.words import pull_name
from anvilhead.core.units.errors import GeometryError
from anvilhead.core.units.units import Units
from anvilhead.jobfile.documents.models import Plan
from anvilhead.jobfile.problems import DocumentRefused, Problem
from anvilhead.jobfile.reading import refuse
from anvilhead.jobfile.solving import solve_site
from anvilhead.jobfile.working.found_on_site import taken_as_plan
from anvilhead.jobfile.working.judging import mixed_family
from anvilhead.jobfile.working.naming import Naming, pull_problems
from anvilhead.jobfile.working.planned import work_out
from anvilhead.jobfile.working.pulls import pull_of
from anvilhead.jobfile.working.worked import work_job
from anvilhead.jobfile.written.writing import place
from anvilhead.service.asked.documents import PlanChange, PullCreate, SiteAsked
from anvilhead.service.facts import said_of_pull, told_to_move
from anvilhead.service.holds import open_before_stakes
from anvilhead.service.jobs import new_pull_row
from anvilhead.service.put_together import PlanIsStale, merged, stale_details
from anvilhead.service.revisions import NOTHING_TO_REDO, to_redo, to_restore
from anvilhead.service.shelf.of_plans import instrument_read_with
from anvilhead.service.shown.job_plans import JobPlans, control_of, counting, plans_of, reading_of, rounds_in
from anvilhead.service.shown.showing import get_structure
from anvilhead.service.told_changes import told_changes
from anvilhead.service.views.structure_views import StructureView
from anvilhead.service.views.worked_views import SitePreview
from anvilhead.store import jobs as store
from anvilhead.store.database import Database, again_when_busy
from anvilhead.store.errors import Conflict, NotFound
from anvilhead.store.people import By
from anvilhead.store.tables import PullRow, StructureRow


def preview_site(database: Database, structure_id: str, asked: SiteAsked) -> SitePreview:
    """Where a structure would stand with another plan, kept nowhere.

    Raises:
        DocumentRefused: when the plan contradicts itself.
    """
    found, problems = work_out(asked.plan, "/plan")
    if found is None:
        raise DocumentRefused(problems)
    with database.session() as session:
        row = store.structure_by_id(session, structure_id)
        job, name = row.job, row.name_in_file
        ids = {one.name_in_file: one.id for one in job.structures}
        with_it = {**plans_of(job).found, name: found}
        work = work_job(control_of(job), with_it, None, Units(job.units))
    return SitePreview(
        site=solve_site(work.site, name, work.units),
        not_placed=work.why_not_placed(name),
        on_site={
            ids[one]: {corner: place(point) for corner, point in outline.corners.items()}
            for one in with_it
            if (outline := work.site.outline(one))
        },
    )


@again_when_busy
def change_plan(database: Database, structure_id: str, change: PlanChange, by: By) -> StructureView:
    """Make a plan the newest one.

    Raises:
        PlanIsStale: when it was made against an older revision; unless it is to be put together with what was
            changed meanwhile, and touches nothing of that.
    """
    refuse(work_out(change.plan, "/plan")[1])
    document = change.plan.model_dump(mode="json")
    with database.session() as session:
        row = store.structure_by_id(session, structure_id, to_change=True)
        both = _merged_with_newest(row, change.base_revision, document)
        if change.put_together and both is not None:
            refuse(work_out(Plan.model_validate(both), "/plan")[1])
            document = both
        else:
            _refuse_stale(row, change.base_revision, can_merge=both is not None)
        was = row.newest.document
        if document != was:
            store.add_plan(session, row, document, by.who, by.at)
            text = f"Changed the plan: {told_changes(was, document)}."
            store.add_log(session, row.job, "plan-changed", text, by, row.id)
    return get_structure(database, structure_id)


@again_when_busy
def step_plan(database: Database, structure_id: str, base_revision: int, by: By, *, back: bool) -> StructureView:
    """Bring the plan before the newest one back, or what that took back, as a new revision.

    Raises:
        Conflict: when there is nothing to undo, or to redo.
        PlanIsStale: when somebody saved meanwhile.
    """
    with database.session() as session:
        row = store.structure_by_id(session, structure_id, to_change=True)
        _refuse_stale(row, base_revision)
        target = to_restore(row.revisions) if back else to_redo(row.revisions)
        if target is None:
            raise Conflict("This is the first plan: there is nothing to undo." if back else NOTHING_TO_REDO)
        document = next(plan.document for plan in row.revisions if plan.revision == target)
        store.add_plan(session, row, document, by.who, by.at, restores=target)
        action, way = ("plan-undone", "back") if back else ("plan-redone", "forth again")
        store.add_log(session, row.job, action, f"Went {way} to plan {target}.", by, row.id)
    return get_structure(database, structure_id)


@again_when_busy
def take_as_found(database: Database, structure_id: str, pull_id: str, base_revision: int, by: By) -> StructureView:
    """Make what a reading found the plan, labelled as found; the plan before it can be had back.

    Raises:
        DocumentRefused: when the plan has no such distance, or cannot be with it.
        PlanIsStale: when somebody saved meanwhile.
    """
    with database.session() as session:
        row = store.structure_by_id(session, structure_id, to_change=True)
        _refuse_stale(row, base_revision)
        entry = reading_of(_pull_of_structure(store.pull_by_id(session, pull_id), row))
        plans = plans_of(row.job)
        found, naming = plans.found[row.name_in_file], plans.namings[row.name_in_file]
        try:
            length_mm = naming.own(pull_of(entry)).length_mm
            plan = taken_as_plan(found, naming, entry, length_mm, Units(row.job.units))
        except GeometryError as error:
            raise DocumentRefused([Problem(pointer="/pull", code=error.code, message=error.message)]) from error
        refuse(work_out(plan, "/plan")[1])
        store.add_plan(session, row, plan.model_dump(mode="json"), by.who, by.at)
        new = plan.as_found[-1]
        told = found_text(entry.start, entry.end, new.found.mm, new.planned.mm, Units(row.job.units))
        store.add_log(session, row.job, "plan-as-found", told, by, row.id)
    return get_structure(database, structure_id)


@again_when_busy
def record_pull(database: Database, structure_id: str, document: PullCreate, by: By) -> StructureView:
    """Record a reading; one that replaces another strikes that out in the same step.

    Sending the same reading again changes nothing and gives the same answer.

    Raises:
        DocumentRefused: when the reading cannot be.
        Conflict: when its id was used for another reading, or the one it replaces is struck already.
    """
    with database.session() as session:
        row = store.structure_by_id(session, structure_id, to_change=True)
        known = store.pull_by_id(session, str(document.id))
        if known is None:
            _keep_pull(session, row, document, by)
        else:
            _refuse_another(known, row, document)
    return get_structure(database, structure_id)


def _keep_pull(session: Session, row: StructureRow, document: PullCreate, by: By) -> None:
    plans = plans_of(row.job)
    naming = plans.namings[row.name_in_file]
    refuse(pull_problems(document, naming))
    taken_with = instrument_read_with(session, row, document.instrument)
    if taken_with is not None and taken_with.is_simulated:  # whoever typed it: a simulated tape has no true readings
        document = document.model_copy(update={"simulated": True})
    replaced = str(document.replaces) if document.replaces else None
    refuse(mixed_family(_families_of(row, naming, without=replaced), document))
    _note_moves(session, row, plans, document, by)
    pull = new_pull_row(str(document.id), row.id, document, by)
    store.add_pull(session, pull)
    way, read, burn = pull_name(pull_of(document)), document.reading.text, document.burn.text
    text = f"Round {document.round}: {way} read {read}, burn {burn}{', simulated' if document.simulated else ''}."
    if document.replaces:
        struck = _pull_of_structure(store.pull_by_id(session, str(document.replaces)), row)
        store.strike(session, struck, by.who, by.at, replaced_by=pull.id)
        text += f" Replaces {struck.reading_written} by {struck.who}."
    said = said_of_pull(document, naming, Units(row.job.units), open_before_stakes(session, row))
    store.add_log(session, row.job, "pull", text, by, row.id, said)


def _note_moves(session: Session, row: StructureRow, plans: JobPlans, document: PullCreate, by: By) -> None:
    """What the round before told to move, once another is pulled: these pulls prove the moves."""
    if document.round == 1 or any(pull.round == document.round for pull in row.pulls):
        return
    rounds = rounds_in(row, plans)
    moves = told_to_move(plans.found[row.name_in_file], rounds)
    if moves and rounds.latest == document.round - 1:
        text = f"After round {rounds.latest} it was told to move: {'; '.join(moves)}. Round {document.round} proves it."
        store.add_log(session, row.job, "moves-told", text, by, row.id)


@again_when_busy
def strike_pull(database: Database, structure_id: str, pull_id: str, by: By) -> StructureView:
    """Strike a reading out; it stays in the record.  Striking it twice changes nothing."""
    with database.session() as session:
        row = store.structure_by_id(session, structure_id, to_change=True)
        pull = _pull_of_structure(store.pull_by_id(session, pull_id), row)
        if pull.strike is None:
            store.strike(session, pull, by.who, by.at)
            text = f"Round {pull.round}: struck {pull_name(pull_of(reading_of(pull)))} {pull.reading_written}."
            store.add_log(session, row.job, "strike", text, by, row.id)
    return get_structure(database, structure_id)


@again_when_busy
def take_strike_back(database: Database, structure_id: str, pull_id: str, by: By) -> StructureView:
    """Let a struck reading count again; doing so twice changes nothing."""
    with database.session() as session:
        row = store.structure_by_id(session, structure_id, to_change=True)
        pull = _pull_of_structure(store.pull_by_id(session, pull_id), row)
        if pull.strike is not None:
            naming = plans_of(row.job).namings[row.name_in_file]
            refuse(mixed_family(_families_of(row, naming), reading_of(pull)))
            store.take_back(session, pull.strike, by.who, by.at)
            text = f"Round {pull.round}: {pull_name(pull_of(reading_of(pull)))} {pull.reading_written} counts again."
            store.add_log(session, row.job, "strike-taken-back", text, by, row.id)
    return get_structure(database, structure_id)


def _families_of(row: StructureRow, naming: Naming, without: str | None = None) -> dict[int, str]:
    """The line family of every round with readings that count, but for one of them."""
    found: dict[int, str] = {}
    for pull in counting(row, naming):
        if pull.id != without:
            found.setdefault(pull.round, reading_of(pull).family or "")
    return found


def _document_at(row: StructureRow, revision: int) -> dict[str, Any]:
    return next((plan.document for plan in row.revisions if plan.revision == revision), {})


def _merged_with_newest(row: StructureRow, base_revision: int, document: dict[str, Any]) -> dict[str, Any] | None:
    return merged(_document_at(row, base_revision), document, row.newest.document)


def _refuse_stale(row: StructureRow, base_revision: int, *, can_merge: bool = False) -> None:
    if row.revision == base_revision:
        return
    base = _document_at(row, base_revision)
    raise PlanIsStale(stale_details(base_revision, base, row.newest, can_merge=can_merge))


def _refuse_another(known: PullRow, row: StructureRow, document: PullCreate) -> None:
    same = (known.structure_id, known.round, known.start, known.end, known.reading_written)
    if same != (row.id, document.round, document.start, document.end, document.reading.text):
        raise Conflict("The id of this reading belongs to another reading. Enter it afresh.")


def _pull_of_structure(pull: PullRow | None, row: StructureRow) -> PullRow:
    if pull is None or pull.structure_id != row.id:
        raise NotFound("There is no such reading here.")
    return pull
