"""What clients get of the shelf."""

from datetime import datetime

from anvilhead.core.levels.level_instrument import LevelInstrument
from anvilhead.core.shelf.looked_after import Standing
from anvilhead.core.shelf.shelf_kind import ShelfKind, ShelfTest
from anvilhead.jobfile.results.result_parts import Result
from anvilhead.service.asked.shelf_documents import ShelfInstrument


class ShelfTestView(Result):
    """A test, or a knock, `kind` null; `true` is null where it was struck or is a knock."""

    id: str
    kind: ShelfTest | None
    title: str
    text: list[str]
    correction: str | None
    true: bool | None
    note: str
    who: str
    at: datetime
    job_id: str | None
    job_name: str | None
    struck_by: str | None


class ShelfUseView(Result):
    """A job that uses an instrument, and what it is called there."""

    job_id: str
    job_name: str
    name: str


class TakenOver(Result):
    """What a plan takes over of a tape or a square-throwing laser, as it would be typed; null where nothing is said.

    Attributes:
        error: ± of a tape; reads_more: what it reads too much from its hook.
        offset: of a laser from its string; out, apart: its latest reversal.
    """

    error: str | None = None
    reads_more: str | None = None
    offset: str | None = None
    out: str | None = None
    apart: str | None = None


class ShelfInstrumentView(Result):
    """An instrument.

    Attributes:
        document: as kept, to be changed and sent back; revision: of it.
        level: what it is in a level book; null for what gives no level line.
        kind_name: in words; claims: how good it is taken to be; null for what measures nothing.
        standing: how it stands; stands: that in words, and what to do.
        fine: whether nothing has to be told when it is set up.
        correction: what the last test says to do with readings, as long as it is not adjusted.
        can_correct: whether a setup can be corrected by that.
        drifts: how its error went from test to test.
        tests: newest first, with knocks; ways: how it can be tested.
        test_every: days, as said or as usual for its kind.
        taken: what a plan takes over; null for what no plan does.
        practised_as: what it is in the practice yard; null for what nothing is practised with.
    """

    id: str
    document: ShelfInstrument
    revision: int
    kind: ShelfKind
    level: LevelInstrument | None
    kind_name: str
    name: str
    simulated: bool
    sample: bool
    away: bool
    claims: str | None
    standing: Standing
    stands: str
    fine: bool
    correction: str | None
    can_correct: bool
    drifts: list[str]
    tests: list[ShelfTestView]
    ways: list[ShelfTest]
    test_every: int
    uses: list[ShelfUseView]
    taken: TakenOver | None
    practised_as: str | None


class KindView(Result):
    """A kind of instrument: what it is in a level book, null for what gives no level line, and whether it answers."""

    kind: ShelfKind
    name: str
    level: LevelInstrument | None
    answers: bool


class ShelfView(Result):
    """The shelf: what can stand on it, and what does; `sample`: only instruments of the sample jobs do."""

    kinds: list[KindView]
    sample: bool
    instruments: list[ShelfInstrumentView]


class SteelView(Result):
    """What to add to a steel tape's reading."""

    add_mm: float
    text: str


class ReadingTaken(Result):
    """A reading as an instrument took it: `text` as it would be typed; nothing of it is recorded yet."""

    reading_mm: float
    text: str
    taken: datetime
    simulated: bool
    device: str
