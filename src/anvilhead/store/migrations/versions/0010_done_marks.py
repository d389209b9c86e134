"""What was done to marks, stakes and pieces.

Revision ID: 0010
Revises: 0009
"""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects import mysql

revision = "0010"
down_revision = "0009"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "done_marks",
        sa.Column("number", sa.Integer, primary_key=True, autoincrement=True),
        sa.Column("id", sa.String(36), nullable=False),
        sa.Column("structure_id", sa.String(36), nullable=False),
        sa.Column("what", sa.String(80), nullable=False),
        sa.Column("doing", sa.String(20), nullable=False),
        sa.Column("planned", sa.JSON, nullable=True),
        sa.Column("note", sa.String(500), nullable=False),
        sa.Column("who", sa.String(80), nullable=False),
        sa.Column("at", mysql.DATETIME(fsp=6), nullable=False),
        sa.ForeignKeyConstraint(["structure_id"], ["structures.id"], name="fk_done_marks_structure_id_structures"),
        sa.UniqueConstraint("id", name="uq_done_marks_id"),
    )


def downgrade() -> None:
    op.drop_table("done_marks")
