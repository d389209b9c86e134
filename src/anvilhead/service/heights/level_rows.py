"""Documents about heights to rows: what was typed stands beside what it means."""

from typing import Any
from uuid import UUID

from anvilhead.jobfile.levels.measured import CheckEntry, HeightsAccepted, SetupHead, ShotEntry
from anvilhead.service.asked.level_documents import ShotCreate
from anvilhead.store.jobs import new_id
from anvilhead.store.people import By
from anvilhead.store.tables import HeightsAcceptedRow, InstrumentCheckRow, LevelSetupRow, LevelShotRow


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
        bracket_mm=shot.bracket and shot.bracket.kept_mm,
        bracket_written=shot.bracket and shot.bracket.text,
        distance_mm=shot.distance and shot.distance.kept_mm,
        distance_written=shot.distance and shot.distance.text,
        foot_mm=shot.foot and shot.foot.kept_mm,
        foot_written=shot.foot and shot.foot.text,
        leans_mm=shot.leans and shot.leans.kept_mm,
        leans_written=shot.leans and shot.leans.text,
        who=by.who,
        at=by.at,
    )


def check_row(check_id: UUID | None, job_id: str, check: CheckEntry, by: By) -> InstrumentCheckRow:
    """A row for a test of an instrument."""
    document = kept(CheckEntry, check)
    return InstrumentCheckRow(id=str(check_id or new_id()), job_id=job_id, document=document, who=by.who, at=by.at)


def accepted_row(job_id: str, accepted: HeightsAccepted, by: By) -> HeightsAcceptedRow:
    """A row for heights that were accepted, or for taking that back."""
    return HeightsAcceptedRow(job_id=job_id, document=kept(HeightsAccepted, accepted), who=by.who, at=by.at)


def kept(
    model: type[SetupHead] | type[CheckEntry] | type[HeightsAccepted],
    document: SetupHead | CheckEntry | HeightsAccepted,
) -> dict[str, Any]:
    """A document as it is kept: without who and when, which have columns of their own."""
    fields = {name: getattr(document, name) for name in model.model_fields if name not in ("who", "taken")}
    return model.model_construct(**fields).model_dump(mode="json", exclude={"who", "taken"})
