"""A job's days worked out as far as its document alone says: calendars and tickets, and everything wrong with them."""

from collections import Counter
from collections.abc import Collection, Iterable
from dataclasses import dataclass
from datetime import date, datetime
from functools import lru_cache
from zoneinfo import ZoneInfo

from anvilhead.core.days.locate import Locate, locate
from anvilhead.core.days.rates import Work
from anvilhead.core.days.schedule import Task, circle_among
from anvilhead.core.days.work_order import task_id
from anvilhead.core.days.working_days import WEEK, DaysError, WorkingDays
from anvilhead.core.messages.made.day_words import circle_text
from anvilhead.jobfile.documents.days import DaysPlan, LocatePlan, WeatherPlan
from anvilhead.jobfile.problems import Problem
from anvilhead.jobfile.times import in_utc
from anvilhead.jobfile.working.faults import Faults

YEARS_AHEAD = 12
"""Holidays are looked up for so many years from the first date of a job on; work that runs longer is no set-out."""


@dataclass(frozen=True)
class WorkedDays:
    """The days of a job.

    Attributes:
        plan: its document.
        works: days that the crew works; notice: days that count for a ticket's notice, and for calls ahead.
        why_closed: holidays by their day.
        locates: tickets, in the order of the document.
    """

    plan: DaysPlan
    works: WorkingDays
    notice: WorkingDays
    why_closed: dict[date, str]
    locates: tuple[Locate, ...]

    @property
    def zone(self) -> ZoneInfo:
        """Where the job is; UTC where nobody said."""
        return ZoneInfo(self.plan.zone or "UTC")


Times = Iterable[tuple[str, datetime]]
"""When something of a structure was recorded."""


def recorded_days(pulled: Times, accepted: Times, zone: ZoneInfo) -> dict[str, date]:
    """Days on which tasks of plans were done as the record has it: boards stood at the first pull, square was accepted.

    Args:
        pulled: readings, in any order; times without a zone are UTC.
        accepted: rounds.
        zone: whose days count.
    """
    found: dict[str, date] = {}
    for times, work, of in ((pulled, Work.BOARDS, min), (accepted, Work.SQUARE, max)):
        for structure, at in times:
            day = in_utc(at).astimezone(zone).date()
            name = task_id(structure, work)
            found[name] = of(found.get(name, day), day)
    return found


def work_days(plan: DaysPlan, structures: Collection[str], pointer: str) -> tuple[WorkedDays | None, list[Problem]]:
    """Work out the calendars and the tickets of a job.

    Args:
        plan: its days.
        structures: ids of its structures.
        pointer: of the document.
    """
    faults = Faults(pointer)
    _name_faults(plan, structures, faults)
    why_closed = _holidays_of(plan, faults)
    closed = frozenset(plan.closed) | why_closed.keys()
    works = WorkingDays(_weekdays(plan.works), frozenset(closed))
    notice = WorkingDays(_weekdays(plan.notice_on or plan.works), frozenset(closed))
    locates: list[Locate] = []
    for i, one in enumerate(plan.locates):
        try:
            locates.append(locate(one.asked, one.notice_days, one.lasts_days, notice))
        except DaysError as error:
            faults.add(("locates", i, "lasts_days"), error.code, f"Ticket {one.number}: {error.message}")
    if faults.found:
        return None, faults.found
    return WorkedDays(plan, works, notice, why_closed, tuple(locates)), []


def _weekdays(names: Collection[str]) -> frozenset[int]:
    return frozenset(WEEK.index(name) for name in names)


def made_ids(plan: DaysPlan, structures: Collection[str]) -> set[str]:
    """Ids that tasks made from plans can have."""
    return {task_id(name, work) for name in structures for work in Work} if plan.from_plans else set()


def _name_faults(plan: DaysPlan, structures: Collection[str], faults: Faults) -> None:
    """Names that are used twice or that nothing has, tasks that wait for each other, a start that is missing."""
    known = {task.id for task in plan.tasks} | made_ids(plan, structures)
    count = Counter([task.id for task in plan.tasks])
    for i, task in enumerate(plan.tasks):
        if count[task.id] > 1 and task.id in [one.id for one in plan.tasks[:i]]:
            faults.add(("tasks", i, "id"), "id-twice", f"“{task.id}” is the id of two tasks. Give each its own.")
        elif "/" in task.id and task.id in made_ids(plan, structures):
            message = f"“{task.id}” is made from the plan already. Call this one something else."
            faults.add(("tasks", i, "id"), "id-twice", message)
        for key, named in (("after", task.after), ("before", task.before)):
            for k, one in enumerate(named):
                if one not in known:
                    _unknown(faults, ("tasks", i, key, k), "task", one, known)
        if task.structure is not None and task.structure not in structures:
            _unknown(faults, ("tasks", i, "structure"), "structure", task.structure, structures)
    _list_faults(plan, structures, known, faults)
    if not faults.found:
        circle = circle_among(_in_order(plan, structures))
        if circle:
            at = next(i for i, task in enumerate(plan.tasks) if task.id in circle)
            faults.add(("tasks", at, "after"), "circle", circle_text(circle))
    if plan.start is None and (plan.tasks or plan.from_plans):
        faults.add(("start",), "missing", "“start” is missing: tasks begin on some day. Add the first day.")


def _in_order(plan: DaysPlan, structures: Collection[str]) -> list[Task]:
    """Tasks by what they wait for, those of plans in the order of work, as many of them as there can be."""
    before = behind(plan)
    made = [
        Task(name, after=(*([task_id(structure, list(Work)[k - 1])] if k else []), *before.get(name, ())))
        for structure in (structures if plan.from_plans else ())
        for k, name in enumerate(task_id(structure, work) for work in Work)
    ]
    return [*made, *(Task(task.id, after=(*task.after, *before.get(task.id, ()))) for task in plan.tasks)]


def behind(plan: DaysPlan) -> dict[str, list[str]]:
    """What tasks wait for that says so itself: ids of those, by the id of the one that waits."""
    found: dict[str, list[str]] = {}
    for task in plan.tasks:
        for one in task.before:
            found.setdefault(one, []).append(task.id)
    return found


def _list_faults(plan: DaysPlan, structures: Collection[str], known: Collection[str], faults: Faults) -> None:
    for i, name in enumerate(plan.order):
        if name not in structures:
            _unknown(faults, ("order", i), "structure", name, structures)
    for name in plan.ended:
        if name not in known:
            _unknown(faults, ("ended", name), "task", name, known)
    for i, booking in enumerate(plan.bookings):
        if booking.before not in known:
            _unknown(faults, ("bookings", i, "before"), "task", booking.before, known)
    count = Counter(one.number for one in plan.locates)
    for i, ticket in enumerate(plan.locates):
        _ticket_faults(i, ticket, structures, faults)
        if count[ticket.number] > 1 and ticket.number in [one.number for one in plan.locates[:i]]:
            message = f"Ticket {ticket.number} is listed twice. Keep one."
            faults.add(("locates", i, "number"), "number-twice", message)
    for i, weather in enumerate(plan.weather):
        _weather_faults(i, weather, known, faults)


def _ticket_faults(i: int, ticket: LocatePlan, structures: Collection[str], faults: Faults) -> None:
    for k, name in enumerate(ticket.structures):
        if name not in structures:
            _unknown(faults, ("locates", i, "structures", k), "structure", name, structures)


def _weather_faults(i: int, weather: WeatherPlan, known: Collection[str], faults: Faults) -> None:
    for k, name in enumerate(weather.stops):
        if name not in known and name not in list(Work):
            _unknown(faults, ("weather", i, "stops", k), "task", name, [*Work, *known])


MOST_LISTED = 12
"""Names that are listed when another is not among them."""


def _unknown(faults: Faults, path: tuple[str | int, ...], what: str, name: str, known: Collection[str]) -> None:
    listed = ", ".join(sorted(known)[:MOST_LISTED]) or "none yet"
    faults.add(path, f"unknown-{what}", f"There is no {what} “{name}”. Known: {listed}.")


def _holidays_of(plan: DaysPlan, faults: Faults) -> dict[date, str]:
    if not plan.holidays:
        return {}
    dates = [one.asked for one in plan.locates] + ([plan.start] if plan.start else [])
    first = min(dates, default=None)
    found = holidays_in(plan.holidays, first.year, first.year + YEARS_AHEAD) if first else {}
    if found is None:
        message = f"No holidays are known of “{plan.holidays}”. Write a country as US or DE, a part of it as US-CA."
        faults.add(("holidays",), "unknown-holidays", message)
    return found or {}


@lru_cache(maxsize=32)
def holidays_in(where: str, first_year: int, last_year: int) -> dict[date, str] | None:
    """Public holidays of a country, or of a part of it, over some years; None where none are known."""
    import holidays  # noqa: PLC0415 - takes most of a second to load, and few commands need it

    country, _, part = where.partition("-")
    years = range(first_year, last_year + 1)
    try:
        return dict(holidays.country_holidays(country, subdiv=part or None, years=years).items())
    except NotImplementedError:
        return None
