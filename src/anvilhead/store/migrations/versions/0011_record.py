"""Days, hold points, notes with photos and voices, sign-offs; and a chain of hashes over the record.

Revision ID: 0011
Revises: 0010
"""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects import mysql

revision = "0011"
down_revision = "0010"
branch_labels = None
depends_on = None

UUID = sa.String(36)
NAME = sa.String(80)
TIME = mysql.DATETIME(fsp=6)


def upgrade() -> None:
    op.add_column("log_entries", sa.Column("on_device", TIME, nullable=True))
    op.add_column("log_entries", sa.Column("points", sa.JSON, nullable=True))
    op.add_column("log_entries", sa.Column("facts", sa.JSON, nullable=True))
    op.add_column("log_entries", sa.Column("from_file", sa.String(64), nullable=True))
    op.create_index("ix_log_entries_job_at", "log_entries", ["job_id", "at", "number"])
    op.drop_index("ix_log_entries_job_id", "log_entries")
    _numbered(
        "seals",
        _job("seals"),
        sa.Column("previous", sa.String(64), nullable=False),
        sa.Column("digest", sa.String(64), nullable=False),
        sa.Column("rows", sa.JSON, nullable=False),
        sa.Column("at", TIME, nullable=False),
        sa.UniqueConstraint("job_id", "previous", name="uq_seals_job_id"),
    )
    op.create_index("ix_seals_job_id", "seals", ["job_id"])
    _numbered(
        "day_plans",
        _job("day_plans"),
        sa.Column("revision", sa.Integer, nullable=False),
        sa.Column("document", sa.JSON, nullable=False),
        sa.Column("restores", sa.Integer, nullable=True),
        *_who_and_when(),
        sa.UniqueConstraint("job_id", "revision", name="uq_day_plans_job_id"),
    )
    _numbered(
        "hold_entries",
        *_id("hold_entries"),
        _job("hold_entries"),
        _structure("hold_entries"),
        sa.Column("hold", sa.String(40), nullable=False),
        sa.Column("doing", sa.String(20), nullable=False),
        sa.Column("seen", sa.JSON, nullable=False),
        sa.Column("note", sa.String(500), nullable=False),
        *_who_and_when(),
    )
    op.create_index("ix_hold_entries_job_id", "hold_entries", ["job_id"])
    op.create_table(
        "media",
        sa.Column("id", UUID, primary_key=True),
        _job("media"),
        sa.Column("media_type", sa.String(40), nullable=False),
        sa.Column("digest", sa.String(64), nullable=False),
        sa.Column("size", sa.Integer, nullable=False),
        sa.Column("content", mysql.LONGBLOB, nullable=False),
        sa.Column("thumbnail", mysql.MEDIUMBLOB, nullable=True),
        sa.Column("wide", sa.Integer, nullable=True),
        sa.Column("high", sa.Integer, nullable=True),
    )
    op.create_index("ix_media_job_id", "media", ["job_id"])
    _numbered(
        "notes",
        *_id("notes"),
        _job("notes"),
        _structure("notes"),
        sa.Column("stage", sa.String(20), nullable=True),
        sa.Column("pin", sa.JSON, nullable=True),
        sa.Column("text", sa.String(2000), nullable=False),
        sa.Column("media_id", UUID, sa.ForeignKey("media.id", name="fk_notes_media_id_media"), nullable=True),
        *_who_and_when(),
        sa.Column("struck_by", NAME, nullable=True),
        sa.Column("struck_at", TIME, nullable=True),
    )
    op.create_index("ix_notes_job_id", "notes", ["job_id"])
    _numbered(
        "sign_offs",
        *_id("sign_offs"),
        _structure("sign_offs", nullable=False),
        sa.Column("digest", sa.String(64), nullable=False),
        sa.Column("document", sa.JSON, nullable=False),
        sa.Column("note", sa.String(500), nullable=False),
        *_who_and_when(),
        sa.Column("back_by", NAME, nullable=True),
        sa.Column("back_at", TIME, nullable=True),
    )
    op.create_index("ix_sign_offs_structure_id", "sign_offs", ["structure_id"])


def downgrade() -> None:
    for table in ("sign_offs", "notes", "media", "hold_entries", "day_plans", "seals"):
        op.drop_table(table)
    op.create_index("ix_log_entries_job_id", "log_entries", ["job_id"])
    op.drop_index("ix_log_entries_job_at", "log_entries")
    for column in ("on_device", "points", "facts", "from_file"):
        op.drop_column("log_entries", column)


def _numbered(name: str, *rest: sa.schema.SchemaItem) -> None:
    op.create_table(name, sa.Column("number", sa.Integer, primary_key=True, autoincrement=True), *rest)


def _id(table: str) -> tuple[sa.Column[str], sa.UniqueConstraint]:
    return sa.Column("id", UUID, nullable=False), sa.UniqueConstraint("id", name=f"uq_{table}_id")


def _job(table: str) -> sa.Column[str]:
    key = sa.ForeignKey("jobs.id", name=f"fk_{table}_job_id_jobs")
    return sa.Column("job_id", UUID, key, nullable=False)


def _structure(table: str, *, nullable: bool = True) -> sa.Column[str]:
    key = sa.ForeignKey("structures.id", name=f"fk_{table}_structure_id_structures")
    return sa.Column("structure_id", UUID, key, nullable=nullable)


def _who_and_when() -> tuple[sa.Column[str], sa.Column[object]]:
    return sa.Column("who", NAME, nullable=False), sa.Column("at", TIME, nullable=False)
