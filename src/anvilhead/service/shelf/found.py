"""What kept tests of an instrument say."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import date, datetime

from anvilhead.core.levels.instrument_check import CheckKind, Truth
from anvilhead.core.levels.level_instrument import LevelInstrument
from anvilhead.core.measure.instrument import LASER_RAD, SQUARE_RAD
from anvilhead.core.measure.reversal import Reversal
from anvilhead.core.measure.tape import TapeClass
from anvilhead.core.messages.level_words import correction_words, truth_words
from anvilhead.core.messages.made.shelf_words import known_lengths_correction, known_lengths_text
from anvilhead.core.messages.method_words import reversal_text
from anvilhead.core.shelf.known_length import Held, KnownLengths, known_lengths
from anvilhead.core.shelf.looked_after import Happened
from anvilhead.core.shelf.shelf_kind import ShelfKind, ShelfTest
from anvilhead.core.trends.drifting import Tested
from anvilhead.core.units.units import Units
from anvilhead.jobfile.levels.documents import Device
from anvilhead.jobfile.levels.measured import CheckEntry
from anvilhead.jobfile.levels.written.said import truths_of
from anvilhead.service.asked.shelf_documents import ShelfInstrument, StandInLink, TestOf
from anvilhead.store.shelf_tables import ShelfTestRow

_CLAIMS = ("error", "drift", "drift_over", "reach", "pull", "weight")


@dataclass(frozen=True)
class Found:
    """What one test found; `one` by what kind of test it was made."""

    kind: ShelfTest
    truths: tuple[Truth, ...] = ()
    reversal: Reversal | None = None
    lengths: KnownLengths | None = None
    throws: str = "throw"

    @property
    def is_true(self) -> bool:
        """Whether the instrument keeps its claim."""
        one = self.reversal or self.lengths
        return one.is_true if one else all(truth.is_true for truth in self.truths)

    def text(self, units: Units) -> list[str]:
        """What it says, and what to do."""
        if self.reversal:
            return [reversal_text(self.reversal, units, self.throws)]
        if self.lengths:
            return [known_lengths_text(self.lengths, units)]
        return [truth_words(truth, units) for truth in self.truths]

    def correction(self, units: Units) -> str | None:
        """What to do with readings as long as it is not adjusted."""
        if self.lengths:
            return known_lengths_correction(self.lengths, units)
        return correction_words(self.truths[0], units) if len(self.truths) == 1 else None


def device_of(instrument: ShelfInstrument, name: str | None = None) -> Device:
    """An instrument as a job's level book has it.

    Args:
        instrument: one that gives a level line.
        name: by which the job calls it; as on the shelf when left out.
    """
    level = instrument.kind.level
    if level is None:
        raise ValueError(f"a {instrument.kind} gives no level line")
    claims = {key: getattr(instrument, key) for key in _CLAIMS}
    return Device(name=name or instrument.name, kind=level, simulated=instrument.is_simulated or None, **claims)


def instrument_of(device: Device, name: str | None = None) -> ShelfInstrument:
    """A job's instrument as it stands on the shelf."""
    claims = {key: getattr(device, key) for key in _CLAIMS}
    kind, link = (
        ShelfKind.of_level(LevelInstrument(device.kind)),
        StandInLink(how="simulated") if device.simulated else None,
    )
    return ShelfInstrument(name=name or device.name, kind=kind, link=link, **claims)


def agrees(device: Device, instrument: ShelfInstrument) -> bool:
    """Whether a job's instrument may be one of the shelf: one kind, and nothing said of both differs."""
    if device.kind is not instrument.kind.level or bool(device.simulated) != instrument.is_simulated:
        return False
    pairs = [(getattr(device, key), getattr(instrument, key)) for key in _CLAIMS]
    return all(one is None or other is None or one == other for one, other in pairs)


def tape_class_of(instrument: ShelfInstrument) -> TapeClass | None:
    """How far it is taken to be off on a length; None for what measures none."""
    usual = instrument.kind.reads
    if usual is None:
        return None
    grows = instrument.drift.mm / instrument.drift_over.mm if instrument.drift and instrument.drift_over else None
    return TapeClass(
        usual.constant_mm if instrument.error is None else instrument.error.mm,
        usual.per_length if grows is None else grows,
        usual.marks_mm,
    )


def angle_of(instrument: ShelfInstrument) -> float | None:
    """How far a right angle of it may be off, radians; None for what has none."""
    usual = {ShelfKind.SQUARE_LASER: LASER_RAD, ShelfKind.FRAMING_SQUARE: SQUARE_RAD}.get(instrument.kind)
    if usual is None or not (instrument.drift and instrument.drift_over):
        return usual
    return instrument.drift.mm / instrument.drift_over.mm


def found_in(test: TestOf, instrument: ShelfInstrument) -> Found:
    """What a test found.

    Raises:
        InputError: when it cannot show anything.
    """
    if test.check is not None:
        return Found(ShelfTest(test.check.kind.value), truths=truths_of(test.check, device_of(instrument)))
    if test.reversal is not None:
        angle = angle_of(instrument) or LASER_RAD
        throws = "draw" if instrument.kind is ShelfKind.FRAMING_SQUARE else "throw"
        reversal = Reversal(test.reversal.out.mm, test.reversal.apart.mm, angle)
        return Found(ShelfTest.REVERSAL, reversal=reversal, throws=throws)
    held = [Held(one.known.mm, one.reads.mm) for one in test.known_lengths]
    grade = tape_class_of(instrument) or TapeClass()
    return Found(ShelfTest.KNOWN_LENGTH, lengths=known_lengths(held, grade))


def test_in(row: ShelfTestRow) -> TestOf | None:
    """A test as it was sent; None for a knock."""
    return None if row.document is None else TestOf.model_validate(row.document)


def happened(rows: Iterable[tuple[ShelfTestRow, Found | None]]) -> list[Happened]:
    """Tests that stand, and knocks."""
    return [Happened(row.at, None if found is None else found.is_true) for row, found in rows if row.struck_at is None]


def level_checks(rows: Sequence[ShelfTestRow]) -> list[tuple[ShelfTestRow, CheckEntry]]:
    """Tests of a level that stand, oldest first."""
    tests = [(row, test_in(row)) for row in sorted(rows, key=lambda row: row.at) if row.struck_at is None]
    return [(row, test.check) for row, test in tests if test is not None and test.check is not None]


def by_axis(rows: Iterable[tuple[ShelfTestRow, Found | None]]) -> dict[tuple[CheckKind, int], list[Tested]]:
    """Tests that stand by their kind and axis, as far as they show an error that grows with the distance."""
    tests: dict[tuple[CheckKind, int], list[Tested]] = {}
    for row, found in rows:
        for axis, truth in enumerate(found.truths if found and row.struck_at is None else ()):
            if truth.over_mm:
                over = truth.over_mm
                of = Tested(_day(row.at), truth.per_mm, truth.readings_mm / over, truth.claim_mm / over)
                tests.setdefault((truth.kind, axis), []).append(of)
    return tests


def _day(at: datetime) -> date:
    return at.date()
