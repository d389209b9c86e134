"""Jobs, structures with plan revisions, readings with strikes, and the log.

Revision ID: 0001
Revises: nothing
"""

from typing import Any

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects import mysql

revision = "0001"
down_revision = None
branch_labels = None
depends_on = None

UUID = sa.String(36)
MILLIMETRES = sa.Numeric(15, 6)
TIME = mysql.DATETIME(fsp=6)


def _who_and_when() -> list[sa.Column[Any]]:
    return [sa.Column("who", sa.String(80), nullable=False), sa.Column("at", TIME, nullable=False)]


def upgrade() -> None:
    op.create_table(
        "jobs",
        sa.Column("id", UUID, nullable=False),
        sa.Column("name", sa.String(120), nullable=False),
        sa.Column("units", sa.String(8), nullable=False),
        sa.Column("burn_mm", MILLIMETRES, nullable=False),
        sa.Column("burn_written", sa.String(80), nullable=False),
        sa.Column("sample", sa.Boolean(), nullable=False),
        sa.Column("revision", sa.Integer(), nullable=False),
        sa.Column("created_at", TIME, nullable=False),
        sa.Column("changed_at", TIME, nullable=False),
        sa.PrimaryKeyConstraint("id", name="pk_jobs"),
    )
    op.create_table(
        "structures",
        sa.Column("id", UUID, nullable=False),
        sa.Column("job_id", UUID, nullable=False),
        sa.Column("name_in_file", sa.String(64, collation="utf8mb4_bin"), nullable=False),
        sa.Column("position", sa.Integer(), nullable=False),
        sa.Column("revision", sa.Integer(), nullable=False),
        sa.PrimaryKeyConstraint("id", name="pk_structures"),
        sa.ForeignKeyConstraint(["job_id"], ["jobs.id"], name="fk_structures_job_id_jobs"),
        sa.UniqueConstraint("job_id", "name_in_file", name="uq_structures_job_id"),
    )
    op.create_table(
        "plan_revisions",
        sa.Column("number", sa.Integer(), autoincrement=True, nullable=False),
        sa.Column("structure_id", UUID, nullable=False),
        sa.Column("revision", sa.Integer(), nullable=False),
        sa.Column("document", sa.JSON(), nullable=False),
        sa.Column("restores", sa.Integer(), nullable=True),
        *_who_and_when(),
        sa.PrimaryKeyConstraint("number", name="pk_plan_revisions"),
        sa.ForeignKeyConstraint(["structure_id"], ["structures.id"], name="fk_plan_revisions_structure_id_structures"),
        sa.UniqueConstraint("structure_id", "revision", name="uq_plan_revisions_structure_id"),
    )
    op.create_table(
        "pulls",
        sa.Column("number", sa.Integer(), autoincrement=True, nullable=False),
        sa.Column("id", UUID, nullable=False),
        sa.Column("structure_id", UUID, nullable=False),
        sa.Column("round", sa.Integer(), nullable=False),
        sa.Column("start", sa.String(8), nullable=False),
        sa.Column("end", sa.String(8), nullable=False),
        *(
            column
            for name in ("reading", "burn", "fall")
            for column in (
                sa.Column(f"{name}_mm", MILLIMETRES, nullable=False),
                sa.Column(f"{name}_written", sa.String(80), nullable=False),
            )
        ),
        *_who_and_when(),
        sa.PrimaryKeyConstraint("number", name="pk_pulls"),
        sa.UniqueConstraint("id", name="uq_pulls_id"),
        sa.ForeignKeyConstraint(["structure_id"], ["structures.id"], name="fk_pulls_structure_id_structures"),
    )
    op.create_table(
        "strikes",
        sa.Column("pull_id", UUID, nullable=False),
        sa.Column("replaced_by", UUID, nullable=True),
        *_who_and_when(),
        sa.PrimaryKeyConstraint("pull_id", name="pk_strikes"),
        sa.ForeignKeyConstraint(["pull_id"], ["pulls.id"], name="fk_strikes_pull_id_pulls"),
        sa.ForeignKeyConstraint(["replaced_by"], ["pulls.id"], name="fk_strikes_replaced_by_pulls"),
    )
    op.create_table(
        "log_entries",
        sa.Column("number", sa.Integer(), autoincrement=True, nullable=False),
        sa.Column("job_id", UUID, nullable=False),
        sa.Column("structure_id", UUID, nullable=True),
        sa.Column("action", sa.String(40), nullable=False),
        sa.Column("text", sa.Text(), nullable=False),
        *_who_and_when(),
        sa.PrimaryKeyConstraint("number", name="pk_log_entries"),
        sa.ForeignKeyConstraint(["job_id"], ["jobs.id"], name="fk_log_entries_job_id_jobs"),
        sa.ForeignKeyConstraint(["structure_id"], ["structures.id"], name="fk_log_entries_structure_id_structures"),
    )
    op.create_index("ix_log_entries_job_id", "log_entries", ["job_id"])


def downgrade() -> None:
    for table in ("log_entries", "strikes", "pulls", "plan_revisions", "structures", "jobs"):
        op.drop_table(table)
