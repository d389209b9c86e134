"""Queries over a job's heights: what was planned, set up, shot, struck and tested.

Nothing here is ever changed or taken away, only added to, so that a reader who knows everything up to some row fetches
what came after it.  Rows are fetched as plain tuples: for a thousand readings objects would cost more than the work.
"""

from collections.abc import Sequence
from datetime import datetime
from typing import Any, NamedTuple

from sqlalchemy import Row, Select, select
from sqlalchemy.orm import InstrumentedAttribute, Session

from anvilhead.store.jobs import STRIKE_TAKEN_BACK, Mark, add, marks_of
from anvilhead.store.tables import (
    HeightsAcceptedRow,
    InstrumentCheckRow,
    LevelPlanRow,
    LevelSetupRow,
    LevelShotRow,
    LevelStrikeBackRow,
    LevelStrikeRow,
)

_SETUPS = select(LevelSetupRow.job_id)
_SHOTS = _SETUPS.join(LevelShotRow, LevelShotRow.setup_id == LevelSetupRow.id)
_STRIKES = _SHOTS.join(LevelStrikeRow, LevelStrikeRow.shot_id == LevelShotRow.id)
_BACKS = _STRIKES.join(LevelStrikeBackRow, LevelStrikeBackRow.strike_number == LevelStrikeRow.number)

_KINDS: tuple[tuple[Select[str], InstrumentedAttribute[int]], ...] = (
    (select(LevelPlanRow.job_id), LevelPlanRow.number),
    (_SETUPS, LevelSetupRow.number),
    (_SHOTS, LevelShotRow.number),
    (_STRIKES, LevelStrikeRow.number),
    (_BACKS, LevelStrikeBackRow.strike_number),
    (select(InstrumentCheckRow.job_id), InstrumentCheckRow.number),
    (select(HeightsAcceptedRow.job_id), HeightsAcceptedRow.number),
)

_COLUMNS: tuple[tuple[InstrumentedAttribute[Any], ...], ...] = (
    (
        *(LevelPlanRow.number, LevelPlanRow.revision, LevelPlanRow.document, LevelPlanRow.restores),
        *(LevelPlanRow.who, LevelPlanRow.at),
    ),
    (LevelSetupRow.number, LevelSetupRow.id, LevelSetupRow.document, LevelSetupRow.who, LevelSetupRow.at),
    (
        LevelShotRow.number,
        LevelShotRow.id,
        LevelShotRow.setup_id,
        LevelShotRow.point,
        LevelShotRow.thing,
        LevelShotRow.reading_mm,
        LevelShotRow.reading_written,
        LevelShotRow.turned_mm,
        LevelShotRow.turned_written,
        LevelShotRow.bracket_mm,
        LevelShotRow.bracket_written,
        LevelShotRow.distance_mm,
        LevelShotRow.distance_written,
        LevelShotRow.foot_mm,
        LevelShotRow.foot_written,
        LevelShotRow.leans_mm,
        LevelShotRow.leans_written,
        LevelShotRow.who,
        LevelShotRow.at,
    ),
    (LevelStrikeRow.number, LevelStrikeRow.shot_id, LevelStrikeRow.replaced_by, LevelStrikeRow.who, LevelStrikeRow.at),
    (LevelStrikeBackRow.strike_number,),
    (
        InstrumentCheckRow.number,
        InstrumentCheckRow.id,
        InstrumentCheckRow.document,
        InstrumentCheckRow.who,
        InstrumentCheckRow.at,
    ),
    (HeightsAcceptedRow.number, HeightsAcceptedRow.document, HeightsAcceptedRow.who, HeightsAcceptedRow.at),
)


def level_marks(session: Session, job_ids: Sequence[str]) -> dict[str, Mark]:
    """The mark of each job's heights: planned, set up, shot, struck, strikes taken back, tested, accepted."""
    return marks_of(session, job_ids, *_KINDS)


class Seen(NamedTuple):
    """The highest row number of each kind that a reader knows; strikes taken back have no order of their own."""

    plan: int = 0
    setup: int = 0
    shot: int = 0
    strike: int = 0
    back: int = 0
    check: int = 0
    accepted: int = 0


class LevelRows(NamedTuple):
    """Rows of a job's heights, of each kind in the order they were recorded."""

    plans: Sequence[Row[Any]]
    setups: Sequence[Row[Any]]
    shots: Sequence[Row[Any]]
    strikes: Sequence[Row[Any]]
    backs: Sequence[Row[Any]]
    checks: Sequence[Row[Any]]
    accepted: Sequence[Row[Any]]


def level_rows(session: Session, job_id: str, after: Seen) -> LevelRows:
    """Everything about a job's heights that was recorded after what somebody has seen."""
    found = []
    for (query, number), columns, seen in zip(_KINDS, _COLUMNS, after, strict=True):
        chosen = query.with_only_columns(*columns, maintain_column_froms=True)
        newer = chosen.where(query.selected_columns[0] == job_id, number > seen)
        found.append(session.execute(newer.order_by(number)).all())
    return LevelRows(*found)


def strike_shot(session: Session, shot_id: str, who: str, at: datetime, replaced_by: str | None = None) -> None:
    """Strike a level reading out; the caller has made sure that it counts."""
    session.add(LevelStrikeRow(shot_id=shot_id, replaced_by=replaced_by, who=who, at=at))
    session.flush()


def take_strike_back(session: Session, strike_number: int, who: str, at: datetime) -> None:
    """Take a strike back: its reading counts again.

    Raises:
        Conflict: when somebody has just done so.
    """
    add(session, LevelStrikeBackRow(strike_number=strike_number, who=who, at=at), STRIKE_TAKEN_BACK)
