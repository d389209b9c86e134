"""Levels: what is planned about heights, setups and their shots, tests of instruments.

Revision ID: 0004
Revises: 0003
"""

from datetime import datetime

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects import mysql

revision = "0004"
down_revision = "0003"
branch_labels = None
depends_on = None

_TIME = mysql.DATETIME(fsp=6)
_MM = sa.Numeric(15, 6)


def _number(table: str) -> tuple[sa.Column[int], sa.PrimaryKeyConstraint]:
    column = sa.Column("number", sa.Integer(), nullable=False, autoincrement=True)
    return column, sa.PrimaryKeyConstraint("number", name=f"pk_{table}")


def _id(table: str) -> tuple[sa.Column[str], sa.UniqueConstraint]:
    return sa.Column("id", sa.String(36), nullable=False), sa.UniqueConstraint("id", name=f"uq_{table}_id")


def _job(table: str) -> tuple[sa.Column[str], sa.ForeignKeyConstraint]:
    return (
        sa.Column("job_id", sa.String(36), nullable=False),
        sa.ForeignKeyConstraint(["job_id"], ["jobs.id"], name=f"fk_{table}_job_id_jobs"),
    )


def _by() -> tuple[sa.Column[str], sa.Column[datetime]]:
    return sa.Column("who", sa.String(80), nullable=False), sa.Column("at", _TIME, nullable=False)


def upgrade() -> None:
    op.create_table(
        "level_plans",
        *_number("level_plans"),
        *_job("level_plans"),
        sa.Column("revision", sa.Integer(), nullable=False),
        sa.Column("document", sa.JSON(), nullable=False),
        sa.Column("restores", sa.Integer(), nullable=True),
        *_by(),
        sa.UniqueConstraint("job_id", "revision", name="uq_level_plans_job_id"),
    )
    op.create_table(
        "level_setups",
        *_number("level_setups"),
        *_id("level_setups"),
        *_job("level_setups"),
        sa.Column("document", sa.JSON(), nullable=False),
        *_by(),
    )
    op.create_table(
        "level_shots",
        *_number("level_shots"),
        *_id("level_shots"),
        sa.Column("setup_id", sa.String(36), nullable=False),
        sa.Column("point", sa.String(64), nullable=False),
        sa.Column("thing", sa.String(64), nullable=True),
        sa.Column("reading_mm", _MM, nullable=False),
        sa.Column("reading_written", sa.String(80), nullable=False),
        sa.Column("turned_mm", _MM, nullable=True),
        sa.Column("turned_written", sa.String(80), nullable=True),
        sa.Column("distance_mm", _MM, nullable=True),
        sa.Column("distance_written", sa.String(80), nullable=True),
        *_by(),
        sa.ForeignKeyConstraint(["setup_id"], ["level_setups.id"], name="fk_level_shots_setup_id_level_setups"),
    )
    op.create_table(
        "level_strikes",
        sa.Column("shot_id", sa.String(36), nullable=False),
        sa.Column("replaced_by", sa.String(36), nullable=True),
        *_by(),
        sa.PrimaryKeyConstraint("shot_id", name="pk_level_strikes"),
        sa.ForeignKeyConstraint(["shot_id"], ["level_shots.id"], name="fk_level_strikes_shot_id_level_shots"),
        sa.ForeignKeyConstraint(["replaced_by"], ["level_shots.id"], name="fk_level_strikes_replaced_by_level_shots"),
    )
    op.create_table(
        "instrument_checks",
        *_number("instrument_checks"),
        *_id("instrument_checks"),
        *_job("instrument_checks"),
        sa.Column("document", sa.JSON(), nullable=False),
        *_by(),
    )


def downgrade() -> None:
    for table in ("instrument_checks", "level_strikes", "level_shots", "level_setups", "level_plans"):
        op.drop_table(table)
