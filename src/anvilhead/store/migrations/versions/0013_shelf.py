"""Instruments on one shelf for all jobs; those that jobs had for themselves move over, with their tests.

An instrument of one name and kind in two jobs is one instrument where what both say of it does not differ; where it
does, or the kind is another, the later job's stands beside it under its name and the job's.  Jobs keep what they
recorded: nothing in their plans, setups and tests is changed.

Revision ID: 0013
Revises: 0012
"""

import json
from typing import Any
from uuid import uuid4

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects import mysql

revision = "0013"
down_revision = "0012"
branch_labels = None
depends_on = None

_TIME = mysql.DATETIME(fsp=6)
_LONGEST_NAME = 64
_CLAIMS = ("error", "drift", "drift_over", "reach", "pull", "weight")


def upgrade() -> None:
    op.create_table(
        "shelf_instruments",
        sa.Column("id", sa.String(36), primary_key=True),
        sa.Column("name", sa.String(64, collation="utf8mb4_bin"), nullable=False),
        sa.Column("takes", sa.String(80, collation="utf8mb4_bin")),
        sa.Column("kind", sa.String(20), nullable=False),
        sa.Column("document", sa.JSON, nullable=False),
        sa.Column("sample", sa.Boolean, nullable=False),
        sa.Column("revision", sa.Integer, nullable=False),
        sa.Column("who", sa.String(80), nullable=False),
        sa.Column("at", _TIME, nullable=False),
        sa.Column("away_at", _TIME),
        sa.Index("ix_shelf_instruments_name", "name"),
        sa.UniqueConstraint("takes", name="uq_shelf_instruments_takes"),
    )
    op.create_table(
        "shelf_tests",
        sa.Column("number", sa.Integer, primary_key=True, autoincrement=True),
        sa.Column("id", sa.String(36), nullable=False),
        sa.Column("instrument_id", sa.String(36), nullable=False),
        sa.Column("document", sa.JSON),
        sa.Column("note", sa.String(500), nullable=False),
        sa.Column("job_id", sa.String(36)),
        sa.Column("check_id", sa.String(36)),
        sa.Column("who", sa.String(80), nullable=False),
        sa.Column("at", _TIME, nullable=False),
        sa.Column("struck_by", sa.String(80)),
        sa.Column("struck_at", _TIME),
        sa.ForeignKeyConstraint(
            ["instrument_id"], ["shelf_instruments.id"], name="fk_shelf_tests_instrument_id_shelf_instruments"
        ),
        sa.ForeignKeyConstraint(["job_id"], ["jobs.id"], name="fk_shelf_tests_job_id_jobs"),
        sa.UniqueConstraint("id", name="uq_shelf_tests_id"),
    )
    op.create_table(
        "shelf_uses",
        sa.Column("job_id", sa.String(36), primary_key=True),
        sa.Column("name", sa.String(64, collation="utf8mb4_bin"), primary_key=True),
        sa.Column("instrument_id", sa.String(36), nullable=False),
        sa.ForeignKeyConstraint(["job_id"], ["jobs.id"], name="fk_shelf_uses_job_id_jobs"),
        sa.ForeignKeyConstraint(
            ["instrument_id"], ["shelf_instruments.id"], name="fk_shelf_uses_instrument_id_shelf_instruments"
        ),
    )
    _move_over(op.get_bind())


def downgrade() -> None:
    op.drop_table("shelf_uses")
    op.drop_table("shelf_tests")
    op.drop_table("shelf_instruments")


def _move_over(bind: sa.Connection) -> None:
    """Put what jobs had for themselves on the shelf."""
    jobs = bind.execute(sa.text("SELECT id, name, sample FROM jobs ORDER BY created_at, id")).all()
    there: list[dict[str, Any]] = []
    for job in jobs:
        plan = bind.execute(
            sa.text("SELECT document, who, at FROM level_plans WHERE job_id = :job ORDER BY revision DESC LIMIT 1"),
            {"job": job.id},
        ).first()
        devices = _document(plan.document).get("devices", []) if plan else []
        by = (plan.who, plan.at) if plan else ("", None)
        for device in devices:
            found = _put_on(bind, there, device, job, by)
            bind.execute(
                sa.text("INSERT INTO shelf_uses (job_id, name, instrument_id) VALUES (:job, :name, :instrument)"),
                {"job": job.id, "name": device["name"], "instrument": found["id"]},
            )
            checks = bind.execute(
                sa.text("SELECT id, document, who, at FROM instrument_checks WHERE job_id = :job ORDER BY number"),
                {"job": job.id},
            )
            for check in checks:
                document = _document(check.document)
                if document.get("device") == device["name"]:
                    made = {"check": {**document, "device": found["name"]}}
                    _test(bind, found["id"], made, job.id, (check.who, check.at), check.id)
        for plan in bind.execute(
            sa.text(
                "SELECT r.document, r.who, r.at FROM structures s JOIN plan_revisions r "
                "ON r.structure_id = s.id AND r.revision = s.revision WHERE s.job_id = :job ORDER BY s.position"
            ),
            {"job": job.id},
        ):
            reversed_ = _document(plan.document).get("laser_check")
            if reversed_:
                laser = {"name": "Square laser", "kind": "square-laser"}
                found = _put_on(bind, there, laser, job, (plan.who, plan.at))
                _test(bind, found["id"], {"reversal": reversed_}, job.id, (plan.who, plan.at), None)


def _document(kept: Any) -> dict[str, Any]:
    read: dict[str, Any] = json.loads(kept) if isinstance(kept, str) else kept
    return read


def _put_on(
    bind: sa.Connection, there: list[dict[str, Any]], device: dict[str, Any], job: Any, by: tuple[str, Any]
) -> dict[str, Any]:
    """The instrument that a job's is: one that is there and does not contradict it, else a new one."""
    kind = {"string": "string-line"}.get(device["kind"], device["kind"])
    claims = {key: device[key] for key in _CLAIMS if device.get(key) is not None}
    own = [one for one in there if one["sample"] == job.sample]
    for one in own:
        alike = all(one["claims"].get(key, claims[key]) == claims[key] for key in claims)
        if (one["painted"], one["kind"]) == (device["name"], kind) and alike:
            one["claims"].update(claims)
            _rewrite(bind, one)
            return one
    names = {one["name"] for one in own}
    name = device["name"]
    if name in names:
        name = f"{device['name'][:30]} ({job.name[:28]})"
        number = 2
        while name in names:
            name = f"{device['name'][:28]} ({job.name[:24]} {number})"
            number += 1
    made = {
        "id": str(uuid4()),
        "name": name[:_LONGEST_NAME],
        "painted": device["name"],
        "kind": kind,
        "claims": claims,
        "sample": job.sample,
    }
    bind.execute(
        sa.text(
            "INSERT INTO shelf_instruments (id, name, takes, kind, document, sample, revision, who, at) "
            "VALUES (:id, :name, :takes, :kind, :document, :sample, 1, :who, :at)"
        ),
        {
            **made,
            "takes": f"{int(made['sample'])} {made['name']}",
            "document": json.dumps({"name": made["name"], "kind": kind, **claims}),
            "who": by[0],
            "at": by[1],
        },
    )
    there.append(made)
    return made


def _rewrite(bind: sa.Connection, one: dict[str, Any]) -> None:
    document = json.dumps({"name": one["name"], "kind": one["kind"], **one["claims"]})
    bind.execute(
        sa.text("UPDATE shelf_instruments SET document = :document WHERE id = :id"),
        {"document": document, "id": one["id"]},
    )


def _test(
    bind: sa.Connection,
    instrument: str,
    document: dict[str, Any],
    job: str,
    by: tuple[str, Any],
    check: str | None,
) -> None:
    bind.execute(
        sa.text(
            "INSERT INTO shelf_tests (id, instrument_id, document, note, job_id, check_id, who, at) "
            "VALUES (:id, :instrument, :document, '', :job, :check_id, :who, :at)"
        ),
        {
            "id": str(uuid4()),
            "instrument": instrument,
            "document": json.dumps(document),
            "job": job,
            "check_id": check,
            "who": by[0],
            "at": by[1],
        },
    )
