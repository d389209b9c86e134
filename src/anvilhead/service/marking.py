"""What was done to marks, stakes and pieces, recorded by name; the register of a structure."""

from typing import Any

from sqlalchemy.orm import Session

from anvilhead.core.messages.made.stake_words import doing_text
from anvilhead.core.stakes.register import Doing
from anvilhead.core.units.units import Units
from anvilhead.jobfile.documents.models import JobFile
from anvilhead.jobfile.documents.stakes import DoneEntry
from anvilhead.jobfile.problems import Problem
from anvilhead.jobfile.reading import refuse
from anvilhead.jobfile.results.results import StructureResult
from anvilhead.jobfile.results.stake_results import RegisterResult
from anvilhead.jobfile.solving import grades_of
from anvilhead.jobfile.written.register_solving import solve_register, things_of
from anvilhead.service.asked.documents import DoneCreate
from anvilhead.service.heights.level_showing import levels_view
from anvilhead.service.shown.job_plans import JobPlans, done_in, plans_of
from anvilhead.service.shown.showing import whole_structure
from anvilhead.store import jobs as store
from anvilhead.store.database import Database, again_when_busy
from anvilhead.store.people import By
from anvilhead.store.tables import DoneRow, JobRow, StructureRow

MOST_TOLD = 6
"""Things that a log entry names one by one."""


def get_register(database: Database, structure_id: str) -> RegisterResult:
    """Every mark, stake and piece of a structure, with what is written on it."""
    with database.session() as session:
        row = store.structure_by_id(session, structure_id)
        plans = plans_of(row.job)
        return register_of(row, plans, whole_structure(row, plans).result)


def register_of(row: StructureRow, plans: JobPlans, result: StructureResult) -> RegisterResult:
    """The register of a structure whose results are known."""
    levels = levels_view(row, plans).result
    grades = grades_of(row.name_in_file, plans.book, levels)
    return solve_register(plans.found[row.name_in_file], result, done_in(row), Units(row.job.units), grades)


@again_when_busy
def mark_done(database: Database, structure_id: str, document: DoneCreate, by: By) -> RegisterResult:
    """Record what was done to things of the register; sending the same twice records it once.

    Raises:
        DocumentRefused: when the structure has no such thing.
    """
    with database.session() as session:
        row = store.structure_by_id(session, structure_id, to_change=True)
        plans = plans_of(row.job)
        result = whole_structure(row, plans).result
        numbers = {what: planned for what, _, _, planned, _ in things_of(plans.found[row.name_in_file], result)}
        once_done = {one.what for one in row.done}
        refuse(
            [
                Problem(
                    pointer=f"/items/{i}/what", code="unknown-mark", message=f"There is no “{item.what}” to mark here."
                )
                for i, item in enumerate(document.items)
                if item.what not in numbers and item.what not in once_done
            ]
        )
        known = {one.id for one in row.done}
        new = [item for item in document.items if str(item.id) not in known]
        for item in new:
            entry = DoneEntry(
                structure=row.name_in_file,
                what=item.what,
                doing=document.doing,
                planned=numbers.get(item.what),
                note=document.note,
            )
            store.add(session, _row(str(item.id), row, entry, by), "The id of this mark belongs to another.")
        if new:
            names = [item.what for item in new]
            store.add_log(session, row.job, "marked", _told(names, document.doing, document.note), by, row.id)
    return get_register(database, structure_id)


def _told(names: list[str], doing: Doing, note: str) -> str:
    more = f" and {len(names) - MOST_TOLD} more" if len(names) > MOST_TOLD else ""
    word = "not done after all" if doing is Doing.NOT_DONE else doing_text(doing)
    return f"{', '.join(names[:MOST_TOLD])}{more}: {word}.{f' {note}' if note else ''}"


def import_done(session: Session, row: StructureRow, name: str, file: JobFile, by: By) -> None:
    """Take over what was done to the marks of a structure."""
    for entry in file.done:
        if entry.structure == name:
            said = by.unless_told(entry.who, entry.at)
            session.add(_row(store.new_id(), row, entry, said))
            if file.record is None:
                store.add_log(session, row.job, "marked", _told([entry.what], entry.doing, entry.note), said, row.id)


def done_for_file(job: JobRow) -> dict[str, Any]:
    """What was done to marks, for a job file."""
    return {"done": [entry for row in job.structures for entry in done_in(row)]}


def _row(done_id: str, row: StructureRow, entry: DoneEntry, by: By) -> DoneRow:
    return DoneRow(
        id=done_id,
        structure_id=row.id,
        what=entry.what,
        doing=entry.doing,
        planned=entry.planned,
        note=entry.note,
        who=by.who,
        at=by.at,
    )
