"""The shelf: instruments that all jobs share, their tests, and what to correct by them."""

from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Body, Query

from anvilhead.api import examples
from anvilhead.api.dependencies import ByWhom, Db, Now
from anvilhead.api.problems import ANSWERS
from anvilhead.core.units.units import Units
from anvilhead.service.asked.shelf_documents import (
    InstrumentChange,
    InstrumentCreate,
    KnockCreate,
    SteelAsked,
    TestCreate,
)
from anvilhead.service.shelf import instruments, showing
from anvilhead.service.views.shelf_views import ShelfInstrumentView, ShelfView, SteelView

router = APIRouter(prefix="/shelf", tags=["shelf"], responses=ANSWERS)

SaidIn = Annotated[Units, Query(description="Units that lengths are said in.")]


@router.get("")
def get_shelf(database: Db, now: Now, units: SaidIn = Units.FT_IN) -> ShelfView:
    """Every instrument, how it stands, and what its tests say."""
    return showing.get_shelf(database, units, now)


@router.post("", status_code=201)
def put_on(
    database: Db, by: ByWhom, document: Annotated[InstrumentCreate, Body(examples=[examples.INSTRUMENT])]
) -> ShelfInstrumentView:
    """Put an instrument on the shelf."""
    return instruments.put_on(database, document, by)


@router.put("/{instrument_id}")
def change(
    database: Db,
    by: ByWhom,
    instrument_id: UUID,
    document: Annotated[InstrumentChange, Body(examples=[examples.INSTRUMENT_CHANGE])],
) -> ShelfInstrumentView:
    """Change what is said of an instrument."""
    return instruments.change(database, str(instrument_id), document, by)


@router.post("/{instrument_id}/away")
def put_away(
    database: Db,
    by: ByWhom,
    instrument_id: UUID,
    units: SaidIn = Units.FT_IN,
    away: Annotated[bool, Query(description="False puts it back on the shelf.")] = True,
) -> ShelfInstrumentView:
    """Put an instrument away, or back; nothing of it is lost."""
    return instruments.put_away(database, str(instrument_id), units, by, away=away)


@router.post("/{instrument_id}/tests", status_code=201)
def record_test(
    database: Db,
    by: ByWhom,
    instrument_id: UUID,
    document: Annotated[TestCreate, Body(examples=[examples.SHELF_TEST])],
) -> ShelfInstrumentView:
    """Keep a test of an instrument; sending the same one again keeps it once."""
    return instruments.record_test(database, str(instrument_id), document, by)


@router.post("/{instrument_id}/knocks", status_code=201)
def record_knock(
    database: Db,
    by: ByWhom,
    instrument_id: UUID,
    document: Annotated[KnockCreate, Body(examples=[examples.KNOCK])],
    units: SaidIn = Units.FT_IN,
) -> ShelfInstrumentView:
    """Keep that an instrument fell or was knocked."""
    return instruments.record_knock(database, str(instrument_id), document, units, by)


@router.post("/{instrument_id}/tests/{test_id}/strike")
def strike_test(
    database: Db, by: ByWhom, instrument_id: UUID, test_id: UUID, units: SaidIn = Units.FT_IN
) -> ShelfInstrumentView:
    """Strike a test or a knock that was none; it stays to be seen."""
    return instruments.strike_test(database, str(instrument_id), str(test_id), units, by)


@router.post("/{instrument_id}/steel")
def steel(
    database: Db, instrument_id: UUID, asked: Annotated[SteelAsked, Body(examples=[examples.STEEL])]
) -> SteelView:
    """What to add to a steel tape's reading for heat, pull and sag."""
    return instruments.steel(database, str(instrument_id), asked)
