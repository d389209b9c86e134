"""Practice tasks that somebody sets for somebody, and runs on a job's own plan.

Revision ID: 0014
Revises: 0013
"""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects import mysql

revision = "0014"
down_revision = "0013"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("practice_runs", sa.Column("plan", sa.JSON))
    op.add_column("practice_runs", sa.Column("easy", sa.Boolean, nullable=False, server_default=sa.false()))
    op.alter_column("practice_runs", "easy", existing_type=sa.Boolean, existing_nullable=False, server_default=None)
    op.create_table(
        "practice_set",
        sa.Column("id", sa.String(36), primary_key=True),
        sa.Column("task", sa.String(40), nullable=False),
        sa.Column("units", sa.String(8), nullable=False),
        sa.Column("plan", sa.JSON),
        sa.Column("for_who", sa.String(80), nullable=False),
        sa.Column("note", sa.String(500), nullable=False),
        sa.Column("who", sa.String(80), nullable=False),
        sa.Column("at", mysql.DATETIME(fsp=6), nullable=False),
        sa.Column("run_id", sa.String(36)),
        sa.Index("ix_practice_set_for_who", "for_who"),
        sa.Index("ix_practice_set_who", "who"),
        sa.ForeignKeyConstraint(["run_id"], ["practice_runs.id"], name="fk_practice_set_run_id_practice_runs"),
    )


def downgrade() -> None:
    op.drop_table("practice_set")
    op.drop_column("practice_runs", "easy")
    op.drop_column("practice_runs", "plan")
