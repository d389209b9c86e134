"""An acceptance can be taken back by name.

Revision ID: 0007
Revises: 0006
"""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects import mysql

revision = "0007"
down_revision = "0006"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("acceptances", sa.Column("back_by", sa.String(80), nullable=True))
    op.add_column("acceptances", sa.Column("back_at", mysql.DATETIME(fsp=6), nullable=True))


def downgrade() -> None:
    op.execute("DELETE FROM acceptances WHERE back_at IS NOT NULL")
    op.drop_column("acceptances", "back_at")
    op.drop_column("acceptances", "back_by")
