"""A job's days as the API answers them."""

from datetime import date

from anvilhead.core.days.locate import Standing
from anvilhead.core.days.rates import Work
from anvilhead.core.days.weather import Weather
from anvilhead.jobfile.documents.days import DaysPlan
from anvilhead.jobfile.results.days_results import DaysResult
from anvilhead.jobfile.results.result_parts import Result


class TicketView(Result):
    """Where a ticket stands today; `days`: to wait, or left with today's; null where it does not run out."""

    number: str
    standing: Standing
    days: int | None
    text: str


class RateView(Result):
    """The first guess of how fast one person works, in the job's units."""

    work: Work
    name: str
    of: str
    unit: str
    an_hour: float
    least: int
    most: int


class LearnedView(Result):
    """How fast the crew's own record says it works: each of them, in the job's units."""

    work: Work
    an_hour: float
    text: str


class WeatherView(Result):
    """What a kind of weather stops, to begin with; all work when empty."""

    what: Weather
    stops: list[Work]


class DaysView(Result):
    """A job's days.

    Attributes:
        revision: 0 while nothing was planned; plan: as a document; result: what follows from it.
        today: the day it is where the job is.
    """

    revision: int
    plan: DaysPlan
    result: DaysResult
    today: date
    zone: str
    tickets: list[TicketView]
    rates: list[RateView]
    learned: list[LearnedView]
    weather: list[WeatherView]
    can_undo: bool
    can_redo: bool
