"""A setup's instrument asked for a reading: over the site's network, or a stand-in in a yard made up for it.

Nothing is recorded: what it answers is laid before whoever asked, to be kept like a reading typed by hand.
"""

import asyncio
from collections.abc import Callable
from datetime import UTC, datetime

from anvilhead.core.geometry.point import Point
from anvilhead.core.levels.level_book import Spot
from anvilhead.core.levels.level_instrument import LevelInstrument
from anvilhead.core.levels.rod import print_reading
from anvilhead.core.units.units import Units
from anvilhead.core.world.stand_in_yard import StandInYard
from anvilhead.devices.stand_in import StandIn
from anvilhead.jobfile.levels.written.book_solving import Book
from anvilhead.jobfile.levels.written.said import class_of
from anvilhead.jobfile.written.writing import tidy
from anvilhead.service.asked.level_documents import ReadingAsked
from anvilhead.service.asked.shelf_documents import GatewayLink, ShelfInstrument
from anvilhead.service.heights.level_showing import book_of
from anvilhead.service.shelf.over_the_wire import read_over_the_wire
from anvilhead.service.shown.job_plans import plans_of
from anvilhead.service.views.shelf_views import ReadingTaken
from anvilhead.store import jobs as store
from anvilhead.store import shelf
from anvilhead.store.database import Database
from anvilhead.store.errors import Conflict, NotFound


def ask(database: Database, structure_id: str, setup_id: str, document: ReadingAsked) -> ReadingTaken:
    """Ask a setup's instrument for a reading.

    Raises:
        Conflict: when its readings are typed by hand.
        DeviceError: when it does not answer, or not as what the shelf says it is.
    """
    with database.session() as session:
        row = store.structure_in_short(session, structure_id)
        plans = plans_of(row.job, setup_id)
        index = plans.record.index_of(setup_id)
        if index is None:
            raise NotFound("There is no such setup here.")
        book = book_of(plans, Units(row.job.units))
        name = book.levels.setups[index].device or ""
        stood_since = plans.record.setups[index].at
        instrument_id = shelf.uses_of(session, row.job_id).get(name)
        kept = shelf.instrument_by_id(session, instrument_id).document if instrument_id else {}
    instrument = ShelfInstrument.model_validate(kept) if kept else None
    if instrument is None or instrument.link is None:
        raise Conflict("The readings of this instrument are typed by hand. Its link stands on the shelf.")
    spot = Spot(document.at, document.thing or "")
    if isinstance(instrument.link, GatewayLink):
        taken = read_over_the_wire(instrument.link, str(spot))
    else:
        now = datetime.now(UTC)
        hours = (now - stood_since).total_seconds() / 3600
        reads = _made_up(book, index, StandInYard(instrument.link.seed), (setup_id, document.again, hours))
        device = StandIn(instrument.kind.value, name, lambda _: reads(spot), lambda: now)
        taken = asyncio.run(device.read(str(spot)))
    return ReadingTaken(
        reading_mm=tidy(taken.reading_mm),
        text=print_reading(taken.reading_mm, book.rods[index]),
        taken=taken.taken,
        simulated=taken.simulated,
        device=name,
    )


def _made_up(book: Book, index: int, yard: StandInYard, asked: tuple[str, int, float]) -> Callable[[Spot], float]:
    """What a stand-in reads at a place: true to every height that the book knows, made up where it knows none.

    Args:
        book: of the job.
        index: of the setup in it.
        yard: that the instrument's seed makes.
        asked: the setup's id, how often it was asked there before, and for how many hours it has stood.
    """
    setup_id, again, hours = asked
    entry = book.levels.setups[index]
    device = next((one for one in book.levels.devices if one.name == entry.device), None)
    planned = {target.name: target.height.mm for target in book.levels.targets}
    known = book.book.benchmarks
    zero_mm = next(iter(known.values()), 0.0)

    def height_mm(spot: Spot) -> float:
        found = book.book.height_of(spot)
        if found is not None:
            return found
        if spot.thing in planned:
            return planned[spot.thing] + yard.set_off_mm(str(spot))
        return zero_mm + yard.ground_mm(book.points.places.get(spot.at, Point(0.0, 0.0)))

    def read(spot: Spot) -> float:
        line = book.book.setups[index].level_line_mm
        level = yard.line_above_mm(setup_id) + height_mm(spot) if line is None else line
        which = f"{setup_id} {spot} {len(entry.shots)} {again}"
        kind = LevelInstrument(entry.instrument)
        grade = class_of(device, kind)
        return yard.reading_mm(kind, grade, level - height_mm(spot), book.sight_mm(index, spot.at) or 0.0, which, hours)

    return read
