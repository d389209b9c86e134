"""A job's control: what is held as true on the site, as a document, and those before it, for undo.

Revision ID: 0002
Revises: 0001
"""

import sqlalchemy as sa
from alembic import op

revision = "0002"
down_revision = "0001"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("jobs", sa.Column("control", sa.JSON(), nullable=True))
    op.add_column("jobs", sa.Column("control_before", sa.JSON(), nullable=True))


def downgrade() -> None:
    op.drop_column("jobs", "control_before")
    op.drop_column("jobs", "control")
