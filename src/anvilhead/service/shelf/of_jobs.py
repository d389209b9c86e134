"""How jobs take instruments from the shelf, and how what they say and test of them comes back to it.

A job keeps what it was given: claims as they stood when it took the instrument, tests that its readings were
corrected by.  So its record stays whole by itself, in its file too, whatever happens on the shelf later.
"""

from collections.abc import Iterable

from sqlalchemy.orm import Session

from anvilhead.jobfile.levels.documents import Device
from anvilhead.jobfile.levels.measured import CheckEntry
from anvilhead.service.asked.shelf_documents import ShelfInstrument, TestOf
from anvilhead.service.shelf.found import agrees, device_of, instrument_of, level_checks
from anvilhead.service.shelf.instruments import store_new
from anvilhead.store import jobs as job_store
from anvilhead.store import shelf as store
from anvilhead.store.errors import Conflict
from anvilhead.store.people import By
from anvilhead.store.shelf_tables import ShelfInstrumentRow, ShelfTestRow, ShelfUseRow
from anvilhead.store.tables import InstrumentCheckRow, JobRow

_LONGEST_NAME = 64


def shelve(session: Session, job: JobRow, devices: Iterable[Device], by: By) -> None:
    """Put a job's instruments on the shelf that do not stand there: of one name and kind is one, unless it differs."""
    known = store.uses_of(session, job.id)
    for device in devices:
        if device.name not in known:
            row = _standing_for(session, job, device) or store_new(
                session, instrument_of(device, _free_name(session, job, device.name)), by, sample=job.sample
            )
            session.add(ShelfUseRow(job_id=job.id, name=device.name, instrument_id=row.id))
            session.flush()


def _standing_for(session: Session, job: JobRow, device: Device) -> ShelfInstrumentRow | None:
    """The instrument that a job's is; what the shelf did not know of it yet is kept there."""
    for row in store.named(session, device.name, sample=job.sample):
        instrument = ShelfInstrument.model_validate(row.document)
        if row.away_at is None and agrees(device, instrument):
            said = instrument_of(device).model_dump(mode="json")
            row.document = {**said, **row.document}
            return row
    return None


def _free_name(session: Session, job: JobRow, name: str) -> str:
    """A name that nothing on the shelf has: the job's goes behind it where it is taken."""
    tried = [name, f"{name[:30]} ({job.name[:28]})", *(f"{name[:28]} ({job.name[:24]} {n})" for n in range(2, 100))]
    return next(
        one[:_LONGEST_NAME]
        for one in [*tried, f"{name[:20]} {job.id}"]
        if not any(row.away_at is None for row in store.named(session, one[:_LONGEST_NAME], sample=job.sample))
    )


def take_from_shelf(session: Session, job: JobRow, instrument_id: str, there: Iterable[str], by: By) -> Device | None:
    """What a job calls an instrument of the shelf, as it is to stand in its plan; None when it stands there already.

    Args:
        session: of the transaction.
        job: that takes it.
        instrument_id: on the shelf.
        there: names of instruments that the job's plan has.
        by: who takes it.

    Raises:
        NotFound: when there is no such instrument.
        Conflict: when it is one of the samples, and the job is none.
    """
    row, there = store.instrument_by_id(session, instrument_id), set(there)
    if row.sample and not job.sample:
        raise Conflict(f"{row.name} belongs to the samples. Put your own on the shelf.")
    uses = store.uses_of(session, job.id)
    name = next((one for one, instrument in uses.items() if instrument == instrument_id), None)
    if name is None:
        taken = there | uses.keys()
        simulated = ShelfInstrument.model_validate(row.document).is_simulated
        painted = f"{row.name[:47]} (simulated)" if simulated and "simulated" not in row.name else row.name
        name = next(one for one in (painted, *(f"{painted[:58]} {n}" for n in range(2, 1000))) if one not in taken)
        session.add(ShelfUseRow(job_id=job.id, name=name, instrument_id=row.id))
        session.flush()
    return None if name in there else device_of(ShelfInstrument.model_validate(row.document), name)


def name_in(session: Session, job: JobRow, instrument_id: str) -> str:
    """What a job calls an instrument that it took."""
    return next(name for name, instrument in store.uses_of(session, job.id).items() if instrument == instrument_id)


def newest_check(session: Session, job: JobRow, name: str) -> tuple[CheckEntry, By] | None:
    """The newest test of a job's instrument wherever it was made, as the job's book has it, with who made it and when.

    None where that one stands in the job's book already.
    """
    instrument_id = store.uses_of(session, job.id).get(name)
    if instrument_id is None:
        return None
    checks = level_checks(store.instrument_by_id(session, instrument_id).tests)
    if not checks or checks[-1][0].job_id == job.id:
        return None
    row, check = checks[-1]
    return check.model_copy(update={"device": name}), By(row.who, row.at)


def keep_check(session: Session, job: JobRow, check: InstrumentCheckRow, device: str) -> None:
    """Keep a test of a job's book with the instrument on the shelf, unless it came from there."""
    instrument_id = store.uses_of(session, job.id).get(device)
    if instrument_id is None:
        return
    row = store.instrument_by_id(session, instrument_id, to_change=True)
    document = TestOf(check=CheckEntry.model_validate(check.document)).model_dump(mode="json")
    if any(test.at == check.at and _same(test, document) for test in row.tests):
        return
    kept = ShelfTestRow(
        id=job_store.new_id(),
        instrument_id=row.id,
        document=document,
        note="",
        job_id=job.id,
        check_id=check.id,
        who=check.who,
        at=check.at,
    )
    row.tests.append(kept)
    session.flush()


def _same(test: ShelfTestRow, document: dict[str, object]) -> bool:
    """Whether a test is another by its readings, whatever its instrument is called."""
    if test.document is None or not test.document.get("check"):
        return False
    made, other = dict(test.document["check"]), dict(document["check"])  # type: ignore[call-overload]
    return {**made, "device": ""} == {**other, "device": ""}
