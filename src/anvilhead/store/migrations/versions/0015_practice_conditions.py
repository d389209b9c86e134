"""What a practice run was begun under; runs from before have no dangers and the yard's own instruments.

Revision ID: 0015
Revises: 0014
"""

import sqlalchemy as sa
from alembic import op

revision = "0015"
down_revision = "0014"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("practice_runs", sa.Column("conditions", sa.JSON))


def downgrade() -> None:
    op.drop_column("practice_runs", "conditions")
