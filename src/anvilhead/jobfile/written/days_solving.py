"""A job's days: its tasks on the calendar, its tickets, what must be booked when."""

from collections.abc import Iterable, Iterator, Mapping, Sequence
from contextlib import contextmanager
from dataclasses import dataclass, field, replace
from datetime import date, timedelta

from anvilhead.core.days.in_turn import in_turn
from anvilhead.core.days.locate import Locate, renew_by
from anvilhead.core.days.rates import FIRST_GUESS, Work
from anvilhead.core.days.schedule import Planner, Scheduled, Task, schedule, slipped
from anvilhead.core.days.work_order import BREAKS_GROUND, Planned, tasks_of
from anvilhead.core.days.working_days import DaysError
from anvilhead.core.messages.made import day_words as words
from anvilhead.core.units.units import Units
from anvilhead.jobfile.documents.days import BookingPlan, LocatePlan, Slip, TaskPlan
from anvilhead.jobfile.problems import DocumentRefused, Problem
from anvilhead.jobfile.results.days_results import (
    BookingResult,
    DaysResult,
    LocateResult,
    MarkedResult,
    MovedTask,
    SlipResult,
    TaskResult,
)
from anvilhead.jobfile.results.marks_results import ObstacleResult
from anvilhead.jobfile.working.days_worked import WorkedDays, behind
from anvilhead.jobfile.written.work_counts import amount_text, from_job_units

Amounts = Mapping[str, Mapping[Work, float]]
"""What every structure asks for of each kind of work, by its name in the job file."""


@dataclass(frozen=True)
class DaysOf:
    """What a job's days are worked out from.

    Attributes:
        worked: its calendars and tickets.
        amounts: of its structures; not looked at unless tasks are to be made from plans.
        names: what its structures are called.
        units: that rates are typed in, and amounts are told in.
        recorded: days on which tasks of plans were done, as the record has it; what was typed goes before.
        today: nothing that is not done yet is planned before it; None where nobody asks on a day.
        marked: what nothing may hit on the plans of structures, by their names; what has a ticket is told with it.
    """

    worked: WorkedDays
    amounts: Amounts
    names: Mapping[str, str]
    units: Units
    recorded: Mapping[str, date]
    today: date | None = None
    marked: Mapping[str, Sequence[ObstacleResult]] = field(default_factory=dict)


def solve_days(of: DaysOf) -> DaysResult:
    """When everything of a job is done.

    Raises:
        DocumentRefused: when the plan runs out of the calendar.
    """
    with _within_the_calendar():
        return _Days(of).solved()


def solve_slip(of: DaysOf, slip: Slip) -> SlipResult:
    """What moves when one task takes longer.

    Raises:
        DocumentRefused: when there is no such task, or the plan runs out of the calendar.
    """
    with _within_the_calendar():
        return _Days(of).slipped(slip)


@contextmanager
def _within_the_calendar() -> Iterator[None]:
    try:
        yield
    except DaysError as error:
        raise DocumentRefused([Problem(pointer="/days/tasks", code=error.code, message=error.message)]) from error


@dataclass(frozen=True)
class _Listed:
    """A task to be scheduled, and what is told of it."""

    task: Task
    name: str
    structure: str | None = None
    digs: bool = False
    planned: Planned | None = None


class _Days:
    """One job's days on their way to a result."""

    def __init__(self, of: DaysOf) -> None:
        self._worked, self._names, self._units, self._recorded = of.worked, of.names, of.units, of.recorded
        self._plan, self._today, self._marked = of.worked.plan, of.today, of.marked
        start = self._plan.start
        self._start = max(start, of.today) if start and of.today else start
        self._listed = self._list(of.amounts) if start else []

    def solved(self) -> DaysResult:
        tasks = self._on_the_calendar()
        locates = [self._locate(*pair, tasks) for pair in zip(self._plan.locates, self._worked.locates, strict=True)]
        bookings = [self._booking(one, tasks) for one in self._plan.bookings if one.before in tasks]
        end = max((one.end for one in tasks.values()), default=None)
        return DaysResult(
            tasks=tasks,
            end=end,
            locates=locates,
            bookings=bookings,
            closed=self._closed_until(end),
            asks=self._asks(tasks),
            troubles=[*(one.text for one in locates if one.runs_out), *self._missing_people()],
        )

    def slipped(self, slip: Slip) -> SlipResult:
        start = self._start
        chained = self._chained(start) if start else []
        if start is None or slip.task not in [task.id for task in chained]:
            message = f"There is no task “{slip.task}” to slip."
            raise DocumentRefused([Problem(pointer="/task", code="unknown-task", message=message)])
        planner = self._planner(start)
        before = schedule(chained, planner)
        moved = slipped(chained, planner, slip.task, slip.days)
        end = max(one.end for one in before.values())
        later = max([end, *moved.values()])
        called = {one.task.id: one.name for one in self._listed}
        return SlipResult(
            end=later,
            moved=[MovedTask(id=name, name=called[name], was=before[name].end, now=day) for name, day in moved.items()],
            text=words.slip_text(called[slip.task], slip.days, len(moved) - 1, end, later),
        )

    def _planner(self, start: date) -> Planner:
        return Planner(self._worked.works, start, round(60 * self._plan.hours_a_day))

    def _chained(self, start: date) -> list[Task]:
        return in_turn([one.task for one in self._listed], self._planner(start))

    def _list(self, amounts: Amounts) -> list[_Listed]:
        """Everything to be scheduled, in the order of preference: tasks of plans first, then those that were typed."""
        plan = self._plan
        made = [one for name in self._order(amounts) for one in self._made(name, amounts[name])]
        typed = [_Listed(_task_of(one), one.name or one.id, one.structure, one.digs) for one in plan.tasks]
        listed = [*made, *typed]
        known = {one.task.id for one in listed}
        waits = behind(plan)
        return [replace(one, task=self._with_limits(one, waits.get(one.task.id, []), known)) for one in listed]

    def _order(self, amounts: Amounts) -> list[str]:
        if not self._plan.from_plans:
            return []
        first = list(dict.fromkeys(name for name in self._plan.order if name in amounts))
        return [*first, *(name for name in amounts if name not in first)]

    def _made(self, structure: str, amounts: Mapping[Work, float]) -> list[_Listed]:
        plan = self._plan
        rates = {work: from_job_units(rate, FIRST_GUESS[work], self._units) for work, rate in plan.rates.items()}
        made = tasks_of(structure, amounts, rates, plan.crew, plan.cure_days)
        called = self._names.get(structure, structure)
        return [
            _Listed(one.task, f"{called}: {words.WORK[one.work].lower()}", structure, one.work in BREAKS_GROUND, one)
            for one in made
        ]

    def _with_limits(self, one: _Listed, waits: list[str], known: set[str]) -> Task:
        """A task with what it waits for, when it may begin, when the weather stops it, and when it was done."""
        task = one.task
        not_before = task.not_before
        if one.digs:
            opens = [ticket.earliest_dig for ticket in self._tickets_of(one.structure)]
            not_before = max([*opens, *([not_before] if not_before else [])], default=None)
        # what a plan does not ask for is waited for no longer than what comes before it in the order of work
        after = [self._last_made_before(name, known) if name not in known else name for name in (*task.after, *waits)]
        return replace(
            task,
            after=tuple(dict.fromkeys(name for name in after if name)),
            not_before=not_before,
            not_on=self._weather_on(one),
            ended=self._plan.ended.get(task.id, task.ended or self._recorded.get(task.id)),
        )

    def _last_made_before(self, name: str, known: set[str]) -> str | None:
        structure, _, work = name.rpartition("/")
        order = list(Work)
        earlier = (f"{structure}/{one}" for one in reversed(order[: order.index(Work(work))]))
        return next((one for one in earlier if one in known), None)

    def _tickets_of(self, structure: str | None) -> Iterable[Locate]:
        for one, ticket in zip(self._plan.locates, self._worked.locates, strict=True):
            if _covers(one, structure):
                yield ticket

    def _weather_on(self, one: _Listed) -> frozenset[date]:
        if one.task.runs_on:
            return frozenset()
        named = {one.task.id, one.planned.work if one.planned else ""}
        return frozenset(
            weather.first + timedelta(days=n)
            for weather in self._plan.weather
            if not weather.stops or not named.isdisjoint(weather.stops)
            for n in range((weather.last - weather.first).days + 1)
        )

    def _on_the_calendar(self) -> dict[str, TaskResult]:
        start = self._start
        if start is None:
            return {}
        chained = self._chained(start)
        found = schedule(chained, self._planner(start))
        return {
            task.id: self._task_result(one, task, found[task.id])
            for one, task in zip(self._listed, chained, strict=True)
        }

    def _task_result(self, one: _Listed, task: Task, when: Scheduled) -> TaskResult:
        planned = one.planned
        amount = planned.amount if planned else None
        return TaskResult(
            name=one.name,
            start=when.start,
            end=when.end,
            latest_start=when.latest_start,
            slack_days=when.slack_days,
            critical=when.is_critical and task.ended is None,
            structure=one.structure,
            work=planned.work if planned else None,
            amount_text=amount_text(amount, FIRST_GUESS[planned.work], self._units) if planned and amount else None,
            hours=round(task.minutes / 60, 2) if task.minutes is not None else None,
            people=planned.people if planned else int(task.crew),
            after=list(task.after),
            ended=task.ended is not None,
            digs=one.digs,
            runs_on=task.runs_on,
        )

    def _locate(self, one: LocatePlan, ticket: Locate, tasks: Mapping[str, TaskResult]) -> LocateResult:
        dug = [task.end for task in tasks.values() if task.digs and not task.ended and _covers(one, task.structure)]
        until = max(dug, default=None)
        runs_out = bool(ticket.last_day and until and until > ticket.last_day)
        renew = renew_by(ticket, one.notice_days, self._worked.notice)
        text = words.locate_text(one.number, ticket.earliest_dig, ticket.last_day)
        if runs_out and ticket.last_day and until:
            late = self._today is not None and renew is not None and renew < self._today
            text = words.runs_out_text(one.number, ticket.last_day, until, None if late else renew)
        return LocateResult(
            number=one.number,
            earliest_dig=ticket.earliest_dig,
            last_day=ticket.last_day,
            dug_until=until,
            runs_out=runs_out,
            renew_by=renew,
            waiting_for=[utility.name for utility in one.utilities if utility.answered is None],
            marks=[
                MarkedResult(
                    structure=structure,
                    name=mark.name,
                    zone_text=mark.radius_text,
                    hits=[hit.text for hit in mark.hits],
                )
                for structure, mark in self._with_tickets()
                if mark.ticket == one.number
            ],
            text=text,
        )

    def _with_tickets(self) -> Iterator[tuple[str, ObstacleResult]]:
        """What was marked on a ticket, and on the plan of which structure."""
        for structure, marks in self._marked.items():
            yield from ((structure, mark) for mark in marks if mark.ticket)

    def _booking(self, one: BookingPlan, tasks: Mapping[str, TaskResult]) -> BookingResult:
        on = tasks[one.before].start
        by = self._worked.notice.before(on, one.notice_days + 1)
        late = one.booked is not None and one.booked > by
        return BookingResult(
            name=one.name,
            what=one.what,
            on=on,
            book_by=by,
            booked=one.booked is not None,
            late=late,
            text=words.booking_text(one.name, on, by, one.booked),
        )

    def _closed_until(self, end: date | None) -> dict[str, str]:
        start = self._plan.start
        if start is None or end is None:
            return {}
        closed = {**dict.fromkeys(self._plan.closed, "closed"), **self._worked.why_closed}
        return {
            day.isoformat(): why
            for day, why in sorted(closed.items())
            if start <= day <= end and day.weekday() in self._worked.works.weekdays
        }

    def _asks(self, tasks: Mapping[str, TaskResult]) -> list[str]:
        """What should be said still: a ticket where something digs, utilities that did not answer."""
        asks = [
            words.no_ticket_text(one.name)
            for one in tasks.values()
            if one.digs and not one.ended and not any(_covers(ticket, one.structure) for ticket in self._plan.locates)
        ]
        return [
            *asks[:1],
            *(
                words.unanswered_text(one.number, [u.name for u in one.utilities if u.answered is None])
                for one in self._plan.locates
                if any(u.answered is None for u in one.utilities)
            ),
            *(
                words.unknown_ticket_text(mark.name, self._names[structure], mark.ticket or "")
                for structure, mark in self._with_tickets()
                if mark.ticket not in [one.number for one in self._plan.locates]
            ),
            *(words.not_in_plan_text(one.name, one.before) for one in self._plan.bookings if one.before not in tasks),
        ]

    def _missing_people(self) -> list[str]:
        crew = self._plan.crew
        short = [one.name for one in self._listed if one.planned and one.planned.people > crew]
        return [words.more_people_text(short, crew)] if short else []


def _covers(ticket: LocatePlan, structure: str | None) -> bool:
    return not ticket.structures or structure is None or structure in ticket.structures


def _task_of(one: TaskPlan) -> Task:
    return Task(
        one.id,
        days=one.days,
        minutes=None if one.hours is None else max(1, round(60 * one.hours)),
        after=tuple(one.after),
        runs_on=one.runs_on,
        not_before=one.not_before,
        crew=one.crew,
        ended=one.ended,
    )
