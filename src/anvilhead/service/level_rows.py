"""Level rows to documents and back: what was typed stands beside what it means."""

from decimal import Decimal
from typing import Any
from uuid import UUID

from anvilhead.jobfile.lengths import Length
from anvilhead.jobfile.levels.documents import LevelPlan, Levels
from anvilhead.jobfile.levels.measured import CheckEntry, SetupEntry, SetupHead, ShotEntry
from anvilhead.service.level_documents import ShotCreate
from anvilhead.service.people import By
from anvilhead.store.jobs import new_id
from anvilhead.store.tables import InstrumentCheckRow, JobRow, LevelSetupRow, LevelShotRow


def level_plan_of(job: JobRow) -> LevelPlan:
    """What is planned about a job's heights; nothing when nobody planned any."""
    return LevelPlan.model_validate(job.level_plans[-1].document) if job.level_plans else LevelPlan()


def levels_of(job: JobRow) -> Levels:
    """All levels of a job as a document, struck readings with it."""
    plan = level_plan_of(job)
    return Levels(
        **dict(plan),
        setups=[setup_of(row) for row in job.setups],
        checks=[check_of(row) for row in job.checks],
    )


def has_levels(job: JobRow) -> bool:
    """Whether anything about heights was planned or measured."""
    return bool(job.level_plans or job.setups or job.checks)


def in_book_order(row: LevelSetupRow) -> list[LevelShotRow]:
    """Shots of a setup in the order of the book: a reading that corrects another stands beside it."""
    place = {shot.id: float(shot.number) for shot in row.shots}
    for shot in row.shots:
        if shot.strike and shot.strike.replaced_by in place:
            place[shot.strike.replaced_by] = place[shot.id] + 1e-9 * (shot.number + 1)
    return sorted(row.shots, key=lambda shot: place[shot.id])


def setup_of(row: LevelSetupRow) -> SetupEntry:
    """A setup with its shots."""
    head = SetupHead.model_validate(row.document)
    shots = [shot_of(shot) for shot in in_book_order(row)]
    return SetupEntry(**{**dict(head), "who": row.who, "taken": row.at}, shots=shots)


def shot_of(row: LevelShotRow) -> ShotEntry:
    """A reading as it was given."""
    return ShotEntry(
        at=row.point,
        thing=row.thing,
        reading=Length(float(row.reading_mm), row.reading_written),
        turned=_length(row.turned_mm, row.turned_written),
        distance=_length(row.distance_mm, row.distance_written),
        who=row.who,
        taken=row.at,
        struck=row.strike is not None,
    )


def check_of(row: InstrumentCheckRow) -> CheckEntry:
    """A test of an instrument."""
    check = CheckEntry.model_validate(row.document)
    return check.model_copy(update={"who": row.who, "taken": row.at})


def setup_row(setup_id: str, job_id: str, head: SetupHead, by: By) -> LevelSetupRow:
    """A row for a setup; its bare numbers are spelled out."""
    document = kept(SetupHead, head)
    return LevelSetupRow(id=setup_id, job_id=job_id, document=document, who=by.who, at=by.at)


def shot_row(shot_id: UUID | None, setup_id: str, shot: ShotCreate | ShotEntry, by: By) -> LevelShotRow:
    """A row for a reading."""
    return LevelShotRow(
        id=str(shot_id or new_id()),
        setup_id=setup_id,
        point=shot.at,
        thing=shot.thing,
        reading_mm=shot.reading.kept_mm,
        reading_written=shot.reading.text,
        turned_mm=shot.turned and shot.turned.kept_mm,
        turned_written=shot.turned and shot.turned.text,
        distance_mm=shot.distance and shot.distance.kept_mm,
        distance_written=shot.distance and shot.distance.text,
        who=by.who,
        at=by.at,
    )


def check_row(check_id: UUID | None, job_id: str, check: CheckEntry, by: By) -> InstrumentCheckRow:
    """A row for a test of an instrument."""
    document = kept(CheckEntry, check)
    return InstrumentCheckRow(id=str(check_id or new_id()), job_id=job_id, document=document, who=by.who, at=by.at)


def kept(model: type[SetupHead] | type[CheckEntry], document: SetupHead | CheckEntry) -> dict[str, Any]:
    """A document as it is kept: without who and when, which have columns of their own."""
    fields = {name: getattr(document, name) for name in model.model_fields if name not in ("who", "taken")}
    return model.model_construct(**fields).model_dump(mode="json", exclude={"who", "taken"})


def _length(mm: Decimal | None, written: str | None) -> Length | None:
    return None if mm is None else Length(float(mm), written or float(mm))
