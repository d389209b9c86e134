"""The tasks of a structure, in the order of work, from what is counted on its plan."""

from collections.abc import Mapping
from dataclasses import dataclass, replace

from anvilhead.core.days.rates import FIRST_GUESS, Work, minutes_for
from anvilhead.core.days.schedule import Task


@dataclass(frozen=True, slots=True)
class Planned:
    """A task made from a plan.

    Attributes:
        task: to be scheduled.
        work: what kind; amount: how much of it, None for a wait.
        people: how many it takes at least.
    """

    task: Task
    work: Work
    amount: float | None
    people: int


BREAKS_GROUND = frozenset({Work.BOARDS, Work.DIG, Work.HOLES})
"""Work that may begin only once the utilities are marked: stakes are driven for boards, too."""

CURE_DAYS = 3
"""Before forms are stripped, where nobody typed another number; the engineer's or the supplier's word goes before."""


def task_id(structure: str, work: Work) -> str:
    """The id of a task made from a plan; the same as long as the structure is called the same."""
    return f"{structure}/{work}"


def tasks_of(
    structure: str, amounts: Mapping[Work, float], rates: Mapping[Work, float], crew: int, cure_days: int
) -> list[Planned]:
    """The tasks of one structure, each after the one before it.

    Args:
        structure: its name in the job file.
        amounts: what its plan counts of each kind of work, in the unit of its rate, above zero.
        rates: what one person of this crew does in an hour, where it is not the first guess.
        crew: how many people.
        cure_days: calendar days that concrete is left alone.
    """
    made: list[Planned] = []
    before: tuple[str, ...] = ()
    for work in Work:
        name = task_id(structure, work)
        if work is Work.CURE:
            if not (amounts.get(Work.POUR) or amounts.get(Work.POSTS)):
                continue
            made.append(Planned(Task(name, cure_days, after=before, runs_on=True), work, None, 0))
        elif amounts.get(work):
            guess = FIRST_GUESS[work]
            rate = replace(guess, an_hour=rates.get(work, guess.an_hour))
            minutes = minutes_for(amounts[work], rate, crew)
            made.append(
                Planned(
                    Task(name, minutes=minutes, after=before, crew=True, at_once=work is Work.POUR),
                    work,
                    amounts[work],
                    rate.least,
                )
            )
        else:
            continue
        before = (name,)
    return made
