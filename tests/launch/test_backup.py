"""Backup and restore: lose the data directory and bring it back."""

import shutil
from pathlib import Path

import pytest
from alembic import command
from sqlalchemy import text

from anvilhead.demo.samples import load_samples
from anvilhead.launch.backup import back_up, reachable, restore
from anvilhead.launch.console import LaunchError
from anvilhead.launch.mariadb import PrivateMariaDB
from anvilhead.launch.serve import url_of
from anvilhead.service.jobs import export_job, list_jobs
from anvilhead.service.views.job_views import JobSummary
from anvilhead.store.database import Database


@pytest.fixture
def home(tmp_path: Path) -> Path:
    """A data folder with the sample jobs in it, its server stopped."""
    server = PrivateMariaDB(tmp_path / "home")
    database = Database(url_of(server.start()))
    database.migrate()
    load_samples(database)
    database.close()
    server.stop()
    return server.home


def jobs_in(home: Path) -> list[JobSummary]:
    with reachable(home, None) as access:
        database = Database(url_of(access))
        jobs = list_jobs(database)
        assert [export_job(database, job.id).name for job in jobs]
        database.close()
        return jobs


def test_lost_data_come_back_from_the_file(home: Path, tmp_path: Path) -> None:
    file, before = tmp_path / "all jobs.sql", jobs_in(home)
    back_up(file, home, None)
    shutil.rmtree(home / "data")

    restore(file, home, None)

    assert len(before) == 2
    assert jobs_in(home) == before
    assert file.stat().st_mode & 0o077 == 0


def test_a_running_anvilhead_can_be_backed_up_and_not_restored_over(home: Path, tmp_path: Path) -> None:
    server = PrivateMariaDB(home)
    server.start()
    try:
        back_up(tmp_path / "b.sql", home, None)
        with pytest.raises(LaunchError, match="Stop it first"):
            restore(tmp_path / "b.sql", home, None)
    finally:
        server.stop()


def test_a_cut_off_or_foreign_file_is_refused_before_anything_is_touched(home: Path, tmp_path: Path) -> None:
    file, before = tmp_path / "b.sql", jobs_in(home)
    back_up(file, home, None)
    (tmp_path / "cut.sql").write_bytes(file.read_bytes()[:-500])
    (tmp_path / "foreign.sql").write_text("DROP DATABASE anvilhead;")

    for name, told in (("cut.sql", "cut off"), ("foreign.sql", "not a backup"), ("none.sql", "cannot be read")):
        with pytest.raises(LaunchError, match=told):
            restore(tmp_path / name, home, None)
    assert jobs_in(home) == before


def test_a_file_that_does_not_load_leaves_everything_as_it_was(home: Path, tmp_path: Path) -> None:
    file, before = tmp_path / "b.sql", jobs_in(home)
    back_up(file, home, None)
    broken = file.read_bytes().replace(b"CREATE TABLE `pulls`", b"CREATE TALE `pulls`")
    (tmp_path / "broken.sql").write_bytes(broken)

    with pytest.raises(LaunchError, match="nothing was changed"):
        restore(tmp_path / "broken.sql", home, None)

    assert jobs_in(home) == before


def test_nothing_to_back_up_is_said(tmp_path: Path) -> None:
    with pytest.raises(LaunchError, match="nothing to back up"):
        back_up(tmp_path / "b.sql", tmp_path / "home", None)


def test_an_existing_mariadb_can_be_used_instead(home: Path, tmp_path: Path) -> None:
    server = PrivateMariaDB(home)
    access = server.start()
    url = f"mysql://{access.user}:{access.password}@{access.host}:{access.port}/{access.database}"
    try:
        back_up(tmp_path / "b.sql", tmp_path / "other", url)
        database = Database(url)
        database.empty()
        assert list_jobs(database) == []
        restore(tmp_path / "b.sql", tmp_path / "other", url)
        assert len(list_jobs(database)) == 2
        database.close()
    finally:
        server.stop()


def test_samples_are_brought_in_once_and_thrown_away_when_asked(database: Database) -> None:
    database.empty()
    load_samples(database)
    load_samples(database)
    assert sorted(job.name for job in list_jobs(database)) == ["Gannet Slip", "Tansy Hill apiary"]
    load_samples(database, fresh=True)
    assert all(job.sample for job in list_jobs(database))


def test_a_database_cut_off_half_way_through_a_change_of_its_tables_is_made_afresh(database: Database) -> None:
    """Its tables are half a step behind what its own mark says, as when the machine went down in between."""
    with database.session() as session:
        session.execute(text("ALTER TABLE practice_runs DROP COLUMN conditions"))
    database.empty()
    assert list_jobs(database) == []
    command.check(database.alembic_config())
