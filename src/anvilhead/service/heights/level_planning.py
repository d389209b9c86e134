"""The plan of a job's heights: changed, and brought back."""

from typing import Any

from sqlalchemy.orm import Session

from anvilhead.core.messages.decided_words import RULE_NAMES
from anvilhead.core.messages.words import listed
from anvilhead.core.units.length_printing import print_length
from anvilhead.core.units.tolerances import NOTHING_MM
from anvilhead.core.units.units import Units
from anvilhead.jobfile.lengths import length_of
from anvilhead.jobfile.levels.documents import LevelPlan, Levels
from anvilhead.jobfile.levels.finish_taken import with_taken
from anvilhead.jobfile.levels.level_faults import all_level_problems, plan_problems
from anvilhead.jobfile.levels.written.finish_solving import candidate_height
from anvilhead.jobfile.levels.written.frames import Frames
from anvilhead.jobfile.problems import Problem
from anvilhead.jobfile.reading import refuse
from anvilhead.service.asked.level_documents import FinishTaken, LevelPlanChange
from anvilhead.service.heights.level_record import LevelRecord, level_record
from anvilhead.service.heights.level_showing import book_of, get_levels
from anvilhead.service.put_together import PlanIsStale, merged, stale_details, things_changed
from anvilhead.service.revisions import NOTHING_TO_REDO
from anvilhead.service.shelf.of_jobs import shelve
from anvilhead.service.shown.job_plans import JobPlans, plans_of
from anvilhead.service.views.level_views import LevelsView
from anvilhead.store import jobs as store
from anvilhead.store.database import Database, again_when_busy
from anvilhead.store.errors import Conflict, NotFound, StaleRevision
from anvilhead.store.people import By
from anvilhead.store.tables import JobRow, LevelPlanRow


@again_when_busy
def change_level_plan(
    database: Database, structure_id: str, change: LevelPlanChange, by: By, in_hand: str | None = None
) -> LevelsView:
    """Make a plan of heights the newest one; what somebody else changed since is kept with it.

    Raises:
        PlanIsStale: when somebody changed the same thing since.
        DocumentRefused: when it contradicts itself or the job.
    """
    with database.session() as session:
        row, job = store.locked_structure(session, structure_id)
        plans = plans_of(job)
        record = plans.record
        document = _with_newest(record, change.base_revision, change.plan.model_dump(mode="json"))
        plan = LevelPlan.model_validate(document)
        refuse(plan_problems(plan, plans.site, "/plan"))
        refuse(_still_begins(plans, plan))
        refuse(_frozen(plans, plan))
        if not record.plans or document != record.plans[-1].document:
            keep_plan(session, job, record.revision + 1, document, by)
            shelve(session, job, plan.devices, by)
            store.add_log(session, job, "heights-planned", "Changed the plan of heights.", by, row.id)
    return get_levels(database, structure_id, in_hand)


@again_when_busy
def take_finish(
    database: Database, structure_id: str, taken: FinishTaken, by: By, in_hand: str | None = None
) -> LevelsView:
    """Take the height that a rule gives a finish now: it stays, forms go to it, the slab is poured to it.

    Raises:
        NotFound: when there is no such finish.
        Conflict: when nothing was shot or said for the rule.
        StaleRevision: when somebody changed the plan of heights since.
    """
    with database.session() as session:
        row, job = store.locked_structure(session, structure_id)
        plans, units = plans_of(job), Units(job.units)
        record = _unchanged(plans.record, taken.base_revision)
        finish = next((one for one in record.plan.finishes if one.name == taken.name), None)
        if finish is None:
            raise NotFound(f"There is no finish “{taken.name}” to choose here.")
        frames = Frames(book_of(plans, units), plans.site)
        height_mm = candidate_height(frames, finish, taken.rule)
        if height_mm is None:
            raise Conflict(f"{RULE_NAMES[taken.rule]} gives no height: nothing was shot or said for it. Reload.")
        structure = finish.structure or frames.book.points.on or ""
        points = frames.points(structure)
        corners = [points.name_in(structure, corner) for corner in plans.site.planned[structure].footprint.names]
        plan = with_taken(record.plan, finish, taken.rule, length_of(height_mm, units), corners)
        refuse(plan_problems(plan, plans.site, "/plan"))
        keep_plan(session, job, record.revision + 1, plan.model_dump(mode="json"), by)
        text = f"Took {print_length(height_mm, units).text} for {taken.name}: {RULE_NAMES[taken.rule].lower()}."
        store.add_log(session, job, "finish-taken", text, by, row.id)
    return get_levels(database, structure_id, in_hand)


def _frozen(plans: JobPlans, plan: LevelPlan) -> list[Problem]:
    """Heights of finishes that were taken and that things were set to, changed by hand: they are taken anew instead."""
    set_to = {spot.thing for spot in plans.book.book.found} if plans.book else set()
    taken = {one.name: one.adopted for one in plans.record.plan.finishes if one.adopted and one.name in set_to}
    still = {one.name for one in plan.finishes if one.adopted and one.adopted == taken.get(one.name)}
    changed = [
        (i, target.name, taken[target.name].height)
        for i, target in enumerate(plan.targets)
        if target.name in still and abs(target.height.mm - taken[target.name].height.mm) > NOTHING_MM
    ]
    return [
        Problem(
            pointer=f"/plan/targets/{i}/height",
            code="frozen",
            message=f"“{name}” was taken at {height.text}, and things were set to it. Take another height by its "
            "button; what must be set again is told then.",
        )
        for i, name, height in changed
    ]


def _still_begins(plans: JobPlans, plan: LevelPlan) -> list[Problem]:
    """A plan that takes away the benchmark a setup begins on."""
    levels, site = plans.record.levels, plans.site
    new = Levels(**dict(plan), setups=levels.setups, checks=levels.checks)
    before = {p.pointer for p in all_level_problems(levels, site)}
    return [
        problem.model_copy(update={"pointer": "/plan" + problem.pointer})
        for problem in all_level_problems(new, site)
        if problem.pointer not in before
    ]


@again_when_busy
def step_level_plan(
    database: Database, structure_id: str, base_revision: int, by: By, in_hand: str | None = None, *, back: bool
) -> LevelsView:
    """Bring the plan of heights before the newest one back, or what that took back, as a new revision.

    Raises:
        Conflict: when there is nothing to undo, or to redo.
        StaleRevision: when somebody changed it since.
    """
    with database.session() as session:
        row, job = store.locked_structure(session, structure_id)
        record = _unchanged(level_record(session, job.id), base_revision)
        target = record.to_restore if back else record.to_redo
        if target is None:
            first = "This is the first plan of heights: there is nothing to undo."
            raise Conflict(first if back else NOTHING_TO_REDO)
        document = next(plan.document for plan in record.plans if plan.revision == target)
        keep_plan(session, job, record.revision + 1, document, by, restores=target)
        action, way = ("heights-undone", "back") if back else ("heights-redone", "forth again")
        store.add_log(session, job, action, f"Went {way} to plan {target} of heights.", by, row.id)
    return get_levels(database, structure_id, in_hand)


def _with_newest(record: LevelRecord, base_revision: int, document: dict[str, Any]) -> dict[str, Any]:
    """A change together with what others changed since it was begun."""
    if record.revision == base_revision:
        return document
    newest = record.plans[-1]
    base = next((plan.document for plan in record.plans if plan.revision == base_revision), {})
    both = merged(base, document, newest.document)
    if both is None:
        changed = listed(things_changed(base, newest.document))
        raise PlanIsStale(
            stale_details(base_revision, base, newest),
            f"Changed: {changed}. It is shown afresh; make your change again.",
        )
    return both


def _unchanged(record: LevelRecord, base_revision: int) -> LevelRecord:
    if record.revision != base_revision:
        raise StaleRevision(base_revision, record.revision)
    return record


def keep_plan(
    session: Session, job: JobRow, revision: int, document: dict[str, Any], by: By, restores: int | None = None
) -> None:
    """Keep a document as the newest plan of heights."""
    row = LevelPlanRow(job_id=job.id, revision=revision, document=document, restores=restores, who=by.who, at=by.at)
    store.add(session, row, "Somebody is changing these heights. Try again.")
