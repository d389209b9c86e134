"""A job's days as files: a calendar, and one page for one day."""

from collections.abc import Iterable, Sequence
from datetime import date, datetime

from sqlalchemy.orm import Session

from anvilhead.core.dangers.cautions import WorkStep
from anvilhead.core.dangers.holds import HoldState
from anvilhead.core.days.rates import Work
from anvilhead.core.messages.made.day_words import locate_text, weather_text
from anvilhead.jobfile.results.danger_results import DangersResult
from anvilhead.jobfile.results.days_results import DaysResult, TaskResult
from anvilhead.jobfile.results.results import StructureResult
from anvilhead.service.days import days_view
from anvilhead.service.exchange import FileOut
from anvilhead.service.holds import dangers_of
from anvilhead.service.shown.job_plans import plans_of
from anvilhead.service.shown.showing import whole_structure
from anvilhead.service.views.day_views import DaysView
from anvilhead.store import jobs as store
from anvilhead.store.database import Database
from anvilhead.store.days import newest_days
from anvilhead.store.tables import JobRow

STEPS = {
    Work.BOARDS: WorkStep.STAKES,
    Work.SQUARE: WorkStep.SQUARE,
    Work.LEVELS: WorkStep.LEVELS,
    Work.MARKS: WorkStep.STAKES,
    Work.DIG: WorkStep.DIG,
    Work.HOLES: WorkStep.DIG,
    Work.BASE: WorkStep.BUILD,
    Work.FORMS: WorkStep.BUILD,
    Work.BARS: WorkStep.BUILD,
    Work.POSTS: WorkStep.BUILD,
    Work.POUR: WorkStep.POUR,
    Work.RAILS: WorkStep.BUILD,
}
"""At which step of the dangers each kind of work is."""

WAITS = {WorkStep.STAKES: "stakes", WorkStep.SQUARE: "stakes", WorkStep.DIG: "digging", WorkStep.POUR: "the pour"}
"""What of the hold points each step waits for."""


def calendar_file(database: Database, job_id: str, now: datetime) -> FileOut:
    """A job's days as a calendar."""
    from anvilhead.formats.calendar import CalendarOf, write_calendar  # noqa: PLC0415 - slow to load, seldom asked for

    with database.session() as session:
        job = store.job_by_id(session, job_id)
        newest = newest_days(session, job_id)
        view = days_view(session, job, now)
        of = CalendarOf(job.id, job.name, view.result, view.revision, newest.at if newest else job.created_at)
    return FileOut("days.ics", "text/calendar; charset=utf-8", write_calendar(of))


def day_page(database: Database, job_id: str, day: date, paper: str, now: datetime) -> FileOut:
    """One page for one day of a job, as PDF."""
    from anvilhead.formats.day_page import DayPageOf, write_day_page  # noqa: PLC0415 - slow to load

    with database.session() as session:
        job = store.job_by_id(session, job_id)
        view = days_view(session, job, now)
        tasks = [one for one in view.result.tasks.values() if one.start <= day <= one.end and not one.ended]
        dangers, results = _around(session, job, {one.structure for one in tasks if one.structure}, now)
        of = DayPageOf(
            job=job.name,
            day=day,
            tasks=tasks,
            rests=view.result.closed.get(day.isoformat()),
            stops=list(dict.fromkeys(_stops(tasks, dangers))),
            said=[*_said(view.result, day), *_weather(view, day)],
            cautions=list(dict.fromkeys(_cautions(tasks, dangers))),
            truck=[(one.name, _loads(one, results)) for one in tasks],
        )
    return FileOut(f"day-{day.isoformat()}-{paper}.pdf", "application/pdf", write_day_page(of, paper))


def _around(
    session: Session, job: JobRow, names: Iterable[str], now: datetime
) -> tuple[dict[str, DangersResult], dict[str, StructureResult]]:
    """Dangers and results of some structures of a job."""
    rows = [row for row in job.structures if row.name_in_file in set(names)]
    store.fetch_whole(session, [row.id for row in rows])
    plans = plans_of(job)
    dangers = {row.name_in_file: dangers_of(session, row, now) for row in rows}
    return dangers, {row.name_in_file: whole_structure(row, plans).result for row in rows}


def _stops(tasks: Sequence[TaskResult], dangers: dict[str, DangersResult]) -> Iterable[str]:
    for task in tasks:
        found = dangers.get(task.structure or "")
        waits = WAITS.get(STEPS[task.work]) if task.work and task.work in STEPS else None
        if found and waits:
            for hold in found.holds:
                if waits in hold.stops and hold.state in (HoldState.OPEN, HoldState.LAPSED):
                    yield f"{hold.title}: nobody has looked at it for {task.name.partition(':')[0]}."


def _cautions(tasks: Sequence[TaskResult], dangers: dict[str, DangersResult]) -> Iterable[str]:
    for task in tasks:
        found = dangers.get(task.structure or "")
        step = STEPS.get(task.work) if task.work else None
        for one in found.cautions if found else ():
            if step in one.steps:
                yield f"{one.what} {one.do}"


def _said(result: DaysResult, day: date) -> Iterable[str]:
    """Tickets, calls to make and what comes on a day."""
    for ticket in result.locates:
        if ticket.earliest_dig <= day and (ticket.last_day is None or day <= ticket.last_day):
            yield locate_text(ticket.number, ticket.earliest_dig, ticket.last_day)
        elif ticket.last_day and day > ticket.last_day:
            yield f"Ticket {ticket.number} has run out: nobody digs on it."
        else:
            yield f"Ticket {ticket.number} is not open yet: nobody digs on it."
    for booking in result.bookings:
        if day in (booking.on, booking.book_by) and not (booking.booked and day == booking.book_by):
            yield booking.text


def _weather(view: DaysView, day: date) -> Iterable[str]:
    for one in view.plan.weather:
        if one.first <= day <= one.last:
            yield weather_text(one.what, one.stops)


def _loads(task: TaskResult, results: dict[str, StructureResult]) -> list[str]:
    """What a task takes along."""
    result = results.get(task.structure or "")
    if result is None:
        return []
    if task.work is Work.BOARDS:
        return [f"{load.amount} {load.what}{f', {load.note}' if load.note else ''}" for load in result.materials.truck]
    if task.work is Work.FORMS and result.forms:
        return list(result.forms.truck)
    if task.work in (Work.BASE, Work.BARS, Work.POUR) and result.pour:
        return list(result.pour.truck)
    if task.work in (Work.HOLES, Work.POSTS) and result.fence and result.fence.materials:
        return list(result.fence.materials.truck)
    return []
