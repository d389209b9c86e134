"""The sample jobs: job files beside this module, read in through the same door as anyone's.

Gannet Slip (a boatyard, feet and inches): on its plot the boat store waits for its first pulls; beside it the
ell of the net loft, with footings on sloping ground, came in over three rounds and was then squared on its form line;
the hardstand is a joined frame with two diagonals read; the yard fence is an open line with an offset line.  Tansy
Hill (an apiary, metres): the honey house with its clipped corner is square after two rounds, the wax room is set line
by line, the mead cellar has a reading with the burn left in.
Their instruments stand on the shelf together with those of `shelf.json`, one of them late for its test, one knocked.
"""

import json
import re
from datetime import UTC, date, datetime
from pathlib import Path
from uuid import NAMESPACE_URL, uuid5

from anvilhead.core.units.units import Units
from anvilhead.jobfile.reading import read_job
from anvilhead.service.asked.shelf_documents import InstrumentCreate, KnockCreate, TestCreate
from anvilhead.service.jobs import Opened, import_job, list_jobs
from anvilhead.service.shelf.instruments import put_on, record_knock, record_test
from anvilhead.store.database import Database
from anvilhead.store.people import By

FOLDER = Path(__file__).parent
TOLD_ON = date(2026, 5, 8)
"""The day that the samples speak of as today; they are told as if it were the day they are laid out."""
CREW = "Ines (sample)"


def load_samples(database: Database, *, fresh: bool = False) -> None:
    """Bring in the sample jobs that are not there yet; `fresh` first throws away all that is there."""
    if fresh:
        database.empty()
    there = {job.id for job in list_jobs(database)}
    for path in sorted(FOLDER.glob("*.anvil.json"), reverse=True):
        job_id = str(uuid5(NAMESPACE_URL, f"anvilhead:sample:{path.name}"))
        if job_id not in there:
            now = datetime.now(UTC)
            job = read_job(told_on(path.read_text(), now.date()))
            files = {photo.name: photo.read_bytes() for photo in (FOLDER / "photos").glob("*.jpg")}
            import_job(database, job_id, job, By(CREW, now), sample=True, opened=Opened(files=files))
    load_shelf(database)


def load_shelf(database: Database) -> None:
    """Put the sample instruments that no job brings on the shelf, with their tests; once, however often it is asked."""
    now = datetime.now(UTC)
    for one in json.loads(told_on((FOLDER / "shelf.json").read_text(), now.date())):
        name = one["instrument"]["name"]
        own = str(uuid5(NAMESPACE_URL, f"anvilhead:sample:shelf:{name}"))
        document = {"units": "ft-in", "id": own, "instrument": one["instrument"]}
        put_on(database, InstrumentCreate.model_validate(document), By(CREW, now), sample=True)
        for number, test in enumerate(one["tests"]):
            by = By(test["who"], min(now, datetime.fromisoformat(test["at"])))
            made = {"id": str(uuid5(NAMESPACE_URL, f"{own}:{number}")), "note": test.get("note", "")}
            if test["test"] is None:
                record_knock(database, own, KnockCreate.model_validate(made), Units.FT_IN, by)
            else:
                kept = TestCreate.model_validate({**made, "units": "ft-in", "test": test["test"]})
                record_test(database, own, kept, by)


def told_on(text: str, today: date) -> bytes:
    """A sample with every day in it moved as far as today is from the day it speaks of."""
    moved = today - TOLD_ON

    def move(match: re.Match[str]) -> str:
        return (date.fromisoformat(match.group()) + moved).isoformat()

    return re.sub(r"\b\d{4}-\d{2}-\d{2}", move, text).encode()
