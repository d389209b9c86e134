"""The tape, laser or square of a plan asked for a length: over the site's network, or a stand-in on strings of its own.

Nothing is recorded: what it answers is laid before whoever asked, to be kept like a reading typed by hand.
"""

import asyncio
from datetime import UTC, datetime

from anvilhead.core.messages.words import pull_name
from anvilhead.core.units.units import Units
from anvilhead.core.world.stand_in_strings import StandInStrings
from anvilhead.devices.stand_in import StandIn
from anvilhead.jobfile.documents.models import Reading
from anvilhead.jobfile.lengths import Length
from anvilhead.jobfile.reading import refuse
from anvilhead.jobfile.working.judging import Rounds
from anvilhead.jobfile.working.naming import pull_problems
from anvilhead.jobfile.working.pulls import pull_of
from anvilhead.jobfile.written.writing import text_of, tidy
from anvilhead.service.asked.documents import PullAsked
from anvilhead.service.asked.shelf_documents import GatewayLink, StandInLink
from anvilhead.service.shelf.of_plans import instrument_read_with
from anvilhead.service.shelf.over_the_wire import read_over_the_wire
from anvilhead.service.shown.job_plans import plans_of, rounds_in
from anvilhead.service.views.shelf_views import ReadingTaken
from anvilhead.store import jobs as store
from anvilhead.store.database import Database
from anvilhead.store.errors import Conflict
from anvilhead.store.tables import StructureRow


def ask_length(database: Database, structure_id: str, document: PullAsked) -> ReadingTaken:
    """Ask the instrument that a reading is taken with.

    Raises:
        Conflict: when its readings are typed by hand.
        DeviceError: when it does not answer, or not as what the shelf says it is.
        DocumentRefused: when there is no such pull.
    """
    with database.session() as session:
        row = store.structure_by_id(session, structure_id)
        instrument = instrument_read_with(session, row, document.instrument)
        if instrument is None or instrument.link is None:
            raise Conflict("Lengths are typed by hand here: the plan names no instrument of the shelf that answers.")
        plans = plans_of(row.job)
        naming = plans.namings[row.name_in_file]
        # its number says nothing, and must be more than what is taken off it
        least_mm = document.burn.mm + document.offset.mm + document.height_difference.mm + 1.0
        entry = Reading(**document.taking, reading=Length(least_mm, ""))
        refuse(pull_problems(entry, naming))
        name = pull_name(pull_of(entry))
        units, link = Units(row.job.units), instrument.link
        made_up = 0.0
        if not isinstance(link, GatewayLink):
            made_up = _made_up(row, rounds_in(row, plans), entry, link, document.again)
    # a wire may take its time, and holds no connection to the database meanwhile
    if isinstance(link, GatewayLink):
        taken = read_over_the_wire(link, name)
    else:
        device = StandIn(instrument.kind.value, instrument.name, lambda _: made_up, lambda: datetime.now(UTC))
        taken = asyncio.run(device.read(name))
    return ReadingTaken(
        reading_mm=tidy(taken.reading_mm),
        text=text_of(taken.reading_mm, units),
        taken=taken.taken,
        simulated=taken.simulated,
        device=instrument.name,
    )


def _made_up(row: StructureRow, rounds: Rounds, entry: Reading, link: StandInLink, again: int) -> float:
    """What a stand-in reads on its strings as they lie when a round is pulled, millimetres."""
    naming, family = rounds.naming.in_family(entry.family or ""), pull_of(entry).family
    told = [
        (check.order, check.laid.corners)
        for number, check in sorted(rounds.checks.items())
        if number < entry.round
        and number not in rounds.accepted
        and rounds.families[number] == family
        and check.order is not None
    ]
    hook = link.hook.mm if link.hook else 0.0
    seed = f"{link.seed} {row.id} {family}"
    strings = StandInStrings(naming.set_out, seed, told, hook, link.misreads, rounds.units)
    pull = naming.own(pull_of(entry))
    times = sum(one.round == entry.round for one in row.pulls) + again
    return strings.reading_mm(pull, f"{pull.round} {pull.key} {times}")
