"""Squaring round by round: kinds of pulls, why a round was pulled, acceptances, lost points, the pull in hand.

Revision ID: 0003
Revises: 0002
"""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects import mysql

revision = "0003"
down_revision = "0002"
branch_labels = None
depends_on = None

_TIME = mysql.DATETIME(fsp=6)
_MM = sa.Numeric(15, 6)


def _structure() -> sa.Column[str]:
    return sa.Column("structure_id", sa.String(36), nullable=False)


def _of_structure(table: str) -> sa.ForeignKeyConstraint:
    name = f"fk_{table}_structure_id_structures"
    return sa.ForeignKeyConstraint(["structure_id"], ["structures.id"], name=name)


def upgrade() -> None:
    op.add_column("pulls", sa.Column("how", sa.JSON(), nullable=True))
    for column in ("start", "end"):  # a pull may run to a named stake or a line
        op.alter_column("pulls", column, type_=sa.String(64), existing_type=sa.String(8), existing_nullable=False)
    op.create_table(
        "rounds",
        _structure(),
        sa.Column("round", sa.Integer(), nullable=False, autoincrement=False),
        sa.Column("occasion", sa.String(20), nullable=False),
        sa.Column("who", sa.String(80), nullable=False),
        sa.Column("at", _TIME, nullable=False),
        sa.PrimaryKeyConstraint("structure_id", "round", name="pk_rounds"),
        _of_structure("rounds"),
    )
    op.create_table(
        "acceptances",
        sa.Column("number", sa.Integer(), nullable=False, autoincrement=True),
        _structure(),
        sa.Column("round", sa.Integer(), nullable=False),
        sa.Column("worst_mm", _MM, nullable=True),
        sa.Column("tolerance_mm", _MM, nullable=False),
        sa.Column("note", sa.String(500), nullable=False),
        sa.Column("who", sa.String(80), nullable=False),
        sa.Column("at", _TIME, nullable=False),
        sa.PrimaryKeyConstraint("number", name="pk_acceptances"),
        _of_structure("acceptances"),
    )
    op.create_table(
        "lost_points",
        sa.Column("id", sa.String(36), nullable=False),
        _structure(),
        sa.Column("point", sa.String(64), nullable=False),
        sa.Column("left", sa.JSON(), nullable=False),
        sa.Column("who", sa.String(80), nullable=False),
        sa.Column("at", _TIME, nullable=False),
        sa.Column("set_again", sa.String(500), nullable=True),
        sa.Column("set_by", sa.String(80), nullable=True),
        sa.Column("set_at", _TIME, nullable=True),
        sa.PrimaryKeyConstraint("id", name="pk_lost_points"),
        _of_structure("lost_points"),
    )
    op.create_table(
        "pulls_in_hand",
        _structure(),
        sa.Column("call", sa.String(200), nullable=False),
        sa.Column("who", sa.String(80), nullable=False),
        sa.Column("at", _TIME, nullable=False),
        sa.PrimaryKeyConstraint("structure_id", name="pk_pulls_in_hand"),
        _of_structure("pulls_in_hand"),
    )


def downgrade() -> None:
    for table in ("pulls_in_hand", "lost_points", "acceptances", "rounds"):
        op.drop_table(table)
    kept_otherwise = "SELECT id FROM pulls WHERE how IS NOT NULL"
    op.execute(f"DELETE FROM strikes WHERE pull_id IN ({kept_otherwise})")
    op.execute(f"UPDATE strikes SET replaced_by = NULL WHERE replaced_by IN ({kept_otherwise})")
    op.execute("DELETE FROM pulls WHERE how IS NOT NULL")
    for column in ("start", "end"):
        op.alter_column("pulls", column, type_=sa.String(8), existing_type=sa.String(64), existing_nullable=False)
    op.drop_column("pulls", "how")
