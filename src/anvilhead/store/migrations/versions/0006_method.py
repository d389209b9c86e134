"""The way of squaring in a plan is called its method; until here the key was `school`."""

from alembic import op

revision = "0006"
down_revision = "0005"
branch_labels = None
depends_on = None


def upgrade() -> None:
    _rename("school", "method")


def downgrade() -> None:
    _rename("method", "school")


def _rename(old: str, new: str) -> None:
    op.execute(
        f"UPDATE plan_revisions SET document = JSON_REMOVE("
        f"JSON_SET(document, '$.{new}', JSON_VALUE(document, '$.{old}')), '$.{old}') "
        f"WHERE JSON_EXISTS(document, '$.{old}')"
    )
