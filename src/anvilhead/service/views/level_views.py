"""What clients get about heights."""

from datetime import datetime
from functools import lru_cache

from anvilhead.core.levels.level_instrument import LevelInstrument
from anvilhead.core.levels.rod import RodMarks, marks_for, print_reading
from anvilhead.core.shelf.shelf_kind import ShelfTest
from anvilhead.core.units.units import Units
from anvilhead.jobfile.lengths import Length
from anvilhead.jobfile.levels.documents import LevelPlan
from anvilhead.jobfile.levels.level_results import LevelsResult
from anvilhead.jobfile.problems import Problem
from anvilhead.jobfile.results.result_parts import Place, Result
from anvilhead.service.heights.level_record import Setup, Shot
from anvilhead.service.views.structure_views import ShownLength, StrikeView

MOST_REMEMBERED = 8192
"""Readings that stay as they are shown: of a long book one more reading changes none of the others."""


class LevelShotView(Result):
    """A reading as kept; `number` is its place in the results' setup, null when it was struck."""

    id: str
    number: int
    at: str
    thing: str | None
    reading: ShownLength
    turned: ShownLength | None
    bracket: ShownLength | None
    distance: ShownLength | None
    foot: ShownLength | None
    leans: ShownLength | None
    who: str
    taken: datetime
    struck: StrikeView | None


class LevelSetupView(Result):
    """A setup as kept; `string`: drops are read from that one; `spanned`: its line level's span was said.

    `foot_mm`: what is missing of the rod's foot.
    """

    id: str
    instrument: LevelInstrument
    device: str | None
    rod: RodMarks
    rod_length: ShownLength | None
    corrected: bool
    string: str | None
    spanned: bool
    foot_mm: float | None
    who: str
    taken: datetime
    shots: list[LevelShotView]


class LevelPointView(Result):
    """A point that a rod can stand on, where it is on the structure's plan, and its ground height, as far as known."""

    name: str
    label: str
    place: Place | None
    height_mm: float | None


class LevelsView(Result):
    """Everything about a job's heights, drawn in the plan frame of one structure.

    Attributes:
        structure_id: that structure; on: name in the job file of the structure that bare names belong to.
        prefix: what goes in front of that structure's own points to name them in the book.
        plan: as it is kept, to be changed and sent back; revision: of it, 0 when nothing was planned.
        points: names to choose from, benchmarks first.
        answering: instruments of this job that can be asked for a reading; ways: how each can be tested.
    """

    structure_id: str
    on: str | None
    prefix: str
    revision: int
    can_undo: bool
    can_redo: bool
    plan: LevelPlan
    setups: list[LevelSetupView]
    points: list[LevelPointView]
    answering: list[str]
    ways: dict[str, list[ShelfTest]]
    result: LevelsResult


class LevelEcho(Result):
    """What a reading means while it is typed: as read, and what follows; or why it means nothing."""

    text: str | None = None
    says: str | None = None
    trouble: Problem | None = None


class BookReadView(Result):
    """A level book of a file: what would be taken in, and which lines could not be read."""

    setups: int
    shots: int
    skipped: list[str]
    kept: bool


def setup_view(setup: Setup, units: Units) -> LevelSetupView:
    """A setup for reading: its readings as its rod shows them."""
    head = setup.head
    rod = head.rod or marks_for(units)
    return LevelSetupView(
        id=setup.id,
        instrument=head.instrument,
        device=head.device,
        rod=rod,
        rod_length=head.rod_length and _on_rod(head.rod_length, rod),
        corrected=head.corrected,
        string=head.string,
        spanned=head.span is not None,
        foot_mm=head.foot and round(head.foot.mm, 6),
        who=setup.who,
        taken=setup.at,
        shots=[_shot_view(shot, number, rod) for number, shot in enumerate(setup.in_book_order)],
    )


@lru_cache(maxsize=MOST_REMEMBERED)
def _shot_view(shot: Shot, number: int, rod: RodMarks) -> LevelShotView:
    return LevelShotView(
        id=shot.id,
        number=number,
        at=shot.point,
        thing=shot.thing,
        reading=_on_rod(shot.reading, rod),
        turned=shot.turned and _on_rod(shot.turned, rod),
        bracket=shot.bracket and _on_rod(shot.bracket, rod),
        distance=shot.distance and _on_rod(shot.distance, rod),
        foot=shot.foot and _on_rod(shot.foot, rod),
        leans=shot.leans and _on_rod(shot.leans, rod),
        who=shot.who,
        taken=shot.at,
        struck=shot.strike and StrikeView(who=shot.strike.who, at=shot.strike.at, replaced_by=shot.strike.replaced_by),
    )


def _on_rod(length: Length, rod: RodMarks) -> ShownLength:
    return ShownLength(
        mm=round(length.mm, 6), text=print_reading(length.mm, rod), remainder_mm=0.0, written=length.text
    )
