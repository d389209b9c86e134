"""Jobs and structures in short: what lists show.  A reading works out its own structure anew, not all others."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime
from functools import partial
from typing import Any

from sqlalchemy.orm import Session

from anvilhead.core.geometry.footprint import Footprint
from anvilhead.core.levels.height_target import Way
from anvilhead.core.units.units import Units
from anvilhead.jobfile.documents.models import Plan
from anvilhead.jobfile.levels.written.book_solving import Book
from anvilhead.jobfile.levels.written.height_solving import solve_targets
from anvilhead.jobfile.results.result_parts import Place
from anvilhead.jobfile.results.square_results import SquareResult
from anvilhead.jobfile.results.stake_results import RegisterResult
from anvilhead.jobfile.solving import solve_structure
from anvilhead.jobfile.written.register_solving import solve_register
from anvilhead.jobfile.written.square_solving import solve_square
from anvilhead.jobfile.written.writing import place
from anvilhead.service.shown.job_plans import JobPlans, done_in, layout_of, plans_of, rounds_in
from anvilhead.service.shown.kept import Kept
from anvilhead.service.shown.progress import (
    Elsewhere,
    build_state,
    ground_state,
    levels_state,
    marks_state,
    next_thing,
    stages_of,
)
from anvilhead.service.views.job_views import JobSummary, StructureSummary
from anvilhead.service.views.structure_views import StageState, StageView, size_of
from anvilhead.store import jobs as store
from anvilhead.store.levels import level_marks
from anvilhead.store.tables import JobRow, StructureRow


def job_summaries(session: Session, jobs: Sequence[JobRow]) -> list[JobSummary]:
    """Jobs as the yard shows them, in a constant number of queries."""
    heights = level_marks(session, [job.id for job in jobs])
    marks = store.structure_marks(session, [row.id for job in jobs for row in job.structures])
    keys = {row.id: (row.id, layout_of(job), heights[job.id], marks[row.id]) for job in jobs for row in job.structures}
    unknown = [job for job in jobs if any(keys[row.id] not in _cards for row in job.structures)]
    plans = {job.id: plans_of(job, mark=heights[job.id]) for job in unknown}
    judged = _judge(session, unknown, plans) if unknown else {}
    for job in unknown:
        for row in job.structures:
            _cards.put(keys[row.id], _summary(row, plans[job.id], judged[row.id]))
    return [
        JobSummary(
            id=job.id,
            name=job.name,
            units=Units(job.units),
            sample=job.sample,
            archived=job.archived_at is not None,
            changed_at=job.changed_at,
            structures=[_cards.get(keys[row.id], partial(_card_of, job, row)) for row in job.structures],
        )
        for job in jobs
    ]


_cards: Kept[StructureSummary] = Kept(most=4096)
"""Structures as they hang in the yard, by everything they are worked out from."""


def _card_of(job: JobRow, row: StructureRow) -> StructureSummary:
    """One that made room for others just now."""
    plans = plans_of(job)
    return _summary(row, plans, _judge(store.session_of(job), [job], {job.id: plans})[row.id])


def structure_summaries(job: JobRow, plans: JobPlans) -> list[StructureSummary]:
    """The structures of one job in short."""
    judged = _judge(store.session_of(job), [job], {job.id: plans})
    return [_summary(row, plans, judged[row.id]) for row in job.structures]


@dataclass(frozen=True)
class _Judged:
    """What a structure's readings and its place on the site come to; the same until one of them changes."""

    square: SquareResult | None
    planned_at: datetime
    pulled_at: datetime | None
    ground: StageState
    marks: StageState
    build: StageState
    accepted: bool

    def stages(self, levels: StageState) -> list[StageView]:
        """Where each stage stands."""
        at = (self.planned_at, self.pulled_at)
        elsewhere = Elsewhere(self.ground, levels, self.marks, self.build)
        return stages_of(self.square, *at, elsewhere, accepted=self.accepted)


_judged: Kept[_Judged] = Kept(most=2048)
_heights: Kept[dict[str, StageState]] = Kept(most=64)


def stages_in(row: StructureRow, square: SquareResult | None, plans: JobPlans) -> list[StageView]:
    """Where each stage of a structure stands, its latest round judged as said."""
    return _judgement(row, square, plans).stages(_levels_state(plans, row.name_in_file))


def _judge(session: Session, jobs: Sequence[JobRow], plans: Mapping[str, JobPlans]) -> dict[str, _Judged]:
    """Every structure judged; only those are fetched whole in which something was recorded since."""
    marks = store.structure_marks(session, [row.id for job in jobs for row in job.structures])
    keys = {
        row.id: (row.id, plans[job.id].layout, marks[row.id], plans[job.id].found[row.name_in_file].ground_key)
        for job in jobs
        for row in job.structures
    }
    store.fetch_whole(session, [structure_id for structure_id, key in keys.items() if key not in _judged])
    return {
        row.id: _judged.get(keys[row.id], partial(_judge_one, row, plans[job.id]))
        for job in jobs
        for row in job.structures
    }


def _judge_one(row: StructureRow, plans: JobPlans) -> _Judged:
    return _judgement(row, solve_square(plans.found[row.name_in_file], rounds_in(row, plans)), plans)


def _judgement(row: StructureRow, square: SquareResult | None, plans: JobPlans) -> _Judged:
    site, name = plans.site, row.name_in_file
    register = _register(row, plans)
    return _Judged(
        square,
        _laid_out_at(row),
        max((pull.at for pull in row.pulls if not pull.strike), default=None),
        ground_state(name in site.poses, all(one.is_clear for one in site.clearances(name))),
        marks_state(plans.found[name], register),
        build_state(plans.found[name], register),
        accepted=square is not None and square.round in [one.round for one in row.accepted],
    )


def _register(row: StructureRow, plans: JobPlans) -> RegisterResult | None:
    """What was done to its marks; None while nothing was, so that nothing is worked out for it."""
    if not row.done:
        return None
    found = plans.found[row.name_in_file]
    result = solve_structure(found, rounds_in(row, plans), every_pair=False, methods=False)
    return solve_register(found, result, done_in(row), Units(row.job.units))


def _levels_state(plans: JobPlans, name: str) -> StageState:
    """Where setting a structure to height stands."""
    book = plans.book
    if book is None:
        return StageState.NOT_STARTED
    return _heights.get((plans.layout, plans.record.mark), lambda: _levels_states(book)).get(
        name, StageState.NOT_STARTED
    )


def _levels_states(book: Book) -> dict[str, StageState]:
    """Where setting to height stands for every structure of which something was shot."""
    shot = {owner for spot in book.book.found if (owner := book.points.owner(spot.at))}
    things: dict[str, list[bool]] = {name: [] for name in shot}
    for one in solve_targets(book, book.points):
        owner = book.points.owner(one.at)
        if owner in things:
            things[owner].append(one.way is Way.ON)
    sound = all(closing.check.fits for closing in book.closings) and not book.questioned
    return {name: levels_state(on, shot=True, sound=sound) for name, on in things.items()}


def _summary(row: StructureRow, plans: JobPlans, judged: _Judged) -> StructureSummary:
    units, found = Units(row.job.units), plans.found[row.name_in_file]
    stages = judged.stages(_levels_state(plans, row.name_in_file))
    on_site = plans.site.outline(row.name_in_file)
    return StructureSummary(
        id=row.id,
        name_in_file=row.name_in_file,
        name=found.plan.name or row.name_in_file,
        kind=found.plan.kind,
        size=size_of(found, units),
        closed=found.footprint.closed,
        corners=_places(found.footprint),
        sides=[side.name for side in found.footprint.sides],
        on_site=on_site and _places(on_site),
        verdict=judged.square and judged.square.verdict,
        stages=stages,
        next=next_thing(judged.square, stages),
    )


def _places(footprint: Footprint) -> dict[str, Place]:
    return {name: place(point) for name, point in footprint.corners.items()}


def _laid_out_at(row: StructureRow) -> datetime:
    """When the plan last changed in what the strings hang on; stock or a method do not make a reading stale."""
    newest = row.newest
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
