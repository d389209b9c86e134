"""Tables of the shelf: instruments that all jobs share.  No job's record is in them, so nothing of them is sealed."""

from datetime import datetime
from typing import Any

from sqlalchemy import JSON, ForeignKey, Integer, String
from sqlalchemy.orm import Mapped, mapped_column, relationship

from anvilhead.store.tables import Base, UtcDateTime, Uuid


class ShelfInstrumentRow(Base):
    """An instrument by the name painted on it; one that was put away is kept.  `sample`: of the sample jobs.

    `takes`: its name while it stands on the shelf, which no other then has; null when it is put away.
    """

    __tablename__ = "shelf_instruments"

    id: Mapped[str] = mapped_column(Uuid, primary_key=True)
    name: Mapped[str] = mapped_column(String(64, collation="utf8mb4_bin"), index=True)
    takes: Mapped[str | None] = mapped_column(String(80, collation="utf8mb4_bin"), unique=True)
    kind: Mapped[str] = mapped_column(String(20))
    document: Mapped[dict[str, Any]] = mapped_column(JSON)
    sample: Mapped[bool] = mapped_column(default=False)
    revision: Mapped[int] = mapped_column(Integer)
    who: Mapped[str] = mapped_column(String(80))
    at: Mapped[datetime] = mapped_column(UtcDateTime)
    away_at: Mapped[datetime | None] = mapped_column(UtcDateTime)
    tests: Mapped[list["ShelfTestRow"]] = relationship(order_by="ShelfTestRow.number")
    uses: Mapped[list["ShelfUseRow"]] = relationship()


class ShelfTestRow(Base):
    """A test of an instrument, or a knock, where `document` is null; never changed but for a strike.

    `job_id`: where it was tested, `check_id`: and the test in that job's book which it is.
    """

    __tablename__ = "shelf_tests"

    number: Mapped[int] = mapped_column(Integer, primary_key=True, autoincrement=True)
    id: Mapped[str] = mapped_column(Uuid, unique=True)
    instrument_id: Mapped[str] = mapped_column(ForeignKey("shelf_instruments.id"))
    document: Mapped[dict[str, Any] | None] = mapped_column(JSON(none_as_null=True))
    note: Mapped[str] = mapped_column(String(500))
    job_id: Mapped[str | None] = mapped_column(ForeignKey("jobs.id"))
    check_id: Mapped[str | None] = mapped_column(Uuid)
    who: Mapped[str] = mapped_column(String(80))
    at: Mapped[datetime] = mapped_column(UtcDateTime)
    struck_by: Mapped[str | None] = mapped_column(String(80))
    struck_at: Mapped[datetime | None] = mapped_column(UtcDateTime)


class ShelfUseRow(Base):
    """That a job uses an instrument, and what it is called there."""

    __tablename__ = "shelf_uses"

    job_id: Mapped[str] = mapped_column(ForeignKey("jobs.id"), primary_key=True)
    name: Mapped[str] = mapped_column(String(64, collation="utf8mb4_bin"), primary_key=True)
    instrument_id: Mapped[str] = mapped_column(ForeignKey("shelf_instruments.id"))
