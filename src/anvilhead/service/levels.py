"""Heights of a job: plan them, set up, shoot, test instruments, take a book in from a file."""

from typing import Any

from sqlalchemy.orm import Session

from anvilhead.core.levels.doubt import off_rod
from anvilhead.core.levels.level_book import Spot
from anvilhead.core.levels.rod import marks_for
from anvilhead.core.messages.level_words import off_rod_words
from anvilhead.core.units.units import Units
from anvilhead.jobfile.lengths import mm_of
from anvilhead.jobfile.levels.book_solving import Book, work_book
from anvilhead.jobfile.levels.documents import LevelPlan, Levels
from anvilhead.jobfile.levels.level_faults import DISTANCE_MISSING, level_problems, plan_problems, unknown_start
from anvilhead.jobfile.levels.level_points import LevelPoints, level_points
from anvilhead.jobfile.levels.level_solving import carried_by, solve_levels
from anvilhead.jobfile.levels.measured import SetupHead, ShotEntry
from anvilhead.jobfile.placed import Site
from anvilhead.jobfile.problems import Problem
from anvilhead.jobfile.reading import refuse
from anvilhead.jobfile.writing import place
from anvilhead.service.job_plans import plans_of
from anvilhead.service.level_documents import CheckCreate, LevelPlanChange, SetupCreate, ShotCreate
from anvilhead.service.level_rows import (
    check_row,
    in_book_order,
    level_plan_of,
    levels_of,
    setup_row,
    shot_of,
    shot_row,
)
from anvilhead.service.level_views import LevelPointView, LevelsView, setup_view
from anvilhead.service.people import By
from anvilhead.store import jobs as store
from anvilhead.store.database import Database, again_when_busy
from anvilhead.store.errors import Conflict, NotFound, StaleRevision
from anvilhead.store.tables import JobRow, LevelPlanRow, LevelSetupRow, LevelShotRow, StructureRow


def get_levels(database: Database, structure_id: str, in_hand: str | None = None) -> LevelsView:
    """Heights of the job of a structure, drawn in its plan frame; target readings for the setup in hand."""
    with database.session() as session:
        row = store.structure_by_id(session, structure_id)
        return levels_view(row, store.with_levels(row.job), in_hand)


def levels_view(row: StructureRow, job: JobRow, in_hand: str | None = None) -> LevelsView:
    """Heights of a job with everything computed; two crews may shoot from a setup each."""
    setup = next((i for i, one in enumerate(job.setups) if one.id == in_hand), None)
    units, plans = Units(job.units), plans_of(job, setup)
    site, book = plans.site, plans.book or _empty_book(plans.site, units)
    levels = book.levels
    points = level_points(levels, site, row.name_in_file)
    return LevelsView(
        structure_id=row.id,
        on=points.on,
        prefix="" if row.name_in_file == points.on else f"{row.name_in_file}/",
        revision=_revision(job),
        can_undo=_to_restore(job) is not None,
        plan=level_plan_of(job),
        setups=[setup_view(setup, units) for setup in job.setups],
        points=_points(book, points, row.name_in_file),
        result=solve_levels(book, site, row.name_in_file),
    )


def _empty_book(site: Site, units: Units) -> Book:
    levels = Levels()
    return work_book(levels, level_points(levels, site), units)


def _points(book: Book, points: LevelPoints, structure: str) -> list[LevelPointView]:
    """Benchmarks, then the structure's own points in the order of the plan, then others with a place, or shot."""
    own = [name for name in points.places if points.own_name(structure, name) is not None]
    shot = [spot.at for spot in book.book.found]
    names = dict.fromkeys([*book.book.benchmarks, *own, *points.places, *shot])
    return [
        LevelPointView(
            name=name,
            label=points.label_in(structure, name),
            place=at and place(at),
            height_mm=book.book.height_of(Spot(name)),
        )
        for name in names
        for at in [points.places.get(name)]
    ]


@again_when_busy
def change_level_plan(
    database: Database, structure_id: str, change: LevelPlanChange, by: By, in_hand: str | None = None
) -> LevelsView:
    """Make a plan of heights the newest one.

    Raises:
        StaleRevision: when somebody changed it since.
        DocumentRefused: when it contradicts itself or the job.
    """
    with database.session() as session:
        row, job = whole_job(session, structure_id)
        if _revision(job) != change.base_revision:
            raise StaleRevision(change.base_revision, _revision(job))
        refuse(plan_problems(change.plan, plans_of(job).site, "/plan"))
        refuse(_still_begins(job, change.plan))
        document = change.plan.model_dump(mode="json")
        if not job.level_plans or document != job.level_plans[-1].document:
            keep_plan(session, job, document, by)
            store.add_log(session, job, "heights-planned", "Changed the plan of heights.", by.who, by.at, row.id)
        return _shown(session, structure_id, in_hand)


def _still_begins(job: JobRow, plan: LevelPlan) -> list[Problem]:
    """A plan that takes away the benchmark a setup begins on."""
    levels = levels_of(job)
    new = Levels(**dict(plan), setups=levels.setups, checks=levels.checks)
    site = plans_of(job).site
    before = {p.pointer for p in level_problems(levels, site, "")}
    return [
        problem.model_copy(update={"pointer": "/plan" + problem.pointer})
        for problem in level_problems(new, site, "")
        if problem.pointer not in before
    ]


@again_when_busy
def undo_level_plan(
    database: Database, structure_id: str, base_revision: int, by: By, in_hand: str | None = None
) -> LevelsView:
    """Bring the plan of heights before the newest one back, as a new revision.

    Raises:
        Conflict: when there is nothing to undo.
        StaleRevision: when somebody changed it since.
    """
    with database.session() as session:
        row, job = whole_job(session, structure_id)
        if _revision(job) != base_revision:
            raise StaleRevision(base_revision, _revision(job))
        target = _to_restore(job)
        if target is None:
            raise Conflict("This is the first plan of heights: there is nothing to undo.")
        document = next(plan.document for plan in job.level_plans if plan.revision == target)
        keep_plan(session, job, document, by, restores=target)
        text = f"Went back to plan {target} of heights."
        store.add_log(session, job, "heights-undone", text, by.who, by.at, row.id)
        return _shown(session, structure_id, in_hand)


@again_when_busy
def begin_setup(database: Database, structure_id: str, document: SetupCreate, by: By) -> LevelsView:
    """Begin a setup; beginning it again with the same id changes nothing.

    Raises:
        DocumentRefused: when its instrument is not one of the crew's, or asks for a correction nobody found.
    """
    with database.session() as session:
        row, job = whole_job(session, structure_id)
        if not any(setup.id == str(document.id) for setup in job.setups):
            refuse(_setup_problems(job, document))
            setup = setup_row(str(document.id), job.id, document, by)
            store.add(session, setup, "The id of this setup belongs to another.")
            name = document.device or document.instrument.value
            text = f"Set up the {name}: setup {len(job.setups) + 1}."
            store.add_log(session, job, "setup", text, by.who, by.at, row.id)
        return _shown(session, structure_id, str(document.id))


def _setup_problems(job: JobRow, document: SetupCreate) -> list[Problem]:
    devices = [device.name for device in level_plan_of(job).devices]
    if document.device and document.device not in devices:
        message = f"There is no instrument “{document.device}”. Known: {', '.join(devices) or 'none yet'}."
        return [Problem(pointer="/device", code="unknown-instrument", message=message)]
    if document.corrected and document.device not in [check.document["device"] for check in job.checks]:
        message = "Nothing to correct by: this instrument was not tested. Test it first."
        return [Problem(pointer="/corrected", code="not-tested", message=message)]
    return []


@again_when_busy
def record_shot(
    database: Database, structure_id: str, setup_id: str, document: ShotCreate, by: By, in_hand: str | None = None
) -> LevelsView:
    """Record a reading; one that replaces another strikes that out and takes its place.

    Target readings of the answer are for the setup in hand, the reading's own when none is named.

    Raises:
        DocumentRefused: when a setup would begin where nobody knows the height, or no rod shows the reading.
        Conflict: when its id was used for another reading, or the one it replaces is struck already.
    """
    with database.session() as session:
        row, job = whole_job(session, structure_id)
        setup = next((one for one in job.setups if one.id == setup_id), None)
        if setup is None:
            raise NotFound("There is no such setup here.")
        known = next((shot for one in job.setups for shot in one.shots if shot.id == str(document.id)), None)
        if known is not None:
            _refuse_another(known, setup, document)
            return levels_view(row, job, in_hand or setup_id)
        replaced = _shot_of(setup, str(document.replaces)) if document.replaces else None
        refuse(_shot_problems(job, setup, replaced, document))
        shot = shot_row(document.id, setup.id, document, by)
        store.add_shot(session, setup, shot)
        number = job.setups.index(setup) + 1
        text = f"Setup {number}: {Spot(shot.point, shot.thing or '')} read {shot.reading_written}."
        if replaced:
            store.strike_shot(session, replaced, by.who, by.at, replaced_by=shot.id)
            text += f" Replaces {replaced.reading_written} by {replaced.who}."
        store.add_log(session, job, "shot", text, by.who, by.at, row.id)
        return levels_view(row, job, in_hand or setup_id)


def _shot_problems(
    job: JobRow, setup: LevelSetupRow, replaced: LevelShotRow | None, document: ShotCreate
) -> list[Problem]:
    """A shot that no rod shows, cannot be corrected as its setup asks, or leaves its setup without a height."""
    index, head = job.setups.index(setup), SetupHead.model_validate(setup.document)
    rod, marks = mm_of(head.rod_length), head.rod or marks_for(Units(job.units))
    for key, reading in (("reading", document.reading), ("turned", document.turned)):
        if reading and off_rod(reading.mm, rod):
            return [Problem(pointer=f"/{key}", code="off-rod", message=off_rod_words(reading.mm, rod, marks))]
    plans = plans_of(job)
    known = plans.book or _empty_book(plans.site, Units(job.units))
    levels, points = known.levels, known.points
    if head.corrected and document.distance is None and not (head.place and document.at in points.places):
        return [Problem(pointer="/distance", code="distance-missing", message=DISTANCE_MISSING)]
    if replaced is None and known.book.setups[index].hi_mm is not None:
        return []  # one reading more takes no height away
    shots = in_book_order(setup)
    entries = [shot_of(shot) for shot in shots if not shot.strike or shot is replaced]
    new = ShotEntry(at=document.at, thing=document.thing, reading=document.reading)
    standing = [shot for shot in shots if not shot.strike or shot is replaced]
    at = standing.index(replaced) if replaced in standing else len(standing)
    after = levels.setups[index].model_copy(update={"shots": [*entries[:at], new, *entries[at + 1 :]]})
    setups = [*levels.setups[:index], after]
    book = work_book(levels.model_copy(update={"setups": setups}), points, Units(job.units)).book
    was_adrift = any(shot.strike and shot is not replaced for shot in shots)
    if book.setups[index].hi_mm is not None or was_adrift:
        return []
    message = unknown_start(Spot(document.at, document.thing or ""), index)
    return [Problem(pointer="/at", code="unknown-start", message=message)]


@again_when_busy
def strike_shot(
    database: Database, structure_id: str, shot_id: str, by: By, in_hand: str | None = None, *, anyway: bool = False
) -> LevelsView:
    """Strike a reading out; it stays in the record.  Striking it twice changes nothing.

    One that carries the heights of others is struck only when somebody says `anyway`.

    Raises:
        Conflict: when others hang on it, and nobody said that they may go.
    """
    with database.session() as session:
        row, job = whole_job(session, structure_id)
        number, setup, shot = _shot_in(job, shot_id)
        if shot.strike is None:
            carries = None if anyway else _carries(job, number - 1, setup, shot)
            if carries:
                raise Conflict(carries)
            store.strike_shot(session, shot, by.who, by.at)
            text = f"Setup {number}: struck {Spot(shot.point, shot.thing or '')} {shot.reading_written}."
            store.add_log(session, job, "shot-struck", text, by.who, by.at, row.id)
        return _shown(session, structure_id, in_hand)


@again_when_busy
def take_strike_back(
    database: Database, structure_id: str, shot_id: str, by: By, in_hand: str | None = None
) -> LevelsView:
    """Let a struck reading count again; doing so twice changes nothing."""
    with database.session() as session:
        row, job = whole_job(session, structure_id)
        number, _, shot = _shot_in(job, shot_id)
        if shot.strike is not None:
            store.take_back(session, shot.strike, by.who, by.at)
            text = f"Setup {number}: {Spot(shot.point, shot.thing or '')} {shot.reading_written} counts again."
            store.add_log(session, job, "strike-taken-back", text, by.who, by.at, row.id)
        return _shown(session, structure_id, in_hand)


def _shot_in(job: JobRow, shot_id: str) -> tuple[int, LevelSetupRow, LevelShotRow]:
    """A reading, its setup, and the number of that, from 1."""
    for number, setup in enumerate(job.setups, 1):
        for shot in setup.shots:
            if shot.id == shot_id:
                return number, setup, shot
    raise NotFound("There is no such reading here.")


def _carries(job: JobRow, index: int, setup: LevelSetupRow, shot: LevelShotRow) -> str | None:
    """What would go with a reading, in words; None when nothing hangs on it."""
    levels = levels_of(job)
    book = work_book(levels, level_points(levels, plans_of(job).site), Units(job.units))
    number = in_book_order(setup).index(shot)
    return carried_by(book, (index, book.kept[index].index(number)))


@again_when_busy
def record_check(
    database: Database, structure_id: str, document: CheckCreate, by: By, in_hand: str | None = None
) -> LevelsView:
    """Keep a test of an instrument with it.

    Raises:
        DocumentRefused: when there is no such instrument, or the test cannot show anything.
    """
    with database.session() as session:
        row, job = whole_job(session, structure_id)
        if not any(check.id == str(document.id) for check in job.checks):
            plan = level_plan_of(job)
            alone = Levels(devices=plan.devices, checks=[document])
            problems = level_problems(alone, Site(plans_of(job).site.control, {}, {}), "")
            refuse([p.model_copy(update={"pointer": p.pointer.removeprefix("/checks/0")}) for p in problems])
            store.add(session, check_row(document.id, job.id, document, by), "The id of this test belongs to another.")
            text = f"Tested {document.device}: {document.kind}."
            store.add_log(session, job, "instrument-tested", text, by.who, by.at, row.id)
        return _shown(session, structure_id, in_hand)


def whole_job(session: Session, structure_id: str) -> tuple[StructureRow, JobRow]:
    """A structure and its whole job, which nobody else changes meanwhile."""
    store.lock_job_of(session, structure_id)
    row = store.structure_by_id(session, structure_id)
    return row, store.with_levels(row.job)


def _shown(session: Session, structure_id: str, in_hand: str | None) -> LevelsView:
    session.flush()
    session.expire_all()
    row = store.structure_by_id(session, structure_id)
    return levels_view(row, store.with_levels(row.job), in_hand)


def _revision(job: JobRow) -> int:
    return job.level_plans[-1].revision if job.level_plans else 0


def _to_restore(job: JobRow) -> int | None:
    """The revision that undo would bring back: the one before the newest, seen through earlier undoings."""
    came_from = {plan.revision: plan.restores or plan.revision for plan in job.level_plans}
    before = came_from.get(_revision(job), 0) - 1
    return came_from[before] if before >= 1 else None


def keep_plan(session: Session, job: JobRow, document: dict[str, Any], by: By, restores: int | None = None) -> None:
    """Keep a document as the newest plan of heights."""
    row = LevelPlanRow(
        job_id=job.id, revision=_revision(job) + 1, document=document, restores=restores, who=by.who, at=by.at
    )
    store.add(session, row, "Somebody is changing these heights. Try again.")


def _refuse_another(known: LevelShotRow, setup: LevelSetupRow, document: ShotCreate) -> None:
    same = (known.setup_id, known.point, known.reading_written)
    if same != (setup.id, document.at, document.reading.text):
        raise Conflict("The id of this reading belongs to another reading. Enter it afresh.")


def _shot_of(setup: LevelSetupRow, shot_id: str) -> LevelShotRow:
    shot = next((one for one in setup.shots if one.id == shot_id), None)
    if shot is None:
        raise NotFound("There is no such reading in this setup.")
    return shot
