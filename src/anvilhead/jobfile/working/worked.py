"""A job worked out once: its plans, where they stand, its level book, and the ground that gives them.

Checking a file, solving it, what the screens show and what is printed all read from here.
"""

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from functools import cached_property
from typing import TYPE_CHECKING

from anvilhead.core.units.units import Units
from anvilhead.jobfile.documents.control import Control
from anvilhead.jobfile.documents.models import JobFile
from anvilhead.jobfile.levels.documents import Levels
from anvilhead.jobfile.problems import Problem
from anvilhead.jobfile.working.days_worked import WorkedDays, work_days
from anvilhead.jobfile.working.naming import Naming, naming_of
from anvilhead.jobfile.working.placed import Site, place_all
from anvilhead.jobfile.working.planned import Planned, planned

if TYPE_CHECKING:
    from anvilhead.jobfile.levels.written.book_solving import Book


@dataclass(frozen=True)
class WorkedJob:
    """Every plan of a job worked out, on the ground that was shot.

    Attributes:
        units: of the job.
        site: where the structures stand; `site.planned` has them by their ids.
        not_placed: why structures are not on the site although their plans say how.
        book: the level book; None when nothing about heights was said.
        days: its calendars and tickets; None when nothing about days was said.
    """

    units: Units
    site: Site
    not_placed: tuple[Problem, ...]
    book: "Book | None"
    days: WorkedDays | None = field(default=None, kw_only=True)

    @property
    def found(self) -> Mapping[str, Planned]:
        """The plans by their ids."""
        return self.site.planned

    @cached_property
    def namings(self) -> dict[str, Naming]:
        """What pulls of each structure can name."""
        return {name: naming_of(one, (self.site, name)) for name, one in self.found.items()}

    def why_not_placed(self, name: str) -> str | None:
        """Why a structure is not on the site although its plan says how."""
        pointer = f"/structures/{list(self.found).index(name)}/placing"
        return next((problem.message for problem in self.not_placed if problem.pointer == pointer), None)


def work_job(control: Control, found: Mapping[str, Planned], levels: Levels | None, units: Units) -> WorkedJob:
    """Put worked-out plans on their site, and on the ground that was shot."""
    site, not_placed = place_all(control, found)
    if levels is None:
        return WorkedJob(units, site, tuple(not_placed), None)
    # a job without heights starts faster without them
    from anvilhead.jobfile.levels.level_points import level_points  # noqa: PLC0415
    from anvilhead.jobfile.levels.written.book_solving import work_book  # noqa: PLC0415
    from anvilhead.jobfile.levels.written.shot_ground import on_ground_shot  # noqa: PLC0415

    book = work_book(levels, level_points(levels, site), units)
    return WorkedJob(units, on_ground_shot(site, book), tuple(not_placed), book)


def worked(job: JobFile) -> WorkedJob:
    """A job that was read already; units not given are millimetres.

    Raises:
        DocumentRefused: when a plan contradicts itself, which one that was read does not.
    """
    found = {structure.id: planned(structure) for structure in job.structures}
    work = work_job(job.control, found, job.levels, job.units or Units.MM)
    return replace(work, days=work_days(job.days, list(found), "/days")[0]) if job.days else work
