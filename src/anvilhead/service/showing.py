"""From rows to what clients get: plans worked out, readings judged, stages told."""

import json
from collections import OrderedDict
from dataclasses import dataclass, replace
from datetime import datetime
from functools import lru_cache
from threading import Lock
from typing import Any

from anvilhead.core.length_reading import read_length
from anvilhead.core.levels.height_target import Way
from anvilhead.core.network import planned_mm
from anvilhead.core.recheck import Occasion
from anvilhead.core.standards import STANDARDS
from anvilhead.core.tolerances import COINCIDENT_MM
from anvilhead.core.units import Units
from anvilhead.core.words import pull_name
from anvilhead.jobfile.call_rows import call_sheet, key_of
from anvilhead.jobfile.control import Control
from anvilhead.jobfile.judging import Rounds, judge
from anvilhead.jobfile.lengths import Length
from anvilhead.jobfile.levels.book_solving import Book, work_book
from anvilhead.jobfile.levels.height_solving import solve_targets
from anvilhead.jobfile.levels.level_points import level_points
from anvilhead.jobfile.levels.shot_ground import on_ground_shot
from anvilhead.jobfile.models import Plan, Reading
from anvilhead.jobfile.naming import Naming, naming_of, pull_of
from anvilhead.jobfile.placed import Site, place_all
from anvilhead.jobfile.planned import Planned, planned
from anvilhead.jobfile.problems import Problem
from anvilhead.jobfile.solving import solve_structure
from anvilhead.jobfile.square_results import SquareResult
from anvilhead.jobfile.square_solving import solve_square
from anvilhead.jobfile.writing import place, text_of
from anvilhead.service import views
from anvilhead.service.how_taken import HowTaken
from anvilhead.service.level_rows import levels_of
from anvilhead.service.preview import difference_text
from anvilhead.service.progress import ground_state, levels_state, next_thing, stages_of
from anvilhead.service.round_views import acceptance_of, begun_of, in_hand_of, lost_of, names_of
from anvilhead.service.views import StageState
from anvilhead.store import jobs as store
from anvilhead.store.tables import JobRow, PlanRevisionRow, PullRow, StructureRow


@dataclass(frozen=True)
class JobPlans:
    """Every plan of a job worked out, and where its structures stand; by their names in the job file.

    `book` is the level book, null before anything about heights was kept; boards stand on the ground it has.
    """

    found: dict[str, Planned]
    site: Site
    problems: list[Problem]
    book: Book | None = None

    def why_not_placed(self, name: str) -> str | None:
        """Why a structure is not on the site although its plan says how."""
        pointer = f"/structures/{list(self.found).index(name)}/placing"
        return next((problem.message for problem in self.problems if problem.pointer == pointer), None)


def plans_of(job: JobRow, in_hand: int | None = None, mark: store.LevelMark | None = None) -> JobPlans:
    """Work out every plan of a job; target readings are for the setup in hand, the last when none is named.

    `mark` is that of its heights, where it was fetched with those of other jobs.
    """
    found = {row.name_in_file: _planned(row) for row in job.structures}
    site, problems = place_all(control_of(job), found)
    mark = mark or store.level_mark(job)
    if not any(mark):
        return JobPlans(found, site, problems)
    book, site = _level_book(job, site, mark)
    return JobPlans(dict(site.planned), site, problems, replace(book, in_hand=in_hand))


MOST_BOOKS = 16
"""Level books that stay worked out, the latest used."""
_books: OrderedDict[object, tuple[Book, Site]] = OrderedDict()
_keeping = Lock()


def _level_book(job: JobRow, site: Site, mark: store.LevelMark) -> tuple[Book, Site]:
    """The level book, and the site on the ground it has; worked out anew when heights or plans have changed since."""
    plans = tuple((row.name_in_file, newest_plan(row).number) for row in job.structures)
    key = (job.id, job.units, json.dumps(job.control, sort_keys=True), mark, plans)
    known = _books.get(key)
    if known is None:
        levels = levels_of(store.with_levels(job))
        book = work_book(levels, level_points(levels, site), Units(job.units))
        known = (book, on_ground_shot(site, book))
        with _keeping:
            _books[key] = known
            while len(_books) > MOST_BOOKS:
                _books.popitem(last=False)
    return known


def control_of(job: JobRow) -> Control:
    """What is held as true on a job's site."""
    return Control.model_validate(job.control or {})


def newest_plan(row: StructureRow) -> PlanRevisionRow:
    """The plan that counts."""
    return row.revisions[-1]


def plan_of(row: StructureRow) -> Plan:
    """The plan that counts, as a document."""
    return Plan.model_validate(newest_plan(row).document)


MOST_REMEMBERED = 512
"""Plans that stay worked out, the latest used: a job of many structures is not worked out anew for one reading."""


def _planned(row: StructureRow) -> Planned:
    """A structure's plan worked out; a revision never changes, so it is worked out once."""
    newest = newest_plan(row)
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


def naming_in(plans: "JobPlans", name: str) -> Naming:
    """What pulls of a structure can name, on its site."""
    return naming_of(plans.found[name], (plans.site, name))


def rounds_in(row: StructureRow, plans: "JobPlans") -> Rounds:
    """Every round of a structure judged."""
    naming = naming_in(plans, row.name_in_file)
    return judge(
        naming,
        [pull_of(reading_of(pull)) for pull in counting(row, naming)],
        Units(row.job.units),
        {one.round: Occasion(one.occasion) for one in row.rounds},
        [one.round for one in row.acceptances],
    )


def burn_of(job: JobRow) -> Length:
    """The burn that a job's calls carry."""
    return Length(float(job.burn_mm), job.burn_written)


def job_view(job: JobRow) -> views.JobView:
    """A job with everything computed."""
    units, burn, plans = Units(job.units), burn_of(job), plans_of(job)
    return views.JobView(
        id=job.id,
        name=job.name,
        units=units,
        burn=views.shown_small(burn, units),
        burns=_burns_from(burn, units),
        control=control_of(job),
        can_undo_control=bool(job.control_before),
        site=views.site_view(control_of(job)),
        revision=job.revision,
        sample=job.sample,
        changed_at=job.changed_at,
        structures=[_structure_view(row, job, plans) for row in job.structures],
    )


def structure_view(row: StructureRow) -> views.StructureView:
    """A structure with everything computed from its plan and the readings that count."""
    return _structure_view(row, row.job, plans_of(row.job))


def job_summary(job: JobRow, mark: store.LevelMark) -> views.JobSummary:
    """A job as the yard shows it; `mark` is that of its heights."""
    plans = plans_of(job, mark=mark)
    return views.JobSummary(
        id=job.id,
        name=job.name,
        units=Units(job.units),
        sample=job.sample,
        archived=job.archived_at is not None,
        changed_at=job.changed_at,
        structures=[_structure_summary(row, Units(job.units), plans) for row in job.structures],
    )


def _structure_view(row: StructureRow, job: JobRow, plans: JobPlans) -> views.StructureView:
    units, found = Units(job.units), plans.found[row.name_in_file]
    burn, rounds = burn_of(job), rounds_in(row, plans)
    result = solve_structure(found, rounds, site=(plans.site, row.name_in_file), burn_mm=burn.mm, every_pair=False)
    stages = _stages(row, result.square, plans)
    return views.StructureView(
        id=row.id,
        job_id=row.job_id,
        name_in_file=row.name_in_file,
        revision=row.revision,
        can_undo=revision_to_restore(row) is not None,
        plan=views.plan_view(found, units),
        document=found.plan,
        not_placed=plans.why_not_placed(row.name_in_file),
        result=result,
        calls=call_sheet(found, rounds, burn.mm),
        pulls=[_pull_view(pull, rounds.naming, units) for pull in row.pulls],
        begun=begun_of(row),
        accepted=[acceptance_of(one, units) for one in row.acceptances],
        lost=[lost_of(one, [other.point for other in row.lost if other.is_gone], rounds, burn.mm) for one in row.lost],
        names=names_of(rounds.naming),
        in_hand=in_hand_of(row),
        stages=stages,
        next=next_thing(result.square, stages),
        shot_ground={
            name: views.ShotGround(mm=round(mm, 6), text=text_of(mm, units))
            for name, mm in found.heights_mm.items()
            if plans.book and name not in found.plan.boards.ground
        },
    )


def _structure_summary(row: StructureRow, units: Units, plans: JobPlans) -> views.StructureSummary:
    found = plans.found[row.name_in_file]
    square = solve_square(found, rounds_in(row, plans))
    stages = _stages(row, square, plans)
    return views.StructureSummary(
        id=row.id,
        name=found.plan.name or row.name_in_file,
        kind=found.plan.kind,
        size=views.plan_view(found, units).size,
        closed=found.footprint.closed,
        corners={name: place(point) for name, point in found.footprint.corners.items()},
        verdict=square and square.verdict,
        stages=stages,
        next=next_thing(square, stages),
    )


def counting(row: StructureRow, naming: Naming) -> list[PullRow]:
    """Readings that count: not struck, and between what the plan still has."""
    return [pull for pull in row.pulls if not pull.strike and naming.knows(reading_of(pull))]


def _stages(row: StructureRow, square: SquareResult | None, plans: JobPlans) -> list[views.StageView]:
    pulled = max((pull.at for pull in row.pulls if not pull.strike), default=None)
    name = row.name_in_file
    ground = ground_state(name in plans.site.poses, all(one.is_clear for one in plans.site.clearances(name)))
    accepted = square is not None and square.round in [one.round for one in row.acceptances]
    levels = _levels_state(plans, name)
    return stages_of(square, _laid_out_at(row), pulled, ground, levels, accepted=accepted)


def _levels_state(plans: JobPlans, name: str) -> StageState:
    """Where setting a structure to height stands."""
    book = plans.book
    if book is None:
        return StageState.NOT_STARTED
    own = book.points.own_name
    shot = any(own(name, spot.at) is not None for spot in book.book.found)
    things = [
        one.way is Way.ON for one in (solve_targets(book, book.points) if shot else []) if own(name, one.at) is not None
    ]
    sound = all(closing.fits for closing in book.closings) and not book.doubts
    return levels_state(things, shot=shot, sound=sound)


def _laid_out_at(row: StructureRow) -> datetime:
    """When the plan last changed in what the strings hang on; stock or a school do not make a reading stale."""
    newest = row.revisions[-1]
    at = newest.at
    for plan in reversed(row.revisions):
        if _layout_of(plan.document) != _layout_of(newest.document):
            break
        at = plan.at
    return at


def _layout_of(document: dict[str, Any]) -> tuple[object, ...]:
    plan = Plan.model_validate(document)
    walls = (plan.footprint, plan.held_line, plan.hold, plan.tolerance)
    beside = (plan.section, plan.section_on, plan.lines)
    boards = (plan.board_setback, plan.boards.style, plan.boards.styles, plan.boards.setbacks, plan.boards.dig)
    return walls + beside + boards


def _pull_view(row: PullRow, naming: Naming, units: Units) -> views.PullView:
    entry = reading_of(row)
    pull = pull_of(entry)
    known = naming.knows(entry)
    difference = pull.length_mm - planned_mm(pull, naming.points, naming.lines) if known else None
    return views.PullView(
        id=row.id,
        start=row.start,
        end=row.end,
        key=key_of(pull),
        name=pull_name(pull),
        kind=pull.kind,
        line=entry.line,
        legs=list(entry.legs or ()),
        station=entry.station,
        offset=entry.offset,
        instrument=entry.instrument,
        round=row.round,
        reading=views.shown(entry.reading, units),
        burn=views.shown_small(entry.burn, units),
        height_difference=views.shown(entry.height_difference, units),
        difference_mm=None if difference is None else round(difference, 6),
        difference_text=None if difference is None else difference_text(difference, units),
        who=row.who,
        at=row.at,
        struck=row.strike
        and views.StrikeView(who=row.strike.who, at=row.strike.at, replaced_by=row.strike.replaced_by),
    )


def revision_to_restore(row: StructureRow) -> int | None:
    """The revision that undo would bring back: the one before the newest, seen through earlier undoings."""
    came_from = {plan.revision: plan.restores or plan.revision for plan in row.revisions}
    before = came_from[row.revision] - 1
    return came_from[before] if before >= 1 else None


def _burns_from(current: Length, units: Units) -> list[str]:
    """The usual burns, turned so that the current one comes first; as they are when it is none of them."""
    usual = list(STANDARDS[units].burns)
    lengths = [float(read_length(burn, units).mm) for burn in usual]
    at = next((i for i, mm in enumerate(lengths) if abs(mm - current.mm) < COINCIDENT_MM), None)
    return [current.text, *usual] if at is None else usual[at:] + usual[:at]
