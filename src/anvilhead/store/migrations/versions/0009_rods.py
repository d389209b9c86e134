"""Rods with a worn foot, and rods that lean.

Revision ID: 0009
Revises: 0008
"""

import sqlalchemy as sa
from alembic import op

revision = "0009"
down_revision = "0008"
branch_labels = None
depends_on = None

LENGTHS = ("foot", "leans")


def upgrade() -> None:
    for length in LENGTHS:
        op.add_column("level_shots", sa.Column(f"{length}_mm", sa.Numeric(15, 6), nullable=True))
        op.add_column("level_shots", sa.Column(f"{length}_written", sa.String(80), nullable=True))


def downgrade() -> None:
    for length in LENGTHS:
        op.drop_column("level_shots", f"{length}_written")
        op.drop_column("level_shots", f"{length}_mm")
