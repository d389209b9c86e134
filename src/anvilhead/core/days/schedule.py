"""Tasks put on days: early and late, how far each can slip, and which of them carry the end.

The critical path method over a calendar: forward from the start every task begins once all it waits for has ended;
backward from the end every task ends at the latest before what waits for it must begin.  Whole-day tasks have their
days to themselves; tasks of hours share a day; a wait runs on over days that nobody works.
"""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import date, timedelta
from graphlib import CycleError, TopologicalSorter

from anvilhead.core.days.working_days import ONE_DAY, WorkingDays


@dataclass(frozen=True, slots=True)
class Task:
    """Something that takes time.

    Attributes:
        id: its own name.
        days: whole days; None for a task of hours.
        minutes: of working time, above zero; None for a task of days.
        after: ids of tasks that must have ended.
        runs_on: counted in calendar days, as concrete cures; else in working days.
        not_before: it cannot begin earlier, whatever has ended.
        not_on: days on which it cannot be done although others work: frost for a pour.
        at_once: not stopped at the evening and gone on with in the morning, as a pour is not.
        crew: whether the crew is at it, so that it can be at nothing else.
        ended: the day it was done, when it was: it stays there.
    """

    id: str
    days: int | None = None
    minutes: int | None = None
    after: tuple[str, ...] = ()
    runs_on: bool = False
    not_before: date | None = None
    not_on: frozenset[date] = frozenset()
    at_once: bool = False
    crew: bool = False
    ended: date | None = None


@dataclass(frozen=True, slots=True, order=True)
class Moment:
    """A time of the schedule: a day, and the minutes worked on it so far."""

    day: date
    minute: int = 0


@dataclass(frozen=True, slots=True)
class Scheduled:
    """When a task is done.

    Attributes:
        begins, ends: to the minute; start, end: their days, the end inclusive.
        latest_start: the last day it can begin on without moving the end of everything.
        slack_days: working days between the two; calendar days for a wait.
        is_critical: a day's slip of it moves the end.
    """

    begins: Moment
    ends: Moment
    latest_start: date
    slack_days: int

    @property
    def start(self) -> date:
        """The day it begins on."""
        return self.begins.day

    @property
    def end(self) -> date:
        """The last day it is done on."""
        return self.ends.day

    @property
    def is_critical(self) -> bool:
        """Whether a day's slip of it moves the end of everything."""
        return self.slack_days == 0


MINUTES_A_DAY = 480
"""Eight hours, where nobody typed another number."""


def circle_among(tasks: Iterable[Task]) -> list[str]:
    """Ids of tasks that wait for each other in a circle, each waiting for the one before it; empty without one."""
    try:
        TopologicalSorter({task.id: task.after for task in tasks}).prepare()
    except CycleError as error:
        nodes: list[str] = error.args[1]
        return nodes[:-1]  # the first is named again at the end
    return []


class Planner:
    """Puts single tasks on a calendar, forward and backward."""

    def __init__(self, days: WorkingDays, start: date, minutes_a_day: int = MINUTES_A_DAY) -> None:
        """Plan on these days, from a start on."""
        self.days, self.start, self.minutes_a_day = days, start, minutes_a_day
        self._without: dict[frozenset[date], WorkingDays] = {}

    def of(self, task: Task) -> WorkingDays:
        """The days a task can be done on."""
        if task.not_on not in self._without:
            self._without[task.not_on] = self.days.without(task.not_on)
        return self._without[task.not_on]

    def forward(self, task: Task, ready: Moment | None) -> tuple[Moment, Moment]:
        """When a task begins and ends that may begin at a moment; at the start of everything where there is none."""
        if task.ended is not None:
            return Moment(task.ended), Moment(task.ended, self.minutes_a_day)
        moment = max(ready or Moment(self.start), Moment(max(task.not_before or self.start, self.start)))
        days = self.of(task)
        if task.minutes is None:
            first = moment.day + ONE_DAY if moment.minute else moment.day
            if task.runs_on:
                return Moment(first), Moment(first + timedelta(days=_days(task) - 1), self.minutes_a_day)
            first = days.on_or_after(first)
            return Moment(first), Moment(_on(days, first, _days(task) - 1), self.minutes_a_day)
        if moment.minute >= self.minutes_a_day or not days.is_worked(moment.day):
            moment = Moment(days.on_or_after(moment.day + ONE_DAY if moment.minute else moment.day))
        if task.at_once and moment.minute > 0 and moment.minute + task.minutes > self.minutes_a_day:
            moment = Moment(days.after(moment.day, 1))
        more, minute = divmod(moment.minute + task.minutes - 1, self.minutes_a_day)
        return moment, Moment(_on(days, moment.day, more), minute + 1)

    def backward(self, task: Task, limit: Moment) -> Moment:
        """When a task begins at the latest that must have ended by a moment."""
        if task.ended is not None:
            return Moment(task.ended)
        days = self.of(task)
        if task.minutes is None:
            last = limit.day if limit.minute >= self.minutes_a_day else limit.day - ONE_DAY
            if task.runs_on:
                return Moment(last - timedelta(days=_days(task) - 1))
            last = days.on_or_before(last)
            return Moment(days.before(last, _days(task) - 1) if _days(task) > 1 else last)
        if not limit.minute or not days.is_worked(limit.day):
            limit = Moment(days.on_or_before(limit.day - ONE_DAY), self.minutes_a_day)
        if task.at_once:
            # begun in the morning where a day is too short for it, so its last day takes the rest
            more, rest = divmod(task.minutes - 1, self.minutes_a_day)
            if limit.minute <= rest:
                limit = Moment(days.before(limit.day, 1), self.minutes_a_day)
            if more:
                return Moment(days.before(limit.day, more))
        more, minute = divmod(limit.minute - task.minutes, self.minutes_a_day)
        return Moment(days.before(limit.day, -more) if more else limit.day, minute)

    def slack(self, task: Task, begins: Moment, latest: Moment) -> int:
        """Whole days that a task can begin later."""
        if task.runs_on:
            return (latest.day - begins.day).days
        between = self.of(task).between(begins.day, latest.day)
        # a few hours that happen to lie on another day are no whole day
        return between - (between > 0 and latest.minute < begins.minute)


def _on(days: WorkingDays, day: date, count: int) -> date:
    return days.after(day, count) if count else day


def _days(task: Task) -> int:
    return task.days or 1


def schedule(tasks: Sequence[Task], planner: Planner) -> dict[str, Scheduled]:
    """Every task with its days, early and late.

    Raises:
        DaysError: when no day is worked, or it runs out of the calendar.
    """
    by_id = {task.id: task for task in tasks}
    order = list(TopologicalSorter({task.id: task.after for task in tasks}).static_order())
    early: dict[str, tuple[Moment, Moment]] = {}
    for name in order:
        task = by_id[name]
        ready = max((early[one][1] for one in task.after), default=None)
        early[name] = planner.forward(task, ready)
    if not early:
        return {}
    latest = _latest(order, by_id, early, planner)
    return {
        task.id: Scheduled(
            *early[task.id],
            latest[task.id].day,
            planner.slack(task, early[task.id][0], latest[task.id]),
        )
        for task in tasks
    }


def _latest(
    order: Sequence[str],
    by_id: Mapping[str, Task],
    early: Mapping[str, tuple[Moment, Moment]],
    planner: Planner,
) -> dict[str, Moment]:
    """When every task begins at the latest so that the end of everything stays on its day."""
    limit = dict.fromkeys(order, Moment(max(end.day for _, end in early.values()), planner.minutes_a_day))
    latest: dict[str, Moment] = {}
    for name in reversed(order):
        task = by_id[name]
        latest[name] = planner.backward(task, limit[name])
        for one in task.after if task.ended is None else ():  # what is done waits for nothing any more
            limit[one] = min(limit[one], latest[name])
    return latest


def slipped(tasks: Sequence[Task], planner: Planner, slips: str, days: int) -> dict[str, date]:
    """What moves when one task takes some days longer: the new last day of every task that ends later for it.

    Args:
        tasks: without a circle.
        planner: their calendar.
        slips: id of the task that takes longer.
        days: how many working days longer.
    """
    longer = [_longer(task, days, planner.minutes_a_day) if task.id == slips else task for task in tasks]
    before, after = schedule(tasks, planner), schedule(longer, planner)
    return {name: one.end for name, one in after.items() if one.end > before[name].end}


def _longer(task: Task, days: int, minutes_a_day: int) -> Task:
    if task.minutes is not None:
        return replace(task, minutes=task.minutes + days * minutes_a_day)
    return replace(task, days=_days(task) + days)
