"""One page for one day: what is done, who is needed, what stops it, what comes along on the truck."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date

from anvilhead.core.days.working_days import day_text
from anvilhead.formats.paper import Paper
from anvilhead.formats.site_sheet import FOOT
from anvilhead.jobfile.results.days_results import TaskResult


@dataclass(frozen=True, slots=True)
class DayPageOf:
    """What a day's page is made from.

    Attributes:
        tasks: of the day; rests: why nobody works on it, None when somebody does.
        stops: hold points that stand open before the day's work, with their structures.
        said: tickets, calls, what comes, weather; cautions: of the day's work.
        truck: what to take, by what it is for.
    """

    job: str
    day: date
    tasks: Sequence[TaskResult]
    rests: str | None
    stops: Sequence[str]
    said: Sequence[str]
    cautions: Sequence[str]
    truck: Sequence[tuple[str, Sequence[str]]]


AT = (0.0, 0.5, 0.78)
"""Where the columns of the tasks begin, shares of the width."""


def write_day_page(of: DayPageOf, paper: str) -> bytes:
    """Write the page for `a4` or `letter`."""
    page = Paper(paper, f"{of.job}: {day_text(of.day)}", FOOT)
    page.new_page()
    page.heading(f"{of.job}: {day_text(of.day)}", 22)
    if of.rests:
        page.paragraph(f"Nobody works: {of.rests}.", 14)
    for stop in of.stops:
        page.paragraph(f"STOP  {stop}", 15)
    for one in of.said:
        page.paragraph(one, 13)
    if of.tasks:
        people = max(task.people for task in of.tasks)
        page.heading(f"To do, {people} {'person' if people < 2 else 'people'} at least")
        page.head(["What", "How much", ""], AT, 14)
        for task in of.tasks:
            page.row([task.name, task.amount_text or "", _when(task, of.day)], AT, 14, bold=0)
    else:
        page.paragraph("Nothing is planned for this day.", 14)
    for title, loads in of.truck:
        if loads:
            page.heading(f"On the truck: {title}", 14)
            for load in loads:
                page.paragraph(f"–  {load.strip()}", 13)
    if of.cautions:
        page.heading("Look out", 14)
        for caution in of.cautions:
            page.paragraph(caution, 12)
    return page.bytes()


def _when(task: TaskResult, day: date) -> str:
    """What of a task falls on a day."""
    hours = f"{task.hours:g} h" if task.hours else ""
    if task.start < day < task.end:
        return "all day"
    if task.start < day:
        return "the rest"
    return f"{hours} begins" if task.end > day else hours or "all day"
