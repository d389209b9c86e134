"""Heights of a job as clients get them, drawn in the plan frame of one structure."""

from sqlalchemy.orm import Session

from anvilhead.core.levels.level_book import Spot
from anvilhead.core.messages.spoken import spoken
from anvilhead.core.shelf.shelf_kind import ShelfKind
from anvilhead.core.units.units import Units
from anvilhead.jobfile.levels.documents import Levels
from anvilhead.jobfile.levels.level_points import LevelPoints, level_points
from anvilhead.jobfile.levels.written.book_solving import Book, work_book
from anvilhead.jobfile.levels.written.level_solving import solve_levels
from anvilhead.jobfile.written.writing import place
from anvilhead.service.shown.job_plans import JobPlans, plans_of
from anvilhead.service.views.level_views import LevelPointView, LevelsView, setup_view
from anvilhead.store import jobs as store
from anvilhead.store.database import Database
from anvilhead.store.shelf import answering
from anvilhead.store.tables import StructureRow


def get_levels(database: Database, structure_id: str, in_hand: str | None = None) -> LevelsView:
    """Heights of the job of a structure, drawn in its plan frame; target readings for the setup in hand."""
    with database.session() as session:
        return levels_now(session, structure_id, in_hand)


def levels_now(session: Session, structure_id: str, in_hand: str | None) -> LevelsView:
    """The same inside somebody's transaction."""
    row = store.structure_in_short(session, structure_id)
    return levels_view(row, plans_of(row.job, in_hand))


def levels_view(row: StructureRow, plans: JobPlans) -> LevelsView:
    """Heights of a job with everything computed; two crews may shoot from a setup each."""
    units, site, record = Units(row.job.units), plans.site, plans.record
    book = book_of(plans, units)
    points = level_points(book.levels, site, row.name_in_file)
    return LevelsView(
        structure_id=row.id,
        on=points.on,
        prefix="" if row.name_in_file == points.on else f"{row.name_in_file}/",
        revision=record.revision,
        can_undo=record.to_restore is not None,
        can_redo=record.to_redo is not None,
        plan=record.plan,
        setups=[setup_view(setup, units) for setup in record.setups],
        points=_points(book, points, row.name_in_file),
        answering=answering(store.session_of(row), row.job_id) if record.plan.devices else [],
        ways={one.name: list(ShelfKind.of_level(one.kind).tests) for one in record.plan.devices},
        result=solve_levels(book, site, row.name_in_file),
    )


def book_of(plans: JobPlans, units: Units) -> Book:
    """The level book of a job; an empty one before anything was recorded."""
    return plans.book or work_book(Levels(), level_points(Levels(), plans.site), units)


def _points(book: Book, points: LevelPoints, structure: str) -> list[LevelPointView]:
    """Benchmarks, then the structure's own points in the order of the plan, then others with a place, or shot."""
    own = [name for name in points.places if points.own_name(structure, name) is not None]
    shot = [spot.at for spot in book.book.found]
    names = dict.fromkeys([*(spot.at for spot in book.book.benchmarks), *own, *points.places, *shot])
    return [
        LevelPointView(
            name=name,
            label=spoken(points.label_in(structure, name)),
            place=at and place(at),
            height_mm=book.book.height_of(Spot(name)),
        )
        for name in names
        for at in [points.places.get(name)]
    ]
