"""A job's days: shown, changed, brought back; what a slipped day would move."""

from datetime import date, datetime
from typing import Any

from sqlalchemy.orm import Session

from anvilhead.core.days.locate import Standing, stands
from anvilhead.core.days.rates import FIRST_GUESS, Measure, Work, learned_rate
from anvilhead.core.days.weather import STOPS
from anvilhead.core.messages.made.day_words import WORK, learned_text, standing_text
from anvilhead.core.units.units import Units
from anvilhead.jobfile.documents.days import DaysPlan, Slip
from anvilhead.jobfile.reading import refuse
from anvilhead.jobfile.results.days_results import DaysResult, SlipResult
from anvilhead.jobfile.results.marks_results import ObstacleResult
from anvilhead.jobfile.working.days_worked import WorkedDays, recorded_days, work_days
from anvilhead.jobfile.written.days_solving import DaysOf, solve_days, solve_slip
from anvilhead.jobfile.written.work_counts import amounts_of, in_job_units
from anvilhead.service.asked.day_documents import DaysChange, DaysTried
from anvilhead.service.put_together import PlanIsStale, merged, stale_details, things_changed
from anvilhead.service.revisions import to_redo, to_restore
from anvilhead.service.shown.job_plans import JobPlans, laid_out, plans_of
from anvilhead.service.views.day_views import DaysView, LearnedView, RateView, TicketView, WeatherView
from anvilhead.store import jobs as store
from anvilhead.store.database import Database, again_when_busy
from anvilhead.store.days import accepted_times, day_plans, done_times, newest_days, pulled_times, shot_times
from anvilhead.store.errors import Conflict, StaleRevision
from anvilhead.store.people import By
from anvilhead.store.tables import DayPlanRow, JobRow


def get_days(database: Database, job_id: str, now: datetime) -> DaysView:
    """A job's days as they are planned, on the day it is there."""
    with database.session() as session:
        return days_view(session, store.job_by_id(session, job_id), now)


def days_view(session: Session, job: JobRow, now: datetime) -> DaysView:
    """A job's days as they are planned."""
    revisions = day_plans(session, job.id)
    newest = revisions[-1] if revisions else None
    plan = _plan_of(newest)
    worked = _worked(plan, job, "")
    today = now.astimezone(worked.zone).date()
    result = solve_days(_given(session, job, worked, now))
    return DaysView(
        revision=newest.revision if newest else 0,
        plan=plan,
        result=result,
        today=today,
        zone=str(worked.zone),
        tickets=_tickets(worked, result, today),
        rates=_rates(Units(job.units)),
        learned=_learned(session, job, worked),
        weather=[WeatherView(what=what, stops=list(stops)) for what, stops in STOPS.items()],
        can_undo=to_restore(revisions) is not None,
        can_redo=to_redo(revisions) is not None,
    )


def try_days(database: Database, job_id: str, asked: DaysTried, now: datetime) -> DaysResult:
    """When everything would be done with other days, kept nowhere."""
    with database.session() as session:
        job = store.job_by_id(session, job_id)
        return solve_days(_given(session, job, _worked(asked.days, job, "/days"), now))


def slip_days(database: Database, job_id: str, slip: Slip, now: datetime) -> SlipResult:
    """What the slip of a task would move."""
    with database.session() as session:
        job = store.job_by_id(session, job_id)
        worked = _worked(_plan_of(newest_days(session, job.id)), job, "")
        return solve_slip(_given(session, job, worked, now), slip)


@again_when_busy
def change_days(database: Database, job_id: str, change: DaysChange, by: By) -> DaysView:
    """Make a plan of days the newest one; what somebody else changed since is kept with it.

    Raises:
        PlanIsStale: when somebody changed the same thing since.
        DocumentRefused: when it contradicts itself or the job.
    """
    with database.session() as session:
        job = store.job_by_id(session, job_id, to_change=True)
        revisions = day_plans(session, job_id)
        newest = revisions[-1] if revisions else None
        document = change.days.model_dump(mode="json")
        if newest and newest.revision != change.base_revision:
            base = next((one.document for one in revisions if one.revision == change.base_revision), {})
            document = _with_newest(change.base_revision, base, document, newest)
        plan = DaysPlan.model_validate(document)
        solve_days(_given(session, job, _worked(plan, job, "/days"), by.at))
        was = newest.document if newest else DaysPlan().model_dump(mode="json")
        if document != was:
            keep_days(session, job, (newest.revision if newest else 0) + 1, document, by)
            changed = ", ".join(things_changed(was, document))
            store.add_log(session, job, "days-planned", f"Changed the days: {changed}.", by)
    return get_days(database, job_id, by.at)


def _with_newest(base_revision: int, base: dict[str, Any], mine: dict[str, Any], newest: DayPlanRow) -> dict[str, Any]:
    both = merged(base, mine, newest.document)
    if both is None:
        changed = ", ".join(things_changed(base, newest.document))
        raise PlanIsStale(
            stale_details(base_revision, base, newest),
            f"Changed: {changed}. It is shown afresh; make your change again.",
        )
    return both


@again_when_busy
def step_days(database: Database, job_id: str, base_revision: int, by: By, *, back: bool) -> DaysView:
    """Bring back the days before the newest change, or what that took back, as a new revision.

    Raises:
        Conflict: when there is nothing to bring back.
        StaleRevision: when somebody changed them since.
    """
    with database.session() as session:
        job = store.job_by_id(session, job_id, to_change=True)
        revisions = day_plans(session, job_id)
        newest = revisions[-1].revision if revisions else 0
        if newest != base_revision:
            raise StaleRevision(base_revision, newest)
        target = to_restore(revisions) if back else to_redo(revisions)
        if target is None:
            raise Conflict(f"There is nothing to {'undo' if back else 'redo'}.")
        document = next(one.document for one in revisions if one.revision == target)
        keep_days(session, job, newest + 1, document, by, restores=target)
        word = "back" if back else "forth again"
        store.add_log(session, job, "days-undone" if back else "days-redone", f"Went {word} to days {target}.", by)
    return get_days(database, job_id, by.at)


def days_in(session: Session, job_id: str) -> DaysPlan | None:
    """The days of a job for its file; None when nothing was said of them."""
    row = newest_days(session, job_id)
    return _plan_of(row) if row else None


def keep_days(
    session: Session, job: JobRow, revision: int, document: dict[str, Any], by: By, restores: int | None = None
) -> None:
    """Keep a document as the newest plan of a job's days."""
    row = DayPlanRow(job_id=job.id, revision=revision, document=document, restores=restores, who=by.who, at=by.at)
    store.add(session, row, "Somebody is changing these days. Try again.")


def _plan_of(row: DayPlanRow | None) -> DaysPlan:
    return DaysPlan.model_validate(row.document) if row else DaysPlan()


def _worked(plan: DaysPlan, job: JobRow, pointer: str) -> WorkedDays:
    worked, problems = work_days(plan, [row.name_in_file for row in job.structures], pointer)
    if worked is None:
        refuse(problems)
        raise RuntimeError("days are neither worked out nor refused")
    return worked


def _given(session: Session, job: JobRow, worked: WorkedDays, now: datetime) -> DaysOf:
    """What days are worked out from beside their document."""
    plans = plans_of(job)
    names = {name: found.plan.name or name for name, found in plans.found.items()}
    today = now.astimezone(worked.zone).date()
    marked = {name: _marked(plans, name) for name, found in plans.found.items() if found.plan.obstacles}
    if not worked.plan.from_plans:
        return DaysOf(worked, {}, names, plans.units, {}, today, marked)
    called = {row.id: row.name_in_file for row in job.structures}
    pulled = [(called[one], at) for one, at in pulled_times(session, list(called))]
    accepted = [(called[one], at) for one, at in accepted_times(session, list(called))]
    recorded = recorded_days(pulled, accepted, worked.zone)
    amounts = {name: _amounts(plans, name) for name in plans.found}
    return DaysOf(worked, amounts, names, plans.units, recorded, today, marked)


def _amounts(plans: JobPlans, name: str) -> dict[Work, float]:
    found = plans.found[name]
    return found.once("amounts", (plans.units,), lambda: amounts_of(found, laid_out(plans, name)))


def _marked(plans: JobPlans, name: str) -> list[ObstacleResult]:
    return plans.found[name].once("marked", (plans.units,), lambda: laid_out(plans, name).obstacles)


def _tickets(worked: WorkedDays, result: DaysResult, today: date) -> list[TicketView]:
    views = []
    for told, ticket in zip(result.locates, worked.locates, strict=True):
        standing = stands(ticket, today, told.dug_until)
        days: int | None = None
        if standing is Standing.WAITING:
            days = (ticket.earliest_dig - today).days
        elif ticket.last_day:
            days = (ticket.last_day - today).days + 1
        text = standing_text(standing, told.number, days)
        views.append(TicketView(number=told.number, standing=standing, days=days, text=text))
    return views


def _rates(units: Units) -> list[RateView]:
    return [
        RateView(
            work=work,
            name=WORK[work],
            of=rate.of,
            unit=_UNIT[rate.measure][units is Units.FT_IN],
            an_hour=round(in_job_units(rate.an_hour, rate, units), 2),
            least=rate.least,
            most=rate.most,
        )
        for work, rate in FIRST_GUESS.items()
    ]


_UNIT = {Measure.COUNT: ("", ""), Measure.LENGTH: ("m", "ft"), Measure.VOLUME: ("m³", "cu yd")}
"""How a rate is measured, in metres and in feet."""


def _learned(session: Session, job: JobRow, worked: WorkedDays) -> list[LearnedView]:
    """What the job's own record says of how fast its crew works; offered, never taken by itself."""
    ids = [row.id for row in job.structures]
    times = {
        Work.SQUARE: [at for _, at in pulled_times(session, ids)],
        Work.LEVELS: shot_times(session, job.id),
        Work.MARKS: done_times(session, ids),
    }
    views = []
    for work, recorded in times.items():
        learned = learned_rate([at.astimezone(worked.zone) for at in recorded])
        if learned is not None:
            each = learned.an_hour / min(max(worked.plan.crew, FIRST_GUESS[work].least), FIRST_GUESS[work].most)
            views.append(
                LearnedView(
                    work=work,
                    an_hour=round(each, 2),
                    text=learned_text(FIRST_GUESS[work].of, learned.an_hour, learned.days, learned.done),
                )
            )
    return views
