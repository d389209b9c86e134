"""A ticket of the utility locating service: when digging may begin, and until when it holds.

How long the notice is, and how long a ticket lasts, are rules of the place; both come in.
"""

from dataclasses import dataclass
from datetime import date, timedelta
from enum import StrEnum

from anvilhead.core.days.working_days import DaysError, WorkingDays, day_text


@dataclass(frozen=True, slots=True)
class Locate:
    """When a ticket lets a crew dig.

    Attributes:
        earliest_dig: the first day on which digging may begin.
        last_day: the last day on which it may go on; None where the place sets none.
    """

    earliest_dig: date
    last_day: date | None


class Standing(StrEnum):
    """Where a ticket stands on a day."""

    WAITING = "waiting"
    OPEN = "open"
    RUNS_OUT = "runs-out"
    RUN_OUT = "run-out"


def locate(asked: date, notice_days: int, lasts_days: int | None, days: WorkingDays) -> Locate:
    """When digging may begin and until when it may go on.

    Args:
        asked: the day the ticket was asked for; it does not count.
        notice_days: whole working days that pass after it; digging may begin on the next working day.
        lasts_days: calendar days from the day asked to the last one; None where a ticket does not run out.
        days: the working days of the place.

    Raises:
        DaysError: when the ticket has run out before digging may begin.
    """
    earliest = days.after(asked, notice_days + 1)
    last = None if lasts_days is None else asked + timedelta(days=lasts_days)
    if last is not None and last < earliest:
        message = (
            f"This ticket ends on {day_text(last)}, before digging may begin on {day_text(earliest)}. "
            "Check the notice and how long it lasts."
        )
        raise DaysError("ends-before-it-begins", message)
    return Locate(earliest, last)


def stands(ticket: Locate, today: date, dug_until: date | None) -> Standing:
    """Where a ticket stands on a day.

    Args:
        ticket: worked out.
        today: the day.
        dug_until: the last day that is planned to be dug on it; None where nothing is planned.
    """
    if ticket.last_day is not None and today > ticket.last_day:
        return Standing.RUN_OUT
    if ticket.last_day is not None and dug_until is not None and dug_until > ticket.last_day:
        return Standing.RUNS_OUT
    return Standing.WAITING if today < ticket.earliest_dig else Standing.OPEN


def renew_by(ticket: Locate, notice_days: int, days: WorkingDays) -> date | None:
    """The last day to ask again so that digging need not stop: the new notice has passed when the old ticket ends."""
    return None if ticket.last_day is None else days.before(ticket.last_day + timedelta(days=1), notice_days + 1)
