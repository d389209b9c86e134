"""Queries on the real database: what is found, in which order, and marks that tell when something was recorded."""

from datetime import UTC, datetime, timedelta
from decimal import Decimal

import pytest

from anvilhead.store import jobs as store
from anvilhead.store.database import Database
from anvilhead.store.errors import Conflict, NotFound, StaleRevision
from anvilhead.store.people import By
from anvilhead.store.record import entries_of
from anvilhead.store.tables import JobRow, PullRow

NOON = datetime(2026, 5, 4, 12, tzinfo=UTC)


def job(
    database: Database, name: str, *, minutes: int = 0, structures: tuple[str, ...] = (), away: bool = False
) -> str:
    """A job changed so many minutes after noon."""
    at = NOON + timedelta(minutes=minutes)
    job_id = store.new_id()
    with database.session() as session:
        row = JobRow(
            id=job_id, name=name, units="m", burn_mm=Decimal(0), burn_written="0", sample=False, revision=1,
            created_at=at, changed_at=at, archived_at=at if away else None,
        )  # fmt: skip
        store.add_job(session, row)
        for one in structures:
            structure = store.add_structure(session, row, one, store.new_id())
            store.add_plan(session, structure, {"name": one.capitalize()}, "Ines", at)
    return job_id


def found(database: Database, find: str, *, most: int = 50, after: int = 0, away: bool | None = None) -> list[str]:
    with database.session() as session:
        return [row.name for row in store.some_jobs(session, find, most, after, away=away)]


def test_jobs_are_found_by_their_names_and_those_of_their_structures_put_away_last(database: Database) -> None:
    job(database, "Ropewalk wall 7%", minutes=1, structures=("hemp-store",))
    job(database, "Ropewalk steps", minutes=3)
    job(database, "Ropewalk lamp", minutes=9, away=True)
    assert found(database, "ropewalk") == ["Ropewalk steps", "Ropewalk wall 7%", "Ropewalk lamp"]
    assert found(database, "ropewalk", away=True) == ["Ropewalk lamp"]
    assert found(database, "ropewalk", most=1, after=1) == ["Ropewalk wall 7%"]
    assert found(database, "HEMP-ST") == ["Ropewalk wall 7%"]
    # a sign of the query language is a sign like any other
    assert found(database, "7%") == ["Ropewalk wall 7%"]
    assert found(database, "ropewalk_") == []


def test_a_change_needs_the_revision_it_was_made_on(database: Database) -> None:
    job_id = job(database, "Revised")
    with database.session() as session:
        assert store.changed_job(session, job_id, 1, NOON).revision == 2
    with pytest.raises(StaleRevision), database.session() as session:
        store.changed_job(session, job_id, 1, NOON)
    with pytest.raises(NotFound), database.session() as session:
        store.changed_job(session, store.new_id(), 1, NOON)


def test_a_name_is_taken_once_in_a_job_and_a_failed_change_leaves_nothing(database: Database) -> None:
    job_id = job(database, "Twice", structures=("shed",))

    def add_another() -> None:
        with database.session() as session:
            row = store.job_by_id(session, job_id)
            store.add_log(session, row, "add", "another", By("Ines", NOON))
            store.add_structure(session, row, "shed", store.new_id())

    with pytest.raises(Conflict, match="already has a structure “shed”"):
        add_another()
    with database.session() as session:
        assert entries_of(session, job_id, 10) == []
        assert [one.name_in_file for one in store.job_by_id(session, job_id).structures] == ["shed"]


def test_the_log_is_paged_from_its_end_and_read_from_its_beginning(database: Database) -> None:
    job_id = job(database, "Logged")
    with database.session() as session:
        row = store.job_by_id(session, job_id)
        for number in range(5):
            store.add_log(session, row, "note", f"{number}", By("Ines", NOON + timedelta(minutes=number)))
    with database.session() as session:
        last = entries_of(session, job_id, 2)
        assert [one.text for one in last] == ["3", "4"]
        assert [one.text for one in entries_of(session, job_id, 2, before=last[0].number)] == ["1", "2"]
        assert store.job_by_id(session, job_id).changed_at == NOON + timedelta(minutes=4)


def test_marks_differ_after_every_act_and_only_of_the_structure_it_was_on(database: Database) -> None:
    job_id = job(database, "Marked", structures=("one", "two"))
    with database.session() as session:
        one, two = (structure.id for structure in store.job_by_id(session, job_id).structures)

    def marks() -> tuple[store.Mark, store.Mark]:
        with database.session() as session:
            told = store.structure_marks(session, [one, two])
        return told[one], told[two]

    seen = [marks()]
    pull_id = store.new_id()
    with database.session() as session:
        store.add_pull(session, PullRow(
            id=pull_id, structure_id=one, round=1, start="A", end="B", reading_mm=Decimal(4000), reading_written="4",
            burn_mm=Decimal(0), burn_written="0", fall_mm=Decimal(0), fall_written="0", who="Ines", at=NOON,
        ))  # fmt: skip
    seen.append(marks())
    with database.session() as session:
        pull = store.pull_by_id(session, pull_id)
        assert pull is not None
        store.strike(session, pull, "Bram", NOON)
    seen.append(marks())
    assert len({mark for mark, _ in seen}) == 3
    assert len({mark for _, mark in seen}) == 1
