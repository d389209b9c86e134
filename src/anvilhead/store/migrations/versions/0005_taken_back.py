"""What was done can be taken back: strikes, lost points, deleted jobs and structures; a file that is opened twice.

A strike gets a number of its own, so that a reading can be struck, taken back and struck again, each a row.

Revision ID: 0005
Revises: 0004
"""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects import mysql

revision = "0005"
down_revision = "0004"
branch_labels = None
depends_on = None

_TIME = mysql.DATETIME(fsp=6)
_STRIKES = (("strikes", "pull_id"), ("level_strikes", "shot_id"))


def upgrade() -> None:
    for table, of in _STRIKES:
        # the foreign key needs an index before the primary key, which served it, goes
        op.create_index(f"ix_{table}_{of}", table, [of])
        op.execute(
            f"ALTER TABLE {table} DROP PRIMARY KEY, ADD COLUMN number INT NOT NULL AUTO_INCREMENT FIRST, "
            f"ADD CONSTRAINT pk_{table} PRIMARY KEY (number)"
        )
        op.create_table(
            f"{table}_back",
            sa.Column("strike_number", sa.Integer(), nullable=False),
            sa.Column("who", sa.String(80), nullable=False),
            sa.Column("at", _TIME, nullable=False),
            sa.PrimaryKeyConstraint("strike_number", name=f"pk_{table}_back"),
            sa.ForeignKeyConstraint(
                ["strike_number"], [f"{table}.number"], name=f"fk_{table}_back_strike_number_{table}"
            ),
        )
    op.add_column("lost_points", sa.Column("found_by", sa.String(80), nullable=True))
    op.add_column("lost_points", sa.Column("found_at", _TIME, nullable=True))
    op.add_column("jobs", sa.Column("archived_at", _TIME, nullable=True))
    op.add_column("jobs", sa.Column("deleted_at", _TIME, nullable=True))
    op.add_column("jobs", sa.Column("file_digest", sa.String(64), nullable=True))
    op.add_column("structures", sa.Column("deleted_at", _TIME, nullable=True))


def downgrade() -> None:
    op.drop_column("structures", "deleted_at")
    for column in ("file_digest", "deleted_at", "archived_at"):
        op.drop_column("jobs", column)
    for column in ("found_at", "found_by"):
        op.drop_column("lost_points", column)
    for table, of in _STRIKES:
        op.execute(f"CREATE TEMPORARY TABLE taken_back AS SELECT strike_number FROM {table}_back")
        op.drop_table(f"{table}_back")
        op.execute(f"DELETE FROM {table} WHERE number IN (SELECT strike_number FROM taken_back)")
        op.execute("DROP TEMPORARY TABLE taken_back")
        op.execute(
            f"DELETE one FROM {table} one JOIN {table} other ON one.{of} = other.{of} AND one.number < other.number"
        )
        op.execute(
            f"ALTER TABLE {table} DROP PRIMARY KEY, DROP COLUMN number, ADD CONSTRAINT pk_{table} PRIMARY KEY ({of})"
        )
        op.drop_index(f"ix_{table}_{of}", table)
