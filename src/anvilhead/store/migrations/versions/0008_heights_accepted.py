"""Heights are accepted by name; a line level's bubble is read where it touches either of its lines.

Revision ID: 0008
Revises: 0007
"""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects import mysql

revision = "0008"
down_revision = "0007"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("level_shots", sa.Column("bracket_mm", sa.Numeric(15, 6), nullable=True))
    op.add_column("level_shots", sa.Column("bracket_written", sa.String(80), nullable=True))
    op.create_table(
        "heights_accepted",
        sa.Column("number", sa.Integer, primary_key=True, autoincrement=True),
        sa.Column("job_id", sa.String(36), sa.ForeignKey("jobs.id"), nullable=False, index=True),
        sa.Column("document", sa.JSON, nullable=False),
        sa.Column("who", sa.String(80), nullable=False),
        sa.Column("at", mysql.DATETIME(fsp=6), nullable=False),
    )


def downgrade() -> None:
    op.drop_table("heights_accepted")
    op.drop_column("level_shots", "bracket_written")
    op.drop_column("level_shots", "bracket_mm")
