"""Instruments put on the shelf, changed, put away, tested and knocked."""

from uuid import UUID

from sqlalchemy.orm import Session

from anvilhead.core.messages.made.shelf_words import KIND_NAMES, steel_text
from anvilhead.core.shelf.shelf_kind import ShelfKind
from anvilhead.core.shelf.steel import SteelTape, steel_correction
from anvilhead.core.units.errors import InputError
from anvilhead.core.units.units import F_PER_C, N_PER_POUND, Units
from anvilhead.jobfile.lengths import mm_of
from anvilhead.jobfile.problems import Problem
from anvilhead.jobfile.reading import refuse
from anvilhead.jobfile.written.writing import tidy
from anvilhead.service.asked.shelf_documents import (
    InstrumentChange,
    InstrumentCreate,
    KnockCreate,
    ShelfInstrument,
    SteelAsked,
    TestCreate,
    TestOf,
)
from anvilhead.service.shelf.found import found_in
from anvilhead.service.shelf.showing import get_instrument
from anvilhead.service.views.shelf_views import ShelfInstrumentView, SteelView
from anvilhead.store import jobs as job_store
from anvilhead.store import shelf as store
from anvilhead.store.database import Database, again_when_busy
from anvilhead.store.errors import Conflict, NotFound, StaleRevision
from anvilhead.store.people import By
from anvilhead.store.shelf_tables import ShelfInstrumentRow, ShelfTestRow

FREEZING_F = 32.0
NAME_TAKEN = "Somebody put an instrument of this name on the shelf just now. Paint another name on this one."


@again_when_busy
def put_on(database: Database, document: InstrumentCreate, by: By, *, sample: bool = False) -> ShelfInstrumentView:
    """Put an instrument on the shelf, or among those of the samples; the same one sent twice is put on once.

    Raises:
        DocumentRefused: when another of that name stands there.
    """
    with database.session() as session:
        if session.get(ShelfInstrumentRow, str(document.id)) is None:
            refuse_taken(session, document.instrument.name, sample=sample)
            store_new(session, document.instrument, by, sample=sample, instrument_id=str(document.id))
    return get_instrument(database, str(document.id), document.units, by.at)


@again_when_busy
def change(database: Database, instrument_id: str, document: InstrumentChange, by: By) -> ShelfInstrumentView:
    """Change what is said of an instrument; its tests stay, and are judged by what is said now.

    Raises:
        StaleRevision: when somebody changed it since.
        DocumentRefused: when another has its name, or tests of its kind would be no tests of the new one.
    """
    with database.session() as session:
        row = store.instrument_by_id(session, instrument_id, to_change=True)
        if row.revision != document.base_revision:
            raise StaleRevision(document.base_revision, row.revision)
        new = document.instrument
        if new.name != row.name:
            refuse_taken(session, new.name, sample=row.sample)
        if new.kind != row.kind and (row.tests or row.uses):
            message = (
                f"It was tested or used as a {KIND_NAMES[ShelfKind(row.kind)]}, and stays one. Put it away, and put "
                "the other on the shelf."
            )
            refuse([Problem(pointer="/instrument/kind", code="kind-stays", message=message)])
        row.name, row.kind = new.name, new.kind
        row.takes = takes(new.name, sample=row.sample) if row.away_at is None else None
        row.document = new.model_dump(mode="json")
        row.revision += 1
        row.who, row.at = by.who, by.at
        job_store.flush(session, NAME_TAKEN)
    return get_instrument(database, instrument_id, document.units, by.at)


@again_when_busy
def put_away(database: Database, instrument_id: str, units: Units, by: By, *, away: bool) -> ShelfInstrumentView:
    """Put an instrument away, or back: it is offered to no job then, and nothing of it is lost.

    Raises:
        DocumentRefused: when another took its name meanwhile.
    """
    with database.session() as session:
        row = store.instrument_by_id(session, instrument_id, to_change=True)
        if not away and row.away_at is not None:
            refuse_taken(session, row.name, sample=row.sample)
        row.away_at = (row.away_at or by.at) if away else None
        row.takes = None if away else takes(row.name, sample=row.sample)
        job_store.flush(session, NAME_TAKEN)
    return get_instrument(database, instrument_id, units, by.at)


@again_when_busy
def record_test(database: Database, instrument_id: str, document: TestCreate, by: By) -> ShelfInstrumentView:
    """Keep a test with an instrument; sent twice it is kept once.

    Raises:
        DocumentRefused: when it is no test of this kind, or cannot show anything.
    """
    with database.session() as session:
        row = store.instrument_by_id(session, instrument_id, to_change=True)
        if not any(test.id == str(document.id) for test in row.tests):
            instrument = ShelfInstrument.model_validate(row.document)
            refuse(_test_problems(document.test, instrument))
            _keep(session, row, document.id, document.test, document.note, by)
    return get_instrument(database, instrument_id, document.units, by.at)


@again_when_busy
def record_knock(
    database: Database, instrument_id: str, document: KnockCreate, units: Units, by: By
) -> ShelfInstrumentView:
    """Keep that an instrument fell or was knocked: it is told until it was tested again."""
    with database.session() as session:
        row = store.instrument_by_id(session, instrument_id, to_change=True)
        if not any(test.id == str(document.id) for test in row.tests):
            _keep(session, row, document.id, None, document.note, by)
    return get_instrument(database, instrument_id, units, by.at)


@again_when_busy
def strike_test(database: Database, instrument_id: str, test_id: str, units: Units, by: By) -> ShelfInstrumentView:
    """Strike a test or a knock that was none; it stays to be seen.

    Raises:
        Conflict: when it was made in a job, whose record it belongs to.
    """
    with database.session() as session:
        row = store.instrument_by_id(session, instrument_id, to_change=True)
        test = next((one for one in row.tests if one.id == test_id), None)
        if test is None:
            raise NotFound("There is no such test of this instrument.")
        if test.job_id is not None:
            raise Conflict("This test stands in a job's record. Test it again: the latest test counts.")
        test.struck_by, test.struck_at = test.struck_by or by.who, test.struck_at or by.at
    return get_instrument(database, instrument_id, units, by.at)


def steel(database: Database, instrument_id: str, asked: SteelAsked) -> SteelView:
    """What to add to what a steel tape reads in this heat, pulled like this.

    Raises:
        DocumentRefused: when it is no steel tape, or hangs through too far.
    """
    with database.session() as session:
        instrument = ShelfInstrument.model_validate(store.instrument_by_id(session, instrument_id).document)
    if instrument.kind is not ShelfKind.STEEL_TAPE:
        message = f"A {KIND_NAMES[instrument.kind]} does not grow as steel does. Ask this of a steel tape."
        refuse([Problem(pointer="/length", code="no-steel", message=message)])
    feet = asked.units is Units.FT_IN
    usual = SteelTape()
    tape = SteelTape(
        instrument.pull or usual.pull_n, instrument.weight or usual.n_per_m, instrument.section or usual.section_mm2
    )
    known = {}
    if asked.temperature is not None:
        known["celsius"] = (asked.temperature - FREEZING_F) / F_PER_C if feet else asked.temperature
    if asked.pull is not None:
        known["pull_n"] = asked.pull * N_PER_POUND if feet else asked.pull
    try:
        found = steel_correction(tape, asked.length.mm, span_mm=mm_of(asked.span) or 0.0, **known)
    except InputError as error:
        refuse([Problem(pointer="/pull", code=error.code, message=error.message)])
    return SteelView(add_mm=tidy(found.total_mm), text=steel_text(found, asked.length.mm, asked.units))


def takes(name: str, *, sample: bool) -> str:
    """The name that an instrument takes while it stands on the shelf; samples stand apart."""
    return f"{int(sample)} {name}"


def refuse_taken(session: Session, name: str, *, sample: bool = False) -> None:
    """Refuse a name that another instrument on the shelf has.

    Raises:
        DocumentRefused: when one has it.
    """
    if any(one.away_at is None for one in store.named(session, name, sample=sample)):
        message = f"There is a “{name}” on the shelf already. Paint another name on this one."
        refuse([Problem(pointer="/instrument/name", code="name-taken", message=message)])


def store_new(
    session: Session, instrument: ShelfInstrument, by: By, *, sample: bool = False, instrument_id: str | None = None
) -> ShelfInstrumentRow:
    """Put a new row on the shelf."""
    row = ShelfInstrumentRow(
        id=instrument_id or job_store.new_id(),
        name=instrument.name,
        takes=takes(instrument.name, sample=sample),
        kind=instrument.kind,
        document=instrument.model_dump(mode="json"),
        sample=sample,
        revision=1,
        who=by.who,
        at=by.at,
    )
    job_store.add(session, row, NAME_TAKEN)
    return row


def _test_problems(test: TestOf, instrument: ShelfInstrument) -> list[Problem]:
    try:
        found = found_in(test, instrument)
    except (InputError, ValueError) as error:
        if isinstance(error, InputError):
            return [Problem(pointer="/test/check/distance", code=error.code, message=error.message)]
        return [_no_test(instrument)]
    return [] if found.kind in instrument.kind.tests else [_no_test(instrument)]


def _no_test(instrument: ShelfInstrument) -> Problem:
    message = f"A {KIND_NAMES[instrument.kind]} is not tested like that."
    return Problem(pointer="/test", code="no-such-test", message=message)


def _keep(session: Session, row: ShelfInstrumentRow, test_id: UUID, test: TestOf | None, note: str, by: By) -> None:
    kept = ShelfTestRow(
        id=str(test_id),
        instrument_id=row.id,
        document=None if test is None else test.model_dump(mode="json"),
        note=note.strip(),
        who=by.who,
        at=by.at,
    )
    row.tests.append(kept)
    job_store.add(session, kept, "The id of this test belongs to another.")
