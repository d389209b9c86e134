"""What holds the project together: migrations, generated documents, samples."""

import pytest
from alembic import command
from sqlalchemy import inspect

from anvilhead.demo.samples import FOLDER
from anvilhead.jobfile.reading import read_job
from anvilhead.jobfile.solving import solve_job
from anvilhead.launch.generate import main as generate
from anvilhead.store.database import Database


def test_the_migrations_make_exactly_the_tables_of_the_models(database: Database) -> None:
    command.check(database.alembic_config())


def test_the_migrations_can_be_undone(database: Database) -> None:
    command.downgrade(database.alembic_config(), "base")
    assert inspect(database._engine).get_table_names() == ["alembic_version"]
    database.migrate()


def test_generated_documents_are_current() -> None:
    assert generate(["--check"]) == 0


@pytest.mark.parametrize(
    ("name", "verdicts"),
    [
        ("gannet-slip", {"boat-store": None, "net-loft": "adjust", "hardstand": None, "yard-fence": None}),
        ("tansy-hill", {"honey-house": "square", "wax-room": "check-readings"}),
    ],
)
def test_the_samples_show_every_kind_of_work(name: str, verdicts: dict[str, str | None]) -> None:
    results = solve_job(read_job((FOLDER / f"{name}.anvil.json").read_bytes()))
    assert {key: one.square and one.square.verdict for key, one in results.structures.items()} == verdicts
