"""A line level's bubble is read where it touches either of its lines.

Revision ID: 0008
Revises: 0007
"""

import sqlalchemy as sa
from alembic import op

revision = "0008"
down_revision = "0007"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("level_shots", sa.Column("bracket_mm", sa.Numeric(15, 6), nullable=True))
    op.add_column("level_shots", sa.Column("bracket_written", sa.String(80), nullable=True))


def downgrade() -> None:
    op.drop_column("level_shots", "bracket_written")
    op.drop_column("level_shots", "bracket_mm")
