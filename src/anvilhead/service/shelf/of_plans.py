"""Which instruments of the shelf a structure's lengths are read with: those that its plan names."""

from sqlalchemy.orm import Session

from anvilhead.core.measure.instrument import Instrument
from anvilhead.core.shelf.shelf_kind import ShelfKind
from anvilhead.jobfile.documents.models import Plan
from anvilhead.service.asked.shelf_documents import ShelfInstrument
from anvilhead.service.shown.job_plans import plan_of
from anvilhead.store import shelf
from anvilhead.store.tables import StructureRow

KINDS = {kind.measures: kind for kind in ShelfKind if kind.measures is not None}
"""What a plan can name one of, and what that is on the shelf."""


def instrument_read_with(session: Session, row: StructureRow, instrument: Instrument) -> ShelfInstrument | None:
    """The instrument that readings of a kind are taken with; None where the plan names none of the shelf."""
    name = _named(plan_of(row), instrument)
    if name is None:
        return None
    kind = KINDS[instrument]
    found = (ShelfInstrument.model_validate(one.document) for one in shelf.standing(session, name, row.job.sample))
    return next((one for one in found if one.kind is kind), None)


def answering(session: Session, row: StructureRow) -> dict[Instrument, str]:
    """Instruments that can be asked for a length, by what they are read as: their names."""
    found = {one: instrument_read_with(session, row, one) for one in KINDS}
    return {one: instrument.name for one, instrument in found.items() if instrument and instrument.link}


def _named(plan: Plan, instrument: Instrument) -> str | None:
    named = {
        Instrument.STEEL_TAPE: plan.tape,
        Instrument.LONG_TAPE: plan.long_tape,
        Instrument.LASER_METER: plan.laser_meter,
        Instrument.FRAMING_SQUARE: plan.framing_square,
        Instrument.SQUARE_LASER: plan.square_laser,
    }
    return named.get(instrument)
