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
        ("gannet-slip", {"boat-store": None, "net-loft": "square", "hardstand": None, "yard-fence": None}),
        ("tansy-hill", {"honey-house": "square", "wax-room": "check-readings"}),
    ],
)
def test_the_samples_show_every_kind_of_work(name: str, verdicts: dict[str, str | None]) -> None:
    results = solve_job(read_job((FOLDER / f"{name}.anvil.json").read_bytes()))
    assert {key: one.square and one.square.verdict for key, one in results.structures.items()} == verdicts


def test_the_samples_carry_a_mornings_level_book_each() -> None:
    gannet, tansy = (
        solve_job(read_job((FOLDER / f"{name}.anvil.json").read_bytes())).levels
        for name in ("gannet-slip", "tansy-hill")
    )
    assert [(one.fits, len(one.run)) for one in gannet.closings] == [(True, 2), (True, 5)]  # the laser, the hose
    assert {one.instrument for one in gannet.setups} == {"laser", "water-level"}
    assert [one.at for slab in gannet.slabs for one in slab.spots if one.thin] == ["hardstand/H7"]
    assert {one.way for one in gannet.targets if one.on_thing} == {"on", "lower"}
    assert (tansy.devices[0].is_true, tansy.closings[0].fits) == (False, True)
    assert gannet.doubts == tansy.doubts == []


def test_the_sample_ell_came_in_over_three_rounds_and_its_slip_was_found() -> None:
    job = read_job((FOLDER / "gannet-slip.anvil.json").read_bytes())
    rounds = solve_job(job).structures["net-loft"].rounds
    assert [one.verdict for one in rounds] == ["adjust", "adjust", "square"]
    assert [one.accepted for one in rounds] == [False, False, True]

    # as the second round stood before the slip was struck and the tape pulled again
    slip = next(pull for pull in job.pulls if pull.struck)
    again = next(p for p in job.pulls if (p.round, p.start, p.end, p.struck) == (2, slip.start, slip.end, False))
    before = [p.model_copy(update={"struck": False}) for p in job.pulls if p.round <= 2 and p is not again]
    square = solve_job(job.model_copy(update={"pulls": before, "accepted": []})).structures["net-loft"].square
    assert square
    assert [(s.start, s.end, s.slip, s.certain) for s in square.suspects] == [
        (slip.start, slip.end, "swapped-digits", True)
    ]
