"""A job's plans worked out, with its site, its level book, and the readings that count."""

import json
from dataclasses import dataclass, replace
from functools import lru_cache

from anvilhead.core.again.recheck import Occasion
from anvilhead.core.stakes.register import Doing
from anvilhead.core.units.units import Units
from anvilhead.jobfile.documents.control import Control
from anvilhead.jobfile.documents.models import Plan, Reading
from anvilhead.jobfile.documents.stakes import DoneEntry
from anvilhead.jobfile.lengths import Length
from anvilhead.jobfile.results.results import StructureResult
from anvilhead.jobfile.solving import solve_structure
from anvilhead.jobfile.working.judging import Rounds, judge
from anvilhead.jobfile.working.naming import Naming
from anvilhead.jobfile.working.planned import Planned, planned
from anvilhead.jobfile.working.pulls import pull_of
from anvilhead.jobfile.working.worked import WorkedJob, work_job
from anvilhead.service.asked.how_taken import HowTaken
from anvilhead.service.heights.level_record import LevelRecord, level_record
from anvilhead.service.shown.kept import Kept
from anvilhead.store import jobs as store
from anvilhead.store.tables import JobRow, PullRow, StructureRow


@dataclass(frozen=True)
class JobPlans(WorkedJob):
    """A job of the database worked out.

    `layout` differs once a plan, the control or the units changed; `record` is what was recorded about heights.
    """

    layout: tuple[object, ...]
    record: LevelRecord


def plans_of(job: JobRow, in_hand: str | None = None, mark: store.Mark | None = None) -> JobPlans:
    """Work out every plan of a job; target readings are for the setup in hand, the last when none is named.

    `mark` is that of its heights, where it was fetched with those of other jobs.
    """
    layout, record = layout_of(job), level_record(store.session_of(job), job.id, mark)
    plans = _plans.get((layout, record.mark), lambda: _work(job, layout, record))
    at = record.index_of(in_hand)
    return replace(plans, book=replace(plans.book, in_hand=at)) if plans.book and at is not None else plans


_plans: Kept[JobPlans] = Kept(most=64)  # more than the yard asks for at a time


def _work(job: JobRow, layout: tuple[object, ...], record: LevelRecord) -> JobPlans:
    levels = None if record.is_empty else record.levels
    found = {row.name_in_file: _planned(row) for row in job.structures}
    work = work_job(control_of(job), found, levels, Units(job.units))
    return JobPlans(work.units, work.site, work.not_placed, work.book, layout, record)


def layout_of(job: JobRow) -> tuple[object, ...]:
    """What a job's plans are worked out from, as a value to compare by."""
    plans = tuple((row.name_in_file, row.newest.number) for row in job.structures)
    return (job.id, job.units, json.dumps(job.control, sort_keys=True), plans)


def laid_out(plans: JobPlans, name: str) -> StructureResult:
    """What follows from a structure's plan alone, whatever was pulled: quick, for what is counted on it."""
    rounds = judge(plans.namings[name], [], plans.units, {}, [])
    return solve_structure(plans.found[name], rounds, every_pair=False, methods=False)


def control_of(job: JobRow) -> Control:
    """What is held as true on a job's site."""
    return Control.model_validate(job.control or {})


def plan_of(row: StructureRow) -> Plan:
    """The plan that counts, as a document."""
    return Plan.model_validate(row.newest.document)


MOST_REMEMBERED = 512
"""Plans that stay worked out, the latest used: a job of many structures is not worked out anew for one reading."""


def _planned(row: StructureRow) -> Planned:
    """A structure's plan worked out; a revision never changes, so it is worked out once."""
    newest = row.newest
    return _worked_out(row.id, newest.revision, json.dumps(newest.document, sort_keys=True))


@lru_cache(maxsize=MOST_REMEMBERED)
def _worked_out(structure_id: str, revision: int, document: str) -> Planned:
    return planned(Plan.model_validate_json(document))


def reading_of(row: PullRow) -> Reading:
    """A kept reading as it was given."""
    return Reading(
        round=row.round,
        start=row.start,
        end=row.end,
        reading=Length(float(row.reading_mm), row.reading_written),
        burn=Length(float(row.burn_mm), row.burn_written),
        height_difference=Length(float(row.fall_mm), row.fall_written),
        **HowTaken.model_validate(row.how or {}).given,
    )


def rounds_in(row: StructureRow, plans: JobPlans) -> Rounds:
    """Every round of a structure judged."""
    naming = plans.namings[row.name_in_file]
    return judge(
        naming,
        [pull_of(reading_of(pull)) for pull in counting(row, naming)],
        Units(row.job.units),
        {one.round: Occasion(one.occasion) for one in row.rounds},
        [one.round for one in row.accepted],
    )


def done_in(row: StructureRow) -> list[DoneEntry]:
    """What was done to the marks of a structure, in that order."""
    return [
        DoneEntry(
            structure=row.name_in_file,
            what=one.what,
            doing=Doing(one.doing),
            planned=one.planned,
            who=one.who,
            at=one.at,
            note=one.note,
        )
        for one in row.done
    ]


def burn_of(job: JobRow) -> Length:
    """The burn that a job's calls carry."""
    return Length(float(job.burn_mm), job.burn_written)


def counting(row: StructureRow, naming: Naming) -> list[PullRow]:
    """Readings that count: not struck, and between what the plan still has."""
    return [pull for pull in row.pulls if not pull.strike and naming.knows(reading_of(pull))]
