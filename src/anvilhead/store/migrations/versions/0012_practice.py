"""The practice yard: tasks begun, and what was done in them.

Revision ID: 0012
Revises: 0011
"""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects import mysql

revision = "0012"
down_revision = "0011"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "practice_runs",
        sa.Column("id", sa.String(36), primary_key=True),
        sa.Column("task", sa.String(40), nullable=False),
        sa.Column("units", sa.String(8), nullable=False),
        sa.Column("seed", sa.String(64), nullable=False),
        sa.Column("who", sa.String(80), nullable=False),
        sa.Column("at", mysql.DATETIME(fsp=6), nullable=False),
        sa.Index("ix_practice_runs_who", "who"),
    )
    op.create_table(
        "practice_steps",
        sa.Column("number", sa.Integer, primary_key=True, autoincrement=True),
        sa.Column("id", sa.String(36), nullable=False),
        sa.Column("run_id", sa.String(36), nullable=False),
        sa.Column("document", sa.JSON, nullable=False),
        sa.Column("at", mysql.DATETIME(fsp=6), nullable=False),
        sa.ForeignKeyConstraint(["run_id"], ["practice_runs.id"], name="fk_practice_steps_run_id_practice_runs"),
        sa.UniqueConstraint("id", name="uq_practice_steps_id"),
    )


def downgrade() -> None:
    op.drop_table("practice_steps")
    op.drop_table("practice_runs")
