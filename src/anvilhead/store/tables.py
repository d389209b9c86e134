"""Tables.  Lengths are DECIMAL(15,6) millimetres: 1/64 inch is exact.  Times are UTC with microseconds."""

from datetime import UTC, datetime
from decimal import Decimal
from typing import Any

from sqlalchemy import (
    JSON,
    ForeignKey,
    Index,
    Integer,
    MetaData,
    Numeric,
    String,
    Text,
    TypeDecorator,
    UniqueConstraint,
)
from sqlalchemy.dialects import mysql
from sqlalchemy.engine import Dialect
from sqlalchemy.orm import DeclarativeBase, Mapped, mapped_column, relationship


class UtcDateTime(TypeDecorator[datetime]):
    """An aware time, kept as UTC: the driver would silently drop the offset."""

    impl = mysql.DATETIME(fsp=6)
    cache_ok = True

    def process_bind_param(self, value: datetime | None, dialect: Dialect) -> datetime | None:
        """Store as UTC; a naive time is a programmer's mistake."""
        if value is None:
            return None
        if value.tzinfo is None:
            raise ValueError("times must carry their zone")
        return value.astimezone(UTC).replace(tzinfo=None)

    def process_result_value(self, value: datetime | None, dialect: Dialect) -> datetime | None:
        """Give back as aware UTC."""
        return value if value is None else value.replace(tzinfo=UTC)


Uuid = String(36)
Millimetres = Numeric(15, 6, asdecimal=True)
"""100 km, the longest length there is, takes nine digits before the point."""


class Base(DeclarativeBase):
    """Base of all tables; constraint names are fixed so that migrations can name them."""

    metadata = MetaData(
        naming_convention={
            "ix": "ix_%(column_0_label)s",
            "uq": "uq_%(table_name)s_%(column_0_name)s",
            "ck": "ck_%(table_name)s_%(constraint_name)s",
            "fk": "fk_%(table_name)s_%(column_0_name)s_%(referred_table_name)s",
            "pk": "pk_%(table_name)s",
        }
    )


class JobRow(Base):
    """A job: name, units, the burn its calls carry and its control, as a document with a revision.

    One that was put away or deleted is kept, and can be brought back; `structures` are those that were not deleted.
    """

    __tablename__ = "jobs"

    id: Mapped[str] = mapped_column(Uuid, primary_key=True)
    name: Mapped[str] = mapped_column(String(120))
    units: Mapped[str] = mapped_column(String(8))
    burn_mm: Mapped[Decimal] = mapped_column(Millimetres)
    burn_written: Mapped[str] = mapped_column(String(80))
    control: Mapped[dict[str, Any] | None] = mapped_column(JSON)
    control_before: Mapped[list[dict[str, Any]] | None] = mapped_column(JSON)
    sample: Mapped[bool] = mapped_column(default=False)
    revision: Mapped[int] = mapped_column(Integer)
    created_at: Mapped[datetime] = mapped_column(UtcDateTime)
    changed_at: Mapped[datetime] = mapped_column(UtcDateTime)
    archived_at: Mapped[datetime | None] = mapped_column(UtcDateTime)
    deleted_at: Mapped[datetime | None] = mapped_column(UtcDateTime)
    file_digest: Mapped[str | None] = mapped_column(String(64))
    structures: Mapped[list["StructureRow"]] = relationship(
        back_populates="job",
        order_by="StructureRow.position",
        primaryjoin="and_(JobRow.id == StructureRow.job_id, StructureRow.deleted_at.is_(None))",
    )


class StructureRow(Base):
    """A structure of a job; its plan is its newest revision."""

    __tablename__ = "structures"
    __table_args__ = (UniqueConstraint("job_id", "name_in_file"),)

    id: Mapped[str] = mapped_column(Uuid, primary_key=True)
    job_id: Mapped[str] = mapped_column(ForeignKey("jobs.id"))
    name_in_file: Mapped[str] = mapped_column(String(64, collation="utf8mb4_bin"))
    position: Mapped[int] = mapped_column(Integer)
    revision: Mapped[int] = mapped_column(Integer)
    deleted_at: Mapped[datetime | None] = mapped_column(UtcDateTime)
    job: Mapped[JobRow] = relationship(back_populates="structures")
    revisions: Mapped[list["PlanRevisionRow"]] = relationship(order_by="PlanRevisionRow.revision")
    newest: Mapped["PlanRevisionRow"] = relationship(
        viewonly=True,
        primaryjoin="and_(StructureRow.id == PlanRevisionRow.structure_id, "
        "StructureRow.revision == PlanRevisionRow.revision)",
    )
    pulls: Mapped[list["PullRow"]] = relationship(order_by="PullRow.number")
    rounds: Mapped[list["RoundRow"]] = relationship(order_by="RoundRow.round")
    acceptances: Mapped[list["AcceptanceRow"]] = relationship(order_by="AcceptanceRow.number")

    @property
    def accepted(self) -> list["AcceptanceRow"]:
        """Acceptances that nobody took back."""
        return [one for one in self.acceptances if one.back_at is None]

    lost: Mapped[list["LostPointRow"]] = relationship(order_by="LostPointRow.at")
    in_hand: Mapped["InHandRow | None"] = relationship()
    done: Mapped[list["DoneRow"]] = relationship(order_by="DoneRow.number")


class PlanRevisionRow(Base):
    """One revision of a plan; never changed, so that every step can be undone and told."""

    __tablename__ = "plan_revisions"
    __table_args__ = (UniqueConstraint("structure_id", "revision"),)

    number: Mapped[int] = mapped_column(Integer, primary_key=True, autoincrement=True)
    structure_id: Mapped[str] = mapped_column(ForeignKey("structures.id"))
    revision: Mapped[int] = mapped_column(Integer)
    document: Mapped[dict[str, Any]] = mapped_column(JSON)
    restores: Mapped[int | None] = mapped_column(Integer)
    who: Mapped[str] = mapped_column(String(80))
    at: Mapped[datetime] = mapped_column(UtcDateTime)


class PullRow(Base):
    """One reading, never changed: struck by a row in `strikes`, replaced by another reading."""

    __tablename__ = "pulls"

    number: Mapped[int] = mapped_column(Integer, primary_key=True, autoincrement=True)
    id: Mapped[str] = mapped_column(Uuid, unique=True)
    structure_id: Mapped[str] = mapped_column(ForeignKey("structures.id"))
    round: Mapped[int] = mapped_column(Integer)
    start: Mapped[str] = mapped_column(String(64))
    end: Mapped[str] = mapped_column(String(64))
    how: Mapped[dict[str, Any] | None] = mapped_column(JSON(none_as_null=True))
    reading_mm: Mapped[Decimal] = mapped_column(Millimetres)
    reading_written: Mapped[str] = mapped_column(String(80))
    burn_mm: Mapped[Decimal] = mapped_column(Millimetres)
    burn_written: Mapped[str] = mapped_column(String(80))
    fall_mm: Mapped[Decimal] = mapped_column(Millimetres)
    fall_written: Mapped[str] = mapped_column(String(80))
    who: Mapped[str] = mapped_column(String(80))
    at: Mapped[datetime] = mapped_column(UtcDateTime)
    strikes: Mapped[list["StrikeRow"]] = relationship(foreign_keys="StrikeRow.pull_id", order_by="StrikeRow.number")

    @property
    def strike(self) -> "StrikeRow | None":
        """The strike that stands; None when there is none, or the last was taken back."""
        return next((one for one in reversed(self.strikes) if one.back is None), None)


class StrikeRow(Base):
    """A reading struck out: by whom, when, and the reading that stands in its place, if any."""

    __tablename__ = "strikes"

    number: Mapped[int] = mapped_column(Integer, primary_key=True, autoincrement=True)
    pull_id: Mapped[str] = mapped_column(ForeignKey("pulls.id"), index=True)
    replaced_by: Mapped[str | None] = mapped_column(ForeignKey("pulls.id"))
    who: Mapped[str] = mapped_column(String(80))
    at: Mapped[datetime] = mapped_column(UtcDateTime)
    back: Mapped["StrikeBackRow | None"] = relationship()


class StrikeBackRow(Base):
    """A strike taken back, and by whom: the reading counts again."""

    __tablename__ = "strikes_back"

    strike_number: Mapped[int] = mapped_column(ForeignKey("strikes.number"), primary_key=True, autoincrement=False)
    who: Mapped[str] = mapped_column(String(80))
    at: Mapped[datetime] = mapped_column(UtcDateTime)


class RoundRow(Base):
    """Why a round is pulled; a round without a row is pulled to bring the strings in."""

    __tablename__ = "rounds"

    structure_id: Mapped[str] = mapped_column(ForeignKey("structures.id"), primary_key=True)
    round: Mapped[int] = mapped_column(Integer, primary_key=True, autoincrement=False)
    occasion: Mapped[str] = mapped_column(String(20))
    who: Mapped[str] = mapped_column(String(80))
    at: Mapped[datetime] = mapped_column(UtcDateTime)


class AcceptanceRow(Base):
    """A round accepted by name, with what it was off then; never changed but for who took it back."""

    __tablename__ = "acceptances"

    number: Mapped[int] = mapped_column(Integer, primary_key=True, autoincrement=True)
    structure_id: Mapped[str] = mapped_column(ForeignKey("structures.id"))
    round: Mapped[int] = mapped_column(Integer)
    worst_mm: Mapped[Decimal | None] = mapped_column(Millimetres)
    tolerance_mm: Mapped[Decimal] = mapped_column(Millimetres)
    note: Mapped[str] = mapped_column(String(500))
    who: Mapped[str] = mapped_column(String(80))
    at: Mapped[datetime] = mapped_column(UtcDateTime)
    back_by: Mapped[str | None] = mapped_column(String(80))
    back_at: Mapped[datetime | None] = mapped_column(UtcDateTime)


class LostPointRow(Base):
    """A point that is gone, what is left to find it from, and how it was set again."""

    __tablename__ = "lost_points"

    id: Mapped[str] = mapped_column(Uuid, primary_key=True)
    structure_id: Mapped[str] = mapped_column(ForeignKey("structures.id"))
    point: Mapped[str] = mapped_column(String(64))
    left: Mapped[list[str]] = mapped_column(JSON)
    who: Mapped[str] = mapped_column(String(80))
    at: Mapped[datetime] = mapped_column(UtcDateTime)
    set_again: Mapped[str | None] = mapped_column(String(500))
    set_by: Mapped[str | None] = mapped_column(String(80))
    set_at: Mapped[datetime | None] = mapped_column(UtcDateTime)
    found_by: Mapped[str | None] = mapped_column(String(80))
    found_at: Mapped[datetime | None] = mapped_column(UtcDateTime)

    @property
    def is_gone(self) -> bool:
        """Whether it is still to be set again: neither set nor found standing after all."""
        return self.set_at is None and self.found_at is None


class DoneRow(Base):
    """Something done to a mark, a stake or a piece, with the numbers of the plan then; never changed."""

    __tablename__ = "done_marks"

    number: Mapped[int] = mapped_column(Integer, primary_key=True, autoincrement=True)
    id: Mapped[str] = mapped_column(Uuid, unique=True)
    structure_id: Mapped[str] = mapped_column(ForeignKey("structures.id"))
    what: Mapped[str] = mapped_column(String(80))
    doing: Mapped[str] = mapped_column(String(20))
    planned: Mapped[list[float] | None] = mapped_column(JSON(none_as_null=True))
    note: Mapped[str] = mapped_column(String(500))
    who: Mapped[str] = mapped_column(String(80))
    at: Mapped[datetime] = mapped_column(UtcDateTime)


class InHandRow(Base):
    """The pull that the crew of a structure is at now, so that both ends of the tape see the same."""

    __tablename__ = "pulls_in_hand"

    structure_id: Mapped[str] = mapped_column(ForeignKey("structures.id"), primary_key=True)
    call: Mapped[str] = mapped_column(String(200))
    who: Mapped[str] = mapped_column(String(80))
    at: Mapped[datetime] = mapped_column(UtcDateTime)


class LevelPlanRow(Base):
    """One revision of what is planned about a job's heights; never changed."""

    __tablename__ = "level_plans"
    __table_args__ = (UniqueConstraint("job_id", "revision"),)

    number: Mapped[int] = mapped_column(Integer, primary_key=True, autoincrement=True)
    job_id: Mapped[str] = mapped_column(ForeignKey("jobs.id"))
    revision: Mapped[int] = mapped_column(Integer)
    document: Mapped[dict[str, Any]] = mapped_column(JSON)
    restores: Mapped[int | None] = mapped_column(Integer)
    who: Mapped[str] = mapped_column(String(80))
    at: Mapped[datetime] = mapped_column(UtcDateTime)


class LevelSetupRow(Base):
    """One standing of an instrument; never changed."""

    __tablename__ = "level_setups"

    number: Mapped[int] = mapped_column(Integer, primary_key=True, autoincrement=True)
    id: Mapped[str] = mapped_column(Uuid, unique=True)
    job_id: Mapped[str] = mapped_column(ForeignKey("jobs.id"))
    document: Mapped[dict[str, Any]] = mapped_column(JSON)
    who: Mapped[str] = mapped_column(String(80))
    at: Mapped[datetime] = mapped_column(UtcDateTime)


class LevelShotRow(Base):
    """One reading of a setup, never changed: struck by a row in `level_strikes`, replaced by another reading."""

    __tablename__ = "level_shots"

    number: Mapped[int] = mapped_column(Integer, primary_key=True, autoincrement=True)
    id: Mapped[str] = mapped_column(Uuid, unique=True)
    setup_id: Mapped[str] = mapped_column(ForeignKey("level_setups.id"))
    point: Mapped[str] = mapped_column(String(64))
    thing: Mapped[str | None] = mapped_column(String(64))
    reading_mm: Mapped[Decimal] = mapped_column(Millimetres)
    reading_written: Mapped[str] = mapped_column(String(80))
    turned_mm: Mapped[Decimal | None] = mapped_column(Millimetres)
    turned_written: Mapped[str | None] = mapped_column(String(80))
    bracket_mm: Mapped[Decimal | None] = mapped_column(Millimetres)
    bracket_written: Mapped[str | None] = mapped_column(String(80))
    distance_mm: Mapped[Decimal | None] = mapped_column(Millimetres)
    distance_written: Mapped[str | None] = mapped_column(String(80))
    foot_mm: Mapped[Decimal | None] = mapped_column(Millimetres)
    foot_written: Mapped[str | None] = mapped_column(String(80))
    leans_mm: Mapped[Decimal | None] = mapped_column(Millimetres)
    leans_written: Mapped[str | None] = mapped_column(String(80))
    who: Mapped[str] = mapped_column(String(80))
    at: Mapped[datetime] = mapped_column(UtcDateTime)


class LevelStrikeRow(Base):
    """A level reading struck out: by whom, when, and the reading that stands in its place, if any."""

    __tablename__ = "level_strikes"

    number: Mapped[int] = mapped_column(Integer, primary_key=True, autoincrement=True)
    shot_id: Mapped[str] = mapped_column(ForeignKey("level_shots.id"), index=True)
    replaced_by: Mapped[str | None] = mapped_column(ForeignKey("level_shots.id"))
    who: Mapped[str] = mapped_column(String(80))
    at: Mapped[datetime] = mapped_column(UtcDateTime)


class LevelStrikeBackRow(Base):
    """A strike taken back, and by whom: the reading counts again."""

    __tablename__ = "level_strikes_back"

    strike_number: Mapped[int] = mapped_column(
        ForeignKey("level_strikes.number"), primary_key=True, autoincrement=False
    )
    who: Mapped[str] = mapped_column(String(80))
    at: Mapped[datetime] = mapped_column(UtcDateTime)


class InstrumentCheckRow(Base):
    """A test of an instrument; never changed, the latest counts."""

    __tablename__ = "instrument_checks"

    number: Mapped[int] = mapped_column(Integer, primary_key=True, autoincrement=True)
    id: Mapped[str] = mapped_column(Uuid, unique=True)
    job_id: Mapped[str] = mapped_column(ForeignKey("jobs.id"))
    document: Mapped[dict[str, Any]] = mapped_column(JSON)
    who: Mapped[str] = mapped_column(String(80))
    at: Mapped[datetime] = mapped_column(UtcDateTime)


class HeightsAcceptedRow(Base):
    """Heights of a structure accepted by name, or that taken back; never changed, the latest of a structure counts."""

    __tablename__ = "heights_accepted"

    number: Mapped[int] = mapped_column(Integer, primary_key=True, autoincrement=True)
    job_id: Mapped[str] = mapped_column(ForeignKey("jobs.id"), index=True)
    document: Mapped[dict[str, Any]] = mapped_column(JSON)
    who: Mapped[str] = mapped_column(String(80))
    at: Mapped[datetime] = mapped_column(UtcDateTime)


class LogRow(Base):
    """What happened, in words, for the record; never changed.

    `on_device`: by the clock of the device, where it was told; `points`: where on the plan; `facts`: what belongs to
    it, such as the instrument and its last test, each with its name; `from_file`: head of the record of the file that
    it came with.
    """

    __tablename__ = "log_entries"
    __table_args__ = (Index("ix_log_entries_job_at", "job_id", "at", "number"),)

    number: Mapped[int] = mapped_column(Integer, primary_key=True, autoincrement=True)
    job_id: Mapped[str] = mapped_column(ForeignKey("jobs.id"))
    structure_id: Mapped[str | None] = mapped_column(ForeignKey("structures.id"))
    action: Mapped[str] = mapped_column(String(40))
    text: Mapped[str] = mapped_column(Text)
    who: Mapped[str] = mapped_column(String(80))
    at: Mapped[datetime] = mapped_column(UtcDateTime)
    on_device: Mapped[datetime | None] = mapped_column(UtcDateTime)
    points: Mapped[list[str] | None] = mapped_column(JSON(none_as_null=True))
    facts: Mapped[dict[str, str] | None] = mapped_column(JSON(none_as_null=True))
    from_file: Mapped[str | None] = mapped_column(String(64))


class SealRow(Base):
    """A link of a job's chain of hashes: rows that were written together, each with its hash; see `seals.py`."""

    __tablename__ = "seals"
    __table_args__ = (UniqueConstraint("job_id", "previous"),)

    number: Mapped[int] = mapped_column(Integer, primary_key=True, autoincrement=True)
    job_id: Mapped[str] = mapped_column(ForeignKey("jobs.id"), index=True)
    previous: Mapped[str] = mapped_column(String(64))
    digest: Mapped[str] = mapped_column(String(64))
    rows: Mapped[list[list[str]]] = mapped_column(JSON)
    at: Mapped[datetime] = mapped_column(UtcDateTime)


class DayPlanRow(Base):
    """One revision of what is planned about a job's days; never changed."""

    __tablename__ = "day_plans"
    __table_args__ = (UniqueConstraint("job_id", "revision"),)

    number: Mapped[int] = mapped_column(Integer, primary_key=True, autoincrement=True)
    job_id: Mapped[str] = mapped_column(ForeignKey("jobs.id"))
    revision: Mapped[int] = mapped_column(Integer)
    document: Mapped[dict[str, Any]] = mapped_column(JSON)
    restores: Mapped[int | None] = mapped_column(Integer)
    who: Mapped[str] = mapped_column(String(80))
    at: Mapped[datetime] = mapped_column(UtcDateTime)


class HoldRow(Base):
    """Something done at a hold point: looked through, gone past, taken back; never changed, the latest counts."""

    __tablename__ = "hold_entries"

    number: Mapped[int] = mapped_column(Integer, primary_key=True, autoincrement=True)
    id: Mapped[str] = mapped_column(Uuid, unique=True)
    job_id: Mapped[str] = mapped_column(ForeignKey("jobs.id"), index=True)
    structure_id: Mapped[str | None] = mapped_column(ForeignKey("structures.id"))
    hold: Mapped[str] = mapped_column(String(40))
    doing: Mapped[str] = mapped_column(String(20))
    seen: Mapped[list[str]] = mapped_column(JSON)
    note: Mapped[str] = mapped_column(String(500))
    who: Mapped[str] = mapped_column(String(80))
    at: Mapped[datetime] = mapped_column(UtcDateTime)


class MediaRow(Base):
    """A photo or a voice note as it came, but for where it was taken; `thumbnail`: of a photo."""

    __tablename__ = "media"

    id: Mapped[str] = mapped_column(Uuid, primary_key=True)
    job_id: Mapped[str] = mapped_column(ForeignKey("jobs.id"), index=True)
    media_type: Mapped[str] = mapped_column(String(40))
    digest: Mapped[str] = mapped_column(String(64))
    size: Mapped[int] = mapped_column(Integer)
    content: Mapped[bytes] = mapped_column(mysql.LONGBLOB, deferred=True)
    thumbnail: Mapped[bytes | None] = mapped_column(mysql.MEDIUMBLOB, deferred=True)
    wide: Mapped[int | None] = mapped_column(Integer)
    high: Mapped[int | None] = mapped_column(Integer)


class NoteRow(Base):
    """A note, with a photo or a voice where there is one, pinned to what it speaks of; never changed but for a strike.

    `pin`: a point, a place on the plan, a board or a step; `struck_by` says who took it off the walls: it stays here.
    """

    __tablename__ = "notes"

    number: Mapped[int] = mapped_column(Integer, primary_key=True, autoincrement=True)
    id: Mapped[str] = mapped_column(Uuid, unique=True)
    job_id: Mapped[str] = mapped_column(ForeignKey("jobs.id"), index=True)
    structure_id: Mapped[str | None] = mapped_column(ForeignKey("structures.id"))
    stage: Mapped[str | None] = mapped_column(String(20))
    pin: Mapped[dict[str, Any] | None] = mapped_column(JSON(none_as_null=True))
    text: Mapped[str] = mapped_column(String(2000))
    media_id: Mapped[str | None] = mapped_column(ForeignKey("media.id"))
    who: Mapped[str] = mapped_column(String(80))
    at: Mapped[datetime] = mapped_column(UtcDateTime)
    struck_by: Mapped[str | None] = mapped_column(String(80))
    struck_at: Mapped[datetime | None] = mapped_column(UtcDateTime)


class SignOffRow(Base):
    """An as-built record signed by name, as it was then and with its hash; never changed but for who took it back."""

    __tablename__ = "sign_offs"

    number: Mapped[int] = mapped_column(Integer, primary_key=True, autoincrement=True)
    id: Mapped[str] = mapped_column(Uuid, unique=True)
    structure_id: Mapped[str] = mapped_column(ForeignKey("structures.id"), index=True)
    digest: Mapped[str] = mapped_column(String(64))
    document: Mapped[dict[str, Any]] = mapped_column(JSON)
    note: Mapped[str] = mapped_column(String(500))
    who: Mapped[str] = mapped_column(String(80))
    at: Mapped[datetime] = mapped_column(UtcDateTime)
    back_by: Mapped[str | None] = mapped_column(String(80))
    back_at: Mapped[datetime | None] = mapped_column(UtcDateTime)


class PracticeRunRow(Base):
    """A task begun in the practice yard: no job, no record; its seed is what nobody is told before it is over.

    `plan`: a job file of one structure, where it is practised on a plan of one's own; `easy`: readings are taken over
    instead of read by eye; `conditions`: what it was begun under, None for runs from before there were any.
    """

    __tablename__ = "practice_runs"

    id: Mapped[str] = mapped_column(Uuid, primary_key=True)
    task: Mapped[str] = mapped_column(String(40))
    units: Mapped[str] = mapped_column(String(8))
    seed: Mapped[str] = mapped_column(String(64))
    plan: Mapped[dict[str, Any] | None] = mapped_column(JSON(none_as_null=True))
    easy: Mapped[bool] = mapped_column(default=False)
    conditions: Mapped[dict[str, Any] | None] = mapped_column(JSON(none_as_null=True))
    who: Mapped[str] = mapped_column(String(80), index=True)
    at: Mapped[datetime] = mapped_column(UtcDateTime)
    steps: Mapped[list["PracticeStepRow"]] = relationship(order_by="PracticeStepRow.number")


class PracticeSetRow(Base):
    """A task that somebody set for somebody, and the run that it was begun with."""

    __tablename__ = "practice_set"

    id: Mapped[str] = mapped_column(Uuid, primary_key=True)
    task: Mapped[str] = mapped_column(String(40))
    units: Mapped[str] = mapped_column(String(8))
    plan: Mapped[dict[str, Any] | None] = mapped_column(JSON(none_as_null=True))
    for_who: Mapped[str] = mapped_column(String(80), index=True)
    note: Mapped[str] = mapped_column(String(500))
    who: Mapped[str] = mapped_column(String(80), index=True)
    at: Mapped[datetime] = mapped_column(UtcDateTime)
    run_id: Mapped[str | None] = mapped_column(ForeignKey("practice_runs.id"))
    run: Mapped[PracticeRunRow | None] = relationship()


class PracticeStepRow(Base):
    """One thing done in a practice run, never changed; everything else of the run follows from them."""

    __tablename__ = "practice_steps"

    number: Mapped[int] = mapped_column(Integer, primary_key=True, autoincrement=True)
    id: Mapped[str] = mapped_column(Uuid, unique=True)
    run_id: Mapped[str] = mapped_column(ForeignKey("practice_runs.id"))
    document: Mapped[dict[str, Any]] = mapped_column(JSON)
    at: Mapped[datetime] = mapped_column(UtcDateTime)
