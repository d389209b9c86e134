"""Results of a job's days: what `solve` prints under `days`."""

from datetime import date

from pydantic import Field

from anvilhead.core.days.rates import Work
from anvilhead.jobfile.results.result_parts import Result


class TaskResult(Result):
    """When a task is done.

    Attributes:
        start, end: its days, the end inclusive.
        latest_start: the last day it can begin on without moving the end of everything.
        slack_days: working days between; calendar days for a wait.
        critical: a day's slip of it moves the end.
        structure, work: of a task made from a plan; amount_text: how much of it there is.
        hours: of work; null for a task of days.
        people: how many it takes at least; zero for a wait.
        after: what it waits for, the crew's task before it too.
        ended: whether it was done; runs_on: a wait, that goes on over days that nobody works.
    """

    name: str
    start: date
    end: date
    latest_start: date
    slack_days: int
    critical: bool
    structure: str | None = None
    work: Work | None = None
    amount_text: str | None = None
    hours: float | None = None
    people: int = 0
    after: list[str] = Field(default_factory=list)
    ended: bool = False
    digs: bool = False
    runs_on: bool = False


class MarkedResult(Result):
    """Something marked on a ticket: on the plan of which structure, the zone round it, and what falls on it."""

    structure: str
    name: str
    zone_text: str
    hits: list[str]


class LocateResult(Result):
    """A ticket.

    Attributes:
        earliest_dig: the first day on which digging may begin; last_day: the last, null where it does not run out.
        dug_until: the last day planned to be dug on it; runs_out: whether that is after its last.
        renew_by: the last day to ask again so that nobody waits.
        waiting_for: utilities that did not answer; marks: what was marked on it, as the plans have it.
    """

    number: str
    earliest_dig: date
    last_day: date | None
    dug_until: date | None = None
    runs_out: bool = False
    renew_by: date | None = None
    waiting_for: list[str] = Field(default_factory=list)
    marks: list[MarkedResult] = Field(default_factory=list)
    text: str = ""


class BookingResult(Result):
    """Something to be booked: for which day, and by when; `late`: the day it was booked is after that."""

    name: str
    what: str
    on: date
    book_by: date
    booked: bool
    late: bool
    text: str


class MovedTask(Result):
    """A task that ends later for the slip of another."""

    id: str
    name: str
    was: date
    now: date


class SlipResult(Result):
    """What the slip of a task moves, and when everything ends with it."""

    end: date
    moved: list[MovedTask]
    text: str


class DaysResult(Result):
    """A job's days.

    Attributes:
        end: the last day of everything; null without tasks.
        closed: days between start and end that nobody works though the week says so, with why.
        asks: what should be said or booked still; troubles: what cannot be as planned.
    """

    tasks: dict[str, TaskResult] = Field(default_factory=dict)
    end: date | None = None
    locates: list[LocateResult] = Field(default_factory=list)
    bookings: list[BookingResult] = Field(default_factory=list)
    closed: dict[str, str] = Field(default_factory=dict)
    asks: list[str] = Field(default_factory=list)
    troubles: list[str] = Field(default_factory=list)
