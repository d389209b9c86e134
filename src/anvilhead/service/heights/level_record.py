"""What a job's heights were recorded as, in plain values that outlive the transaction they were read in.

A record is only ever added to: what is kept of it is brought up to date by the rows that came since.
"""

from dataclasses import dataclass, replace
from datetime import datetime
from decimal import Decimal
from functools import cached_property
from typing import Any

from sqlalchemy import Row
from sqlalchemy.orm import Session

from anvilhead.jobfile.lengths import Length
from anvilhead.jobfile.levels.documents import LevelPlan, Levels
from anvilhead.jobfile.levels.measured import CheckEntry, HeightsAccepted, SetupEntry, SetupHead, ShotEntry
from anvilhead.service.revisions import to_redo, to_restore
from anvilhead.service.shown.kept import Kept
from anvilhead.store.jobs import Mark
from anvilhead.store.levels import LevelRows, Seen, level_marks, level_rows


@dataclass(frozen=True)
class LevelStrike:
    """A reading struck out; `back` once that was taken back."""

    number: int
    replaced_by: str | None
    who: str
    at: datetime
    back: bool


@dataclass(frozen=True, eq=False)
class Shot:
    """One reading as it was given, and its strikes."""

    number: int
    id: str
    setup_id: str
    point: str
    thing: str | None
    reading: Length
    turned: Length | None
    bracket: Length | None
    distance: Length | None
    foot: Length | None
    leans: Length | None
    who: str
    at: datetime
    strikes: tuple[LevelStrike, ...] = ()

    @property
    def strike(self) -> LevelStrike | None:
        """The strike that stands; None when there is none, or the last was taken back."""
        return next((one for one in reversed(self.strikes) if not one.back), None)

    @cached_property
    def entry(self) -> ShotEntry:
        """It as a document."""
        return ShotEntry(
            at=self.point,
            thing=self.thing,
            reading=self.reading,
            turned=self.turned,
            bracket=self.bracket,
            distance=self.distance,
            foot=self.foot,
            leans=self.leans,
            who=self.who,
            taken=self.at,
            struck=self.strike is not None,
        )


@dataclass(frozen=True, eq=False)
class Setup:
    """One standing of an instrument, with its readings in the order they were recorded."""

    number: int
    id: str
    head: SetupHead
    who: str
    at: datetime
    shots: tuple[Shot, ...] = ()

    @cached_property
    def in_book_order(self) -> tuple[Shot, ...]:
        """Shots in the order of the book: a reading that corrects another stands beside it."""
        place = {shot.id: float(shot.number) for shot in self.shots}
        for shot in self.shots:
            if shot.strike and shot.strike.replaced_by in place:
                place[shot.strike.replaced_by] = place[shot.id] + 1e-9 * (shot.number + 1)
        return tuple(sorted(self.shots, key=lambda shot: place[shot.id]))

    @cached_property
    def entry(self) -> SetupEntry:
        """It as a document, with its shots."""
        shots = [shot.entry for shot in self.in_book_order]
        return SetupEntry(**{**dict(self.head), "who": self.who, "taken": self.at}, shots=shots)


@dataclass(frozen=True)
class PlanRevision:
    """One revision of what was planned about heights."""

    number: int
    revision: int
    document: dict[str, Any]
    restores: int | None
    who: str
    at: datetime


@dataclass(frozen=True)
class InstrumentCheck:
    """A test of an instrument."""

    number: int
    id: str
    entry: CheckEntry


@dataclass(frozen=True)
class AcceptedHeights:
    """Heights accepted, or that taken back."""

    number: int
    entry: HeightsAccepted


@dataclass(frozen=True, eq=False)
class LevelRecord:
    """Everything recorded about a job's heights."""

    plans: tuple[PlanRevision, ...] = ()
    setups: tuple[Setup, ...] = ()
    checks: tuple[InstrumentCheck, ...] = ()
    accepted: tuple[AcceptedHeights, ...] = ()

    @property
    def is_empty(self) -> bool:
        """Whether nothing about heights was planned or measured."""
        return not (self.plans or self.setups or self.checks)

    @property
    def revision(self) -> int:
        """Of the plan; 0 when nobody planned anything."""
        return self.plans[-1].revision if self.plans else 0

    @property
    def to_restore(self) -> int | None:
        """The revision that undo would bring back."""
        return to_restore(self.plans)

    @property
    def to_redo(self) -> int | None:
        """The revision that redo would bring back."""
        return to_redo(self.plans)

    @cached_property
    def plan(self) -> LevelPlan:
        """What is planned; nothing when nobody planned any."""
        return LevelPlan.model_validate(self.plans[-1].document) if self.plans else LevelPlan()

    @cached_property
    def levels(self) -> Levels:
        """All of it as a document, struck readings with it."""
        setups = [setup.entry for setup in self.setups]
        checks, accepted = [check.entry for check in self.checks], [one.entry for one in self.accepted]
        return Levels(**dict(self.plan), setups=setups, checks=checks, accepted=accepted)

    def index_of(self, setup_id: str | None) -> int | None:
        """Which of the setups an id means, from 0; None when there is none of it."""
        return next((i for i, one in enumerate(self.setups) if one.id == setup_id), None)

    def shot(self, shot_id: str) -> tuple[int, Shot] | None:
        """A reading and the index of its setup; None when there is none."""
        found = ((i, shot) for i, setup in enumerate(self.setups) for shot in setup.shots if shot.id == shot_id)
        return next(found, None)

    @cached_property
    def mark(self) -> Mark:
        """The mark of exactly these rows, see `level_marks`."""
        numbers = self._numbers()
        return tuple(figure for kind in numbers for figure in (len(kind), max(kind, default=0), sum(kind)))

    def _numbers(self) -> list[list[int]]:
        """Row numbers of each kind."""
        shots = [shot for setup in self.setups for shot in setup.shots]
        strikes = [strike for shot in shots for strike in shot.strikes]
        backs = [strike for strike in strikes if strike.back]
        kinds = (self.plans, self.setups, shots, strikes, backs, self.checks, self.accepted)
        return [[one.number for one in kind] for kind in kinds]

    @property
    def seen(self) -> Seen:
        """What later rows come after; all strikes taken back are asked for again."""
        return Seen(*self.mark[1::3])._replace(back=0)


_records: Kept[LevelRecord] = Kept(most=64)


def level_record(session: Session, job_id: str, mark: Mark | None = None) -> LevelRecord:
    """What a job's heights are recorded as now; `mark` is theirs, where it was fetched with those of other jobs."""
    mark = mark or level_marks(session, [job_id])[job_id]
    known = _records.get(job_id, LevelRecord)
    if known.mark == mark:
        return known
    record = _with(known, level_rows(session, job_id, known.seen))
    if record.mark != mark and known.mark != LevelRecord().mark:
        # somebody's transaction came to nothing, or this one sees less than the last reader's
        record = _with(LevelRecord(), level_rows(session, job_id, Seen()))
    _records.put(job_id, record)
    return record


def _with(record: LevelRecord, rows: LevelRows) -> LevelRecord:
    """A record and the rows that came since; what did not change stays the same object."""
    setups = {setup.id: setup for setup in [*record.setups, *map(_setup, rows.setups)]}
    shots = {shot.id: shot for setup in record.setups for shot in setup.shots}
    shots |= {row.id: _shot(row) for row in rows.shots if row.setup_id in setups}
    changed = {row.id for row in rows.shots} & shots.keys()
    for row in rows.strikes:
        if row.shot_id in shots:
            strikes = (*shots[row.shot_id].strikes, LevelStrike(row.number, row.replaced_by, row.who, row.at, False))
            shots[row.shot_id] = replace(shots[row.shot_id], strikes=strikes)
            changed.add(row.shot_id)
    taken_back = {number for (number,) in rows.backs}
    for shot in [shot for shot in shots.values() if any(s.number in taken_back and not s.back for s in shot.strikes)]:
        strikes = tuple(replace(one, back=one.number in taken_back) for one in shot.strikes)
        shots[shot.id] = replace(shot, strikes=strikes)
        changed.add(shot.id)
    in_setup: dict[str, list[Shot]] = {shots[shot_id].setup_id: [] for shot_id in changed}
    for shot in shots.values() if changed else ():
        if shot.setup_id in in_setup:
            in_setup[shot.setup_id].append(shot)
    for setup_id, its in in_setup.items():
        setups[setup_id] = replace(setups[setup_id], shots=tuple(its))
    return LevelRecord(
        (*record.plans, *map(_plan, rows.plans)),
        tuple(setups.values()),
        (*record.checks, *map(_check, rows.checks)),
        (*record.accepted, *map(_accepted, rows.accepted)),
    )


def _accepted(row: Row[Any]) -> AcceptedHeights:
    entry = HeightsAccepted.model_validate(row.document)
    return AcceptedHeights(row.number, entry.model_copy(update={"who": row.who, "taken": row.at}))


def _plan(row: Row[Any]) -> PlanRevision:
    return PlanRevision(row.number, row.revision, row.document, row.restores, row.who, row.at)


def _setup(row: Row[Any]) -> Setup:
    return Setup(row.number, row.id, SetupHead.model_validate(row.document), row.who, row.at)


def _shot(row: Row[Any]) -> Shot:
    return Shot(
        row.number,
        row.id,
        row.setup_id,
        row.point,
        row.thing,
        Length(float(row.reading_mm), row.reading_written),
        _length(row.turned_mm, row.turned_written),
        _length(row.bracket_mm, row.bracket_written),
        _length(row.distance_mm, row.distance_written),
        _length(row.foot_mm, row.foot_written),
        _length(row.leans_mm, row.leans_written),
        row.who,
        row.at,
    )


def _length(mm: Decimal | None, written: str | None) -> Length | None:
    return None if mm is None else Length(float(mm), written or float(mm))


def _check(row: Row[Any]) -> InstrumentCheck:
    check = CheckEntry.model_validate(row.document)
    return InstrumentCheck(row.number, row.id, check.model_copy(update={"who": row.who, "taken": row.at}))
