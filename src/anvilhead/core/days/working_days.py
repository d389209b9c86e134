"""Days that are worked, and counting by them."""

from bisect import bisect_left, bisect_right
from collections.abc import Set
from dataclasses import dataclass
from datetime import date, timedelta
from functools import cached_property

from anvilhead.core.units.errors import InputError

WEEK = ("mon", "tue", "wed", "thu", "fri", "sat", "sun")
"""Days of the week as a job writes them, in the order of `date.weekday`."""

LAST_YEAR = 2200
"""Nothing is planned beyond it: a longer search for a working day would find none."""

ONE_DAY = timedelta(days=1)


def day_text(day: date) -> str:
    """A day as people say it: Mon 30 Nov 2026."""
    return f"{day:%a} {day.day} {day:%b} {day.year}"


class DaysError(InputError):
    """Dates that cannot be: no day is worked, or a plan that runs out of the calendar."""


@dataclass(frozen=True)
class WorkingDays:
    """Days of the week that are worked, but for those that are closed.

    Days are counted by whole weeks and by the closed days among them, so that far dates cost no more than near ones.

    Attributes:
        weekdays: 0 is Monday, as in `date.weekday`.
        closed: days on which nobody works, whatever day of the week they are.
    """

    weekdays: frozenset[int]
    closed: frozenset[date] = frozenset()

    def without(self, days: Set[date]) -> "WorkingDays":
        """The same, closed on some more days."""
        return WorkingDays(self.weekdays, self.closed | days) if days else self

    def is_worked(self, day: date) -> bool:
        """Whether a day is worked."""
        return day.weekday() in self.weekdays and day not in self.closed

    def on_or_after(self, day: date) -> date:
        """The first working day from a day on."""
        return day if self.is_worked(day) else self._nth(self._until(day.toordinal()) + 1)

    def on_or_before(self, day: date) -> date:
        """The last working day up to a day."""
        return day if self.is_worked(day) else self._nth(self._until(day.toordinal()))

    def after(self, day: date, count: int) -> date:
        """The `count`-th working day after a day, 1 or more."""
        return self._nth(self._until(day.toordinal()) + count)

    def before(self, day: date, count: int) -> date:
        """The `count`-th working day before a day, 1 or more."""
        return self._nth(self._until(day.toordinal() - 1) + 1 - count)

    def between(self, first: date, last: date) -> int:
        """Working days after the first up to and with the last; negative when the last is before the first."""
        return self._until(last.toordinal()) - self._until(first.toordinal())

    @cached_property
    def _missed(self) -> list[int]:
        """Closed days that would be worked, as ordinals in order."""
        return sorted(day.toordinal() for day in self.closed if day.weekday() in self.weekdays)

    @cached_property
    def _in_week(self) -> list[int]:
        """Days of the week that are worked among the first so many from Monday on."""
        return [sum(weekday < rest for weekday in self.weekdays) for rest in range(7)]

    def _until(self, ordinal: int) -> int:
        """Working days from the first day of the calendar, a Monday, up to and with a day."""
        weeks, rest = divmod(ordinal, 7)
        return weeks * len(self.weekdays) + self._in_week[rest] - bisect_right(self._missed, ordinal)

    def _nth(self, count: int) -> date:
        """The working day that is the `count`-th of the calendar."""
        if not self.weekdays:
            raise DaysError("no-day-worked", "No day of the week is worked. Name at least one, such as mon.")
        # as many whole weeks as there are without closed days, and no later than all of those put behind it
        earliest = max(1, count * 7 // len(self.weekdays) - 14)
        days = range(earliest, earliest + 28 + (len(self._missed) + 1) * 7)
        ordinal = earliest + bisect_left(days, count, key=self._until)
        if count < 1 or ordinal > _LAST_DAY:
            raise DaysError("out-of-the-calendar", f"This runs beyond the year {LAST_YEAR}. Check the days and dates.")
        return date.fromordinal(ordinal)


_LAST_DAY = date(LAST_YEAR, 12, 31).toordinal()
