"""How fast a crew works: a first guess for each kind of work, to be edited, and what its own record says of it."""

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, datetime, timedelta
from enum import StrEnum
from itertools import pairwise
from statistics import median


class Work(StrEnum):
    """Kinds of work of a set-out, in the order they are done in."""

    BOARDS = "boards"
    SQUARE = "square"
    LEVELS = "levels"
    MARKS = "marks"
    DIG = "dig"
    HOLES = "holes"
    BASE = "base"
    FORMS = "forms"
    BARS = "bars"
    POSTS = "posts"
    POUR = "pour"
    CURE = "cure"
    STRIP = "strip"
    RAILS = "rails"


class Measure(StrEnum):
    """How much there is of a work: so many, so long, or so large."""

    COUNT = "count"
    LENGTH = "length"
    VOLUME = "volume"


@dataclass(frozen=True, slots=True)
class Rate:
    """What one person does in an hour.

    Attributes:
        an_hour: how many of a thing; metres of a length, cubic metres of a volume.
        of: what is counted or measured, for people.
        measure: which of the three it is.
        least: people it takes; most: beyond whom more do not help.
    """

    an_hour: float
    of: str
    measure: Measure = Measure.COUNT
    least: int = 1
    most: int = 4


FIRST_GUESS = {
    Work.BOARDS: Rate(2.5, "stakes and boards"),
    Work.SQUARE: Rate(4.0, "pulls", least=2, most=2),
    Work.LEVELS: Rate(10.0, "shots", least=2, most=2),
    Work.MARKS: Rate(15.0, "marks", most=2),
    Work.DIG: Rate(3.0, "trench", Measure.LENGTH, least=2, most=2),
    Work.HOLES: Rate(1.5, "holes"),
    Work.BASE: Rate(0.8, "base", Measure.VOLUME),
    Work.FORMS: Rate(3.0, "forms", Measure.LENGTH),
    Work.BARS: Rate(8.0, "bars and sheets"),
    Work.POSTS: Rate(1.5, "posts", least=2),
    Work.POUR: Rate(1.0, "concrete", Measure.VOLUME, least=2, most=6),
    Work.STRIP: Rate(8.0, "forms", Measure.LENGTH),
    Work.RAILS: Rate(3.0, "rails"),
}
"""Ours, to begin with: round numbers that a crew replaces by its own.

Two people where the tape has two ends, the rod another holder than the instrument, a machine a spotter, a post
somebody to plumb it, and wet concrete nobody alone.  A wait such as curing has no rate.
"""

LEAST_MINUTES = 15
"""Nothing is planned shorter: tools are fetched and put away."""


def minutes_for(amount: float, rate: Rate, crew: int) -> int:
    """Minutes that a crew takes: people beyond the most do not help; fewer than the least wait for more.

    Args:
        amount: as the rate measures it, above zero.
        rate: of one person.
        crew: how many they are.
    """
    people = min(max(crew, rate.least), rate.most)
    return max(LEAST_MINUTES, round(60 * amount / (rate.an_hour * people)))


@dataclass(frozen=True, slots=True)
class Learned:
    """What a record says of how fast its crew works.

    Attributes:
        an_hour: of the whole crew, the median of the days.
        days: how many days of it there are.
        done: how many were counted.
    """

    an_hour: float
    days: int
    done: int


LONGEST_PAUSE = timedelta(minutes=45)
"""Between two of the same kind: beyond it the crew was at something else."""

LEAST_DONE = 5
"""Fewer of a kind say nothing of how fast they are done."""


def learned_rate(times: Sequence[datetime]) -> Learned | None:
    """How many of a kind a crew does in an hour, from when each was recorded; None where that says nothing.

    Only short gaps between two times count, so that neither dinner nor the way to the site does; what is recorded at
    one time was done in the gap before it.

    Args:
        times: of each, in any order, in the zone of the job.
    """
    by_day: dict[date, Counter[datetime]] = {}
    for time in times:
        by_day.setdefault(time.date(), Counter())[time] += 1
    rates: list[float] = []
    done = 0
    for of_day in by_day.values():
        at_it, counted = timedelta(), 0
        for earlier, later in pairwise(sorted(of_day)):
            if later - earlier <= LONGEST_PAUSE:
                at_it += later - earlier
                counted += of_day[later]
        if counted >= LEAST_DONE:
            rates.append(counted / (at_it / timedelta(hours=1)))
            done += counted
    return Learned(median(rates), len(rates), done) if rates else None
