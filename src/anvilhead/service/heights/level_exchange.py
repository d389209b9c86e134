"""Level books that come in from files: CSV, and the levels of a job file."""

from sqlalchemy.orm import Session

from anvilhead.core.units.units import Units
from anvilhead.formats.level_csv import read_level_csv
from anvilhead.jobfile.levels.documents import Levels
from anvilhead.jobfile.levels.level_faults import all_level_problems
from anvilhead.jobfile.levels.measured import SetupEntry
from anvilhead.jobfile.problems import Problem
from anvilhead.jobfile.reading import refuse
from anvilhead.service.asked.level_documents import BookRead
from anvilhead.service.heights.level_planning import keep_plan
from anvilhead.service.heights.level_rows import accepted_row, check_row, setup_row, shot_row
from anvilhead.service.shelf.of_jobs import keep_check, shelve
from anvilhead.service.shown.job_plans import plans_of
from anvilhead.service.views.level_views import BookReadView
from anvilhead.store import jobs as store
from anvilhead.store.database import Database, again_when_busy
from anvilhead.store.levels import strike_shot
from anvilhead.store.people import By
from anvilhead.store.tables import JobRow


@again_when_busy
def take_book(database: Database, structure_id: str, document: BookRead, by: By) -> BookReadView:
    """Read a level book from CSV, and keep it behind what there is if that is asked.

    Raises:
        DocumentRefused: when nothing in it can be read, or a setup begins where nobody knows the height.
    """
    with database.session() as session:
        row, job = store.locked_structure(session, structure_id)
        read = read_level_csv(document.text, Units(job.units))
        if not read.setups:
            first = f" {read.skipped[0]}" if read.skipped else ""
            message = f"No reading was found. A line is setup, instrument, point and reading.{first}"
            refuse([Problem(pointer="/text", code="no-readings", message=message)])
        plans = plans_of(job)
        levels = plans.record.levels
        both = levels.model_copy(update={"setups": [*levels.setups, *read.setups]})
        refuse(all_level_problems(both, plans.site, ""))
        count = sum(len(setup.shots) for setup in read.setups)
        if document.keep:
            for setup in read.setups:
                _keep_setup(session, job, setup, by)
            text = f"Took {count} readings in {len(read.setups)} setups in from a file."
            store.add_log(session, job, "book-imported", text, by, row.id)
        return BookReadView(setups=len(read.setups), shots=count, skipped=list(read.skipped), kept=document.keep)


def import_levels(session: Session, job: JobRow, levels: Levels, by: By) -> None:
    """Take the levels of a job file into a new job."""
    keep_plan(session, job, 1, levels.plan.model_dump(mode="json"), by)
    shelve(session, job, levels.devices, by)
    for setup in levels.setups:
        _keep_setup(session, job, setup, by)
    for check in levels.checks:
        row = check_row(None, job.id, check, by.unless_told(check.who, check.taken))
        store.add(session, row, "This test is there already.")
        keep_check(session, job, row, check.device)
    for accepted in levels.accepted:
        session.add(accepted_row(job.id, accepted, by.unless_told(accepted.who, accepted.taken)))
        session.flush()
    count = sum(len(setup.shots) for setup in levels.setups)
    if count:
        text = f"Took over {count} level readings in {len(levels.setups)} setups."
        store.add_log(session, job, "book-imported", text, by)


def _keep_setup(session: Session, job: JobRow, setup: SetupEntry, by: By) -> None:
    """Keep a setup of a file with its readings, struck ones too."""
    taken = by.unless_told(setup.who, setup.taken)
    row = setup_row(store.new_id(), job.id, setup, taken)
    store.add(session, row, "This setup is there already.")
    for shot in setup.shots:
        read = taken.unless_told(shot.who, shot.taken)
        kept = shot_row(None, row.id, shot, read)
        store.add(session, kept, "This reading is there already.")
        if shot.struck:
            strike_shot(session, kept.id, read.who, read.at)
