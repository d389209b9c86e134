"""Tasks that somebody sets for somebody: a lead for a helper."""

from anvilhead.core.practice.tasks import TaskKey
from anvilhead.service.asked.practice_documents import SetTask
from anvilhead.service.practising.own_plan import own_plan
from anvilhead.service.practising.runs import MOST_RUNS, summary, title_of
from anvilhead.service.views.practice_views import SetView
from anvilhead.store import jobs as store
from anvilhead.store.database import Database, again_when_busy
from anvilhead.store.people import By
from anvilhead.store.practice import set_of
from anvilhead.store.tables import PracticeSetRow


@again_when_busy
def set_task(database: Database, document: SetTask, by: By) -> SetView:
    """Set a task for somebody; sent twice it is set once."""
    with database.session() as session:
        row = session.get(PracticeSetRow, str(document.id))
        if row is None:
            row = PracticeSetRow(
                id=str(document.id),
                task=document.task,
                units=document.units,
                plan=own_plan(session, document.task, document.structure),
                for_who=" ".join(document.for_who.split()),
                note=document.note.strip(),
                who=by.who,
                at=by.at,
            )
            store.add(session, row, "This task was set already.")
        return _set_view(row)


def tasks_set(database: Database, who: str) -> list[SetView]:
    """The latest tasks that were set for somebody, or by them, newest first, with what they came to."""
    with database.session() as session:
        return [_set_view(row) for row in set_of(session, who, MOST_RUNS)]


def _set_view(row: PracticeSetRow) -> SetView:
    return SetView(
        id=row.id,
        task=row.task,
        title=title_of(TaskKey(row.task), row.plan),
        units=row.units,
        for_who=row.for_who,
        by=row.who,
        note=row.note,
        at=row.at,
        run=summary(row.run) if row.run else None,
    )
