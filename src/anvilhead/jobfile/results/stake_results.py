"""Results of stakes and marks that stay."""

from datetime import datetime
from enum import StrEnum

from anvilhead.core.stakes.media import Medium
from anvilhead.core.stakes.register import Doing
from anvilhead.jobfile.results.result_parts import Place, Result


class BackResult(Result):
    """A point as it is found from a line that stays: station along it, measure back square to it."""

    name: str
    station_mm: float
    station_text: str
    back_mm: float
    back_text: str
    at: Place


class OffsetLineResult(Result):
    """A line that stays: its two stakes, and the points that are found from it."""

    name: str
    along: str
    start: Place
    end: Place
    length_mm: float
    length_text: str
    backs: list[BackResult]
    text: str


class LathResult(Result):
    """What a lath says: height of the finished surface, and the point of the line it stands off."""

    stake: str
    element: str
    finish_mm: float | None
    finish_text: str | None
    on_line: Place | None
    text: str


class HubCheckResult(Result):
    """Laths that speak of one thing, held against each other.

    Attributes:
        holds_mm: what counts, a height or how far off the plan; null while two alone differ.
        odd: those that differ; undecided: those of which nobody can tell.
    """

    element: str
    of: str
    holds_mm: float | None
    odd: list[str]
    undecided: list[str]
    text: str


class MarkingResult(Result):
    """What a kind of mark is made with, and after how many days anew."""

    mark: str
    use: Medium
    days: int
    text: str


class ThingKind(StrEnum):
    """What stands in the register."""

    CORNER = "corner"
    NAIL = "nail"
    STAKE = "stake"
    PLACE = "place"
    POST = "post"
    PAD = "pad"
    OFFSET = "offset"
    FORM = "form"


class LegendResult(Result):
    """What is written on a stake.

    Attributes:
        ring: the offset, in a ring; null for a hub on its point.
        toward_deg: of its arrow, anticlockwise from the first side.
        refers: what it refers to; grade: cut or fill to a named surface.
        plain: all of it in one line, as its square code holds it.
    """

    ring: str | None
    toward_deg: float | None
    refers: str
    grade: list[str]
    plain: str


class RegisterRow(Result):
    """A mark, a stake or a piece, and what became of it.

    Attributes:
        planned: the numbers of the plan as it is, millimetres: they are kept with what is done to it.
        doing: what was done last, by whom, when; null before anything was.
        recheck: what the plan has changed since, in words; null where it is as it was then.
    """

    what: str
    kind: ThingKind
    place: Place | None
    says: str
    planned: list[float]
    doing: Doing | None
    who: str | None
    at: datetime | None
    note: str
    recheck: str | None
    legend: LegendResult | None


class RegisterResult(Result):
    """Every mark, stake and piece of a structure; counts by what was done."""

    rows: list[RegisterRow]
    counts: dict[str, int]
    rechecks: int
    text: str
