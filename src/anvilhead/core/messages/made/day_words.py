"""Days, tickets and tasks, in words."""

from collections.abc import Sequence
from datetime import date

from anvilhead.core.days.locate import Standing
from anvilhead.core.days.rates import Work
from anvilhead.core.days.working_days import day_text
from anvilhead.core.messages.made.counting import count_of

WORK = {
    Work.BOARDS: "Stakes and boards",
    Work.SQUARE: "Pull square",
    Work.LEVELS: "Shoot heights",
    Work.MARKS: "Mark out",
    Work.DIG: "Dig",
    Work.HOLES: "Dig holes",
    Work.BASE: "Base in lifts",
    Work.FORMS: "Set forms",
    Work.BARS: "Lay bars and mesh",
    Work.POSTS: "Set posts",
    Work.POUR: "Pour",
    Work.CURE: "Concrete is left alone",
    Work.STRIP: "Strip forms",
    Work.RAILS: "Hang rails",
}
"""What a crew calls each kind of work."""


def locate_text(number: str, earliest: date, last: date | None) -> str:
    """When a ticket lets a crew dig."""
    until = f", until the end of {day_text(last)}" if last else ""
    return f"Ticket {number}: digging may begin on {day_text(earliest)}{until}."


def runs_out_text(number: str, last: date, dug_until: date, renew_by: date | None) -> str:
    """That a ticket ends before the digging does; `renew_by`: when to ask again, None where that day has passed."""
    asked = f" Ask again by {day_text(renew_by)} so that nobody waits." if renew_by else " Ask again today."
    until = day_text(dug_until)
    return f"Ticket {number} runs out on {day_text(last)}; digging is planned until {until}, after it.{asked}"


def standing_text(standing: Standing, number: str, days: int | None) -> str:
    """Where a ticket stands today; `days`: until it opens, or that are left with today's; None for no end."""
    if standing is Standing.RUN_OUT:
        return f"Ticket {number} has run out. Nobody digs or drives stakes until a new one is marked."
    if standing is Standing.WAITING:
        return f"Ticket {number}: nobody digs or drives stakes yet, {count_of(days or 0, 'day')} to wait."
    if days is None:
        return f"Ticket {number}: digging may go on."
    return f"Ticket {number}: {count_of(days, 'day')} left, today counted."


def learned_text(of: str, an_hour: float, days: int, done: int) -> str:
    """What a record says of how fast its crew works."""
    return f"{an_hour:.1f} {of} an hour, by {done} recorded on {count_of(days, 'day')}."


def booking_text(name: str, on: date, by: date, booked: date | None) -> str:
    """When something must be booked, or that it was."""
    if booked is None:
        return f"{name}: for {day_text(on)}. Book it by {day_text(by)}."
    late = f", later than the {day_text(by)} it asks for: make sure that it comes" if booked > by else ""
    return f"{name}: booked on {day_text(booked)} for {day_text(on)}{late}."


def no_ticket_text(task: str) -> str:
    """That something breaks ground without a ticket."""
    return f"“{task}” breaks ground and no locate ticket covers it. Ask for one, and wait until it is marked."


def unanswered_text(number: str, utilities: Sequence[str]) -> str:
    """That utilities have not answered a ticket."""
    return f"Ticket {number}: no answer yet from {', '.join(utilities)}. No marks is not the same as nothing there."


def unknown_ticket_text(mark: str, structure: str, number: str) -> str:
    """That something was marked on a ticket which is not there."""
    return f"{mark} on the plan of {structure} was marked on ticket {number}, which is not among the tickets."


def not_in_plan_text(name: str, before: str) -> str:
    """That something is to be booked for what no plan asks for."""
    return f"“{name}” is to come before “{before}”, which the plan does not ask for now."


def more_people_text(tasks: Sequence[str], crew: int) -> str:
    """That work takes more people than there are."""
    more = f" and {len(tasks) - MOST_NAMED} more" if len(tasks) > MOST_NAMED else ""
    told = ", ".join(tasks[:MOST_NAMED])
    return f"More than the crew of {crew} is needed for {told}{more}. Find somebody for those days."


MOST_NAMED = 3
"""Tasks that a sentence names one by one."""


def weather_text(what: str, stops: Sequence[str]) -> str:
    """What the weather stops."""
    return f"{what.capitalize()}: no {', '.join(stops)}." if stops else f"{what.capitalize()}: no work."


def slip_text(task: str, days: int, others: int, was: date, now: date) -> str:
    """What the slip of a task moves."""
    slip = f"“{task}” takes {count_of(days, 'day')} longer"
    moved = "nothing else moves" if not others else f"{others} other{'s' if others > 1 else ''} later"
    end = f"the end moves from {day_text(was)} to {day_text(now)}" if now > was else f"the end stays on {day_text(was)}"
    return f"{slip}: {moved}, {end}."


def circle_text(names: Sequence[str]) -> str:
    """That tasks wait for each other."""
    if len(names) == 1:
        return f"“{names[0]}” waits for itself. Take it out of its own “after”."
    told = " waits for ".join(f"“{name}”" for name in (*reversed(names), names[-1]))
    return f"{told}: none of them can begin. Take one of these waits out."
