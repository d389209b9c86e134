"""The days of a job as documents: what days are worked, tasks, tickets of the locating service, bookings, weather."""

from datetime import date
from typing import Annotated, Any, Literal, Self
from zoneinfo import ZoneInfo, ZoneInfoNotFoundError

from pydantic import Field, PlainSerializer, PlainValidator, WithJsonSchema, model_validator
from pydantic_core import PydanticCustomError

from anvilhead.core.days.rates import Work
from anvilhead.core.days.weather import Weather
from anvilhead.core.days.work_order import CURE_DAYS
from anvilhead.core.days.working_days import LAST_YEAR
from anvilhead.jobfile.lengths import Sparse, Strict

FIRST_YEAR = 1990
"""Nobody plans before it: an earlier year is a slip."""


def _refused(code: str, message: str) -> PydanticCustomError:
    return PydanticCustomError(code, "{message}", {"message": message})


def _read_day(value: object) -> date:
    if type(value) is date:
        return value
    if not isinstance(value, str) or len(value) != 10:
        raise _refused("not-a-day", "A day is written 2026-11-30: year, month, day.")
    try:
        day = date.fromisoformat(value)
    except ValueError as error:
        raise _refused("no-such-day", f"There is no day {value}. A day is written 2026-11-30.") from error
    if not FIRST_YEAR <= day.year <= LAST_YEAR:
        raise _refused("far-year", f"{value} is not a year of ours. Did a digit slip?")
    return day


Day = Annotated[
    date,
    PlainValidator(_read_day),
    PlainSerializer(date.isoformat, return_type=str),
    WithJsonSchema({"type": "string", "format": "date", "examples": ["2026-11-30"]}),
]
"""A day of the calendar."""


def _read_zone(value: object) -> str:
    if isinstance(value, str):
        try:
            return str(ZoneInfo(value))
        except (ZoneInfoNotFoundError, ValueError, OSError):
            pass
    raise _refused("unknown-zone", f"There is no time zone “{value}”. Write one such as America/Chicago or UTC.")


Zone = Annotated[str, PlainValidator(_read_zone), WithJsonSchema({"type": "string", "examples": ["America/Chicago"]})]
"""A time zone by its name in the tz database."""

Weekday = Literal["mon", "tue", "wed", "thu", "fri", "sat", "sun"]
USUAL_WEEK: tuple[Weekday, ...] = ("mon", "tue", "wed", "thu", "fri")
Identifier = Annotated[str, Field(min_length=1, max_length=100, pattern=r"^[^\x00-\x1f\x7f]*\S[^\x00-\x1f\x7f]*$")]
Told = Annotated[str, Field(min_length=1, max_length=120, pattern=r"^[^\x00-\x1f\x7f]*\S[^\x00-\x1f\x7f]*$")]
Count = Annotated[int, Field(ge=0, le=366, strict=True)]
WholeDays = Annotated[int, Field(ge=1, le=2000, strict=True)]


class TaskPlan(Sparse):
    """Something that takes time.

    Attributes:
        days: whole working days; or hours, of the working day.
        after: ids of tasks that must have ended first; those made from plans are called `structure/work`.
        before: ids of tasks that wait for this one, said from its side: an inspection before a pour.
        runs_on: counted in calendar days, weekends too, as concrete cures.
        not_before: a day before which it cannot begin; ended: the day it was done, when it was.
        crew: whether the crew is at it, and so at nothing else; digs: whether it waits for the utilities to be marked.
        structure: the one it belongs to.
    """

    id: Identifier
    name: Told | None = None
    days: WholeDays | None = None
    hours: Annotated[float, Field(gt=0, le=10_000, allow_inf_nan=False)] | None = None
    after: list[Identifier] = Field(default_factory=list, max_length=300)
    before: list[Identifier] = Field(default_factory=list, max_length=300)
    runs_on: bool = False
    not_before: Day | None = None
    ended: Day | None = None
    crew: bool = False
    digs: bool = False
    structure: Identifier | None = None

    @model_validator(mode="after")
    def _takes_time_one_way(self) -> Self:
        if (self.days is None) == (self.hours is None):
            message = f"“{self.id}” takes days or hours. Say one of them."
            raise PydanticCustomError("one-of", "{message}", {"message": message, "at": "days"})
        if self.runs_on and self.days is None:
            message = f"“{self.id}” runs on over days that nobody works, so it is counted in days."
            raise PydanticCustomError("one-of", "{message}", {"message": message, "at": "hours"})
        return self


class UtilityPlan(Strict):
    """A utility that a ticket was sent to, and what it answered: nothing yet, marked, or nothing of its there."""

    name: Told
    answered: Literal["marked", "clear"] | None = None
    on: Day | None = None


class LocatePlan(Sparse):
    """A ticket of the locating service, by the rules of the place.

    Attributes:
        asked: the day it was asked for.
        notice_days: whole working days that pass after it.
        lasts_days: calendar days from the day asked to its last; left out, it does not run out.
        structures: ids of those it covers; all when left out. area: in words.
        utilities: to which it went.
    """

    number: Told
    asked: Day
    notice_days: Count
    lasts_days: Annotated[int, Field(ge=0, le=3660, strict=True)] | None = None
    structures: list[Identifier] = Field(default_factory=list, max_length=200)
    area: Annotated[str, Field(max_length=500)] = ""
    utilities: list[UtilityPlan] = Field(default_factory=list, max_length=60)


class BookingPlan(Sparse):
    """Something to be booked ahead of a task: concrete, a machine, a second person, an inspection.

    Attributes:
        before: id of the task it must be there for; notice_days: whole working days between the call and that day.
        booked: the day it was booked.
    """

    name: Told
    what: Literal["concrete", "machine", "inspection", "people", "other"]
    before: Identifier
    notice_days: Count = 1
    booked: Day | None = None


class WeatherPlan(Strict):
    """Days on which the weather stops some work: `stops` are kinds of work, or ids of tasks; everything when empty."""

    what: Weather
    first: Day = Field(alias="from")
    last: Day = Field(alias="to")
    stops: list[Identifier] = Field(default_factory=list, max_length=60)

    @model_validator(mode="after")
    def _ends_after_it_begins(self) -> Self:
        if self.last < self.first:
            message = "It ends before it begins. Change the two days round."
            raise PydanticCustomError("ends-before-it-begins", "{message}", {"message": message, "at": "to"})
        if (self.last - self.first).days > 366:
            message = "Weather for over a year is a slip. Check the two days."
            raise PydanticCustomError("too-long", "{message}", {"message": message, "at": "to"})
        return self


class DaysPlan(Sparse):
    """When a job's work is done.

    Attributes:
        start: the first day; needed once there are tasks.
        works: days of the week that are worked; closed: days on which nobody works.
        holidays: of a country or a part of it, closed as well: US, US-CA, DE-BY.
        notice_on: days of the week that count for a ticket's notice, when they are not those that are worked.
        zone: where the job is, for what day it is.
        hours_a_day: of work; crew: how many people.
        from_plans: make the tasks of every structure from its plan; order: ids of structures, first come first.
        rates: what one person does in an hour, by kind of work, in the job's units; the first guess for others.
        cure_days: calendar days that concrete is left alone before forms are stripped.
        ended: days on which tasks made from plans were done, by their ids.
    """

    start: Day | None = None
    works: list[Weekday] = Field(default_factory=lambda: list(USUAL_WEEK), min_length=1, max_length=7)
    closed: list[Day] = Field(default_factory=list, max_length=2000)
    holidays: Annotated[str, Field(max_length=12)] | None = None
    notice_on: list[Weekday] = Field(default_factory=list, max_length=7)
    zone: Zone | None = None
    hours_a_day: Annotated[float, Field(gt=0, le=24, allow_inf_nan=False)] = 8.0
    crew: Annotated[int, Field(ge=1, le=40, strict=True)] = 2
    from_plans: bool = False
    order: list[Identifier] = Field(default_factory=list, max_length=200)
    rates: dict[Work, Annotated[float, Field(gt=0, le=100_000, allow_inf_nan=False)]] = Field(default_factory=dict)
    cure_days: WholeDays = CURE_DAYS
    ended: dict[Identifier, Day] = Field(default_factory=dict, max_length=3000)
    tasks: list[TaskPlan] = Field(default_factory=list, max_length=1000)
    locates: list[LocatePlan] = Field(default_factory=list, max_length=100)
    bookings: list[BookingPlan] = Field(default_factory=list, max_length=300)
    weather: list[WeatherPlan] = Field(default_factory=list, max_length=100)

    @model_validator(mode="before")
    @classmethod
    def _cure_has_no_rate(cls, data: Any) -> Any:
        rates = data.get("rates") if isinstance(data, dict) else None
        if isinstance(rates, dict) and Work.CURE in rates:
            message = "Curing has no rate. Say how long it lasts in “cure_days”."
            raise PydanticCustomError("no-rate", "{message}", {"message": message, "at": "rates"})
        return data


class Slip(Strict):
    """A task that takes some working days longer than planned."""

    task: Identifier
    days: Annotated[int, Field(ge=1, le=250, strict=True)] = 1


DAY_DOCUMENTS = (DaysPlan, TaskPlan, LocatePlan, UtilityPlan, BookingPlan, WeatherPlan)
"""Whose keys a misspelt one may have meant."""
