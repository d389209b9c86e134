"""What belongs to an entry of the record beside its words: the instrument and its last test, what a reading meant."""

from collections.abc import Sequence

from anvilhead.core.measure.instrument import Instrument
from anvilhead.core.units.length_printing import print_length
from anvilhead.core.units.units import Units
from anvilhead.jobfile.documents.models import Reading
from anvilhead.jobfile.working.judging import Rounds
from anvilhead.jobfile.working.naming import Naming
from anvilhead.jobfile.working.planned import Planned
from anvilhead.jobfile.working.pulls import pull_of
from anvilhead.jobfile.written.square_solving import solve_square
from anvilhead.service.heights.level_record import LevelRecord, Setup
from anvilhead.store.jobs import Said

NOT_TESTED = "no test recorded"


def said_of_pull(reading: Reading, naming: Naming, units: Units, open_holds: Sequence[str]) -> Said:
    """Where a reading was taken, with what, and the length it means: burn, slope and touched marks taken off.

    Hold points that nobody looked at or went past are named with it.
    """
    names = [name for name in (reading.start, reading.end) if name in naming.points]
    means = print_length(naming.own(pull_of(reading)).length_mm, units).text
    facts = {"Instrument": _spelled(reading.instrument), "Means": means}
    return Said(tuple(names), facts | ({"Open hold points": ", ".join(open_holds)} if open_holds else {}))


def said_of_shot(record: LevelRecord, setup: Setup, point: str) -> Said:
    """With what a level reading was taken, and when that was tested last."""
    device = setup.head.device
    tests = [check for check in record.checks if device is not None and check.entry.device == device]
    tested = f"{tests[-1].entry.taken:%Y-%m-%d}" if tests and tests[-1].entry.taken else NOT_TESTED
    return Said((point,), {"Instrument": device or _spelled(setup.head.instrument), "Last test": tested})


def told_to_move(found: Planned, rounds: Rounds) -> list[str]:
    """What the latest round told to move, in its order."""
    square = solve_square(found, rounds)
    return [step.text for step in square.order.steps] if square and square.order else []


def _spelled(instrument: Instrument | str) -> str:
    return str(instrument).replace("-", " ")
