"""Days that are worked, and counting by them."""

from collections.abc import Iterator, Set
from dataclasses import dataclass, replace
from datetime import date, timedelta

from anvilhead.core.units.errors import InputError

WEEK = ("mon", "tue", "wed", "thu", "fri", "sat", "sun")
"""Days of the week as a job writes them, in the order of `date.weekday`."""

LAST_YEAR = 2200
"""Nothing is planned beyond it: a longer search for a working day would find none."""

ONE_DAY = timedelta(days=1)


class DaysError(InputError):
    """Dates that cannot be: no day is worked, or a plan that runs out of the calendar."""


@dataclass(frozen=True, slots=True)
class WorkingDays:
    """Days of the week that are worked, but for those that are closed.

    Attributes:
        weekdays: 0 is Monday, as in `date.weekday`.
        closed: days on which nobody works, whatever day of the week they are.
    """

    weekdays: frozenset[int]
    closed: frozenset[date] = frozenset()

    def without(self, days: Set[date]) -> "WorkingDays":
        """The same, closed on some more days."""
        return replace(self, closed=self.closed | days) if days else self

    def is_worked(self, day: date) -> bool:
        """Whether a day is worked."""
        return day.weekday() in self.weekdays and day not in self.closed

    def on_or_after(self, day: date) -> date:
        """The first working day from a day on."""
        return next(self._from(day, ONE_DAY))

    def on_or_before(self, day: date) -> date:
        """The last working day up to a day."""
        return next(self._from(day, -ONE_DAY))

    def after(self, day: date, count: int) -> date:
        """The `count`-th working day after a day, 1 or more."""
        return self._nth(day + ONE_DAY, ONE_DAY, count)

    def before(self, day: date, count: int) -> date:
        """The `count`-th working day before a day, 1 or more."""
        return self._nth(day - ONE_DAY, -ONE_DAY, count)

    def between(self, first: date, last: date) -> int:
        """Working days after the first up to and with the last; negative when the last is before the first."""
        if last < first:
            return -self.between(last, first)
        return sum(self.is_worked(first + timedelta(days=n)) for n in range(1, (last - first).days + 1))

    def _nth(self, day: date, step: timedelta, count: int) -> date:
        found = self._from(day, step)
        for _ in range(count - 1):
            next(found)
        return next(found)

    def _from(self, day: date, step: timedelta) -> Iterator[date]:
        if not self.weekdays:
            raise DaysError("no-day-worked", "No day of the week is worked. Name at least one, such as mon.")
        while date.min < day and day.year <= LAST_YEAR:
            if self.is_worked(day):
                yield day
            day += step
        raise DaysError("out-of-the-calendar", f"This runs beyond the year {LAST_YEAR}. Check the days and dates.")
