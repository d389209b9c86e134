"""Heights of a structure's job: plan, setups, shots, tests of instruments, the book as a file."""

from datetime import date
from typing import Annotated, Literal
from uuid import UUID

from fastapi import APIRouter, Body, Query, Response

from anvilhead.api import examples
from anvilhead.api.dependencies import ByWhom, Db
from anvilhead.api.problems import ANSWERS, INSTRUMENT_ANSWERS
from anvilhead.api.routers.exchange import handed_out
from anvilhead.service import exchange
from anvilhead.service.asked.documents import Revision
from anvilhead.service.asked.level_documents import (
    BookRead,
    CheckCreate,
    FinishTaken,
    HeightsAcceptance,
    LevelPlanChange,
    ReadingAsked,
    SetupCreate,
    ShotCreate,
)
from anvilhead.service.heights import asking, level_exchange, level_planning, level_showing, levels
from anvilhead.service.views.level_views import BookReadView, LevelsView
from anvilhead.service.views.shelf_views import ReadingTaken

InHand = Annotated[
    UUID | None, Query(alias="setup", description="The setup that target readings are for; the last when left out.")
]

router = APIRouter(prefix="/structures/{structure_id}/levels", tags=["levels"], responses=ANSWERS)


@router.get("")
def get_levels(database: Db, structure_id: UUID, in_hand: InHand = None) -> LevelsView:
    """The level book of the job, drawn in this structure's plan frame."""
    return level_showing.get_levels(database, str(structure_id), named(in_hand))


@router.put("/plan")
def change_level_plan(
    database: Db,
    by: ByWhom,
    structure_id: UUID,
    change: Annotated[
        LevelPlanChange, Body(examples=[{"units": "ft-in", "base_revision": 0, "plan": examples.LEVEL_PLAN}])
    ],
    in_hand: InHand = None,
) -> LevelsView:
    """Replace what is planned about heights; refused when somebody saved first."""
    return level_planning.change_level_plan(database, str(structure_id), change, by, named(in_hand))


@router.post("/plan/undo")
def undo_level_plan(
    database: Db,
    by: ByWhom,
    structure_id: UUID,
    base_revision: Annotated[Revision, Body(embed=True, examples=[2])],
    in_hand: InHand = None,
) -> LevelsView:
    """Bring the plan of heights before the newest one back."""
    return level_planning.step_level_plan(database, str(structure_id), base_revision, by, named(in_hand), back=True)


@router.post("/plan/redo")
def redo_level_plan(
    database: Db,
    by: ByWhom,
    structure_id: UUID,
    base_revision: Annotated[Revision, Body(embed=True, examples=[3])],
    in_hand: InHand = None,
) -> LevelsView:
    """Bring back the plan of heights that an undo took away."""
    return level_planning.step_level_plan(database, str(structure_id), base_revision, by, named(in_hand), back=False)


@router.post("/finishes/taken")
def take_finish(
    database: Db,
    by: ByWhom,
    structure_id: UUID,
    taken: Annotated[FinishTaken, Body(examples=[{"base_revision": 2, "name": "finish", "rule": "highest-base"}])],
    in_hand: InHand = None,
) -> LevelsView:
    """Take the height that a rule gives a finish now."""
    return level_planning.take_finish(database, str(structure_id), taken, by, named(in_hand))


@router.post("/setups", status_code=201)
def begin_setup(
    database: Db, by: ByWhom, structure_id: UUID, setup: Annotated[SetupCreate, Body(examples=[examples.SETUP])]
) -> LevelsView:
    """Begin a setup of an instrument."""
    return levels.begin_setup(database, str(structure_id), setup, by)


@router.post("/setups/{setup_id}/ask", responses=INSTRUMENT_ANSWERS)
def ask(
    database: Db,
    structure_id: UUID,
    setup_id: UUID,
    asked: Annotated[ReadingAsked, Body(examples=[{"at": "A", "on": "form tops"}])],
) -> ReadingTaken:
    """Ask a setup's instrument for a reading, to be kept like one typed by hand; nothing is recorded."""
    return asking.ask(database, str(structure_id), str(setup_id), asked)


@router.post("/setups/{setup_id}/shots", status_code=201)
def record_shot(
    database: Db,
    by: ByWhom,
    structure_id: UUID,
    setup_id: UUID,
    shot: Annotated[ShotCreate, Body(examples=[examples.SHOT])],
    in_hand: InHand = None,
) -> LevelsView:
    """Record a reading; sending the same one again records it once."""
    return levels.record_shot(database, str(structure_id), str(setup_id), shot, by, named(in_hand))


@router.post("/shots/{shot_id}/strike")
def strike_shot(
    database: Db,
    by: ByWhom,
    structure_id: UUID,
    shot_id: UUID,
    in_hand: InHand = None,
    anyway: Annotated[bool, Query(description="Strike it also when the heights of others hang on it.")] = False,
) -> LevelsView:
    """Strike a reading out; it stays in the record."""
    return levels.strike_shot(database, str(structure_id), str(shot_id), by, named(in_hand), anyway=anyway)


@router.post("/shots/{shot_id}/strike/back")
def take_strike_back(database: Db, by: ByWhom, structure_id: UUID, shot_id: UUID, in_hand: InHand = None) -> LevelsView:
    """Let a struck reading count again."""
    return levels.take_strike_back(database, str(structure_id), str(shot_id), by, named(in_hand))


@router.post("/acceptances", status_code=201)
def accept_heights(
    database: Db,
    by: ByWhom,
    structure_id: UUID,
    acceptance: Annotated[HeightsAcceptance, Body(examples=[{"note": "Within the pour's own tolerance."}])],
    in_hand: InHand = None,
) -> LevelsView:
    """Accept what was set to height by name, within tolerance or over it."""
    return levels.accept_heights(database, str(structure_id), acceptance, by, named(in_hand))


@router.post("/acceptances/back")
def take_heights_back(database: Db, by: ByWhom, structure_id: UUID, in_hand: InHand = None) -> LevelsView:
    """Take back that the heights were accepted."""
    return levels.take_heights_back(database, str(structure_id), by, named(in_hand))


@router.post("/checks", status_code=201)
def record_check(
    database: Db,
    by: ByWhom,
    structure_id: UUID,
    check: Annotated[CheckCreate, Body(examples=[examples.INSTRUMENT_CHECK])],
    in_hand: InHand = None,
) -> LevelsView:
    """Keep a test of an instrument with it."""
    return levels.record_check(database, str(structure_id), check, by, named(in_hand))


@router.get("/book.csv", response_class=Response)
def book_csv(database: Db, structure_id: UUID) -> Response:
    """The level book as CSV, a line to a reading."""
    return handed_out(exchange.level_book(database, str(structure_id)))


@router.post("/book")
def take_book(
    database: Db, by: ByWhom, structure_id: UUID, book: Annotated[BookRead, Body(examples=[examples.LEVEL_BOOK])]
) -> BookReadView:
    """Read a level book from CSV; kept behind what there is only when asked."""
    return level_exchange.take_book(database, str(structure_id), book, by)


@router.get("/sheet.pdf", response_class=Response)
def level_sheet(database: Db, structure_id: UUID, paper: Literal["a4", "letter"] = "a4") -> Response:
    """The level sheet for the crew: target readings, heights, the book, slabs, stakes."""
    return handed_out(exchange.level_sheet(database, str(structure_id), paper, date.today()))


def named(in_hand: UUID | None) -> str | None:
    """The id of the setup in hand as it is kept."""
    return None if in_hand is None else str(in_hand)
