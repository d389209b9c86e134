"""A job's days as a calendar file (RFC 5545), for whatever calendar a foreman keeps.

Every entry has an id of its own that stays, so that a second file changes the entries of the first.
"""

from collections.abc import Iterator
from dataclasses import dataclass
from datetime import date, datetime, timedelta

from icalendar import Calendar, Event

from anvilhead.jobfile.results.days_results import DaysResult

DOMAIN = "anvilhead.invalid"
"""Ends the ids; a name that can be nobody's."""


@dataclass(frozen=True, slots=True)
class CalendarOf:
    """What a calendar is made from.

    Attributes:
        job_id, name: of the job.
        days: worked out.
        revision: of the days, so that a later file goes before an earlier one.
        at: when they were changed last.
    """

    job_id: str
    name: str
    days: DaysResult
    revision: int
    at: datetime


def write_calendar(of: CalendarOf) -> bytes:
    """Write the file: an entry for every task, every call to make, and every ticket's days."""
    calendar = Calendar()
    calendar.add("prodid", "-//Anvilhead//Days//EN")
    calendar.add("version", "2.0")
    calendar.add("x-wr-calname", of.name)
    for key, first, last, title, text in _entries(of.days):
        event = Event()
        event.add("uid", f"{of.job_id}/{key}@{DOMAIN}")
        event.add("dtstamp", of.at)
        event.add("sequence", of.revision)
        event.add("dtstart", first)
        event.add("dtend", last + timedelta(days=1))  # the day after the last, as all-day entries end
        event.add("summary", title)
        if text:
            event.add("description", text)
        calendar.add_component(event)
    return bytes(calendar.to_ical())


def _entries(days: DaysResult) -> Iterator[tuple[str, date, date, str, str]]:
    """Each with its key, first and last day, title and text."""
    for name, task in days.tasks.items():
        told = [
            task.amount_text or "",
            f"Takes {task.people} people." if task.people > 1 else "",
            "Carries the end." if task.critical else f"{task.slack_days} days loose.",
            "Done." if task.ended else "",
        ]
        yield f"task/{name}", task.start, task.end, task.name, " ".join(part for part in told if part)
    for booking in days.bookings:
        if not booking.booked:
            yield f"call/{booking.name}", booking.book_by, booking.book_by, f"Book: {booking.name}", booking.text
        yield f"here/{booking.name}", booking.on, booking.on, booking.name, booking.text
    for ticket in days.locates:
        last = ticket.last_day or ticket.earliest_dig
        yield f"ticket/{ticket.number}", ticket.earliest_dig, last, f"Locate ticket {ticket.number}", ticket.text
        if ticket.runs_out and ticket.renew_by:
            title = f"Ask again: ticket {ticket.number}"
            yield f"renew/{ticket.number}", ticket.renew_by, ticket.renew_by, title, ticket.text
