"""The shelf as clients get it."""

from collections.abc import Iterator, Mapping, Sequence
from datetime import datetime

from sqlalchemy.orm import Session

from anvilhead.core.levels.instrument_check import CheckKind
from anvilhead.core.messages.made.shelf_words import (
    KIND_NAMES,
    TEST_NAMES,
    angle_claim_text,
    length_claim_text,
    level_claim_text,
    standing_text,
)
from anvilhead.core.messages.made.trend_words import drift_text
from anvilhead.core.messages.practised.height_words import PRACTISED_NAMES
from anvilhead.core.shelf.looked_after import looked_after
from anvilhead.core.shelf.practised import practised_as
from anvilhead.core.shelf.shelf_kind import ShelfKind
from anvilhead.core.trends.drifting import Drift, drift_of
from anvilhead.core.units.length_printing import print_small
from anvilhead.core.units.units import Units
from anvilhead.jobfile.levels.written.said import class_of
from anvilhead.service.asked.shelf_documents import ShelfInstrument
from anvilhead.service.shelf.found import (
    Found,
    angle_of,
    by_axis,
    device_of,
    found_in,
    happened,
    tape_class_of,
    test_in,
)
from anvilhead.service.views.shelf_views import (
    KindView,
    ShelfInstrumentView,
    ShelfTestView,
    ShelfUseView,
    ShelfView,
    TakenOver,
)
from anvilhead.store import shelf as store
from anvilhead.store.database import Database
from anvilhead.store.shelf_tables import ShelfInstrumentRow, ShelfTestRow

Tests = list[tuple[ShelfTestRow, Found | None]]


def get_shelf(database: Database, units: Units, now: datetime) -> ShelfView:
    """Everything on the shelf, those of the samples only where there are no others; those put away last."""
    with database.session() as session:
        rows = shown(store.instruments(session))
        names = _job_names(session, rows)
        views = [instrument_view(row, names, units, now) for row in rows]
    kinds = [KindView(kind=one, name=KIND_NAMES[one], level=one.level, answers=one.answers) for one in ShelfKind]
    return ShelfView(
        kinds=kinds,
        sample=bool(rows) and all(row.sample for row in rows),
        instruments=sorted(views, key=lambda one: (one.away, list(ShelfKind).index(one.kind), one.name)),
    )


def shown(rows: Sequence[ShelfInstrumentRow]) -> list[ShelfInstrumentRow]:
    """The yard's own instruments; those of the samples as long as there are none."""
    return [row for row in rows if not row.sample] or list(rows)


def get_instrument(database: Database, instrument_id: str, units: Units, now: datetime) -> ShelfInstrumentView:
    """One instrument."""
    with database.session() as session:
        row = store.instrument_by_id(session, instrument_id)
        return instrument_view(row, _job_names(session, [row]), units, now)


def tests_of(row: ShelfInstrumentRow, instrument: ShelfInstrument) -> Tests:
    """An instrument's tests and knocks, oldest first, with what they found."""
    in_order = sorted(row.tests, key=lambda test: (test.at, test.number))
    return [(test, None if (of := test_in(test)) is None else found_in(of, instrument)) for test in in_order]


def drifts_of(tests: Tests) -> Iterator[tuple[CheckKind, int, Drift, int]]:
    """How an instrument's error went, by kind of test and axis, and over how many days."""
    for (kind, axis), of_kind in by_axis(tests).items():
        if drift := drift_of(of_kind):
            days = [one.day for one in of_kind]
            yield kind, axis, drift, (max(days) - min(days)).days


def drift_texts(name: str, tests: Tests, units: Units) -> list[tuple[bool, str]]:
    """Whether it drifts beyond what its tests can tell, in words."""
    return [
        (
            drift.is_told,
            drift_text(
                name if kind is not CheckKind.FOUR_WAYS else f"{name}, {('first', 'second')[axis]} axis",
                drift,
                days,
                units,
            ),
        )
        for kind, axis, drift, days in drifts_of(tests)
    ]


def instrument_view(
    row: ShelfInstrumentRow, jobs: Mapping[str, str], units: Units, now: datetime
) -> ShelfInstrumentView:
    """One instrument, its jobs by their names."""
    instrument = ShelfInstrument.model_validate(row.document)
    tests = tests_of(row, instrument)
    every = instrument.kind.usual_days if instrument.test_every is None else instrument.test_every
    stands = looked_after(happened(tests), every, now)
    last = next((found for test, found in reversed(tests) if found and test.struck_at is None), None)
    use = practised_as(instrument.kind)
    return ShelfInstrumentView(
        id=row.id,
        document=instrument,
        revision=row.revision,
        kind=instrument.kind,
        level=instrument.kind.level,
        kind_name=KIND_NAMES[instrument.kind],
        name=row.name,
        simulated=instrument.is_simulated,
        sample=row.sample,
        away=row.away_at is not None,
        claims=_claims(instrument, units),
        standing=stands.standing,
        stands=standing_text(row.name, stands),
        fine=stands.is_fine,
        correction=last.correction(units) if last else None,
        can_correct=last is not None and not last.is_true and len(last.truths) == 1,
        drifts=[text for _, text in drift_texts(row.name, tests, units)],
        tests=[_test_view(test, found, jobs, units) for test, found in reversed(tests)],
        ways=list(instrument.kind.tests),
        test_every=every,
        uses=[
            ShelfUseView(job_id=use.job_id, job_name=jobs[use.job_id], name=use.name)
            for use in sorted(row.uses, key=lambda one: jobs.get(one.job_id, ""))
            if use.job_id in jobs
        ],
        taken=_taken(instrument, tests, units),
        practised_as=None if use is None else PRACTISED_NAMES[use],
    )


def _claims(instrument: ShelfInstrument, units: Units) -> str | None:
    """How good an instrument is taken to be; None for what has no claim."""
    level, tape, angle = instrument.kind.level, tape_class_of(instrument), angle_of(instrument)
    if level is not None:
        return level_claim_text(class_of(device_of(instrument), level), units)
    if tape is not None:
        return length_claim_text(tape, units)
    return None if angle is None else angle_claim_text(angle, units)


def _taken(instrument: ShelfInstrument, tests: Tests, units: Units) -> TakenOver | None:
    """What a plan takes over of a steel tape or a square-throwing laser."""
    standing = [
        (of, found) for test, found in reversed(tests) if found and (of := test_in(test)) and not test.struck_at
    ]
    test, last = next(iter(standing), (None, None))
    if instrument.kind is ShelfKind.SQUARE_LASER:
        check = test.reversal if test else None
        return TakenOver(
            offset=instrument.offset and instrument.offset.text,
            out=check and check.out.text,
            apart=check and check.apart.text,
        )
    if instrument.kind is not ShelfKind.STEEL_TAPE:
        return None
    zero = last.lengths.offered_zero_mm if last and last.lengths else None
    return TakenOver(
        error=instrument.error and instrument.error.text,
        reads_more=None if zero is None else f"{'-' if zero < 0 else ''}{print_small(zero, units) or '0'}",
    )


def _test_view(row: ShelfTestRow, found: Found | None, jobs: Mapping[str, str], units: Units) -> ShelfTestView:
    return ShelfTestView(
        id=row.id,
        kind=found and found.kind,
        title=TEST_NAMES[found.kind] if found else "knocked",
        text=found.text(units) if found else [],
        correction=found.correction(units) if found else None,
        true=found.is_true if found and row.struck_at is None else None,
        note=row.note,
        who=row.who,
        at=row.at,
        job_id=row.job_id if row.job_id in jobs else None,
        job_name=jobs.get(row.job_id or ""),
        struck_by=row.struck_by,
    )


def _job_names(session: Session, rows: Sequence[ShelfInstrumentRow]) -> dict[str, str]:
    """Names of the jobs that use them or tested them, as far as they were not thrown away."""
    ids = {use.job_id for row in rows for use in row.uses} | {test.job_id for row in rows for test in row.tests}
    return store.job_names(session, sorted(one for one in ids if one is not None))
