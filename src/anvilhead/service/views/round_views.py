"""What clients get about rounds besides readings: what was begun, accepted, lost, and is in hand."""

from collections import Counter
from collections.abc import Collection
from datetime import datetime

from anvilhead.core.again.recheck import Occasion
from anvilhead.core.messages.coach_words import occasion_text
from anvilhead.core.units.length_printing import print_difference, print_within
from anvilhead.core.units.tolerances import NOTHING_MM
from anvilhead.core.units.units import Units
from anvilhead.jobfile.results.result_parts import Result
from anvilhead.jobfile.results.square_results import LostResult
from anvilhead.jobfile.working.judging import Rounds
from anvilhead.jobfile.working.naming import Naming
from anvilhead.jobfile.written.point_solving import solve_lost
from anvilhead.store.tables import AcceptanceRow, LostPointRow, StructureRow


class BegunRound(Result):
    """A round and why it is pulled, in words too."""

    round: int
    occasion: Occasion
    text: str


class AcceptanceView(Result):
    """A round accepted by name; `over` when something was farther off than allowed."""

    round: int
    worst_mm: float | None
    worst_text: str | None
    tolerance_text: str
    over: bool
    note: str
    who: str
    at: datetime


class LostPointView(Result):
    """A lost point; `found` says how to find it again, null once it is set or when the plan no longer has it.

    `found_by`: who said that it is not gone after all.
    """

    id: str
    point: str
    who: str
    at: datetime
    set_again: str | None
    set_by: str | None
    set_at: datetime | None
    found_by: str | None
    found: LostResult | None


class Names(Result):
    """What pulls can name.

    `stakes` are those with names of their own; `control`: what stood there before and can be held, by name, with how
    many known points it gives; `inner`: inner lines that can be held.
    """

    points: list[str]
    stakes: list[str]
    lines: list[str]
    control: dict[str, int]
    inner: list[str]


class InHand(Result):
    """The pull that the crew is at, by its key."""

    call: str
    who: str
    at: datetime


def begun_of(row: StructureRow) -> list[BegunRound]:
    """Rounds that were begun for a reason."""
    return [
        BegunRound(round=one.round, occasion=occasion, text=occasion_text(occasion))
        for one in row.rounds
        for occasion in [Occasion(one.occasion)]
    ]


def in_hand_of(row: StructureRow) -> InHand | None:
    """The pull that the crew is at."""
    taken = row.in_hand
    return InHand(call=taken.call, who=taken.who, at=taken.at) if taken else None


def names_of(naming: Naming) -> Names:
    """What pulls can name."""
    return Names(
        points=list(naming.points),
        stakes=list(naming.stakes),
        lines=list(naming.lines),
        control=dict(Counter(naming.named.known.values())),
        inner=[name for name, ends in naming.named.lines.items() if not set(ends) & set(naming.named.known)],
    )


def acceptance_of(row: AcceptanceRow, units: Units) -> AcceptanceView:
    """An acceptance for reading in the job's units."""
    worst = None if row.worst_mm is None else float(row.worst_mm)
    tolerance = float(row.tolerance_mm)
    return AcceptanceView(
        round=row.round,
        worst_mm=worst,
        worst_text=None if worst is None else print_within(worst, units),
        tolerance_text=print_difference(tolerance, units),
        over=worst is not None and worst > tolerance + NOTHING_MM,
        note=row.note,
        who=row.who,
        at=row.at,
    )


def lost_of(row: LostPointRow, gone: Collection[str], rounds: Rounds, burn_mm: float) -> LostPointView:
    """A lost point, and the ways back to it while it is not set; nothing is measured from what is gone."""
    naming = rounds.naming
    known = row.point in naming.points
    left = [name for name in row.left if name in naming.points]
    return LostPointView(
        id=row.id,
        point=row.point,
        who=row.who,
        at=row.at,
        set_again=row.set_again,
        set_by=row.set_by,
        set_at=row.set_at,
        found_by=row.found_by,
        found=solve_lost(naming, row.point, left, rounds, burn_mm, rounds.units, gone=gone)
        if known and row.is_gone
        else None,
    )
